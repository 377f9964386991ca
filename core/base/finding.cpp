#include "core/base/finding.h"

#include <algorithm>
#include <stdexcept>

namespace wr {

std::string_view severityWord(Severity s)
{
    return s == Severity::Error ? "error" : s == Severity::Warning ? "warning" : "note";
}

const std::vector<FindingKind>& findingKinds()
{
    using enum Severity;
    static const std::vector<FindingKind> kinds{
        {"file.unreadable", Error, "the file cannot be opened or read"},
        {"file.json", Error, "the file is not well-formed JSON"},
        {"file.format", Error, "the file is not a Wren Rail frame file"},
        {"file.version", Error, "the file was written by a newer version of the format"},
        {"file.schema", Error, "the file does not match the shipped JSON Schema"},
        {"frame.key-missing", Error, "a key that must be there is missing"},
        {"frame.key-unknown", Error, "a key that the format does not know"},
        {"frame.type", Error, "a value of the wrong kind"},
        {"frame.value", Error, "a value that is not allowed here"},
        {"frame.duplicate", Error, "two objects with one id"},
        {"frame.reference", Error, "a name that nothing in the file has"},
        {"frame.zero-length", Error, "an element without length"},
        {"frame.outside", Error, "a position outside its element or member"},
        {"section.unknown", Error, "a section name that the catalogue does not have"},
        {"section.dimension", Error, "dimensions that no section can have"},
        {"section.name-taken", Warning, "an own section that has the name of another section"},
        {"section.size-unlikely", Warning, "an own section so large or so thin that its unit may be mistaken"},
        {"grade.unknown", Error, "a grade that the list does not have"},
        {"grade.thickness", Warning, "a strength that is not stated for this thickness"},
        {"analysis.mechanism", Error, "the frame can move without resistance"},
        {"analysis.unresisted-moment", Error, "a moment acts where nothing resists it"},
        {"analysis.not-covered", Error, "something in the frame that the analysis does not cover yet"},
        {"analysis.constraint", Error, "supports, diaphragms or links that contradict each other"},
        {"analysis.one-way", Warning, "tension- or compression-only elements whose state does not settle"},
        {"analysis.one-way-both", Note, "one-way elements counted both ways where a single state is needed"},
        {"analysis.no-mass", Error, "no masses for the vibration"},
        {"analysis.unstable", Error, "a combination under which the frame is not stable"},
        {"analysis.not-converged", Error, "a second-order solution that does not settle"},
        {"analysis.no-loads", Warning, "a case without any load"},
        {"analysis.tau", Warning, "a member so compressed that its bending stiffness falls, which this method does not follow"},
        {"analysis.panel", Error, "an area load that cannot be spread to elements"},
        {"analysis.overflow", Error, "loads or stiffnesses too large for numbers"},
        {"analysis.unbalanced", Error, "reactions do not balance the loads"},
        {"analysis.ill-conditioned", Warning, "the equations lose digits"},
        {"members.formed", Note, "members were formed by rule"},
        {"member.chain", Error, "elements of a member do not form one line"},
        {"member.free-end", Warning, "an end that nothing holds: checked as a cantilever"},
        {"member.goes-on", Note, "members that end where their line goes on with nothing holding it"},
        {"member.leaning", Warning, "a column whose end can move sideways and turns freely: it leans on the rest of the frame"},
        {"hold.doubtful", Warning, "something frames in that is too soft to hold, and does not count"},
        {"hold.floating", Warning,
         "what frames in moves with the member when the frame buckles: a line that only ties equal members"},
        {"hold.flange-assumed", Note, "light elements drawn on the centreline are taken as holding the top flange"},
        {"hold.untested", Warning, "the stiffness of what holds could not be found"},
        {"hold.critical", Warning, "counted holds give a member more than the critical load factor of the frame"},
        {"restraint.no-member", Error, "a restraint or length for what is no member"},
        {"length.ways", Warning, "ways of finding an effective length that differ by more than a quarter"},
        {"length.proportion", Warning, "an effective length out of proportion"},
        {"member.unchecked", Warning, "a member with something that could not be checked"},
        {"member.over", Warning, "a member over its limit"},
        {"member.excluded", Note, "a member left out by the engineer"},
        {"member.torsion-neglected", Note, "torsion under the brief's threshold was neglected"},
        {"stability.method", Note, "the method of design for stability that the forces stand for, and its conditions"},
        {"stability.drift", Note, "the ratio of second-order to first-order drift against what the method allows"},
        {"stability.notional", Warning, "gravity combinations without notional loads"},
        {"stability.bow", Warning, "members whose bow belongs into the analysis"},
        {"stability.factors", Warning, "effective length factors that the method does not want"},
        {"stability.thrust", Warning, "a thrust above what the first-order method allows"},
        {"member.by-brief", Note, "what a brief makes of loads, strength and combinations of its members"},
        {"member.left-out", Warning, "a check left out by the brief"},
        {"member.restraint-outside", Error, "a restraint outside its member"},
        {"restraint.inner-support", Warning, "a support inside a member that holds nothing in its checks"},
        {"combination.none", Error, "no combination for a purpose that is checked"},
        {"combination.basis", Warning, "a combination of another standard's factors"},
        {"combination.empty", Warning, "a combination that names nothing"},
        {"combination.subsets", Note, "how many subsets of the actions were made or kept"},
        {"combination.too-many", Error, "more subsets of the actions than are written out"},
        {"combination.not-governing", Note, "sets of a rule that are nowhere the largest or the least"},
        {"combination.excluded", Note, "cases that never stand together in a combination"},
        {"combination.orthogonal", Warning, "earthquakes whose direction is not known stand one at a time"},
        {"combination.left-out", Warning, "a case that no rule of the loading standard takes up"},
        {"combination.vertical-seismic", Warning, "seismic combinations without their vertical effect"},
        {"combination.service", Note, "no combination has the purpose service: deflections are not checked"},
        {"combination.construction", Note, "no combination has the purpose construction"},
        {"case.unused", Warning, "a case used by no combination"},
        {"forces.none", Error, "no forces: the frame is not analysed"},
        {"forces.stale", Warning, "forces belong to other sizes"},
        {"forces.sway", Error, "first-order forces under a standard that asks for second order: what sway adds is missing"},
        {"forces.first-order", Note, "forces are first order where the standard asks for second-order effects"},
        {"standard.unknown", Error, "a design standard that is not shipped"},
        {"brief.grade", Error, "a grade of a brief that is not in the list"},
        {"project.refused", Error, "a project file that cannot be opened"},
        {"project.lost", Warning, "what a damaged project file has lost"},
        {"brief.settings", Error, "a brief whose settings another asks for, and that does not exist"},
        {"limit.over", Error, "a storey or a node that moves further than a limit of the frame lets it"},
        {"limit.unchecked", Warning, "a limit of the frame that nothing is known for"},
        {"national.unknown", Error, "a set of national parameters that does not exist"},
    };
    return kinds;
}

const FindingKind* findKind(std::string_view code)
{
    const auto& kinds = findingKinds();
    const auto it = std::find_if(kinds.begin(), kinds.end(), [&](const FindingKind& k) { return k.code == code; });
    return it == kinds.end() ? nullptr : &*it;
}

Finding finding(std::string_view code, std::string place, std::string subject, std::string text)
{
    const FindingKind* kind = findKind(code);
    if (!kind) throw std::logic_error("finding code not in the table: " + std::string(code));
    Finding out;
    out.severity = kind->severity;
    out.code = code;
    out.place = std::move(place);
    out.subject = std::move(subject);
    out.text = std::move(text);
    return out;
}

bool anyError(const std::vector<Finding>& findings)
{
    return std::any_of(findings.begin(), findings.end(), [](const Finding& f) { return f.severity == Severity::Error; });
}

} // namespace wr
