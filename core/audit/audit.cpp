#include "core/audit/audit.h"

#include "core/audit/families.h"

#include <algorithm>

namespace wr {

std::vector<Finding> audit(const CheckModel& model)
{
    std::vector<Finding> out;
    auditGeometry(model.frame(), out);
    for (Finding& x : auditDesign(model))
        out.push_back(std::move(x));
    return out;
}

std::vector<Finding> auditDesign(const CheckModel& model)
{
    std::vector<Finding> out = model.findings();
    auditUnits(model, out);
    auditStrengths(model.frame(), out);
    auditCombinations(model, out);
    auditForces(model, out);
    if (model.standard().auditFrame) model.standard().auditFrame(model, out);
    auditMembers(model, out);
    auditBriefs(model, out);
    auditGroups(model, out);
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
