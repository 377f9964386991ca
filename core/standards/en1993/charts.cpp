// Pictures of a check: resistance over length. Every point comes from the functions of the check.
#include "core/standards/common/bisect.h"
#include "core/standards/common/curves.h"
#include "core/standards/en1993/rows.h"
#include "core/standards/en1993/run.h"
#include "core/standards/en1993/strengths.h"

#include <algorithm>

namespace wr::en1993 {

namespace {

LengthCurve columnCurveOf(const Context& c, const Strengths& s, const CheckOutcome& o)
{
    NoTrace none;
    return columnCurve(s.spans[o.span].lengths, c.p.ry, c.p.rz, "Buckling resistance over the length about y",
                       "Buckling resistance over the length about z", o, [&](const ColumnLengths& l) {
                           return columnResistance(c, s.plates, s.effective, s.compressed == 4 ? 4 : 1, l, none).value;
                       });
}

LengthCurve momentCurve(const Context& c, const Strengths& s, const Demands& d, const CheckOutcome& o)
{
    const auto set = o.set.at(), k = static_cast<size_t>(o.span);
    const SpanAction a = spanAction(c, s, d, set, k);
    const double w = modulusOfClass(c, s, a.cls, Axis::Y, a.a.my), lb = d.spans[k].lb;
    NoTrace none;
    LengthCurve out;
    out.title = "Moment resistance over unbraced length";
    out.at = lb;
    out.demand = o.demand;
    out.capacityNow = o.capacity;
    out.length = curveLengths(std::max(1.6 * lb, 60 * c.p.rz));
    Segment segment = segmentOf(d, set, k);
    const double own = segment.length;
    bool apart = false;
    for (const double l : out.length) {
        segment.length = own * l / lb;
        out.capacity.push_back(lateralResistance(c, w, criticalOf(c, segment, none, o.demand), l, o.demand, none).value);
        const double plain = uniformCriticalMoment(stiffnessOf(c), l, {c.options.kz, c.options.kw});
        out.plain.push_back(lateralResistance(c, w, {plain, 1}, l, o.demand, none).value);
        apart |= std::abs(out.plain.back() - out.capacity.back()) > 0.02 * out.capacity.back();
    }
    if (!apart) out.plain.clear();
    return out;
}

} // namespace

std::optional<LengthCurve> lengthCurveOf(const MemberInput& in, const Demands& d, const CheckOutcome& o)
{
    if (o.span < 0 || !o.set.given()) return {};
    const Context c(in);
    const Strengths s = strengths(c, d);
    if (o.check == kCompressionRow) return columnCurveOf(c, s, o);
    if (o.check == kLtb && s.ltb && o.demand > 0) return momentCurve(c, s, d, o);
    return {};
}

std::optional<InteractionDiagram> interactionDiagramOf(const MemberInput& in, const Demands& d, const CheckOutcome& o)
{
    if (o.check != kInteraction || o.span < 0 || !o.set.given()) return {};
    const Context c(in);
    const Strengths s = strengths(c, d);
    const auto k = static_cast<size_t>(o.span);
    NoTrace none;
    // Everything of one set for this segment, as the check puts it together.
    const auto beamcolumn = [&](size_t set) {
        const SpanAction a = spanAction(c, s, d, set, k);
        Beamcolumn b = beamcolumnOf(c, s, d, set, k, a);
        if (s.ltb && a.a.my != 0) {
            const Critical m = criticalOf(c, segmentOf(d, set, k), none, b.my);
            b.ltb = lateralResistance(c, b.wy, m, d.spans[k].lb, b.my, none);
            b.mcr = m.mcr;
            b.c1 = m.c1;
        } else
            b.mcr = kUncovered;
        return b;
    };
    const double m1 = c.gammaM1();
    const auto column = [&](const Beamcolumn& b) { return std::min(b.column.y.chi, b.column.z.chi) * b.nrk / m1; };
    const auto lateral = [&](const Beamcolumn& b) { return b.ltb.chi * b.myrk / m1; };
    Beamcolumn own = beamcolumn(o.set.at());
    InteractionDiagram out;
    out.clause = o.clause;
    out.compression = column(own);
    out.tension = s.tension.value;
    // The surface for the set that governs, bent about y alone: along each axial share the moment at which the ratio is 1.
    own.mz = own.dmz = 0;
    for (int i = -40; i <= 40; ++i) {
        const double p = std::max(0.0, i / 40.0);
        own.n = p * out.compression;
        if (own.cls == 4) own.dmy = own.n * std::abs(s.effective.eny);
        const double most = bisect(0, 1.2, [&](double m) {
            own.my = m * lateral(own);
            return stability(c, own, none).ratio <= 1;
        });
        out.surface.emplace_back(most, i / 40.0); // tension takes nothing from 6.3.3
    }
    for (size_t i = 0; i < d.sets.size(); ++i) {
        const SpanDemand& x = d.of(i, k);
        const Beamcolumn b = beamcolumn(i);
        const double moment = (b.my + b.dmy) / lateral(b) + (b.mz + b.dmz) / (b.mzrk / m1);
        const bool pulled = x.tension.value > 0 && !(x.compression.value > 0);
        out.points.push_back({moment, pulled ? -x.tension.value / out.tension : b.n / out.compression,
                              b.n > 0 || b.my > 0 || b.mz > 0 ? stability(c, b, none).ratio : 0.0, SetRow(i)});
    }
    return out;
}

} // namespace wr::en1993
