// Loads put on picked parts, turned, spread and taken off: their resultants against sums made another way, random members that
// run either way, panels between beams against their areas by hand.
#include "core/analysis/panels.h"
#include "core/analysis/shares.h"
#include "core/audit/families.h"
#include "core/files/frame_writer.h"
#include "core/members/members.h"
#include "core/shaping/panels_between.h"
#include "core/shaping/shape_tools.h"
#include "tests/analysis/random_frame.h"
#include "tests/shaping/shaped.h"

#include <set>

using namespace wr;
using Catch::Matchers::Contains;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;
using test::done;
using test::refusal;

namespace {

// What is typed for a tool, done.
Reshaped typed(const Frame& f, const char* tool, const std::map<std::string, std::string>& values, std::vector<int> elements,
               std::vector<int> nodes = {})
{
    const auto e = shapeEdit(tool, values, f, std::move(elements), std::move(nodes));
    if (!e) UNSCOPED_INFO(e.error().key << ": " << e.error().text);
    REQUIRE(e.has_value());
    return done(f, *e);
}

struct Resultant
{
    Vec3 f, m; // about the origin
    void add(Vec3 at, Vec3 force)
    {
        f = f + force;
        m = m + cross(at, force);
    }
};

// Of the line and point loads of a case, each in closed form (a trapezoid is an even load and a triangle).
Resultant resultant(const Frame& f, const LoadCase& c)
{
    Resultant r;
    for (const LineLoad& l : c.line) {
        const Element& e = f.elements[static_cast<size_t>(l.element)];
        const Axes axes = elementAxes(f, e);
        const double a = l.from, b = l.to.value_or(f.length(e)), w = b - a;
        const auto global = [&](Vec3 q) { return l.axes == LoadAxes::Local ? axes.toGlobal(q) : q; };
        r.add(f.endI(e) + (a + w / 2) * axes.x, w * global(l.q0));
        r.add(f.endI(e) + (a + 2 * w / 3) * axes.x, (w / 2) * global(l.q1 - l.q0));
    }
    for (const PointLoad& l : c.point) {
        const Element& e = f.elements[static_cast<size_t>(l.element)];
        const Axes axes = elementAxes(f, e);
        const auto global = [&](Vec3 v) { return l.axes == LoadAxes::Local ? axes.toGlobal(v) : v; };
        r.add(f.endI(e) + l.at * axes.x, global(l.f));
        r.m = r.m + global(l.m);
    }
    return r;
}

// A straight member of five elements, some of them against it, in any direction and roll.
Frame randomLine(test::Random& r)
{
    Frame f = test::frameOf(test::beam(
        R"("nodes":[{"id":"x","at":[0,0,0]},{"id":"y","at":[1,0,0]}],
"elements":[{"id":"e","nodes":["x","y"],"section":"S","material":"M"}])",
        R"({"id":"W"})"));
    f.nodes.clear();
    f.elements.clear();
    f.cases.edit().front() = LoadCase{};
    f.cases.edit().front().id = "W";
    const Vec3 start = r.vec(5), along = normalized(r.vec(1));
    double s = 0;
    for (int k = 0; k < 6; ++k) {
        Node n;
        n.id = std::to_string(k + 1);
        n.at = start + s * along;
        if (k == 0)
            for (Support& x : n.support)
                x.held = true;
        f.nodes.push_back(n);
        s += r.in(0.4, 2);
    }
    DesignMember m;
    m.id = "M1";
    const double roll = r.in(-3, 3);
    for (int k = 0; k < 5; ++k) {
        Element e;
        e.id = fmt::format("E{}", k);
        e.section = e.material = 0;
        e.i = k;
        e.j = k + 1;
        e.roll = roll;
        f.elements.push_back(e);
        m.elements.push_back(k);
    }
    // Turned around they stand as they stood: the same web plane.
    for (int k = 0; k < 5; ++k)
        if (r.chance(0.5)) {
            Element& e = f.elements.edit()[static_cast<size_t>(k)];
            const Axes was = elementAxes(f, e);
            std::swap(e.i, e.j);
            const Axes now = elementAxes(f, e);
            const double turn = std::atan2(dot(was.z, now.y), dot(was.z, now.z));
            e.roll -= turn;
            if (std::abs(std::abs(dot(elementAxes(f, e).z, was.z)) - 1) > 1e-6) e.roll += 2 * turn;
        }
    f.hasDesign = true;
    f.design.members = std::vector<DesignMember>{m};
    return f;
}

const LoadCase& firstCase(const Reshaped& r)
{
    return r.frame.cases.list().front();
}

// A floor of two bays by one, 6 and 4 m by 5 m, 3 m up, columns under it.
Frame floorFrame(const char* up = "z")
{
    const bool z = std::string(up) == "z";
    std::string nodes, elements;
    const auto place = [&](double x, double y, double h) {
        return z ? fmt::format("[{},{},{}]", x, y, h) : fmt::format("[{},{},{}]", x, h, -y);
    };
    for (int k = 0; k < 6; ++k) {
        const double x = std::array{0.0, 6.0, 10.0}[static_cast<size_t>(k % 3)], y = k < 3 ? 0 : 5;
        nodes += fmt::format(
            R"({}{{"id":"b{}","at":{},"support":{{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}}}},{{"id":"t{}","at":{}}})",
            k ? "," : "", k, place(x, y, 0), k, place(x, y, 3));
        elements +=
            fmt::format(R"({}{{"id":"C{}","nodes":["b{}","t{}"],"section":"S","material":"M"}})", k ? "," : "", k, k, k);
    }
    for (const auto& [name, a, b] :
         {std::tuple{"X1", 0, 1}, {"X2", 1, 2}, {"X3", 3, 4}, {"X4", 4, 5}, {"Y1", 0, 3}, {"Y2", 1, 4}, {"Y3", 2, 5}})
        elements += fmt::format(R"(,{{"id":"{}","nodes":["t{}","t{}"],"section":"S","material":"M"}})", name, a, b);
    elements += R"(,{"id":"D","nodes":["t0","t4"],"section":"S","material":"M","behaviour":"tension-only"})";
    std::string text = test::beam("\"nodes\":[" + nodes + "],\"elements\":[" + elements + "]", R"({"id":"Q"},{"id":"W"})");
    if (!z) text.insert(text.find('{') + 1, R"("up":"y",)");
    return test::frameOf(text);
}

std::vector<int> allOf(const Frame& f)
{
    std::vector<int> out(f.elements.size());
    for (size_t k = 0; k < out.size(); ++k)
        out[k] = static_cast<int>(k);
    return out;
}

Vec3 totalOf(const Frame& f, size_t c = 0)
{
    return loadTotals(f, f.cases.list()[c]).sum();
}

} // namespace

TEST_CASE("loads: along members that run either way, their resultants are those of the load meant", "[shape][loads]")
{
    test::Random r(7);
    for (int round = 0; round < 60; ++round) {
        const Frame f = randomLine(r);
        CAPTURE(round);
        std::vector<Finding> ignored;
        const Formed formed = formMembers(f, ignored);
        REQUIRE(formed.members().size() == 1);
        const Member& m = formed.members()[0];
        REQUIRE(m.broken.empty());
        const double length = m.length;
        const Vec3 start = f.nodes[static_cast<size_t>(m.startNode)].at;
        PutLoads p;
        p.loadCase = "W";
        p.elements = allOf(f);
        LineLoad l;
        l.axes = r.chance(0.5) ? LoadAxes::Local : LoadAxes::Global;
        l.from = r.in(0, 0.4) * length;
        const bool toEnd = r.chance(0.3);
        const double to = toEnd ? length : r.in(0.6, 0.99) * length;
        if (!toEnd) l.to = r.chance(0.5) ? to : to - length; // from the last end
        l.q0 = r.vec(5e3);
        l.q1 = r.chance(0.4) ? l.q0 : r.vec(5e3);
        p.load = l;
        // Another reading: the load meant, along the member, summed in small steps.
        const auto global = [&](Vec3 q) { return l.axes == LoadAxes::Local ? m.axes.toGlobal(q) : q; };
        Resultant meant;
        constexpr int n = 4000;
        for (int k = 0; k < n; ++k) {
            const double x = (k + 0.5) / n, s = l.from + x * (to - l.from);
            meant.add(start + s * m.axes.x, ((to - l.from) / n) * global(l.q0 + x * (l.q1 - l.q0)));
        }
        const Reshaped put = done(f, p);
        const Resultant is = resultant(put.frame, firstCase(put));
        CHECK(norm(is.f - meant.f) < 1e-6 * (1 + norm(meant.f)));
        CHECK(norm(is.m - meant.m) < 1e-6 * (1 + norm(meant.m)) + 1e-3);
        // And a force with a moment at a place.
        PutLoads at = p;
        PointLoad force;
        force.axes = l.axes;
        force.f = r.vec(9e3);
        force.m = r.vec(9e3);
        at.load = force;
        const double s = r.in(0.1, 0.9) * length;
        at.at = {s, -0.05};
        const Reshaped two = done(f, at);
        Resultant by;
        for (const double x : {s, length - 0.05}) {
            by.add(start + x * m.axes.x, global(force.f));
            by.m = by.m + global(force.m);
        }
        const Resultant got = resultant(two.frame, firstCase(two));
        CHECK(norm(got.f - by.f) < 1e-9 * (1 + norm(by.f)));
        CHECK(norm(got.m - by.m) < 1e-6 * (1 + norm(by.m)));
        // Written and read back it is the same load.
        CHECK(writeFrame(test::frameOf(writeFrame(put.frame))) == writeFrame(put.frame));
    }
}

TEST_CASE("loads: a simple beam under what is typed bends as by hand", "[shape][loads]")
{
    const Frame f = test::frameOf(test::beam(
        R"("nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true}},{"id":"2","at":[4,0,0]},
{"id":"3","at":[8,0,0],"support":{"uy":true,"uz":true}}],
"elements":[{"id":"a","nodes":["1","2"],"section":"S","material":"M"},{"id":"b","nodes":["3","2"],"section":"S","material":"M"}])",
        R"({"id":"W"})"));
    const auto reactions = [](const Reshaped& r) {
        const AnalysisResult a = test::analysed(r.frame);
        return std::pair(a.cases[0].f[0].z, a.cases[0].f[2].z);
    };
    // 3·1.2 kN/m over all: 14.4 kN at each end.
    const Reshaped even = typed(f, "line", {{"case", "W"}, {"load", "3*1.2 kN/m"}}, {0, 1});
    CHECK_THAT(even.words, Contains("W: 2 line loads"));
    CHECK_THAT(reactions(even).first, WithinRel(14.4e3, 1e-9));
    CHECK_THAT(reactions(even).second, WithinRel(14.4e3, 1e-9));
    // From nothing to 6 kN/m: w·L/6 and w·L/3; the second element runs against the member.
    const Reshaped triangle = typed(f, "line", {{"case", "W"}, {"load", "0"}, {"end", "6 kN/m"}}, {0, 1});
    CHECK_THAT(reactions(triangle).first, WithinRel(8e3, 1e-9));
    CHECK_THAT(reactions(triangle).second, WithinRel(16e3, 1e-9));
    // 2 kN/m over the first 2 m: 2·2·7/8.
    const Reshaped part = typed(f, "line", {{"case", "W"}, {"load", "2"}, {"to", "2 m"}}, {0, 1});
    CHECK_THAT(reactions(part).first, WithinRel(3.5e3, 1e-9));
    // 10 kN at 6 m, and the same from the other end.
    const Reshaped point = typed(f, "point", {{"case", "W"}, {"load", "10 kN"}, {"at", "6 m"}}, {0, 1});
    CHECK_THAT(reactions(point).first, WithinRel(2.5e3, 1e-9));
    const Reshaped back = typed(f, "point", {{"case", "W"}, {"load", "10 kN"}, {"at", "-6 m"}}, {0, 1});
    CHECK_THAT(reactions(back).first, WithinRel(7.5e3, 1e-9));
    // Each element by itself: a triangle on both, the second the other way round.
    const Reshaped each = typed(f, "line", {{"case", "W"}, {"load", "0"}, {"end", "6 kN/m"}, {"run", "no"}}, {0, 1});
    CHECK_THAT(reactions(each).first, WithinRel(12e3, 1e-9));
    // Warmth strains without forces here; a settled support turns the beam.
    const Reshaped warm = typed(f, "temperature", {{"case", "W"}, {"warmer", "20 °C"}}, {0, 1});
    const AnalysisResult grown = test::analysed(warm.frame);
    CHECK_THAT(grown.cases[0].u[2].x, WithinRel(1.2e-5 * 20 * 8, 1e-6));
    const Reshaped sunk = typed(f, "settlement", {{"case", "W"}, {"move", "5 mm down"}}, {}, {2});
    CHECK_THAT(test::analysed(sunk.frame).cases[0].u[2].z, WithinRel(-0.005, 1e-9));
    CHECK_THAT(refusal(f, PutLoads{"W", {}, {1}, std::vector<Settlement>{{-1, Dof::Uz, 0.01}}}), Contains("no support"));
    // Its own words for what does not do.
    const auto fault = [&](const char* tool, std::map<std::string, std::string> values, std::vector<int> elements) {
        const auto e = shapeEdit(tool, values, f, std::move(elements), {});
        return e ? refusal(f, *e) : e.error().text;
    };
    CHECK_THAT(fault("line", {{"case", "V"}, {"load", "1"}}, {0}), Contains("there are W"));
    CHECK_THAT(fault("line", {{"case", "W"}}, {0}), Contains("how large"));
    CHECK_THAT(fault("line", {{"case", "W"}, {"load", "1 kPa"}}, {0}), Contains("kPa"));
    CHECK_THAT(fault("line", {{"case", "W"}, {"load", "1"}, {"to", "9 m"}}, {0, 1}), Contains("8.000 m long"));
    CHECK_THAT(fault("line", {{"case", "W"}, {"load", "1"}, {"from", "5 m"}, {"to", "4 m"}}, {0, 1}),
               Contains("before it begins"));
    CHECK_THAT(fault("line", {{"case", "W"}, {"load", "1 kN/m down"}, {"way", "local y"}}, {0}), Contains("local"));
    CHECK_THAT(fault("point", {{"case", "W"}, {"load", "1"}, {"at", "8.1 m"}}, {0, 1}), Contains("beyond"));
    CHECK_THAT(fault("line", {{"case", "W"}, {"load", "1"}}, {}), Contains("pick"));
}

TEST_CASE("loads: instead of what is there, beside it, taken off", "[shape][loads]")
{
    const Frame f = floorFrame();
    Frame g = typed(f, "line", {{"case", "Q"}, {"load", "2 kN/m"}}, {6, 7}).frame;
    CHECK_THAT(totalOf(g).z, WithinRel(-20e3, 1e-9));
    g = typed(g, "line", {{"case", "Q"}, {"load", "1 kN/m"}}, {6}).frame;
    CHECK_THAT(totalOf(g).z, WithinRel(-26e3, 1e-9));
    g = typed(g, "line", {{"case", "Q"}, {"load", "5 kN/m"}, {"instead", "yes"}}, {6}).frame;
    CHECK_THAT(totalOf(g).z, WithinRel(-38e3, 1e-9));
    g = typed(g, "nodal", {{"case", "Q"}, {"load", "2; 0; -5"}}, {}, {1, 3}).frame;
    CHECK_THAT(totalOf(g).x, WithinRel(4e3, 1e-9));
    const Reshaped off = typed(g, "lift", {{"case", "Q"}, {"kind", "line"}}, {7});
    CHECK_THAT(totalOf(off.frame).z, WithinRel(-40e3, 1e-9));
    CHECK_THAT(off.words, Contains("1 load taken off"));
    CHECK_THAT(totalOf(typed(g, "lift", {{"case", "Q"}}, {}).frame).z, WithinAbs(0, 1e-9));
    CHECK_THAT(refusal(f, DropLoads{"Q", {}, {}, {}}), Contains("no such loads"));
}

TEST_CASE("panels: between picked beams, whichever way is up, and their loads against areas by hand", "[shape][loads]")
{
    for (const char* up : {"z", "y"}) {
        CAPTURE(up);
        const Frame f = floorFrame(up);
        const int v = f.up == Up::Z ? 2 : 1;
        // Six columns do not close a panel with the beams; the tie across does not part one.
        const PanelsBetween found = panelsBetween(f, allOf(f));
        REQUIRE(found.corners.size() == 2);
        CHECK(found.leftOut.empty());
        const Reshaped both = typed(f, "area", {{"case", "Q"}, {"load", "2.5 kN/m²"}}, allOf(f));
        CHECK_THAT(totalOf(both.frame)[v], WithinRel(-2.5e3 * 50, 1e-9));
        CHECK_THAT(both.words, Contains("2 area loads"));
        // One way: the bay of 6 by 5 spans 5 m, that of 4 by 5 spans 4 m.
        const Reshaped one = typed(f, "area", {{"case", "Q"}, {"load", "50 psf"}, {"spread", "the short way"}}, allOf(f));
        CHECK_THAT(totalOf(one.frame)[v], WithinRel(-50 * kPoundForce / (kFoot * kFoot) * 50, 1e-6));
        std::map<std::string, double> on; // N/m by element
        for (const PanelLoad& p : panelLoads(one.frame, firstCase(one)))
            for (const LineLoad& l : p.lines)
                on[one.frame.elements[static_cast<size_t>(l.element)].id] += norm(l.q0);
        const double q = 50 * kPoundForce / (kFoot * kFoot);
        CHECK_THAT(on["X1"], WithinRel(q * 2.5, 1e-6));
        CHECK_THAT(on["X3"], WithinRel(q * 2.5, 1e-6));
        CHECK_THAT(on["Y2"], WithinRel(q * 2, 1e-6));
        CHECK_THAT(on["Y3"], WithinRel(q * 2, 1e-6));
        CHECK(on.count("X2") == 0);
        CHECK(on.count("Y1") == 0);
        // Spread in another way without entering again: the other edges carry.
        const Reshaped other = typed(one.frame, "alter", {{"case", "Q"}, {"spread", "the long way"}}, {});
        on.clear();
        for (const PanelLoad& p : panelLoads(other.frame, firstCase(other)))
            for (const LineLoad& l : p.lines)
                on[other.frame.elements[static_cast<size_t>(l.element)].id] += norm(l.q0);
        CHECK_THAT(on["Y1"], WithinRel(q * 3, 1e-6));
        CHECK_THAT(on["X2"], WithinRel(q * 2.5, 1e-6));
        CHECK(on.count("X1") == 0);
        CHECK_THAT(totalOf(other.frame)[v], WithinRel(totalOf(one.frame)[v], 1e-9));
        // By corners, in any order; the same panel again instead of what is there.
        std::vector<int> corners;
        for (const char* id : {"t4", "t0", "t1", "t3"})
            for (size_t n = 0; n < f.nodes.size(); ++n)
                if (f.nodes[n].id == id) corners.push_back(static_cast<int>(n));
        const Reshaped by = typed(f, "area", {{"case", "Q"}, {"load", "1"}}, {}, corners);
        CHECK_THAT(totalOf(by.frame)[v], WithinRel(-30e3, 1e-9));
        const Reshaped again = typed(by.frame, "area", {{"case", "Q"}, {"load", "2"}, {"instead", "yes"}}, {}, corners);
        CHECK_THAT(totalOf(again.frame)[v], WithinRel(-60e3, 1e-9));
        // A corner may stand on an edge: three on one side of both bays.
        std::vector<int> along;
        for (const char* id : {"t0", "t1", "t2", "t5", "t3"})
            for (size_t n = 0; n < f.nodes.size(); ++n)
                if (f.nodes[n].id == id) along.push_back(static_cast<int>(n));
        const Reshaped five = typed(f, "area", {{"case", "Q"}, {"load", "1"}, {"spread", "the long way"}}, {}, along);
        CHECK_THAT(totalOf(five.frame)[v], WithinRel(-50e3, 1e-9));
        CHECK(std::abs(firstCase(five).area[0].span.x) == Approx(1));
        // Up from the floor is outward.
        const Reshaped lifted = typed(f, "area", {{"case", "W"}, {"load", "1"}, {"way", "outward"}}, allOf(f));
        CHECK_THAT(totalOf(lifted.frame, 1)[v], WithinRel(50e3, 1e-9));
        CHECK_THAT(refusal(f, PutLoads{"Q", {6}, {}, AreaLoad{{}, LoadAxes::Global, {0, 0, -1}, false, {}}}),
                   Contains("enclose no panel"));
        CHECK_THAT(refusal(f, PutLoads{"Q", {}, {0, 1, 4}, AreaLoad{{}, LoadAxes::Global, {0, 0, -1}, false, {}}}),
                   Contains("panel") || Contains("edge"));
    }
}

TEST_CASE("panels: of a roof and a wall, on plan and across, for both slopes", "[shape][loads]")
{
    // A duo-pitch bay: 4 m to each side, 3 m rise, 5 m long; slopes of 5 m.
    const Frame f = test::frameOf(test::beam(
        R"("nodes":[{"id":"a","at":[0,0,4]},{"id":"r","at":[4,0,7]},{"id":"c","at":[8,0,4]},{"id":"A","at":[0,5,4]},{"id":"R","at":[4,5,7]},
{"id":"C","at":[8,5,4]},{"id":"f","at":[0,0,0]},{"id":"F","at":[0,5,0]},{"id":"g","at":[8,0,0]},{"id":"G","at":[8,5,0]}],
"elements":[{"id":"1","nodes":["a","r"],"section":"S","material":"M"},{"id":"2","nodes":["r","c"],"section":"S","material":"M"},
{"id":"3","nodes":["A","R"],"section":"S","material":"M"},{"id":"4","nodes":["R","C"],"section":"S","material":"M"},
{"id":"5","nodes":["a","A"],"section":"S","material":"M"},{"id":"6","nodes":["r","R"],"section":"S","material":"M"},
{"id":"7","nodes":["c","C"],"section":"S","material":"M"},{"id":"8","nodes":["f","a"],"section":"S","material":"M"},
{"id":"9","nodes":["F","A"],"section":"S","material":"M"},{"id":"10","nodes":["f","F"],"section":"S","material":"M"},
{"id":"11","nodes":["g","c"],"section":"S","material":"M"},{"id":"12","nodes":["G","C"],"section":"S","material":"M"},
{"id":"13","nodes":["g","G"],"section":"S","material":"M"}])",
        R"({"id":"S"})"));
    const std::vector<int> roof{0, 1, 2, 3, 4, 5, 6}, wall{4, 7, 8, 9};
    // Snow on plan: 8 × 5; on the slope itself: 2 × 5 × 5.
    CHECK_THAT(totalOf(typed(f, "area", {{"case", "S"}, {"load", "1"}, {"way", "down, on plan"}}, roof).frame).z,
               WithinRel(-40e3, 1e-9));
    CHECK_THAT(totalOf(typed(f, "area", {{"case", "S"}, {"load", "1"}}, roof).frame).z, WithinRel(-50e3, 1e-9));
    // Outward: away from the roof on both slopes, so that what is level cancels; 25 m² times 4/5 upright on each.
    const Vec3 suction = totalOf(typed(f, "area", {{"case", "S"}, {"load", "1"}, {"way", "outward"}}, roof).frame);
    CHECK_THAT(suction.z, WithinRel(40e3, 1e-9));
    CHECK_THAT(suction.x, WithinAbs(0, 1e-6));
    // On the wall at x = 0 outward is against x, on that at x = 8 along it.
    CHECK_THAT(totalOf(typed(f, "area", {{"case", "S"}, {"load", "0.5"}, {"way", "outward"}}, wall).frame).x,
               WithinRel(-0.5e3 * 20, 1e-9));
    CHECK_THAT(totalOf(typed(f, "area", {{"case", "S"}, {"load", "0.5"}, {"way", "outward"}}, {6, 10, 11, 12}).frame).x,
               WithinRel(0.5e3 * 20, 1e-9));
    CHECK_THAT(totalOf(typed(f, "area", {{"case", "S"}, {"load", "0.5"}, {"way", "inward"}}, wall).frame).x,
               WithinRel(0.5e3 * 20, 1e-9));
    // All at once: two slopes, two walls, no panel across the open gables.
    CHECK(panelsBetween(f, allOf(f)).corners.size() == 4);
}

TEST_CASE("loads: turned around, into another case, in another direction", "[shape][loads]")
{
    const Frame f = floorFrame();
    Frame g = typed(f, "line", {{"case", "Q"}, {"load", "2 kN/m x"}}, {6, 7}).frame;
    g = typed(g, "nodal", {{"case", "Q"}, {"load", "3 kN"}, {"way", "along y"}}, {}, {1}).frame;
    CHECK(norm(totalOf(g) - Vec3{20e3, 3e3, 0}) < 1e-6);
    CHECK(norm(totalOf(typed(g, "alter", {{"case", "Q"}, {"factor", "-1"}}, {}).frame) - Vec3{-20e3, -3e3, 0}) < 1e-6);
    CHECK(norm(totalOf(typed(g, "alter", {{"case", "Q"}, {"turn", "90°"}}, {}).frame) - Vec3{-3e3, 20e3, 0}) < 1e-6);
    const Frame both = typed(g, "alter", {{"case", "Q"}, {"into", "W"}, {"factor", "0.5"}}, {6}).frame;
    CHECK(norm(totalOf(both) - totalOf(g)) < 1e-9);
    CHECK(norm(totalOf(both, 1) - Vec3{6e3, 0, 0}) < 1e-6); // of that element alone
    CHECK(norm(totalOf(typed(g, "alter", {{"case", "Q"}, {"way", "down"}, {"kind", "line"}}, {}).frame) - Vec3{0, 3e3, -20e3}) <
          1e-6);
    // A load that changes its sign along the element still does, in the other direction.
    g = typed(f, "line", {{"case", "W"}, {"load", "-1"}, {"end", "3"}}, {6}).frame;
    const Frame turned = typed(g, "alter", {{"case", "W"}, {"way", "along x"}}, {}).frame;
    CHECK_THAT(std::abs(totalOf(turned, 1).x), WithinRel(6e3, 1e-9));
    const LineLoad& l = turned.cases.list()[1].line[0];
    CHECK(l.q0.x * l.q1.x < 0);
    CHECK_THAT(refusal(f, AlterLoads{"Q", "", {}, {}, {}, 2}), Contains("no such loads"));
    CHECK_THAT(refusal(g, AlterLoads{"W"}), Contains("say what changes"));
    CHECK_THAT(refusal(g, AlterLoads{"W", "X", {}, {}, {}, 2}), Contains("no case \"X\""));
    CHECK_THAT(refusal(g, AlterLoads{"W", "", {}, {}, {}, 0}), Contains("take the loads off"));
}

TEST_CASE("cases: made, named, summed by hand, dropped; what is left combines as it did", "[shape][loads]")
{
    Frame f = test::frameOf(test::demo("tern-street"));
    const Frame before = f;
    f = typed(f, "case",
              {{"case", "L9"}, {"title", "Maintenance"}, {"action", "live"}, {"weight", "0.5"}, {"hand", "12 kN down"}}, {})
            .frame;
    const LoadCase& made = f.cases.list().back();
    CHECK(made.id == "L9");
    CHECK(made.action == Action::Live);
    CHECK(made.selfWeight == 0.5);
    REQUIRE(made.handSum.has_value());
    CHECK_THAT(made.handSum->z, WithinRel(-12e3, 1e-9));
    CHECK(writeFrame(test::frameOf(writeFrame(f))) == writeFrame(f));
    CHECK(test::frameOf(writeFrame(f)).cases.list().back().handSum == made.handSum);
    // Half the weight is not twelve kilonewtons: it is found out, until the sum is right.
    const auto foundOut = [](const Frame& g) {
        const auto m = test::modelOf(g);
        std::vector<Finding> found;
        auditCombinations(*m, found);
        return std::any_of(found.begin(), found.end(), [](const Finding& x) { return x.code == "load.hand-sum"; });
    };
    CHECK(foundOut(f));
    CHECK_FALSE(foundOut(done(f, PutCase{"L9", {}, {}, {}, {}, std::optional(totalOf(f, f.cases.size() - 1))}).frame));
    f = typed(f, "case", {{"case", "L9"}, {"name", "LM"}, {"hand", "none"}}, {}).frame;
    CHECK(f.cases.list().back().id == "LM");
    CHECK_FALSE(f.cases.list().back().handSum.has_value());
    CHECK_THAT(refusal(f, PutCase{"LM", "G"}), Contains("there is a case"));
    CHECK_THAT(refusal(f, PutCase{"LM", {}, "Maintenance"}), Contains("already"));
    f = typed(f, "nocase", {{"case", "LM"}}, {}).frame;
    CHECK(f.cases == before.cases);
    // One in the middle: the forces of what does not hold it stay as they were.
    const std::string gone = before.cases.list()[3].id;
    const Reshaped less = typed(before, "nocase", {{"case", gone}}, {});
    CHECK_THAT(less.told.empty() ? "" : less.told.front(), Contains("load"));
    const FrameForces a = test::forcesOf(before), b = test::forcesOf(less.frame);
    size_t compared = 0;
    for (size_t k = 0; k < before.combinations.size(); ++k) {
        const Combination& x = before.combinations.list()[k];
        if (std::any_of(x.terms.begin(), x.terms.end(), [](const auto& t) { return t.first == 3; })) continue;
        for (size_t n = 0; n < less.frame.combinations.size(); ++n) {
            const Combination& y = less.frame.combinations.list()[n];
            if (y.id != x.id) continue;
            Vec3 p, q;
            for (const auto& [c, v] : x.terms)
                p = p + v * totalOf(before, static_cast<size_t>(c));
            for (const auto& [c, v] : y.terms)
                q = q + v * totalOf(less.frame, static_cast<size_t>(c));
            CHECK(norm(p - q) < 1e-9 * (1 + norm(p)));
            ++compared;
        }
    }
    CHECK(compared > 0);
    CHECK(a.forces.sets.size() >= b.forces.sets.size());
    CHECK_THAT(refusal(before, DropCase{"nobody"}), Contains("there are"));
}

TEST_CASE("cases: results that came with the frame are let go where their loads change, and only those", "[shape][loads]")
{
    Frame f = test::frameOf(test::demo("tern-street"));
    SilentProgress p;
    f = withResults(f, analyseForces(f, {}, secondOrderRules(), p));
    const size_t all = f.results.size();
    REQUIRE(all > 3);
    const std::string id = f.cases.list()[1].id;
    const Reshaped r = done(f, PutLoads{id, {0}, {}, LineLoad{-1, LoadAxes::Global, 0, {}, {0, 0, -1e3}, {0, 0, -1e3}}});
    CHECK(r.frame.results.size() < all);
    for (const GivenResult& x : r.frame.results.list()) {
        CHECK(x.loadCase != 1);
        if (x.combination < 0) continue;
        const auto& terms = f.combinations.list()[static_cast<size_t>(x.combination)].terms;
        CHECK(std::none_of(terms.begin(), terms.end(), [](const auto& t) { return t.first == 1; }));
    }
    REQUIRE_FALSE(r.told.empty());
    CHECK_THAT(r.told.back(), Contains("results"));
    CHECK(done(f, PutCase{id, {}, "Another title"}).frame.results.size() == all);
    // Dropping the case: results of the others are of the same loads as before.
    const Reshaped less = done(f, DropCase{id});
    for (const GivenResult& x : less.frame.results.list())
        if (x.loadCase >= 0)
            CHECK(std::any_of(f.results.list().begin(), f.results.list().end(), [&](const GivenResult& o) {
                return o.loadCase >= 0 && o.elements == x.elements &&
                       f.cases.list()[static_cast<size_t>(o.loadCase)].id ==
                           less.frame.cases.list()[static_cast<size_t>(x.loadCase)].id;
            }));
}
