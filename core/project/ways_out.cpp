#include "core/project/ways_out.h"

#include "core/analysis/case_effects.h"
#include "core/analysis/shares.h"
#include "core/project/member_ways.h"

#include <algorithm>
#include <charconv>
#include <fmt/format.h>
#include <set>

namespace wr {

namespace {

// How the loading standard of the design standard is called: "ASCE 7-22 LRFD".
const LoadingStandardName& loadingOf(const DesignState& s)
{
    const LoadingStandard l = loadingOfKey(loadingKeyFor(s.model->standard().key));
    const auto& list = loadingStandards();
    return *std::find_if(list.begin(), list.end(), [&](const LoadingStandardName& n) { return n.standard == l; });
}

// The row of a table that a place such as "/design/restraints/3" names.
std::optional<size_t> rowOf(const std::string& place)
{
    const size_t slash = place.rfind('/');
    size_t out = 0;
    const char* end = place.data() + place.size();
    if (slash == std::string::npos || std::from_chars(place.data() + slash + 1, end, out).ptr != end) return std::nullopt;
    return out;
}

template <class F> WayOut patchOf(const DesignState& s, std::string words, const std::string& done, F&& change)
{
    Frame next = *s.frame;
    change(next);
    return {std::move(words), Edit{differences(*s.frame, next, done)}};
}

Ways allCombinations(const DesignState& s, const Finding& x)
{
    return {combine({}, fmt::format("make the combinations of {}", loadingOf(s).title)),
            showAt(WorkStop::Frame, "write them by hand", x, "combinations")};
}

// Those of one purpose alone.
MadeCombinations madeFor(const DesignState& s, Purpose p)
{
    MakeOptions o;
    o.standard = loadingOf(s).standard;
    o.strength = false;
    o.service = p == Purpose::Service;
    o.construction = p == Purpose::Construction;
    return makeCombinations(*s.frame, o);
}

Ways combinationsFor(const DesignState& s, Purpose p, const Finding& x)
{
    Ways out;
    const std::vector<Combination> made = madeFor(s, p).combinations;
    if (std::any_of(made.begin(), made.end(), [&](const Combination& c) { return c.purpose == p && !c.made.empty(); }))
        out.push_back(combine({false, p}, fmt::format("make {} combinations", purposeName(p))));
    out.push_back(showAt(WorkStop::Frame, "write them by hand", x, "combinations"));
    return out;
}

Ways emptyCombination(const DesignState& s, const Finding& x)
{
    Ways out;
    SetLoads e{s.frame->cases, s.frame->combinations, "Combination " + x.subject + " taken out"};
    std::erase_if(e.combinations, [&](const Combination& c) { return c.id == x.subject; });
    out.push_back({"take it out", Edit{std::move(e)}});
    out.push_back(showAt(WorkStop::Frame, "give it cases", x, "combinations"));
    return out;
}

Ways otherBasis(const DesignState& s, const Finding& x)
{
    Ways out = {combine({}, fmt::format("make the combinations of {}", loadingOf(s).title))};
    const auto c = std::find_if(s.frame->combinations.list().begin(), s.frame->combinations.list().end(),
                                [&](const Combination& k) { return k.id == x.subject; });
    if (c != s.frame->combinations.list().end())
        for (const Standard& o : *s.model->standards())
            if (o.basis == c->basis) {
                out.push_back({fmt::format("check by {}, which takes them", o.title), Edit{SetStandard{std::string(o.key)}}});
                break;
            }
    out.push_back(showAt(WorkStop::Frame, "look at the combinations", x, "combinations"));
    return out;
}

Ways secondOrder(const DesignState& s, const Finding& x)
{
    Ways out;
    if (s.model->standard().secondOrder && s.model->standard().amplifiesMembers)
        out.push_back({"analyse in second order with reduced stiffness", Edit{SetAnalysis{{ForceOrder::Second, true}}}});
    out.push_back({"analyse in second order", Edit{SetAnalysis{{ForceOrder::Second, false}}}});
    if (x.code == "forces.sway" && s.model->standard().amplifiesMembers) {
        out.push_back({"amplify the forces by B1 and B2", Edit{SetAnalysis{{ForceOrder::Amplified, false}}}});
        out.push_back({"say that the frame does not sway", Edit{SetSway{false, false}}});
    }
    return out;
}

Ways stiffness(const DesignState& s, const Finding& x)
{
    if (x.severity == Severity::Note) return {};
    if (s.forces().reducedStiffness)
        return {combine({true, Purpose::Strength, NotionalUse::All, {}}, "make the combinations with notional loads in all")};
    if (!s.model->standard().amplifiesMembers) return secondOrder(s, x);
    return {{"analyse in second order with reduced stiffness", Edit{SetAnalysis{{ForceOrder::Second, true}}}}};
}

// Those written by hand that hold nothing sideways are replaced: beside them the made ones would change nothing.
Ways notional(const DesignState& s, const Finding& x)
{
    const bool all = !s.model->standard().amplifiesMembers;
    WayOut::Combine made{true, Purpose::Strength, all ? NotionalUse::All : NotionalUse::GravityOnly, {}};
    std::string names;
    for (const TableSet set : s.model->setsFor(s.model->standard())) {
        const Combination& c = s.frame->combinations[s.forces().sets[set.at()].combination];
        const bool holds = std::any_of(c.terms.begin(), c.terms.end(), [&](const auto& t) {
            const LoadCase& l = s.frame->cases[t.first];
            return t.second != 0 && (l.action == Action::Notional || l.notional || (!all && lateral(l.action)));
        });
        if (holds || !c.made.empty() || std::find(made.inPlaceOf.begin(), made.inPlaceOf.end(), c.id) != made.inPlaceOf.end())
            continue;
        made.inPlaceOf.push_back(c.id);
        if (made.inPlaceOf.size() <= 3) names += (names.empty() ? "" : ", ") + c.id;
    }
    if (made.inPlaceOf.size() > 3) names += fmt::format(" and {} more", made.inPlaceOf.size() - 3);
    const std::string words =
        fmt::format("make the combinations of {} with {}{}", loadingOf(s).title, all ? "sway imperfections" : "notional loads",
                    names.empty() ? "" : ", in place of " + names);
    return {combine(std::move(made), words), showAt(WorkStop::Frame, "write them by hand", x, "combinations")};
}

Ways idleEntry(const DesignState& s, const Finding& x)
{
    const auto row = rowOf(x.place);
    const bool restraint = x.place.starts_with("/design/restraints/"), length = x.place.starts_with("/design/lengths/");
    if (!row || (restraint && *row >= s.frame->design.restraints.size()) ||
        (length && *row >= s.frame->design.lengths.size()) || (!restraint && !length))
        return {};
    return {patchOf(s, "take the entry out", fmt::format("Entry for {} taken out", x.subject), [&](Frame& f) {
        const auto at = static_cast<std::ptrdiff_t>(*row);
        if (restraint)
            f.design.restraints.edit().erase(f.design.restraints.edit().begin() + at);
        else
            f.design.lengths.edit().erase(f.design.lengths.edit().begin() + at);
    })};
}

// A brief with one of its faults put right.
template <class F> Ways mendedBrief(const DesignState& s, const Finding& x, const char* words, F&& change)
{
    Ways out;
    for (const Brief& b : s.frame->design.briefs.list())
        if (b.id == x.subject) {
            Brief mended = b;
            change(mended);
            if (!(mended == b)) out.push_back({words, Edit{PutBrief{std::move(mended)}}});
        }
    out.push_back(showAt(WorkStop::Briefs, "look at the brief", x));
    return out;
}

Ways unknownStandard(const DesignState& s, const Finding& x)
{
    if (!x.subject.empty())
        return mendedBrief(s, x, "check its members by the frame's standard", [](Brief& b) {
            b.standard.clear();
            b.second.clear();
        });
    Ways out;
    for (const std::string_view family : standardFamilies()) {
        const Standard* o = standardOfFamily(family);
        out.push_back({fmt::format("check by {}", o->title), Edit{SetStandard{std::string(o->key)}}});
    }
    return out;
}

Ways unknownNational(const DesignState& s, const Finding& x)
{
    if (!x.subject.empty()) return {showAt(WorkStop::Briefs, "look at the brief", x)};
    return {patchOf(s, "take the recommended values", "Recommended national parameters",
                    [](Frame& f) { f.design.nationalParameters.clear(); })};
}

Ways strengthByThickness(const DesignState& s, const Finding& x)
{
    const auto row = rowOf(x.place);
    if (!row || *row >= s.frame->materials.size() || !s.frame->materials[*row].fy)
        return {showAt(WorkStop::Check, "look at its members", x)};
    const Material& m = s.frame->materials[*row];
    const std::string grade = m.grade.empty() ? m.id : m.grade;
    return {
        patchOf(s, "take the strength of " + grade + " by thickness", "Strength of " + m.id + " by thickness", [&](Frame& f) {
            Material& changed = f.materials.edit()[*row];
            changed.grade = grade;
            changed.fy.reset();
            changed.fu.reset();
        })};
}

// In place of forces that cannot be right: those of an analysis here, where the frame has what that needs.
Ways ownForces(const DesignState& s, const Finding&)
{
    const Frame& f = *s.frame;
    const bool loads = std::any_of(f.cases.begin(), f.cases.end(), [](const LoadCase& c) {
        return !c.nodal.empty() || !c.line.empty() || !c.point.empty() || !c.area.empty() || c.selfWeight != 0;
    });
    if (!loads || !f.anySupport()) return {};
    return {{"analyse the frame here instead", WayOut::Analyse{}}};
}

// What the forces that came are of: an answer is kept with the frame.
StatedForces saidOf(const DesignState& s)
{
    return s.frame->design.givenForces.value_or(StatedForces{});
}
WayOut said(const char* words, StatedForces is)
{
    return {words, Edit{SayForces{is}}};
}
Ways orderOfGiven(const DesignState& s, const Finding& x)
{
    const std::optional<bool> notional = saidOf(s).notional;
    Ways out{said("they are of first order", {ForceOrder::First, false, notional}),
             said("they are of second order", {ForceOrder::Second, false, notional})};
    if (s.model->standard().amplifiesMembers) {
        out.push_back(said("they are of second order with reduced stiffness", {ForceOrder::Second, true, notional}));
        out.push_back(said("they were amplified by B1 and B2", {ForceOrder::Amplified, false, notional}));
    }
    for (WayOut& w : ownForces(s, x))
        out.push_back(std::move(w));
    return out;
}
Ways notionalOfGiven(const DesignState& s, const Finding& x)
{
    StatedForces with = saidOf(s), without = with;
    with.notional = true, without.notional = false;
    Ways out{said("they hold them", with), said("they do not", without)};
    for (WayOut& w : ownForces(s, x))
        out.push_back(std::move(w));
    return out;
}

struct Row
{
    std::string_view code;
    Ways (*ways)(const DesignState&, const Finding&);
};

// The one table. What is not in it can only be looked at.
constexpr Row kTable[] = {
    {"combination.none", allCombinations},
    {"combination.empty", emptyCombination},
    {"combination.basis", otherBasis},
    {"combination.service", [](const DesignState& s, const Finding& x) { return combinationsFor(s, Purpose::Service, x); }},
    {"combination.construction",
     [](const DesignState& s, const Finding& x) { return combinationsFor(s, Purpose::Construction, x); }},
    {"case.unused", allCombinations},
    {"forces.none",
     [](const DesignState&, const Finding&) -> Ways {
         return {{"analyse the frame", WayOut::Analyse{}}};
     }},
    {"forces.stale",
     [](const DesignState&, const Finding&) -> Ways {
         return {{"analyse again", WayOut::Analyse{}}};
     }},
    {"forces.order", orderOfGiven},
    {"forces.notional", notionalOfGiven},
    {"forces.axes", ownForces},
    {"forces.stations", ownForces},
    {"forces.balance", ownForces},
    {"forces.reactions", ownForces},
    {"forces.totals", ownForces},
    {"forces.sway", secondOrder},
    {"forces.first-order", secondOrder},
    {"stability.drift", stiffness},
    {"stability.thrust", secondOrder},
    {"stability.notional", notional},
    {"stability.twice", waysOfTwice},
    {"stability.factors", waysOfTwice},
    {"stability.bow",
     [](const DesignState&, const Finding& x) -> Ways {
         return {showAt(WorkStop::Frame, "put their bows among the loads", x, "cases")};
     }},
    {"hold.doubtful", waysOfHold},
    {"hold.floating", waysOfHold},
    {"hold.flange-assumed",
     [](const DesignState&, const Finding& x) -> Ways { return {showAt(WorkStop::Restraint, "look at what holds them", x)}; }},
    {"hold.critical",
     [](const DesignState&, const Finding& x) -> Ways { return {showAt(WorkStop::Restraint, "look at their lengths", x)}; }},
    {"hold.untested",
     [](const DesignState&, const Finding& x) -> Ways { return {showAt(WorkStop::Restraint, "say what holds", x)}; }},
    {"member.free-end", waysOfFreeEnd},
    {"member.goes-on",
     [](const DesignState&, const Finding& x) -> Ways {
         return {showAt(WorkStop::Members, "join them with what goes on", x)};
     }},
    {"member.leaning",
     [](const DesignState& s, const Finding& x) {
         Ways out = secondOrder(s, x);
         out.resize(1);
         out.push_back(showAt(WorkStop::Restraint, "look at what holds it", x));
         return out;
     }},
    {"member.chain",
     [](const DesignState&, const Finding& x) -> Ways { return {showAt(WorkStop::Members, "look at its elements", x)}; }},
    {"member.proportion",
     [](const DesignState&, const Finding& x) -> Ways { return {showAt(WorkStop::Members, "look at them", x)}; }},
    {"length.ways", waysOfLengths},
    {"length.proportion",
     [](const DesignState&, const Finding& x) -> Ways { return {showAt(WorkStop::Restraint, "look at what holds it", x)}; }},
    {"restraint.no-member", idleEntry},
    {"member.restraint-outside", idleEntry},
    {"restraint.inner-support", waysOfInnerSupport},
    {"member.unchecked", waysOfUnchecked},
    {"member.over",
     [](const DesignState&, const Finding& x) -> Ways {
         return {showAt(WorkStop::Check, "look at its check", x),
                 showAt(WorkStop::Size, "what would bring it right", x, "remedies")};
     }},
    {"member.excluded",
     [](const DesignState& s, const Finding& x) -> Ways {
         return {{"take it in again", Edit{SetExclude{refsOf(s, x), false}}}};
     }},
    {"member.left-out",
     [](const DesignState& s, const Finding& x) -> Ways {
         if (x.text.find("what sway adds is missing") != std::string::npos) return secondOrder(s, x);
         return {showAt(WorkStop::Briefs, "look at its brief", x)};
     }},
    {"member.by-brief",
     [](const DesignState&, const Finding& x) -> Ways { return {showAt(WorkStop::Briefs, "look at its brief", x)}; }},
    {"member.torsion-neglected",
     [](const DesignState&, const Finding& x) -> Ways { return {showAt(WorkStop::Briefs, "look at its brief", x)}; }},
    {"brief.missing", waysOfMissingBrief},
    {"brief.slender",
     [](const DesignState&, const Finding& x) -> Ways {
         return {showAt(WorkStop::Size, "look for another size", x), showAt(WorkStop::Briefs, "look at its brief", x)};
     }},
    {"brief.grade",
     [](const DesignState& s, const Finding& x) {
         return mendedBrief(s, x, "take the grade of the elements", [](Brief& b) { b.grade.clear(); });
     }},
    {"brief.settings",
     [](const DesignState& s, const Finding& x) {
         return mendedBrief(s, x, "take its own settings", [&](Brief& b) {
             for (std::string& name : b.settings)
                 if (std::none_of(s.frame->design.briefs.list().begin(), s.frame->design.briefs.list().end(),
                                  [&](const Brief& o) { return o.id == name; }))
                     name.clear();
         });
     }},
    {"grade.thickness", strengthByThickness},
    {"standard.unknown", unknownStandard},
    {"national.unknown", unknownNational},
    {"group.mixed", waysOfMixedGroup},
    {"limit.over",
     [](const DesignState&, const Finding& x) -> Ways {
         return {showAt(WorkStop::Frame, "limits of the frame", x, "limits"),
                 showAt(WorkStop::Size, "what a kilogram buys of it", x, "stiffness")};
     }},
    {"limit.unchecked",
     [](const DesignState&, const Finding& x) -> Ways {
         return {combine({false, Purpose::Service}, "make service combinations"),
                 showAt(WorkStop::Frame, "limits of the frame", x, "limits")};
     }},
    {"acceptance.nothing",
     [](const DesignState& s, const Finding& x) -> Ways {
         const auto row = rowOf(x.place);
         if (!row || *row >= s.frame->design.acceptances.size()) return {};
         return {{"forget the acceptance", Edit{DropAcceptance{s.frame->design.acceptances[*row].id}}}};
     }},
};

// Made combinations of one purpose beside those there are.
std::expected<Edit, std::string> beside(const DesignState& s, MadeCombinations made, Purpose purpose)
{
    SetLoads e{std::move(made.cases), s.frame->combinations, fmt::format("{} combinations", purposeName(purpose))};
    e.words[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(e.words[0])));
    std::set<std::string> names;
    for (const Combination& c : e.combinations)
        names.insert(c.id);
    size_t more = 0;
    for (Combination& c : made.combinations) {
        if (c.purpose != purpose || c.made.empty()) continue;
        const std::string wish = c.id;
        for (int n = 2; !names.insert(c.id).second; ++n)
            c.id = fmt::format("{} ({})", wish, n);
        e.combinations.push_back(std::move(c));
        ++more;
    }
    if (more == 0)
        return std::unexpected(
            fmt::format("the cases have no actions of which {} combinations could be made", purposeName(purpose)));
    return Edit{std::move(e)};
}

} // namespace

std::vector<WayOut> waysOut(const DesignState& s, const Finding& x)
{
    for (const Row& r : kTable)
        if (r.code == x.code) return r.ways(s, x);
    // At least to what it is about.
    std::vector<std::string> members;
    for (const std::string& id : x.about.empty() ? std::vector{x.subject} : x.about) {
        if (s.model->find(id)) members.push_back(id);
        for (size_t e = 0; e < s.frame->elements.size(); ++e) // elements by the member they are of
            if (s.frame->elements[e].id == id && !s.model->find(id))
                members.push_back(s.model->members()[static_cast<size_t>(s.model->formed().ofElement(static_cast<int>(e)))].id);
    }
    if (members.empty()) return {};
    const FindingKind* kind = findKind(x.code);
    return {{"show where", WayOut::Show{kind ? kind->stop : WorkStop::Frame, "", std::move(members)}}};
}

std::expected<Edit, std::string> editOf(const DesignState& s, const WayOut& way)
{
    if (const auto* e = std::get_if<Edit>(&way.act)) return *e;
    const auto* c = std::get_if<WayOut::Combine>(&way.act);
    if (!c) return std::unexpected(way.words + " is no change of the frame");
    if (!c->all) return beside(s, madeFor(s, c->only), c->only);
    Frame f = *s.frame;
    erase_if(f.combinations, [&](const Combination& k) {
        return std::find(c->inPlaceOf.begin(), c->inPlaceOf.end(), k.id) != c->inPlaceOf.end();
    });
    MakeOptions o;
    o.standard = loadingOf(s).standard;
    o.notional = c->notional;
    o.effects = [&f] {
        SilentProgress p;
        return caseEffects(f, p);
    };
    o.resultant = [](const Frame& frame, const LoadCase& l) { return loadTotals(frame, l).sum(); };
    MadeCombinations made = makeCombinations(f, o);
    for (const Finding& x : made.findings)
        if (x.severity == Severity::Error) return std::unexpected(x.text);
    if (made.made == 0) return std::unexpected("the cases have no actions that this standard combines");
    return Edit{
        SetLoads{std::move(made.cases), std::move(made.combinations), fmt::format("Combinations of {}", loadingOf(s).title)}};
}

} // namespace wr
