// One edit to one group of 100 members in a frame of 10 000 members × 20 combinations: every step of the way from the edit to
// the next state, apart and together. The limit is one picture of a screen, 16 ms, for all that the window's thread may have to
// wait for.
#include "benchmarks/frames.h"
#include "core/audit/audit.h"
#include "core/project/effect.h"

using namespace wr;
using namespace wr::benchmark;

namespace {

DesignState stateOf(const std::shared_ptr<Frame>& frame, const std::shared_ptr<ForceTable>& forces)
{
    DesignState s;
    s.frame = frame;
    auto results = std::make_shared<FrameResults>();
    results->forces.ok = true;
    results->forces.forces = *forces;
    s.results = results;
    const auto none = std::make_shared<const std::vector<Finding>>();
    s.read = s.analysis = s.audited = s.ofReport = none;
    const auto standards = std::make_shared<const std::vector<Standard>>(shippedStandards());
    s.model = std::make_shared<const CheckModel>(frame, std::shared_ptr<const ForceTable>(results, &results->forces.forces),
                                                 standards);
    auto report = std::make_shared<CheckReport>();
    SilentProgress progress;
    s.model->checkAll(*report, progress);
    s.report = report;
    s.checked = true;
    return s;
}

void measure(const char* name, const DesignState& start, const Edit& edit)
{
    std::optional<Patch> patch;
    Frame changed;
    const double diff = seconds(5, [&] {
        Frame next = *start.frame;
        auto p = applyEdit(next, edit);
        if (!p) return;
        patch = std::move(*p);
        changed = std::move(next);
    });
    if (!patch) return fmt::print("{}: the edit was refused\n", name);
    const ResultStore store;
    std::optional<Advanced> next;
    const double step = seconds(5, [&] { next = advance(start, *patch, changed, store); });
    SilentProgress progress;
    CheckReport report;
    const std::vector<size_t> which(next->state.stale.begin(), next->state.stale.end());
    const double check = seconds(5, [&] { next->state.model->checkAll(report, progress, which); });
    const double audited = seconds(5, [&] { auditedState(next->state); });
    const Patch back = inverseOf(*patch);
    const double undo = seconds(5, [&] { advance(next->state, back, store); });
    fmt::print("{}: {} members stale of {}\n", name, which.size(), next->state.model->members().size());
    fmt::print("  edit and its patch            {:7.2f} ms\n", diff * 1e3);
    fmt::print("  members, holds, lengths       {:7.2f} ms\n", step * 1e3);
    fmt::print("  the stale members checked     {:7.2f} ms\n", check * 1e3);
    fmt::print("  together                      {:7.2f} ms (limit 16)\n", (diff + step + check) * 1e3);
    fmt::print("  undone, before the check      {:7.2f} ms\n", undo * 1e3);
    fmt::print("  audit, in the background      {:7.2f} ms\n", audited * 1e3);
}

// A line of a brief of all members tried, before it is taken.
void measureBrief(const DesignState& start)
{
    Frame with = *start.frame;
    Brief b;
    b.id = "All";
    std::vector<MemberRef> all;
    for (const Member& m : start.model->members())
        all.push_back({m.id, {m.pieces.front().element}});
    if (!applyEdit(with, PutBrief{b}) || !applyEdit(with, GiveBrief{all, "All"})) return fmt::print("the brief was refused\n");
    auto frame = std::make_shared<Frame>(std::move(with));
    auto forces = std::make_shared<ForceTable>(start.forces());
    const DesignState given = stateOf(frame, forces);
    b.cb = 1.3;
    SilentProgress progress;
    size_t members = 0;
    const double took = seconds(5, [&] {
        if (const auto effect = effectOf(given, PutBrief{b}, ResultStore{}, progress)) members = effect->members;
    });
    fmt::print("a line of the brief of {} members, its effect {:7.1f} ms (limit 400)\n", members, took * 1e3);
}

} // namespace

int main()
{
    constexpr int members = 10000, cases = 20, combinations = 20, stations = 11;
    for (const bool declared : {true, false}) {
        const std::shared_ptr<Frame> frame = manyMembers(members, cases, combinations);
        if (!declared) frame->design.members.clear();
        const DesignState start = stateOf(frame, randomForces(*frame, stations));
        std::vector<MemberRef> refs;
        for (size_t i = 0; i < 100; ++i) {
            const Member& m = start.model->members()[i * 5];
            refs.push_back({m.id, {m.pieces.front().element}});
        }
        fmt::print("{} members {}, {} combinations\n", members, declared ? "declared" : "formed by rule", combinations);
        measure("lengths of 100 members", start, SetLengths{refs, LengthAxis::Minor, 0.8, {}});
        measure("section of 100 members", start, SetSection{refs, "W14X132", {}});
        measure("group of 100 members", start, SetGroup{refs, "Others"});
        if (declared) measureBrief(start);
    }
    return 0;
}
