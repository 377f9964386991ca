// The audit: what a careful engineer would notice about a frame, its forces and its combinations before trusting a check.
#pragma once

#include "core/checking/runner.h"

#include <optional>
#include <vector>

namespace wr {

// Findings about combinations, forces and members; without those of the reader and the analysis, which come with theirs.
std::vector<Finding> audit(const CheckModel& model);
// The same without the geometry, which hangs on nodes, elements and loads alone and is kept from state to state.
std::vector<Finding> auditDesign(const CheckModel& model);
// Findings that follow from results: members over and unchecked.
std::vector<Finding> auditResults(const CheckModel& model, const CheckReport& report);
// What an analysis of its own says of the whole frame by the model's standard, if it has anything to say: drift, critical
// factor.
std::optional<Finding> auditWhole(const CheckModel& model, Progress& progress);
// What that does to the members where it is an error about sway (forces.sway): those that were ok are warned, each with a note.
void warnOfSway(const Finding& global, const CheckModel& model, CheckReport& report);

} // namespace wr
