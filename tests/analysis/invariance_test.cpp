// The analysis of wholes does not depend on how a frame is laid in space, written down or divided.
#include "core/analysis/analyse.h"
#include "core/analysis/modes.h"
#include "core/analysis/refine.h"
#include "tests/support.h"

#include <cmath>

using namespace wr;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

CombinationResult second(const Frame& f)
{
    SilentProgress p;
    CombinationOptions o;
    o.secondOrder = true;
    CombinationResult r = analyseCombinations(f, o, secondOrderRules(), p);
    for (const Finding& x : r.findings)
        UNSCOPED_INFO(x.code << ": " << x.text);
    REQUIRE(r.ok);
    return r;
}

// Largest difference of the section forces of two results of one layout, over the largest force.
double difference(const ForceTable& a, const ForceTable& b)
{
    REQUIRE(a.values.size() == b.values.size());
    double most = 0, size = 0;
    for (size_t i = 0; i < a.values.size(); ++i) {
        most = std::max(most, std::abs(a.values[i] - b.values[i]));
        size = std::max(size, std::abs(a.values[i]));
    }
    return most / size;
}

} // namespace

TEST_CASE("wholes: second order of a frame turned about the vertical gives the same section forces", "[analysis]")
{
    const Frame f = test::frameOf(test::demo("tern-street"));
    Frame g = f;
    const double c = std::cos(0.7), s = std::sin(0.7);
    const auto turn = [&](Vec3 v) { return Vec3{c * v.x - s * v.y, s * v.x + c * v.y, v.z}; };
    for (Node& n : g.nodes) {
        n.at = turn(n.at);
        n.supportAxes = Axes{turn({1, 0, 0}), turn({0, 1, 0}), {0, 0, 1}}; // supports turn with the frame: their own axes
    }
    for (LoadCase& k : g.cases) {
        for (NodalLoad& l : k.nodal) {
            l.f = turn(l.f);
            l.m = turn(l.m);
        }
        for (LineLoad& l : k.line)
            if (l.axes == LoadAxes::Global) {
                l.q0 = turn(l.q0);
                l.q1 = turn(l.q1);
            }
        for (PointLoad& l : k.point)
            if (l.axes == LoadAxes::Global) {
                l.f = turn(l.f);
                l.m = turn(l.m);
            }
    }
    // Upright elements take their axes from the global ones: their roll makes up for it.
    for (size_t e = 0; e < g.elements.size(); ++e) {
        const Axes before = elementAxes(f, f.elements[e]), now = elementAxes(g, g.elements[e]);
        const Vec3 y = turn(before.y);
        const double delta = std::atan2(dot(y, now.z), dot(y, now.y));
        g.elements[e].roll += delta;
        if (norm(elementAxes(g, g.elements[e]).y - y) > 1e-9) g.elements[e].roll -= 2 * delta;
        REQUIRE(norm(elementAxes(g, g.elements[e]).y - y) < 1e-9);
    }
    bool projectedSideways = false;
    for (const LoadCase& k : f.cases)
        for (const LineLoad& l : k.line)
            projectedSideways = projectedSideways || (l.axes == LoadAxes::Projected && (l.q0.x != 0 || l.q0.y != 0));
    REQUIRE_FALSE(projectedSideways); // those name global directions and do not turn
    CHECK(difference(second(f).forces, second(g).forces) < 1e-6);
    SilentProgress p;
    const AnalysisResult a = analyseLinear(f, {}, p), b = analyseLinear(g, {}, p);
    REQUIRE(a.ok);
    REQUIRE(b.ok);
    CHECK(difference(a.forces, b.forces) < 1e-9);
}

TEST_CASE("wholes: first order by combinations is the superposed linear analysis", "[analysis]")
{
    const Frame f = test::frameOf(test::demo("tern-street"));
    const AnalysisResult linear = test::analysed(f);
    SilentProgress p;
    const CombinationResult r = analyseCombinations(f, {}, secondOrderRules(), p);
    REQUIRE(r.ok);
    for (size_t c = 0; c < f.combinations.size(); ++c) {
        CHECK(r.combinations[c].iterations == 1);
        double most = 0, size = 0;
        for (size_t k = 0; k < linear.forces.s.size(); ++k)
            for (size_t i = 0; i < 6; ++i) {
                double sum = 0;
                for (const auto& [column, factor] : linear.forces.sets[c].terms)
                    sum += factor * linear.forces.at(static_cast<int>(k), static_cast<size_t>(column))[i];
                most = std::max(most, std::abs(sum - r.forces.at(static_cast<int>(k), c)[i]));
                size = std::max(size, std::abs(sum));
            }
        INFO(f.combinations[c].id);
        CHECK(most < 1e-9 * size);
    }
}

TEST_CASE("wholes: second order tends to first order as the loads vanish, and amplifies by 1/(1 - 1/factor)", "[analysis]")
{
    // A cantilever of the 0.1 x 0.2 bar, P down its axis and a little H: tip deflection grows as the critical factor says.
    const auto frame = [](double p) {
        return test::frameOf(test::beam(
            R"("nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},
{"id":"2","at":[6,0,0]}],
"elements":[{"id":"C","nodes":["1","2"],"section":"S","material":"M"}])",
            fmt::format(R"({{"id":"G","nodal":[{{"node":"2","f":[{},0,-1],"m":[0,0,0]}}]}})", -p),
            R"(,"combinations":[{"id":"U","terms":{"G":1}}])"));
    };
    const double linear = 1e3 * 216 / (3 * 200e9 * (0.1 * 0.008 / 12));
    CHECK_THAT(-second(frame(1e-6)).combinations[0].motion.u[1].z, WithinRel(linear, 1e-6));
    const double critical = 3.14159265358979 * 3.14159265358979 * 200e9 * (0.1 * 0.008 / 12) / (4 * 36) / 1e3; // kN, major axis
    for (const double part : {0.1, 0.2}) {
        // The exact factor of a cantilever differs from 1/(1 - P/Pcr) by under 1 % here: 3(tan u - u)/u³, u = π/2·√part.
        const double u = 3.14159265358979 / 2 * std::sqrt(part);
        const double exact = 3 * (std::tan(u) - u) / (u * u * u);
        const double got = -second(frame(part * critical)).combinations[0].motion.u[1].z / linear;
        CHECK_THAT(got, WithinRel(exact, 1e-4));
        CHECK_THAT(got, WithinRel(1 / (1 - part), 0.01));
    }
}

TEST_CASE("wholes: a divided frame has the same length, weight, loads and places", "[analysis]")
{
    const Frame f = test::frameOf(test::demo("marrow-hill"));
    const Refined r = refined(f, 5);
    REQUIRE(r.first.size() == f.elements.size() + 1);
    for (size_t e = 0; e < f.elements.size(); ++e) {
        double length = 0;
        for (int k = r.first[e]; k < r.first[e + 1]; ++k)
            length += r.frame.length(r.frame.elements[k]);
        CHECK_THAT(length, WithinRel(f.length(f.elements[e]), 1e-9));
        const Element &from = r.frame.elements[r.first[e]], &to = r.frame.elements[r.first[e + 1] - 1];
        CHECK(from.i == f.elements[e].i);
        CHECK(to.j == f.elements[e].j);
        CHECK(from.releaseI == f.elements[e].releaseI);
        CHECK(to.releaseJ == f.elements[e].releaseJ);
        for (const double s : {0.0, 0.31, 0.4, 0.999, 1.0}) {
            const auto [piece, x] = r.at(e, s * length, true);
            double before = 0;
            for (int k = r.first[e]; k < static_cast<int>(piece); ++k)
                before += r.frame.length(r.frame.elements[k]);
            CHECK_THAT(before + x, WithinAbs(s * length, 1e-9));
        }
    }
    // Divided or not, first order is the same at the nodes.
    SilentProgress p;
    const AnalysisResult whole = analyseLinear(f, {}, p), fine = analyseLinear(r.frame, {}, p);
    REQUIRE(whole.ok);
    REQUIRE(fine.ok);
    for (size_t c = 0; c < f.cases.size(); ++c) {
        double size = 0;
        for (const Vec3& u : whole.cases[c].u)
            size = std::max(size, norm(u));
        for (size_t n = 0; n < f.nodes.size(); ++n)
            CHECK(norm(whole.cases[c].u[n] - fine.cases[c].u[n]) <= 1e-6 * size + 1e-12);
    }
}

TEST_CASE("wholes: a frame that only one combination upsets keeps the others", "[analysis]")
{
    Frame f = test::frameOf(test::demo("tern-street"));
    Combination mad = f.combinations.front();
    mad.id = "Mad";
    for (auto& [c, k] : mad.terms)
        k *= 60;
    f.combinations.push_back(mad);
    SilentProgress p;
    const FrameForces r = analyseForces(f, {.order = ForceOrder::Second}, secondOrderRules(), p);
    CHECK(r.ok);
    bool told = false;
    for (const Finding& x : r.findings)
        told = told || (x.subject == "Mad" && (x.code == "analysis.unstable" || x.code == "analysis.not-converged"));
    CHECK(told);
    CHECK(std::isfinite(r.forces.at(0, 0)[0]));
    CHECK(std::isnan(r.forces.at(0, f.combinations.size() - 1)[0]));
}
