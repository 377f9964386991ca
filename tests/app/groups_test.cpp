// Groups in the real window: named, by section, merged, left out; members that are alike gathered.
#include "app/briefs/groups_bar.h"
#include "tests/app/briefs.h"

#include <QMenu>

using namespace wr;
using test::Briefs;
using test::click;
using test::kHill;
using test::trayRow;
using test::waitFor;
using test::Window;

TEST_CASE("groups: by name, by section, renamed and merged, left out; members that are alike are gathered", "[app][groups]")
{
    Window w(kHill);
    w.patient = false;
    Briefs b(w);
    BriefsView& v = w.window.briefs();
    v.tab(BriefsView::Groups).click();
    GroupsBar& g = v.groups();
    w.paint();
    REQUIRE(g.isVisible());
    const auto group = [&](const char* id) { return w.doc().model().members()[w.index(id)].group; };
    click(w, trayRow(w, "Joists", Tray::Row::Kind::Group));
    REQUIRE(w.doc().pick().size() == 18);
    CHECK(g.rename().text() == "Rename Joists");
    const std::string joist = w.doc().model().members()[*w.doc().pick().begin()].id;
    g.name().setText("Floor joists");
    w.click(g.rename());
    w.settle();
    CHECK(group(joist.c_str()) == "Floor joists");
    // One of them by itself, then merged with the rest.
    w.doc().setPick({w.index(joist)});
    w.type(g.name(), "Lone");
    CHECK(group(joist.c_str()) == "Lone");
    CHECK(g.rename().text() == "Rename Lone");
    g.name().setText("Floor joists");
    w.click(g.rename());
    w.settle();
    CHECK(trayRow(w, "Floor joists", Tray::Row::Kind::Group).members.size() == 18);
    // Left out: still there, counted as left out.
    w.doc().setPick({w.index(joist)});
    w.click(g.leaveOut());
    w.settle();
    CHECK(w.doc().report().counts.excluded == 1);
    CHECK(g.leaveOut().text() == "Take in again");
    w.click(g.leaveOut());
    w.settle();
    CHECK(w.doc().report().counts.excluded == 0);
    // A kind by hand, and back.
    g.kindMenu().actions()[2]->trigger();
    w.settle();
    CHECK(w.doc().model().members()[w.index(joist)].kind == MemberKind::Brace);
    g.kindMenu().actions().last()->trigger();
    w.settle();
    CHECK_FALSE(w.doc().model().members()[w.index(joist)].kind.has_value());
    // By section: as many groups as there are sections among the picked.
    w.doc().setPick({});
    g.byMenu().actions().front()->trigger();
    w.settle();
    for (const Member& m : w.doc().model().members()) {
        const FrameSection& s = w.doc().frame().sections[m.section];
        CHECK(m.group == (s.name.empty() ? s.id : s.name));
    }
    w.doc().undo();
    w.settle();
    // Alike: proposed with its cost, then taken.
    const auto before = w.doc().frame().design.members;
    g.lengthBand().setText("much");
    w.click(g.gather());
    CHECK(g.words().contains("share between"));
    g.lengthBand().setText("5 %");
    w.click(g.gather());
    REQUIRE(waitFor([&] { return !g.proposals().empty(); }));
    w.settle();
    CHECK(g.words().contains("sharing costs"));
    CHECK(v.words() == QString("%1 groups proposed").arg(g.proposals().size()));
    CHECK(v.table().model()->rowCount() == static_cast<int>(g.proposals().size()));
    CHECK(w.doc().frame().design.members == before);
    // A row of the proposal picks its members.
    v.table().selectRow(0);
    CHECK(w.doc().pick().size() == g.proposals().front().members.size());
    w.doc().setPick({});
    const std::vector<Alike> proposed = g.proposals();
    w.click(g.take());
    w.settle();
    CHECK(g.proposals().empty());
    for (const Alike& a : proposed)
        for (const size_t m : a.members)
            CHECK(w.doc().model().members()[m].group == a.name);
    w.doc().undo();
    w.settle();
    CHECK(w.doc().frame().design.members == before);
}
