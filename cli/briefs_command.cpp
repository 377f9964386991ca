#include "cli/commands.h"
#include "cli/frame_argument.h"

#include "core/base/printable.h"
#include "core/briefs/brief_sheet.h"
#include "core/files/briefs_answer.h"
#include "core/members/members.h"

#include <algorithm>
#include <fmt/format.h>
#include <memory>

namespace wr::cli {

namespace {

struct BriefsArguments
{
    std::string frame, json;
};

void list(const Frame& f, const SharedList<Member>& members)
{
    const std::vector<std::string_view> families = familiesInUse(f.design);
    const auto count = [&](const std::string& brief) {
        return static_cast<size_t>(
            std::count_if(members.begin(), members.end(), [&](const Member& m) { return m.brief == brief; }));
    };
    for (const Brief& b : f.design.briefs.list()) {
        const std::vector<SheetLine> sheet = sheetOf(b, families, f.units);
        put("{}: {}, {} of {} lines differ\n", printable(b.id), counted(count(b.id), "member"), differing(sheet), sheet.size());
        for (const SheetLine& l : sheet)
            if (l.differs)
                put("  {:<26} {:<28} {}{}\n", l.option->title, printable(l.here),
                    l.standing == "nothing" ? "" : "else " + l.standing,
                    l.option->clause.empty() ? "" : fmt::format("  ({})", l.option->clause));
    }
    if (const size_t n = count("")) put("without a brief: {}\n", counted(n, "member"));
}

Report run(const BriefsArguments& a)
{
    Report out;
    auto loaded = readFrameFor(a.frame, a.json);
    out.badInput = !loaded.ok();
    if (out.badInput) return out;
    std::vector<Finding> findings;
    const Formed formed = formMembers(*loaded.value, findings);
    printFindings(findings);
    if (a.json.empty())
        list(*loaded.value, formed.members());
    else if (!writeOut(writeBriefs(*loaded.value, formed.members()), a.json))
        out.badInput = true;
    return out;
}

} // namespace

Command briefsCommand()
{
    auto a = std::make_shared<BriefsArguments>();
    return {
        "briefs",
        "List the briefs of a frame: what each says that differs from the defaults, and how many members are checked by it.",
        {{.name = "FRAME", .help = "frame file (.frame.json)", .into = &a->frame, .must = true},
         {.name = "--json", .help = "write the answer to this file; - for standard output", .into = &a->json, .value = "FILE"}},
        [a] { return run(*a); },
        {{"briefs hall.frame.json", "every brief with its lines that differ"},
         {"briefs hall.frame.json --json briefs.json", "the same as JSON, with the members of each"}}};
}

} // namespace wr::cli
