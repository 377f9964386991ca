#include "cli/choice.h"
#include "cli/commands.h"

#include "core/base/printable.h"
#include "core/files/frame_reader.h"
#include "core/reporting/analysis_summary.h"
#include "core/reporting/frame_tables.h"
#include "core/standards/standard.h"

#include <filesystem>
#include <fmt/format.h>
#include <memory>
#include <optional>

namespace wr::cli {

namespace {

struct TablesArguments
{
    std::string frame, out;
    int buckling = 0, modes = 0;
    ChoiceArguments choice;
};

Report run(const TablesArguments& a)
{
    Report report;
    std::error_code error;
    std::filesystem::create_directories(a.out, error);
    if (error || !canWrite((std::filesystem::path(a.out) / "combinations.csv").string())) {
        if (error) complain("error: {} cannot be made: {}\n", printable(a.out), error.message());
        report.badInput = true;
        return report;
    }
    auto loaded = readFrameFile(a.frame);
    std::vector<Finding> findings = loaded.findings;
    if (!loaded.ok()) {
        printFindings(findings);
        report.badInput = true;
        return report;
    }
    const Frame& f = *loaded.value;
    TerminalProgress progress;
    const FrameForces r =
        f.results.empty() ? analyseForces(f, a.choice.value(f), secondOrderRules(), progress) : givenResults(f, findings);
    findings.insert(findings.end(), r.findings.begin(), r.findings.end());
    printFindings(findings);
    if (!r.ok) {
        report.badInput = true;
        return report;
    }
    const auto write = [&](const std::string& name, const Table& t) {
        const std::string path = (std::filesystem::path(a.out) / (name + ".csv")).string();
        if (!writeOut(tableCsv(t), path)) report.badInput = true;
        tell("{}: {}, {}\n", path, t.title, counted(t.rows.size(), "row"));
    };
    const std::vector<ShownLoad> loads = shownLoads(f, r);
    write("combinations", combinationTable(f));
    write("loads", loadTotalsTable(f, r));
    write("reactions", reactionTable(f, r, loads));
    write("displacements", displacementTable(f, r, loads));
    write("drift", driftTable(f, r, loads));
    if (!f.design.frameLimits.empty()) write("limits", frameLimitTable(f, standingLimits(f, r.forces, r.motions), r.forces));
    write("forces", forceTable(f, r, loads));
    write("deflections", bendingTable(f, r, loads));
    std::optional<BucklingResult> buckling;
    std::optional<VibrationResult> vibration;
    if (a.buckling > 0) {
        buckling = analyseBuckling(f, {.modes = a.buckling, .shearDeformation = !a.choice.rigidInShear}, progress);
        const BucklingResult& b = *buckling;
        printFindings(b.findings);
        std::vector<std::string> names;
        for (const WholeLoad& l : wholeLoads(f, false))
            names.push_back(l.name);
        write("buckling", bucklingTable(f, b, names));
    }
    if (a.modes > 0) {
        VibrationOptions o;
        o.modes = a.modes;
        o.shearDeformation = !a.choice.rigidInShear;
        vibration = analyseVibration(f, o, progress);
        printFindings(vibration->findings);
        write("vibration", vibrationTable(*vibration));
    }
    write("summary", summaryTable(analysisSummary(
                         {f, &r, buckling ? &*buckling : nullptr, vibration ? &*vibration : nullptr, nullptr, nullptr})));
    return report;
}

} // namespace

Command tablesCommand()
{
    auto a = std::make_shared<TablesArguments>();
    std::vector<Argument> list{
        {.name = "FRAME", .help = "frame file (.frame.json)", .into = &a->frame, .must = true},
        {.name = "--out", .help = "folder for the files", .into = &a->out, .must = true, .value = "FOLDER"},
        {.name = "--buckling",
         .help = "so many critical load factors of every combination",
         .into = &a->buckling,
         .least = 1,
         .most = 100},
        {.name = "--modes", .help = "so many natural frequencies", .into = &a->modes, .least = 1, .most = 200}};
    for (Argument& x : a->choice.arguments())
        list.push_back(std::move(x));
    return {
        "tables",
        "Write loads, reactions, displacements, storey drift, section forces and deflections of a frame as CSV files, one a "
        "table; a frame without results is analysed first.",
        std::move(list),
        [a] { return run(*a); },
        {{"tables hall.frame.json --out tables", "a folder of CSV files"},
         {"tables hall.frame.json --second-order --buckling 3 --out tables",
          "forces in the deformed shape, buckling.csv too"}}};
}

} // namespace wr::cli
