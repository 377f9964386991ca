#include "core/members/lanes.h"

#include <algorithm>
#include <cmath>
#include <map>

namespace wr {

namespace {

struct Held
{
    bool major = false, minor = false, top = false, bottom = false, twist = false;

    void set(Hold h, bool v)
    {
        switch (h) {
        case Hold::Major: major = v; break;
        case Hold::Minor: minor = v; break;
        case Hold::Top: top = v; break;
        case Hold::Bottom: bottom = v; break;
        case Hold::Twist: twist = v; break;
        case Hold::Warping: break;
        }
    }
    void add(const Held& o) { major |= o.major, minor |= o.minor, top |= o.top, bottom |= o.bottom, twist |= o.twist; }
    bool lane(LengthAxis a) const
    {
        switch (a) {
        case LengthAxis::Major: return major;
        case LengthAxis::Minor: return minor || (twist && (top || bottom)) || (top && bottom);
        case LengthAxis::Torsion: return twist || (top && bottom);
        case LengthAxis::Top: return top || twist;
        case LengthAxis::Bottom: return bottom || twist;
        }
        return false;
    }
};

constexpr Held kFork{true, true, true, true, true};

} // namespace

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

std::vector<std::vector<int>> elementsAtNodes(const Frame& f)
{
    std::vector<std::vector<int>> out(f.nodes.size());
    for (size_t e = 0; e < f.elements.size(); ++e)
        for (const int n : {f.elements[e].i, f.elements[e].j})
            out[n].push_back(static_cast<int>(e));
    return out;
}

namespace {

// A stretch held all along.
struct HeldStretch
{
    double from, to;
    Held held;
};

// The holds of one member: at places along it, and over stretches.
struct Holds
{
    std::map<double, Held> points; // 0 and the length are always there
    std::vector<HeldStretch> stretches;

    // Held all the way between two places.
    bool along(double from, double to, LengthAxis axis, double eps) const
    {
        Held all;
        for (const HeldStretch& s : stretches)
            if (s.from <= from + eps && s.to >= to - eps) all.add(s.held);
        return all.lane(axis);
    }
};

// An end is held by a support, or by an element that stands across it.
bool heldEnd(const Frame& f, const std::vector<int>& elementsThere, int node, const MemberPiece& last)
{
    if (f.nodes[node].supported()) return true;
    const Vec3 along = elementAxes(f, f.elements[last.element]).x;
    for (const int e : elementsThere) {
        if (e == last.element) continue;
        constexpr double kSideways = 0.25881904510252074; // sin 15°
        const Element& other = f.elements[e];
        const Vec3 d = normalized(f.nodes[other.j].at - f.nodes[other.i].at);
        if (norm(cross(along, d)) > kSideways) return true;
    }
    return false;
}

// A position that means a joint or another hold but was rounded in the file is that one's.
double placed(const Member& m, const Holds& holds, double at)
{
    const double l = m.length, eps = 1e-6 * l, snap = std::max(1e-3, 1e-5 * l);
    for (const MemberPiece& p : m.pieces)
        for (const double joint : {p.start, p.start + p.length})
            if (std::abs(at - joint) < snap) at = joint;
    at = at < eps ? 0 : at > l - eps ? l : at;
    for (const auto& [x, h] : holds.points)
        if (std::abs(x - at) < eps) at = x;
    return at;
}

Holds holdsOf(const Member& m, const DesignIndex& design, bool startHeld, bool endHeld)
{
    Holds out;
    out.points[0] = startHeld ? kFork : Held{};
    out.points[m.length] = endHeld ? kFork : Held{};
    for (const DesignRestraint* entry : design.restraints(m.id)) {
        const DesignRestraint& r = *entry;
        Held& h = out.points[placed(m, out, r.at)];
        if (r.free) h = Held{};
        for (const Hold k : r.holds)
            h.set(k, true);
        for (const Hold k : r.lets)
            h.set(k, false);
        if (!r.to) continue;
        // Held all along: the two ends of the stretch are points, and what lies between has no length.
        HeldStretch s{placed(m, out, r.at), placed(m, out, *r.to), {}};
        for (const Hold k : r.holds) {
            s.held.set(k, true);
            out.points[s.to].set(k, true);
        }
        out.stretches.push_back(s);
    }
    return out;
}

// Where the segments of one lane begin and end.
std::vector<double> segmentEnds(const Member& m, const DesignIndex& design, const Holds& holds, LengthAxis axis)
{
    const double l = m.length, eps = 1e-6 * l;
    std::vector<double> at{0};
    for (const auto& [x, h] : holds.points)
        if (x > 0 && x < l && h.lane(axis)) at.push_back(x);
    at.push_back(l);
    // Lengths given over a stretch replace the holds inside it.
    for (const DesignLength* d : design.lengths(m.id)) {
        if (d->axis != axis || (!d->from && !d->to)) continue;
        const double from = d->from.value_or(0), to = d->to.value_or(l);
        std::erase_if(at, [&](double x) { return x > from + eps && x < to - eps; });
        for (const double x : {from, to})
            if (std::none_of(at.begin(), at.end(), [&](double y) { return std::abs(x - y) < eps; })) at.push_back(x);
        std::sort(at.begin(), at.end());
    }
    return at;
}

std::vector<LaneSegment> laneOf(const Member& m, const DesignIndex& design, const Holds& holds, LengthAxis axis,
                                const Brief& brief)
{
    const double l = m.length, eps = 1e-6 * l;
    const std::vector<double> at = segmentEnds(m, design, holds, axis);
    const bool startHeld = holds.points.begin()->second.lane(axis), endHeld = holds.points.rbegin()->second.lane(axis);
    const bool column = axis == LengthAxis::Major || axis == LengthAxis::Minor || axis == LengthAxis::Torsion;
    std::vector<LaneSegment> out;
    for (size_t i = 0; i + 1 < at.size(); ++i) {
        LaneSegment s;
        s.from = at[i];
        s.to = at[i + 1];
        s.freeAtStart = i == 0 && !startHeld;
        s.cantilever = s.freeAtStart || (i + 2 == at.size() && !endHeld);
        s.k = s.cantilever && column ? 2.0 : 1.0;
        if (const auto& stated = brief.k[static_cast<size_t>(axis)]) {
            s.k = *stated;
            s.byHand = true;
        }
        s.continuous = holds.along(s.from, s.to, axis, eps);
        if (s.continuous) {
            s.k = 0;
            s.cantilever = false;
        }
        for (const DesignLength* d : design.lengths(m.id)) {
            if (d->axis != axis) continue;
            if (s.from < d->from.value_or(0) - eps || s.to > d->to.value_or(l) + eps) continue;
            s.byHand = true;
            s.k = d->k ? *d->k : *d->length / s.span();
        }
        s.length = s.k * s.span();
        out.push_back(s);
    }
    return out;
}

} // namespace

Lanes buildLanes(const Frame& f, const Member& m, const DesignIndex& design, const std::vector<std::vector<int>>& elementsAt,
                 bool wholeFrame, const Brief& brief)
{
    // With given forces the file may hold a part of the frame only: an end where anything goes on is a fork end. Where nothing
    // does, and the file knows supports, it is free.
    const auto held = [&](int node, const MemberPiece& last) {
        if (wholeFrame) return heldEnd(f, elementsAt[node], node, last);
        return f.nodes[node].supported() || elementsAt[node].size() > 1 || !design.anySupport();
    };
    const Holds holds = holdsOf(m, design, held(m.startNode, m.pieces.front()), held(m.endNode, m.pieces.back()));
    const auto nothing = [](const Held& h) { return !h.major && !h.minor && !h.top && !h.bottom && !h.twist; };
    Lanes out;
    out.freeStart = nothing(holds.points.begin()->second);
    out.freeEnd = nothing(holds.points.rbegin()->second);
    for (int a = 0; a < 5; ++a)
        out.axis[a] = laneOf(m, design, holds, static_cast<LengthAxis>(a), brief);
    return out;
}

} // namespace wr
