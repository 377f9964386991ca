// What pictures of a check have in common.
#pragma once

#include <algorithm>
#include <vector>

namespace wr {

// Lengths of a capacity curve from nearly nothing to `end`, m.
inline std::vector<double> curveLengths(double end)
{
    constexpr int points = 120;
    std::vector<double> out;
    for (int k = 0; k <= points; ++k)
        out.push_back(std::max(1e-3, end * k / points));
    return out;
}

} // namespace wr
