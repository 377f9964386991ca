#include "core/standards/aisc360/section.h"

#include <algorithm>
#include <cmath>

namespace wr::aisc360 {

double webDepth(const Shape& s)
{
    return s.h - 2 * s.tf - 2 * s.r;
}
double flangeOutstand(const Shape& s)
{
    return s.b / 2;
}
double wallFlat(double outside, double t, double ri)
{
    return std::max(outside - 3 * t, outside - 2 * t - 2 * ri);
}
double kc(const Shape& s)
{
    return std::clamp(4 / std::sqrt(webDepth(s) / s.tw), 0.35, 0.76);
}

} // namespace wr::aisc360
