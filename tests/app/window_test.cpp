#include "app/findings/stop_findings.h"
#include "tests/app/window.h"

#include "core/files/frame_reader.h"
#include "core/files/frame_writer.h"

#include <QAbstractItemModelTester>
#include <QDir>
#include <QDragEnterEvent>
#include <QFile>
#include <QLabel>
#include <QMimeData>
#include <QScrollBar>
#include <QSettings>
#include <QSignalSpy>
#include <QTemporaryDir>
#include <QToolButton>

using namespace wr;
using test::kHill;
using test::kStreet;
using test::Window;

TEST_CASE("window: starts with what to do first, and opens a demo frame by a click", "[app]")
{
    Window w("");
    CHECK_FALSE(w.window.showsFrame());
    CHECK(w.window.start().currentIndex() == 0);
    QPushButton* demo = nullptr;
    for (QPushButton* b : w.window.start().findChildren<QPushButton*>())
        if (b->text().startsWith("Marrow Hill")) demo = b;
    REQUIRE(demo != nullptr);
    QTest::mouseClick(demo, Qt::LeftButton);
    REQUIRE(test::waitFor([&] { return w.window.showsFrame() && w.doc().checked(); }));
    CHECK(w.doc().model().members().size() == 198);
    CHECK(w.window.line().figures().startsWith("198 members · "));
    CHECK(w.window.line().figures().contains(" over · top "));
    CHECK(w.window.line().situation() == "AISC 360-22 LRFD · first order · forces fit sizes");
    CHECK(w.window.line().openCount(Stop::Check) == w.doc().report().counts.over);
    CHECK(w.window.windowTitle() == "Marrow Hill lookout tower — Wren Rail");
}

TEST_CASE("window: a click in the view picks the member under it, ledger and bench follow", "[app]")
{
    Window w(kHill);
    w.view().fitFrame();
    w.paint();
    // The outermost edge of the tower at some level: a leg, unobstructed.
    const size_t leg = w.index("LEG-NE2");
    const auto at = w.view().middleOf(leg);
    REQUIRE(at.has_value());
    const auto there = w.view().memberAt(*at);
    REQUIRE(there.has_value());
    QTest::mouseMove(&w.view(), at->toPoint());
    QTest::mouseClick(&w.view(), Qt::LeftButton, Qt::NoModifier, at->toPoint());
    REQUIRE(w.doc().pick().size() == 1);
    const size_t picked = *w.doc().pick().begin();
    CHECK(picked == *there);
    const auto rows = w.window.ledger().table().selectionModel()->selectedRows();
    REQUIRE(rows.size() == 1);
    CHECK(rows.front().data().toString() == QString::fromStdString(w.doc().model().members()[picked].id));
    CHECK(w.member().modes().chosen() == w.doc().report().results[picked].governing);
    CHECK(w.member().trace().formulaCount() > 3);
    // An empty place lets go.
    QTest::mouseClick(&w.view(), Qt::LeftButton, Qt::NoModifier, QPoint(w.view().width() - 20, 60));
    CHECK(w.doc().pick().empty());
    CHECK(w.window.ledger().table().selectionModel()->selectedRows().isEmpty());
}

TEST_CASE("window: window pick to the right takes what is wholly inside, to the left what is touched", "[app]")
{
    Window w(kHill);
    auto& v = w.view();
    const auto drag = [&](QPoint from, QPoint to) {
        QTest::mousePress(&v, Qt::LeftButton, Qt::NoModifier, from);
        QTest::mouseMove(&v, (from + to) / 2);
        QTest::mouseMove(&v, to);
        QTest::mouseRelease(&v, Qt::LeftButton, Qt::NoModifier, to);
        return w.doc().pick().size();
    };
    const QPoint a(v.width() / 2 - 120, v.height() / 4), b(v.width() / 2 + 120, v.height() / 2);
    const size_t inside = drag(a, b);
    const auto picked = w.doc().pick();
    const size_t touched = drag(b, a);
    CHECK(inside > 5);
    CHECK(touched > inside);
    for (const size_t m : picked)
        CHECK(w.doc().pick().contains(m));
    const size_t all = drag(QPoint(2, 2), QPoint(v.width() - 3, v.height() - 3));
    CHECK(all == w.doc().model().members().size());
}

TEST_CASE("window: brushing the legend picks that range of utilisation", "[app]")
{
    Window w(kHill);
    Legend& l = w.view().legend();
    REQUIRE(l.isVisible());
    const auto& p = l.picture();
    int total = 0;
    for (const int n : p.counts)
        total += n;
    CHECK(total == 198);
    const int y = static_cast<int>(p.plot.center().y());
    QTest::mousePress(&l, Qt::LeftButton, Qt::NoModifier, QPoint(static_cast<int>(p.xOf(1.0)), y));
    QTest::mouseMove(&l, QPoint(static_cast<int>(p.xOf(1.6)), y));
    QTest::mouseMove(&l, QPoint(static_cast<int>(p.plot.right()), y));
    QTest::mouseRelease(&l, Qt::LeftButton, Qt::NoModifier, QPoint(static_cast<int>(p.plot.right()), y));
    CHECK(static_cast<int>(w.doc().pick().size()) >= w.doc().report().counts.over);
    for (const size_t m : w.doc().pick())
        CHECK(w.doc().report().results[m].utilisation > 0.97);
    CHECK(w.window.ledger().shownWords().contains(QString("%1 picked").arg(w.doc().pick().size())));
}

TEST_CASE("window: the ledger sorts, filters and says how many of how many it shows", "[app]")
{
    Window w(kHill);
    Ledger& l = w.window.ledger();
    QAbstractItemModelTester tester(&l.model(), QAbstractItemModelTester::FailureReportingMode::Fatal);
    QTableView& t = l.table();
    CHECK(l.shownWords() == "198 of 198 shown");
    const auto value = [&](int row) {
        return t.model()->index(row, l.model().utilisationColumn()).data(LedgerModel::UtilisationRole).toDouble();
    };
    CHECK(value(0) == Approx(w.doc().report().counts.top));
    for (int r = 0; r + 1 < 50; ++r)
        CHECK(value(r) >= value(r + 1));
    const auto clickHeader = [&](int column) {
        const QHeaderView* h = t.horizontalHeader();
        QTest::mouseClick(h->viewport(), Qt::LeftButton, Qt::NoModifier,
                          QPoint(h->sectionViewportPosition(column) + 20, h->height() / 2));
    };
    clickHeader(l.model().utilisationColumn());
    CHECK(value(0) <= value(1));
    clickHeader(0);
    CHECK(t.model()->index(0, 0).data().toString() < t.model()->index(100, 0).data().toString());
    // "/" goes to the filter, Escape leaves it.
    w.key(Qt::Key_Slash);
    auto* filter = l.findChild<QLineEdit*>();
    REQUIRE(filter->hasFocus());
    QTest::keyClicks(filter, "joist");
    CHECK(l.shownWords() == "18 of 198 shown");
    QTest::keyClick(filter, Qt::Key_Escape);
    CHECK(l.shownWords() == "198 of 198 shown");
    // A row picks its member.
    const QModelIndex row = t.model()->index(3, 0);
    t.scrollTo(row);
    QTest::mouseClick(t.viewport(), Qt::LeftButton, Qt::NoModifier, t.visualRect(row).center());
    REQUIRE(w.doc().pick().size() == 1);
    CHECK(QString::fromStdString(w.doc().model().members()[*w.doc().pick().begin()].id) == row.data().toString());
    l.show(LedgerKind::Groups);
    CHECK(l.model().rowCount() == 16);
    l.show(LedgerKind::Sections);
    CHECK(l.shownWords().contains("of"));
}

TEST_CASE("window: the trace of another mode is shown by clicking its row", "[app]")
{
    Window w(kHill);
    w.doc().setPick({w.index("EB-1S")});
    auto& modes = w.member().modes();
    const int before = modes.chosen();
    const auto& r = w.doc().report().results[w.index("EB-1S")];
    int shear = -1;
    for (size_t i = 0; i < r.outcomes.size(); ++i)
        if (w.doc().model().standard().checks[r.outcomes[i].check].key == "shear-major") shear = static_cast<int>(i);
    REQUIRE(shear >= 0);
    QTest::mouseClick(&modes, Qt::LeftButton, Qt::NoModifier, modes.rowArea(shear).center().toPoint());
    CHECK(modes.chosen() == shear);
    CHECK(modes.chosen() != before);
    const QString words = w.member().trace().plainText();
    CHECK(words.contains("Shear in the web  [G2.1]"));
    CHECK(words.contains("V_n = 0.6*F_y*A_w*C_v1 = "));
    CHECK(words.contains("ratio = V_r/V_c"));
    // Keyboard too.
    QTest::keyClick(&modes, Qt::Key_Up);
    CHECK(modes.chosen() != shear);
    // The diagram shows the combination of the mode that is read (at first the one that governs), and another when chosen.
    const auto shows = [&](int outcome) {
        return TableSet(static_cast<size_t>(w.member().diagrams().combinations().currentIndex())) ==
               w.doc().model().setOf(w.index("EB-1S"), r.outcomes[outcome]);
    };
    CHECK(shows(modes.chosen()));
    modes.choose(r.governing);
    CHECK(shows(r.governing));
    w.paint();
    const double moment = w.member().diagrams().largestMoment();
    w.member().diagrams().combinations().setCurrentIndex(0);
    w.paint();
    CHECK(w.member().diagrams().largestMoment() != Approx(moment));
}

TEST_CASE("window: a changed factor moves the ratio, the counts follow, undo takes it back", "[app]")
{
    Window w(kHill);
    const size_t m = w.index("BR-W1b");
    w.doc().setPick({m});
    w.member().showDesign(true);
    const double before = w.utilisation("BR-W1b"), other = w.utilisation("LEG-NE1");
    const int over = w.doc().report().counts.over;
    w.typeLength(LengthAxis::Minor, "0.5");
    w.typeLength(LengthAxis::Major, "0.5");
    CHECK(w.utilisation("BR-W1b") < 0.8 * before);
    CHECK(w.utilisation("LEG-NE1") == other);
    CHECK(w.doc().report().counts.over < over);
    CHECK(w.window.line().figures().contains(QString("%1 over").arg(w.doc().report().counts.over)));
    CHECK(w.doc().forcesFit());
    CHECK(w.window.windowTitle().startsWith("• "));
    w.key(Qt::Key_Z, Qt::ControlModifier);
    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(w.utilisation("BR-W1b") == Approx(before));
    CHECK(w.doc().report().counts.over == over);
    CHECK_FALSE(w.window.windowTitle().startsWith("• "));
    w.key(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    CHECK(w.utilisation("BR-W1b") <= before);
    // A length with a unit, then nothing: back to what the holds give.
    w.typeLength(LengthAxis::Minor, "3.35 m");
    CHECK(w.doc().model().lanes(w.index("BR-W1b")).longest(LengthAxis::Minor) == Approx(3.35));
    w.typeLength(LengthAxis::Minor, "");
    CHECK_FALSE(w.doc().model().lanes(w.index("BR-W1b")).of(LengthAxis::Minor).front().byHand);
    // Silly input is answered, nothing changes.
    w.typeLength(LengthAxis::Minor, "3 kN");
    CHECK(w.window.bench().restraint().trouble().contains("kN"));
    w.typeLength(LengthAxis::Minor, "-1");
    CHECK(w.window.bench().restraint().trouble().contains("greater than zero"));
    // The bench at Check says in a line what stands, and leads there.
    w.window.ride(Stop::Check);
    CHECK(w.member().editor().lengths().startsWith("Longest, ft: major"));
    QTest::mouseClick(&w.member().editor().toRestraint(), Qt::LeftButton);
    CHECK(w.window.line().current() == Stop::Restraint);
}

TEST_CASE("window: section, group and grade for many picked members, re-checked at once", "[app]")
{
    Window w(kStreet);
    std::set<size_t> pick;
    for (size_t i = 0; i < w.doc().model().members().size(); ++i)
        if (w.doc().model().members()[i].group == "Purlins") pick.insert(i);
    REQUIRE(pick.size() == 6);
    w.doc().setPick(pick);
    w.member().showDesign(true);
    const double before = w.utilisation("P1L");
    w.type(w.member().editor().section(), "ipe 160");
    CHECK(w.utilisation("P1L") < 0.8 * before);
    CHECK_FALSE(w.doc().forcesFit());
    CHECK(w.window.line().situation().contains("forces belong to other sizes"));
    w.type(w.member().editor().section(), "IPE999");
    CHECK(w.member().editor().trouble().contains("not in the catalogue"));
    const int s275 = w.member().editor().grade().findText("EN 10025-2 S275");
    REQUIRE(s275 >= 0);
    // Elastic lateral-torsional buckling governs and knows no fy; the plastic moment does.
    const auto plastic = [&] { return w.doc().report().results[w.index("P1L")].outcomes[2].ratio; };
    const double steel = plastic();
    w.member().editor().grade().setCurrentIndex(s275);
    Q_EMIT w.member().editor().grade().activated(s275);
    w.settle();
    CHECK(plastic() == Approx(steel * 355 / 275));
    w.member().editor().group().lineEdit()->setFocus();
    w.type(*w.member().editor().group().lineEdit(), "Light beams");
    CHECK(w.doc().model().members()[w.index("P1L")].group == "Light beams");
    bool row = false;
    for (const auto& r : w.window.tray().rows())
        row |= r.name == "Light beams" && r.members.size() == 6;
    CHECK(row);
    // Analysed again with the new sizes, forces fit.
    w.key(Qt::Key_F5);
    REQUIRE(test::waitFor([&] { return w.doc().forcesFit() && !w.doc().jobs().running(); }));
    for (int k = 0; k < 20 && w.doc().canUndo(); ++k)
        w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(w.doc().model().members()[w.index("P1L")].group == "Purlins");
}

TEST_CASE("window: groups and levels in the tray pick, only these hides the rest", "[app]")
{
    Window w(kHill);
    const auto& rows = w.window.tray().rows();
    const auto find = [&](const QString& name) {
        for (const auto& r : rows)
            if (r.name == name) return r;
        FAIL(name.toStdString());
        return rows.front();
    };
    const auto joists = find("Joists");
    QTest::mouseClick(&w.window.tray(), Qt::LeftButton, Qt::NoModifier, joists.area.center().toPoint());
    CHECK(w.doc().pick().size() == 18);
    w.view().setFocus();
    w.key(Qt::Key_H);
    CHECK(w.view().hiddenCount() == 180);
    CHECK_FALSE(w.view().memberAt(*w.view().middleOf(w.index("LEG-NE2"))) == std::optional(w.index("LEG-NE2")));
    w.key(Qt::Key_H, Qt::ShiftModifier);
    CHECK(w.view().hiddenCount() == 0);
    const auto level = find("+96.00");
    QTest::mouseClick(&w.window.tray(), Qt::LeftButton, Qt::NoModifier, level.area.center().toPoint());
    CHECK(w.doc().pick().size() == level.members.size());
    QTest::mouseClick(&w.window.tray(), Qt::LeftButton, Qt::NoModifier, level.area.center().toPoint());
    CHECK(w.doc().pick().empty());
}

TEST_CASE("window: the line rides to every stop by key", "[app]")
{
    Window w(kStreet);
    w.view().setFocus();
    for (int i = 0; i < kStops; ++i) {
        w.key(static_cast<Qt::Key>(Qt::Key_1 + i));
        CHECK(static_cast<int>(w.window.line().current()) == i);
    }
    QTest::mouseClick(&w.window.line(), Qt::LeftButton, Qt::NoModifier,
                      w.window.line().stopArea(Stop::Frame).center().toPoint());
    CHECK(w.window.line().current() == Stop::Frame);
    CHECK(w.window.bench().findings(Stop::Frame).rows().size() > 0);
    // A digit typed into a field stays in the field.
    w.key(Qt::Key_5);
    w.doc().setPick({0});
    w.member().showDesign(true);
    auto& field = w.member().editor().section();
    field.setFocus();
    field.selectAll();
    QTest::keyClicks(&field, "2");
    CHECK(w.window.line().current() == Stop::Check);
    CHECK(field.text() == "2");
}

TEST_CASE("window: another method re-checks everything and can be undone", "[app]")
{
    Window w(kStreet);
    const double before = w.doc().report().counts.top;
    CHECK(w.doc().run(SetStandard{"aisc360-22-asd"}).isEmpty());
    w.paint(); // a paint between the edit and its results
    w.settle();
    // The demo's combinations are LRFD: nothing is passed by ASD, and the line says so.
    CHECK(w.doc().report().counts.unchecked == 40);
    CHECK(w.window.line().figures().contains("40 unchecked"));
    CHECK(w.window.line().situation().startsWith("AISC 360-22 ASD"));
    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(w.doc().report().counts.unchecked == 0);
    CHECK(w.doc().report().counts.top == Approx(before));
}

TEST_CASE("window: a frame without a design block, members formed by rule are declared by the first edit", "[app]")
{
    QTemporaryDir folder;
    const QString path = folder.filePath("plain.frame.json");
    {
        Frame f = *readFrameFile(std::string(WREN_SOURCE) + "/data/demo/tern-street.frame.json").value;
        f.design = {};
        f.hasDesign = false;
        REQUIRE(writeFrameFile(f, path.toStdString()).has_value());
    }
    Window w(path);
    const auto n = w.doc().model().members().size();
    const std::string id = w.doc().model().members()[7].id;
    const auto chain = w.doc().model().members()[7].pieces.size();
    w.doc().setPick({7});
    w.view().onlyThese();
    w.member().showDesign(true);
    w.typeLength(LengthAxis::Minor, "0.9");
    CHECK(w.doc().model().members().size() == n);
    REQUIRE(w.doc().pick().size() == 1);
    CHECK(w.doc().model().members()[*w.doc().pick().begin()].id == id);
    CHECK(w.doc().model().members()[*w.doc().pick().begin()].pieces.size() == chain);
    CHECK_FALSE(w.view().hides(w.index(id)));
    CHECK(w.view().hiddenCount() == static_cast<int>(n) - 1);
    CHECK(w.doc().frame().design.members.size() == 1);
    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(w.doc().frame().design.members.empty());
}

TEST_CASE("window: saved and opened again, the design is as it was, unsaved work is asked for", "[app]")
{
    QTemporaryDir folder;
    const QString path = folder.filePath("street.frame.json");
    double ratio = 0;
    {
        Window w(kStreet);
        w.doc().setPick({w.index("C1L"), w.index("C1R")});
        w.member().showDesign(true);
        w.typeLength(LengthAxis::Minor, "1.4");
        ratio = w.utilisation("C1L");
        w.answer = 0; // cancel: the window stays
        w.window.close();
        CHECK(w.asked == 1);
        CHECK(w.window.isVisible());
        REQUIRE(w.window.saveTo(path));
        CHECK_FALSE(w.doc().modified());
        w.window.close();
        CHECK(w.asked == 1);
        CHECK_FALSE(w.window.isVisible());
    }
    Window again(path);
    CHECK(again.utilisation("C1L") == Approx(ratio).epsilon(1e-9));
    CHECK(again.doc().model().lanes(again.index("C1L")).of(LengthAxis::Minor).front().k == Approx(1.4));
    CHECK(again.doc().model().lanes(again.index("C2L")).of(LengthAxis::Minor).front().k == Approx(1.0));
}

TEST_CASE("window: a file with faults shows them all with their places, the frame before stays", "[app]")
{
    QTemporaryDir folder;
    const QString path = folder.filePath("bad.frame.json");
    QFile f(path);
    REQUIRE(f.open(QIODevice::WriteOnly));
    f.write(
        R"({"format":"wren-frame","version":1,"materials":[{"id":"M","grade":"A99"}],
"sections":[{"id":"S","name":"W12X66"}],"nodes":[{"id":"1","at":[0,0,0]}],
"elements":[{"id":"E","nodes":["1","2"],"section":"S","material":"M"}]})");
    f.close();
    Window w(kStreet);
    w.open(path);
    CHECK_FALSE(w.window.showsFrame());
    auto& t = w.window.start().faults();
    REQUIRE(t.rowCount() == 3);
    QStringList places;
    for (int r = 0; r < t.rowCount(); ++r)
        places << t.item(r, 0)->text();
    CHECK(places == QStringList{"/materials/0/grade", "/sections/0/name", "/elements/0/nodes/1"});
    CHECK(t.item(1, 1)->text().contains("W12X65"));
    for (QPushButton* b : w.window.start().findChildren<QPushButton*>())
        if (b->text() == "Back" && b->isVisible()) QTest::mouseClick(b, Qt::LeftButton);
    CHECK(w.window.showsFrame());
    CHECK(w.doc().model().members().size() == 40);
}

TEST_CASE("window: a file dropped on it is opened, and remembered among the recent ones", "[app]")
{
    QTemporaryDir folder;
    const QString path = folder.filePath("dropped.frame.json");
    REQUIRE(QFile::copy(kStreet, path));
    Window w("");
    QMimeData data;
    data.setUrls({QUrl::fromLocalFile(path)});
    QDragEnterEvent enter(QPoint(200, 200), Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(&w.window, &enter);
    CHECK(enter.isAccepted());
    QDropEvent drop(QPointF(200, 200), Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(&w.window, &drop);
    REQUIRE(test::waitFor([&] { return w.window.showsFrame() && w.doc().checked(); }));
    CHECK(w.doc().path() == path);
    CHECK(QSettings().value("recent").toStringList().contains(path));
}

TEST_CASE("window: without OpenGL there is a sentence and everything else works", "[app]")
{
    qputenv("WRENRAIL_NO_OPENGL", "1");
    {
        Window w(kStreet);
        CHECK(w.window.frameView() == nullptr);
        const auto* words = w.window.findChild<QLabel*>("noOpenGl");
        REQUIRE(words != nullptr);
        CHECK(words->text().contains("software driver"));
        w.doc().setPick({0});
        CHECK(w.member().trace().formulaCount() > 0);
        w.window.ride(Stop::Size);
        REQUIRE(test::waitFor(
            [&] { return w.window.sizing().groupPlan() && !w.doc().jobs().running(); })); // it begins a moment later
        CHECK_FALSE(w.window.sizing().groupPlan()->rungs.rungs.empty());
    }
    qunsetenv("WRENRAIL_NO_OPENGL");
}

TEST_CASE("window: an edit leaves order, widths and place of the ledger alone", "[app]")
{
    Window w(kHill);
    Ledger& l = w.window.ledger();
    QTableView& t = l.table();
    t.sortByColumn(0, Qt::AscendingOrder);
    t.setColumnWidth(1, 140);
    t.verticalScrollBar()->setValue(40);
    const int place = t.verticalScrollBar()->value();
    REQUIRE(place > 0);
    const QString first = t.model()->index(0, 0).data().toString();
    CHECK(w.doc().run(SetSection{w.doc().refs({w.index("EB-1S")}), "W14X90"}).isEmpty());
    w.settle();
    CHECK(t.horizontalHeader()->sortIndicatorSection() == 0);
    CHECK(t.horizontalHeader()->sortIndicatorOrder() == Qt::AscendingOrder);
    CHECK(t.columnWidth(1) == 140);
    CHECK(t.verticalScrollBar()->value() == place);
    CHECK(t.model()->index(0, 0).data().toString() == first);
}

TEST_CASE("window: the line says less where there is less room, the standard's name always", "[app]")
{
    Window w(kHill);
    auto* line = w.window.findChild<LineView*>();
    REQUIRE(line != nullptr);
    CHECK(line->situationIn(1000) == "AISC 360-22 LRFD · first order · forces fit sizes");
    CHECK(line->situationIn(200) == "AISC 360-22 LRFD · first order");
    CHECK(line->situationIn(130) == "AISC 360-22 LRFD");
    CHECK(line->figuresIn(1000) == line->figures());
    CHECK(line->figuresIn(160) == "198 members · 38 over");
    // Stops move together so that the words keep their room; each still takes its click.
    const double wide = line->stopArea(Stop::Report).right();
    line->resize(900, line->height());
    CHECK(line->stopArea(Stop::Report).right() < wide - 100);
    QTest::mouseClick(line, Qt::LeftButton, {}, line->stopArea(Stop::Size).center().toPoint());
    CHECK(line->current() == Stop::Size);
}
