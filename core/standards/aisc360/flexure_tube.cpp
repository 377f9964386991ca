// AISC 360 F7: rectangular tubes and boxes; F8: round tubes.
#include "core/standards/aisc360/flexure.h"

namespace wr::aisc360 {

namespace {

// Effective section modulus of a rectangular tube whose compression wall is slender: the ineffective middle of that wall is
// taken away and the second moment is taken about the shifted axis.
double effectiveModulus(const Context& c, double b, double be, double depth, double inertia)
{
    const double loss = (b - be) * c.s.t, arm = (depth - c.s.t) / 2;
    const double area = c.p.a - loss, shift = loss * arm / area;
    const double effective = inertia - loss * arm * arm - area * shift * shift;
    return effective / (depth / 2 + shift);
}

// F7.3(c) (2016, 2022): slender webs. F7-7 to F7-9 with R_pg of F5-6, a_w = 2 h t/(b t).
template <class Sink>
double slenderWebs(const Context& c, double width, double depth, double modulus, double lambdaF, double lambdaW, Sink& sink)
{
    const double b = given(sink, "b", Quantity::SectionLength, wallFlat(width, c.s.t, c.s.ri), "B4.1"),
                 h = given(sink, "h", Quantity::SectionLength, wallFlat(depth, c.s.t, c.s.ri), "B4.1");
    given(sink, "lambda_w", Quantity::Ratio, lambdaW, "B4.1");
    const double aw = step(sink, "a_w", "min(10, 2*h/b)", "F7.3", Quantity::Ratio, std::min(10.0, 2 * h / b));
    const double rpg = step(sink, "R_pg", "min(1, 1 - a_w/(1200 + 300*a_w)*(lambda_w - 5.7*sqrt(E/F_y)))", "F5-6",
                            Quantity::Ratio, std::min(1.0, 1 - aw / (1200 + 300 * aw) * (lambdaW - 5.70 * c.root())));
    const double s = given(sink, "S", Quantity::SectionModulus, modulus);
    double m = step(sink, "M_nw", "R_pg*F_y*S", "F7-7", Quantity::Moment, rpg * c.fy * s);
    if (lambdaF > 1.12 * c.root()) {
        const double k = given(sink, "k_c", Quantity::Ratio, 4.0, "F7.3(c)");
        const double l = given(sink, "lambda", Quantity::Ratio, lambdaF, "B4.1");
        const double fcr = step(sink, "F_cr", "min(F_y, 0.9*E*k_c/lambda^2)", "F7-9", Quantity::Stress,
                                std::min(c.fy, 0.9 * c.e * k / (l * l)));
        m = step(sink, "M_nw", "R_pg*F_cr*S", "F7-8", Quantity::Moment, rpg * fcr * s);
    }
    return m;
}

} // namespace

template <class Sink> Flexure tubeFlexure(const Context& c, Axis axis, Sink& sink)
{
    Flexure out{0, "F7.1", {}};
    const bool major = axis == Axis::Major;
    const double t = c.s.t, width = major ? c.s.b : c.s.h, depth = major ? c.s.h : c.s.b;
    const double root = c.root(), inertia = major ? c.p.iy : c.p.iz, modulus = major ? c.p.wely : c.p.welz;
    const double flange = wallFlat(width, t, c.s.ri) / t, web = wallFlat(depth, t, c.s.ri) / t;
    if (web > 5.70 * root && c.edition < 2016) {
        out.available = kUncovered;
        out.uncovered = "tubes with slender webs in flexure are outside F7 of this edition";
        return out;
    }
    sink.heading("Yielding", "F7.1");
    const double mp = plasticMoment(c, major, "F7-1", sink);
    double mn = step(sink, "M_n", "M_p", "F7-1", Quantity::Moment, mp);
    given(sink, "E", Quantity::Stress, c.e);
    if (flange > 1.12 * root) {
        sink.heading("Flange local buckling", "F7.2");
        const double l = given(sink, "lambda", Quantity::Ratio, flange, "B4.1");
        double mf = 0;
        if (flange <= 1.40 * root) {
            const double s = given(sink, "S", Quantity::SectionModulus, modulus);
            mf = step(sink, "M_nf", "min(M_p, M_p - (M_p - F_y*S)*(3.57*lambda*sqrt(F_y/E) - 4))", "F7-2", Quantity::Moment,
                      std::min(mp, mp - (mp - c.fy * s) * (3.57 * l * std::sqrt(c.fy / c.e) - 4.0)));
        } else {
            const double wall = given(sink, "t", Quantity::SectionLength, t);
            const double be = step(sink, "b_e", "min(lambda*t, 1.92*t*sqrt(E/F_y)*(1 - 0.38/lambda*sqrt(E/F_y)))", "F7-4",
                                   Quantity::SectionLength, std::min(l * wall, 1.92 * wall * root * (1 - 0.38 / l * root)));
            const double se =
                given(sink, "S_e", Quantity::SectionModulus, effectiveModulus(c, l * wall, be, depth, inertia), "F7.2(c)");
            mf = step(sink, "M_nf", "F_y*S_e", "F7-3", Quantity::Moment, c.fy * se);
        }
        if (mf < mn) out.clause = "F7.2";
        mn = step(sink, "M_n", "min(M_n, M_nf)", "F7", Quantity::Moment, std::min(mn, mf));
    }
    if (web > 2.42 * root) {
        sink.heading("Web local buckling", "F7.3");
        double mw = 0;
        if (web > 5.70 * root)
            mw = slenderWebs(c, width, depth, modulus, flange, web, sink);
        else {
            const double l = given(sink, "lambda_w", Quantity::Ratio, web, "B4.1"),
                         s = given(sink, "S", Quantity::SectionModulus, modulus);
            mw = step(sink, "M_nw", "min(M_p, M_p - (M_p - F_y*S)*(0.305*lambda_w*sqrt(F_y/E) - 0.738))", "F7-6",
                      Quantity::Moment, std::min(mp, mp - (mp - c.fy * s) * (0.305 * l * std::sqrt(c.fy / c.e) - 0.738)));
        }
        if (mw < mn) out.clause = "F7.3";
        mn = step(sink, "M_n", "min(M_n, M_nw)", "F7", Quantity::Moment, std::min(mn, mw));
    }
    out.available = availableMoment(c, mn, sink);
    return out;
}

template <class Sink> Flexure roundFlexure(const Context& c, Sink& sink)
{
    Flexure out{0, "F8.1", {}};
    const double dt = c.s.d / c.s.t;
    if (dt >= 0.45 * c.e / c.fy) {
        out.available = kUncovered;
        out.uncovered = "a round tube with D/t of 0.45E/Fy or more is outside F8";
        return out;
    }
    sink.heading("Yielding", "F8.1");
    const double mp = plasticMoment(c, true, "F8-1", sink);
    double mn = step(sink, "M_n", "M_p", "F8-1", Quantity::Moment, mp);
    if (dt > 0.07 * c.e / c.fy) {
        out.clause = "F8.2";
        sink.heading("Local buckling", "F8.2");
        given(sink, "E", Quantity::Stress, c.e);
        const double r = given(sink, "d_t", Quantity::Ratio, dt, "B4.1"),
                     s = given(sink, "S", Quantity::SectionModulus, c.p.wely);
        if (dt <= 0.31 * c.e / c.fy)
            mn = step(sink, "M_n", "(0.021*E/d_t + F_y)*S", "F8-2", Quantity::Moment, (0.021 * c.e / r + c.fy) * s);
        else {
            const double fcr = step(sink, "F_cr", "0.33*E/d_t", "F8-4", Quantity::Stress, 0.33 * c.e / r);
            mn = step(sink, "M_n", "F_cr*S", "F8-3", Quantity::Moment, fcr * s);
        }
        mn = step(sink, "M_n", "min(M_n, M_p)", "F8", Quantity::Moment, std::min(mn, mp));
    }
    out.available = availableMoment(c, mn, sink);
    return out;
}

// F7.4. The editions before 2016 have no such limit state: their user note leaves it to deflection.
template <class Sink> Ltb tubeLtb(const Context& c, Axis axis, double lb, double cb, Sink& sink)
{
    const bool major = axis == Axis::Major;
    Ltb out;
    out.clause = "F7.4";
    sink.heading("Lateral-torsional buckling", "F7.4");
    const double fy = given(sink, "F_y", Quantity::Stress, c.fy), e = given(sink, "E", Quantity::Stress, c.e);
    const double z = given(sink, "Z", Quantity::SectionModulus, major ? c.p.wply : c.p.wplz),
                 s = given(sink, "S", Quantity::SectionModulus, major ? c.p.wely : c.p.welz);
    const double mp = step(sink, "M_p", "F_y*Z", "F7-1", Quantity::Moment, fy * z);
    out.plateau = mp;
    const double l = given(sink, "L_b", Quantity::Length, lb, "F7.4"),
                 ry = given(sink, "r_y", Quantity::SectionLength, major ? c.p.rz : c.p.ry);
    const double j = given(sink, "J", Quantity::Inertia, c.p.it), ag = given(sink, "A_g", Quantity::Area, c.p.a);
    const double lp =
        step(sink, "L_p", "0.13*E*r_y*sqrt(J*A_g)/M_p", "F7-12", Quantity::Length, 0.13 * e * ry * std::sqrt(j * ag) / mp);
    if (l <= lp) return shortEnough(c, out, "F7.4(a)", sink);
    const double lr = step(sink, "L_r", "2*E*r_y*sqrt(J*A_g)/(0.7*F_y*S)", "F7-13", Quantity::Length,
                           2 * e * ry * std::sqrt(j * ag) / (0.7 * fy * s));
    if (l <= lr)
        out.unit = step(sink, "M_1", "M_p - (M_p - 0.7*F_y*S)*(L_b - L_p)/(L_r - L_p)", "F7-10", Quantity::Moment,
                        mp - (mp - 0.7 * fy * s) * (l - lp) / (lr - lp));
    else
        out.unit =
            step(sink, "M_1", "2*E*sqrt(J*A_g)/(L_b/r_y)", "F7-11", Quantity::Moment, 2 * e * std::sqrt(j * ag) / (l / ry));
    return withCb(c, out, cb, l <= lr ? "F7-10" : "F7-11", "min(C_b*M_1, M_p)", sink);
}

template Flexure tubeFlexure<NoTrace>(const Context&, Axis, NoTrace&);
template Flexure tubeFlexure<Trace>(const Context&, Axis, Trace&);
template Flexure roundFlexure<NoTrace>(const Context&, NoTrace&);
template Flexure roundFlexure<Trace>(const Context&, Trace&);
template Ltb tubeLtb<NoTrace>(const Context&, Axis, double, double, NoTrace&);
template Ltb tubeLtb<Trace>(const Context&, Axis, double, double, Trace&);

} // namespace wr::aisc360
