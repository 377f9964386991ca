// Drives a real window: opens a frame, waits for the background work, clicks and types.
#pragma once

#include "app/bench/bench.h"
#include "app/bench/design_editor.h"
#include "app/bench/diagrams.h"
#include "app/bench/frame_bench.h"
#include "app/bench/member_bench.h"
#include "app/bench/size_bench.h"
#include "app/frameview/frame_view.h"
#include "app/frameview/legend.h"
#include "app/ledger/ledger.h"
#include "app/restraint/hold_strip.h"
#include "app/restraint/restraint_bench.h"
#include "app/shell/document.h"
#include "app/shell/main_window.h"
#include "app/shell/start_view.h"
#include "app/size/candidate_view.h"
#include "app/size/size_band.h"
#include "app/size/sizing_desk.h"
#include "app/trace/trace_view.h"
#include "app/tray/tray.h"

#include <QAbstractButton>
#include <QApplication>
#include <QHeaderView>
#include <QTableView>
#include <QTest>
#include <catch2/catch.hpp>
#include <functional>

namespace wr::test {

constexpr const char* kHill = ":/demo/marrow-hill.frame.json";
constexpr const char* kStreet = ":/demo/tern-street.frame.json";
constexpr const char* kDepot = ":/demo/sedge-lane.frame.json";

// Long enough for a second-order analysis of the largest demo frame on a machine that does other work as well.
inline bool waitFor(const std::function<bool()>& ready, int ms = 90000)
{
    return QTest::qWaitFor(ready, ms);
}

class Window
{
public:
    explicit Window(const QString& path)
    {
        window.askUnsaved = [this] {
            ++asked;
            return answer;
        };
        window.show();
        REQUIRE(QTest::qWaitForWindowExposed(&window));
        // No window manager runs on the test's screen: the window is made the active one as a manager would.
        window.activateWindow();
        QApplication::setActiveWindow(&window);
        if (!path.isEmpty()) open(path);
    }
    // Over the first segment of a lane of the strip at Restraint, and back to where one was.
    void typeLength(LengthAxis axis, const QString& text)
    {
        const Stop before = window.line().current();
        window.ride(Stop::Restraint);
        settle();
        const int lane = axis == LengthAxis::Major    ? 0
                         : axis == LengthAxis::Minor  ? 1
                         : axis == LengthAxis::Top    ? 2
                         : axis == LengthAxis::Bottom ? 3
                                                      : 4;
        HoldStrip& s = window.holds();
        QTest::mouseClick(&s, Qt::LeftButton, Qt::NoModifier, s.wordsAt(lane, 0).center().toPoint());
        REQUIRE(s.field().isVisible());
        s.field().clear();
        QTest::keyClicks(&s.field(), text);
        QTest::keyClick(&s.field(), Qt::Key_Return);
        settle();
        window.ride(before);
        settle();
    }
    void open(const QString& path)
    {
        window.open(path);
        REQUIRE(waitFor([&] { return !doc().jobs().running() && (doc().checked() || window.start().currentIndex() == 1); }));
        settle();
    }
    // The work in the background is done and what came of it is on the screen.
    void settle()
    {
        const auto busy = [&] {
            if (patient) return doc().jobs().running();
            for (const char* kind : {"open", "analyse", "check", "effect", "combination", "gather", "rungs", "compare",
                                     "buckling", "look", "modes", "settle", "remedies", "stiffness", "summary"})
                if (doc().jobs().running(kind)) return true;
            return false;
        };
        REQUIRE(waitFor([&] { return !busy(); }));
        paint();
    }
    // Everything asked for so far is laid out and drawn: no sleep, which is too long here and too short there.
    void paint()
    {
        for (int k = 0; k < 3; ++k) {
            QCoreApplication::sendPostedEvents();
            QCoreApplication::processEvents();
        }
        window.repaint();
        QCoreApplication::processEvents();
    }
    Document& doc() { return window.document(); }
    FrameView& view()
    {
        REQUIRE(window.frameView() != nullptr);
        return *window.frameView();
    }
    MemberBench& member() { return window.bench().member(); }
    SizeBench& size() { return window.bench().size(); }
    size_t index(const std::string& id)
    {
        for (size_t i = 0; i < doc().model().members().size(); ++i)
            if (doc().model().members()[i].id == id) return i;
        FAIL("no member " << id);
        return 0;
    }
    double utilisation(const std::string& id) { return doc().report().results[index(id)].utilisation; }
    // Types into a field as a person does: replace everything, leave with Return.
    void type(QLineEdit& field, const QString& text)
    {
        field.setFocus();
        field.selectAll();
        if (text.isEmpty())
            QTest::keyClick(&field, Qt::Key_Delete);
        else
            QTest::keyClicks(&field, text);
        QTest::keyClick(&field, Qt::Key_Return);
        settle();
    }
    void key(Qt::Key k, Qt::KeyboardModifiers m = Qt::NoModifier)
    {
        QApplication::setActiveWindow(&window);
        QTest::keyClick(QApplication::focusWidget() ? QApplication::focusWidget() : &window, k, m);
        settle();
    }

    void pick(const std::vector<std::string>& names)
    {
        std::set<size_t> list;
        for (const std::string& n : names)
            list.insert(index(n));
        doc().setPick(list);
        settle();
    }
    void click(QAbstractButton& b)
    {
        REQUIRE(b.isVisibleTo(&window));
        REQUIRE(b.isEnabled());
        QTest::mouseClick(&b, Qt::LeftButton);
        settle();
    }

    MainWindow window;
    bool patient = true; // waits also for what is found about the frame as a whole after every edit
    int asked = 0, answer = 1;
};

} // namespace wr::test
