#include "cli/choice.h"
#include "cli/commands.h"
#include "cli/frame_argument.h"
#include "cli/pick_argument.h"
#include "cli/whole_way.h"

#include "core/base/printable.h"
#include "core/files/report_contents.h"
#include "core/files/text_file.h"
#include "core/project/acceptances.h"
#include "core/reporting/report_builder.h"
#include "core/reporting/report_writers.h"

#include <algorithm>
#include <filesystem>
#include <memory>

namespace wr::cli {

namespace {

struct ReportArguments
{
    std::string frame, contents, pick, depth, against, paper;
    std::vector<std::string> out, without, standards;
    bool everyCombination = false;
    ChoiceArguments choice;
};

// What the frame keeps, the file of contents in its place, and what the line says before both.
std::optional<ReportChoice> choiceOf(const ReportArguments& a, const Frame& f)
{
    ReportChoice c = f.design.report;
    if (!a.contents.empty()) {
        const auto text = readTextFile(a.contents);
        const auto read = text ? readContents(*text) : std::unexpected(text.error());
        if (!read) {
            complain("error: {}: {}\n", printable(a.contents), printable(read.error()));
            return std::nullopt;
        }
        c = *read;
    }
    const auto topics = reportTopics();
    c.without.insert(c.without.end(), a.without.begin(), a.without.end());
    for (const std::string& key : a.without)
        if (std::none_of(topics.begin(), topics.end(), [&](const ReportTopic& t) { return t.key == key; })) {
            std::string list;
            for (const ReportTopic& t : topics)
                list += (list.empty() ? "" : ", ") + t.key;
            complain("error: a report has no part \"{}\"; there are {}\n", printable(key), list);
            return std::nullopt;
        }
    if (!a.depth.empty()) {
        c.otherDepth = *reportDepthFromName(a.depth);
        c.depth.clear();
    }
    if (!a.pick.empty()) {
        c.pick = a.pick;
        // Members are picked to be seen: in full where no depth is said.
        if (a.depth.empty() && c.depth.empty() && c.otherDepth == ReportDepth::Line) c.otherDepth = ReportDepth::Full;
    }
    if (!a.paper.empty()) c.letter = a.paper == "letter";
    c.everyCombination |= a.everyCombination;
    return c;
}

Report run(const ReportArguments& a)
{
    Report out;
    out.badInput = true;
    const DesignState::Standards standards = allStandards();
    for (const std::string& path : a.out) {
        if (!reportFormatKnown(path)) {
            complain("error: {}: a report ends in .pdf, .html, .xlsx, .odt or .csv\n", printable(path));
            return out;
        }
        if (!canWrite(path)) return out;
    }
    auto loaded = readFrameFor(a.frame, "");
    if (!loaded.ok() || !standardsKnown(a.standards, *standards)) return out;
    const auto choice = choiceOf(a, *loaded.value);
    if (!choice || !pickReads(choice->pick, *loaded.value)) return out;
    std::optional<DesignState> then;
    const auto checked = [&](Loaded<Frame> f) {
        if (!a.standards.empty()) f.value->design.standard = a.standards.front();
        return judgedFrame(checkedFrame(std::move(*f.value), std::move(f.findings), standards, a.choice));
    };
    if (!a.against.empty()) {
        auto other = readFrameFor(a.against, "");
        if (!other.ok()) return out;
        then = checked(std::move(other));
    }
    ReportInput in;
    in.state = checked(std::move(loaded));
    in.against = std::move(then);
    in.againstName = std::filesystem::path(a.against).filename().string();
    if (!in.state.hasForces()) {
        complain("error: {} has no forces: {}\n", printable(a.frame),
                 in.state.analysis->empty() ? "it cannot be analysed" : printable(in.state.analysis->front().text));
        return out;
    }
    in.deep = *pickedMembers(choice->pick, in.state);
    const ReportTree tree = buildReport(in, *choice);
    TerminalProgress progress;
    for (const std::string& path : a.out) {
        if (!told(writeReport(tree, path, progress))) return out;
        tell("{}\n", printable(path));
    }
    out.badInput = false;
    return out;
}

} // namespace

Command reportCommand()
{
    auto a = std::make_shared<ReportArguments>();
    std::vector<Argument> list{{.name = "FRAME", .help = "frame file or project", .into = &a->frame, .must = true}};
    list.push_back({.name = "--out",
                    .help = "the report, by its ending .pdf, .html, .xlsx, .odt or .csv; may be given again",
                    .into = &a->out,
                    .must = true,
                    .value = "FILE"});
    for (Argument& x : a->choice.arguments())
        list.push_back(std::move(x));
    list.push_back({.name = "--contents",
                    .help = "what it holds, as JSON (\"report\" of a frame's design); else what the frame keeps",
                    .into = &a->contents,
                    .value = "FILE"});
    list.push_back(pickArgument(
        a->pick,
        "members in depth: those that this pick expression, or the saved pick of that name, stands for; the others by a line"));
    list.push_back(
        {.name = "--depth",
         .help = "how deep: a line of the table, the checks, or the whole calculation (by itself: full with --pick, else line)",
         .into = &a->depth,
         .words = {"line", "summary", "full"}});
    list.push_back({.name = "--without",
                    .help = "leaves out a part, by its key (basis, frame.combinations, members.holds …); may be given again",
                    .into = &a->without,
                    .value = "KEY"});
    list.push_back({.name = "--every-combination",
                    .help = "beside each whole calculation what every combination alone comes to",
                    .into = &a->everyCombination});
    list.push_back(
        {.name = "--against", .help = "another frame or project: what changed since", .into = &a->against, .value = "FRAME2"});
    list.push_back({.name = "--paper", .help = "of pages and text documents", .into = &a->paper, .words = {"a4", "letter"}});
    list.push_back(
        {.name = "--standard", .help = "design standard instead of the file's", .into = &a->standards, .value = "KEY"});
    return {"report",
            "Check a frame and write the calculation: basis, frame, lengths, results, calculations of the members wanted, "
            "findings and take-off.",
            std::move(list),
            [a] { return run(*a); },
            {{"report hall.frame.json --pick 'util > 0.9' --depth full --out hall.pdf",
              "all results, and the calculations of the members that are used most"},
             {"report hall.frame.json --out hall.html --out hall.xlsx", "one page to read, and every table as a sheet"},
             {"report hall.frame.json --contents contents.json --against before.frame.json --out hall.odt",
              "what was chosen before, with what changed"}}};
}

} // namespace wr::cli
