// The window by keyboard and menu alone, and the view's movements.
#include "tests/app/window.h"

#include <QMenu>
#include <QMenuBar>
#include <QSignalSpy>
#include <QSplitter>
#include <QWheelEvent>

using namespace wr;
using test::kHill;
using test::kStreet;
using test::Window;

namespace {

QAction* action(MainWindow& w, const QString& start)
{
    for (QAction* a : w.findChildren<QAction*>())
        if (QString(a->text()).remove('&').startsWith(start)) return a;
    FAIL("no action " << start.toStdString());
    return nullptr;
}

} // namespace

TEST_CASE("view: keys and wheel move it, the point under the cursor stays when zooming", "[app]")
{
    Window w(kHill);
    FrameView& v = w.view();
    v.fitFrame();
    v.setFocus();
    const size_t m = w.index("LEG-NE2");
    const auto at = [&] { return *v.middleOf(m); };
    const QPointF before = at();
    QTest::keyClick(&v, Qt::Key_Left);
    CHECK(at() != before);
    QTest::keyClick(&v, Qt::Key_Right);
    CHECK((at() - before).manhattanLength() < 1e-3);
    QTest::keyClick(&v, Qt::Key_Up, Qt::ShiftModifier);
    CHECK(std::abs(at().x() - before.x()) < 0.6);
    CHECK(std::abs(at().y() - before.y()) > 10);
    QTest::keyClick(&v, Qt::Key_F);
    CHECK((at() - before).manhattanLength() < 1e-3);
    QTest::keyClick(&v, Qt::Key_Plus);
    const QPointF centre(v.width() / 2.0, v.height() / 2.0);
    const auto far = [&](QPointF p) { return std::hypot(p.x() - centre.x(), p.y() - centre.y()); };
    CHECK(far(at()) > far(before));
    QTest::keyClick(&v, Qt::Key_Minus);
    v.fitFrame();
    const QPointF cursor = at();
    QWheelEvent wheel(cursor, v.mapToGlobal(cursor), {}, {0, 360}, Qt::NoButton, Qt::NoModifier, Qt::NoScrollPhase, false);
    QApplication::sendEvent(&v, &wheel);
    CHECK((at() - cursor).manhattanLength() < 12); // perspective: exact only in the target's plane
    v.setParallel(true);
    CHECK(v.parallel());
    w.paint();
    // Middle drag orbits, with Shift it pans.
    const QPointF a = at();
    QTest::mousePress(&v, Qt::MiddleButton, Qt::NoModifier, QPoint(300, 200));
    QTest::mouseMove(&v, QPoint(300, 200));
    QMouseEvent drag(QEvent::MouseMove, QPointF(380, 200), v.mapToGlobal(QPointF(380, 200)), Qt::NoButton, Qt::MiddleButton,
                     Qt::NoModifier);
    QApplication::sendEvent(&v, &drag);
    CHECK((at() - a).manhattanLength() > 5);
    QTest::mouseRelease(&v, Qt::MiddleButton, Qt::NoModifier, QPoint(380, 200));
    CHECK(w.doc().pick().empty());
}

TEST_CASE("view: from above, the front and the side; solid and lines by key", "[app]")
{
    Window w(kHill);
    FrameView& v = w.view();
    action(w.window, "From above")->trigger();
    w.paint();
    // From above the apex stands over the middle of the tower's foot.
    const auto apex = v.middleOf(w.index("HP-NE")), other = v.middleOf(w.index("HP-SW"));
    CHECK(apex->x() > other->x());
    CHECK(apex->y() < other->y());
    action(w.window, "From the front")->trigger();
    w.paint();
    CHECK(std::abs(v.middleOf(w.index("EB-1E"))->y() - v.middleOf(w.index("EB-1W"))->y()) < 2);
    v.setFocus();
    w.key(Qt::Key_S);
    CHECK(v.solid());
    w.key(Qt::Key_S);
    CHECK_FALSE(v.solid());
    w.key(Qt::Key_P);
    CHECK(v.parallel());
    w.doc().setPick({1});
    QTest::keyClick(&v, Qt::Key_Escape);
    CHECK(w.doc().pick().empty());
}

TEST_CASE("menus: pick all and nothing, the standard, undo says what it undoes", "[app]")
{
    Window w(kStreet);
    action(w.window, "Pick all")->trigger();
    CHECK(w.doc().pick().size() == 40);
    CHECK(w.window.statusLeft().startsWith("40 picked"));
    action(w.window, "Pick nothing")->trigger();
    CHECK(w.doc().pick().empty());
    CHECK_FALSE(action(w.window, "Undo")->isEnabled());
    w.doc().setPick({w.index("C1L")});
    w.member().showDesign(true);
    w.type(w.member().editor().section(), "HEA220");
    CHECK(action(w.window, "Undo")->isEnabled());
    CHECK(action(w.window, "Undo")->text().contains("Section HEA220 for C1L"));
    action(w.window, "Undo")->trigger();
    w.settle();
    CHECK(action(w.window, "Redo")->text().contains("HEA220"));
    action(w.window, "AISC 360-22 ASD")->trigger();
    w.settle();
    CHECK(w.doc().frame().design.standard == "aisc360-22-asd");
}

TEST_CASE("tray and line work by keyboard", "[app]")
{
    Window w(kStreet);
    Tray& t = w.window.tray();
    t.setFocus();
    QTest::keyClick(&t, Qt::Key_Down);
    QTest::keyClick(&t, Qt::Key_Space);
    CHECK(w.doc().pick().size() == t.rows()[1].members.size());
    QTest::keyClick(&t, Qt::Key_Up);
    QTest::keyClick(&t, Qt::Key_Return, Qt::ControlModifier);
    CHECK(w.doc().pick().size() == t.rows()[0].members.size() + t.rows()[1].members.size());
    LineView& l = w.window.line();
    l.setFocus();
    QTest::keyClick(&l, Qt::Key_Right);
    CHECK(l.current() == Stop::Size);
    QTest::keyClick(&l, Qt::Key_Left);
    QTest::keyClick(&l, Qt::Key_Left);
    CHECK(l.current() == Stop::Briefs);
    // Every control has a name for those who hear the screen.
    int unnamed = 0;
    for (QWidget* x : w.window.findChildren<QWidget*>())
        if (x->isVisible() && x->focusPolicy() != Qt::NoFocus &&
            (x->inherits("QLineEdit") || x->inherits("QComboBox") || x->inherits("QTableView")) &&
            x->accessibleName().isEmpty() && !x->parentWidget()->inherits("QComboBox"))
            ++unnamed;
    CHECK(unnamed == 0);
}

TEST_CASE("jobs: the newest of a kind wins, a failing one is told, nothing hangs", "[app]")
{
    Jobs jobs;
    QSignalSpy idle(&jobs, &Jobs::idle), progressed(&jobs, &Jobs::progressed);
    int finished = 0;
    jobs.start("a", [&](Progress& p) -> Jobs::Finish {
        while (!p.cancelled())
            std::this_thread::sleep_for(std::chrono::milliseconds(1));
        return [&] { finished += 100; };
    });
    jobs.start("a", [&](Progress& p) -> Jobs::Finish {
        p.at(0.5, "half");
        return [&] { finished += 1; };
    });
    jobs.start("b", [&](Progress&) -> Jobs::Finish { throw std::runtime_error("broken on purpose"); });
    REQUIRE(test::waitFor([&] { return !jobs.running(); }));
    CHECK(finished == 1);
    CHECK(idle.count() >= 1);
    bool told = false;
    for (const auto& call : progressed)
        told |= call.at(0).toString().contains("broken on purpose");
    CHECK(told);
}

TEST_CASE("window: where the engineer puts the edge of the lower band it stays, whatever stop one rides to", "[app]")
{
    Window w(kStreet);
    auto* middle = w.window.findChild<QSplitter*>();
    REQUIRE(middle != nullptr);
    const auto height = [&] { return middle->sizes().value(0); };
    const int before = height();
    // Dragged by its handle, as a person does.
    QSplitterHandle* handle = middle->handle(1);
    const QPoint grip = handle->rect().center();
    QTest::mousePress(handle, Qt::LeftButton, {}, grip);
    QTest::mouseMove(handle, grip - QPoint(0, 90));
    QTest::mouseRelease(handle, Qt::LeftButton, {}, grip - QPoint(0, 90));
    const int moved = height();
    CHECK(moved < before - 60);
    for (const Stop s : {Stop::Size, Stop::Frame, Stop::Briefs, Stop::Check}) {
        w.window.ride(s);
        w.settle();
        CHECK(height() == moved);
    }
}
