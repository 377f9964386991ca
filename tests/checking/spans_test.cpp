// Spans between holds: which moments, which axial forces, which Cb belong to them.
#include "tests/support.h"

#include <cmath>

using namespace wr;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

// A W18x50 of 10 m with given moments at its stations (kN·m) and axial force (kN).
std::string member(const std::vector<std::pair<double, double>>& moments, double n, const std::string& design)
{
    std::string stations;
    for (size_t i = 0; i < moments.size(); ++i) {
        const auto [s, m] = moments[i];
        // Shear as the slope to the next station, so that the cubic between is a straight line.
        const auto slope = [&](size_t k) {
            return (moments[k + 1].second - moments[k].second) / (moments[k + 1].first - moments[k].first);
        };
        if (i > 0)
            stations +=
                fmt::format(R"({}{{"s":{},"n":{},"vz":{},"my":{}}})", stations.empty() ? "" : ",", s, n, slope(i - 1), m);
        if (i + 1 < moments.size())
            stations += fmt::format(R"({}{{"s":{},"n":{},"vz":{},"my":{}}})", stations.empty() ? "" : ",", s, n, slope(i), m);
    }
    return R"({"format":"wren-frame","version":1,"materials":[{"id":"M","grade":"A992"}],
"sections":[{"id":"S","name":"W18X50"}],"nodes":[{"id":"1","at":[0,0,0]},{"id":"2","at":[10,0,0]}],
"elements":[{"id":"E","nodes":["1","2"],"section":"S","material":"M"}],"cases":[{"id":"G"}],
"combinations":[{"id":"U","terms":{"G":1}}],
"results":[{"combination":"U","order":"second","elements":[{"element":"E","stations":[)" +
           stations + R"(]}]}],"design":{"members":[{"id":"E","elements":["E"]}])" + design + "}}";
}

struct Seen
{
    double cb = 0, m = 0, lb = 0;
};

Seen ltb(const CheckModel& model)
{
    const MemberResult r = model.check(0);
    const Trace t = model.explain(0, test::outcome(model, r, 0, "ltb"));
    Seen s;
    for (const TraceStep& x : t.steps) {
        if (x.label.symbol == "C_b") s.cb = x.value;
        if (x.label.symbol == "M_r") s.m = x.value;
        if (x.label.symbol == "L_b") s.lb = x.value;
    }
    return s;
}

} // namespace

TEST_CASE("spans: Cb per segment by the quarter points of that segment, not of the member", "[checking][F1]")
{
    // Linear from 100 to 0 over 10 m, held at mid-length: the first half runs from 100 to 50.
    const auto model = test::modelOf(test::frameOf(
        member({{0, 100}, {10, 0}}, 0, R"(,"restraints":[{"member":"E","at":5,"holds":["minor","top","bottom","twist"]}])")));
    const Seen s = ltb(*model);
    CHECK_THAT(s.cb, WithinRel(12.5 * 100 / (2.5 * 100 + 3 * 87.5 + 4 * 75 + 3 * 62.5), 1e-6));
    CHECK_THAT(s.lb, WithinRel(5, 1e-9));
    CHECK_THAT(s.m, WithinRel(100e3, 1e-9));
    // Without the hold: the whole member, 1.67.
    const auto whole = test::modelOf(test::frameOf(member({{0, 100}, {10, 0}}, 0, "")));
    CHECK_THAT(ltb(*whole).cb, WithinRel(1.6667, 1e-4));
    CHECK_THAT(ltb(*whole).lb, WithinRel(10, 1e-9));
}

TEST_CASE("spans: a top-flange hold shortens only where the top flange is compressed", "[checking]")
{
    const std::string purlins =
        R"(,"restraints":[{"member":"E","at":2.5,"holds":["top"]},{"member":"E","at":5,"holds":["top"]},
{"member":"E","at":7.5,"holds":["top"]}])";
    // Sagging: the held flange is compressed, spans of 2.5 m.
    const auto sagging = test::modelOf(test::frameOf(member({{0, 80}, {10, 80}}, 0, purlins)));
    CHECK_THAT(ltb(*sagging).lb, WithinRel(2.5, 1e-9));
    // Uplift: the free flange is compressed over the whole length.
    const auto uplift = test::modelOf(test::frameOf(member({{0, -80}, {10, -80}}, 0, purlins)));
    CHECK_THAT(ltb(*uplift).lb, WithinRel(10, 1e-9));
    CHECK(uplift->check(0).utilisation > 2 * sagging->check(0).utilisation);
    // Twist holds both.
    const std::string stays = R"(,"restraints":[{"member":"E","at":5,"holds":["top","twist"]}])";
    CHECK_THAT(ltb(*test::modelOf(test::frameOf(member({{0, -80}, {10, -80}}, 0, stays)))).lb, WithinRel(5, 1e-9));
}

TEST_CASE("spans: both signs in a segment of one flange, C_b is that of F1-1 for both", "[checking]")
{
    // Top held throughout; hogging ends -60, sagging 100 at midspan. The bottom span is the whole member, its demand is 60.
    const std::string purlins =
        R"(,"restraints":[{"member":"E","at":2.5,"holds":["top"]},{"member":"E","at":5,"holds":["top"]},
{"member":"E","at":7.5,"holds":["top"]}])";
    const auto model = test::modelOf(test::frameOf(member({{0, -60}, {5, 100}, {10, -60}}, 0, purlins)));
    const Demands d = model->demands(0);
    bool found = false;
    for (size_t k = 0; k < d.spans.size(); ++k) {
        if (!d.spans[k].bottom) continue;
        found = true;
        CHECK_THAT(d.of(0, k).bottom.value, WithinRel(60e3, 1e-6));
        CHECK_THAT(d.of(0, k).top.value, WithinRel(100e3, 1e-6));
    }
    CHECK(found);
    const double plain = 12.5 * 100 / (2.5 * 100 + 3 * 20 + 4 * 100 + 3 * 20);
    const Seen s = ltb(*model);
    CHECK_THAT(s.cb, WithinRel(plain, 1e-6)); // 1.623, with the largest moment of either sign
    CHECK_THAT(s.m, WithinRel(60e3, 1e-6));
}

TEST_CASE("spans: compression of a span is that of the column segments over it", "[checking]")
{
    // Minor axis and twist held at 4 m; major over the whole length. Longest lengths of the overlapping segments count.
    const auto model = test::modelOf(test::frameOf(member(
        {{0, 10}, {10, 10}}, -100, R"(,"restraints":[{"member":"E","at":4,"holds":["minor","top","bottom","twist"]}])")));
    const MemberResult r = model->check(0);
    const Trace t = model->explain(0, test::outcome(*model, r, 0, "compression"));
    double x = 0, y = 0;
    for (const TraceStep& s : t.steps) {
        if (s.label.symbol == "L_cx") x = s.value;
        if (s.label.symbol == "L_cy") y = s.value;
    }
    CHECK_THAT(x, WithinRel(10, 1e-9));
    CHECK_THAT(y, WithinRel(6, 1e-9)); // the longer piece governs
    // A factor by hand for the major axis.
    const auto longer = test::modelOf(
        test::frameOf(member({{0, 10}, {10, 10}}, -100,
                             R"(,"lengths":[{"member":"E","axis":"major","k":2.2},{"member":"E","axis":"minor","length":1.5},
{"member":"E","axis":"torsion","length":1.5}])")));
    const double a = test::outcome(*longer, longer->check(0), 0, "compression").capacity;
    const double slender = 22 / longer->frame().sections[0].properties.ry;
    const double fe = 9.869604401 * 29000 / (slender * slender),
                 fcr = 50 / fe <= 2.25 ? std::pow(0.658, 50 / fe) * 50 : 0.877 * fe;
    // The web of a W18x50 is slender in compression at high stress only.
    CHECK(a <= 0.9 * fcr * kKsi * longer->frame().sections[0].properties.a * (1 + 1e-6));
    CHECK(a >= 0.85 * fcr * kKsi * longer->frame().sections[0].properties.a);
}

TEST_CASE("given forces: steps of a case are checked one by one with the forces that go together", "[checking]")
{
    const std::string json =
        R"({"format":"wren-frame","version":1,"materials":[{"id":"M","grade":"A992"}],
"sections":[{"id":"S","name":"W14X90"}],"nodes":[{"id":"1","at":[0,0,0]},{"id":"2","at":[0,0,4]}],
"elements":[{"id":"E","nodes":["1","2"],"section":"S","material":"M"}],"cases":[{"id":"G"},{"id":"W"}],
"combinations":[{"id":"U","terms":{"G":1.2,"W":1.0}},{"id":"V","terms":{"G":1.4}}],
"results":[{"case":"G","elements":[{"element":"E","stations":[{"s":0,"n":-500},{"s":4,"n":-500}]}]},
 {"case":"W","step":1,"elements":[{"element":"E","stations":[{"s":0,"n":-900,"my":10},{"s":4,"n":-900,"my":10}]}]},
 {"case":"W","step":2,"elements":[{"element":"E","stations":[{"s":0,"n":100,"my":400},{"s":4,"n":100,"my":400}]}]}]})";
    const auto model = test::modelOf(test::frameOf(json));
    REQUIRE(model->forces().sets.size() == 3);
    CHECK(model->forces().sets[0].step == 1);
    CHECK(model->forces().sets[1].step == 2);
    CHECK(combinationName(model->frame(), model->forces(), TableSet(1)) == "U step 2");
    const Demands d = model->demands(0);
    CHECK_THAT(d.sets[0].compression.value, WithinRel(1500e3, 1e-9));
    CHECK_THAT(d.sets[0].top.value, WithinRel(10e3, 1e-9));
    CHECK_THAT(d.sets[1].compression.value, WithinRel(500e3, 1e-9));
    CHECK_THAT(d.sets[1].top.value, WithinRel(400e3, 1e-9));
    // Never the worst of both at once: compression 1500 with a moment of 400 occurs in no step.
    const MemberResult r = model->check(0);
    const auto alone = [&](size_t set) {
        Demands one = d;
        one.sets = {d.sets[set]};
        one.spanSets.assign(d.spanSets.begin() + static_cast<ptrdiff_t>(set * d.spans.size()),
                            d.spanSets.begin() + static_cast<ptrdiff_t>((set + 1) * d.spans.size()));
        if (!d.bendingSets.empty())
            one.bendingSets.assign(d.bendingSets.begin() + static_cast<ptrdiff_t>(set * d.bending.size()),
                                   d.bendingSets.begin() + static_cast<ptrdiff_t>((set + 1) * d.bending.size()));
        one.setIndex = {TableSet(set)};
        MemberResult x;
        model->standard().run(model->input(0), one, x);
        return x.utilisation;
    };
    CHECK_THAT(r.utilisation, WithinRel(std::max({alone(0), alone(1), alone(2)}), 1e-12));
}

TEST_CASE("given forces: second-order cases do not superpose, a combination without results is told", "[checking]")
{
    const auto loaded = readFrame(
        R"({"format":"wren-frame","version":1,"materials":[{"id":"M","grade":"A992"}],
"sections":[{"id":"S","name":"W14X90"}],"nodes":[{"id":"1","at":[0,0,0]},{"id":"2","at":[0,0,4]}],
"elements":[{"id":"E","nodes":["1","2"],"section":"S","material":"M"}],"cases":[{"id":"G"},{"id":"Q"}],
"combinations":[{"id":"U","terms":{"G":1.2}},{"id":"V","terms":{"Q":1.6}}],
"results":[{"case":"G","order":"second","elements":[{"element":"E","stations":[{"s":0,"n":-500},{"s":4,"n":-500}]}]}]})");
    REQUIRE(loaded.ok());
    std::vector<Finding> findings;
    const ForceTable t = givenForces(*loaded.value, findings);
    CHECK(t.sets.empty());
    REQUIRE(findings.size() == 2);
    CHECK(findings[0].text.find("do not superpose") != std::string::npos);
    CHECK(findings[1].text.find("case Q has no results") != std::string::npos);
}

TEST_CASE("interpolate: cubic between stations, both sides of a jump", "[checking]")
{
    ForceTable t;
    t.columns = 1;
    t.first = {0, 4};
    t.s = {0, 2, 2, 5};
    // my = s² up to 2 (vz = 2s), then a jump to 10 and constant.
    t.values = {1, 0, 0, 0, 0, 0, 1, 0, 4, 0, 4, 0, 3, 0, 0, 0, 10, 0, 3, 0, 0, 0, 10, 0};
    CHECK_THAT(interpolate(t, 0, 1.5, 0, true)[4], WithinRel(2.25, 1e-12));
    CHECK_THAT(interpolate(t, 0, 1.5, 0, true)[2], WithinRel(3.0, 1e-12));
    CHECK_THAT(interpolate(t, 0, 2, 0, false)[4], WithinRel(4.0, 1e-12));
    CHECK_THAT(interpolate(t, 0, 2, 0, true)[4], WithinRel(10.0, 1e-12));
    CHECK_THAT(interpolate(t, 0, 2, 0, false)[0], WithinRel(1.0, 1e-12));
    CHECK_THAT(interpolate(t, 0, 2, 0, true)[0], WithinRel(3.0, 1e-12));
    CHECK_THAT(interpolate(t, 0, 4, 0, true)[4], WithinRel(10.0, 1e-12));
    CHECK_THAT(interpolate(t, 0, -1, 0, true)[4], WithinAbs(0, 1e-12));
    CHECK_THAT(interpolate(t, 0, 9, 0, true)[4], WithinRel(10.0, 1e-12));
}
