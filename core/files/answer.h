// The command line's answer to "check": JSON as docs/frame-format.md describes it.
#pragma once

#include "core/checking/runner.h"

#include <string>
#include <vector>

namespace wr {

// `values` of each check are the steps of its trace at the governing place, in the answer's units.
std::string writeAnswer(const CheckModel& model, const CheckReport& report, const std::vector<Finding>& findings);
// One member's traces, for --trace.
std::string writeTraces(const CheckModel& model, const CheckReport& report, size_t member);

} // namespace wr
