// The direct analysis method, ASD in second order, B1-B2, instability told with its mode, conditioning, kept factorisations.
#include "core/analysis/amplified.h"
#include "core/analysis/analyse.h"
#include "core/analysis/factor.h"
#include "core/analysis/modes.h"
#include "core/files/frame_writer.h"
#include "tests/support.h"

#include <cmath>

using namespace wr;
using Catch::Matchers::Contains;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;
using test::kEi;
using test::kFixed;

namespace {

// A cantilever column of 5 m, fixed at its foot, bent about its major axis by a force along x; fy 355.
Frame column(double down, double side, const std::string& basis = "lrfd")
{
    return test::frameOf(
        test::beam(R"("nodes":[{"id":"1","at":[0,0,0],)" + kFixed + R"(},{"id":"2","at":[0,0,5],"support":{"uy":true}}],
"elements":[{"id":"E","nodes":["1","2"],"section":"S","material":"M","roll":0}])",
                   fmt::format(R"({{"id":"G","nodal":[{{"node":"2","f":[{},0,{}]}}]}})", side, -down),
                   R"(,"combinations":[{"id":"S","basis":")" + basis + R"(","terms":{"G":1}}])"));
}

// Moment at the foot of a cantilever under axial P and tip force H: H·tan(kL)/k (exact beam-column).
double footMoment(double p, double h, double ei, double l)
{
    const double k = std::sqrt(p / ei);
    return h * std::tan(k * l) / k;
}

CombinationResult solved(const Frame& f, CombinationOptions o)
{
    SilentProgress p;
    o.secondOrder = true;
    o.shearDeformation = false;
    CombinationResult r = analyseCombinations(f, o, secondOrderRules(), p);
    for (const Finding& x : r.findings)
        UNSCOPED_INFO(x.text);
    REQUIRE(r.ok);
    return r;
}

// A portal of one storey, beam pinned or rigid, in the xz plane; columns bend about y.
Frame portal(double down, double side, const std::string& more = "")
{
    return test::frameOf(
        test::beam(R"("nodes":[{"id":"a","at":[0,0,0],)" + kFixed +
                       R"(},{"id":"b","at":[0,0,4],"support":{"uy":true}},{"id":"c","at":[6,0,4],"support":{"uy":true}},
{"id":"d","at":[6,0,0],)" +
                       kFixed +
                       R"(}],"elements":[{"id":"L","nodes":["a","b"],"section":"S","material":"M"},
{"id":"B","nodes":["b","c"],"section":"S","material":"M"},
{"id":"R","nodes":["d","c"],"section":"S","material":"M"}])",
                   fmt::format(
                       R"({{"id":"G","nodal":[{{"node":"b","f":[{},0,{}]}},{{"node":"c","f":[0,0,{}]}}],
"line":[{{"element":"B","q":[[0,0,-4],[0,0,-4]]}}]}})",
                       side, -down, -down),
                   R"(,"combinations":[{"id":"S","basis":"lrfd","terms":{"G":1}}])" + more));
}

} // namespace

TEST_CASE("direct analysis: 0.8 on the stiffness, and τb past half of the yield force", "[analysis][direct]")
{
    // Major axis of the bar in the plane of the load: local y is global Y for a plumb element.
    const double ei = kEi, l = 5, squash = 355e6 * 0.02;
    for (const double share : {0.03, 0.05}) {
        const double p = share * squash, h = 5e3;
        const Frame f = column(p / 1e3, h / 1e3);
        CHECK_THAT(std::abs(solved(f, {}).forces.at(0, 0)[4]), WithinRel(footMoment(p, h, ei, l), 2e-3));
        const CombinationResult r = solved(f, {.reducedStiffness = true});
        CHECK(r.combinations[0].reduced);
        CHECK(r.combinations[0].leastTau == 1.0);
        CHECK_THAT(std::abs(r.forces.at(0, 0)[4]), WithinRel(footMoment(p, h, 0.8 * ei, l), 2e-3));
    }
    // A stocky piece of 1 m at 0.8 Fy·A: τb = 4·0.8·0.2 = 0.64 on bending besides.
    Frame f = column(0.8 * squash / 1e3, 5);
    f.nodes[1].at.z = 1;
    const CombinationResult r = solved(f, {.reducedStiffness = true});
    CHECK_THAT(r.combinations[0].leastTau, WithinRel(0.64, 1e-4));
    CHECK_THAT(std::abs(r.forces.at(0, 0)[4]), WithinRel(footMoment(0.8 * squash, 5e3, 0.8 * 0.64 * ei, 1), 2e-3));
    // Shortening goes with 0.8·EA, without τb.
    CHECK_THAT(r.combinations[0].motion.u[1].z, WithinRel(-0.8 * squash * 1 / (0.8 * 200e9 * 0.02), 1e-3));
    // Service combinations keep the full stiffness.
    f.combinations[0].purpose = Purpose::Service;
    CHECK_FALSE(solved(f, {.reducedStiffness = true}).combinations[0].reduced);
}

TEST_CASE("direct analysis: ASD is analysed at 1.6 times its loads and divided by 1.6", "[analysis][direct]")
{
    const double p = 200e3, h = 4e3;
    const CombinationResult r = solved(column(p / 1e3, h / 1e3, "asd"), {});
    CHECK(r.combinations[0].scale == 1.6);
    CHECK_THAT(std::abs(r.forces.at(0, 0)[4]), WithinRel(footMoment(1.6 * p, 1.6 * h, kEi, 5) / 1.6, 2e-3));
    CHECK_THAT(r.forces.at(0, 0)[0], WithinRel(-p, 1e-6));
    CHECK_THAT(r.combinations[0].motion.f[0].x, WithinRel(-h, 1e-6));
}

TEST_CASE("instability: the mode and its factor come with the finding", "[analysis][direct]")
{
    const double critical = 9.869604401 * kEi / (4 * 25); // cantilever, K = 2
    const Frame f = column(1.25 * critical / 1e3, 1);
    SilentProgress p;
    const CombinationResult r = analyseCombinations(f, {.secondOrder = true, .shearDeformation = false}, secondOrderRules(), p);
    REQUIRE_FALSE(r.ok);
    REQUIRE(r.findings.size() == 1);
    CHECK(r.findings[0].code == "analysis.unstable");
    CHECK_THAT(r.findings[0].text, Contains("critical factor") && Contains("0.8"));
    CHECK_THAT(r.combinations[0].mode.factor, WithinRel(0.8, 1e-3));
    CHECK_THAT(std::abs(r.combinations[0].mode.u[1].x), WithinRel(1.0, 1e-6));
    CHECK(std::isnan(r.forces.at(0, 0)[0]));
}

TEST_CASE("amplified: B1 and B2 of a portal by hand, and near the full second order", "[analysis][amplified]")
{
    const Frame f = portal(300, 20);
    SilentProgress p;
    const AmplifiedResult a = analyseAmplified(f, {}, secondOrderRules(), p);
    for (const Finding& x : a.wholes.findings)
        UNSCOPED_INFO(x.text);
    REQUIRE(a.wholes.ok);
    REQUIRE(a.storeys.size() == 1);
    CHECK_THAT(a.storeys[0].height(), WithinRel(4.0, 1e-9));
    // Pe,story = RM·H·L/Δ with Δ from an analysis of its own.
    Frame sway = portal(0, 10);
    sway.cases[0].line.clear();
    const AnalysisResult s = test::analysed(sway);
    const double drift = s.cases[0].u[1].x, load = 2 * 300e3 + 4e3 * 6;
    const StoreyFactor& x = a.factors.front();
    CHECK(x.direction == 0);
    CHECK_THAT(x.load, WithinRel(load, 1e-9));
    CHECK_THAT(x.critical, WithinRel(0.85 * 10e3 * 4 / drift, 2e-2)); // the two floor nodes move a little apart
    CHECK_THAT(x.b2, WithinRel(1 / (1 - x.load / x.critical), 1e-9));
    // Unamplified, nt and lt add up to first order.
    const AnalysisResult first = test::analysed(f);
    const double m1 = std::abs(first.forces.at(first.forces.first[2], 0)[4]); // foot of the right column
    const double m2 = std::abs(a.wholes.forces.at(a.wholes.forces.first[2], 0)[4]);
    CHECK(m2 > 1.02 * m1);
    const CombinationResult full = analyseCombinations(f, {.secondOrder = true}, secondOrderRules(), p);
    REQUIRE(full.ok);
    const double m3 = std::abs(full.forces.at(full.forces.first[2], 0)[4]);
    CHECK_THAT(m2, WithinRel(m3, 0.04)); // RM = 0.85 is on the safe side
    CHECK(m2 > m3);
    CHECK_THAT(a.wholes.combinations[0].motion.f[0].x + a.wholes.combinations[0].motion.f[3].x, WithinAbs(-20e3 * x.b2, 50.0));
}

TEST_CASE("amplified: with nothing above the sums are first order, and braced columns get B1", "[analysis][amplified]")
{
    Frame f = portal(0, 20);
    f.cases[0].line.clear();
    SilentProgress p;
    const AmplifiedResult a = analyseAmplified(f, {}, secondOrderRules(), p);
    REQUIRE(a.wholes.ok);
    const AnalysisResult first = test::analysed(f);
    for (int k = 0; k < first.forces.first.back(); ++k)
        for (size_t i = 0; i < 6; ++i)
            CHECK_THAT(a.wholes.forces.at(k, 0)[i], WithinAbs(first.forces.at(k, 0)[i], 1.0));
    // A pin-ended column held at its head, in two pieces, with end moments of one sign: B1 = 1/(1 - P/Pe).
    const double pe = 9.869604401 * kEi / 16;
    const Frame c = test::frameOf(test::beam(
        R"("nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"rz":true}},
{"id":"m","at":[0,0,2],"support":{"uy":true}},
{"id":"2","at":[0,0,4],"support":{"ux":true,"uy":true}},
{"id":"3","at":[3,0,4],"support":{"uy":true,"uz":true,"ry":true}}],
"elements":[{"id":"A","nodes":["1","m"],"section":"S","material":"M"},
{"id":"B","nodes":["2","m"],"section":"S","material":"M"},
{"id":"T","nodes":["2","3"],"section":"S","material":"M","behaviour":"axial"}])",
        fmt::format(R"({{"id":"G","nodal":[{{"node":"2","f":[0,0,{}],"m":[0,-10,0]}},{{"node":"1","m":[0,10,0]}}]}})",
                    -0.3 * pe / 1e3),
        R"(,"combinations":[{"id":"S","terms":{"G":1}}])"));
    const AmplifiedResult b = analyseAmplified(c, {.shearDeformation = false}, secondOrderRules(), p);
    REQUIRE(b.wholes.ok);
    CHECK_THAT(b.largestB1, WithinRel(1 / 0.7, 1e-6));
    CHECK_THAT(std::abs(b.wholes.forces.at(5, 0)[4]), WithinRel(10e3 / 0.7, 1e-6));
    // Cm stated in the brief of the member takes the place of Eq. A-8-4.
    Frame stated = c;
    stated.hasDesign = true;
    DesignMember column;
    column.id = "A";
    column.elements = {0, 1};
    column.brief = "x";
    stated.design.members.push_back(column);
    Brief brief;
    brief.id = "x";
    brief.cm = 0.9;
    stated.design.briefs.push_back(brief);
    CHECK_THAT(analyseAmplified(stated, {.shearDeformation = false}, secondOrderRules(), p).largestB1,
               WithinRel(0.9 / 0.7, 1e-6));
    stated.design.briefs[0].cm = 0.5; // never below 1
    CHECK_THAT(analyseAmplified(stated, {.shearDeformation = false}, secondOrderRules(), p).largestB1, WithinRel(1.0, 1e-12));
}

TEST_CASE("conditioning: stiffness ratios are measured and told, never called a mechanism", "[analysis][conditioning]")
{
    const auto frame = [](double ratio) {
        std::string text =
            test::beam(R"("nodes":[{"id":"1","at":[0,0,0],)" + kFixed + R"(},{"id":"2","at":[3,0,0]},{"id":"3","at":[6,0,0]}],
"elements":[{"id":"A","nodes":["1","2"],"section":"S","material":"M"},{"id":"B","nodes":["2","3"],"section":"R","material":"M"}])",
                       R"({"id":"G","nodal":[{"node":"3","f":[0,0,-1]}]})");
        const std::string own = R"({"id":"S","shape")";
        text.insert(text.find(own),
                    fmt::format(
                        R"({{"id":"R","shape":"bar-flat","h":200,"b":100,"properties":{{"a":{},"iy":{},"iz":{},"it":{},"avy":0,
"avz":0}}}},)",
                        2e4 * ratio, 6.667e7 * ratio, 1.667e7 * ratio, 4.5e7 * ratio));
        return test::frameOf(text);
    };
    SilentProgress p;
    const auto has = [](const AnalysisResult& r, const std::string& code) {
        return std::any_of(r.findings.begin(), r.findings.end(), [&](const Finding& f) { return f.code == code; });
    };
    const AnalysisResult good = analyseLinear(frame(1), {}, p);
    CHECK(good.accuracy < 1e-9);
    CHECK_FALSE(has(good, "analysis.ill-conditioned"));
    for (const double ratio : {1e9, 1e12, 1e15}) {
        const AnalysisResult r = analyseLinear(frame(ratio), {}, p);
        INFO(ratio);
        CHECK_FALSE(has(r, "analysis.mechanism"));
        // Either the numbers are right, or the finding says how many digits are left.
        const double exact = -1e3 * (27.0 / (3 * kEi) + 2 * 3 * 9 / (2 * kEi) + 9 * 3 / kEi); // bends over the first 3 m only
        const bool right = r.ok && std::abs(r.cases[0].u[2].z / exact - 1) < 1e-5;
        CHECK((right || has(r, "analysis.ill-conditioned")));
        if (!r.ok) CHECK_THAT(r.findings.back().text, Contains("element B is the stiffest"));
    }
}

TEST_CASE("memory: a change of size is analysed again without another symbolic factorisation", "[analysis][memory]")
{
    Frame f = test::frameOf(test::demo("tern-street"));
    f.results.clear();
    const auto memory = std::make_shared<AnalysisMemory>();
    SilentProgress p;
    const FrameForces before = analyseForces(f, {}, secondOrderRules(), p, memory);
    REQUIRE(before.ok);
    CHECK(memory->analysed() == 1);
    f.sections[f.elements[0].section].properties.a *= 1.3;
    f.sections[f.elements[0].section].properties.iy *= 1.7;
    const FrameForces again = analyseForces(f, {}, secondOrderRules(), p, memory),
                      fresh = analyseForces(f, {}, secondOrderRules(), p);
    CHECK(memory->analysed() == 1);
    CHECK(memory->reused() == 1);
    for (size_t k = 0; k < again.forces.values.size(); ++k)
        REQUIRE_THAT(again.forces.values[k], WithinAbs(fresh.forces.values[k], 1e-3));
    // All combinations and iterations of second order share two patterns: with and without geometric stiffness.
    const auto second = std::make_shared<AnalysisMemory>();
    REQUIRE(analyseForces(f, {.order = ForceOrder::Second}, secondOrderRules(), p, second).ok);
    CHECK(second->analysed() == 2);
    CHECK(second->reused() >= 2 * static_cast<int>(f.combinations.size()));
}

TEST_CASE("results: what the forces hold goes out with them and comes back", "[analysis][direct]")
{
    Frame f = portal(300, 20);
    f.combinations.push_back(f.combinations[0]);
    f.combinations[1].id = "Off";
    f.combinations[1].off = true;
    SilentProgress p;
    for (const ForceOrder order : {ForceOrder::Second, ForceOrder::Amplified}) {
        const FrameForces r = analyseForces(f, {.order = order, .reducedStiffness = true}, secondOrderRules(), p);
        REQUIRE(r.ok);
        const Frame again = test::frameOf(writeFrame(withResults(f, r)));
        REQUIRE(again.results.size() == 1); // nothing for the one that is off
        CHECK(again.results[0].secondOrder);
        CHECK(again.results[0].reducedStiffness);
        CHECK(again.results[0].amplified == (order == ForceOrder::Amplified));
        std::vector<Finding> findings;
        const FrameForces given = givenResults(again, findings);
        CHECK(findings.empty());
        CHECK(given.forces.sets.size() == 1);
        CHECK_THAT(given.forces.at(0, 0)[4], WithinRel(r.forces.at(0, 0)[4], 1e-9));
        CHECK_THAT(motionOf(given, {{0, 1.0}}).u[1].x, WithinRel(r.motions[0].u[1].x, 1e-9));
    }
}

TEST_CASE("findings: places are those of the frame as drawn, not of its pieces", "[analysis][conditioning]")
{
    std::string text =
        test::beam(R"("nodes":[{"id":"1","at":[0,0,0],)" + kFixed + R"(},{"id":"2","at":[3,0,0]},{"id":"3","at":[6,0,0]}],
"elements":[{"id":"A","nodes":["1","2"],"section":"S","material":"M"},{"id":"B","nodes":["2","3"],"section":"R","material":"M"}])",
                   R"({"id":"G","nodal":[{"node":"3","f":[0,0,-1]}]})");
    const std::string own = R"({"id":"S","shape")";
    text.insert(text.find(own),
                R"({"id":"R","shape":"bar-flat","h":200,"b":100,"properties":{"a":1e18,"iy":1e22,"iz":1e22,"it":1e22}},)");
    SilentProgress p;
    const FrameForces r = analyseForces(test::frameOf(text), {.order = ForceOrder::Second}, secondOrderRules(), p);
    REQUIRE_FALSE(r.ok);
    CHECK(r.findings.front().code == "analysis.ill-conditioned");
    CHECK(r.findings.front().place == "/elements/1");
    // Loads that are no numbers any more are told, not solved.
    const Frame f = column(1e306, 1);
    const FrameForces huge = analyseForces(f, {}, secondOrderRules(), p);
    REQUIRE_FALSE(huge.ok);
    CHECK_THAT(huge.findings.front().text, Contains("too large"));
}
