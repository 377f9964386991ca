// Every kind of edit there is: run, undone and made again gives back equal frames. A new kind is not forgotten here: they are
// counted.
#include "core/project/history.h"
#include "core/shaping/shape_edit.h"
#include "tests/project/states.h"

#include <set>

using namespace wr;
using namespace wr::test;

TEST_CASE("edits: every kind of edit is undone and made again", "[project][edits]")
{
    Frame f = frameOf(demo("tern-street"));
    const Frame first = f;
    History h;
    std::set<size_t> kinds, shapes;
    const auto run = [&](const Edit& e) {
        CAPTURE(e.index());
        const Frame before = f;
        const auto done = h.run(f, e);
        if (!done) UNSCOPED_INFO(done.error());
        REQUIRE(done.has_value());
        CHECK_FALSE(done->words.empty());
        const Frame after = f;
        CHECK_FALSE(after == before);
        REQUIRE(h.undo(f).has_value());
        REQUIRE(f == before);
        REQUIRE(h.redo(f).has_value());
        REQUIRE(f == after);
        kinds.insert(e.index());
        if (const auto* s = std::get_if<ShapeEdit>(&e)) shapes.insert(s->index());
    };
    const auto refs = [&](size_t from, size_t n) {
        std::vector<Finding> ignored;
        const Formed formed = formMembers(f, ignored);
        std::vector<MemberRef> out;
        for (size_t i = from; i < from + n; ++i) {
            const Member& member = formed.members()[i % formed.members().size()];
            MemberRef r{member.id, {}};
            for (const MemberPiece& p : member.pieces)
                r.elements.push_back(p.element);
            out.push_back(r);
        }
        return out;
    };
    const auto m = refs(0, 3), other = refs(3, 1);
    run(SetLengths{m, LengthAxis::Minor, 0.8, {}});
    run(SetGroup{m, "Mine"});
    run(SetSection{m, "HEA200", {}});
    run(SetSections{{SetSection{m, "HEA220", {}}}, "Sizes"});
    Ladder l;
    l.id = "Wide";
    l.family = "HEB";
    run(PutLadder{l});
    run(GiveLadder{{"Mine"}, "Wide", 0.9});
    run(DropLadder{"Wide"});
    StockRow row;
    row.id = "IPE*";
    run(SetStock{{row}, {0.01}});
    run(SetTarget{0.95});
    ReportChoice roof;
    roof.subject = "Roof";
    run(SetReport{roof});
    run(SetGrade{m, "S275"});
    run(SetAnalysis{{ForceOrder::Second, false}});
    SetLoads loads{f.cases.list(), f.combinations.list(), "Loads"};
    loads.cases.front().title = "Another title";
    run(loads);
    run(TurnMembers{{m[0].id}});
    run(BackToRule{{m[0].id}});
    FormingRule whole;
    whole.beams = FormingRule::Beams::Whole;
    run(SetForming{whole});
    GiveHolds holds;
    holds.members = refs(0, 2);
    holds.holds = {Hold::Minor};
    run(holds);
    run(SetHold{refs(0, 1).front(), 0.5, Hold::Top, true, false});
    run(SameHolds{refs(0, 1).front(), refs(4, 1), true, true, true});
    run(DropHolds{refs(0, 2)});
    Brief b;
    b.id = "Careful";
    b.cb = 1;
    run(PutBrief{b});
    run(GiveBrief{refs(0, 2), "Careful"});
    run(TakeOver{refs(0, 1).front(), refs(5, 1)});
    run(DropBrief{"Careful", {}});
    run(SetGroups{{{refs(1, 1).front(), "Apart"}}, "Groups"});
    run(RenameGroup{"Apart", "Together"});
    run(SetExclude{refs(2, 1), true});
    run(SetKind{refs(2, 1), MemberKind::Brace});
    run(PutPick{{"over", "over", {}}});
    run(DropPick{"over"});
    FrameLimit limit;
    limit.id = "drift";
    limit.over = 300;
    run(SetFrameLimits{{limit}});
    run(SetSway{true, false});
    run(SayForces{StatedForces{ForceOrder::First, false, false}});
    run(Accept{{"x", "frame.overlap", "1", "looked at", "N. N.", "2026-12-01", "", {}}});
    run(DropAcceptance{"x"});
    run(SetStandard{"aisc360-22-asd"});
    Grid g;
    g.x = {{"1", 0}, {"2", 6}};
    run(SetGrid{g});
    // Of the shape, each kind of its own.
    const auto at = [&](int n) { return f.nodes.list()[static_cast<size_t>(n)].at; };
    DrawElements d;
    d.lines = {{at(0) + Vec3{-3, 0, 0}, at(0) + Vec3{-3, 0, 4}}};
    d.section = "HEA200";
    d.steel = "S275";
    run(ShapeEdit{d});
    run(ShapeEdit{MoveNodes{{static_cast<int>(f.nodes.size()) - 1}, {0, 0.5, 0}}});
    const int drawn = static_cast<int>(f.elements.size()) - 1;
    run(ShapeEdit{DivideElements{{drawn}, DivideElements::By::Parts, 2, {}}});
    run(ShapeEdit{JoinElements{{drawn, drawn + 1}}});
    CopyParts c;
    c.elements = {drawn};
    c.by = {0, 4, 0};
    run(ShapeEdit{c});
    SetElements pinned;
    pinned.elements = {drawn};
    pinned.releaseJ = std::array<bool, 6>{false, false, false, false, true, true};
    run(ShapeEdit{pinned});
    SetSupports s;
    s.nodes = {static_cast<int>(f.nodes.size()) - 1};
    s.support[2].held = true;
    run(ShapeEdit{s});
    run(ShapeEdit{DeleteParts{{drawn}, {}, true}});
    // Loads and cases.
    PutCase mine{"Mine"};
    mine.title = "By hand";
    mine.handSum = std::optional(Vec3{0, 0, -5e3});
    run(ShapeEdit{mine});
    run(ShapeEdit{PutLoads{"Mine", {0, 1}, {}, LineLoad{-1, LoadAxes::Global, 0, {}, {0, 0, -1e3}, {0, 0, -2e3}}}});
    AlterLoads turned{"Mine"};
    turned.factor = -1;
    run(ShapeEdit{turned});
    run(ShapeEdit{DropLoads{"Mine", {0}}});
    run(ShapeEdit{DropCase{"Mine"}});
    // Members by hand, and a patch as it is kept.
    const auto list = refs(0, 2);
    {
        std::vector<Finding> ignored;
        const Formed formed = formMembers(f, ignored);
        // The first two that run on from each other.
        bool joined = false;
        for (size_t a = 0; a < formed.members().size() && !joined; ++a)
            for (size_t o = a + 1; o < formed.members().size() && !joined; ++o) {
                Frame probe = f;
                const Edit e = JoinMembers{{formed.members()[a].id, formed.members()[o].id}};
                if (!applyEdit(probe, e)) continue;
                run(e);
                joined = true;
                std::vector<Finding> again;
                const Formed now = formMembers(f, again);
                const int element = formed.members()[a].pieces[0].element;
                const Member& one = now.members()[static_cast<size_t>(now.ofElement(element))];
                REQUIRE(one.pieces.size() > 1);
                const Element &x = f.elements.list()[static_cast<size_t>(one.pieces[0].element)],
                              &y = f.elements.list()[static_cast<size_t>(one.pieces[1].element)];
                run(SplitMember{one.id, x.i == y.i || x.i == y.j ? x.i : x.j});
            }
        CHECK(joined);
    }
    Frame titled = f;
    titled.title = "Another";
    run(differences(f, titled, "Title"));
    CHECK(kinds.size() == std::variant_size_v<Edit>);
    CHECK(shapes.size() == std::variant_size_v<ShapeEdit>);
    // All of it back, step by step.
    while (h.canUndo())
        REQUIRE(h.undo(f).has_value());
    CHECK(f == first);
}
