// One element alone: what its stiffness and fixed-end forces must satisfy whatever its loads and releases are; and random
// frames as a whole.
#include "core/analysis/element.h"
#include "tests/support.h"

#include <cmath>
#include <random>

using namespace wr;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

Frame oneElement(const std::string& element = "")
{
    return test::frameOf(
        R"({"format":"wren-frame","version":1,"materials":[{"id":"M","grade":"S355"}],
"sections":[{"id":"S","name":"IPE300"}],"nodes":[{"id":"1","at":[1,2,3]},{"id":"2","at":[4,-1,5]}],
"elements":[{"id":"E","nodes":["1","2"],"section":"S","material":"M","roll":25)" +
        element + "}]}");
}

SpanLoads someLoads(double l)
{
    SpanLoads s;
    s.lines.push_back({0.1 * l, 0.7 * l, {200, -900, -3000}, {100, 500, -8000}});
    s.points.push_back({0.35 * l, {400, 700, -5000}, {30, 250, -120}});
    s.elongation = 2e-4;
    return s;
}

} // namespace

TEST_CASE("element: stiffness is symmetric and moving it as a rigid body costs nothing", "[analysis]")
{
    for (const char* release :
         {"", R"(,"release":{"i":["my"],"j":["mz","t"]})", R"(,"release":{"i":["my","mz"],"j":["my","mz"]})",
          R"(,"release":{"i":["n","vz"]})", R"(,"behaviour":"axial")"}) {
        CAPTURE(release);
        const Frame f = oneElement(release);
        const ElementModel e(f, f.elements[0], true);
        const Matrix12 k = e.globalStiffness();
        const double size = k.cwiseAbs().maxCoeff();
        CHECK((k - k.transpose()).cwiseAbs().maxCoeff() < 1e-12 * size);
        const Vec3 d = f.nodes[1].at - f.nodes[0].at;
        for (int axis = 0; axis < 3; ++axis) {
            Vector12 move = Vector12::Zero(), turn = Vector12::Zero();
            move(axis) = move(axis + 6) = 1;
            Vec3 w;
            w[axis] = 1;
            const Vec3 u = cross(w, d);
            turn(axis + 3) = turn(axis + 9) = 1;
            for (int i = 0; i < 3; ++i)
                turn(6 + i) = u[i];
            CHECK((k * move).cwiseAbs().maxCoeff() < 1e-9 * size);
            CHECK((k * turn).cwiseAbs().maxCoeff() < 1e-9 * size);
        }
        const Eigen::SelfAdjointEigenSolver<Matrix12> eigen(k);
        CHECK(eigen.eigenvalues()(0) > -1e-9 * size);
    }
}

TEST_CASE("element: fixed-end forces balance the loads, released ones are zero", "[analysis]")
{
    for (const char* release : {"", R"(,"release":{"i":["my"],"j":["mz"]})", R"(,"release":{"i":["my","mz"],"j":["my","mz"]})",
                                R"(,"release":{"j":["vz"]})"}) {
        CAPTURE(release);
        const Frame f = oneElement(release);
        const ElementModel e(f, f.elements[0], true);
        const double l = e.length();
        const SpanLoads loads = someLoads(l);
        Vector12 ends;
        REQUIRE(e.fixedEnd(loads, ends));
        // Beyond the far end the section forces must be those that end j receives: n = Fx, V and M with the signs of the
        // format.
        const SectionForces at = e.sectionForces(loads, ends, l, true);
        CHECK_THAT(at[0], WithinAbs(ends(6), 1e-6));
        CHECK_THAT(at[1], WithinAbs(-ends(7), 1e-6));
        CHECK_THAT(at[2], WithinAbs(-ends(8), 1e-6));
        CHECK_THAT(at[3], WithinAbs(ends(9), 1e-6));
        CHECK_THAT(at[4], WithinAbs(-ends(10), 1e-6));
        CHECK_THAT(at[5], WithinAbs(ends(11), 1e-6));
        for (int k = 0; k < 6; ++k) {
            if (f.elements[0].releaseI[k]) CHECK_THAT(ends(k), WithinAbs(0, 1e-9));
            if (f.elements[0].releaseJ[k]) CHECK_THAT(ends(k + 6), WithinAbs(0, 1e-9));
        }
    }
}

TEST_CASE("element: shear is the slope of the moment everywhere between loads", "[analysis]")
{
    const Frame f = oneElement();
    const ElementModel e(f, f.elements[0], true);
    const SpanLoads loads = someLoads(e.length());
    Vector12 ends;
    REQUIRE(e.fixedEnd(loads, ends));
    const double h = 1e-5;
    for (const double x : {0.05, 0.2, 0.5, 0.65, 0.9}) {
        const double s = x * e.length();
        const SectionForces a = e.sectionForces(loads, ends, s - h, true), b = e.sectionForces(loads, ends, s + h, true),
                            m = e.sectionForces(loads, ends, s, true);
        CHECK_THAT((b[4] - a[4]) / (2 * h), WithinAbs(m[2], 1e-2));
        CHECK_THAT((b[5] - a[5]) / (2 * h), WithinAbs(m[1], 1e-2));
    }
}

TEST_CASE("element: local axes of the format", "[analysis]")
{
    const auto axes = [](const char* to, double roll, const char* up = "z") {
        const Frame f = test::frameOf(fmt::format(
            R"({{"format":"wren-frame","version":1,"up":"{}","materials":[{{"id":"M","grade":"S355"}}],
"sections":[{{"id":"S","name":"IPE300"}}],"nodes":[{{"id":"1","at":[0,0,0]}},{{"id":"2","at":{}}}],
"elements":[{{"id":"E","nodes":["1","2"],"section":"S","material":"M","roll":{}}}]}})",
            up, to, roll));
        return elementAxes(f, f.elements[0]);
    };
    const auto same = [](Vec3 a, Vec3 b) { return norm(a - b) < 1e-9; };
    const Axes beam = axes("[5,0,0]", 0);
    CHECK(same(beam.z, {0, 0, 1}));
    CHECK(same(beam.y, {0, 1, 0}));
    const Axes column = axes("[0,0,5]", 0);
    CHECK(same(column.y, {0, 1, 0}));
    CHECK(same(column.z, {-1, 0, 0})); // z = x × y
    const Axes rolled = axes("[5,0,0]", 90);
    CHECK(same(rolled.y, {0, 0, 1})); // right-handed about x: y turns to z
    CHECK(same(rolled.z, {0, -1, 0}));
    const Axes slope = axes("[3,0,4]", 0);
    CHECK(same(slope.z, {-0.8, 0, 0.6}));
    const Axes yUp = axes("[5,0,0]", 0, "y");
    CHECK(same(yUp.z, {0, 1, 0}));
    CHECK(same(yUp.y, cross({0, 1, 0}, {1, 0, 0})));
    const Axes yColumn = axes("[0,5,0]", 0, "y");
    CHECK(same(yColumn.y, {0, 0, 1}));
    for (const Axes& a : {beam, column, rolled, slope, yUp, yColumn})
        CHECK(same(cross(a.x, a.y), a.z));
}

TEST_CASE("element: an angle rolled to its legs is the same whichever way its axes are found", "[analysis]")
{
    const auto deflection = [](const char* roll) {
        const Frame f = test::frameOf(
            R"({"format":"wren-frame","version":1,"materials":[{"id":"M","grade":"S355"}],
"sections":[{"id":"S","name":"L6X4X1/2"}],"nodes":[{"id":"1","at":[0,0,0],
"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},{"id":"2","at":[3,0,0]}],
"elements":[{"id":"E","nodes":["1","2"],"section":"S","material":"M")" +
            std::string(roll) + R"(}],"cases":[{"id":"G","nodal":[{"node":"2","f":[0,0,-1]}]}]})");
        AnalysisOptions o;
        o.shearDeformation = false;
        return std::pair{test::analysed(f, o).cases[0].u[1], f};
    };
    const auto [u, f] = deflection(R"(,"rollTo":"legs")");
    // Against the second moments about the legs: u_z = -P L³/(3E) · Iz'/(Iy'·Iz' - Iyz'²), u_y = P L³/(3E) · Iyz'/(…) from the
    // outline itself.
    const AreaIntegrals i = integrate(outlineOf(f.sections[0].shape).loops);
    const double det = i.iyy * i.izz - i.iyz * i.iyz, k = 1000 * 27 / (3 * f.materials[0].e);
    CHECK_THAT(u.z, WithinRel(-k * i.izz / det, 1e-6));
    CHECK_THAT(u.y, WithinRel(k * i.iyz / det, 1e-6));
}

TEST_CASE("random frames: superposition, reciprocity and equilibrium", "[analysis]")
{
    std::mt19937 random(11);
    std::uniform_real_distribution<double> u(-1, 1);
    for (int round = 0; round < 12; ++round) {
        // A few random nodes over three fixed ones, all joined.
        std::string nodes = R"("nodes":[)", elements = R"("elements":[)";
        const int n = 6;
        for (int k = 0; k < n; ++k)
            nodes += fmt::format(R"({}{{"id":"{}","at":[{:.3f},{:.3f},{:.3f}]{}}})", k ? "," : "", k, 4 * u(random),
                                 4 * u(random), k < 3 ? 0.0 : 3 + 2 * u(random),
                                 k < 3 ? R"(,"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true})" : "");
        int e = 0;
        for (int a = 0; a < n; ++a)
            for (int b = std::max(a + 1, 3); b < n; ++b) {
                elements += fmt::format(R"({}{{"id":"e{}","nodes":["{}","{}"],"section":"S","material":"M","roll":{:.1f}{}}})",
                                        e ? "," : "", e, a, b, 90 * u(random), e % 3 == 0 ? R"(,"release":{"i":["my"]})" : "");
                ++e;
            }
        const auto load = [&](int node, const char* f) { return fmt::format(R"({{"node":"{}","f":{}}})", node, f); };
        const Frame f = test::frameOf(test::beam(nodes + "]," + elements + "]",
                                                 R"({"id":"A","nodal":[)" + load(3, "[1,0,0]") + R"(]},{"id":"B","nodal":[)" +
                                                     load(5, "[0,0,1]") + R"(]},{"id":"C","nodal":[)" + load(3, "[2,0,0]") +
                                                     "," + load(5, "[0,0,-3]") + "]}"));
        const AnalysisResult r = test::analysed(f);
        // Maxwell and Betti: the displacement at 3 along x from B equals that at 5 along z from A.
        CHECK_THAT(r.cases[1].u[3].x, WithinAbs(r.cases[0].u[5].z, 1e-9 * std::abs(r.cases[0].u[3].x)));
        for (size_t k = 0; k < 6; ++k) {
            const double a = interpolate(r.forces, 4, 1, 0, true)[k], b = interpolate(r.forces, 4, 1, 1, true)[k],
                         c = interpolate(r.forces, 4, 1, 2, true)[k];
            CHECK_THAT(c, WithinAbs(2 * a - 3 * b, 1e-6 * (std::abs(a) + std::abs(b) + 1)));
        }
        for (size_t c = 0; c < 3; ++c) {
            Vec3 force, moment;
            for (size_t k = 0; k < f.nodes.size(); ++k) {
                Vec3 p = r.cases[c].f[k];
                for (const NodalLoad& l : f.cases[c].nodal)
                    if (static_cast<size_t>(l.node) == k) p = p + l.f;
                force = force + p;
                moment = moment + cross(f.nodes[k].at, p) + r.cases[c].m[k];
            }
            CHECK(norm(force) < 1e-6 * 3000);
            CHECK(norm(moment) < 1e-6 * 3000 * 5);
        }
    }
}
