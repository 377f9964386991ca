#include "core/standards/aisc360/second_order.h"

#include <algorithm>
#include <cmath>

namespace wr::aisc360 {

namespace {

// τb of C2.3(b) (Eqs. C2-2a, b) from α·Pr over Pns = Fy·Ag. Past its yield force a member has no stiffness left; a little keeps
// the equations solvable and the mode nameable.
double tauB(double ratio)
{
    return ratio <= 0.5 ? 1.0 : std::max(0.01, 4 * ratio * (1 - ratio));
}

// α of C2.1(d) and Appendix 8: second-order effects of ASD loads are those of 1.6 times the loads.
double alpha(const Combination& c)
{
    return c.basis == "asd" ? 1.6 : 1.0;
}

// Cm by Eq. A-8-4; 1 for members loaded along their length; what the brief states beats both.
double cm(double m1, double m2, bool loaded, std::optional<double> stated)
{
    if (stated) return *stated;
    if (loaded) return 1.0;
    const double large = std::max(std::abs(m1), std::abs(m2)), small = std::min(std::abs(m1), std::abs(m2));
    const double ratio = large > 0 ? (m1 * m2 > 0 ? -1 : 1) * small / large : 1;
    return 0.6 - 0.4 * ratio;
}

} // namespace

const SecondOrderRules kSecondOrder{.stiffness = 0.8, // C2.3(a)
                                    .bending = tauB,
                                    .loadScale = alpha,
                                    .equivalentMoment = cm,
                                    .statedMoment = [](const Brief& b) { return b.cm; }};

} // namespace wr::aisc360
