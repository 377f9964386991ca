// Sizes that are proposed hold when they are checked whole; results of other sizes are not taken for those of the file.
#include "core/files/frame_reader.h"
#include "core/files/frame_writer.h"
#include "core/project/proven.h"
#include "core/reporting/size_tables.h"
#include "tests/project/states.h"

using namespace wr;
using namespace wr::test;

TEST_CASE("proven: what is proposed holds by the check of the whole, in every demo", "[sizing][proven]")
{
    for (const char* name : {"tern-street", "marrow-hill"}) {
        CAPTURE(name);
        const DesignState s = wholeState(frameOf(demo(name)));
        SilentProgress p;
        const Proven proven = provenSizes(s, shippedCatalogue(), {}, p);
        CHECK(proven.whole);
        const auto edit = editOf(proven.plan, s);
        REQUIRE(edit.has_value());
        // The same by hand, from the frame with those sizes and the forces there are.
        Frame changed = *s.frame;
        const auto patch = applyEdit(changed, Edit{*edit});
        REQUIRE(patch.has_value());
        const DesignState then =
            checkedState(heldState(advance(s, *patch, std::move(changed), ResultStore{}).state, p), p).first;
        size_t changes = 0;
        for (const GroupPlan& g : proven.plan.groups) {
            CAPTURE(g.id, g.to());
            if (!g.changes()) continue;
            ++changes;
            for (const size_t m : g.rungs.members) {
                CHECK(then.report->results[m].status != Status::Unchecked);
                CHECK(then.report->results[m].utilisation <= g.target + 1e-9);
                CHECK(then.report->results[m].utilisation == Approx(proven.then.report->results[m].utilisation).epsilon(1e-9));
            }
            // A rung that was refused says so, and is none that meets.
            for (const Rung& r : g.rungs.rungs)
                if (!r.refused.empty()) CHECK_FALSE(r.meets(g.target));
        }
        CHECK(changes > 3);
        // One row a group, masses that add up.
        const Table t = sizesTable(proven.plan, *s.model);
        REQUIRE(t.rows.size() == proven.plan.groups.size());
        double then_ = 0;
        for (const Table::Row& r : t.rows) {
            REQUIRE(r.cells.size() == t.columns.size());
            then_ += std::get<double>(r.cells[4]);
        }
        CHECK(then_ == Approx(s.frame->units.show(Quantity::Mass, proven.plan.massThen())));
    }
}

TEST_CASE("proven: the log of rounds as a table", "[sizing][proven]")
{
    std::vector<SettleRound> rounds(2);
    rounds[0].mass = 1000, rounds[0].top = 1.25, rounds[0].over = 2;
    rounds[1].round = 1, rounds[1].kept = false, rounds[1].mass = 900, rounds[1].changes = {"A x → y", "B p → q"};
    rounds[1].limit = "drift h/300", rounds[1].ratio = 0.8;
    const Table t = roundsTable(rounds, frameOf(demo("tern-street")).units);
    REQUIRE(t.rows.size() == 2);
    CHECK(std::get<std::string>(t.rows[0].cells[7]) == "as it was");
    CHECK(std::get<std::string>(t.rows[1].cells[7]) == "taken back");
    CHECK(std::get<std::string>(t.rows[1].cells[8]) == "A x → y, B p → q");
    CHECK(cellText(t, 0, 5) == "–");
    CHECK(cellText(t, 1, 5) == "0.80");
}

TEST_CASE("forces that came and sizes that were changed since: the file says so, and who reads it", "[sizing][given]")
{
    const Frame came = withResults(frameOf(demo("tern-street")), forcesOf(frameOf(demo("tern-street"))));
    const DesignState s = wholeState(came);
    REQUIRE(s.forcesFit());
    CHECK_FALSE(frameToWrite(s).design.givenForces.has_value());
    const DesignState thicker = after(s, SetSection{{refOf(s, "C1L")}, "HEA300"});
    CHECK_FALSE(thicker.forcesFit());
    REQUIRE_FALSE(of(thicker.findings(), "forces.stale").empty());
    const std::string file = writeFrame(frameToWrite(thicker));
    const auto back = readFrame(file);
    REQUIRE(back.ok());
    REQUIRE(back.value->design.givenForces.has_value());
    const Member& m = thicker.model->members()[*thicker.model->find("C1L")];
    CHECK(back.value->design.givenForces->otherSizes.size() == m.pieces.size());
    CHECK(back.value->design.givenForces->otherSizes.front() ==
          came.elements[static_cast<size_t>(m.pieces.front().element)].id);
    const DesignState again = wholeState(*back.value);
    CHECK_FALSE(again.forcesFit());
    CHECK(of(again.findings(), "forces.stale").size() == 1);
    // Written once more it says the same; a second change adds to it.
    CHECK(writeFrame(frameToWrite(again)) == file);
    const DesignState more = after(again, SetSection{{refOf(again, "C2L")}, "HEA300"});
    CHECK(frameToWrite(more).design.givenForces->otherSizes.size() == 2 * m.pieces.size());
    // With the sizes back, and no file between, they fit again.
    const DesignState undone =
        after(thicker, SetSection{{refOf(s, "C1L")},
                                  came.sections[static_cast<size_t>(s.model->members()[*s.model->find("C1L")].section)].name});
    CHECK(undone.forcesFit());
    CHECK_FALSE(frameToWrite(undone).design.givenForces.has_value());
    // An element nobody knows is a fault with its place.
    std::string wrong = file;
    const std::string id = "\"" + back.value->design.givenForces->otherSizes.front() + "\"";
    const size_t at = wrong.find(id, wrong.find("otherSizes"));
    wrong.replace(at, id.size(), "\"nobody\"");
    const auto bad = readFrame(wrong);
    REQUIRE_FALSE(bad.ok());
    CHECK(bad.findings.front().place == "/design/givenForces/otherSizes/0");
}

TEST_CASE("sizing edits: a target of all groups, under that of a group and of a ladder", "[edits][sizing]")
{
    Frame f = frameOf(demo("tern-street"));
    const Frame before = f;
    History h;
    REQUIRE(h.run(f, SetTarget{0.9}));
    CHECK(h.undoWords() == "Target 0.9 of all groups");
    const auto back = readFrame(writeFrame(f));
    REQUIRE(back.ok());
    CHECK(back.value->design.target == 0.9);
    Ladder l;
    l.id = "own", l.family = "HEA", l.target = 0.8;
    REQUIRE(h.run(f, PutLadder{l}));
    REQUIRE(h.run(f, GiveLadder{{"Columns"}, "own", {}}));
    REQUIRE(h.run(f, GiveLadder{{"Purlins"}, "", 0.7}));
    SilentProgress p;
    const SizingPlan plan = planSizes(*wholeState(f).model, shippedCatalogue(), {}, p);
    for (const GroupPlan& g : plan.groups)
        CHECK(g.target == (g.id == "Columns" ? 0.8 : g.id == "Purlins" ? 0.7 : 0.9));
    CHECK_FALSE(applyEdit(f, SetTarget{-1.0}).has_value());
    while (h.canUndo())
        REQUIRE(h.undo(f));
    CHECK(f == before);
}
