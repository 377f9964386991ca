#include "cli/choice.h"
#include "cli/commands.h"

#include "core/analysis/analyse.h"
#include "core/analysis/modes.h"
#include "core/base/printable.h"
#include "core/files/frame_reader.h"
#include "core/files/frame_writer.h"
#include "core/files/modes_json.h"
#include "core/standards/standard.h"

#include <algorithm>
#include <fmt/format.h>
#include <memory>

namespace wr::cli {

namespace {

struct AnalyseArguments
{
    std::string frame, json, mass = "consistent", results = "by-size";
    int buckling = 0, modes = 0;
    ChoiceArguments choice;
};

// Critical load factors into the answer. False if they could not be found.
bool addBuckling(const AnalyseArguments& a, const Frame& f, Frame& answer, Progress& progress)
{
    const BucklingResult b =
        analyseBuckling(f, {.modes = a.buckling, .cases = true, .shearDeformation = !a.choice.rigidInShear}, progress);
    printFindings(b.findings);
    const std::vector<WholeLoad> loads = wholeLoads(f, true);
    for (size_t c = 0; c < b.combinations.size(); ++c)
        if (a.json != "-" && !b.combinations[c].empty())
            tell("{}: critical load factor {:.4g}\n", printable(loads[c].name), b.combinations[c].front().factor);
    answer.modes.emplace_back("buckling", bucklingJson(f, b, loads));
    return b.ok;
}

bool addVibration(const AnalyseArguments& a, const Frame& f, Frame& answer, Progress& progress)
{
    VibrationOptions o;
    o.modes = a.modes;
    o.shearDeformation = !a.choice.rigidInShear;
    o.consistent = a.mass == "consistent";
    const VibrationResult v = analyseVibration(f, o, progress);
    printFindings(v.findings);
    answer.modes.emplace_back("vibration", vibrationJson(v, a.mass));
    return v.ok;
}

// "12 freedoms; residual 1.2e-15 …" or how the loads of a second-order analysis went.
std::string outcomeWords(const FrameForces& r, const AnalysisChoice& choice)
{
    if (r.outcomes.empty())
        return fmt::format("{}; residual {:.1e}, error measured on the softest shape {:.1e}",
                           counted(static_cast<size_t>(r.freedoms), "freedom"), r.residual, r.accuracy);
    const auto solved = std::count_if(r.outcomes.begin(), r.outcomes.end(), [](const auto& c) { return c.solved; });
    int most = 0;
    double tau = 1;
    for (const CombinationOutcome& c : r.outcomes) {
        most = std::max(most, c.iterations);
        tau = std::min(tau, c.leastTau);
    }
    std::string words = fmt::format("{}, {} of {} solved, at most {}", choiceWords(choice), solved,
                                    counted(r.outcomes.size(), "load"), counted(static_cast<size_t>(most), "iteration"));
    if (tau < 1) words += fmt::format(", least τb {:.3f}", tau);
    return words;
}

std::vector<Finding> emptyCombinations(const Frame& f)
{
    std::vector<Finding> out;
    for (size_t c = 0; c < f.combinations.size(); ++c)
        if (f.combinations[c].terms.empty())
            out.push_back(finding("combination.empty", fmt::format("/combinations/{}", c), f.combinations[c].id,
                                  fmt::format("combination {} names no case: its forces are zero", f.combinations[c].id)));
    return out;
}

// Stations of all results beyond which they are written as columns: tens of megabytes as objects.
constexpr size_t kManyStations = 200'000;

bool writeAnswer(const AnalyseArguments& a, const Frame& answer, const FrameForces& r)
{
    const auto cases = std::count_if(r.forces.columnCase.begin(), r.forces.columnCase.end(), [](int c) { return c >= 0; });
    const size_t stations = r.forces.s.size() * (static_cast<size_t>(cases) + r.forces.sets.size());
    const bool compact = a.results == "columns" || (a.results == "by-size" && stations > kManyStations);
    auto out = TextOutput::open(a.json);
    if (!out) {
        complain("error: {}\n", printable(out.error()));
        return false;
    }
    writeFrame(
        answer, [&](const auto& take) { eachResult(answer, r, take); }, compact ? ResultForm::Compact : ResultForm::Plain,
        *out);
    return told(out->close());
}

Report run(const AnalyseArguments& a)
{
    Report out;
    if (!canWrite(a.json)) {
        out.badInput = true;
        return out;
    }
    auto loaded = readFrameFile(a.frame);
    printFindings(loaded.findings);
    if (!loaded.ok()) {
        out.badInput = true;
        return out;
    }
    const Frame& f = *loaded.value;
    const AnalysisChoice choice = a.choice.value(f);
    TerminalProgress progress;
    const FrameForces r = analyseForces(f, choice, secondOrderRules(), progress);
    printFindings(r.findings);
    printFindings(emptyCombinations(f));
    bool good = r.ok && std::all_of(r.outcomes.begin(), r.outcomes.end(), [](const auto& c) { return c.solved; });
    Frame answer = f;
    answer.results.clear();
    answer.modes.clear();
    if (good && a.buckling > 0) good = addBuckling(a, f, answer, progress);
    if (good && a.modes > 0) good = addVibration(a, f, answer, progress);
    // Half the results are no answer: nothing is written.
    if (!good) {
        complain("error: {} is not written: not everything that was asked for could be found\n", printable(a.json));
        out.badInput = true;
    } else if (!writeAnswer(a, answer, r))
        out.badInput = true;
    if (a.json != "-" && good)
        tell("{}, {}, {}, {}\n", counted(f.nodes.size(), "node"), counted(f.elements.size(), "element"),
             counted(f.cases.size(), "case"), outcomeWords(r, choice));
    return out;
}

} // namespace

Command analyseCommand()
{
    auto a = std::make_shared<AnalyseArguments>();
    std::vector<Argument> list{{.name = "FRAME", .help = "frame file (.frame.json)", .into = &a->frame, .must = true},
                               {.name = "--json",
                                .help = "where to write the frame with its results; - for standard output",
                                .into = &a->json,
                                .must = true,
                                .value = "FILE"},
                               {.name = "--stations",
                                .help = "equally spaced stations per element, ends included",
                                .into = &a->choice.stations,
                                .shown = true,
                                .least = 2,
                                .most = 1001}};
    list.push_back({.name = "--results",
                    .help = "results as an object per station, or as columns; by size: columns where there are many",
                    .into = &a->results,
                    .shown = true,
                    .words = {"by-size", "objects", "columns"}});
    for (Argument& x : a->choice.arguments())
        list.push_back(std::move(x));
    list.push_back({.name = "--buckling",
                    .help = "so many critical load factors of every combination and case",
                    .into = &a->buckling,
                    .least = 1,
                    .most = 100});
    list.push_back({.name = "--modes",
                    .help = "so many natural frequencies of the frame with its own mass",
                    .into = &a->modes,
                    .least = 1,
                    .most = 200});
    list.push_back({.name = "--mass",
                    .help = "mass of the elements in the vibration",
                    .into = &a->mass,
                    .shown = true,
                    .words = {"consistent", "lumped"}});
    return {"analyse",
            "Analyse a frame and write it again with its results: first order one entry per case and per combination, second "
            "order one per combination.",
            std::move(list),
            [a] { return run(*a); },
            {{"analyse hall.frame.json --json out.frame.json", "first order: every case and combination"},
             {"analyse hall.frame.json --second-order --buckling 2 --json -",
              "each combination in the deformed shape, two critical load factors each, to standard output"}}};
}

} // namespace wr::cli
