// What would bring a member or group that is over right, each tried before it is offered: the next rung that works, other
// families, steel grades, one more hold at the best place, a stiffer end. A changed factor is no remedy.
#pragma once

#include "core/project/design_state.h"
#include "core/project/edits.h"
#include "core/sections/catalogue.h"

#include <functional>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace wr {

enum class RemedyKind { Rung, Family, Grade, Hold, End };
std::string_view remedyTitle(RemedyKind k); // "The next rung"

struct Remedy
{
    RemedyKind kind = RemedyKind::Rung;
    std::string words;            // "IPE 400 for Rafters"; empty: none works, see why
    std::optional<double> target; // that the utilisation is measured against
    double utilisation = 0;       // of the worst of the members it is about, with it
    double mass = 0;              // kg more in the frame
    std::optional<Edit> edit;     // none: nothing of the kind works
    bool analysed = false;        // the figures are those of an analysis with it; else by the forces at hand
    size_t elsewhere = 0;         // other members that come over by it, where it was analysed
    std::string carries;          // what a hold has to carry: "1.9 kN, 250 kN/m (A-6-7)"
    std::string why;              // none works because …, a sentence
};

// Of a checked state, for the group of a member, or the member where it is in none. `told`: one more is known. Each kind has at
// least one row. Stopped by `progress`, what is known by then.
std::vector<Remedy> remediesFor(const DesignState& s, size_t member, const Catalogue& catalogue, Progress& progress,
                                const std::function<void(const Remedy&)>& told = {});

} // namespace wr
