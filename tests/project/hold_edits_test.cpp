// Edits of what holds members by hand: places, directions, taking over, and what is refused.
#include "core/project/hold_edits.h"
#include "tests/support.h"

using namespace wr;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

// Two beams of 6 m and 9 m in three elements each.
Frame beams()
{
    std::string nodes, elements;
    for (int b = 0; b < 2; ++b)
        for (int i = 0; i <= 3; ++i) {
            nodes += fmt::format(R"({}{{"id":"n{}{}","at":[{},{},0]{}}})", nodes.empty() ? "" : ",", b, i, i * (b + 2.0),
                                 5.0 * b, i == 0 || i == 3 ? "," + test::kFixed : std::string());
            if (i > 0)
                elements += fmt::format(R"({}{{"id":"e{}{}","nodes":["n{}{}","n{}{}"],"section":"S","material":"M"}})",
                                        elements.empty() ? "" : ",", b, i, b, i - 1, b, i);
        }
    return test::frameOf(test::beam("\"nodes\":[" + nodes + "],\"elements\":[" + elements + "]", R"({"id":"G"})"));
}
const MemberRef kShort{"e01", {0, 1, 2}}, kLong{"e11", {3, 4, 5}};

std::vector<double> placesOf(const Frame& f, const std::string& member)
{
    std::vector<double> out;
    for (const DesignRestraint& r : f.design.restraints.list())
        if (r.member == member) out.push_back(r.at);
    std::sort(out.begin(), out.end());
    return out;
}

} // namespace

TEST_CASE("hold edits: in parts, at a spacing, at distances, at nodes, all along", "[project][holds]")
{
    using By = HoldPlaces::By;
    const Frame f = beams();
    const auto given = [&](const HoldPlaces& p, const MemberRef& m) {
        Frame g = f;
        const auto done = applyEdit(g, GiveHolds{{m}, p, {Hold::Minor, Hold::Top}});
        REQUIRE(done.has_value());
        for (const DesignRestraint& r : g.design.restraints.list())
            CHECK(r.holds == std::vector<Hold>{Hold::Minor, Hold::Top});
        Frame back = g;
        REQUIRE(applyEdit(back, inverseOf(*done)).has_value());
        CHECK(back.design == f.design);
        return placesOf(g, m.id);
    };
    CHECK_THAT(given({By::Parts, 3, 0, {}}, kShort)[1], WithinRel(4.0, 1e-12));
    CHECK(given({By::Parts, 4, 0, {}}, kLong).size() == 3);
    CHECK(given({By::Spacing, 0, 2.5, {}}, kShort) == std::vector<double>{2.5, 5.0});
    CHECK(given({By::Spacing, 0, 2.0, {}}, kShort) == std::vector<double>{2.0, 4.0}); // not at its end
    CHECK(given({By::Distances, 0, 0, {0.5, 6.0}}, kShort) == std::vector<double>{0.5, 6.0});
    CHECK(given({By::Nodes, 0, 0, {}}, kLong) == std::vector<double>{3.0, 6.0});
    Frame along = f;
    REQUIRE(applyEdit(along, GiveHolds{{kShort}, {By::AllAlong, 0, 0, {}}, {Hold::Top}}).has_value());
    REQUIRE(applyEdit(along, GiveHolds{{kShort}, {By::AllAlong, 0, 0, {}}, {Hold::Bottom}}).has_value());
    REQUIRE(along.design.restraints.size() == 1); // one entry for the whole length
    CHECK(along.design.restraints.list()[0].to == 6.0);
    CHECK(along.design.restraints.list()[0].holds == std::vector<Hold>{Hold::Top, Hold::Bottom});
    // Refused with a sentence, and nothing is changed.
    for (const HoldPlaces& bad : {HoldPlaces{By::Parts, 1, 0, {}},
                                  {By::Spacing, 0, 0, {}},
                                  {By::Spacing, 0, 7, {}},
                                  {By::Spacing, 0, 1e-4, {}},
                                  {By::Distances, 0, 0, {6.5}},
                                  {By::Distances, 0, 0, {}}}) {
        Frame g = f;
        CHECK_FALSE(applyEdit(g, GiveHolds{{kShort}, bad, {Hold::Minor}}).has_value());
        CHECK(g.design == f.design);
    }
    Frame g = f;
    CHECK_FALSE(applyEdit(g, GiveHolds{{kShort}, {}, {}}).has_value());
}

TEST_CASE("hold edits: one direction at one place, on, off, and back to what is found", "[project][holds]")
{
    Frame f = beams();
    const auto set = [&](Hold h, bool on, bool found) { return applyEdit(f, SetHold{kShort, 2.0, h, on, found}).has_value(); };
    REQUIRE(set(Hold::Minor, true, false));
    REQUIRE(set(Hold::Twist, true, false));
    REQUIRE(f.design.restraints.size() == 1);
    CHECK(f.design.restraints.list()[0].holds == std::vector<Hold>{Hold::Minor, Hold::Twist});
    // What the rule finds is let go by an entry, and needs none to hold.
    REQUIRE(set(Hold::Major, false, true));
    CHECK(f.design.restraints.list()[0].lets == std::vector<Hold>{Hold::Major});
    REQUIRE(set(Hold::Major, true, true));
    CHECK(f.design.restraints.list()[0].lets.empty());
    REQUIRE(set(Hold::Minor, false, false));
    REQUIRE(set(Hold::Twist, false, false));
    CHECK(f.design.restraints.empty());
    CHECK_FALSE(applyEdit(f, SetHold{kShort, 6.2, Hold::Minor, true, false}).has_value());
    CHECK_FALSE(applyEdit(f, DropHolds{{kShort}}).has_value());
}

TEST_CASE("hold edits: holds and lengths taken over by fraction and by distance", "[project][holds]")
{
    Frame f = beams();
    REQUIRE(applyEdit(f, GiveHolds{{kLong}, {HoldPlaces::By::Distances, 0, 0, {3.0, 7.5}}, {Hold::Minor}}).has_value());
    SetLengths part;
    part.members = {kLong};
    part.axis = LengthAxis::Minor;
    part.k = 0.8;
    part.from = 0.0;
    part.to = 3.0;
    REQUIRE(applyEdit(f, part).has_value());
    Frame g = f;
    REQUIRE(applyEdit(g, SameHolds{kLong, {kShort}, true}).has_value());
    CHECK(placesOf(g, "e01") == std::vector<double>{2.0, 5.0});
    REQUIRE(g.design.lengths.size() == 2);
    CHECK_THAT(g.design.lengths.list()[1].to.value(), WithinAbs(2.0, 1e-12));
    // By distance: what lies beyond the shorter one is not taken.
    REQUIRE(applyEdit(f, SameHolds{kLong, {kShort}, false}).has_value());
    CHECK(placesOf(f, "e01") == std::vector<double>{3.0});
    CHECK_THAT(f.design.lengths.list()[1].to.value(), WithinAbs(3.0, 1e-12));
    // A way for one stretch replaces what stood for that stretch only.
    part.k.reset();
    part.way = LengthBy::Ends;
    REQUIRE(applyEdit(f, part).has_value());
    CHECK(f.design.lengths.size() == 2);
    part.axis = LengthAxis::Top;
    CHECK_FALSE(applyEdit(f, part).has_value());
}
