#include "core/standards/en1993/effective.h"

#include <algorithm>
#include <vector>

namespace wr::en1993 {

namespace {

// b̄ of EN 1993-1-5 4.4: the whole leg of an angle, alone or in a pair.
double barWidth(const Context& c, const Plate& p)
{
    return c.s.kind == ShapeKind::Angle || c.s.kind == ShapeKind::DoubleAngle ? p.c + c.s.t + c.s.r : p.c;
}

double slenderness(const Context& c, const Plate& p, double ksigma)
{
    return barWidth(c, p) / p.t / (28.4 * c.epsilon * std::sqrt(ksigma));
}

// A strip taken out of a plate, as fractions of its flat width from end 1.
struct Gap
{
    const Plate* plate;
    double from, to;
    double psi = 1, ksigma = 4; // of the stress that took it
};

struct Whole
{
    double a, y, z, iy, iz; // about the centroid of the gross section where it stands
};

// Gross section less the strips. Second moments about the new centroid.
Whole less(const Context& c, const std::vector<Gap>& gaps)
{
    double a = c.p.a, sy = 0, sz = 0, iy = c.p.iy, iz = c.p.iz;
    for (const Gap& g : gaps) {
        const Plate& p = *g.plate;
        const double f = g.to - g.from, mid = (g.from + g.to) / 2, area = p.c * f * p.t;
        const double y = p.y1 + mid * (p.y2 - p.y1), z = p.z1 + mid * (p.z2 - p.z1);
        a -= area;
        sy -= area * z;
        sz -= area * y;
        iy -= area * (z * z + sqr(f * (p.z2 - p.z1)) / 12);
        iz -= area * (y * y + sqr(f * (p.y2 - p.y1)) / 12);
    }
    Whole w{a, sz / a, sy / a, iy, iz};
    w.iy -= a * w.z * w.z;
    w.iz -= a * w.y * w.y;
    return w;
}

// EN 1993-1-5 Tables 4.1 and 4.2: what falls out of a plate whose ends carry s1 and s2 (compression positive).
void cut(const Context& c, const Plate& p, double s1, double s2, std::vector<Gap>& gaps)
{
    const double large = std::max(s1, s2);
    if (!(large > 0)) return;
    const double psi = std::min(s1, s2) / large;
    const bool tip = s2 >= s1;
    const double ksigma = p.internal ? ksigmaInternal(psi)
                          : tip      ? ksigmaTip(psi)
                                     : ksigmaRoot(psi),
                 rho = reduction(c, p, psi, ksigma);
    if (rho >= 1) return;
    const auto add = [&](double from, double to) {
        if (to > from + 1e-12) gaps.push_back({&p, from, to, psi, ksigma});
    };
    if (p.internal) {
        const double pressed = psi < 0 ? 1 / (1 - psi) : 1, eff = rho * pressed;
        const double first = psi < 0 ? 0.4 * eff : 2 / (5 - psi) * eff, second = eff - first;
        // From the more compressed end.
        if (s1 >= s2)
            add(first, pressed - second);
        else
            add(1 - (pressed - second), 1 - first);
        return;
    }
    // Of an angle's leg the share of the whole leg is taken off its flat part.
    const double pressed = psi < 0 ? 1 / (1 - psi) : 1, lost = std::min(1.0, pressed * (1 - rho) * barWidth(c, p) / p.c);
    if (tip)
        add(1 - lost, 1);
    else
        add(std::max(0.0, pressed - lost), pressed);
}

// Distances of the extreme fibres from the gross centroid.
struct Fibres
{
    double top, bottom, plus, minus;
};
Fibres fibres(const Context& c)
{
    return {c.p.iy / c.p.welyTop, c.p.iy / c.p.welyBottom, c.p.iz / c.p.welzPlus, c.p.iz / c.p.welzMinus};
}

std::vector<Gap> axialGaps(const Context& c, const Plates& plates)
{
    std::vector<Gap> out;
    for (const Plate& p : plates)
        cut(c, p, 1, 1, out);
    return out;
}

// Bending alone, 4.4(3): plates along the axis (flanges) by the gross section first, the others by what that leaves.
std::vector<Gap> bendingGaps(const Context& c, const Plates& plates, Axis axis, Side side)
{
    const double sign = side == Side::Plus ? 1 : -1;
    const bool y = axis == Axis::Y;
    const auto at = [&](const Plate& p, bool first) { return y ? (first ? p.z1 : p.z2) : (first ? p.y1 : p.y2); };
    const auto across = [&](const Plate& p) { return std::abs(at(p, true) - at(p, false)) > 0.05 * p.c; };
    std::vector<Gap> gaps;
    for (const Plate& p : plates)
        if (!across(p)) cut(c, p, sign * at(p, true), sign * at(p, false), gaps);
    const Whole w = less(c, gaps);
    const double shift = y ? w.z : w.y;
    for (const Plate& p : plates)
        if (across(p)) cut(c, p, sign * (at(p, true) - shift), sign * (at(p, false) - shift), gaps);
    return gaps;
}

double modulusOf(const Context& c, const Whole& w, Axis axis)
{
    const Fibres f = fibres(c);
    return axis == Axis::Y ? w.iy / std::max(f.top - w.z, f.bottom + w.z) : w.iz / std::max(f.plus - w.y, f.minus + w.y);
}

// Each strip with the slenderness and ρ that took it.
template <class Sink> void putGaps(const Context& c, const std::vector<Gap>& gaps, Sink& sink)
{
    if constexpr (Sink::keeps)
        for (const Gap& g : gaps) {
            const Plate& p = *g.plate;
            sink.heading(p.name, "EN 1993-1-5 4.4");
            const double b = given(sink, "b", Quantity::SectionLength, barWidth(c, p), "EN 1993-1-5 4.4"),
                         t = given(sink, "t", Quantity::SectionLength, p.t),
                         e = given(sink, "epsilon", Quantity::Ratio, c.epsilon),
                         psi = given(sink, "psi", Quantity::Ratio, g.psi),
                         k = given(sink, "k_sigma", Quantity::Ratio, g.ksigma, p.internal ? "Table 4.1" : "Table 4.2");
            const double l = step(sink, "lambdabar_p", "b/(28.4*t*epsilon*sqrt(k_sigma))", "EN 1993-1-5 4.4(2)",
                                  Quantity::Ratio, b / (28.4 * t * e * std::sqrt(k)));
            if (p.internal)
                step(sink, "rho", "min(1, (lambdabar_p - 0.055*(3 + psi))/lambdabar_p^2)", "EN 1993-1-5 4.2", Quantity::Ratio,
                     std::min(1.0, (l - 0.055 * (3 + psi)) / (l * l)));
            else
                step(sink, "rho", "min(1, (lambdabar_p - 0.188)/lambdabar_p^2)", "EN 1993-1-5 4.3", Quantity::Ratio,
                     std::min(1.0, (l - 0.188) / (l * l)));
            given(sink, "b_out", Quantity::SectionLength, (g.to - g.from) * p.c, "Table 4.1, 4.2");
        }
}

} // namespace

double reduction(const Context& c, const Plate& p, double psi, double ksigma)
{
    const double l = slenderness(c, p, ksigma);
    if (p.internal) {
        const double limit = 0.5 + std::sqrt(std::max(0.0, 0.085 - 0.055 * psi));
        return l <= limit ? 1.0 : std::min(1.0, (l - 0.055 * (3 + psi)) / (l * l));
    }
    return l <= 0.748 ? 1.0 : std::min(1.0, (l - 0.188) / (l * l));
}

Effective effectiveOf(const Context& c, const Plates& plates)
{
    Effective out;
    if (c.s.kind == ShapeKind::Chs) out.uncovered = "a round tube of class 4 is a shell: EN 1993-1-6";
    if (c.s.kind == ShapeKind::None) out.uncovered = "a section without dimensions has no class: give \"shape\" and dimensions";
    const Whole axial = less(c, axialGaps(c, plates));
    out.a = axial.a;
    out.eny = axial.z;
    out.enz = axial.y;
    for (const Side side : {Side::Plus, Side::Minus}) {
        const auto i = static_cast<size_t>(side);
        out.wy[i] = modulusOf(c, less(c, bendingGaps(c, plates, Axis::Y, side)), Axis::Y);
        out.wz[i] = modulusOf(c, less(c, bendingGaps(c, plates, Axis::Z, side)), Axis::Z);
    }
    return out;
}

template <class Sink> double effectiveArea(const Context& c, const Plates& plates, const Effective& e, Sink& sink)
{
    if constexpr (Sink::keeps) putGaps(c, axialGaps(c, plates), sink);
    return given(sink, "A_eff", Quantity::Area, e.a, "EN 1993-1-5 4.3(3)");
}

template <class Sink>
double effectiveModulus(const Context& c, const Plates& plates, const Effective& e, Axis axis, Side side, Sink& sink)
{
    if constexpr (Sink::keeps) putGaps(c, bendingGaps(c, plates, axis, side), sink);
    const double w = (axis == Axis::Y ? e.wy : e.wz)[static_cast<size_t>(side)];
    return given(sink, "W_eff", Quantity::SectionModulus, w, "EN 1993-1-5 4.4(3)");
}

template double effectiveArea<NoTrace>(const Context&, const Plates&, const Effective&, NoTrace&);
template double effectiveArea<Trace>(const Context&, const Plates&, const Effective&, Trace&);
template double effectiveModulus<NoTrace>(const Context&, const Plates&, const Effective&, Axis, Side, NoTrace&);
template double effectiveModulus<Trace>(const Context&, const Plates&, const Effective&, Axis, Side, Trace&);

} // namespace wr::en1993
