// Parked states in the window: parked, compared, returned to, renamed, taken away, kept with the project.
#include "app/compare/changes_model.h"
#include "app/compare/changes_view.h"
#include "app/compare/compare_banner.h"
#include "app/compare/compare_bench.h"
#include "app/shell/keeper.h"
#include "app/shell/opened_work.h"
#include "tests/app/window.h"

#include <QDir>
#include <QPushButton>
#include <QTemporaryDir>
#include <QToolButton>

using namespace wr;
using test::kStreet;
using test::waitFor;
using test::Window;
using Kind = MemberChange::Kind;

namespace {

void park(Window& w, const QString& name)
{
    QTest::keyClick(&w.window, Qt::Key_K);
    w.paint();
    QLineEdit& field = w.window.tray().sidingName();
    REQUIRE(field.isVisible());
    QTest::keyClicks(&field, name);
    QTest::keyClick(&field, Qt::Key_Return);
    w.settle();
}

const Tray::Row& sidingRow(Window& w, const QString& name)
{
    for (const Tray::Row& r : w.window.tray().rows())
        if (r.kind == Tray::Row::Kind::Siding && r.name == name) return r;
    FAIL("no siding " << name.toStdString());
    return w.window.tray().rows().front();
}

void click(Window& w, const QString& siding)
{
    QTest::mouseClick(&w.window.tray(), Qt::LeftButton, Qt::NoModifier, sidingRow(w, siding).area.center().toPoint());
    w.settle();
}

void compared(Window& w)
{
    REQUIRE(waitFor([&] { return w.doc().beside() != nullptr && !w.doc().jobs().running(); }));
    w.settle();
}

void setSection(Window& w, const char* member, const char* section)
{
    CHECK(w.doc().run(SetSection{w.doc().refs({w.index(member)}), section}).isEmpty());
    w.settle();
    w.doc().analyseAgain();
    REQUIRE(waitFor([&] { return w.doc().forcesFit() && w.doc().checked() && !w.doc().jobs().running(); }));
    w.settle();
}

} // namespace

TEST_CASE("sidings: park, change, compare, return", "[app]")
{
    QDir(untitledFolder()).removeRecursively();
    Window w(kStreet);
    REQUIRE(waitFor([&] { return !w.doc().jobs().running(); }));
    const double before = w.utilisation("C1L"), mass = w.doc().mass();
    park(w, "as tendered");
    REQUIRE(w.doc().sidings().list().size() == 1);
    CHECK(sidingRow(w, "as tendered").figure ==
          QString("%1 · %2 t").arg(w.doc().report().counts.over).arg(mass / 1000, 0, 'f', 1));
    park(w, "as tendered"); // the name is taken: told, nothing parked
    CHECK(w.window.tray().trouble().contains("already"));
    QTest::keyClick(&w.window.tray().sidingName(), Qt::Key_Escape);
    CHECK(w.doc().sidings().list().size() == 1);

    w.window.ride(Stop::Restraint);
    setSection(w, "C1L", "HEB300");
    setSection(w, "C2L", "HEA100");
    const double after = w.utilisation("C1L");
    CHECK(after != before);
    click(w, "as tendered");
    compared(w);
    CHECK(w.window.line().current() == Stop::Check);
    const Document::Beside& b = *w.doc().beside();
    CHECK(b.changes.then.mass == Approx(mass));
    CHECK(b.of(w.index("C1L")).ratioThen == Approx(before).epsilon(1e-9));
    CHECK(b.of(w.index("C1L")).ratioNow == Approx(after));
    CHECK(b.of(w.index("C1L")).sectionNow == "HEB300");
    // The lower band, the bench and the banner say the same.
    REQUIRE(w.window.changes().isVisible());
    CHECK(w.window.bench().compare().isVisible());
    CHECK(w.window.bench().compare().headline() == "as tendered → now");
    const QStringList figures = w.window.bench().compare().figures().lines();
    CHECK(figures.filter("Mass, t").front().contains(QString::number(mass / 1000, 'f', 2)));
    ChangesModel& rows = w.window.changes().model();
    size_t changed = b.changes.members.size() - b.changes.count(Kind::Same);
    CHECK(rows.membersShown() == changed);
    QTest::mouseClick(&w.window.changes().all(), Qt::LeftButton);
    CHECK(rows.membersShown() == 40);
    QTest::mouseClick(&w.window.changes().all(), Qt::LeftButton);
    CompareBanner& banner = *w.window.banner();
    REQUIRE(banner.isVisible());
    for (const Kind k : {Kind::CameRight, Kind::BecameOver, Kind::Heavier, Kind::Lighter, Kind::Other}) {
        QToolButton* count = banner.count(k);
        CHECK((count != nullptr) == (b.changes.count(k) > 0));
        if (!count) continue;
        CHECK(count->text().startsWith(QString::number(b.changes.count(k))));
        QTest::mouseClick(count, Qt::LeftButton); // a count is a pick
        CHECK(w.doc().pick().size() == b.changes.count(k));
    }
    // Space held shows then; let go, the change again.
    w.view().setFocus();
    QTest::keyPress(&w.view(), Qt::Key_Space);
    CHECK(banner.shown() == Compared::Then);
    QTest::keyRelease(&w.view(), Qt::Key_Space);
    CHECK(banner.shown() == Compared::Change);
    // Why, for the picked one: the causes add up to the change.
    w.doc().setPick({w.index("C1L")});
    w.settle();
    const auto why = b.causes->of(b.of(w.index("C1L")));
    REQUIRE(why.has_value());
    CHECK(why->demand + why->strength + why->lengths == Approx(after - before).margin(1e-9));
    CHECK(w.window.bench().compare().figures().lines().filter("strength:").front().contains("HEB300"));
    // Sorted by a head.
    w.window.changes().table().sortByColumn(ChangesModel::MassChange, Qt::DescendingOrder);
    const auto massOf = [&](int r) {
        const MemberChange& c = b.changes.members[rows.row(r).first];
        return c.massNow - c.massThen;
    };
    for (int r = 1; r < rows.rowCount(); ++r)
        CHECK(massOf(r - 1) >= massOf(r) - 1e-9);

    // An edit meanwhile: what differs is found again.
    CHECK(w.doc().run(SetLengths{w.doc().refs({w.index("C3L")}), LengthAxis::Minor, {}, 9.0}).isEmpty());
    REQUIRE(waitFor([&] {
        return w.doc().beside() && w.doc().beside()->of(w.index("C3L")).kind != Kind::Same && !w.doc().jobs().running();
    }));
    // Returned to by one edit, which is undone like any other.
    QTest::mouseClick(&w.window.bench().compare().returnTo(), Qt::LeftButton);
    REQUIRE(waitFor([&] { return w.doc().beside() && w.doc().beside()->changes.same() && !w.doc().jobs().running(); }));
    w.settle();
    CHECK(w.utilisation("C1L") == Approx(before).epsilon(1e-9));
    CHECK(w.doc().history().undoWords() == "Return to \"as tendered\"");
    w.doc().undo();
    REQUIRE(waitFor([&] { return !w.doc().jobs().running() && w.doc().checked(); }));
    w.settle();
    CHECK(w.doc().frame().sections[w.doc().model().members()[w.index("C1L")].section].name == "HEB300");
    QTest::mouseClick(&w.window.bench().compare().end(), Qt::LeftButton);
    w.settle();
    CHECK(w.window.ledger().isVisible());
    CHECK_FALSE(banner.isVisible());
    w.answer = 1;
}

TEST_CASE("sidings: kept with the project, renamed, taken away and put back", "[app]")
{
    QDir(untitledFolder()).removeRecursively();
    const QTemporaryDir folder;
    const QString path = folder.filePath("roof.wren");
    {
        Window w(kStreet);
        park(w, "first");
        setSection(w, "C1L", "HEB300");
        park(w, "second");
        REQUIRE(w.window.saveTo(path));
        // By the keys of the tray.
        w.window.tray().setFocus();
        CHECK(w.doc().renameSiding("second", "heavy corner").isEmpty());
        CHECK_FALSE(w.doc().renameSiding("heavy corner", "first").isEmpty());
        w.doc().dropSiding("first");
        w.settle();
        CHECK(w.doc().sidings().list().size() == 1);
        click(w, "Put back “first”");
        CHECK(w.doc().sidings().find("first") != nullptr);
        CHECK(w.doc().keeper().flush().isEmpty());
        w.window.close();
    }
    Window w(path);
    REQUIRE(w.doc().sidings().list().size() == 2);
    CHECK(w.doc().sidings().find("heavy corner") != nullptr);
    CHECK(w.doc().sidings().find("second") == nullptr);
    click(w, "first");
    compared(w);
    CHECK(w.doc().beside()->of(w.index("C1L")).sectionThen != "HEB300");
    CHECK(w.doc().beside()->of(w.index("C1L")).sectionNow == "HEB300");
    click(w, "heavy corner");
    compared(w);
    CHECK(w.doc().beside()->changes.same());
    // Parked in a project that was opened: the file's first frame is what it differs from.
    park(w, "third");
    CHECK(w.doc().keeper().flush().isEmpty());
    auto file = ProjectFile::open(path.toStdString(), true);
    REQUIRE(file.has_value());
    CHECK(file->parts("siding").size() == 3);
}
