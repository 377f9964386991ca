#include "core/checking/lane_findings.h"

#include "core/base/powers.h"
#include "core/checking/runner.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

constexpr LengthAxis kFlexural[] = {LengthAxis::Major, LengthAxis::Minor};

// Sentences of one kind that are said once for all members.
struct Together
{
    size_t count = 0;
    std::string first, list;
    void add(const std::string& id, const std::string& words)
    {
        constexpr size_t kNamed = 6;
        if (count == 0) first = id;
        if (count++ < kNamed) list += (list.empty() ? "" : ", ") + words;
    }
    std::string words() const
    {
        constexpr size_t kNamed = 6;
        return count > kNamed ? fmt::format("{} and {} more", list, count - kNamed) : list;
    }
};

class LaneFindings
{
public:
    LaneFindings(const CheckModel& model, std::vector<Finding>& out) : model_(model), f_(model.frame()), out_(out) {}

    void all()
    {
        entries();
        if (const auto& r = model_.restraint(); r && !r->result().complete && !model_.forces().given)
            put("hold.untested", "",
                "the stiffness of what frames in could not be found: nothing inside the members is counted as a hold, ends are "
                "taken as they stand; state what holds (design.restraints)");
        for (size_t i = 0; i < model_.members().size(); ++i) {
            if (model_.members()[i].exclude || !model_.members()[i].broken.empty()) continue;
            ends(i);
            doubts(i);
            lengths(i);
        }
        if (goesOn_.count > 0)
            put("member.goes-on", goesOn_.first,
                fmt::format("where these members end their line goes on with nothing holding it, so their lengths reach to the "
                            "next holds beyond: {}; declare each line as one member, or state what holds there",
                            goesOn_.words()));
        if (assumed_.count > 0)
            put("hold.flange-assumed", assumed_.first,
                fmt::format(
                    "elements of less than half the depth, drawn on the centreline, are taken as holding the top flange "
                    "of {}; state at each what is held where that is not so",
                    assumed_.words()));
        critical();
    }

private:
    const std::string& id(size_t i) const { return model_.members()[i].id; }
    std::string length(double v) const { return f_.units.text(Quantity::Length, v); }
    void put(const char* code, const std::string& subject, std::string text)
    {
        out_.push_back(finding(code, "", subject, std::move(text)));
    }

    // Entries of the design block for members that the rule makes: the reader cannot know how long they are.
    void entries()
    {
        const auto look = [&](const std::string& member, const char* table, size_t row, std::initializer_list<double> places) {
            const auto m = model_.find(member);
            if (!m) {
                std::string part;
                for (size_t e = 0; e < f_.elements.size(); ++e)
                    if (f_.elements[e].id == member)
                        part = fmt::format("element {} is a part of member {}", member,
                                           id(static_cast<size_t>(model_.formed().ofElement(static_cast<int>(e)))));
                out_.push_back(finding("restraint.no-member", fmt::format("/design/{}/{}", table, row), member,
                                       (part.empty() ? fmt::format("there is no member {}", member) : part) +
                                           ": the entry is for nothing"));
                return;
            }
            const double total = model_.members()[*m].length;
            for (const double at : places)
                if (at < -1e-9 || at > total * (1 + 1e-6) + 1e-3)
                    out_.push_back(
                        finding("member.restraint-outside", fmt::format("/design/{}/{}", table, row), member,
                                fmt::format("{} lies outside member {}, which is {} long", length(at), member, length(total))));
        };
        size_t row = 0;
        for (const DesignRestraint& r : f_.design.restraints.list())
            look(r.member, "restraints", row++, {r.at, r.to.value_or(r.at)});
        row = 0;
        for (const DesignLength& l : f_.design.lengths.list())
            look(l.member, "lengths", row++, {l.from.value_or(0), l.to.value_or(0)});
    }

    void ends(size_t i)
    {
        const Lanes& l = model_.lanes(i);
        std::array<bool, 2> free{}, goes{};
        for (const LengthAxis a : kFlexural)
            for (const bool last : {false, true}) {
                const LaneSegment& s = last ? l.of(a).back() : l.of(a).front();
                if (s.beyond > 0)
                    goes[last] = true;
                else if (s.cantilever && s.freeAtStart != last)
                    free[last] = true;
            }
        if (free[0] || free[1])
            put("member.free-end", id(i),
                fmt::format("{} of member {} is held by nothing that stands across it: it is checked as a cantilever (K = "
                            "2); a restraint there says otherwise",
                            free[0] && free[1] ? "each end"
                            : free[0]          ? "the first end"
                                               : "the last end",
                            id(i)));
        if (goes[0] || goes[1]) goesOn_.add(id(i), id(i));
    }

    // An end that moves counts where its length follows from it.
    bool endMatters(size_t i, const HoldPoint& p) const
    {
        return std::any_of(std::begin(kFlexural), std::end(kFlexural), [&](LengthAxis a) {
            const auto& lane = model_.lanes(i).of(a);
            const LaneSegment& s = p.at < 1e-9 ? lane.front() : lane.back();
            return s.sway && s.source == LengthSource::Ends;
        });
    }

    std::string evidence(const HoldPoint& p, size_t across) const
    {
        if (p.pusher[across] >= 0) return evidenceOf(f_, HoldOrigin::Joint, p.pusher[across]);
        return p.origin == HoldOrigin::Stated ? evidenceOf(f_, p.foundOrigin, p.foundEvidence) : evidenceOf(f_, p);
    }

    void doubts(size_t i)
    {
        const MemberHolds& holds = model_.holds(i);
        const double eps = 1e-6 * model_.members()[i].length;
        std::string soft, floating;
        bool assumed = false;
        for (const HoldPoint& p : holds.points) {
            const bool inner = p.at > eps && p.at < model_.members()[i].length - eps;
            assumed |= p.flangeAssumed && p.origin == HoldOrigin::Joint;
            if (!inner && !endMatters(i, p)) continue;
            for (const size_t d : {size_t{0}, size_t{1}}) {
                if (!p.doubtful[d] || (d == 0 ? p.held.major : p.held.minor)) continue;
                const char* along = d == 0 ? "z" : "y";
                if (p.verdict[d] == HoldVerdict::TooWeak)
                    soft += fmt::format("{}{} along {}, whose struts carry {:.2g} of 1 % of the thrust that leans on them ({})",
                                        soft.empty() ? "" : ", ", length(p.at), along, p.strut[d], evidence(p, d));
                else if (p.byFrame[d])
                    soft += fmt::format("{}{} along {} by itself, but by the frame's buckling analysis, to be confirmed ({})",
                                        soft.empty() ? "" : ", ", length(p.at), along, evidence(p, d));
                else if (p.verdict[d] == HoldVerdict::InMode)
                    floating +=
                        fmt::format("{}{} along {} ({})", floating.empty() ? "" : ", ", length(p.at), along, evidence(p, d));
                else
                    soft += fmt::format("{}{} along {}, {:.2g} of what is needed ({})", soft.empty() ? "" : ", ", length(p.at),
                                        along, std::max(0.0, p.ratio(d)), evidence(p, d));
            }
        }
        if (assumed) assumed_.add(id(i), id(i));
        if (!soft.empty())
            put("hold.doubtful", id(i),
                fmt::format("member {} is not held at {}: a restraint there counts it all the same, a stiffer brace makes it "
                            "hold",
                            id(i), soft));
        if (!floating.empty())
            put("hold.floating", id(i),
                fmt::format(
                    "member {} is not held at {}: the frame buckles with it moving, what frames in moves along; tie the "
                    "line to something that stands, or state that it holds",
                    id(i), floating));
    }

    void lengths(size_t i)
    {
        const Member& m = model_.members()[i];
        const SectionProperties& p = f_.sections[m.section].properties;
        apart_ = 0;
        for (const LengthAxis a : kFlexural) {
            const double r = std::sqrt((a == LengthAxis::Major ? p.iy : p.iz) / p.a);
            for (const LaneSegment& s : model_.lanes(i).of(a)) {
                const std::string_view axis = lengthAxisName(a);
                if (s.leaning && s.source == LengthSource::System && !s.byHand && !model_.secondOrderHolds())
                    put("member.leaning", id(i),
                        fmt::format(
                            "an end of member {} can move sideways ({} axis, {} to {}) and nothing keeps it from turning: it "
                            "stands by the rest of the frame, and is checked with K = 1; brace it, or look at the frame's "
                            "critical load factor",
                            id(i), axis, length(s.from), length(s.to)));
                constexpr double kSilly = 500;
                if (!s.continuous && s.length > kSilly * r)
                    put("length.proportion", id(i),
                        fmt::format("member {} has an effective length of {} about its {} axis, {:.0f} times its radius of "
                                    "gyration: is something missing that holds it?",
                                    id(i), length(s.length), axis, s.length / r));
                ways(i, s, axis);
            }
        }
        if (apart_ > 0) put("length.ways", id(i), most_);
    }

    // The used way against those that say something of this segment: the charts where it sways, buckling where it is active.
    void ways(size_t i, const LaneSegment& s, std::string_view axis)
    {
        if (s.continuous || s.source == LengthSource::Stated || !(s.k > 0)) return;
        constexpr double kDiffer = 1.25;
        const auto differ = [&](double k, const char* way) {
            if (std::isnan(k)) return;
            const double apart = std::max(k / s.k, s.k / k);
            if (apart <= std::max(kDiffer, apart_)) return;
            apart_ = apart;
            most_ = fmt::format("member {}, {} axis, {} to {}: K = {:.3g} is used, {} gives {:.3g}", id(i), axis,
                                length(s.from), length(s.to), s.k, way, k);
        };
        if (s.sway && s.source != LengthSource::FrameSway)
            differ(s.alternative(LengthSource::FrameSway), "the alignment chart with sway");
        if (s.source != LengthSource::Buckling && activeIn(i, s, axis == "major"))
            differ(s.alternative(LengthSource::Buckling), "buckling of the frame");
    }

    bool activeIn(size_t i, const LaneSegment& s, bool major) const
    {
        const BucklingLengths* all = model_.restraint() ? model_.restraint()->buckling() : nullptr;
        if (!all) return false;
        for (const MemberPiece& p : model_.members()[i].pieces)
            if (p.start < s.to - 1e-9 && p.start + p.length > s.from + 1e-9 &&
                all->elements[static_cast<size_t>(p.element)][major ? 0 : 1].active)
                return true;
        return false;
    }

    // Holds that would let a member carry more than the whole frame.
    void critical()
    {
        const BucklingLengths* all = model_.restraint() ? model_.restraint()->buckling() : nullptr;
        if (!all) return;
        for (const auto& [set, factor] : all->critical) {
            const auto press = pressOf(f_, model_.forces(), model_.forces().sets[static_cast<size_t>(set)]);
            Together over;
            for (size_t i = 0; i < model_.members().size(); ++i) {
                const Thrust thrust(f_, model_.members()[i], press);
                for (const LengthAxis a : kFlexural)
                    for (const LaneSegment& s : model_.lanes(i).of(a)) {
                        const bool counted = s.from > 1e-9 || s.to < model_.members()[i].length - 1e-9;
                        if (!counted || s.continuous || !activeIn(i, s, a == LengthAxis::Major)) continue;
                        const SectionProperties& p = f_.sections[model_.members()[i].section].properties;
                        const double e = f_.materials[model_.members()[i].material].e;
                        const double n = thrust.most(Across::Major, s.from, s.to);
                        if (!(n > 0)) continue;
                        const double own = sqr(kPi / s.length) * e * (a == LengthAxis::Major ? p.iy : p.iz) / n;
                        if (own > 1.25 * factor) over.add(id(i), fmt::format("{} ({:.3g})", id(i), own));
                    }
            }
            if (over.count > 0)
                put("hold.critical", over.first,
                    fmt::format(
                        "the frame buckles at {:.3g} times {}, with members whose counted holds would let them carry more: {}; "
                        "take their lengths from the buckling of the frame, or look at its mode",
                        factor, setName(f_, model_.forces().sets[static_cast<size_t>(set)]), over.words()));
        }
    }

    const CheckModel& model_;
    const Frame& f_;
    std::vector<Finding>& out_;
    Together goesOn_, assumed_;
    double apart_ = 0; // of the member's ways, the largest ratio
    std::string most_;
};

} // namespace

void laneFindings(const CheckModel& model, std::vector<Finding>& out)
{
    LaneFindings(model, out).all();
}

} // namespace wr
