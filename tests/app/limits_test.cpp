// Limits of the frame, live loads and settings by purpose in the window: typed, seen, undone.
#include "app/bench/frame_bench.h"
#include "app/briefs/brief_desk.h"
#include "app/briefs/briefs_bench.h"
#include "app/briefs/sheet_view.h"
#include "app/findings/finding_card.h"
#include "app/findings/findings_view.h"
#include "app/frame/frame_tables_view.h"
#include "app/line/line_view.h"
#include "tests/app/window.h"

#include <QCompleter>

using namespace wr;
using test::kStreet;
using test::Window;

namespace {

QString at(Window& w, int row, int column)
{
    TableModel& m = w.window.tables().model();
    return m.data(m.index(row, column), Qt::DisplayRole).toString();
}

// Types into a line of the sheet, and takes it.
void state(Window& w, const std::string& key, const QString& text)
{
    SheetView& sheet = w.window.bench().briefs().sheet();
    sheet.open(key);
    sheet.field().selectAll();
    QTest::keyClicks(&sheet.field(), text);
    w.settle();
    QTest::keyClick(&sheet.field(), Qt::Key_Return);
    w.settle();
}

} // namespace

TEST_CASE("limits of the frame: typed with a mistake, mended, over in table, line and findings, undone", "[app]")
{
    Window w(kStreet);
    w.window.ride(Stop::Frame);
    FrameTablesView& tables = w.window.tables();
    tables.setPage(FrameTablesView::Limits);
    w.paint();
    LimitsBar& bar = tables.limits();
    REQUIRE(bar.isVisible());
    CHECK_FALSE(bar.makeCombinations().isVisible()); // there are service combinations
    const int open = w.window.line().openCount(Stop::Check);
    w.type(bar.field(), "drift h/400 charactristic");
    CHECK(bar.trouble().contains("did you mean characteristic"));
    CHECK(w.doc().frame().design.frameLimits.empty());
    CHECK(bar.field().text() == "drift h/400 charactristic"); // to be mended, not typed anew
    w.type(bar.field(), "drift h/400; nodes 20 mm");
    CHECK(bar.trouble().isEmpty());
    const auto& rows = *w.doc().state().limits;
    REQUIRE(rows.size() >= 2);
    CHECK(tables.model().rowCount() == static_cast<int>(rows.size()));
    int over = 0;
    for (size_t k = 0; k < rows.size(); ++k) {
        over += rows[k].over();
        CHECK(at(w, static_cast<int>(k), 1).toDouble() == Approx(rows[k].ratio).margin(6e-4));
        CHECK(at(w, static_cast<int>(k), 2) == (rows[k].over() ? "over" : "ok"));
        CHECK(rows[k].value == Approx(rows[k].ratio * rows[k].allowed));
    }
    REQUIRE(over > 0);
    CHECK(w.window.line().figures().contains(QString("frame limits: %1 over").arg(over)));
    CHECK(w.window.line().openCount(Stop::Check) == open + over);
    // The finding leads to the table.
    tables.setPage(FrameTablesView::Cases);
    w.window.showFindings(WorkStop::Check, "limit.over " + QString::fromStdString(w.doc().frame().design.frameLimits[0].id));
    w.settle();
    FindingCard& card = w.window.findings().card();
    REQUIRE_FALSE(card.ways().empty());
    CHECK(card.words().contains("drift h/400", Qt::CaseInsensitive));
    QTest::mouseClick(card.ways().front(), Qt::LeftButton);
    w.settle();
    CHECK(tables.page() == FrameTablesView::Limits);
    // A wider limit, and back by undo.
    w.type(bar.field(), "drift h/50");
    CHECK_FALSE(w.window.line().figures().contains("frame limits"));
    CHECK(tables.model().rowCount() == static_cast<int>(w.doc().state().limits->size()));
    w.doc().undo();
    w.settle();
    CHECK(bar.field().text() == "drift h/400; nodes 20 mm");
    CHECK(w.window.line().figures().contains("frame limits"));
    // Without service combinations: unchecked with the way to make some, here and at the member.
    SetLoads bare{w.doc().frame().cases, {}, "strength only"};
    for (const Combination& c : w.doc().frame().combinations)
        if (c.purpose != Purpose::Service) bare.combinations.push_back(c);
    CHECK(w.doc().run(bare).isEmpty());
    w.settle();
    CHECK(at(w, 0, 2).startsWith("unchecked: no combination has the purpose service"));
    REQUIRE(bar.makeCombinations().isVisible());
    w.click(bar.makeCombinations());
    CHECK(tables.page() == FrameTablesView::Combinations);
    Brief b;
    b.id = "Served";
    b.deflection.limits.push_back({});
    b.deflection.limits.back().span = 250;
    CHECK(w.doc().run(PutBrief{b}).isEmpty());
    w.doc().setPick({0});
    CHECK(w.doc().run(GiveBrief{w.doc().refs({0}), "Served"}).isEmpty());
    w.settle();
    w.window.ride(Stop::Check);
    w.settle();
    const MemberResult& r = w.doc().report().results[0];
    for (size_t k = 0; k < r.outcomes.size(); ++k)
        if (w.doc().model().standardOf(0).kindOf(r.outcomes[k]) == CheckKind::Deflection)
            w.member().modes().choose(static_cast<int>(k));
    w.paint();
    REQUIRE_FALSE(w.member().makeCombinations().isHidden());
    w.member().makeCombinations().click();
    CHECK(w.window.line().current() == Stop::Frame);
    CHECK(tables.page() == FrameTablesView::Combinations);
}

TEST_CASE("live load in the window: 25 % less of it, by itself where forces superpose, found again where they do not", "[app]")
{
    Window w(kStreet);
    w.window.ride(Stop::Briefs);
    Brief b;
    b.id = "Less";
    CHECK(w.doc().run(PutBrief{b}).isEmpty());
    // A member that live load governs, so that there is something to see.
    size_t member = 0;
    std::vector<LoadCase> cases = w.doc().frame().cases.list();
    for (LoadCase& c : cases)
        if (c.action == Action::Snow || c.action == Action::RoofLive) c.action = Action::Live;
    CHECK(w.doc().run(SetLoads{cases, w.doc().frame().combinations.list(), "floor"}).isEmpty());
    w.settle();
    for (size_t i = 0; i < w.doc().model().members().size(); ++i)
        if (w.doc().model().members()[i].group == "Purlins" &&
            w.doc().report().results[i].utilisation > w.doc().report().results[member].utilisation)
            member = i;
    CHECK(w.doc().run(GiveBrief{w.doc().refs({member}), "Less"}).isEmpty());
    w.settle();
    const std::string id = w.doc().model().members()[member].id;
    const double before = w.utilisation(id);
    w.window.briefDesk().choose("Less");
    w.paint();
    state(w, "liveLoad.less", "25 %");
    CHECK(w.doc().frame().design.briefs.list().back().liveLoad.less == 0.25);
    CHECK(w.utilisation(id) < 0.95 * before);
    CHECK(w.doc().model().forces().columns == cases.size()); // the cases, and nothing beside them
    w.doc().undo();
    w.settle();
    CHECK(w.utilisation(id) == Approx(before));
    // In second order the line says that it wants an analysis, and taking it makes one.
    w.doc().setChoice({.order = ForceOrder::Second});
    w.settle();
    const double second = w.utilisation(id);
    const size_t columns = w.doc().model().forces().columns;
    SheetView& sheet = w.window.bench().briefs().sheet();
    sheet.open("liveLoad.less");
    QTest::keyClicks(&sheet.field(), "25 %");
    w.settle();
    CHECK(sheet.effectWords().contains("analysed again"));
    QTest::keyClick(&sheet.field(), Qt::Key_Return);
    REQUIRE(test::waitFor([&] { return w.doc().model().forces().columns > columns && !w.doc().jobs().running(); }));
    w.settle();
    CHECK(w.utilisation(id) < 0.95 * second);
    w.doc().undo();
    w.settle();
    CHECK(w.utilisation(id) == Approx(second));
}

TEST_CASE("settings by purpose in the window: a name there is not is told, one there is is completed and counts", "[app]")
{
    Window w(kStreet);
    w.window.ride(Stop::Briefs);
    for (const char* name : {"Built", "Main"}) {
        Brief b;
        b.id = name;
        if (b.id == "Built") b.k = {2.5, 2.5, 2, 2, 2};
        CHECK(w.doc().run(PutBrief{b}).isEmpty());
    }
    std::set<size_t> all;
    for (size_t i = 0; i < w.doc().model().members().size(); ++i)
        all.insert(i);
    CHECK(w.doc().run(GiveBrief{w.doc().refs(all), "Main"}).isEmpty());
    std::vector<Combination> list = w.doc().frame().combinations.list();
    list[0].purpose = Purpose::Construction;
    CHECK(w.doc().run(SetLoads{w.doc().frame().cases.list(), list, "stage"}).isEmpty());
    w.settle();
    w.window.briefDesk().choose("Main");
    w.paint();
    SheetView& sheet = w.window.bench().briefs().sheet();
    sheet.open("settings.construction");
    QTest::keyClicks(&sheet.field(), "Buil");
    w.settle();
    REQUIRE(sheet.field().completer() != nullptr);
    CHECK(sheet.field().completer()->completionCount() == 1);
    CHECK(sheet.effectWords().contains("there is no brief \"Buil\""));
    sheet.field().setText("Built");
    QTest::keyClick(&sheet.field(), Qt::Key_Return);
    w.settle();
    CHECK(w.doc().frame().design.briefs.list()[1].settings[static_cast<size_t>(Purpose::Construction)] == "Built");
    int borrowed = 0;
    for (size_t i = 0; i < all.size(); ++i)
        for (const CheckOutcome& o : w.doc().report().results[i].outcomes)
            if (o.ofForces() && o.settings == static_cast<int>(Purpose::Construction)) {
                ++borrowed;
                CHECK(w.doc().model().combinationOf(i, o) == list[0].id);
            }
    CHECK(borrowed > 0);
}
