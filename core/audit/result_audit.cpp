// What follows from results: members over and unchecked, what was assumed, sections a brief does not want, a mistaken unit.
#include "core/audit/audit.h"

#include <algorithm>
#include <fmt/format.h>
#include <map>

namespace wr {

namespace {

// What a note of a member is as a finding: what its brief asks for is told, what is missing or left out is a warning.
std::string_view codeOf(std::string_view note)
{
    if (note.starts_with("Torsion is neglected")) return "member.torsion-neglected";
    const auto says = [&](std::string_view words) { return note.find(words) != std::string_view::npos; };
    const bool byBrief = note.starts_with("Combinations for ") || note.starts_with("Strength of ") || says("live load");
    return byBrief && !says("unchecked") && !says("cannot be split") ? "member.by-brief" : "member.left-out";
}

// Members whose brief wants no slender parts, and that have some under their forces.
void auditSlenderParts(const CheckModel& model, const CheckReport& report, std::vector<Finding>& out)
{
    for (size_t i = 0; i < report.results.size(); ++i) {
        const Member& m = model.members()[i];
        const Standard& s = model.standardOf(i);
        if (m.exclude || !model.briefOf(i).noSlenderParts || !s.slenderParts || report.results[i].outcomes.empty()) continue;
        const std::string words = s.slenderParts(model.input(i), model.demands(i), report.results[i]);
        if (!words.empty())
            out.push_back(finding("brief.slender", "", m.id,
                                  fmt::format("member {} is more slender than its brief {} allows: {}", m.id, m.brief, words)));
    }
}

// Half of all members have at least this ratio in tension, compression or shear; 0 where none has any.
double medianOfPlain(const CheckModel& model, const CheckReport& report)
{
    std::vector<double> ratios;
    for (size_t i = 0; i < report.results.size(); ++i) {
        double most = 0;
        for (const CheckOutcome& o : report.results[i].outcomes) {
            const CheckKind k = model.standardOf(i).kindOf(o);
            if ((k == CheckKind::Tension || k == CheckKind::Compression || k == CheckKind::ShearMajor ||
                 k == CheckKind::ShearMinor) &&
                o.ratio > most)
                most = o.ratio;
        }
        if (most > 0) ratios.push_back(most);
    }
    if (ratios.empty()) return 0;
    const auto middle = ratios.begin() + static_cast<std::ptrdiff_t>(ratios.size() / 2);
    std::nth_element(ratios.begin(), middle, ratios.end());
    return *middle;
}

// Half of all members many times over, or hardly used at all: forces or strengths may be in another unit.
void auditForceUnit(const CheckModel& model, const CheckReport& report, std::vector<Finding>& out)
{
    constexpr double kMany = 20, kHardly = 1e-3;
    constexpr size_t kEnough = 3;
    std::vector<double> used;
    for (size_t i = 0; i < report.results.size(); ++i)
        if (const MemberResult& r = report.results[i]; !model.members()[i].exclude && r.govern()) used.push_back(r.utilisation);
    if (used.size() < kEnough) return;
    const auto middle = used.begin() + static_cast<std::ptrdiff_t>(used.size() / 2);
    std::nth_element(used.begin(), middle, used.end());
    const double median = *middle, top = *std::max_element(used.begin(), used.end());
    if (median <= kMany && top >= kHardly) return;
    const UnitSystem& u = model.frame().units;
    // What goes with the forces alone: second-order effects make other ratios grow beyond all measure.
    const double typical = median > kMany ? medianOfPlain(model, report) : top;
    std::string instead;
    for (const std::string_view name : allowedUnits("force")) {
        const double as = typical * *unitForce(name) / *unitForce(u.force);
        if (name != u.force && as >= 0.02 && as <= 2) instead += (instead.empty() ? "" : " or ") + std::string(name);
    }
    out.push_back(finding(
        "unit.force", "/units", "",
        fmt::format("{} {:.3g}, forces read in {} and strengths in {}{}",
                    median > kMany ? "half of the members have a utilisation above" : "no member has a utilisation above",
                    typical, u.force, u.stress,
                    instead.empty() ? ": is one of the units another?"
                                    : fmt::format(": the loads would make sense in {}", instead))));
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
    for (const auto& [note, ids] : notes) {
        out.push_back(finding(codeOf(note), "", ids.front(),
                              ids.size() == 1 ? fmt::format("member {}: {}", ids.front(), note)
                                              : fmt::format("{} members, {} first: {}", ids.size(), ids.front(), note)));
        if (ids.size() > 1) out.back().about = ids;
    }
    auditSlenderParts(model, report, out);
    auditForceUnit(model, report, out);
    return out;
}

} // namespace wr
