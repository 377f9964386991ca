// What each load case does by itself, as numbers to compare.
#pragma once

#include <cstddef>
#include <vector>

namespace wr {

struct CaseEffects
{
    size_t cases = 0;
    std::vector<double> values; // [effect][case]
};

} // namespace wr
