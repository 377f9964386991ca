// Holds with where they come from, and lengths with what each source offers.
#include "core/lengths/lengths.h"
#include "tests/support.h"

using namespace wr;
using Catch::Matchers::WithinRel;

namespace {

// A column of 6 m on a fixed foot, a beam framing in at the top, nothing beyond the beam's far end.
std::string portal(const std::string& design)
{
    return test::beam(R"("nodes":[{"id":"a","at":[0,0,0],)" + test::kFixed +
                          R"(},{"id":"b","at":[0,0,6]},{"id":"c","at":[5,0,6]}],
"elements":[{"id":"col","nodes":["a","b"],"section":"S","material":"M"},
{"id":"beam","nodes":["b","c"],"section":"S","material":"M"}])",
                      R"({"id":"G"})", ",\"design\":{" + design + "}");
}

struct Made
{
    Frame f;
    Formed formed;
    std::vector<std::vector<int>> at;
    explicit Made(const std::string& json) : f(test::frameOf(json))
    {
        std::vector<Finding> findings;
        formed = formMembers(f, findings);
        at = elementsAtNodes(f);
    }
    const Member& member(const char* id) const { return formed.members()[formed.find(id).value()]; }
    MemberHolds holds(const char* id, bool whole = true) const { return holdsOf(f, member(id), StatedRows(f), at, whole); }
    Lanes lanes(const char* id, const Brief& b = {}) const { return lengthsOf(member(id), holds(id), StatedRows(f), b); }
};

} // namespace

TEST_CASE("holds: each has a place, directions, an origin and what shows it", "[members][holds]")
{
    const Made m(portal(
        R"("restraints":[{"member":"col","at":2,"holds":["minor","twist"]},{"member":"beam","at":1,"to":3,"holds":["top"]}])"));
    const MemberHolds col = m.holds("col");
    REQUIRE(col.points.size() == 3);
    CHECK(col.points[0].origin == HoldOrigin::Support);
    CHECK(evidenceOf(m.f, col.points[0]) == "support of node a");
    CHECK(col.points[1].at == 2.0);
    CHECK(col.points[1].origin == HoldOrigin::Stated);
    CHECK(col.points[1].held == Held{false, true, false, false, true});
    CHECK(evidenceOf(m.f, col.points[1]) == "stated by hand");
    CHECK(col.points[2].origin == HoldOrigin::Joint);
    CHECK(evidenceOf(m.f, col.points[2]) == "element beam frames in");
    CHECK_FALSE((col.freeStart() || col.freeEnd()));
    const MemberHolds beam = m.holds("beam");
    CHECK(beam.freeEnd());
    CHECK(beam.points.back().origin == HoldOrigin::Nothing);
    CHECK(evidenceOf(m.f, beam.points.back()) == "nothing holds it");
    REQUIRE(beam.stretches.size() == 1);
    CHECK(beam.stretches[0].from == 1.0);
    CHECK(beam.stretches[0].to == 3.0);
    CHECK(beam.points.size() == 4); // both ends of the stretch are points
    // With given forces the file may hold a part only: here it knows a support, so that end is free all the same.
    CHECK(m.holds("beam", false).freeEnd());
}

TEST_CASE("holds: a part of a frame without any support holds its ends, and says so", "[members][holds]")
{
    const Made m(test::beam(R"("nodes":[{"id":"a","at":[0,0,0]},{"id":"b","at":[5,0,0]}],
"elements":[{"id":"1","nodes":["a","b"],"section":"S","material":"M"}])",
                            R"({"id":"G"})"));
    CHECK(m.holds("1").freeStart());
    const MemberHolds part = m.holds("1", false);
    CHECK_FALSE(part.freeStart());
    CHECK(part.points[0].origin == HoldOrigin::PartOnly);
    CHECK(evidenceOf(m.f, part.points[0]).find("part of the frame") != std::string::npos);
}

TEST_CASE("lengths: every source's factor is kept, and the last that has one stands", "[members][lengths]")
{
    const Made m(portal(R"("restraints":[{"member":"col","at":2,"holds":["minor"]}],
"lengths":[{"member":"col","axis":"minor","from":2,"to":6,"length":3}])"));
    Brief b;
    b.k[static_cast<size_t>(LengthAxis::Major)] = 1.4;
    b.k[static_cast<size_t>(LengthAxis::Minor)] = 1.1;
    const Lanes col = m.lanes("col", b), plain = m.lanes("col");
    const LaneSegment& major = col.of(LengthAxis::Major).front();
    CHECK(major.source == LengthSource::Brief);
    CHECK(major.k == 1.4);
    CHECK(major.byHand);
    CHECK(major.alternative(LengthSource::System) == 1.0);
    CHECK(major.alternative(LengthSource::Brief) == 1.4);
    CHECK(std::isnan(major.alternative(LengthSource::Stated)));
    CHECK(plain.of(LengthAxis::Major).front().source == LengthSource::System);
    CHECK_FALSE(plain.of(LengthAxis::Major).front().byHand);
    const auto& minor = col.of(LengthAxis::Minor);
    REQUIRE(minor.size() == 2);
    CHECK(minor[0].source == LengthSource::Brief);
    CHECK_THAT(minor[0].length, WithinRel(2.2, 1e-12));
    CHECK(minor[1].source == LengthSource::Stated);
    CHECK_THAT(minor[1].length, WithinRel(3.0, 1e-12));
    CHECK_THAT(minor[1].alternative(LengthSource::Stated), WithinRel(0.75, 1e-12));
    CHECK(minor[1].alternative(LengthSource::Brief) == 1.1);
    // A free end: 2 by the holds of a column lane.
    const Lanes beam = m.lanes("beam");
    const LaneSegment& tip = beam.of(LengthAxis::Major).front();
    CHECK(tip.cantilever);
    CHECK(tip.k == 2.0);
    CHECK(tip.alternative(LengthSource::Ends) == 2.0);
}
