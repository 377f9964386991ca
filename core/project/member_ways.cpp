#include "core/project/member_ways.h"

#include "core/audit/inner_supports.h"
#include "core/members/kind.h"
#include "core/project/member_ref.h"

#include <algorithm>
#include <fmt/format.h>
#include <map>

namespace wr {

namespace {

std::optional<size_t> memberOf(const DesignState& s, const Finding& x)
{
    return s.model->find(x.subject);
}

std::string at(const DesignState& s, double v)
{
    return s.frame->units.text(Quantity::Length, v);
}

} // namespace

std::vector<MemberRef> refsOf(const DesignState& s, const std::vector<std::string>& ids)
{
    std::vector<MemberRef> out;
    for (const std::string& id : ids)
        if (const auto i = s.model->find(id)) out.push_back(refOf(s.model->members()[*i]));
    return out;
}

std::vector<MemberRef> refsOf(const DesignState& s, const Finding& x)
{
    return refsOf(s, x.about.empty() ? std::vector{x.subject} : x.about);
}

WayOut showAt(WorkStop stop, std::string words, const Finding& x, std::string page)
{
    std::vector<std::string> members = x.about;
    if (members.empty() && !x.subject.empty()) members.push_back(x.subject);
    return {std::move(words), WayOut::Show{stop, std::move(page), std::move(members)}};
}

WayOut combine(WayOut::Combine what, std::string words)
{
    return {std::move(words), what};
}

Ways waysOfHold(const DesignState& s, const Finding& x)
{
    Ways out;
    const auto i = memberOf(s, x);
    if (!i) return out;
    constexpr size_t kMost = 4;
    const Member& m = s.model->members()[*i];
    const double eps = 1e-6 * m.length;
    for (const HoldPoint& p : s.model->holds(*i).points)
        for (const size_t d : {size_t{0}, size_t{1}}) {
            // An end that is doubtful is as much a place as one inside.
            if (!p.doubtful[d] || (d == 0 ? p.held.major : p.held.minor) || out.size() == kMost) continue;
            const char* where = p.at < eps ? "its first end" : p.at > m.length - eps ? "its last end" : nullptr;
            out.push_back(
                {fmt::format("count the hold at {} along {}", where ? std::string(where) : at(s, p.at), d == 0 ? "z" : "y"),
                 Edit{SetHold{refOf(m), p.at, d == 0 ? Hold::Major : Hold::Minor}}});
        }
    out.push_back(showAt(WorkStop::Restraint, "look at what holds it", x));
    return out;
}

Ways waysOfFreeEnd(const DesignState& s, const Finding& x)
{
    Ways out;
    const auto i = memberOf(s, x);
    if (!i) return out;
    const Member& m = s.model->members()[*i];
    const Lanes& l = s.model->lanes(*i);
    for (const bool last : {false, true}) {
        std::vector<Hold> holds;
        for (const LengthAxis a : {LengthAxis::Major, LengthAxis::Minor}) {
            const LaneSegment& seg = last ? l.of(a).back() : l.of(a).front();
            if (seg.cantilever && seg.beyond <= 0 && seg.freeAtStart != last)
                holds.push_back(a == LengthAxis::Major ? Hold::Major : Hold::Minor);
        }
        if (holds.empty()) continue;
        GiveHolds e;
        e.members = {refOf(m)};
        e.places.by = HoldPlaces::By::Distances;
        e.places.at = {last ? m.length : 0.0};
        e.holds = std::move(holds);
        out.push_back({fmt::format("hold its {} end", last ? "last" : "first"), Edit{std::move(e)}});
    }
    out.push_back(showAt(WorkStop::Restraint, "look at what holds it", x));
    return out;
}

Ways waysOfInnerSupport(const DesignState& s, const Finding& x)
{
    Ways out;
    // All of them in one step: the edits one after another on a copy of the frame.
    Frame next = *s.frame;
    size_t n = 0;
    for (const InnerSupport& p : innerSupports(*s.model))
        for (const Hold h : p.holds)
            if (applyEdit(next, SetHold{refOf(s.model->members()[p.member]), p.at, h})) ++n;
    if (n > 0) {
        Patch p = differences(*s.frame, next, "Supports inside members hold them");
        out.push_back({"count these supports as holds", Edit{std::move(p)}});
    }
    out.push_back(showAt(WorkStop::Restraint, "say what each holds", x));
    return out;
}

Ways waysOfLengths(const DesignState& s, const Finding& x)
{
    Ways out;
    const auto i = memberOf(s, x);
    if (!i) return out;
    const MemberRef m = refOf(s.model->members()[*i]);
    for (const LengthAxis a : {LengthAxis::Major, LengthAxis::Minor})
        for (const LaneSegment& seg : s.model->lanes(*i).of(a)) {
            if (seg.continuous || seg.source == LengthSource::Stated || !(seg.k > 0)) continue;
            const auto offer = [&](LengthSource source, LengthBy way, const char* name) {
                const double k = seg.alternative(source);
                if (std::isnan(k) || std::max(k / seg.k, seg.k / k) <= 1.25) return;
                SetLengths e;
                e.members = {m};
                e.axis = a;
                e.way = way;
                out.push_back(
                    {fmt::format("take {} about its {} axis (K = {:.3g})", name, lengthAxisName(a), k), Edit{std::move(e)}});
            };
            offer(LengthSource::FrameSway, LengthBy::Frame, "the alignment chart");
            offer(LengthSource::Buckling, LengthBy::Buckling, "the buckling of the frame");
        }
    constexpr size_t kMost = 3;
    if (out.size() > kMost) out.resize(kMost);
    out.push_back(showAt(WorkStop::Restraint, "look at its lengths", x));
    return out;
}

Ways waysOfTwice(const DesignState& s, const Finding& x)
{
    Ways out;
    // What is stated for these members goes: the forces hold the effect.
    Frame next = *s.frame;
    const std::vector<MemberRef> members = refsOf(s, x);
    size_t n = 0;
    for (const LengthAxis a : {LengthAxis::Major, LengthAxis::Minor}) {
        SetLengths e;
        e.axis = a;
        for (const MemberRef& m : members)
            if (const auto& list = s.frame->design.lengths.list(); std::any_of(
                    list.begin(), list.end(), [&](const DesignLength& l) { return l.member == m.id && l.axis == a && l.k; }))
                e.members.push_back(m);
        if (!e.members.empty() && applyEdit(next, e)) ++n;
    }
    // Factors of a brief stand for all its members.
    for (size_t b = 0; b < next.design.briefs.size(); ++b) {
        const std::string& id = s.frame->design.briefs[b].id;
        const bool mine = std::any_of(members.begin(), members.end(), [&](const MemberRef& m) {
            const auto i = s.model->find(m.id);
            return i && s.model->members()[*i].brief == id;
        });
        Brief brief = s.frame->design.briefs[b];
        if (!mine || (!brief.k[0] && !brief.k[1])) continue;
        brief.k[0].reset();
        brief.k[1].reset();
        next.design.briefs.edit()[b] = std::move(brief);
        ++n;
    }
    if (n > 0) {
        Patch p = differences(*s.frame, next, "Lengths without factors by hand: " + forMembers(members));
        out.push_back({"keep the analysis: take the factors away", Edit{std::move(p)}});
    }
    if (s.model->standard().secondOrder && s.forces().reducedStiffness)
        out.push_back({"keep the factors: analyse with the whole stiffness", Edit{SetAnalysis{{ForceOrder::Second, false}}}});
    else
        out.push_back({"keep the factors: analyse in first order", Edit{SetAnalysis{{ForceOrder::First, false}}}});
    out.push_back(showAt(WorkStop::Restraint, "look at their lengths", x));
    return out;
}

Ways waysOfMissingBrief(const DesignState& s, const Finding& x)
{
    Ways out;
    // The brief that most members of the same kind have goes first.
    std::map<MemberKind, std::map<std::string, size_t>> given;
    const SharedList<Member>& list = s.model->members();
    for (const Member& m : list)
        if (!m.brief.empty()) ++given[memberKind(*s.frame, m)][m.brief];
    std::map<std::string, std::vector<MemberRef>> wanted; // by brief
    for (const MemberRef& r : refsOf(s, x)) {
        const auto i = s.model->find(r.id);
        const auto alike = given.find(memberKind(*s.frame, list[*i]));
        if (alike == given.end()) continue;
        const auto most = std::max_element(alike->second.begin(), alike->second.end(),
                                           [](const auto& a, const auto& b) { return a.second < b.second; });
        wanted[most->first].push_back(r);
    }
    for (auto& [brief, members] : wanted)
        out.push_back({fmt::format("give the brief {} to {}, as others of their kind have", brief, forMembers(members)),
                       Edit{GiveBrief{std::move(members), brief}}});
    out.push_back(showAt(WorkStop::Briefs, "choose a brief", x));
    return out;
}

Ways waysOfMixedGroup(const DesignState& s, const Finding& x)
{
    Ways out;
    SetGroups e;
    e.words = "Group " + x.subject + " parted by shape";
    std::map<std::string, std::vector<MemberRef>> parts;
    for (const MemberRef& r : refsOf(s, x)) {
        const auto i = s.model->find(r.id);
        const Shape& shape = s.frame->sections[s.model->members()[*i].section].shape;
        parts[std::string(shapeTitle(shape.kind))].push_back(r);
    }
    const auto largest = std::max_element(parts.begin(), parts.end(),
                                          [](const auto& a, const auto& b) { return a.second.size() < b.second.size(); });
    std::string names;
    for (const auto& [kind, members] : parts) {
        if (kind == largest->first) continue; // keeps the name
        const std::string name = x.subject + ", " + kind;
        names += (names.empty() ? "" : ", ") + fmt::format("\"{}\" ({})", name, members.size());
        for (const MemberRef& m : members)
            e.members.emplace_back(m, name);
    }
    if (!e.members.empty()) out.push_back({"part it by shape: " + names, Edit{std::move(e)}});
    out.push_back(showAt(WorkStop::Briefs, "look at the groups", x, "groups"));
    return out;
}

Ways waysOfUnchecked(const DesignState& s, const Finding& x)
{
    Ways out;
    if (const auto i = memberOf(s, x)) {
        const auto& outcomes = s.report->results[*i].outcomes;
        const bool service = std::any_of(outcomes.begin(), outcomes.end(), [&](const CheckOutcome& o) {
            return o.status == Status::Unchecked && s.model->standardOf(*i).kindOf(o) == CheckKind::Deflection;
        });
        if (service && !s.frame->combinations.empty() && s.model->serviceSetsOf(*i).empty())
            out.push_back(combine({false, Purpose::Service}, "make service combinations"));
    }
    out.push_back(showAt(WorkStop::Check, "look at its check", x));
    return out;
}

} // namespace wr
