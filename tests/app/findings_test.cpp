// Findings in the window: counted on the line, listed, settled by their buttons, accepted, fallen back.
#include "app/findings/finding_card.h"
#include "app/findings/findings_view.h"
#include "app/findings/stop_findings.h"
#include "app/frame/frame_tables_view.h"
#include "tests/app/window.h"

#include <QLineEdit>
#include <QPushButton>
#include <QSettings>
#include <QToolButton>

using namespace wr;
using test::kHill;
using test::kStreet;
using test::waitFor;
using test::Window;

namespace {

FindingsView& list(Window& w)
{
    return w.window.findings();
}
void choose(Window& w, const std::string& id)
{
    const int row = list(w).model().rowOf(id);
    CAPTURE(id);
    REQUIRE(row >= 0);
    QTableView& t = list(w).table();
    t.scrollTo(list(w).model().index(row, FindingsModel::What));
    QTest::mouseClick(t.viewport(), Qt::LeftButton, Qt::NoModifier,
                      t.visualRect(list(w).model().index(row, FindingsModel::What)).center());
    w.settle();
}
void wholeKnown(Window& w)
{
    REQUIRE(waitFor([&] { return w.doc().state().wholeKnown && !w.doc().jobs().running(); }));
    w.settle();
}

} // namespace

TEST_CASE("findings: the count on the line opens the list of its stop; tabs and severities filter it", "[app]")
{
    Window w(kHill);
    wholeKnown(w);
    LineView& line = w.window.line();
    const int open = line.openCount(Stop::Restraint);
    REQUIRE(open > 0);
    CHECK(open == static_cast<int>(w.doc().openAt(WorkStop::Restraint)));
    QTest::mouseClick(&line, Qt::LeftButton, Qt::NoModifier, line.countArea(Stop::Restraint).center().toPoint());
    w.settle();
    REQUIRE(list(w).isVisible());
    CHECK(line.current() == Stop::Check); // nothing else moved
    CHECK(list(w).stopTab(WorkStop::Restraint).isChecked());
    int warnings = 0;
    for (int r = 0; r < list(w).model().rowCount(); ++r) {
        const FindingKind* kind = findKind(list(w).model().row(r)->finding.code);
        CHECK(kind->stop == WorkStop::Restraint);
        warnings += list(w).model().row(r)->finding.severity != Severity::Note;
    }
    CHECK(warnings == open);
    QTest::mouseClick(&list(w).stopTab(std::nullopt), Qt::LeftButton);
    CHECK(list(w).model().rowCount() == static_cast<int>(w.doc().audit().size()));
    CHECK(list(w).shownWords() == QString("%1 of %1 shown").arg(w.doc().audit().size()));
    QTest::mouseClick(&list(w).kind(FindingsView::Warnings), Qt::LeftButton);
    for (int r = 0; r < list(w).model().rowCount(); ++r)
        CHECK(list(w).model().row(r)->finding.severity != Severity::Warning);
    CHECK(list(w).model().rowCount() < static_cast<int>(w.doc().audit().size()));
    QTest::keyClick(&list(w).table(), Qt::Key_Escape);
    w.paint();
    CHECK_FALSE(list(w).isVisible());
    // By its key, and away again by it.
    QTest::keyClick(&w.window, Qt::Key_A);
    w.paint();
    CHECK(list(w).isVisible());
    QTest::keyClick(&w.window, Qt::Key_A);
    w.paint();
    CHECK_FALSE(list(w).isVisible());
}

TEST_CASE("findings: a way out is carried out by its button and undone like any edit", "[app]")
{
    Window w(kStreet);
    wholeKnown(w);
    w.window.showFindings(WorkStop::Frame);
    w.settle();
    choose(w, "forces.sway");
    FindingCard& card = list(w).card();
    REQUIRE(card.ways().size() == 4);
    CHECK(card.words().contains("first order"));
    QTest::mouseClick(card.ways()[0], Qt::LeftButton);
    w.settle();
    REQUIRE(waitFor([&] { return w.doc().model().forces().secondOrder && w.doc().checked() && !w.doc().jobs().running(); }));
    w.settle();
    CHECK(w.doc().model().forces().reducedStiffness);
    CHECK(list(w).model().rowOf("forces.sway") == -1);
    CHECK(list(w).isVisible());
    w.doc().undo();
    REQUIRE(waitFor([&] { return !w.doc().model().forces().secondOrder && w.doc().checked() && !w.doc().jobs().running(); }));
    w.settle();
    CHECK(list(w).model().rowOf("forces.sway") >= 0);
    // A way that leads: to the page where combinations are written.
    choose(w, "stability.notional");
    QTest::mouseClick(list(w).card().ways().back(), Qt::LeftButton);
    w.settle();
    CHECK(w.window.line().current() == Stop::Frame);
    CHECK(w.window.tables().page() == FrameTablesView::Combinations);
}

TEST_CASE("findings: accepted with reason and name it stays listed, and falls back when what it is about changes", "[app]")
{
    QSettings().remove("name");
    Window w(kStreet);
    wholeKnown(w);
    const size_t open = w.doc().openAt(WorkStop::Frame);
    w.window.showFindings(WorkStop::Frame);
    w.settle();
    choose(w, "stability.notional");
    FindingCard& card = list(w).card();
    QTest::mouseClick(&card.accept(), Qt::LeftButton); // without a reason: nothing is accepted
    CHECK(w.doc().frame().design.acceptances.empty());
    QTest::keyClicks(&card.reason(), "wind governs everywhere");
    QTest::keyClicks(&card.name(), "EN");
    QTest::mouseClick(&card.accept(), Qt::LeftButton);
    w.settle();
    REQUIRE(w.doc().frame().design.acceptances.size() == 1);
    CHECK(w.doc().openAt(WorkStop::Frame) == open - 1);
    CHECK(w.window.line().openCount(Stop::Frame) == static_cast<int>(open) - 1);
    REQUIRE(list(w).model().rowOf("stability.notional") >= 0);
    choose(w, "stability.notional");
    CHECK(card.words().contains("Accepted by EN"));
    CHECK(card.words().contains("wind governs everywhere"));
    // Another section for a member has nothing to do with it …
    CHECK(w.doc().run(SetGroup{w.doc().refs({0}), "Corner"}).isEmpty());
    w.settle();
    CHECK(w.doc().openAt(WorkStop::Frame) == open - 1);
    // … a combination has.
    SetLoads loads{w.doc().frame().cases, w.doc().frame().combinations, "a factor"};
    loads.combinations.front().terms.front().second *= 1.05;
    CHECK(w.doc().run(loads).isEmpty());
    wholeKnown(w);
    CHECK(w.doc().openAt(WorkStop::Frame) == open);
    choose(w, "stability.notional");
    CHECK(card.words().contains("Was accepted by EN"));
    CHECK(card.name().text() == "EN"); // remembered
    w.doc().undo();
    wholeKnown(w);
    CHECK(w.doc().openAt(WorkStop::Frame) == open - 1); // as it was, so it stands again
    choose(w, "stability.notional");
    QTest::mouseClick(&card.takeBack(), Qt::LeftButton);
    w.settle();
    CHECK(w.doc().openAt(WorkStop::Frame) == open);
    CHECK(w.doc().frame().design.acceptances.empty());
}

TEST_CASE("findings: at the foot of each bench, those about the picked member first", "[app]")
{
    Window w(kHill);
    wholeKnown(w);
    std::string member;
    for (const AuditRow& r : w.doc().audit())
        if (r.finding.code == "hold.doubtful") member = r.finding.subject;
    REQUIRE_FALSE(member.empty());
    w.window.ride(Stop::Restraint);
    w.settle();
    StopFindings& foot = w.window.bench().findings(Stop::Restraint);
    REQUIRE(foot.isVisible());
    CHECK(foot.headline().contains(QString::number(w.doc().openAt(WorkStop::Restraint))));
    w.doc().setPick({w.index(member)});
    w.settle();
    REQUIRE_FALSE(foot.rows().empty());
    CHECK(QString::fromStdString(foot.rows().front().id).contains(QString::fromStdString(member)));
    // Its best way out, at the member itself.
    QPushButton* way = foot.rows().front().way;
    REQUIRE(way != nullptr);
    const size_t before = w.doc().frame().design.restraints.size();
    QTest::mouseClick(way, Qt::LeftButton);
    w.settle();
    CHECK(w.doc().frame().design.restraints.size() >= before);
    CHECK(w.doc().canUndo());
    REQUIRE_FALSE(foot.rows().empty());
    const std::string next = foot.rows().front().id;
    QTest::mouseClick(foot.rows().front().more, Qt::LeftButton);
    w.settle();
    REQUIRE(list(w).isVisible());
    CHECK(list(w).model().row(list(w).table().currentIndex().row())->id == next);
}

TEST_CASE("findings: the stability statement stands at the stop Frame", "[app]")
{
    Window w(kStreet);
    wholeKnown(w);
    Q_EMIT w.doc().wantShown(WorkStop::Frame, "stability");
    w.settle();
    CHECK(w.window.tables().page() == FrameTablesView::Stability);
    const auto lines = w.doc().state().stability();
    REQUIRE(lines.size() == 7);
    TableModel& table = w.window.tables().model();
    REQUIRE(table.rowCount() == 7);
    for (int r = 0; r < 7; ++r)
        CHECK(table.index(r, 2).data().toString().toStdString() == verdictWord(lines[static_cast<size_t>(r)].verdict));
    CHECK(table.index(1, 2).data().toString() == "not met");
}
