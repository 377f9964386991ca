// Pictures of an outcome as data: what a standard can draw of a check, from the functions of the check. SI.
#pragma once

#include "core/base/units.h"
#include "core/standards/demand.h"

#include <string_view>
#include <utility>
#include <vector>

namespace wr {

// Capacity over unbraced or effective length, as a handbook plots it, with today's length on it. SI.
struct LengthCurve
{
    std::string_view title; // "Moment capacity over unbraced length"
    Quantity quantity = Quantity::Moment;
    std::vector<double> length, capacity; // of the same size; ascending lengths
    std::vector<double> plain;            // the same under uniform moment, where that is another line; else empty
    double at = 0, demand = 0, capacityNow = 0;
    std::vector<std::pair<double, std::string_view>> marks; // lengths where the formula changes, "L_p"
};

// Axial force against moment, each over its strength: the surface of the standard and every combination of one stretch.
// Compression is positive; moments about both axes are added as the standard's linear terms add them.
struct InteractionDiagram
{
    std::string_view clause;
    std::vector<std::pair<double, double>> surface; // (moment, axial), from full tension to full compression
    struct Point
    {
        double moment = 0, axial = 0, ratio = 0;
        SetRow set;
    };
    std::vector<Point> points;           // by set; the check's ratio decides whether one is outside
    double compression = 0, tension = 0; // N, strengths that stand for 1 and -1
};

// A member as it bends under what governs its deflection, measured from what its limit is measured from. SI, positive downwards
// (against the direction's own positive side where that is not upright).
struct DeflectionCurve
{
    std::string_view title; // "Deflection along z"
    std::vector<double> x, w;
    double limit = 0, at = 0, most = 0; // of the check; most is less the camber
    double camber = 0;
    bool down = true; // the side that governs
};

// What a restraint inside a member is asked for: strength and stiffness, the largest over all sets. SI.
struct BraceRow
{
    double at = 0;                      // m along the member
    std::string_view kind, by, clause;  // kind: what it holds; by: "point", "panel", "torsion", "bow"
    double strength = 0, stiffness = 0; // N and N/m; N·m and N·m/rad where it holds twist
    bool twist = false;
    SetRow set{};
};

} // namespace wr
