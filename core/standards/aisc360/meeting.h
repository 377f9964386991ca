// Demand of one set of forces against the strengths of one span: moments with their Cb, and axial force with bending (H).
// Header only: the inner loop of every check runs through here, and the printed calculation through the same functions with a
// trace.
#pragma once

#include "core/standards/aisc360/interaction.h"
#include "core/standards/aisc360/strengths.h"

namespace wr::aisc360 {

// A moment of one sign against the least strength of its fibre.
struct Met
{
    SpanMoment moment;
    double ltb = kUncovered;   // available, lateral-torsional buckling
    double local = 0;          // available, all other limit states
    Side ltbSide = Side::Plus; // whose curve the first is (F9.2(b))
    double capacity() const { return std::min(ltb, local); }
    double ratio() const { return moment.m / capacity(); }
};
struct MetPair
{
    std::array<Met, 2> list;
    size_t count = 0;
    const Met& worst() const { return count > 1 && list[1].ratio() > list[0].ratio() ? list[1] : list[0]; }
    const Met& worstLtb() const
    {
        return count > 1 && list[1].moment.m / list[1].ltb > list[0].moment.m / list[0].ltb ? list[1] : list[0];
    }
};

inline MetPair meet(const Context& c, const Strengths& s, const Demands& d, size_t set, size_t span, Axis axis,
                    double cbFactor = 1)
{
    const bool major = axis == Axis::Major;
    const SpanDemand& x = d.of(set, span);
    const SpanStrength& cap = s.spans[span];
    const SpanMoments m = spanMoments(c, d.spans[span], x, axis, major ? s.sidedMajor : s.sidedMinor);
    MetPair out;
    out.count = m.count;
    for (size_t k = 0; k < m.count; ++k) {
        Met& y = out.list[k];
        y.moment = m.list[k];
        y.moment.m *= s.b1.of(set, span, axis);
        const auto side = static_cast<size_t>(y.moment.side);
        y.local = (major ? s.major : s.minor)[side].available;
        y.ltbSide = y.moment.side;
        if (major ? !s.ltbMajor : !s.ltbMinor) continue;
        const Ltb& l = major ? cap.major[side] : cap.minor;
        double nominal = l.nominal(y.moment.cb * cbFactor);
        if (const auto worse = major ? sideOfWholeSegment(c, x) : std::nullopt; worse && *worse != y.moment.side)
            if (const double other = cap.major[static_cast<size_t>(*worse)].nominal(y.moment.cb * cbFactor); other < nominal) {
                nominal = other;
                y.ltbSide = *worse;
            }
        y.ltb = c.available(nominal, c.safety.flexure);
    }
    return out;
}

struct Interaction
{
    double h = 0, at = 0;
    std::string_view clause;
    bool torsion = false; // H3.2: torsion and shear are in it
};

// H2: the worst pair of signs, stresses of each point of the section added.
template <class Sink> double unsymmetric(const Context& c, double axial, double pc, bool pulled, const MetPair& major,
                                         const MetPair& minor, Sink& sink)
{
    NoTrace none;
    const double p = (pulled ? -1 : 1) * axial / pc;
    const Met *bw = &major.list[0], *bz = &minor.list[0];
    double worst = -1;
    for (size_t a = 0; a < major.count; ++a)
        for (size_t b = 0; b < minor.count; ++b) {
            const Met &w = major.list[a], &z = minor.list[b];
            const double h = pointwise(c, p, w.ratio(), w.moment.side, z.ratio(), z.moment.side, none);
            if (h <= worst) continue; // not a number counts as the worst
            worst = h;
            bw = &w;
            bz = &z;
        }
    if constexpr (Sink::keeps) {
        given(sink, "P_r", Quantity::Force, axial, "H2");
        given(sink, "P_c", Quantity::Force, pc, "H2");
        given(sink, "M_rw", Quantity::Moment, bw->moment.m, "H2");
        given(sink, "M_cw", Quantity::Moment, bw->capacity(), "H2");
        given(sink, "M_rz", Quantity::Moment, bz->moment.m, "H2");
        given(sink, "M_cz", Quantity::Moment, bz->capacity(), "H2");
    }
    return pointwise(c, p, bw->ratio(), bw->moment.side, bz->ratio(), bz->moment.side, sink);
}

// H3.2: tubes whose torsion counts.
template <class Sink> double withTubeTorsion(const Strengths& s, const SetDemand& whole, double axial, double pc, const Met& mx,
                                             const Met& my, Sink& sink)
{
    const bool upright = whole.shearMajor.value / s.shearMajor.available > whole.shearMinor.value / s.shearMinor.available;
    const double vr = upright ? whole.shearMajor.value : whole.shearMinor.value,
                 vc = upright ? s.shearMajor.available : s.shearMinor.available;
    return interactionTorsion(axial, pc, mx.moment.m, mx.capacity(), my.moment.m, my.capacity(), vr, vc, whole.torsion.value,
                              s.torsion.available, sink);
}

// H1.3: bending about one axis only, in and out of its plane.
template <class Sink>
double singleAxis(const Context& c, const SpanStrength& cap, double axial, const Met& mx, const Met& my, Sink& sink)
{
    sink.note("H1.3(a): in the plane of bending, without lateral-torsional buckling.");
    const double in = interaction(axial, cap.inPlane, mx.moment.m, mx.local, 0, my.capacity(), sink);
    given(sink, "H_in", Quantity::Ratio, in, "H1.3(a)");
    sink.note("H1.3(b): out of the plane of bending.");
    const Ltb& ltb = cap.major[static_cast<size_t>(mx.moment.side)];
    const double by = c.edition <= 2005 ? outOfPlane2005(axial, cap.outOfPlane, mx.moment.m, mx.ltb, sink)
                                        : outOfPlane(axial, cap.outOfPlane, mx.moment.m,
                                                     c.available(ltb.nominal(1), c.safety.flexure), mx.moment.cb, sink);
    given(sink, "H_out", Quantity::Ratio, by, "H1.3(b)");
    return step(sink, "H", "max(H_in, H_out)", "H1.3", Quantity::Ratio, std::max(in, by));
}

// H1, H2 or H3.2 for one span and set. pulled: with the tension of the segment, else with its compression. warping: normal
// stress of warping over what is available (H3.3), added.
template <class Sink> Interaction interactionOf(const Context& c, const Strengths& s, const Demands& d, size_t set, size_t span,
                                                bool pulled, double warping, Sink& sink)
{
    const SpanDemand& x = d.of(set, span);
    const SetDemand& whole = d.sets[set];
    const SpanStrength& cap = s.spans[span];
    const Extreme& axial = pulled ? x.tension : x.compression;
    const double pc = pulled ? s.tension.available : cap.compression.available;
    const double raise = tensionCb(c, d.spans[span].lb, x.leastTension);
    const MetPair major = meet(c, s, d, set, span, Axis::Major, raise), minor = meet(c, s, d, set, span, Axis::Minor);
    const Met &mx = major.worst(), &my = minor.worst();
    Interaction out;
    out.at = mx.moment.m > 0 ? mx.moment.at : my.moment.m > 0 ? my.moment.at : axial.at;
    if (raise > 1) {
        sink.note("Tension raises C_b (H1.2).");
        given(sink, "r_t", Quantity::Ratio, raise, "H1.2");
    }
    if (s.unsymmetric) {
        out.clause = "H2";
        out.h = unsymmetric(c, axial.value, pc, pulled, major, minor, sink);
    } else if (s.tube && whole.torsion.value > 0.2 * s.torsion.available) {
        out.clause = "H3.2";
        out.torsion = true;
        out.h = withTubeTorsion(s, whole, axial.value, pc, mx, my, sink);
    } else if (s.singleAxis && !pulled && my.ratio() < 0.05 && cap.lengths.torsion <= cap.lengths.minor * (1 + 1e-9)) {
        out.clause = "H1.3";
        out.h = singleAxis(c, cap, axial.value, mx, my, sink);
    } else {
        out.clause = pulled ? "H1.2" : "H1.1";
        out.h = interaction(axial.value, pc, mx.moment.m, mx.capacity(), my.moment.m, my.capacity(), sink);
    }
    if (warping > 0) {
        out.clause = "H3.3";
        given(sink, "r_warp", Quantity::Ratio, warping, "H3.3");
        out.h = step(sink, "H", "H + r_warp", "H3.3", Quantity::Ratio, out.h + warping);
    }
    return out;
}

} // namespace wr::aisc360
