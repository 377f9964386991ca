#include "core/base/finding.h"

#include <algorithm>
#include <array>
#include <limits>
#include <stdexcept>

namespace wr {

std::string_view severityWord(Severity s)
{
    return s == Severity::Error ? "error" : s == Severity::Warning ? "warning" : "note";
}

namespace {
constexpr std::array<std::string_view, kWorkStops> kStopWords{"frame", "members", "restraint", "briefs", "check", "size"};
} // namespace

std::string_view workStopWord(WorkStop s)
{
    return kStopWords[static_cast<size_t>(s)];
}

std::optional<WorkStop> workStopFromWord(std::string_view w)
{
    const auto it = std::find(kStopWords.begin(), kStopWords.end(), w);
    if (it == kStopWords.end()) return std::nullopt;
    return static_cast<WorkStop>(it - kStopWords.begin());
}

double Finding::figure(std::string_view name) const
{
    for (const auto& [key, value] : figures)
        if (key == name) return value;
    return std::numeric_limits<double>::quiet_NaN();
}

const std::vector<FindingKind>& findingKinds()
{
    using enum Severity;
    using enum WorkStop;
    static const std::vector<FindingKind> kinds{
        {"file.unreadable", Error, Frame, "the file cannot be opened or read"},
        {"file.json", Error, Frame, "the file is not well-formed JSON"},
        {"file.format", Error, Frame, "the file is not a Wren Rail frame file"},
        {"file.version", Error, Frame, "the file was written by a newer version of the format"},
        {"file.schema", Error, Frame, "the file does not match the shipped JSON Schema"},
        {"frame.key-missing", Error, Frame, "a key that must be there is missing"},
        {"frame.key-unknown", Error, Frame, "a key that the format does not know"},
        {"frame.type", Error, Frame, "a value of the wrong kind"},
        {"frame.value", Error, Frame, "a value that is not allowed here"},
        {"frame.duplicate", Error, Frame, "two objects with one id"},
        {"frame.reference", Error, Frame, "a name that nothing in the file has"},
        {"frame.zero-length", Error, Frame, "an element without length"},
        {"frame.outside", Error, Frame, "a position outside its element or member"},
        {"section.unknown", Error, Frame, "a section name that the catalogue does not have"},
        {"section.dimension", Error, Frame, "dimensions that no section can have"},
        {"section.name-taken", Warning, Frame, "an own section that has the name of another section"},
        {"section.size-unlikely", Warning, Frame, "an own section so large or so thin that its unit may be mistaken"},
        {"grade.unknown", Error, Frame, "a grade that the list does not have"},
        {"grade.thickness", Warning, Frame, "a strength that is not stated for this thickness"},
        {"analysis.mechanism", Error, Frame, "the frame can move without resistance"},
        {"analysis.unresisted-moment", Error, Frame, "a moment acts where nothing resists it"},
        {"analysis.not-covered", Error, Frame, "something in the frame that the analysis does not cover yet"},
        {"analysis.constraint", Error, Frame, "supports, diaphragms or links that contradict each other"},
        {"analysis.one-way", Warning, Frame, "tension- or compression-only elements whose state does not settle"},
        {"analysis.one-way-both", Note, Frame, "one-way elements counted both ways where a single state is needed"},
        {"analysis.no-mass", Error, Frame, "no masses for the vibration"},
        {"analysis.unstable", Error, Frame, "a combination under which the frame is not stable"},
        {"analysis.not-converged", Error, Frame, "a second-order solution that does not settle"},
        {"analysis.no-loads", Warning, Frame, "a case without any load"},
        {"analysis.tau", Warning, Frame,
         "a member so compressed that its bending stiffness falls, which this method does not follow"},
        {"analysis.panel", Error, Frame, "an area load that cannot be spread to elements"},
        {"analysis.overflow", Error, Frame, "loads or stiffnesses too large for numbers"},
        {"analysis.unbalanced", Error, Frame, "reactions do not balance the loads"},
        {"analysis.ill-conditioned", Warning, Frame, "the equations lose digits"},
        {"members.formed", Note, Members, "members were formed by rule"},
        {"member.chain", Error, Members, "elements of a member do not form one line"},
        {"member.free-end", Warning, Restraint, "an end that nothing holds: checked as a cantilever"},
        {"member.goes-on", Note, Restraint, "members that end where their line goes on with nothing holding it"},
        {"member.leaning", Warning, Restraint,
         "a column whose end can move sideways and turns freely: it leans on the rest of the frame"},
        {"hold.doubtful", Warning, Restraint, "something frames in that is too soft to hold, and does not count"},
        {"hold.floating", Warning, Restraint,
         "what frames in moves with the member when the frame buckles: a line that only ties equal members"},
        {"hold.flange-assumed", Note, Restraint, "light elements drawn on the centreline are taken as holding the top flange"},
        {"hold.untested", Warning, Restraint, "the stiffness of what holds could not be found"},
        {"hold.critical", Warning, Restraint, "counted holds give a member more than the critical load factor of the frame"},
        {"restraint.no-member", Error, Restraint, "a restraint or length for what is no member"},
        {"length.ways", Warning, Restraint, "ways of finding an effective length that differ by more than a quarter"},
        {"length.proportion", Warning, Restraint, "an effective length out of proportion"},
        {"member.unchecked", Warning, Check, "a member with something that could not be checked"},
        {"member.over", Warning, Check, "a member over its limit"},
        {"member.excluded", Note, Check, "a member left out by the engineer"},
        {"member.torsion-neglected", Note, Check, "torsion under the brief's threshold was neglected"},
        {"stability.method", Note, Frame, "the method of design for stability that the forces stand for, and its conditions"},
        {"stability.drift", Note, Frame, "the ratio of second-order to first-order drift against what the method allows"},
        {"stability.notional", Warning, Frame, "gravity combinations without notional loads"},
        {"stability.bow", Warning, Frame, "members whose bow belongs into the analysis"},
        {"stability.factors", Warning, Frame, "effective length factors that the method does not want"},
        {"stability.thrust", Warning, Frame, "a thrust above what the first-order method allows"},
        {"member.by-brief", Note, Check, "what a brief makes of loads, strength and combinations of its members"},
        {"member.left-out", Warning, Check, "a check left out by the brief"},
        {"member.restraint-outside", Error, Restraint, "a restraint outside its member"},
        {"restraint.inner-support", Warning, Restraint, "a support inside a member that holds nothing in its checks"},
        {"combination.none", Error, Frame, "no combination for a purpose that is checked"},
        {"combination.basis", Warning, Frame, "a combination of another standard's factors"},
        {"combination.empty", Warning, Frame, "a combination that names nothing"},
        {"combination.subsets", Note, Frame, "how many subsets of the actions were made or kept"},
        {"combination.too-many", Error, Frame, "more subsets of the actions than are written out"},
        {"combination.not-governing", Note, Frame, "sets of a rule that are nowhere the largest or the least"},
        {"combination.excluded", Note, Frame, "cases that never stand together in a combination"},
        {"combination.orthogonal", Warning, Frame, "earthquakes whose direction is not known stand one at a time"},
        {"combination.left-out", Warning, Frame, "a case that no rule of the loading standard takes up"},
        {"combination.vertical-seismic", Warning, Frame, "seismic combinations without their vertical effect"},
        {"combination.service", Note, Frame, "no combination has the purpose service: deflections are not checked"},
        {"combination.construction", Note, Frame, "no combination has the purpose construction"},
        {"case.unused", Warning, Frame, "a case used by no combination"},
        {"forces.none", Error, Frame, "no forces: the frame is not analysed"},
        {"forces.stale", Warning, Size, "forces belong to other sizes"},
        {"forces.sway", Error, Frame,
         "first-order forces under a standard that asks for second order: what sway adds is missing"},
        {"forces.order", Warning, Frame, "it is not said of which order the given forces are"},
        {"forces.notional", Warning, Frame, "it is not said whether the given forces hold notional loads or imperfections"},
        {"forces.first-order", Note, Frame, "forces are first order where the standard asks for second-order effects"},
        {"standard.unknown", Error, Briefs, "a design standard that is not shipped"},
        {"brief.grade", Error, Briefs, "a grade of a brief that is not in the list"},
        {"project.refused", Error, Frame, "a project file that cannot be opened"},
        {"project.brought-up", Note, Frame, "a project of an older version was brought up; as it was it is kept beside"},
        {"project.lost", Warning, Frame, "what a damaged project file has lost"},
        {"brief.settings", Error, Briefs, "a brief whose settings another asks for, and that does not exist"},
        {"limit.over", Error, Check, "a storey or a node that moves further than a limit of the frame lets it"},
        {"limit.unchecked", Warning, Check, "a limit of the frame that nothing is known for"},
        {"national.unknown", Error, Briefs, "a set of national parameters that does not exist"},
        {"stability.twice", Error, Frame, "what sway adds is counted twice: in the forces and in effective lengths"},
        {"frame.near-nodes", Warning, Frame, "nodes that nearly coincide and are not connected"},
        {"frame.overlap", Warning, Frame, "elements that lie on each other"},
        {"frame.passes-node", Warning, Frame, "an element that passes through a node it is not connected to"},
        {"frame.parts", Warning, Frame, "parts of the frame that nothing joins"},
        {"frame.crossing", Warning, Frame, "elements that cross without a node"},
        {"frame.column-turned", Note, Frame, "a few columns whose web stands across that of the others"},
        {"forces.axes", Warning, Frame, "given forces whose larger moment is about the minor axis in most beams"},
        {"forces.stations", Warning, Frame, "given forces at too few places to know the moments between"},
        {"forces.balance", Warning, Frame, "given forces that do not balance at nodes"},
        {"forces.reactions", Warning, Frame, "given reactions that are not what the elements at the supports bring"},
        {"forces.totals", Warning, Frame, "given reactions that do not add up to the loads"},
        {"load.in-air", Warning, Frame, "loads on nodes to which nothing is connected"},
        {"load.hand-sum", Warning, Frame, "a sum of loads by hand that the loads of the case do not come to"},
        {"load.no-lateral", Note, Frame, "no case pushes the frame sideways"},
        {"unit.length", Warning, Frame, "lengths out of proportion: their unit may be mistaken"},
        {"unit.force", Warning, Frame, "utilisations so large or so small that a unit may be mistaken"},
        {"element.slack-compressed", Warning, Frame,
         "tension-only elements that carry compression in given forces, or the other way"},
        {"member.proportion", Warning, Members, "a member shorter than it is deep, or far too slender to be one"},
        {"brief.missing", Warning, Briefs, "members without a brief where others have one"},
        {"brief.slender", Warning, Briefs, "members whose section is more slender than their brief allows"},
        {"group.mixed", Warning, Size, "a group whose members have shapes of different kinds"},
        {"intake.file", Error, Frame, "a file that cannot be taken in, or is refused"},
        {"intake.ignored", Note, Frame,
         "what stands in a file of tables and is not looked at: formulas, macros, links, hidden sheets"},
        {"intake.table", Error, Frame, "a table that lacks what must be known, or is not there"},
        {"intake.cell", Error, Frame, "a cell that cannot be what its column says"},
        {"intake.unit", Error, Frame, "a unit that does not measure what its column says"},
        {"intake.unit-assumed", Warning, Frame, "columns whose unit is stated nowhere and was taken as a usual one"},
        {"intake.reference", Error, Frame, "a name in a table that no other table has"},
        {"intake.duplicate", Error, Frame, "a row that is there already"},
        {"intake.section", Error, Frame, "a section name of a table that the catalogue does not have"},
        {"intake.grade", Error, Frame, "a grade of a table that the list does not have"},
        {"intake.grade-missing", Error, Frame, "elements or members for which no steel is stated"},
        {"intake.station", Error, Frame, "forces at a place that is not on their element, or at no place"},
        {"intake.envelope", Warning, Frame, "largest and least forces that need not occur together"},
        {"intake.envelope-half", Error, Frame, "an envelope of which one side is missing"},
        {"intake.constant", Warning, Frame, "single rows taken for whole elements"},
        {"intake.extended", Note, Frame, "forces that end short of the element's ends, taken on to them"},
        {"intake.loads-made", Warning, Frame, "cases or combinations that only tables of results know"},
        {"intake.action", Warning, Frame, "a case of which no table says what acts in it"},
        {"intake.lost", Warning, Frame, "a decision whose elements are there no more, or that stands on something else now"},
        {"intake.left-out", Warning, Frame, "what was in a file and could not be taken in"},
        {"acceptance.nothing", Note, Check, "an acceptance that matches no finding any more"},
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
