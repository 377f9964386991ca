// A section swept along a line, as triangles.
#pragma once

#include "core/base/vec.h"
#include "core/sections/outline.h"

#include <array>
#include <cstdint>
#include <vector>

namespace wr {

struct SolidMesh
{
    std::vector<Vec3> at, normal;       // a corner has a vertex for each face it is of
    std::vector<std::uint32_t> corners; // three a triangle, anticlockwise from outside
};

// From x = 0 to x = 1, with both ends closed; y and z as in the loops.
SolidMesh sweptSolid(const std::vector<Loop>& loops);
// Triangles that fill loops (outer ones anticlockwise, holes clockwise): three points each, anticlockwise.
std::vector<std::array<Point2, 3>> filled(const std::vector<Loop>& loops);

} // namespace wr
