#include "core/standards/common/open_torsion.h"

#include "core/base/powers.h"

#include <algorithm>
#include <cmath>

namespace wr {

double thickestOpenWall(const Shape& s)
{
    const double flat = s.kind == ShapeKind::BarFlat ? std::min(s.h, s.b) : s.kind == ShapeKind::BarRound ? s.d / 2 : 0;
    return std::max({s.tf, s.tw, s.t, s.tf2, flat});
}

WarpingShape warpingShape(const Shape& s, const SectionProperties& p)
{
    switch (s.kind) {
    case ShapeKind::I: return {p.ho * s.b / 4, p.ho * s.b * s.b * s.tf / 16};
    case ShapeKind::IUnequal: {
        const double i1 = s.tf * cube(s.b), i2 = s.tf2 * cube(s.b2);
        const double up = p.ho * i2 / (i1 + i2), down = p.ho - up; // from the shear centre to the flanges
        return {std::max(up * s.b, down * s.b2) / 2, std::max(up * s.b * s.b * s.tf, down * s.b2 * s.b2 * s.tf2) / 8};
    }
    case ShapeKind::Channel: {
        const double flange = s.b - s.tw / 2, e = s.tw / 2 - (p.cy + p.ys); // shear centre from the web's centre line
        const double tip = p.ho / 2 * (flange - e), corner = p.ho / 2 * e;
        return {std::max(tip, corner), p.ho * s.tf * sqr(flange - e) / 4};
    }
    default: return {}; // plates that meet in one line do not warp to speak of
    }
}

namespace {

constexpr double kSamePlace = 1e-12; // m

// One equation of the tridiagonal system.
struct TwistRow
{
    double below = 0, diagonal = 0, above = 0, right = 0;
};

struct Hyperbolic
{
    double coth, csch;
    explicit Hyperbolic(double kl) : coth(1 / std::tanh(kl)), csch(kl > 700 ? 0 : 1 / std::sinh(kl)) {}
};

// Over an interval of length l: θ = T/GJ + homogeneous part through the nodal values; θ' is continuous at inner stations.
// With u = θ - T/GJ at both ends: u'(0) = k(-u0·coth + u1/sinh), u'(l) = k(-u0/sinh + u1·coth).
std::vector<TwistRow> twistRows(std::span<const double> x, std::span<const double> torque, double gj, double k)
{
    std::vector<TwistRow> rows(x.size());
    for (size_t i = 0; i + 1 < x.size(); ++i) {
        const double l = x[i + 1] - x[i];
        if (l <= kSamePlace) continue; // a jump of torque: both sides share θ and θ'
        const auto [coth, csch] = Hyperbolic(k * l);
        const double p0 = torque[i] / gj, p1 = torque[i + 1] / gj, q = (p1 - p0) / l; // particular solution and its slope
        // θ'(0+) = q + k(-(θ0-p0)coth + (θ1-p1)csch), θ'(l-) = q + k(-(θ0-p0)csch + (θ1-p1)coth); sum of θ'(l-) - θ'(0+) = 0
        rows[i].diagonal += k * coth;
        rows[i].above -= k * csch;
        rows[i].right += q + k * (p0 * coth - p1 * csch);
        rows[i + 1].diagonal += k * coth;
        rows[i + 1].below -= k * csch;
        rows[i + 1].right += -q + k * (p1 * coth - p0 * csch);
    }
    return rows;
}

// Stations that stand twice are one unknown: the first takes the second's part. `head`: unknown of each station.
std::vector<TwistRow> joinDoubles(std::span<const double> x, const std::vector<TwistRow>& rows, std::vector<size_t>& head)
{
    std::vector<TwistRow> sum;
    for (size_t i = 0; i < rows.size(); ++i) {
        const bool again = i > 0 && x[i] - x[i - 1] <= kSamePlace;
        if (!again) sum.emplace_back();
        TwistRow& r = sum.back();
        r.diagonal += rows[i].diagonal;
        r.right += rows[i].right;
        r.below += rows[i].below;
        r.above += rows[i].above;
        head.push_back(sum.size() - 1);
    }
    return sum;
}

// Tridiagonal elimination; the matrix is diagonally dominant.
std::vector<double> solveTridiagonal(std::vector<TwistRow> rows)
{
    const size_t m = rows.size();
    for (size_t i = 1; i < m; ++i) {
        const double f = rows[i].below / rows[i - 1].diagonal;
        rows[i].diagonal -= f * rows[i - 1].above;
        rows[i].right -= f * rows[i - 1].right;
    }
    std::vector<double> out(m);
    for (size_t i = m; i-- > 0;)
        out[i] = (rows[i].right - (i + 1 < m ? rows[i].above * out[i + 1] : 0)) / rows[i].diagonal;
    return out;
}

} // namespace

Twist solveTwist(std::span<const double> x, std::span<const double> torque, double gj, double ecw, std::array<bool, 2> fixed)
{
    const size_t n = x.size();
    Twist out;
    out.rate.resize(n);
    out.slope.resize(n);
    out.curvature.resize(n);
    if (!(ecw > 0)) {
        for (size_t i = 0; i < n; ++i)
            out.rate[i] = torque[i] / gj;
        return out;
    }
    const double k = std::sqrt(gj / ecw);
    std::vector<size_t> head;
    std::vector<TwistRow> rows = joinDoubles(x, twistRows(x, torque, gj, k), head);
    if (fixed[0]) rows.front() = {0, 1, 0, 0};
    if (fixed[1]) rows.back() = {0, 1, 0, 0};
    const std::vector<double> theta = solveTridiagonal(std::move(rows));
    for (size_t i = 0; i < n; ++i) {
        out.rate[i] = theta[head[i]];
        out.curvature[i] = k * k * (out.rate[i] - torque[i] / gj);
    }
    for (size_t i = 0; i < n; ++i) {
        const bool right = i + 1 < n && x[i + 1] - x[i] > kSamePlace;
        const size_t a = right ? i : i - 1, b = a + 1;
        if (!right && (i == 0 || x[i] - x[a] <= kSamePlace)) {
            out.slope[i] = i > 0 ? out.slope[i - 1] : 0;
            continue;
        }
        const double l = x[b] - x[a];
        const auto [coth, csch] = Hyperbolic(k * l);
        const double u0 = theta[head[a]] - torque[a] / gj, u1 = theta[head[b]] - torque[b] / gj,
                     q = (torque[b] - torque[a]) / gj / l;
        out.slope[i] = right ? q + k * (-u0 * coth + u1 * csch) : q + k * (-u0 * csch + u1 * coth);
    }
    return out;
}

} // namespace wr
