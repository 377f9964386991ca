// Area loads: what a loaded panel gives to the elements along its edges, as line loads that are exact for convex panels.
#pragma once

#include "core/frame/frame.h"

#include <string>
#include <vector>

namespace wr {

struct PanelLoad
{
    std::vector<LineLoad> lines; // global axes
    double area = 0;             // m²
    Vec3 total;                  // q times area: the hand sum; the lines add up to it within 1e-6, or there is a fault
    std::string fault;           // why it cannot be spread; then there are no lines
};

// One for each area load of the case. One-way: strips along `span` give half of their load to each of the two edges they meet.
// Two-way: every point loads the nearest edge that has elements (the 45° rule between edges at right angles).
std::vector<PanelLoad> panelLoads(const Frame& f, const LoadCase& c);

} // namespace wr
