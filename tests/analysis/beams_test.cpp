#include "tests/support.h"

#include <cmath>

using namespace wr;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;
using test::kEi;
using test::kEiz;
using test::kFixed;
using test::kPinned;
using test::kRoller;

namespace {

std::string twoNodes(const std::string& left, const std::string& right, double l = 6, const std::string& element = "")
{
    return R"("nodes":[{"id":"1","at":[0,0,0])" + (left.empty() ? "" : "," + left) + R"(},{"id":"2","at":[)" +
           std::to_string(l) + R"(,0,0])" + (right.empty() ? "" : "," + right) +
           R"(}],"elements":[{"id":"E","nodes":["1","2"],"section":"S","material":"M")" + element + "}]";
}

SectionForces at(const AnalysisResult& r, double s, bool after = true, int element = 0)
{
    return interpolate(r.forces, element, s, 0, after);
}

} // namespace

TEST_CASE("beam: simply supported under uniform load", "[analysis]")
{
    const Frame f = test::frameOf(
        test::beam(twoNodes(kPinned, kRoller), R"({"id":"G","line":[{"element":"E","q":[[0,0,-10],[0,0,-10]]}]})"));
    const AnalysisResult r = test::analysed(f);
    CHECK_THAT(at(r, 3)[4], WithinRel(10e3 * 36 / 8, 1e-12)); // M = qL²/8, top compressed: positive
    CHECK_THAT(at(r, 0)[2], WithinRel(30e3, 1e-12));          // vz = dM/ds
    CHECK_THAT(at(r, 6)[2], WithinRel(-30e3, 1e-12));
    CHECK_THAT(at(r, 1.37)[4], WithinRel(10e3 / 2 * 1.37 * (6 - 1.37), 1e-12)); // between stations: the cubic is exact
    CHECK_THAT(r.cases[0].r[0].y,
               WithinRel(10e3 * 216 / (24 * kEi), 1e-9)); // end slope qL³/24EI; rotation about +y lowers +x end
    CHECK_THAT(r.cases[0].f[0].z, WithinRel(30e3, 1e-9));
}

TEST_CASE("beam: fixed ends, partial trapezoidal load against numerical quadrature", "[analysis]")
{
    const Frame f = test::frameOf(test::beam(
        twoNodes(kFixed, kFixed), R"({"id":"G","line":[{"element":"E","from":1.2,"to":4.7,"q":[[0,0,-8],[0,0,-20]]}]})"));
    const AnalysisResult r = test::analysed(f);
    double m1 = 0, m2 = 0;
    const int n = 20000;
    for (int k = 0; k < n; ++k) {
        const double a = 1.2 + 3.5 * (k + 0.5) / n, b = 6 - a, q = (8 + 12 * (a - 1.2) / 3.5) * 1e3 * 3.5 / n;
        m1 += q * a * b * b / 36;
        m2 += q * a * a * b / 36;
    }
    CHECK_THAT(at(r, 0)[4], WithinRel(-m1, 1e-7));
    CHECK_THAT(at(r, 6)[4], WithinRel(-m2, 1e-7));
}

TEST_CASE("beam: propped cantilever, and the same by a release", "[analysis]")
{
    for (const std::string& json :
         {test::beam(twoNodes(kFixed, kRoller), R"({"id":"G","line":[{"element":"E","q":[[0,0,-10],[0,0,-10]]}]})"),
          test::beam(twoNodes(kFixed, kFixed, 6, R"(,"release":{"j":["my","mz"]})"),
                     R"({"id":"G","line":[{"element":"E","q":[[0,0,-10],[0,0,-10]]}]})")}) {
        const AnalysisResult r = test::analysed(test::frameOf(json));
        CHECK_THAT(at(r, 0)[4], WithinRel(-10e3 * 36 / 8, 1e-9));
        CHECK_THAT(at(r, 6)[4], WithinAbs(0, 1e-4));
        CHECK_THAT(at(r, 3.75)[4], WithinRel(9.0 / 128 * 10e3 * 36, 1e-6)); // at 5/8 L
    }
}

TEST_CASE("beam: point load and point moment jump where they act", "[analysis]")
{
    const Frame f = test::frameOf(
        test::beam(twoNodes(kPinned, kRoller), R"({"id":"G","point":[{"element":"E","at":2,"f":[0,0,-12],"m":[0,9,0]}]})"));
    const AnalysisResult r = test::analysed(f);
    // Right-handed moment about +y raises my by 9 as s passes it; reactions: 12·4/6 = 8 and the moment's couple ∓9/6.
    const double left = 12e3 * 4 / 6 - 9e3 / 6;
    CHECK_THAT(at(r, 2, false)[4], WithinRel(2 * left, 1e-9));
    CHECK_THAT(at(r, 2, true)[4], WithinRel(2 * left + 9e3, 1e-9));
    CHECK_THAT(at(r, 2, false)[2], WithinRel(left, 1e-9));
    CHECK_THAT(at(r, 2, true)[2], WithinRel(left - 12e3, 1e-9));
}

TEST_CASE("beam: moment about z lowers mz, torsion, both signs of docs/frame-format.md", "[analysis]")
{
    const AnalysisResult z = test::analysed(test::frameOf(
        test::beam(twoNodes(kFixed, ""), R"({"id":"G","point":[{"element":"E","at":3,"f":[0,0,0],"m":[5,0,7]}]})")));
    // Cantilever: nothing beyond the moment. Before it, mz must be +7 so that passing lowers it to 0; t = +5 on the +x face.
    CHECK_THAT(at(z, 1)[5], WithinRel(7e3, 1e-9));
    CHECK_THAT(at(z, 5)[5], WithinAbs(0, 1e-6));
    CHECK_THAT(at(z, 1)[3], WithinRel(5e3, 1e-9));
    CHECK_THAT(at(z, 5)[3], WithinAbs(0, 1e-6));
    const AnalysisResult y =
        test::analysed(test::frameOf(test::beam(twoNodes(kFixed, ""), R"({"id":"G","nodal":[{"node":"2","f":[0,-4,0]}]})")));
    // Load along -y on a cantilever tensions the +y fibre at the root: mz negative.
    CHECK_THAT(at(y, 0)[5], WithinRel(-24e3, 1e-9));
    CHECK_THAT(at(y, 0)[1], WithinRel(4e3, 1e-9)); // vy = dmz/ds
    CHECK_THAT(y.cases[0].u[1].y, WithinRel(-4e3 * 216 / (3 * kEiz), 1e-9));
}

TEST_CASE("beam: two equal spans, settlement, temperature, spring", "[analysis]")
{
    const std::string spans =
        R"("nodes":[{"id":"1","at":[0,0,0],)" + kPinned +
        R"(},{"id":"2","at":[5,0,0],"support":{"uy":true,"uz":true}},{"id":"3","at":[10,0,0],"support":{"uy":true,"uz":true}}],
"elements":[{"id":"A","nodes":["1","2"],"section":"S","material":"M"},{"id":"B","nodes":["2","3"],"section":"S","material":"M"}])";
    const AnalysisResult r = test::analysed(test::frameOf(test::beam(
        spans, R"({"id":"G","line":[{"element":"A","q":[[0,0,-8],[0,0,-8]]},{"element":"B","q":[[0,0,-8],[0,0,-8]]}]})")));
    CHECK_THAT(at(r, 5, false, 0)[4], WithinRel(-8e3 * 25 / 8, 1e-9));
    const AnalysisResult s =
        test::analysed(test::frameOf(test::beam(spans, R"({"id":"G","settlement":[{"node":"2","dof":"uz","value":-0.01}]})")));
    CHECK_THAT(at(s, 5, false, 0)[4], WithinRel(3 * kEi * 0.01 / 25, 1e-9)); // M = 3EIδ/L²
    const AnalysisResult t = test::analysed(
        test::frameOf(test::beam(twoNodes(kFixed, kFixed), R"({"id":"G","thermal":[{"element":"E","uniform":30}]})")));
    CHECK_THAT(at(t, 3)[0], WithinRel(-200e9 * 0.02 * 1.2e-5 * 30, 1e-9));
    const AnalysisResult k = test::analysed(test::frameOf(
        test::beam(twoNodes(R"("support":{"ux":true,"uy":true,"uz":500,"rx":true})", R"("support":{"uy":true,"uz":500})"),
                   R"({"id":"G","line":[{"element":"E","q":[[0,0,-10],[0,0,-10]]}]})")));
    CHECK_THAT(k.cases[0].u[0].z, WithinRel(-30e3 / 500e3, 1e-9));
    CHECK_THAT(k.cases[0].f[0].z, WithinRel(30e3, 1e-9));
}

TEST_CASE("beam: shear deformation adds its part", "[analysis]")
{
    std::string json = test::beam(twoNodes(kFixed, ""), R"({"id":"G","nodal":[{"node":"2","f":[0,0,-10]}]})");
    json.replace(json.find("\"avz\":0"), 7, "\"avz\":15000");
    const Frame f = test::frameOf(json);
    const double bending = 10e3 * 216 / (3 * kEi), shear = 10e3 * 6 / (80e9 * 0.015);
    CHECK_THAT(-test::analysed(f).cases[0].u[1].z, WithinRel(bending + shear, 1e-9));
    AnalysisOptions o;
    o.shearDeformation = false;
    CHECK_THAT(-test::analysed(f, o).cases[0].u[1].z, WithinRel(bending, 1e-9));
}

TEST_CASE("beam: self-weight and projected loads on a slope", "[analysis]")
{
    const std::string slope = R"("nodes":[{"id":"1","at":[0,0,0],)" + kFixed + R"(},{"id":"2","at":[4,0,3],)" + kFixed +
                              R"(}],"elements":[{"id":"E","nodes":["1","2"],"section":"S","material":"M"}])";
    const auto vertical = [&](const std::string& load) {
        const AnalysisResult r = test::analysed(test::frameOf(test::beam(slope, R"({"id":"G",)" + load + "}")));
        return r.cases[0].f[0].z + r.cases[0].f[1].z;
    };
    CHECK_THAT(vertical(R"("selfWeight":1.5)"), WithinRel(1.5 * 7850 * kGravity * 0.02 * 5, 1e-9));
    CHECK_THAT(vertical(R"("line":[{"element":"E","q":[[0,0,-10],[0,0,-10]]}])"), WithinRel(50e3, 1e-9));
    CHECK_THAT(vertical(R"("line":[{"element":"E","axes":"projected","q":[[0,0,-10],[0,0,-10]]}])"),
               WithinRel(40e3, 1e-9)); // on the plan length
    CHECK_THAT(vertical(R"("line":[{"element":"E","axes":"local","q":[[0,0,-10],[0,0,-10]]}])"),
               WithinRel(40e3, 1e-9)); // 50 · cos
}

TEST_CASE("axial elements: loads go to the ends as on a simple beam, whose moments are reported", "[analysis]")
{
    const std::string bar = twoNodes(kFixed, kFixed, 6, R"(,"behaviour":"axial")");
    const AnalysisResult r =
        test::analysed(test::frameOf(test::beam(bar, R"({"id":"G","line":[{"element":"E","q":[[0,0,-10],[0,0,-10]]}]})")));
    CHECK_THAT(at(r, 3)[4], WithinRel(45e3, 1e-9));
    CHECK_THAT(at(r, 0)[4], WithinAbs(0, 1e-6));
    CHECK_THAT(r.cases[0].f[0].z, WithinRel(30e3, 1e-9));
    CHECK_THAT(r.cases[0].m[0].y, WithinAbs(0, 1e-6));
}
