#include "app/bench/check_chart.h"
#include "tests/app/window.h"

#include <QComboBox>

using namespace wr;
using test::kHill;
using test::Window;

namespace {

int outcomeOf(Window& w, std::string_view key)
{
    const MemberResult& r = w.doc().report().results[*w.doc().pick().begin()];
    for (size_t i = 0; i < r.outcomes.size(); ++i)
        if (w.doc().model().standard().checks[static_cast<size_t>(r.outcomes[i].check)].key == key) return static_cast<int>(i);
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
    const CheckOutcome& ltb = r.outcomes[static_cast<size_t>(outcomeOf(w, "ltb"))];
    CHECK(chart.curve()->demand / chart.curve()->capacityNow == Approx(ltb.ratio));
    // The demand is drawn above the curve exactly when it is over.
    CHECK((chart.curvePicture().now.y() < chart.curvePicture().onCurve.y()) == (ltb.ratio > 1));
    CHECK(w.member().diagrams().segments() == 3);

    clickMode(w, "compression");
    REQUIRE(chart.curve());
    CHECK(chart.curve()->quantity == Quantity::Force);

    clickMode(w, "shear-major");
    CHECK_FALSE(chart.isVisible());

    clickMode(w, "interaction");
    REQUIRE(chart.diagram());
    const InteractionPicture& picture = chart.interactionPicture();
    REQUIRE(picture.points.size() == chart.diagram()->points.size());
    CHECK(picture.outside == std::count_if(chart.diagram()->points.begin(), chart.diagram()->points.end(),
                                           [](const auto& p) { return p.ratio > 1; }));
    CHECK(picture.outside > 0);
    // Click the point that lies farthest from the others' crowd: the diagrams show its combination.
    size_t far = 0;
    for (size_t i = 0; i < picture.points.size(); ++i)
        if (picture.points[i].x() < picture.points[far].x()) far = i;
    QTest::mouseClick(&chart, Qt::LeftButton, {}, picture.points[far].toPoint());
    w.settle();
    const int set = w.member().diagrams().combinations().currentIndex();
    bool there = false; // several combinations may lie on one spot
    for (size_t i = 0; i < picture.points.size(); ++i)
        if (QLineF(picture.points[i], picture.points[far]).length() <= 7)
            there |=
                w.doc().model().setsFor(w.doc().model().standard())[static_cast<size_t>(chart.diagram()->points[i].set)] == set;
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
    const CheckOutcome& o = w.doc().report().results[w.index("RWV3")].outcomes[static_cast<size_t>(outcomeOf(w, "deflection"))];
    CHECK(chart.bent()->limit == Approx(6.0 / 600));
    CHECK(chart.bent()->most / chart.bent()->limit == Approx(o.ratio));
    CHECK(w.doc().model().combinationOf(w.index("RWV3"), o) == "V9");
    // Drawn where it is largest: above the dashed limit while it is kept, since down is down.
    CHECK((chart.bentPicture().worst.y() < chart.bentPicture().limit) == (o.ratio < 1));
    // The diagrams follow: a service combination, though another mode governs.
    CHECK(w.member().diagrams().combinations().currentText().startsWith("V9"));
    clickMode(w, "shear-major");
    CHECK_FALSE(chart.isVisible());
    CHECK(w.member().diagrams().combinations().currentText().startsWith("U"));
}
