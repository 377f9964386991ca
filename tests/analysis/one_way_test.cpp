// One-way elements that let go and take back, displacements given in second order, sections of an area alone, loads without
// combinations: small frames with their forces by hand.
#include "core/analysis/analyse.h"
#include "core/analysis/modes.h"
#include "tests/support.h"

#include <cmath>

using namespace wr;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;
using test::forcesOf;

namespace {

double axial(const Frame& f, const FrameForces& r, const std::string& element, size_t column)
{
    for (size_t e = 0; e < f.elements.size(); ++e)
        if (f.elements[e].id == element) return r.forces.at(r.forces.first[e], column)[0];
    FAIL("no element " << element);
    return 0;
}

// A beam of 8 m on two supports with a rod from mid-span down to the ground, which acts in one way only, and 10 kN there.
Frame propped(const std::string& behaviour, double load)
{
    return test::frameOf(test::beam(
        R"("nodes":[{"id":"1","at":[0,0,0],)" + test::kPinned + R"(},{"id":"2","at":[4,0,0]},{"id":"3","at":[8,0,0],)" +
            test::kRoller + R"(},{"id":"4","at":[4,0,-2],)" + test::kFixed +
            R"(}],"elements":[{"id":"A","nodes":["1","2"],"section":"S","material":"M"},{"id":"B","nodes":["2","3"],"section":"S","material":"M"},{"id":"R","nodes":["2","4"],"section":"S","material":"M","behaviour":")" +
            behaviour + R"("}])",
        fmt::format(R"({{"id":"G","nodal":[{{"node":"2","f":[0,0,{}],"m":[0,0,0]}}]}})", load),
        R"(,"combinations":[{"id":"U","terms":{"G":1}}])"));
}

} // namespace

TEST_CASE("one-way: a slack rod under gravity, and the same rod against uplift", "[analysis][one-way]")
{
    // Down: the tension rod is slack, the beam carries 10 kN by itself. Up: EA/L of the rod against 48EI/L³ of the beam.
    const double ea = 200e9 * 0.02, beam = 48 * test::kEi / std::pow(8, 3), rod = ea / 2;
    const Frame down = propped("tension-only", -10), up = propped("tension-only", 10);
    CHECK_THAT(axial(down, forcesOf(down), "R", 0), WithinAbs(0, 1e-3));
    const double share = 10e3 * rod / (rod + beam);
    CHECK_THAT(axial(up, forcesOf(up), "R", 0), WithinRel(share, 1e-4)); // shear deformation is left out of the section
    const Frame strut = propped("compression-only", -10);
    CHECK_THAT(axial(strut, forcesOf(strut), "R", 0), WithinRel(-share, 1e-4));
}

TEST_CASE("one-way: rods that are all slack under gravity still hold a frame that gravity does not move", "[analysis][one-way]")
{
    // A post on a hinge with two guys: nothing but they resist its fall, and under its load both are shortened.
    const auto post = [](double push) {
        return test::frameOf(test::beam(
            R"("nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rz":true}},{"id":"2","at":[0,0,3],"support":{"uy":true}},{"id":"3","at":[-4,0,0],)" +
                test::kFixed + R"(},{"id":"4","at":[4,0,0],)" + test::kFixed +
                R"(}],"elements":[{"id":"P","nodes":["1","2"],"section":"S","material":"M"},{"id":"L","nodes":["2","3"],"section":"S","material":"M","behaviour":"tension-only"},{"id":"R","nodes":["2","4"],"section":"S","material":"M","behaviour":"tension-only"}])",
            fmt::format(R"({{"id":"G","nodal":[{{"node":"2","f":[{},0,-40],"m":[0,0,0]}}]}})", push),
            R"(,"combinations":[{"id":"U","terms":{"G":1}}])"));
    };
    const Frame still = post(0);
    const FrameForces a = forcesOf(still);
    CHECK_THAT(axial(still, a, "P", 0), WithinRel(-40e3, 1e-4));
    CHECK_THAT(axial(still, a, "L", 0), WithinAbs(0, 40));
    CHECK_THAT(axial(still, a, "R", 0), WithinAbs(0, 40));
    // Pushed along x by 8 kN: the guy to the left (against it) takes 8·5/4, the post 40 and what the guy pulls down, 6.
    const Frame pushed = post(8);
    const FrameForces b = forcesOf(pushed);
    CHECK_THAT(axial(pushed, b, "L", 0), WithinRel(10e3, 1e-4));
    CHECK_THAT(axial(pushed, b, "R", 0), WithinAbs(0, 10));
    CHECK_THAT(axial(pushed, b, "P", 0), WithinRel(-46e3, 1e-4));
}

TEST_CASE("one-way: the critical factor is that of the elements that act", "[analysis][one-way][buckling]")
{
    // A cantilever column with a horizontal rod at its head: pushed away from the rod's anchor it acts, towards it it does not.
    const auto column = [](const std::string& rod, double push) {
        return test::frameOf(
            test::beam(R"("nodes":[{"id":"1","at":[0,0,0],)" + test::kFixed +
                           R"(},{"id":"2","at":[0,0,6],"support":{"uy":true}},{"id":"3","at":[-5,0,6],)" + test::kFixed +
                           R"(}],"elements":[{"id":"C","nodes":["1","2"],"section":"S","material":"M"})" + rod + "]",
                       fmt::format(R"({{"id":"G","nodal":[{{"node":"2","f":[{},0,-100],"m":[0,0,0]}}]}})", push),
                       R"(,"combinations":[{"id":"U","terms":{"G":1}}])"));
    };
    const auto factor = [](const Frame& f) {
        SilentProgress p;
        const BucklingResult r = analyseBuckling(f, {}, p);
        REQUIRE(r.ok);
        REQUIRE_FALSE(r.combinations[0].empty());
        return r.combinations[0][0].factor;
    };
    const auto rod = [](const std::string& behaviour) {
        return R"(,{"id":"R","nodes":["2","3"],"section":"S","material":"M","behaviour":")" + behaviour + "\"}";
    };
    const double bare = factor(column("", 1)), held = factor(column(rod("axial"), 1));
    CHECK(held > 2 * bare);
    CHECK_THAT(factor(column(rod("tension-only"), 1)), WithinRel(held, 1e-6));
    CHECK_THAT(factor(column(rod("tension-only"), -1)), WithinRel(bare, 1e-6));
    CHECK_THAT(factor(column(rod("compression-only"), -1)), WithinRel(held, 1e-6));
    CHECK_THAT(factor(column(rod("compression-only"), 1)), WithinRel(bare, 1e-6));
}

TEST_CASE("second order: a support moved aside under thrust gives the couple P·Δ/L and no moment", "[analysis][second-order]")
{
    // 400 kN on a hinged column of 6 m whose head stands 30 mm aside: 400·0.03/6 = 2 kN at both ends.
    const Frame f = test::frameOf(test::beam(
        R"("nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rz":true}},{"id":"2","at":[0,0,6],"support":{"ux":true,"uy":true}}],"elements":[{"id":"C","nodes":["1","2"],"section":"S","material":"M"}])",
        R"({"id":"G","nodal":[{"node":"2","f":[0,0,-400],"m":[0,0,0]}],"settlement":[{"node":"2","dof":"ux","value":0.03}]})",
        R"(,"combinations":[{"id":"U","terms":{"G":1}}])"));
    const FrameForces r = forcesOf(f, {.order = ForceOrder::Second});
    CHECK_THAT(r.motions[0].u[1].x, WithinRel(0.03, 1e-9));
    CHECK_THAT(std::abs(r.motions[0].f[1].x), WithinRel(2000, 1e-4));
    CHECK_THAT(std::abs(r.motions[0].f[0].x), WithinRel(2000, 1e-4));
    CHECK_THAT(r.motions[0].f[0].x + r.motions[0].f[1].x, WithinAbs(0, 1e-3));
    for (int k = r.forces.first[0]; k < r.forces.first[1]; ++k)
        CHECK_THAT(r.forces.at(k, 0)[4] + r.forces.at(k, 0)[5], WithinAbs(0, 1));
    CHECK(r.forces.lacks.empty()); // nothing is missed
}

TEST_CASE("buckling: without shear deformation the column is Euler's, its second factor four times the first",
          "[analysis][buckling]")
{
    // The weak way is held: about the major axis, 6 m.
    const Frame f = test::frameOf(
        R"({"format":"wren-frame","version":1,"materials":[{"id":"M","e":200000,"g":80000,"density":7850,"fy":355,"fu":470}],
"sections":[{"id":"S","shape":"bar-flat","h":200,"b":100,"properties":{"avy":3000,"avz":3000,"iz":2e9}}],
"nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true}},{"id":"2","at":[6,0,0],"support":{"uy":true,"uz":true,"rx":true}}],
"elements":[{"id":"C","nodes":["1","2"],"section":"S","material":"M"}],
"cases":[{"id":"G","nodal":[{"node":"2","f":[-1,0,0],"m":[0,0,0]}]}],"combinations":[{"id":"U","terms":{"G":1}}]})");
    const auto factors = [&](bool shear) {
        SilentProgress p;
        const BucklingResult r = analyseBuckling(f, {.modes = 2, .shearDeformation = shear}, p);
        REQUIRE(r.ok);
        return std::pair{r.combinations[0][0].factor * 1e3, r.combinations[0][1].factor * 1e3};
    };
    const double euler = 9.8696044011 * test::kEi / 36;
    CHECK_THAT(factors(false).first, WithinRel(euler, 1e-4));
    CHECK_THAT(factors(false).second, WithinRel(4 * euler, 1e-3));
    // 1/N = 1/N_E + 1/(G·Av): 3000 mm² of 80 GPa are 240 MN.
    CHECK_THAT(factors(true).first, WithinRel(1 / (1 / euler + 1 / 240e6), 5e-4));
}

TEST_CASE("analysis: a section of an area alone serves axial elements; loads without combinations, combinations without cases",
          "[analysis]")
{
    const std::string rod =
        R"({"format":"wren-frame","version":1,"materials":[{"id":"M","e":200000,"g":80000,"density":0,"fy":355,"fu":470}],
"sections":[{"id":"S","properties":{"a":500}}],
"nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},{"id":"2","at":[2,0,0],"support":{"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}}],
"elements":[{"id":"R","nodes":["1","2"],"section":"S","material":"M","behaviour":"axial"}],
"cases":[{"id":"G","nodal":[{"node":"2","f":[30,0,0],"m":[0,0,0]}]}])";
    const Frame bare = test::frameOf(rod + "}");
    CHECK_THAT(axial(bare, forcesOf(bare), "R", 0), WithinRel(30e3, 1e-9));
    CHECK_THAT(forcesOf(bare).motions[0].u[1].x, WithinRel(30e3 * 2 / (200e9 * 500e-6), 1e-9));
    // Amplified without a combination: the case by itself. A portal with 10 kN on each head, nothing sideways.
    const Frame portal = test::frameOf(test::beam(
        R"("nodes":[{"id":"1","at":[0,0,0],)" + test::kFixed +
            R"(},{"id":"2","at":[0,0,4]},{"id":"3","at":[6,0,4]},{"id":"4","at":[6,0,0],)" + test::kFixed +
            R"(}],"elements":[{"id":"A","nodes":["1","2"],"section":"S","material":"M"},{"id":"B","nodes":["2","3"],"section":"S","material":"M"},{"id":"C","nodes":["4","3"],"section":"S","material":"M"}])",
        R"({"id":"G","nodal":[{"node":"2","f":[0,0,-10],"m":[0,0,0]},{"node":"3","f":[0,0,-10],"m":[0,0,0]}]})"));
    const FrameForces amplified = forcesOf(portal, {.order = ForceOrder::Amplified});
    REQUIRE(amplified.forces.columns == 1);
    CHECK_THAT(axial(portal, amplified, "A", 0), WithinRel(-10e3, 1e-6));
    const Frame empty = test::frameOf(rod + R"(,"combinations":[{"id":"E","terms":{}},{"id":"U","terms":{"G":2}}]})");
    const FrameForces r = forcesOf(empty);
    const Frame written = withResults(empty, r);
    CHECK(std::count_if(written.results.begin(), written.results.end(),
                        [](const GivenResult& g) { return g.combination == 0; }) == 1);
    // Loads that overflow are no answer.
    const Frame huge = test::frameOf(rod + R"(,"combinations":[{"id":"U","terms":{"G":1e308}}]})");
    const auto model = test::modelOf(huge);
    CHECK(model->check(0).status == Status::Unchecked);
}

TEST_CASE("buckling: the lowest factor of all combinations without the modes of the others", "[analysis][buckling]")
{
    const Frame f = test::frameOf(test::demo("marrow-hill"));
    SilentProgress p;
    const BucklingResult all = analyseBuckling(f, {.modes = 1, .pieces = 2}, p);
    const BucklingResult low = analyseBuckling(f, {.modes = 1, .pieces = 2, .lowestOnly = true}, p);
    REQUIRE(all.ok);
    REQUIRE(low.ok);
    const auto least = [](const BucklingResult& r) {
        double out = 1e300;
        for (const auto& c : r.combinations)
            if (!c.empty()) out = std::min(out, c.front().factor);
        return out;
    };
    CHECK_THAT(least(low), WithinRel(least(all), 1e-9));
    REQUIRE(low.combinations.size() == all.combinations.size());
    size_t left = 0;
    for (size_t c = 0; c < low.combinations.size(); ++c) {
        left += low.combinations[c].empty() && !all.combinations[c].empty();
        if (!low.combinations[c].empty())
            CHECK_THAT(low.combinations[c].front().factor, WithinRel(all.combinations[c].front().factor, 1e-9));
    }
    CHECK(left > all.combinations.size() / 2); // most are known to lie above
    const std::vector<WholeLoad> loads = wholeLoads(f, false);
    const BucklingResult one = analyseBuckling(
        f, {.modes = 1, .pieces = 2, .wanted = [&](const WholeLoad& l) { return l.name == loads[3].name; }}, p);
    for (size_t c = 0; c < one.combinations.size(); ++c)
        CHECK(one.combinations[c].empty() == (c != 3));
}
