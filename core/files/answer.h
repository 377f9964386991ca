// The command line's answer to "check": JSON as docs/frame-format.md describes it.
#pragma once

#include "core/checking/runner.h"

#include <span>
#include <string>
#include <vector>

namespace wr {

// The same frame and forces by another standard.
struct SecondOpinion
{
    std::shared_ptr<const CheckModel> model;
    CheckReport report;
    std::vector<char> only = {}; // the members it is about; empty: all
    bool about(size_t member) const { return only.empty() || only[member] != 0; }
};

// `values` of each check are the steps of its trace at the governing place, in the answer's units. `others`: further standards,
// member by member beside the first. `only`: per member whether it stands in the answer; empty: all do.
std::string writeAnswer(const CheckModel& model, const CheckReport& report, const std::vector<Finding>& findings,
                        const std::vector<SecondOpinion>& others = {}, std::span<const char> only = {});
// One member's traces, for --trace.
std::string writeTraces(const CheckModel& model, const CheckReport& report, size_t member);

} // namespace wr
