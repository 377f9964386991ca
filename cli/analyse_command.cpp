#include "cli/choice.h"
#include "cli/commands.h"

#include "core/analysis/analyse.h"
#include "core/analysis/modes.h"
#include "core/files/frame_reader.h"
#include "core/files/frame_writer.h"
#include "core/files/json_cursor.h"

#include <CLI/CLI.hpp>
#include <fmt/format.h>
#include <memory>

namespace wr::cli {

namespace {

struct AnalyseArguments
{
    std::string frame, json, mass = "consistent";
    int buckling = 0, modes = 0;
    ChoiceArguments choice;
};

// The key that names a load in the answer.
Json named(const Frame& f, const WholeLoad& l)
{
    Json j = Json::object();
    if (l.combination >= 0)
        j["combination"] = f.combinations[static_cast<size_t>(l.combination)].id;
    else
        j["case"] = f.cases[static_cast<size_t>(l.loadCase)].id;
    return j;
}

Report run(const AnalyseArguments& a)
{
    Report out;
    auto loaded = readFrameFile(a.frame);
    printFindings(loaded.findings);
    if (!loaded.ok()) {
        out.badInput = true;
        return out;
    }
    const Frame& f = *loaded.value;
    SilentProgress progress;
    Frame answer = f;
    std::string words;
    std::vector<Finding> findings;
    bool good = true;
    const FrameForces r = analyseForces(f, a.choice.value(f), progress);
    findings = r.findings;
    for (size_t c = 0; c < f.combinations.size(); ++c)
        if (f.combinations[c].terms.empty())
            findings.push_back(finding("combination.empty", fmt::format("/combinations/{}", c), f.combinations[c].id,
                                       fmt::format("combination {} names no case: its forces are zero", f.combinations[c].id)));
    good = r.ok;
    if (r.ok) answer = withResults(f, r);
    if (r.outcomes.empty())
        words = fmt::format("{} freedoms; residual {:.1e}, error measured on the softest shape {:.1e}", r.freedoms, r.residual,
                            r.accuracy);
    else {
        size_t solved = 0;
        int most = 0;
        double tau = 1;
        for (const CombinationOutcome& c : r.outcomes)
            solved += c.solved, most = std::max(most, c.iterations), tau = std::min(tau, c.leastTau);
        good = solved == r.outcomes.size();
        words = fmt::format("{}, {} of {} loads solved, at most {} iterations", choiceWords(a.choice.value(f)), solved,
                            r.outcomes.size(), most);
        if (tau < 1) words += fmt::format(", least τb {:.3f}", tau);
    }
    printFindings(findings);
    Json j = Json::parse(writeFrame(answer));
    if (good && a.buckling > 0) {
        const BucklingResult b = analyseBuckling(f, a.buckling, progress, 6, true);
        printFindings(b.findings);
        good = good && b.ok;
        const std::vector<WholeLoad> list = wholeLoads(f, true);
        for (size_t c = 0; c < b.combinations.size(); ++c) {
            Json entry = named(f, list[c]);
            entry["factors"] = Json::array();
            for (const BucklingMode& m : b.combinations[c])
                entry["factors"].push_back(m.factor);
            if (a.json != "-" && !b.combinations[c].empty())
                fmt::print("{}: critical load factor {:.4g}\n", list[c].name, b.combinations[c].front().factor);
            j["buckling"].push_back(std::move(entry));
        }
    }
    if (good && a.modes > 0) {
        VibrationOptions o;
        o.modes = a.modes, o.consistent = a.mass == "consistent";
        const VibrationResult v = analyseVibration(f, o, progress);
        printFindings(v.findings);
        good = good && v.ok;
        Json hz = Json::array(), part = Json::array();
        for (const VibrationMode& m : v.modes) {
            hz.push_back(m.frequency);
            part.push_back({m.participation.x, m.participation.y, m.participation.z});
        }
        j["vibration"] = {{"mass", a.mass}, {"hz", hz}, {"participation", part}};
    }
    if (!writeOut(j.dump(1) + "\n", a.json) || !good) out.badInput = true;
    if (a.json != "-" && good)
        fmt::print("{} nodes, {} elements, {} cases, {}\n", f.nodes.size(), f.elements.size(), f.cases.size(), words);
    return out;
}

} // namespace

Run addAnalyse(CLI::App& app)
{
    auto a = std::make_shared<AnalyseArguments>();
    CLI::App* c = app.add_subcommand("analyse", "Analyse a frame and write it again with its results: first order one entry "
                                                "per case and per combination, second order one "
                                                "per combination.");
    c->add_option("FRAME", a->frame, "frame file (.frame.json)")->required();
    c->add_option("--json", a->json, "where to write the frame with its results; - for standard output")->required();
    c->add_option("--stations", a->choice.stations, "equally spaced stations per element, ends included")
        ->check(CLI::Range(2, 1001))
        ->capture_default_str();
    a->choice.add(*c);
    c->add_option("--buckling", a->buckling, "so many critical load factors of every combination and case")
        ->check(CLI::Range(1, 100));
    c->add_option("--modes", a->modes, "so many natural frequencies of the frame with its own mass")->check(CLI::Range(1, 200));
    c->add_option("--mass", a->mass, "mass of the elements in the vibration")
        ->check(CLI::IsMember({"consistent", "lumped"}))
        ->capture_default_str();
    return [a] { return run(*a); };
}

} // namespace wr::cli
