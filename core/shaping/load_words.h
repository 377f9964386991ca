// Every load of a frame as a row of words that can be typed over.
#pragma once

#include "core/base/units.h"
#include "core/shaping/load_edit.h"

#include <expected>
#include <string>
#include <string_view>
#include <vector>

namespace wr {

struct Frame;

struct LoadPlace
{
    int loadCase = -1;
    LoadKind kind = LoadKind::Nodal;
    int index = -1; // among those of its kind in the case
    bool operator==(const LoadPlace&) const = default;
};
// All loads, case by case and kind by kind.
std::vector<LoadPlace> loadsOf(const Frame& f);

enum class LoadWord {
    Kind,  // "line"
    On,    // node, element or corners
    Axes,  // global, local, on plan; of a settlement its direction
    Place, // "all", "0.5 m to 2 m", "1.2 m"
    Value, // "3.6 kN/m down", "1; 0; -3 kN"
    More   // what stands at the end of a line load; moment; gradients; how a panel spreads
};
std::string loadWord(const Frame& f, const LoadPlace& l, LoadWord w);
bool canTypeOver(const LoadPlace& l, LoadWord w);
// The case with what was typed in the place of a word; a bare number keeps the direction. The error is a sentence.
std::expected<LoadCase, std::string> withLoadWord(const Frame& f, const LoadPlace& l, LoadWord w, std::string_view text);
// The case without that load.
LoadCase withoutLoad(const Frame& f, const LoadPlace& l);

// A vector in words: "3.6 kN/m down", "-2 kN x", "1; 0; -3 kN".
std::string vectorText(const Frame& f, Quantity q, const Vec3& v, bool global = true);

} // namespace wr
