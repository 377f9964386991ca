#include "cli/commands.h"

#include "core/analysis/linear.h"
#include "core/files/frame_reader.h"
#include "core/files/frame_writer.h"

#include <CLI/CLI.hpp>
#include <fmt/format.h>
#include <memory>

namespace wr::cli {

namespace {

struct AnalyseArguments
{
    std::string frame, json;
    bool rigidInShear = false;
    int stations = 11;
};

Report run(const AnalyseArguments& a)
{
    Report out;
    auto loaded = readFrameFile(a.frame);
    printFindings(loaded.findings);
    if (!loaded.ok()) {
        out.badInput = true;
        return out;
    }
    AnalysisOptions options;
    options.shearDeformation = !a.rigidInShear, options.stations = a.stations;
    SilentProgress progress;
    const AnalysisResult r = analyseLinear(*loaded.value, options, progress);
    printFindings(r.findings);
    if (!r.ok || !writeOut(writeFrame(withResults(*loaded.value, r)), a.json)) {
        out.badInput = true;
        return out;
    }
    if (a.json != "-")
        fmt::print("{} nodes, {} elements, {} cases, {} freedoms; residual {:.1e}\n", loaded.value->nodes.size(),
                   loaded.value->elements.size(), loaded.value->cases.size(), r.freedoms, r.residual);
    return out;
}

} // namespace

Run addAnalyse(CLI::App& app)
{
    auto a = std::make_shared<AnalyseArguments>();
    CLI::App* c = app.add_subcommand(
        "analyse",
        "Analyse a frame (linear, first order) and write it again with its results: one entry per case and per combination.");
    c->add_option("FRAME", a->frame, "frame file (.frame.json)")->required();
    c->add_option("--json", a->json, "where to write the frame with its results; - for standard output")->required();
    c->add_option("--stations", a->stations, "equally spaced stations per element, ends included")
        ->check(CLI::Range(2, 1001))
        ->capture_default_str();
    c->add_flag("--no-shear-deformation", a->rigidInShear, "leave out shear deformation");
    return [a] { return run(*a); };
}

} // namespace wr::cli
