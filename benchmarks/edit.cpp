// One edit to one group of 100 members in a frame of 10 000 members × 20 combinations: every step that the window makes for it,
// apart and together. The limit is one picture of a screen, 16 ms.
#include "benchmarks/frames.h"
#include "core/audit/audit.h"
#include "core/checking/runner.h"
#include "core/project/history.h"

using namespace wr;
using namespace wr::benchmark;

int main()
{
    constexpr int members = 10000, cases = 20, combinations = 20, stations = 11;
    const std::shared_ptr<const Frame> frame = manyMembers(members, cases, combinations);
    const std::shared_ptr<const ForceTable> forces = randomForces(*frame, stations);
    const auto standards = std::make_shared<const std::vector<Standard>>(shippedStandards());
    SetLengths edit;
    edit.axis = LengthAxis::Minor;
    edit.k = 0.8;
    std::vector<size_t> group;
    for (size_t i = 0; i < 100; ++i) {
        edit.members.push_back({frame->design.members[i].id, frame->design.members[i].elements});
        group.push_back(i);
    }
    std::shared_ptr<Frame> next;
    const double copy = seconds(5, [&] { next = std::make_shared<Frame>(*frame); });
    double patch = 1e9;
    for (int k = 0; k < 5; ++k) {
        Frame again = *frame;
        History history;
        patch = std::min(patch, seconds(1, [&] {
                             if (!history.run(again, edit)) fmt::print("the edit was refused\n");
                         }));
    }
    History history;
    if (!history.run(*next, edit)) return 1;
    std::unique_ptr<CheckModel> model;
    const double form = seconds(5, [&] { model = std::make_unique<CheckModel>(next, forces, standards); });
    SilentProgress progress;
    CheckReport report;
    const double check = seconds(5, [&] { model->checkAll(report, progress, group); });
    const double doubts = seconds(5, [&] { audit(*model); });
    fmt::print("one edit to 100 of {} members, {} combinations:\n", members, combinations);
    fmt::print("  frame copied                 {:7.2f} ms\n", copy * 1e3);
    fmt::print("  edit applied                 {:7.2f} ms\n", patch * 1e3);
    fmt::print("  members and lanes formed     {:7.2f} ms\n", form * 1e3);
    fmt::print("  the group checked            {:7.2f} ms\n", check * 1e3);
    fmt::print("  together                     {:7.2f} ms (limit 16)\n", (copy + patch + form + check) * 1e3);
    fmt::print("  audit of the whole frame     {:7.2f} ms (on the window's thread today)\n", doubts * 1e3);
    return 0;
}
