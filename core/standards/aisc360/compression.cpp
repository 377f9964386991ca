#include "core/standards/aisc360/compression.h"

#include <algorithm>
#include <cmath>

namespace wr::aisc360 {

namespace {

// E6.1: slenderness of a pair about its axis of symmetry, where the connectors carry the shear between the parts.
template <class Sink> double pairSlenderness(const Context& c, double s0, double lcy, Sink& sink)
{
    sink.heading("Shear in the connectors", "E6.1");
    const PairPart part = pairPart(c.s);
    const auto stated = c.in.brief.connectorSpacing;
    if (!stated)
        sink.note("No connectors are stated in the brief: the angles are taken as connected at the ends of the segment only.");
    given(sink, "s_0", Quantity::Ratio, s0, "E6.1");
    const double a = given(sink, "a", Quantity::Length, stated.value_or(lcy), "E6.1");
    const double ri = given(sink, "r_i", Quantity::SectionLength, part.ri, "E6.1");
    const double local = step(sink, "s_i", "a/r_i", "E6.1", Quantity::Ratio, a / ri);
    if (c.in.brief.connectorsJoined == PairJoined::Snug)
        return step(sink, "s_m", "sqrt(s_0^2 + s_i^2)", "E6-1", Quantity::Ratio, std::sqrt(sqr(s0) + sqr(local)));
    if (c.edition <= 2005) {
        const double rib = given(sink, "r_ib", Quantity::SectionLength, part.rib, "E6.1"),
                     h = given(sink, "h", Quantity::SectionLength, part.h, "E6.1");
        const double alpha = step(sink, "alpha", "h/(2*r_ib)", "E6.1", Quantity::Ratio, h / (2 * rib));
        return step(sink, "s_m", "sqrt(s_0^2 + 0.82*alpha^2/(1 + alpha^2)*(a/r_ib)^2)", "E6-2", Quantity::Ratio,
                    std::sqrt(sqr(s0) + 0.82 * sqr(alpha) / (1 + sqr(alpha)) * sqr(a / rib)));
    }
    if (local <= 40) return step(sink, "s_m", "s_0", "E6-2a", Quantity::Ratio, s0);
    const double ki = given(sink, "K_i", Quantity::Ratio, 0.50, "E6.1");
    return step(sink, "s_m", "sqrt(s_0^2 + (K_i*s_i)^2)", "E6-2b", Quantity::Ratio, std::sqrt(sqr(s0) + sqr(ki * local)));
}

// E5(a), (b): slenderness that stands for the eccentricity of a load through one leg. Nothing where the shape is outside.
template <class Sink> double oneLegSlenderness(const Context& c, std::string_view& uncovered, Sink& sink)
{
    const bool space = c.options.oneLeg == Options::OneLeg::SpaceTruss;
    sink.heading("Single angle loaded through one leg", space ? "E5(b)" : "E5(a)");
    const bool upright = !c.options.connectedFlat;
    const double connected = upright ? c.s.h : c.s.b, other = upright ? c.s.b : c.s.h;
    const double shape = std::max(connected, other) / std::min(connected, other);
    if (shape > 1 + 1e-9 && shape >= 1.7) uncovered = "a leg ratio of 1.7 or more is outside the simplified slenderness of E5";
    // About the axis parallel to the connected leg: its second moment is that of distances away from the leg.
    const double l = given(sink, "L", Quantity::Length, c.in.length, "E5"),
                 ra = given(sink, "r_a", Quantity::SectionLength, std::sqrt((upright ? c.p.igz : c.p.igy) / c.p.a), "E5");
    const double base = step(sink, "s_a", "L/r_a", "E5", Quantity::Ratio, l / ra);
    double s = 0;
    if (!space)
        s = base <= 80 ? step(sink, "s", "72 + 0.75*s_a", "E5-1", Quantity::Ratio, 72 + 0.75 * base)
                       : step(sink, "s", "32 + 1.25*s_a", "E5-2", Quantity::Ratio, 32 + 1.25 * base);
    else
        s = base <= 75 ? step(sink, "s", "60 + 0.8*s_a", "E5-3", Quantity::Ratio, 60 + 0.8 * base)
                       : step(sink, "s", "45 + s_a", "E5-4", Quantity::Ratio, 45 + base);
    if (connected < other * (1 - 1e-9)) { // through the shorter leg
        const double bl = given(sink, "b_l", Quantity::SectionLength, other, "E5"),
                     bs = given(sink, "b_s", Quantity::SectionLength, connected, "E5");
        const double rz = given(sink, "r_z", Quantity::SectionLength, c.p.rz, "E5");
        s = space ? step(sink, "s", "max(s + 6*((b_l/b_s)^2 - 1), 0.82*L/r_z)", "E5(b)", Quantity::Ratio,
                         std::max(s + 6 * (sqr(bl / bs) - 1), 0.82 * l / rz))
                  : step(sink, "s", "max(s + 4*((b_l/b_s)^2 - 1), 0.95*L/r_z)", "E5(a)", Quantity::Ratio,
                         std::max(s + 4 * (sqr(bl / bs) - 1), 0.95 * l / rz));
    }
    if (s > 200)
        uncovered = "a slenderness above 200 is outside the simplified route of E5: treat the angle as eccentrically loaded";
    return s;
}

template <class Sink> double elastic(const Context& c, std::string_view symbol, std::string_view formula, double s, Sink& sink)
{
    return step(sink, symbol, formula, "E3-4", Quantity::Stress, kPi * kPi * c.e / (s * s));
}

} // namespace

Shape onePart(const Shape& s)
{
    Shape one = s;
    one.kind = ShapeKind::Angle;
    one.h = backLeg(s);
    one.b = outstandingLeg(s);
    one.gap = 0;
    return one;
}

PairPart pairPart(const Shape& s)
{
    const SectionProperties p = computeProperties(onePart(s));
    return {p.rz, std::sqrt(p.igz / p.a), 2 * p.cy + s.gap};
}

template <class Sink> double criticalStress(const Context& c, double fe, Sink& sink)
{
    step(sink, "R", "F_y/F_e", "E3", Quantity::Ratio, c.fy / fe);
    if (c.fy / fe <= 2.25)
        return step(sink, "F_cr", "0.658^(F_y/F_e)*F_y", "E3-2", Quantity::Stress, std::pow(0.658, c.fy / fe) * c.fy);
    return step(sink, "F_cr", "0.877*F_e", "E3-3", Quantity::Stress, 0.877 * fe);
}

namespace {

// F_e of the governing slenderness; E4 may have taken over.
struct Elastic
{
    double fe = 0, fcr = 0;
    bool old = false; // fcr is the strength: editions before 2016, tees and pairs
};

template <class Sink> double slendernessOfAxes(const Context& c, Modes modes, double lcx, double lcy, Compression& out,
                                               double& sx, double& sy, Sink& sink)
{
    if (c.s.kind == ShapeKind::Angle) sink.note("x is the major, y the minor principal axis.");
    const double lx = given(sink, "L_cx", Quantity::Length, lcx, "E2"),
                 rx = given(sink, "r_x", Quantity::SectionLength, c.p.ry);
    sx = step(sink, "s_x", "L_cx/r_x", "E2", Quantity::Ratio, lx / rx);
    const double ly = given(sink, "L_cy", Quantity::Length, lcy, "E2"),
                 ry = given(sink, "r_y", Quantity::SectionLength, c.p.rz);
    sy = step(sink, "s_y", "L_cy/r_y", "E2", Quantity::Ratio, ly / ry);
    if (c.pair()) {
        const double m = pairSlenderness(c, sy, lcy, sink);
        if (m > sy) out.clause = "E6.1";
        sy = step(sink, "s_y", "s_m", "E6.1", Quantity::Ratio, m);
        if (sx >= sy) out.clause = "E3";
    }
    if (modes == Modes::InPlane) return step(sink, "s", "s_x", "E2", Quantity::Ratio, sx);
    if (modes == Modes::OutOfPlane) return step(sink, "s", "s_y", "E2", Quantity::Ratio, sy);
    return step(sink, "s", "max(s_x, s_y)", "E2", Quantity::Ratio, std::max(sx, sy));
}

// E4: torsional and flexural-torsional buckling on top of the flexural stress.
template <class Sink>
void withTorsion(const Context& c, double sx, double sy, double lcz, Elastic& e, Compression& out, Sink& sink)
{
    const double fex = kPi * kPi * c.e / sqr(sx), fey = kPi * kPi * c.e / sqr(sy);
    NoTrace none;
    // Editions before 2016 treat tees and pairs by their own equation, unless their elements are slender.
    e.old = c.edition <= 2010 && (c.pair() || c.s.kind == ShapeKind::Tee) && columnStrength(c, e.fe, none).clause.empty();
    if (!e.old) {
        const Torsional t = torsionalStress(c, fex, fey, lcz, sink);
        if (t.fe < e.fe) out.clause = "E4";
        if (t.fe < kUncovered) e.fe = step(sink, "F_e", "min(F_e, F_et)", "E4", Quantity::Stress, std::min(e.fe, t.fe));
        return;
    }
    const double flexural = criticalStress(c, e.fe, sink);
    given(sink, "F_1", Quantity::Stress, flexural, "E3");
    sink.heading("Flexural-torsional buckling", "E4(a)");
    const double fcry = given(sink, "F_cry", Quantity::Stress, criticalStress(c, fey, none), "E3");
    const double ft = oldPairStress(c, fcry, sink);
    if (ft < flexural) out.clause = "E4";
    e.fcr = step(sink, "F_cr", "min(F_1, F_ft)", "E4", Quantity::Stress, std::min(flexural, ft));
}

// E6.2(a): between connectors a part may not be more slender than three quarters of the pair. Where it is, the two are no
// built-up member: each carries by itself over the whole length.
template <class Sink> bool partsApart(const Context& c, double lcy, double governing, Sink& sink)
{
    if (!c.pair()) return false;
    const double local = c.in.brief.connectorSpacing.value_or(lcy) / pairPart(c.s).ri;
    if (local <= 0.75 * governing * (1 + 1e-9)) return false;
    sink.heading("Slenderness of the parts between connectors", "E6.2");
    given(sink, "s_i", Quantity::Ratio, local, "E6.2");
    given(sink, "s", Quantity::Ratio, governing);
    step(sink, "s_lim", "0.75*s", "E6.2", Quantity::Ratio, 0.75 * governing);
    sink.note(
        "a/r_i exceeds three quarters of the pair's slenderness, which E6.2 does not allow: the two angles carry one by one. "
        "State closer connectors in the brief to count them as a pair.");
    return true;
}

template <class Sink> Compression onePartTwice(const Context& c, double lcx, double lcy, double lcz, Sink& sink)
{
    const Shape shape = onePart(c.s);
    const SectionProperties section = computeProperties(shape);
    AiscRules rules;
    rules.options = c.options;
    rules.options.oneLeg = Options::OneLeg::No;
    const MemberInput in{shape, section, c.in.steel, c.in.lanes, c.in.brief, c.in.length, &rules};
    const Context one(in, {c.lrfd, c.edition});
    const double length = std::max(lcx, lcy);
    Compression out = compressionBy(one, Modes::All, length, length, lcz, sink);
    out.clause = "E6.2";
    given(sink, "P_c1", Quantity::Force, out.available);
    out.available = step(sink, "P_c", "2*P_c1", "E6.2", Quantity::Force, 2 * out.available);
    return out;
}

} // namespace

template <class Sink> Compression compressionBy(const Context& c, Modes modes, double lcx, double lcy, double lcz, Sink& sink)
{
    Compression out;
    out.clause = "E3";
    if (c.s.kind == ShapeKind::None)
        out.uncovered =
            "the section has stated properties but no dimensions, so its walls cannot be classified: give \"shape\" and "
            "dimensions (E7)";
    const Options::OneLeg oneLeg = c.s.kind == ShapeKind::Angle ? c.options.oneLeg : Options::OneLeg::No;
    sink.heading("Flexural buckling", "E3");
    const double ag = given(sink, "A_g", Quantity::Area, c.p.a);
    putSteel(c, sink);
    Elastic e;
    if (oneLeg != Options::OneLeg::No) {
        out.slenderness = oneLegSlenderness(c, out.uncovered, sink);
        out.clause = oneLeg == Options::OneLeg::SpaceTruss ? "E5(b)" : "E5(a)";
        e.fe = elastic(c, "F_e", "pi()^2*E/s^2", out.slenderness, sink);
    } else {
        double sx = 0, sy = 0;
        out.slenderness = slendernessOfAxes(c, modes, lcx, lcy, out, sx, sy, sink);
        if (partsApart(c, lcy, out.slenderness, sink)) return onePartTwice(c, lcx, lcy, lcz, sink);
        e.fe = elastic(c, "F_e", "pi()^2*E/s^2", out.slenderness, sink);
        const bool twists = modes != Modes::InPlane && (!doublySymmetricI(c.s) || lcz > lcy * (1 + 1e-9));
        if (twists) withTorsion(c, sx, sy, lcz, e, out, sink);
    }
    double pn = 0;
    if (e.old)
        pn = step(sink, "P_n", "F_cr*A_g", "E3-1", Quantity::Force, e.fcr * ag);
    else {
        const ColumnStrength n = columnStrength(c, e.fe, sink);
        pn = n.nominal;
        if (!n.clause.empty()) out.clause = n.clause;
        if (out.uncovered.empty()) out.uncovered = n.uncovered;
    }
    out.available = putAvailable(c, sink, {"P_c", "phi*P_n", "E1", Quantity::Force},
                                 {"P_c", "P_n/Omega", "E1", Quantity::Force}, c.safety.compression, pn);
    return out;
}

template <class Sink> Compression compression(const Context& c, double lcx, double lcy, double lcz, Sink& sink)
{
    return compressionBy(c, Modes::All, lcx, lcy, lcz, sink);
}

template Compression compression<NoTrace>(const Context&, double, double, double, NoTrace&);
template Compression compression<Trace>(const Context&, double, double, double, Trace&);
template Compression compressionBy<NoTrace>(const Context&, Modes, double, double, double, NoTrace&);
template Compression compressionBy<Trace>(const Context&, Modes, double, double, double, Trace&);
template double criticalStress<NoTrace>(const Context&, double, NoTrace&);
template double criticalStress<Trace>(const Context&, double, Trace&);

} // namespace wr::aisc360
