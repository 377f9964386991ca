#include "core/audit/audit.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>

namespace wr {

namespace {

void auditCombinations(const CheckModel& model, std::vector<Finding>& out)
{
    const Frame& f = model.frame();
    const Standard& s = model.standard();
    std::vector<bool> used(f.cases.size(), false);
    bool service = false, construction = false;
    for (size_t i = 0; i < f.combinations.size(); ++i) {
        const Combination& c = f.combinations[i];
        const std::string place = fmt::format("/combinations/{}", i);
        service |= c.purpose == Purpose::Service;
        construction |= c.purpose == Purpose::Construction;
        bool any = false;
        for (const auto& [k, factor] : c.terms)
            if (factor != 0) used[k] = any = true;
        if (!any)
            out.push_back(finding("combination.empty", place, c.id,
                                  fmt::format("combination {} names no case with a factor: it is left out", c.id)));
        const bool strength = c.purpose != Purpose::Service && c.purpose != Purpose::Fire;
        if (strength && !c.basis.empty() && c.basis != s.basis)
            out.push_back(finding("combination.basis", place, c.id,
                                  fmt::format("combination {} has the factors of \"{}\"; {} takes \"{}\" and leaves it out",
                                              c.id, c.basis, s.title, s.basis)));
    }
    if (model.setsFor(s).empty() && !model.forces().empty())
        out.push_back(finding("combination.none", "/combinations", "",
                              fmt::format("no strength combination with the basis \"{}\": every member stays unchecked; add "
                                          "one to \"combinations\" or choose another standard",
                                          s.basis)));
    if (!service)
        out.push_back(finding("combination.service", "/combinations", "",
                              "no combination has the purpose service: deflections are not checked"));
    if (!construction)
        out.push_back(finding("combination.construction", "/combinations", "",
                              "no combination has the purpose construction: states of erection are not checked"));
    for (size_t k = 0; k < used.size(); ++k)
        if (!used[k] && !f.combinations.empty())
            out.push_back(finding("case.unused", fmt::format("/cases/{}", k), f.cases[k].id,
                                  fmt::format("case {} is used by no combination", f.cases[k].id)));
}

void auditForces(const CheckModel& model, std::vector<Finding>& out)
{
    const ForceTable& t = model.forces();
    if (t.empty()) {
        out.push_back(
            finding("forces.none", "/results", "", "the frame has no forces: analyse it, or give results with the file"));
        return;
    }
    if (t.sizes != sizesFingerprint(model.frame()))
        out.push_back(
            finding("forces.stale", "", "", "the forces belong to other sizes than the frame has now: analyse again"));
    if (!model.standard().wantsSecondOrder) return;
    const bool first = std::any_of(t.sets.begin(), t.sets.end(), [&](const ForceSet& s) { return !t.inSecond(s.combination); });
    const bool amplifies = model.standard().amplifiesMembers != nullptr;
    if (first && amplifies && model.swayMatters())
        out.push_back(finding("forces.sway", "", "",
                              fmt::format("the forces are first order; {} asks for second order ({}): {} is applied to the "
                                          "members' own moments, what sway adds ({}) is missing. Analyse in second order or "
                                          "amplified, give second-order results, say in the briefs that it is in the forces "
                                          "(secondOrderIncluded), or that the frame does not sway (design.sway)",
                                          model.standard().title, model.standard().secondOrderClause,
                                          model.standard().amplifiesMembers, model.standard().amplifiesSway)));
    else if (first)
        out.push_back(finding("forces.first-order", "", "",
                              fmt::format("the forces are first order; {} asks for second-order effects ({}): amplify them, "
                                          "or give second-order results",
                                          model.standard().title, model.standard().secondOrderClause)));
}

// Supports inside a member that the design block does not name there: they carry loads in the analysis, but no lane ends at
// them.
void auditInnerSupports(const CheckModel& model, std::vector<Finding>& out)
{
    constexpr size_t kNamed = 5;
    const Frame& f = model.frame();
    std::map<std::string_view, std::vector<double>> named; // by member: places of its restraints
    for (const DesignRestraint& r : f.design.restraints)
        named[r.member].push_back(r.at);
    size_t count = 0;
    std::string list, first;
    for (size_t i = 0; i < model.members().size(); ++i) {
        const Member& m = model.members()[i];
        if (m.exclude || !m.broken.empty() || model.tested(i)) continue; // tested: what holds there was found
        const std::vector<double>& places = named[m.id];
        for (size_t k = 1; k < m.pieces.size(); ++k) {
            const MemberPiece& p = m.pieces[k];
            const Element& e = f.elements[p.element];
            const Node& n = f.nodes[p.reversed ? e.j : e.i];
            bool across = n.supportHolds(m.axes.y, 0.5) || n.supportHolds(m.axes.z, 0.5);
            const std::array<Vec3, 3> directions = n.supportDirections();
            for (size_t d = 0; d < directions.size(); ++d) // twist
                across = across || (!n.support[3 + d].free() && std::abs(dot(directions[d], m.axes.x)) > 0.5);
            const bool said =
                std::any_of(places.begin(), places.end(), [&](double at) { return std::abs(at - p.start) <= 1e-6 * m.length; });
            if (!across || said) continue;
            if (count == 0) first = m.id;
            if (count++ < kNamed)
                list += fmt::format("{}{} at {} (node {})", count > 1 ? ", " : "", m.id,
                                    f.units.text(Quantity::Length, p.start), n.id);
        }
    }
    if (count == 0) return;
    if (count > kNamed) list += fmt::format(" and {} more", count - kNamed);
    out.push_back(finding("restraint.inner-support", "/design/restraints", first,
                          fmt::format("supports inside members hold nothing in their checks: {}; name there what each holds "
                                      "(design.restraints), or the members are checked over the whole length",
                                      list)));
}

} // namespace

std::vector<Finding> audit(const CheckModel& model)
{
    std::vector<Finding> out = model.findings();
    auditCombinations(model, out);
    auditForces(model, out);
    if (model.standard().auditFrame) model.standard().auditFrame(model, out);
    auditInnerSupports(model, out);
    for (const Member& m : model.members())
        if (m.exclude)
            out.push_back(finding("member.excluded", "", m.id, fmt::format("member {} is left out of checking", m.id)));
    return out;
}

namespace {

// What a note of a member is as a finding: what its brief asks for is told, what is missing or left out is a warning.
std::string_view codeOf(std::string_view note)
{
    if (note.starts_with("Torsion is neglected")) return "member.torsion-neglected";
    const auto says = [&](std::string_view words) { return note.find(words) != std::string_view::npos; };
    const bool byBrief = note.starts_with("Combinations for ") || note.starts_with("Strength of ") || says("live load");
    return byBrief && !says("unchecked") && !says("cannot be split") ? "member.by-brief" : "member.left-out";
}

} // namespace

std::vector<Finding> auditResults(const CheckModel& model, const CheckReport& report)
{
    std::vector<Finding> out;
    if (model.standard().auditResults) model.standard().auditResults(model, report, out);
    std::map<std::string, std::vector<std::string>> notes;
    for (size_t i = 0; i < report.results.size(); ++i) {
        const Member& m = model.members()[i];
        const MemberResult& r = report.results[i];
        if (m.exclude) continue;
        if (r.status == Status::Over)
            out.push_back(finding("member.over", "", m.id,
                                  fmt::format("member {} is over: {:.3f} in {}", m.id, r.utilisation,
                                              model.standardOf(i).checks[r.govern()->check].title)));
        for (const CheckOutcome& o : r.outcomes)
            if (o.status == Status::Unchecked) {
                out.push_back(
                    finding("member.unchecked", "", m.id, fmt::format("member {} is not fully checked: {}", m.id, o.reason)));
                break;
            }
        for (const std::string& note : r.notes)
            notes[note].push_back(m.id);
    }
    // The members' own results hold their notes; here one finding stands for all that share one.
    for (const auto& [note, ids] : notes)
        out.push_back(finding(codeOf(note), "", ids.front(),
                              ids.size() == 1 ? fmt::format("member {}: {}", ids.front(), note)
                                              : fmt::format("{} members, {} first: {}", ids.size(), ids.front(), note)));
    return out;
}

std::optional<Finding> auditWhole(const CheckModel& model, Progress& progress)
{
    const Standard& s = model.standard();
    return s.auditWhole ? s.auditWhole(model, progress) : std::nullopt;
}

void warnOfSway(const Finding& global, const CheckModel& model, CheckReport& report)
{
    if (global.code != "forces.sway") return;
    for (size_t i = 0; i < report.results.size() && i < model.members().size(); ++i) {
        const MemberResult& r = report.results[i];
        if (model.members()[i].exclude || r.outcomes.empty()) continue;
        constexpr std::string_view kNote = "First-order forces in a frame that needs second order: what sway adds is missing.";
        if (std::find(r.notes.begin(), r.notes.end(), kNote) != r.notes.end()) continue;
        MemberResult warned = r;
        if (warned.status == Status::Ok) warned.status = Status::Warned;
        warned.notes.emplace_back(kNote);
        report.results.set(i, std::move(warned));
    }
    report.count(model.members());
}

} // namespace wr
