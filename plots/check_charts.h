// The charts of a check: strength over length, axial force against moments, the bent member. Each fills a chart from what the
// standard gives (core/standards/pictures.h), in the units of the frame.
#pragma once

#include "core/base/units.h"
#include "core/standards/pictures.h"
#include "plots/chart.h"

namespace wr {

// Marks: 0 today's length and strength on the curve, 1 the demand there.
void fillLengthChart(Chart& chart, const LengthCurve& c, const UnitSystem& u);

// Marks as d.points, in their order. `governing`: set drawn as the current one; `names`: words of each point's combination.
void fillInteractionChart(Chart& chart, const InteractionDiagram& d, SetRow governing, const std::vector<QString>& names,
                          const UnitSystem& u);

// Downwards is down. Mark 0: the largest deflection. Gives the limit's place on the axis, in the unit shown.
double fillDeflectionChart(Chart& chart, const DeflectionCurve& c, const UnitSystem& u);

} // namespace wr
