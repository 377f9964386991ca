#include "core/combos/make.h"

#include <algorithm>
#include <cmath>

namespace wr {

double imperfection(double height, int columns)
{
    const double ah = height > 0 ? std::clamp(2 / std::sqrt(height), 2.0 / 3, 1.0) : 1.0;
    const double am = std::sqrt(0.5 * (1 + 1.0 / std::max(1, columns)));
    return ah * am / 200;
}

double frameHeight(const Frame& f)
{
    double low = 1e300, high = -1e300;
    for (const Node& n : f.nodes) {
        const double h = dot(n.at, f.upward());
        if (n.supported()) low = std::min(low, h);
        high = std::max(high, h);
    }
    return low < 1e299 ? std::max(0.0, high - low) : 0;
}

} // namespace wr
