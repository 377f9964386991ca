// Tables of sizing, the same for the window, reports and CSV. Values in the frame's units.
#pragma once

#include "core/project/settle.h"
#include "core/reporting/frame_tables.h"
#include "core/sizing/stiffness.h"

#include <span>

namespace wr {

// One row a group: what it has, what it would take, kilograms, worst member, what governs, how many rungs fit, why nothing
// does. Row::element is the first element of its worst member.
Table sizesTable(const SizingPlan& plan, const CheckModel& model);
// The log of settling, a row a round.
Table roundsTable(std::span<const SettleRound> rounds, const UnitSystem& u);
// What a kilogram buys of a limit of the frame, a row a group, best first.
Table stiffnessTable(std::span<const StiffnessWorth> ranking, const SizingPlan& plan, const StandingLimit& limit,
                     const CheckModel& model);

} // namespace wr
