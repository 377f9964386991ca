// Pictures of a check: resistance over length. Every point comes from the functions of the check.
#include "core/standards/en1993/rows.h"
#include "core/standards/en1993/run.h"
#include "core/standards/en1993/strengths.h"

#include <algorithm>

namespace wr::en1993 {

namespace {

constexpr int kPoints = 120;

std::vector<double> lengthsTo(double end)
{
    std::vector<double> out;
    for (int k = 0; k <= kPoints; ++k)
        out.push_back(std::max(1e-3, end * k / kPoints));
    return out;
}

LengthCurve columnCurveOf(const Context& c, const Strengths& s, const CheckOutcome& o)
{
    const ColumnLengths& l = s.spans[static_cast<size_t>(o.span)].lengths;
    const bool minor = l.z / c.p.rz >= l.y / c.p.ry;
    const double now = minor ? l.z : l.y;
    NoTrace none;
    LengthCurve out;
    out.title = minor ? "Buckling resistance over the length about z" : "Buckling resistance over the length about y";
    out.quantity = Quantity::Force;
    out.at = now, out.demand = o.demand, out.capacityNow = o.capacity;
    out.length = lengthsTo(std::max(1.6 * now, 60 * (minor ? c.p.rz : c.p.ry)));
    for (const double x : out.length)
        out.capacity.push_back(columnResistance(c, s.plates, s.effective, s.compressed == 4 ? 4 : 1,
                                                {l.y * x / now, l.z * x / now, l.t * x / now}, none)
                                   .value);
    return out;
}

LengthCurve momentCurve(const Context& c, const Strengths& s, const Demands& d, const CheckOutcome& o)
{
    const auto set = static_cast<size_t>(o.set), k = static_cast<size_t>(o.span);
    const SpanAction a = spanAction(c, s, d, set, k);
    const double w = modulusOfClass(c, s, a.cls, Axis::Y, a.a.my), lb = d.spans[k].lb;
    NoTrace none;
    LengthCurve out;
    out.title = "Moment resistance over unbraced length";
    out.at = lb, out.demand = o.demand, out.capacityNow = o.capacity;
    out.length = lengthsTo(std::max(1.6 * lb, 60 * c.p.rz));
    Segment segment = segmentOf(d, set, k);
    const double own = segment.length;
    bool apart = false;
    for (const double l : out.length) {
        segment.length = own * l / lb;
        out.capacity.push_back(lateralResistance(c, w, criticalOf(c, segment, none), l, o.demand, none).value);
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
    if (o.span < 0 || o.set < 0) return {};
    const Context c(in);
    const Strengths s = strengths(c, d);
    if (o.check == kCompressionRow) return columnCurveOf(c, s, o);
    if (o.check == kLtb && s.ltb && o.demand > 0) return momentCurve(c, s, d, o);
    return {};
}

} // namespace wr::en1993
