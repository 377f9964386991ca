// The fewest different sections: against all subsets, whatever the order.
#include "core/sizing/fewest.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <numeric>
#include <random>

using namespace wr;

namespace {

// Every subset of the sections; the fewest, then the lightest.
std::pair<size_t, double> byHand(const MassOf& m)
{
    const size_t n = m.front().size();
    std::pair<size_t, double> best{n + 1, 0};
    for (unsigned set = 0; set < 1u << n; ++set) {
        double mass = 0;
        std::vector<char> used(n, 0);
        bool all = true;
        for (const auto& g : m) {
            if (std::all_of(g.begin(), g.end(), [](double v) { return v < 0; })) continue; // nothing fits at all
            int chosen = -1;
            for (size_t s = 0; s < n; ++s)
                if ((set >> s & 1u) && g[s] >= 0 && (chosen < 0 || g[s] < g[static_cast<size_t>(chosen)]))
                    chosen = static_cast<int>(s);
            all = all && chosen >= 0;
            if (chosen < 0) break;
            used[static_cast<size_t>(chosen)] = 1;
            mass += g[static_cast<size_t>(chosen)];
        }
        const auto count = static_cast<size_t>(std::count(used.begin(), used.end(), 1));
        if (all && (count < best.first || (count == best.first && mass < best.second))) best = {count, mass};
    }
    return best;
}

MassOf random(std::mt19937& r, size_t groups, size_t sections)
{
    MassOf m(groups, std::vector<double>(sections, -1));
    for (auto& g : m) {
        const unsigned from = static_cast<unsigned>(r() % sections);
        for (size_t s = 0; s < sections; ++s)
            if (s >= from && r() % 4 != 0) g[s] = 100.0 * static_cast<double>(s + 1) + static_cast<double>(r() % 50);
    }
    return m;
}

} // namespace

TEST_CASE("fewest sections: no subset is smaller or, of that size, lighter", "[sizing][fewest]")
{
    std::mt19937 r(3);
    for (int n = 0; n < 150; ++n) {
        CAPTURE(n);
        const MassOf m = random(r, 1 + n % 7, 2 + n % 8);
        const Fewest f = fewestSections(m);
        const auto [count, mass] = byHand(m);
        CHECK(f.proved);
        CHECK(f.different == count);
        CHECK(f.mass == Approx(mass));
        REQUIRE(f.chosen.size() == m.size());
        for (size_t g = 0; g < m.size(); ++g)
            if (f.chosen[g] >= 0) CHECK(m[g][static_cast<size_t>(f.chosen[g])] >= 0);
        // Groups in another order: the same number and mass.
        MassOf shuffled = m;
        std::shuffle(shuffled.begin(), shuffled.end(), r);
        CHECK(fewestSections(shuffled).mass == Approx(f.mass));
        CHECK(fewestSections(shuffled).different == f.different);
    }
    CHECK(fewestSections({}).different == 0);
    const Fewest none = fewestSections({{-1, -1}, {5, 4}});
    CHECK(none.chosen == std::vector<int>{-1, 1});
    CHECK(none.different == 1);
}

TEST_CASE("fewer sections: as many as their worth pays for", "[sizing][fewest]")
{
    // Three groups: each its own at 100, 200, 300, or all with the third.
    const MassOf m{{100, 150, 300}, {-1, 200, 320}, {-1, -1, 340}};
    CHECK(fewerSections(m, 0).different == 3);
    CHECK(fewerSections(m, 0).mass == 640);
    const Fewest some = fewerSections(m, 60); // the first may go with the second: 50 kg for one section less
    CHECK(some.different == 2);
    CHECK(some.mass == 690);
    const Fewest one = fewerSections(m, 1000);
    CHECK(one.different == 1);
    CHECK(one.mass == 960);
    std::mt19937 r(11);
    for (int n = 0; n < 60; ++n) {
        const MassOf x = random(r, 5, 8);
        double before = -1;
        for (const double worth : {0.0, 40.0, 200.0, 5000.0}) {
            const Fewest f = fewerSections(x, worth);
            if (before >= 0) CHECK(f.mass >= before - 1e-9);
            before = f.mass;
        }
    }
}
