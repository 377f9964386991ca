// Tables of the take-off, the same for the window, reports, the command line and CSV. Values in the frame's units.
#pragma once

#include "core/reporting/frame_tables.h"
#include "core/takeoff/take_off.h"

namespace wr {

// A row a line and the total: pieces, length, mass, painted area, and cost where some price is known.
Table takeOffTable(const TakeOff& t, const UnitSystem& u);
// Then, now and the difference of mass, length and pieces; the total last.
Table takeOffChangesTable(const TakeOff& then, const TakeOff& now, const UnitSystem& u);
// Bars to buy by section.
Table cutListTable(const std::vector<CutLine>& lines, double barLength, const UnitSystem& u);

} // namespace wr
