// The stop Briefs driven by hand, and rows of the tray.
#pragma once

#include "app/briefs/brief_desk.h"
#include "app/briefs/briefs_bench.h"
#include "app/briefs/briefs_view.h"
#include "app/briefs/sheet_view.h"
#include "tests/app/window.h"

namespace wr::test {

struct Briefs
{
    explicit Briefs(Window& win)
        : w(win), bench(win.window.bench().briefs()), sheet(bench.sheet()), desk(win.window.briefDesk())
    {
        w.window.ride(Stop::Briefs);
        w.settle();
    }
    // Opens a line by a click where it stands, types over it.
    void type(const std::string& key, const QString& text)
    {
        QTest::mouseClick(&sheet, Qt::LeftButton, Qt::NoModifier, sheet.lineRect(key).center().toPoint());
        REQUIRE(sheet.isOpen());
        REQUIRE(sheet.field().isVisible());
        sheet.field().selectAll();
        QTest::keyClicks(&sheet.field(), text);
        w.settle();
    }
    void take(bool yes = true)
    {
        QTest::keyClick(&sheet.field(), yes ? Qt::Key_Return : Qt::Key_Escape);
        w.settle();
    }
    const SheetLine& line(const std::string& key) const
    {
        for (const SheetLine& l : sheet.lines())
            if (l.key == key) return l;
        FAIL(key);
        return sheet.lines().front();
    }
    Window& w;
    BriefsBench& bench;
    SheetView& sheet;
    BriefDesk& desk;
};

inline const Tray::Row& trayRow(Window& w, const QString& name, Tray::Row::Kind kind)
{
    for (const Tray::Row& r : w.window.tray().rows())
        if (r.name == name && r.kind == kind) return r;
    FAIL(name.toStdString());
    return w.window.tray().rows().front();
}
inline void click(Window& w, const Tray::Row& r)
{
    QTest::mouseClick(&w.window.tray(), Qt::LeftButton, Qt::NoModifier, r.area.center().toPoint());
    w.settle();
}

} // namespace wr::test
