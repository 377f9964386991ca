#include "core/checking/plan.h"

#include <algorithm>
#include <cmath>

namespace wr {

namespace {

struct Place
{
    double x;
    int piece;
    double s;    // along the piece's element
    int station; // table station, or -1: interpolate
};

void spansOf(const Lanes& lanes, MemberPlan& plan)
{
    const auto &top = lanes.of(LengthAxis::Top), &bottom = lanes.of(LengthAxis::Bottom);
    const auto add = [&](const LaneSegment& s, bool isTop) {
        for (Span& p : plan.spans)
            if (std::abs(p.from - s.from) < 1e-9 && std::abs(p.to - s.to) < 1e-9 && std::abs(p.lb - s.length) < 1e-9 &&
                p.cantilever == s.cantilever && p.freeAtStart == s.freeAtStart && p.goesOn == (s.beyond > 0)) {
                (isTop ? p.top : p.bottom) = true;
                return;
            }
        Span p;
        p.from = s.from;
        p.to = s.to;
        p.lb = s.length;
        p.cantilever = s.cantilever;
        p.freeAtStart = s.freeAtStart;
        p.goesOn = s.beyond > 0;
        (isTop ? p.top : p.bottom) = true;
        plan.spans.push_back(p);
    };
    for (const LaneSegment& s : top)
        add(s, true);
    for (const LaneSegment& s : bottom)
        add(s, false);
    std::sort(plan.spans.begin(), plan.spans.end(),
              [](const Span& a, const Span& b) { return a.from != b.from ? a.from < b.from : a.to < b.to; });
}

std::vector<Place> placesOf(const Member& m, const MemberPlan& plan, const Lanes& lanes, const ForceTable& t)
{
    std::vector<Place> out;
    for (size_t p = 0; p < m.pieces.size(); ++p) {
        const MemberPiece& piece = m.pieces[p];
        const int begin = t.first[piece.element], end = t.first[static_cast<size_t>(piece.element) + 1];
        for (int k = 0; k < end - begin; ++k) {
            const int station = piece.reversed ? end - 1 - k : begin + k;
            const double s = t.s[station];
            out.push_back({piece.start + (piece.reversed ? piece.length - s : s), static_cast<int>(p), s, station});
        }
    }
    std::vector<double> extra;
    for (const Span& s : plan.spans)
        for (int q = 0; q <= 4; ++q)
            extra.push_back(s.from + q * (s.to - s.from) / 4);
    for (const auto& lane : lanes.axis)
        for (const LaneSegment& s : lane) {
            extra.push_back(s.from);
            extra.push_back(s.to);
        }
    const double eps = 1e-7 * m.length;
    for (const double x : extra) {
        if (std::any_of(out.begin(), out.end(), [&](const Place& p) { return std::abs(p.x - x) < eps; })) continue;
        size_t p = 0;
        while (p + 1 < m.pieces.size() && m.pieces[p].start + m.pieces[p].length < x)
            ++p;
        const MemberPiece& piece = m.pieces[p];
        const double along = std::clamp(x - piece.start, 0.0, piece.length);
        const auto before = std::find_if(out.begin(), out.end(), [&](const Place& q) { return q.x > x; });
        out.insert(before, {x, static_cast<int>(p), piece.reversed ? piece.length - along : along, -1});
    }
    return out;
}

int nearest(const std::vector<double>& x, double at)
{
    int best = 0;
    for (size_t i = 0; i < x.size(); ++i)
        if (std::abs(x[i] - at) < std::abs(x[best] - at)) best = static_cast<int>(i);
    return best;
}

// First and last station that belong to a stretch: at its ends only the side that lies inside it, since the force on the other
// side of a joint or point load is not this stretch's.
std::pair<int, int> range(const std::vector<double>& x, double from, double to, double eps)
{
    const int first = static_cast<int>(std::upper_bound(x.begin(), x.end(), from + eps) - x.begin()) - 1;
    const int last = static_cast<int>(std::lower_bound(x.begin(), x.end(), to - eps) - x.begin());
    return {std::max(first, 0), std::min(std::max(first, last), static_cast<int>(x.size()) - 1)};
}

} // namespace

MemberPlan planMember(const Member& m, const Lanes& lanes, const ForceTable& t, double turn, bool aboutLegs)
{
    MemberPlan plan;
    plan.turn = turn;
    plan.aboutLegs = aboutLegs;
    spansOf(lanes, plan);
    const std::vector<Place> places = placesOf(m, plan, lanes, t);
    const size_t n = places.size();
    plan.columns = t.columns;
    for (const Place& p : places)
        plan.x.push_back(p.x);
    plan.values.resize(t.columns * 6 * n);
    for (size_t i = 0; i < n; ++i) {
        const Place& p = places[i];
        const MemberPiece& piece = m.pieces[p.piece];
        const double sx = piece.reversed ? -1 : 1;
        // n and t do not change when an element is turned round; moments follow the fibres, shears their slope along the
        // member.
        const double sign[6] = {1, sx * piece.ySign, sx * piece.zSign, 1, piece.zSign, piece.ySign};
        for (size_t c = 0; c < t.columns; ++c) {
            SectionForces v;
            if (p.station >= 0)
                std::copy_n(t.at(p.station, c), 6, v.begin());
            else
                v = interpolate(t, piece.element, p.s, c, true);
            for (size_t k = 0; k < 6; ++k) {
                plan.values[(c * 6 + k) * n + i] = sign[k] * v[k];
                if (std::isnan(v[k])) plan.complete = false;
            }
        }
    }
    if (aboutLegs && turn != 0) {
        // (mz, my) are the first moments of the stresses along y and z: they turn like a vector.
        const double co = std::cos(turn), si = std::sin(turn);
        for (size_t c = 0; c < t.columns; ++c)
            for (size_t i = 0; i < n; ++i) {
                for (const size_t k : {size_t{4}, size_t{2}}) { // moments with the shears that are their slopes
                    double &alongZ = plan.values[(c * 6 + k) * n + i],
                           &alongY = plan.values[(c * 6 + (k == 4 ? 5 : 1)) * n + i];
                    const double upright = co * alongZ - si * alongY, flat = co * alongY + si * alongZ;
                    alongZ = upright;
                    alongY = flat;
                }
            }
    }
    const double eps = 1e-7 * m.length;
    for (Span& s : plan.spans) {
        std::tie(s.first, s.last) = range(plan.x, s.from, s.to, eps);
        for (int q = 0; q < 3; ++q)
            s.quarter[q] = nearest(plan.x, s.from + (q + 1) * (s.to - s.from) / 4);
        double from = s.from, to = s.to;
        for (const LengthAxis a : {LengthAxis::Major, LengthAxis::Minor, LengthAxis::Torsion})
            for (const LaneSegment& seg : lanes.of(a))
                if (seg.from < s.to - eps && seg.to > s.from + eps) {
                    from = std::min(from, seg.from);
                    to = std::max(to, seg.to);
                }
        std::tie(s.axialFirst, s.axialLast) = range(plan.x, from, to, eps);
    }
    for (const LengthAxis a : {LengthAxis::Major, LengthAxis::Minor})
        for (const LaneSegment& seg : lanes.of(a)) {
            if (seg.continuous) continue;
            BendingSegment b;
            b.major = a == LengthAxis::Major;
            b.from = seg.from;
            b.to = seg.to;
            b.cantilever = seg.cantilever;
            b.goesOn = seg.beyond > 0;
            b.length = (seg.cantilever || b.goesOn ? seg.k : std::min(seg.k, 1.0)) * seg.span();
            std::tie(b.first, b.last) = range(plan.x, b.from, b.to, eps);
            plan.bending.push_back(b);
        }
    return plan;
}

} // namespace wr
