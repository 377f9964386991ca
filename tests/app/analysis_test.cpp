#include "tests/app/window.h"

#include <QMenu>
#include <QTableView>
#include <QTemporaryDir>

using namespace wr;
using test::kStreet;
using test::Window;

TEST_CASE("analysis: F6 analyses in second order and back, and a change of size keeps the order", "[app]")
{
    Window w(kStreet);
    const auto worst = [&] {
        double u = 0;
        for (const MemberResult& r : w.doc().report().results)
            u = std::max(u, r.utilisation);
        return u;
    };
    const double first = worst();
    CHECK(w.doc().choice().order == ForceOrder::First);
    CHECK_FALSE(w.doc().model().forces().secondOrder);
    w.view().setFocus();
    w.key(Qt::Key_F6);
    REQUIRE(test::waitFor([&] { return w.doc().checked() && !w.doc().jobs().running(); }));
    CHECK(w.doc().model().forces().secondOrder);
    const double second = worst();
    CHECK(second > first); // sway and member curvature add moment in this frame
    CHECK(second < 2 * first);
    for (const Finding& f : w.doc().state().findings())
        CHECK((f.code != "forces.first-order" && f.code != "forces.sway"));
    // The drift ratio, found in the background, is told with the other findings and follows the order of the analysis.
    const auto drift = [&] {
        for (const AuditRow& r : w.doc().audit())
            if (r.finding.code == "stability.drift") return r.finding.text;
        return std::string("none");
    };
    CHECK(drift().find("as B2 of Appendix 8") != std::string::npos);
    // Another section makes the forces stale; analysing again stays in second order.
    const std::string id = w.doc().model().members().front().id;
    CHECK(w.doc().run(SetSection{w.doc().refs({w.index(id)}), "IPE400"}).isEmpty());
    w.settle();
    CHECK_FALSE(w.doc().forcesFit());
    w.key(Qt::Key_F5);
    REQUIRE(test::waitFor([&] { return w.doc().forcesFit() && !w.doc().jobs().running(); }));
    CHECK(w.doc().model().forces().secondOrder);
    w.key(Qt::Key_F6);
    REQUIRE(test::waitFor([&] { return !w.doc().model().forces().secondOrder && !w.doc().jobs().running(); }));
    // Another frame begins in first order.
    w.key(Qt::Key_F6);
    w.open(kStreet);
    CHECK(w.doc().choice().order == ForceOrder::First);
}

TEST_CASE("analysis: a frame with tension-only bracing opens, is analysed by wholes and checked", "[app]")
{
    QTemporaryDir folder;
    const QString path = folder.filePath("braced.frame.json");
    QFile file(path);
    REQUIRE(file.open(QIODevice::WriteOnly));
    file.write(R"({"format":"wren-frame","version":1,"materials":[{"id":"M","grade":"A992"}],
"sections":[{"id":"C","name":"W8X31"},{"id":"T","name":"HSS2.375X0.154"}],
"nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rz":true}},
{"id":"2","at":[4,0,0],"support":{"ux":true,"uy":true,"uz":true,"rz":true}},
{"id":"3","at":[0,0,3],"support":{"uy":true}},{"id":"4","at":[4,0,3],"support":{"uy":true}}],
"elements":[{"id":"L","nodes":["1","3"],"section":"C","material":"M"},
{"id":"R","nodes":["2","4"],"section":"C","material":"M"},
{"id":"B","nodes":["3","4"],"section":"C","material":"M","release":{"i":["my","mz"],"j":["my","mz"]}},
{"id":"D1","nodes":["1","4"],"section":"T","material":"M","behaviour":"tension-only"},
{"id":"D2","nodes":["2","3"],"section":"T","material":"M","behaviour":"tension-only"}],
"cases":[{"id":"W","nodal":[{"node":"3","f":[40,0,0],"m":[0,0,0]}]}],
"combinations":[{"id":"S","basis":"lrfd","terms":{"W":1}}]})");
    file.close();
    Window w(path);
    REQUIRE(w.window.showsFrame());
    REQUIRE(w.doc().hasForces());
    const ForceTable& t = w.doc().model().forces();
    CHECK(t.sets.size() == 1);
    const auto axial = [&](int element) { return t.at(t.first[element], 0)[0]; };
    CHECK(axial(3) > 45e3); // 40 kN along a diagonal of 5 m over 4 m: 50 kN less what the columns take in bending
    CHECK(axial(3) < 50.1e3);
    CHECK(axial(4) == 0);
    CHECK(w.utilisation("D1") > 0);
}

TEST_CASE("compare: a second standard stands in the ledger and at the member, follows edits, and goes again", "[app]")
{
    Window w(":/demo/sedge-lane.frame.json");
    CHECK(w.doc().model().standard().key == "en1993");
    QMenu* compare = nullptr;
    for (QMenu* m : w.window.findChildren<QMenu*>())
        if (m->title() == "&Compare with") compare = m;
    REQUIRE(compare != nullptr);
    const auto choose = [&](const QString& title) {
        Q_EMIT compare->aboutToShow();
        for (QAction* a : compare->actions())
            if (a->text() == title) {
                a->trigger();
                w.settle();
                return;
            }
        FAIL("no entry " << title.toStdString());
    };
    auto* table = w.window.findChild<QTableView*>("ledger-table");
    REQUIRE(table != nullptr);
    const auto header = [&] {
        QStringList out;
        for (int c = 0; c < table->model()->columnCount(); ++c)
            out << table->model()->headerData(c, Qt::Horizontal).toString();
        return out;
    };
    const int plain = static_cast<int>(header().size());
    choose("AISC 360-22 LRFD");
    REQUIRE(w.doc().hasSecond());
    CHECK(header().size() == plain + 1);
    CHECK(header().contains("AISC 360-22 LRFD"));
    // The combinations are EN 1990's: the other standard says why it cannot use them.
    const size_t i = w.index("CW4");
    CHECK(w.doc().secondReport().results[i].status == Status::Unchecked);
    w.doc().setPick({i});
    w.settle();
    CHECK(w.member().headline().contains("By AISC 360-22 LRFD"));
    // Combinations without a basis are anyone's.
    std::vector<Combination> all = w.doc().frame().combinations;
    for (Combination& c : all)
        c.basis.clear();
    CHECK(w.doc().run(SetLoads{w.doc().frame().cases, all, "no basis"}).isEmpty());
    w.settle();
    REQUIRE(test::waitFor([&] { return w.doc().hasSecond() && !w.doc().jobs().running(); }));
    const double other = w.doc().secondReport().results[w.index("CW4")].utilisation;
    CHECK(other > 0.5);
    CHECK(other != w.utilisation("CW4"));
    // A larger section is seen by both.
    CHECK(w.doc().run(SetSection{w.doc().refs({w.index("CW4")}), "HEA300"}).isEmpty());
    w.settle();
    REQUIRE(test::waitFor([&] { return w.doc().hasSecond() && !w.doc().jobs().running(); }));
    CHECK(w.doc().secondReport().results[w.index("CW4")].utilisation < other);
    choose("No other standard");
    CHECK_FALSE(w.doc().hasSecond());
    CHECK(header().size() == plain);
}

TEST_CASE("analysis: how the frame is analysed stands in its file, is changed from the menu and can be undone", "[app]")
{
    Window w(":/demo/sedge-lane.frame.json");
    CHECK(w.doc().choice().order == ForceOrder::Second);
    CHECK(w.doc().model().forces().secondOrder);
    const double second = w.utilisation("CW4");
    QTest::keyClick(&w.window, Qt::Key_F6);
    w.settle();
    CHECK(w.doc().choice().order == ForceOrder::First);
    CHECK_FALSE(w.doc().model().forces().secondOrder);
    CHECK(w.utilisation("CW4") != Approx(second));
    w.doc().undo();
    w.settle();
    CHECK(w.doc().model().forces().secondOrder);
    CHECK(w.utilisation("CW4") == Approx(second));
    CHECK_FALSE(w.doc().modified());
}

TEST_CASE("analysis: undoing an adopted size brings its forces back at once, and the pick stays the same members", "[app]")
{
    Window w(kStreet);
    const std::string id = w.doc().model().members()[3].id;
    const double before = w.utilisation(id.c_str());
    const auto* forces = &w.doc().analysed();
    const auto stale = [&] {
        const auto& list = w.doc().audit();
        return std::any_of(list.begin(), list.end(), [](const AuditRow& r) { return r.finding.code == "forces.stale"; });
    };
    w.doc().setPick({3, 5});
    CHECK(w.doc().run(SetSection{w.doc().pickedRefs(), "HEB300", {}}).isEmpty());
    w.settle();
    CHECK_FALSE(w.doc().forcesFit());
    CHECK(stale());
    w.view().setFocus();
    w.key(Qt::Key_F5);
    REQUIRE(test::waitFor([&] { return w.doc().forcesFit() && !w.doc().jobs().running(); }));
    CHECK(&w.doc().analysed() != forces);
    CHECK_FALSE(stale());
    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(&w.doc().analysed() == forces); // no analysis: the very table there was
    CHECK(w.doc().forcesFit());
    w.settle();
    CHECK_FALSE(stale());
    CHECK(w.utilisation(id.c_str()) == before);
    CHECK(w.doc().pick() == std::set<size_t>{3, 5});
    // Declaring members formed by rule moves their places; the pick goes with the names.
    w.open(":/demo/marrow-hill.frame.json");
    const size_t last = w.doc().model().members().size() - 1;
    const std::string name = w.doc().model().members()[last].id;
    w.doc().setPick({last});
    CHECK(w.doc().run(SetGroup{w.doc().pickedRefs(), "Others"}).isEmpty());
    w.settle();
    REQUIRE(w.doc().pick().size() == 1);
    CHECK(w.doc().model().members()[*w.doc().pick().begin()].id == name);
}
