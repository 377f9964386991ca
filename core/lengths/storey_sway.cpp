#include "core/lengths/storey_sway.h"

#include "core/base/angles.h"
#include "core/base/powers.h"

#include <algorithm>
#include <cmath>

namespace wr {

std::vector<int> diaphragmOfNodes(const Frame& f)
{
    std::vector<int> out(f.nodes.size(), -1);
    for (size_t d = 0; d < f.diaphragms.size(); ++d)
        for (const int n : f.diaphragms[d].nodes)
            out[static_cast<size_t>(n)] = static_cast<int>(d);
    return out;
}

SwayColumn swayColumn(const Frame& f, const std::vector<int>& diaphragmOf, const Member& m, size_t member, LengthAxis axis,
                      size_t segment, const LaneSegment& s)
{
    SwayColumn out;
    out.member = member;
    out.axis = axis;
    out.segment = segment;
    out.factor = s.unleaned;
    const Vec3 up = f.upward();
    if (!(std::abs(dot(m.axes.x, up)) > kSin45)) return out;
    const Vec3 side = axis == LengthAxis::Major ? m.axes.z : m.axes.y;
    out.moves = normalized(side - dot(side, up) * up);
    out.across = cross(up, out.moves);
    const double foot = dot(f.nodes[m.startNode].at, up), rise = dot(m.axes.x, up);
    const double a = foot + rise * s.from, b = foot + rise * s.to;
    out.low = std::min(a, b);
    out.high = std::max(a, b);
    out.at = f.nodes[m.startNode].at + (s.from + s.to) / 2 * m.axes.x;
    for (const MemberPiece& p : m.pieces)
        for (const int n : {f.elements[p.element].i, f.elements[p.element].j})
            if (std::abs(dot(f.nodes[n].at, up) - out.high) < 1e-3) out.diaphragm = diaphragmOf[static_cast<size_t>(n)];
    const SectionProperties& p = f.sections[m.section].properties;
    out.euler = sqr(kPi / s.span()) * f.materials[m.material].e * (axis == LengthAxis::Major ? p.iy : p.iz);
    return out;
}

std::vector<double> leanedFactors(const std::vector<SwayColumn>& columns)
{
    constexpr double kAlike = 0.7071;  // cos 45°
    constexpr double kOnePlane = 0.25; // m
    std::vector<double> out(columns.size(), kNoFactor);
    // By height, so that a column is held against its neighbours only.
    std::vector<size_t> order(columns.size());
    for (size_t i = 0; i < order.size(); ++i)
        order[i] = i;
    std::sort(order.begin(), order.end(), [&](size_t a, size_t b) { return columns[a].low < columns[b].low; });
    double tallest = 0;
    for (const SwayColumn& c : columns)
        tallest = std::max(tallest, c.high - c.low);
    for (size_t i = 0; i < columns.size(); ++i) {
        const SwayColumn& c = columns[i];
        if (std::isnan(c.factor) || !(c.thrust > 0)) continue;
        const double middle = (c.low + c.high) / 2;
        struct Sum
        {
            double thrust = 0, resists = 0;
        } together, storey;
        bool leansElsewhere = false, tied = c.diaphragm >= 0;
        auto it = std::lower_bound(order.begin(), order.end(), middle - tallest,
                                   [&](size_t a, double low) { return columns[a].low < low; });
        for (; it != order.end() && columns[*it].low < middle; ++it) {
            const SwayColumn& o = columns[*it];
            if (o.high < middle || std::abs(dot(o.moves, c.moves)) < kAlike) continue;
            const bool floor = c.diaphragm >= 0 && o.diaphragm == c.diaphragm;
            const bool mine = floor || std::abs(dot(o.at - c.at, c.across)) < kOnePlane;
            for (Sum* s : {&storey, mine ? &together : nullptr})
                if (s) {
                    s->thrust += o.thrust;
                    if (!std::isnan(o.factor)) s->resists += o.euler / sqr(o.factor);
                }
            if (mine)
                tied &= floor;
            else
                leansElsewhere |= std::isnan(o.factor) && o.thrust > 0;
        }
        const Sum& sum = leansElsewhere ? storey : together;
        const double k = std::sqrt(c.euler / c.thrust * sum.thrust / sum.resists);
        out[i] = std::max(k, (tied && !leansElsewhere ? std::sqrt(5.0 / 8.0) : 1) * c.factor);
    }
    return out;
}

} // namespace wr
