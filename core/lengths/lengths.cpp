#include "core/lengths/lengths.h"

#include "core/base/angles.h"
#include "core/lengths/alignment.h"

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

bool systemLengthsStand(const Frame& f, const ForceTable& t, bool wantsReducedStiffness)
{
    if (wantsReducedStiffness && !t.reducedStiffness) return false;
    bool any = false;
    for (const ForceSet& s : t.sets) {
        const Combination& c = f.combinations[s.combination];
        if (!forStrength(c.purpose)) continue;
        any = true;
        if (!t.inSecond(s.combination)) return false;
        if (!f.sways(c) && !t.notional.value_or(false)) return false;
    }
    return any;
}

Axes axesAlong(const Frame& f, const Member& m, double at)
{
    size_t p = 0;
    while (p + 1 < m.pieces.size() && m.pieces[p].start + m.pieces[p].length < at)
        ++p;
    const MemberPiece& piece = m.pieces[p];
    const Axes a = elementAxes(f, f.elements[piece.element]);
    return {piece.reversed ? -a.x : a.x, piece.ySign * a.y, piece.zSign * a.z};
}

Joint jointAt(const LengthContext& c, const Member& m, const std::vector<LaneSegment>& lane, LengthAxis axis, double at,
              int node)
{
    const Frame& f = *c.frame;
    const double eps = 1e-6 * m.length;
    const Axes a = axesAlong(f, m, at);
    JointQuery q;
    q.node = node;
    q.along = a.x;
    q.axis = axis == LengthAxis::Major ? a.y : a.z;
    const SectionProperties& p = f.sections[m.section].properties;
    const double ei = f.materials[m.material].e * (axis == LengthAxis::Major ? p.iy : p.iz);
    for (const LaneSegment& s : lane) {
        if (std::abs(s.to - at) < eps) q.length[0] = s.span(), q.ei[0] = ei;
        if (std::abs(s.from - at) < eps) q.length[1] = s.span(), q.ei[1] = ei;
    }
    for (const MemberPiece& piece : m.pieces)
        if (const Element& e = f.elements[piece.element]; e.i == node || e.j == node) q.own.push_back(piece.element);
    return c.joints->at(q);
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

bool flexural(LengthAxis a)
{
    return a == LengthAxis::Major || a == LengthAxis::Minor;
}

// How far a line goes on beyond an end of a member until something holds it.
struct Beyond
{
    bool goesOn = false, held = false;
    double distance = 0;
};

class Lane
{
public:
    Lane(const Member& m, const MemberHolds& holds, const std::vector<const DesignLength*>& stated, const Brief& brief,
         LengthAxis axis, const LengthContext* context, size_t member)
        : m_(m), holds_(holds), stated_(stated), brief_(brief), axis_(axis), all_(context),
          c_(flexural(axis) ? context : nullptr), member_(member), eps_(1e-6 * m.length)
    {
        if (c_) steep_ = std::abs(dot(m.axes.x, c_->frame->upward())) > kSin45;
    }

    std::vector<LaneSegment> segments()
    {
        place();
        for (size_t i = 0; i + 1 < at_.size(); ++i) {
            LaneSegment s;
            s.from = at_[i];
            s.to = at_[i + 1];
            out_.push_back(s);
        }
        for (size_t i = 0; i < out_.size(); ++i)
            settle(i);
        return std::move(out_);
    }

private:
    enum class End { Held, Moves, Free, GoesOn }; // Moves: sideways, with what frames in; GoesOn: the line does, unheld

    const HoldPoint* pointAt(double at) const
    {
        for (const HoldPoint& p : holds_.points)
            if (std::abs(p.at - at) < eps_) return &p;
        return nullptr;
    }

    // A place that does not hold, but where girders keep a column from turning: its storeys sway one over the other.
    bool storeyAt(const HoldPoint& p) const
    {
        if (!c_ || !steep_ || !p.framed || p.node < 0 || p.held.lane(axis_)) return false;
        return jointAt(*c_, m_, {}, axis_, p.at, p.node).girderSum(SwayCase::Sway) > 0;
    }

    Beyond beyond(bool last) const
    {
        Beyond out;
        if (!all_ || !all_->lines) return out;
        const auto& parts = all_->lines->of(member_).parts;
        const auto mine = std::find_if(parts.begin(), parts.end(), [&](const LinePart& p) { return p.member == member_; });
        const std::ptrdiff_t step = last != mine->reversed ? 1 : -1;
        for (auto k = mine - parts.begin() + step; k >= 0 && k < std::ssize(parts); k += step) {
            const LinePart& part = parts[static_cast<size_t>(k)];
            out.goesOn = true;
            const MemberHolds& holds = all_->holdsOf(part.member);
            LengthAxis axis = axis_;
            if (part.otherWay != mine->otherWay && (axis == LengthAxis::Top || axis == LengthAxis::Bottom))
                axis = axis == LengthAxis::Top ? LengthAxis::Bottom : LengthAxis::Top;
            const double length = holds.points.back().at;
            const bool fromStart = (step > 0) != part.reversed;
            double nearest = std::numeric_limits<double>::infinity();
            for (const HoldPoint& p : holds.points)
                if (p.held.lane(axis)) nearest = std::min(nearest, fromStart ? p.at : length - p.at);
            if (std::isfinite(nearest)) {
                out.held = true;
                out.distance += nearest;
                return out;
            }
            out.distance += length;
        }
        return out;
    }

    // Where the segments of the lane begin and end.
    void place()
    {
        const double l = m_.length;
        at_ = {0};
        for (const HoldPoint& p : holds_.points)
            if (p.at > 0 && p.at < l && (p.held.lane(axis_) || storeyAt(p))) at_.push_back(p.at);
        at_.push_back(l);
        for (const DesignLength* d : stated_) {
            if (d->axis != axis_ || (!d->from && !d->to)) continue;
            const double from = d->from.value_or(0), to = d->to.value_or(l);
            std::erase_if(at_, [&](double x) { return x > from + eps_ && x < to - eps_; });
            for (const double x : {from, to})
                if (std::none_of(at_.begin(), at_.end(), [&](double y) { return std::abs(x - y) < eps_; })) at_.push_back(x);
            std::sort(at_.begin(), at_.end());
        }
    }

    End endAt(double at) const
    {
        const HoldPoint* p = pointAt(at);
        if (!p) return End::Held; // a length given by hand ends here
        if (p->held.lane(axis_)) return End::Held;
        const bool outer = at < eps_ || at > m_.length - eps_;
        if (storeyAt(*p)) return End::Moves;
        if (!outer) return End::Held;
        if (const Beyond b = beyond(at > eps_); b.goesOn) return b.held && b.distance < eps_ ? End::Held : End::GoesOn;
        return c_ && p->framed ? End::Moves : End::Free;
    }

    static void offer(LaneSegment& s, LengthSource source, std::optional<double> k)
    {
        if (k) s.alternatives[static_cast<size_t>(source)] = *k;
    }
    static bool take(LaneSegment& s, LengthSource source)
    {
        const double k = s.alternative(source);
        if (std::isnan(k)) return false;
        s.source = source;
        s.k = k;
        return true;
    }

    void settle(size_t i)
    {
        LaneSegment& s = out_[i];
        const std::array<End, 2> end{endAt(s.from), endAt(s.to)};
        const bool free = end[0] == End::Free || end[1] == End::Free;
        const bool goesOn = end[0] == End::GoesOn || end[1] == End::GoesOn;
        s.sway = !free && (end[0] == End::Moves || end[1] == End::Moves);
        s.cantilever = free;
        s.freeAtStart = end[0] == End::Free;
        offer(s, LengthSource::System, 1);
        if (goesOn)
            alongLine(s, end);
        else if (c_)
            fromFrame(s, end);
        else
            offer(s, LengthSource::Ends, free && axis_ != LengthAxis::Top && axis_ != LengthAxis::Bottom ? 2.0 : 1.0);
        buckling(s);
        // A brief's factor is of the whole way between holds, wherever a member ends on it.
        if (const auto& k = brief_.k[static_cast<size_t>(axis_)])
            offer(s, LengthSource::Brief, s.beyond > 0 ? *k * (s.span() + s.beyond) / s.span() : *k);
        s.continuous = heldAlong(holds_, s.from, s.to, axis_, eps_);
        if (s.continuous) {
            s.k = 0;
            offer(s, LengthSource::System, 0);
            s.source = LengthSource::System;
            s.cantilever = s.sway = s.leaning = false;
        } else if (!take(s, LengthSource::Brief))
            by(s, flexural(axis_) ? brief_.lengthsBy : LengthBy::Safe);
        s.byHand = s.source == LengthSource::Brief;
        byHand(s);
        s.length = s.k * s.span();
    }

    // The segment reaches to the next holds of its line, whose ends are what its own would be.
    void alongLine(LaneSegment& s, const std::array<End, 2>& end) const
    {
        bool free = s.cantilever || s.sway;
        for (const size_t e : {size_t{0}, size_t{1}})
            if (end[e] == End::GoesOn) {
                const Beyond b = beyond(e == 1);
                s.beyond += b.distance;
                free |= !b.held;
            }
        s.cantilever = false; // of a part of a line nothing is known that a cantilever's formulas ask
        const double k = (s.span() + s.beyond) / s.span();
        offer(s, LengthSource::System, free && !(s.sway && c_ && secondOrder()) ? 2 * k : k);
        offer(s, LengthSource::Ends, s.alternative(LengthSource::System));
    }

    // The alignment charts' equations and what the ends are, with the joints of the frame.
    void fromFrame(LaneSegment& s, const std::array<End, 2>& end)
    {
        const bool recommended = brief_.recommendedEnds;
        std::array<Joint, 2> joint;
        for (const size_t e : {size_t{0}, size_t{1}}) {
            const double at = e == 0 ? s.from : s.to;
            const HoldPoint* p = pointAt(at);
            joint[e] = jointAt(*c_, m_, out_, axis_, at, p ? p->node : -1);
            joint[e].take(brief_.base);
        }
        const size_t moving = end[0] == End::Held ? 1 : 0, other = 1 - moving;
        offer(s, LengthSource::Ends, byEnds(s, end, joint));
        if (steep_ && !s.cantilever) {
            const SwayCase own = s.sway ? SwayCase::Sway : SwayCase::Braced;
            s.g = {joint[0].g(own, recommended), joint[1].g(own, recommended)};
            offer(s, LengthSource::FrameBraced,
                  bracedFactor(joint[0].g(SwayCase::Braced, recommended), joint[1].g(SwayCase::Braced, recommended)));
            if (!secondOrder())
                offer(s, LengthSource::FrameSway,
                      swayFactor(joint[0].g(SwayCase::Sway, recommended), joint[1].g(SwayCase::Sway, recommended)));
            s.unleaned = s.alternative(LengthSource::FrameSway);
        }
        if (!s.sway) return;
        const bool resists = resistsTurn(other, end, joint, s);
        s.leaning = joint[moving].turnsFreely() && !resists;
        // A beam whose moving end turns freely hangs on its other one.
        if (!steep_ && joint[moving].turnsFreely() && resists) {
            s.cantilever = true;
            s.freeAtStart = moving == 0;
        }
    }

    // Does anything keep the member from turning at an end of the segment: a joint, or its own going on beyond it?
    bool resistsTurn(size_t e, const std::array<End, 2>& end, const std::array<Joint, 2>& joint, const LaneSegment& s) const
    {
        const double at = e == 0 ? s.from : s.to;
        const bool inner = at > eps_ && at < m_.length - eps_;
        return !joint[e].turnsFreely() || (inner && end[e] == End::Held);
    }

    // 0.5, 0.7, 1, 2 of the textbook cases (AISC 360-22 Table C-A-7.1), or what is recommended for design. A joint that is
    // neither fixed nor free to turn counts as the worse of the two.
    std::optional<double> byEnds(const LaneSegment& s, const std::array<End, 2>& end, const std::array<Joint, 2>& joint) const
    {
        const bool recommended = brief_.recommendedEnds;
        const auto fixed = [&](size_t e) { return joint[e].fixed && !joint[e].pinned; };
        if (s.cantilever) return recommended && (fixed(0) || fixed(1)) ? 2.1 : 2.0;
        if (!s.sway) {
            const int n = fixed(0) + fixed(1);
            return n == 2 ? (recommended ? 0.65 : 0.5) : n == 1 ? (recommended ? 0.8 : 0.7) : 1.0;
        }
        const size_t moving = end[0] == End::Held ? 1 : 0, other = 1 - moving;
        if (fixed(other) && fixed(moving)) return recommended ? 1.2 : 1.0;
        if (fixed(other)) return recommended ? 2.1 : 2.0;
        // Semi-rigid joints of a column may turn so far that no such number is safe: the charts' equation is for them.
        if (steep_ && !fixed(moving)) return std::nullopt;
        if (!joint[moving].turnsFreely() || resistsTurn(other, end, joint, s)) return 2.0;
        return std::nullopt;
    }

    void buckling(LaneSegment& s) const
    {
        if (!c_ || !c_->buckling) return;
        double length = kNoFactor;
        for (const MemberPiece& p : m_.pieces) {
            if (p.start + p.length < s.from + eps_ || p.start > s.to - eps_) continue;
            const double l = c_->buckling->elements[static_cast<size_t>(p.element)][static_cast<size_t>(axis_)].length;
            // The piece that is pressed most has the shortest.
            if (!std::isnan(l) && !(l >= length)) length = l;
        }
        if (!std::isnan(length)) offer(s, LengthSource::Buckling, length / s.span());
    }

    // Sway is in the forces.
    bool secondOrder() const { return c_->secondOrder || brief_.secondOrderIncluded; }

    // The frame stated not to sway in the direction in which this segment would.
    bool statedBraced(const LaneSegment& s) const
    {
        const Design& d = c_->frame->design;
        const Axes a = axesAlong(*c_->frame, m_, (s.from + s.to) / 2);
        const Vec3 moves = axis_ == LengthAxis::Major ? a.z : a.y;
        const double second = c_->frame->up == Up::Z ? moves.y : moves.z;
        const std::optional<bool>& sways = std::abs(moves.x) >= std::abs(second) ? d.swayX : d.swayY;
        return sways == false;
    }

    void by(LaneSegment& s, LengthBy way) const
    {
        switch (way) {
        case LengthBy::System:
            if (!s.cantilever) return void(take(s, LengthSource::System));
            break;
        case LengthBy::Ends:
            if (take(s, LengthSource::Ends)) return;
            break;
        case LengthBy::Frame:
            if (take(s, s.sway ? LengthSource::FrameSway : LengthSource::FrameBraced)) return;
            break;
        case LengthBy::Buckling:
            if (take(s, LengthSource::Buckling)) return;
            break;
        case LengthBy::Safe: break;
        }
        safe(s);
    }

    void safe(LaneSegment& s) const
    {
        if (s.cantilever) return void(take(s, LengthSource::Ends) || take(s, LengthSource::System));
        if (s.sway && !secondOrder() && !statedBraced(s)) {
            if (take(s, LengthSource::FrameSway) || take(s, LengthSource::Ends)) return;
        }
        take(s, LengthSource::System);
    }

    void byHand(LaneSegment& s) const
    {
        for (const DesignLength* d : stated_) {
            if (d->axis != axis_) continue;
            if (s.from < d->from.value_or(0) - eps_ || s.to > d->to.value_or(m_.length) + eps_) continue;
            if (d->way)
                by(s, *d->way);
            else {
                offer(s, LengthSource::Stated, d->k ? *d->k : *d->length / s.span());
                take(s, LengthSource::Stated);
            }
            s.byHand = true;
        }
    }

    const Member& m_;
    const MemberHolds& holds_;
    const std::vector<const DesignLength*>& stated_;
    const Brief& brief_;
    LengthAxis axis_;
    const LengthContext *all_, *c_; // c_: for buckling about the major and the minor axis
    size_t member_;
    double eps_;
    bool steep_ = false;
    std::vector<double> at_;
    std::vector<LaneSegment> out_;
};

} // namespace

Lanes lengthsOf(const Member& m, const MemberHolds& holds, const StatedRows& stated, const Brief& brief,
                const LengthContext* context, size_t member)
{
    const auto& rows = stated.lengths(m.id);
    Lanes out;
    out.freeStart = holds.freeStart();
    out.freeEnd = holds.freeEnd();
    for (size_t a = 0; a < out.axis.size(); ++a)
        out.axis[a] = Lane(m, holds, rows, brief, static_cast<LengthAxis>(a), context, member).segments();
    // A beam whose end hangs on the rest of it is measured like one with a free end.
    const auto& major = out.of(LengthAxis::Major);
    out.freeStart |= major.front().sway && major.front().cantilever && major.front().freeAtStart;
    out.freeEnd |= major.back().sway && major.back().cantilever && !major.back().freeAtStart;
    return out;
}

} // namespace wr
