#include "cli/choice.h"
#include "cli/commands.h"
#include "cli/frame_argument.h"
#include "cli/pick_argument.h"
#include "cli/whole_way.h"

#include "core/base/printable.h"
#include "core/exports/exports.h"

#include <chrono>
#include <fmt/chrono.h>
#include <memory>

namespace wr::cli {

namespace {

struct ExportArguments
{
    std::string frame, pick, view, letters = "section", by, revision;
    std::vector<std::string> out, standards;
    bool wide = false, colours = false, views = false;
    double width = 480, height = 330;
    ChoiceArguments choice;
};

Report run(const ExportArguments& a)
{
    Report out;
    out.badInput = true;
    const DesignState::Standards standards = allStandards();
    if (a.out.empty() && !a.views) {
        complain("error: --out says where it goes; --views lists the drawings there are\n");
        return out;
    }
    for (const std::string& path : a.out) {
        if (!exportFormatOf(path)) {
            std::string list;
            for (const ExportFormat& f : exportFormats())
                list += (list.empty() ? "" : ", ") + std::string(f.ending);
            complain("error: {}: an export ends in {}\n", printable(path), list);
            return out;
        }
        if (!canWrite(path)) return out;
    }
    auto loaded = readFrameFor(a.frame, "");
    if (!loaded.ok() || !standardsKnown(a.standards, *standards)) return out;
    if (a.views) {
        for (const DrawnFrom& d : drawingsOf(*loaded.value))
            put("{}\n", printable(d.title));
        if (a.out.empty()) {
            out.badInput = false;
            return out;
        }
    }
    std::optional<DrawnFrom> from;
    if (!a.view.empty()) {
        const auto found = drawnFromWords(*loaded.value, a.view);
        if (!found) {
            complain("error: {}\n", printable(found.error()));
            return out;
        }
        from = *found;
    }
    if (!pickReads(a.pick, *loaded.value)) return out;
    if (!a.standards.empty()) loaded.value->design.standard = a.standards.front();
    ExportInput in;
    in.state = checkedFrame(std::move(*loaded.value), std::move(loaded.findings), standards, a.choice);
    if (!a.pick.empty()) in.members = *pickedMembers(a.pick, in.state);
    in.author = a.by;
    in.moment = fmt::format("{:%Y-%m-%dT%H:%M:%SZ}", fmt::gmtime(std::time(nullptr)));
    DrawingStyle style;
    style.lettering = *letteringFromName(a.letters);
    style.trueWidth = a.wide;
    style.byUtilisation = a.colours;
    style.width = a.width;
    style.height = a.height;
    style.revision = a.revision;
    TerminalProgress progress;
    const size_t members = memberFacts(in).size();
    for (const std::string& path : a.out) {
        if (!told(exportFrame(in, from, style, path, progress))) return out;
        tell("{}: {}, {}\n", printable(path), counted(members, "member"), exportFormatOf(path)->says);
    }
    out.badInput = false;
    return out;
}

std::vector<std::string> wordsOf(const std::vector<std::string_view>& list)
{
    return {list.begin(), list.end()};
}

} // namespace

Command exportCommand()
{
    auto a = std::make_shared<ExportArguments>();
    std::vector<Argument> list{{.name = "FRAME", .help = "frame file or project", .into = &a->frame, .must = true}};
    list.push_back({.name = "--out",
                    .help = "by its ending .glb, .ifc, .bcf, .dxf, .svg, .pdf, .png, .xlsx or .sqlite; may be given again",
                    .into = &a->out,
                    .value = "FILE"});
    list.push_back(pickArgument(a->pick, "only members that this pick expression, or the saved pick of that name, stands for"));
    list.push_back({.name = "--view",
                    .help =
                        "what a drawing shows: one of --views, or \"through A, B, C\" with ids of nodes; a .dxf then is that "
                        "drawing",
                    .into = &a->view,
                    .value = "WORDS"});
    list.push_back({.name = "--views", .help = "list the drawings there are", .into = &a->views});
    list.push_back({.name = "--letters",
                    .help = "along members of a drawing",
                    .into = &a->letters,
                    .shown = true,
                    .words = wordsOf(letteringNames())});
    list.push_back({.name = "--true-widths", .help = "members of a drawing as wide as they are", .into = &a->wide});
    list.push_back(
        {.name = "--colours", .help = "members of a drawing in the colour of their utilisation", .into = &a->colours});
    list.push_back(
        {.name = "--width", .help = "of the sheet, pt", .into = &a->width, .shown = true, .least = 100, .most = 6000});
    list.push_back(
        {.name = "--height", .help = "of the sheet, pt", .into = &a->height, .shown = true, .least = 100, .most = 6000});
    list.push_back({.name = "--by", .help = "who hands it over, where the format says so", .into = &a->by, .value = "NAME"});
    list.push_back({.name = "--revision", .help = "in the title block of a drawing", .into = &a->revision, .value = "WORDS"});
    list.push_back(
        {.name = "--standard", .help = "design standard instead of the file's", .into = &a->standards, .value = "KEY"});
    for (Argument& x : a->choice.arguments())
        list.push_back(std::move(x));
    return {"export",
            "Check a frame and write it for others: solid model, building model, coordination topics, drawings, all tables.",
            std::move(list),
            [a] { return run(*a); },
            {{"export hall.frame.json --out hall.glb --out hall.ifc --out hall.bcf", "models and topics for coordination"},
             {"export hall.frame.json --views", "the drawings there are"},
             {"export hall.frame.json --view 'Plan at 3.200 m' --letters key --out plan.svg --out plan.dxf",
              "a plan with a key of its sections, on paper and for drafting"},
             {"export hall.frame.json --pick 'util > 0.9' --out used.xlsx", "tables of the members that are used most"}}};
}

} // namespace wr::cli
