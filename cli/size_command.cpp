#include "cli/choice.h"
#include "cli/commands.h"
#include "cli/frame_argument.h"
#include "cli/pick_argument.h"
#include "cli/stock_argument.h"
#include "cli/whole_way.h"

#include "core/base/printable.h"
#include "core/files/frame_writer.h"
#include "core/files/size_answer.h"
#include "core/project/proven.h"

#include <algorithm>
#include <memory>

namespace wr::cli {

namespace {

struct SizeArguments
{
    std::string frame, json, write, pick, stock, objective = "mass";
    std::vector<std::string> groups, standards;
    std::optional<double> target, fewer, shallower;
    int rounds = 0;
    ChoiceArguments choice;
};

void print(const Settled& s, const UnitSystem& u)
{
    for (const GroupPlan& g : s.plan.groups) {
        const std::string to = g.chosen < 0 ? "nothing fits" : g.to() != g.before() ? "→ " + g.to() : "stays";
        put("  {:<20} {:<14} {:<20}", printable(g.id), printable(g.before()), printable(to));
        if (g.chosen >= 0) {
            const Rung& r = g.rungs.rungs[static_cast<size_t>(g.chosen)];
            put(" {:.3f} of {:g} in {:<8} {:>12} → {}, {} of {} fit\n", r.utilisation, g.target,
                r.member >= 0 ? printable(s.state.model->members()[static_cast<size_t>(r.member)].id) : "",
                u.text(Quantity::Mass, g.massBefore(), false), u.text(Quantity::Mass, g.massThen()), g.fitting(),
                g.rungs.rungs.size());
        } else
            put(" {}\n", printable(g.why));
    }
    for (const SettleRound& r : s.rounds)
        put("  round {}: {} · top {:.3f} · {} over{} · {} changed{}\n", r.round, u.text(Quantity::Mass, r.mass), r.top, r.over,
            r.limit.empty() ? "" : fmt::format(" · {} {:.2f}", printable(r.limit), r.ratio), r.changes.size(),
            r.kept ? "" : ", taken back");
}

// Some group cannot be met before one cannot be checked; else all is within.
CheckReport::Counts countsOf(const Settled& s, bool planned)
{
    CheckReport::Counts out;
    for (const GroupPlan& g : s.plan.groups) {
        const auto& rungs = g.rungs.rungs;
        const bool unknown = g.chosen < 0 && !rungs.empty() && std::all_of(rungs.begin(), rungs.end(), [](const Rung& r) {
                                 return r.status == Status::Unchecked;
                             });
        (g.chosen >= 0 ? out.ok : unknown ? out.unchecked : out.over) += 1;
    }
    if (planned) return out;
    if (!s.settled) out.over += 1;
    for (const StandingLimit& l : *s.state.limits)
        (l.over() ? out.over : !l.reason.empty() ? out.unchecked : out.ok) += 1;
    for (const MemberResult& r : s.state.report->results)
        (r.status == Status::Over ? out.over : r.status == Status::Unchecked ? out.unchecked : out.ok) += 1;
    return out;
}

Report run(const SizeArguments& a)
{
    Report out;
    out.badInput = true;
    const DesignState::Standards standards = allStandards();
    if (!standardsKnown(a.standards, *standards) || !canWrite(a.write)) return out;
    auto loaded = readFrameFor(a.frame, a.json);
    if (!loaded.ok() || !pickReads(a.pick, *loaded.value)) return out;
    if (!a.standards.empty()) loaded.value->design.standard = a.standards.front();
    if (!a.stock.empty() && !takeStock(a.stock, *loaded.value)) return out;
    SettleChoice choice;
    choice.sizing.objective = objectiveFromName(a.objective).value_or(Objective::Mass);
    choice.sizing.target = a.target;
    choice.sizing.perSection = a.fewer.value_or(0) * loaded.value->units.factor(Quantity::Mass);
    choice.sizing.perDepth = a.shallower.value_or(0) / loaded.value->units.factor(Quantity::Mass) *
                             loaded.value->units.factor(Quantity::SectionLength);
    choice.sizing.groups = a.groups;
    choice.rounds = a.rounds;
    choice.analysis = a.choice.value(*loaded.value);
    for (const std::string& g : a.groups)
        if (const auto& all = loaded.value->design.groups.list();
            std::none_of(all.begin(), all.end(), [&](const Group& x) { return x.id == g; })) {
            complain("error: there is no group \"{}\"\n", printable(g));
            return out;
        }
    const UnitSystem u = loaded.value->writtenUnits();
    const DesignState s = checkedFrame(std::move(*loaded.value), std::move(loaded.findings), standards, a.choice);
    if (!s.hasForces()) {
        complain("error: {} has no forces: {}\n", printable(a.frame),
                 s.analysis->empty() ? "it cannot be analysed" : printable(s.analysis->front().text));
        return out;
    }
    if (!a.pick.empty()) {
        const auto picked = *pickedMembers(a.pick, s);
        for (size_t i = 0; i < picked.size(); ++i)
            if (picked[i]) choice.sizing.members.push_back(i);
        if (choice.sizing.members.empty()) {
            complain("error: no member is picked by {}\n", printable(a.pick));
            return out;
        }
    }
    TerminalProgress progress;
    const Catalogue& catalogue = shippedCatalogue();
    Settled done;
    if (a.rounds > 0)
        done = settle(s, catalogue, choice, progress);
    else {
        done.state = s;
        Proven proven = provenSizes(s, catalogue, choice.sizing, progress);
        done.plan = std::move(proven.plan);
        done.refused = std::move(proven.refused);
        for (const std::string& r : done.refused)
            tell("  refused: {}\n", printable(r));
        done.settled = done.plan.changed() == 0 && done.plan.unfit() == 0;
    }
    if (!a.json.empty() && !writeOut(writeSizes(done, choice.sizing, s.mass(), u), a.json)) return out;
    if (a.json != "-") {
        print(done, u);
        if (!done.why.empty()) put("  {}\n", printable(done.why));
    }
    if (!a.write.empty()) {
        Frame f = *done.state.frame;
        if (const auto edit = a.rounds > 0 ? std::nullopt : editOf(done.plan, s))
            if (const auto patch = applyEdit(f, Edit{*edit}); !patch) {
                complain("error: {}\n", printable(patch.error()));
                return out;
            }
        // Results of other sizes would be taken for those of these.
        if (s.forces().given && sizesFingerprint(f) == s.forces().sizes) f.results = rowsOf(*s.results, f);
        if (s.forces().given && f.results.empty())
            tell("  the results of {} are not written: they belong to the sizes there were\n", printable(a.frame));
        f.came = {};
        if (!told(writeFrameFile(f, a.write))) return out;
    }
    out.badInput = false;
    out.counted = true;
    out.counts = countsOf(done, a.rounds == 0);
    return out;
}

} // namespace

Command sizeCommand()
{
    auto a = std::make_shared<SizeArguments>();
    std::vector<Argument> list{{.name = "FRAME", .help = "frame file or project", .into = &a->frame, .must = true}};
    for (Argument& x : a->choice.arguments())
        list.push_back(std::move(x));
    list.push_back({.name = "--group", .help = "this group alone; may be given again", .into = &a->groups, .value = "NAME"});
    list.push_back(pickArgument(
        a->pick, "groups of the members only that this pick expression, or the saved pick of that name, stands for"));
    list.push_back({.name = "--objective",
                    .help = "what the best section is: the lightest, the shallowest, the cheapest by the stock list, or the "
                            "fewest different ones in the frame",
                    .into = &a->objective,
                    .shown = true,
                    .words = {"mass", "depth", "cost", "few"}});
    list.push_back({.name = "--fewer",
                    .help = "what one different section less is worth, in the frame's unit of mass",
                    .into = &a->fewer,
                    .least = 0});
    list.push_back({.name = "--shallower",
                    .help = "what one unit of sections less depth of a group is worth, in the frame's unit of mass",
                    .into = &a->shallower,
                    .least = 0});
    list.push_back(
        {.name = "--target", .help = "utilisation of every group, in place of their own", .into = &a->target, .least = 1e-6});
    list.push_back({.name = "--rounds",
                    .help = "analyse again with each round's sizes until nothing better is found, at most so often; 0: with "
                            "the forces at hand",
                    .into = &a->rounds,
                    .shown = true,
                    .least = 0,
                    .most = 100});
    list.push_back({.name = "--stock",
                    .help = "a table of text with sections, prices by kg or m, and what is available, in place of the frame's "
                            "stock list",
                    .into = &a->stock,
                    .value = "FILE"});
    list.push_back(
        {.name = "--standard", .help = "design standard instead of the file's", .into = &a->standards, .value = "KEY"});
    list.push_back({.name = "--write", .help = "write the frame with these sizes", .into = &a->write, .value = "FILE"});
    list.push_back(
        {.name = "--json", .help = "write the answer to this file; - for standard output", .into = &a->json, .value = "FILE"});
    return {"size",
            "The best section of its ladder for every group: every rung against every member and combination. Exit status 0: "
            "all within, 1: something cannot be met, 4: something cannot be checked.",
            std::move(list),
            [a] { return run(*a); },
            {{"size hall.frame.json", "what each group would take under the forces at hand"},
             {"size hall.frame.json --rounds 60 --write sized.frame.json", "size and analyse until nothing better is found"},
             {"size hall.frame.json --objective few --target 0.9 --json -", "the fewest different sections, with reserve"}}};
}

} // namespace wr::cli
