// Appendix 6 over the holds inside one member: what each is asked for by the worst set of forces.
#include "core/standards/aisc360/appendix6.h"
#include "core/standards/aisc360/run.h"

#include <algorithm>
#include <cmath>

namespace wr::aisc360 {

namespace {

// Inner ends of the segments of a lane, each with the shorter of its two neighbours (a stiffness that goes with 1/L must not be
// found with the longer one). Stretches held continuously have no points.
struct Point
{
    double at, lbr;
};
std::vector<Point> pointsOf(const std::vector<LaneSegment>& lane)
{
    std::vector<Point> out;
    for (size_t i = 0; i + 1 < lane.size(); ++i) {
        const LaneSegment &a = lane[i], &b = lane[i + 1];
        if (a.continuous || b.continuous) continue;
        out.push_back({a.to, std::min(a.span(), b.span())});
    }
    return out;
}

class Bracing
{
public:
    Bracing(const Context& c, const Demands& d) : c_(c), d_(d) {}

    std::vector<BraceRow> run()
    {
        column(LengthAxis::Major, "major");
        column(LengthAxis::Minor, "minor");
        const bool i = c_.s.kind == ShapeKind::I || c_.s.kind == ShapeKind::IUnequal || c_.s.kind == ShapeKind::Channel;
        if (i) flange(LengthAxis::Top, "top"), flange(LengthAxis::Bottom, "bottom");
        std::stable_sort(out_.begin(), out_.end(), [](const BraceRow& a, const BraceRow& b) { return a.at < b.at; });
        return std::move(out_);
    }

private:
    void take(BraceRow row)
    {
        if (row.strength > 0) out_.push_back(row);
    }
    void column(LengthAxis axis, std::string_view kind)
    {
        NoTrace none;
        for (const Point& p : pointsOf(c_.in.lanes.of(axis))) {
            BraceRow row{p.at, kind, "A6.2.2", 0, 0, false, -1};
            for (size_t i = 0; i < d_.sets.size(); ++i) {
                double n = 0;
                for (size_t k = 0; k < d_.spans.size(); ++k) // segments that end here
                    if (d_.spans[k].to >= p.at - 1e-6 && d_.spans[k].from <= p.at + 1e-6)
                        n = std::max(n, d_.of(i, k).compression.value);
                const BraceDemand b = columnPointBrace(c_, n, p.lbr, none);
                if (b.strength > row.strength)
                    row.strength = b.strength, row.stiffness = b.stiffness, row.set = static_cast<int>(i);
            }
            take(row);
        }
    }
    // C_d = 2 at the hold nearest to a point of inflection, on the safe side for every hold between moments of both signs.
    void flange(LengthAxis axis, std::string_view kind)
    {
        NoTrace none;
        const bool top = axis == LengthAxis::Top;
        for (const Point& p : pointsOf(c_.in.lanes.of(axis))) {
            BraceRow row{p.at, kind, "A6.3.1b", 0, 0, false, -1};
            for (size_t i = 0; i < d_.sets.size(); ++i) {
                double m = 0;
                bool reverse = false;
                for (size_t k = 0; k < d_.spans.size(); ++k) {
                    if (d_.spans[k].to < p.at - 1e-6 || d_.spans[k].from > p.at + 1e-6) continue;
                    const SpanDemand& x = d_.of(i, k);
                    m = std::max(m, (top ? x.top : x.bottom).value);
                    reverse |= x.top.value > 1e-6 * x.largest() && x.bottom.value > 1e-6 * x.largest();
                }
                const BraceDemand b = beamPointBrace(c_, m, p.lbr, c_.p.ho, reverse ? 2.0 : 1.0, none);
                if (b.strength > row.strength)
                    row.strength = b.strength, row.stiffness = b.stiffness, row.set = static_cast<int>(i);
            }
            take(row);
        }
    }

    const Context& c_;
    const Demands& d_;
    std::vector<BraceRow> out_;
};

} // namespace

std::vector<BraceRow> bracingOf(Method m, const MemberInput& in, const Demands& d)
{
    const Context c(in, m);
    return Bracing(c, d).run();
}

} // namespace wr::aisc360
