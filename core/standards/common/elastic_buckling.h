// Elastic buckling of columns whose shear centre is not their centroid; in stresses or in forces alike.
#pragma once

#include "core/base/powers.h"
#include "core/standards/common/bisect.h"

#include <algorithm>
#include <cmath>

namespace wr {

// One axis of symmetry: flexure about it (n1) coupled with twist (nt); h = 1 - (distance/ro)². Lower root of
// (n - n1)(n - nt) = n²·(1 - h) (Timoshenko & Gere 1961, 5.6).
inline double flexuralTorsional(double n1, double nt, double h)
{
    const double sum = n1 + nt;
    return sum / (2 * h) * (1 - std::sqrt(std::max(0.0, 1 - 4 * n1 * nt * h / (sum * sum))));
}

// No axis of symmetry: lowest root of the cubic, by bisection between 0 and the least of the three, where it changes sign once.
inline double flexuralTorsionalCubic(double fx, double fy, double fz, double xo, double yo, double ro)
{
    const auto f = [&](double e) {
        return (e - fx) * (e - fy) * (e - fz) - e * e * (e - fy) * sqr(xo / ro) - e * e * (e - fx) * sqr(yo / ro);
    };
    return bisect(
        0, std::min({fx, fy, fz}), [&](double e) { return f(e) < 0; }, 1e-14); // f(0) = -fx·fy·fz
}

} // namespace wr
