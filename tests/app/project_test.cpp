// Work is kept as it happens: closed, killed, opened again, saved under a name, looked at from a second window.
#include "app/shell/keeper.h"
#include "app/shell/opened_work.h"
#include "tests/app/window.h"

#include <QDir>
#include <QFile>
#include <QLabel>
#include <QProcess>
#include <QTemporaryDir>
#include <csignal>
#include <fstream>

using namespace wr;
using test::kStreet;
using test::Window;

namespace {

void forgetAll()
{
    QDir(untitledFolder()).removeRecursively();
}

void group(Window& w, const char* member, const char* name)
{
    CHECK(w.doc().run(SetGroup{w.doc().refs({w.index(member)}), name}).isEmpty());
    w.settle();
}
std::string groupOf(Window& w, const char* member)
{
    return w.doc().model().members()[w.index(member)].group;
}

} // namespace

TEST_CASE("project: work without a name is kept, found again, and goes on with its history", "[app]")
{
    forgetAll();
    {
        Window w(kStreet);
        CHECK(w.doc().keeper().untitled());
        CHECK(keptProjects().empty()); // at work
        w.window.close();
    }
    CHECK(keptProjects().empty()); // nothing was done: nothing to keep
    double ratio = 0;
    {
        Window w(kStreet);
        group(w, "C1L", "Corner");
        w.doc().setPick({w.index("C1L")});
        w.typeLength(LengthAxis::Minor, "1.4");
        group(w, "C2L", "Corner");
        w.doc().undo();
        w.settle();
        CHECK(w.doc().keeper().flush().isEmpty());
        CHECK(w.doc().keeper().words() == "kept, without a name");
        CHECK(w.doc().modified());
        ratio = w.utilisation("C1L");
        w.answer = 1; // closed without a name
        w.window.close();
        CHECK(w.asked == 1);
    }
    const auto kept = keptProjects();
    REQUIRE(kept.size() == 1);
    CHECK(kept.front().name == "tern-street");
    {
        Window w(kept.front().path);
        CHECK(groupOf(w, "C1L") == "Corner");
        CHECK(groupOf(w, "C2L") != "Corner");
        CHECK(w.utilisation("C1L") == Approx(ratio).epsilon(1e-12));
        // Undo and redo go on where they were.
        REQUIRE(w.doc().canRedo());
        w.doc().redo();
        w.settle();
        CHECK(groupOf(w, "C2L") == "Corner");
        while (w.doc().canUndo())
            w.doc().undo();
        w.settle();
        CHECK(groupOf(w, "C1L") != "Corner");
        CHECK_FALSE(w.doc().canUndo());
    }
    forgetAll();
}

TEST_CASE("project: it is opened as it was left: results at once, stop, camera, what is hidden", "[app]")
{
    forgetAll();
    const QTemporaryDir folder;
    const QString path = folder.filePath("left.wren");
    QPointF corner;
    {
        Window w(kStreet);
        CHECK(w.window.saveTo(path));
        w.window.ride(Stop::Restraint);
        w.doc().setPick({w.index("C1L"), w.index("C2L")});
        w.view().onlyThese();
        w.view().setSolid(true);
        w.view().look(30, 35);
        w.view().zoom(1.7, 0.4, 0.6);
        w.paint();
        corner = *w.view().middleOf(w.index("C1L"));
        w.window.close();
    }
    CHECK(ProjectFile::open(path.toStdString(), true)->parts("check").size() == 1);
    CHECK_FALSE(ProjectFile::open(path.toStdString(), true)->read()->check.empty());
    Window w(QString{});
    bool atOnce = false;
    QObject::connect(&w.doc(), &Document::opened, &w.window, [&] { atOnce = w.doc().checked(); });
    w.open(path);
    CHECK(atOnce); // before the check has run again
    CHECK(w.window.line().current() == Stop::Restraint);
    CHECK(w.view().solid());
    CHECK(w.view().hiddenCount() == 38);
    CHECK_FALSE(w.view().hides(w.index("C1L")));
    const QPointF now = *w.view().middleOf(w.index("C1L"));
    CHECK(now.x() == Approx(corner.x()).margin(1));
    CHECK(now.y() == Approx(corner.y()).margin(1));
}

TEST_CASE("project: saved under a name it is kept there, and a second window may look at it", "[app]")
{
    forgetAll();
    QTemporaryDir folder;
    const QString path = folder.filePath("street.wren");
    Window w(kStreet);
    group(w, "C1L", "Corner");
    CHECK(w.window.saveTo(path));
    CHECK(w.doc().isProject());
    CHECK_FALSE(w.doc().modified());
    CHECK(keptProjects().empty());
    CHECK(QDir(untitledFolder()).entryList({"*.wren"}).isEmpty()); // moved, not copied
    group(w, "C2L", "Corner");
    CHECK_FALSE(w.doc().modified()); // there is nothing to save
    CHECK(w.doc().keeper().flush().isEmpty());
    CHECK(w.doc().keeper().words() == "kept in street.wren");
    {
        Window second(path);
        CHECK(groupOf(second, "C2L") == "Corner");
        CHECK(second.doc().keeper().lookOnly().contains("is open elsewhere"));
        const QString why = second.doc().run(SetGroup{second.doc().refs({0}), "Mine"});
        CHECK(why.contains("It can be looked at, not changed"));
        CHECK_FALSE(second.doc().canUndo());
        // Under a name of its own it is a project to work on, with what was parked.
        CHECK(second.doc().park("as looked at").isEmpty());
        const QString mine = folder.filePath("mine.wren");
        CHECK(second.window.saveTo(mine));
        CHECK(second.doc().isProject());
        CHECK(second.doc().run(SetGroup{second.doc().refs({0}), "Mine"}).isEmpty());
        second.settle();
        CHECK(second.doc().keeper().flush().isEmpty());
        CHECK(ProjectFile::open(mine.toStdString(), true)->read()->steps.size() == 1);
        CHECK(ProjectFile::open(mine.toStdString(), true)->parts("siding").size() == 1);
        second.window.close();
        CHECK(second.asked == 0);
    }
    // Opened once more in its own window it is still ours.
    w.window.open(path);
    w.settle();
    CHECK(w.doc().keeper().lookOnly().isEmpty());
    group(w, "C3L", "Corner");
    CHECK(w.doc().history().made() == 3);
    // A frame file beside it is a copy for others: work goes on in the project.
    const QString frame = folder.filePath("street.frame.json");
    CHECK(w.window.saveTo(frame));
    CHECK(w.doc().path() == path);
    w.window.close();
    CHECK(w.asked == 0);
    Window other(frame);
    CHECK(groupOf(other, "C2L") == "Corner");
    other.window.close();
}

TEST_CASE("project: a program that was killed in the middle of its work has lost nothing", "[app]")
{
    forgetAll();
    // Another of this program, that groups member after member until it is killed.
    QProcess child;
    QStringList environment = QProcess::systemEnvironment();
    child.start(QCoreApplication::applicationFilePath(), {"--work-until-killed"});
    REQUIRE(child.waitForStarted());
    REQUIRE(child.waitForReadyRead(60000)); // it has begun
    QTest::qWait(700);
    const QByteArray said = child.readAll();
    ::kill(static_cast<pid_t>(child.processId()), SIGKILL);
    child.waitForFinished();
    QByteArray all = said + child.readAll();
    const auto lines = all.split('\n');
    const int safe = lines.size() > 1 ? lines[lines.size() - 2].toInt() : 0;
    REQUIRE(safe > 0);
    const auto kept = keptProjects();
    REQUIRE(kept.size() == 1);
    Window w(kept.front().path);
    CHECK(static_cast<int>(w.doc().history().made()) >= safe);
    const size_t n = w.doc().history().made();
    CHECK(w.doc().model().members()[n % w.doc().model().members().size()].group == "G" + std::to_string(n));
    w.doc().undo();
    w.settle();
    CHECK(w.doc().history().made() == n - 1);
    forgetAll();
}

TEST_CASE("project: what cannot be opened is said with the reason; a damaged one opens as a copy", "[app]")
{
    forgetAll();
    QTemporaryDir folder;
    const QString path = folder.filePath("street.wren");
    {
        Window w(kStreet);
        group(w, "C1L", "Corner");
        CHECK(w.window.saveTo(path));
        w.window.close();
    }
    // Cut in the middle of its tables.
    QFile f(path);
    REQUIRE(f.open(QIODevice::ReadWrite));
    const qint64 size = f.size();
    f.seek(size * 3 / 4);
    f.write(QByteArray(static_cast<int>(size / 8), 'x'));
    f.close();
    Window w(QString{});
    w.window.open(path);
    REQUIRE(test::waitFor([&] { return !w.doc().jobs().running(); }));
    w.paint();
    if (w.doc().hasFrame()) { // what could be read
        CHECK(w.doc().frame().elements.size() == 48);
        CHECK(w.doc().path() == path);
        CHECK((w.doc().keeper().untitled() || w.doc().isProject()));
    } else {
        CHECK(w.doc().faults().front().code == "project.refused");
    }
    std::ofstream(path.toStdString(), std::ios::binary)
        << "SQLite format 3" << '\0' << "and nothing behind it that would be one";
    w.window.open(path);
    REQUIRE(test::waitFor([&] { return !w.doc().jobs().running(); }));
    w.paint();
    REQUIRE_FALSE(w.doc().faults().empty());
    CHECK(w.doc().faults().front().code == "project.refused");
    forgetAll();
}
