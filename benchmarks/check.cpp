// Full check of 10 000 members × 100 combinations × 11 stations, against a loop that only reads and combines the same forces;
// one edit to one group of 100 members; rungs for a group. Figures are for the machine it runs on, ratios are what counts.
#include "benchmarks/frames.h"
#include "core/checking/runner.h"
#include "core/sizing/rungs.h"

#include <fmt/format.h>
#include <numeric>
#include <tbb/parallel_for.h>

using namespace wr;
using namespace wr::benchmark;

int main()
{
    constexpr int members = 10000, cases = 20, combinations = 100, stations = 11;
    const auto frame = manyMembers(members, cases, combinations);
    const auto table = randomForces(*frame, stations);
    const CheckModel model(frame, table, std::make_shared<const std::vector<Standard>>(shippedStandards()));

    // The other standard over the same frame: its section checks look at every station of every combination.
    const auto european = std::make_shared<Frame>(*frame);
    european->design.standard = "en1993";
    const CheckModel other(european, table, std::make_shared<const std::vector<Standard>>(shippedStandards()));
    // Only reading and combining: the same forces, the same sets, straight from the table.
    std::vector<double> sums(members);
    const auto readAll = [&] {
        tbb::parallel_for(0, members, [&](int e) {
            double sum = 0;
            for (const ForceSet& set : table->sets)
                for (int k = table->first[e]; k < table->first[e + 1]; ++k) {
                    double v[6] = {0, 0, 0, 0, 0, 0};
                    for (const auto& [c, factor] : set.terms) {
                        const double* p = table->at(k, static_cast<size_t>(c));
                        for (int i = 0; i < 6; ++i)
                            v[i] += factor * p[i];
                    }
                    for (const double x : v)
                        sum += x;
                }
            sums[e] = sum;
        });
    };
    SilentProgress progress;
    CheckReport report, second;
    // In turns, so that what else the machine does meets all three alike.
    double readOnly = 1e9, full = 1e9, en = 1e9;
    for (int round = 0; round < 7; ++round) {
        readOnly = std::min(readOnly, seconds(1, readAll));
        full = std::min(full, seconds(1, [&] { model.checkAll(report, progress); }));
        en = std::min(en, seconds(1, [&] { other.checkAll(second, progress); }));
    }
    const double n = static_cast<double>(members) * combinations * stations;
    fmt::print("full check: {} members x {} combinations x {} stations in {:.3f} s = {:.1f} million station checks/s\n",
               members, combinations, stations, full, n / full / 1e6);
    fmt::print("read and combine only: {:.3f} s; ratio {:.2f} (limit 3)\n", readOnly, full / readOnly);
    fmt::print("peak memory {:.0f} MB; {} over, {} unchecked; checksum {:.3g}\n", megabytes("VmHWM:"), report.counts.over,
               report.counts.unchecked, std::accumulate(sums.begin(), sums.end(), 0.0));
    fmt::print(
        "the same by EN 1993-1-1: {:.3f} s = {:.1f} million station checks/s; ratio {:.2f} (limit 5); {} over, {} unchecked\n",
        en, n / en / 1e6, en / readOnly, second.counts.over, second.counts.unchecked);

    std::vector<size_t> group(100);
    std::iota(group.begin(), group.end(), size_t{0});
    const double edit = seconds(3, [&] { model.checkAll(report, progress, group); });
    fmt::print("one group of 100 members checked again: {:.2f} ms (limit 16)\n", edit * 1e3);
    RungTable rungs;
    const double sizing = seconds(3, [&] {
        rungs = evaluateRungs(model, shippedCatalogue(), group, {"W", {}, {}, 1.0}, progress);
    });
    fmt::print("rungs: {} sections x 100 members x {} combinations in {:.3f} s\n", rungs.rungs.size(), combinations, sizing);
    const double prepare = seconds(
        3, [&] { const CheckModel again(frame, table, std::make_shared<const std::vector<Standard>>(shippedStandards())); });
    fmt::print("members and lanes of the whole frame formed anew: {:.1f} ms\n", prepare * 1e3);
    return 0;
}
