// The candidate chart: every rung as a dot, mass per metre across, utilisation of the group's worst member upwards, limit and
// target as lines.
#pragma once

#include "core/base/units.h"
#include "core/sizing/rungs.h"
#include "plots/chart.h"

namespace wr {

constexpr double kHighestShown = 1.75; // rungs above are drawn at the upper edge

// Marks in an order of their own: marksOf[i] is the rung of mark i. `proposed`: rung or -1; `now`: designation of the present
// section; `words`: what the readout says of a rung.
std::vector<int> fillCandidateChart(Chart& chart, const RungTable& table, int proposed, double target, const QString& now,
                                    const std::function<QString(int rung)>& words, const UnitSystem& u);

} // namespace wr
