#include "core/standards/aisc360/shear.h"

#include <algorithm>
#include <cmath>

namespace wr::aisc360 {

namespace {

constexpr double kPi = 3.14159265358979323846;

template <class Sink> double availableShear(const Context& c, Safety f, double vn, Sink& sink)
{
    return putAvailable(c, sink, {"V_c", "phi*V_n", "G1", Quantity::Force}, {"V_c", "V_n/Omega", "G1", Quantity::Force}, f, vn);
}

// G2-9 to G2-11: web shear buckling coefficient Cv2.
template <class Sink> double cv2(const Context& c, double ratio, double kv, Sink& sink)
{
    const double e = sink.put({"E", "", "", Quantity::Stress}, c.e), fy = sink.put({"F_y", "", "", Quantity::Stress}, c.fy);
    const double l = sink.put({"lambda", "", "B4.1", Quantity::Ratio}, ratio),
                 k = sink.put({"k_v", "", "G", Quantity::Ratio}, kv);
    const double root = std::sqrt(k * e / fy);
    if (l <= 1.10 * root) return sink.put({"C_v2", "1", "G2-9", Quantity::Ratio}, 1.0);
    if (l <= 1.37 * root) return sink.put({"C_v2", "1.1*sqrt(k_v*E/F_y)/lambda", "G2-10", Quantity::Ratio}, 1.1 * root / l);
    return sink.put({"C_v2", "1.51*k_v*E/(lambda^2*F_y)", "G2-11", Quantity::Ratio}, 1.51 * k * e / (l * l * fy));
}

template <class Sink> Shear iWeb(const Context& c, Sink& sink)
{
    sink.heading("Shear in the web", "G2.1");
    const double e = sink.put({"E", "", "", Quantity::Stress}, c.e), fy = sink.put({"F_y", "", "", Quantity::Stress}, c.fy);
    const double ratio = sink.put({"lambda", "", "B4.1", Quantity::Ratio}, webDepth(c.s) / c.s.tw);
    const double d = sink.put({"d", "", "", Quantity::SectionLength}, c.s.h),
                 tw = sink.put({"t_w", "", "", Quantity::SectionLength}, c.s.tw);
    const double aw = sink.put({"A_w", "d*t_w", "G2", Quantity::Area}, d * tw);
    const bool stocky = !c.s.welded && ratio <= 2.24 * std::sqrt(e / fy);
    double cv1 = 1.0;
    std::string_view clause = "G2.1(b)";
    if (stocky) {
        clause = "G2.1(a)";
        sink.note("Rolled I with h/t_w not above 2.24 sqrt(E/F_y).");
        cv1 = sink.put({"C_v1", "1", "G2-2", Quantity::Ratio}, 1.0);
    } else {
        const double kv = sink.put({"k_v", "", "G2.1(b)", Quantity::Ratio}, 5.34);
        if (ratio <= 1.10 * std::sqrt(kv * e / fy))
            cv1 = sink.put({"C_v1", "1", "G2-3", Quantity::Ratio}, 1.0);
        else
            cv1 = sink.put({"C_v1", "1.1*sqrt(k_v*E/F_y)/lambda", "G2-4", Quantity::Ratio},
                           1.10 * std::sqrt(kv * e / fy) / ratio);
    }
    const double vn = sink.put({"V_n", "0.6*F_y*A_w*C_v1", "G2-1", Quantity::Force}, 0.6 * fy * aw * cv1);
    return {availableShear(c, stocky ? kShearRolledI : kShear, vn, sink), clause, {}};
}

template <class Sink> Shear iFlanges(const Context& c, Sink& sink)
{
    sink.heading("Shear in the flanges", "G6");
    const double cv = cv2(c, flangeOutstand(c.s) / c.s.tf, 1.2, sink);
    const double b = sink.put({"b_f", "", "", Quantity::SectionLength}, c.s.b),
                 t = sink.put({"t_f", "", "", Quantity::SectionLength}, c.s.tf);
    const double vn = sink.put({"V_n", "2*0.6*F_y*b_f*t_f*C_v2", "G6-1", Quantity::Force}, 2 * 0.6 * c.fy * b * t * cv);
    return {availableShear(c, kShear, vn, sink), "G6", {}};
}

template <class Sink> Shear tubeWalls(const Context& c, bool major, Sink& sink)
{
    sink.heading("Shear in the two walls", "G4");
    const double flat = wallFlat(major ? c.s.h : c.s.b, c.s.t, c.s.ri);
    const double cv = cv2(c, flat / c.s.t, 5.0, sink);
    const double h = sink.put({"h", "", "G4", Quantity::SectionLength}, flat),
                 t = sink.put({"t", "", "", Quantity::SectionLength}, c.s.t);
    const double aw = sink.put({"A_w", "2*h*t", "G4", Quantity::Area}, 2 * h * t);
    const double vn = sink.put({"V_n", "0.6*F_y*A_w*C_v2", "G4-1", Quantity::Force}, 0.6 * c.fy * aw * cv);
    return {availableShear(c, kShear, vn, sink), "G4", {}};
}

template <class Sink> Shear roundShear(const Context& c, Sink& sink)
{
    sink.heading("Shear of the round tube", "G5");
    const double e = sink.put({"E", "", "", Quantity::Stress}, c.e), fy = sink.put({"F_y", "", "", Quantity::Stress}, c.fy);
    const double dt = sink.put({"d_t", "", "", Quantity::Ratio}, c.s.d / c.s.t),
                 d = sink.put({"D", "", "", Quantity::SectionLength}, c.s.d);
    const double lv = sink.put({"L_v", "", "G5", Quantity::Length}, c.in.length);
    sink.note("L_v is taken as the member's length, which is on the safe side.");
    const double fcr = sink.put(
        {"F_cr", "min(0.6*F_y, max(1.6*E/(sqrt(L_v/D)*d_t^1.25), 0.78*E/d_t^1.5))", "G5-2", Quantity::Stress},
        std::min(0.6 * fy, std::max(1.6 * e / (std::sqrt(lv / d) * std::pow(dt, 1.25)), 0.78 * e / std::pow(dt, 1.5))));
    const double ag = sink.put({"A_g", "", "", Quantity::Area}, c.p.a);
    const double vn = sink.put({"V_n", "F_cr*A_g/2", "G5-1", Quantity::Force}, fcr * ag / 2);
    return {availableShear(c, kShear, vn, sink), "G5", {}};
}

} // namespace

template <class Sink> Shear shearMajor(const Context& c, Sink& sink)
{
    switch (c.s.kind) {
    case ShapeKind::I: return iWeb(c, sink);
    case ShapeKind::Rhs: return tubeWalls(c, true, sink);
    case ShapeKind::Chs: return roundShear(c, sink);
    default: return {kUncovered, "G", "this shape is not covered yet in chapter G"};
    }
}

template <class Sink> Shear shearMinor(const Context& c, Sink& sink)
{
    switch (c.s.kind) {
    case ShapeKind::I: return iFlanges(c, sink);
    case ShapeKind::Rhs: return tubeWalls(c, false, sink);
    case ShapeKind::Chs: return roundShear(c, sink);
    default: return {kUncovered, "G", "this shape is not covered yet in chapter G"};
    }
}

template <class Sink> Shear torsion(const Context& c, Sink& sink)
{
    sink.heading("Torsion of the tube", "H3.1");
    const double e = sink.put({"E", "", "", Quantity::Stress}, c.e), fy = sink.put({"F_y", "", "", Quantity::Stress}, c.fy);
    const double t = sink.put({"t", "", "", Quantity::SectionLength}, c.s.t);
    double fcr = 0, constant = 0;
    if (c.s.kind == ShapeKind::Chs) {
        const double d = sink.put({"D", "", "", Quantity::SectionLength}, c.s.d),
                     l = sink.put({"L", "", "", Quantity::Length}, c.in.length);
        const double dt = sink.put({"d_t", "D/t", "", Quantity::Ratio}, d / t);
        fcr = sink.put(
            {"F_cr", "min(0.6*F_y, max(1.23*E/(sqrt(L/D)*d_t^1.25), 0.6*E/d_t^1.5))", "H3-2", Quantity::Stress},
            std::min(0.6 * fy, std::max(1.23 * e / (std::sqrt(l / d) * std::pow(dt, 1.25)), 0.60 * e / std::pow(dt, 1.5))));
        // The elastic constant J/(D/2), as the Manual tabulates C; the mid-wall formula of the user note is up to 5 % larger
        // for thick walls.
        const double j = sink.put({"J", "", "", Quantity::Inertia}, c.p.it);
        constant = sink.put({"C", "2*J/D", "H3.1", Quantity::SectionModulus}, 2 * j / d);
    } else if (c.s.kind == ShapeKind::Rhs) {
        const double h = sink.put({"H", "", "", Quantity::SectionLength}, c.s.h),
                     b = sink.put({"B", "", "", Quantity::SectionLength}, c.s.b);
        const double r =
            sink.put({"lambda", "", "B4.1", Quantity::Ratio}, wallFlat(std::max(c.s.h, c.s.b), c.s.t, c.s.ri) / c.s.t);
        const double root = std::sqrt(e / fy);
        if (r <= 2.45 * root)
            fcr = sink.put({"F_cr", "0.6*F_y", "H3-3", Quantity::Stress}, 0.6 * fy);
        else if (r <= 3.07 * root)
            fcr = sink.put({"F_cr", "0.6*F_y*2.45*sqrt(E/F_y)/lambda", "H3-4", Quantity::Stress}, 0.6 * fy * 2.45 * root / r);
        else if (r <= 260)
            fcr = sink.put({"F_cr", "0.458*pi()^2*E/lambda^2", "H3-5", Quantity::Stress}, 0.458 * kPi * kPi * e / (r * r));
        else
            return {kUncovered, "H3.1", "a wall with h/t above 260 is outside H3.1"};
        constant = sink.put({"C", "2*(B - t)*(H - t)*t - 4.5*(4 - pi())*t^3", "H3.1", Quantity::SectionModulus},
                            2 * (b - t) * (h - t) * t - 4.5 * (4 - kPi) * t * t * t);
    } else
        return {kUncovered, "H3", "torsion of open sections (H3.3) is not covered yet"};
    const double tn = sink.put({"T_n", "F_cr*C", "H3-1", Quantity::Moment}, fcr * constant);
    return {putAvailable(c, sink, {"T_c", "phi*T_n", "H3.1", Quantity::Moment}, {"T_c", "T_n/Omega", "H3.1", Quantity::Moment},
                         kTorsion, tn),
            "H3.1",
            {}};
}

double openTorsionShare(const Context& c, double t)
{
    const double thick = std::max({c.s.tf, c.s.tw, c.s.t, c.s.tf2});
    return c.p.it > 0 ? t * thick / c.p.it / c.available(0.6 * c.fy, kTorsion) : 1e9;
}

template Shear shearMajor<NoTrace>(const Context&, NoTrace&);
template Shear shearMajor<Trace>(const Context&, Trace&);
template Shear shearMinor<NoTrace>(const Context&, NoTrace&);
template Shear shearMinor<Trace>(const Context&, Trace&);
template Shear torsion<NoTrace>(const Context&, NoTrace&);
template Shear torsion<Trace>(const Context&, Trace&);

} // namespace wr::aisc360
