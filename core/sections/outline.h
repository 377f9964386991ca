// Outlines of sections in local coordinates (y, z), origin at the centroid, and exact integrals over them.
// Corners are arcs; each arc becomes chords that enclose the same area as the arc, so that integrals hold to about 1e-5.
#pragma once

#include "core/sections/shape.h"

#include <vector>

namespace wr {

struct Point2
{
    double y = 0, z = 0;
};

using Loop = std::vector<Point2>;

struct Outline
{
    std::vector<Loop> loops; // outer loops anticlockwise (y right, z up), holes clockwise
    double perimeter = 0;    // m, outside faces only: what is painted
    Point2 shapeOrigin;      // where the shape's own origin (mid-depth web, or outer corner of an angle) lies now
};

// Outline about the centroid, in the shape's own directions (angles: legs, not principal axes).
Outline outlineOf(const Shape& s);
Outline rotated(const Outline& o, double angle); // radians, anticlockwise

struct AreaIntegrals
{
    double a = 0, sy = 0, sz = 0;     // area, ∫z dA, ∫y dA
    double iyy = 0, izz = 0, iyz = 0; // ∫z² dA, ∫y² dA, ∫yz dA
};
AreaIntegrals integrate(const std::vector<Loop>& loops); // Green's theorem over straight edges

// ∫z (y²+z²) dA and ∫y (y²+z²) dA, m^5, exact over straight edges: what monosymmetry constants are made of.
struct ThirdMoments
{
    double z = 0, y = 0;
};
ThirdMoments thirdMoments(const std::vector<Loop>& loops);

// Plastic modulus about the y axis direction, m^3, and the z of the line that halves the area, m.
struct Plastic
{
    double modulus = 0, level = 0;
};
Plastic plasticModulus(const std::vector<Loop>& loops, double area);

} // namespace wr
