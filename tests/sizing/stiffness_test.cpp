// Where a kilogram buys stiffness: shares of a movement against hand formulas and against frames analysed with other sizes, and
// frames sized until they move little enough, against a search through every pair of sections.
#include "core/files/frame_reader.h"
#include "core/files/frame_writer.h"
#include "core/project/settle.h"
#include "core/sizing/stiffness.h"
#include "tests/project/states.h"

using namespace wr;
using namespace wr::test;

namespace {

// A portal of HEA columns and an IPE beam, pinned feet, wind at the eaves and load along the beam; two groups.
Frame portal(const std::string& column, const std::string& beam, const std::string& limit, ForceOrder order = ForceOrder::First)
{
    Frame f = frameOf(R"({"format":"wren-frame","version":1,"units":{"length":"m","section":"mm","force":"kN"},
      "materials":[{"id":"S","grade":"S355"}],
      "sections":[{"id":"C","name":")" +
                      column + R"("},{"id":"B","name":")" + beam + R"("}],
      "nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rz":true}},
               {"id":"2","at":[0,0,5],"support":{"uy":true}},
               {"id":"3","at":[8,0,5],"support":{"uy":true}},
               {"id":"4","at":[8,0,0],"support":{"ux":true,"uy":true,"uz":true,"rz":true}}],
      "elements":[{"id":"c1","nodes":["1","2"],"section":"C","material":"S"},
                  {"id":"b","nodes":["2","3"],"section":"B","material":"S"},
                  {"id":"c2","nodes":["4","3"],"section":"C","material":"S"}],
      "cases":[{"id":"G","action":"dead","line":[{"element":"b","axes":"global","q":[[0,0,-12],[0,0,-12]]}]},
               {"id":"W","action":"wind","nodal":[{"node":"2","f":[18,0,0]}]}],
      "combinations":[{"id":"U1","purpose":"strength","terms":{"G":1.35,"W":1.5}},
                      {"id":"E1","purpose":"service","kind":"characteristic","terms":{"G":1,"W":1}}],
      "design":{"standard":"en1993","members":[{"id":"C1","elements":["c1"],"group":"Columns"},
                 {"id":"B1","elements":["b"],"group":"Beams"},{"id":"C2","elements":["c2"],"group":"Columns"}]}})");
    const auto limits = readFrameLimits(f, limit);
    REQUIRE(limits.has_value());
    f.design.frameLimits = *limits;
    f.design.analysis = StatedAnalysis{order, false};
    return f;
}

std::vector<MovementShares> sharesOf(const DesignState& s)
{
    SilentProgress p;
    auto out = movementShares(*s.frame, s.results->forces, *s.limits, p);
    if (!out) FAIL(out.error());
    return *std::move(out);
}

SizingPlan planOf(const DesignState& s)
{
    SilentProgress p;
    return planSizes(*s.model, shippedCatalogue(), {}, p);
}

Settled settledBy(const DesignState& s)
{
    SilentProgress p;
    return settle(s, shippedCatalogue(), {}, p);
}

} // namespace

TEST_CASE("stiffness: a cantilever's tip by hand, in bending and in shear", "[sizing][stiffness]")
{
    Frame f = frameOf(R"({"format":"wren-frame","version":1,"units":{"length":"m","section":"mm","force":"kN"},
      "materials":[{"id":"S","grade":"S355"}],"sections":[{"id":"B","name":"IPE 300"}],
      "nodes":[{"id":"1","at":[0,0,0],)" +
                      kFixed + R"(},{"id":"2","at":[3,0,0]}],
      "elements":[{"id":"e","nodes":["1","2"],"section":"B","material":"S"}],
      "cases":[{"id":"Q","action":"live","nodal":[{"node":"2","f":[0,0,-20]}]}],
      "combinations":[{"id":"E","purpose":"service","kind":"characteristic","terms":{"Q":1}},
                      {"id":"U","purpose":"strength","terms":{"Q":1.5}}],
      "design":{"standard":"en1993","members":[{"id":"M","elements":["e"],"group":"G"}],
        "frameLimits":[{"id":"tip","of":"nodes","along":"z","most":10,"nodes":["2"]}]}})");
    const DesignState s = wholeState(f);
    const auto shares = sharesOf(s);
    REQUIRE(shares.size() == 1);
    const SectionProperties& p = s.frame->sections[0].properties;
    const Material& m = s.frame->materials[0];
    const double bending = 20e3 * 27 / (3 * m.e * p.iy), shear = 20e3 * 3 / (m.g * p.avz);
    CHECK(shares[0].ofElements[0][4] / p.iy == Approx(bending).epsilon(1e-9));
    CHECK(shares[0].ofElements[0][2] / p.avz == Approx(shear).epsilon(1e-9));
    CHECK(shares[0].inMembers == Approx(bending + shear).epsilon(1e-9));
    CHECK(shares[0].limit.value == Approx(bending + shear).epsilon(1e-9));
    // On another rung it moves as foretold: one member, nothing to redistribute.
    SizingPlan plan = planOf(s);
    Stiffening stiff(*s.model, plan, shares);
    const int rung = plan.groups[0].rungs.find("IPE400");
    REQUIRE(rung >= 0);
    const double foretold = stiff.movedWith(0, 0, static_cast<size_t>(rung));
    const DesignState deeper = after(s, SetSection{{refOf(s, "M")}, "IPE 400"});
    CHECK(deeper.limits->front().value == Approx(foretold).epsilon(1e-9));
    CHECK(stiff.movedWith(0, 0, static_cast<size_t>(plan.groups[0].rungs.find("IPE300"))) ==
          Approx(bending + shear).epsilon(1e-9));
    stiff.take(0, static_cast<size_t>(rung));
    CHECK(stiff.worst() == Approx(foretold / 0.01).epsilon(1e-9));
    CHECK(stiff.share(0, 0) == Approx(foretold).epsilon(1e-9));
}

TEST_CASE("stiffness: the shares of a frame add up to what moves, in second order too", "[sizing][stiffness]")
{
    for (const ForceOrder order : {ForceOrder::First, ForceOrder::Second})
        for (const char* limit : {"drift h/100", "nodes 2 x h/100", "nodes 3 any h/100", "nodes plan 40 mm"}) {
            CAPTURE(limit, order == ForceOrder::Second);
            const DesignState s = wholeState(portal("HEA 200", "IPE 300", limit, order));
            REQUIRE_FALSE(s.limits->empty());
            for (const MovementShares& m : sharesOf(s)) {
                CHECK(m.limit.value > 5e-3);
                // In second order the chord shortens by its turning, which is no strain: second order small.
                CHECK(m.inMembers == Approx(m.limit.value).epsilon(order == ForceOrder::First ? 1e-7 : 3e-3));
            }
        }
}

TEST_CASE("stiffness: a joint's spring is told as what lies in no member", "[sizing][stiffness]")
{
    Frame f = portal("HEA 200", "IPE 300", "drift h/100");
    const double drift = wholeState(f).limits->front().value;
    for (Element& e : f.elements.edit())
        if (e.id == "b") e.springI[5] = 0, e.springI[4] = 4e6;
    const DesignState s = wholeState(f);
    const auto shares = sharesOf(s);
    const double soft = s.limits->front().value;
    CHECK(soft > drift);
    // What is missing is the moment there times that of the unit load over the spring.
    CHECK(shares[0].inMembers < soft * (1 - 1e-3));
    CHECK(shares[0].inMembers > 0.5 * soft);
}

TEST_CASE("stiffness: a rod that lets go does no work", "[sizing][stiffness]")
{
    Frame f = portal("HEA 200", "IPE 300", "drift h/100");
    Element rod = f.elements[0];
    for (const auto& [id, i, j] : {std::tuple{"r1", 0, 2}, std::tuple{"r2", 3, 1}}) {
        rod.id = id, rod.i = i, rod.j = j;
        rod.behaviour = Behaviour::TensionOnly;
        f.elements.push_back(rod);
    }
    const DesignState s = wholeState(f);
    const auto shares = sharesOf(s);
    CHECK(shares[0].inMembers == Approx(s.limits->front().value).epsilon(1e-6));
    const auto of = [&](size_t e) { return movementOf(shares[0].ofElements[e], s.frame->sections[0].properties); };
    CHECK(of(3) > 0); // pulled by the wind
    CHECK(of(4) == Approx(0).margin(1e-12));
}

TEST_CASE("stiffness: a frame is sized for its drift, near the lightest of all pairs", "[sizing][stiffness][settle]")
{
    for (const char* limit : {"drift h/150", "drift h/300"}) {
        CAPTURE(limit);
        const DesignState begin = wholeState(portal("HEA 120", "IPE 160", limit));
        REQUIRE(begin.limits->front().ratio > 1.5);
        const Settled done = settledBy(begin);
        CAPTURE(done.why);
        CHECK(done.meets());
        CHECK(done.state.limits->front().ratio <= 1 + 1e-9);
        // The file that is written says the same.
        const auto back = readFrame(writeFrame(frameToWrite(done.state)));
        REQUIRE(back.ok());
        const DesignState again = wholeState(*back.value);
        CHECK(again.limits->front().ratio == Approx(done.state.limits->front().ratio).epsilon(1e-6));
        CHECK(again.report->counts.over == 0);
        // Every pair, lightest first, until one is within.
        struct Pair
        {
            double mass;
            std::string column, beam;
        };
        std::vector<Pair> pairs;
        for (const CatalogueSection* c : shippedCatalogue().family("HEA"))
            for (const CatalogueSection* b : shippedCatalogue().family("IPE"))
                pairs.push_back({(10 * c->properties().a + 8 * b->properties().a) * 7850, c->designation, b->designation});
        std::sort(pairs.begin(), pairs.end(), [](const Pair& a, const Pair& b) { return a.mass < b.mass; });
        double least = 0;
        for (const Pair& p : pairs) {
            const DesignState s = wholeState(portal(p.column, p.beam, limit));
            if (s.report->counts.over + s.report->counts.unchecked > 0 || s.limits->front().ratio > 1) continue;
            least = p.mass;
            UNSCOPED_INFO("lightest " << p.column << " " << p.beam << " " << p.mass << " kg");
            break;
        }
        REQUIRE(least > 0);
        CHECK(done.state.mass() >= least * (1 - 1e-4));
        CHECK(done.state.mass() <= least * 1.03);
    }
}

TEST_CASE("stiffness: where no rung is stiff enough, that is said and nothing gets worse", "[sizing][stiffness][settle]")
{
    const Settled done = settledBy(wholeState(portal("HEA 200", "IPE 300", "drift 0.001 mm")));
    CHECK_FALSE(done.meets());
    CHECK(done.why.find("no section of their ladders makes it stiff enough") != std::string::npos);
    CHECK(done.rounds.back().ratio <= done.rounds.front().ratio * (1 + 1e-9));
}

TEST_CASE("stiffness: the ranking says what a kilogram buys", "[sizing][stiffness]")
{
    const DesignState s = wholeState(portal("HEA 200", "IPE 300", "drift h/300"));
    const SizingPlan plan = planOf(s);
    const Stiffening stiff(*s.model, plan, sharesOf(s));
    const auto ranking = stiffnessRanking(stiff, plan, 0);
    REQUIRE(ranking.size() == 2);
    CHECK(ranking[0].perMass() >= ranking[1].perMass());
    double sum = 0;
    for (const StiffnessWorth& w : ranking) {
        sum += w.share;
        REQUIRE(w.rung >= 0);
        const GroupPlan& g = plan.groups[w.group];
        CHECK(w.saved == Approx(s.limits->front().value - stiff.movedWith(0, w.group, static_cast<size_t>(w.rung))));
        CHECK(w.mass == Approx(g.rungs.rungs[static_cast<size_t>(w.rung)].groupMass - g.massNow));
        CHECK(w.saved > 0);
    }
    CHECK(sum == Approx(s.limits->front().value).epsilon(1e-7));
}
