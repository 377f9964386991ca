// What is handed over from the window: drawings, exports, a look at a joint, copies of what is in sight.
#include "app/frame/frame_tables_view.h"
#include "app/frame/table_model.h"
#include "app/joint/joint_window.h"
#include "app/report/drawings_view.h"
#include "app/report/report_desk.h"
#include "app/report/report_view.h"
#include "app/shell/copying.h"
#include "app/shell/export_window.h"
#include "tests/app/window.h"

#include <QCheckBox>
#include <QClipboard>
#include <QComboBox>
#include <QFileInfo>
#include <QLineEdit>
#include <QMimeData>
#include <QPushButton>
#include <QRadioButton>
#include <QSpinBox>
#include <QTemporaryDir>

using namespace wr;
using test::kStreet;
using test::Window;

namespace {

struct Drawn : Window
{
    explicit Drawn(const QString& path) : Window(path)
    {
        window.ride(Stop::Report);
        settle();
        click(window.reportPages().tab(true));
    }
    DrawingsView& view() { return window.reportPages().drawings(); }
    void choose(QComboBox& box, const QString& text)
    {
        const int at = box.findText(text);
        INFO(text.toStdString());
        REQUIRE(at >= 0);
        box.setFocus();
        box.setCurrentIndex(at);
        settle();
    }
    int texts(const std::string& words)
    {
        int n = 0;
        for (const Mark& m : view().drawing()->picture.marks)
            if (const auto* t = std::get_if<TextMark>(&m)) n += t->text == words;
        return n;
    }
};

} // namespace

TEST_CASE("hand over: a drawing is chosen, lettered, looked at and written in four formats", "[app][handover]")
{
    Drawn w(kStreet);
    REQUIRE(w.view().isVisible());
    w.choose(w.view().drawings(), "Elevation at y = 5.000 m");
    REQUIRE(w.view().drawing() != nullptr);
    CHECK(w.texts("Elevation at y = 5.000 m") == 1);
    const int sections = w.texts("IPE240") + w.texts("IPE270") + w.texts("IPE220") + w.texts("HEA160") + w.texts("HEA180");
    CHECK(sections >= 2);
    CHECK(w.view().said().contains("1 : "));
    w.choose(w.view().letters(), "members");
    CHECK(w.texts("Elevation at y = 5.000 m") == 1);
    CHECK(w.texts(w.doc().model().members()[0].id) + w.texts("R2L") >= 1);
    w.choose(w.view().letters(), "key of sections");
    CHECK(w.texts("Sections") == 1);
    const double before = w.view().drawing()->scale;
    w.choose(w.view().sheet(), "A3");
    CHECK(w.view().drawing()->scale > before * 1.2); // a larger sheet
    w.click(w.view().colours());
    CHECK(w.texts("not checked") == 1);
    const QTemporaryDir folder;
    for (const char* name : {"d.pdf", "d.svg", "d.dxf", "d.png"}) {
        w.view().askWhere = [&] { return folder.filePath(name); };
        w.click(w.view().save());
        INFO(name);
        CHECK(QFileInfo(folder.filePath(name)).size() > 500);
        CHECK(w.view().said() == QString("written: ") + name);
    }
    w.view().askWhere = [&] { return folder.filePath("no/such/d.svg"); };
    w.click(w.view().save());
    CHECK(w.view().said().contains("d.svg"));
    // Back to the pages.
    w.click(w.window.reportPages().tab(false));
    CHECK_FALSE(w.view().isVisible());
    CHECK(w.window.reportPages().pages().isVisible());
}

TEST_CASE("hand over: the plane through what is picked, and only that", "[app][handover]")
{
    Drawn w(kStreet);
    w.choose(w.view().drawings(), "Plane through the picked");
    CHECK(w.view().drawing() == nullptr);
    CHECK(w.view().said().contains("pick"));
    CHECK_FALSE(w.view().save().isEnabled());
    const std::string one = w.doc().model().members()[0].id; // a column: many planes hold it
    w.pick({one});
    CHECK(w.view().said().contains("plumb"));
    // Two members that meet: their plane.
    const Member& column = w.doc().model().members()[0];
    std::string other;
    for (const Member& m : w.doc().model().members())
        if (m.id != one && (m.startNode == column.endNode || m.endNode == column.endNode)) other = m.id;
    REQUIRE_FALSE(other.empty());
    w.pick({one, other});
    REQUIRE(w.view().drawing() != nullptr);
    CHECK(w.view().drawing()->scale > 0);
    const size_t all = w.view().drawing()->picture.marks.size();
    w.click(w.view().pickedOnly());
    CHECK(w.view().drawing()->picture.marks.size() <= all);
    size_t lines = 0;
    for (const std::string& l : w.view().drawing()->layers)
        lines += l == column.group;
    CHECK(lines >= 1);
}

TEST_CASE("hand over: models and tables of all members or the picked ones, from the window", "[app][handover]")
{
    Window w(kStreet);
    w.key(Qt::Key_E, Qt::ControlModifier);
    ExportWindow& e = w.window.openExport();
    REQUIRE(e.isVisible());
    CHECK_FALSE(e.write().isEnabled());
    CHECK_FALSE(e.picked().isEnabled());
    const QTemporaryDir folder;
    e.askWhere = [&] { return folder.filePath("all"); };
    for (const char* f : {".glb", ".ifc", ".sqlite", ".xlsx", ".bcf", ".dxf"})
        e.format(f).setChecked(true);
    QStringList files;
    QObject::connect(&e, &ExportWindow::wrote, &e, [&](const QStringList& f, const QString& trouble) {
        CHECK(trouble.isEmpty());
        files = f;
    });
    QTest::mouseClick(&e.write(), Qt::LeftButton);
    REQUIRE(test::waitFor([&] { return files.size() == 6; }));
    for (const QString& f : files)
        CHECK(QFileInfo(f).size() > 300);
    CHECK(e.said().contains("all.glb"));
    const qint64 whole = QFileInfo(folder.filePath("all.ifc")).size();
    // One alone.
    w.pick({w.doc().model().members()[2].id});
    REQUIRE(e.picked().isEnabled());
    QTest::mouseClick(&e.picked(), Qt::LeftButton, Qt::NoModifier, {8, e.picked().height() / 2});
    REQUIRE(e.picked().isChecked());
    files.clear();
    e.askWhere = [&] { return folder.filePath("one"); };
    QTest::mouseClick(&e.write(), Qt::LeftButton);
    REQUIRE(test::waitFor([&] { return files.size() == 6; }));
    CHECK(QFileInfo(folder.filePath("one.ifc")).size() < whole / 4);
}

TEST_CASE("hand over: a joint is looked at: its ends under one combination, the largest, and bolts", "[app][handover]")
{
    Window w(kStreet);
    const Member& m = w.doc().model().members()[1];
    w.pick({m.id});
    w.key(Qt::Key_J);
    JointWindow& j = w.window.openJoint();
    REQUIRE(j.isVisible());
    CHECK(j.node() == m.startNode);
    CHECK(j.forces().rowCount() > 0);
    CHECK(j.balance().rowCount() == 0); // the largest come from many combinations
    QTest::mouseClick(&j.atEnd(), Qt::LeftButton);
    CHECK(j.node() == m.endNode);
    j.combination().setCurrentIndex(1);
    const auto ends = endsAt(w.doc().model(), m.endNode);
    REQUIRE(j.forces().rowCount() == static_cast<int>(ends.size()));
    for (size_t k = 0; k < ends.size(); ++k) {
        const SectionForces own = endForces(w.doc().model(), ends[k], TableSet(0)).own;
        CHECK(std::get<double>(j.forces().table().rows[k].cells[2]) == w.doc().units().show(Quantity::Force, own[0]));
    }
    CHECK(j.balance().rowCount() >= static_cast<int>(ends.size()) + 1);
    // Bolts: fewer are used more; what cannot be read says so.
    const QString four = j.verdict();
    CHECK(four.contains("no design of the connection"));
    CHECK(j.trace().formulaCount() > 5);
    j.count().setValue(1);
    CHECK(j.verdict() != four);
    j.count().setValue(4);
    CHECK(j.verdict() == four);
    j.size().setText("M21");
    CHECK(j.verdict().contains("by J3")); // any size is a bolt there
    j.size().setText("soft");
    CHECK(j.verdict().contains("as in"));
    j.size().setText("M20");
    j.measure(JointWindow::Plate).setText("12 kN");
    CHECK(j.verdict().contains("plate"));
    j.measure(JointWindow::Plate).setText("12 mm");
    CHECK(j.verdict().contains("by J3"));
    // Another node by its name; one that is not there changes nothing.
    const int before = j.node();
    j.nodeField().setText("nowhere");
    QTest::keyClick(&j.nodeField(), Qt::Key_Return);
    CHECK(j.node() == before);
    j.nodeField().setText(QString::fromStdString(w.doc().frame().nodes[0].id));
    QTest::keyClick(&j.nodeField(), Qt::Key_Return);
    CHECK(j.node() == 0);
    j.close();
}

TEST_CASE("hand over: what is in sight goes to the clipboard as picture, table and text", "[app][handover]")
{
    Window w(kStreet);
    QClipboard* c = QApplication::clipboard();
    // The ledger: as many rows as members, with headings, also as a table for text documents.
    QTableView* table = w.window.ledger().findChild<QTableView*>();
    REQUIRE(table);
    table->setFocus();
    w.key(Qt::Key_X, Qt::ControlModifier | Qt::ShiftModifier);
    const QStringList lines = c->text().split('\n', Qt::SkipEmptyParts);
    CHECK(lines.size() == static_cast<qsizetype>(w.doc().model().members().size()) + 1);
    CHECK(lines[0].contains("Member"));
    REQUIRE(c->mimeData()->hasHtml());
    CHECK(c->mimeData()->html().count("<tr>") == lines.size());
    // As text the columns stand beneath each other.
    w.key(Qt::Key_V, Qt::ControlModifier | Qt::ShiftModifier);
    CHECK_FALSE(c->text().contains('\t'));
    CHECK(c->text().count('\n') == lines.size());
    // Two picked rows go alone.
    table->setFocus();
    w.pick({w.doc().model().members()[0].id, w.doc().model().members()[3].id});
    w.key(Qt::Key_X, Qt::ControlModifier | Qt::ShiftModifier);
    CHECK(c->text().count('\n') == 3);
    // The frame as a picture.
    w.view().setFocus();
    w.key(Qt::Key_C, Qt::ControlModifier | Qt::ShiftModifier);
    const QImage image = c->image();
    CHECK(image.width() >= w.view().width());
    std::set<QRgb> colours;
    for (int y = 0; y < image.height(); y += 5)
        for (int x = 0; x < image.width(); x += 5)
            colours.insert(image.pixel(x, y));
    CHECK(colours.size() > 8); // something is drawn
    // The calculation as text.
    w.pick({w.doc().model().members()[0].id});
    w.member().trace().setFocus();
    w.key(Qt::Key_V, Qt::ControlModifier | Qt::ShiftModifier);
    CHECK(c->text().toStdString() == w.member().trace().plainText().toStdString());
    CHECK(c->text().size() > 50);
    // A drawing at the stop Report.
    w.window.ride(Stop::Report);
    w.settle();
    w.click(w.window.reportPages().tab(true));
    w.window.reportPages().drawings().page().setFocus();
    w.key(Qt::Key_C, Qt::ControlModifier | Qt::ShiftModifier);
    CHECK(c->image().width() == 2 * w.window.reportPages().drawings().page().width());
}
