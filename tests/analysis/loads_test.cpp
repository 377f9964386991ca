// Rigid offsets, area loads on panels and notional loads: closed forms, hand sums, equilibrium.
#include "core/analysis/combinations.h"
#include "core/analysis/panels.h"
#include "core/analysis/shares.h"
#include "core/files/frame_writer.h"
#include "tests/support.h"

#include <cmath>
#include <random>

using namespace wr;
using Catch::Matchers::Contains;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;
using test::kEi;
using test::kFixed;

namespace {

// A floor of the given corners with an element along every edge; `drop` leaves some out.
Frame floorOf(const std::vector<Vec3>& corners, const std::string& area, const std::vector<size_t>& drop = {})
{
    std::string nodes, elements, names;
    for (size_t k = 0; k < corners.size(); ++k) {
        nodes += fmt::format("{}{{\"id\":\"{}\",\"at\":[{},{},{}],{}}}", k ? "," : "", k, corners[k].x, corners[k].y,
                             corners[k].z, kFixed);
        names += fmt::format("{}\"{}\"", k ? "," : "", k);
        if (std::find(drop.begin(), drop.end(), k) == drop.end())
            elements += fmt::format("{}{{\"id\":\"E{}\",\"nodes\":[\"{}\",\"{}\"],\"section\":\"S\",\"material\":\"M\"}}",
                                    elements.empty() ? "" : ",", k, k, (k + 1) % corners.size());
    }
    return test::frameOf(test::beam("\"nodes\":[" + nodes + "],\"elements\":[" + elements + "]",
                                    R"({"id":"Q","area":[{"nodes":[)" + names + "]," + area + "}]}"));
}

// Resultant and moment about the origin of all line loads of a panel.
std::pair<Vec3, Vec3> resultant(const Frame& f, const PanelLoad& p)
{
    Vec3 force, moment;
    for (const LineLoad& l : p.lines) {
        const Element& e = f.elements[l.element];
        const Vec3 x = normalized(f.endJ(e) - f.endI(e));
        const double length = *l.to - l.from;
        for (const auto& [at, q] : {std::pair{l.from + length / 3, l.q0}, std::pair{*l.to - length / 3, l.q1}}) {
            const Vec3 part = (length / 2) * q;
            force = force + part;
            moment = moment + cross(f.endI(e) + at * x, part);
        }
    }
    return {force, moment};
}

double onElement(const PanelLoad& p, int element)
{
    double sum = 0;
    for (const LineLoad& l : p.lines)
        if (l.element == element) sum += norm((*l.to - l.from) / 2 * (l.q0 + l.q1));
    return sum;
}

} // namespace

TEST_CASE("offsets: a cantilever with a rigid root", "[analysis][offsets]")
{
    // 5 m between nodes, the first metre rigid: the beam itself is 4 m.
    const Frame f = test::frameOf(test::beam(R"("nodes":[{"id":"1","at":[0,0,0],)" + kFixed + R"(},{"id":"2","at":[5,0,0]}],
"elements":[{"id":"E","nodes":["1","2"],"section":"S","material":"M","offset":{"i":[1,0,0]}}])",
                                             R"({"id":"G","nodal":[{"node":"2","f":[0,0,-7]}]})"));
    const AnalysisResult r = test::analysed(f);
    CHECK_THAT(f.length(f.elements[0]), WithinRel(4.0, 1e-12));
    CHECK_THAT(r.forces.at(0, 0)[4], WithinRel(-7e3 * 4, 1e-9));
    CHECK_THAT(r.cases[0].u[1].z, WithinRel(-7e3 * 64 / (3 * kEi), 1e-9));
    CHECK_THAT(r.cases[0].m[0].y, WithinRel(-7e3 * 5, 1e-9)); // the support feels the whole arm
}

TEST_CASE("offsets: a beam hung below its nodes bends under a thrust", "[analysis][offsets]")
{
    const Frame f = test::frameOf(test::beam(R"("nodes":[{"id":"1","at":[0,0,0],)" + kFixed + R"(},{"id":"2","at":[4,0,0]}],
"elements":[{"id":"E","nodes":["1","2"],"section":"S","material":"M","offset":{"i":[0,0,-0.3],"j":[0,0,-0.3],"axes":"local"}}])",
                                             R"({"id":"G","nodal":[{"node":"2","f":[-100,0,0]}]})"));
    const AnalysisResult r = test::analysed(f);
    CHECK_THAT(r.forces.at(5, 0)[0], WithinRel(-100e3, 1e-9));
    CHECK_THAT(r.forces.at(5, 0)[4], WithinRel(100e3 * 0.3, 1e-9)); // the thrust acts above the beam: its top is compressed
    CHECK_THAT(r.cases[0].u[1].z, WithinRel(30e3 * 16 / (2 * kEi), 1e-9)); // and so it rises; the node follows the end below it
    CHECK(test::frameOf(writeFrame(f)).elements == f.elements);
}

TEST_CASE("offsets: the same as very stiff bars between node and end, first and second order", "[analysis][offsets]")
{
    const std::string stiff = R"({"id":"R","shape":"bar-flat","h":200,"b":100,
"properties":{"a":2e7,"iy":6e11,"iz":6e11,"it":6e11,"avy":0,"avz":0}})";
    const auto frame = [&](bool offsets) {
        std::string text =
            test::beam(R"("nodes":[{"id":"1","at":[0,0,0],)" + kFixed +
                           R"(},{"id":"2","at":[0.2,0.1,4]},{"id":"3","at":[5,1,4.4]},{"id":"4","at":[5.1,1.2,0],)" + kFixed +
                           R"(})" + (offsets ? "" : R"(,{"id":"a","at":[0.5,0.2,3.7]},{"id":"b","at":[4.7,0.9,4.0]})") +
                           R"(],"elements":[{"id":"A","nodes":["1","2"],"section":"S","material":"M"},
{"id":"C","nodes":["4","3"],"section":"S","material":"M","roll":20},)" +
                           (offsets ? R"({"id":"B","nodes":["2","3"],"section":"S","material":"M","release":{"j":["my"]},
"offset":{"i":[0.3,0.1,-0.3],"j":[-0.3,-0.1,-0.4]}})"
                                    : R"({"id":"B","nodes":["a","b"],"section":"S","material":"M","release":{"j":["my"]}},
{"id":"r1","nodes":["2","a"],"section":"R","material":"M"},{"id":"r2","nodes":["b","3"],"section":"R","material":"M"})") +
                           "]",
                       R"({"id":"G","nodal":[{"node":"2","f":[30,-20,-150]}],"line":[{"element":"B","q":[[1,2,-12],[1,-1,-8]]}],
"point":[{"element":"B","at":1.3,"f":[3,-4,-30],"m":[2,5,-3]}]})",
                       R"(,"combinations":[{"id":"S","terms":{"G":1}}])");
        const std::string own = R"({"id":"S","shape")";
        text.insert(text.find(own), stiff + ",");
        return test::frameOf(text);
    };
    Frame with = frame(true), bars = frame(false);
    const AnalysisResult a = test::analysed(with), b = test::analysed(bars);
    const int beam = 2;
    for (const double s : {0.0, 0.9, 2.1, 4.0})
        for (size_t k = 0; k < 6; ++k)
            CHECK_THAT(interpolate(a.forces, beam, s, 0, true)[k], WithinAbs(interpolate(b.forces, beam, s, 0, true)[k], 60.0));
    // In one plane: out of it, transverse forces on turning arms add terms that bars do not have in linearised second order.
    for (Frame* f : {&with, &bars}) {
        for (Node& n : f->nodes)
            n.at.y = 0;
        for (Element& e : f->elements) {
            e.roll = 0;
            e.offsetI.y = e.offsetJ.y = 0;
        }
        LoadCase& g = f->cases[0];
        g.nodal[0].f.y = g.line[0].q0.y = g.line[0].q1.y = g.point[0].f.y = 0;
        g.point[0].m = {0, 5e3, 0};
    }
    SilentProgress p;
    const CombinationResult c = analyseCombinations(with, {.secondOrder = true, .pieces = 3, .tolerance = 1e-5},
                                                    secondOrderRules(), p),
                            d = analyseCombinations(bars, {.secondOrder = true, .pieces = 3, .tolerance = 1e-5},
                                                    secondOrderRules(), p);
    REQUIRE((c.ok && d.ok));
    for (const double s : {0.0, 2.1, 4.0})
        for (size_t k = 0; k < 6; ++k)
            CHECK_THAT(interpolate(c.forces, beam, s, 0, true)[k], WithinAbs(interpolate(d.forces, beam, s, 0, true)[k], 60.0));
    CHECK(std::abs(interpolate(c.forces, beam, 2.1, 0, true)[4] - interpolate(a.forces, beam, 2.1, 0, true)[4]) >
          100); // they differ by order
}

TEST_CASE("panels: the 45° rule on a rectangle", "[analysis][panels]")
{
    const Frame f = floorOf({{0, 0, 3}, {6, 0, 3}, {6, 4, 3}, {0, 4, 3}}, R"("q":[0,0,-3])");
    const PanelLoad p = panelLoads(f, f.cases[0]).front();
    REQUIRE(p.fault.empty());
    CHECK_THAT(p.area, WithinRel(24.0, 1e-12));
    CHECK_THAT(onElement(p, 0), WithinRel(3e3 * (6 + 2) / 2 * 2, 1e-12)); // trapezoid, 2 m deep
    CHECK_THAT(onElement(p, 1), WithinRel(3e3 * 4, 1e-12));               // triangle
    CHECK_THAT(resultant(f, p).first.z, WithinRel(-72e3, 1e-12));
    // The long beam as a fixed beam under its trapezoid: M at the ends by quadrature of q·a·b²/L².
    double m = 0;
    const int n = 20000;
    for (int k = 0; k < n; ++k) {
        const double a = 6 * (k + 0.5) / n, depth = std::min({a, 2.0, 6 - a});
        m += 3e3 * depth * a * (6 - a) * (6 - a) / 36 * 6 / n;
    }
    CHECK_THAT(test::analysed(f).forces.at(0, 0)[4], WithinRel(-m, 1e-6));
    const LoadTotals t = loadTotals(f, f.cases[0]);
    CHECK_THAT(t.area.z, WithinRel(t.panels.z, 1e-12));
}

TEST_CASE("panels: one-way strips load the edges they meet and nothing else", "[analysis][panels]")
{
    const Frame f = floorOf({{0, 0, 3}, {6, 0, 3}, {6, 4, 3}, {0, 4, 3}}, R"("q":[0,0,-3],"way":"one","span":[0,1,0])", {1, 3});
    const PanelLoad p = panelLoads(f, f.cases[0]).front();
    REQUIRE(p.fault.empty());
    CHECK_THAT(onElement(p, 0), WithinRel(36e3, 1e-12));
    CHECK_THAT(p.lines.front().q0.z, WithinRel(-6e3, 1e-6));
}

TEST_CASE("panels: random convex panels keep their total, one-way also its place", "[analysis][panels]")
{
    std::mt19937 random(7);
    std::uniform_real_distribution<double> u(0, 1);
    for (int round = 0; round < 40; ++round) {
        // Corners on an ellipse in a tilted plane are convex.
        const int n = 3 + round % 5;
        std::vector<double> turn;
        for (int k = 0; k < n; ++k)
            turn.push_back((k + 0.8 * u(random)) * 2 * 3.14159265358979 / n);
        const Vec3 a = normalized({1, 0.3, 0.4 * u(random)}), b = normalized(cross({0.2 * u(random), -0.1, 1}, a));
        std::vector<Vec3> corners;
        for (const double t : turn)
            corners.push_back(Vec3{1, 2, 3} + (4 * std::cos(t)) * a + (3 * std::sin(t)) * b);
        const bool one = round % 2 == 0;
        const Frame f =
            floorOf(corners, one ? fmt::format(R"("q":[0.5,-1,-4],"axes":"projected","way":"one","span":[{},{},{}])", u(random),
                                               1.0, u(random) - 0.5)
                                 : std::string(R"("q":[0.2,0.1,2],"axes":"local")"));
        const PanelLoad p = panelLoads(f, f.cases[0]).front();
        INFO("round " << round << " " << p.fault);
        REQUIRE(p.fault.empty());
        const auto [force, moment] = resultant(f, p);
        CHECK_THAT(norm(force - p.total), WithinAbs(0.0, 1e-6 * norm(p.total)));
        if (!one) continue;
        // Every strip halves its load between its ends, so the resultant stays at the centroid.
        Vec3 centroid;
        double area = 0;
        for (size_t k = 1; k + 1 < corners.size(); ++k) {
            const double part = norm(cross(corners[k] - corners[0], corners[k + 1] - corners[0])) / 2;
            centroid = centroid + (part / 3) * (corners[0] + corners[k] + corners[k + 1]);
            area += part;
        }
        CHECK_THAT(norm(moment - cross((1 / area) * centroid, p.total)), WithinAbs(0.0, 1e-5 * norm(moment)));
    }
}

TEST_CASE("panels: what cannot be spread is an error with its place", "[analysis][panels]")
{
    SilentProgress progress;
    const auto says = [&](const Frame& f) {
        const AnalysisResult r = analyseLinear(f, {}, progress);
        REQUIRE_FALSE(r.ok);
        CHECK(r.findings.front().code == "analysis.panel");
        CHECK(r.findings.front().place == "/cases/0/area/0");
        return r.findings.front().text;
    };
    const std::string down = R"("q":[0,0,-3])";
    CHECK_THAT(says(floorOf({{0, 0, 3}, {6, 0, 3}, {2, 1, 3}, {0, 4, 3}}, down)), Contains("not convex"));
    CHECK_THAT(says(floorOf({{0, 0, 3}, {6, 0, 3}, {6, 4, 3.5}, {0, 4, 3}}, down)), Contains("out of the plane"));
    CHECK_THAT(says(floorOf({{0, 0, 3}, {6, 0, 3}, {6, 4, 3}, {0, 4, 3}}, down + R"(,"way":"one","span":[0,1,0])", {0})),
               Contains("0–1"));
    CHECK_THAT(says(floorOf({{0, 0, 3}, {6, 0, 3}, {6, 4, 3}, {0, 4, 3}}, down, {0, 1, 2})), Contains("fewer than two"));
}

TEST_CASE("notional: a share of every downward load, sideways at its nodes", "[analysis][notional]")
{
    Frame f = test::frameOf(
        test::beam(R"("nodes":[{"id":"1","at":[0,0,0],)" + kFixed +
                       R"(},{"id":"2","at":[0,0,4]},{"id":"3","at":[6,0,4]},{"id":"4","at":[6,0,0],)" + kFixed + R"(}],
"elements":[{"id":"A","nodes":["1","2"],"section":"S","material":"M"},
{"id":"B","nodes":["2","3"],"section":"S","material":"M"},{"id":"C","nodes":["4","3"],"section":"S","material":"M"}])",
                   R"({"id":"N","action":"notional","notional":{"of":"G","direction":[2,0,0],"factor":0.002}},
{"id":"G","selfWeight":1,"line":[{"element":"B","from":0,"to":3,"q":[[0,0,-10],[0,0,-10]]}],
"nodal":[{"node":"3","f":[5,0,-60]}]})",
                   R"(,"combinations":[{"id":"S","terms":{"G":1,"N":1}}])"));
    const std::vector<NodalLoad> n = notionalLoads(f, f.cases[0]);
    const double column = 7850 * 9.80665 * 0.02 * 2, beam = column * 1.5;
    const auto at = [&](int node) {
        for (const NodalLoad& l : n)
            if (l.node == node) return l.f.x;
        return 0.0;
    };
    CHECK_THAT(at(1), WithinRel(0.002 * (column + beam + 22.5e3), 1e-9)); // 30 kN at a quarter of the beam
    CHECK_THAT(at(2), WithinRel(0.002 * (column + beam + 7.5e3 + 60e3), 1e-9));
    const AnalysisResult r = test::analysed(f);
    CHECK_THAT(r.cases[0].f[0].x + r.cases[0].f[3].x, WithinRel(-loadTotals(f, f.cases[0]).sum().x, 1e-9));
    // Division for second order must not move them to other nodes: the first-order reactions come out the same.
    SilentProgress p;
    const CombinationResult c = analyseCombinations(f, {.secondOrder = true}, secondOrderRules(), p);
    REQUIRE(c.ok);
    CHECK_THAT(c.combinations[0].motion.f[0].x + c.combinations[0].motion.f[3].x,
               WithinRel(-5e3 - loadTotals(f, f.cases[0]).sum().x, 1e-6));
    f.cases[0].reversible = true;
    f.cases[0].exclusive = "N";
    f.cases[0].category = "B";
    f.cases[1].unsignedResult = true;
    f.combinations[0].off = true;
    f.combinations[0].made = "by hand";
    const Frame again = test::frameOf(writeFrame(f));
    CHECK(again.cases == f.cases);
    CHECK(again.combinations == f.combinations);
}
