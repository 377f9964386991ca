#include "app/bench/check_chart.h"
#include "tests/app/window.h"

#include <QClipboard>
#include <QComboBox>
#include <QScrollArea>
#include <QWheelEvent>

using namespace wr;
using test::kHill;
using test::Window;

namespace {

int outcomeOf(Window& w, std::string_view key)
{
    const MemberResult& r = w.doc().report().results[*w.doc().pick().begin()];
    for (size_t i = 0; i < r.outcomes.size(); ++i)
        if (w.doc().model().standard().checks[r.outcomes[i].check].key == key) return static_cast<int>(i);
    return -1;
}

void clickMode(Window& w, std::string_view key)
{
    ModesView& modes = w.member().modes();
    QTest::mouseClick(&modes, Qt::LeftButton, {}, modes.rowArea(outcomeOf(w, key)).center().toPoint());
    w.settle();
}

} // namespace

TEST_CASE("check bench: the chart follows the chosen mode, a point of the diagram picks its combination", "[app]")
{
    Window w(kHill);
    w.doc().setPick({w.index("EB-1S")});
    w.settle();
    CheckChart& chart = w.member().chart();
    CHECK(w.member().headline().startsWith("Governs: "));
    CHECK(w.member().headline().contains("Next: "));

    clickMode(w, "ltb");
    REQUIRE(chart.curve());
    CHECK(chart.isVisible());
    const MemberResult& r = w.doc().report().results[w.index("EB-1S")];
    const CheckOutcome& ltb = r.outcomes[outcomeOf(w, "ltb")];
    CHECK(chart.curve()->demand / chart.curve()->capacityNow == Approx(ltb.ratio));
    // The demand is drawn above the curve exactly when it is over.
    REQUIRE(chart.marks().size() == 2); // on the curve, and the demand
    CHECK(chart.marks()[1].y / chart.marks()[0].y == Approx(ltb.ratio));
    CHECK((chart.pixelOf(0, chart.marks()[1].y).y() < chart.pixelOf(0, chart.marks()[0].y).y()) == (ltb.ratio > 1));
    CHECK(w.member().diagrams().segments() == 3);

    clickMode(w, "compression");
    REQUIRE(chart.curve());
    CHECK(chart.curve()->quantity == Quantity::Force);

    clickMode(w, "shear-major");
    CHECK_FALSE(chart.isVisible());

    clickMode(w, "interaction");
    REQUIRE(chart.diagram());
    const auto& points = chart.diagram()->points;
    REQUIRE(chart.marks().size() == points.size());
    // Past the limit by form and colour.
    const auto over = std::count_if(points.begin(), points.end(), [](const auto& p) { return p.ratio > 1; });
    CHECK(over > 0);
    CHECK(std::count_if(chart.marks().begin(), chart.marks().end(),
                        [](const ChartMark& m) { return m.form == ChartMark::Form::Diamond; }) == over);
    // Click the point that lies farthest from the others' crowd: the diagrams show its combination.
    const auto pixel = [&](size_t i) { return chart.pixelOf(points[i].moment, points[i].axial); };
    size_t far = 0;
    for (size_t i = 0; i < points.size(); ++i)
        if (points[i].moment < points[far].moment) far = i;
    QTest::mouseClick(&chart, Qt::LeftButton, {}, pixel(far).toPoint());
    w.settle();
    const int set = w.member().diagrams().combinations().currentIndex();
    bool there = false; // several combinations may lie on one spot
    for (size_t i = 0; i < points.size(); ++i)
        if (QLineF(pixel(i), pixel(far)).length() <= 16)
            there |=
                w.doc().model().setsFor(w.doc().model().standard())[points[i].set.at()] == TableSet(static_cast<size_t>(set));
    CHECK(there);
}

TEST_CASE("check bench: the mode deflection draws the bent member and its limit, with its own service combination", "[app]")
{
    Window w(":/demo/sedge-lane.frame.json");
    w.doc().setPick({w.index("RWV3")});
    w.settle();
    CheckChart& chart = w.member().chart();
    clickMode(w, "deflection");
    REQUIRE(chart.bent());
    CHECK(chart.isVisible());
    const CheckOutcome& o = w.doc().report().results[w.index("RWV3")].outcomes[outcomeOf(w, "deflection")];
    CHECK(chart.bent()->limit == Approx(6.0 / 600));
    CHECK(chart.bent()->most / chart.bent()->limit == Approx(o.ratio));
    CHECK(w.doc().model().combinationOf(w.index("RWV3"), o) == "V9");
    // Drawn where it is largest: above the dashed limit while it is kept, since down is down.
    REQUIRE(chart.marks().size() == 1);
    CHECK((chart.pixelOf(0, chart.marks()[0].y).y() < chart.pixelOf(0, chart.bentLimit()).y()) == (o.ratio < 1));
    // The diagrams follow: a service combination, though another mode governs.
    CHECK(w.member().diagrams().combinations().currentText().startsWith("V9"));
    clickMode(w, "shear-major");
    CHECK_FALSE(chart.isVisible());
    CHECK(w.member().diagrams().combinations().currentText().startsWith("U"));
}

TEST_CASE("chart: readout, zoom, whole again, numbers and picture to the clipboard", "[app]")
{
    Window w(kHill);
    w.doc().setPick({w.index("EB-1S")});
    w.settle();
    clickMode(w, "ltb");
    CheckChart& chart = w.member().chart();
    REQUIRE(chart.curve());
    for (QWidget* p = &chart; p; p = p->parentWidget()) // the chart stands below the modes
        if (auto* area = qobject_cast<QScrollArea*>(p)) area->ensureWidgetVisible(&chart);
    w.paint();
    // Under the pointer: the length there and the strength of the curve, between its points.
    const LengthCurve& c = *chart.curve();
    const UnitSystem& u = w.doc().units();
    const double at = u.show(Quantity::Length, c.at), now = u.show(c.quantity, c.capacityNow);
    QTest::mouseMove(&chart, chart.pixelOf(at, 0.5 * now).toPoint());
    REQUIRE(test::waitFor([&] { return !chart.reading().isEmpty(); }, 5000));
    const QStringList said = chart.reading().split(' ');
    REQUIRE(said.size() == 4);
    CHECK(said[0].toDouble() == Approx(at).epsilon(0.02));
    CHECK(said[2].toDouble() == Approx(now).epsilon(0.03));
    // A window dragged over the chart is looked at; a double click shows the whole again.
    const double right = chart.xAxis->range().upper;
    const QPoint a = chart.pixelOf(0.2 * right, 0.8 * now).toPoint(), b = chart.pixelOf(0.6 * right, 0.3 * now).toPoint();
    QTest::mousePress(&chart, Qt::LeftButton, {}, a);
    QTest::mouseMove(&chart, (a + b) / 2);
    QTest::mouseMove(&chart, b);
    QTest::mouseRelease(&chart, Qt::LeftButton, {}, b);
    CHECK(chart.zoomed());
    CHECK(chart.xAxis->range().lower == Approx(0.2 * right).epsilon(0.05));
    CHECK(chart.xAxis->range().upper == Approx(0.6 * right).epsilon(0.05));
    QTest::mouseDClick(&chart, Qt::LeftButton, {}, b);
    CHECK_FALSE(chart.zoomed());
    CHECK(chart.xAxis->range().upper == right);
    // The wheel belongs to the page unless Ctrl is down.
    for (const auto& [modifier, zooms] : {std::pair{Qt::NoModifier, false}, {Qt::ControlModifier, true}}) {
        QWheelEvent wheel(QPointF(a), chart.mapToGlobal(QPointF(a)), {}, {0, 120}, Qt::NoButton, modifier, Qt::NoScrollPhase,
                          false);
        QApplication::sendEvent(&chart, &wheel);
        CHECK(chart.zoomed() == zooms);
        CHECK(wheel.isAccepted() == zooms);
    }
    chart.setFocus();
    QTest::keyClick(&chart, Qt::Key_Home);
    CHECK_FALSE(chart.zoomed());
    QTest::keyClick(&chart, Qt::Key_C, Qt::ControlModifier);
    const QStringList rows = QApplication::clipboard()->text().split('\n', Qt::SkipEmptyParts);
    REQUIRE(rows.size() == static_cast<int>(c.length.size()) + 1);
    CHECK(rows[0].toStdString() == "length ft\tstrength kip·ft");
    CHECK(rows.back().split('\t')[0].toDouble() == Approx(u.show(Quantity::Length, c.length.back())));
    CHECK(rows.back().split('\t')[1].toDouble() == Approx(u.show(c.quantity, c.capacity.back())));
    chart.copyPicture();
    CHECK(QApplication::clipboard()->image().width() == 2 * chart.width());
}
