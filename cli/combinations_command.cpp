#include "cli/commands.h"

#include "core/analysis/case_effects.h"
#include "core/analysis/shares.h"
#include "core/base/printable.h"
#include "core/base/progress.h"
#include "core/combos/make.h"
#include "core/files/frame_reader.h"
#include "core/files/frame_writer.h"
#include "core/standards/standard.h"

#include <fmt/format.h>
#include <map>
#include <memory>

namespace wr::cli {

namespace {

struct CombinationArguments
{
    std::string frame, loading, json, notional = "none", subsets = "governing";
    MakeOptions options;
    bool noService = false, noConstruction = false;
    std::optional<int> columns; // in a row, for the imperfection of EN 1993-1-1 5.3.2
};

Report run(CombinationArguments a)
{
    Report report;
    if (!canWrite(a.json)) {
        report.badInput = true;
        return report;
    }
    auto loaded = readFrameFile(a.frame);
    printFindings(loaded.findings);
    if (!loaded.ok()) {
        report.badInput = true;
        return report;
    }
    Frame& f = *loaded.value;
    a.options.standard = loadingOfKey(loadingKeyFor(f.design.standard));
    for (const LoadingStandardName& s : loadingStandards())
        if (s.key == a.loading) a.options.standard = s.standard;
    a.options.service = !a.noService;
    a.options.construction = !a.noConstruction;
    a.options.notional = a.notional == "all"       ? NotionalUse::All
                         : a.notional == "gravity" ? NotionalUse::GravityOnly
                                                   : NotionalUse::None;
    if (a.columns) a.options.notionalShare = imperfection(frameHeight(f), *a.columns);
    a.options.subsets = a.subsets == "all" ? Subsets::All : Subsets::Governing;
    a.options.effects = [&f] {
        TerminalProgress p;
        return caseEffects(f, p);
    };
    a.options.resultant = [](const Frame& frame, const LoadCase& c) { return loadTotals(frame, c).sum(); };
    MadeCombinations m = makeCombinations(f, a.options);
    printFindings(m.findings);
    if (anyError(m.findings)) {
        report.badInput = true;
        return report;
    }
    f.cases = std::move(m.cases);
    f.combinations = std::move(m.combinations);
    if (!f.results.empty()) {
        complain("note: the results in the file belong to other combinations and are left out\n");
        f.results.clear();
        f.modes.clear();
    }
    if (a.json != "-")
        for (const Combination& c : f.combinations)
            tell("{:<5} {:<12} {:<26} {}\n", printable(c.id), purposeName(c.purpose),
                 c.made.empty() ? "by hand" : printable(c.made), printable(c.title));
    if (!writeOut(writeFrame(f), a.json)) report.badInput = true;
    return report;
}

} // namespace

Command combinationsCommand()
{
    auto a = std::make_shared<CombinationArguments>();
    std::vector<std::string> keys;
    for (const LoadingStandardName& s : loadingStandards())
        keys.emplace_back(s.key);
    MakeOptions& o = a->options;
    std::vector<Argument> list{
        {.name = "FRAME", .help = "frame file (.frame.json)", .into = &a->frame, .must = true},
        {.name = "--json",
         .help = "where to write the frame; - for standard output",
         .into = &a->json,
         .must = true,
         .value = "FILE"},
        {.name = "--loading",
         .help = "loading standard; by default the one that goes with the design standard",
         .into = &a->loading,
         .words = keys,
         .value = "KEY"},
        {.name = "--notional",
         .help = "notional loads from gravity",
         .into = &a->notional,
         .shown = true,
         .words = {"none", "gravity", "all"}},
        {.name = "--notional-share",
         .help = "share of the gravity loads; not given: 0.002, phi or 0.005 by the standard",
         .into = &o.notionalShare,
         .least = 0,
         .most = 0.05},
        {.name = "--imperfection",
         .help = "EN 1993-1-1 5.3.2: the share is phi for the frame's height and so many columns in a row",
         .into = &a->columns,
         .least = 1,
         .most = 1000},
        {.name = "--sds", .help = "SDS of ASCE 7 for the vertical earthquake effect", .into = &o.sds, .least = 0, .most = 4},
        {.name = "--redundancy", .help = "rho of ASCE 7 12.3.4", .into = &o.redundancy, .least = 1, .most = 1.3},
        {.name = "--overstrength",
         .help = "Omega0 of ASCE 7 12.4.3: also make the sets with overstrength",
         .into = &o.overstrength,
         .least = 0,
         .most = 4},
        {.name = "--orthogonal",
         .help = "share of an earthquake that acts beside one across it; 0: none",
         .into = &o.orthogonal,
         .shown = true,
         .least = 0,
         .most = 1},
        {.name = "--service-wind",
         .help = "share of the wind in service",
         .into = &o.serviceWind,
         .shown = true,
         .least = 0,
         .most = 1},
        {.name = "--subsets",
         .help =
             fmt::format("subsets of the actions that act together: where there are more than {}, those that are largest or "
                         "least in some first-order effect, or all",
                         kManySubsets),
         .into = &a->subsets,
         .shown = true,
         .words = {"governing", "all"}},
        {"--half-live", "0.5 L beside other actions where ASCE 7 2.3.1 allows it", &o.halfLive},
        {"--much-snow", "EN 1990: over 1000 m, or the Nordic countries", &o.muchSnow},
        {"--no-service", "no combinations for service", &a->noService},
        {"--no-construction", "none for construction", &a->noConstruction}};
    return {
        "combinations",
        "Make the combinations of a loading standard from the actions of a frame's cases and write the frame with them; "
        "combinations written by hand stay.",
        std::move(list),
        [a] { return run(*a); },
        {{"combinations hall.frame.json --json hall2.frame.json", "by the loading standard that goes with the design standard"},
         {"combinations hall.frame.json --loading en1990-6.10ab --notional gravity --json -",
          "6.10a and 6.10b, notional loads where gravity acts alone, to standard output"}}};
}

} // namespace wr::cli
