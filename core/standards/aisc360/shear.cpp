#include "core/standards/aisc360/shear.h"

#include "core/standards/aisc360/own_demands.h"

#include <algorithm>
#include <cmath>

namespace wr::aisc360 {

namespace {

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

// G2-5: plate buckling coefficient of a web with its stiffeners. Before 2016 5, since then 5.34 without stiffeners.
template <class Sink> double webCoefficient(const Context& c, double h, double ratio, Sink& sink)
{
    const double plain = c.edition >= 2016 ? 5.34 : 5.0;
    const auto a = c.in.brief.stiffenerSpacing;
    const bool close = a && *a / h <= 3 && (c.edition >= 2016 || *a / h <= sqr(260 / ratio));
    if (!close) return given(sink, "k_v", Quantity::Ratio, plain, "G2.1(b)");
    const double spacing = given(sink, "a", Quantity::Length, *a, "G2"),
                 depth = given(sink, "h", Quantity::SectionLength, h, "B4.1");
    return step(sink, "k_v", "5 + 5/(a/h)^2", "G2-5", Quantity::Ratio, 5 + 5 / sqr(spacing / depth));
}

// G2.2 (2016, 2022), G3 (2005, 2010): interior panels with tension field action; 0 where it is not to be counted on.
template <class Sink> double tensionField(const Context& c, double ratio, double kv, double aw, Sink& sink)
{
    const auto a = c.in.brief.stiffenerSpacing;
    if (!c.in.brief.tensionField || !a) return 0;
    const double h = webDepth(c.s);
    const FlangePlate top = topFlange(c.s), bottom = bottomFlange(c.s);
    const double flanges = 2 * aw / (top.b * top.t + bottom.b * bottom.t), slim = h / std::min(top.b, bottom.b);
    const bool stout = flanges <= 2.5 && slim <= 6;
    if (*a / h > 3 || (c.edition < 2016 && (!stout || *a / h > sqr(260 / ratio)))) {
        sink.note("Tension field action is asked for but not allowed by the proportions of the panels.");
        return 0;
    }
    const double root = std::sqrt(kv * c.e / c.fy);
    if (ratio <= 1.10 * root) return 0; // G2-6: the whole web yields
    sink.heading("Interior panels with tension field action", c.edition >= 2016 ? "G2.2" : "G3.2");
    const double cv = cv2(c, ratio, kv, sink);
    const double spacing = given(sink, "a", Quantity::Length, *a, "G2.2"),
                 depth = given(sink, "h", Quantity::SectionLength, h, "B4.1");
    const double area = given(sink, "A_w", Quantity::Area, aw, "G2");
    const double x = spacing / depth, whole = std::sqrt(1 + x * x);
    const double vn = stout ? step(sink, "V_n", "0.6*F_y*A_w*(C_v2 + (1 - C_v2)/(1.15*sqrt(1 + (a/h)^2)))", "G2-7",
                                   Quantity::Force, 0.6 * c.fy * area * (cv + (1 - cv) / (1.15 * whole)))
                            : step(sink, "V_n", "0.6*F_y*A_w*(C_v2 + (1 - C_v2)/(1.15*(a/h + sqrt(1 + (a/h)^2))))", "G2-8",
                                   Quantity::Force, 0.6 * c.fy * area * (cv + (1 - cv) / (1.15 * (x + whole))));
    return putAvailable(c, sink, {"V_ci", "phi*V_n", "G1", Quantity::Force}, {"V_ci", "V_n/Omega", "G1", Quantity::Force},
                        c.safety.shear, vn);
}

template <class Sink> Shear iWeb(const Context& c, Sink& sink)
{
    sink.heading("Shear in the web", "G2.1");
    putSteel(c, sink);
    const double e = c.e, fy = c.fy, h = webDepth(c.s);
    const double ratio = given(sink, "lambda", Quantity::Ratio, h / c.s.tw, "B4.1");
    const double d = given(sink, "d", Quantity::SectionLength, c.s.h), tw = given(sink, "t_w", Quantity::SectionLength, c.s.tw);
    const double aw = step(sink, "A_w", "d*t_w", "G2", Quantity::Area, d * tw);
    const bool stocky = c.s.kind == ShapeKind::I && !c.s.welded && ratio <= 2.24 * std::sqrt(e / fy);
    Shear out{0, "G2.1(b)", {}, 0};
    double cv = 1.0, kv = 0;
    if (stocky) {
        out.clause = "G2.1(a)";
        sink.note("Rolled I with h/t_w not above 2.24 sqrt(E/F_y).");
        cv = step(sink, "C_v1", "1", "G2-2", Quantity::Ratio, 1.0);
    } else {
        kv = webCoefficient(c, h, ratio, sink);
        const double root = std::sqrt(kv * e / fy);
        if (ratio <= 1.10 * root)
            cv = step(sink, "C_v1", "1", "G2-3", Quantity::Ratio, 1.0);
        else if (c.edition >= 2016 || ratio <= 1.37 * root)
            cv = step(sink, "C_v1", "1.1*sqrt(k_v*E/F_y)/lambda", "G2-4", Quantity::Ratio, 1.10 * root / ratio);
        else
            cv = step(sink, "C_v1", "1.51*k_v*E/(lambda^2*F_y)", "G2-5", Quantity::Ratio, 1.51 * kv * e / (ratio * ratio * fy));
    }
    const double vn = step(sink, "V_n", "0.6*F_y*A_w*C_v1", "G2-1", Quantity::Force, 0.6 * fy * aw * cv);
    out.available = availableShear(c, stocky ? c.safety.shearRolled : c.safety.shear, vn, sink);
    if (!stocky) out.interior = std::max(out.available, tensionField(c, ratio, kv, aw, sink));
    return out;
}

// G6: shear in flanges along the minor axis. n flanges of the whole width b, slenderness by b/2 (by b for a channel).
template <class Sink> Shear flanges(const Context& c, Sink& sink)
{
    sink.heading("Shear in the flanges", "G6");
    Shear out{0, "G6", {}, 0};
    const double cv = cv2(c, flangeOutstand(c.s) / c.s.tf, 1.2, sink);
    const double b = given(sink, "b_f", Quantity::SectionLength, c.s.b),
                 t = given(sink, "t_f", Quantity::SectionLength, c.s.tf);
    double vn = 0;
    if (c.s.kind == ShapeKind::IUnequal) {
        const double one = step(sink, "V_1", "0.6*F_y*b_f*t_f*C_v2", "G6-1", Quantity::Force, 0.6 * c.fy * b * t * cv);
        sink.note("The bottom flange.");
        const double cvb = cv2(c, c.s.b2 / 2 / c.s.tf2, 1.2, sink);
        const double bb = given(sink, "b_f", Quantity::SectionLength, c.s.b2),
                     tb = given(sink, "t_f", Quantity::SectionLength, c.s.tf2);
        vn = step(sink, "V_n", "V_1 + 0.6*F_y*b_f*t_f*C_v2", "G6-1", Quantity::Force, one + 0.6 * c.fy * bb * tb * cvb);
    } else {
        const double n = given(sink, "n", Quantity::Ratio, c.s.kind == ShapeKind::Tee ? 1 : 2, "G6");
        vn = step(sink, "V_n", "n*0.6*F_y*b_f*t_f*C_v2", "G6-1", Quantity::Force, n * 0.6 * c.fy * b * t * cv);
    }
    out.available = availableShear(c, c.safety.shear, vn, sink);
    return out;
}

// G3 (2016, 2022): stems of tees, legs of angles: n plates b × t.
template <class Sink> Shear leg(const Context& c, double width, double thickness, int n, Sink& sink)
{
    const std::string_view clause = c.edition >= 2016 ? "G3" : c.s.kind == ShapeKind::Tee ? "G2.1" : "G4";
    sink.heading(c.s.kind == ShapeKind::Tee ? "Shear in the stem" : "Shear in the leg", clause);
    const double cv = cv2(c, width / thickness, 1.2, sink);
    const double b = given(sink, "b", Quantity::SectionLength, width), t = given(sink, "t", Quantity::SectionLength, thickness);
    const double count = given(sink, "n", Quantity::Ratio, n);
    const double vn = step(sink, "V_n", "n*0.6*F_y*b*t*C_v2", "G3-1", Quantity::Force, count * 0.6 * c.fy * b * t * cv);
    return {availableShear(c, c.safety.shear, vn, sink), clause, {}, 0};
}

// A plate of a cruciform, free at both edges: two halves as G3 treats a leg.
template <class Sink> Shear crossPlate(const Context& c, bool upright, Sink& sink)
{
    return upright ? leg(c, c.s.h / 2, c.s.tw, 2, sink) : leg(c, c.s.b / 2, c.s.tf, 2, sink);
}

// G4 with the whole section for the web: solid bars yield in shear before they buckle.
template <class Sink> Shear solid(const Context& c, Sink& sink)
{
    sink.heading("Shear of the solid section", "G4");
    sink.note("The standard has no section of its own for bars: G4 with the whole area for A_w and C_v2 = 1.");
    const double fy = given(sink, "F_y", Quantity::Stress, c.fy), ag = given(sink, "A_g", Quantity::Area, c.p.a);
    const double vn = step(sink, "V_n", "0.6*F_y*A_g", "G4-1", Quantity::Force, 0.6 * fy * ag);
    return {availableShear(c, c.safety.shear, vn, sink), "G4", {}, 0};
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
    return {availableShear(c, c.safety.shear, vn, sink), "G4", {}, 0};
}

template <class Sink> Shear roundShear(const Context& c, const Demands& demands, Sink& sink)
{
    sink.heading("Shear of the round tube", "G5");
    const double e = sink.put({"E", "", "", Quantity::Stress}, c.e), fy = sink.put({"F_y", "", "", Quantity::Stress}, c.fy);
    const double dt = sink.put({"d_t", "", "", Quantity::Ratio}, c.s.d / c.s.t),
                 d = sink.put({"D", "", "", Quantity::SectionLength}, c.s.d);
    // The longest of all combinations, so that one strength serves them all; without shear the member's length.
    const double lv = sink.put({"L_v", "", "G5", Quantity::Length},
                               ownOf(demands).shearLength > 0 ? ownOf(demands).shearLength : c.in.length);
    sink.note("L_v is the distance from the largest to zero shear, the longest of all combinations.");
    const double fcr = sink.put(
        {"F_cr", "min(0.6*F_y, max(1.6*E/(sqrt(L_v/D)*d_t^1.25), 0.78*E/d_t^1.5))", "G5-2", Quantity::Stress},
        std::min(0.6 * fy, std::max(1.6 * e / (std::sqrt(lv / d) * std::pow(dt, 1.25)), 0.78 * e / std::pow(dt, 1.5))));
    const double ag = sink.put({"A_g", "", "", Quantity::Area}, c.p.a);
    const double vn = sink.put({"V_n", "F_cr*A_g/2", "G5-1", Quantity::Force}, fcr * ag / 2);
    return {availableShear(c, c.safety.shear, vn, sink), "G5", {}, 0};
}

} // namespace

template <class Sink> Shear shearMajor(const Context& c, const Demands& demands, Sink& sink)
{
    if (c.options.webOpenings)
        return {kUncovered, "G7", "web openings are stated: their effect on shear is to be found by G7", 0};
    switch (c.s.kind) {
    case ShapeKind::I:
    case ShapeKind::IUnequal:
    case ShapeKind::Channel: return iWeb(c, sink);
    case ShapeKind::Rhs: return tubeWalls(c, true, sink);
    case ShapeKind::Chs: return roundShear(c, demands, sink);
    case ShapeKind::Tee: return leg(c, c.s.h, c.s.tw, 1, sink);
    case ShapeKind::Angle: return leg(c, c.s.h, c.s.t, 1, sink);
    case ShapeKind::DoubleAngle: return leg(c, backLeg(c.s), c.s.t, 2, sink);
    case ShapeKind::Cruciform: return crossPlate(c, true, sink);
    case ShapeKind::BarFlat:
    case ShapeKind::BarRound: return solid(c, sink);
    case ShapeKind::None: break;
    }
    return {kUncovered, "G", "a section without dimensions has no shear area by chapter G: give \"shape\" and dimensions", 0};
}

template <class Sink> Shear shearMinor(const Context& c, const Demands& demands, Sink& sink)
{
    switch (c.s.kind) {
    case ShapeKind::I:
    case ShapeKind::IUnequal:
    case ShapeKind::Channel:
    case ShapeKind::Tee: return flanges(c, sink);
    case ShapeKind::Rhs: return tubeWalls(c, false, sink);
    case ShapeKind::Chs: return roundShear(c, demands, sink);
    case ShapeKind::Angle: return leg(c, c.s.b, c.s.t, 1, sink);
    case ShapeKind::DoubleAngle: return leg(c, outstandingLeg(c.s), c.s.t, 2, sink);
    case ShapeKind::Cruciform: return crossPlate(c, false, sink);
    case ShapeKind::BarFlat:
    case ShapeKind::BarRound: return solid(c, sink);
    case ShapeKind::None: break;
    }
    return {kUncovered, "G", "a section without dimensions has no shear area by chapter G: give \"shape\" and dimensions", 0};
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
            return {kUncovered, "H3.1", "a wall with h/t above 260 is outside H3.1", 0};
        constant = sink.put({"C", "2*(B - t)*(H - t)*t - 4.5*(4 - pi())*t^3", "H3.1", Quantity::SectionModulus},
                            2 * (b - t) * (h - t) * t - 4.5 * (4 - kPi) * t * t * t);
    } else
        return {kUncovered, "H3.1", "only tubes have a torsional strength by H3.1", 0};
    const double tn = sink.put({"T_n", "F_cr*C", "H3-1", Quantity::Moment}, fcr * constant);
    return {putAvailable(c, sink, {"T_c", "phi*T_n", "H3.1", Quantity::Moment}, {"T_c", "T_n/Omega", "H3.1", Quantity::Moment},
                         c.safety.torsion, tn),
            "H3.1",
            {},
            0};
}

template Shear shearMajor<NoTrace>(const Context&, const Demands&, NoTrace&);
template Shear shearMajor<Trace>(const Context&, const Demands&, Trace&);
template Shear shearMinor<NoTrace>(const Context&, const Demands&, NoTrace&);
template Shear shearMinor<Trace>(const Context&, const Demands&, Trace&);
template Shear torsion<NoTrace>(const Context&, NoTrace&);
template Shear torsion<Trace>(const Context&, Trace&);

} // namespace wr::aisc360
