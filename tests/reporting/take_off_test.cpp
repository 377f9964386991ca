// Take-off by hand, and the bars that members are cut from.
#include "core/reporting/take_off_tables.h"
#include "tests/reporting/checked.h"

using namespace wr;
using Catch::Matchers::WithinRel;

namespace {

// Lengths 6, 5, 4, 3, 13 of IPE300 along x, and a column of HEA200, 3 m, S275.
Frame yard()
{
    std::string nodes, elements;
    const double lengths[] = {6, 5, 4, 3, 13};
    for (int k = 0; k < 5; ++k) {
        nodes += fmt::format(R"({{"id":"a{}","at":[0,{},2]}},{{"id":"b{}","at":[{},{},2]}},)", k, 2 * k, k, lengths[k], 2 * k);
        elements += fmt::format(R"({{"id":"B{}","nodes":["a{}","b{}"],"section":"I","material":"M"}},)", k, k, k);
    }
    return test::frameOf(
        R"({"format":"wren-frame","version":1,"materials":[{"id":"M","grade":"EN 10025-2 S355"},{"id":"N","grade":"EN 10025-2 S275"}],
"sections":[{"id":"I","name":"IPE300"},{"id":"H","name":"HEA200"}],"nodes":[)" +
        nodes +
        R"({"id":"c","at":[20,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},{"id":"d","at":[20,0,3]}],
"elements":[)" +
        elements + R"({"id":"C","nodes":["c","d"],"section":"H","material":"N"}],"cases":[{"id":"G"}],
"design":{"members":[{"id":"B0","elements":["B0"],"group":"Beams"},{"id":"B1","elements":["B1"],"group":"Beams"}],"groups":[{"id":"Beams"}],
"stock":[{"section":"IPE*","perKg":1.5},{"section":"HEA200","perLength":80}]}})");
}

std::shared_ptr<const CheckModel> bare(Frame f)
{
    return std::make_shared<const CheckModel>(std::make_shared<const Frame>(std::move(f)), std::make_shared<const ForceTable>(),
                                              std::make_shared<const std::vector<Standard>>(shippedStandards()));
}

} // namespace

TEST_CASE("take-off: lengths, masses, paint, pieces and prices by hand", "[takeoff]")
{
    const auto model = bare(yard());
    const SectionProperties& ipe = shippedCatalogue().find("IPE300")->properties();
    const SectionProperties& hea = shippedCatalogue().find("HEA200")->properties();
    const TakeOff t = takeOff(*model, TakeOffBy::Section);
    REQUIRE(t.lines.size() == 2);
    const TakeOffLine &h = t.lines[0], &i = t.lines[1];
    CHECK(h.name == "HEA200");
    CHECK(h.grade == "EN 10025-2 S275");
    CHECK(i.pieces == 5);
    CHECK_THAT(i.length, WithinRel(31.0, 1e-12));
    CHECK_THAT(i.mass, WithinRel(31 * ipe.a * 7850, 1e-12));
    CHECK_THAT(i.painted, WithinRel(31 * ipe.perimeter, 1e-12));
    CHECK_THAT(i.cost, WithinRel(1.5 * 31 * ipe.a * 7850, 1e-12));
    CHECK_THAT(h.cost, WithinRel(240.0, 1e-12)); // 80 a metre
    CHECK_THAT(t.total.mass, WithinRel(31 * ipe.a * 7850 + 3 * hea.a * 7850, 1e-12));
    CHECK(t.total.pieces == 6);
    CHECK(t.total.unpriced == 0);
    // By the others: the same total, other lines.
    for (const TakeOffBy by : {TakeOffBy::Grade, TakeOffBy::Group, TakeOffBy::Level}) {
        const TakeOff o = takeOff(*model, by);
        CHECK_THAT(o.total.mass, WithinRel(t.total.mass, 1e-12));
        CHECK(o.lines.size() == 2);
    }
    const TakeOff groups = takeOff(*model, TakeOffBy::Group);
    CHECK(groups.lines[0].name == "Beams");
    CHECK_THAT(groups.lines[0].length, WithinRel(11.0, 1e-12));
    const TakeOff levels = takeOff(*model, TakeOffBy::Level);
    CHECK(levels.lines[0].pieces == 1); // the column stands at 0
    CHECK_THAT(levels.lines[1].length, WithinRel(31.0, 1e-12));
    // Only some, and tables with the total last.
    std::vector<char> only(6, 0);
    only[*model->find("C")] = 1;
    CHECK(takeOff(*model, TakeOffBy::Section, only).total.pieces == 1);
    const Table table = takeOffTable(t, model->frame().units);
    REQUIRE(table.rows.size() == 3);
    CHECK(std::get<std::string>(table.rows.back().cells[0]) == "Total");
    CHECK(table.columns.back().name == "Cost");
}

TEST_CASE("take-off: bars are cut longest first, and what is longer than a bar is told", "[takeoff]")
{
    const auto model = bare(yard());
    const auto lines = cutList(*model, 12, 0.003);
    REQUIRE(lines.size() == 2);
    const CutLine& i = lines[1];
    // 13 = a bar and a metre of another (10.997 left); 6 from that (4.994); 5 needs one more (6.997), 4 from the first of those
    // that has it (0.991), 3 from the last (3.994).
    CHECK(i.section == "IPE300");
    CHECK(i.pieces == 5);
    CHECK(i.tooLong == 1);
    CHECK(i.bars == 3);
    CHECK_THAT(i.bought, WithinRel(36.0, 1e-12));
    CHECK_THAT(i.used, WithinRel(31.0, 1e-12));
    CHECK(lines[0].bars == 1);
    // A saw that takes as much as is left over needs another bar.
    CHECK(cutList(*model, 6, 0).at(0).bars == 1);
    CHECK(cutList(*model, 3, 0)[1].bars == 2 + 2 + 2 + 1 + 5);
}

TEST_CASE("take-off: then and now, the largest difference first", "[takeoff]")
{
    const auto now = bare(yard());
    Frame f = yard();
    f.elements.edit()[0].section = 1; // B0 was a HEA200 of S355
    const auto then = bare(f);
    const auto changes = takeOffChanges(takeOff(*then, TakeOffBy::Section), takeOff(*now, TakeOffBy::Section));
    REQUIRE(changes.size() == 3); // HEA200 of two grades
    CHECK(changes[0].now.mass - changes[0].then.mass != 0);
    double sum = 0;
    for (const TakeOffChange& c : changes)
        sum += c.now.mass - c.then.mass;
    CHECK_THAT(sum, WithinRel(6 * 7850 *
                                  (shippedCatalogue().find("IPE300")->properties().a -
                                   shippedCatalogue().find("HEA200")->properties().a),
                              1e-9));
    const auto gone = std::find_if(changes.begin(), changes.end(), [](const TakeOffChange& c) { return c.now.pieces == 0; });
    REQUIRE(gone != changes.end());
    CHECK(gone->now.name == "HEA200");
    CHECK(gone->then.grade == "EN 10025-2 S355");
}
