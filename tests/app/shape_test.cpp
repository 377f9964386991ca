// A frame drawn from nothing with mouse and keyboard, copied, divided, moved and taken back, by the real window.
#include "app/bench/frame_bench.h"
#include "app/shape/shape_bench.h"
#include "app/shape/shape_desk.h"
#include "tests/app/window.h"

#include <QCheckBox>
#include <QComboBox>
#include <QLineEdit>
#include <QPushButton>
#include <QToolButton>

using namespace wr;
using test::kStreet;
using test::Window;

namespace {

ShapeBench& change(Window& w)
{
    return w.window.bench().frame().shape();
}
ShapeDesk& desk(Window& w)
{
    return w.window.bench().frame().desk();
}

void typeInto(Window& w, QWidget* field, const QString& text)
{
    auto* line = qobject_cast<QLineEdit*>(field);
    REQUIRE(line);
    line->setFocus();
    line->selectAll();
    QTest::keyClicks(line, text);
    w.paint();
}

void choose(Window& w, const std::string& key, const QString& word)
{
    auto* list = qobject_cast<QComboBox*>(change(w).field(key));
    REQUIRE(list);
    REQUIRE(list->findText(word) >= 0);
    list->setCurrentText(word);
    w.paint();
}

void clickAt(Window& w, Vec3 at, Qt::KeyboardModifiers with = Qt::NoModifier)
{
    const auto p = w.view().onScreen(at);
    REQUIRE(p.has_value());
    QTest::mouseMove(&w.view(), p->toPoint());
    QTest::mouseClick(&w.view(), Qt::LeftButton, with, p->toPoint());
    w.settle();
}

int nodeAt(Window& w, Vec3 at)
{
    const auto& nodes = w.doc().frame().nodes.list();
    for (size_t n = 0; n < nodes.size(); ++n)
        if (norm(nodes[n].at - at) < 1e-6) return static_cast<int>(n);
    return -1;
}

void act(Window& w)
{
    INFO(change(w).trouble().toStdString());
    REQUIRE(change(w).act().isEnabled());
    QTest::mouseClick(&change(w).act(), Qt::LeftButton);
    w.settle();
    CHECK(change(w).trouble().isEmpty());
}

} // namespace

TEST_CASE("change: a portal drawn from nothing on a grid, supported, and copied with what stands on it", "[app][shape]")
{
    Window w("");
    w.key(Qt::Key_N, Qt::ControlModifier | Qt::ShiftModifier);
    REQUIRE(test::waitFor([&] { return w.doc().hasFrame() && !w.doc().jobs().running(); }));
    w.settle();
    REQUIRE(change(w).isVisible());
    CHECK(w.doc().frame().elements.empty());
    CHECK(desk(w).draws());
    // Metres and a standard that is at home with them, whatever this machine's people use.
    w.doc().run(SetStandard{"en1993"});
    w.settle();
    const bool feet = w.doc().units().length == "ft";
    change(w).grid("x").setText("6 m");
    change(w).grid("y").setText("5 m");
    change(w).grid("levels").setText("4 m");
    QTest::mouseClick(&change(w).setGrid(), Qt::LeftButton);
    w.settle();
    REQUIRE(w.doc().frame().grid.x.size() == 2);
    CHECK(w.doc().frame().grid.y[1].id == "B");
    CHECK(w.doc().frame().grid.levels[1].id == (feet ? "+13.12" : "+4.000"));
    w.view().fitFrame();
    w.paint();
    typeInto(w, change(w).field("section"), "HEB200");
    typeInto(w, change(w).field("steel"), "S275");
    typeInto(w, change(w).field("group"), "Columns");
    // Four clicks, three elements; Esc ends the line.
    for (const Vec3 at : {Vec3{0, 0, 0}, Vec3{0, 0, 4}, Vec3{6, 0, 4}, Vec3{6, 0, 0}})
        clickAt(w, at);
    w.view().setFocus();
    QTest::keyClick(&w.view(), Qt::Key_Escape);
    REQUIRE(w.doc().frame().elements.size() == 3);
    REQUIRE(w.doc().frame().nodes.size() == 4);
    CHECK(nodeAt(w, {6, 0, 4}) >= 0);
    CHECK(w.doc().frame().sections[0].name == "HEB200");
    // Nothing holds it yet: said as it arises.
    bool loose = false;
    for (const AuditRow& r : w.doc().audit())
        loose |= r.finding.code == "frame.no-support" || r.finding.code == "analysis.mechanism" ||
                 r.finding.code == "frame.unsupported";
    for (const AuditRow& r : w.doc().audit())
        UNSCOPED_INFO(r.finding.code);
    CHECK(loose);
    // Feet: both nodes picked in the view, pinned by the tool.
    QTest::mouseClick(&change(w).tool("support"), Qt::LeftButton);
    w.paint();
    CHECK(change(w).trouble().contains("nodes"));
    clickAt(w, {0, 0, 0});
    clickAt(w, {6, 0, 0}, Qt::ControlModifier);
    CHECK(desk(w).nodes().size() == 2);
    // What counts only for springs is grey until they are chosen.
    CHECK_FALSE(change(w).field("rx")->isEnabled());
    choose(w, "kind", "springs");
    CHECK(change(w).field("rx")->isEnabled());
    choose(w, "kind", "fixed");
    CHECK_FALSE(change(w).field("rx")->isEnabled());
    CHECK_FALSE(qobject_cast<QComboBox*>(change(w).field("kind"))->itemIcon(2).isNull());
    act(w);
    CHECK(w.doc().frame().nodes[static_cast<size_t>(nodeAt(w, {6, 0, 0}))].support[4].held);
    // A copy 5 m along y, feet and all; then a beam between the two.
    w.key(Qt::Key_A, Qt::ControlModifier);
    QTest::mouseClick(&change(w).tool("copy"), Qt::LeftButton);
    w.paint();
    CHECK(desk(w).elements().size() == 3);
    typeInto(w, change(w).field("by"), "5 m y");
    typeInto(w, change(w).field("times"), "2");
    REQUIRE(desk(w).ghost().has_value());
    CHECK(desk(w).ghost()->elements.size() == 6);
    CHECK(change(w).effect().contains("6 elements more"));
    act(w);
    CHECK(w.doc().frame().elements.size() == 9);
    CHECK(w.doc().frame().nodes[static_cast<size_t>(nodeAt(w, {0, 10, 0}))].supported());
    // Typed: from and to.
    QTest::mouseClick(&change(w).tool("draw"), Qt::LeftButton);
    w.paint();
    typeInto(w, change(w).field("from"), "0; 0; 4 m");
    typeInto(w, change(w).field("to"), "10 m y");
    typeInto(w, change(w).field("section"), "IPE200");
    typeInto(w, change(w).field("group"), "Rails");
    act(w);
    // It passes over the node of the middle portal, and is joined to it.
    CHECK(w.doc().frame().elements.size() == 11);
    size_t rails = 0;
    for (const Member& m : w.doc().model().members())
        rails += m.group == "Rails";
    CHECK(rails >= 1);
    // All of it back to nothing, and forth again.
    const Frame whole = w.doc().frame();
    while (w.doc().canUndo())
        w.doc().undo();
    w.settle();
    CHECK(w.doc().frame().elements.empty());
    while (w.doc().canRedo())
        w.doc().redo();
    w.settle();
    CHECK(w.doc().frame() == whole);
}

TEST_CASE("change: a node is dragged, an element divided and joined, and what is deleted says what goes with it",
          "[app][shape]")
{
    Window w(kStreet);
    w.key(Qt::Key_1);
    w.window.change("move");
    w.settle();
    const Frame before = w.doc().frame();
    const double forces = w.doc().analysed().forces.values.empty() ? 0 : w.doc().analysed().forces.values[0];
    (void)forces;
    // The picked node, taken hold of and let go elsewhere; with Shift it moves upright.
    const int node = before.elements[0].j;
    const Vec3 at = before.nodes[static_cast<size_t>(node)].at;
    clickAt(w, at);
    REQUIRE(desk(w).nodes() == std::vector<int>{node});
    const QPoint p = w.view().onScreen(at)->toPoint();
    const QPoint up = w.view().onScreen(at + 0.3 * before.upward())->toPoint();
    QTest::mousePress(&w.view(), Qt::LeftButton, Qt::ShiftModifier, p);
    for (int k = 1; k <= 8; ++k) {
        QMouseEvent move(QEvent::MouseMove, QPointF(p + (up - p) * k / 8), w.view().mapToGlobal(QPointF(p + (up - p) * k / 8)),
                         Qt::NoButton, Qt::LeftButton, Qt::ShiftModifier);
        QApplication::sendEvent(&w.view(), &move);
    }
    CHECK(desk(w).ghost().has_value());
    QTest::mouseRelease(&w.view(), Qt::LeftButton, Qt::ShiftModifier, up);
    w.settle();
    const Vec3 now = w.doc().frame().nodes[static_cast<size_t>(node)].at;
    CHECK(now.x == Approx(at.x));
    CHECK(dot(now - at, before.upward()) == Approx(0.3).margin(0.11));
    // Analysed again by itself.
    CHECK(w.doc().hasForces());
    CHECK(w.doc().checked());
    w.doc().undo();
    w.settle();
    CHECK(w.doc().frame() == before);

    w.doc().setPick({0});
    w.window.change("divide");
    typeInto(w, change(w).field("parts"), "3");
    const size_t pieces = desk(w).elements().size();
    act(w);
    CHECK(w.doc().frame().elements.size() == before.elements.size() + 2 * pieces);
    w.window.change("join");
    w.paint();
    act(w);
    CHECK(w.doc().frame().elements.size() <= before.elements.size());
    // Deleting says what goes along before it is done, and does nothing that is not picked.
    w.window.change("join");
    w.view().setFocus();
    QTest::keyClick(&w.view(), Qt::Key_Delete);
    w.paint();
    CHECK(change(w).effect().contains("less"));
    CHECK(w.doc().frame().elements.size() > 40);
    QTest::keyClick(&w.view(), Qt::Key_Delete);
    w.settle();
    CHECK(w.doc().frame().elements.size() < before.elements.size());
    w.doc().setPick({});
    desk(w).pickNothing();
    w.paint();
    CHECK_FALSE(change(w).act().isEnabled());
    CHECK(change(w).trouble().contains("Pick"));
    // Another section for the pick: the frame is analysed again by itself.
    w.window.change("section");
    w.doc().setPick({0});
    typeInto(w, change(w).field("section"), "HEB 220");
    act(w);
    CHECK(w.doc().forcesFit());
    CHECK(w.doc().checked());
    // Faults stand at what was typed.
    w.window.change("copy");
    w.doc().setPick({0});
    typeInto(w, change(w).field("by"), "3 kN y");
    CHECK_FALSE(change(w).act().isEnabled());
    CHECK(change(w).trouble().contains("By"));
}
