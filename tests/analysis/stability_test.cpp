// Second order, buckling and vibration against closed forms and the benchmark problems of the AISC 360 Commentary to C2.
#include "core/analysis/amplified.h"
#include "core/analysis/combinations.h"
#include "core/analysis/modes.h"
#include "tests/support.h"

#include <cmath>
#include <numbers>

using namespace wr;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

// W14X48, E = 29 000 ksi, 28 ft upright, bending about the major axis in the x-z plane (kip, in); the problems are plane ones,
// so the minor axis is made as stiff.
// `floor`: a level bar to a roller beside it, so that there is a storey.
Frame benchmark(bool cantilever, double axial, double lateral, bool spread, bool floor = false)
{
    const std::string foot = cantilever ? R"("ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true)"
                                        : R"("ux":true,"uy":true,"uz":true,"rz":true)";
    const std::string head = cantilever ? R"("uy":true)" : R"("ux":true,"uy":true)";
    const std::string load = spread ? fmt::format(R"("line":[{{"element":"C","q":[[{0},0,0],[{0},0,0]]}}])", lateral)
                                    : fmt::format(R"("point":[],"line":[])");
    const std::string top = fmt::format(R"({{"node":"2","f":[{},0,{}],"m":[0,0,0]}})", spread ? 0.0 : lateral, -axial);
    return test::frameOf(fmt::format(
        R"({{"format":"wren-frame","version":1,"units":{{"length":"in","force":"kip","section":"in","stress":"ksi"}},
"materials":[{{"id":"A","e":29000,"g":11200,"density":0,"fy":50,"fu":65}}],
"sections":[{{"id":"W","name":"W14X48","properties":{{"iz":484}}}}],
"nodes":[{{"id":"1","at":[0,0,0],"support":{{{}}}}},{{"id":"2","at":[0,0,336],"support":{{{}}}}}{}],
"elements":[{{"id":"C","nodes":["1","2"],"section":"W","material":"A","roll":{}}}{}],
"cases":[{{"id":"L","nodal":[{}],{}}}],"combinations":[{{"id":"U","basis":"lrfd","terms":{{"L":1}}}}]}})",
        foot, head, floor ? R"(,{"id":"3","at":[100,0,336],"support":{"uy":true,"uz":true}})" : "", "0",
        floor ? R"(,{"id":"F","nodes":["2","3"],"section":"W","material":"A","behaviour":"axial"})" : "", top, load));
}

struct Peak
{
    double moment = 0, shift = 0; // kip-in, in
};

Peak secondOrder(Frame f, bool shear)
{
    // The web in the plane of bending, whatever the convention of roll.
    if (std::abs(elementAxes(f, f.elements[0]).z.x) < 0.5) f.elements[0].roll = std::numbers::pi / 2;
    SilentProgress p;
    CombinationOptions o;
    o.secondOrder = true;
    o.shearDeformation = shear;
    const CombinationResult r = analyseCombinations(f, o, secondOrderRules(), p);
    for (const Finding& x : r.findings)
        UNSCOPED_INFO(x.code << ": " << x.text);
    REQUIRE(r.ok);
    Peak out;
    for (int k = r.forces.first[0]; k < r.forces.first[1]; ++k)
        out.moment = std::max(out.moment, std::abs(r.forces.at(k, 0)[4]));
    out.moment /= 1000 * kPoundForce * kInch;
    out.shift = std::abs(r.combinations[0].motion.u[1].x) / kInch;
    return out;
}

// A straight member of 6 m of the 0.1 x 0.2 bar, divided nowhere, 1 kN of compression; ends as said.
double eulerFactor(const std::string& foot, const std::string& head)
{
    const Frame f = test::frameOf(test::beam(
        "\"nodes\":[{\"id\":\"1\",\"at\":[0,0,0],\"support\":{" + foot + "}},{\"id\":\"2\",\"at\":[6,0,0],\"support\":{" +
            head + R"(}}],"elements":[{"id":"C","nodes":["1","2"],"section":"S","material":"M"}])",
        R"({"id":"G","nodal":[{"node":"2","f":[-1,0,0],"m":[0,0,0]}]})", R"(,"combinations":[{"id":"U","terms":{"G":1}}])"));
    SilentProgress p;
    const BucklingResult r = analyseBuckling(f, {.modes = 2}, p);
    for (const Finding& x : r.findings)
        UNSCOPED_INFO(x.code << ": " << x.text);
    REQUIRE(r.ok);
    REQUIRE_FALSE(r.combinations[0].empty());
    return r.combinations[0][0].factor * 1e3;
}

} // namespace

TEST_CASE("Appendix 8: B1 and B2 against the benchmark problems of the Commentary", "[analysis][aisc360][appendix8]")
{
    // Amplified first-order moments, kip-in; the published values are those of a rigorous analysis with shear deformation. B1
    // with Cm = 1 is known to fall short by 2 to 3 % near the critical load, B2 with RM = 0.85 to lie above.
    const auto amplified = [](Frame f) {
        if (std::abs(elementAxes(f, f.elements[0]).z.x) < 0.5) f.elements[0].roll = std::numbers::pi / 2;
        SilentProgress p;
        const AmplifiedResult r = analyseAmplified(f, {}, secondOrderRules(), p);
        for (const Finding& x : r.wholes.findings)
            UNSCOPED_INFO(x.code << ": " << x.text);
        REQUIRE(r.wholes.ok);
        double most = 0;
        const ForceTable& t = r.wholes.forces;
        for (int k = t.first[0]; k < t.first[1]; ++k)
            most = std::max(most, std::abs(t.at(k, 0)[4]));
        return most / (1000 * kPoundForce * kInch);
    };
    struct Row
    {
        double p, moment;
    };
    const double pe = std::numbers::pi * std::numbers::pi * 29000 * 484 / (336.0 * 336);
    for (const Row& r : {Row{150, 270}, Row{300, 316}, Row{450, 380}}) {
        const double got = amplified(benchmark(false, r.p, 0.2 / 12, true, true));
        CAPTURE(r.p, got);
        CHECK_THAT(got, WithinRel(235.2 / (1 - r.p / pe), 0.01)); // Eq. A-8-3 by hand; I of the catalogue is 0.5 % off
        CHECK_THAT(got, WithinRel(r.moment, 0.03));
    }
    for (const Row& r : {Row{100, 470}, Row{150, 601}, Row{200, 856}}) {
        const double got = amplified(benchmark(true, r.p, 1, false, true));
        CAPTURE(r.p, got);
        CHECK(got >= r.moment);
        CHECK_THAT(got, WithinRel(r.moment, 0.08));
    }
}

TEST_CASE("second order: benchmark problems of the AISC 360 Commentary to C2 against the exact beam-column", "[analysis]")
{
    // Case 1: simply supported, 0.2 kip/ft, P = 0 … 450 kip. Case 2: cantilever, 1 kip at the top, P = 0 … 200 kip. The
    // published values (235, 270, 316, 380 kip-in; 336, 470, 601, 856 kip-in; tip 0.907, 1.34, 1.77, 2.60 in) include shear
    // deformation. The exact solution without it: M = q(1/cos u - 1)/k², tip H(tan kL/kL - 1)L/P.
    const double i = test::Alone::find("W14X48").properties().iy / std::pow(kInch, 4), l = 336, q = 0.2 / 12;
    for (const double p : {0.001, 150.0, 300.0, 450.0}) {
        INFO("case 1, P = " << p);
        const double k = std::sqrt(p / (29000 * i)), u = k * l / 2;
        const double exact = q * (1 / std::cos(u) - 1) / (k * k);
        CHECK_THAT(secondOrder(benchmark(false, p, q, true), false).moment, WithinRel(exact, 1e-3));
    }
    for (const double p : {100.0, 150.0, 200.0}) {
        INFO("case 2, P = " << p);
        const double k = std::sqrt(p / (29000 * i));
        const Peak got = secondOrder(benchmark(true, p, 1, false), false);
        CHECK_THAT(got.moment, WithinRel(std::tan(k * l) / k, 1e-3));
        CHECK_THAT(got.shift, WithinRel((std::tan(k * l) / k - l) / p, 2e-3));
    }
    struct Row
    {
        double p, moment, shift;
    };
    for (const Row& r : {Row{150, 270, 0}, Row{300, 316, 0}, Row{450, 380, 0}}) {
        INFO("published, case 1, P = " << r.p);
        CHECK_THAT(secondOrder(benchmark(false, r.p, q, true), true).moment, WithinRel(r.moment, 0.01));
    }
    for (const Row& r : {Row{100, 470, 1.34}, Row{150, 601, 1.77}, Row{200, 856, 2.60}}) {
        INFO("published, case 2, P = " << r.p);
        const Peak got = secondOrder(benchmark(true, r.p, 1, false), true);
        CHECK_THAT(got.moment, WithinRel(r.moment, 0.01));
        CHECK_THAT(got.shift, WithinRel(r.shift, 0.01));
    }
}

TEST_CASE("second order: beyond the critical load the combination is told unstable, others are solved", "[analysis]")
{
    Frame f = benchmark(true, 200, 1, false);
    f.combinations.push_back(f.combinations.front());
    f.combinations.back().id = "Too much";
    f.combinations.back().terms.front().second = 4; // 800 kip: critical is 307 about the major axis
    SilentProgress p;
    CombinationOptions o;
    o.secondOrder = true;
    const CombinationResult r = analyseCombinations(f, o, secondOrderRules(), p);
    CHECK_FALSE(r.ok);
    CHECK(r.combinations[0].solved);
    CHECK_FALSE(r.combinations[1].solved);
    REQUIRE_FALSE(r.findings.empty());
    CHECK(r.findings.back().code == "analysis.unstable");
    CHECK(r.findings.back().subject == "Too much");
    CHECK(std::isnan(r.forces.at(0, 1)[0]));
}

TEST_CASE("second order: without axial force it is first order, tension stiffens, dividing changes nothing", "[analysis]")
{
    const double q = 0.2 / 12;
    const double none = secondOrder(benchmark(false, 0, q, true), true).moment;
    CHECK_THAT(none, WithinRel(q * 336 * 336 / 8, 1e-6));
    CHECK(secondOrder(benchmark(false, -300, q, true), true).moment < none);
    Frame f = benchmark(false, 300, q, true);
    if (std::abs(elementAxes(f, f.elements[0]).z.x) < 0.5) f.elements[0].roll = std::numbers::pi / 2;
    SilentProgress p;
    CombinationOptions o;
    o.secondOrder = true;
    std::vector<double> peaks;
    for (const int pieces : {4, 8, 16}) {
        o.pieces = pieces;
        const CombinationResult r = analyseCombinations(f, o, secondOrderRules(), p);
        REQUIRE(r.ok);
        peaks.push_back(std::abs(r.forces.at(r.forces.first[0] + 5, 0)[4]));
    }
    CHECK_THAT(peaks[0], WithinRel(peaks[2], 2e-3));
    CHECK_THAT(peaks[1], WithinRel(peaks[2], 2e-4));
}

TEST_CASE("buckling: Euler columns", "[analysis]")
{
    // Minor axis: EI = 200 GPa · 16.667e-6 m⁴. Shear deformation is off in this bar (avy, avz stated 0).
    const double euler = std::numbers::pi * std::numbers::pi * 200e9 * (0.2 * 0.001 / 12) / 36;
    const std::string held = R"("uy":true,"uz":true)", pinned = R"("ux":true,"uy":true,"uz":true,"rx":true)";
    const std::string fixed = R"("ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true)";
    CHECK_THAT(eulerFactor(pinned, held), WithinRel(euler, 0.005));                                // K = 1
    CHECK_THAT(eulerFactor(fixed, held + R"(,"ry":true,"rz":true)"), WithinRel(4 * euler, 0.005)); // K = 0.5
    CHECK_THAT(eulerFactor(fixed, held), WithinRel(euler / (0.69915566 * 0.69915566), 0.005));     // K = 0.7
    CHECK_THAT(eulerFactor(fixed, R"("rx":false)"), WithinRel(euler / 4, 0.005));                  // K = 2
    CHECK_THAT(eulerFactor(fixed, R"("rx":true,"ry":true,"rz":true)"), WithinRel(euler, 0.005));   // sway, K = 1
}

TEST_CASE("buckling: a portal with fixed feet that may sway, against its characteristic equation", "[analysis]")
{
    // Columns h = 4 m, beam L = 8 m, one section; the plane frame held out of plane. Antisymmetric mode of fixed feet:
    // tan(kh)/(kh) = -L/(6h)·(I_c/I_b), i.e. kh tan⁻¹… solved here by bisection: (kh)·cot(kh) = -6 (I_b/L)/(I_c/h).
    const double h = 4, l = 8, ratio = 6 * (1 / l) / (1 / h);
    double low = std::numbers::pi / 2 + 1e-9, high = std::numbers::pi - 1e-9;
    for (int i = 0; i < 100; ++i) {
        const double x = (low + high) / 2;
        (x / std::tan(x) > -ratio ? low : high) = x;
    }
    const double expected = low * low * 200e9 * (0.1 * 0.008 / 12) / (h * h); // per column, N
    const Frame base = test::frameOf(test::beam(
        R"("nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},
{"id":"2","at":[0,0,4],"support":{"uy":true,"rx":true,"rz":true}},
{"id":"3","at":[8,0,4],"support":{"uy":true,"rx":true,"rz":true}},
{"id":"4","at":[8,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}}],
"elements":[{"id":"C1","nodes":["1","2"],"section":"S","material":"M"},
{"id":"B","nodes":["2","3"],"section":"S","material":"M"},{"id":"C2","nodes":["4","3"],"section":"S","material":"M"}])",
        R"({"id":"G","nodal":[{"node":"2","f":[0,0,-1],"m":[0,0,0]},{"node":"3","f":[0,0,-1],"m":[0,0,0]}]})",
        R"(,"combinations":[{"id":"U","terms":{"G":1}}])"));
    Frame f = base;
    for (Element& e : f.elements) // bend about the major axis in the plane of the frame
        if (std::abs(elementAxes(f, e).y.y) < 0.5) e.roll = std::numbers::pi / 2;
    // Columns are free to bow out of plane between their ends; the in-plane mode is the one that moves node 2 along x.
    SilentProgress p;
    const BucklingResult r = analyseBuckling(f, {.modes = 6}, p);
    REQUIRE(r.ok);
    double sway = 0;
    for (const BucklingMode& m : r.combinations[0])
        if (std::abs(m.u[1].x) > 0.3 && sway == 0) {
            sway = m.factor * 1e3;
            double sum = 0;
            for (const double e : m.energy)
                sum += e;
            CHECK_THAT(sum, WithinRel(1.0, 1e-9));
            CHECK_THAT(m.energy[0], WithinRel(m.energy[2], 1e-3)); // both columns alike
        }
    CHECK_THAT(sway, WithinRel(expected, 0.01));
}

TEST_CASE("vibration: a cantilever and a beam with their own mass", "[analysis]")
{
    const double ei = 200e9 * (0.2 * 0.001 / 12), m = 7850 * 0.02, l = 6; // minor axis first
    VibrationOptions options;
    const auto lowest = [&](const std::string& foot, const std::string& head) {
        const Frame f = test::frameOf(test::beam(
            "\"nodes\":[{\"id\":\"1\",\"at\":[0,0,0],\"support\":{" + foot + "}},{\"id\":\"2\",\"at\":[6,0,0],\"support\":{" +
                head + R"(}}],"elements":[{"id":"C","nodes":["1","2"],"section":"S","material":"M"}])",
            R"({"id":"G","selfWeight":1})"));
        SilentProgress p;
        const VibrationResult r = analyseVibration(f, options, p);
        for (const Finding& x : r.findings)
            UNSCOPED_INFO(x.code << ": " << x.text);
        REQUIRE(r.ok);
        CHECK_THAT(r.mass, WithinRel(m * l, 1e-9));
        for (int d = 0; d < 3; ++d)
            CHECK(r.modes[0].participation[d] <= 1 + 1e-9);
        return r.modes[0].frequency;
    };
    const double unit = std::sqrt(ei / (m * std::pow(l, 4))) / (2 * std::numbers::pi);
    const std::string fixed = R"("ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true)";
    const std::string pinned = R"("ux":true,"uy":true,"uz":true,"rx":true)", roller = R"("uy":true,"uz":true)";
    CHECK_THAT(lowest(fixed, R"("rx":false)"), WithinRel(3.51602 * unit, 1e-4));
    CHECK_THAT(lowest(pinned, roller), WithinRel(std::numbers::pi * std::numbers::pi * unit, 1e-4));
    options.pieces = 1; // consistent mass of one element: 1.11 of the exact frequency, never below it
    CHECK_THAT(lowest(pinned, roller), WithinRel(std::sqrt(120.0) * unit, 1e-4));
    options.pieces = 12;
    options.consistent = false;
    CHECK_THAT(lowest(fixed, R"("rx":false)"), WithinRel(3.51602 * unit, 0.01));
    CHECK_THAT(lowest(pinned, roller), WithinRel(std::numbers::pi * std::numbers::pi * unit, 0.005));
    options.cases = {{0, 1.0}}; // the case is its own weight
    CHECK_THAT(lowest(pinned, roller), WithinRel(std::numbers::pi * std::numbers::pi * unit, 0.005));
}
