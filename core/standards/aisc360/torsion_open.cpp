#include "core/standards/aisc360/torsion_open.h"

#include <algorithm>
#include <cmath>

namespace wr::aisc360 {

double openTorsionShare(const Context& c, double t)
{
    return c.p.it > 0 ? t * thickestOpenWall(c.s) / c.p.it / c.available(0.6 * c.fy, c.safety.torsion) : 1e9;
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
        warpingShear = c.e * w.sws * std::abs(twist.curvature[i]) / thickestOpenWall(c.s);
    }
    const double fn1 = step(sink, "f_n", "f_b + f_w", "H3.3", Quantity::Stress,
                            bending + (w.wns > 0 ? warping : given(sink, "f_w", Quantity::Stress, 0.0)));
    const double sv = c.g * thickestOpenWall(c.s) * std::abs(twist.rate[i]);
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
        if (!(r <= out.ratio)) {
            out.ratio = r;
            out.at = x[i];
        }
        out.warping = std::max(out.warping, c.e * w.wns * std::abs(twist.slope[i]) / normal);
    }
    return out;
}

template double openTorsionAt<NoTrace>(const Context&, std::span<const double>, const double*, const Twist&, size_t, NoTrace&);
template double openTorsionAt<Trace>(const Context&, std::span<const double>, const double*, const Twist&, size_t, Trace&);

} // namespace wr::aisc360
