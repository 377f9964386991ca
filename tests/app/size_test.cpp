#include "app/report/report_desk.h"
#include "app/size/proposal_model.h"
#include "app/size/rounds_chart.h"
#include "tests/app/window.h"

#include <QScrollBar>
#include <QTemporaryDir>

using namespace wr;
using test::kHill;
using test::kStreet;
using test::Window;

namespace {

struct Sizing : Window
{
    explicit Sizing(const QString& path, const std::string& member = {}) : Window(path)
    {
        if (!member.empty()) doc().setPick({index(member)});
        window.ride(Stop::Size);
        found();
    }
    SizingDesk& desk() { return window.sizing(); }
    SizeBand& band() { return window.sizes(); }
    void found()
    {
        REQUIRE(test::waitFor([&] { return desk().current() && !doc().jobs().running(); }));
        paint();
    }
    void click(QAbstractButton& b)
    {
        QTest::mouseClick(&b, Qt::LeftButton);
        settle();
    }
    const GroupPlan& plan(const std::string& group)
    {
        for (const GroupPlan& g : desk().plan().groups)
            if (g.id == group) return g;
        FAIL("no group " << group);
        return desk().plan().groups.front();
    }
    std::string sectionOf(const std::string& member)
    {
        const FrameSection& s = doc().frame().sections[static_cast<size_t>(doc().model().members()[index(member)].section)];
        return s.name.empty() ? s.id : s.name;
    }
    size_t over()
    {
        size_t n = 0;
        for (const MemberResult& r : doc().report().results)
            n += r.status == Status::Over;
        return n;
    }
    // Through the form of the ladder of the group at hand.
    void keepLadder(const std::function<void(LadderEditor&)>& fill)
    {
        if (!size().change().isChecked()) click(size().change());
        fill(size().editor());
        REQUIRE(size().editor().keep().isEnabled());
        click(size().editor().keep());
        found();
    }
};

} // namespace

TEST_CASE("size: the candidate chart proposes, a limit changes it, adopting and analysing settles", "[app]")
{
    Window start(kHill);
    const auto& rows = start.window.tray().rows();
    for (const auto& r : rows)
        if (r.name == "Edge beams")
            QTest::mouseClick(&start.window.tray(), Qt::LeftButton, Qt::NoModifier, r.area.center().toPoint());
    CHECK(start.doc().pick().size() == 12);
    Sizing w(kHill, "EB-1S");
    SizeBench& s = w.size();
    REQUIRE(w.desk().groupPlan());
    CHECK(w.desk().groupPlan()->id == "Edge beams");
    CHECK(s.group().currentText() == "Edge beams");
    CHECK(s.ladder().currentText() == "its family, W");
    CHECK(s.sectionNow() == "W12X22");
    CHECK(w.desk().groupPlan()->rungs.members.size() == 12);
    REQUIRE(w.desk().groupPlan()->chosen >= 0);
    const auto rung = [&] { return w.desk().groupPlan()->rungs.rungs[static_cast<size_t>(w.desk().groupPlan()->chosen)]; };
    const Rung first = rung();
    CHECK(first.utilisation <= 1.0);
    auto& chart = w.band().candidates().chart();
    CHECK(chart.marks().size() == w.desk().groupPlan()->rungs.rungs.size());
    // A depth limit: nothing deeper than 10.5 in; the ladder is kept by name and the group has it.
    w.keepLadder([&](LadderEditor& e) { w.type(e.maxDepth(), "10.5 in"); });
    CHECK(w.doc().frame().design.ladders.size() == 1);
    CHECK(s.ladder().currentText() == "Edge beams ladder");
    REQUIRE(w.desk().groupPlan()->chosen >= 0);
    const Rung limited = rung();
    CHECK(limited.depth <= 10.5 * kInch * 1.000001);
    CHECK(limited.mass >= first.mass);
    // Another rung by a click on its dot.
    for (size_t k = 0; k < chart.marks().size(); ++k) {
        const QPointF at = chart.pixelOf(chart.marks()[k].x, chart.marks()[k].y);
        if (chart.rungOf(static_cast<int>(k)) == w.desk().groupPlan()->chosen || chart.marks()[k].y > 1.5) continue;
        const int hit = chart.rungOf(chart.markAt(at, 14));
        QTest::mouseClick(&chart, Qt::LeftButton, Qt::NoModifier, at.toPoint());
        CHECK(w.desk().groupPlan()->chosen == hit);
        CHECK(w.desk().byHand());
        break;
    }
    // And by a row of the table.
    auto& table = w.band().candidates().table();
    const int wanted = w.desk().groupPlan()->rungs.find(limited.section->designation);
    const QModelIndex row = table.model()->index(w.band().candidates().model().rowOf(wanted), 0);
    table.scrollTo(row);
    QTest::mouseClick(table.viewport(), Qt::LeftButton, Qt::NoModifier, table.visualRect(row).center());
    CHECK(w.desk().groupPlan()->chosen == wanted);
    // The other groups are left alone: only what is ticked is adopted.
    for (const GroupPlan& g : w.desk().plan().groups)
        if (g.id != "Edge beams") w.desk().tick(g.id, false);
    const double before = w.utilisation("EB-1S");
    const std::string legs = w.sectionOf("LEG-NE1");
    w.click(s.adopt());
    CHECK(w.sectionOf("EB-1S") == limited.section->designation);
    CHECK(w.sectionOf("LEG-NE1") == legs);
    CHECK(w.utilisation("EB-1S") < before);
    CHECK_FALSE(w.doc().forcesFit());
    CHECK(w.window.line().openCount(Stop::Size) == 1);
    REQUIRE(w.doc().sidings().find("before sizing"));
    w.key(Qt::Key_F5);
    REQUIRE(test::waitFor([&] { return w.doc().forcesFit() && !w.doc().jobs().running(); }));
    CHECK(w.utilisation("EB-1S") <= 1.0);
    CHECK(w.window.line().situation().contains("forces fit sizes"));
    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(w.sectionOf("EB-1S") == "W12X22");
}

TEST_CASE("size: the tower comes within its limits in rounds, adopted as one step with its forces", "[app]")
{
    Sizing w(kHill);
    const size_t overThen = w.over();
    REQUIRE(overThen == 38);
    const double mass = w.doc().mass();
    QElapsedTimer time;
    time.start();
    w.click(w.size().settle());
    REQUIRE(w.desk().settled());
    CHECK(time.elapsed() < 60000);
    CHECK(w.desk().settled()->settled);
    CHECK(w.desk().rounds().size() >= 3);
    CHECK(w.size().rounds().bars() >= 3);
    CHECK(w.size().rounds().isVisibleTo(&w.size()));
    CHECK(w.band().page() == SizeBand::Rounds);
    CHECK(w.band().table(SizeBand::Rounds).model()->rowCount() == static_cast<int>(w.desk().rounds().size()));
    // Nothing has changed in the frame yet; what it would be is said.
    CHECK(w.over() == overThen);
    CHECK(w.doc().mass() == mass);
    CHECK(w.size().words().contains("settled after"));
    CHECK(w.size().words().contains("0 over"));
    // Each group that changes is drawn, heavier or lighter, and says what it becomes.
    size_t grows = 0;
    for (size_t i = 0; i < w.doc().model().members().size(); ++i)
        grows += w.desk().changeOf(i) > 0;
    CHECK(grows > 0);
    w.doc().setPick({});
    w.paint();
    REQUIRE_FALSE(w.view().sizeLabels().empty());
    for (const auto& l : w.view().sizeLabels()) {
        CHECK(l.text.contains("→"));
        for (const auto& o : w.view().sizeLabels())
            CHECK((&o == &l || o.member == l.member || !o.box.intersects(l.box)));
    }
    CHECK_FALSE(w.view().legend().isVisible());
    const double becomes = w.desk().becomes(w.index("EB-1S")).value();
    w.click(w.size().adopt());
    CHECK(w.doc().forcesFit()); // with the forces of the last round: nothing to analyse
    CHECK(w.over() == 0);
    CHECK(w.doc().mass() < mass);
    CHECK(w.utilisation("EB-1S") == Approx(becomes).epsilon(1e-6));
    CHECK(w.doc().history().undoWords().find("settled in") != std::string::npos);
    // The report tells the rounds that led there.
    CHECK(w.desk().adoptedRounds().size() >= 3);
    REQUIRE(w.window.reporting().rounds);
    CHECK(w.window.reporting().rounds().size() == w.desk().adoptedRounds().size());
    // An analysis of its own says the same.
    w.key(Qt::Key_F5);
    REQUIRE(test::waitFor([&] { return !w.doc().jobs().running(); }));
    CHECK(w.over() == 0);
    CHECK(w.utilisation("EB-1S") == Approx(becomes).epsilon(1e-6));
    // The siding goes back to what there was.
    REQUIRE(w.doc().returnTo("before sizing").isEmpty());
    w.settle();
    REQUIRE(test::waitFor([&] { return w.doc().forcesFit() && !w.doc().jobs().running(); }));
    CHECK(w.doc().mass() == Approx(mass));
    CHECK(w.over() == overThen);
}

TEST_CASE("size: rounds are stopped by their button and stand as they are, or are let go", "[app]")
{
    Sizing w(kHill);
    QTest::mouseClick(&w.size().settle(), Qt::LeftButton);
    CHECK(w.size().settle().text() == "Stop at this round");
    CHECK_FALSE(w.size().adopt().isEnabled());
    REQUIRE(test::waitFor([&] { return w.desk().rounds().size() >= 3; }));
    QTest::mouseClick(&w.size().settle(), Qt::LeftButton);
    w.settle();
    REQUIRE(w.desk().settled());
    CHECK(w.desk().settled()->stopped);
    CHECK(w.size().words().contains("stopped after"));
    CHECK(w.size().settle().text() == "Settle in rounds");
    CHECK(w.size().adopt().isEnabled()); // the rounds that were kept
    w.click(w.size().letGo());
    w.found();
    CHECK_FALSE(w.desk().settled());
    CHECK(w.desk().rounds().empty());
    CHECK_FALSE(w.doc().canUndo());
}

TEST_CASE("size: groups step their ladders by keys, one section is swapped for another", "[app]")
{
    Sizing w(kStreet, "C1L");
    REQUIRE(w.desk().groupPlan()->id == "Columns");
    const std::string before = w.sectionOf("C1L");
    const RungTable rungs = w.desk().groupPlan()->rungs;
    const int at = rungs.find(before);
    REQUIRE(at > 0);
    const double mass = w.doc().mass();
    w.view().setFocus();
    w.key(Qt::Key_Up, Qt::ControlModifier);
    CHECK(w.sectionOf("C1L") == rungs.rungs[static_cast<size_t>(at) + 1].section->designation);
    CHECK(w.doc().mass() > mass);
    CHECK(w.window.statusBar()->currentMessage().contains("Columns a rung up"));
    CHECK(w.window.statusBar()->currentMessage().contains("+"));
    w.found();
    w.key(Qt::Key_Down, Qt::ControlModifier);
    w.found();
    w.click(w.size().down());
    w.found();
    CHECK(w.sectionOf("C1L") == rungs.rungs[static_cast<size_t>(at) - 1].section->designation);
    CHECK(w.doc().mass() < mass);
    // At another stop the keys are those of the tables.
    w.window.ride(Stop::Check);
    w.key(Qt::Key_Up, Qt::ControlModifier);
    CHECK(w.sectionOf("C1L") == rungs.rungs[static_cast<size_t>(at) - 1].section->designation);
    w.window.ride(Stop::Size);
    w.found();
    // One section for another, wherever it is.
    const QString from = w.size().sectionNow();
    w.size().swapFrom().setCurrentText(from);
    w.type(w.size().swapTo(), "HEA 300");
    w.settle();
    CHECK(w.sectionOf("C1L") == "HEA300");
    w.size().swapFrom().setCurrentText("HEA300");
    w.type(w.size().swapTo(), "HEA 99");
    CHECK(w.size().trouble().contains("HEA 99"));
    CHECK(w.sectionOf("C1L") == "HEA300");
}

TEST_CASE("size: remedies of a group that is over are buttons, and work", "[app]")
{
    Sizing w(kHill, "EB-1S");
    REQUIRE(w.utilisation("EB-1S") > 1);
    w.click(w.size().remedies());
    CHECK(w.band().page() == SizeBand::Remedies);
    CHECK(w.desk().remediesOf() == "Edge beams");
    REQUIRE(w.desk().remedies().size() >= 5);
    REQUIRE(w.band().remedies().buttons().size() == w.desk().remedies().size());
    size_t rung = 0;
    while (w.desk().remedies()[rung].kind != RemedyKind::Rung)
        ++rung;
    QPushButton* button = w.band().remedies().buttons()[rung];
    REQUIRE(button);
    const Remedy r = w.desk().remedies()[rung];
    for (size_t k = 0; k < w.desk().remedies().size(); ++k)
        CHECK((w.band().remedies().buttons()[k] != nullptr) == w.desk().remedies()[k].edit.has_value());
    QTest::mouseClick(button, Qt::LeftButton);
    w.settle();
    CHECK(w.desk().remedies().empty()); // they were of the frame before
    CHECK(w.utilisation("EB-1S") <= 1.0);
    double worst = 0;
    for (size_t i = 0; i < w.doc().model().members().size(); ++i)
        if (w.doc().model().members()[i].group == "Edge beams")
            worst = std::max(worst, w.doc().report().results[i].utilisation);
    CHECK(worst == Approx(r.utilisation).epsilon(1e-6));
}

TEST_CASE("size: the finding of a member that is over leads to what would bring it right", "[app]")
{
    Window w(kHill);
    std::optional<WayOut> way;
    for (const AuditRow& r : w.doc().audit()) {
        if (r.finding.code != "member.over" || r.finding.subject != "EB-1S") continue;
        for (const WayOut& x : waysOut(w.doc().state(), r.finding))
            if (x.words == "what would bring it right") way = x;
    }
    REQUIRE(way.has_value());
    REQUIRE(w.doc().carryOut(*way).isEmpty());
    w.settle();
    CHECK(w.window.line().current() == Stop::Size);
    CHECK(w.window.sizes().page() == SizeBand::Remedies);
    CHECK(w.window.sizing().remediesOf() == "Edge beams");
    CHECK(w.window.sizing().remedies().size() >= 5);
}

TEST_CASE("size: targets, a reserve for all, and what is cheap", "[app]")
{
    Sizing w(kStreet, "C1L");
    const auto fitting = w.desk().groupPlan()->fitting();
    w.type(w.size().target(), "0.4");
    w.found();
    CHECK(w.desk().groupPlan()->target == 0.4);
    CHECK(w.desk().groupPlan()->fitting() < fitting);
    CHECK(w.plan("Rafters").target == 1.0);
    w.type(w.size().reserve(), "0.9");
    w.found();
    CHECK(w.plan("Rafters").target == 0.9);
    CHECK(w.desk().groupPlan()->target == 0.4); // its own stands before that of all
    CHECK(w.doc().frame().design.target == 0.9);
    w.type(w.size().reserve(), "many");
    CHECK(w.size().trouble().contains("Target of all groups"));
    CHECK(w.doc().frame().design.target == 0.9);
    // Nothing meets a target that small.
    w.type(w.size().target(), "0.0001");
    w.found();
    CHECK(w.desk().groupPlan()->chosen == -1);
    CHECK_FALSE(w.desk().groupPlan()->why.empty());
    w.type(w.size().target(), "");
    w.found();
    // The fewest sections weigh more.
    const size_t sections = w.desk().plan().sectionsThen();
    const double mass = w.desk().plan().massThen();
    w.size().objective().setCurrentIndex(w.size().objective().findData("few"));
    Q_EMIT w.size().objective().activated(w.size().objective().currentIndex());
    w.settle();
    CHECK(w.desk().plan().sectionsThen() < sections);
    CHECK(w.desk().plan().massThen() > mass);
    // Near the target: under it, the nearest first, a handful.
    w.click(w.band().near());
    const QAbstractItemModel& rows = *w.band().candidates().table().model();
    REQUIRE(rows.rowCount() > 1);
    CHECK(rows.rowCount() <= 8);
    const RungTable& rungs = w.desk().groupPlan()->rungs;
    double last = 10;
    for (int k = 0; k < rows.rowCount(); ++k) {
        const Rung& r = rungs.rungs[static_cast<size_t>(w.band().candidates().model().rungAt(k))];
        CHECK(r.meets(0.9));
        CHECK(r.utilisation <= last);
        last = r.utilisation;
    }
}

TEST_CASE("size: a stock list is taken in, and its prices say what is cheap", "[app]")
{
    Sizing w(kStreet, "R1L");
    QTemporaryDir folder;
    const auto list = [&](const char* text) {
        QFile f(folder.filePath("stock.csv"));
        REQUIRE(f.open(QIODevice::WriteOnly));
        f.write(text);
        return f.fileName();
    };
    const QString bad = list("Section,Price per kg\nIPE 300,dear\n");
    w.size().askStock = [&] { return bad; };
    w.click(w.size().stock());
    CHECK(w.size().trouble() == "stock.csv, row 2: \"dear\" is no price");
    CHECK(w.doc().frame().design.stock.empty());
    REQUIRE(w.desk().groupPlan()->chosen >= 0);
    const std::string cheap = w.desk().groupPlan()->to();
    // The one that is lightest is dear, the rest is one price.
    const QString good = list(("Section,Price per kg,Available\n*,1,yes\n" + cheap + ",9,yes\nNobody 7,1,no\n").c_str());
    w.size().askStock = [&] { return good; };
    w.click(w.size().stock());
    w.found();
    CHECK(w.doc().frame().design.stock.size() == 3);
    CHECK(w.size().trouble().contains("Nobody 7"));
    w.size().objective().setCurrentIndex(w.size().objective().findData("cost"));
    Q_EMIT w.size().objective().activated(w.size().objective().currentIndex());
    w.settle();
    CHECK(w.desk().groupPlan()->to() != cheap);
    CHECK(w.desk().groupPlan()->chosen >= 0);
    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(w.doc().frame().design.stock.empty());
}

TEST_CASE("size: ladders are made in the bench, counted before they are made", "[app]")
{
    Sizing w(kStreet, "R1L");
    w.click(w.size().change());
    LadderEditor& e = w.size().editor();
    w.type(e.name(), "Girders");
    e.families().setFocus();
    w.type(e.families(), "");
    e.shape().setCurrentIndex(e.shape().findData(static_cast<int>(ShapeKind::I)));
    w.type(e.plates(), "6, 8, 10, 12");
    w.type(e.made(), "h 300 to 500 by 50, b 150, tw plates, tf plates 8 to 12");
    CHECK(e.told() == "60 sections");
    w.type(e.made(), "h 300 to 500, b 150, tw 6, tf 8");
    CHECK(e.told().contains("needs a step"));
    CHECK_FALSE(e.keep().isEnabled());
    w.type(e.made(), "h 300 to 900 by 1, b 100 to 300 by 1, tw 6, tf 8");
    CHECK(e.told().contains("120801 sections are made, at most 20000"));
    w.type(e.made(), "h 300 to 500 by 50, b 150, tw plates, tf plates 8 to 12");
    w.click(e.keep());
    w.found();
    CHECK(w.desk().groupPlan()->ladder == "Girders");
    CHECK(w.desk().groupPlan()->rungs.rungs.size() == 60);
    CHECK(w.doc().frame().design.plates.size() == 4);
    REQUIRE(w.desk().groupPlan()->chosen >= 0);
    const std::string to = w.desk().groupPlan()->to();
    for (const GroupPlan& g : w.desk().plan().groups)
        if (g.id != w.desk().groupPlan()->id) w.desk().tick(g.id, false);
    w.click(w.size().adopt());
    CHECK(w.sectionOf("R1L") == to);
    // Another group shares it; a family that is none is named.
    w.doc().setPick({w.index("C1L")});
    w.found();
    w.size().ladder().setCurrentIndex(w.size().ladder().findData("Girders"));
    Q_EMIT w.size().ladder().activated(w.size().ladder().currentIndex());
    w.settle();
    w.found();
    CHECK(w.plan("Columns").ladder == "Girders");
    w.click(w.size().change());
    w.type(e.families(), "IPEX");
    CHECK(e.told().contains("there is no family \"IPEX\""));
    // Taken away: the groups that had it are back at their families.
    w.type(e.families(), "");
    REQUIRE(e.name().text() == "Girders");
    w.click(e.drop());
    w.found();
    CHECK(w.doc().frame().design.ladders.empty());
    CHECK(w.desk().groupPlan()->ladder == "HEA");
}

TEST_CASE("size: what a kilogram buys of a limit is shown by group, and sized for", "[app]")
{
    Sizing w(kStreet);
    w.click(w.band().tab(SizeBand::Stiffness));
    CHECK(w.band().words().contains("no limit of drift"));
    Frame f = w.doc().frame();
    auto limits = readFrameLimits(f, "nodes plan h/600");
    REQUIRE(limits.has_value());
    REQUIRE(w.doc().run(SetFrameLimits{*limits}).isEmpty());
    w.settle();
    w.found();
    REQUIRE_FALSE(w.doc().state().limits->empty());
    const double ratio = w.doc().state().limits->front().ratio;
    REQUIRE(w.doc().state().limits->front().reason.empty());
    {
        w.band().setPage(SizeBand::Rungs);
        w.click(w.band().tab(SizeBand::Stiffness));
        REQUIRE(w.desk().ranking().at.has_value());
        const auto& rows = w.desk().ranking().rows;
        CHECK(w.band().table(SizeBand::Stiffness).model()->rowCount() == static_cast<int>(rows.size()));
        for (size_t k = 0; k + 1 < rows.size(); ++k)
            CHECK(rows[k].perMass() >= rows[k + 1].perMass());
        CHECK(w.band().words().contains("by unit loads"));
        CHECK(ratio > 0);
    }
}

TEST_CASE("size: all groups stand in a table, a row picks its group", "[app]")
{
    Sizing w(kHill);
    w.click(w.band().tab(SizeBand::Groups));
    QTableView& t = w.band().table(SizeBand::Groups);
    REQUIRE(t.model()->rowCount() == static_cast<int>(w.desk().plan().groups.size()));
    for (int r = 0; r < t.model()->rowCount(); ++r) {
        if (t.model()->index(r, 0).data().toString() != "Hips") continue;
        QTest::mouseClick(t.viewport(), Qt::LeftButton, Qt::NoModifier, t.visualRect(t.model()->index(r, 0)).center());
        break;
    }
    CHECK(w.desk().groupPlan()->id == "Hips");
    CHECK(w.doc().pick().size() == 4);
    // The bench lists what changes; a tick taken off leaves its group alone.
    ProposalModel& m = w.size().proposalModel();
    const int row = m.rowOf(w.desk().group());
    REQUIRE(row >= 0);
    const size_t all = w.desk().toAdopt().size();
    REQUIRE(m.setData(m.index(row, 0), Qt::Unchecked, Qt::CheckStateRole));
    CHECK(w.desk().toAdopt().size() == all - 1);
    CHECK_FALSE(w.desk().ticked("Hips"));
    // What is proposed stands up to the check of the whole with it.
    for (const std::string& refused : w.desk().refused())
        CHECK(refused.find("checked whole") != std::string::npos);
    for (const GroupPlan& g : w.desk().plan().groups)
        for (const size_t i : g.rungs.members)
            if (g.changes()) CHECK(w.desk().becomes(i).value() <= g.target + 1e-9);
}
