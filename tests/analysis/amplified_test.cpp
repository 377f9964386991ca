// B1-B2 on frames of more than one storey and more than one plane, and what it refuses.
#include "core/analysis/amplified.h"
#include "core/analysis/analyse.h"
#include "tests/support.h"

#include <cmath>
#include <limits>

using namespace wr;
using Catch::Matchers::Contains;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

// A box of `storeys` with fixed feet, 6 × 5 m, rigid joints; weight at every corner of every floor, wind along x.
Frame box(int storeys, double weight, double wind, const std::string& basis = "lrfd", bool braced = false)
{
    std::string nodes, elements, loads;
    int count = 0;
    const auto element = [&](const std::string& a, const std::string& b, const std::string& more = "") {
        elements += fmt::format("{}{{\"id\":\"E{}\",\"nodes\":[\"{}\",\"{}\"],\"section\":\"S\",\"material\":\"M\"{}}}",
                                count ? "," : "", count, a, b, more);
        ++count;
    };
    for (int z = 0; z <= storeys; ++z)
        for (int k = 0; k < 4; ++k) {
            nodes += fmt::format("{}{{\"id\":\"{}{}\",\"at\":[{},{},{}]{}}}", nodes.empty() ? "" : ",", "abcd"[k], z,
                                 k == 1 || k == 2 ? 6 : 0, k >= 2 ? 5 : 0, 4 * z,
                                 z == 0 ? R"(,"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true})" : "");
            if (z == 0) continue;
            loads +=
                fmt::format("{}{{\"node\":\"{}{}\",\"f\":[{},0,{}]}}", loads.empty() ? "" : ",", "abcd"[k], z, wind, -weight);
        }
    for (int z = 1; z <= storeys; ++z)
        for (int k = 0; k < 4; ++k) {
            element(fmt::format("{}{}", "abcd"[k], z - 1), fmt::format("{}{}", "abcd"[k], z));
            element(fmt::format("{}{}", "abcd"[k], z), fmt::format("{}{}", "abcd"[(k + 1) % 4], z));
            if (braced)
                element(fmt::format("{}{}", "abcd"[k], z - 1), fmt::format("{}{}", "abcd"[(k + 1) % 4], z),
                        R"(,"behaviour":"axial")");
        }
    return test::frameOf(test::beam("\"nodes\":[" + nodes + "],\"elements\":[" + elements + "]",
                                    R"({"id":"G","nodal":[)" + loads + "]}",
                                    R"(,"combinations":[{"id":"U","basis":")" + basis + R"(","terms":{"G":1}}])"));
}

AmplifiedResult amplified(const Frame& f, const CombinationOptions& o = {})
{
    SilentProgress p;
    AmplifiedResult r = analyseAmplified(f, o, secondOrderRules(), p);
    for (const Finding& x : r.wholes.findings)
        UNSCOPED_INFO(x.text);
    REQUIRE(r.wholes.ok);
    return r;
}

const StoreyFactor& factor(const AmplifiedResult& r, int storey, int direction)
{
    for (const StoreyFactor& x : r.factors)
        if (x.storey == storey && x.direction == direction) return x;
    FAIL("no factor");
    return r.factors.front();
}

} // namespace

TEST_CASE("amplified: storey by storey, the lower carries what is above it", "[analysis][amplified]")
{
    const Frame f = box(3, 60, 2);
    const AmplifiedResult r = amplified(f);
    REQUIRE(r.storeys.size() == 3);
    for (int s = 0; s < 3; ++s) {
        CHECK_THAT(factor(r, s, 0).load, WithinRel(4 * 60e3 * (3 - s), 1e-9));
        for (const int d : {0, 1}) {
            const StoreyFactor& x = factor(r, s, d);
            CHECK(x.critical > x.load);
            CHECK_THAT(x.b2, WithinRel(1 / (1 - x.load / x.critical), 1e-9));
        }
    }
    // The bar is 200 × 100: stiff in one plan direction, soft in the other, four times in bending of the columns.
    const double along = factor(r, 0, 0).b2, across = factor(r, 0, 1).b2;
    CHECK(std::abs(along - across) > 0.01);
    // Against the full second order: safe, and not by much.
    SilentProgress p;
    const FrameForces full = analyseForces(f, {.order = ForceOrder::Second}, secondOrderRules(), p),
                      first = analyseForces(f, {}, secondOrderRules(), p);
    REQUIRE((full.ok && first.ok));
    for (const size_t column : {0u, 4u}) { // columns of the lowest storey
        const auto foot = static_cast<int>(first.forces.first[2 * column]);
        const double m1 = std::abs(first.forces.at(foot, 0)[4]), m2 = std::abs(full.forces.at(foot, 0)[4]),
                     mb = std::abs(r.wholes.forces.at(foot, 0)[4]);
        CHECK(m2 > m1);
        CHECK(mb > 0.99 * m2);
        CHECK(mb < 1.15 * m2);
    }
    // Every joint balances in nt + lt; amplified by storeys the base still carries the wind times its B2.
    double base = 0;
    for (size_t n = 0; n < 4; ++n)
        base += r.wholes.combinations[0].motion.f[n].x;
    CHECK_THAT(base, WithinRel(-12 * 2e3 * factor(r, 0, 0).b2, 1e-6));
}

TEST_CASE("amplified: bracing takes the sway out, reduced stiffness and ASD put it up", "[analysis][amplified]")
{
    const double free = factor(amplified(box(2, 80, 2)), 0, 1).b2,
                 braced = factor(amplified(box(2, 80, 2, "lrfd", true)), 0, 1).b2;
    CHECK(braced < 1.02);
    CHECK(free > 1.05);
    const AmplifiedResult full = amplified(box(2, 40, 2)), soft = amplified(box(2, 40, 2), {.reducedStiffness = true}),
                          asd = amplified(box(2, 40, 2, "asd"));
    const StoreyFactor &a = factor(full, 0, 0), &b = factor(soft, 0, 0), &c = factor(asd, 0, 0);
    CHECK_THAT(b.critical, WithinRel(0.8 * a.critical, 1e-6));
    CHECK_THAT(c.load, WithinRel(1.6 * a.load, 1e-9)); // α
    CHECK(b.b2 > a.b2);
    CHECK(c.b2 > b.b2);
    CHECK(soft.wholes.forces.reducedStiffness);
    // ASD forces stay at the level of their loads.
    double down = 0;
    for (size_t n = 0; n < 4; ++n)
        down += asd.wholes.combinations[0].motion.f[n].z;
    CHECK_THAT(down, WithinRel(8 * 40e3, 1e-9));
}

TEST_CASE("amplified: a diaphragm changes nothing where all corners sway alike", "[analysis][amplified]")
{
    Frame f = box(2, 50, 3);
    const AmplifiedResult plain = amplified(f);
    for (int z = 1; z <= 2; ++z) {
        Diaphragm d;
        d.id = fmt::format("D{}", z);
        for (int k = 0; k < 4; ++k)
            d.nodes.push_back(4 * z + k);
        f.diaphragms.push_back(d);
    }
    const AmplifiedResult tied = amplified(f);
    CHECK_THAT(factor(tied, 0, 0).b2, WithinRel(factor(plain, 0, 0).b2, 1e-3));
    for (int k = 0; k < plain.wholes.forces.first[4]; ++k)
        CHECK_THAT(tied.wholes.forces.at(k, 0)[4], WithinAbs(plain.wholes.forces.at(k, 0)[4], 200.0));
}

TEST_CASE("amplified: what it cannot do it refuses with a way out", "[analysis][amplified]")
{
    SilentProgress p;
    // More weight than the storey can sway with.
    const Frame heavy = box(1, 4000, 1);
    const AmplifiedResult r = analyseAmplified(heavy, {}, secondOrderRules(), p);
    CHECK_FALSE(r.wholes.ok);
    REQUIRE_FALSE(r.wholes.findings.empty());
    CHECK(r.wholes.findings.back().code == "analysis.unstable");
    CHECK_THAT(r.wholes.findings.back().text, Contains("B2 has no value"));
    CHECK(std::isnan(r.wholes.forces.at(0, 0)[4]));
    CHECK_FALSE(analyseForces(heavy, {.order = ForceOrder::Amplified}, secondOrderRules(), p).ok);
    Frame oneWay = box(1, 10, 1, "lrfd", true);
    oneWay.elements.back().behaviour = Behaviour::TensionOnly;
    CHECK_THAT(analyseAmplified(oneWay, {}, secondOrderRules(), p).wholes.findings.front().text, Contains("one-way"));
    // A frame that sways freely is a mechanism, told as such.
    Frame loose = box(1, 10, 1);
    for (Element& e : loose.elements)
        e.behaviour = Behaviour::Axial;
    const AmplifiedResult m = analyseAmplified(loose, {}, secondOrderRules(), p);
    CHECK_FALSE(m.wholes.ok);
    CHECK(std::any_of(m.wholes.findings.begin(), m.wholes.findings.end(),
                      [](const Finding& x) { return x.code == "analysis.mechanism"; }));
    // Squashed columns with reduced stiffness: τb is not followed, which is said.
    Frame squat = box(1, 3700, 0);
    for (Node& n : squat.nodes)
        n.at.z *= 0.15;
    const AmplifiedResult s = analyseAmplified(squat, {.reducedStiffness = true}, secondOrderRules(), p);
    CHECK(std::any_of(s.wholes.findings.begin(), s.wholes.findings.end(),
                      [](const Finding& x) { return x.code == "analysis.tau"; }));
}

TEST_CASE("amplified: service keeps the full stiffness, joint springs are reduced with the rest", "[analysis][amplified]")
{
    Frame f = box(2, 40, 2);
    for (Element& e : f.elements) {
        e.springI[4] = 3e6;
        e.springJ[5] = 2e6;
    }
    Combination service = f.combinations[0];
    service.id = "V";
    service.purpose = Purpose::Service;
    service.basis.clear();
    f.combinations.push_back(service);
    const AmplifiedResult full = amplified(f), soft = amplified(f, {.reducedStiffness = true});
    CHECK(soft.wholes.combinations[0].reduced);
    CHECK_FALSE(soft.wholes.combinations[1].reduced);
    for (int k = 0; k < full.wholes.forces.first.back(); ++k)
        for (size_t i = 0; i < 6; ++i)
            REQUIRE_THAT(soft.wholes.forces.at(k, 1)[i], WithinAbs(full.wholes.forces.at(k, 1)[i], 1e-6));
    CHECK_THAT(soft.wholes.combinations[1].motion.u[9].x, WithinRel(full.wholes.combinations[1].motion.u[9].x, 1e-9));
    // All that is elastic above the ground is softer by one factor, so the storey is too.
    CHECK_THAT(factor(soft, 1, 0).critical, WithinRel(0.8 * factor(full, 1, 0).critical, 1e-9));
    CHECK(std::abs(soft.wholes.combinations[0].motion.u[9].x) > 1.2 * std::abs(full.wholes.combinations[0].motion.u[9].x));
}
