// The stability statement line by line, for each way of analysis, by both standards.
#include "tests/project/states.h"

#include <map>

using namespace wr;
using test::after;
using test::wholeState;
using V = StabilityVerdict;

namespace {

std::map<std::string, StabilityLine> linesOf(const DesignState& s)
{
    std::map<std::string, StabilityLine> out;
    for (const StabilityLine& l : s.stability()) {
        CHECK_FALSE(l.clause.empty());
        CHECK_FALSE(l.asked.empty());
        CHECK_FALSE(l.holds.empty());
        CHECK(out.emplace(l.topic, l).second); // each once
    }
    return out;
}

} // namespace

TEST_CASE("stability statement: AISC 360, first order, direct analysis, effective length method", "[audit][stability]")
{
    const DesignState first = wholeState(test::frameOf(test::demo("tern-street")));
    auto l = linesOf(first);
    REQUIRE(l.size() == 7);
    CHECK(l.at("Method").verdict == V::Met); // Δ2nd/Δ1st is 1.13
    CHECK(l.at("Order of the analysis").verdict == V::NotMet);
    CHECK(l.at("Notional loads").verdict == V::NotMet);
    CHECK(l.at("Stiffness").verdict == V::NotNeeded);
    CHECK(l.at("Δ2nd/Δ1st").verdict == V::Met);
    CHECK(l.at("Δ2nd/Δ1st").holds.starts_with("1.13"));
    CHECK(l.at("Thrust of sway members").verdict == V::Met);
    CHECK(linesOf(after(first, SetSway{false, false})).at("Order of the analysis").verdict == V::Met);

    const DesignState direct = after(first, SetAnalysis{{ForceOrder::Second, true}});
    l = linesOf(direct);
    CHECK(l.at("Method").holds == "direct analysis method");
    CHECK(l.at("Order of the analysis").verdict == V::Met);
    CHECK(l.at("Stiffness").verdict == V::Met);
    CHECK(l.at("Effective lengths").verdict == V::Met);
    CHECK(l.at("Thrust of sway members").verdict == V::NotNeeded);
    CHECK(l.at("Notional loads").verdict == V::NotMet);
    for (const double k : {1.6, 0.8})
        CHECK(linesOf(after(direct, SetLengths{{test::refOf(direct, "C1L")}, LengthAxis::Major, k, {}}))
                  .at("Effective lengths")
                  .verdict == V::NotMet);

    l = linesOf(after(first, SetAnalysis{{ForceOrder::Second, false}}));
    CHECK(l.at("Method").holds == "effective length method");
    CHECK(l.at("Δ2nd/Δ1st").clause == "App. 7.2.1");
    CHECK(l.at("Stiffness").verdict == V::NotNeeded);
    CHECK(linesOf(after(first, SetAnalysis{{ForceOrder::Amplified, false}})).at("Order of the analysis").verdict == V::Met);
}

TEST_CASE("stability statement: EN 1993, where the frame sways and where it does not", "[audit][stability]")
{
    Frame f = test::frameOf(test::demo("tern-street"));
    f.design.standard = "en1993";
    for (Combination& c : f.combinations.edit())
        c.basis.clear();
    const DesignState first = wholeState(f);
    auto l = linesOf(first);
    REQUIRE(l.size() == 6);
    const double alpha = [&] {
        for (const Finding& x : first.findings())
            if (!std::isnan(x.figure("alphaCr"))) return x.figure("alphaCr");
        return 0.0;
    }();
    REQUIRE(alpha > 0);
    CHECK(l.at("Critical factor α_cr").holds.starts_with(fmt::format("{:.2f}", alpha)));
    CHECK(l.at("Critical factor α_cr").verdict == (alpha >= 10 ? V::Met : V::NotMet));
    CHECK(l.at("Order of the analysis").verdict == (alpha >= 10 ? V::Met : V::NotMet));
    CHECK(l.at("Sway imperfections").verdict == V::NotMet);
    const DesignState second = after(first, SetAnalysis{{ForceOrder::Second, false}});
    l = linesOf(second);
    CHECK(l.at("Order of the analysis").verdict == V::Met);
    if (alpha < 10) CHECK(l.at("Critical factor α_cr").verdict == V::NotNeeded);
    CHECK(l.at("Stiffness").verdict == V::Met);
    // Without forces nothing is said.
    Frame bare = f;
    bare.cases.clear();
    bare.combinations.clear();
    CHECK(wholeState(bare).stability().empty());
}
