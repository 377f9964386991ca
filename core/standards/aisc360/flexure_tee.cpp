// AISC 360 F9: tees and pairs of angles loaded in the plane of symmetry, and what stands for F9 out of it. The flange of a tee
// and the outstanding legs of a pair are at +z: Side::Plus compresses them, Side::Minus the stem or the web legs.
#include "core/standards/aisc360/flexure.h"

namespace wr::aisc360 {

namespace {

double depthOf(const Context& c)
{
    return c.pair() ? backLeg(c.s) : c.s.h;
}
double sectionModulus(const Context& c)
{
    return c.p.wely; // to the farther fibre: the stem's end
}

// F9-1 to F9-4.
template <class Sink> double yielding(const Context& c, Side side, Sink& sink)
{
    sink.heading("Yielding", "F9.1");
    putSteel(c, sink);
    const double sx = given(sink, "S_x", Quantity::SectionModulus, sectionModulus(c)),
                 zx = given(sink, "Z_x", Quantity::SectionModulus, c.p.wply);
    const double my = step(sink, "M_y", "F_y*S_x", "F9-3", Quantity::Moment, c.fy * sx);
    if (side == Side::Plus)
        return step(sink, "M_p", "min(F_y*Z_x, 1.6*M_y)", "F9-2", Quantity::Moment, std::min(c.fy * zx, 1.6 * my));
    if (c.pair() && c.edition >= 2016) return step(sink, "M_p", "1.5*M_y", "F9-5", Quantity::Moment, 1.5 * my);
    if (c.edition <= 2010) return step(sink, "M_p", "min(F_y*Z_x, M_y)", "F9-3", Quantity::Moment, std::min(c.fy * zx, my));
    return step(sink, "M_p", "M_y", "F9-4", Quantity::Moment, my);
}

// F9.3 (a): the flange of a tee.
template <class Sink> double teeFlange(const Context& c, double mp, Sink& sink)
{
    const double lambda = c.s.b / 2 / c.s.tf, pf = 0.38 * c.root(), rf = 1.0 * c.root();
    if (lambda <= pf) return kUncovered;
    sink.heading("Flange local buckling", "F9.3");
    const double l = given(sink, "lambda", Quantity::Ratio, lambda, "B4.1"),
                 lp = given(sink, "lambda_pf", Quantity::Ratio, pf, "Table B4.1b"),
                 lr = given(sink, "lambda_rf", Quantity::Ratio, rf, "Table B4.1b");
    const double sxc = given(sink, "S_xc", Quantity::SectionModulus, c.p.welyTop);
    if (c.edition <= 2005) { // 2005 F9.3
        const double fcr = l <= lr ? step(sink, "F_cr", "F_y*(1.19 - 0.5*lambda*sqrt(F_y/E))", "F9-7", Quantity::Stress,
                                          c.fy * (1.19 - 0.5 * l * std::sqrt(c.fy / c.e)))
                                   : step(sink, "F_cr", "0.69*E/lambda^2", "F9-8", Quantity::Stress, 0.69 * c.e / (l * l));
        return step(sink, "M_f", "F_cr*S_xc", "F9-6", Quantity::Moment, fcr * sxc);
    }
    if (l <= lr) {
        given(sink, "M_p", Quantity::Moment, mp);
        given(sink, "M_y", Quantity::Moment, c.fy * sectionModulus(c));
        return step(sink, "M_f", "min(1.6*M_y, M_p - (M_p - 0.7*F_y*S_xc)*(lambda - lambda_pf)/(lambda_rf - lambda_pf))",
                    "F9-14", Quantity::Moment,
                    std::min(1.6 * c.fy * sectionModulus(c), mp - (mp - 0.7 * c.fy * sxc) * (l - lp) / (lr - lp)));
    }
    return step(sink, "M_f", "0.7*E*S_xc/lambda^2", "F9-15", Quantity::Moment, 0.7 * c.e * sxc / (l * l));
}

// F9.4 (a): the stem of a tee in flexural compression. 2005 has no such limit.
template <class Sink> double stemBuckling(const Context& c, Sink& sink)
{
    if (c.edition <= 2005) return kUncovered;
    sink.heading("Local buckling of the stem", "F9.4");
    const double l = given(sink, "lambda_s", Quantity::Ratio, c.s.h / c.s.tw, "B4.1"), x = l * std::sqrt(c.fy / c.e);
    const double sx = given(sink, "S_x", Quantity::SectionModulus, sectionModulus(c));
    double fcr = 0;
    if (x <= 0.84)
        fcr = step(sink, "F_cr", "F_y", "F9-17", Quantity::Stress, c.fy);
    else if (c.edition >= 2016)
        fcr = x <= 1.52 ? step(sink, "F_cr", "(1.43 - 0.515*lambda_s*sqrt(F_y/E))*F_y", "F9-18", Quantity::Stress,
                               (1.43 - 0.515 * l * std::sqrt(c.fy / c.e)) * c.fy)
                        : step(sink, "F_cr", "1.52*E/lambda_s^2", "F9-19", Quantity::Stress, 1.52 * c.e / (l * l));
    else
        fcr = x <= 1.03 ? step(sink, "F_cr", "(2.55 - 1.84*lambda_s*sqrt(F_y/E))*F_y", "F9-10", Quantity::Stress,
                               (2.55 - 1.84 * l * std::sqrt(c.fy / c.e)) * c.fy)
                        : step(sink, "F_cr", "0.69*E/lambda_s^2", "F9-11", Quantity::Stress, 0.69 * c.e / (l * l));
    return step(sink, "M_s", "F_cr*S_x", "F9-16", Quantity::Moment, fcr * sx);
}

// F9-10 to F9-12 (2016, 2022), F9-4, F9-5 (2005, 2010): elastic moment; B is negative where the stem is compressed.
template <class Sink> double elasticMoment(const Context& c, bool stemCompressed, double lb, Sink& sink)
{
    const double d = given(sink, "d", Quantity::SectionLength, depthOf(c)),
                 l = given(sink, "L_b", Quantity::Length, lb, "F9.2");
    const double iy = given(sink, "I_y", Quantity::Inertia, c.p.iz), j = given(sink, "J", Quantity::Inertia, c.p.it);
    const double size = 2.3 * d / l * std::sqrt(iy / j);
    const double b = stemCompressed ? step(sink, "B", "-2.3*d/L_b*sqrt(I_y/J)", "F9-12", Quantity::Ratio, -size)
                                    : step(sink, "B", "2.3*d/L_b*sqrt(I_y/J)", "F9-11", Quantity::Ratio, size);
    // B + sqrt(1 + B²) loses its digits for large negative B; 1/(sqrt(1 + B²) - B) is the same number.
    const double curve = b < 0 ? 1 / (std::sqrt(1 + b * b) - b) : b + std::sqrt(1 + b * b);
    if (c.edition >= 2016)
        return step(sink, "M_cr", "1.95*E/L_b*sqrt(I_y*J)*(B + sqrt(1 + B^2))", "F9-10", Quantity::Moment,
                    1.95 * c.e / l * std::sqrt(iy * j) * curve);
    const double g = given(sink, "G", Quantity::Stress, c.g);
    return step(sink, "M_cr", "pi()*sqrt(E*I_y*G*J)/L_b*(B + sqrt(1 + B^2))", "F9-4", Quantity::Moment,
                kPi * std::sqrt(c.e * iy * g * j) / l * curve);
}

} // namespace

template <class Sink> Flexure teeMajor(const Context& c, Side side, Sink& sink)
{
    Flexure out{0, "F9.1", {}};
    const double mp = yielding(c, side, sink);
    double mn = step(sink, "M_n", "M_p", "F9-1", Quantity::Moment, mp);
    const auto take = [&](double m, std::string_view formula, std::string_view clause) {
        if (!(m < kUncovered)) return;
        if (m < mn) out.clause = clause;
        mn = step(sink, "M_n", formula, "F9", Quantity::Moment, std::min(mn, m));
    };
    if (c.pair()) {
        const double leg = side == Side::Plus ? outstandingLeg(c.s) : backLeg(c.s);
        if (leg / c.s.t > 0.54 * c.root()) {
            sink.heading("Leg local buckling", side == Side::Plus ? "F9.3" : "F9.4");
            const double m = legBuckling(c, leg / c.s.t, side == Side::Plus ? c.p.welyTop : c.p.welyBottom, sink);
            take(m, "min(M_n, M_l)", side == Side::Plus ? "F9.3" : "F9.4");
        }
    } else if (side == Side::Plus)
        take(teeFlange(c, mp, sink), "min(M_n, M_f)", "F9.3");
    else
        take(stemBuckling(c, sink), "min(M_n, M_s)", "F9.4");
    out.available = availableMoment(c, mn, sink);
    return out;
}

template <class Sink> Ltb teeLtb(const Context& c, Side side, double lb, Sink& sink)
{
    Ltb out;
    out.clause = "F9.2";
    out.curve = Ltb::Curve::NoCb;
    NoTrace none;
    const double mp = yielding(c, side, none), my = c.fy * sectionModulus(c);
    sink.heading("Lateral-torsional buckling", "F9.2");
    putSteel(c, sink);
    const double sx = given(sink, "S_x", Quantity::SectionModulus, sectionModulus(c));
    step(sink, "M_y", "F_y*S_x", "F9-3", Quantity::Moment, my);
    given(sink, "M_p", Quantity::Moment, mp, "F9.1");
    out.plateau = mp;
    const auto finish = [&](std::string_view formula, std::string_view equation) {
        const double mn = step(sink, "M_n", formula, equation, Quantity::Moment, out.nominal(1));
        out.available = availableMoment(c, mn, sink);
        return out;
    };
    if (lb <= 0) return shortEnough(c, out, "F9.2", sink);
    if (side == Side::Minus) {
        out.unit = elasticMoment(c, true, lb, sink);
        if (!c.pair() || c.edition <= 2010) return finish("min(M_cr, M_p)", "F9-13");
        out.curve = Ltb::Curve::YieldNoCb;
        out.plateau = my;
        return my <= out.unit ? finish("min(1.5*M_y, (1.92 - 1.17*sqrt(M_y/M_cr))*M_y)", "F10-2")
                              : finish("(0.92 - 0.17*M_cr/M_y)*M_cr", "F10-3");
    }
    if (c.edition <= 2010) {
        out.unit = elasticMoment(c, false, lb, sink);
        return finish("min(M_cr, M_p)", "F9-4");
    }
    const double l = given(sink, "L_b", Quantity::Length, lb, "F9.2"), ry = given(sink, "r_y", Quantity::SectionLength, c.p.rz);
    const double lp = step(sink, "L_p", "1.76*r_y*sqrt(E/F_y)", "F9-8", Quantity::Length, 1.76 * ry * c.root());
    if (l <= lp) return shortEnough(c, out, "F9.2(a)", sink);
    const double d = given(sink, "d", Quantity::SectionLength, depthOf(c)), iy = given(sink, "I_y", Quantity::Inertia, c.p.iz),
                 j = given(sink, "J", Quantity::Inertia, c.p.it);
    const double lr = step(sink, "L_r", "1.95*E/F_y*sqrt(I_y*J)/S_x*sqrt(2.36*F_y/E*d*S_x/J + 1)", "F9-9", Quantity::Length,
                           1.95 * c.e / c.fy * std::sqrt(iy * j) / sx * std::sqrt(2.36 * c.fy / c.e * d * sx / j + 1));
    if (l <= lr) {
        out.unit = step(sink, "M_1", "M_p - (M_p - M_y)*(L_b - L_p)/(L_r - L_p)", "F9-6", Quantity::Moment,
                        mp - (mp - my) * (l - lp) / (lr - lp));
        return finish("min(M_1, M_p)", "F9-6");
    }
    out.unit = elasticMoment(c, false, lb, sink);
    return finish("min(M_cr, M_p)", "F9-7");
}

// Out of the plane of symmetry the standard has no section of its own; F6 is taken for the flange of a tee, and for pairs first
// yield times the same 1.6 with the legs by F10.3.
template <class Sink> Flexure teeMinor(const Context& c, Sink& sink)
{
    sink.note("Bending out of the plane of symmetry: F6 is taken for the parts that are bent in their own plane.");
    if (!c.pair()) return iMinor(c, sink);
    Flexure out{0, "F6.1", {}};
    sink.heading("Yielding", "F6.1");
    putSteel(c, sink);
    const double z = given(sink, "Z_y", Quantity::SectionModulus, c.p.wplz),
                 s = given(sink, "S_y", Quantity::SectionModulus, c.p.welz);
    const double mp =
        step(sink, "M_p", "min(F_y*Z_y, 1.6*F_y*S_y)", "F6-1", Quantity::Moment, std::min(c.fy * z, 1.6 * c.fy * s));
    double mn = step(sink, "M_n", "M_p", "F6-1", Quantity::Moment, mp);
    if (outstandingLeg(c.s) / c.s.t > 0.54 * c.root()) {
        sink.heading("Leg local buckling", "F10.3");
        const double m = legBuckling(c, outstandingLeg(c.s) / c.s.t, c.p.welz, sink);
        if (m < mn) out.clause = "F10.3";
        mn = step(sink, "M_n", "min(M_n, M_l)", "F10.3", Quantity::Moment, std::min(mn, m));
    }
    out.available = availableMoment(c, mn, sink);
    return out;
}

template Flexure teeMajor<NoTrace>(const Context&, Side, NoTrace&);
template Flexure teeMajor<Trace>(const Context&, Side, Trace&);
template Flexure teeMinor<NoTrace>(const Context&, NoTrace&);
template Flexure teeMinor<Trace>(const Context&, Trace&);
template Ltb teeLtb<NoTrace>(const Context&, Side, double, NoTrace&);
template Ltb teeLtb<Trace>(const Context&, Side, double, Trace&);

} // namespace wr::aisc360
