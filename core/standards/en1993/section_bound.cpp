#include "core/standards/en1993/section_bound.h"

#include <algorithm>
#include <cmath>

namespace wr::en1993 {

SectionBound::SectionBound(const Context& c, const Strengths& s)
    : my_(1 / s.leastMy), mz_(1 / s.leastMz), whole_(c.p.a * c.fy / c.gammaM0()),
      vz_(0.5 * std::min(s.constants.vz, s.constants.vb)), vy_(0.5 * std::min(s.constants.vy, s.constants.vbMinor))
{
    if (c.s.kind == ShapeKind::Angle)
        for (const auto& [y, z] : angleCorners(c)) {
            my_ = std::max(my_, std::abs(z) / c.p.iy * c.gammaM0() / c.fy);
            mz_ = std::max(mz_, std::abs(y) / c.p.iz * c.gammaM0() / c.fy);
        }
    // 6.44: moments of the shift of the centroid come with the axial force.
    n_ = 1 / s.leastN + std::abs(s.effective.eny) * my_ + std::abs(s.effective.enz) * mz_;
    if (!c.doublySymmetricI() || c.options.flangeHoles) return;
    plasticI_ = true;
    sums_ = s.worst >= 3;
    share_ = AxialShareI(c);
    plasticY_ = c.p.wply * c.fy / c.gammaM0();
    plasticZ_ = c.p.wplz * c.fy / c.gammaM0();
}

// Sums of the parts (6.2, 6.42, 6.44) are sums already. Beside a share n of the whole section's N_Rd every M_N of 6.2.9.1 keeps
// at least 1 - n of its moment, and no exponent of 6.41 is below 1: the factor on both moments is at most the sum of their
// shares. For a double-tee section M_N is known, its α is 2, and β = 1 is the worst. From n = 1 on these rules say n.
double SectionBound::atMost(double n, double my, double mz) const
{
    n = std::abs(n), my = std::abs(my), mz = std::abs(mz);
    const double share = n / whole_, sum = n * n_ + my * my_ + mz * mz_;
    if (!plasticI_) return share < 1 ? std::max(sum, (my * my_ + mz * mz_) / (1 - share)) : sum;
    double r = share;
    if (share < 1) {
        const AxialShareI::Left left = share_.left(share, n);
        const double a = my / (plasticY_ * left.y), b = mz / (plasticZ_ * left.z);
        r = std::max(r, (b + std::sqrt(b * b + 4 * a * a)) / 2);
    }
    return sums_ ? std::max(r, sum) : r;
}

double SectionBound::atMost(const SetDemand& x) const
{
    const double n = std::max(x.tension.value, x.compression.value);
    return n < whole_ ? atMost(n, x.major().value, x.minor().value) : kUncovered; // places below n = 1 may come to more
}

} // namespace wr::en1993
