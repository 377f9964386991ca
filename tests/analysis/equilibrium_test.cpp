// Random frames with every kind of load, offset, release and support: forces and moments balance, turning the frame changes
// nothing, cases superpose, dividing elements changes nothing.
#include "core/analysis/analyse.h"
#include "core/analysis/element.h"
#include "core/analysis/refine.h"
#include "core/analysis/shares.h"
#include "tests/analysis/random_frame.h"
#include "tests/support.h"

#include <cmath>
#include <random>

using namespace wr;
using Catch::Matchers::WithinAbs;
using test::randomFrame;

namespace {

// Resultant force and moment about the origin of all loads of a case.
std::pair<Vec3, Vec3> loadsOf(const Frame& f, const LoadCase& c)
{
    Vec3 force, moment;
    const auto put = [&](Vec3 at, Vec3 v) { force = force + v, moment = moment + cross(at, v); };
    for (const NodalLoad& n : c.nodal)
        put(f.nodes[n.node].at, n.f), moment = moment + n.m;
    for (const NodalLoad& n : notionalLoads(f, c))
        put(f.nodes[n.node].at, n.f);
    const std::vector<SpanLoads> spans = spanLoads(f, c);
    for (size_t e = 0; e < spans.size(); ++e) {
        const Axes axes = elementAxes(f, f.elements[e]);
        const Vec3 a = f.endI(f.elements[e]);
        for (const auto& l : spans[e].lines) {
            const double d = l.to - l.from;
            put(a + (l.from + d / 3) * axes.x, axes.toGlobal(d / 2 * l.q0));
            put(a + (l.to - d / 3) * axes.x, axes.toGlobal(d / 2 * l.q1));
        }
        for (const auto& p : spans[e].points)
            put(a + p.at * axes.x, axes.toGlobal(p.f)), moment = moment + axes.toGlobal(p.m);
    }
    return {force, moment};
}

Vec3 spun(Vec3 v, double angle)
{
    const double c = std::cos(angle), s = std::sin(angle);
    return {c * v.x - s * v.y, s * v.x + c * v.y, v.z};
}

// The whole frame and its loads turned about the vertical.
Frame turnedFrame(Frame f, double angle)
{
    for (size_t e = 0; e < f.elements.size(); ++e)
        for (LoadCase& c : f.cases) // projected loads are tied to the global axes: stated per true length instead
            for (LineLoad& l : c.line)
                if (l.element == static_cast<int>(e) && l.axes != LoadAxes::Local) {
                    l.q0 = spun(l.q0, angle);
                    l.q1 = spun(l.q1, angle);
                }
    for (Node& n : f.nodes) {
        n.at = spun(n.at, angle);
        // Springs of different stiffness keep to their own axes.
        n.supportAxes = Axes{spun({1, 0, 0}, angle), spun({0, 1, 0}, angle), {0, 0, 1}};
        if (!n.supported()) n.supportAxes.reset();
    }
    for (Element& e : f.elements) {
        e.offsetI = spun(e.offsetI, angle);
        e.offsetJ = spun(e.offsetJ, angle);
    }
    for (LoadCase& c : f.cases) {
        for (NodalLoad& n : c.nodal) {
            n.f = spun(n.f, angle);
            n.m = spun(n.m, angle);
        }
        for (PointLoad& p : c.point)
            if (p.axes != LoadAxes::Local) p.f = spun(p.f, angle);
        for (AreaLoad& a : c.area) {
            if (a.axes != LoadAxes::Local) a.q = spun(a.q, angle);
            a.span = spun(a.span, angle);
        }
        if (c.notional) c.notional->direction = spun(c.notional->direction, angle);
    }
    return f;
}

} // namespace

TEST_CASE("equilibrium: reactions balance all loads in force and moment", "[analysis][equilibrium]")
{
    for (unsigned seed = 1; seed <= 12; ++seed) {
        INFO("seed " << seed);
        const Frame f = randomFrame(seed);
        const AnalysisResult r = test::analysed(f);
        for (size_t c = 0; c < f.cases.size(); ++c) {
            auto [force, moment] = loadsOf(f, f.cases[c]);
            const double size = 1 + norm(force), arm = 1 + norm(moment);
            CHECK_THAT(norm(force - loadTotals(f, f.cases[c]).sum()), WithinAbs(0.0, 1e-9 * size));
            for (size_t n = 0; n < f.nodes.size(); ++n) {
                force = force + r.cases[c].f[n];
                moment = moment + cross(f.nodes[n].at, r.cases[c].f[n]) + r.cases[c].m[n];
            }
            CHECK_THAT(norm(force), WithinAbs(0.0, 1e-7 * size));
            CHECK_THAT(norm(moment), WithinAbs(0.0, 1e-7 * (arm + 6 * size)));
        }
    }
}

TEST_CASE("equilibrium: second order balances in the displaced shape", "[analysis][equilibrium]")
{
    for (unsigned seed = 1; seed <= 4; ++seed) {
        INFO("seed " << seed);
        Frame f = randomFrame(seed);
        for (Element& e : f.elements)
            e.offsetI = e.offsetJ = {}; // turning arms carry the symmetric part of their moments only
        SilentProgress p;
        const FrameForces r = analyseForces(f, {.order = ForceOrder::Second}, secondOrderRules(), p);
        REQUIRE(r.ok);
        Vec3 force;
        for (const auto& [c, k] : f.combinations[0].terms)
            force = force + k * loadTotals(f, f.cases[c]).sum();
        const double size = norm(force);
        for (const Vec3& v : r.motions[0].f)
            force = force + v;
        CHECK_THAT(norm(force), WithinAbs(0.0, 1e-6 * size));
    }
}

TEST_CASE("equilibrium: a frame turned about the vertical has the same section forces", "[analysis][equilibrium]")
{
    for (unsigned seed = 21; seed <= 26; ++seed) {
        Frame f = randomFrame(seed);
        for (LoadCase& c : f.cases) {
            for (LineLoad& l : c.line)
                if (l.axes == LoadAxes::Projected) l.axes = LoadAxes::Global; // projections belong to the global axes
            for (AreaLoad& a : c.area)
                if (a.axes == LoadAxes::Projected) a.axes = LoadAxes::Global;
        }
        // Plumb columns take their y from the global axes: here none is plumb.
        for (size_t n = 4; n < f.nodes.size(); ++n)
            f.nodes[n].at.x += 0.3 * (n < 8 ? 1 : 2);
        const AnalysisResult a = test::analysed(f), b = test::analysed(turnedFrame(f, 0.7));
        double most = 0;
        for (const double v : a.forces.values)
            most = std::max(most, std::abs(v));
        REQUIRE(a.forces.values.size() == b.forces.values.size());
        for (size_t k = 0; k < a.forces.values.size(); ++k)
            REQUIRE_THAT(a.forces.values[k], WithinAbs(b.forces.values[k], 1e-9 * most));
    }
}

TEST_CASE("equilibrium: cases superpose, and pieces of an element carry what it carries", "[analysis][equilibrium]")
{
    for (unsigned seed = 31; seed <= 36; ++seed) {
        INFO("seed " << seed);
        const Frame f = randomFrame(seed);
        SilentProgress p;
        const AnalysisResult cases = test::analysed(f);
        const CombinationResult whole =
            analyseCombinations(f, {}, secondOrderRules(), p); // first order, the combination at once
        REQUIRE(whole.ok);
        const Refined fine = refined(f, 3);
        const AnalysisResult pieces = test::analysed(fine.frame);
        double most = 0;
        for (const double v : cases.forces.values)
            most = std::max(most, std::abs(v));
        for (size_t e = 0; e < f.elements.size(); ++e) {
            const double length = f.length(f.elements[e]);
            for (const double x : {0.05, 0.4, 0.61, 0.97}) {
                const SectionForces one = interpolate(whole.forces, static_cast<int>(e), x * length, 0, true);
                const auto [piece, s] = fine.at(e, x * length, true);
                for (size_t i = 0; i < 6; ++i) {
                    double sum = 0, cut = 0;
                    for (const auto& [c, k] : f.combinations[0].terms) {
                        sum += k * interpolate(cases.forces, static_cast<int>(e), x * length, static_cast<size_t>(c), true)[i];
                        cut += k * interpolate(pieces.forces, static_cast<int>(piece), s, static_cast<size_t>(c), true)[i];
                    }
                    CHECK_THAT(one[i], WithinAbs(sum, 1e-7 * most));
                    // Between stations axial forces are read off straight lines: a little off under slanting loads.
                    CHECK_THAT(cut, WithinAbs(sum, (i == 0 ? 2e-3 : 1e-7) * most));
                }
            }
        }
    }
}
