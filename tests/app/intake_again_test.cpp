// The same frame again through the window: what differs is listed and drawn, decisions stay, one undo takes it back.
#include "app/intake/fates_view.h"
#include "app/intake/intake_desk.h"
#include "app/intake/sketch_view.h"
#include "core/project/frame_results.h"
#include "tests/app/intake_wait.h"
#include "tests/app/window.h"

#include <QDir>
#include <QPushButton>
#include <QRadioButton>
#include <QTableWidget>
#include <QTemporaryDir>
#include <QToolButton>

using namespace wr;
using namespace wr::test;
using K = FateRow::Kind;

namespace {

// The tables of the market roof, to be changed.
class Tables
{
public:
    Tables()
    {
        const QDir from(QString(WREN_SOURCE) + "/data/demo/intake/roof");
        for (const QString& n : from.entryList({"*.csv"}))
            REQUIRE(QFile::copy(from.filePath(n), QDir(path()).filePath(n)));
    }
    QString path() const { return folder_.path(); }
    void change(const QString& table, const std::function<QStringList(const QString& line)>& how)
    {
        QFile f(QDir(path()).filePath(table + ".csv"));
        f.setPermissions(QFile::ReadOwner | QFile::WriteOwner);
        REQUIRE(f.open(QIODevice::ReadOnly));
        QStringList out;
        for (const QString& line : QString::fromUtf8(f.readAll()).split('\n', Qt::SkipEmptyParts))
            out += how(line);
        f.close();
        REQUIRE(f.open(QIODevice::WriteOnly | QIODevice::Truncate));
        f.write(out.join('\n').toUtf8() + "\n");
    }
    // Next week's: a ridge higher, a purlin less, a brace more, a column of another size, another with larger forces.
    void nextVersion()
    {
        change("Nodes", [](const QString& l) { return QStringList(l == "25,4.5,0,5.6" ? "25,4.5,0,5.9" : l); });
        change("Elements", [](const QString& l) -> QStringList {
            if (l.startsWith("e27,")) return {};
            if (l.startsWith("e7,")) return {QString(l).replace("Column", "Rafter")};
            QStringList out(l);
            if (l.startsWith("e1,")) out << "e99,1,11,Purlin,S355,,,,";
            return out;
        });
        change("Members", [](const QString& l) { return l.startsWith("P1L,") ? QStringList{} : QStringList{l}; });
        change("Section forces", [](const QString& l) -> QStringList {
            if (l.startsWith("e27,")) return {};
            if (!l.startsWith("e10,")) return {l};
            QStringList cells = l.split(',');
            cells[3] = QString::number(cells[3].toDouble() * 1.5);
            return {cells.join(',')};
        });
    }

private:
    QTemporaryDir folder_;
};

void click(QAbstractButton& b)
{
    QTest::mouseClick(&b, Qt::LeftButton, Qt::NoModifier, QPoint(8, b.height() / 2));
    QApplication::processEvents();
}

const Frame& frameOf(Window& w)
{
    return w.doc().frame();
}

std::string groupNow(Window& w, const std::string& member)
{
    for (const DesignMember& m : frameOf(w).design.members.list())
        if (m.id == member) return m.group;
    return "no such member";
}

} // namespace

TEST_CASE("window: the same frame again is listed, drawn and taken in as one edit that keeps every decision", "[app]")
{
    Tables tables;
    Window w("");
    w.window.openFiles({tables.path()});
    IntakeDesk& d = w.window.intake();
    wait(d);
    CHECK_FALSE(d.asVersion().isVisible()); // nothing is at hand
    click(d.takeButton());
    REQUIRE(waitFor([&] { return w.doc().checked() && !w.doc().jobs().running(); }));
    // Decisions.
    const auto member = [&](const char* id) { return w.doc().refs({*w.doc().model().find(id)}); };
    CHECK(w.doc().run(SetGroup{member("C1L"), "Mine"}).isEmpty());
    CHECK(w.doc().run(SetGroup{member("P1L"), "Mine"}).isEmpty());
    CHECK(w.doc().run(SetLengths{member("R1L"), LengthAxis::Minor, 0.8, {}}).isEmpty());
    CHECK(w.doc().run(SetExclude{member("RB1"), true}).isEmpty());
    w.settle();
    const Frame before = frameOf(w);
    const double was = w.utilisation("C4L");
    const size_t steps = w.doc().history().made();

    // The very same tables: nothing differs, and there is nothing to undo.
    w.window.openFiles({tables.path()});
    wait(d);
    REQUIRE(d.session().again());
    CHECK(d.session().again()->rows.empty());
    CHECK(d.takesAgain());

    tables.nextVersion();
    w.window.openFiles({tables.path()});
    wait(d);
    REQUIRE(d.asVersion().isVisible());
    CHECK(d.asVersion().isChecked());
    CHECK(d.asVersion().text().startsWith("A new version of "));
    CHECK(d.fatesTab().isChecked());
    FatesView& fates = d.fates();
    REQUIRE(fates.isVisible());
    const auto count = [&](K k) {
        return std::count_if(fates.rows().begin(), fates.rows().end(), [k](const auto& r) { return r.kind == k; });
    };
    CHECK(count(K::Fresh) == 1);
    CHECK(count(K::Gone) == 1);
    CHECK(count(K::Resized) == 1);
    CHECK(count(K::Moved) == 3); // both rafters and the ridge beam at the node
    CHECK(count(K::Reloaded) == 1);
    CHECK(d.sketch().drawnFates(K::Moved) == 3);
    CHECK(fates.table().rowCount() == 7);
    CHECK(fates.table().item(0, 1)->text() == "e99");
    const auto rowOf = [&](const QString& id) {
        for (int r = 0; r < fates.table().rowCount(); ++r)
            if (fates.table().item(r, 1)->text() == id)
                return fates.table().item(r, 2)->text() + ": " + fates.table().item(r, 3)->text();
        return QString();
    };
    CHECK(rowOf("e3") == "moved: by 0.3000 m");
    CHECK(rowOf("e7").startsWith("resized: "));
    CHECK(rowOf("e7").contains(" → "));
    CAPTURE(rowOf("e10").toStdString());
    CHECK(rowOf("e10").startsWith("re-loaded: largest N "));
    CHECK(rowOf("e27").startsWith("gone: "));
    // A kind alone, in the list and in the view.
    click(*fates.button(K::Moved));
    CHECK(fates.table().rowCount() == 3);
    CHECK(d.sketch().drawnFates(K::Gone) == 0);
    fates.table().selectRow(1);
    click(*fates.button(K::Moved));
    CHECK(fates.table().rowCount() == 7);
    // What is lost is told before it is taken.
    bool told = false;
    for (int r = 0; r < d.findChildren<QTableWidget*>().size(); ++r) {
        const QTableWidget& t = *d.findChildren<QTableWidget*>()[r];
        for (int k = 0; t.accessibleName() == "What is wrong, or was assumed" && k < t.rowCount(); ++k)
            told |= t.item(k, 1)->text().contains("member P1L is there no more: its group Mine");
    }
    CHECK(told);
    click(d.columnsTab());
    CHECK_FALSE(fates.isVisible());
    click(d.fatesTab());

    // A frame of its own would leave the one at hand.
    click(d.asOwn());
    CHECK_FALSE(d.takesAgain());
    CHECK(d.takeButton().text() == "Take in");
    CHECK_FALSE(fates.isVisible());
    CHECK(d.sketch().drawnFates(K::Moved) == 0);
    click(d.asVersion());
    CHECK(d.takeButton().text() == "Take in as the new version");
    const int asked = w.asked;
    click(d.takeButton());
    REQUIRE(waitFor([&] { return w.doc().history().made() == steps + 1; }));
    CHECK(w.asked == asked); // nothing is left
    CHECK(w.window.showsFrame());
    w.settle();
    REQUIRE(w.doc().checked());
    CHECK(w.doc().history().undoWords().starts_with("Take in "));
    CHECK(frameOf(w).elements.size() == before.elements.size());
    CHECK(frameOf(w).nodes[24].at.z == 5.9);
    CHECK(w.doc().forcesFit());
    CHECK(w.doc().analysed().forces.given);
    CHECK(groupNow(w, "C1L") == "Mine");
    CHECK(groupNow(w, "P1L") == "no such member");
    CHECK(frameOf(w).design.lengths == before.design.lengths);
    CHECK(w.doc().model().members()[*w.doc().model().find("RB1")].exclude);
    CHECK(w.utilisation("C4L") > 0);
    const auto lost = [&] {
        return std::count_if(w.doc().state().read->begin(), w.doc().state().read->end(),
                             [](const Finding& f) { return f.code == "intake.lost"; });
    };
    CHECK(lost() == 1);
    // The state before is parked, with its own forces.
    REQUIRE(w.doc().sidings().list().size() == 1);
    const std::string siding = w.doc().sidings().list().front().name;
    CHECK(siding.starts_with("before "));
    w.doc().compareTo(siding);
    REQUIRE(waitFor([&] { return w.doc().beside() != nullptr; }));
    CHECK(w.doc().beside()->then->results->forces.forces.given);
    CHECK(w.doc().beside()->changes.count(MemberChange::Kind::Gone) == 1);
    w.doc().compareTo({});

    QTest::keyClick(&w.window, Qt::Key_Z, Qt::ControlModifier);
    w.settle();
    CHECK(frameOf(w) == before);
    CHECK(w.utilisation("C4L") == was);
    CHECK(lost() == 0);
    CHECK(groupNow(w, "P1L") == "Mine");
    QTest::keyClick(&w.window, Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    w.settle();
    CHECK(frameOf(w).nodes[24].at.z == 5.9);
    CHECK(lost() == 1);
}

TEST_CASE("window: tables of another frame are a frame of their own, and one at hand can be kept", "[app]")
{
    Window w(":/demo/sedge-lane.frame.json");
    w.settle();
    CHECK(w.doc().run(SetGroup{w.doc().refs({0}), "Mine"}).isEmpty());
    w.settle();
    w.window.openFiles({QString(WREN_SOURCE) + "/data/demo/intake/roof.ifc"});
    IntakeDesk& d = w.window.intake();
    wait(d);
    REQUIRE(d.session().again());
    CHECK_FALSE(d.session().again()->likely());
    CHECK(d.asOwn().isChecked());
    CHECK(d.takeButton().text() == "Take in");
    // The work at hand would be left: that is asked, and may be declined.
    w.answer = 0;
    const int asked = w.asked;
    click(d.takeButton());
    CHECK(w.asked == asked + 1);
    CHECK(w.window.takesIn());
    w.answer = 1;
    click(d.takeButton());
    REQUIRE(waitFor([&] { return w.doc().title() == "roof" || w.doc().frame().elements.size() == 48; }));
    w.settle();
    CHECK(w.window.showsFrame());
}
