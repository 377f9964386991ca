// The stop Restraint, driven as an engineer does: lanes clicked, lengths typed over, holds given to many, taken over, undone.
#include "app/frameview/result_layer.h"
#include "tests/app/window.h"

#include <QCheckBox>
#include <QComboBox>
#include <QPushButton>
#include <QStatusBar>

using namespace wr;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;
using test::kDepot;
using test::Window;

namespace {

RestraintBench& restraintBench(Window& w)
{
    return w.window.bench().restraint();
}
HoldStrip& strip(Window& w)
{
    return w.window.holds();
}

void clickLane(Window& w, int lane, double at)
{
    QTest::mouseClick(&strip(w), Qt::LeftButton, Qt::NoModifier, strip(w).placeAt(lane, at).toPoint());
    w.settle();
}

const Lanes& lanes(Window& w, const char* id)
{
    return w.doc().model().lanes(w.index(id));
}
Held heldAt(Window& w, const char* id, double at)
{
    for (const HoldPoint& p : w.doc().model().holds(w.index(id)).points)
        if (std::abs(p.at - at) < 2e-3) return p.held;
    return {};
}

enum Lane { Major, Minor, Top, Bottom, Twist };

} // namespace

TEST_CASE("restraint: lanes are clicked, a doubtful hold is counted, every step is undone", "[app]")
{
    Window w(kDepot);
    w.patient = false;
    w.key(Qt::Key_3);
    w.settle();
    CHECK(w.window.line().openCount(Stop::Restraint) > 0);
    REQUIRE(restraintBench(w).open() != nullptr);
    const QString first = restraintBench(w).open()->text().section(' ', 0, 0);
    w.click(*restraintBench(w).open());
    CHECK(w.doc().pick() == std::set<size_t>{w.index(first.toStdString())});
    w.pick({"CW4"});
    CHECK(strip(w).heading().startsWith("CW4  HEA200  8.000 m"));
    REQUIRE(lanes(w, "CW4").of(LengthAxis::Minor).size() == 2);
    const double before = w.doc().report().results[w.index("CW4")].utilisation;
    // The rail at 2.4 m is too soft: counted all the same, it halves the length; the members are checked again at once.
    CHECK_FALSE(heldAt(w, "CW4", 2.4).minor);
    REQUIRE(restraintBench(w).countAnyway() != nullptr);
    w.click(*restraintBench(w).countAnyway());
    CHECK(heldAt(w, "CW4", 2.4).minor);
    CHECK(heldAt(w, "CW4", 2.4).top);
    REQUIRE(lanes(w, "CW4").of(LengthAxis::Minor).size() == 3);
    CHECK_THAT(lanes(w, "CW4").of(LengthAxis::Minor)[0].length, WithinRel(2.4, 1e-9));
    CHECK(w.doc().report().results[w.index("CW4")].utilisation < before);
    // A click on the mark lets go again what was counted; a found one is let go and stays to be seen.
    clickLane(w, Minor, 2.4);
    CHECK(lanes(w, "CW4").of(LengthAxis::Minor).size() == 2);
    clickLane(w, Minor, 5.2);
    CHECK_FALSE(heldAt(w, "CW4", 5.2).minor);
    for (const HoldPoint& p : w.doc().model().holds(w.index("CW4")).points)
        if (std::abs(p.at - 5.2) < 1e-3) {
            CHECK(p.origin == HoldOrigin::Stated);
            CHECK(p.found.minor);
        }
    clickLane(w, Minor, 5.2); // back: no entry is needed any more
    CHECK(heldAt(w, "CW4", 5.2).minor);
    // Where nothing frames in: a hold by hand, at the place that was clicked.
    clickLane(w, Bottom, 6.5);
    CHECK(lanes(w, "CW4").of(LengthAxis::Bottom).size() == 3);
    CHECK_THAT(lanes(w, "CW4").of(LengthAxis::Bottom)[1].to, WithinAbs(6.5, 0.02));
    CHECK(lanes(w, "CW4").of(LengthAxis::Top).size() == 3); // counted above, and not let go since
    while (w.doc().canUndo())
        w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK_FALSE(w.doc().modified());
    CHECK(w.doc().report().results[w.index("CW4")].utilisation == before);
    // By the keyboard: to the first lane and end, down to a lane, along to a place, space.
    strip(w).setFocus();
    for (int k = 0; k < 6; ++k)
        for (const auto key : {Qt::Key_Up, Qt::Key_Left})
            QTest::keyClick(&strip(w), key);
    for (const auto key : {Qt::Key_Down, Qt::Key_Right, Qt::Key_Space})
        QTest::keyClick(&strip(w), key);
    w.settle();
    CHECK(heldAt(w, "CW4", 2.4).minor);
}

TEST_CASE("restraint: lengths are typed over in the strip, ways taken in the bench", "[app]")
{
    Window w(test::kStreet);
    w.patient = false;
    w.key(Qt::Key_3);
    w.settle();
    w.pick({"C3L"});
    const double k = lanes(w, "C3L").of(LengthAxis::Major)[0].k;
    CHECK(k > 2);
    const auto type = [&](int lane, const char* text) {
        QTest::mouseClick(&strip(w), Qt::LeftButton, Qt::NoModifier, strip(w).wordsAt(lane, 0).center().toPoint());
        REQUIRE(strip(w).field().isVisible());
        strip(w).field().selectAll();
        QTest::keyClicks(&strip(w).field(), text);
        QTest::keyClick(&strip(w).field(), Qt::Key_Return);
        w.settle();
    };
    type(Minor, "0.9");
    CHECK(lanes(w, "C3L").of(LengthAxis::Minor)[0].k == 0.9);
    type(Minor, "12 ft 6 in");
    CHECK_THAT(lanes(w, "C3L").of(LengthAxis::Minor)[0].length, WithinRel(3.81, 1e-9));
    type(Minor, "3 kN");
    CHECK(restraintBench(w).trouble().contains("kN"));
    CHECK_THAT(lanes(w, "C3L").of(LengthAxis::Minor)[0].length, WithinRel(3.81, 1e-9));
    type(Minor, "0");
    CHECK(restraintBench(w).trouble().contains("greater than zero"));
    QTest::mouseClick(&strip(w), Qt::LeftButton, Qt::NoModifier, strip(w).wordsAt(Minor, 0).center().toPoint());
    strip(w).field().clear();
    QTest::keyClick(&strip(w).field(), Qt::Key_Return);
    w.settle();
    CHECK(lanes(w, "C3L").of(LengthAxis::Minor)[0].k == 1);
    CHECK_FALSE(lanes(w, "C3L").of(LengthAxis::Minor)[0].byHand);
    // The way of the frame's buckling was found in the background; a click takes it, another takes the chart's again.
    REQUIRE(test::waitFor([&] { return w.doc().model().restraintKnown(true) && !w.doc().jobs().running(); }));
    w.settle();
    QPushButton* buckling = restraintBench(w).way(LengthAxis::Major, LengthBy::Buckling);
    REQUIRE(buckling != nullptr);
    w.click(*buckling);
    const LaneSegment& s = lanes(w, "C3L").of(LengthAxis::Major)[0];
    CHECK(s.source == LengthSource::Buckling);
    CHECK_THAT(s.k, WithinRel(k, 0.05)); // a portal that sways by itself: the chart is near
    w.click(*restraintBench(w).way(LengthAxis::Major, LengthBy::Frame));
    CHECK_THAT(lanes(w, "C3L").of(LengthAxis::Major)[0].k, WithinRel(k, 1e-9));
    CHECK(restraintBench(w).why().contains("G ∞ and"));
}

TEST_CASE("restraint: thirds for ten members at once, same as another, and what is silly is refused", "[app]")
{
    Window w(kDepot);
    w.patient = false;
    w.key(Qt::Key_3);
    const std::vector<std::string> ten{"P1-02", "P1-04", "P1-06", "P1-08", "P1-10",
                                       "P2-02", "P2-04", "P2-06", "P2-08", "P2-10"};
    w.pick(ten);
    const auto entries = [&] { return w.doc().frame().design.restraints.size(); };
    const size_t start = entries();
    restraintBench(w).direction(Hold::Top).setChecked(false);
    restraintBench(w).direction(Hold::Bottom).setChecked(true);
    restraintBench(w).direction(Hold::Minor).setChecked(false);
    w.click(restraintBench(w).give());
    CHECK(entries() == start + 20);
    for (const std::string& id : ten) {
        const auto& lane = lanes(w, id.c_str()).of(LengthAxis::Bottom);
        CAPTURE(id);
        REQUIRE(lane.size() == 3);
        CHECK_THAT(lane[1].span(), WithinRel(2.0, 1e-9));
    }
    CHECK(w.doc().checked());
    w.key(Qt::Key_Z, Qt::ControlModifier);
    w.settle();
    CHECK(entries() == start);
    // A spacing, wrong and right.
    w.pick({"P1-02"});
    restraintBench(w).where().setCurrentIndex(1);
    restraintBench(w).number().setText("0");
    w.click(restraintBench(w).give());
    CHECK(restraintBench(w).trouble().contains("greater than zero"));
    restraintBench(w).number().setText("9 m");
    w.click(restraintBench(w).give());
    CHECK(restraintBench(w).trouble().contains("shorter than the spacing"));
    restraintBench(w).number().setText("2.5 m");
    w.click(restraintBench(w).give());
    CHECK(lanes(w, "P1-02").of(LengthAxis::Bottom).size() == 3);
    restraintBench(w).where().setCurrentIndex(2);
    restraintBench(w).number().setText("1.2; 7");
    w.click(restraintBench(w).give());
    CHECK(restraintBench(w).trouble().contains("lies outside member P1-02"));
    // Taken over by others: where the first is held, in parts of the length.
    w.pick({"P3-04", "P3-06"});
    restraintBench(w).like().setText("P1-02");
    w.click(restraintBench(w).takeOver());
    for (const char* id : {"P3-04", "P3-06"}) {
        REQUIRE(lanes(w, id).of(LengthAxis::Bottom).size() == 3);
        CHECK_THAT(lanes(w, id).of(LengthAxis::Bottom)[0].to, WithinRel(2.5, 1e-9));
    }
    restraintBench(w).like().setText("nobody");
    w.click(restraintBench(w).takeOver());
    CHECK(restraintBench(w).trouble() == "There is no member nobody.");
    // Back to what is found: nothing by hand is left, the sheeting's entry is gone too.
    w.click(restraintBench(w).drop());
    CHECK(lanes(w, "P3-04").of(LengthAxis::Bottom).size() == 1);
    w.click(restraintBench(w).drop());
    CHECK(restraintBench(w).trouble() == "nothing is held by hand there");
}

TEST_CASE("restraint: a mark in the view picks what holds there, the mode of a length is drawn, beams that make G are named",
          "[app]")
{
    Window w(kDepot);
    w.patient = false;
    w.key(Qt::Key_3);
    w.settle();
    w.pick({"CW4"});
    // The eaves strut and the bracket hold at 5.2 m: the bracket's element is the evidence.
    const size_t column = w.index("CW4");
    const HoldPoint* hold = nullptr;
    for (const HoldPoint& p : w.doc().model().holds(column).points)
        if (std::abs(p.at - 8.0) < 2e-3) hold = &p;
    REQUIRE(hold);
    REQUIRE(hold->evidence >= 0);
    const auto at = w.view().holdMark(column, hold->at);
    REQUIRE(at);
    int element = hold->evidence;
    for (const size_t d : {size_t{0}, size_t{1}})
        if (hold->doubtful[d] && !(d == 0 ? hold->held.major : hold->held.minor)) element = hold->pusher[d];
    const auto holder = static_cast<size_t>(w.doc().model().formed().ofElement(element));
    QTest::mouseClick(&w.view(), Qt::LeftButton, Qt::NoModifier, at->toPoint());
    w.settle();
    CHECK(w.doc().pick() == std::set<size_t>{holder});
    CHECK(w.window.statusBar()->currentMessage().startsWith("CW4 at 8.000 m"));
    // Beams that make G by name; the mode of its length in the view, and away again.
    w.pick({"CW4"});
    CHECK(restraintBench(w).why().contains("G "));
    CHECK(restraintBench(w).why().contains("(H4a)"));
    // Not every length is of a mode that bends its member.
    const BucklingLengths* all = w.doc().model().restraint()->buckling();
    REQUIRE(all);
    REQUIRE_FALSE(all->shapes.empty());
    for (size_t e = 0; e < all->elements.size(); ++e)
        if (all->elements[e][0].active || all->elements[e][1].active) {
            w.doc().setPick({static_cast<size_t>(w.doc().model().formed().ofElement(static_cast<int>(e)))});
            w.settle();
            break;
        }
    REQUIRE(restraintBench(w).drawMode().isVisibleTo(&w.window));
    w.click(restraintBench(w).drawMode());
    CHECK(w.view().results().lent());
    CHECK(w.view().results().caption().startsWith("Mode of the frame at"));
    CHECK(restraintBench(w).drawMode().text() == "Hide the mode");
    w.click(restraintBench(w).drawMode());
    CHECK_FALSE(w.view().results().lent());
    w.click(restraintBench(w).drawMode());
    w.key(Qt::Key_5);
    CHECK_FALSE(w.view().results().lent()); // another stop shows its own
}
