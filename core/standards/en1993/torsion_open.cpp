#include "core/standards/en1993/torsion_open.h"

#include <algorithm>

namespace wr::en1993 {

double openTorsionShare(const Context& c, double t)
{
    return c.p.it > 0 ? t * thickestOpenWall(c.s) / c.p.it / (c.fy / std::sqrt(3.0) / c.gammaM0()) : 1e9;
}

Twist twistOf(const Context& c, const Demands& d, size_t set)
{
    const WarpingShape w = warpingShape(c.s, c.p);
    return solveTwist(d.x, {d.concurrent(set) + 3 * d.x.size(), d.x.size()}, c.g * c.p.it, w.wns > 0 ? c.e * c.p.iw : 0.0,
                      c.in.brief.warpingFixed);
}

template <class Sink>
double openTorsionAt(const Context& c, const Demands& d, size_t set, const Twist& twist, size_t i, Sink& sink)
{
    const size_t n = d.x.size();
    const double* f = d.concurrent(set);
    const WarpingShape w = warpingShape(c.s, c.p);
    sink.heading("Torsion of an open section by the elastic theory", "6.2.7(5)");
    putSteel(c, sink);
    const double m0 = putM0(c, sink), t = thickestOpenWall(c.s);
    given(sink, "T_Ed", Quantity::Moment, std::abs(f[3 * n + i]));
    const double nn = given(sink, "N", Quantity::Force, std::abs(f[i])),
                 my = given(sink, "M_y", Quantity::Moment, std::abs(f[4 * n + i])),
                 mz = given(sink, "M_z", Quantity::Moment, std::abs(f[5 * n + i])), a = given(sink, "A", Quantity::Area, c.p.a),
                 wy = given(sink, "W_ely", Quantity::SectionModulus, c.p.wely),
                 wz = given(sink, "W_elz", Quantity::SectionModulus, c.p.welz);
    const double sb =
        step(sink, "sigma_b", "N/A + M_y/W_ely + M_z/W_elz", "6.2.9.2", Quantity::Stress, nn / a + my / wy + mz / wz);
    if (w.wns > 0)
        sink.note(c.in.brief.warpingFixed[0] || c.in.brief.warpingFixed[1] ? "Warping is held where the brief says so."
                                                                           : "Both ends are free to warp.");
    const double sw = given(sink, "sigma_w", Quantity::Stress, c.e * w.wns * std::abs(twist.slope[i]), "E·ω·φ''");
    const double sigma = step(sink, "sigma", "sigma_b + sigma_w", "6.2.7(5)", Quantity::Stress, sb + sw);
    const double av = c.p.avz > 0 ? c.p.avz : c.p.a, ah = c.p.avy > 0 ? c.p.avy : c.p.a;
    const double tt = given(sink, "tau_t", Quantity::Stress, c.g * t * std::abs(twist.rate[i]), "G·t·φ'"),
                 tw = given(sink, "tau_w", Quantity::Stress, c.e * w.sws * std::abs(twist.curvature[i]) / t, "E·S_ω·φ'''/t"),
                 tv = given(sink, "tau_v", Quantity::Stress, std::abs(f[2 * n + i]) / av + std::abs(f[n + i]) / ah);
    const double tau = step(sink, "tau", "tau_t + tau_w + tau_v", "6.2.7(5)", Quantity::Stress, tt + tw + tv);
    return step(sink, "ratio", "sqrt(sigma^2 + 3*tau^2)/(f_y/gamma_M0)", "6.1", Quantity::Ratio,
                std::sqrt(sigma * sigma + 3 * tau * tau) / (c.fy / m0));
}

OpenTorsion openTorsion(const Context& c, const Demands& d, size_t set)
{
    OpenTorsion out;
    const Twist twist = twistOf(c, d, set);
    NoTrace none;
    for (size_t i = 0; i < d.x.size(); ++i)
        if (const double r = openTorsionAt(c, d, set, twist, i, none); !(r <= out.ratio)) out = {r, d.x[i], i};
    return out;
}

template double openTorsionAt<NoTrace>(const Context&, const Demands&, size_t, const Twist&, size_t, NoTrace&);
template double openTorsionAt<Trace>(const Context&, const Demands&, size_t, const Twist&, size_t, Trace&);

} // namespace wr::en1993
