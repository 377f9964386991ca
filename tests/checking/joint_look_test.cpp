// A quick look at a joint: the ends balance loads and supports at every node, whatever way elements lie and run.
#include "core/joints/joint_look.h"
#include "core/reporting/joint_tables.h"
#include "tests/reporting/checked.h"

#include <random>

using namespace wr;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

Vec3 loadAt(const Frame& f, const ForceSet& set, int node, bool moment)
{
    Vec3 out;
    for (const auto& [c, factor] : f.combinations[set.combination].terms)
        for (const NodalLoad& l : f.cases[c].nodal)
            if (l.node == node) out = out + factor * (moment ? l.m : l.f);
    return out;
}

} // namespace

TEST_CASE(
    "joint: at every node of a frame with skew, rolled, reversed and offset elements the ends, loads and supports balance",
    "[joint]")
{
    std::mt19937 random(7);
    std::uniform_real_distribution<double> any(-1, 1);
    for (int round = 0; round < 6; ++round) {
        // A tree of elements from one support, loaded at nodes; each lies and runs as it likes.
        std::string nodes =
            R"({"id":"0","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}})";
        std::string elements, loads;
        std::vector<Vec3> at{{0, 0, 0}};
        for (int k = 1; k <= 7; ++k) {
            const int from = std::uniform_int_distribution<int>(0, k - 1)(random);
            const Vec3 p = at[static_cast<size_t>(from)] + Vec3{2 + any(random), 2 * any(random), 2 + any(random)};
            at.push_back(p);
            nodes += fmt::format(R"(,{{"id":"{}","at":[{},{},{}]}})", k, p.x, p.y, p.z);
            const bool turned = any(random) > 0;
            elements += fmt::format(
                R"({}{{"id":"e{}","nodes":["{}","{}"],"section":"S","material":"M","roll":{},"offset":{{"i":[{},0,{}],"j":[0,{},0]}}}})",
                k > 1 ? "," : "", k, turned ? k : from, turned ? from : k, 180 * any(random), 0.1 * any(random),
                0.1 * any(random), 0.1 * any(random));
            loads += fmt::format(R"({}{{"node":"{}","f":[{},{},{}],"m":[{},{},{}]}})", k > 1 ? "," : "", k, 10 * any(random),
                                 10 * any(random), 10 * any(random), any(random), any(random), any(random));
        }
        const Frame f = test::frameOf(
            R"({"format":"wren-frame","version":1,"materials":[{"id":"M","e":210000,"g":81000,"density":7850,"fy":355,"fu":490}],
"sections":[{"id":"S","name":"L150X90X12"}],"nodes":[)" +
            nodes + R"(],"elements":[)" + elements + R"(],"cases":[{"id":"P","action":"live","nodal":[)" + loads + R"(]}],
"combinations":[{"id":"U","terms":{"P":1.5}}],"design":{"standard":"en1993"}})");
        const DesignState s = test::wholeState(f);
        REQUIRE(s.forces().sets.size() == 1);
        const TableSet set(0);
        const NodeMotion motion = motionOf(s.results->forces, s.forces().sets[0].terms);
        for (size_t n = 0; n < f.nodes.size(); ++n) {
            INFO("round " << round << " node " << n);
            const auto ends = endsAt(*s.model, static_cast<int>(n));
            REQUIRE_FALSE(ends.empty());
            JointSum sum = jointSum(*s.model, ends, set);
            sum.force = sum.force + loadAt(f, s.forces().sets[0], static_cast<int>(n), false);
            sum.moment = sum.moment + loadAt(f, s.forces().sets[0], static_cast<int>(n), true);
            if (f.nodes[n].supported()) {
                sum.force = sum.force + motion.f[n];
                sum.moment = sum.moment + motion.m[n];
            }
            CHECK_THAT(norm(sum.force), WithinAbs(0, 1e-3));
            CHECK_THAT(norm(sum.moment), WithinAbs(0, 1e-3));
        }
        // The table says the same: the last row is what is left to loads.
        const Table t = jointBalanceTable(*s.model, endsAt(*s.model, 0), 0, set, motion);
        CHECK(t.rows.back().cells.size() == 7);
        for (size_t c = 1; c < 7; ++c)
            CHECK_THAT(std::get<double>(t.rows.back().cells[c]), WithinAbs(0, 1e-5));
    }
}

TEST_CASE("joint: the largest of each force over all combinations, with what goes with it at the same time", "[joint]")
{
    const DesignState& s = test::ternStreet();
    const CheckModel& model = *s.model;
    size_t looked = 0;
    for (size_t n = 0; n < model.frame().nodes.size(); n += 3) {
        const auto ends = endsAt(model, static_cast<int>(n));
        for (const LargestForce& x : largestAt(model, ends)) {
            const auto k = static_cast<size_t>(x.which);
            CHECK(endForces(model, x.end, x.set).own == x.with); // one set, not envelopes
            for (size_t o = 0; o < s.forces().sets.size(); ++o) {
                const double v = endForces(model, x.end, TableSet(o)).own[k];
                if (x.with[k] > 0)
                    CHECK(v <= x.with[k]);
                else
                    CHECK(v >= x.with[k]);
            }
            ++looked;
        }
    }
    CHECK(looked > 100);
}

TEST_CASE("joint: bolts of an end are looked at under the combination that uses them most", "[joint]")
{
    const DesignState& s = test::ternStreet();
    const CheckModel& model = *s.model;
    const Standard& standard = model.standard();
    const auto bolts = boltsFromWords("4 M20 " + std::string(standard.boltGrades.front()), standard);
    REQUIRE(bolts.has_value());
    const JointEnd end = endsAt(model, model.members()[0].startNode).front();
    const auto all = boltsAt(model, end, *bolts, {});
    REQUIRE(all.has_value());
    CHECK(all->look.refused.empty());
    double most = 0;
    for (size_t k = 0; k < s.forces().sets.size(); ++k) {
        const int c = s.forces().sets[k].combination;
        if (model.frame().combinations[c].purpose != Purpose::Strength) continue;
        const auto one = boltsAt(model, end, *bolts, TableSet(k));
        REQUIRE(one.has_value());
        most = std::max(most, one->look.top());
        const SectionForces own = endForces(model, end, TableSet(k)).own;
        CHECK_THAT(one->forces.shear, WithinRel(std::hypot(own[1], own[2]), 1e-12));
        CHECK(one->forces.tension == std::max(0.0, own[0]));
    }
    CHECK(all->look.top() == most);
    CHECK(most > 0);
}

TEST_CASE("joint: bolts in words, and what is wrong with them", "[joint]")
{
    const Standard& en = *shippedStandard("en1993");
    const Standard& us = *shippedStandard("aisc360-22-lrfd");
    const auto good = [](const std::string& words, const Standard& s) {
        const auto b = boltsFromWords(words, s);
        INFO(words);
        REQUIRE(b.has_value());
        return *b;
    };
    CHECK(good("4 M20 8.8", en).count == 4);
    CHECK_THAT(good("4 M20 8.8", en).diameter, WithinRel(0.020, 1e-12));
    CHECK_THAT(good("6 3/4in A325", us).diameter, WithinRel(0.01905, 1e-12));
    CHECK_THAT(good("6 3/4 in A490", us).diameter, WithinRel(0.01905, 1e-12));
    CHECK_THAT(good("2 24mm 10.9", en).diameter, WithinRel(0.024, 1e-12));
    for (const char* words : {"", "M20 8.8", "4 M20", "4.5 M20 8.8", "0 M20 8.8", "4 20 8.8", "4 Mx 8.8", "4 3/0in 8.8",
                              "4 M20 A325", "-4 M20 8.8"}) {
        INFO(words);
        CHECK_FALSE(boltsFromWords(words, en).has_value());
    }
    CHECK(boltsFromWords("4 M20 A325", en).error().find("8.8") != std::string::npos); // those there are
}
