#include "core/analysis/analyse.h"
#include "tests/support.h"

#include <cmath>
#include <random>

using namespace wr;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

// Three-dimensional frame for invariance tests, turned by a rotation about z.
std::string turnedFrame(double angle, bool reverse)
{
    const double c = std::cos(angle), s = std::sin(angle);
    const auto p = [&](double x, double y, double z) {
        return fmt::format("[{:.15g},{:.15g},{:.15g}]", c * x - s * y, s * x + c * y, z);
    };
    const auto pair = [&](const char* a, const char* b) {
        return reverse ? fmt::format("[\"{}\",\"{}\"]", b, a) : fmt::format("[\"{}\",\"{}\"]", a, b);
    };
    // Columns are turned with the frame: their y is the global Y by default.
    const double deg = angle * 180 / 3.14159265358979323846;
    const double roll = reverse ? -deg : deg;
    std::string nodes = R"("nodes":[)";
    const char* fixed = R"(,"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true})";
    nodes += R"({"id":"1","at":)" + p(0, 0, 0) + fixed + R"(},{"id":"2","at":)" + p(6, 0, 0) + fixed + R"(},{"id":"3","at":)" +
             p(0, 0, 4) + R"(},{"id":"4","at":)" + p(6, 0, 4) + R"(},{"id":"5","at":)" + p(6, 5, 4.5) + fixed + "}]";
    std::string elements = R"("elements":[{"id":"C1","nodes":)" + pair("1", "3") +
                           fmt::format(R"(,"roll":{},"section":"S","material":"M"}})", roll) + R"(,{"id":"C2","nodes":)" +
                           pair("2", "4") + fmt::format(R"(,"roll":{},"section":"S","material":"M"}})", roll) +
                           R"(,{"id":"B","nodes":)" + pair("3", "4") + R"(,"section":"S","material":"M"},{"id":"D","nodes":)" +
                           pair("4", "5") + R"(,"section":"S","material":"M"}])";
    const std::string load = fmt::format(
        R"({{"id":"G","selfWeight":1,"nodal":[{{"node":"3","f":[{:.15g},{:.15g},-30],"m":[0,0,4]}}],
"line":[{{"element":"B","q":[[0,0,-10],[0,0,-10]]}}]}})",
        c * 20 - s * 5, s * 20 + c * 5);
    return test::beam(nodes + "," + elements, load);
}

} // namespace

TEST_CASE("frame: portal sway against the closed form", "[analysis]")
{
    // Fixed bases, rigid beam approximated by a stiff one: column moments Hh/4 each, sway Hh³/(24EI).
    std::string json = test::beam(
        R"("nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},
{"id":"2","at":[5,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},{"id":"3","at":[0,0,4]},
{"id":"4","at":[5,0,4]}],
"elements":[{"id":"A","nodes":["1","3"],"section":"S","material":"M"},
{"id":"B","nodes":["2","4"],"section":"S","material":"M"},{"id":"C","nodes":["3","4"],"section":"R","material":"M"}])",
        R"({"id":"W","nodal":[{"node":"3","f":[100,0,0]}]})");
    json.replace(json.find("\"sections\":["), 12,
                 R"("sections":[{"id":"R","properties":{"a":1e9,"iy":1e15,"iz":1e15,"it":1e15}},)");
    json.replace(json.find("\"b\":100"), 7, "\"b\":100");
    const AnalysisResult r = test::analysed(test::frameOf(json));
    CHECK_THAT(r.cases[0].u[2].x, WithinRel(100e3 * 64 / (24 * test::kEi), 2e-3)); // axial strain of the columns is left in
    CHECK_THAT(std::abs(interpolate(r.forces, 0, 0, 0, true)[4]), WithinRel(100e3, 5e-3));
}

TEST_CASE("frame: turned in space and with elements reversed it gives the same section forces", "[analysis]")
{
    const AnalysisResult a = test::analysed(test::frameOf(turnedFrame(0, false)));
    for (const double angle : {0.4, 1.1, 2.5}) {
        const AnalysisResult b = test::analysed(test::frameOf(turnedFrame(angle, false)));
        REQUIRE(a.forces.values.size() == b.forces.values.size());
        double size = 0;
        for (const double v : a.forces.values)
            size = std::max(size, std::abs(v));
        for (size_t i = 0; i < a.forces.values.size(); ++i)
            CHECK_THAT(b.forces.values[i], WithinAbs(a.forces.values[i], 1e-9 * size));
    }
    const AnalysisResult c = test::analysed(test::frameOf(turnedFrame(0, true)));
    for (int e = 0; e < 4; ++e)
        for (const double x : {0.0, 0.3, 1.0}) {
            const Frame f = test::frameOf(turnedFrame(0, false));
            const double l = f.length(f.elements[e]);
            const SectionForces p = interpolate(a.forces, e, x * l, 0, true),
                                q = interpolate(c.forces, e, (1 - x) * l, 0, false);
            CHECK_THAT(q[0], WithinAbs(p[0], 1e-3));
            CHECK_THAT(q[3], WithinAbs(p[3], 1e-3));
            CHECK_THAT(std::abs(q[4]), WithinAbs(std::abs(p[4]), 1e-3));
            CHECK_THAT(std::abs(q[5]), WithinAbs(std::abs(p[5]), 1e-3));
        }
}

TEST_CASE("frame: with y up it is the same frame", "[analysis]")
{
    // (x, y, z) with z up is (x, z, -y) with y up; roll has the same sense about the element's own axis.
    const std::string z = turnedFrame(0, false);
    Frame a = test::frameOf(z), b = a;
    b.up = Up::Y;
    const auto turn = [](Vec3 v) { return Vec3{v.x, v.z, -v.y}; };
    for (Node& n : b.nodes)
        n.at = turn(n.at);
    for (LoadCase& c : b.cases) {
        for (NodalLoad& l : c.nodal) {
            l.f = turn(l.f);
            l.m = turn(l.m);
        }
        for (LineLoad& l : c.line) {
            l.q0 = turn(l.q0);
            l.q1 = turn(l.q1);
        }
    }
    const AnalysisResult ra = test::analysed(a), rb = test::analysed(b);
    double size = 0;
    for (const double v : ra.forces.values)
        size = std::max(size, std::abs(v));
    // Columns stand on the other horizontal axis, so their local axes may be turned by half a turn: magnitudes agree.
    for (size_t i = 0; i < ra.forces.values.size(); ++i)
        CHECK_THAT(std::abs(rb.forces.values[i]), WithinAbs(std::abs(ra.forces.values[i]), 1e-9 * size));
    CHECK_THAT(rb.cases[0].f[0].y, WithinRel(ra.cases[0].f[0].z, 1e-9));
}

TEST_CASE("frame: dividing an element changes nothing", "[analysis]")
{
    const auto portal = [](int pieces) {
        std::string nodes = R"("nodes":[)", elements = R"("elements":[)", loads;
        for (int k = 0; k <= pieces; ++k) {
            nodes += fmt::format(
                R"({}{{"id":"{}","at":[{:.15g},0,{:.15g}]{}}})", k ? "," : "", k, 6.0 * k / pieces, 2.0 * k / pieces,
                k == 0 || k == pieces ? R"(,"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true})" : "");
            if (k < pieces) {
                elements += fmt::format(R"({}{{"id":"e{}","nodes":["{}","{}"],"section":"S","material":"M"}})", k ? "," : "", k,
                                        k, k + 1);
                loads += fmt::format(R"({}{{"element":"e{}","q":[[1,2,-10],[1,2,-10]]}})", k ? "," : "", k);
            }
        }
        return test::analysed(test::frameOf(test::beam(nodes + "]," + elements + "]", R"({"id":"G","line":[)" + loads + "]}")));
    };
    const AnalysisResult one = portal(1), five = portal(5);
    for (size_t k = 0; k < 6; ++k)
        CHECK_THAT(interpolate(five.forces, 0, 0, 0, true)[k], WithinAbs(interpolate(one.forces, 0, 0, 0, true)[k], 1e-5));
}

TEST_CASE("frame: reactions balance the loads of both demo frames", "[analysis]")
{
    for (const char* name : {"marrow-hill", "tern-street"}) {
        const AnalysisResult r = test::analysed(test::frameOf(test::demo(name)));
        CHECK(r.residual < 1e-9);
        CHECK(std::none_of(r.findings.begin(), r.findings.end(),
                           [](const Finding& f) { return f.code == "analysis.unbalanced"; }));
    }
}

TEST_CASE("frame: mechanisms name a node and a direction", "[analysis]")
{
    SilentProgress p;
    const auto finding = [&](const std::string& json) {
        const AnalysisResult r = analyseLinear(test::frameOf(json), {}, p);
        CHECK_FALSE(r.ok);
        REQUIRE_FALSE(r.findings.empty());
        return r.findings.back();
    };
    // A beam on rollers slides along x.
    const Finding slides = finding(test::beam(
        R"("nodes":[{"id":"L","at":[0,0,0],"support":{"uy":true,"uz":true,"rx":true}},
{"id":"R","at":[6,0,0],"support":{"uy":true,"uz":true}}],
"elements":[{"id":"E","nodes":["L","R"],"section":"S","material":"M"}])",
        R"({"id":"G","selfWeight":1})"));
    CHECK(slides.code == "analysis.mechanism");
    CHECK(slides.text.find("along x") != std::string::npos);
    // A hinge in the middle of a simple beam drops along z.
    const Finding drops = finding(test::beam(
        R"("nodes":[{"id":"L","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"rz":true}},
{"id":"mid","at":[3,0,0]},{"id":"R","at":[6,0,0],"support":{"uy":true,"uz":true,"rz":true}}],
"elements":[{"id":"A","nodes":["L","mid"],"section":"S","material":"M","release":{"j":["my"]}},
{"id":"B","nodes":["mid","R"],"section":"S","material":"M"}])",
        R"({"id":"G","selfWeight":1})"));
    CHECK(drops.text.find("node mid can move along z") != std::string::npos);
    // Four bars pinned in a square without a diagonal sway.
    const Finding sways = finding(test::beam(
        R"("nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true}},
{"id":"2","at":[4,0,0],"support":{"ux":true,"uy":true,"uz":true}},{"id":"3","at":[0,0,3],"support":{"uy":true}},
{"id":"4","at":[4,0,3],"support":{"uy":true}}],
"elements":[{"id":"A","nodes":["1","3"],"section":"S","material":"M","behaviour":"axial"},
{"id":"B","nodes":["2","4"],"section":"S","material":"M","behaviour":"axial"},
{"id":"C","nodes":["3","4"],"section":"S","material":"M","behaviour":"axial"}])",
        R"({"id":"G","nodal":[{"node":"3","f":[1,0,0]}]})"));
    CHECK(sways.text.find("along x") != std::string::npos);
}

TEST_CASE("frame: rotations that nothing resists are ignored unless a moment acts there", "[analysis]")
{
    const std::string truss =
        R"("nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true}},
{"id":"2","at":[4,0,0],"support":{"ux":true,"uy":true,"uz":true}},{"id":"3","at":[2,0,2],"support":{"uy":true}}],
"elements":[{"id":"A","nodes":["1","3"],"section":"S","material":"M","behaviour":"axial"},
{"id":"B","nodes":["2","3"],"section":"S","material":"M","release":{"i":["my","mz","t"],"j":["my","mz"]}}])";
    const AnalysisResult ok =
        test::analysed(test::frameOf(test::beam(truss, R"({"id":"G","nodal":[{"node":"3","f":[0,0,-10]}]})")));
    CHECK_THAT(interpolate(ok.forces, 0, 1, 0, true)[0], WithinRel(-10e3 / std::sqrt(2.0), 1e-9));
    SilentProgress p;
    const AnalysisResult bad = analyseLinear(
        test::frameOf(test::beam(truss, R"({"id":"G","nodal":[{"node":"3","f":[0,0,-10],"m":[0,2,0]}]})")), {}, p);
    CHECK_FALSE(bad.ok);
    CHECK(bad.findings.back().code == "analysis.unresisted-moment");
}

TEST_CASE("frame: what the analysis does not cover yet is told, not left out", "[analysis]")
{
    SilentProgress p;
    const std::string nodes =
        R"("nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},
{"id":"2","at":[4,0,0]}],)";
    const AnalysisResult one = analyseLinear(
        test::frameOf(test::beam(
            nodes + R"("elements":[{"id":"A","nodes":["1","2"],"section":"S","material":"M","behaviour":"tension-only"}])",
            R"({"id":"G"})")),
        {}, p);
    CHECK_FALSE(one.ok);
    CHECK(one.findings.front().code == "analysis.not-covered");
    const AnalysisResult empty = analyseLinear(
        test::frameOf(
            test::beam(nodes + R"("elements":[{"id":"A","nodes":["1","2"],"section":"S","material":"M"}])", R"({"id":"G"})")),
        {}, p);
    CHECK(empty.ok);
    CHECK(empty.findings.front().code == "analysis.no-loads");
}

TEST_CASE("frame: results written with the file and read again give the same forces", "[analysis]")
{
    const Frame f = test::frameOf(test::demo("tern-street"));
    const AnalysisResult r = test::analysed(f);
    std::vector<Finding> findings;
    const ForceTable given = givenForces(withResults(f, FrameForces{true, {}, r.forces, r.cases, {}}), findings);
    CHECK(findings.empty());
    REQUIRE(given.sets.size() == r.forces.sets.size());
    for (size_t s = 0; s < given.sets.size(); ++s)
        for (const int e : {0, 5, 20}) {
            const double x = 0.37 * f.length(f.elements[e]);
            const auto total = [&](const ForceTable& t, const ForceSet& set, size_t k) {
                double v = 0;
                for (const auto& [c, factor] : set.terms)
                    v += factor * interpolate(t, e, x, static_cast<size_t>(c), true)[k];
                return v;
            };
            for (size_t k = 0; k < 6; ++k)
                CHECK_THAT(total(given, given.sets[s], k), WithinAbs(total(r.forces, r.forces.sets[s], k), 1e-3));
        }
}
