#include "core/standards/en1993/classification.h"

#include <algorithm>

namespace wr::en1993 {

double ksigmaInternal(double psi)
{
    if (psi >= 0) return 8.2 / (1.05 + psi);
    if (psi > -1) return 7.81 - 6.29 * psi + 9.78 * psi * psi;
    return 5.98 * sqr(1 - std::max(psi, -3.0));
}
double ksigmaTip(double psi)
{
    psi = std::max(psi, -3.0);
    return 0.57 - 0.21 * psi + 0.07 * psi * psi;
}
double ksigmaRoot(double psi)
{
    if (psi >= 0) return 0.578 / (psi + 0.34);
    psi = std::max(psi, -1.0);
    return 1.7 - 5 * psi + 17.1 * psi * psi;
}

namespace {

double stressAt(const Context& c, const Action3& a, double y, double z, double scale)
{
    return a.n / c.p.a + scale * (a.my * z / c.p.iy + a.mz * y / c.p.iz);
}

// Height of the plastic neutral axis of bending about y with axial force n, sections whose web (or stem, or two walls) of
// thickness t crosses it between z = low and top. sign: +1 where the top is compressed.
double plasticAxis(const Context& c, double n, double sign, double t, double low, double top)
{
    return std::clamp(c.p.zp - sign * n / (2 * t * c.fy), low, top);
}

// Part of a plate in compression in the plastic state.
double plasticShare(const Context& c, const Plate& p, const Action3& a, double elasticMost)
{
    const bool upright = p.z1 != p.z2 && std::abs(p.y1 - p.y2) < 1e-9;
    const bool onlyY = a.mz == 0 || c.iShape(), bent = a.my != 0;
    const bool crosses =
        c.iShape() || c.s.kind == ShapeKind::Channel || c.s.kind == ShapeKind::Tee || c.s.kind == ShapeKind::Rhs;
    if (!(upright && bent && onlyY && crosses)) {
        // Walls of a tube across the axis of minor bending alone, the same turned by 90°.
        if (c.s.kind == ShapeKind::Rhs && !upright && a.my == 0 && a.mz != 0) {
            const double y = std::clamp(-(a.mz > 0 ? 1 : -1) * a.n / (4 * p.t * c.fy), -p.c / 2, p.c / 2);
            return a.mz > 0 ? (p.c / 2 - y) / p.c : (y + p.c / 2) / p.c;
        }
        return elasticMost > 0 ? 1 : 0;
    }
    const double top = std::max(p.z1, p.z2), low = std::min(p.z1, p.z2), sign = a.my > 0 ? 1 : -1;
    const double t = c.s.kind == ShapeKind::Rhs ? 2 * p.t : p.t;
    const double axis = plasticAxis(c, a.n, sign, t, low, top);
    return (sign > 0 ? top - axis : axis - low) / (top - low);
}

} // namespace

double bendingScale(const Context& c, const Plates& plates, const Action3& a)
{
    double most = 0;
    for (const Plate& p : plates)
        most = std::max({most, a.my * p.z1 / c.p.iy + a.mz * p.y1 / c.p.iz, a.my * p.z2 / c.p.iy + a.mz * p.y2 / c.p.iz});
    const double room = c.fy - a.n / c.p.a;
    return most > 0 && room > 0 ? room / most : 0;
}

PlateStress plateStress(const Context& c, const Plate& p, const Action3& a, double scale)
{
    PlateStress out;
    const double s1 = stressAt(c, a, p.y1, p.z1, scale), s2 = stressAt(c, a, p.y2, p.z2, scale);
    const double large = std::max(s1, s2), small = std::min(s1, s2);
    if (!(large > 1e-9 * c.fy)) {
        out.compressed = false;
        return out;
    }
    out.psi = small / large;
    out.tipCompressed = p.internal || s2 >= s1;
    out.alpha = scale > 0 ? plasticShare(c, p, a, large) : 1;
    if (p.internal)
        out.ksigma = ksigmaInternal(out.psi);
    else
        out.ksigma = out.tipCompressed ? ksigmaTip(out.psi) : ksigmaRoot(out.psi);
    return out;
}

namespace {

// c/t against the limits of Table 5.2; the printed limits are those of class 1, 2 and 3.
template <class Sink> int plateClass(const Context& c, const Plate& p, const PlateStress& x, Sink& sink)
{
    const double e = c.epsilon, a = x.alpha, psi = x.psi;
    double l1 = 0, l2 = 0, l3 = 0;
    std::string_view f1, f2, f3;
    if (p.internal) {
        if (a > 0.5) {
            l1 = 396 * e / (13 * a - 1);
            l2 = 456 * e / (13 * a - 1);
            f1 = "396*epsilon/(13*alpha - 1)";
            f2 = "456*epsilon/(13*alpha - 1)";
        } else {
            l1 = a > 0 ? 36 * e / a : 1e9;
            l2 = a > 0 ? 41.5 * e / a : 1e9;
            f1 = "36*epsilon/alpha";
            f2 = "41.5*epsilon/alpha";
        }
        if (psi > -1) {
            l3 = 42 * e / (0.67 + 0.33 * psi);
            f3 = "42*epsilon/(0.67 + 0.33*psi)";
        } else {
            l3 = 62 * e * (1 - psi) * std::sqrt(-psi);
            f3 = "62*epsilon*(1 - psi)*sqrt(-psi)";
        }
    } else {
        // Tip in compression; in tension the part in compression stands with its root.
        if (a <= 0)
            l1 = l2 = 1e9;
        else if (x.tipCompressed) {
            l1 = 9 * e / a;
            l2 = 10 * e / a;
            f1 = "9*epsilon/alpha";
            f2 = "10*epsilon/alpha";
        } else {
            l1 = 9 * e / (a * std::sqrt(a));
            l2 = 10 * e / (a * std::sqrt(a));
            f1 = "9*epsilon/(alpha*sqrt(alpha))";
            f2 = "10*epsilon/(alpha*sqrt(alpha))";
        }
        const bool evenly = psi >= 1 - 1e-6; // the table's own row for compression; 21·sqrt(0.43) is 13.77
        l3 = evenly ? 14 * e : 21 * e * std::sqrt(x.ksigma);
        f3 = evenly ? "14*epsilon" : "21*epsilon*sqrt(k_sigma)";
    }
    const double slender = p.c / p.t;
    if constexpr (Sink::keeps) {
        given(sink, "c", Quantity::SectionLength, p.c, "Table 5.2"), given(sink, "t", Quantity::SectionLength, p.t);
        step(sink, "lambda", "c/t", "Table 5.2", Quantity::Ratio, slender);
        given(sink, "epsilon", Quantity::Ratio, e, "Table 5.2"), given(sink, "alpha", Quantity::Ratio, a, "5.5.2"),
            given(sink, "psi", Quantity::Ratio, psi, "5.5.2");
        if (!p.internal) given(sink, "k_sigma", Quantity::Ratio, x.ksigma, "EN 1993-1-5 Table 4.2");
        if (!f1.empty()) {
            step(sink, "L_1", f1, "Table 5.2", Quantity::Ratio, l1);
            step(sink, "L_2", f2, "Table 5.2", Quantity::Ratio, l2);
        }
        step(sink, "L_3", f3, "Table 5.2", Quantity::Ratio, l3);
    }
    const double tolerance = 1 + 1e-9;
    if (slender <= l1 * tolerance) return 1;
    if (slender <= l2 * tolerance) return 2;
    return slender <= l3 * tolerance ? 3 : 4;
}

// Table 5.2, sheet 3: round tubes and angles in compression.
template <class Sink> int tubeClass(const Context& c, Sink& sink)
{
    const double d = given(sink, "d", Quantity::SectionLength, c.s.d), t = given(sink, "t", Quantity::SectionLength, c.s.t),
                 e = given(sink, "epsilon", Quantity::Ratio, c.epsilon, "Table 5.2");
    const double x = step(sink, "lambda", "d/t", "Table 5.2", Quantity::Ratio, d / t);
    const double l1 = step(sink, "L_1", "50*epsilon^2", "Table 5.2", Quantity::Ratio, 50 * e * e),
                 l2 = step(sink, "L_2", "70*epsilon^2", "Table 5.2", Quantity::Ratio, 70 * e * e),
                 l3 = step(sink, "L_3", "90*epsilon^2", "Table 5.2", Quantity::Ratio, 90 * e * e);
    return x <= l1 ? 1 : x <= l2 ? 2 : x <= l3 ? 3 : 4;
}

template <class Sink> int angleClass(const Context& c, Sink& sink)
{
    const double h = given(sink, "h", Quantity::SectionLength, std::max(c.s.h, c.s.b)),
                 b = given(sink, "b", Quantity::SectionLength, std::min(c.s.h, c.s.b)),
                 t = given(sink, "t", Quantity::SectionLength, c.s.t),
                 e = given(sink, "epsilon", Quantity::Ratio, c.epsilon, "Table 5.2");
    const double x = step(sink, "lambda", "h/t", "Table 5.2", Quantity::Ratio, h / t),
                 l = step(sink, "L_3", "15*epsilon", "Table 5.2", Quantity::Ratio, 15 * e);
    const double y = step(sink, "lambda_m", "(b + h)/(2*t)", "Table 5.2", Quantity::Ratio, (b + h) / (2 * t)),
                 m = step(sink, "L_m", "11.5*epsilon", "Table 5.2", Quantity::Ratio, 11.5 * e);
    return x <= l * (1 + 1e-9) && y <= m * (1 + 1e-9) ? 3 : 4;
}

} // namespace

template <class Sink> int classify(const Context& c, const Plates& plates, const Action3& a, Sink& sink, const Plates* judged)
{
    int worst = c.options.elasticSection ? 3 : 1;
    const bool pressed = a.n > 0 || a.my != 0 || a.mz != 0;
    if (c.s.kind == ShapeKind::Chs && pressed) worst = std::max(worst, tubeClass(c, sink));
    if (c.s.kind == ShapeKind::Angle || c.s.kind == ShapeKind::DoubleAngle) {
        worst = std::max(worst, 3);
        if (a.n > 0) worst = std::max(worst, angleClass(c, sink));
    }
    const double scale = bendingScale(c, plates, a);
    for (const Plate& p : judged ? *judged : plates) {
        const PlateStress x = plateStress(c, p, a, scale);
        if (!x.compressed) continue;
        sink.heading(p.name, "Table 5.2");
        worst = std::max(worst, plateClass(c, p, x, sink));
        if (worst == 4 && !Sink::keeps) break;
    }
    given(sink, "class", Quantity::Ratio, worst, "5.5.2(6)");
    return worst;
}

template int classify<NoTrace>(const Context&, const Plates&, const Action3&, NoTrace&, const Plates*);
template int classify<Trace>(const Context&, const Plates&, const Action3&, Trace&, const Plates*);

Plates slenderPlates(const Context& c, const Plates& plates)
{
    NoTrace none;
    const Action3 pressed{c.p.a * c.fy, 0, 0};
    Plates out;
    for (const Plate& p : plates)
        if (plateClass(c, p, plateStress(c, p, pressed, 0), none) > 2) out.add(p);
    return out;
}

} // namespace wr::en1993
