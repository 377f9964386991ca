#include "cli/choice.h"
#include "cli/commands.h"

#include "core/analysis/analyse.h"
#include "core/audit/audit.h"
#include "core/audit/stability.h"
#include "core/files/answer.h"
#include "core/files/frame_reader.h"

#include <CLI/CLI.hpp>
#include <algorithm>
#include <fmt/format.h>
#include <memory>

namespace wr::cli {

namespace {

struct CheckArguments
{
    std::string frame, json, trace;
    std::vector<std::string> standards; // the first is the frame's for this run, the others stand beside it
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
                   s.checks[static_cast<size_t>(g.check)].key, g.clause, model.combinationOf(i, g),
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
    for (const std::string& wanted : a.standards) {
        const bool known =
            std::any_of(standards->begin(), standards->end(), [&](const Standard& s) { return s.key == wanted; });
        if (known) continue;
        std::string all;
        for (const Standard& s : *standards)
            all += (all.empty() ? "" : ", ") + std::string(s.key);
        fmt::print(stderr, "error: \"{}\" is not a standard shipped here; choose one of {}\n", wanted, all);
        out.badInput = true;
        return out;
    }
    if (!a.standards.empty()) loaded.value->design.standard = a.standards.front();
    auto frame = std::make_shared<const Frame>(std::move(*loaded.value));
    auto analysed = std::make_shared<FrameForces>();
    SilentProgress progress;
    if (!frame->results.empty())
        *analysed = givenResults(*frame, findings);
    else {
        *analysed = analyseForces(*frame, a.choice.value(*frame), progress);
        findings.insert(findings.end(), analysed->findings.begin(), analysed->findings.end());
        if (!analysed->ok) {
            analysed->forces = {}, analysed->motions.clear();
            out.badInput = true; // a mechanism: nothing can be checked
        }
    }
    const std::shared_ptr<const ForceTable> forces(analysed, &analysed->forces);
    const std::shared_ptr<const std::vector<NodeMotion>> motions(analysed, &analysed->motions);
    const CheckModel model(frame, forces, standards, motions);
    CheckReport report;
    model.checkAll(report, progress);
    for (auto&& more : {audit(model), auditResults(model, report)})
        findings.insert(findings.end(), more.begin(), more.end());
    for (const auto& global : {driftRatio(model, progress), criticalFactor(model, progress)})
        if (global) findings.push_back(*global);
    // Further standards over the same frame and the same forces.
    std::vector<SecondOpinion> others;
    for (size_t k = 1; k < a.standards.size(); ++k) {
        auto copy = std::make_shared<Frame>(*frame);
        copy->design.standard = a.standards[k];
        SecondOpinion& o = others.emplace_back();
        o.model = std::make_shared<const CheckModel>(copy, forces, standards, motions);
        o.model->checkAll(o.report, progress);
        for (auto&& more : {audit(*o.model), auditResults(*o.model, o.report)})
            for (const Finding& f : more)
                if (std::none_of(findings.begin(), findings.end(), [&](const Finding& g) {
                        return g.code == f.code && g.subject == f.subject && g.text == f.text;
                    })) {
                    findings.push_back(f);
                    findings.back().text = fmt::format("by {}: {}", o.model->standard().title, f.text);
                }
    }
    if (!a.json.empty() && !writeOut(writeAnswer(model, report, findings, others), a.json)) out.badInput = true;
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
        for (const SecondOpinion& o : others)
            summary(*o.model, o.report);
    }
    out.counted = true, out.counts = report.counts;
    for (const SecondOpinion& o : others)
        out.counts.over += o.report.counts.over, out.counts.unchecked += o.report.counts.unchecked;
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
    c->add_option("--standard", a->standards,
                  "design standard instead of the file's (aisc360-22-lrfd, aisc360-22-asd, the same of -16-, -10- and -05-, "
                  "en1993); given "
                  "again: another one beside it")
        ->take_all();
    c->add_option("--json", a->json, "write the answer to this file; - for standard output");
    c->add_option("--trace", a->trace, "print the whole calculation of one member as JSON");
    c->add_flag("--quiet", a->quiet, "no summary and no findings on the terminal");
    return [a] { return run(*a); };
}

} // namespace wr::cli
