// Diaphragms, links, inclined supports, joint springs, thermal gradients, one-way elements: closed forms.
#include "core/analysis/combinations.h"
#include "core/analysis/linear.h"
#include "core/files/frame_writer.h"
#include "tests/support.h"

#include <cmath>

using namespace wr;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

// kN, m; E 200 GPa, bar 0.1 x 0.2: A 0.02 m², I 66.667e-6 (major), 16.667e-6 m⁴ (minor).
constexpr double kE = 200e9, kIy = 0.1 * 0.008 / 12, kIz = 0.2 * 0.001 / 12;

AnalysisResult solved(const Frame& f)
{
    return test::analysed(f, {.shearDeformation = false});
}

double end(const AnalysisResult& r, size_t element, Force f, bool last)
{
    const int k = last ? r.forces.first[element + 1] - 1 : r.forces.first[element];
    return r.forces.at(k, 0)[static_cast<size_t>(f)];
}

} // namespace

TEST_CASE("joints: a beam on springs at its ends", "[analysis]")
{
    // Fixed beam of 6 m with joint springs k at both ends under q = 10 kN/m: M = (q L²/12) / (1 + 2 EI/(k L)).
    const double l = 6, q = 10e3, k = 4e6;
    const Frame f = test::frameOf(test::beam(
        R"("nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},
{"id":"2","at":[6,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}}],
"elements":[{"id":"B","nodes":["1","2"],"section":"S","material":"M","springs":{"i":{"my":4000},"j":{"my":4000}}}])",
        R"({"id":"G","line":[{"element":"B","q":[[0,0,-10],[0,0,-10]]}]})"));
    const AnalysisResult r = solved(f);
    const double expected = -q * l * l / 12 / (1 + 2 * kE * kIy / (k * l));
    CHECK_THAT(end(r, 0, Force::My, false), WithinRel(expected, 1e-9));
    CHECK_THAT(end(r, 0, Force::My, true), WithinRel(expected, 1e-9));
    CHECK(test::frameOf(writeFrame(f)).elements == f.elements);
}

TEST_CASE("joints: an inclined roller carries along its own direction only", "[analysis]")
{
    // Simple beam of 4 m, 20 kN at midspan; the right roller stands on a 30° slope: its reaction is square to the slope.
    const Frame f = test::frameOf(test::beam(
        R"("nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true}},{"id":"2","at":[2,0,0]},
{"id":"3","at":[4,0,0],"support":{"uy":true,"uz":true},"supportAxes":[[0.8660254037844387,0,0.5],[0,1,0]]}],
"elements":[{"id":"A","nodes":["1","2"],"section":"S","material":"M"},{"id":"B","nodes":["2","3"],"section":"S","material":"M"}])",
        R"({"id":"G","nodal":[{"node":"2","f":[0,0,-20],"m":[0,0,0]}]})"));
    const AnalysisResult r = solved(f);
    const Vec3 reaction = r.cases[0].f[2];
    CHECK_THAT(reaction.z, WithinRel(10e3, 1e-9));
    CHECK_THAT(reaction.x, WithinRel(-10e3 * std::tan(3.14159265358979 / 6), 1e-9));
    // The node slides along the slope.
    const Vec3 u = r.cases[0].u[2];
    CHECK_THAT(-u.x * 0.5 + u.z * std::cos(3.14159265358979 / 6), WithinAbs(0, 1e-12));
    CHECK(std::abs(u.x) > 1e-7);
    CHECK(test::frameOf(writeFrame(f)).nodes[2].supportAxes.has_value());
}

TEST_CASE("joints: a thermal gradient bows a free beam and bends a fixed one", "[analysis]")
{
    // 20 K over 0.2 m of depth, warmer below: g = -100 K/m along z (up). Free: w = κL²/8; fixed: M = EI κ all along.
    const auto frame = [](const char* support) {
        return test::frameOf(test::beam(
            std::string(R"("nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true)") + support +
                R"(}},{"id":"2","at":[3,0,0]},{"id":"3","at":[6,0,0],"support":{"uy":true,"uz":true)" + support +
                R"(}}],"elements":[{"id":"A","nodes":["1","2"],"section":"S","material":"M"},
{"id":"B","nodes":["2","3"],"section":"S","material":"M"}])",
            R"({"id":"T","thermal":[{"element":"A","gradient":[0,-100]},{"element":"B","gradient":[0,-100]}]})"));
    };
    const double kappa = 1.2e-5 * 100;
    const AnalysisResult free = solved(frame(""));
    CHECK_THAT(free.cases[0].u[1].z, WithinRel(-kappa * 36 / 8, 1e-9)); // warmer below: sags
    CHECK_THAT(end(free, 0, Force::My, true), WithinAbs(0, 1e-6));
    const AnalysisResult fixed = solved(frame(R"(,"ry":true)"));
    CHECK_THAT(end(fixed, 0, Force::My, false), WithinRel(-kE * kIy * kappa, 1e-9));
    CHECK_THAT(fixed.cases[0].u[1].z, WithinAbs(0, 1e-12));
}

TEST_CASE("joints: a diaphragm turns four columns as one body", "[analysis]")
{
    // Four cantilever columns 3 m high on a 6 x 4 m plan under one rigid plate; a force along y at a corner of the plate.
    std::string nodes, elements;
    const double x[] = {0, 6, 6, 0}, y[] = {0, 0, 4, 4};
    for (int i = 0; i < 4; ++i) {
        nodes += fmt::format(
            R"({}{{"id":"b{}","at":[{},{},0],"support":{{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,
"rz":true}}}},{{"id":"t{}","at":[{},{},3]}})",
            i ? "," : "", i, x[i], y[i], i, x[i], y[i]);
        elements +=
            fmt::format(R"({}{{"id":"C{}","nodes":["b{}","t{}"],"section":"S","material":"M"}})", i ? "," : "", i, i, i);
    }
    const std::string more = R"(,"diaphragms":[{"id":"D","nodes":["t0","t1","t2","t3"]}])";
    const Frame f = test::frameOf(test::beam("\"nodes\":[" + nodes + "],\"elements\":[" + elements + "]",
                                             R"({"id":"W","nodal":[{"node":"t1","f":[0,30,0],"m":[0,0,0]}]})", more));
    const AnalysisResult r = solved(f);
    const auto& u = r.cases[0].u;
    // Rigid in plan.
    for (const auto& [a, b] : {std::pair{1, 3}, {3, 5}, {1, 7}, {1, 5}}) {
        const auto i = static_cast<size_t>(a), j = static_cast<size_t>(b);
        const Vec3 d = f.nodes[j].at - f.nodes[i].at, v = u[j] - u[i];
        CHECK_THAT(d.x * v.x + d.y * v.y, WithinAbs(0, 1e-12));
        CHECK_THAT(r.cases[0].r[i].z, WithinRel(r.cases[0].r[j].z, 1e-12));
    }
    // By hand: columns turn freely at the top (the plate holds plan movement only), so 3EI/h³ each way; local z of a column is
    // found from its axes: one plan direction bends about the major, the other about the minor axis.
    const Axes axes = elementAxes(f, f.elements[0]);
    const bool majorMovesY = std::abs(axes.z.y) > 0.5; // bending about y moves along local z
    const double ky = 3 * kE * (majorMovesY ? kIy : kIz) / 27, kx = 3 * kE * (majorMovesY ? kIz : kIy) / 27;
    const double torsion = r.forces.columns ? 80e9 * f.sections[0].properties.it / 3 : 0;
    const double turnStiffness = 4 * (kx * 4 + ky * 9 + torsion);
    const double theta = 30e3 * 3 / turnStiffness, move = 30e3 / (4 * ky);
    CHECK_THAT(r.cases[0].r[1].z, WithinRel(theta, 1e-6));
    CHECK_THAT(u[1].y, WithinRel(move - 3 * theta, 1e-6));
    CHECK_THAT(u[3].y, WithinRel(move + 3 * theta, 1e-6));
    Vec3 sum;
    for (const Vec3& v : r.cases[0].f)
        sum = sum + v;
    CHECK_THAT(sum.y, WithinRel(-30e3, 1e-9));
}

TEST_CASE("joints: linked nodes move alike", "[analysis]")
{
    // Two cantilevers of 3 m and 2 m side by side, tips linked in uz: they share a force as 3EI/L³ does.
    const Frame f = test::frameOf(test::beam(
        R"("nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},
{"id":"2","at":[3,0,0]},
{"id":"3","at":[0,1,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},
{"id":"4","at":[2,1,0]}],
"elements":[{"id":"A","nodes":["1","2"],"section":"S","material":"M"},
{"id":"B","nodes":["3","4"],"section":"S","material":"M"}])",
        R"({"id":"G","nodal":[{"node":"2","f":[0,0,-12],"m":[0,0,0]}]})",
        R"(,"links":[{"id":"L","nodes":["2","4"],"dofs":["uz"]}])"));
    const AnalysisResult r = solved(f);
    const double ka = 3 * kE * kIy / 27, kb = 3 * kE * kIy / 8;
    CHECK_THAT(r.cases[0].u[1].z, WithinRel(-12e3 / (ka + kb), 1e-9));
    CHECK_THAT(r.cases[0].u[3].z, WithinRel(r.cases[0].u[1].z, 1e-12));
    CHECK_THAT(r.cases[0].f[2].z, WithinRel(12e3 * kb / (ka + kb), 1e-9));
    CHECK(test::frameOf(writeFrame(f)).links == f.links);
    // A held node cannot follow.
    Frame bad = f;
    bad.nodes[3].support[2].held = true;
    SilentProgress p;
    const AnalysisResult refused = analyseLinear(bad, {}, p);
    CHECK_FALSE(refused.ok);
    CHECK(refused.findings.front().code == "analysis.constraint");
    CHECK(refused.findings.front().text.find("4") != std::string::npos);
}

TEST_CASE("one-way: of two crossing ties only the stretched one acts", "[analysis]")
{
    // A hinged square panel of 3 m with two tension-only diagonals; 10 kN to the right stretches one of them: N = 10·√2.
    const auto frame = [](double h) {
        return test::frameOf(test::beam(
            R"("nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true}},
{"id":"2","at":[3,0,0],"support":{"ux":true,"uy":true,"uz":true}},
{"id":"3","at":[0,0,3],"support":{"uy":true}},{"id":"4","at":[3,0,3],"support":{"uy":true}}],
"elements":[{"id":"L","nodes":["1","3"],"section":"S","material":"M","behaviour":"axial"},
{"id":"R","nodes":["2","4"],"section":"S","material":"M","behaviour":"axial"},
{"id":"T","nodes":["3","4"],"section":"S","material":"M","behaviour":"axial"},
{"id":"D1","nodes":["1","4"],"section":"S","material":"M","behaviour":"tension-only"},
{"id":"D2","nodes":["2","3"],"section":"S","material":"M","behaviour":"tension-only"}])",
            fmt::format(R"({{"id":"W","nodal":[{{"node":"3","f":[{},0,0],"m":[0,0,0]}}]}})", h),
            R"(,"combinations":[{"id":"U","terms":{"W":1}},{"id":"V","terms":{"W":-2}}])"));
    };
    SilentProgress p;
    const Frame f = frame(10);
    CHECK_FALSE(analyseLinear(f, {}, p).ok); // does not superpose
    const CombinationResult r = analyseCombinations(f, {}, secondOrderRules(), p);
    for (const Finding& x : r.findings)
        UNSCOPED_INFO(x.code << ": " << x.text);
    REQUIRE(r.ok);
    const auto axial = [&](size_t e, size_t c) { return r.forces.at(r.forces.first[e], c)[0]; };
    CHECK_THAT(axial(3, 0), WithinRel(10e3 * std::sqrt(2.0), 1e-9));
    CHECK(axial(4, 0) == 0);
    CHECK(r.combinations[0].active[3]);
    CHECK_FALSE(r.combinations[0].active[4]);
    CHECK_THAT(axial(4, 1), WithinRel(20e3 * std::sqrt(2.0), 1e-9)); // the other way round: twice, on the other tie
    CHECK(axial(3, 1) == 0);
}

TEST_CASE("joints: malformed springs, links and support axes are faults with their place, none crashes", "[analysis]")
{
    const std::string head =
        R"({"format":"wren-frame","version":1,"materials":[{"id":"M","grade":"S355"}],"sections":[{"id":"S","name":"IPE300"}],
"nodes":[{"id":"1","at":[0,0,0])";
    const std::string middle =
        R"(},{"id":"2","at":[4,0,0]}],"elements":[{"id":"B","nodes":["1","2"],"section":"S","material":"M")";
    const auto place = [&](const std::string& node, const std::string& element, const std::string& more) {
        const auto r = readFrame(head + node + middle + element + "}]" + more + "}");
        std::string out;
        for (const Finding& x : r.findings)
            if (x.code.starts_with("frame.")) out += x.place + " ";
        CHECK(r.ok() == out.empty());
        return out;
    };
    CHECK(place("", "", "").empty());
    for (const char* axes : {"[]", "[[1,0,0]]", "[[1,0,0],[2,0,0]]", "[[0,0,0],[0,1,0]]", "[[1,0],[0,1]]",
                             "[[1,0,\"x\"],[0,1,0]]", "7", "{\"x\":1}", "[[1e308,1e308,0],[0,1,0],[0,0,1]]"}) {
        INFO(axes);
        CHECK(place(std::string(",\"supportAxes\":") + axes, "", "").find("/nodes/0/supportAxes") != std::string::npos);
    }
    for (const char* springs : {R"({"i":{"my":0}})", R"({"i":{"my":-3}})", R"({"i":{"mx":3}})", R"({"k":{"my":3}})",
                                R"({"i":7})", "3", R"({"i":{"my":"stiff"}})", R"({"i":{"my":true}})"}) {
        INFO(springs);
        CHECK(place("", std::string(",\"springs\":") + springs, "").find("/elements/0/springs") != std::string::npos);
    }
    CHECK(place("", R"(,"release":{"i":["my"]},"springs":{"i":{"my":5}})", "").find("/springs/i/my") != std::string::npos);
    CHECK(place("", R"(,"behaviour":"axial","springs":{"i":{"my":5}})", "").find("/springs") != std::string::npos);
    for (const char* link : {R"([{"id":"K","nodes":["1"],"dofs":["ux"]}])", R"([{"id":"K","nodes":["1","9"],"dofs":["ux"]}])",
                             R"([{"id":"K","nodes":["1","2"],"dofs":["up"]}])", R"([{"nodes":["1","2"],"dofs":["ux"]}])",
                             R"([{"id":"K","nodes":["1","1"],"dofs":["ux"]}])", R"([3])", R"({"id":"K"})",
                             R"([{"id":"K","nodes":["1","2"],"dofs":["ux"]},{"id":"K","nodes":["1","2"],"dofs":["uy"]}])"}) {
        INFO(link);
        CHECK(place("", "", std::string(",\"links\":") + link).find("/links") != std::string::npos);
    }
}

TEST_CASE("joints: contradictions between diaphragms, links and supports are told, not solved", "[analysis]")
{
    Frame f = test::frameOf(test::beam(
        R"("nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},
{"id":"2","at":[3,0,0]},{"id":"3","at":[6,0,0]}],
"elements":[{"id":"A","nodes":["1","2"],"section":"S","material":"M"},
{"id":"B","nodes":["2","3"],"section":"S","material":"M"}])",
        R"({"id":"G","nodal":[{"node":"3","f":[0,0,-1],"m":[0,0,0]}]})"));
    SilentProgress p;
    const auto refused = [&](const Frame& x) {
        const AnalysisResult r = analyseLinear(x, {}, p);
        return !r.ok && !r.findings.empty() && r.findings.front().code == "analysis.constraint";
    };
    CHECK(analyseLinear(f, {}, p).ok);
    Frame twice = f; // led by two
    twice.links = {{"K", {0, 2}, {true}, {}}, {"L", {1, 2}, {true}, {}}};
    CHECK(refused(twice));
    Frame chain = f; // its leader is led
    chain.links = {{"K", {0, 1}, {true}, {}}, {"L", {1, 2}, {true}, {}}};
    CHECK(refused(chain));
    Frame inclined = f;
    inclined.nodes[2].supportAxes = Axes{};
    inclined.links = {{"K", {1, 2}, {true}, {}}};
    CHECK(refused(inclined));
    Frame both = f; // diaphragm and link
    both.diaphragms = {{"D", {1, 2}, {}}};
    both.links = {{"K", {0, 2}, {true}, {}}};
    CHECK(refused(both));
    Frame held = f;
    held.diaphragms = {{"D", {0, 1}, {}}};
    CHECK(refused(held));
}
