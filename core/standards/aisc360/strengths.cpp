#include "core/standards/aisc360/strengths.h"

#include <algorithm>
#include <cmath>

namespace wr::aisc360 {

namespace {

// H1.3: doubly symmetric rolled compact sections.
bool withinH13(const Context& c)
{
    if (!c.options.interactionH13 || c.s.kind != ShapeKind::I || c.s.welded) return false;
    return flangeOutstand(c.s) / c.s.tf <= 0.38 * c.root() && webDepth(c.s) / c.s.tw <= 3.76 * c.root();
}

} // namespace

Strengths strengths(const Context& c, const Demands& d)
{
    NoTrace none;
    Strengths s;
    s.tension = tension(c, none);
    s.sidedMajor = sided(c, Axis::Major);
    s.sidedMinor = sided(c, Axis::Minor);
    s.major[0] = flexureMajor(c, none, Side::Plus);
    s.minor[0] = flexureMinor(c, none, Side::Plus);
    s.major[1] = s.sidedMajor ? flexureMajor(c, none, Side::Minus) : s.major[0];
    s.minor[1] = s.sidedMinor ? flexureMinor(c, none, Side::Minus) : s.minor[0];
    s.shearMajor = shearMajor(c, d, none);
    s.shearMinor = shearMinor(c, d, none);
    s.tube = c.s.kind == ShapeKind::Rhs || c.s.kind == ShapeKind::Chs;
    if (s.tube) s.torsion = torsion(c, none);
    s.ltbMajor = ltbApplies(c, Axis::Major);
    s.ltbMinor = ltbApplies(c, Axis::Minor);
    s.unsymmetric = c.s.kind == ShapeKind::Angle;
    s.singleAxis = withinH13(c);
    s.outside = proportions(c);
    if (aboutLegsUnheld(c) &&
        std::any_of(d.sets.begin(), d.sets.end(), [](const SetDemand& x) { return x.compression.value > 0; }))
        s.outside =
            "F10.2(2) is for bending without compression: an angle that also carries compression bends about its principal "
            "axes unless it is held all along";
    for (const Span& span : d.spans) {
        SpanStrength& x = s.spans.emplace_back();
        x.lengths = columnLengths(c.in.lanes, span.from, span.to);
        const ColumnLengths& l = x.lengths;
        x.compression = compression(c, l.major, l.minor, l.torsion, none);
        if (s.singleAxis) {
            x.inPlane = compressionBy(c, Modes::InPlane, l.major, l.minor, l.torsion, none).available;
            x.outOfPlane = compressionBy(c, Modes::OutOfPlane, l.major, l.minor, l.torsion, none).available;
        }
        if (s.ltbMajor) {
            x.major[0] = lateralTorsional(c, span.lb, 1.0, none, Side::Plus, Axis::Major);
            x.major[1] = s.sidedMajor ? lateralTorsional(c, span.lb, 1.0, none, Side::Minus, Axis::Major) : x.major[0];
        }
        if (s.ltbMinor) x.minor = lateralTorsional(c, span.lb, 1.0, none, Side::Plus, Axis::Minor);
    }
    s.b1 = Amplification(c, d);
    return s;
}

template <class Sink> double spanCb(const Context& c, const Span& span, const SpanDemand& d, Axis axis, Sink& sink)
{
    if (c.in.brief.cb) {
        sink.note("C_b is stated in the brief.");
        return *c.in.brief.cb;
    }
    if (span.cantilever) {
        sink.note("Cantilever with a free end: C_b = 1 (F1).");
        return 1;
    }
    if (span.goesOn) {
        sink.note("The segment goes on into another member: C_b = 1, whatever the moments there.");
        return 1;
    }
    const bool major = axis == Axis::Major;
    const double largest = major ? d.largest() : d.minor().value;
    double cb = momentFactor(largest, major ? d.a : d.za, major ? d.b : d.zb, major ? d.c : d.zc, sink);
    if (c.edition <= 2005 && largest > 0) {
        const bool reverse = d.top.value > 1e-9 * largest && d.bottom.value > 1e-9 * largest;
        if (major && reverse && c.s.kind == ShapeKind::IUnequal) {
            const FlangePlate a = topFlange(c.s), b = bottomFlange(c.s);
            const double iyc = given(sink, "I_yc", Quantity::Inertia, std::min(a.t * cube(a.b), b.t * cube(b.b)) / 12, "F1"),
                         iy = given(sink, "I_y", Quantity::Inertia, c.p.iz);
            cb = step(sink, "C_b", "C_b*(0.5 + 2*(I_yc/I_y)^2)", "F1-1", Quantity::Ratio, cb * (0.5 + 2 * sqr(iyc / iy)));
        }
        cb = step(sink, "C_b", "min(C_b, 3)", "F1-1", Quantity::Ratio, std::min(cb, 3.0));
    }
    // Loads at a flange: C_b·1.4^(2y/h), y = ±h/2 (Commentary to F1, after Helwig and others). A load that pushes towards the
    // shear centre turns the section further, one that pulls away from it turns it back: on top when it lifts, below when it
    // presses.
    const LoadHeight height = c.in.brief.loadHeight;
    if (!major || height == LoadHeight::Centroid || !d.loaded || !(largest > 0)) return cb;
    if ((height == LoadHeight::Top) == (d.push >= 0))
        return step(sink, "C_b", "C_b/1.4", "Comm. F1", Quantity::Ratio, cb / 1.4);
    return step(sink, "C_b", "1.4*C_b", "Comm. F1", Quantity::Ratio, 1.4 * cb);
}

SpanMoments spanMoments(const Context& c, const Span& span, const SpanDemand& d, Axis axis, bool sidedSection)
{
    NoTrace none;
    SpanMoments out;
    const bool major = axis == Axis::Major;
    const Extreme &plus = major ? d.top : d.plus, &minus = major ? d.bottom : d.minus;
    const bool seesPlus = !major || span.top, seesMinus = !major || span.bottom;
    const auto add = [&](Side side, const Extreme& e) {
        SpanMoment& x = out.list[out.count++];
        x = {side, e.value, e.at, spanCb(c, span, d, axis, none)};
    };
    if (seesPlus && seesMinus && !sidedSection) {
        const bool first = plus.value >= minus.value;
        add(first ? Side::Plus : Side::Minus, first ? plus : minus);
        return out;
    }
    if (seesPlus && (plus.value > 0 || !seesMinus)) add(Side::Plus, plus);
    if (seesMinus && (minus.value > 0 || out.count == 0)) add(Side::Minus, minus);
    return out;
}

double tensionCb(const Context& c, double lb, double tension)
{
    if (!c.options.tensionRaisesCb || !(tension > 0) || !(lb > 0) || !doublySymmetricI(c.s)) return 1;
    const double alpha = c.lrfd ? 1.0 : 1.6, pey = kPi * kPi * c.e * c.p.iz / (lb * lb);
    return std::sqrt(1 + alpha * tension / pey);
}

std::optional<Side> sideOfWholeSegment(const Context& c, const SpanDemand& d)
{
    if (!(d.top.value > 1e-9 * d.bottom.value) || !(d.bottom.value > 1e-9 * d.top.value)) return std::nullopt;
    if (c.s.kind == ShapeKind::Tee || c.pair()) return Side::Minus;
    if (c.s.kind != ShapeKind::Angle || c.in.brief.anglesAboutLegs() || aboutLegsUnheld(c)) return std::nullopt;
    const CompressedToe plus = compressedToe(c, Axis::Major, Side::Plus);
    if (plus.equal) return std::nullopt;
    return plus.shortLeg ? Side::Minus : Side::Plus; // where the long leg is the compressed one
}

template <class Sink> double pointwise(const Context& c, double p, double w, Side wSide, double z, Side zSide, Sink& sink)
{
    const AnglePoints a = anglePoints(c);
    const double sw = wSide == Side::Plus ? 1 : -1, sz = zSide == Side::Plus ? 1 : -1;
    // H2 adds f_r/F_c of each moment at a point; both stresses go with the point's own modulus, which cancels: the ratio is
    // that of the moments, with the sign of the stress there, and nothing where the point lies on the axis.
    const double size = std::max(c.s.h, c.s.b);
    struct At
    {
        std::string_view name;
        double fw, fz;
    };
    const auto sign = [&](double v) { return std::abs(v) < 1e-6 * size ? 0.0 : v < 0 ? -1.0 : 1.0; };
    const std::array<At, 3> points{{{"At the heel.", sw * sign(a.heel.z), sz * sign(a.heel.y)},
                                    {"At the toe of the upright leg.", sw * sign(a.upright.z), sz * sign(a.upright.y)},
                                    {"At the toe of the flat leg.", sw * sign(a.flat.z), sz * sign(a.flat.y)}}};
    const At* worst = &points[0];
    double h = -1;
    for (const At& x : points)
        if (const double v = std::abs(p + x.fw * w + x.fz * z); v > h) {
            h = v;
            worst = &x;
        }
    if constexpr (Sink::keeps) {
        sink.note(worst->name);
        given(sink, "r_a", Quantity::Ratio, p, "H2");
        given(sink, "r_w", Quantity::Ratio, worst->fw * w, "H2");
        given(sink, "r_z", Quantity::Ratio, worst->fz * z, "H2");
    }
    return step(sink, "H", "abs(r_a + r_w + r_z)", "H2-1", Quantity::Ratio, h);
}

template double spanCb<NoTrace>(const Context&, const Span&, const SpanDemand&, Axis, NoTrace&);
template double spanCb<Trace>(const Context&, const Span&, const SpanDemand&, Axis, Trace&);
template double pointwise<NoTrace>(const Context&, double, double, Side, double, Side, NoTrace&);
template double pointwise<Trace>(const Context&, double, double, Side, double, Side, Trace&);

} // namespace wr::aisc360
