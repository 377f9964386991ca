#include "cli/choice.h"
#include "cli/commands.h"

#include "core/files/frame_reader.h"
#include "core/reporting/frame_tables.h"

#include <CLI/CLI.hpp>
#include <filesystem>
#include <fmt/format.h>
#include <memory>

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
    auto loaded = readFrameFile(a.frame);
    std::vector<Finding> findings = loaded.findings;
    if (!loaded.ok()) {
        printFindings(findings);
        report.badInput = true;
        return report;
    }
    const Frame& f = *loaded.value;
    SilentProgress progress;
    const FrameForces r = f.results.empty() ? analyseForces(f, a.choice.value(f), progress) : givenResults(f, findings);
    findings.insert(findings.end(), r.findings.begin(), r.findings.end());
    printFindings(findings);
    if (!r.ok) {
        report.badInput = true;
        return report;
    }
    std::error_code error;
    std::filesystem::create_directories(a.out, error);
    const auto write = [&](const std::string& name, const Table& t) {
        const std::string path = (std::filesystem::path(a.out) / (name + ".csv")).string();
        if (!writeOut(tableCsv(t), path)) report.badInput = true;
        fmt::print("{}: {}, {} rows\n", path, t.title, t.rows.size());
    };
    const std::vector<ShownLoad> loads = shownLoads(f, r);
    write("combinations", combinationTable(f));
    write("loads", loadTotalsTable(f, r));
    write("reactions", reactionTable(f, r, loads));
    write("displacements", displacementTable(f, r, loads));
    write("drift", driftTable(f, r, loads));
    write("forces", forceTable(f, r, loads));
    write("deflections", bendingTable(f, r, loads));
    if (a.buckling > 0) {
        const BucklingResult b = analyseBuckling(f, a.buckling, progress);
        printFindings(b.findings);
        std::vector<std::string> names;
        for (const WholeLoad& l : wholeLoads(f, false))
            names.push_back(l.name);
        write("buckling", bucklingTable(f, b, names));
    }
    if (a.modes > 0) {
        VibrationOptions o;
        o.modes = a.modes;
        const VibrationResult v = analyseVibration(f, o, progress);
        printFindings(v.findings);
        write("vibration", vibrationTable(v));
    }
    return report;
}

} // namespace

Run addTables(CLI::App& app)
{
    auto a = std::make_shared<TablesArguments>();
    CLI::App* c =
        app.add_subcommand("tables", "Write loads, reactions, displacements, storey drift, section forces and deflections of "
                                     "a frame as CSV files, one a table; a frame without results is analysed first.");
    c->add_option("FRAME", a->frame, "frame file (.frame.json)")->required();
    c->add_option("--out", a->out, "folder for the files")->required();
    c->add_option("--buckling", a->buckling, "so many critical load factors of every combination")->check(CLI::Range(1, 100));
    c->add_option("--modes", a->modes, "so many natural frequencies")->check(CLI::Range(1, 200));
    a->choice.add(*c);
    return [a] { return run(*a); };
}

} // namespace wr::cli
