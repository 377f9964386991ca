// What a user sets once: units, decimals, the decimal mark, theme; recent work with its picture; what happened.
#include "app/settings/settings_window.h"
#include "app/shell/keeper.h"
#include "app/shell/opened_work.h"
#include "app/shell/recent_work.h"
#include "app/shell/what_happened.h"
#include "core/base/entry.h"
#include "core/files/frame_reader.h"
#include "logging/log.h"
#include "render/theme.h"
#include "tests/app/window.h"

#include <QComboBox>
#include <QDir>
#include <QLabel>
#include <QPlainTextEdit>
#include <QSettings>
#include <QSpinBox>
#include <QTemporaryDir>
#include <QToolButton>

using namespace wr;
using test::kStreet;
using test::Window;

namespace {

// As they are by themselves, before and after.
struct Plain
{
    Plain() { reset(); }
    ~Plain() { reset(); }
    static void reset()
    {
        useSettings({});
        UserSettings{}.save();
    }
};

void pick(QComboBox& box, const QString& text)
{
    const int row = box.findText(text);
    CAPTURE(text.toStdString());
    REQUIRE(row >= 0);
    box.setCurrentIndex(row);
    Q_EMIT box.activated(row);
}

} // namespace

TEST_CASE("settings: units and decimals on screen are the user's, files keep their own", "[app]")
{
    const Plain plain;
    const QTemporaryDir folder;
    Window w(kStreet);
    const UnitSystem own = w.doc().frame().units;
    const double ratio = w.utilisation("C1L");
    SettingsWindow& s = w.window.openSettings();
    w.settle();
    pick(s.unit(0), "ft");
    pick(s.unit(1), "kip");
    s.decimals(Quantity::Force).setValue(2);
    w.settle();
    CHECK(w.doc().units().length == "ft");
    CHECK(w.doc().units().force == "kip");
    CHECK(w.doc().units().text(Quantity::Force, 1000 * kKip) == "1000.00 kip");
    CHECK(w.utilisation("C1L") == ratio); // nothing but words
    CHECK_FALSE(w.doc().canUndo());       // and no edit
    // Files are written in their own units, the frame the same to the last digit.
    CHECK(w.window.saveTo(folder.filePath("a.frame.json")));
    const auto back = readFrameFile(folder.filePath("a.frame.json").toStdString());
    REQUIRE(back.ok());
    CHECK(back.value->units == own);
    CHECK(back.value->nodes[3].at == w.doc().frame().nodes[3].at);
    // Projects as well; the next window shows the user's again.
    CHECK(w.doc().run(SetGroup{w.doc().refs({0}), "Corner"}).isEmpty());
    w.settle();
    CHECK(w.window.saveTo(folder.filePath("a.wren")));
    CHECK(w.doc().keeper().flush().isEmpty());
    w.open(kStreet);
    CHECK(w.doc().units().length == "ft");
    auto file = ProjectFile::open(folder.filePath("a.wren").toStdString(), true);
    REQUIRE(file.has_value());
    CHECK(file->read()->frame.units == own);
    // Kept for the next start.
    CHECK(UserSettings::load() == userSettings());
    pick(s.unit(0), "as the file says");
    pick(s.unit(1), "as the file says");
    s.decimals(Quantity::Force).setValue(-1);
    w.settle();
    CHECK(w.doc().units() == own);
}

TEST_CASE("settings: numbers with a comma, written and read", "[app]")
{
    const Plain plain;
    Window w(kStreet);
    SettingsWindow& s = w.window.openSettings();
    pick(s.mark(), "1234,5");
    w.settle();
    const UnitSystem& u = w.doc().units();
    CHECK(u.text(Quantity::Force, 12345.6) == "12,35 kN");
    CHECK(u.text(Quantity::Ratio, 0.9) == "0,9");
    CHECK(readEntry("3,35 m", Quantity::Length, u).value() == Approx(3.35));
    CHECK(readEntry("12 ft, 6 in", Quantity::Length, u).value() == Approx(3.81));
    CHECK(readEntry("1,5*2", Quantity::Length, u).value() == Approx(3));
    w.doc().setPick({w.index("C1L")});
    w.typeLength(LengthAxis::Minor, "1,4");
    bool found = false;
    for (const DesignLength& l : w.doc().frame().design.lengths.list())
        found |= l.k && std::abs(*l.k - 1.4) < 1e-12; // a plain number is a factor
    CHECK(found);
    // Files know the point only.
    const QTemporaryDir folder;
    CHECK(w.window.saveTo(folder.filePath("a.frame.json")));
    CHECK(readFrameFile(folder.filePath("a.frame.json").toStdString()).ok());
    pick(s.mark(), "1234.5");
    CHECK(u.text(Quantity::Ratio, 0.9) == "0.9");
    CHECK_FALSE(readEntry("1,5*2", Quantity::Length, u).has_value());
}

TEST_CASE("settings: the theme slate darkens the window at once and comes back", "[app]")
{
    const Plain plain;
    Window w(kStreet);
    const auto mean = [&] {
        w.paint();
        const QImage picture = w.window.grab().toImage().scaled(32, 20, Qt::IgnoreAspectRatio, Qt::SmoothTransformation);
        double sum = 0;
        for (int y = 0; y < picture.height(); ++y)
            for (int x = 0; x < picture.width(); ++x)
                sum += picture.pixelColor(x, y).lightnessF();
        return sum / (picture.width() * picture.height());
    };
    const double light = mean();
    SettingsWindow& s = w.window.openSettings();
    pick(s.theme(), "Slate, dark");
    s.close();
    CHECK(theme().dark);
    const double dark = mean();
    CHECK(light > 0.8);
    CHECK(dark < 0.3);
    pick(s.theme(), "Paper, light");
    CHECK(mean() == Approx(light).margin(0.02));
    CHECK(UserSettings::load().dark == false);
}

TEST_CASE("recent work: a card with picture and state, of files and of work without a name", "[app]")
{
    QDir(untitledFolder()).removeRecursively();
    QSettings().remove("recent");
    const QTemporaryDir folder;
    const QString path = folder.filePath("roof.wren");
    {
        Window w(kStreet);
        CHECK(w.doc().run(SetGroup{w.doc().refs({0}), "Corner"}).isEmpty());
        w.settle();
        CHECK(w.window.saveTo(path));
        w.window.close();
    }
    {
        Window w(kStreet);
        CHECK(w.doc().run(SetGroup{w.doc().refs({1}), "Other"}).isEmpty());
        w.settle();
        w.answer = 1;
        w.window.close();
    }
    const auto list = recentWork(8);
    REQUIRE(list.size() == 2);
    CHECK(list[0].untitled);
    CHECK(list[1].path == path);
    for (const RecentWork& r : list) {
        CHECK(r.state.contains("40 members"));
        CHECK_FALSE(r.picture.isNull());
    }
    Window w(QString{});
    w.paint();
    REQUIRE(w.window.start().cards().size() == 2);
    QTest::mouseClick(w.window.start().cards()[1], Qt::LeftButton);
    REQUIRE(test::waitFor([&] { return w.doc().hasFrame() && w.doc().checked(); }));
    CHECK(w.doc().isProject());
    // A file that is gone is no longer offered.
    QFile::remove(path);
    for (const RecentWork& r : recentWork(8))
        CHECK(r.path != path);
}

TEST_CASE("what happened: the log is shown, and its warnings alone", "[app]")
{
    startLog({.name = "wrenrail"});
    logWarning("a plank on the line");
    Window w(kStreet);
    WhatHappened& log = w.window.openWhatHappened();
    w.settle();
    CHECK(log.isVisible());
    CHECK_FALSE(log.isModal());
    CHECK(log.text().toPlainText().contains("opened :/demo/tern-street.frame.json"));
    log.which().setCurrentIndex(1);
    log.refresh();
    CHECK(log.text().toPlainText().contains("a plank on the line"));
    CHECK_FALSE(log.text().toPlainText().contains("opened :/demo/tern-street.frame.json"));
}
