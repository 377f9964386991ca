// Effective lengths by every way: the charts' equations, joints and their adjustments, storeys, buckling of the frame, lines.
#include "core/analysis/modes.h"
#include "core/files/frame_writer.h"
#include "core/lengths/alignment.h"
#include "core/lengths/storey_sway.h"
#include "tests/support.h"

#include <cmath>
#include <random>

using namespace wr;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

constexpr double kInfinite = std::numeric_limits<double>::infinity();

const LaneSegment& segment(const CheckModel& m, const char* id, LengthAxis axis, size_t k = 0)
{
    return m.lanes(m.find(id).value()).of(axis).at(k);
}
double way(const CheckModel& m, const char* id, LengthAxis axis, LengthSource s, size_t k = 0)
{
    return segment(m, id, axis, k).alternative(s);
}
bool says(const CheckModel& m, const std::string& code)
{
    const auto list = m.findings();
    return std::any_of(list.begin(), list.end(), [&](const Finding& f) { return f.code == code; });
}

std::unique_ptr<CheckModel> withBuckling(const Frame& f)
{
    const auto plain = test::modelOf(f);
    SilentProgress progress;
    const auto forces = std::make_shared<const ForceTable>(plain->forces());
    return std::make_unique<CheckModel>(plain->sharedFrame(), forces, nullptr,
                                        std::make_shared<const FrameRestraint>(f, plain->members(), *forces, true, progress),
                                        *plain, Changed{});
}

struct Portal
{
    double span = 6, height = 4;
    bool fixed = false;
    std::string girderRelease, more, moreNodes; // of the girder; further elements and nodes
    std::string leaning;                        // force on a column that leans, kN
    std::string up = "z";
    double left = 100, right = 100; // kN on the columns
    bool reversed = false;
    std::string design = R"("standard":"aisc360-22-lrfd")";
};

// A portal in the x-z plane (or x-y for up = y), held square to it at the column tops, columns and girder of one section. A
// third column stands 3 m further, pinned at both ends, where asked for.
Frame portal(const Portal& p)
{
    const auto at = [&](double x, double h) {
        return p.up == "z" ? fmt::format("[{},0,{}]", x, h) : fmt::format("[{},{},0]", x, h);
    };
    const char* side = p.up == "z" ? "uy" : "uz";
    const char* spin = p.up == "z" ? "rz" : "ry";
    const std::string foot =
        p.fixed ? test::kFixed : fmt::format(R"("support":{{"ux":true,"uy":true,"uz":true,"{}":true}})", spin);
    const double lean = p.span + 3;
    std::string nodes = fmt::format(
        R"({{"id":"a","at":{},{}}},{{"id":"b","at":{},"support":{{"{}":true}}}},{{"id":"c","at":{},"support":{{"{}":true}}}},{{"id":"d","at":{},{}}})",
        at(0, 0), foot, at(0, p.height), side, at(p.span, p.height), side, at(p.span, 0), foot);
    // Their strong axis bends in the plane of the portal by itself, whichever axis is up.
    const int roll = 0;
    std::string elements = fmt::format(
        R"({{"id":"CL","nodes":["{}","{}"],"section":"S","material":"M","roll":{}}},{{"id":"G","nodes":["b","c"],"section":"S","material":"M"{}}},{{"id":"CR","nodes":["d","c"],"section":"S","material":"M","roll":{}}})",
        p.reversed ? "b" : "a", p.reversed ? "a" : "b", roll, p.girderRelease, roll);
    std::string loads = fmt::format(R"({{"node":"b","f":{}}},{{"node":"c","f":{}}})",
                                    p.up == "z" ? fmt::format("[0,0,{}]", -p.left) : fmt::format("[0,{},0]", -p.left),
                                    p.up == "z" ? fmt::format("[0,0,{}]", -p.right) : fmt::format("[0,{},0]", -p.right));
    if (!p.leaning.empty()) {
        nodes += fmt::format(
            R"(,{{"id":"e","at":{},"support":{{"ux":true,"uy":true,"uz":true,"{}":true}}}},{{"id":"f","at":{},"support":{{"{}":true}}}})",
            at(lean, 0), spin, at(lean, p.height), side);
        elements += fmt::format(
            R"(,{{"id":"CX","nodes":["e","f"],"section":"S","material":"M","roll":{}}},{{"id":"T","nodes":["c","f"],"section":"S","material":"M","behaviour":"axial"}})",
            roll);
        loads += fmt::format(R"(,{{"node":"f","f":{}}})",
                             p.up == "z" ? fmt::format("[0,0,-{}]", p.leaning) : fmt::format("[0,-{},0]", p.leaning));
    }
    std::string json =
        test::beam("\"nodes\":[" + nodes + p.moreNodes + "],\"elements\":[" + elements + p.more + "]",
                   R"({"id":"G","nodal":[)" + loads + "]}",
                   R"(,"combinations":[{"id":"U","purpose":"strength","terms":{"G":1}}],"design":{)" + p.design + "}");
    if (p.up == "y") json.insert(json.find("\"materials\""), R"("up":"y",)");
    return test::frameOf(json);
}

// Lowest root of the characteristic equation of a portal with equal loads, pinned feet: x·tan x = 6/G.
double pinnedPortal(double g)
{
    double low = 1e-9, high = std::numbers::pi / 2 * (1 - 1e-12);
    for (int k = 0; k < 200; ++k) {
        const double x = (low + high) / 2;
        (x * std::tan(x) < 6 / g ? low : high) = x;
    }
    return std::numbers::pi / low;
}

} // namespace

TEST_CASE("lengths: the alignment charts' equations give the charts' points", "[lengths][members]")
{
    // Read from the published charts (AISC 360-22 Figs. C-A-7.1, C-A-7.2): to their width of line.
    struct Point
    {
        double ga, gb, k;
    };
    for (const Point& p :
         {Point{0, 0, 1.0}, {1, 1, 1.32}, {10, 10, 3.0}, {0, kInfinite, 2.0}, {1, kInfinite, 2.3}, {2, 2, 1.6}, {1, 10, 1.9}})
        for (const bool swapped : {false, true}) {
            CAPTURE(p.ga, p.gb, swapped);
            CHECK_THAT(swayFactor(swapped ? p.gb : p.ga, swapped ? p.ga : p.gb).value(), WithinRel(p.k, 0.02));
        }
    CHECK_FALSE(swayFactor(kInfinite, kInfinite));
    for (const Point& p :
         {Point{0, 0, 0.5}, {1, 1, 0.78}, {0, kInfinite, 0.7}, {kInfinite, kInfinite, 1.0}, {10, 10, 0.96}, {1, 10, 0.86}})
        for (const bool swapped : {false, true}) {
            CAPTURE(p.ga, p.gb, swapped);
            CHECK_THAT(bracedFactor(swapped ? p.gb : p.ga, swapped ? p.ga : p.gb), WithinRel(p.k, 0.02));
        }
    // The equations themselves, and how K grows with either G.
    std::mt19937 random(5);
    std::uniform_real_distribution<double> exponent(-3, 3);
    for (int n = 0; n < 300; ++n) {
        const double a = std::pow(10, exponent(random)), b = std::pow(10, exponent(random));
        const double x = std::numbers::pi / swayFactor(a, b).value(), y = std::numbers::pi / bracedFactor(a, b);
        CAPTURE(a, b);
        CHECK_THAT((a * b * x * x - 36) / (6 * (a + b)) - x / std::tan(x), WithinAbs(0, 1e-6 * (1 + 36 / (6 * (a + b)))));
        const double braced = a * b / 4 * y * y + (a + b) / 2 * (1 - y / std::tan(y)) + 2 * std::tan(y / 2) / y - 1;
        CHECK_THAT(braced, WithinAbs(0, 1e-6 * (1 + a * b * y * y / 4 + (a + b))));
        CHECK(swayFactor(2 * a, b).value() > swayFactor(a, b).value());
        CHECK(bracedFactor(2 * a, b) > bracedFactor(a, b));
    }
    // Without a jump where a joint becomes free.
    CHECK_THAT(swayFactor(1e9, 1).value(), WithinRel(swayFactor(kInfinite, 1).value(), 1e-6));
    CHECK_THAT(bracedFactor(1e9, 1), WithinRel(bracedFactor(kInfinite, 1), 1e-6));
}

TEST_CASE("lengths: a portal's columns by chart, by the frame's buckling, and by the characteristic equation",
          "[lengths][members]")
{
    for (const std::string up : {"z", "y"})
        for (const bool reversed : {false, true})
            for (const double span : {3.0, 6.0, 15.0}) {
                Portal p;
                p.up = up;
                p.span = span;
                p.reversed = reversed;
                const Frame f = portal(p);
                const auto held = withBuckling(f);
                const CheckModel& m = *held;
                const double g = span / p.height, exact = pinnedPortal(g);
                CAPTURE(up, reversed, span);
                for (const char* id : {"CL", "CR"}) {
                    const LaneSegment& s = segment(m, id, LengthAxis::Major);
                    CHECK(s.sway);
                    CHECK_FALSE(s.cantilever);
                    CHECK(s.source == LengthSource::FrameSway);
                    CHECK_THAT(s.k, WithinRel(exact, 1e-4)); // the girder's own thrust is next to nothing
                    CHECK_THAT(s.alternative(LengthSource::Buckling),
                               WithinRel(exact, 2e-3));                   // columns that stretch add a little
                    CHECK(std::isnan(s.alternative(LengthSource::Ends))); // no safe number for joints that turn a little
                    // Square to the portal the tops are held.
                    const LaneSegment& weak = segment(m, id, LengthAxis::Minor);
                    CHECK_FALSE(weak.sway);
                    CHECK(weak.k == 1.0);
                    CHECK_FALSE(std::isnan(weak.alternative(LengthSource::Buckling)));
                }
                CHECK(m.restraint()->buckling()->elements[0][0].active);
                CHECK_FALSE(m.restraint()->buckling()->elements[1][1].active); // the girder does not bend sideways in that mode
            }
}

TEST_CASE("lengths: far ends, bases, releases and thrust change what a girder gives", "[lengths][members]")
{
    const auto g = [](const Portal& p, size_t end = 1) {
        const auto m = test::modelOf(portal(p));
        return segment(*m, "CL", LengthAxis::Major).g[end];
    };
    Portal p;
    CHECK_THAT(g(p), WithinRel(1.5, 1e-4));
    CHECK(g(p, 0) == kInfinite);
    p.fixed = true;
    CHECK(g(p, 0) == 0);
    p.design = R"("standard":"aisc360-22-lrfd","briefs":[{"id":"B","lengths":{"ends":"recommended"}}],
"members":[{"id":"CL","elements":["CL"],"brief":"B"},{"id":"CR","elements":["CR"],"brief":"B"}])";
    CHECK(g(p, 0) == 1);
    p.fixed = false;
    CHECK(g(p, 0) == 10);
    // Pinned at its far end: half in sway. At its near one: nothing, and the column leans.
    Portal far;
    far.fixed = true;
    far.girderRelease = R"(,"release":{"j":["my"]})";
    CHECK_THAT(g(far), WithinRel(3.0, 1e-4));
    far.girderRelease = R"(,"release":{"i":["my"]})";
    CHECK(g(far) == kInfinite);
    const auto leans = test::modelOf(portal(far));
    CHECK_THAT(segment(*leans, "CL", LengthAxis::Major).k, WithinRel(2.0, 1e-9)); // fixed foot, free head: its own cantilever
    CHECK(segment(*leans, "CR", LengthAxis::Major).k < 1.9);
    // A bracket with a runway on its tip keeps nothing from turning, however stiff it is: the runway hangs on it. A column
    // under the tip makes a girder of it.
    Portal bracket = far;
    bracket.moreNodes = R"(,{"id":"k","at":[-0.6,0,4]},{"id":"l","at":[-0.6,5,4],)" + test::kFixed + "}";
    bracket.more = R"(,{"id":"BK","nodes":["b","k"],"section":"S","material":"M"},
{"id":"RW","nodes":["k","l"],"section":"S","material":"M","release":{"i":["my","mz"],"j":["my","mz","t"]}})";
    CHECK(g(bracket) == kInfinite);
    bracket.moreNodes += R"(,{"id":"q","at":[-0.6,0,0],)" + test::kFixed + "}";
    bracket.more += R"(,{"id":"CK","nodes":["q","k"],"section":"S","material":"M"})";
    CHECK_THAT(g(bracket), WithinRel(0.15, 1e-3)); // 0.6 m against the column's 4
    // Thrust in the girder takes 1 - Q/Qcr of it: a frame pushed from both sides.
    Frame pressed = portal(Portal{});
    const double q = 800e3, critical = std::numbers::pi * std::numbers::pi * test::kEi / 36;
    pressed.cases[0].nodal[0].f.x = q;
    pressed.cases[0].nodal[1].f.x = -q;
    const auto squeezed = test::modelOf(pressed);
    CHECK_THAT(segment(*squeezed, "CL", LengthAxis::Major).g[1], WithinRel(1.5 / (1 - q / critical), 2e-3));
}

TEST_CASE("lengths: columns that lean on a storey lengthen those that hold it", "[lengths][members]")
{
    Portal p;
    const auto alone = test::modelOf(portal(p));
    const double k0 = segment(*alone, "CL", LengthAxis::Major).k;
    for (const char* lean : {"100", "400"}) {
        p.leaning = lean;
        const Frame f = portal(p);
        const auto held = withBuckling(f);
        const CheckModel& m = *held;
        const double share = (200 + std::stod(lean)) / 200;
        CAPTURE(lean);
        // Eq. C-A-7-5: K·√(ΣP/ΣP of those that hold), as both carry alike.
        CHECK_THAT(segment(m, "CL", LengthAxis::Major).k, WithinRel(k0 * std::sqrt(share), 2e-3));
        CHECK_THAT(segment(m, "CL", LengthAxis::Major).unleaned, WithinRel(k0, 1e-3));
        // The frame's own buckling sees the same (the story formula leaves out P-δ of the columns that lean: a few per cent).
        CHECK_THAT(way(m, "CL", LengthAxis::Major, LengthSource::Buckling), WithinRel(k0 * std::sqrt(share), 0.05));
        const LaneSegment& x = segment(m, "CX", LengthAxis::Major);
        CHECK(x.leaning);
        CHECK(x.k == 1.0);
        CHECK(says(m, "member.leaning"));
    }
    // Unequal loads in one plane: without a diaphragm a heavy column is not helped by the light one.
    p.leaning.clear();
    p.left = 300;
    p.right = 100;
    const auto uneven = test::modelOf(portal(p));
    CHECK(segment(*uneven, "CL", LengthAxis::Major).k >= k0 * 0.9999);
    CHECK(segment(*uneven, "CR", LengthAxis::Major).k > k0 * 1.3);
    // A frame stated not to sway is taken at its word.
    p.design = R"("standard":"aisc360-22-lrfd","sway":{"x":false,"y":false})";
    CHECK(segment(*test::modelOf(portal(p)), "CL", LengthAxis::Major).k == 1.0);
}

TEST_CASE("lengths: the way by hand beats the brief's, and both the safe one", "[lengths][members]")
{
    const auto used = [](const std::string& rows) {
        Portal p;
        p.fixed = true;
        p.design = R"("standard":"aisc360-22-lrfd",)" + rows;
        const auto m = test::modelOf(portal(p));
        return segment(*m, "CL", LengthAxis::Major);
    };
    const std::string members = R"("members":[{"id":"CL","elements":["CL"],"brief":"B"}])";
    CHECK(used(members + R"(,"briefs":[{"id":"B"}])").source == LengthSource::FrameSway);
    const LaneSegment system = used(members + R"(,"briefs":[{"id":"B","lengths":{"by":"system"}}])");
    CHECK(system.source == LengthSource::System);
    CHECK(system.k == 1);
    CHECK_FALSE(system.byHand);
    const LaneSegment ends = used(members + R"(,"briefs":[{"id":"B","lengths":{"by":"ends","ends":"recommended"}}])");
    CHECK(ends.source == LengthSource::Ends);
    CHECK(ends.k == 2.1);
    const LaneSegment hand =
        used(members +
             R"(,"briefs":[{"id":"B","lengths":{"by":"system"}}],"lengths":[{"member":"CL","axis":"major","way":"frame"}])");
    CHECK(hand.source == LengthSource::FrameSway);
    CHECK(hand.byHand);
    const LaneSegment stated =
        used(members + R"(,"briefs":[{"id":"B","k":{"major":1.3}}],"lengths":[{"member":"CL","axis":"major","length":7}])");
    CHECK(stated.source == LengthSource::Stated);
    CHECK_THAT(stated.length, WithinRel(7.0, 1e-12));
    CHECK(stated.alternative(LengthSource::Brief) == 1.3);
}

TEST_CASE("lengths: Euler's cases by the frame's buckling, and what a mode does not bend", "[lengths][members]")
{
    // One column, foot and head as told; what presses it is the same.
    const auto k = [](const std::string& foot, const std::string& head, bool reversed) {
        const Frame f = test::frameOf(test::beam(
            fmt::format(R"("nodes":[{{"id":"a","at":[0,0,0],"support":{{{}}}}},{{"id":"b","at":[0,0,5],"support":{{{}}}}}],
"elements":[{{"id":"C","nodes":[{}],"section":"S","material":"M"}}])",
                        foot, head, reversed ? R"("b","a")" : R"("a","b")"),
            R"({"id":"G","nodal":[{"node":"b","f":[0,0,-100]}]})",
            R"(,"combinations":[{"id":"U","purpose":"strength","terms":{"G":1}}])"));
        const auto plain = test::modelOf(f);
        SilentProgress progress;
        const int set = 0;
        return bucklingLengths(f, plain->members(), plain->forces(), {&set, 1}, 4, progress);
    };
    const std::string pin = R"("ux":true,"uy":true,"uz":true,"rz":true)",
                      fix = R"("ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true)";
    for (const bool reversed : {false, true}) {
        CAPTURE(reversed);
        const auto length = [&](const std::string& a, const std::string& b) { return k(a, b, reversed).elements[0][1].length; };
        CHECK_THAT(length(pin, R"("ux":true,"uy":true)"), WithinRel(5.0, 1e-4));
        CHECK_THAT(length(fix, R"("ux":true,"uy":true)"), WithinRel(5 * 0.69916, 1e-4));
        CHECK_THAT(length(fix, R"("ux":true,"uy":true,"rx":true,"ry":true)"), WithinRel(2.5, 3e-4)); // in eight pieces
        CHECK_THAT(length(fix, ""), WithinRel(10.0, 1e-4));
        CHECK_THAT(length(fix, R"("rx":true,"ry":true)"), WithinRel(5.0, 1e-4));
        const BucklingLengths both = k(fix, "", reversed);
        CHECK(both.elements[0][0].active); // a later mode, its own
        CHECK(both.elements[0][1].active);
        CHECK_THAT(both.elements[0][0].length, WithinRel(10.0, 1e-4));
        CHECK(both.elements[0][0].factor > both.elements[0][1].factor);
        CHECK_THAT(both.critical.front().second, WithinRel(both.elements[0][1].factor, 1e-12));
    }
}

TEST_CASE("lengths: where a line of members goes on, a length reaches to the next hold", "[lengths][members]")
{
    // A post of 6 m, its upper third another section; nothing but the line at the step.
    for (const bool reversed : {false, true})
        for (const bool braced : {false, true}) {
            std::string json = test::beam(
                fmt::format(
                    R"("nodes":[{{"id":"a","at":[0,0,0],"support":{{"ux":true,"uy":true,"uz":true,"rz":true}}}},{{"id":"s","at":[0,0,4]{}}},
{{"id":"b","at":[0,0,6],"support":{{"ux":true,"uy":true}}}}],
"elements":[{{"id":"P","nodes":["a","s"],"section":"S","material":"M"}},{{"id":"Q","nodes":[{}],"section":"S2","material":"M"}}])",
                    braced ? R"(,"support":{"ux":true,"uy":true})" : "", reversed ? R"("b","s")" : R"("s","b")"),
                R"({"id":"G","nodal":[{"node":"b","f":[0,0,-100]}]})",
                R"(,"combinations":[{"id":"U","purpose":"strength","terms":{"G":1}}])");
            const std::string section = json.substr(json.find("\"sections\":[") + 12);
            std::string second = section.substr(0, section.find("]"));
            second.replace(second.find("\"S\""), 3, "\"S2\"");
            json.insert(json.find("\"sections\":[") + 12, second + ",");
            const auto m = test::modelOf(test::frameOf(json));
            CAPTURE(reversed, braced);
            for (const LengthAxis axis : {LengthAxis::Major, LengthAxis::Minor}) {
                const LaneSegment &p = segment(*m, "P", axis), &q = segment(*m, "Q", axis);
                CHECK_FALSE(p.cantilever);
                CHECK_THAT(p.length, WithinRel(braced ? 4.0 : 6.0, 1e-9));
                CHECK_THAT(q.length, WithinRel(braced ? 2.0 : 6.0, 1e-9));
                CHECK_THAT(p.beyond, WithinAbs(braced ? 0.0 : 2.0, 1e-9));
            }
            // A brief's factor counts for the whole way between holds.
            Frame factor = m->frame();
            factor.design.briefs.push_back({});
            factor.design.briefs.edit()[0].id = "B";
            factor.design.briefs.edit()[0].k[0] = 0.9;
            DesignMember row;
            row.id = "P";
            row.elements = {0};
            row.brief = "B";
            factor.design.members = {row};
            const auto by = test::modelOf(factor);
            CHECK_THAT(segment(*by, "P", LengthAxis::Major).length, WithinRel(braced ? 3.6 : 5.4, 1e-9));
            CHECK_THAT(m->lanes(0).longest(LengthAxis::Top), WithinRel(braced ? 4.0 : 6.0, 1e-9));
            CHECK(says(*m, "member.goes-on") == !braced);
            CHECK_FALSE(says(*m, "member.free-end"));
        }
}

TEST_CASE("lengths: another system of units, a turn about the vertical and pieces drawn backwards change no length",
          "[lengths][members]")
{
    const auto same = [](const Frame& f, const Frame& g, double tolerance) {
        const auto a = withBuckling(f), b = withBuckling(g);
        REQUIRE(a->members().size() == b->members().size());
        for (size_t i = 0; i < a->members().size(); ++i)
            for (const LengthAxis axis : {LengthAxis::Major, LengthAxis::Minor, LengthAxis::Torsion, LengthAxis::Top}) {
                const auto &p = a->lanes(i).of(axis), &q = b->lanes(i).of(axis);
                CAPTURE(a->members()[i].id, static_cast<int>(axis));
                REQUIRE(p.size() == q.size());
                for (size_t k = 0; k < p.size(); ++k) {
                    CHECK(p[k].source == q[k].source);
                    CHECK_THAT(q[k].length, WithinRel(p[k].length, tolerance));
                    for (size_t s = 0; s < kLengthSources; ++s) {
                        const double x = p[k].alternatives[s], y = q[k].alternatives[s];
                        CHECK(std::isnan(x) == std::isnan(y));
                        if (!std::isnan(x)) CHECK_THAT(y, WithinRel(x, tolerance));
                    }
                }
            }
    };
    Portal p;
    p.leaning = "150";
    p.fixed = true;
    const Frame base = portal(p);
    Frame us = base;
    us.units = UnitSystem{"ft", "kip", "in", "ksi", "deg", "lb"};
    const std::string text = writeFrame(us);
    CHECK(text.find("\"ft\"") != std::string::npos);
    same(base, test::frameOf(text), 1e-4);
    for (const double turn : {0.4, 1.3, 2.9, 5.1}) {
        Frame g = base;
        const Vec3 x{std::cos(turn), std::sin(turn), 0}, y{-std::sin(turn), std::cos(turn), 0}, z{0, 0, 1};
        for (Node& n : g.nodes.edit()) {
            n.at = n.at.x * x + n.at.y * y + n.at.z * z;
            n.supportAxes = Axes{x, y, z};
        }
        for (Element& e : g.elements.edit()) // plumb ones take their roll from the global axes
            if (std::abs(base.nodes[e.i].at.x - base.nodes[e.j].at.x) < 1e-9)
                e.roll += base.nodes[e.i].at.z < base.nodes[e.j].at.z ? turn : -turn;
        CAPTURE(turn);
        same(base, g, 1e-4);
    }
    p.reversed = true;
    same(base, portal(p), 1e-9);
}

TEST_CASE("Lengths: the foot of a column counts as its brief says, a joint that is only held sideways does not",
          "[lengths][briefs]")
{
    // A portal of HEA200 and IPE300 that sways, feet fixed; its knees are held out of the plane.
    const std::string fixed = test::kFixed;
    const auto k = [&](const std::string& base, const std::string& foot) {
        const auto model = test::modelOf(test::frameOf(fmt::format(
            R"({{"format":"wren-frame","version":1,"materials":[{{"id":"S","grade":"EN 10025-2 S275"}}],
"sections":[{{"id":"A","name":"HEA200"}},{{"id":"J","name":"IPE300"}}],
"nodes":[{{"id":"a","at":[0,0,0],{0}}},{{"id":"b","at":[0,0,5],"support":{{"uy":true}}}},{{"id":"c","at":[6,0,5],"support":{{"uy":true}}}},{{"id":"d","at":[6,0,0],{0}}}],
"elements":[{{"id":"1","nodes":["a","b"],"section":"A","material":"S"}},{{"id":"2","nodes":["c","d"],"section":"A","material":"S"}},{{"id":"3","nodes":["b","c"],"section":"J","material":"S"}}],
"cases":[{{"id":"Q","action":"live","nodal":[{{"node":"b","f":[5,0,-300]}},{{"node":"c","f":[0,0,-300]}}]}}],
"combinations":[{{"id":"U","purpose":"strength","terms":{{"Q":1.5}}}}],
"design":{{"standard":"aisc360-22-lrfd","members":[{{"id":"M","elements":["1"],"brief":"B"}},{{"id":"N","elements":["2"],"brief":"B"}}],
"briefs":[{{"id":"B","lengths":{{"by":"frame","base":"{1}"}}}}]}}}})",
            foot, base)));
        std::array<double, 2> out{};
        for (const std::string id : {"M", "N"}) // drawn upwards and downwards
            out[id == "N"] = model->lanes(*model->find(id)).longest(LengthAxis::Major) / 5;
        CHECK(out[0] == Approx(out[1]).epsilon(0.01)); // the beam's own thrust differs a little
        return out[0];
    };
    // G at the knee: (I/L of the column) / (I/L of the beam); the charts' equation for sway.
    const double g = (3692e-8 / 5) / (8356e-8 / 6);
    const auto swayK = [](double ga, double gb) {
        double lo = 1e-6, hi = 3.14159;
        for (int n = 0; n < 200; ++n) { // x = pi/K
            const double x = (lo + hi) / 2, left = (ga * gb * x * x - 36) / (6 * (ga + gb)), right = x / std::tan(x);
            (left < right ? lo : hi) = x;
        }
        return 3.14159265358979 / lo;
    };
    const std::string pinned = R"("support":{"ux":true,"uy":true,"uz":true,"rx":true,"rz":true})";
    CHECK(k("as-modelled", fixed) == Approx(swayK(1e-9, g)).epsilon(5e-3));
    CHECK(k("pinned", fixed) == Approx(swayK(1e9, g)).epsilon(5e-3));
    CHECK(k("as-modelled", pinned) == Approx(k("pinned", fixed)).epsilon(0.01));
    CHECK(k("fixed", pinned) == Approx(k("as-modelled", fixed)).epsilon(0.01));
    CHECK(k("fixed", fixed) == Approx(k("as-modelled", fixed)));
}
