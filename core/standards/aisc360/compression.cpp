#include "core/standards/aisc360/compression.h"

#include <algorithm>
#include <cmath>

namespace wr::aisc360 {

namespace {

constexpr double kPi = 3.14159265358979323846;
constexpr double sqr(double v)
{
    return v * v;
}

// E3-2, E3-3: critical stress from the elastic buckling stress.
template <class Sink> double criticalStress(double fy, double fe, Sink& sink)
{
    sink.put({"R", "F_y/F_e", "E3", Quantity::Ratio}, fy / fe);
    if (fy / fe <= 2.25)
        return sink.put({"F_cr", "0.658^(F_y/F_e)*F_y", "E3-2", Quantity::Stress}, std::pow(0.658, fy / fe) * fy);
    return sink.put({"F_cr", "0.877*F_e", "E3-3", Quantity::Stress}, 0.877 * fe);
}

// E7.1: effective width of one flat element of width b and thickness t (E7-2, E7-3; c1, c2 of Table E7.1).
template <class Sink>
double effectiveWidth(double width, double t, double limit, double c1, double c2, double yield, double critical, Sink& sink)
{
    const double b = sink.put({"b", "", "B4.1", Quantity::SectionLength}, width);
    const double thickness = sink.put({"t", "", "", Quantity::SectionLength}, t);
    const double lambda = sink.put({"lambda", "b/t", "B4.1", Quantity::Ratio}, b / thickness);
    const double lambdaR = sink.put({"lambda_r", "", "Table B4.1a", Quantity::Ratio}, limit);
    if (lambda <= lambdaR * std::sqrt(yield / critical)) return sink.put({"b_e", "b", "E7-2", Quantity::SectionLength}, b);
    const double k1 = sink.put({"c_1", "", "Table E7.1", Quantity::Ratio}, c1);
    const double k2 = sink.put({"c_2", "", "Table E7.1", Quantity::Ratio}, c2);
    const double fel =
        sink.put({"F_el", "(c_2*lambda_r/lambda)^2*F_y", "E7-5", Quantity::Stress}, sqr(k2 * lambdaR / lambda) * yield);
    const double be = b * (1 - k1 * std::sqrt(fel / critical)) * std::sqrt(fel / critical);
    return sink.put({"b_e", "b*(1 - c_1*sqrt(F_el/F_cr))*sqrt(F_el/F_cr)", "E7-3", Quantity::SectionLength}, be);
}

// Table B4.1a limits.
double flangeLimit(const Context& c)
{
    if (!c.s.welded) return 0.56 * std::sqrt(c.e / c.fy);
    return 0.64 * std::sqrt(kc(c.s) * c.e / c.fy);
}

template <class Sink>
double effectiveArea(const Context& c, double fcr, std::string_view& clause, std::string_view& uncovered, Sink& sink)
{
    const double ag = c.p.a, root = std::sqrt(c.e / c.fy);
    if (c.s.kind == ShapeKind::Chs) {
        const double ratio = c.s.d / c.s.t;
        if (ratio <= 0.11 * c.e / c.fy) return ag;
        clause = "E7.2";
        if (ratio >= 0.45 * c.e / c.fy) {
            uncovered = "a round tube with D/t of 0.45E/Fy or more is outside E7.2";
            return ag;
        }
        sink.heading("Effective area of the slender tube", "E7.2");
        sink.put({"E", "", "", Quantity::Stress}, c.e);
        const double dt = sink.put({"d_t", "", "B4.1", Quantity::Ratio}, ratio);
        return sink.put({"A_e", "(0.038*E/(F_y*d_t) + 2/3)*A_g", "E7-7", Quantity::Area},
                        (0.038 * c.e / (c.fy * dt) + 2.0 / 3) * ag);
    }
    if (c.s.kind == ShapeKind::Rhs) {
        const double b = wallFlat(c.s.b, c.s.t, c.s.ri), h = wallFlat(c.s.h, c.s.t, c.s.ri), limit = 1.40 * root;
        if (std::max(b, h) / c.s.t <= limit * std::sqrt(c.fy / fcr)) return ag;
        clause = "E7.1";
        sink.heading("Effective widths of slender walls", "E7.1");
        const double be = sink.put({"b_1", "b_e", "E7.1", Quantity::SectionLength},
                                   effectiveWidth(b, c.s.t, limit, 0.20, 1.38, c.fy, fcr, sink));
        const double lossB = sink.put({"d_1", "b - b_1", "E7.1", Quantity::SectionLength}, b - be);
        const double he = sink.put({"h_1", "b_e", "E7.1", Quantity::SectionLength},
                                   effectiveWidth(h, c.s.t, limit, 0.20, 1.38, c.fy, fcr, sink));
        const double lossH = sink.put({"d_2", "b - h_1", "E7.1", Quantity::SectionLength}, h - he);
        return sink.put({"A_e", "A_g - 2*(d_1 + d_2)*t", "E7.1", Quantity::Area}, ag - 2 * (lossB + lossH) * c.s.t);
    }
    const double b = flangeOutstand(c.s), h = webDepth(c.s), flange = flangeLimit(c), web = 1.49 * root,
                 grow = std::sqrt(c.fy / fcr);
    if (b / c.s.tf <= flange * grow && h / c.s.tw <= web * grow) return ag;
    clause = "E7.1";
    sink.heading("Effective widths of slender flange and web", "E7.1");
    const double be = effectiveWidth(b, c.s.tf, flange, 0.22, 1.49, c.fy, fcr, sink);
    const double lossF = sink.put({"d_f", "4*(b - b_e)*t", "E7.1", Quantity::Area}, 4 * (b - be) * c.s.tf);
    const double he = effectiveWidth(h, c.s.tw, web, 0.18, 1.31, c.fy, fcr, sink);
    const double lossW = sink.put({"d_w", "(b - b_e)*t", "E7.1", Quantity::Area}, (h - he) * c.s.tw);
    return sink.put({"A_e", "A_g - d_f - d_w", "E7.1", Quantity::Area}, ag - lossF - lossW);
}

} // namespace

template <class Sink> Compression compression(const Context& c, double lcx, double lcy, double lcz, Sink& sink)
{
    Compression out;
    out.clause = "E3";
    sink.heading("Flexural buckling", "E3");
    const double ag = sink.put({"A_g", "", "", Quantity::Area}, c.p.a);
    sink.put({"F_y", "", "", Quantity::Stress}, c.fy);
    sink.put({"E", "", "", Quantity::Stress}, c.e);
    const double lx = sink.put({"L_cx", "", "E2", Quantity::Length}, lcx),
                 rx = sink.put({"r_x", "", "", Quantity::SectionLength}, c.p.ry);
    const double sx = sink.put({"s_x", "L_cx/r_x", "E2", Quantity::Ratio}, lx / rx);
    const double ly = sink.put({"L_cy", "", "E2", Quantity::Length}, lcy),
                 ry = sink.put({"r_y", "", "", Quantity::SectionLength}, c.p.rz);
    const double sy = sink.put({"s_y", "L_cy/r_y", "E2", Quantity::Ratio}, ly / ry);
    const double s = sink.put({"s", "max(s_x, s_y)", "E2", Quantity::Ratio}, std::max(sx, sy));
    out.slenderness = s;
    double fe = sink.put({"F_e", "pi()^2*E/s^2", "E3-4", Quantity::Stress}, kPi * kPi * c.e / (s * s));
    if (c.s.kind == ShapeKind::I && lcz > lcy * (1 + 1e-9)) {
        sink.heading("Torsional buckling", "E4");
        const double lz = sink.put({"L_cz", "", "E4", Quantity::Length}, lcz);
        const double cw = sink.put({"C_w", "", "", Quantity::Warping}, c.p.iw),
                     j = sink.put({"J", "", "", Quantity::Inertia}, c.p.it);
        const double g = sink.put({"G", "", "", Quantity::Stress}, c.g);
        const double ix = sink.put({"I_x", "", "", Quantity::Inertia}, c.p.iy),
                     iy = sink.put({"I_y", "", "", Quantity::Inertia}, c.p.iz);
        const double ft = sink.put({"F_et", "(pi()^2*E*C_w/L_cz^2 + G*J)/(I_x + I_y)", "E4-2", Quantity::Stress},
                                   (kPi * kPi * c.e * cw / (lz * lz) + g * j) / (ix + iy));
        if (ft < fe) out.clause = "E4";
        fe = sink.put({"F_e", "min(F_e, F_et)", "E4", Quantity::Stress}, std::min(fe, ft));
    }
    const double fcr = criticalStress(c.fy, fe, sink);
    std::string_view local;
    const double ae = effectiveArea(c, fcr, local, out.uncovered, sink);
    double pn = 0;
    if (local.empty())
        pn = sink.put({"P_n", "F_cr*A_g", "E3-1", Quantity::Force}, fcr * ag);
    else {
        out.clause = local;
        pn = sink.put({"P_n", "F_cr*A_e", "E7-1", Quantity::Force}, fcr * ae);
    }
    out.available = putAvailable(c, sink, {"P_c", "phi*P_n", "E1", Quantity::Force},
                                 {"P_c", "P_n/Omega", "E1", Quantity::Force}, kCompression, pn);
    return out;
}

template Compression compression<NoTrace>(const Context&, double, double, double, NoTrace&);
template Compression compression<Trace>(const Context&, double, double, double, Trace&);

} // namespace wr::aisc360
