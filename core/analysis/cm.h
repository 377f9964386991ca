// Cm of AISC 360 Appendix 8: equivalent uniform moment, by rule or as a brief states it.
#pragma once

#include "core/frame/frame.h"

#include <algorithm>
#include <cmath>
#include <optional>
#include <vector>

namespace wr {

// Eq. A-8-4 from the end moments as they compress the same fibre (one sign: single curvature); 1 for members loaded along their
// length; `stated` beats both.
inline double equivalentMoment(double m1, double m2, bool loaded, std::optional<double> stated)
{
    if (stated) return *stated;
    if (loaded) return 1.0;
    const double large = std::max(std::abs(m1), std::abs(m2)), small = std::min(std::abs(m1), std::abs(m2));
    const double ratio = large > 0 ? (m1 * m2 > 0 ? -1 : 1) * small / large : 1;
    return 0.6 - 0.4 * ratio;
}

// By element: Cm of the brief of the declared member it belongs to.
inline std::vector<std::optional<double>> statedCm(const Frame& f)
{
    std::vector<std::optional<double>> out(f.elements.size());
    for (const DesignMember& m : f.design.members)
        for (const Brief& b : f.design.briefs)
            if (b.id == m.brief && b.cm)
                for (const int e : m.elements)
                    out[e] = b.cm;
    return out;
}

} // namespace wr
