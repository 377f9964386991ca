#include "core/standards/aisc360/flexure.h"

#include <cmath>
#include <limits>

namespace wr::aisc360 {

namespace {

constexpr double kPi = 3.14159265358979323846;
constexpr double sqr(double v)
{
    return v * v;
}

template <class Sink> double availableMoment(const Context& c, double nominal, Sink& sink)
{
    return putAvailable(c, sink, {"M_c", "phi*M_n", "F1", Quantity::Moment}, {"M_c", "M_n/Omega", "F1", Quantity::Moment},
                        kFlexure, nominal);
}

template <class Sink> double plastic(const Context& c, bool major, std::string_view clause, Sink& sink)
{
    const double fy = sink.put({"F_y", "", "", Quantity::Stress}, c.fy);
    const double z = sink.put({"Z", "", "", Quantity::SectionModulus}, major ? c.p.wply : c.p.wplz);
    return sink.put({"M_p", "F_y*Z", clause, Quantity::Moment}, fy * z);
}

// Table B4.1b, case 10 (rolled) and 11 (built-up) flanges of I shapes; FL of built-up compact-web shapes is 0.7 Fy.
double flangeSlender(const Context& c)
{
    return c.s.welded ? 0.95 * std::sqrt(kc(c.s) * c.e / (0.7 * c.fy)) : 1.0 * std::sqrt(c.e / c.fy);
}

template <class Sink> Flexure iMajor(const Context& c, Sink& sink)
{
    Flexure out{0, "F2.1", {}};
    const double root = std::sqrt(c.e / c.fy), web = webDepth(c.s) / c.s.tw;
    if (web > 3.76 * root) {
        out.available = kUncovered;
        out.uncovered = web > 5.70 * root ? "slender web in flexure: F5 is not covered yet"
                                          : "noncompact web in flexure: F4 is not covered yet";
        return out;
    }
    sink.heading("Yielding", "F2.1");
    const double mp = plastic(c, true, "F2-1", sink);
    double mn = sink.put({"M_n", "M_p", "F2-1", Quantity::Moment}, mp);
    const double lambda = flangeOutstand(c.s) / c.s.tf, lambdaP = 0.38 * root, lambdaR = flangeSlender(c);
    if (lambda > lambdaP) {
        out.clause = "F3.2";
        sink.heading("Compression flange local buckling", "F3.2");
        const double l = sink.put({"lambda", "", "B4.1", Quantity::Ratio}, lambda);
        const double lp = sink.put({"lambda_pf", "", "Table B4.1b", Quantity::Ratio}, lambdaP),
                     lr = sink.put({"lambda_rf", "", "Table B4.1b", Quantity::Ratio}, lambdaR);
        const double sx = sink.put({"S_x", "", "", Quantity::SectionModulus}, c.p.wely);
        if (l <= lr)
            mn = sink.put(
                {"M_n", "M_p - (M_p - 0.7*F_y*S_x)*(lambda - lambda_pf)/(lambda_rf - lambda_pf)", "F3-1", Quantity::Moment},
                mp - (mp - 0.7 * c.fy * sx) * (l - lp) / (lr - lp));
        else {
            const double k = sink.put({"k_c", "", "Table B4.1", Quantity::Ratio}, kc(c.s));
            sink.put({"E", "", "", Quantity::Stress}, c.e);
            mn = sink.put({"M_n", "0.9*E*k_c*S_x/lambda^2", "F3-2", Quantity::Moment}, 0.9 * c.e * k * sx / (l * l));
        }
    }
    out.available = availableMoment(c, mn, sink);
    return out;
}

template <class Sink> Flexure iMinor(const Context& c, Sink& sink)
{
    Flexure out{0, "F6.1", {}};
    sink.heading("Yielding", "F6.1");
    const double fy = sink.put({"F_y", "", "", Quantity::Stress}, c.fy);
    const double z = sink.put({"Z_y", "", "", Quantity::SectionModulus}, c.p.wplz),
                 s = sink.put({"S_y", "", "", Quantity::SectionModulus}, c.p.welz);
    const double mp = sink.put({"M_p", "min(F_y*Z_y, 1.6*F_y*S_y)", "F6-1", Quantity::Moment}, std::min(fy * z, 1.6 * fy * s));
    double mn = sink.put({"M_n", "M_p", "F6-1", Quantity::Moment}, mp);
    const double root = std::sqrt(c.e / c.fy), lambda = flangeOutstand(c.s) / c.s.tf;
    const double lambdaP = 0.38 * root, lambdaR = 1.0 * root; // Table B4.1b case 13
    if (lambda > lambdaP) {
        out.clause = "F6.2";
        sink.heading("Flange local buckling", "F6.2");
        const double l = sink.put({"lambda", "", "B4.1", Quantity::Ratio}, lambda);
        const double lp = sink.put({"lambda_pf", "", "Table B4.1b", Quantity::Ratio}, lambdaP),
                     lr = sink.put({"lambda_rf", "", "Table B4.1b", Quantity::Ratio}, lambdaR);
        if (l <= lr)
            mn = sink.put(
                {"M_n", "M_p - (M_p - 0.7*F_y*S_y)*(lambda - lambda_pf)/(lambda_rf - lambda_pf)", "F6-2", Quantity::Moment},
                mp - (mp - 0.7 * fy * s) * (l - lp) / (lr - lp));
        else {
            sink.put({"E", "", "", Quantity::Stress}, c.e);
            const double fcr = sink.put({"F_cr", "0.69*E/lambda^2", "F6-4", Quantity::Stress}, 0.69 * c.e / (l * l));
            mn = sink.put({"M_n", "F_cr*S_y", "F6-3", Quantity::Moment}, fcr * s);
        }
    }
    out.available = availableMoment(c, mn, sink);
    return out;
}

// Effective section modulus of a rectangular tube whose compression wall is slender: the ineffective middle of that wall is
// taken away and the second moment is taken about the shifted axis.
double effectiveModulus(const Context& c, double b, double be, double depth, double inertia)
{
    const double loss = (b - be) * c.s.t, arm = (depth - c.s.t) / 2;
    const double area = c.p.a - loss, shift = loss * arm / area;
    const double effective = inertia - loss * arm * arm - area * shift * shift;
    return effective / (depth / 2 + shift);
}

template <class Sink> Flexure tube(const Context& c, bool major, Sink& sink)
{
    Flexure out{0, "F7.1", {}};
    const double t = c.s.t, width = major ? c.s.b : c.s.h, depth = major ? c.s.h : c.s.b;
    const double root = std::sqrt(c.e / c.fy), inertia = major ? c.p.iy : c.p.iz, modulus = major ? c.p.wely : c.p.welz;
    const double flange = wallFlat(width, t, c.s.ri) / t, web = wallFlat(depth, t, c.s.ri) / t;
    if (web > 5.70 * root) {
        out.available = kUncovered;
        out.uncovered = "slender web of a tube in flexure: F7.3(c) is not covered yet";
        return out;
    }
    sink.heading("Yielding", "F7.1");
    const double mp = plastic(c, major, "F7-1", sink);
    double mn = sink.put({"M_n", "M_p", "F7-1", Quantity::Moment}, mp);
    sink.put({"E", "", "", Quantity::Stress}, c.e);
    if (flange > 1.12 * root) {
        sink.heading("Flange local buckling", "F7.2");
        const double l = sink.put({"lambda", "", "B4.1", Quantity::Ratio}, flange);
        double mf = 0;
        if (flange <= 1.40 * root) {
            const double s = sink.put({"S", "", "", Quantity::SectionModulus}, modulus);
            mf = sink.put({"M_nf", "min(M_p, M_p - (M_p - F_y*S)*(3.57*lambda*sqrt(F_y/E) - 4))", "F7-2", Quantity::Moment},
                          std::min(mp, mp - (mp - c.fy * s) * (3.57 * l * std::sqrt(c.fy / c.e) - 4.0)));
        } else {
            const double wall = sink.put({"t", "", "", Quantity::SectionLength}, t);
            const double be = sink.put(
                {"b_e", "min(lambda*t, 1.92*t*sqrt(E/F_y)*(1 - 0.38/lambda*sqrt(E/F_y)))", "F7-4", Quantity::SectionLength},
                std::min(l * wall, 1.92 * wall * root * (1 - 0.38 / l * root)));
            const double se =
                sink.put({"S_e", "", "F7.2(c)", Quantity::SectionModulus}, effectiveModulus(c, l * wall, be, depth, inertia));
            mf = sink.put({"M_nf", "F_y*S_e", "F7-3", Quantity::Moment}, c.fy * se);
        }
        if (mf < mn) out.clause = "F7.2";
        mn = sink.put({"M_n", "min(M_n, M_nf)", "F7", Quantity::Moment}, std::min(mn, mf));
    }
    if (web > 2.42 * root) {
        sink.heading("Web local buckling", "F7.3");
        const double l = sink.put({"lambda_w", "", "B4.1", Quantity::Ratio}, web),
                     s = sink.put({"S", "", "", Quantity::SectionModulus}, modulus);
        const double mw =
            sink.put({"M_nw", "min(M_p, M_p - (M_p - F_y*S)*(0.305*lambda_w*sqrt(F_y/E) - 0.738))", "F7-6", Quantity::Moment},
                     std::min(mp, mp - (mp - c.fy * s) * (0.305 * l * std::sqrt(c.fy / c.e) - 0.738)));
        if (mw < mn) out.clause = "F7.3";
        mn = sink.put({"M_n", "min(M_n, M_nw)", "F7", Quantity::Moment}, std::min(mn, mw));
    }
    out.available = availableMoment(c, mn, sink);
    return out;
}

template <class Sink> Flexure round(const Context& c, Sink& sink)
{
    Flexure out{0, "F8.1", {}};
    const double dt = c.s.d / c.s.t;
    if (dt >= 0.45 * c.e / c.fy) {
        out.available = kUncovered;
        out.uncovered = "a round tube with D/t of 0.45E/Fy or more is outside F8";
        return out;
    }
    sink.heading("Yielding", "F8.1");
    const double mp = plastic(c, true, "F8-1", sink);
    double mn = sink.put({"M_n", "M_p", "F8-1", Quantity::Moment}, mp);
    if (dt > 0.07 * c.e / c.fy) {
        out.clause = "F8.2";
        sink.heading("Local buckling", "F8.2");
        sink.put({"E", "", "", Quantity::Stress}, c.e);
        const double r = sink.put({"d_t", "", "B4.1", Quantity::Ratio}, dt),
                     s = sink.put({"S", "", "", Quantity::SectionModulus}, c.p.wely);
        if (dt <= 0.31 * c.e / c.fy)
            mn = sink.put({"M_n", "(0.021*E/d_t + F_y)*S", "F8-2", Quantity::Moment}, (0.021 * c.e / r + c.fy) * s);
        else {
            const double fcr = sink.put({"F_cr", "0.33*E/d_t", "F8-4", Quantity::Stress}, 0.33 * c.e / r);
            mn = sink.put({"M_n", "F_cr*S", "F8-3", Quantity::Moment}, fcr * s);
        }
        mn = sink.put({"M_n", "min(M_n, M_p)", "F8", Quantity::Moment}, std::min(mn, mp));
    }
    out.available = availableMoment(c, mn, sink);
    return out;
}

template <class Sink> Ltb iLtb(const Context& c, double lb, double cb, Sink& sink)
{
    Ltb out;
    out.clause = "F2.2";
    sink.heading("Lateral-torsional buckling", "F2.2");
    const double fy = sink.put({"F_y", "", "", Quantity::Stress}, c.fy), e = sink.put({"E", "", "", Quantity::Stress}, c.e);
    const double z = sink.put({"Z_x", "", "", Quantity::SectionModulus}, c.p.wply),
                 sx = sink.put({"S_x", "", "", Quantity::SectionModulus}, c.p.wely);
    const double mp = sink.put({"M_p", "F_y*Z_x", "F2-1", Quantity::Moment}, fy * z);
    out.plateau = mp;
    const double l = sink.put({"L_b", "", "F2.2", Quantity::Length}, lb);
    const double ry = sink.put({"r_y", "", "", Quantity::SectionLength}, c.p.rz);
    const double lp = sink.put({"L_p", "1.76*r_y*sqrt(E/F_y)", "F2-5", Quantity::Length}, 1.76 * ry * std::sqrt(e / fy));
    if (l <= lp) {
        sink.note("L_b does not exceed L_p: lateral-torsional buckling does not reduce the plastic moment.");
        out.unit = std::numeric_limits<double>::infinity();
        const double mn = sink.put({"M_n", "M_p", "F2.2(a)", Quantity::Moment}, mp);
        out.available = availableMoment(c, mn, sink);
        return out;
    }
    const double iy = sink.put({"I_y", "", "", Quantity::Inertia}, c.p.iz),
                 cw = sink.put({"C_w", "", "", Quantity::Warping}, c.p.iw);
    const double j = sink.put({"J", "", "", Quantity::Inertia}, c.p.it),
                 ho = sink.put({"h_o", "", "", Quantity::SectionLength}, c.p.ho);
    const double rts =
        sink.put({"r_ts", "sqrt(sqrt(I_y*C_w)/S_x)", "F2-7", Quantity::SectionLength}, std::sqrt(std::sqrt(iy * cw) / sx));
    const double x = sink.put({"q", "J/(S_x*h_o)", "F2-6", Quantity::Ratio}, j / (sx * ho));
    const double lr =
        sink.put({"L_r", "1.95*r_ts*E/(0.7*F_y)*sqrt(q + sqrt(q^2 + 6.76*(0.7*F_y/E)^2))", "F2-6", Quantity::Length},
                 1.95 * rts * e / (0.7 * fy) * std::sqrt(x + std::sqrt(x * x + 6.76 * sqr(0.7 * fy / e))));
    if (l <= lr)
        out.unit = sink.put({"M_1", "M_p - (M_p - 0.7*F_y*S_x)*(L_b - L_p)/(L_r - L_p)", "F2-2", Quantity::Moment},
                            mp - (mp - 0.7 * fy * sx) * (l - lp) / (lr - lp));
    else {
        const double f1 = sink.put({"F_1", "pi()^2*E/(L_b/r_ts)^2*sqrt(1 + 0.078*q*(L_b/r_ts)^2)", "F2-4", Quantity::Stress},
                                   kPi * kPi * e / sqr(l / rts) * std::sqrt(1 + 0.078 * x * sqr(l / rts)));
        out.unit = sink.put({"M_1", "F_1*S_x", "F2-3", Quantity::Moment}, f1 * sx);
    }
    sink.put({"C_b", "", "F1", Quantity::Ratio}, cb);
    const double mn =
        sink.put({"M_n", "min(C_b*M_1, M_p)", l <= lr ? "F2-2" : "F2-3", Quantity::Moment}, ltbNominal(cb, out.unit, mp));
    out.available = availableMoment(c, mn, sink);
    return out;
}

template <class Sink> Ltb tubeLtb(const Context& c, double lb, double cb, Sink& sink)
{
    Ltb out;
    out.clause = "F7.4";
    sink.heading("Lateral-torsional buckling", "F7.4");
    const double fy = sink.put({"F_y", "", "", Quantity::Stress}, c.fy), e = sink.put({"E", "", "", Quantity::Stress}, c.e);
    const double z = sink.put({"Z_x", "", "", Quantity::SectionModulus}, c.p.wply),
                 sx = sink.put({"S_x", "", "", Quantity::SectionModulus}, c.p.wely);
    const double mp = sink.put({"M_p", "F_y*Z_x", "F7-1", Quantity::Moment}, fy * z);
    out.plateau = mp;
    const double l = sink.put({"L_b", "", "F7.4", Quantity::Length}, lb),
                 ry = sink.put({"r_y", "", "", Quantity::SectionLength}, c.p.rz);
    const double j = sink.put({"J", "", "", Quantity::Inertia}, c.p.it), ag = sink.put({"A_g", "", "", Quantity::Area}, c.p.a);
    const double lp =
        sink.put({"L_p", "0.13*E*r_y*sqrt(J*A_g)/M_p", "F7-12", Quantity::Length}, 0.13 * e * ry * std::sqrt(j * ag) / mp);
    if (l <= lp) {
        sink.note("L_b does not exceed L_p: lateral-torsional buckling does not reduce the plastic moment.");
        out.unit = std::numeric_limits<double>::infinity();
        const double mn = sink.put({"M_n", "M_p", "F7.4(a)", Quantity::Moment}, mp);
        out.available = availableMoment(c, mn, sink);
        return out;
    }
    const double lr = sink.put({"L_r", "2*E*r_y*sqrt(J*A_g)/(0.7*F_y*S_x)", "F7-13", Quantity::Length},
                               2 * e * ry * std::sqrt(j * ag) / (0.7 * fy * sx));
    if (l <= lr)
        out.unit = sink.put({"M_1", "M_p - (M_p - 0.7*F_y*S_x)*(L_b - L_p)/(L_r - L_p)", "F7-10", Quantity::Moment},
                            mp - (mp - 0.7 * fy * sx) * (l - lp) / (lr - lp));
    else
        out.unit =
            sink.put({"M_1", "2*E*sqrt(J*A_g)/(L_b/r_y)", "F7-11", Quantity::Moment}, 2 * e * std::sqrt(j * ag) / (l / ry));
    sink.put({"C_b", "", "F1", Quantity::Ratio}, cb);
    const double mn =
        sink.put({"M_n", "min(C_b*M_1, M_p)", l <= lr ? "F7-10" : "F7-11", Quantity::Moment}, ltbNominal(cb, out.unit, mp));
    out.available = availableMoment(c, mn, sink);
    return out;
}

} // namespace

template <class Sink> Flexure flexureMajor(const Context& c, Sink& sink)
{
    switch (c.s.kind) {
    case ShapeKind::I: return iMajor(c, sink);
    case ShapeKind::Rhs: return tube(c, true, sink);
    case ShapeKind::Chs: return round(c, sink);
    default: return {kUncovered, "F", "this shape is not covered yet in chapter F"};
    }
}

template <class Sink> Flexure flexureMinor(const Context& c, Sink& sink)
{
    switch (c.s.kind) {
    case ShapeKind::I: return iMinor(c, sink);
    case ShapeKind::Rhs: return tube(c, false, sink);
    case ShapeKind::Chs: return round(c, sink);
    default: return {kUncovered, "F", "this shape is not covered yet in chapter F"};
    }
}

bool ltbApplies(const Context& c)
{
    // F7.4: square tubes and tubes bent about the weaker axis do not buckle sideways.
    return c.s.kind == ShapeKind::I || (c.s.kind == ShapeKind::Rhs && c.p.iy > c.p.iz * (1 + 1e-9));
}

template <class Sink> Ltb lateralTorsional(const Context& c, double lb, double cb, Sink& sink)
{
    return c.s.kind == ShapeKind::I ? iLtb(c, lb, cb, sink) : tubeLtb(c, lb, cb, sink);
}

template <class Sink> double momentFactor(double mMax, double ma, double mb, double mc, Sink& sink)
{
    if (!(mMax > 0)) return 1.0;
    const double m = sink.put({"M_max", "", "F1", Quantity::Moment}, mMax),
                 a = sink.put({"M_A", "", "F1", Quantity::Moment}, ma);
    const double b = sink.put({"M_B", "", "F1", Quantity::Moment}, mb), c = sink.put({"M_C", "", "F1", Quantity::Moment}, mc);
    return sink.put({"C_b", "12.5*M_max/(2.5*M_max + 3*M_A + 4*M_B + 3*M_C)", "F1-1", Quantity::Ratio},
                    12.5 * m / (2.5 * m + 3 * a + 4 * b + 3 * c));
}

template Flexure flexureMajor<NoTrace>(const Context&, NoTrace&);
template Flexure flexureMajor<Trace>(const Context&, Trace&);
template Flexure flexureMinor<NoTrace>(const Context&, NoTrace&);
template Flexure flexureMinor<Trace>(const Context&, Trace&);
template Ltb lateralTorsional<NoTrace>(const Context&, double, double, NoTrace&);
template Ltb lateralTorsional<Trace>(const Context&, double, double, Trace&);
template double momentFactor<NoTrace>(double, double, double, double, NoTrace&);
template double momentFactor<Trace>(double, double, double, double, Trace&);

} // namespace wr::aisc360
