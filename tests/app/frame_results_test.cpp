// The stop Frame: results drawn over the frame, tables, combinations made and edited, by clicks and keys.
#include "app/bench/result_bench.h"
#include "app/frame/frame_tables_view.h"
#include "app/frameview/result_layer.h"
#include "core/analysis/storeys.h"
#include "core/combos/make.h"
#include "core/files/frame_reader.h"
#include "core/files/frame_writer.h"
#include "tests/app/type_cell.h"

#include <QFile>
#include <QTemporaryDir>
#include <cmath>

using namespace wr;
using Catch::Matchers::WithinRel;
using test::kStreet;
using test::typeCell;
using test::Window;

namespace {

QString cell(Window& w, int row, const QString& column)
{
    TableModel& m = w.window.tables().model();
    for (int c = 0; c < m.columnCount(); ++c)
        if (m.headerData(c, Qt::Horizontal, Qt::DisplayRole).toString().startsWith(column))
            return m.data(m.index(row, c), Qt::DisplayRole).toString();
    FAIL("no column " << column.toStdString());
    return {};
}

int rowOf(Window& w, const QString& name)
{
    TableModel& m = w.window.tables().model();
    for (int r = 0; r < m.rowCount(); ++r)
        if (m.data(m.index(r, 0), Qt::DisplayRole).toString() == name) return r;
    return -1;
}

// Types over a cell as a person does.
void click(QAbstractButton& b)
{
    QTest::mouseClick(&b, Qt::LeftButton);
}

} // namespace

TEST_CASE("frame stop: diagrams, deflected shape and reactions of the load chosen", "[app]")
{
    Window w(kStreet);
    w.view().setFocus();
    w.key(Qt::Key_1);
    ResultBench& bench = w.window.bench().frame().results();
    ResultLayer& layer = w.view().results();
    REQUIRE(bench.loads().count() == static_cast<int>(layer.loads().size()));
    const QImage bare = w.view().grabFramebuffer();
    bench.loads().setCurrentIndex(3);
    Q_EMIT bench.loads().activated(3);
    CHECK(layer.load() == 3);
    click(bench.button(static_cast<int>(Shown::My)));
    CHECK(layer.shown() == Shown::My);
    w.paint();
    CHECK(w.view().grabFramebuffer() != bare);
    // The caption names the largest moment of the table.
    const FrameForces& r = w.doc().analysed();
    double most = 0;
    for (int k = 0; k < r.forces.first.back(); ++k) {
        double v = 0;
        for (const auto& [c, factor] : layer.loads()[3].columns)
            v += factor * r.forces.at(k, static_cast<size_t>(c))[4];
        most = std::max(most, std::abs(v));
    }
    CHECK(layer.caption().contains(QString::fromStdString(w.doc().units().text(Quantity::Moment, most))));
    click(bench.button(static_cast<int>(Shown::Deflected)));
    CHECK(layer.caption().startsWith("Deflected under U4"));
    const Vec3 once = layer.drawnMovement(0, 5);
    CHECK(norm(once) > 0);
    bench.scale().setValue(bench.scale().value() + 20); // ten times
    CHECK_THAT(norm(layer.drawnMovement(0, 5)), WithinRel(10 * norm(once), 1e-9));
    click(bench.animate());
    CHECK(layer.animated());
    click(bench.button(static_cast<int>(Shown::Reactions)));
    CHECK_FALSE(layer.animated());
    CHECK_FALSE(bench.animate().isEnabled());
    click(bench.button(static_cast<int>(Shown::Loads)));
    CHECK(layer.caption() == "Loads of U4");
    // Elsewhere nothing of it is drawn, and the legend is back.
    w.key(Qt::Key_5);
    CHECK(w.view().legend().isVisible());
}

TEST_CASE("frame stop: buckling and vibration modes on demand, gone when sizes change", "[app]")
{
    Window w(kStreet);
    w.view().setFocus();
    w.key(Qt::Key_1);
    ResultBench& bench = w.window.bench().frame().results();
    ResultLayer& layer = w.view().results();
    click(bench.buckling());
    REQUIRE(test::waitFor([&] { return layer.modes() > 0; }));
    CHECK(layer.shown() == Shown::Mode);
    SilentProgress p;
    const BucklingResult b = analyseBuckling(w.doc().frame(), {}, p);
    CHECK_THAT(layer.buckling().combinations[0][0].factor, WithinRel(b.combinations[0][0].factor, 1e-6));
    CHECK(bench.modes().isVisible());
    CHECK(w.window.tables().page() == FrameTablesView::Modes);
    CHECK(w.window.tables().model().rowCount() == layer.modes());
    Q_EMIT bench.modes().activated(2);
    CHECK(layer.mode() == 2);
    click(bench.vibration());
    REQUIRE(test::waitFor([&] { return !layer.vibration().modes.empty(); }));
    CHECK(bench.modes().currentText().contains("Hz"));
    CHECK(w.doc().run(SetSection{w.doc().refs({0}), "IPE400"}).isEmpty());
    w.settle();
    CHECK(layer.modes() == 0);
    CHECK(layer.shown() == Shown::Nothing);
    // Forces of the old sizes are not drawn on the new frame until it is analysed again.
    click(bench.button(static_cast<int>(Shown::Deflected)));
    CHECK(layer.caption().contains("other sizes"));
    CHECK(norm(layer.drawnMovement(0, 5)) == 0);
    w.key(Qt::Key_F5);
    REQUIRE(test::waitFor([&] { return w.doc().forcesFit() && !w.doc().jobs().running(); }));
    CHECK(layer.caption().startsWith("Deflected under"));
}

TEST_CASE("frame stop: tables follow the load, are exported, and a row picks what it is about", "[app]")
{
    Window w(kStreet);
    w.view().setFocus();
    w.key(Qt::Key_1);
    FrameTablesView& tables = w.window.tables();
    tables.setPage(FrameTablesView::Loads);
    CHECK(tables.model().rowCount() == static_cast<int>(loadsOf(w.doc().frame()).size()));
    click(tables.add()); // totals against reactions
    CHECK(tables.model().rowCount() == static_cast<int>(w.doc().frame().cases.size() + w.doc().frame().combinations.size()));
    for (int r = 0; r < tables.model().rowCount(); ++r)
        CHECK(cell(w, r, "Rest").toDouble() < 1e-3);
    tables.setPage(FrameTablesView::Drift);
    w.view().results().setLoad(3);
    CHECK(cell(w, 0, "Load") == "U4");
    const auto storeys = storeysOf(w.doc().frame());
    const auto drift =
        storeyDrifts(w.doc().frame(), storeys, motionOf(w.doc().analysed(), w.view().results().loads()[3].columns));
    CHECK(std::abs(cell(w, 0, "Drift mm").toDouble() - 1000 * norm(drift[0].drift)) < 0.01);
    tables.setPage(FrameTablesView::Deflections);
    QTest::mouseClick(tables.view().viewport(), Qt::LeftButton, {},
                      tables.view().visualRect(tables.model().index(2, 1)).center());
    REQUIRE(w.doc().pick().size() == 1);
    const int element = tables.model().table().rows[2].element;
    const Member& m = w.doc().model().members()[*w.doc().pick().begin()];
    CHECK(std::any_of(m.pieces.begin(), m.pieces.end(), [&](const MemberPiece& p) { return p.element == element; }));
    QTemporaryDir folder;
    REQUIRE(tables.exportTo(folder.filePath("d.csv")));
    QFile f(folder.filePath("d.csv"));
    REQUIRE(f.open(QIODevice::ReadOnly));
    CHECK(QString::fromUtf8(f.readAll()).count("\r\n") == 1 + tables.model().rowCount());
    CHECK_FALSE(tables.exportTo("/nowhere/at/all.csv"));
    CHECK(tables.message().text().contains("cannot be written"));
    CHECK(tables.message().isVisible()); // on every page, not only where combinations are made
}

TEST_CASE("frame stop: combinations are made, edited, switched off, removed and undone", "[app]")
{
    Window w(kStreet);
    w.view().setFocus();
    w.key(Qt::Key_1);
    FrameTablesView& tables = w.window.tables();
    const size_t before = w.doc().frame().combinations.size(), cases = w.doc().frame().cases.size();
    CHECK(tables.loading().currentText().contains("ASCE 7-22"));
    tables.notional().setCurrentIndex(1);
    // The number is told before they are made.
    const double possible = possibleSets(w.doc().frame(), {});
    CHECK(possible > 20);
    CHECK(tables.possibleWords() == QString("up to %1 sets").arg(possible, 0, 'f', 0));
    CHECK_FALSE(tables.overstrength().isVisible()); // no earthquake here
    click(tables.make());
    w.settle();
    CHECK(w.doc().frame().combinations.size() > before);
    CHECK(w.doc().frame().cases.size() > cases);
    CHECK(tables.subsets().currentText() == "governing sets");
    const MadeCombinations made = makeCombinations(w.doc().frame(), {.notional = NotionalUse::GravityOnly});
    CHECK(w.doc().frame().combinations.size() == made.combinations.size()); // few enough to keep them all
    CHECK(w.doc().hasForces());
    CHECK(w.doc().checked());
    CHECK(w.doc().analysed().forces.sets.size() == w.doc().frame().combinations.size());
    // Twice the wind in U4: the forces follow.
    const int row = rowOf(w, "U4");
    int wind = -1;
    for (size_t c = 0; c < w.doc().frame().cases.size(); ++c)
        if (w.doc().frame().cases[c].id == "W") wind = static_cast<int>(c);
    const double was = w.utilisation("C1L");
    const std::string undo = w.doc().history().undoWords();
    typeCell(w, row, 6 + wind, "1+1");
    const Combination& u4 = *std::find_if(w.doc().frame().combinations.begin(), w.doc().frame().combinations.end(),
                                          [](const Combination& c) { return c.id == "U4"; });
    CHECK(std::find(u4.terms.begin(), u4.terms.end(), std::pair{wind, 2.0}) != u4.terms.end());
    CHECK(w.utilisation("C1L") > was);
    CHECK(w.doc().history().undoWords() == "Combination U4");
    w.doc().undo(); // one step, not two
    w.settle();
    CHECK(w.doc().history().undoWords() == undo);
    w.doc().redo();
    w.settle();
    // Off: no set of its own any more, the rest stands.
    typeCell(w, rowOf(w, "U4"), 5, "off");
    for (const ForceSet& s : w.doc().analysed().forces.sets)
        CHECK(w.doc().frame().combinations[s.combination].id != "U4");
    // What cannot be is refused with a sentence and changes nothing.
    const std::vector<Combination> good = w.doc().frame().combinations;
    typeCell(w, rowOf(w, "U5"), 0, "U6");
    CHECK(tables.message().text().contains("two combinations"));
    typeCell(w, rowOf(w, "U5"), 6, "much");
    CHECK(tables.message().text().contains("not a number"));
    typeCell(w, rowOf(w, "U5"), 2, "sport");
    CHECK(tables.message().text().contains("purpose"));
    CHECK(w.doc().frame().combinations == good);
    click(tables.add());
    w.settle();
    REQUIRE(rowOf(w, "H1") >= 0);
    tables.view().setCurrentIndex(tables.model().index(rowOf(w, "H1"), 0));
    click(tables.remove());
    w.settle();
    CHECK(rowOf(w, "H1") < 0);
    while (w.doc().canUndo()) {
        w.doc().undo();
        w.settle();
    }
    CHECK(w.doc().frame().combinations.size() == before);
    CHECK(w.doc().frame().cases.size() == cases);
    CHECK_THAT(w.utilisation("C1L"), WithinRel(was, 0.05));
}

TEST_CASE("frame stop: reduced stiffness and amplification by keys, said on the bench", "[app]")
{
    Window w(kStreet);
    w.view().setFocus();
    w.key(Qt::Key_1);
    ResultBench& bench = w.window.bench().frame().results();
    CHECK(bench.analysisWords().contains("first order"));
    w.view().setFocus();
    w.key(Qt::Key_F6, Qt::ControlModifier);
    REQUIRE(test::waitFor([&] { return w.doc().model().forces().reducedStiffness && !w.doc().jobs().running(); }));
    CHECK(w.doc().choice().order == ForceOrder::Second);
    CHECK(bench.analysisWords().contains("reduced stiffness"));
    w.key(Qt::Key_F6, Qt::ShiftModifier);
    REQUIRE(test::waitFor([&] { return w.doc().model().forces().amplified && !w.doc().jobs().running(); }));
    CHECK(bench.analysisWords().contains("B1 and B2"));
}

TEST_CASE("frame stop: cases say what rules need to know", "[app]")
{
    Window w(kStreet);
    w.view().setFocus();
    w.key(Qt::Key_1);
    FrameTablesView& tables = w.window.tables();
    tables.setPage(FrameTablesView::Cases);
    REQUIRE(tables.model().rowCount() == static_cast<int>(w.doc().frame().cases.size()));
    typeCell(w, rowOf(w, "WL"), kCaseSigns, "yes");
    const auto wind = [&]() -> const LoadCase& {
        return *std::find_if(w.doc().frame().cases.begin(), w.doc().frame().cases.end(),
                             [](const LoadCase& c) { return c.id == "WL"; });
    };
    CHECK(wind().reversible);
    CHECK(w.doc().history().undoWords() == "Case WL");
    typeCell(w, rowOf(w, "WL"), kCaseAction, "storm");
    CHECK(tables.message().text().contains("roof-live"));
    CHECK(wind().action == Action::Wind);
    // The made combinations take the wind along with both signs.
    tables.setPage(FrameTablesView::Combinations);
    click(tables.make());
    w.settle();
    const auto index = static_cast<int>(&wind() - w.doc().frame().cases.data());
    bool plus = false, minus = false;
    for (const Combination& c : w.doc().frame().combinations)
        for (const auto& [k, factor] : c.terms)
            if (k == index && !c.made.empty()) {
                plus = plus || factor > 0;
                minus = minus || factor < 0;
            }
    CHECK((plus && minus));
    tables.setPage(FrameTablesView::Cases);
    typeCell(w, rowOf(w, "G"), kCaseWeight, "2*1.1");
    CHECK_THAT(w.doc().frame().cases[0].selfWeight, WithinRel(2.2, 1e-12));
}

TEST_CASE("frame stop: forces that came with the file are drawn, what they do not state is said", "[app]")
{
    QFile demo(kStreet);
    REQUIRE(demo.open(QIODevice::ReadOnly));
    const auto read = readFrame(demo.readAll().toStdString());
    REQUIRE(read.ok());
    SilentProgress p;
    Frame f = withResults(*read.value, analyseForces(*read.value, {}, secondOrderRules(), p));
    for (GivenResult& r : f.results)
        r.nodes.clear();
    QTemporaryDir folder;
    const QString path = folder.filePath("given.frame.json");
    REQUIRE(writeFrameFile(f, path.toStdString()));
    Window w(path);
    w.view().setFocus();
    w.key(Qt::Key_1);
    ResultBench& bench = w.window.bench().frame().results();
    ResultLayer& layer = w.view().results();
    CHECK(bench.analysisWords() == "Forces came with the file.");
    CHECK(layer.loads().size() == f.combinations.size() + f.cases.size());
    click(bench.button(static_cast<int>(Shown::Deflected)));
    CHECK(layer.caption().contains("no displacements"));
    click(bench.button(static_cast<int>(Shown::N)));
    CHECK(layer.caption().startsWith("N under"));
    FrameTablesView& tables = w.window.tables();
    tables.setPage(FrameTablesView::Reactions);
    CHECK(tables.model().rowCount() == 0);
    tables.setPage(FrameTablesView::Forces);
    CHECK(tables.model().rowCount() == w.doc().analysed().forces.first.back());
    // One combination less: the results of the others stay with them.
    tables.setPage(FrameTablesView::Combinations);
    const double was = w.utilisation("C1L");
    tables.view().setCurrentIndex(tables.model().index(rowOf(w, "U1"), 0));
    click(tables.remove());
    w.settle();
    CHECK(w.doc().analysed().forces.given);
    CHECK(w.doc().analysed().forces.sets.size() == f.combinations.size() - 1);
    CHECK_THAT(w.utilisation("C1L"), WithinRel(was, 1e-9));
    // A made one has no results of its own but superposes from those of the cases.
    click(tables.make());
    w.settle();
    CHECK(w.doc().analysed().forces.sets.size() == w.doc().frame().combinations.size());
    w.doc().undo();
    w.settle();
    w.doc().undo();
    w.settle();
    CHECK(rowsOf(*w.doc().state().results, w.doc().frame()).size() == f.results.size());
    // Forces of other sizes stay so when combinations change.
    CHECK(w.doc().run(SetSection{w.doc().refs({0}), "IPE400"}).isEmpty());
    w.settle();
    CHECK_FALSE(w.doc().forcesFit());
    tables.view().setCurrentIndex(tables.model().index(rowOf(w, "U1"), 0));
    click(tables.remove());
    w.settle();
    CHECK_FALSE(w.doc().forcesFit());
}

TEST_CASE("frame stop: the keyboard alone reaches the tables, and Return types over a cell", "[app]")
{
    Window w(kStreet);
    w.view().setFocus();
    w.key(Qt::Key_1);
    FrameTablesView& tables = w.window.tables();
    tables.view().setFocus();
    tables.view().setCurrentIndex(tables.model().index(2, 1));
    const std::string id = w.doc().frame().combinations[2].id;
    QTest::keyClick(&tables.view(), Qt::Key_F2);
    auto* field = tables.view().findChild<QLineEdit*>();
    REQUIRE(field != nullptr);
    field->selectAll();
    QTest::keyClicks(field, "Snow and half the wind");
    QTest::keyClick(field, Qt::Key_Return);
    (void)test::waitFor([&] { return w.doc().jobs().running(); }, 500);
    w.settle();
    CHECK(w.doc().frame().combinations[2].title == "Snow and half the wind");
    CHECK(w.doc().frame().combinations[2].id == id);
    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(w.doc().frame().combinations[2].title != "Snow and half the wind");
    // Every control has a name for those who cannot see it.
    for (const QWidget* child : w.window.bench().frame().results().findChildren<QWidget*>())
        if (child->focusPolicy() != Qt::NoFocus && child->isVisible())
            CHECK((!child->accessibleName().isEmpty() || child->inherits("QPushButton") || child->inherits("QCheckBox")));
}
