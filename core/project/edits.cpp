#include "core/project/edits.h"

#include "core/base/free_id.h"
#include "core/project/brief_edits.h"
#include "core/project/hold_edits.h"

#include "core/grades/grades.h"
#include "core/project/member_edits.h"
#include "core/project/sizing_edits.h"
#include "core/sections/catalogue.h"
#include "core/shaping/rows_for.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <set>
#include <unordered_set>

namespace wr {

std::string forMembers(const std::vector<MemberRef>& m)
{
    return m.size() == 1 ? m.front().id : fmt::format("{} members", m.size());
}

void declareMembers(Frame& f, const std::vector<MemberRef>& members)
{
    f.hasDesign = true;
    std::unordered_set<std::string_view> missing;
    for (const MemberRef& m : members)
        missing.insert(m.id);
    for (const DesignMember& d : f.design.members.list())
        missing.erase(d.id);
    std::vector<DesignMember> more;
    for (const MemberRef& m : members) {
        if (missing.erase(m.id) == 0) continue;
        DesignMember d;
        d.id = m.id;
        d.elements = m.elements;
        d.byRule = true;
        more.push_back(std::move(d));
    }
    if (!more.empty()) f.design.members.insert(f.design.members.end(), more.begin(), more.end());
}

namespace {

template <class... F> struct Overloaded : F...
{
    using F::operator()...;
};
template <class... F> Overloaded(F...) -> Overloaded<F...>;

using Words = std::expected<std::string, std::string>; // of the edit, or why it is refused

Words setLengths(Frame& f, const SetLengths& e)
{
    const char* axis = lengthAxisName(e.axis).data();
    if (e.k && !(*e.k > 0)) return std::unexpected("an effective length factor must be greater than zero");
    if (e.length && !(*e.length > 0)) return std::unexpected("an effective length must be greater than zero");
    if (e.way && e.axis != LengthAxis::Major && e.axis != LengthAxis::Minor)
        return std::unexpected("ways are for buckling about the major and the minor axis");
    const std::string what = e.k        ? fmt::format("{} factor {:g}", axis, *e.k)
                             : e.length ? fmt::format("{} length {}", axis, f.units.text(Quantity::Length, *e.length))
                             : e.way    ? fmt::format("{} length by {}", axis, lengthByName(*e.way))
                                        : fmt::format("{} length by holds", axis);
    declareMembers(f, e.members);
    std::set<std::string_view> wanted;
    for (const MemberRef& m : e.members)
        wanted.insert(m.id);
    // What stood for the same stretch goes; for whole members all of that axis.
    constexpr double kSame = 1e-3;
    erase_if(f.design.lengths, [&](const DesignLength& l) {
        const bool same = !e.from || (l.from && l.to && std::abs(*l.from - *e.from) < kSame && std::abs(*l.to - *e.to) < kSame);
        return l.axis == e.axis && wanted.contains(l.member) && same;
    });
    for (const MemberRef& m : e.members) {
        if (!e.k && !e.length && !e.way) break;
        DesignLength l;
        l.member = m.id;
        l.axis = e.axis;
        l.k = e.k;
        l.length = e.length;
        l.way = e.way;
        l.from = e.from;
        l.to = e.to;
        f.design.lengths.push_back(std::move(l));
    }
    return fmt::format("{} for {}", what, forMembers(e.members));
}

Words setGroup(Frame& f, const SetGroup& e)
{
    declareMembers(f, e.members);
    std::unordered_set<std::string_view> wanted;
    for (const MemberRef& m : e.members)
        wanted.insert(m.id);
    for (DesignMember& d : f.design.members)
        if (wanted.contains(d.id)) d.group = e.group;
    auto& groups = f.design.groups;
    if (!e.group.empty() && !groups.empty() &&
        std::none_of(groups.begin(), groups.end(), [&](const Group& g) { return g.id == e.group; }))
        groups.push_back({e.group, {}, {}});
    return e.group.empty() ? fmt::format("No group for {}", forMembers(e.members))
                           : fmt::format("Group {} for {}", e.group, forMembers(e.members));
}

Words setGrade(Frame& f, const SetGrade& e)
{
    const Grade* g = findGrade(e.grade);
    if (!g) return std::unexpected(fmt::format("\"{}\" is not a grade of the list", e.grade));
    const int index = gradeRow(f, *g);
    std::vector<Element>& elements = f.elements.edit();
    for (const MemberRef& m : e.members)
        for (const int el : m.elements)
            elements[el].material = index;
    return fmt::format("Grade {} for {}", g->name, forMembers(e.members));
}

Words setLoads(Frame& f, const SetLoads& e)
{
    std::set<std::string> names;
    for (const LoadCase& c : e.cases)
        if (c.id.empty() || !names.insert(c.id).second) return std::unexpected(fmt::format("two cases are named \"{}\"", c.id));
    names.clear();
    for (const Combination& c : e.combinations) {
        if (c.id.empty()) return std::unexpected("a combination needs a name");
        if (!names.insert(c.id).second) return std::unexpected(fmt::format("two combinations are named {}", c.id));
        for (const auto& [index, k] : c.terms)
            if (index < 0 || static_cast<size_t>(index) >= e.cases.size() || !std::isfinite(k))
                return std::unexpected(fmt::format("combination {} names a case that does not exist", c.id));
    }
    f.cases = e.cases;
    f.combinations = e.combinations;
    return e.words;
}

Words setStandard(Frame& f, const SetStandard& e)
{
    f.hasDesign = true;
    f.design.standard = e.key;
    return "Standard " + e.key;
}

Words setGrid(Frame& f, const SetGrid& e)
{
    for (const auto* lines : {&e.grid.x, &e.grid.y, &e.grid.levels}) {
        std::set<std::string> names;
        for (const GridLine& l : *lines) {
            if (l.id.empty() || !std::isfinite(l.at)) return std::unexpected("a line of the grid needs a name and a place");
            if (!names.insert(l.id).second) return std::unexpected(fmt::format("two lines are named \"{}\"", l.id));
        }
    }
    if (!std::isfinite(e.grid.turn) || !std::isfinite(norm(e.grid.origin))) return std::unexpected("the grid needs a place");
    if (f.grid == e.grid) return std::unexpected("that is the grid there is");
    f.grid = e.grid;
    return e.grid.empty() ? "No grid" : "Grid and levels";
}

Words setSway(Frame& f, const SetSway& e)
{
    f.hasDesign = true;
    f.design.swayX = e.x;
    f.design.swayY = e.y;
    return e.x && e.y && !*e.x && !*e.y ? "The frame does not sway" : "Sway of the frame";
}

Words accept(Frame& f, const Accept& e)
{
    const Acceptance& a = e.acceptance;
    if (a.reason.empty()) return std::unexpected("say why it is accepted");
    if (a.name.empty()) return std::unexpected("say who accepts it");
    f.hasDesign = true;
    std::vector<Acceptance>& list = f.design.acceptances.edit();
    const auto it = std::find_if(list.begin(), list.end(), [&](const Acceptance& o) { return o.id == a.id; });
    if (it == list.end())
        list.push_back(a);
    else
        *it = a;
    return fmt::format("Accept {}{}{}", a.code, a.subject.empty() ? "" : " of ", a.subject);
}

Words dropAcceptance(Frame& f, const DropAcceptance& e)
{
    std::vector<Acceptance>& list = f.design.acceptances.edit();
    const size_t n = list.size();
    std::erase_if(list, [&](const Acceptance& a) { return a.id == e.id; });
    if (list.size() == n) return std::unexpected(fmt::format("nothing of that kind is accepted: {}", e.id));
    return "Acceptance taken back: " + e.id;
}

Words sayForces(Frame& f, const SayForces& e)
{
    const auto& s = e.said;
    if (s && s->reducedStiffness && s->order.value_or(ForceOrder::First) == ForceOrder::First)
        return std::unexpected("reduced stiffness belongs to second order, or to amplified forces");
    std::string words;
    if (s && s->order)
        words =
            (*s->order == ForceOrder::Amplified ? std::string("amplified") : fmt::format("{} order", orderName(*s->order))) +
            (s->reducedStiffness ? ", reduced stiffness" : "");
    if (s && s->notional)
        words += fmt::format("{}{} notional loads", words.empty() ? "" : ", ", *s->notional ? "with" : "without");
    f.hasDesign = true;
    f.design.givenForces = e.said;
    return "Given forces: " + (words.empty() ? "nothing said" : words);
}

Words setAnalysis(Frame& f, const SetAnalysis& e)
{
    if (e.analysis.reducedStiffness && e.analysis.order == ForceOrder::First)
        return std::unexpected("reduced stiffness belongs to second order, or to amplified forces");
    std::string words = e.analysis.order == ForceOrder::Amplified
                            ? "Analysis: amplified by B1 and B2"
                            : fmt::format("Analysis: {} order", orderName(e.analysis.order));
    if (e.analysis.reducedStiffness) words += ", reduced stiffness";
    f.hasDesign = true;
    f.design.analysis = e.analysis;
    return words;
}

} // namespace

std::expected<Patch, std::string> applyEdit(Frame& f, const Edit& edit)
{
    if (const auto* p = std::get_if<Patch>(&edit)) {
        if (!applyPatch(f, *p)) return std::unexpected("the change does not fit the frame as it is now");
        return *p;
    }
    Frame next = f;
    const Words words = std::visit(Overloaded{[&](const SetLengths& e) { return setLengths(next, e); },
                                              [&](const SetGroup& e) { return setGroup(next, e); },
                                              [&](const SetSection& e) -> Words { return applySizingEdit(next, e); },
                                              [&](const SetSections& e) -> Words { return applySizingEdit(next, e); },
                                              [&](const PutLadder& e) -> Words { return applySizingEdit(next, e); },
                                              [&](const DropLadder& e) -> Words { return applySizingEdit(next, e); },
                                              [&](const GiveLadder& e) -> Words { return applySizingEdit(next, e); },
                                              [&](const SetStock& e) -> Words { return applySizingEdit(next, e); },
                                              [&](const SetTarget& e) -> Words { return applySizingEdit(next, e); },
                                              [&](const SetReport& e) -> Words {
                                                  if (next.design.report == e.choice)
                                                      return std::unexpected("that is what the report holds already");
                                                  next.hasDesign = true;
                                                  next.design.report = e.choice;
                                                  return "What the report holds";
                                              },
                                              [&](const SetGrade& e) { return setGrade(next, e); },
                                              [&](const SetStandard& e) { return setStandard(next, e); },
                                              [&](const SetAnalysis& e) { return setAnalysis(next, e); },
                                              [&](const SetLoads& e) { return setLoads(next, e); },
                                              [&](const SetSway& e) { return setSway(next, e); },
                                              [&](const SayForces& e) { return sayForces(next, e); },
                                              [&](const ShapeEdit& e) -> Words {
                                                  auto done = reshaped(next, e);
                                                  if (!done) return std::unexpected(done.error());
                                                  next = std::move(done->frame);
                                                  return std::move(done->words);
                                              },
                                              [&](const SetGrid& e) { return setGrid(next, e); },
                                              [&](const Accept& e) { return accept(next, e); },
                                              [&](const DropAcceptance& e) { return dropAcceptance(next, e); },
                                              [&](const GiveHolds& e) -> Words {
                                                  declareMembers(next, e.members);
                                                  return applyHoldEdit(next, e);
                                              },
                                              [&](const SetHold& e) -> Words {
                                                  declareMembers(next, {e.member});
                                                  return applyHoldEdit(next, e);
                                              },
                                              [&](const DropHolds& e) -> Words { return applyHoldEdit(next, e); },
                                              [&](const PutBrief& e) -> Words { return applyBriefEdit(next, e); },
                                              [&](const GiveBrief& e) -> Words { return applyBriefEdit(next, e); },
                                              [&](const DropBrief& e) -> Words { return applyBriefEdit(next, e); },
                                              [&](const TakeOver& e) -> Words { return applyBriefEdit(next, e); },
                                              [&](const SetGroups& e) -> Words { return applyBriefEdit(next, e); },
                                              [&](const RenameGroup& e) -> Words { return applyBriefEdit(next, e); },
                                              [&](const SetExclude& e) -> Words { return applyBriefEdit(next, e); },
                                              [&](const SetKind& e) -> Words { return applyBriefEdit(next, e); },
                                              [&](const PutPick& e) -> Words { return applyBriefEdit(next, e); },
                                              [&](const DropPick& e) -> Words { return applyBriefEdit(next, e); },
                                              [&](const SetFrameLimits& e) -> Words { return applyBriefEdit(next, e); },
                                              [&](const SameHolds& e) -> Words {
                                                  declareMembers(next, e.to);
                                                  return applyHoldEdit(next, e);
                                              },
                                              [](const Patch& p) -> Words { return p.words; },
                                              [&](const auto& e) -> Words { return applyMemberEdit(next, e); }},
                                   edit);
    if (!words) return std::unexpected(words.error());
    Patch out = differences(f, next, *words);
    f = std::move(next);
    return out;
}

} // namespace wr
