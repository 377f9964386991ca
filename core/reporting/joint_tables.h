// Tables of a quick look at a joint. Values in the frame's units.
#pragma once

#include "core/joints/joint_look.h"
#include "core/reporting/frame_tables.h"

namespace wr {

// Under one set: a row an end, in its own axes. Row::element is the element.
Table jointForcesTable(const CheckModel& model, const std::vector<JointEnd>& ends, TableSet set);
// What the elements do to the node in global directions, their sum, and what the support does where there is one.
Table jointBalanceTable(const CheckModel& model, const std::vector<JointEnd>& ends, int node, TableSet set,
                        const NodeMotion& motion);
// The largest of each force with what goes with it.
Table jointLargestTable(const CheckModel& model, const std::vector<JointEnd>& ends);
// Ratios of a bolt look, a row each.
Table boltTable(const BoltedEnd& bolts, const CheckModel& model);

// "B7 at its start", "column C1 (element e4)": a member at an end of one of its elements.
std::string jointEndName(const CheckModel& model, const JointEnd& end);

} // namespace wr
