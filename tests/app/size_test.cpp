#include "tests/app/window.h"

using namespace wr;
using test::kHill;
using test::Window;

TEST_CASE("size: the candidate chart proposes, a limit changes it, adopting and analysing settles", "[app]")
{
    Window w(kHill);
    const auto& rows = w.window.tray().rows();
    for (const auto& r : rows)
        if (r.name == "Edge beams")
            QTest::mouseClick(&w.window.tray(), Qt::LeftButton, Qt::NoModifier, r.area.center().toPoint());
    w.view().setFocus();
    w.key(Qt::Key_6);
    SizeBench& s = w.size();
    REQUIRE(test::waitFor([&] { return !w.doc().rungs().rungs.empty() && !w.doc().jobs().running(); }));
    CHECK(s.group().currentText() == "Edge beams");
    CHECK(s.family().currentText() == "W");
    CHECK(s.sectionNow() == "W12X22");
    CHECK(w.doc().rungs().members.size() == 12);
    REQUIRE(s.chosen() >= 0);
    const Rung first = w.doc().rungs().rungs[s.chosen()];
    CHECK(first.utilisation <= 0.95);
    w.paint();
    auto& chart = w.window.candidates().chart();
    CHECK(chart.marks().size() == w.doc().rungs().rungs.size());
    // A depth limit: nothing deeper than 10.5 in.
    w.type(s.maxDepth(), "10.5 in");
    REQUIRE(test::waitFor([&] { return !w.doc().jobs().running(); }));
    REQUIRE(s.chosen() >= 0);
    const Rung limited = w.doc().rungs().rungs[s.chosen()];
    CHECK(limited.depth <= 10.5 * kInch * 1.000001);
    CHECK(limited.mass >= first.mass);
    // Another rung by a click on its dot.
    w.paint();
    for (size_t k = 0; k < chart.marks().size(); ++k) {
        const QPointF at = chart.pixelOf(chart.marks()[k].x, chart.marks()[k].y);
        if (chart.rungOf(static_cast<int>(k)) == s.chosen() || chart.marks()[k].y > 1.5) continue;
        const int hit = chart.rungOf(chart.markAt(at, 14));
        QTest::mouseClick(&chart, Qt::LeftButton, Qt::NoModifier, at.toPoint());
        CHECK(s.chosen() == hit);
        break;
    }
    // And by a row of the table.
    auto& table = w.window.candidates().table();
    const int row = w.doc().rungs().proposed;
    table.scrollTo(table.model()->index(row, 0));
    QTest::mouseClick(table.viewport(), Qt::LeftButton, Qt::NoModifier,
                      table.visualRect(table.model()->index(row, 0)).center());
    CHECK(s.chosen() == row);
    const double over = w.utilisation("EB-1S");
    QTest::mouseClick(&s.adopt(), Qt::LeftButton);
    w.settle();
    CHECK(s.sectionNow().toStdString() == limited.section->designation);
    CHECK(w.utilisation("EB-1S") < over);
    CHECK_FALSE(w.doc().forcesFit());
    CHECK(w.window.line().openCount(Stop::Size) == 1);
    w.key(Qt::Key_F5);
    REQUIRE(test::waitFor([&] { return w.doc().forcesFit() && !w.doc().jobs().running(); }));
    CHECK(w.utilisation("EB-1S") <= 1.0);
    CHECK(w.window.line().situation().contains("forces fit sizes"));
    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(s.sectionNow() == "W12X22");
}

TEST_CASE("size: adopt and analyse in one step, a target that nothing meets says so", "[app]")
{
    Window w(kHill);
    w.doc().setPick({w.index("SP-NE1")});
    w.window.ride(Stop::Size);
    w.settle();
    SizeBench& s = w.size();
    CHECK(s.group().currentText() == "Stair posts");
    REQUIRE(s.chosen() >= 0);
    // Stair posts sway with the landings: a stiffer post turns its joints more, so that its factor is not the one it was chosen
    // with. A second round settles it.
    for (int round = 0; round < 3 && !(w.doc().forcesFit() && w.utilisation("SP-NE1") < 1); ++round) {
        CAPTURE(round);
        REQUIRE(s.chosen() >= 0);
        QTest::mouseClick(&s.adoptAndAnalyse(), Qt::LeftButton);
        REQUIRE(test::waitFor([&] { return w.doc().forcesFit() && !w.doc().jobs().running(); }));
        w.settle();
    }
    CHECK(w.utilisation("SP-NE1") < 1);
    w.type(s.target(), "0.0001");
    CHECK(s.chosen() == -1);
    CHECK_FALSE(s.adopt().isEnabled());
}
