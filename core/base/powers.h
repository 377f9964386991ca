// Small powers and pi, for formulas.
#pragma once

namespace wr {

constexpr double kPi = 3.14159265358979323846;

constexpr double sqr(double v)
{
    return v * v;
}
constexpr double cube(double v)
{
    return v * v * v;
}
constexpr double fourth(double v)
{
    return sqr(sqr(v));
}

} // namespace wr
