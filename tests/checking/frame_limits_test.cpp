// Limits of what the frame as a whole moves: storeys and nodes.
#include "core/analysis/storeys.h"
#include "core/checking/frame_limits.h"
#include "core/files/frame_writer.h"
#include "core/project/design_state.h"
#include "tests/project/states.h"
#include "tests/support.h"

#include <algorithm>
#include <cmath>

using namespace wr;
using Catch::Matchers::WithinRel;

namespace {

// Two storeys of 4 and 3 m, one bay of 6 m, pushed by 10 kN at each floor; up is z, or y.
std::string tower(const std::string& limits, bool upIsY = false, const std::string& second = "")
{
    const auto at = [&](double x, double h) { return upIsY ? fmt::format("[{},{},0]", x, h) : fmt::format("[{},0,{}]", x, h); };
    const std::string flat =
        upIsY ? R"("support":{"uz":true,"rx":true,"ry":true})" : R"("support":{"uy":true,"rx":true,"rz":true})";
    std::string nodes, elements;
    for (int level = 0; level < 3; ++level)
        for (int side = 0; side < 2; ++side) {
            const double h = level == 0 ? 0 : level == 1 ? 4 : 7;
            nodes += fmt::format(R"({}{{"id":"{}{}","at":{},{}}})", nodes.empty() ? "" : ",", side ? "r" : "l", level,
                                 at(6 * side, h), level == 0 ? test::kFixed : flat);
            if (level > 0)
                elements += fmt::format(R"({{"id":"c{0}{1}","nodes":["{0}{2}","{0}{1}"],"section":"A","material":"S"{3}}},)",
                                        side ? "r" : "l", level, level - 1, upIsY ? "" : R"(,"roll":90)");
        }
    elements +=
        R"({"id":"b1","nodes":["l1","r1"],"section":"B","material":"S"},{"id":"b2","nodes":["l2","r2"],"section":"B","material":"S"})";
    return R"({"format":"wren-frame","version":1,"up":")" + std::string(upIsY ? "y" : "z") +
           R"(","materials":[{"id":"S","grade":"EN 10025-2 S275"}],"sections":[{"id":"A","name":"HEB200"},{"id":"B","name":"IPE300"}],
"nodes":[)" +
           nodes + R"(],"elements":[)" + elements +
           R"(],"cases":[{"id":"W","action":"wind","nodal":[{"node":"l1","f":[10,0,0]},{"node":"l2","f":[10,0,0]}]},
{"id":"Z","action":"live","nodal":[{"node":"r2","f":)" +
           (upIsY ? "[0,-50,0]" : "[0,0,-50]") + R"(}]}],
"combinations":[{"id":"U","purpose":"strength","terms":{"W":1.5,"Z":1.5}},
{"id":"V","purpose":"service","kind":"characteristic","terms":{"W":1}},
{"id":"R","purpose":"service","kind":"frequent","terms":{"W":-2,"Z":1}}],
"design":{"standard":"en1993")" +
           second + (limits.empty() ? "" : R"(,"frameLimits":[)" + limits + "]") + "}}";
}

double x(const DesignState& s, const std::string& node, double wind, double live = 0)
{
    for (size_t n = 0; n < s.frame->nodes.size(); ++n)
        if (s.frame->nodes[n].id == node)
            return wind * s.results->forces.motions[0].u[n].x + live * s.results->forces.motions[1].u[n].x;
    return std::nan("");
}

bool finds(const DesignState& s, const std::string& code, const std::string& words = "")
{
    const auto all = s.findings();
    return std::any_of(all.begin(), all.end(),
                       [&](const Finding& f) { return f.code == code && f.text.find(words) != std::string::npos; });
}

} // namespace

TEST_CASE("frame limits: drift of each storey and movement of nodes against the analysis", "[frame-limits]")
{
    for (const bool upIsY : {false, true}) {
        const DesignState s = test::stateBy(test::frameOf(tower(
            R"({"id":"Sway","of":"drift","over":300,"kind":"characteristic"},{"id":"Top","of":"nodes","over":500,"most":30,"nodes":["l2","r1"],"along":"x","kind":"characteristic"},{"id":"Worst","of":"drift","most":5})",
            upIsY)));
        const auto& rows = *s.limits;
        REQUIRE(rows.size() == 5);
        CHECK(rows[0].level == Approx(4));
        CHECK(rows[0].height == Approx(4));
        CHECK(rows[0].value == Approx(std::max(std::abs(x(s, "l1", 1)), std::abs(x(s, "r1", 1)))).epsilon(1e-9));
        CHECK(rows[0].allowed == Approx(4.0 / 300));
        CHECK(rows[1].value ==
              Approx(std::max(std::abs(x(s, "l2", 1) - x(s, "l1", 1)), std::abs(x(s, "r2", 1) - x(s, "r1", 1)))).epsilon(1e-9));
        CHECK(rows[1].allowed == Approx(3.0 / 300));
        CHECK(rows[0].ratio == Approx(rows[0].value / rows[0].allowed));
        // Of the two nodes the one nearer its limit: 7 m/500 = 14 mm against 4 m/500 = 8 mm.
        const double high = std::abs(x(s, "l2", 1)) / 0.014, low = std::abs(x(s, "r1", 1)) / 0.008;
        CHECK(rows[2].ratio == Approx(std::max(high, low)).epsilon(1e-9));
        CHECK(s.frame->nodes[rows[2].node].id == (high > low ? "l2" : "r1"));
        // Of every kind but live-only the worst: twice the wind the other way.
        CHECK(rows[3].value == Approx(std::max(std::abs(x(s, "l1", -2, 1)), std::abs(x(s, "r1", -2, 1)))).epsilon(1e-9));
        CHECK(combinationName(*s.frame, s.forces(), rows[3].set) == "R");
        CHECK(rows[3].allowed == Approx(0.005));
        CHECK(finds(s, "limit.over", "drift 5 mm") == (rows[3].ratio > 1 || rows[4].ratio > 1));
    }
    // Up and down, in plan and anywhere, of all nodes: the one that moves most.
    const DesignState s = test::stateBy(test::frameOf(tower(
        R"({"id":"1","of":"nodes","most":10,"along":"z"},{"id":"2","of":"nodes","most":10},{"id":"3","of":"nodes","most":10,"along":"any"},{"id":"4","of":"nodes","most":10,"along":"y"})")));
    const auto& rows = *s.limits;
    REQUIRE(rows.size() == 4);
    CHECK(s.frame->nodes[rows[0].node].id == "r2");
    CHECK(rows[2].value >= std::max(rows[0].value, rows[1].value));
    CHECK(rows[3].value == Approx(0).margin(1e-12));
}

TEST_CASE("frame limits: in second order and by given results; what is not known is unchecked with the reason",
          "[frame-limits]")
{
    const std::string sway = R"({"id":"Sway","of":"drift","over":300})";
    const DesignState first = test::stateBy(test::frameOf(tower(sway))),
                      second = test::stateBy(test::frameOf(tower(sway)), {.order = ForceOrder::Second});
    CHECK((*second.limits)[0].value > (*first.limits)[0].value);
    Frame f = test::frameOf(tower(sway));
    const Frame given = withResults(f, test::forcesOf(f));
    CHECK((*test::stateBy(given).limits)[1].value == Approx((*first.limits)[1].value));
    Frame blind = given;
    for (GivenResult& r : blind.results)
        r.nodes.clear();
    CHECK((*test::stateBy(blind).limits)[0].reason.find("movements of the nodes are not known") != std::string::npos);
    CHECK(finds(test::stateBy(blind), "limit.unchecked"));
    for (Combination& c : f.combinations)
        c.purpose = Purpose::Strength;
    CHECK((*test::stateBy(f).limits)[0].reason.find("purpose service") != std::string::npos);
    const DesignState kind =
        test::stateBy(test::frameOf(tower(R"({"id":"Q","of":"nodes","most":9,"kind":"quasi-permanent"})")));
    CHECK((*kind.limits)[0].reason.find("quasi-permanent") != std::string::npos);
    // No floors, no storeys.
    const DesignState post = test::stateBy(test::frameOf(test::beam(
        R"("nodes":[{"id":"a","at":[0,0,0],)" + test::kFixed +
            R"(},{"id":"b","at":[0,0,3]}],"elements":[{"id":"1","nodes":["a","b"],"section":"S","material":"M"}])",
        R"({"id":"W","nodal":[{"node":"b","f":[1,0,0]}]})",
        R"(,"combinations":[{"id":"V","purpose":"service","terms":{"W":1}}],"design":{"frameLimits":[)" + sway + "]}")));
    CHECK((*post.limits)[0].reason.find("no storeys") != std::string::npos);
}

TEST_CASE("frame limits: typed, kept in the file, changed by an edit and undone", "[frame-limits]")
{
    const Frame f = test::frameOf(tower(R"({"id":"Sway","of":"drift","over":300,"x-note":"as agreed"})"));
    const std::string text = "drift h/300; drift x h/500 and 12 mm characteristic; nodes l2 r2 z 20 mm; nodes any 1.5 in";
    const auto limits = readFrameLimits(f, text);
    REQUIRE(limits.has_value());
    REQUIRE(limits->size() == 4);
    CHECK((*limits)[0].id == "Sway"); // it stood before
    CHECK((*limits)[1].most == Approx(0.012));
    CHECK((*limits)[1].over == Approx(500));
    CHECK((*limits)[1].along == FrameLimit::Along::X);
    CHECK((*limits)[2].nodes.size() == 2);
    CHECK((*limits)[3].most == Approx(0.0381));
    Frame changed = f;
    const auto patch = applyEdit(changed, SetFrameLimits{*limits});
    REQUIRE(patch.has_value());
    CHECK(patch->words == "4 limits of the frame");
    CHECK(frameLimitsText(changed) ==
          "drift h/300; drift x h/500 and 12 mm characteristic; nodes l2 r2 z 20 mm; nodes any 38.1 mm");
    CHECK(*readFrameLimits(changed, frameLimitsText(changed)) == *limits);
    CHECK(frameLimitsText(test::frameOf(writeFrame(changed))) == frameLimitsText(changed));
    REQUIRE(applyPatch(changed, inverseOf(*patch)));
    CHECK(changed.design.frameLimits == f.design.frameLimits);
    CHECK(test::frameOf(writeFrame(changed)).design.frameLimits.list()[0].extras.size() == 1);
    // Wrong words are named, with what was meant.
    const auto fault = [&](const std::string& t) { return readFrameLimits(f, t).error(); };
    CHECK(fault("sway h/300").find("begins with drift or nodes") != std::string::npos);
    CHECK(fault("drift h/300 charactristic").find("characteristic") != std::string::npos);
    CHECK(fault("nodes l9 20 mm").find("\"l9\"") != std::string::npos);
    CHECK(fault("drift 20").find("needs its unit") != std::string::npos);
    CHECK(fault("drift characteristic").find("needs h/n") != std::string::npos);
    CHECK(fault("drift 0 mm").find("greater than zero") != std::string::npos);
    // And in the file with their places.
    for (const auto& [json, place] : {std::pair{R"({"id":"1","of":"drift"})", "/design/frameLimits/0"},
                                      {R"({"id":"1","of":"swing","over":300})", "/design/frameLimits/0/of"},
                                      {R"({"id":"1","of":"nodes","most":-1})", "/design/frameLimits/0/most"},
                                      {R"({"id":"1","of":"nodes","most":1,"nodes":["q"]})", "/design/frameLimits/0/nodes/0"},
                                      {R"({"id":"1","of":"drift","most":1,"nodes":["l1"]})", "/design/frameLimits/0/nodes"}}) {
        CAPTURE(json);
        const auto bad = readFrame(tower(json));
        REQUIRE_FALSE(bad.ok());
        CHECK(std::any_of(bad.findings.begin(), bad.findings.end(), [&](const Finding& x) { return x.place == place; }));
    }
}

TEST_CASE("deflection: from the held end and from floor to floor is what the nodes do", "[deflection][frame-limits]")
{
    const auto column = [](const std::string& from, bool turned, bool upIsY = false) {
        const std::string second = fmt::format(
            R"(,"members":[{{"id":"L","elements":["cl1","cl2"],"brief":"B"{}}}],"briefs":[{{"id":"B","deflection":{{"limits":[{{"span":300,"kind":"characteristic"}}],"between":"{}"}}}}])",
            turned ? R"(,"turned":true)" : "", from);
        return test::stateBy(test::frameOf(tower("", upIsY, second)));
    };
    const auto sag = [](const DesignState& s) { return test::outcome(*s.model, s.report->results[0], 0, "deflection"); };
    for (const bool upIsY : {false, true})
        for (const bool turned : {false, true}) {
            CAPTURE(upIsY, turned);
            const DesignState held = column("held-end", turned, upIsY);
            CHECK_THAT(sag(held).demand, WithinRel(std::abs(x(held, "l2", 1)), 1e-6)); // the foot stands
            CHECK_THAT(sag(held).capacity, WithinRel(7.0 / 300, 1e-12));
            CHECK(sag(held).at == Approx(turned ? 0 : 7).margin(1e-9));
            const DesignState storey = column("storey", turned, upIsY);
            const double low = std::abs(x(storey, "l1", 1)) / (4.0 / 300),
                         high = std::abs(x(storey, "l2", 1) - x(storey, "l1", 1)) / (3.0 / 300);
            CHECK_THAT(sag(storey).ratio, WithinRel(std::max(low, high), 0.05)); // inside the storey it may bulge a little
            CHECK(sag(storey).ratio >= std::max(low, high) * (1 - 1e-9));
        }
    // Without movements of the nodes it is not known, and says so; between the holds it is.
    Frame f = *column("storey", false).frame;
    Frame given = withResults(f, test::forcesOf(f));
    for (GivenResult& r : given.results)
        r.nodes.clear();
    CHECK(sag(test::stateBy(given)).status == Status::Unchecked);
    for (Brief& b : given.design.briefs)
        b.deflection.from = DeflectionFrom::Ends;
    CHECK(sag(test::stateBy(given)).status != Status::Unchecked);
}
