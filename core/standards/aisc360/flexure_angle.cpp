// AISC 360 F10: single angles about their principal axes (x the major, y the minor one).
#include "core/standards/aisc360/flexure.h"

namespace wr::aisc360 {

AnglePoints anglePoints(const Context& c)
{
    const double turn = c.in.brief.anglesAboutLegs() ? 0.0 : c.p.principal, co = std::cos(turn), si = std::sin(turn);
    const auto at = [&](double y, double z) {
        y -= c.p.cy;
        z -= c.p.cz;
        return AnglePoints::Point{co * y - si * z, si * y + co * z};
    };
    const Shape& s = c.s;
    return {at(0, 0), at(0, s.h), at(s.b, 0), at(s.t, s.h), at(s.b, s.t)};
}

AngleBending angleBending(const Context& c, Axis axis)
{
    const bool major = axis == Axis::Major;
    if (!c.in.brief.anglesAboutLegs()) return {major ? c.p.iy : c.p.iz, major ? c.p.wely : c.p.welz};
    const double inertia = major ? c.p.igy : c.p.igz, edge = major ? c.p.cz : c.p.cy, leg = major ? c.s.h : c.s.b;
    return {inertia, inertia / std::max(edge, leg - edge)};
}

CompressedToe compressedToe(const Context& c, Axis axis, Side side)
{
    const AnglePoints p = anglePoints(c);
    const auto fibre = [&](AnglePoints::Point q) { return (axis == Axis::Major ? q.z : q.y) * (side == Side::Plus ? 1 : -1); };
    const double upright = std::max(fibre(p.upright), fibre(p.uprightInner)),
                 flat = std::max(fibre(p.flat), fibre(p.flatInner));
    const double inertia = angleBending(c, axis).inertia;
    CompressedToe out;
    out.equal = std::abs(c.s.h - c.s.b) < 1e-6 * c.s.h;
    // About the minor axis both toes lie on one side, and the longer leg is the more slender one; where the heel is compressed
    // there is no compressed toe (a corner of one may lie just past the axis).
    bool takeUpright = upright > flat;
    if (c.in.brief.anglesAboutLegs()) {
        // Either the leg across the axis has its toe compressed, or the leg along it is compressed all over, its toe with it.
        const bool along = fibre(p.heel) > 0;
        takeUpright = (axis == Axis::Major) != along;
        if (along) return {takeUpright ? c.s.h : c.s.b, inertia / fibre(p.heel), false, out.equal};
    } else if (axis == Axis::Minor) {
        if (fibre(p.heel) > 0) return out;
        takeUpright = c.s.h > c.s.b;
    }
    const double reach = takeUpright ? upright : flat;
    if (reach <= 0) return out;
    out.leg = takeUpright ? c.s.h : c.s.b;
    out.modulus = inertia / reach;
    out.shortLeg = !out.equal && out.leg < std::max(c.s.h, c.s.b);
    return out;
}

std::vector<CompressedToe> compressedToes(const Context& c, Axis axis, Side side)
{
    std::vector<CompressedToe> out{compressedToe(c, axis, side)};
    if (axis != Axis::Minor || c.in.brief.anglesAboutLegs() || !(out[0].leg > 0) || out[0].equal) return out;
    // About the minor axis both toes are compressed together, each with its own leg and modulus.
    const AnglePoints p = anglePoints(c);
    const bool upright = c.s.h > c.s.b; // the first is the longer leg
    const double sign = side == Side::Plus ? 1 : -1;
    const double reach =
        upright ? std::max(sign * p.flat.y, sign * p.flatInner.y) : std::max(sign * p.upright.y, sign * p.uprightInner.y);
    if (reach > 0) out.push_back({upright ? c.s.b : c.s.h, angleBending(c, axis).inertia / reach, true, false});
    return out;
}

template <class Sink> double legBuckling(const Context& c, double lambda, double modulus, Sink& sink)
{
    const double l = given(sink, "lambda", Quantity::Ratio, lambda, "B4.1"),
                 sc = given(sink, "S_c", Quantity::SectionModulus, modulus);
    if (l <= 0.91 * c.root())
        return step(sink, "M_l", "F_y*S_c*(2.43 - 1.72*lambda*sqrt(F_y/E))", "F10-6", Quantity::Moment,
                    c.fy * sc * (2.43 - 1.72 * l * std::sqrt(c.fy / c.e)));
    const double fcr = step(sink, "F_cr", "0.71*E/lambda^2", "F10-8", Quantity::Stress, 0.71 * c.e / (l * l));
    return step(sink, "M_l", "F_cr*S_c", "F10-7", Quantity::Moment, fcr * sc);
}

bool aboutLegsUnheld(const Context& c)
{
    const AngleAxes a = c.in.brief.angleAxes;
    return c.s.kind == ShapeKind::Angle && (a == AngleAxes::LegsFree || a == AngleAxes::LegsHeldAtPeak);
}

template <class Sink> Flexure angleFlexure(const Context& c, Axis axis, Side side, Sink& sink)
{
    Flexure out{0, "F10.1", {}};
    if (aboutLegsUnheld(c)) {
        if (std::abs(c.s.h - c.s.b) > 1e-6 * c.s.h)
            out.uncovered =
                "F10.2(2) is for equal legs: an unequal angle that is not held all along bends about its principal axes";
        else if (axis == Axis::Minor)
            out.uncovered =
                "F10.2(2) is for bending about one leg's direction: with moments about both take the principal axes";
        if (!out.uncovered.empty()) {
            out.available = kUncovered;
            return out;
        }
    }
    sink.heading("Yielding", "F10.1");
    sink.note(aboutLegsUnheld(c) ? "Bending about the direction of the flat leg, not held all along."
              : c.in.brief.anglesAboutLegs()
                  ? (axis == Axis::Major ? "Held all along: bent about the direction of the flat leg."
                                         : "Held all along: bent about the direction of the upright leg.")
              : axis == Axis::Major ? "Bending about the major principal axis."
                                    : "Bending about the minor principal axis.");
    putSteel(c, sink);
    const double s = given(sink, "S", Quantity::SectionModulus, angleBending(c, axis).modulus);
    const double my = step(sink, "M_y", "F_y*S", "F10", Quantity::Moment, c.fy * s);
    double mn = step(sink, "M_n", "1.5*M_y", "F10-1", Quantity::Moment, 1.5 * my);
    for (const CompressedToe& toe : compressedToes(c, axis, side)) {
        if (!(toe.leg > 0) || toe.leg / c.s.t <= 0.54 * c.root()) continue;
        sink.heading("Leg local buckling", "F10.3");
        double sc = toe.modulus;
        if (aboutLegsUnheld(c)) {
            given(sink, "S_toe", Quantity::SectionModulus, sc);
            sc = step(sink, "S_c", "0.8*S_toe", "F10.3", Quantity::SectionModulus, 0.8 * sc);
        }
        const double m = legBuckling(c, toe.leg / c.s.t, sc, sink);
        if (m < mn) out.clause = "F10.3";
        mn = step(sink, "M_n", "min(M_n, M_l)", "F10", Quantity::Moment, std::min(mn, m));
    }
    out.available = availableMoment(c, mn, sink);
    return out;
}

namespace {

// F10-2, F10-3 with M_cr = min(Cb, 1.5)·M_1.
template <class Sink> Ltb fromElastic(const Context& c, Ltb out, double cb, Sink& sink)
{
    const double my = out.plateau;
    given(sink, "C_b", Quantity::Ratio, cb, "F1");
    const double mcr = step(sink, "M_cr", "min(C_b, 1.5)*M_1", "F10.2", Quantity::Moment, std::min(cb, 1.5) * out.unit);
    const double mn = my <= mcr ? step(sink, "M_n", "min(1.5*M_y, (1.92 - 1.17*sqrt(M_y/M_cr))*M_y)", "F10-2", Quantity::Moment,
                                       out.nominal(cb))
                                : step(sink, "M_n", "(0.92 - 0.17*M_cr/M_y)*M_cr", "F10-3", Quantity::Moment, out.nominal(cb));
    out.available = availableMoment(c, mn, sink);
    return out;
}
template <class Sink> Ltb heldContinuously(const Context& c, Ltb out, double cb, Sink& sink)
{
    sink.note("Held continuously.");
    out.unit = kUncovered;
    const double full = step(sink, "M_n", "1.5*M_y", "F10-2", Quantity::Moment, out.nominal(cb));
    out.available = availableMoment(c, full, sink);
    return out;
}

// F10.2(2): equal legs, bent about the direction of the flat leg. Side::Plus compresses the upright leg's toe.
template <class Sink> Ltb aboutLegLtb(const Context& c, Side side, double lb, double cb, Sink& sink)
{
    Ltb out;
    out.clause = "F10.2(2)";
    out.curve = Ltb::Curve::Yield;
    const bool held = c.in.brief.angleAxes == AngleAxes::LegsHeldAtPeak, toe = side == Side::Plus, old = c.edition <= 2010;
    sink.heading("Lateral-torsional buckling", "F10.2(2)");
    putSteel(c, sink);
    const double s = given(sink, "S", Quantity::SectionModulus, angleBending(c, Axis::Major).modulus);
    const double my = held ? step(sink, "M_y", "F_y*S", "F10.2(2)(ii)", Quantity::Moment, c.fy * s)
                           : step(sink, "M_y", "0.8*F_y*S", "F10.2(2)(i)", Quantity::Moment, 0.8 * c.fy * s);
    out.plateau = my;
    const double l = given(sink, "L_b", Quantity::Length, lb, "F10.2");
    if (l <= 0) return heldContinuously(c, out, cb, sink);
    const double b = given(sink, "b", Quantity::SectionLength, c.s.b), t = given(sink, "t", Quantity::SectionLength, c.s.t);
    const double q = given(sink, "k_F", Quantity::Ratio, old ? 0.66 : 0.58, "F10-5"),
                 w = given(sink, "k_W", Quantity::Ratio, old ? 0.78 : 0.88, "F10-5");
    const double x = w * sqr(l * t / (b * b));
    // sqrt(1 + x) - 1 keeps its digits as x/(sqrt(1 + x) + 1).
    double m = toe ? step(sink, "M_1", "k_F*E*b^4*t/L_b^2*(sqrt(1 + k_W*(L_b*t/b^2)^2) - 1)", "F10-5a", Quantity::Moment,
                          q * c.e * fourth(b) * t / (l * l) * x / (std::sqrt(1 + x) + 1))
                   : step(sink, "M_1", "k_F*E*b^4*t/L_b^2*(sqrt(1 + k_W*(L_b*t/b^2)^2) + 1)", "F10-5b", Quantity::Moment,
                          q * c.e * fourth(b) * t / (l * l) * (std::sqrt(1 + x) + 1));
    if (held) m = step(sink, "M_1", "1.25*M_1", "F10.2(2)(ii)", Quantity::Moment, 1.25 * m);
    out.unit = m;
    return fromElastic(c, out, cb, sink);
}

} // namespace

template <class Sink> Ltb angleLtb(const Context& c, Side side, double lb, double cb, Sink& sink)
{
    if (aboutLegsUnheld(c)) return aboutLegLtb(c, side, lb, cb, sink);
    Ltb out;
    out.clause = "F10.2";
    out.curve = Ltb::Curve::Yield;
    sink.heading("Lateral-torsional buckling", "F10.2");
    const CompressedToe toe = compressedToe(c, Axis::Major, side);
    putSteel(c, sink);
    const double s = given(sink, "S", Quantity::SectionModulus, c.p.wely);
    const double my = step(sink, "M_y", "F_y*S", "F10", Quantity::Moment, c.fy * s);
    out.plateau = my;
    const double l = given(sink, "L_b", Quantity::Length, lb, "F10.2");
    if (l <= 0) return heldContinuously(c, out, cb, sink);
    const double a = given(sink, "A_g", Quantity::Area, c.p.a), rz = given(sink, "r_z", Quantity::SectionLength, c.p.rz),
                 t = given(sink, "t", Quantity::SectionLength, c.s.t);
    const double size = toe.equal ? 0 : std::abs(c.p.betay);
    sink.note(toe.equal      ? "Equal legs."
              : toe.shortLeg ? "The short leg is compressed: beta_w is positive."
                             : "The long leg is compressed: beta_w is negative.");
    const double beta = given(sink, "beta_w", Quantity::SectionLength, toe.shortLeg ? size : -size, "F10.2");
    // b + sqrt(1 + b²) without losing digits where b is negative.
    const double x = 4.4 * beta * rz / (l * t), curve = x < 0 ? 1 / (std::sqrt(1 + x * x) - x) : std::sqrt(1 + x * x) + x;
    if (c.edition >= 2016)
        out.unit = step(sink, "M_1", "9*E*A_g*r_z*t/(8*L_b)*(sqrt(1 + (4.4*beta_w*r_z/(L_b*t))^2) + 4.4*beta_w*r_z/(L_b*t))",
                        "F10-4", Quantity::Moment, 9 * c.e * a * rz * t / (8 * l) * curve);
    else if (toe.equal) {
        const double b = given(sink, "b", Quantity::SectionLength, c.s.b);
        out.unit = step(sink, "M_1", "0.46*E*b^2*t^2/L_b", "F10-5", Quantity::Moment, 0.46 * c.e * b * b * t * t / l);
    } else {
        const double iz = given(sink, "I_z", Quantity::Inertia, c.p.iz);
        out.unit = step(sink, "M_1", "4.9*E*I_z/L_b^2*(sqrt(beta_w^2 + 0.052*(L_b*t/r_z)^2) + beta_w)", "F10-6",
                        Quantity::Moment, 4.9 * c.e * iz / (l * l) * (std::sqrt(beta * beta + 0.052 * sqr(l * t / rz)) + beta));
    }
    return fromElastic(c, out, cb, sink);
}

template double legBuckling<NoTrace>(const Context&, double, double, NoTrace&);
template double legBuckling<Trace>(const Context&, double, double, Trace&);
template Flexure angleFlexure<NoTrace>(const Context&, Axis, Side, NoTrace&);
template Flexure angleFlexure<Trace>(const Context&, Axis, Side, Trace&);
template Ltb angleLtb<NoTrace>(const Context&, Side, double, double, NoTrace&);
template Ltb angleLtb<Trace>(const Context&, Side, double, double, Trace&);

} // namespace wr::aisc360
