#include "cli/choice.h"
#include "cli/commands.h"
#include "cli/frame_argument.h"
#include "cli/pick_argument.h"
#include "cli/whole_way.h"

#include "core/base/nearest.h"
#include "core/base/printable.h"
#include "core/files/answer.h"
#include "core/project/design_state.h"
#include "core/reporting/trace_text.h"
#include "logging/log.h"

#include <algorithm>
#include <fmt/format.h>
#include <memory>

namespace wr::cli {

namespace {

struct CheckArguments
{
    std::string frame, json, trace, traceAs = "json", pick;
    std::vector<std::string> standards; // the first is the frame's for this run, the others stand beside it
    ChoiceArguments choice;
};

// Why a member is what it is, in a few words.
std::string reasonOf(const CheckModel& model, size_t i, const MemberResult& r)
{
    const Standard& s = model.standardOf(i);
    if (r.status == Status::Over) {
        const CheckOutcome& g = *r.govern();
        return fmt::format("{:.3f}  {} ({})  {} at {}", r.utilisation, s.checks[g.check].key, g.clause,
                           model.combinationOf(i, g), model.frame().units.text(Quantity::Length, g.at));
    }
    for (const CheckOutcome& o : r.outcomes)
        if (o.status == r.status && !o.reason.empty()) return fmt::format("{}: {}", s.checks[o.check].key, o.reason);
    return r.notes.empty() ? "" : r.notes.back();
}

// Members that are not plainly ok, worst status first, each kind by utilisation, long lists capped with the count.
void summary(const CheckModel& model, const CheckReport& report, const std::vector<char>& only)
{
    constexpr size_t kShown = 20; // of a kind
    const auto& c = report.counts;
    tell("{}: {} · {} over · {} unchecked · {} warned · top {:.3f}\n", model.standard().title,
         counted(static_cast<size_t>(c.checked), "member"), c.over, c.unchecked, c.warned, c.top);
    for (const Status status : {Status::Over, Status::Unchecked, Status::Warned}) {
        std::vector<size_t> list;
        for (size_t i = 0; i < report.results.size(); ++i)
            if (only[i] && report.results[i].status == status && !model.members()[i].exclude) list.push_back(i);
        std::stable_sort(list.begin(), list.end(),
                         [&](size_t a, size_t b) { return report.results[a].utilisation > report.results[b].utilisation; });
        for (size_t k = 0; k < std::min(list.size(), kShown); ++k)
            tell("  {:<9} {:<10} {}\n", statusWord(status), printable(model.members()[list[k]].id),
                 printable(reasonOf(model, list[k], report.results[list[k]])));
        if (list.size() > kShown) tell("  {:<9} … and {} more\n", statusWord(status), list.size() - kShown);
    }
}

// What a further standard has to say that the first did not.
void addNew(std::vector<Finding>& findings, const std::vector<Finding>& others, const CheckModel& model)
{
    for (const Finding& f : others) {
        const bool said = std::any_of(findings.begin(), findings.end(), [&](const Finding& g) {
            return g.code == f.code && g.subject == f.subject && g.text == f.text;
        });
        if (said) continue;
        findings.push_back(f);
        findings.back().text = fmt::format("by {}: {}", model.standard().title, f.text);
    }
}

// Without those about members that are not asked for.
std::vector<Finding> aboutThem(std::vector<Finding> all, const CheckModel& model, const std::vector<char>& only)
{
    std::erase_if(all, [&](const Finding& f) {
        const std::string_view area = std::string_view(f.code).substr(0, f.code.find('.'));
        const bool ofMember = area == "member" || area == "hold" || area == "length" || area == "restraint";
        const auto place = f.subject.empty() || !ofMember ? std::nullopt : model.find(f.subject);
        return place && !only[*place];
    });
    return all;
}

// The whole calculation of one member to standard output.
bool printTrace(const DesignState& c, const std::string& member, bool asText)
{
    for (size_t i = 0; i < c.model->members().size(); ++i)
        if (c.model->members()[i].id == member)
            return writeOut(asText ? traceText(*c.model, *c.report, i) : writeTraces(*c.model, *c.report, i), "-");
    complain("error: there is no member \"{}\"\n", member);
    return false;
}

void printAll(const DesignState& first, const CheckReport& report, const std::vector<char>& only,
              const std::vector<SecondOpinion>& others, const std::vector<Finding>& findings)
{
    std::vector<Finding> shown;
    for (const Finding& f : findings)
        if (f.code != "member.over") shown.push_back(f); // the summary lists those
    printFindings(shown);
    summary(*first.model, report, only);
    for (const SecondOpinion& o : others)
        summary(*o.model, o.report, o.only);
}

Report run(const CheckArguments& a)
{
    Report out;
    auto loaded = readFrameFor(a.frame, a.json);
    const DesignState::Standards standards = allStandards();
    out.badInput = !loaded.ok() || !standardsKnown(a.standards, *standards) || !pickReads(a.pick, *loaded.value);
    if (out.badInput) return out;
    if (!a.standards.empty()) loaded.value->design.standard = a.standards.front();
    const bool given = !loaded.value->results.empty();
    DesignState first = checkedFrame(std::move(*loaded.value), std::move(loaded.findings), standards, a.choice);
    // Of a mechanism there are no forces, and it counts as bad input.
    out.badInput = !given && !first.results->forces.ok;
    // A name that nothing has: no answer by something else instead.
    std::vector<Finding> unknown;
    for (const Finding& x : *first.audited)
        if (x.code == "standard.unknown" || x.code == "national.unknown") unknown.push_back(x);
    if (!unknown.empty()) {
        printFindings(unknown);
        out.badInput = true;
        return out;
    }
    first = judgedFrame(first);
    const std::vector<char> only = *pickedMembers(a.pick, first);
    CheckReport report = *first.report;
    report.count(first.model->members(), only);
    std::vector<Finding> findings = aboutThem(first.findings(), *first.model, only);
    // Further standards over the same frame and the same forces.
    std::vector<SecondOpinion> others;
    const auto beside = [&](DesignState begun, std::vector<char> about) {
        TerminalProgress progress;
        const DesignState other = judgedFrame(checkedState(heldState(begun, progress), progress).first);
        addNew(findings, aboutThem(other.findings(), *other.model, about), *other.model);
        others.push_back({other.model, *other.report, std::move(about)});
        others.back().report.count(other.model->members(), others.back().only);
    };
    for (size_t k = 1; k < a.standards.size(); ++k)
        beside(underStandard(first, a.standards[k]), only);
    if (const auto second = underSecond(first)) { // briefs that ask for a second standard
        std::vector<char> about = only;
        for (size_t i = 0; i < about.size(); ++i)
            about[i] = about[i] && !first.model->briefOf(i).second.empty();
        beside(*second, about);
    }
    if (!a.json.empty() && !writeOut(writeAnswer(*first.model, report, findings, others, only), a.json)) out.badInput = true;
    if (!a.trace.empty()) {
        if (!printTrace(first, a.trace, a.traceAs == "text")) out.badInput = true;
    } else if (!quiet() && a.json != "-")
        printAll(first, report, only, others, findings);
    if (out.badInput && (quiet() || a.json == "-" || !a.trace.empty())) { // never without a word
        std::vector<Finding> errors;
        for (const Finding& x : findings)
            if (x.severity == Severity::Error) errors.push_back(x);
        printFindings(errors);
    }
    out.counted = true;
    out.counts = report.counts;
    for (const StandingLimit& r : *first.limits) {
        out.counts.over += r.over();
        out.counts.unchecked += !r.reason.empty();
    }
    for (const SecondOpinion& o : others) {
        out.counts.over += o.report.counts.over;
        out.counts.unchecked += o.report.counts.unchecked;
    }
    return out;
}

} // namespace

Command checkCommand()
{
    auto a = std::make_shared<CheckArguments>();
    std::vector<Argument> list{{.name = "FRAME", .help = "frame file (.frame.json)", .into = &a->frame, .must = true}};
    for (Argument& x : a->choice.arguments()) // for frames without results
        list.push_back(std::move(x));
    list.push_back({.name = "--standard",
                    .help =
                        "design standard instead of the file's (aisc360-22-lrfd, aisc360-22-asd, the same of -16-, -10- and "
                        "-05-, en1993); given again: another one beside it",
                    .into = &a->standards,
                    .value = "KEY"});
    list.push_back(pickArgument(
        a->pick, "answer for the members only that this pick expression, or the saved pick of that name, stands for"));
    list.push_back(
        {.name = "--json", .help = "write the answer to this file; - for standard output", .into = &a->json, .value = "FILE"});
    list.push_back(
        {.name = "--trace", .help = "print the whole calculation of one member", .into = &a->trace, .value = "MEMBER"});
    list.push_back({.name = "--trace-as",
                    .help = "how the calculation is printed",
                    .into = &a->traceAs,
                    .shown = true,
                    .words = {"json", "text"},
                    .value = "FORM"});
    return {
        "check",
        "Check every member of a frame; without results in the file the frame is analysed first (linear, unless the file or "
        "an option says otherwise).",
        std::move(list),
        [a] { return run(*a); },
        {{"check hall.frame.json", "a summary: the members that are over, unchecked or warned, and why"},
         {"check hall.frame.json --second-order --json answer.json", "every check of every member as JSON"},
         {"check hall.frame.json --trace C1 --trace-as text", "the calculation of member C1, to be read"},
         {"check hall.frame.json --standard aisc360-22-lrfd --standard en1993 --json -", "two standards side by side"}}};
}

} // namespace wr::cli
