// From where a frame is drawn: plans at its levels, elevations in the planes of its columns, a view from aside, any plane
// through nodes.
#pragma once

#include "core/frame/frame.h"

#include <expected>
#include <optional>
#include <span>
#include <string>
#include <utility>
#include <vector>

namespace wr {

// What is right and up on paper (unit vectors, at right angles), and which slice of the frame, by the distance of its elements
// along the normal (right × up, towards the eye), m; none: all.
struct DrawnFrom
{
    std::string title; // "Plan at +3.200 m"
    Vec3 right, up;
    std::optional<std::pair<double, double>> slice;
    Vec3 normal() const { return cross(right, up); }
};

// Plans at the levels of storeys; elevations in every upright plane that holds a column, across x and across y of the frame and
// across the directions in which level elements join columns askew; a view from aside. Planes are those of nodes, 50 mm apart
// at least.
std::vector<DrawnFrom> drawingsOf(const Frame& f);
// The plane through three nodes or more (as thick as they stand from it), the upright one through two. The error: they stand on
// one plumb line.
std::expected<DrawnFrom, std::string> drawnThrough(const Frame& f, std::span<const int> nodes);
// By words: the title of one of drawingsOf(), whatever its case; "through A, B, C" with ids of nodes. The error names what
// there is.
std::expected<DrawnFrom, std::string> drawnFromWords(const Frame& f, const std::string& words);

} // namespace wr
