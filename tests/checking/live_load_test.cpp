// Live loads reduced for a member: the rules by hand, forces that superpose, forces that have to be found again.
#include "core/checking/live_load.h"
#include "core/members/forming.h"
#include "core/project/design_state.h"
#include "tests/project/states.h"
#include "tests/support.h"

#include <algorithm>
#include <cmath>

using namespace wr;
using Catch::Matchers::WithinRel;

namespace {

// A column under G and Q with a side load in both, so that the second order matters; beside it a twin that leans on nothing.
// One brief "B" for the member "M".
std::string column(const std::string& brief, const std::string& action = "live", const std::string& category = "")
{
    return fmt::format(
        R"({{"format":"wren-frame","version":1,"materials":[{{"id":"S","grade":"EN 10025-2 S275"}}],
"sections":[{{"id":"A","name":"HEA200"}}],
"nodes":[{{"id":"a","at":[0,0,0],{}}},{{"id":"b","at":[0,0,5],"support":{{"uy":true}}}}],
"elements":[{{"id":"1","nodes":["a","b"],"section":"A","material":"S"}}],
"cases":[{{"id":"G","action":"dead","nodal":[{{"node":"b","f":[2,0,-100]}}]}},
{{"id":"Q","action":"{}"{},"nodal":[{{"node":"b","f":[3,0,-120]}}]}}],
"combinations":[{{"id":"U","purpose":"strength","basis":"en1990","terms":{{"G":1.35,"Q":1.5}}}},
{{"id":"P","purpose":"strength","basis":"en1990","terms":{{"G":1.35,"Q":1.05}}}},
{{"id":"V","purpose":"service","kind":"characteristic","terms":{{"G":1,"Q":1}}}},
{{"id":"F","purpose":"service","kind":"frequent","terms":{{"G":1,"Q":0.5}}}}],
"design":{{"standard":"en1993","members":[{{"id":"M","elements":["1"],"brief":"B"}}],"briefs":[{{"id":"B"{}}}]}}}})",
        test::kFixed, action, category.empty() ? "" : fmt::format(R"(,"category":"{}")", category),
        brief.empty() ? "" : "," + brief);
}

// Largest moment of a combination, and the compression in it.
struct Pressed
{
    double moment = 0, thrust = 0;
};
Pressed pressed(const DesignState& s, const std::string& combination)
{
    const Demands d = s.model->demands(0);
    for (size_t k = 0; k < d.sets.size(); ++k)
        if (combinationName(*s.frame, s.forces(), d.setIndex[k]) == combination)
            return {std::max(d.sets[k].major().value, d.sets[k].minor().value), d.sets[k].compression.value};
    FAIL("no combination " << combination);
    return {};
}

bool says(const DesignState& s, const std::string& words)
{
    const auto& notes = s.report->results[0].notes;
    return std::any_of(notes.begin(), notes.end(), [&](const std::string& n) { return n.find(words) != std::string::npos; });
}

constexpr AnalysisChoice kSecond{.order = ForceOrder::Second};

} // namespace

TEST_CASE("live load: the rules, by hand and at their edges", "[live-load]")
{
    // ASCE 7-22 Eq. 4.7-1: 0.25 + 4.57/√(K_LL·A_T), from 37.16 m² on.
    CHECK(asceLiveFactor(37.15, 1, LiveUse::Plain) == 1);
    CHECK_THAT(asceLiveFactor(37.16, 1, LiveUse::Plain), WithinRel(0.25 + 4.57 / 6.09590, 1e-5));
    CHECK_THAT(asceLiveFactor(2 * 72, 1, LiveUse::Plain), WithinRel(0.25 + 4.57 / 12, 1e-12)); // 0.6308
    CHECK(asceLiveFactor(4 * 100, 1, LiveUse::Plain) == 0.5);                                  // 0.4785 by the formula
    CHECK_THAT(asceLiveFactor(4 * 100, 2, LiveUse::Plain), WithinRel(0.4785, 1e-12));
    CHECK(asceLiveFactor(4 * 1000, 9, LiveUse::Plain) == 0.4);
    CHECK(asceLiveFactor(400, 1, LiveUse::Heavy) == 1); // 4.7.3
    CHECK(asceLiveFactor(400, 2, LiveUse::Heavy) == 0.8);
    CHECK_THAT(asceLiveFactor(50, 2, LiveUse::Garage), WithinRel(0.25 + 4.57 / std::sqrt(50.0), 1e-12)); // above 0.8
    CHECK(asceLiveFactor(400, 1, LiveUse::Garage) == 1);
    CHECK(asceLiveFactor(400, 5, LiveUse::Assembly) == 1); // 4.7.5
    // EN 1991-1-1 Eq. 6.1 and 6.2 with ψ0 = 0.7.
    CHECK_THAT(enAreaFactor(0.7, 50, false), WithinRel(0.7, 1e-12));
    CHECK(enAreaFactor(0.7, 20, false) == Approx(1).epsilon(1e-12));
    CHECK(enAreaFactor(0.7, 12, false) == 1);
    CHECK_THAT(enAreaFactor(0.7, 200, false), WithinRel(0.55, 1e-12));
    CHECK(enAreaFactor(0.7, 200, true) == 0.6); // categories C and D
    CHECK(enAreaFactor(0.7, 0, false) == 1);
    CHECK(enStoreysFactor(0.7, 2) == 1);
    CHECK_THAT(enStoreysFactor(0.7, 3), WithinRel(0.9, 1e-12));
    CHECK_THAT(enStoreysFactor(0.7, 5), WithinRel(0.82, 1e-12));
    // IS 875-2 3.2.1 and 3.2.2.
    const double floors[] = {1, 0.9, 0.8, 0.7, 0.6, 0.6, 0.6, 0.6, 0.6, 0.6, 0.5};
    for (int n = 1; n <= 11; ++n)
        CHECK(isLiveFactor(0, n, true) == floors[n - 1]);
    CHECK(isLiveFactor(49.9, 1, false) == 1);
    CHECK_THAT(isLiveFactor(50, 1, false), WithinRel(0.95, 1e-12));
    CHECK_THAT(isLiveFactor(149, 1, false), WithinRel(0.9, 1e-12));
    CHECK_THAT(isLiveFactor(1000, 1, false), WithinRel(0.75, 1e-12));
    CHECK(isLiveFactor(1000, 1, true) == 1); // of a column by its floors alone
}

TEST_CASE("live load: forces that superpose take exactly that part of it", "[live-load]")
{
    const Pressed full = pressed(test::stateBy(test::frameOf(column(""))), "U");
    CHECK_THAT(full.thrust, WithinRel(1.35 * 100e3 + 1.5 * 120e3, 1e-9));
    const DesignState s = test::stateBy(test::frameOf(column(R"("liveLoad":{"less":0.25})")));
    const Pressed part = pressed(s, "U");
    CHECK_THAT(part.thrust, WithinRel(1.35 * 100e3 + 0.75 * 1.5 * 120e3, 1e-9));
    CHECK_THAT(part.moment, WithinRel(5 * (1.35 * 2e3 + 0.75 * 1.5 * 3e3), 1e-9));
    CHECK(says(s, "75.0 % of live load Q counts (as the brief states)"));
    CHECK(s.report->results[0].utilisation < test::stateBy(test::frameOf(column(""))).report->results[0].utilisation);
    // Never of storage, whether by its action or by its category; never of another action.
    for (const auto& [action, category] : {std::pair{"storage", ""}, {"live", "E1"}, {"roof-live", ""}, {"snow", ""}}) {
        CAPTURE(action, category);
        const DesignState kept = test::stateBy(test::frameOf(column(R"("liveLoad":{"less":0.25})", action, category)));
        CHECK(pressed(kept, "U").thrust == Approx(full.thrust));
        CHECK(says(kept, *category ? "Q is for storage: all of it counts" : "there is no live load"));
    }
    // With a rule the stated share is the most: α_A = 0.5 + 10/80 = 0.625 against 0.9 and 0.5.
    for (const auto& [less, share] : {std::pair{0.1, 0.9}, {0.5, 0.625}}) {
        Frame f = test::frameOf(column(fmt::format(R"("liveLoad":{{"less":{},"by":"en1991","area":80}})", less)));
        f.design.members.edit()[0].kind = MemberKind::Beam;
        CHECK_THAT(pressed(test::stateBy(f), "U").thrust, WithinRel(1.35 * 100e3 + share * 1.5 * 120e3, 1e-9));
    }
}

TEST_CASE("live load: alpha_n of a column only where the live load leads, alpha_A of a beam always", "[live-load]")
{
    const std::string rule = R"("liveLoad":{"by":"en1991","floors":5,"area":50})";
    const DesignState s = test::stateBy(test::frameOf(column(rule)));
    CHECK_THAT(pressed(s, "U").thrust, WithinRel(1.35 * 100e3 + 0.82 * 1.5 * 120e3, 1e-9));
    CHECK_THAT(pressed(s, "P").thrust, WithinRel(1.35 * 100e3 + 1.05 * 120e3, 1e-9)); // 3.3.1(2)P: with ψ0 not
    const LiveLoads live(*s.frame);
    const LiveLoad l = live.of(s.model->members()[0], s.model->briefOf(0));
    CHECK(live.terms(l, 2, false)[1].second == Approx(0.82));                        // characteristic
    CHECK(live.terms(l, 3, false)[1].second == Approx(0.5));                         // frequent: ψ1 is in it
    for (const Purpose p : {Purpose::Seismic, Purpose::Accidental, Purpose::Fire}) { // so is ψ2 or ψ1 there
        Frame other = *s.frame;
        other.combinations.edit()[0].purpose = p;
        const LiveLoads there(other);
        CHECK(there.terms(there.of(s.model->members()[0], s.model->briefOf(0)), 0, false)[1].second == Approx(1.5));
    }
    Frame beam = test::frameOf(column(rule));
    beam.design.members.edit()[0].kind = MemberKind::Beam;
    const DesignState b = test::stateBy(beam);
    CHECK_THAT(pressed(b, "U").thrust, WithinRel(1.35 * 100e3 + 0.7 * 1.5 * 120e3, 1e-9));
    CHECK_THAT(pressed(b, "P").thrust, WithinRel(1.35 * 100e3 + 0.7 * 1.05 * 120e3, 1e-9));
    // A category beyond D is left as it is, and says so.
    const DesignState f = test::stateBy(test::frameOf(column(rule, "live", "F")));
    CHECK_THAT(pressed(f, "U").thrust, WithinRel(1.35 * 100e3 + 1.5 * 120e3, 1e-9));
    CHECK(says(f, "reduces the categories A to D only"));
    // Without any area nothing is taken off, and the result says why.
    const DesignState none = test::stateBy(test::frameOf(column(R"("liveLoad":{"by":"asce7","kll":4})")));
    CHECK(pressed(none, "U").thrust == Approx(1.35 * 100e3 + 1.5 * 120e3));
    CHECK(says(none, "none stated, none found from loads on panels"));
}

TEST_CASE("live load: second-order forces are found again with the factor, rounded to the safe side", "[live-load]")
{
    // 23 % less: 0.77 of it is not taken but 0.80, for forces of whole combinations.
    const DesignState s = test::stateBy(test::frameOf(column(R"("liveLoad":{"less":0.23})")), kSecond);
    CHECK(says(s, "rounded up to steps of 5 %"));
    Frame scaled = test::frameOf(column(""));
    for (Combination& c : scaled.combinations)
        for (auto& [at, k] : c.terms)
            if (at == 1) k *= 0.8;
    const DesignState by = test::stateBy(scaled, kSecond);
    for (const char* id : {"U", "P"}) {
        CHECK_THAT(pressed(s, id).moment, WithinRel(pressed(by, id).moment, 1e-6));
        CHECK_THAT(pressed(s, id).thrust, WithinRel(pressed(by, id).thrust, 1e-6));
    }
    // More than the superposed part of it: the second order is in it.
    CHECK(pressed(s, "U").moment > 1.01 * 5 * (1.35 * 2e3 + 0.8 * 1.5 * 3e3));
    // Columns of the table: four combinations, and four again; the sets are still the file's four.
    CHECK(s.forces().columns == 8);
    CHECK(s.forces().sets.size() == 4);
    // A member without the brief takes the whole.
    Frame two = test::frameOf(column(R"("liveLoad":{"less":0.25})"));
    two.design.members.edit()[0].brief.clear();
    CHECK(pressed(test::stateBy(two, kSecond), "U").moment ==
          Approx(pressed(test::stateBy(test::frameOf(column("")), kSecond), "U").moment));
    // Forces from elsewhere cannot be found again: all of the load stands, and the result says so.
    Frame given = test::frameOf(column(R"("liveLoad":{"less":0.25})"));
    given = withResults(given, test::forcesOf(given, kSecond));
    const DesignState g = test::stateBy(given);
    CHECK_THAT(pressed(g, "U").thrust, WithinRel(1.35 * 100e3 + 1.5 * 120e3, 1e-6));
    CHECK(says(g, "all of it stands"));
    // What a brief asks for is told; what cannot be done is warned of.
    const auto severity = [](const DesignState& x) {
        for (const Finding& found : x.findings())
            if (found.text.find("of live load Q counts") != std::string::npos) return found.severity;
        FAIL("it is not told");
        return Severity::Error;
    };
    CHECK(severity(s) == Severity::Note);
    CHECK(severity(g) == Severity::Warning);
}

TEST_CASE("live load: an edit that wants other second-order forces says so, one that does not keeps them", "[live-load]")
{
    Frame f = test::frameOf(column(""));
    f.design.analysis = StatedAnalysis{ForceOrder::Second, false};
    const DesignState s = test::stateBy(f, choiceFor(f));
    ResultStore store;
    store.put(resultKeyOf(*s.frame), s.results);
    const auto after = [&](const DesignState& from, const Brief& b) {
        Frame changed = *from.frame;
        const Patch p = *applyEdit(changed, PutBrief{b});
        return advance(from, p, std::move(changed), store);
    };
    Brief b = s.frame->design.briefs.list()[0];
    b.netAreaRatio = 0.9;
    CHECK_FALSE(after(s, b).stale.analyse);
    b.liveLoad.less = 0.25;
    const Advanced asked = after(s, b);
    CHECK(asked.stale.again);
    CHECK(asked.stale.analyse);
    // Analysed, and back: what is there holds more than is wanted, and stands.
    auto results = std::make_shared<FrameResults>();
    SilentProgress p;
    results->forces = analyseForces(*asked.state.frame, choiceFor(*asked.state.frame), secondOrderRules(), p, nullptr,
                                    wantedAgain(*asked.state.frame, choiceFor(*asked.state.frame)));
    const DesignState now = checkedState(heldState(withResults(asked.state, results), p), p).first;
    CHECK(now.report->results[0].utilisation < s.report->results[0].utilisation);
    Brief back = b;
    back.liveLoad = {};
    const Advanced undone = after(now, back);
    CHECK_FALSE(undone.stale.analyse);
    CHECK(checkedState(undone.state, p).first.report->results[0].utilisation ==
          Approx(s.report->results[0].utilisation).epsilon(1e-9));
    // First order superposes: never again.
    CHECK(wantedAgain(*asked.state.frame, {}).empty());
}

TEST_CASE("live load: floor that a member carries is found from loads on panels", "[live-load]")
{
    // A panel of 6 by 4 m that spans between the two long beams: half of it each, nothing to the short ones.
    const auto frame = [](bool oneWay, bool second) {
        return test::frameOf(fmt::format(
            R"({{"format":"wren-frame","version":1,"materials":[{{"id":"S","grade":"EN 10025-2 S275"}}],
"sections":[{{"id":"A","name":"IPE300"}}],
"nodes":[{{"id":"a","at":[0,0,0],{0}}},{{"id":"b","at":[6,0,0],{0}}},{{"id":"c","at":[6,4,0],{0}}},{{"id":"d","at":[0,4,0],{0}}}],
"elements":[{{"id":"1","nodes":["a","b"],"section":"A","material":"S"}},{{"id":"2","nodes":["b","c"],"section":"A","material":"S"}},
{{"id":"3","nodes":["d","c"],"section":"A","material":"S"}},{{"id":"4","nodes":["a","d"],"section":"A","material":"S"}}],
"cases":[{{"id":"Q","action":"live","area":[{{"nodes":["a","b","c","d"],"q":[0,0,-3]{1}}}]}},
{{"id":"R","action":"{2}","area":[{{"nodes":["a","b","c","d"],"q":[0,0,-1]{1}}}]}}],
"combinations":[{{"id":"U","purpose":"strength","terms":{{"Q":1.6,"R":1}}}}],
"design":{{"members":[{{"id":"M","elements":["1"]}},{{"id":"N","elements":["2"]}}]}}}})",
            test::kFixed, oneWay ? R"(,"way":"one","span":[0,1,0])" : "", second ? "live" : "dead"));
    };
    const auto areas = [](const Frame& f) {
        std::vector<Finding> ignored;
        const Formed formed = formMembers(f, ignored);
        const LiveLoads live(f);
        return std::pair{live.areaOf(formed.members()[0]), live.areaOf(formed.members()[1])};
    };
    CHECK_THAT(areas(frame(true, false)).first, WithinRel(12.0, 1e-9));
    CHECK(areas(frame(true, false)).second == Approx(0).margin(1e-9));
    // Both ways: 45° from the corners, trapezium 8 m² and triangle 4 m². Two cases on the same floor are one floor.
    for (const bool second : {false, true}) {
        CHECK_THAT(areas(frame(false, second)).first, WithinRel(8.0, 1e-6));
        CHECK_THAT(areas(frame(false, second)).second, WithinRel(4.0, 1e-6));
    }
}

TEST_CASE("live load: the variable part of second-order deflections is what all loads add to the permanent ones", "[live-load]")
{
    const std::string limit =
        R"("deflection":{"limits":[{"span":250,"of":"variable","kind":"characteristic"}],"between":"held-end"})";
    const DesignState s = test::stateBy(test::frameOf(column(limit)), kSecond);
    const auto sag = [](const DesignState& x) { return test::outcome(*x.model, x.report->results[0], 0, "deflection"); };
    REQUIRE(sag(s).status != Status::Unchecked);
    // The same from two analyses: all, and the permanent actions alone.
    const std::string total = R"("deflection":{"limits":[{"span":250,"kind":"characteristic"}],"between":"held-end"})";
    Frame still = test::frameOf(column(total));
    for (Combination& c : still.combinations)
        std::erase_if(c.terms, [](const auto& t) { return t.first == 1; });
    const double all = sag(test::stateBy(test::frameOf(column(total)), kSecond)).demand,
                 permanent = sag(test::stateBy(still, kSecond)).demand;
    CHECK_THAT(sag(s).demand, WithinRel(all - permanent, 1e-6));
    // Not the live load alone: its thrust acts on what the permanent load has bent.
    Frame alone = test::frameOf(column(total));
    for (Combination& c : alone.combinations)
        std::erase_if(c.terms, [](const auto& t) { return t.first == 0; });
    CHECK(sag(s).demand > 1.02 * sag(test::stateBy(alone, kSecond)).demand);
    // First order: exactly the live load alone.
    CHECK_THAT(sag(test::stateBy(test::frameOf(column(limit)))).demand, WithinRel(sag(test::stateBy(alone)).demand, 1e-9));
}
