// Tern Street built from nothing in the window, tool by tool, and the tutorial done as it is written: what comes of it is the
// demo frame, and what the tutorial says one sees.
#include "app/frame/frame_tables_view.h"
#include "app/frameview/result_layer.h"
#include "core/analysis/shares.h"
#include "tests/app/steps.h"
#include "tests/app/type_cell.h"

#include <QFile>

using namespace wr;
using test::kStreet;
using test::typeCell;
using test::Window;

namespace {

void begin(Window& w, const char* standard)
{
    w.key(Qt::Key_N, Qt::ControlModifier | Qt::ShiftModifier);
    REQUIRE(test::waitFor([&] { return w.doc().hasFrame() && !w.doc().jobs().running(); }));
    w.settle();
    w.doc().run(SetStandard{standard});
    w.settle();
}

const char* const kTern[] = {
    "Tool **Draw**: From `0; 0; 0`, To `4 m up`, Section `HEA 180`, Steel `S355`, Group `Columns`",
    "Tool **Draw**: From `0; 0; 4 m`, To `4.5 m; 0; 5.6 m`, Section `IPE 220`, Group `Rafters`",
    "Tool **Ends** for `group = Rafters`: First end `as it is`, Last end `twists`",
    "Tool **Divide** for `group = Rafters`: Parts `2`",
    "Tool **Supports** at `0; 0; 0`: Support `springs`, About z `held`",
    "Tool **Mirror** for `group = Rafters or group = Columns`: Across `x`, Through `4.5 m; 0; 0`",
    // Cases and the loads of an inner frame.
    "Tool **Case**: Case `G`, Title `Self-weight`, Action `dead`, Self-weight `1`",
    "Tool **Case**: Case `G2`, Title `Roofing`, Action `superimposed`",
    "Tool **Case**: Case `S`, Title `Snow`, Action `snow`",
    "Tool **Case**: Case `W`, Title `Wind across`, Action `wind`",
    "Tool **Case**: Case `WL`, Title `Wind along`, Action `wind`",
    "Tool **Line** for `group = Rafters` in `G2`: Load `0.35*5 kN/m`",
    "Tool **Line** for `group = Rafters` in `S`: Load `4.75 kN/m`, Direction `down, on plan`",
};
const char* const kTernBays[] = {
    "Tool **Copy along** for `group = Rafters or group = Columns`: By `5 m y`, Times `3`",
    "Tool **Draw**: From `4.5 m; 0; 5.6 m`, To `15 m y`, Section `IPE 140`, Group `Ridge beams`",
    "Tool **Draw**: From `0; 0; 4 m`, To `15 m y`, Section `IPE 160`, Group `Eaves beams`",
    "Tool **Draw**: From `9 m; 0; 4 m`, To `15 m y`, Section `IPE 160`, Group `Eaves beams`",
    "Tool **Draw**: From `2.25 m; 0; 4.8 m`, To `15 m y`, Section `IPE 120`, Group `Purlins`",
    "Tool **Draw**: From `6.75 m; 0; 4.8 m`, To `15 m y`, Section `IPE 120`, Group `Purlins`",
    "Tool **Ends** for `group = \"Ridge beams\" or group = \"Eaves beams\" or group = Purlins`: First end `pinned`, "
    "Last end `pinned, twists`",
    "Tool **Line** for `group = \"Ridge beams\"` in `G2`: Load `0.2 kN/m`, Direction `down`",
    "Tool **Line** for `group = \"Eaves beams\"` in `G2`: Load `0.25 kN/m`",
    "Tool **Line** for `group = Purlins` in `G2`: Load `0.4 kN/m`",
    "Tool **Line** for `group = Purlins` in `S`: Load `1.1 kN/m`, Direction `down, on plan`",
    "Tool **Nodal** at `0; 0; 4 m` `9 m; 0; 4 m` in `WL`: Force `4.5 kN`, Direction `along y`",
    "Tool **Nodal** at `4.5 m; 0; 5.6 m` in `WL`: Force `5.5 kN`",
    "Tool **Nodal** at `4.5 m; 5 m; 5.6 m` `4.5 m; 10 m; 5.6 m` in `WL`: Force `0.8 kN`",
    "Tool **Draw**: From `0; 0; 0`, To `0; 5 m; 4 m`, Section `HSS2.875X0.203`, Steel `ASTM A500-B-round`, Carries `axial`, "
    "Group `Wall bracing`",
    "Tool **Draw**: From `0; 5 m; 0`, To `0; 0; 4 m`",
    "Tool **Draw**: From `9 m; 0; 0`, To `9 m; 5 m; 4 m`",
    "Tool **Draw**: From `9 m; 5 m; 0`, To `9 m; 0; 4 m`",
    "Tool **Draw**: From `0; 0; 4 m`, To `2.25 m; 5 m; 4.8 m`, Group `Roof bracing`",
    "Tool **Draw**: From `2.25 m; 0; 4.8 m`, To `4.5 m; 5 m; 5.6 m`",
    "Tool **Draw**: From `9 m; 0; 4 m`, To `6.75 m; 5 m; 4.8 m`",
    "Tool **Draw**: From `6.75 m; 0; 4.8 m`, To `4.5 m; 5 m; 5.6 m`",
    "Tool **Draw**: From `0; 0; 4 m`, To `9 m; 0; 4 m`, Section `HSS2.375X0.154`, Group `Gable tie`",
};

// Members of the first and the last frame, by group; or on one side of it.
void pickWhere(Window& w, const std::function<bool(const Member&, Vec3)>& wanted)
{
    std::set<size_t> out;
    const auto& members = w.doc().model().members();
    for (size_t k = 0; k < members.size(); ++k) {
        const Frame& f = w.doc().frame();
        const Vec3 middle =
            0.5 * (f.nodes[static_cast<size_t>(members[k].startNode)].at + f.nodes[static_cast<size_t>(members[k].endNode)].at);
        if (wanted(members[k], middle)) out.insert(k);
    }
    REQUIRE_FALSE(out.empty());
    w.doc().setPick(std::move(out));
}

Vec3 middleOf(const CheckModel& m, size_t k)
{
    const Member& x = m.members()[k];
    return 0.5 * (m.frame().nodes[static_cast<size_t>(x.startNode)].at + m.frame().nodes[static_cast<size_t>(x.endNode)].at);
}

} // namespace

TEST_CASE("from nothing: Tern Street drawn, loaded, copied, braced and checked in the window is the demo frame", "[app][shape]")
{
    Window w("");
    begin(w, "aisc360-22-lrfd");
    test::Steps steps(w);
    for (const char* line : kTern)
        REQUIRE(steps.run(QString::fromUtf8(line)));
    // Wind on one side at a time: picked in the view's model, put by the tool at hand.
    const auto put = [&](const char* group, bool left, const char* what) {
        w.window.change("line");
        pickWhere(w, [&](const Member& m, Vec3 at) { return m.group == group && (at.x < 4.5) == left; });
        const std::set<size_t> picked = w.doc().pick();
        std::string by;
        for (const size_t k : picked)
            by += (by.empty() ? "" : " or ") + std::string("id = \"") + w.doc().model().members()[k].id + "\"";
        REQUIRE(steps.run(QString("Tool **Line** for `%1` in `W`: %2").arg(QString::fromStdString(by), what)));
    };
    put("Columns", true, "Load `3 kN/m`, Direction `along x`");
    put("Columns", false, "Load `1.75 kN/m`, Direction `along x`");
    put("Rafters", true, "Load `1.25 kN/m`, Direction `local z`");
    put("Rafters", false, "Load `2.25 kN/m`, Direction `local z`");
    CHECK(steps.done() == 17);
    REQUIRE(w.doc().frame().elements.size() == 6);
    // Bays with supports and loads; beams; bracing.
    for (const char* line : kTernBays)
        REQUIRE(steps.run(QString::fromUtf8(line)));
    // The outer frames carry half of it: turned down without entering anything again.
    for (const char* c : {"G2", "S", "W"}) {
        std::string by;
        pickWhere(w, [&](const Member& m, Vec3 at) {
            return (m.group == "Columns" || m.group == "Rafters") && (at.y < 0.1 || at.y > 14.9);
        });
        for (const size_t k : w.doc().pick())
            by += (by.empty() ? "" : " or ") + std::string("id = \"") + w.doc().model().members()[k].id + "\"";
        REQUIRE(steps.run(QString("Tool **Turn, spread** for `%1` in `%2`: Times `0.5`").arg(QString::fromStdString(by), c)));
    }
    const Frame demo = test::Window(kStreet).doc().frame();
    const auto mine = [&]() -> const Frame& { return w.doc().frame(); };
    REQUIRE(mine().elements.size() == demo.elements.size());
    REQUIRE(mine().nodes.size() == demo.nodes.size());
    REQUIRE(mine().cases.size() == demo.cases.size());
    for (size_t c = 0; c < demo.cases.size(); ++c) {
        INFO(demo.cases[c].id);
        CHECK(mine().cases[c].id == demo.cases[c].id);
        CHECK(mine().cases[c].action == demo.cases[c].action);
        const Vec3 a = loadTotals(mine(), mine().cases[c]).sum(), b = loadTotals(demo, demo.cases[c]).sum();
        CHECK(norm(a - b) < 1e-6 * norm(b));
        CHECK(mine().cases[c].line.size() == demo.cases[c].line.size());
    }
    // A sum by hand: 2 slopes of 4.776 m, 15 m long at 0.35 kN/m², and the beams.
    w.window.change("line");
    FrameBench& bench = w.window.bench().frame();
    auto& cases = bench.loads().cases();
    cases.cases().setCurrentIndex(1);
    Q_EMIT cases.cases().activated(1);
    w.paint();
    w.type(cases.hand(), "0.35*2*4.776*15 kN + 15*0.2 kN + 15*2*0.25 kN + 15*2*0.4 kN down");
    CHECK(cases.agreement().toStdString() == "agrees");
    w.type(cases.hand(), "60 kN down");
    CHECK(cases.agreement().startsWith("off by"));
    w.doc().undo();
    w.settle();
    CHECK(cases.agreement() == "agrees");
    // Two combinations typed in their table, the others given as a whole.
    FrameTablesView& tables = w.window.tables();
    tables.setPage(FrameTablesView::Combinations);
    int row = 0;
    for (const size_t k : {size_t{2}, demo.combinations.size() - 1}) {
        const Combination& c = demo.combinations[k];
        w.settle();
        QTest::mouseClick(&tables.add(), Qt::LeftButton);
        w.settle();
        typeCell(w, row, 0, QString::fromStdString(c.id));
        if (c.purpose == Purpose::Service) typeCell(w, row, 2, "service, characteristic");
        if (!c.basis.empty()) typeCell(w, row, 3, QString::fromStdString(c.basis));
        for (const auto& [at, factor] : c.terms)
            typeCell(w, row, 6 + at, QString::number(factor));
        CHECK(mine().combinations[static_cast<size_t>(row)].terms == c.terms);
        CHECK(mine().combinations[static_cast<size_t>(row)].purpose == c.purpose);
        CHECK(mine().combinations[static_cast<size_t>(row)].id == c.id);
        ++row;
    }
    REQUIRE(w.doc().run(SetLoads{mine().cases, demo.combinations, "Combinations"}).isEmpty());
    w.settle();
    REQUIRE(mine().combinations.size() == demo.combinations.size());
    for (size_t k = 0; k < demo.combinations.size(); ++k) {
        CHECK(mine().combinations[k].id == demo.combinations[k].id);
        CHECK(mine().combinations[k].terms == demo.combinations[k].terms);
        CHECK(mine().combinations[k].purpose == demo.combinations[k].purpose);
    }
    // Checked by itself, and every member as used as its like in the demo.
    REQUIRE(w.doc().hasForces());
    REQUIRE(w.doc().checked());
    Window other(kStreet);
    const CheckModel &a = w.doc().model(), &b = other.doc().model();
    REQUIRE(a.members().size() == b.members().size());
    size_t compared = 0;
    for (size_t k = 0; k < b.members().size(); ++k)
        for (size_t m = 0; m < a.members().size(); ++m) {
            if (norm(middleOf(a, m) - middleOf(b, k)) > 1e-6 || a.members()[m].group != b.members()[k].group) continue;
            // Both diagonals of a bay have one middle: those that start alike.
            const auto low = [](const CheckModel& x, size_t i) {
                const Vec3 s = x.frame().nodes[static_cast<size_t>(x.members()[i].startNode)].at,
                           e = x.frame().nodes[static_cast<size_t>(x.members()[i].endNode)].at;
                return s.z < e.z ? s : e;
            };
            if (norm(low(a, m) - low(b, k)) > 1e-6 && std::abs(low(b, k).z - middleOf(b, k).z) > 0.1) continue;
            INFO(b.members()[k].id);
            CHECK(w.doc().report().results[m].utilisation == Approx(other.doc().report().results[k].utilisation).epsilon(1e-6));
            ++compared;
        }
    CHECK(compared == b.members().size());
}

TEST_CASE("from nothing: the tutorial, step by step as it is written", "[app][shape]")
{
    QFile text(QString(WREN_SOURCE) + "/docs/tutorial.md");
    REQUIRE(text.open(QIODevice::ReadOnly));
    Window w("");
    begin(w, "en1993");
    test::Steps steps(w);
    FrameTablesView& tables = w.window.tables();
    static const QRegularExpression sees("You see `([^`]*)`"), press("Press \\*\\*(.+?)\\*\\*"),
        page("Open the table \\*\\*(.+?)\\*\\*"), cell("Choose `([^`]*)`");
    int seen = 0;
    QString step; // a step may go over several lines
    const auto doStep = [&](const QString& line) {
        if (line.isEmpty()) return;
        CAPTURE(line.toStdString());
        if (const auto m = page.match(line); m.hasMatch()) {
            static const char* names[FrameTablesView::Pages] = {"Summary",   "Cases",     "Loads",       "Combinations",
                                                                "Reactions", "Movements", "Drift",       "Limits",
                                                                "Stability", "Forces",    "Deflections", "Modes"};
            for (int k = 0; k < FrameTablesView::Pages; ++k)
                if (m.captured(1) == names[k]) tables.setPage(static_cast<FrameTablesView::Page>(k));
            w.settle();
        }
        if (const auto m = cell.match(line); m.hasMatch()) {
            const int at = tables.loading().findText(m.captured(1));
            REQUIRE(at >= 0);
            tables.loading().setCurrentIndex(at);
        }
        if (const auto m = press.match(line); m.hasMatch()) {
            REQUIRE(m.captured(1) == "Make");
            QTest::mouseClick(&tables.make(), Qt::LeftButton);
            w.settle();
        }
        steps.run(line);
        for (auto it = sees.globalMatch(line); it.hasNext();) {
            const QString words = it.next().captured(1);
            // On the screen: the line of the frame, a table's cell, the bench's words.
            QStringList screen{w.window.bench().frame().shape().effect(), w.window.bench().frame().loads().cases().totalWords(),
                               w.window.bench().frame().loads().cases().agreement(), w.window.line().figures()};
            for (int r = 0; r < tables.model().rowCount(); ++r)
                for (int c = 0; c < tables.model().columnCount(); ++c)
                    screen << tables.model().data(tables.model().index(r, c), Qt::DisplayRole).toString();
            UNSCOPED_INFO(screen.join(" | ").toStdString());
            CHECK(std::any_of(screen.begin(), screen.end(), [&](const QString& s) { return s.contains(words); }));
            ++seen;
        }
    };
    for (const QString& line : QString::fromUtf8(text.readAll()).split('\n')) {
        static const QRegularExpression first("^\\d+\\. ");
        if (line.contains(first)) {
            doStep(step);
            step = line;
        } else if (!step.isEmpty() && line.startsWith("   "))
            step += " " + line.trimmed();
        else {
            doStep(step);
            step.clear();
        }
    }
    doStep(step);
    CHECK(steps.done() >= 12);
    CHECK(seen >= 5);
    REQUIRE(w.doc().checked());
}

TEST_CASE("loads: put on, typed over, taken off, summed by hand and summed up, in the window", "[app][loads]")
{
    Window w(kStreet);
    w.key(Qt::Key_1);
    w.view().setFocus();
    w.key(Qt::Key_L);
    w.settle();
    FrameBench& bench = w.window.bench().frame();
    REQUIRE(bench.loads().isVisible());
    ShapeDesk& desk = bench.desk();
    FrameTablesView& tables = w.window.tables();
    const auto cell = [&](int row, int column) {
        return tables.model().data(tables.model().index(row, column), Qt::DisplayRole).toString();
    };
    const auto rowWith = [&](int column, const QString& words) {
        for (int r = 0; r < tables.model().rowCount(); ++r)
            if (cell(r, column) == words) return r;
        return -1;
    };
    const auto first = [&]() -> const LineLoad& { return w.doc().frame().cases[1].line[0]; };
    // What would come is seen before it is done, with the total it leads to.
    desk.setLoadCase("G2");
    w.doc().setPick({w.index("R1L")});
    auto* load = qobject_cast<QLineEdit*>(bench.loads().field("load"));
    REQUIRE(load);
    load->setFocus();
    load->selectAll();
    QTest::keyClicks(load, "2 kN/m");
    w.paint();
    REQUIRE(desk.ghost().has_value());
    CHECK(bench.loads().effect().contains("2 line loads"));
    CHECK(bench.loads().effect().contains("72.65 kN down → 82.20 kN down")); // 2 · 4.776
    CHECK(w.doc().frame().cases[1].line.size() == 31);
    // Of the whole case where nothing is picked.
    w.window.change("alter");
    w.doc().setPick({});
    desk.pickNothing();
    w.paint();
    CHECK(desk.pickWords() == "all loads of the case");
    CHECK_FALSE(bench.loads().act().isEnabled());
    // The table: a number typed over keeps its direction; what does not do is said.
    tables.setPage(FrameTablesView::Loads);
    REQUIRE(cell(0, 5) == "0.8750 kN/m down");
    typeCell(w, 0, 5, "2*1.5");
    CHECK(first().q0.z == Approx(-3e3));
    CHECK(first().q1.z == Approx(-3e3));
    CHECK(w.doc().history().undoWords() == "Load of G2");
    CHECK(w.doc().checked()); // analysed and checked again by itself
    typeCell(w, 0, 4, "0.5 m to 2 m");
    CHECK(first().from == Approx(0.5));
    typeCell(w, 0, 5, "3 kPa");
    CHECK(tables.message().text().contains("kPa"));
    CHECK(first().q0.z == Approx(-3e3));
    tables.view().setCurrentIndex(tables.model().index(0, 0));
    QTest::mouseClick(&tables.remove(), Qt::LeftButton);
    w.settle();
    CHECK(w.doc().frame().cases[1].line.size() == 30);
    for (int k = 0; k < 3; ++k)
        w.doc().undo();
    w.settle();
    // A case more, named, summed by hand in the table and dropped.
    tables.setPage(FrameTablesView::Cases);
    QTest::mouseClick(&tables.add(), Qt::LeftButton);
    w.settle();
    REQUIRE(w.doc().frame().cases.size() == 6);
    typeCell(w, rowWith(kCaseName, "L1"), kCaseTitle, "Works");
    typeCell(w, rowWith(kCaseName, "S"), kCaseHand, "161.25 kN down");
    CHECK(cell(rowWith(kCaseName, "S"), kCaseAgrees) == "yes");
    typeCell(w, rowWith(kCaseName, "S"), kCaseHand, "150 kN down");
    CHECK(cell(rowWith(kCaseName, "S"), kCaseAgrees).startsWith("off by 11.25 kN down"));
    CHECK(std::any_of(w.doc().audit().begin(), w.doc().audit().end(),
                      [](const AuditRow& r) { return r.finding.code == "load.hand-sum"; }));
    tables.view().setCurrentIndex(tables.model().index(rowWith(kCaseName, "L1"), 0));
    QTest::mouseClick(&tables.remove(), Qt::LeftButton);
    w.settle();
    CHECK(w.doc().frame().cases.size() == 5);
    // The summary draws the mode of what is near to buckling, shows another one when its row is clicked, and takes it back.
    bench.setPage(FrameBench::Results);
    tables.setPage(FrameTablesView::Summary);
    w.settle();
    ResultLayer& layer = w.view().results();
    const int row = rowWith(0, "Buckling");
    REQUIRE(row >= 0);
    CHECK(cell(row, 3).contains("near"));
    CHECK(layer.lent());
    CHECK(layer.caption().contains(cell(row, 1) + " buckles"));
    QTest::mouseClick(tables.view().viewport(), Qt::LeftButton, {},
                      tables.view().visualRect(tables.model().index(row + 1, 1)).center());
    w.paint();
    CHECK(tables.page() == FrameTablesView::Summary);
    CHECK(cell(rowWith(1, "W · Wind across"), 3) == "balanced by reactions");
    CHECK(rowWith(0, "Rules") > rowWith(0, "Vibration"));
    tables.setPage(FrameTablesView::Cases);
    CHECK(layer.shown() == Shown::Nothing);
}
