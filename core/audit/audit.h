// The audit: what a careful engineer would notice about a frame, its forces and its combinations before trusting a check.
#pragma once

#include "core/checking/runner.h"

#include <vector>

namespace wr {

// Findings about combinations, forces and members; without those of the reader and the analysis, which come with theirs.
std::vector<Finding> audit(const CheckModel& model);
// Findings that follow from results: members over and unchecked.
std::vector<Finding> auditResults(const CheckModel& model, const CheckReport& report);

} // namespace wr
