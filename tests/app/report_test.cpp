// The stop Report by mouse and keyboard: contents, depth, whom, pages, files.
#include "app/ledger/pick_field.h"
#include "app/report/report_bench.h"
#include "app/report/report_desk.h"
#include "app/report/report_view.h"
#include "tests/app/window.h"

#include <QFileInfo>
#include <QPrinter>
#include <QTemporaryDir>

using namespace wr;
using test::kStreet;
using test::Window;

namespace {

struct Reporting : Window
{
    explicit Reporting(const QString& path) : Window(path)
    {
        window.ride(Stop::Report);
        set();
    }
    ReportDesk& desk() { return window.reporting(); }
    ReportBench& bench() { return window.bench().report(); }
    ReportView& view() { return window.reportPages(); }
    ContentsView& contents() { return window.contents(); }
    void set()
    {
        REQUIRE(test::waitFor([&] { return desk().current() && !doc().jobs().running(); }));
        paint();
    }
    size_t pages() { return desk().pages()->count(); }
    void type(QLineEdit& field, const QString& text)
    {
        field.setFocus();
        field.selectAll();
        QTest::keyClicks(&field, text);
        QTest::keyClick(&field, Qt::Key_Return);
        QTest::keyClick(&field, Qt::Key_Return); // the first may be the completing list's
        set();
    }
    // The box of a line of the contents.
    void tick(const QString& key)
    {
        QTreeWidget& t = contents().tree();
        QTreeWidgetItem* i = contents().item(key);
        REQUIRE(i);
        if (i->parent()) i->parent()->setExpanded(true);
        t.scrollToItem(i);
        paint();
        const QRect r = t.visualItemRect(i);
        QTest::mouseClick(t.viewport(), Qt::LeftButton, Qt::NoModifier, {r.left() + 8, r.center().y()});
        set();
    }
    size_t row(const std::string& group)
    {
        const auto& rows = bench().depths().rows();
        for (size_t k = 0; k < rows.size(); ++k)
            if (rows[k].group == group) return k;
        FAIL("no group " << group);
        return 0;
    }
    void depth(const std::string& group, ReportDepth d)
    {
        QTest::mouseClick(&bench().depths(), Qt::LeftButton, Qt::NoModifier,
                          bench().depths().stopArea(row(group), d).center().toPoint());
        set();
    }
};

} // namespace

TEST_CASE("report: contents with their pages, parts ticked off and on again, by click", "[app][report]")
{
    Reporting w(kStreet);
    const size_t all = w.pages();
    CHECK(all > 8);
    CHECK(w.bench().pagesWords() == QString("%1 pages").arg(all));
    CHECK(w.contents().total() == QString("Ticked: %1 pages").arg(all));
    CHECK(w.contents().item("cover")->text(1) == "1");
    CHECK(w.contents().item("frame")->text(1).toInt() >= 2);
    CHECK(w.contents().item("changes")->text(1).isEmpty()); // nothing to tell of
    w.tick("members");
    CHECK(w.doc().frame().design.report.without == std::vector<std::string>{"members"});
    CHECK(w.pages() < all);
    CHECK(w.contents().item("members.holds")->checkState(0) == Qt::Unchecked);
    // One of it back: a dash at the whole.
    w.tick("members.lengths");
    CHECK(w.doc().frame().design.report.without == std::vector<std::string>{"members.holds"});
    CHECK(w.contents().item("members")->checkState(0) == Qt::PartiallyChecked);
    w.tick("members.holds");
    CHECK(w.pages() == all);
    CHECK(w.doc().frame().design.report.without.empty());
    // They are edits.
    w.doc().undo();
    w.set();
    CHECK(w.contents().item("members")->checkState(0) == Qt::PartiallyChecked);
    // To the page of a line.
    QTreeWidget& t = w.contents().tree();
    QTreeWidgetItem* i = w.contents().item("findings");
    t.scrollToItem(i);
    QTest::mouseClick(t.viewport(), Qt::LeftButton, Qt::NoModifier, t.visualItemRect(i).center());
    CHECK(w.view().pages().current() == w.desk().pages()->rangeOf("findings")->first);
    CHECK(w.view().small().current() == w.view().pages().current());
    CHECK(w.view().words().startsWith(QString("page %1 of ").arg(w.view().pages().current() + 1)));
}

TEST_CASE("report: how deep each group, by a dot on its line and by keys, and for whom by a pick", "[app][report]")
{
    Reporting w(kStreet);
    const size_t lines = w.pages();
    w.depth("Purlins", ReportDepth::Full);
    CHECK(w.doc().frame().design.report.depth.at("Purlins") == ReportDepth::Full);
    CHECK(w.pages() >= lines + 12); // six members, two pages and more each
    const size_t purlins = w.desk().pages()->rangeOf("calculations.Purlins")->count;
    CHECK(w.bench().depths().rows()[w.row("Purlins")].pages == QString::number(purlins));
    CHECK(w.contents().item("calculations")->text(1) == QString::number(purlins));
    // Fewer of them.
    w.type(w.bench().whom(), "id = P1L");
    CHECK(w.doc().frame().design.report.pick == "id = \"P1L\""); // completed
    CHECK(w.bench().depths().rows()[w.row("Purlins")].members == "1 of 6");
    CHECK(w.desk().pages()->rangeOf("calculations.Purlins")->count < purlins);
    CHECK(w.desk().inDepth() == 1);
    // A name nobody knows takes no effect.
    w.bench().whom().setFocus();
    w.bench().whom().selectAll();
    QTest::keyClicks(&w.bench().whom(), "weight > 3");
    QTest::keyClick(&w.bench().whom(), Qt::Key_Return);
    w.settle();
    CHECK(w.doc().frame().design.report.pick == "id = \"P1L\"");
    QTest::mouseClick(&w.bench().everybody(), Qt::LeftButton);
    w.set();
    CHECK(w.desk().inDepth() == 6);
    // Keys: the first group down to a summary and back.
    w.bench().depths().setFocus();
    for (size_t k = 0; k < w.bench().depths().rows().size(); ++k)
        QTest::keyClick(&w.bench().depths(), Qt::Key_Up);
    QTest::keyClick(&w.bench().depths(), Qt::Key_Right);
    w.set();
    CHECK(w.doc().frame().design.report.depth.at(w.bench().depths().rows()[0].group) == ReportDepth::Summary);
    QTest::keyClick(&w.bench().depths(), Qt::Key_Left);
    w.set();
    CHECK(w.doc().frame().design.report.depth.size() == 1);
    // Send a member from its calculation.
    w.window.ride(Stop::Check);
    w.doc().setPick({w.index("C2R")});
    w.settle();
    w.view().setFocus();
    QTest::keyClick(&w.window, Qt::Key_R, Qt::ControlModifier);
    CHECK(w.doc().frame().design.report.members == std::vector<std::string>{"C2R"});
    w.window.ride(Stop::Report);
    w.set();
    CHECK(w.desk().pages()->rangeOf("member.C2R").has_value());
    CHECK(w.contents().item("member.C2R") != nullptr);
}

TEST_CASE("report: pages follow what changes, links lead, and who it is by stands on the cover", "[app][report]")
{
    Reporting w(kStreet);
    w.depth("Purlins", ReportDepth::Full);
    w.type(w.bench().field(ReportBench::Subject), "Market roof, checks");
    w.type(w.bench().field(ReportBench::By), "M. Tarn");
    w.type(w.bench().field(ReportBench::Revision), "B");
    const auto says = [&](size_t page, const std::string& text) {
        const Page p = w.desk().pages()->page(page);
        return std::any_of(p.marks.begin(), p.marks.end(), [&](const Mark& m) {
            const auto* t = std::get_if<TextMark>(&m);
            return t && t->text.find(text) != std::string::npos;
        });
    };
    CHECK(says(0, "Market roof, checks"));
    // What is undone while the field is still at hand stays undone when it is left.
    w.doc().undo(); // the revision
    w.set();
    CHECK(w.bench().field(ReportBench::Revision).text().isEmpty());
    w.bench().field(ReportBench::Subject).setFocus();
    w.settle();
    CHECK(w.doc().frame().design.report.revision.empty());
    w.doc().redo();
    w.set();
    CHECK(w.bench().field(ReportBench::Revision).text() == "B");
    CHECK(says(0, "M. Tarn"));
    CHECK(says(3, "revision B"));
    // A line of the contents on the cover leads to its page.
    const Page cover = w.desk().pages()->page(0);
    REQUIRE_FALSE(cover.links.empty());
    const PageLink& last = cover.links.back();
    const QRectF area = w.view().pages().pageArea(0);
    const double k = area.width() / w.desk().pages()->style().paper.width;
    QTest::mouseClick(w.view().pages().viewport(), Qt::LeftButton, Qt::NoModifier,
                      (area.topLeft() + QPointF(last.x + 20, last.y + 5) * k).toPoint());
    CHECK(w.view().pages().current() == *w.desk().pages()->pageOf(last.to));
    // Leafing by keys and by small pages, and the width.
    QTest::keyClick(&w.view().pages(), Qt::Key_Home);
    CHECK(w.view().pages().current() == 0);
    QTest::keyClick(&w.view().pages(), Qt::Key_PageDown);
    CHECK(w.view().pages().current() == 1);
    w.paint();
    QTest::mouseClick(w.view().small().viewport(), Qt::LeftButton, Qt::NoModifier,
                      w.view().small().pageArea(2).center().toPoint());
    CHECK(w.view().pages().current() == 2);
    const double whole = w.view().pages().pageArea(2).width();
    QTest::mouseClick(&w.view().width(), Qt::LeftButton);
    w.paint();
    CHECK(w.view().pages().pageArea(2).width() > 1.3 * whole);
    // Another section: the pages say so.
    const auto roof = w.doc().run(SetSection{w.doc().refs({w.index("P1L")}), "IPE140"});
    CHECK(roof.isEmpty());
    CHECK_FALSE(w.desk().current());
    w.set();
    const size_t calculation = w.desk().pages()->rangeOf("member.P1L")->first;
    CHECK(says(calculation, "IPE140"));
    CHECK(w.bench().steel().contains("sections"));
}

TEST_CASE("report: files of every format ticked, again by one key after a change, and printed", "[app][report]")
{
    Reporting w(kStreet);
    QTemporaryDir folder;
    const QString base = folder.filePath("roof");
    int asked = 0;
    w.desk().askWhere = [&] { return ++asked, base; };
    for (const char* f : {"xlsx", "html"})
        QTest::mouseClick(&w.bench().format(f), Qt::LeftButton, Qt::NoModifier, {8, w.bench().format(f).height() / 2});
    w.set();
    CHECK(w.doc().frame().design.report.formats == std::vector<std::string>{"pdf", "xlsx", "html"});
    CHECK(w.bench().write().text() == "Write 3 files…");
    QTest::mouseClick(&w.bench().write(), Qt::LeftButton);
    w.set();
    CHECK(asked == 1);
    for (const char* f : {"pdf", "xlsx", "html"})
        CHECK(QFileInfo(base + "." + f).size() > 5000);
    CHECK(w.bench().said().startsWith("Written: roof.pdf, roof.xlsx, roof.html."));
    // Again after a change, without asking.
    QFile::remove(base + ".pdf");
    CHECK(w.doc().run(SetSection{w.doc().refs({w.index("P1L")}), "IPE140"}).isEmpty());
    w.set();
    QTest::keyClick(&w.window, Qt::Key_F8);
    w.set();
    CHECK(asked == 1);
    CHECK(QFileInfo(base + ".pdf").size() > 5000);
    QFile html(base + ".html");
    REQUIRE(html.open(QIODevice::ReadOnly));
    CHECK(html.readAll().contains("IPE140"));
    // Where it cannot be written, it is told.
    w.desk().write("/nowhere/roof");
    w.set();
    CHECK(w.bench().said().isEmpty());
    // Printed, page by page.
    QPrinter printer(QPrinter::HighResolution);
    printer.setOutputFormat(QPrinter::PdfFormat);
    printer.setOutputFileName(folder.filePath("printed.pdf"));
    CHECK(w.bench().printTo(printer));
    CHECK(QFileInfo(folder.filePath("printed.pdf")).size() > 20000);
    // A project keeps what was chosen.
    const QString project = folder.filePath("roof.wren");
    REQUIRE(w.window.saveTo(project));
    Reporting again(project);
    CHECK(again.bench().write().text() == "Write 3 files…");
    CHECK(again.bench().format("html").isChecked());
}
