// Two states beside each other, and parked ones: what differs, why, and that a siding comes back bit by bit.
#include "core/project/sidings.h"
#include "tests/project/random_edits.h"
#include "tests/project/states.h"

#include <cmath>
#include <random>

using namespace wr;
using test::after;
using test::refOf;
using test::wholeState;
using Kind = MemberChange::Kind;

namespace {

const MemberChange& changeOf(const Comparison& c, const std::string& id)
{
    for (const MemberChange& m : c.members)
        if (m.id == id) return m;
    FAIL("no row for " << id);
    return c.members.front();
}

} // namespace

TEST_CASE("compare: the same state differs in nothing", "[compare]")
{
    const DesignState s = wholeState(test::ternFrame());
    const Comparison c = compareStates(s, s);
    CHECK(c.same());
    CHECK(c.members.size() == 40);
    CHECK(c.groups.empty());
    CHECK(c.then == c.now);
    CHECK(c.sentence() == fmt::format("nothing differs; {:.1f} t", s.mass() / 1000));
}

TEST_CASE("compare: a heavier and a lighter size, the mass by group, both ways round", "[compare]")
{
    const DesignState s = wholeState(test::ternFrame());
    const auto& members = s.model->members();
    // One member of each of two groups to another size.
    const std::string a = "C1L";
    std::string b;
    double heaviest = 0;
    for (const Member& m : members)
        if (const double area = s.frame->sections[m.section].properties.a;
            m.group != members[s.model->find(a).value()].group && area > heaviest) {
            b = m.id;
            heaviest = area;
        }
    const DesignState t = after(after(s, SetSection{{refOf(s, a)}, "HEB300"}), SetSection{{refOf(s, b)}, "IPE80"});
    const Comparison c = compareStates(s, t), back = compareStates(t, s);
    CHECK_FALSE(c.same());
    const MemberChange &x = changeOf(c, a), &y = changeOf(c, b);
    CHECK((x.kind == Kind::Heavier || x.kind == Kind::BecameOver || x.kind == Kind::CameRight));
    CHECK(x.sectionNow == "HEB300");
    CHECK(x.massNow > x.massThen);
    CHECK(y.massNow < y.massThen);
    // By hand: length times area times density.
    const Member& m = t.model->members()[t.model->find(a).value()];
    const double mass = m.length * t.frame->sections[m.section].properties.a * t.frame->materials[m.material].density;
    CHECK(x.massNow == Approx(mass));
    CHECK(x.massNow - x.massThen + y.massNow - y.massThen == Approx(t.mass() - s.mass()));
    double groups = 0;
    for (const auto& [name, kg] : c.groups)
        groups += kg;
    CHECK(groups == Approx(t.mass() - s.mass()));
    CHECK(std::abs(c.groups.front().second) >= std::abs(c.groups.back().second));
    // The other way round every difference has the other sign.
    for (const MemberChange& fore : c.members) {
        const MemberChange& aft = changeOf(back, fore.id);
        CHECK(aft.ratioThen == fore.ratioNow);
        CHECK(aft.ratioNow == fore.ratioThen);
        CHECK((fore.kind == Kind::BecameOver) == (aft.kind == Kind::CameRight));
        CHECK((fore.kind == Kind::Heavier) == (aft.kind == Kind::Lighter));
    }
    CHECK(c.then == back.now);
    // What crossed the limit stands first, then by the change of the ratio.
    bool crossing = true;
    double last = 1e300;
    for (const MemberChange& k : c.members) {
        const bool crosses = k.kind == Kind::BecameOver || k.kind == Kind::CameRight || k.kind == Kind::BecameUnchecked;
        if (!crosses) {
            if (k.kind != Kind::Same && !crossing && !std::isnan(k.ratioChange()))
                CHECK(std::abs(k.ratioChange()) <= last + 1e-12);
            crossing = false;
            last = std::isnan(k.ratioChange()) ? 1e300 : std::abs(k.ratioChange());
        } else
            CHECK(crossing);
    }
    // Counts in the sentence are those of the rows.
    size_t total = 0;
    for (const Kind k : {Kind::BecameOver, Kind::CameRight, Kind::BecameUnchecked, Kind::New, Kind::Gone, Kind::Heavier,
                         Kind::Lighter, Kind::Other, Kind::Same})
        total += c.count(k);
    CHECK(total == c.members.size());
}

TEST_CASE("compare: a change splits into demand, strength and lengths, which add up", "[compare]")
{
    const DesignState s = wholeState(test::ternFrame());
    const std::string id = "C1L";
    const auto split = [&](const DesignState& t) {
        const Comparison c = compareStates(s, t);
        const CauseFinder why(s, t);
        REQUIRE(why.able());
        const auto out = why.of(changeOf(c, id));
        REQUIRE(out.has_value());
        CHECK(out->demand + out->strength + out->lengths == Approx(changeOf(c, id).ratioChange()).margin(1e-9));
        return *out;
    };
    // Only the lengths: half the minor length.
    const ChangeCauses lengths = split(after(s, SetLengths{{refOf(s, id)}, LengthAxis::Minor, {}, 30.0}));
    CHECK(lengths.demand == Approx(0).margin(1e-12));
    CHECK(lengths.strength == Approx(0).margin(1e-12));
    CHECK(lengths.lengths > 0.001);
    // Only the strength: another grade; the forces do not hang on it.
    const ChangeCauses strength = split(after(s, SetGrade{{refOf(s, id)}, "S235"}));
    CHECK(strength.lengths == Approx(0).margin(1e-12));
    CHECK(std::abs(strength.demand) < 1e-9);
    CHECK(strength.strength > 0.001);
    // Only the demand: heavier loads, of which the demand of what governs grows by the same share.
    SetLoads loads{s.frame->cases, s.frame->combinations, "more"};
    for (Combination& c : loads.combinations)
        for (auto& [k, factor] : c.terms)
            factor *= 1.2;
    const ChangeCauses demand = split(after(s, loads));
    CHECK(demand.demand > 0.001);
    CHECK(std::abs(demand.strength) < 0.02); // C_m, C_b and their like do not see a common factor, B1 does
    CHECK(demand.demandNow == Approx(1.2 * demand.demandThen).epsilon(1e-3));
    // A member nobody touched is over because its neighbour grew softer: its demand.
    const auto& list = s.model->members();
    std::string rafter;
    for (const Member& m : list)
        if (m.section != list[s.model->find(id).value()].section && m.length > 3) rafter = m.id;
    const DesignState softer = after(s, SetSection{{refOf(s, rafter)}, "IPE100"});
    const auto why = CauseFinder(s, softer).of(changeOf(compareStates(s, softer), id));
    REQUIRE(why.has_value());
    CHECK(why->strength == Approx(0).margin(1e-9));
}

TEST_CASE("compare: members that are new or gone, and frames that do not correspond", "[compare]")
{
    const DesignState s = wholeState(test::ternFrame());
    Frame f = test::ternFrame();
    const std::string gone = f.design.members[0].id;
    f.design.members[0].id = "renamed";
    const DesignState t = wholeState(f);
    const Comparison c = compareStates(s, t);
    CHECK(changeOf(c, gone).kind == Kind::Gone);
    CHECK(changeOf(c, "renamed").kind == Kind::New);
    CHECK_FALSE(changeOf(c, gone).now.has_value());
    Frame g = test::ternFrame();
    g.elements.edit()[0].id = "another";
    CHECK_FALSE(CauseFinder(s, wholeState(g)).able());
}

TEST_CASE("sidings: names, renaming, taking away", "[sidings]")
{
    Sidings list;
    Siding s;
    s.name = "as tendered";
    s.frame = std::make_shared<const Frame>(test::ternFrame());
    CHECK(list.park(s).has_value());
    CHECK(list.park(s).error().find("already") != std::string::npos);
    s.name = "  ";
    CHECK_FALSE(list.park(s).has_value());
    s.name = "light roof";
    CHECK(list.park(s).has_value());
    CHECK(list.rename("light roof", "as tendered").error().find("already") != std::string::npos);
    CHECK(list.rename("light roof", "heavy roof").has_value());
    CHECK_FALSE(list.rename("light roof", "x").has_value());
    CHECK(list.find("heavy roof") != nullptr);
    const auto gone = list.drop("as tendered");
    REQUIRE(gone.has_value());
    CHECK(list.list().size() == 1);
    CHECK(list.park(*gone).has_value());
    CHECK_FALSE(list.drop("nobody").has_value());
}

TEST_CASE("sidings: what is parked costs what differs, comes back bit by bit, and is returned to by one edit", "[sidings]")
{
    const Frame first = test::ternFrame();
    Frame f = first;
    std::vector<Siding> parked;
    std::vector<Frame> states;
    for (std::uint64_t n = 1; n <= 60; ++n) {
        test::randomEdit(f, n);
        if (n % 6) continue;
        Siding s;
        s.name = fmt::format("state {}", n);
        s.when = "2026-11-30 10:20";
        s.edits = n;
        s.standing.mass = 1234.5 / 7;
        s.standing.over = static_cast<int>(n);
        s.frame = std::make_shared<const Frame>(f);
        parked.push_back(s);
        states.push_back(f);
    }
    for (size_t k = 0; k < parked.size(); ++k) {
        const std::string bytes = bytesOf(parked[k], first);
        const auto back = sidingFromBytes(parked[k].name, bytes, first);
        if (!back) UNSCOPED_INFO(back.error());
        REQUIRE(back.has_value());
        CHECK(*back->frame == states[k]);
        CHECK(back->standing == parked[k].standing);
        CHECK(back->when == parked[k].when);
        CHECK(back->edits == parked[k].edits);
        // One edit leads there from wherever the frame is, and back.
        Frame now = f;
        const auto there = returnTo(now, *back);
        if (states[k] == f) continue;
        REQUIRE(there.has_value());
        REQUIRE(applyPatch(now, *there));
        CHECK(now == states[k]);
        REQUIRE(applyPatch(now, inverseOf(*there)));
        CHECK(now == f);
    }
    // Nothing differs: refused with a sentence, and next to nothing to keep.
    Siding same;
    same.name = "same";
    same.frame = std::make_shared<const Frame>(first);
    CHECK(returnTo(first, same).error().find("nothing differs") != std::string::npos);
    CHECK(bytesOf(same, first).size() < 400);
    // Of another frame, or broken: told, never taken.
    const std::string good = bytesOf(parked.back(), first);
    CHECK_FALSE(sidingFromBytes("x", good, test::frameOf(test::demo("marrow-hill"))).has_value());
    std::mt19937 random(3);
    for (int k = 0; k < 300; ++k) {
        std::string bad = good;
        if (k % 2)
            bad.resize(random() % bad.size());
        else
            bad[random() % bad.size()] = static_cast<char>(random());
        static_cast<void>(sidingFromBytes("x", bad, first)); // read or refused, never worse
    }
}
