#include "core/members/lengths.h"

#include <algorithm>
#include <cmath>

namespace wr {

double Lanes::longestOver(LengthAxis a, double from, double to) const
{
    double l = 1e-6;
    const double eps = 1e-9 * (to - from);
    for (const LaneSegment& s : of(a))
        if (s.from < to - eps && s.to > from + eps) l = std::max(l, s.length);
    return l;
}

double Lanes::longest(LengthAxis a) const
{
    double l = 0;
    for (const LaneSegment& s : of(a))
        l = std::max(l, s.length);
    return l;
}

namespace {

// Held all the way between two places.
bool heldAlong(const MemberHolds& holds, double from, double to, LengthAxis axis, double eps)
{
    if (holds.stretches.empty()) return false;
    Held all;
    for (const HeldStretch& s : holds.stretches)
        if (s.from <= from + eps && s.to >= to - eps) all.add(s.held);
    return all.lane(axis);
}

// Where the segments of one lane begin and end.
std::vector<double> segmentEnds(const Member& m, const std::vector<const DesignLength*>& stated, const MemberHolds& holds,
                                LengthAxis axis)
{
    const double l = m.length, eps = 1e-6 * l;
    std::vector<double> at{0};
    for (const HoldPoint& p : holds.points)
        if (p.at > 0 && p.at < l && p.held.lane(axis)) at.push_back(p.at);
    at.push_back(l);
    for (const DesignLength* d : stated) {
        if (d->axis != axis || (!d->from && !d->to)) continue;
        const double from = d->from.value_or(0), to = d->to.value_or(l);
        std::erase_if(at, [&](double x) { return x > from + eps && x < to - eps; });
        for (const double x : {from, to})
            if (std::none_of(at.begin(), at.end(), [&](double y) { return std::abs(x - y) < eps; })) at.push_back(x);
        std::sort(at.begin(), at.end());
    }
    return at;
}

void offer(LaneSegment& s, LengthSource source, double k)
{
    s.alternatives[static_cast<size_t>(source)] = k;
    s.source = source;
    s.k = k;
    s.byHand |= source != LengthSource::Holds;
}

std::vector<LaneSegment> laneOf(const Member& m, const std::vector<const DesignLength*>& stated, const MemberHolds& holds,
                                LengthAxis axis, const Brief& brief)
{
    const double l = m.length, eps = 1e-6 * l;
    const std::vector<double> at = segmentEnds(m, stated, holds, axis);
    const bool startHeld = holds.points.front().held.lane(axis), endHeld = holds.points.back().held.lane(axis);
    const bool column = axis == LengthAxis::Major || axis == LengthAxis::Minor || axis == LengthAxis::Torsion;
    std::vector<LaneSegment> out;
    out.reserve(at.size() - 1);
    for (size_t i = 0; i + 1 < at.size(); ++i) {
        LaneSegment s;
        s.from = at[i];
        s.to = at[i + 1];
        s.freeAtStart = i == 0 && !startHeld;
        s.cantilever = s.freeAtStart || (i + 2 == at.size() && !endHeld);
        offer(s, LengthSource::Holds, s.cantilever && column ? 2.0 : 1.0);
        if (const auto& k = brief.k[static_cast<size_t>(axis)]) offer(s, LengthSource::Brief, *k);
        s.continuous = heldAlong(holds, s.from, s.to, axis, eps);
        if (s.continuous) {
            s.k = 0;
            s.alternatives[static_cast<size_t>(LengthSource::Holds)] = 0;
            s.source = LengthSource::Holds;
            s.cantilever = false;
        }
        for (const DesignLength* d : stated) {
            if (d->axis != axis) continue;
            if (s.from < d->from.value_or(0) - eps || s.to > d->to.value_or(l) + eps) continue;
            offer(s, LengthSource::Stated, d->k ? *d->k : *d->length / s.span());
        }
        s.length = s.k * s.span();
        out.push_back(s);
    }
    return out;
}

} // namespace

Lanes lengthsOf(const Member& m, const MemberHolds& holds, const StatedRows& stated, const Brief& brief)
{
    const auto& rows = stated.lengths(m.id);
    Lanes out;
    out.freeStart = holds.freeStart();
    out.freeEnd = holds.freeEnd();
    for (size_t a = 0; a < out.axis.size(); ++a)
        out.axis[a] = laneOf(m, rows, holds, static_cast<LengthAxis>(a), brief);
    return out;
}

} // namespace wr
