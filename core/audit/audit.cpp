#include "core/audit/audit.h"

#include "core/audit/stability.h"

#include <algorithm>
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
                              fmt::format("the forces are first order; {} asks for second order (C2.1): {} is applied to the "
                                          "members' own moments, what sway adds (B2) is missing. Analyse in second order or "
                                          "amplified, give second-order results, say in the briefs that it is in the forces "
                                          "(secondOrderIncluded), or that the frame does not sway (design.sway)",
                                          model.standard().title, model.standard().amplifiesMembers)));
    else if (first)
        out.push_back(
            finding("forces.first-order", "", "",
                    fmt::format("the forces are first order; {} asks for second-order effects ({}): amplify them, "
                                "or give second-order results",
                                model.standard().title,
                                model.standard().key.starts_with("en1993") ? "5.2.1, where α_cr is below 10" : "C2.1")));
}

} // namespace

std::vector<Finding> audit(const CheckModel& model)
{
    std::vector<Finding> out = model.findings();
    auditCombinations(model, out);
    auditForces(model, out);
    auditStability(model, out);
    for (const Member& m : model.members())
        if (m.exclude)
            out.push_back(finding("member.excluded", "", m.id, fmt::format("member {} is left out of checking", m.id)));
    return out;
}

std::vector<Finding> auditResults(const CheckModel& model, const CheckReport& report)
{
    std::vector<Finding> out;
    auditSquash(model, report, out);
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
        out.push_back(finding(note.starts_with("Torsion is neglected") ? "member.torsion-neglected" : "member.left-out", "",
                              ids.front(),
                              ids.size() == 1 ? fmt::format("member {}: {}", ids.front(), note)
                                              : fmt::format("{} members, {} first: {}", ids.size(), ids.front(), note)));
    return out;
}

} // namespace wr
