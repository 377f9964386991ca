#include "cli/choice.h"
#include "cli/commands.h"

#include "core/analysis/analyse.h"
#include "core/audit/audit.h"
#include "core/audit/stability.h"
#include "core/files/answer.h"
#include "core/files/frame_reader.h"

#include <CLI/CLI.hpp>
#include <fmt/format.h>
#include <memory>

namespace wr::cli {

namespace {

struct CheckArguments
{
    std::string frame, standard, json, trace;
    bool quiet = false;
    ChoiceArguments choice;
};

void summary(const CheckModel& model, const CheckReport& report)
{
    const auto& c = report.counts;
    fmt::print("{}: {} members · {} over · {} unchecked · top {:.3f}\n", model.standard().title, c.checked, c.over, c.unchecked,
               c.top);
    for (size_t i = 0; i < report.results.size(); ++i) {
        const MemberResult& r = report.results[i];
        if (r.status != Status::Over || model.members()[i].exclude) continue;
        const CheckOutcome& g = *r.govern();
        const Standard& s = model.standardOf(i);
        fmt::print("  over  {:<10} {:.3f}  {} ({})  {} at {}\n", model.members()[i].id, r.utilisation,
                   s.checks[static_cast<size_t>(g.check)].key, g.clause,
                   g.set < 0 ? ""
                             : combinationName(model.frame(), model.forces(), model.setsFor(s)[static_cast<size_t>(g.set)]),
                   model.frame().units.text(Quantity::Length, g.at));
    }
}

Report run(const CheckArguments& a)
{
    Report out;
    auto loaded = readFrameFile(a.frame);
    if (!loaded.ok()) {
        printFindings(loaded.findings);
        out.badInput = true;
        return out;
    }
    std::vector<Finding> findings = loaded.findings;
    auto standards = std::make_shared<const std::vector<Standard>>(shippedStandards());
    if (!a.standard.empty()) {
        bool known = false;
        std::string all;
        for (const Standard& s : *standards)
            known |= s.key == a.standard, all += (all.empty() ? "" : ", ") + std::string(s.key);
        if (!known) {
            fmt::print(stderr, "error: \"{}\" is not a standard shipped here; choose one of {}\n", a.standard, all);
            out.badInput = true;
            return out;
        }
        loaded.value->design.standard = a.standard;
    }
    auto frame = std::make_shared<const Frame>(std::move(*loaded.value));
    auto forces = std::make_shared<ForceTable>();
    SilentProgress progress;
    if (!frame->results.empty())
        *forces = givenForces(*frame, findings);
    else {
        FrameForces r = analyseForces(*frame, a.choice.value(), progress);
        findings.insert(findings.end(), r.findings.begin(), r.findings.end());
        if (r.ok)
            *forces = std::move(r.forces);
        else
            out.badInput = true; // a mechanism: nothing can be checked
    }
    const CheckModel model(frame, forces, standards);
    CheckReport report;
    model.checkAll(report, progress);
    for (auto&& more : {audit(model), auditResults(model, report)})
        findings.insert(findings.end(), more.begin(), more.end());
    if (const auto drift = driftRatio(model, progress)) findings.push_back(*drift);
    if (!a.json.empty() && !writeOut(writeAnswer(model, report, findings), a.json)) out.badInput = true;
    if (!a.trace.empty()) {
        bool found = false;
        for (size_t i = 0; i < model.members().size(); ++i)
            if (model.members()[i].id == a.trace) {
                found = true;
                if (!writeOut(writeTraces(model, report, i), "-")) out.badInput = true;
            }
        if (!found) {
            fmt::print(stderr, "error: there is no member \"{}\"\n", a.trace);
            out.badInput = true;
        }
    } else if (!a.quiet && a.json != "-") {
        std::vector<Finding> shown;
        for (const Finding& f : findings)
            if (f.code != "member.over") shown.push_back(f); // the summary lists those
        printFindings(shown);
        summary(model, report);
    }
    out.counted = true, out.counts = report.counts;
    return out;
}

} // namespace

Run addCheck(CLI::App& app)
{
    auto a = std::make_shared<CheckArguments>();
    CLI::App* c = app.add_subcommand(
        "check", "Check every member of a frame; without results in the file the frame is analysed first (linear).");
    c->add_option("FRAME", a->frame, "frame file (.frame.json)")->required();
    a->choice.add(*c); // for frames without results
    c->add_option("--standard", a->standard,
                  "design standard instead of the file's (aisc360-22-lrfd, aisc360-22-asd, the same of -16-, -10- and -05-)");
    c->add_option("--json", a->json, "write the answer to this file; - for standard output");
    c->add_option("--trace", a->trace, "print the whole calculation of one member as JSON");
    c->add_flag("--quiet", a->quiet, "no summary and no findings on the terminal");
    return [a] { return run(*a); };
}

} // namespace wr::cli
