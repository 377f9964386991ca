// The sections a ladder holds: of families, by name, or made from ranges of dimensions.
#pragma once

#include "core/frame/frame.h"
#include "core/sections/catalogue.h"

#include <expected>
#include <memory>
#include <string>
#include <vector>

namespace wr {

using RungSection = std::shared_ptr<const CatalogueSection>; // of the catalogue, the frame's own, or made

inline constexpr size_t kMostMade = 20'000; // sections a ladder may make

// How many sections a shape to be made comes to, the impossible ones among them; nothing is made for that. Capped at 1e15.
double madeCount(const MadeShape& m, const std::vector<double>& plates);

struct LadderSections
{
    std::vector<RungSection> sections; // each once, by designation
    size_t impossible = 0;             // made ones that cannot be
    std::string first;                 // of those, and why: "I 200×300×5×8: …"
};

// The error is a sentence with the way out: a name nobody knows, too many sections, nothing on it.
std::expected<LadderSections, std::string> sectionsOf(const Ladder& l, const Frame& f, const Catalogue& catalogue);

// The catalogue's family of a section by its name, or empty.
std::string familyOf(const Frame& f, int section, const Catalogue& catalogue);

} // namespace wr
