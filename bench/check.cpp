// Full check of 10 000 members × 100 combinations × 11 stations, against a loop that only reads and combines the same forces;
// one edit to one group of 100 members; rungs for a group. Figures are for the machine it runs on, ratios are what counts.
#include "core/checking/runner.h"
#include "core/grades/grades.h"
#include "core/sizing/rungs.h"

#include <algorithm>
#include <chrono>
#include <cmath>
#include <fmt/format.h>
#include <fstream>
#include <numeric>
#include <random>
#include <sstream>
#include <tbb/parallel_for.h>

using namespace wr;

namespace {

double seconds(auto&& work)
{
    double best = 1e9;
    for (int k = 0; k < 3; ++k) {
        const auto begin = std::chrono::steady_clock::now();
        work();
        best = std::min(best, std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count());
    }
    return best;
}

std::shared_ptr<Frame> manyMembers(int n, int cases, int combinations)
{
    auto f = std::make_shared<Frame>();
    const Grade* steel = findGrade("A992");
    Material m;
    m.id = "A992", m.grade = steel->name, m.e = steel->e, m.g = steel->g, m.density = steel->density;
    f->materials.push_back(m);
    for (const char* name : {"W14X90", "W18X50", "W12X65", "W21X62", "HSS8X8X3/8"}) {
        const CatalogueSection* c = shippedCatalogue().find(name);
        FrameSection s;
        s.id = s.name = c->designation, s.shape = c->shape, s.properties = c->properties();
        f->sections.push_back(s);
    }
    for (int k = 0; k < n; ++k) {
        for (const double x : {0.0, 6.0}) {
            Node node;
            node.id = fmt::format("{}{}", x > 0 ? "j" : "i", k);
            node.at = {x, 2.0 * k, 0};
            f->nodes.push_back(node);
        }
        Element e;
        e.id = fmt::format("e{}", k), e.i = 2 * k, e.j = 2 * k + 1, e.section = k % 5, e.material = 0;
        f->elements.push_back(e);
        DesignMember d;
        d.id = fmt::format("M{}", k), d.elements = {k}, d.group = fmt::format("G{}", k / 100);
        f->design.members.push_back(d);
    }
    std::mt19937 random(1);
    std::uniform_real_distribution<double> factor(-1.6, 1.6);
    for (int c = 0; c < cases; ++c) {
        LoadCase l;
        l.id = fmt::format("C{}", c);
        f->cases.push_back(l);
    }
    for (int c = 0; c < combinations; ++c) {
        Combination k;
        k.id = fmt::format("U{}", c);
        for (int t = 0; t < 6; ++t)
            k.terms.emplace_back((c * 7 + t * 3) % cases, factor(random));
        std::sort(k.terms.begin(), k.terms.end());
        f->combinations.push_back(k);
    }
    return f;
}

std::shared_ptr<ForceTable> forces(const Frame& f, int stations)
{
    auto t = std::make_shared<ForceTable>();
    t->given = true;
    t->columns = f.cases.size();
    std::mt19937 random(2);
    std::uniform_real_distribution<double> u(-1, 1);
    t->first.push_back(0);
    for (size_t e = 0; e < f.elements.size(); ++e) {
        for (int k = 0; k < stations; ++k)
            t->s.push_back(6.0 * k / (stations - 1));
        t->first.push_back(static_cast<int>(t->s.size()));
    }
    t->values.resize(t->s.size() * t->columns * 6);
    for (size_t e = 0; e < f.elements.size(); ++e)
        for (size_t c = 0; c < t->columns; ++c) {
            const double n = 1e5 * u(random), q = 4e3 * u(random), m0 = 2e4 * u(random), mz = 3e3 * u(random);
            for (int k = 0; k < stations; ++k) {
                double* v = t->at(t->first[e] + k, c);
                const double s = 6.0 * k / (stations - 1);
                v[0] = n, v[1] = mz / 6, v[2] = q * (3 - s), v[3] = 0, v[4] = m0 + q * s * (6 - s) / 2, v[5] = mz * s / 6;
            }
        }
    t->sets = setsFromCases(f);
    t->sizes = sizesFingerprint(f);
    return t;
}

double peakMegabytes()
{
    std::ifstream in("/proc/self/status");
    std::string line;
    while (std::getline(in, line))
        if (line.starts_with("VmHWM:")) return std::stod(line.substr(6)) / 1024;
    return 0;
}

} // namespace

int main()
{
    constexpr int members = 10000, cases = 20, combinations = 100, stations = 11;
    const auto frame = manyMembers(members, cases, combinations);
    const auto table = forces(*frame, stations);
    const CheckModel model(frame, table, std::make_shared<const std::vector<Standard>>(shippedStandards()));

    // Only reading and combining: the same forces, the same sets, straight from the table.
    std::vector<double> sums(members);
    const double readOnly = seconds([&] {
        tbb::parallel_for(0, members, [&](int e) {
            double sum = 0;
            for (const ForceSet& set : table->sets)
                for (int k = table->first[static_cast<size_t>(e)]; k < table->first[static_cast<size_t>(e) + 1]; ++k) {
                    double v[6] = {0, 0, 0, 0, 0, 0};
                    for (const auto& [c, factor] : set.terms) {
                        const double* p = table->at(k, static_cast<size_t>(c));
                        for (int i = 0; i < 6; ++i)
                            v[i] += factor * p[i];
                    }
                    for (const double x : v)
                        sum += x;
                }
            sums[static_cast<size_t>(e)] = sum;
        });
    });
    SilentProgress progress;
    CheckReport report;
    const double full = seconds([&] { model.checkAll(report, progress); });
    const double n = static_cast<double>(members) * combinations * stations;
    fmt::print("full check: {} members x {} combinations x {} stations in {:.3f} s = {:.1f} million station checks/s\n",
               members, combinations, stations, full, n / full / 1e6);
    fmt::print("read and combine only: {:.3f} s; ratio {:.2f} (limit 12)\n", readOnly, full / readOnly);
    fmt::print("peak memory {:.0f} MB; {} over, {} unchecked; checksum {:.3g}\n", peakMegabytes(), report.counts.over,
               report.counts.unchecked, std::accumulate(sums.begin(), sums.end(), 0.0));

    // The other standard over the same frame: its section checks look at every station of every combination.
    const auto european = std::make_shared<Frame>(*frame);
    european->design.standard = "en1993";
    const CheckModel other(european, table, std::make_shared<const std::vector<Standard>>(shippedStandards()));
    CheckReport second;
    const double en = seconds([&] { other.checkAll(second, progress); });
    fmt::print(
        "the same by EN 1993-1-1: {:.3f} s = {:.1f} million station checks/s; ratio {:.2f} (limit 12); {} over, {} unchecked\n",
        en, n / en / 1e6, en / readOnly, second.counts.over, second.counts.unchecked);

    std::vector<size_t> group(100);
    std::iota(group.begin(), group.end(), size_t{0});
    const double edit = seconds([&] { model.checkAll(report, progress, group); });
    fmt::print("one group of 100 members checked again: {:.2f} ms (limit 16)\n", edit * 1e3);
    RungTable rungs;
    const double sizing = seconds([&] {
        rungs = evaluateRungs(model, shippedCatalogue(), group, {"W", {}, {}, 1.0}, progress);
    });
    fmt::print("rungs: {} sections x 100 members x {} combinations in {:.3f} s\n", rungs.rungs.size(), combinations, sizing);
    const double prepare = seconds(
        [&] { const CheckModel again(frame, table, std::make_shared<const std::vector<Standard>>(shippedStandards())); });
    fmt::print("members and lanes of the whole frame formed anew: {:.1f} ms\n", prepare * 1e3);
    return 0;
}
