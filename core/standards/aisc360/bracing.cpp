// Appendix 6 over the holds inside one member: what each is asked for by the worst set of forces.
#include "core/standards/aisc360/appendix6.h"
#include "core/standards/aisc360/run.h"
#include "core/standards/aisc360/strengths.h"
#include "core/standards/common/lane_points.h"

#include <algorithm>
#include <cmath>

namespace wr::aisc360 {

namespace {

// A stiffness that goes with 1/L is found with the shorter of the two segments that meet in a hold.
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
        if (doublySymmetricI(c_.s)) twist();
        std::stable_sort(out_.begin(), out_.end(), [](const BraceRow& a, const BraceRow& b) { return a.at < b.at; });
        return std::move(out_);
    }

private:
    // Keeps the largest demand over all sets; `of` gives the demand of one.
    template <class F> void worst(BraceRow row, F&& of)
    {
        for (size_t i = 0; i < d_.sets.size(); ++i)
            if (const BraceDemand b = of(i); b.strength > row.strength || b.stiffness > row.stiffness) {
                row.strength = std::max(row.strength, b.strength);
                row.set = SetRow(i);
                row.stiffness = std::max(row.stiffness, b.stiffness);
            }
        if (row.strength > 0) out_.push_back(row);
    }
    void column(LengthAxis axis, std::string_view kind)
    {
        NoTrace none;
        for (const LanePoint& p : lanePoints(c_.in.lanes.of(axis))) {
            const auto thrust = [&](size_t i) {
                double n = 0;
                for (size_t k = 0; k < d_.spans.size(); ++k) // segments that end here
                    if (p.touches(d_.spans[k])) n = std::max(n, d_.of(i, k).compression.value);
                return n;
            };
            worst({p.at, kind, "point", "A6.2.2"}, [&](size_t i) { return columnPointBrace(c_, thrust(i), p.shorter, none); });
            worst({p.at, kind, "panel", "A6.2.1"}, [&](size_t i) { return columnPanelBrace(c_, thrust(i), p.shorter, none); });
        }
    }
    // C_d = 2 at the hold nearest to a point of inflection, on the safe side for every hold between moments of both signs.
    void flange(LengthAxis axis, std::string_view kind)
    {
        NoTrace none;
        const bool top = axis == LengthAxis::Top;
        for (const LanePoint& p : lanePoints(c_.in.lanes.of(axis))) {
            struct Asked
            {
                double m = 0, cd = 1;
            };
            const auto asked = [&](size_t i) {
                Asked a;
                for (size_t k = 0; k < d_.spans.size(); ++k) {
                    if (!p.touches(d_.spans[k])) continue;
                    const SpanDemand& x = d_.of(i, k);
                    a.m = std::max(a.m, (top ? x.top : x.bottom).value);
                    if (x.top.value > 1e-6 * x.largest() && x.bottom.value > 1e-6 * x.largest()) a.cd = 2;
                }
                return a;
            };
            worst({p.at, kind, "point", "A6.3.1b"}, [&](size_t i) {
                const Asked a = asked(i);
                return beamPointBrace(c_, a.m, p.shorter, c_.p.ho, a.cd, none);
            });
            worst({p.at, kind, "panel", "A6.3.1a"}, [&](size_t i) {
                const Asked a = asked(i);
                return beamPanelBrace(c_, a.m, p.shorter, c_.p.ho, a.cd, none);
            });
        }
    }
    // Torsional point bracing: M_r/C_b is the largest of the two segments that meet in the point, n all such points of the
    // member.
    void twist()
    {
        NoTrace none;
        const std::vector<LanePoint> points = lanePoints(c_.in.lanes.of(LengthAxis::Torsion));
        for (const LanePoint& p : points)
            worst({p.at, "twist", "torsion", "A6.3.2a", 0, 0, true}, [&](size_t i) {
                BraceDemand out;
                for (size_t k = 0; k < d_.spans.size(); ++k) {
                    if (!p.touches(d_.spans[k])) continue;
                    const SpanDemand& x = d_.of(i, k);
                    const double m = x.largest(), cb = spanCb(c_, d_.spans[k], x, Axis::Major, none);
                    const BraceDemand b =
                        beamTorsionalBrace(c_, m, p.shorter, c_.p.ho, c_.in.length, static_cast<int>(points.size()), cb, none);
                    out = {std::max(out.strength, b.strength), std::max(out.stiffness, b.stiffness)};
                }
                return out;
            });
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
