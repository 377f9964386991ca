#include "core/reporting/report_builder.h"

#include "core/base/fingerprint.h"
#include "core/project/compare.h"
#include "core/reporting/report_parts.h"

#include <algorithm>
#include <array>
#include <fmt/format.h>

namespace wr {

namespace {

struct TopicRow
{
    std::string_view key, title;
    int depth;
};
// Every part of a report; keys are kept with projects and never change.
constexpr std::array<TopicRow, 42> kTopics{{{"cover", "Cover", 0},
                                            {"basis", "Basis", 0},
                                            {"basis.standard", "Standards and parameters", 1},
                                            {"basis.analysis", "Analysis", 1},
                                            {"basis.stability", "Stability", 1},
                                            {"frame", "The frame", 0},
                                            {"frame.view", "View", 1},
                                            {"frame.plans", "Plans", 1},
                                            {"frame.elevations", "Elevations", 1},
                                            {"frame.sections", "Sections", 1},
                                            {"frame.materials", "Materials", 1},
                                            {"frame.supports", "Supports", 1},
                                            {"frame.cases", "Load cases", 1},
                                            {"frame.summary", "Summary of the analysis", 1},
                                            {"frame.loads", "Loads against reactions", 1},
                                            {"frame.combinations", "Combinations", 1},
                                            {"members", "Members, holds and lengths", 0},
                                            {"members.lengths", "Effective lengths", 1},
                                            {"members.holds", "Holds", 1},
                                            {"briefs", "Briefs", 0},
                                            {"briefs.given", "What differs from the defaults", 1},
                                            {"briefs.members", "Members and their briefs", 1},
                                            {"results", "Results", 0},
                                            {"results.groups", "By group", 1},
                                            {"results.over", "Over and warned", 1},
                                            {"results.unchecked", "Unchecked", 1},
                                            {"results.all", "All members", 1},
                                            {"calculations", "Calculations", 0},
                                            {"movements", "Deflection and drift", 0},
                                            {"movements.limits", "Limits of the frame", 1},
                                            {"movements.members", "Deflection of members", 1},
                                            {"movements.drift", "Storey drift", 1},
                                            {"changes", "Sizing and changes", 0},
                                            {"changes.rounds", "Rounds of sizing", 1},
                                            {"changes.members", "What changed", 1},
                                            {"findings", "Findings and acceptances", 0},
                                            {"takeoff", "Take-off", 0},
                                            {"takeoff.sections", "By section", 1},
                                            {"takeoff.groups", "By group", 1},
                                            {"takeoff.levels", "By level", 1},
                                            {"takeoff.bars", "Bars to buy", 1},
                                            {"takeoff.changes", "Then and now", 1}}};

std::string titleOf(std::string_view key)
{
    for (const TopicRow& t : kTopics)
        if (t.key == key) return std::string(t.title);
    return std::string(key);
}

bool empty(const ReportPart& p)
{
    return p.blocks.empty() && !p.later && p.parts.empty();
}

} // namespace

ReportDepth reportDepthOf(const ReportInput& in, const ReportChoice& choice, size_t member)
{
    const Member& m = in.state.model->members()[member];
    if (std::find(choice.members.begin(), choice.members.end(), m.id) != choice.members.end()) return ReportDepth::Full;
    return in.deep.empty() || in.deep[member] ? choice.depthOf(m.group) : ReportDepth::Line;
}

std::vector<ReportTopic> reportTopics()
{
    std::vector<ReportTopic> out;
    for (const TopicRow& t : kTopics)
        out.push_back({std::string(t.key), std::string(t.title), t.depth});
    return out;
}

ReportPart topicPart(const std::string& key)
{
    ReportPart p;
    p.key = key;
    p.title = titleOf(key);
    p.ownPages = key.find('.') == std::string::npos;
    return p;
}

void addTopic(ReportPart& to, const ReportContext& c, const std::string& key, std::vector<ReportBlock> blocks)
{
    if (!c.choice.holds(key) || blocks.empty()) return;
    ReportPart p = topicPart(key);
    p.blocks = std::move(blocks);
    to.parts.push_back(std::move(p));
}

std::string memberKey(const std::string& id)
{
    return "member." + id;
}
std::string memberLine(const std::string& id)
{
    return "line." + id;
}

Tone toneOf(Status s)
{
    switch (s) {
    case Status::Over: return Tone::Over;
    case Status::Warned: return Tone::Warned;
    case Status::Unchecked: return Tone::Unchecked;
    case Status::Ok: return Tone::Good;
    case Status::NotApplicable: break;
    }
    return Tone::Plain;
}

std::string inputFingerprint(const DesignState& s)
{
    Fingerprint print;
    const auto add = [&print](auto... v) { (print.add(static_cast<double>(v)), ...); };
    const auto vec = [&add](Vec3 v) { add(v.x, v.y, v.z); };
    const Frame& f = *s.frame;
    add(sizesFingerprint(f), shapeFingerprint(f));
    for (const Node& n : f.nodes) {
        vec(n.at);
        for (const Support& x : n.support)
            add(x.held, x.spring);
    }
    for (const LoadCase& c : f.cases) {
        print.add(c.id);
        add(c.selfWeight);
        for (const NodalLoad& l : c.nodal)
            add(l.node), vec(l.f), vec(l.m);
        for (const LineLoad& l : c.line)
            add(l.element, l.from), vec(l.q0), vec(l.q1);
        for (const PointLoad& l : c.point)
            add(l.element, l.at), vec(l.f), vec(l.m);
        for (const AreaLoad& l : c.area)
            vec(l.q);
    }
    for (const Combination& c : f.combinations) {
        print.add(c.id);
        for (const auto& [loadCase, factor] : c.terms)
            add(loadCase, factor);
    }
    // What the members are checked with shows in what they come to.
    for (const MemberResult& r : s.report->results) {
        add(r.utilisation, static_cast<int>(r.status));
        for (const CheckOutcome& o : r.outcomes)
            add(o.ratio, o.demand, o.capacity);
    }
    constexpr std::string_view letters = "0123456789abcdefghjkmnpqrstvwxyz"; // without those that read like others
    std::string out;
    std::uint64_t v = print.value();
    for (int k = 0; k < 12; ++k, v /= 32)
        out += letters[v % 32];
    return out;
}

ReportTree buildReport(const ReportInput& in, const ReportChoice& choice)
{
    const DesignState& s = in.state;
    ReportContext c(in, choice);
    c.fingerprint = inputFingerprint(s);
    if (in.against)
        for (const MemberChange& m : compareStates(*in.against, s).members)
            if (m.kind != MemberChange::Kind::Same) c.changed.insert(m.id);
    ReportTree tree;
    tree.units = c.units;
    tree.letter = choice.letter;
    tree.project = s.frame->title;
    tree.title = choice.subject.empty() ? "Calculation of steel members" : choice.subject;
    tree.revision = choice.revision;
    tree.author = choice.by;
    tree.foot = fmt::format("{} · {} · input {}", c.model.standard().title,
                            s.hasForces() ? s.forces().secondOrder ? "second-order forces"
                                            : s.forces().amplified ? "amplified first-order forces"
                                                                   : "first-order forces"
                                          : "no forces",
                            c.fingerprint);
    if (s.hasForces() && !s.forcesFit()) tree.foot += " · FORCES OF OTHER SIZES";
    using Builder = ReportPart (*)(const ReportContext&);
    for (const Builder b : {&coverPart, &basisPart, &framePart, &membersPart, &briefsPart, &resultsPart, &calculationsPart,
                            &movementsPart, &changesPart, &findingsPart, &takeOffPart}) {
        ReportPart p = b(c);
        if (choice.holds(p.key) && !empty(p)) tree.parts.push_back(std::move(p));
    }
    return tree;
}

} // namespace wr
