// The stop Briefs, picks over the ledger and in the tray: in the real window.
#include "app/frame/frame_tables_view.h"
#include "app/frame/table_model.h"
#include "app/ledger/pick_field.h"
#include "app/line/line_view.h"
#include "tests/app/briefs.h"

#include <QMenu>

using namespace wr;
using test::Briefs;
using test::click;
using test::trayRow;
using test::waitFor;
using test::Window;

namespace {

constexpr const char* kLane = ":/demo/sedge-lane.frame.json";

double utilisation(Window& w, size_t member)
{
    return w.doc().report().results[member].utilisation;
}

// Briefs: one is made, given to twenty members, its effect is seen before it is taken, and all is undone.
void madeGivenTriedUndone(Window& w)
{
    Briefs b(w);
    const auto undone = w.doc().frame().design;
    // A ready one to begin with.
    QAction* purlin = nullptr;
    for (QAction* a : b.bench.newMenu().actions())
        if (a->text() == "Rail") purlin = a;
    REQUIRE(purlin);
    CHECK(purlin->toolTip().contains("L/150"));
    purlin->trigger();
    w.settle();
    CHECK(b.desk.currentId() == "Rail");
    CHECK(b.bench.name().text() == "Rail");
    CHECK(b.line("deflection.limits").here == "L/150 total");
    CHECK(b.line("deflection.limits").differs);
    CHECK_FALSE(b.line("loadHeight").differs);
    // Given to twenty side rails.
    std::set<size_t> twenty;
    for (size_t i = 0; i < w.doc().model().members().size() && twenty.size() < 20; ++i)
        if (w.doc().model().members()[i].group == "Side rails") twenty.insert(i);
    REQUIRE(twenty.size() == 20);
    w.doc().setPick(twenty);
    w.paint();
    CHECK(b.bench.give().text() == "Give to the picked 20");
    w.click(b.bench.give());
    w.settle();
    CHECK(b.desk.membersOf("Rail") == 20);
    const size_t first = *twenty.begin();
    const auto deflection = [&] {
        for (const CheckOutcome& o : w.doc().report().results[first].outcomes)
            if (w.doc().model().standardOf(first).kindOf(o) == CheckKind::Deflection) return o.ratio;
        return -1.0;
    };
    const double before = deflection(), all = utilisation(w, first);
    REQUIRE(before > 0);
    // Tried: the line says what would come, nothing has changed yet.
    b.type("deflection.limits", "L/15000 total");
    CHECK(b.sheet.effectWords().startsWith("20 members: top "));
    CHECK(b.sheet.effectWords().contains("come over"));
    CHECK(deflection() == before);
    const Effect effect = *b.desk.effect();
    CHECK(effect.members == 20);
    b.take(false);
    CHECK_FALSE(b.sheet.isOpen());
    CHECK(deflection() == before);
    CHECK(b.line("deflection.limits").here == "L/150 total");
    // Taken: a hundred times the ratio, as the effect said.
    b.type("deflection.limits", "L/15000 total");
    b.take();
    CHECK(b.line("deflection.limits").here == "L/15000 total");
    CHECK(deflection() == Approx(100 * before));
    CHECK(w.doc().report().results[first].status == Status::Over);
    double top = 0;
    for (const size_t i : twenty)
        top = std::max(top, utilisation(w, i));
    CHECK(effect.after == Approx(top));
    w.key(Qt::Key_Z, Qt::ControlModifier);
    w.settle();
    CHECK(utilisation(w, first) == all);
    for (int k = 0; k < 2; ++k) {
        w.doc().undo();
        w.settle();
    }
    CHECK(w.doc().frame().design == undone);
    CHECK_FALSE(w.doc().canUndo());
}

// Briefs: a line that cannot stand says why and cannot be taken; choices are chosen; a line goes back.
void refusedChosenTakenBack(Window& w)
{
    Briefs b(w);
    click(w, trayRow(w, "Runway", Tray::Row::Kind::Brief));
    REQUIRE(b.desk.currentId() == "Runway");
    const Brief before = *b.desk.current();
    b.type("netAreaRatio", "1.4");
    CHECK(b.sheet.effectWords().contains("at most 1"));
    b.take();
    CHECK(b.sheet.isOpen());
    CHECK(*b.desk.current() == before);
    b.take(false);
    // A choice.
    QTest::mouseClick(&b.sheet, Qt::LeftButton, Qt::NoModifier, b.sheet.lineRect("loadHeight").center().toPoint());
    REQUIRE(b.sheet.choice().isVisible());
    CHECK(b.sheet.choice().currentText() == "top");
    QTest::keyClick(&b.sheet.choice(), Qt::Key_Down);
    w.settle();
    CHECK(b.sheet.choice().currentText() == "centroid");
    CHECK(b.sheet.effectWords().startsWith("12 members"));
    QTest::keyClick(&b.sheet.choice(), Qt::Key_Return);
    w.settle();
    CHECK_FALSE(b.line("loadHeight").differs);
    CHECK(b.desk.current()->loadHeight == LoadHeight::Centroid);
    // By keys alone: down to a line, Return opens it.
    b.sheet.setFocus();
    for (int k = 0; k < 3; ++k)
        QTest::keyClick(&b.sheet, Qt::Key_Down);
    QTest::keyClick(&b.sheet, Qt::Key_Return);
    CHECK(b.sheet.isOpen());
    b.take(false);
    // Delete takes away what a line states.
    QTest::mouseClick(&b.sheet, Qt::LeftButton, Qt::NoModifier, b.sheet.lineRect("deflection.limits").center().toPoint());
    b.take(false);
    QTest::keyClick(&b.sheet, Qt::Key_Delete);
    w.settle();
    CHECK(b.desk.current()->deflection.limits.empty());
    // Only what differs.
    b.bench.onlyDiffering().click();
    CHECK_FALSE(b.sheet.lineRect("cb").isValid());
    b.bench.onlyDiffering().click();
}

// Briefs: renamed, compared, taken over, deleted with what its members get.
void renamedComparedTakenOverDeleted(Window& w)
{
    Briefs b(w);
    click(w, trayRow(w, "Floor", Tray::Row::Kind::Brief));
    CHECK(w.doc().pick().empty());
    click(w, trayRow(w, "Floor", Tray::Row::Kind::Brief)); // again: its members
    CHECK(w.doc().pick().size() == 17);
    w.type(b.bench.name(), "Office floor");
    CHECK(b.desk.currentId() == "Office floor");
    CHECK(b.desk.membersOf("Office floor") == 17);
    // Compared with another: only the lines that differ.
    BriefsView& v = w.window.briefs();
    v.other().setCurrentIndex(v.other().findText("Runway"));
    Q_EMIT v.other().activated(v.other().currentIndex());
    CHECK(v.words().toStdString() == "1 line differs"); // both have their loads at the top flange
    CHECK(v.table().model()->index(0, 1).data().toString() == "Limits");
    CHECK(v.table().model()->index(0, 3).data().toString() == "L/600 variable live-only");
    v.other().setCurrentIndex(0);
    Q_EMIT v.other().activated(0);
    CHECK(v.words().toStdString() == "2 lines differ");
    // Taken over from a member: its brief.
    const size_t column = w.index("CW1");
    w.doc().setPick({column});
    w.paint();
    b.bench.from().setText("no such member");
    w.click(b.bench.takeOver());
    CHECK(b.bench.trouble().contains("no member"));
    std::string floor;
    for (const Member& m : w.doc().model().members())
        if (m.brief == "Office floor") floor = m.id;
    b.bench.from().setText(QString::fromStdString(floor));
    w.click(b.bench.takeOver());
    w.settle();
    CHECK(b.bench.trouble().isEmpty());
    CHECK(w.doc().model().members()[w.index("CW1")].brief == "Office floor");
    // Deleted: what its members get is asked for first.
    w.click(b.bench.drop());
    REQUIRE(b.bench.heir().isVisible());
    b.bench.heir().setCurrentIndex(b.bench.heir().findText("Runway"));
    w.click(b.bench.dropNow());
    w.settle();
    CHECK(b.desk.membersOf("Runway") == 12 + 18);
    CHECK(b.desk.current() != nullptr);
    CHECK(b.desk.currentId() != "Office floor");
    w.doc().undo();
    w.settle();
    CHECK(b.desk.membersOf("Office floor") == 18);
}

// Briefs: the view tells them apart by letter, the line by what is open.
void toldApartInTheView(Window& w)
{
    Briefs b(w);
    b.desk.choose("Runway");
    w.settle();
    const auto letters = w.view().briefLetters();
    size_t atHand = 0;
    for (const auto& l : letters) {
        const std::string& brief = w.doc().model().members()[l.member].brief;
        CHECK_FALSE(brief.empty());
        CHECK(l.atHand == (brief == "Runway"));
        atHand += l.atHand;
    }
    CHECK(atHand >= 6);
    for (size_t a = 0; a < letters.size(); ++a)
        for (size_t c = a + 1; c < letters.size(); ++c)
            CHECK_FALSE(letters[a].box.intersects(letters[c].box));
    CHECK(w.window.line().openCount(Stop::Briefs) == 1); // members without one
    const auto& none = trayRow(w, "without a brief", Tray::Row::Kind::Brief);
    CHECK(none.members.size() == 162);
    click(w, none);
    CHECK(w.doc().pick().size() == 162);
    w.click(b.bench.give());
    w.settle();
    CHECK(w.window.line().openCount(Stop::Briefs) == 0);
}

// Picks: an expression rules ledger and view; a mistake is told where it is.
void expressionRulesAll(Window& w)
{
    Ledger& l = w.window.ledger();
    w.key(Qt::Key_Slash);
    PickField& f = l.field();
    REQUIRE(f.hasFocus());
    QTest::keyClicks(&f, "kind = column and utl > 0.9");
    w.paint();
    CHECK(l.trouble() == "column 19: there is no name \"utl\"; did you mean util?");
    CHECK(l.shownWords() == "339 of 339 shown"); // what cannot be read hides nothing
    f.clear();
    QTest::keyClicks(&f, "kind = column and util > 0.9");
    w.paint();
    CHECK(l.trouble().isEmpty());
    CHECK(l.shownWords() == "5 of 339 shown");
    QTest::keyClick(&f, Qt::Key_Return);
    w.settle();
    CHECK(w.doc().pick().size() == 5);
    // Kept under a name, it stands in the tray and in the file.
    w.click(l.keep());
    QTest::keyClicks(&l.pickName(), "Hard columns");
    QTest::keyClick(&l.pickName(), Qt::Key_Return);
    w.settle();
    const auto& kept = trayRow(w, "Hard columns", Tray::Row::Kind::Pick);
    CHECK(kept.members.size() == 5);
    CHECK(w.doc().frame().design.picks.front().expression == "kind = column and util > 0.9");
    f.clear();
    w.doc().setPick({});
    click(w, trayRow(w, "Over", Tray::Row::Kind::Pick));
    CHECK(w.doc().pick().size() == 7);
    CHECK(f.text() == "over");
    CHECK(l.shownWords() == "7 of 339 shown · 7 picked");
    w.doc().undo();
    w.settle();
    CHECK(w.doc().frame().design.picks.empty());
    // Words that are no expression are looked for.
    f.setText("haunch");
    CHECK(l.shownWords().startsWith("28 of 339 shown"));
    f.setText("purln");
    CHECK(l.shownWords().startsWith("0 of 339 shown"));
    CHECK(l.trouble().contains("there is no name"));
}

// Picks: the field offers names and values.
void fieldOffers(Window& w)
{
    w.key(Qt::Key_Slash);
    PickField& f = w.window.ledger().field();
    QTest::keyClicks(&f, "bri");
    CHECK(f.offered() == QStringList{"brief"});
    QTest::keyClick(&f, Qt::Key_Tab);
    CHECK(f.text() == "brief ");
    QTest::keyClicks(&f, "= \"Ru");
    CHECK(f.offered() == QStringList{"\"Runway\""});
    QTest::keyClick(&f, Qt::Key_Tab);
    CHECK(f.text() == "brief = \"Runway\" ");
    CHECK(w.window.ledger().shownWords() == "12 of 339 shown");
    QTest::keyClick(&f, Qt::Key_Escape);
    CHECK(f.text().isEmpty());
}

// Ledger: one combination, the reserve, columns, rows as text, the spread of sections.
void combinationReserveColumns(Window& w)
{
    Ledger& l = w.window.ledger();
    REQUIRE(w.window.combinations() != nullptr);
    QComboBox& list = *w.window.combinations();
    CHECK(list.isVisible());
    CHECK(list.currentText() == "worst of 26 combinations");
    const auto top = [&] { return w.doc().report().counts.top; };
    const double worst = top();
    // One alone: view, tray and ledger follow; the figures of the line stay those of all.
    list.setCurrentIndex(list.findData("U3"));
    Q_EMIT list.activated(list.currentIndex());
    w.settle();
    CHECK(top() < worst);
    CHECK(w.window.line().figures().contains("top 1.36"));
    const size_t column = w.index("CV4");
    CHECK(w.doc().model().combinationOf(column, *w.doc().report().results[column].govern()) == "U3");
    CHECK(trayRow(w, "Columns, west", Tray::Row::Kind::Group).worst < worst);
    CHECK(w.view().hoverLine().isEmpty());
    // An edit under it is shown under it.
    w.doc().run(SetSection{w.doc().refs({column}), "HEA300"});
    w.settle();
    CHECK(w.doc().model().combinationOf(column, *w.doc().report().results[column].govern()) == "U3");
    w.doc().undo();
    w.settle();
    list.setCurrentIndex(0);
    Q_EMIT list.activated(0);
    w.settle();
    CHECK(top() == worst);
    // The reserve by one key.
    const int util = l.model().utilisationColumn();
    const auto cell = [&](int row, int c) { return l.table().model()->index(row, c).data().toString(); };
    CHECK(cell(0, util) == "1.36");
    w.view().setFocus();
    w.key(Qt::Key_R);
    CHECK(l.model().headerData(util, Qt::Horizontal, Qt::DisplayRole).toString() == "Reserve");
    CHECK(cell(0, util) == QString::fromUtf8("×0.74"));
    w.key(Qt::Key_R);
    CHECK(cell(0, util) == "1.36");
    // Columns that are there when asked for.
    const int kind = l.model().columnOf(LedgerColumn::Kind);
    REQUIRE(kind >= 0);
    CHECK(l.table().isColumnHidden(kind));
    l.showColumn(LedgerColumn::Kind, true);
    CHECK_FALSE(l.table().isColumnHidden(kind));
    CHECK(cell(0, kind) == "column");
    // Rows as text: the picked ones, with headings.
    w.doc().setPick({w.index("CW4"), w.index("CV4")});
    w.paint();
    const QStringList lines = l.textOfRows().trimmed().split('\n');
    REQUIRE(lines.size() == 3);
    CHECK(lines[0].startsWith("Member\tGroup\tSection\tUtil."));
    CHECK(lines[0].endsWith("Kind"));
    CHECK(lines[1].startsWith("CW4\tColumns, west\tHEA200\t1.36\t"));
    CHECK(lines[1].endsWith("\tcolumn"));
    l.showColumn(LedgerColumn::Kind, false);
    w.doc().setPick({});
    // Sections: every member's utilisation on one line.
    l.show(LedgerKind::Sections);
    w.paint();
    const int spread = l.model().columnOf(LedgerColumn::Spread), members = l.model().columnOf(LedgerColumn::Members),
              over = l.model().columnOf(LedgerColumn::Over), mean = l.model().columnOf(LedgerColumn::Mean);
    for (int r = 0; r < l.table().model()->rowCount(); ++r) {
        const QVariantList values = l.table().model()->index(r, spread).data(LedgerModel::SpreadRole).toList();
        CHECK(values.size() == cell(r, members).toInt());
        double sum = 0, above = 0;
        for (const QVariant& v : values) {
            sum += v.toDouble();
            above += v.toDouble() > 1;
        }
        CHECK(cell(r, mean).toDouble() == Approx(sum / static_cast<double>(values.size())).margin(0.0051));
        CHECK(cell(r, over).toInt() == static_cast<int>(above));
    }
}

void undoAll(Window& w)
{
    while (w.doc().canUndo()) {
        w.doc().undo();
        w.settle();
    }
    w.doc().setPick({});
    w.window.ledger().field().clear();
    w.window.ride(Stop::Check);
    w.settle();
}

} // namespace

// Opening the depot takes longer than all that is done in it: one window for all.
TEST_CASE("briefs, picks and the ledger in a window of the depot", "[app][briefs][picks][ledger]")
{
    Window w(kLane);
    w.patient = false;
    const Frame opened = w.doc().frame();
    for (const auto& [what, run] : std::initializer_list<std::pair<const char*, void (*)(Window&)>>{
             {"briefs: the view tells them apart by letter, the line by what is open", toldApartInTheView},
             {"briefs: one is made, given to twenty members, its effect is seen before it is taken, and all is undone",
              madeGivenTriedUndone},
             {"briefs: a line that cannot stand says why and cannot be taken; choices are chosen; a line goes back",
              refusedChosenTakenBack},
             {"briefs: renamed, compared, taken over, deleted with what its members get", renamedComparedTakenOverDeleted},
             {"picks: an expression rules ledger and view; a mistake is told where it is", expressionRulesAll},
             {"picks: the field offers names and values", fieldOffers},
             {"ledger: one combination, the reserve, columns, rows as text, the spread of sections", combinationReserveColumns},
         }) {
        INFO(what);
        run(w);
        undoAll(w);
        CHECK(w.doc().frame() == opened);
    }
}

TEST_CASE("briefs: a frame without any says what to do first", "[app][briefs]")
{
    Window w(test::kStreet);
    Briefs b(w);
    CHECK(b.desk.current() == nullptr);
    CHECK(w.window.line().openCount(Stop::Briefs) == -1);
    CHECK_FALSE(b.bench.sheet().isVisible());
    CHECK_FALSE(b.bench.newMenu().actions().front()->isEnabled());
    b.bench.newMenu().actions()[1]->trigger();
    w.settle();
    CHECK(b.desk.currentId() == "New brief");
    CHECK(b.bench.sheet().isVisible());
    // A second standard: its column comes and goes with the brief that asks for it.
    CHECK_FALSE(w.doc().hasSecond());
    w.doc().setPick({0, 1});
    w.click(b.bench.give());
    Brief second = *b.desk.current();
    second.second = "aisc360-22-lrfd";
    CHECK(w.doc().run(PutBrief{second}).isEmpty());
    w.settle();
    REQUIRE(w.doc().hasSecond());
    const auto& member = w.doc().model().members();
    for (size_t i = 0; i < member.size(); ++i)
        CHECK((w.doc().secondOf(i) != nullptr) == (member[i].brief == "New brief"));
    CHECK(w.doc().secondModel().standardOf(0).key == "aisc360-22-lrfd");
    CHECK(w.window.ledger().model().secondColumn() > 0);
    w.doc().undo();
    w.settle();
    CHECK_FALSE(w.doc().hasSecond());
    // Limits of deflection where no service combination is: the way to make some.
    Brief limited = *b.desk.current();
    limited.deflection.limits.push_back({});
    limited.deflection.limits.back().span = 250;
    CHECK(w.doc().run(PutBrief{limited}).isEmpty());
    SetLoads bare{w.doc().frame().cases, {}, "strength only"};
    for (const Combination& c : w.doc().frame().combinations)
        if (c.purpose != Purpose::Service) bare.combinations.push_back(c);
    REQUIRE(bare.combinations.size() < w.doc().frame().combinations.size());
    CHECK(w.doc().run(bare).isEmpty());
    w.settle();
    w.click(b.bench.lacks());
    CHECK(w.window.line().current() == Stop::Frame);
    CHECK(w.window.tables().page() == FrameTablesView::Combinations);
}
