// A line of the stability statement: one thing that a standard asks of the analysis, and what the forces hold of it.
#pragma once

#include <string>
#include <string_view>

namespace wr {

enum class StabilityVerdict { Met, NotMet, NotNeeded, Unknown };
std::string_view verdictWord(StabilityVerdict v); // "met", "not met", "not needed", "not known"

struct StabilityLine
{
    std::string topic, clause; // "Order of the analysis", "C2.1"
    std::string asked, holds;  // sentences
    StabilityVerdict verdict = StabilityVerdict::Unknown;
};

} // namespace wr
