// The answer of `compare`: two states member by member, as JSON.
#pragma once

#include "core/project/compare.h"

#include <string>

namespace wr {

// Members that differ; all of them are counted.
std::string writeComparison(const Comparison& c, const CauseFinder& causes, const std::string& then, const std::string& now,
                            const UnitSystem& units);

} // namespace wr
