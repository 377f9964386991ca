// Pictures of a check: strength over length, axial force against moment. Every point comes from the functions of the check.
#include "core/standards/aisc360/meeting.h"
#include "core/standards/aisc360/rows.h"
#include "core/standards/aisc360/run.h"
#include "core/standards/common/bisect.h"
#include "core/standards/common/curves.h"

#include <algorithm>
#include <cmath>

namespace wr::aisc360 {

namespace {

// A length of the trace by its symbol, 0 where it was not needed.
double stepOf(const Trace& t, std::string_view symbol)
{
    double v = 0;
    for (const TraceStep& s : t.steps)
        if (s.kind == TraceStep::Kind::Value && s.label.symbol == symbol) v = s.value;
    return v;
}

// Strengths that Cb does not change (F9).
bool withoutCb(const Ltb& l)
{
    return l.curve == Ltb::Curve::NoCb || l.curve == Ltb::Curve::YieldNoCb;
}

LengthCurve momentCurve(const Context& c, const Strengths& s, const Demands& d, const CheckOutcome& o)
{
    const auto set = o.set.at(), k = static_cast<size_t>(o.span);
    const MetPair major = meet(c, s, d, set, k, Axis::Major), minor = meet(c, s, d, set, k, Axis::Minor);
    const bool useMinor = s.ltbMinor && (!s.ltbMajor || minor.worstLtb().moment.m / minor.worstLtb().ltb >
                                                            major.worstLtb().moment.m / major.worstLtb().ltb);
    const Axis axis = useMinor ? Axis::Minor : Axis::Major;
    const Met& m = useMinor ? minor.worstLtb() : major.worstLtb();
    const double lb = d.spans[k].lb;
    NoTrace none;
    LengthCurve out;
    out.title = "Moment capacity over unbraced length";
    out.at = lb;
    out.demand = m.moment.m;
    Trace far;
    lateralTorsional(c, 1e3, 1.0, far, m.ltbSide, axis); // so long that every length of change is found
    const double lp = stepOf(far, "L_p"), lr = stepOf(far, "L_r");
    out.length = curveLengths(std::max({1.6 * lb, 1.4 * lr, 2.5 * lp, 1.0}));
    for (const double l : out.length) {
        const Ltb ltb = lateralTorsional(c, l, 1.0, none, m.ltbSide, axis);
        out.capacity.push_back(std::min(m.local, c.available(ltb.nominal(m.moment.cb), c.safety.flexure)));
        out.plain.push_back(std::min(m.local, c.available(ltb.nominal(1.0), c.safety.flexure)));
    }
    if (lp > 0) out.marks.emplace_back(lp, "L_p");
    if (lr > 0) out.marks.emplace_back(lr, "L_r");
    out.capacityNow = m.capacity();
    if (std::abs(m.moment.cb - 1) < 0.02 || withoutCb(lateralTorsional(c, lb, 1.0, none, m.ltbSide, axis)))
        out.plain.clear(); // one line would hide the other
    return out;
}

LengthCurve columnCurveOf(const Context& c, const Demands& d, const CheckOutcome& o)
{
    const Span& span = d.spans[o.span];
    NoTrace none;
    return columnCurve(columnLengths(c.in.lanes, span.from, span.to), c.p.ry, c.p.rz,
                       "Compression capacity over major-axis length", "Compression capacity over minor-axis length", o,
                       [&](const ColumnLengths& l) { return compression(c, l.major, l.minor, l.torsion, none).available; });
}

} // namespace

std::optional<LengthCurve> lengthCurveOf(Method method, const MemberInput& in, const Demands& d, const CheckOutcome& o)
{
    if (o.span < 0 || !o.set.given()) return {};
    const Context c(in, method);
    if (o.check == kCompressionRow) return columnCurveOf(c, d, o);
    if (o.check != kLtb) return {};
    const Strengths s = strengths(c, d);
    if (c.s.kind == ShapeKind::None || !(s.ltbMajor || s.ltbMinor)) return {};
    return momentCurve(c, s, d, o);
}

std::optional<InteractionDiagram> interactionDiagramOf(Method method, const MemberInput& in, const Demands& d,
                                                       const CheckOutcome& o)
{
    if (o.check != kInteraction || o.span < 0 || !o.set.given()) return {};
    const Context c(in, method);
    const Strengths s = strengths(c, d);
    const auto k = static_cast<size_t>(o.span);
    InteractionDiagram out;
    out.clause = s.unsymmetric ? "H2" : "H1.1";
    out.compression = s.spans[k].compression.available;
    out.tension = s.tension.available;
    NoTrace none;
    // Where the sum is 1: along each axial ratio the moment ratio by halving; H2 adds the ratios as they are.
    const auto at = [&](double p) {
        return bisect(0, 1,
                      [&](double m) { return (s.unsymmetric ? p + m : interaction(p, 1.0, m, 1.0, 0.0, 1.0, none)) <= 1; });
    };
    for (int i = -40; i <= 40; ++i)
        out.surface.emplace_back(at(std::abs(i / 40.0)), i / 40.0);
    for (size_t i = 0; i < d.sets.size(); ++i) {
        const SpanDemand& x = d.of(i, k);
        const MetPair major = meet(c, s, d, i, k, Axis::Major), minor = meet(c, s, d, i, k, Axis::Minor);
        const double moment = major.worst().ratio() + minor.worst().ratio();
        for (const bool pulled : {false, true}) {
            if (pulled && !(x.tension.value > 0)) continue;
            if (!pulled && x.tension.value > 0 && !(x.compression.value > 0)) continue;
            const double axial = pulled ? -x.tension.value / out.tension : x.compression.value / out.compression;
            out.points.push_back({moment, axial, interactionOf(c, s, d, i, k, pulled, 0, none).h, SetRow(i)});
        }
    }
    return out;
}

} // namespace wr::aisc360
