#include "core/standards/en1993/ltb.h"

#include <algorithm>

namespace wr::en1993 {

using LtbMethod = Options::Ltb;

bool ltbApplies(const Context& c)
{
    if (c.options.torsionHeld) return false;
    switch (c.s.kind) {
    case ShapeKind::I:
    case ShapeKind::IUnequal:
    case ShapeKind::Channel: return true;
    case ShapeKind::Rhs:
    case ShapeKind::Tee:
    case ShapeKind::Angle:
    case ShapeKind::DoubleAngle:
    case ShapeKind::BarFlat: return c.p.iy > c.p.iz * (1 + 1e-9);
    default: return false;
    }
}

LtbMethod ltbMethod(const Context& c)
{
    LtbMethod m = c.options.ltb != LtbMethod::Unstated ? c.options.ltb : c.national.ltb;
    if (m == LtbMethod::Rolled && c.options.ltb == LtbMethod::Unstated && c.national.rolledOnly && c.s.welded)
        m = LtbMethod::General;
    // 6.3.2.3 is for rolled or equivalent welded I; 6.3.2.4 for flanges in compression.
    if (m != LtbMethod::General && !c.iShape()) m = LtbMethod::General;
    return m;
}

Curve ltbCurve(const Context& c, bool rolledMethod)
{
    if (!c.iShape()) return Curve::D;
    const bool deep = c.s.h / std::max(c.s.b, c.s.b2) > 2;
    if (rolledMethod && !c.s.welded && c.s.h / std::max(c.s.b, c.s.b2) > c.national.curveDAbove) return Curve::D;
    if (!c.s.welded) return rolledMethod ? (deep ? Curve::C : Curve::B) : deep ? Curve::B : Curve::A;
    return deep ? Curve::D : Curve::C;
}

SectionStiffness stiffnessOf(const Context& c)
{
    return {c.e * c.p.iz, c.e * c.p.iw, c.g * c.p.it, c.p.betay};
}

double loadHeight(const Context& c)
{
    switch (c.in.brief.loadHeight) {
    case LoadHeight::Top: return c.p.iy / c.p.welyTop - c.p.zs;
    case LoadHeight::Bottom: return -c.p.iy / c.p.welyBottom - c.p.zs;
    case LoadHeight::Centroid: break;
    }
    return -c.p.zs;
}

double correctionFactor(const Segment& s)
{
    constexpr size_t n = Segment::kSamples;
    const double first = s.m[0], last = s.m[n - 1], middle = s.m[n / 2], quarter = s.m[n / 4];
    if (s.cantilever) return 1;
    if (!s.loaded()) {
        const double large = std::abs(first) > std::abs(last) ? first : last, small = large == first ? last : first;
        return large == 0 ? 1 : 1 / (1.33 - 0.33 * small / large);
    }
    const double sag = middle - (first + last) / 2; // of the loads alone
    // 0.25 for a distributed load, 0 for one at mid-span; anything between counts as distributed, whose factors are larger.
    const double shape = sag != 0 ? (quarter - (0.75 * first + 0.25 * last) - 0.5 * sag) / sag : 1;
    const bool atMiddle = std::abs(shape) < 0.02;
    // An end moment over that at mid-span: 0 simple; -2 (distributed) or -1 (at mid-span) fixed; propped -2 and -1.2.
    const double a = middle != 0 ? first / middle : 0, b = middle != 0 ? last / middle : 0;
    if (a > 0.02 || b > 0.02 || middle == 0) return 1;
    const double fixed = atMiddle ? -1.0 : -2.0, propped = atMiddle ? -1.2 : -2.0;
    const auto near = [](double v, double wanted) { return std::abs(v - wanted) <= 0.05 * std::max(1.0, std::abs(wanted)); };
    if (near(a, fixed) && near(b, fixed)) return atMiddle ? 0.77 : 0.90;
    if ((near(a, propped) && near(b, 0)) || (near(a, 0) && near(b, propped))) return atMiddle ? 0.82 : 0.91;
    return atMiddle ? 0.86 : 0.94;
}

namespace {

template <class Sink> double uniform(const Context& c, double length, EndFixity ends, Sink& sink)
{
    const double l = given(sink, "L", Quantity::Length, length), k = given(sink, "k", Quantity::Ratio, ends.k);
    given(sink, "k_w", Quantity::Ratio, ends.kw), given(sink, "E", Quantity::Stress, c.e),
        given(sink, "G", Quantity::Stress, c.g);
    const double iz = given(sink, "I_z", Quantity::Inertia, c.p.iz);
    given(sink, "I_t", Quantity::Inertia, c.p.it), given(sink, "I_w", Quantity::Warping, c.p.iw);
    step(sink, "N_z", "pi()^2*E*I_z/(k*L)^2", "6.3.1.2", Quantity::Force, kPi * kPi * c.e * iz / sqr(k * l));
    return step(sink, "M_0", "N_z*sqrt((k/k_w)^2*I_w/I_z + G*I_t/N_z)", "uniform moment", Quantity::Moment,
                uniformCriticalMoment(stiffnessOf(c), l, ends));
}

} // namespace

namespace {

// The diagram replaced by a uniform moment of the sign that is checked: opposite to that of its peak.
double uniformOpposite(const Context& c, const Segment& s, EndFixity ends)
{
    Segment u;
    u.length = s.length;
    u.largest = 1;
    u.m.fill(s.peak() > 0 ? -1.0 : 1.0);
    return criticalMoment(stiffnessOf(c), u, ends, 0);
}

} // namespace

template <class Sink> Critical criticalOf(const Context& c, const Segment& s, Sink& sink, double med)
{
    sink.heading("Elastic critical moment", "6.3.2.2(2)");
    const EndFixity ends{c.options.kz, c.options.kw};
    const double zg = s.loaded() || s.cantilever ? loadHeight(c) : 0.0;
    Critical out;
    if (c.options.c1) {
        sink.note("C1, C2 and C3 are stated in the brief.");
        const double m0 = uniform(c, s.length, ends, sink), c1 = given(sink, "C_1", Quantity::Ratio, *c.options.c1),
                     c2 = given(sink, "C_2", Quantity::Ratio, c.options.c2.value_or(0)),
                     c3 = given(sink, "C_3", Quantity::Ratio, c.options.c3.value_or(0)),
                     z = given(sink, "z_g", Quantity::SectionLength, s.net() < 0 ? -zg : zg,
                               "positive where the loads push towards the shear centre"),
                     zj = given(sink, "z_j", Quantity::SectionLength, (s.peak() < 0 ? 1 : -1) * c.p.betay / 2,
                                "positive where the larger flange is compressed by the largest moment");
        const double kl = ends.k * s.length, ncr = kPi * kPi * c.e * c.p.iz / (kl * kl);
        const double d = step(sink, "d_z", "C_2*z_g - C_3*z_j", "", Quantity::SectionLength, c2 * z - c3 * zj);
        out.mcr = step(sink, "M_cr", "C_1*(sqrt(M_0^2 + (N_z*d_z)^2) - N_z*d_z)", "6.3.2.2(2)", Quantity::Moment,
                       c1 * (std::sqrt(m0 * m0 + sqr(ncr * d)) - ncr * d));
        out.c1 = c1;
        out.kc = c1 > 1 ? 1 / std::sqrt(c1) : 1;
        return out;
    }
    if (s.cantilever)
        sink.note("A cantilever, its root held against warping and in plan.");
    else
        sink.note("The ends are held sideways and in twist.");
    const EndFixity reference = s.cantilever ? EndFixity{} : ends;
    const double m0 = uniform(c, s.length, reference, sink);
    if (zg != 0) given(sink, "z_g", Quantity::SectionLength, zg);
    if (c.p.betay != 0) given(sink, "z_j", Quantity::SectionLength, -c.p.betay / 2);
    const double mcr = criticalMoment(stiffnessOf(c), s, ends, zg);
    sink.note(
        "C1 comes from the energy solution of the segment under its own moment diagram; it holds the height of the loads and "
        "the section's lack of symmetry.");
    out.c1 = given(sink, "C_1", Quantity::Ratio, mcr / m0, "energy method");
    out.mcr = step(sink, "M_cr", "C_1*M_0", "6.3.2.2(2)", Quantity::Moment, mcr);
    if (med < 0.999 * s.largest && !s.cantilever) {
        sink.note(
            "The largest moment of the segment compresses the other flange, which is held by itself: M_cr goes with the moment "
            "that is checked, but is not less than that of uniform moment.");
        const double share = given(sink, "r_M", Quantity::Ratio, med / s.largest, "moment checked over the largest"),
                     plain = given(sink, "M_u", Quantity::Moment, uniformOpposite(c, s, ends), "uniform moment");
        out.mcr = step(sink, "M_cr", "max(r_M*M_cr, min(M_cr, M_u))", "6.3.2.2(2)", Quantity::Moment,
                       std::max(share * mcr, std::min(mcr, plain)));
        out.c1 = out.mcr / m0;
    }
    // With loads off the shear centre C1 is not that of the diagram's shape alone: k_c = 1 then.
    if (zg != 0 || c.p.betay != 0 || s.cantilever) out.c1 = std::min(out.c1, 1.0);
    if (out.c1 > 1 && out.mcr == mcr) out.kc = c.national.kcFromC1 ? 1 / std::sqrt(out.c1) : correctionFactor(s);
    return out;
}

namespace {

template <class Sink> double putKc(const Context& c, const Critical& m, Sink& sink)
{
    const bool fromC1 = m.kc < 1 && (c.national.kcFromC1 || c.options.c1);
    if (!fromC1) return given(sink, "k_c", Quantity::Ratio, m.kc, "Table 6.6");
    given(sink, "C_1", Quantity::Ratio, m.c1);
    return step(sink, "k_c", "1/sqrt(C_1)", "6.3.2.3(2)", Quantity::Ratio, 1 / std::sqrt(m.c1));
}

// 6.3.2.4 with the radius of gyration of the compressed flange and a third of the compressed part of the web.
template <class Sink> Lateral simplified(const Context& c, double w, const Critical& m, double length, double med, Sink& sink)
{
    Lateral out;
    out.clause = "6.3.2.4";
    sink.heading("Equivalent compression flange", "6.3.2.4");
    const double b = given(sink, "b", Quantity::SectionLength,
                           std::min(c.s.b, c.s.kind == ShapeKind::IUnequal ? c.s.b2 : c.s.b)),
                 tf = given(sink, "t_f", Quantity::SectionLength,
                            c.s.kind == ShapeKind::IUnequal ? std::min(c.s.tf, c.s.tf2) : c.s.tf),
                 hw = given(sink, "h_w", Quantity::SectionLength, webClear(c.s)),
                 tw = given(sink, "t_w", Quantity::SectionLength, c.s.tw), l = given(sink, "L_c", Quantity::Length, length),
                 e = given(sink, "E", Quantity::Stress, c.e), fy = given(sink, "f_y", Quantity::Stress, c.fy),
                 m1 = putM1(c, sink), wy = given(sink, "W_y", Quantity::SectionModulus, w);
    const double i = step(sink, "i_f", "sqrt(b^3*t_f/12/(b*t_f + h_w*t_w/6))", "6.3.2.4", Quantity::SectionLength,
                          std::sqrt(cube(b) * tf / 12 / (b * tf + hw * tw / 6)));
    const double l1 = step(sink, "lambda_1", "pi()*sqrt(E/f_y)", "6.3.1.3", Quantity::Ratio, kPi * std::sqrt(e / fy));
    const double kc = putKc(c, m, sink),
                 lf = step(sink, "lambdabar_f", "k_c*L_c/(i_f*lambda_1)", "6.59", Quantity::Ratio, kc * l / (i * l1));
    const double mc = step(sink, "M_cRd", "W_y*f_y/gamma_M1", "6.3.2.4", Quantity::Moment, wy * fy / m1);
    const double enough = given(sink, "lambda_c0", Quantity::Ratio, c.national.lambdaC0, "6.3.2.4(1)");
    out.lambda = lf;
    if (med > 0 && lf <= enough * mc / med) {
        sink.note("The slenderness does not exceed λc0·Mc,Rd/My,Ed: no reduction.");
        out.value = step(sink, "M_bRd", "M_cRd", "6.3.2.4(1)", Quantity::Moment, mc);
        return out;
    }
    const Curve curve = c.s.welded && c.s.h / tf <= 44 * c.epsilon ? Curve::D : Curve::C;
    sink.note(curveName(curve));
    const double alpha = given(sink, "alpha", Quantity::Ratio, imperfection(curve), "6.3.2.4(3)");
    out.chi = reductionFactor(alpha, lf);
    given(sink, "chi", Quantity::Ratio, out.chi, "6.3.1.2");
    const double kfl = given(sink, "k_fl", Quantity::Ratio, c.national.kfl, "6.3.2.4(2)");
    out.value = step(sink, "M_bRd", "min(M_cRd, k_fl*chi*M_cRd)", "6.60", Quantity::Moment, std::min(mc, kfl * out.chi * mc));
    out.chi = out.value / mc;
    return out;
}

} // namespace

template <class Sink>
Lateral lateralResistance(const Context& c, double w, const Critical& m, double length, double med, Sink& sink)
{
    const LtbMethod method = ltbMethod(c);
    if (method == LtbMethod::Simplified) return simplified(c, w, m, length, med, sink);
    const bool rolled = method == LtbMethod::Rolled;
    Lateral out;
    out.clause = rolled ? "6.3.2.3" : "6.3.2.2";
    sink.heading("Lateral-torsional buckling", out.clause);
    const double wy = given(sink, "W_y", Quantity::SectionModulus, w), fy = given(sink, "f_y", Quantity::Stress, c.fy),
                 mcr = given(sink, "M_cr", Quantity::Moment, m.mcr), m1 = putM1(c, sink);
    const double l = step(sink, "lambdabar_LT", "sqrt(W_y*f_y/M_cr)", "6.3.2.2", Quantity::Ratio, std::sqrt(wy * fy / mcr));
    out.lambda = l;
    // 6.3.2.2(4) refers to λ_LT,0 of 6.3.2.3 for all; it is used where that does not make the resistance jump, and for
    // rectangular tubes, which the clause may leave out altogether.
    const double plateau = rolled || c.s.kind == ShapeKind::Rhs ? c.national.lambdaLT0 : 0.2;
    const auto finish = [&](double chi) {
        out.chi = chi;
        out.value = step(sink, "M_bRd", "chi_LT*W_y*f_y/gamma_M1", "6.55", Quantity::Moment, chi * wy * fy / m1);
        return out;
    };
    if (l <= plateau) {
        sink.note(
            "So stocky that lateral-torsional buckling may be left out (6.3.2.2(4)); the like rule for small M_Ed/M_cr is not "
            "used, since a capacity would then jump with the load.");
        return finish(step(sink, "chi_LT", "1", "6.3.2.2(4)", Quantity::Ratio, 1.0));
    }
    const Curve curve = ltbCurve(c, rolled);
    sink.note(curveName(curve));
    const double alpha = given(sink, "alpha_LT", Quantity::Ratio, imperfection(curve), "Table 6.3");
    if (!rolled) {
        const double phi = step(sink, "Phi_LT", "0.5*(1 + alpha_LT*(lambdabar_LT - 0.2) + lambdabar_LT^2)", "6.3.2.2",
                                Quantity::Ratio, reductionPhi(alpha, l));
        return finish(step(sink, "chi_LT", "min(1, 1/(Phi_LT + sqrt(Phi_LT^2 - lambdabar_LT^2)))", "6.56", Quantity::Ratio,
                           reductionOf(phi, l)));
    }
    const double l0 = given(sink, "lambda_0", Quantity::Ratio, c.national.lambdaLT0, "6.3.2.3(1)"),
                 beta = given(sink, "beta", Quantity::Ratio, c.national.beta, "6.3.2.3(1)");
    const double phi = step(sink, "Phi_LT", "0.5*(1 + alpha_LT*(lambdabar_LT - lambda_0) + beta*lambdabar_LT^2)", "6.3.2.3",
                            Quantity::Ratio, reductionPhi(alpha, l, l0, beta));
    double chi = step(sink, "chi_LT", "min(1, 1/lambdabar_LT^2, 1/(Phi_LT + sqrt(Phi_LT^2 - beta*lambdabar_LT^2)))", "6.57",
                      Quantity::Ratio, std::min(1 / (l * l), reductionOf(phi, l, beta)));
    if (c.national.momentShape && m.kc < 1) {
        const double kc = putKc(c, m, sink);
        const double f = step(sink, "f", "min(1, 1 - 0.5*(1 - k_c)*(1 - 2*(lambdabar_LT - 0.8)^2))", "6.3.2.3(2)",
                              Quantity::Ratio, std::min(1.0, 1 - 0.5 * (1 - kc) * (1 - 2 * sqr(l - 0.8))));
        chi = step(sink, "chi_LT", "min(1, 1/lambdabar_LT^2, chi_LT/f)", "6.58", Quantity::Ratio,
                   std::min({1.0, 1 / (l * l), chi / f}));
    }
    return finish(chi);
}

#define WR_INSTANTIATE(SINK)                                                                                                   \
    template Critical criticalOf<SINK>(const Context&, const Segment&, SINK&, double);                                         \
    template Lateral lateralResistance<SINK>(const Context&, double, const Critical&, double, double, SINK&);
WR_INSTANTIATE(NoTrace)
WR_INSTANTIATE(Trace)
#undef WR_INSTANTIATE

} // namespace wr::en1993
