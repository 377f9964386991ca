// Points in cubes of one size, so that only what is near is looked at.
#pragma once

#include "core/base/vec.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>
#include <vector>

namespace wr {

class Cells
{
public:
    explicit Cells(double side) : side_(side) {}
    void add(int which, Vec3 at) { cells_[keyOf(at)].push_back(which); }
    // Those whose cube touches the box from a to b, widened by `by`: all in the box, and some beside it.
    template <class F> void near(Vec3 a, Vec3 b, double by, F&& take) const
    {
        const Vec3 low{std::min(a.x, b.x) - by, std::min(a.y, b.y) - by, std::min(a.z, b.z) - by},
            high{std::max(a.x, b.x) + by, std::max(a.y, b.y) + by, std::max(a.z, b.z) + by};
        const Key l = keyOf(low), h = keyOf(high);
        const auto touches = [&](const Key& k) {
            return k[0] >= l[0] && k[0] <= h[0] && k[1] >= l[1] && k[1] <= h[1] && k[2] >= l[2] && k[2] <= h[2];
        };
        const double count = double(h[0] - l[0] + 1) * double(h[1] - l[1] + 1) * double(h[2] - l[2] + 1);
        if (count > static_cast<double>(cells_.size())) { // a long way across empty space
            for (const auto& [key, list] : cells_)
                if (touches(key))
                    for (const int which : list)
                        take(which);
            return;
        }
        for (long x = l[0]; x <= h[0]; ++x)
            for (long y = l[1]; y <= h[1]; ++y)
                for (long z = l[2]; z <= h[2]; ++z)
                    if (const auto it = cells_.find({x, y, z}); it != cells_.end())
                        for (const int which : it->second)
                            take(which);
    }

private:
    using Key = std::array<long, 3>;
    Key keyOf(Vec3 v) const
    {
        return {std::lround(std::floor(v.x / side_)), std::lround(std::floor(v.y / side_)),
                std::lround(std::floor(v.z / side_))};
    }
    double side_;
    std::map<Key, std::vector<int>> cells_;
};

} // namespace wr
