// A whole frame sized: 30 groups × every W section × 5 000 members × 20 combinations, against as many plain judgements of the
// members with the section they have, and against the very same evaluations one by one as a check does them. Figures are for
// the machine it runs on, ratios are what counts.
#include "benchmarks/frames.h"
#include "core/checking/runner.h"
#include "core/sizing/plan.h"

#include <fmt/format.h>
#include <tbb/parallel_for.h>

using namespace wr;
using namespace wr::benchmark;

// With the key of a standard: that one alone.
int main(int argc, char** argv)
{
    constexpr int members = 5000, groups = 30, combinations = 20;
    Frame f = *manyMembers(members, 8, combinations);
    f.hasDesign = true;
    for (int g = 0; g < groups; ++g)
        f.design.groups.push_back({fmt::format("G{:02}", g), "", {}});
    std::vector<DesignMember> list;
    for (int m = 0; m < members; ++m) {
        DesignMember d;
        d.id = fmt::format("M{}", m);
        d.elements = {m};
        d.group = fmt::format("G{:02}", m % groups);
        list.push_back(std::move(d));
    }
    f.design.members = std::move(list);
    const auto frame = std::make_shared<const Frame>(std::move(f));
    const auto table = randomForces(*frame, 11);
    for (const char* standard : {"aisc360-22-lrfd", "en1993"}) {
        if (argc > 1 && std::string(argv[1]) != standard) continue;
        auto under = std::make_shared<Frame>(*frame);
        under->design.standard = standard;
        const CheckModel model(under, table, std::make_shared<const std::vector<Standard>>(shippedStandards()));
        SizingChoice choice;
        SilentProgress progress;
        SizingPlan plan;
        const double sized = seconds(2, [&] { plan = planSizes(model, shippedCatalogue(), choice, progress); });
        size_t rungs = 0, checks = 0;
        for (const GroupPlan& g : plan.groups)
            rungs += g.rungs.rungs.size(), checks += g.rungs.rungs.size() * g.rungs.members.size();
        // As many judgements of each member, with the section it has.
        std::vector<Demands> demands(model.members().size());
        const size_t each = checks / model.members().size();
        const double plain = seconds(2, [&] {
            tbb::parallel_for(size_t{0}, model.members().size(), [&](size_t m) {
                demands[m] = model.allDemands(m);
                const MemberInput in = model.input(m);
                MemberResult r;
                for (size_t k = 0; k < each; ++k)
                    model.judge(m, in, demands[m], r);
            });
        });
        fmt::print("{}: {} groups, {} rungs, {} members, {} combinations: {} checks in {:.2f} s (limit 3) = {:.2f} µs each\n",
                   standard, plan.groups.size(), rungs, model.members().size(), combinations, checks, sized,
                   sized / static_cast<double>(checks) * 1e6);
        fmt::print("as many plain judgements: {:.2f} s; ratio {:.2f} (limit 1.3)\n", plain, sized / plain);
        // The same evaluations, a rung at a time: each member's demands found as a check finds them, once for a rung's worth.
        const double same = seconds(1, [&] {
            for (const GroupPlan& g : plan.groups)
                tbb::parallel_for(size_t{0}, g.rungs.members.size(), [&](size_t i) {
                    const size_t m = g.rungs.members[i];
                    const Demands own = model.allDemands(m);
                    MemberResult r;
                    for (const Rung& rung : g.rungs.rungs)
                        model.judge(m, model.inputWith(m, rung.section->shape, rung.section->properties()), own, r);
                });
        });
        fmt::print("the same evaluations as plain checks: {:.2f} s; ratio {:.2f} (limit 1.3)\n", same, sized / same);
        choice.objective = Objective::Few;
        const double few = seconds(2, [&] { chooseAgain(plan, model, choice); });
        fmt::print("the fewest sections of those rungs: {} in {:.1f} ms\n", plan.sectionsThen(), few * 1e3);
    }
    return 0;
}
