// The stop Members, driven as an engineer does: pick, read, join, split, turn, try a rule, go back.
#include "tests/app/window.h"

#include "app/members/chain_legend.h"
#include "app/members/chains_view.h"
#include "app/members/members_bench.h"

#include <QCheckBox>
#include <QPushButton>

using namespace wr;
using Catch::Matchers::WithinRel;
using test::kDepot;
using test::Window;

namespace {

MembersBench& bench(Window& w)
{
    return w.window.bench().members();
}

} // namespace

TEST_CASE("members: a rafter is split, joined over the ridge, turned, and undo gives all back", "[app]")
{
    Window w(kDepot);
    w.patient = false;
    w.key(Qt::Key_2);
    CHECK(w.window.line().openCount(Stop::Members) == 0);
    w.pick({"R4c"});
    CHECK(bench(w).reason() == "Listed in the file: 4 elements in one line within 1°, one section, bending carried through.");
    const size_t count = w.doc().model().members().size();
    // The haunch has another section: the button says that it cannot be, and why.
    CHECK_FALSE(bench(w).join(false).isEnabled());
    CHECK(bench(w).join(false).toolTip().contains("another section"));
    // Split in the middle: two members, checked again at once.
    bench(w).splitAt().setCurrentIndex(1);
    w.click(bench(w).split());
    CHECK(w.doc().model().members().size() == count + 1);
    CHECK_THAT(w.doc().model().members()[w.index("R4c")].length, WithinRel(4.0201, 1e-3));
    CHECK(w.doc().checked());
    CHECK(w.doc().report().results[w.index("R4c")].governing >= 0);
    CHECK(w.doc().history().canUndo());
    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(w.doc().model().members().size() == count);
    // Over the ridge: a kink, one member of 16 m.
    w.pick({"R4c"});
    CHECK(bench(w).join(true).text() == "Join with R4d");
    w.click(bench(w).join(true));
    CHECK(w.doc().model().members().size() == count - 1);
    CHECK_THAT(w.doc().model().members()[w.index("R4c")].length, WithinRel(2 * 8.0402, 1e-3));
    CHECK(bench(w).reason().startsWith("Put together by hand: 8 elements with 1 kink"));
    const int start = w.doc().model().members()[w.index("R4c")].startNode;
    w.click(bench(w).turn());
    CHECK(w.doc().model().members()[w.index("R4c")].endNode == start);
    // Back to the rule: the two lines stand again, in their group.
    w.click(bench(w).byRule());
    CHECK(w.doc().model().members().size() == count);
    for (int k = 0; k < 3; ++k)
        w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(w.doc().model().members().size() == count);
    CHECK(w.doc().model().members()[w.index("R4d")].pieces.size() == 4);
    CHECK_FALSE(w.doc().modified());
}

TEST_CASE("members: many picked are joined with what continues them in one step", "[app]")
{
    Window w(kDepot);
    w.patient = false;
    w.key(Qt::Key_2);
    w.pick({"R3c", "R4c", "R5c"});
    const size_t count = w.doc().model().members().size();
    w.click(bench(w).joinEach());
    CHECK(w.doc().model().members().size() == count - 3);
    CHECK(w.doc().pick().size() == 3);
    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(w.doc().model().members().size() == count);
    // What makes no line is refused with the reason, and nothing changes.
    w.pick({"R3c", "R5c"});
    w.click(bench(w).joinPicked());
    CHECK(bench(w).trouble().contains("do not join end to end"));
    CHECK(w.doc().model().members().size() == count);
}

TEST_CASE("members: a rule shows its effect before it is taken", "[app]")
{
    Window w(kDepot);
    w.patient = false;
    w.key(Qt::Key_2);
    // All by rule first.
    std::set<size_t> all;
    for (size_t i = 0; i < w.doc().model().members().size(); ++i)
        all.insert(i);
    w.doc().setPick(all);
    w.settle();
    QPushButton* rule = nullptr;
    for (QPushButton* b : bench(w).findChildren<QPushButton*>())
        if (b->text() == "Back to the rule" && b->isVisibleTo(&w.window)) rule = b;
    REQUIRE(rule);
    w.click(*rule);
    w.doc().setPick({});
    w.settle();
    const size_t byRule = w.doc().model().members().size();
    QTest::mouseClick(&bench(w).columnsAtLevels(), Qt::LeftButton, Qt::NoModifier, QPoint(8, 8));
    w.settle();
    CHECK(bench(w).effect().contains("members become"));
    CHECK(w.doc().model().members().size() == byRule); // nothing is done yet
    w.click(bench(w).letGo());
    CHECK(bench(w).effect().isEmpty());
    CHECK_FALSE(bench(w).columnsAtLevels().isChecked());
    QTest::mouseClick(&bench(w).columnsAtLevels(), Qt::LeftButton, Qt::NoModifier, QPoint(8, 8));
    w.click(bench(w).take());
    CHECK(w.doc().model().members().size() > byRule);
    CHECK(w.doc().frame().design.forming->columns == FormingRule::Columns::AtLevels);
    // An angle that is none is refused in words.
    w.type(bench(w).angle(), "90");
    CHECK(bench(w).effect().contains("up to 30"));
    CHECK_FALSE(bench(w).take().isEnabled());
    w.view().setFocus(); // in the field Ctrl+Z takes back what was typed
    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(w.doc().model().members().size() == byRule);
}

TEST_CASE("members: table and view pick the same member", "[app]")
{
    Window w(kDepot);
    w.patient = false;
    w.key(Qt::Key_2);
    QTableView& t = w.window.chains().table();
    REQUIRE(t.isVisibleTo(&w.window));
    REQUIRE(t.model()->rowCount() == static_cast<int>(w.doc().model().members().size()));
    const auto cell = [&](int row, int column) { return t.model()->index(row, column).data().toString(); };
    t.scrollTo(t.model()->index(3, 0));
    QTest::mouseClick(t.viewport(), Qt::LeftButton, Qt::NoModifier, t.visualRect(t.model()->index(3, 0)).center());
    w.settle();
    REQUIRE(w.doc().pick().size() == 1);
    CHECK(cell(3, 0).toStdString() == w.doc().model().members()[*w.doc().pick().begin()].id);
    w.pick({"CW4"});
    const auto rows = t.selectionModel()->selectedRows();
    REQUIRE(rows.size() == 1);
    CHECK(cell(rows[0].row(), 0) == "CW4");
    CHECK(cell(rows[0].row(), 4).startsWith("support of node"));
}

TEST_CASE("members: the legend's bars pick chains by their elements; tabs list elements, breaks and what is left over", "[app]")
{
    Window w(kDepot);
    w.patient = false;
    w.key(Qt::Key_2);
    ChainLegend& legend = w.view().chainLegend();
    REQUIRE(legend.isVisibleTo(&w.window));
    CHECK_FALSE(w.view().legend().isVisibleTo(&w.window));
    const auto& members = w.doc().model().members();
    int four = 0, all = 0;
    for (const Member& m : members)
        four += m.pieces.size() == 4;
    for (const int n : legend.counts())
        all += n;
    CHECK(all == static_cast<int>(members.size()));
    REQUIRE(legend.counts()[3] == four);
    QTest::mouseClick(&legend, Qt::LeftButton, Qt::NoModifier, legend.bar(4).center().toPoint());
    w.settle();
    CHECK(static_cast<int>(w.doc().pick().size()) == four);
    for (const size_t i : w.doc().pick())
        CHECK(members[i].pieces.size() == 4);
    // Each tab has its own rows; a row of any picks the member it is about.
    ChainsView& view = w.window.chains();
    QTableView& t = view.table();
    w.click(view.tab(ChainsView::Elements));
    CHECK(t.model()->rowCount() == static_cast<int>(w.doc().frame().elements.size()));
    CHECK(static_cast<int>(t.selectionModel()->selectedRows().size()) == 4 * four);
    w.click(view.tab(ChainsView::Breaks));
    REQUIRE(t.model()->rowCount() > 0);
    QTest::mouseClick(t.viewport(), Qt::LeftButton, Qt::NoModifier, t.visualRect(t.model()->index(2, 0)).center());
    w.settle();
    REQUIRE(w.doc().pick().size() == 1);
    CHECK(t.model()->index(2, 1).data().toString().toStdString() == members[*w.doc().pick().begin()].id);
    CHECK(t.model()->index(2, 5).data().toString().contains("goes on"));
    w.click(view.tab(ChainsView::LeftOver));
    CHECK(t.model()->rowCount() == 0);
    CHECK(view.words() == "every element is in a member that is checked");
    w.click(view.tab(ChainsView::Members));
    CHECK(t.model()->rowCount() == static_cast<int>(members.size()));
}
