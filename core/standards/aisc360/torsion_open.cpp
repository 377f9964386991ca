#include "core/standards/aisc360/torsion_open.h"

#include <algorithm>
#include <cmath>

namespace wr::aisc360 {

namespace {

double thickest(const Shape& s)
{
    const double flat = s.kind == ShapeKind::BarFlat ? std::min(s.h, s.b) : s.kind == ShapeKind::BarRound ? s.d / 2 : 0;
    return std::max({s.tf, s.tw, s.t, s.tf2, flat});
}

} // namespace

double openTorsionShare(const Context& c, double t)
{
    return c.p.it > 0 ? t * thickest(c.s) / c.p.it / c.available(0.6 * c.fy, c.safety.torsion) : 1e9;
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

Twist solveTwist(std::span<const double> x, std::span<const double> torque, double gj, double ecw, std::array<bool, 2> fixed)
{
    const size_t n = x.size();
    Twist out;
    out.rate.resize(n), out.slope.resize(n), out.curvature.resize(n);
    if (!(ecw > 0)) {
        for (size_t i = 0; i < n; ++i)
            out.rate[i] = torque[i] / gj;
        return out;
    }
    const double k = std::sqrt(gj / ecw);
    // Over an interval of length l: θ = T/GJ + homogeneous part through the nodal values; θ' is continuous at inner stations.
    // With u = θ - T/GJ at both ends: u'(0) = k(-u0·coth + u1/sinh), u'(l) = k(-u0/sinh + u1·coth).
    struct Row
    {
        double below = 0, diagonal = 0, above = 0, right = 0;
    };
    std::vector<Row> rows(n);
    for (size_t i = 0; i + 1 < n; ++i) {
        const double l = x[i + 1] - x[i];
        if (l <= 1e-12) { // a jump of torque: both sides share θ and θ'
            continue;
        }
        const double kl = k * l, coth = 1 / std::tanh(kl), csch = kl > 700 ? 0 : 1 / std::sinh(kl);
        const double p0 = torque[i] / gj, p1 = torque[i + 1] / gj, q = (p1 - p0) / l; // particular solution and its slope
        // θ'(0+) = q + k(-(θ0-p0)coth + (θ1-p1)csch), θ'(l-) = q + k(-(θ0-p0)csch + (θ1-p1)coth); sum of θ'(l-) - θ'(0+) = 0
        rows[i].diagonal += k * coth, rows[i].above -= k * csch, rows[i].right += q + k * (p0 * coth - p1 * csch);
        rows[i + 1].diagonal += k * coth, rows[i + 1].below -= k * csch, rows[i + 1].right += -q + k * (p1 * coth - p0 * csch);
    }
    // Stations that stand twice are one unknown: the first takes the second's part.
    std::vector<size_t> head(n);
    std::vector<Row> sum;
    for (size_t i = 0; i < n; ++i) {
        const bool again = i > 0 && x[i] - x[i - 1] <= 1e-12;
        if (!again) sum.emplace_back();
        Row& r = sum.back();
        r.diagonal += rows[i].diagonal, r.right += rows[i].right;
        r.below += rows[i].below, r.above += rows[i].above;
        head[i] = sum.size() - 1;
    }
    if (fixed[0]) sum.front() = {0, 1, 0, 0};
    if (fixed[1]) sum.back() = {0, 1, 0, 0};
    const size_t m = sum.size();
    for (size_t i = 1; i < m; ++i) { // tridiagonal elimination; the matrix is diagonally dominant
        const double f = sum[i].below / sum[i - 1].diagonal;
        sum[i].diagonal -= f * sum[i - 1].above, sum[i].right -= f * sum[i - 1].right;
    }
    std::vector<double> theta(m);
    for (size_t i = m; i-- > 0;)
        theta[i] = (sum[i].right - (i + 1 < m ? sum[i].above * theta[i + 1] : 0)) / sum[i].diagonal;
    for (size_t i = 0; i < n; ++i) {
        out.rate[i] = theta[head[i]];
        out.curvature[i] = k * k * (out.rate[i] - torque[i] / gj);
    }
    for (size_t i = 0; i < n; ++i) {
        const bool right = i + 1 < n && x[i + 1] - x[i] > 1e-12;
        const size_t a = right ? i : i - 1, b = a + 1;
        if (!right && (i == 0 || x[i] - x[a] <= 1e-12)) {
            out.slope[i] = i > 0 ? out.slope[i - 1] : 0;
            continue;
        }
        const double l = x[b] - x[a], kl = k * l, coth = 1 / std::tanh(kl), csch = kl > 700 ? 0 : 1 / std::sinh(kl);
        const double u0 = theta[head[a]] - torque[a] / gj, u1 = theta[head[b]] - torque[b] / gj,
                     q = (torque[b] - torque[a]) / gj / l;
        out.slope[i] = right ? q + k * (-u0 * coth + u1 * csch) : q + k * (-u0 * csch + u1 * coth);
    }
    return out;
}

Twist twistOf(const Context& c, std::span<const double> x, const double* forces)
{
    const WarpingShape w = warpingShape(c.s, c.p);
    return solveTwist(x, {forces + 3 * x.size(), x.size()}, c.g * c.p.it, w.wns > 0 ? c.e * c.p.iw : 0.0,
                      c.in.brief.warpingFixed);
}

template <class Sink> double openTorsionAt(const Context& c, std::span<const double> x, const double* forces,
                                           const Twist& twist, size_t i, Sink& sink)
{
    const size_t n = x.size();
    const double *fn = forces, *vy = forces + n, *vz = forces + 2 * n, *t = forces + 3 * n, *my = forces + 4 * n,
                 *mz = forces + 5 * n;
    const WarpingShape w = warpingShape(c.s, c.p);
    sink.heading("Torsion by the elastic theory", "H3.3");
    putSteel(c, sink);
    given(sink, "T", Quantity::Moment, std::abs(t[i]));
    given(sink, "N", Quantity::Force, std::abs(fn[i]));
    given(sink, "M_x", Quantity::Moment, std::abs(my[i]));
    given(sink, "M_y", Quantity::Moment, std::abs(mz[i]));
    const double a = given(sink, "A_g", Quantity::Area, c.p.a), sx = given(sink, "S_x", Quantity::SectionModulus, c.p.wely),
                 sy = given(sink, "S_y", Quantity::SectionModulus, c.p.welz);
    double bending = step(sink, "f_b", "N/A_g + M_x/S_x + M_y/S_y", "H3.3", Quantity::Stress,
                          std::abs(fn[i]) / a + std::abs(my[i]) / sx + std::abs(mz[i]) / sy);
    double warping = 0, warpingShear = 0;
    if (w.wns > 0) {
        sink.note(c.in.brief.warpingFixed[0] || c.in.brief.warpingFixed[1] ? "Warping is held where the brief says so."
                                                                           : "Both ends are free to warp.");
        // E·Cw·φ'' is the bimoment; stresses follow with Wns and Sws.
        const double b = given(sink, "B", Quantity::Ratio, std::abs(c.e * c.p.iw * twist.slope[i]), "bimoment, N·m²");
        const double cw = given(sink, "C_w", Quantity::Warping, c.p.iw), wns = given(sink, "W_ns", Quantity::Area, w.wns);
        warping = given(sink, "f_w", Quantity::Stress, b * wns / cw, "E·W_ns·φ''");
        warpingShear = c.e * w.sws * std::abs(twist.curvature[i]) / thickest(c.s);
    }
    const double fn1 = step(sink, "f_n", "f_b + f_w", "H3.3", Quantity::Stress,
                            bending + (w.wns > 0 ? warping : given(sink, "f_w", Quantity::Stress, 0.0)));
    const double sv = c.g * thickest(c.s) * std::abs(twist.rate[i]);
    // Shear-stiffness areas stand for those of the web and flanges; none stated: the whole section.
    const double av = c.p.avz > 0 ? c.p.avz : c.p.a, ah = c.p.avy > 0 ? c.p.avy : c.p.a;
    const double webShear = std::abs(vz[i]) / av + std::abs(vy[i]) / ah;
    given(sink, "tau_sv", Quantity::Stress, sv, "G·t·φ'");
    given(sink, "tau_w", Quantity::Stress, warpingShear, "E·S_ws·φ'''/t");
    given(sink, "tau_v", Quantity::Stress, webShear);
    const double tau = step(sink, "tau", "tau_sv + tau_w + tau_v", "H3.3", Quantity::Stress, sv + warpingShear + webShear);
    const double normal = putAvailable(c, sink, {"F_nc", "phi*F_y", "H3-7", Quantity::Stress},
                                       {"F_nc", "F_y/Omega", "H3-7", Quantity::Stress}, c.safety.torsion, c.fy);
    const double shear = putAvailable(c, sink, {"F_vc", "phi*0.6*F_y", "H3-8", Quantity::Stress},
                                      {"F_vc", "0.6*F_y/Omega", "H3-8", Quantity::Stress}, c.safety.torsion, 0.6 * c.fy);
    return step(sink, "ratio", "max(f_n/F_nc, tau/F_vc)", "H3.3", Quantity::Ratio, std::max(fn1 / normal, tau / shear));
}

OpenTorsion openTorsion(const Context& c, std::span<const double> x, const double* forces)
{
    OpenTorsion out;
    const Twist twist = twistOf(c, x, forces);
    const WarpingShape w = warpingShape(c.s, c.p);
    NoTrace none;
    const double normal = c.available(c.fy, c.safety.torsion);
    for (size_t i = 0; i < x.size(); ++i) {
        const double r = openTorsionAt(c, x, forces, twist, i, none);
        if (!(r <= out.ratio)) out.ratio = r, out.at = x[i];
        out.warping = std::max(out.warping, c.e * w.wns * std::abs(twist.slope[i]) / normal);
    }
    return out;
}

template double openTorsionAt<NoTrace>(const Context&, std::span<const double>, const double*, const Twist&, size_t, NoTrace&);
template double openTorsionAt<Trace>(const Context&, std::span<const double>, const double*, const Twist&, size_t, Trace&);

} // namespace wr::aisc360
