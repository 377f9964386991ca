#include "cli/commands.h"

#include "core/combos/make.h"
#include "core/files/frame_reader.h"
#include "core/files/frame_writer.h"

#include <CLI/CLI.hpp>
#include <fmt/format.h>
#include <map>
#include <memory>

namespace wr::cli {

namespace {

struct CombinationArguments
{
    std::string frame, loading, json, notional = "none";
    MakeOptions options;
    bool noService = false, noConstruction = false, imperfections = false;
    int columns = 1;
};

Report run(CombinationArguments a)
{
    Report report;
    auto loaded = readFrameFile(a.frame);
    printFindings(loaded.findings);
    if (!loaded.ok()) {
        report.badInput = true;
        return report;
    }
    Frame& f = *loaded.value;
    a.options.standard = loadingFor(f.design.standard);
    for (const LoadingStandardName& s : loadingStandards())
        if (s.key == a.loading) a.options.standard = s.standard;
    a.options.service = !a.noService, a.options.construction = !a.noConstruction;
    a.options.notional = a.notional == "all"       ? NotionalUse::All
                         : a.notional == "gravity" ? NotionalUse::GravityOnly
                                                   : NotionalUse::None;
    if (a.imperfections) a.options.notionalShare = imperfection(frameHeight(f), a.columns);
    MadeCombinations m = makeCombinations(f, a.options);
    printFindings(m.findings);
    f.cases = std::move(m.cases), f.combinations = std::move(m.combinations);
    if (!f.results.empty()) {
        fmt::print(stderr, "note: the results in the file belong to other combinations and are left out\n");
        f.results.clear(), f.modes.clear();
    }
    if (a.json != "-")
        for (const Combination& c : f.combinations)
            fmt::print("{:<5} {:<12} {:<26} {}\n", c.id, purposeName(c.purpose), c.made.empty() ? "by hand" : c.made, c.title);
    if (!writeOut(writeFrame(f), a.json)) report.badInput = true;
    return report;
}

} // namespace

Run addCombinations(CLI::App& app)
{
    auto a = std::make_shared<CombinationArguments>();
    CLI::App* c = app.add_subcommand(
        "combinations", "Make the combinations of a loading standard from the actions of a frame's cases and write "
                        "the frame with them; combinations written by hand stay.");
    std::vector<std::string> keys;
    for (const LoadingStandardName& s : loadingStandards())
        keys.emplace_back(s.key);
    c->add_option("FRAME", a->frame, "frame file (.frame.json)")->required();
    c->add_option("--json", a->json, "where to write the frame; - for standard output")->required();
    c->add_option("--loading", a->loading, "loading standard; by default the one that goes with the design standard")
        ->check(CLI::IsMember(keys));
    c->add_option("--notional", a->notional, "notional loads from gravity")
        ->check(CLI::IsMember({"none", "gravity", "all"}))
        ->capture_default_str();
    c->add_option("--notional-share", a->options.notionalShare,
                  "share of the gravity loads; not given: 0.002, phi or 0.005 by the standard")
        ->check(CLI::Range(0.0, 0.05));
    c->add_option("--imperfection", a->columns,
                  "EN 1993-1-1 5.3.2: the share is phi for the frame's height and so many columns in a row")
        ->check(CLI::Range(1, 1000))
        ->each([a](const std::string&) { a->imperfections = true; });
    c->add_option("--sds", a->options.sds, "SDS of ASCE 7 for the vertical earthquake effect")->check(CLI::Range(0.0, 4.0));
    c->add_option("--redundancy", a->options.redundancy, "rho of ASCE 7 12.3.4")->check(CLI::Range(1.0, 1.3));
    c->add_option("--service-wind", a->options.serviceWind, "share of the wind in service")
        ->check(CLI::Range(0.0, 1.0))
        ->capture_default_str();
    c->add_flag("--half-live", a->options.halfLive, "0.5 L beside other actions where ASCE 7 2.3.1 allows it");
    c->add_flag("--much-snow", a->options.muchSnow, "EN 1990: over 1000 m, or the Nordic countries");
    c->add_flag("--no-service", a->noService, "no combinations for service");
    c->add_flag("--no-construction", a->noConstruction, "none for construction");
    return [a] { return run(*a); };
}

} // namespace wr::cli
