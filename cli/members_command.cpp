#include "cli/choice.h"
#include "cli/commands.h"
#include "cli/frame_argument.h"
#include "cli/pick_argument.h"

#include "core/base/printable.h"
#include "core/files/members_answer.h"
#include "core/members/forming_reason.h"
#include "core/project/design_state.h"
#include "logging/log.h"

#include <fmt/format.h>
#include <memory>
#include <optional>

namespace wr::cli {

namespace {

struct MembersArguments
{
    std::string frame, json, pick;
    ChoiceArguments choice;
};

// "0-3-6 (k 1.00)": where the segments of a lane meet, and the largest factor.
std::string laneWords(const UnitSystem& u, const std::vector<LaneSegment>& lane)
{
    std::string out;
    double k = 0;
    const auto add = [&](double at) { out += fmt::format("{}{:.4g}", out.empty() ? "" : "-", u.show(Quantity::Length, at)); };
    if (!lane.empty()) add(lane.front().from);
    for (const LaneSegment& s : lane) {
        add(s.to);
        k = std::max(k, s.k);
    }
    return k == 1 ? out : fmt::format("{} ×{:.3g}", out, k);
}

void table(const CheckModel& model, const std::vector<char>& only)
{
    const Frame& f = model.frame();
    const auto elementsAt = elementsAtNodes(f);
    const ElementName names = memberNames(model.formed());
    put("{:<12} {:>8}  {:<8} {:<24} {:<24} {:<24} {}\n", "member", f.units.length, "elements", "major", "minor", "top flange",
        "ends");
    for (size_t i = 0; i < model.members().size(); ++i) {
        if (!only[i]) continue;
        const Member& m = model.members()[i];
        const FormingReason reason = formingReason(f, m, elementsAt, names);
        const Lanes& lanes = model.lanes(i);
        put("{:<12} {:>8.3f}  {:<8} {:<24} {:<24} {:<24} {} | {}\n", printable(m.id), f.units.show(Quantity::Length, m.length),
            m.pieces.size(), laneWords(f.units, lanes.of(LengthAxis::Major)), laneWords(f.units, lanes.of(LengthAxis::Minor)),
            laneWords(f.units, lanes.of(LengthAxis::Top)), printable(endWords(f, reason.ends[0], names)),
            printable(endWords(f, reason.ends[1], names)));
        if (!m.broken.empty() || m.pieces.size() > 1) put("{:<12} {}\n", "", printable(reason.why));
    }
}

// Which sets of forces the stiffness was tested under.
std::string setWords(const CheckModel& model, const RestraintResult& r)
{
    std::string out;
    for (const int k : r.sets)
        out += (out.empty() ? "" : ", ") + setName(model.frame(), model.forces().sets[static_cast<size_t>(k)]);
    return out.empty() ? "nothing presses the members: holds are those of geometry alone"
                       : fmt::format("holds tested under {} with {} tangents", out, r.tangents);
}

Report run(const MembersArguments& a)
{
    Report out;
    auto loaded = readFrameFor(a.frame, a.json);
    out.badInput = !loaded.ok() || !pickReads(a.pick, *loaded.value);
    if (out.badInput) return out;
    TerminalProgress progress;
    DesignState s = [&] {
        const LogTime time("analysis");
        const AnalysisChoice choice = a.choice.value(*loaded.value);
        const DesignState begun =
            beginState(std::move(*loaded.value), std::move(loaded.findings),
                       std::make_shared<const std::vector<Standard>>(shippedStandards()), choice, progress);
        const LogTime restraint("restraint");
        return heldState(begun, progress, true);
    }();
    if (!a.pick.empty()) s = checkedState(s, progress).first; // it may ask for utilisations
    const std::vector<char> only = *pickedMembers(a.pick, s);
    std::vector<Finding> findings = *s.read;
    findings.insert(findings.end(), s.analysis->begin(), s.analysis->end());
    for (const Finding& x : s.model->findings())
        findings.push_back(x);
    printFindings(findings);
    if (a.json.empty())
        table(*s.model, only);
    else if (!writeOut(writeMembers(*s.model, only), a.json))
        out.badInput = true;
    if (const auto& r = s.model->restraint(); r && r->result().complete && a.json != "-")
        tell("{}\n", setWords(*s.model, r->result()));
    return out;
}

} // namespace

Command membersCommand()
{
    auto a = std::make_shared<MembersArguments>();
    std::vector<Argument> list{{.name = "FRAME", .help = "frame file (.frame.json)", .into = &a->frame, .must = true}};
    for (Argument& x : a->choice.arguments())
        list.push_back(std::move(x));
    list.push_back(pickArgument(a->pick, "only members that this pick expression, or the saved pick of that name, stands for"));
    list.push_back(
        {.name = "--json", .help = "write the answer to this file; - for standard output", .into = &a->json, .value = "FILE"});
    return {"members",
            "Tell what the members of a frame are, what holds them and how long they are.",
            std::move(list),
            [a] { return run(*a); },
            {{"members hall.frame.json", "a table: length, where each lane is held, what the ends meet"},
             {"members hall.frame.json --json members.json", "members, holds, segments and lengths as JSON"}}};
}

} // namespace wr::cli
