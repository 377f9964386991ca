// The command line's answer to "check": JSON as docs/frame-format.md describes it.
#pragma once

#include "core/checking/runner.h"

#include <string>
#include <vector>

namespace wr {

// The same frame and forces by another standard.
struct SecondOpinion
{
    std::shared_ptr<const CheckModel> model;
    CheckReport report;
};

// `values` of each check are the steps of its trace at the governing place, in the answer's units. `others`: further standards,
// member by member beside the first.
std::string writeAnswer(const CheckModel& model, const CheckReport& report, const std::vector<Finding>& findings,
                        const std::vector<SecondOpinion>& others = {});
// One member's traces, for --trace.
std::string writeTraces(const CheckModel& model, const CheckReport& report, size_t member);

} // namespace wr
