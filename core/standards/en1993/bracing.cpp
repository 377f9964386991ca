// EN 1993-1-1 5.3.3 over the holds inside one member: the force by which each keeps the bowed member in its place.
#include "core/standards/common/lane_points.h"
#include "core/standards/en1993/run.h"

#include <algorithm>

namespace wr::en1993 {

namespace {

// Equation 5.13 with the bow e0 = α_m·L/500 of one member (m = 1, α_m = 1) and the bracing giving way by as much again
// (δ_q = L/500, what a first-order analysis of the bracing should stay below): q = 8·N·(e0 + δ_q)/L².
double perLength(double n, double l)
{
    constexpr double kBow = 1.0 / 500, kGives = 1.0 / 500;
    return 8 * n * (kBow + kGives) / l;
}

} // namespace

std::vector<BraceRow> bracingOf(const MemberInput& in, const Demands& d)
{
    std::vector<BraceRow> out;
    const double h = in.shape.h > 0 ? in.shape.h : in.shape.d;
    const auto row = [&](LengthAxis axis, std::string_view kind, std::string_view clause, auto&& thrust) {
        for (const LanePoint& p : lanePoints(in.lanes.of(axis))) {
            BraceRow r{p.at, kind, "bow", clause};
            for (size_t i = 0; i < d.sets.size(); ++i) {
                double n = 0;
                for (size_t k = 0; k < d.spans.size(); ++k)
                    if (p.touches(d.spans[k])) n = std::max(n, thrust(d.of(i, k)));
                const double force = perLength(n, in.length) * p.mean;
                if (force <= r.strength) continue;
                r.strength = force;
                r.set = SetRow(i);
            }
            if (r.strength > 0) out.push_back(r);
        }
    };
    const auto axial = [](const SpanDemand& x) { return x.compression.value; };
    row(LengthAxis::Major, "major", "5.3.3(3)", axial);
    row(LengthAxis::Minor, "minor", "5.3.3(3)", axial);
    // 5.3.3(5), Equation 5.14: the flange's force by the moment over the depth, with its half of the axial force.
    if (h > 0 && (in.shape.kind == ShapeKind::I || in.shape.kind == ShapeKind::IUnequal || in.shape.kind == ShapeKind::Channel))
        for (const bool top : {true, false})
            row(top ? LengthAxis::Top : LengthAxis::Bottom, top ? "top" : "bottom", "5.3.3(5)", [&](const SpanDemand& x) {
                const double m = (top ? x.top : x.bottom).value;
                return m > 0 ? m / h + x.compression.value / 2 : 0.0;
            });
    std::stable_sort(out.begin(), out.end(), [](const BraceRow& a, const BraceRow& b) { return a.at < b.at; });
    return out;
}

} // namespace wr::en1993
