#include "core/standards/en1993/resistance.h"

#include "core/standards/en1993/flange_holes.h"

#include <algorithm>

namespace wr::en1993 {

template <class Sink> Resistance tension(const Context& c, Sink& sink)
{
    sink.heading("Tension", "6.2.3");
    putSteel(c, sink);
    const double a = given(sink, "A", Quantity::Area, c.p.a), m0 = putM0(c, sink);
    const double npl = step(sink, "N_plRd", "A*f_y/gamma_M0", "6.6", Quantity::Force, a * c.fy / m0);
    Resistance out{npl, "6.2.3", {}};
    if (const double net = c.in.brief.netAreaRatio.value_or(1) * c.in.brief.shearLag.value_or(1); net < 1) {
        const double r = given(sink, "r_net", Quantity::Ratio, c.in.brief.netAreaRatio.value_or(1), "6.2.2.2"),
                     u = given(sink, "U", Quantity::Ratio, c.in.brief.shearLag.value_or(1)),
                     fu = given(sink, "f_u", Quantity::Stress, c.fu, "3.2"),
                     m2 = given(sink, "gamma_M2", Quantity::Ratio, c.national.gammaM2, "6.1");
        const double nu = step(sink, "N_uRd", "0.9*r_net*U*A*f_u/gamma_M2", "6.7", Quantity::Force, 0.9 * r * u * a * fu / m2);
        if (nu < npl) out.clause = "6.7";
        out.value = step(sink, "N_tRd", "min(N_plRd, N_uRd)", "6.2.3(2)", Quantity::Force, std::min(npl, nu));
    } else {
        sink.note("No holes are stated (netAreaRatio): the net section is not asked.");
        step(sink, "N_tRd", "N_plRd", "6.2.3(2)", Quantity::Force, npl);
    }
    return out;
}

template <class Sink>
Resistance sectionCompression(const Context& c, const Plates& plates, const Effective& e, int cls, Sink& sink)
{
    sink.heading("Resistance of the section to compression", "6.2.4");
    putSteel(c, sink);
    const double m0 = putM0(c, sink);
    if (cls == 4) {
        const double a = effectiveArea(c, plates, e, sink);
        return {step(sink, "N_cRd", "A_eff*f_y/gamma_M0", "6.11", Quantity::Force, a * c.fy / m0), "6.2.4", e.uncovered};
    }
    const double a = given(sink, "A", Quantity::Area, c.p.a);
    return {step(sink, "N_cRd", "A*f_y/gamma_M0", "6.10", Quantity::Force, a * c.fy / m0), "6.2.4", {}};
}

template <class Sink>
double modulus(const Context& c, const Plates& plates, const Effective& e, int cls, Axis axis, Side side, Sink& sink)
{
    const bool y = axis == Axis::Y;
    if (cls <= 2) return given(sink, y ? "W_y" : "W_z", Quantity::SectionModulus, y ? c.p.wply : c.p.wplz, "W_pl, 6.2.5(2)");
    if (cls == 3) return given(sink, y ? "W_y" : "W_z", Quantity::SectionModulus, y ? c.p.wely : c.p.welz, "W_el, 6.2.5(2)");
    const double w = effectiveModulus(c, plates, e, axis, side, sink);
    return step(sink, y ? "W_y" : "W_z", "W_eff", "6.2.5(2)", Quantity::SectionModulus, w);
}

template <class Sink>
Resistance bending(const Context& c, const Plates& plates, const Effective& e, int cls, Axis axis, Side side, Sink& sink)
{
    const bool y = axis == Axis::Y;
    sink.heading(y ? "Bending about y" : "Bending about z", "6.2.5");
    putSteel(c, sink);
    const double m0 = putM0(c, sink), w = modulus(c, plates, e, cls, axis, side, sink);
    const double m = y ? step(sink, "M_cRd", "W_y*f_y/gamma_M0",
                              cls <= 2   ? "6.13"
                              : cls == 3 ? "6.14"
                                         : "6.15",
                              Quantity::Moment, w * c.fy / m0)
                       : step(sink, "M_cRd", "W_z*f_y/gamma_M0",
                              cls <= 2   ? "6.13"
                              : cls == 3 ? "6.14"
                                         : "6.15",
                              Quantity::Moment, w * c.fy / m0);
    Resistance out{m, "6.2.5", cls == 4 ? e.uncovered : std::string_view{}};
    if (!y) return out;
    const HolesKeep holes = holesKeep(c, cls, side, sink);
    if (!holes.uncovered.empty()) out.uncovered = holes.uncovered;
    if (holes.share < 1) {
        out.value = step(sink, "M_cRd", "k_h*W_y*f_y/gamma_M0", "6.2.5(4)", Quantity::Moment, holes.share * m);
        out.clause = "6.2.5(4)";
    }
    return out;
}

namespace {

// 6.2.6(3) a: rolled I, b: rolled channels, c: rolled tees (corrigendum 2009), d, e: welded I and boxes.
template <class Sink> double webArea(const Context& c, Sink& sink)
{
    const Shape& s = c.s;
    const auto put = [&](std::string_view symbol, double v) { return given(sink, symbol, Quantity::SectionLength, v); };
    if (s.welded || s.kind == ShapeKind::IUnequal) {
        const double eta = given(sink, "eta", Quantity::Ratio, c.eta(), "EN 1993-1-5 5.1"), hw = put("h_w", webClear(s)),
                     t = put("t_w", s.tw);
        return step(sink, "A_v", "eta*h_w*t_w", "6.2.6(3)d", Quantity::Area, eta * hw * t);
    }
    const double a = given(sink, "A", Quantity::Area, c.p.a), b = put("b", s.b), tf = put("t_f", s.tf), tw = put("t_w", s.tw),
                 r = put("r", s.r);
    if (s.kind == ShapeKind::Channel)
        return step(sink, "A_v", "A - 2*b*t_f + (t_w + r)*t_f", "6.2.6(3)b", Quantity::Area, a - 2 * b * tf + (tw + r) * tf);
    const double eta = given(sink, "eta", Quantity::Ratio, c.eta(), "EN 1993-1-5 5.1"), hw = put("h_w", webClear(s));
    return step(sink, "A_v", "max(A - 2*b*t_f + (t_w + 2*r)*t_f, eta*h_w*t_w)", "6.2.6(3)a", Quantity::Area,
                std::max(a - 2 * b * tf + (tw + 2 * r) * tf, eta * hw * tw));
}

template <class Sink> double teeArea(const Context& c, Sink& sink)
{
    const Shape& s = c.s;
    const auto put = [&](std::string_view symbol, double v) { return given(sink, symbol, Quantity::SectionLength, v); };
    const double tf = put("t_f", s.tf), tw = put("t_w", s.tw), h = put("h", s.h);
    if (s.welded || s.r <= 0) return step(sink, "A_v", "t_w*(h - t_f/2)", "6.2.6(3)c", Quantity::Area, tw * (h - tf / 2));
    const double a = given(sink, "A", Quantity::Area, c.p.a), b = put("b", s.b), r = put("r", s.r);
    return step(sink, "A_v", "A - b*t_f + (t_w + 2*r)*t_f/2", "6.2.6(3)c", Quantity::Area, a - b * tf + (tw + 2 * r) * tf / 2);
}

template <class Sink> double platePair(double b, double t, int n, Sink& sink)
{
    sink.note("6.2.6(3) does not name this part: the plates that lie along the shear.");
    const double width = given(sink, "b", Quantity::SectionLength, b), thick = given(sink, "t", Quantity::SectionLength, t),
                 count = given(sink, "n", Quantity::Ratio, n);
    return step(sink, "A_v", "n*b*t", "6.2.6(3)", Quantity::Area, count * width * thick);
}

} // namespace

template <class Sink> double shearArea(const Context& c, Axis axis, Sink& sink)
{
    const Shape& s = c.s;
    const bool y = axis == Axis::Y;
    const auto put = [&](std::string_view symbol, double v) { return given(sink, symbol, Quantity::SectionLength, v); };
    switch (s.kind) {
    case ShapeKind::I:
    case ShapeKind::IUnequal:
    case ShapeKind::Channel: {
        if (y) return webArea(c, sink);
        const double a = given(sink, "A", Quantity::Area, c.p.a), hw = put("h_w", webClear(s)), t = put("t_w", s.tw);
        return step(sink, "A_v", "A - h_w*t_w", "6.2.6(3)e", Quantity::Area, a - hw * t);
    }
    case ShapeKind::Tee: return y ? teeArea(c, sink) : platePair(s.b, s.tf, 1, sink);
    case ShapeKind::Rhs: {
        const double a = given(sink, "A", Quantity::Area, c.p.a), h = put("h", s.h), b = put("b", s.b);
        return y ? step(sink, "A_v", "A*h/(b + h)", "6.2.6(3)f", Quantity::Area, a * h / (b + h))
                 : step(sink, "A_v", "A*b/(b + h)", "6.2.6(3)f", Quantity::Area, a * b / (b + h));
    }
    case ShapeKind::Chs: {
        const double a = given(sink, "A", Quantity::Area, c.p.a);
        return step(sink, "A_v", "2*A/pi()", "6.2.6(3)g", Quantity::Area, 2 * a / kPi);
    }
    case ShapeKind::Angle: return platePair(y ? s.h : s.b, s.t, 1, sink);
    case ShapeKind::DoubleAngle: {
        const double back = s.longBack ? std::max(s.h, s.b) : std::min(s.h, s.b);
        return platePair(y ? back : s.h + s.b - back, s.t, 2, sink);
    }
    case ShapeKind::Cruciform: return y ? platePair(s.h, s.tw, 1, sink) : platePair(s.b, s.tf, 1, sink);
    case ShapeKind::BarFlat:
    case ShapeKind::BarRound: {
        const double a = given(sink, "A", Quantity::Area, c.p.a);
        return step(sink, "A_v", "A", "6.2.6(3)", Quantity::Area, a);
    }
    case ShapeKind::None: break;
    }
    return 0;
}

template <class Sink> Resistance plasticShear(const Context& c, Axis axis, Sink& sink)
{
    if (c.s.kind == ShapeKind::None)
        return {kUncovered, "6.2.6", "a section without dimensions has no shear area: give \"shape\" and dimensions"};
    sink.heading(axis == Axis::Y ? "Shear along z" : "Shear along y", "6.2.6");
    putSteel(c, sink);
    const double m0 = putM0(c, sink), av = shearArea(c, axis, sink);
    return {step(sink, "V_plRd", "A_v*f_y/sqrt(3)/gamma_M0", "6.18", Quantity::Force, av * c.fy / std::sqrt(3.0) / m0),
            "6.2.6",
            {}};
}

namespace {

// The plates that carry a shear: height between the flanges, thickness, how many.
struct Web
{
    double h, t;
    int n;
};
Web webOf(const Context& c, Axis axis)
{
    if (c.s.kind == ShapeKind::Rhs) return {(axis == Axis::Y ? c.s.h : c.s.b) - 3 * c.s.t, c.s.t, 2};
    return {webClear(c.s), c.s.tw, 1};
}

// EN 1993-1-5 A.3: k_τ of a panel between transverse stiffeners without longitudinal ones; 5.34 without.
double shearCoefficient(double hw, std::optional<double> spacing)
{
    if (!spacing) return 5.34;
    const double r = hw / *spacing;
    return *spacing >= hw ? 5.34 + 4 * r * r : 4 + 5.34 * r * r;
}

// What falls out of the compressed flange in uniform compression (class 4), m²: the larger loss of both flanges.
double flangeLoss(const Context& c, Axis axis)
{
    double top = 0, low = 0;
    for (const Plate& p : platesOf(c)) {
        const double from = axis == Axis::Y ? p.z1 : p.y1, to = axis == Axis::Y ? p.z2 : p.y2;
        if (std::abs(from - to) > 0.05 * p.c) continue; // a web
        (from > 0 ? top : low) += (1 - reduction(c, p, 1, p.internal ? 4.0 : 0.43)) * p.c * p.t;
    }
    return std::max(top, low);
}

} // namespace

bool shearBuckles(const Context& c, Axis axis)
{
    const bool tube = c.s.kind == ShapeKind::Rhs, webbed = c.iShape() || c.s.kind == ShapeKind::Channel;
    if (!tube && !(webbed && axis == Axis::Y)) return false;
    const Web w = webOf(c, axis);
    const double limit = c.in.brief.stiffenerSpacing ? 31 * std::sqrt(shearCoefficient(w.h, c.in.brief.stiffenerSpacing)) : 72;
    return w.h / w.t > limit * c.epsilon / c.eta();
}

template <class Sink> Resistance shearBuckling(const Context& c, Axis axis, Sink& sink)
{
    const Web w = webOf(c, axis);
    const bool rigid = c.options.rigidEndPost;
    sink.heading(c.s.kind == ShapeKind::Rhs ? "Shear buckling of the walls" : "Shear buckling of the web", "EN 1993-1-5 5.2");
    const double h = given(sink, "h_w", Quantity::SectionLength, w.h), t = given(sink, "t_w", Quantity::SectionLength, w.t),
                 eps = given(sink, "epsilon", Quantity::Ratio, c.epsilon),
                 eta = given(sink, "eta", Quantity::Ratio, c.eta(), "5.1"), fy = given(sink, "f_y", Quantity::Stress, c.fy),
                 m1 = putM1(c, sink);
    double l = 0;
    if (c.in.brief.stiffenerSpacing) {
        const double a = given(sink, "a", Quantity::Length, *c.in.brief.stiffenerSpacing, "5.3"), r = h / a;
        const double k = a >= h
                             ? step(sink, "k_tau", "5.34 + 4*(h_w/a)^2", "EN 1993-1-5 A.5", Quantity::Ratio, 5.34 + 4 * r * r)
                             : step(sink, "k_tau", "4 + 5.34*(h_w/a)^2", "EN 1993-1-5 A.5", Quantity::Ratio, 4 + 5.34 * r * r);
        l = step(sink, "lambdabar_w", "h_w/(37.4*t_w*epsilon*sqrt(k_tau))", "EN 1993-1-5 5.6", Quantity::Ratio,
                 h / (37.4 * t * eps * std::sqrt(k)));
    } else
        l = step(sink, "lambdabar_w", "h_w/(86.4*t_w*epsilon)", "EN 1993-1-5 5.5", Quantity::Ratio, h / (86.4 * t * eps));
    sink.note(rigid ? "Rigid end posts are stated." : "End posts are taken as not rigid.");
    double chi = 0;
    if (l < 0.83 / eta)
        chi = step(sink, "chi_w", "eta", "EN 1993-1-5 Table 5.1", Quantity::Ratio, eta);
    else if (l < 1.08 || !rigid)
        chi = step(sink, "chi_w", "0.83/lambdabar_w", "EN 1993-1-5 Table 5.1", Quantity::Ratio, 0.83 / l);
    else
        chi = step(sink, "chi_w", "1.37/(0.7 + lambdabar_w)", "EN 1993-1-5 Table 5.1", Quantity::Ratio, 1.37 / (0.7 + l));
    const double n = given(sink, "n", Quantity::Ratio, w.n);
    const double v = step(sink, "V_bRd", "min(chi_w, eta)*n*f_y*h_w*t_w/(sqrt(3)*gamma_M1)", "EN 1993-1-5 5.1, 5.2",
                          Quantity::Force, std::min(chi, eta) * n * fy * h * t / (std::sqrt(3.0) * m1));
    return {v, "EN 1993-1-5 5.2", {}};
}

template <class Sink> FlangeMoments flangeMoments(const Context& c, Axis axis, double n, Sink& sink)
{
    const Shape& s = c.s;
    const auto put = [&](std::string_view symbol, Quantity q, double v, std::string_view source = "") {
        return given(sink, symbol, q, v, source);
    };
    double first = 0, second = 0, arm = 0;
    if (s.kind == ShapeKind::Rhs) {
        first = second = (axis == Axis::Y ? s.b : s.h) * s.t;
        arm = (axis == Axis::Y ? s.h : s.b) - s.t;
    } else {
        const bool unequal = s.kind == ShapeKind::IUnequal;
        const double tb = unequal ? s.tf2 : s.tf;
        first = s.b * s.tf;
        second = (unequal ? s.b2 : s.b) * tb;
        arm = s.h - s.tf / 2 - tb / 2;
    }
    const double loss = put("A_out", Quantity::Area, flangeLoss(c, axis), "EN 1993-1-5 4.4, compressed flange");
    const double both = put("A_2f", Quantity::Area, first + second, "both flanges"), fy = put("f_y", Quantity::Stress, c.fy),
                 m0 = put("gamma_M0", Quantity::Ratio, c.gammaM0(), "6.1"),
                 af = put("A_f", Quantity::Area, std::min(first, second), "the smaller flange"),
                 d = put("d_f", Quantity::SectionLength, arm), force = put("N_Ed", Quantity::Force, n);
    const double share = step(sink, "n_f", "max(0, 1 - N_Ed/((A_2f - A_out)*f_y/gamma_M0))", "EN 1993-1-5 5.4(2)",
                              Quantity::Ratio, std::max(0.0, 1 - force / ((both - loss) * fy / m0)));
    FlangeMoments out;
    out.flanges = step(sink, "M_fRd", "n_f*(A_f - A_out)*d_f*f_y/gamma_M0", "EN 1993-1-5 5.4(1)", Quantity::Moment,
                       share * (af - loss) * d * fy / m0);
    const double w = put("W_pl", Quantity::SectionModulus, axis == Axis::Y ? c.p.wply : c.p.wplz);
    out.plastic = step(sink, "M_plRd", "(W_pl - A_out*d_f/2)*f_y/gamma_M0", "EN 1993-1-5 7.1(1)", Quantity::Moment,
                       (w - loss * d / 2) * fy / m0);
    return out;
}

bool flangesHelpShear(const Context& c)
{
    return c.iShape() && c.in.brief.stiffenerSpacing && shearBuckles(c, Axis::Y);
}

template <class Sink> Resistance shearWithFlanges(const Context& c, double n, double m, Sink& sink)
{
    const Shape& s = c.s;
    const Resistance web = shearBuckling(c, Axis::Y, sink);
    sink.heading("Contribution of the flanges", "EN 1993-1-5 5.4");
    const double mf = flangeMoments(c, Axis::Y, n, sink).flanges,
                 med = given(sink, "M_Ed", Quantity::Moment, m, "of the same place");
    if (!(med < mf)) {
        sink.note("The flanges are used up by bending: the web alone (5.4(1)).");
        return web;
    }
    const bool second = s.kind == ShapeKind::IUnequal && s.b2 * s.tf2 < s.b * s.tf;
    const double width = given(sink, "b_0", Quantity::SectionLength, second ? s.b2 : s.b, "the weaker flange"),
                 tf = given(sink, "t_f", Quantity::SectionLength, second ? s.tf2 : s.tf),
                 a = given(sink, "a", Quantity::Length, c.in.brief.stiffenerSpacing.value_or(0), "5.3"),
                 t = given(sink, "t_w", Quantity::SectionLength, s.tw),
                 h = given(sink, "h_w", Quantity::SectionLength, webClear(s)),
                 eps = given(sink, "epsilon", Quantity::Ratio, c.epsilon), fy = given(sink, "f_y", Quantity::Stress, c.fy),
                 m1 = putM1(c, sink);
    const double b = step(sink, "b_f", "min(b_0, 30*epsilon*t_f + t_w)", "EN 1993-1-5 5.4(1)", Quantity::SectionLength,
                          std::min(width, 30 * eps * tf + t));
    const double hinge = step(sink, "c", "a*(0.25 + 1.6*b_f*t_f^2/(t_w*h_w^2))", "EN 1993-1-5 5.8", Quantity::Length,
                              a * (0.25 + 1.6 * b * tf * tf / (t * h * h)));
    const double vbf = step(sink, "V_bfRd", "b_f*t_f^2*f_y/(c*gamma_M1)*(1 - (M_Ed/M_fRd)^2)", "EN 1993-1-5 5.8",
                            Quantity::Force, b * tf * tf * fy / (hinge * m1) * (1 - sqr(med / mf)));
    const double vbw = given(sink, "V_bwRd", Quantity::Force, web.value, "EN 1993-1-5 5.2"),
                 eta = given(sink, "eta", Quantity::Ratio, c.eta(), "5.1");
    return {step(sink, "V_bRd", "min(V_bwRd + V_bfRd, eta*f_y*h_w*t_w/(sqrt(3)*gamma_M1))", "EN 1993-1-5 5.1", Quantity::Force,
                 std::min(vbw + vbf, eta * fy * h * t / (std::sqrt(3.0) * m1))),
            "EN 1993-1-5 5.4",
            {}};
}

#define WR_INSTANTIATE(SINK)                                                                                                   \
    template Resistance tension<SINK>(const Context&, SINK&);                                                                  \
    template Resistance sectionCompression<SINK>(const Context&, const Plates&, const Effective&, int, SINK&);                 \
    template double modulus<SINK>(const Context&, const Plates&, const Effective&, int, Axis, Side, SINK&);                    \
    template Resistance bending<SINK>(const Context&, const Plates&, const Effective&, int, Axis, Side, SINK&);                \
    template double shearArea<SINK>(const Context&, Axis, SINK&);                                                              \
    template Resistance plasticShear<SINK>(const Context&, Axis, SINK&);                                                       \
    template Resistance shearBuckling<SINK>(const Context&, Axis, SINK&);                                                      \
    template FlangeMoments flangeMoments<SINK>(const Context&, Axis, double, SINK&);                                           \
    template Resistance shearWithFlanges<SINK>(const Context&, double, double, SINK&);
WR_INSTANTIATE(NoTrace)
WR_INSTANTIATE(Trace)
#undef WR_INSTANTIATE

} // namespace wr::en1993
