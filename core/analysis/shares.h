// What the loads of a case come to: shared to the nodes, and summed.
#pragma once

#include "core/frame/frame.h"

#include <vector>

namespace wr {

// All forces of a case as forces at the nodes, N, global: those on elements shared to their ends as by simple beams. Moments
// and what loads by strain (thermal, settlement) are left out.
std::vector<Vec3> nodalShares(const Frame& f, const LoadCase& c);

// The loads of a notional case: its share of the downward loads of the case it is made of, sideways at the same nodes
// (AISC 360-22 C2.2b; EN 1993-1-1 5.3.2(7)). Empty for other cases.
std::vector<NodalLoad> notionalLoads(const Frame& f, const LoadCase& c);

// Resultant of a case by kind of load, N, global.
struct LoadTotals
{
    Vec3 selfWeight, nodal, line, point, area, notional;
    Vec3 panels; // q times area of the panels: the hand sum for `area`
    Vec3 sum() const { return selfWeight + nodal + line + point + area + notional; }
};
LoadTotals loadTotals(const Frame& f, const LoadCase& c);

// Is a sum by hand what the loads come to? Within half a percent of the larger.
bool sumsAgree(const Vec3& hand, const Vec3& total);

} // namespace wr
