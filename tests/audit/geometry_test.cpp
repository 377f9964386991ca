// What the audit says of geometry, units, loads, groups and briefs, each in both directions.
#include "core/audit/audit.h"
#include "core/audit/families.h"
#include "tests/support.h"

using namespace wr;

namespace {

std::vector<Finding> of(const Frame& f, std::string_view code)
{
    std::vector<Finding> all, out;
    auditGeometry(f, all);
    for (const Finding& x : all)
        if (x.code == code) out.push_back(x);
    return out;
}

// A line of nodes along x at the given places, and elements between the pairs given by their ids.
Frame line(const std::vector<Vec3>& places, const std::vector<std::pair<int, int>>& elements)
{
    Frame f = test::frameOf(test::demo("tern-street"));
    Frame out;
    out.units = f.units;
    out.materials = f.materials;
    out.sections = f.sections;
    for (size_t n = 0; n < places.size(); ++n) {
        Node node;
        node.id = fmt::format("N{}", n);
        node.at = places[n];
        out.nodes.push_back(node);
    }
    for (size_t e = 0; e < elements.size(); ++e) {
        Element x;
        x.id = fmt::format("E{}", e);
        x.i = elements[e].first;
        x.j = elements[e].second;
        x.section = x.material = 0;
        out.elements.push_back(x);
    }
    return out;
}

} // namespace

TEST_CASE("audit: nodes that nearly coincide are told, with who is meant", "[audit][geometry]")
{
    // 8 mm apart in a frame of 12 m: one end of a line that was meant to go on.
    const Frame f = line({{0, 0, 0}, {6, 0, 0}, {6.008, 0, 0}, {12, 0, 0}}, {{0, 1}, {2, 3}});
    const auto near = of(f, "frame.near-nodes");
    REQUIRE(near.size() == 1);
    CHECK(near[0].subject == "N1");
    CHECK(near[0].text.find("N1 and N2 (8.000 mm apart)") != std::string::npos);
    // 12 mm is told apart, a short element joins, and so does a link.
    CHECK(of(line({{0, 0, 0}, {6, 0, 0}, {6.012, 0, 0}, {12, 0, 0}}, {{0, 1}, {2, 3}}), "frame.near-nodes").empty());
    CHECK(of(line({{0, 0, 0}, {6, 0, 0}, {6.008, 0, 0}, {12, 0, 0}}, {{0, 1}, {1, 2}, {2, 3}}), "frame.near-nodes").empty());
    Frame linked = f;
    Link l;
    l.id = "L";
    l.nodes = {1, 2};
    linked.links.push_back(l);
    CHECK(of(linked, "frame.near-nodes").empty());
    // A node that nothing hangs on is no matter.
    CHECK(of(line({{0, 0, 0}, {6, 0, 0}, {6.008, 0, 0}}, {{0, 1}}), "frame.near-nodes").empty());
}

TEST_CASE("audit: elements on each other are told once, whichever way they run", "[audit][geometry]")
{
    const std::vector<Vec3> places{{0, 0, 0}, {6, 0, 0}, {3, 0, 0}, {0, 0, 4}};
    for (const auto& second : {std::pair{0, 1}, std::pair{1, 0}}) {
        const auto twice = of(line(places, {{0, 1}, second, {0, 3}}), "frame.overlap");
        REQUIRE(twice.size() == 1);
        CHECK(twice[0].about == std::vector<std::string>{"E0"});
        CHECK(twice[0].text.find("E0 and E1 (twice the same)") != std::string::npos);
    }
    // Half of it along the same line, from either end.
    for (const auto& part : {std::pair{0, 2}, std::pair{2, 1}}) {
        const auto half = of(line(places, {{0, 1}, part}), "frame.overlap");
        REQUIRE(half.size() == 1);
        CHECK(half[0].text.find("twice the same") == std::string::npos);
        CHECK(of(line(places, {{0, 1}, part}), "frame.passes-node").empty()); // told already
    }
    // In line behind each other, or at an angle: nothing.
    CHECK(of(line(places, {{0, 2}, {2, 1}, {0, 3}}), "frame.overlap").empty());
}

TEST_CASE("audit: an element that passes a node without being joined there is told", "[audit][geometry]")
{
    const std::vector<Vec3> places{{0, 0, 0}, {8, 0, 0}, {4, 0, 0}, {4, 0, 3}, {4, 0, 1e-3}};
    const auto found = of(line(places, {{0, 1}, {2, 3}}), "frame.passes-node");
    REQUIRE(found.size() == 1);
    CHECK(found[0].subject == "E0");
    CHECK(found[0].text.find("E0 at node N2") != std::string::npos);
    // A millimetre off the axis still is; two centimetres are not.
    CHECK(of(line(places, {{0, 1}, {4, 3}}), "frame.passes-node").size() == 1);
    CHECK(of(line({{0, 0, 0}, {8, 0, 0}, {4, 0, 0.02}, {4, 0, 3}}, {{0, 1}, {2, 3}}), "frame.passes-node").empty());
    // Skew in space, and seen from the other side.
    for (const double sign : {1.0, -1.0}) {
        const Vec3 a{0, 0, 0}, b{sign * 6, 3, 2};
        CHECK(of(line({a, b, 0.5 * b, {0, 9, 0}}, {{0, 1}, {2, 3}}), "frame.passes-node").size() == 1);
        CHECK(of(line({b, a, 0.25 * b, {0, 9, 0}}, {{0, 1}, {2, 3}}), "frame.passes-node").size() == 1);
    }
}

TEST_CASE("audit: thousands of nodes and long elements are looked at quickly and all of them", "[audit][geometry]")
{
    // A grid of 40 × 40 × 6 with one long element through a row of it, from corner to corner of one level.
    std::vector<Vec3> places;
    std::vector<std::pair<int, int>> elements;
    constexpr int n = 40, levels = 6;
    const auto at = [&](int i, int j, int k) { return (k * n + j) * n + i; };
    for (int k = 0; k < levels; ++k)
        for (int j = 0; j < n; ++j)
            for (int i = 0; i < n; ++i) {
                places.push_back({6.0 * i, 6.0 * j, 4.0 * k});
                if (i) elements.emplace_back(at(i - 1, j, k), at(i, j, k));
                if (k) elements.emplace_back(at(i, j, k - 1), at(i, j, k));
            }
    elements.emplace_back(at(0, 0, 2), at(n - 1, n - 1, 2));
    const Frame f = line(places, elements);
    const auto found = of(f, "frame.passes-node");
    REQUIRE(found.size() == 1);
    CHECK(found[0].about.size() == static_cast<size_t>(n - 2)); // every node of the diagonal between its ends
    CHECK(of(f, "frame.overlap").empty());
    CHECK(of(f, "frame.near-nodes").empty());
}

TEST_CASE("audit: loads on nothing are told", "[audit][geometry]")
{
    Frame f = line({{0, 0, 0}, {6, 0, 0}, {9, 0, 0}}, {{0, 1}});
    LoadCase c;
    c.id = "W";
    c.nodal.push_back({1, {0, 0, -1e3}, {}});
    f.cases.push_back(c);
    CHECK(of(f, "load.in-air").empty());
    f.cases[0].nodal.push_back({2, {0, 0, -1e3}, {}});
    const auto air = of(f, "load.in-air");
    REQUIRE(air.size() == 1);
    CHECK(air[0].text.find("N2 (case W)") != std::string::npos);
    f.cases[0].nodal[1].f = {};
    CHECK(of(f, "load.in-air").empty());
}

namespace {
std::vector<Finding> audited(const Frame& f, std::string_view code)
{
    std::vector<Finding> out;
    for (const Finding& x : audit(*test::modelOf(f)))
        if (x.code == code) out.push_back(x);
    return out;
}
} // namespace

TEST_CASE("audit: lengths in another unit, stubs, mixed groups and missing briefs are told", "[audit]")
{
    const Frame f = test::frameOf(test::demo("tern-street"));
    CHECK(audited(f, "unit.length").empty());
    CHECK(audited(f, "member.proportion").empty());
    CHECK(audited(f, "group.mixed").empty());
    CHECK(audited(f, "brief.missing").empty()); // there is no brief at all

    // The same numbers as feet written under metres, and as millimetres: thousands of times too long.
    Frame small = f, large = f;
    for (Node& n : small.nodes.edit())
        n.at = 0.001 * n.at;
    for (Node& n : large.nodes.edit())
        n.at = 1000 * n.at;
    const auto less = audited(small, "unit.length"), more = audited(large, "unit.length");
    REQUIRE(less.size() == 1);
    REQUIRE(more.size() == 1);
    CHECK(less[0].text.find("less than") != std::string::npos);
    CHECK(more[0].text.find("more than") != std::string::npos);
    CHECK(more[0].text.find("make sense in mm") != std::string::npos);
    CHECK(more[0].figure("proportion") == Catch::Detail::Approx(1e6 * less[0].figure("proportion")));
    CHECK_FALSE(audited(small, "member.proportion").empty());

    Frame mixed = f;
    Shape tube;
    tube.kind = ShapeKind::Chs;
    tube.d = 0.1;
    tube.t = 0.005;
    FrameSection s;
    s.id = s.name = "Tube";
    s.shape = tube;
    s.properties = computeProperties(tube);
    mixed.sections.push_back(s);
    const std::string group = f.design.members[0].group;
    REQUIRE_FALSE(group.empty());
    for (const int e : f.design.members[0].elements)
        mixed.elements[static_cast<size_t>(e)].section = static_cast<int>(mixed.sections.size()) - 1;
    const auto found = audited(mixed, "group.mixed");
    REQUIRE(found.size() == 1);
    CHECK(found[0].subject == group);
    CHECK(found[0].text.find("Tube") != std::string::npos);
    CHECK(found[0].about.size() > 1);

    Frame briefed = f;
    Brief b;
    b.id = "Plain";
    briefed.design.briefs.push_back(b);
    for (DesignMember& m : briefed.design.members.edit())
        m.brief = "Plain";
    CHECK(audited(briefed, "brief.missing").empty());
    briefed.design.members[3].brief.clear();
    const auto missing = audited(briefed, "brief.missing");
    REQUIRE(missing.size() == 1);
    CHECK(missing[0].about == std::vector<std::string>{briefed.design.members[3].id});
    briefed.design.members[3].exclude = true;
    CHECK(audited(briefed, "brief.missing").empty());
}

TEST_CASE("audit: nothing pushes the frame sideways", "[audit]")
{
    Frame f = test::frameOf(test::demo("tern-street"));
    CHECK(audited(f, "load.no-lateral").empty());
    for (LoadCase& c : f.cases.edit())
        if (lateral(c.action) || c.notional || c.action == Action::Notional) {
            c.action = Action::Live;
            c.notional.reset();
        }
    CHECK(audited(f, "load.no-lateral").size() == 1);
}

TEST_CASE("audit: tension-only elements that carry compression in given forces", "[audit]")
{
    // A tie of 4 m given with forces of either sign.
    const auto frame = [](const char* behaviour, double n) {
        return test::frameOf(fmt::format(
            R"({{"format": "wren-frame", "version": 1, "units": {{"length": "m", "force": "kN", "section": "mm", "stress": "MPa"}},
 "materials": [{{"id": "S", "e": 210000, "g": 81000, "density": 7850, "fy": 355, "fu": 490}}],
 "sections": [{{"id": "T", "name": "CHS88.9X4"}}],
 "nodes": [{{"id": "1", "at": [0, 0, 0]}}, {{"id": "2", "at": [4, 0, 0]}}],
 "elements": [{{"id": "B", "nodes": ["1", "2"], "section": "T", "material": "S", "behaviour": "{}"}}],
 "cases": [{{"id": "G", "action": "dead"}}], "combinations": [{{"id": "C", "terms": {{"G": 1}}}}],
 "results": [{{"combination": "C", "elements": [{{"element": "B", "stations": [{{"s": 0, "n": {}, "vy": 0, "vz": 0, "t": 0, "my": 0, "mz": 0}}, {{"s": 4, "n": {}, "vy": 0, "vz": 0, "t": 0, "my": 0, "mz": 0}}]}}]}}]}})",
            behaviour, n, n));
    };
    CHECK(audited(frame("tension-only", 20), "element.slack-compressed").empty());
    CHECK(audited(frame("compression-only", -20), "element.slack-compressed").empty());
    const auto pressed = audited(frame("tension-only", -20), "element.slack-compressed");
    REQUIRE(pressed.size() == 1);
    CHECK(pressed[0].subject == "B");
    CHECK(pressed[0].text.find("a compression of 20.00 kN") != std::string::npos);
    CHECK(audited(frame("compression-only", 20), "element.slack-compressed").size() == 1);
    CHECK(audited(frame("tension-only", -1e-4), "element.slack-compressed").empty()); // what an analysis leaves of nothing
}

TEST_CASE("audit: utilisations that no unit explains, and parts more slender than a brief allows", "[audit]")
{
    const auto ofResults = [](const Frame& f, std::string_view code) {
        const auto model = test::modelOf(f);
        CheckReport r;
        SilentProgress p;
        REQUIRE(model->checkAll(r, p));
        std::vector<Finding> out;
        for (const Finding& x : auditResults(*model, r))
            if (x.code == code) out.push_back(x);
        return out;
    };
    const Frame f = test::frameOf(test::demo("tern-street"));
    CHECK(ofResults(f, "unit.force").empty());
    Frame heavy = f;
    for (LoadCase& c : heavy.cases.edit()) {
        for (LineLoad& l : c.line)
            l.q0 = 1000 * l.q0, l.q1 = 1000 * l.q1;
        for (AreaLoad& a : c.area)
            a.q = 1000 * a.q;
        for (NodalLoad& n : c.nodal)
            n.f = 1000 * n.f;
    }
    const auto unit = ofResults(heavy, "unit.force");
    REQUIRE(unit.size() == 1);
    CHECK(unit[0].text.find("make sense in N") != std::string::npos);

    // A welded I with a web of 1200 × 5 and flanges of 300 × 8: class 4 in compression, slender by E7.
    for (const char* standard : {"en1993", "aisc360-22-lrfd"}) {
        Frame thin = f;
        thin.design.standard = standard;
        for (Combination& c : thin.combinations.edit())
            c.basis.clear();
        Brief b;
        b.id = "Stocky";
        thin.design.briefs.push_back(b);
        Shape i;
        i.kind = ShapeKind::I;
        i.h = 1.216;
        i.b = 0.3;
        i.tw = 0.005;
        i.tf = 0.008;
        i.welded = true;
        FrameSection s;
        s.id = s.name = "Thin";
        s.shape = i;
        s.properties = computeProperties(i);
        thin.sections.push_back(s);
        DesignMember& m = thin.design.members.edit()[0];
        m.brief = "Stocky";
        for (const int e : m.elements)
            thin.elements[static_cast<size_t>(e)].section = static_cast<int>(thin.sections.size()) - 1;
        CAPTURE(standard);
        CHECK(ofResults(thin, "brief.slender").empty()); // the brief does not mind
        thin.design.briefs.edit()[0].noSlenderParts = true;
        const auto slender = ofResults(thin, "brief.slender");
        REQUIRE(slender.size() == 1);
        CHECK(slender[0].subject == m.id);
        // A stocky section under the same brief is none.
        for (const int e : m.elements)
            thin.elements[static_cast<size_t>(e)].section = f.elements[static_cast<size_t>(e)].section;
        CHECK(ofResults(thin, "brief.slender").empty());
    }
}
