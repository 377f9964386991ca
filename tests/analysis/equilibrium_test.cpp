// Random frames with every kind of load, offset, release and support: forces and moments balance, turning the frame changes
// nothing, cases superpose, dividing elements changes nothing.
#include "core/analysis/analyse.h"
#include "core/analysis/element.h"
#include "core/analysis/refine.h"
#include "core/analysis/shares.h"
#include "tests/support.h"

#include <cmath>
#include <random>

using namespace wr;
using Catch::Matchers::WithinAbs;

namespace {

class Random
{
public:
    explicit Random(unsigned seed) : engine_(seed) {}
    double in(double low, double high) { return std::uniform_real_distribution<double>(low, high)(engine_); }
    bool chance(double p) { return in(0, 1) < p; }
    Vec3 vec(double size) { return {in(-size, size), in(-size, size), in(-size, size)}; }

private:
    std::mt19937 engine_;
};

// Two storeys of a skew grid on four feet, with everything that the frame file knows.
Frame randomFrame(unsigned seed)
{
    Random r(seed);
    Frame f = test::frameOf(test::beam(
        R"("nodes":[{"id":"x","at":[0,0,0]},{"id":"y","at":[1,0,0]}],
"elements":[{"id":"e","nodes":["x","y"],"section":"S","material":"M"}])",
        R"({"id":"none"})"));
    f.nodes.clear();
    f.elements.clear();
    f.cases.clear();
    f.sections[0].properties.avy = 0.012;
    f.sections[0].properties.avz = 0.015;
    for (int z = 0; z < 3; ++z)
        for (int k = 0; k < 4; ++k) {
            Node n;
            n.id = fmt::format("{}{}", "abcd"[k], z);
            n.at = {(k == 1 || k == 2 ? 6.0 : 0.0) + r.in(-0.5, 0.5), (k >= 2 ? 5.0 : 0.0) + r.in(-0.5, 0.5), 3.5 * z};
            if (z == 0) {
                for (size_t d = 0; d < 3; ++d)
                    n.support[d].held = true;
                for (size_t d = 3; d < 6; ++d)
                    r.chance(0.5) ? n.support[d].held = true : (n.support[d].spring = r.in(1e6, 1e8), true);
            }
            f.nodes.push_back(n);
        }
    const auto add = [&](int i, int j) {
        Element e;
        e.id = fmt::format("E{}", f.elements.size());
        e.section = 0;
        e.material = 0;
        e.i = i;
        e.j = j;
        if (r.chance(0.5)) std::swap(e.i, e.j);
        e.roll = r.in(-3, 3);
        if (r.chance(0.3)) e.releaseI[4] = true;
        if (r.chance(0.3)) e.springJ[5] = r.in(1e6, 1e8);
        if (r.chance(0.4)) {
            e.offsetI = r.vec(0.25);
            e.offsetJ = r.vec(0.25);
        }
        f.elements.push_back(e);
    };
    for (int z = 1; z < 3; ++z)
        for (int k = 0; k < 4; ++k) {
            add(4 * (z - 1) + k, 4 * z + k);
            add(4 * z + k, 4 * z + (k + 1) % 4);
        }
    // Corners of a panel must lie in a plane: the roof nodes are level by making.
    for (int c = 0; c < 3; ++c) {
        LoadCase l;
        l.id = fmt::format("C{}", c);
        l.selfWeight = r.in(0, 2);
        for (int k = 0; k < 6; ++k) {
            const auto e = static_cast<int>(r.in(0, static_cast<double>(f.elements.size()) - 0.01));
            const double length = f.length(f.elements[e]), a = r.in(0, 0.5) * length, b = r.in(0.5, 1) * length;
            const auto axes = static_cast<LoadAxes>(k % 3);
            l.line.push_back({e, axes, a, b, r.vec(9e3), r.vec(9e3)});
            l.point.push_back({e, axes, r.in(0, length), r.vec(2e4), {0, 0, 0}});
        }
        l.nodal.push_back({6 + c, r.vec(3e4), r.vec(1e4)});
        l.area.push_back({{8, 9, 10, 11}, static_cast<LoadAxes>(c), r.vec(3e3), c == 1, {r.in(-1, 1), 1, 0}});
        f.cases.push_back(l);
    }
    f.cases.push_back({});
    f.cases.back().id = "N";
    f.cases.back().notional = NotionalOf{0, {0.6, 0.8, 0}, 0.01};
    Combination u;
    u.id = "U";
    u.terms = {{0, 1.3}, {1, -0.7}, {2, 0.4}, {3, 1.0}};
    f.combinations = {u};
    return f;
}

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
