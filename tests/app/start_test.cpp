// Starting from numbers in the window: fields, the drawing as they change, faults at their fields, the frame taken.
#include "app/start/start_window.h"
#include "tests/app/window.h"

#include <QComboBox>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>

using namespace wr;
using test::kStreet;
using test::Window;

namespace {

void type(StartWindow& s, const std::string& key, const QString& text)
{
    auto* line = qobject_cast<QLineEdit*>(s.field(key));
    INFO(key);
    REQUIRE(line);
    line->setFocus();
    line->selectAll();
    QTest::keyClicks(line, text);
    REQUIRE(test::waitFor([&] { return !s.waiting(); }));
}

void choose(StartWindow& s, const char* kind)
{
    for (int r = 0; r < s.kinds().count(); ++r)
        if (s.kinds().item(r)->data(Qt::UserRole).toString() == kind) {
            const QRect area = s.kinds().visualItemRect(s.kinds().item(r));
            QTest::mouseClick(s.kinds().viewport(), Qt::LeftButton, Qt::NoModifier, area.center());
        }
}

} // namespace

TEST_CASE("start window: a beam in a few numbers, taken and checked", "[app][start]")
{
    Window w("");
    w.key(Qt::Key_N, Qt::ControlModifier);
    StartWindow& s = w.window.openStart();
    REQUIRE(s.isVisible());
    s.standard().setCurrentIndex(s.standard().findData(QString("en1993")));
    choose(s, "member");
    REQUIRE(s.started().has_value());
    type(s, "span", "7.2 m");
    type(s, "live", "5*1.2 kN/m2");
    REQUIRE(s.started().has_value());
    CHECK(s.started()->frame.nodes[1].at.x == Approx(7.2));
    // 6 kN/m² on 3 m over 7.2 m.
    CHECK(s.totals().contains("129.6"));
    CHECK(s.picture().count() == 1);
    // A fault stands at its field and takes nothing.
    type(s, "span", "7 kN");
    CHECK_FALSE(s.started().has_value());
    CHECK(s.trouble().contains("Span"));
    CHECK_FALSE(s.take().isEnabled());
    CHECK(s.field("span")->styleSheet().contains("border"));
    type(s, "span", "8");
    CHECK(s.trouble().isEmpty());
    QTest::mouseClick(&s.take(), Qt::LeftButton);
    REQUIRE(test::waitFor([&] { return w.doc().hasFrame() && w.doc().checked() && !w.doc().jobs().running(); }));
    CHECK_FALSE(s.isVisible());
    CHECK(w.doc().frame().nodes[1].at.x == Approx(8));
    CHECK(w.doc().report().counts.checked == 1);
    CHECK(w.doc().report().counts.unchecked == 0);
}

TEST_CASE("start window: every kind is drawn, what was typed is kept, unsaved work is asked for", "[app][start]")
{
    Window w(kStreet);
    StartWindow& s = w.window.openStart();
    for (const StartKind& k : startKinds()) {
        INFO(k.key);
        choose(s, std::string(k.key).c_str());
        REQUIRE(s.started().has_value());
        CHECK(s.picture().count() == 1);
        CHECK(s.totals().contains("D, Dead"));
    }
    choose(s, "hall");
    type(s, "spans", "2 × 15 m");
    choose(s, "truss");
    choose(s, "hall");
    CHECK(qobject_cast<QLineEdit*>(s.field("spans"))->text() == "2 × 15 m");
    CHECK(s.started()->frame.design.members.size() > 100);
    // In feet where the standard is of theirs.
    s.standard().setCurrentIndex(0);
    CHECK(s.units().currentIndex() == 1);
    CHECK(qobject_cast<QLineEdit*>(s.field("eaves"))->text().contains("ft"));
    // The frame at hand has been changed: it is not thrown away without a word.
    w.doc().run(SetGroup{w.doc().refs({0}), "Mine"});
    w.settle();
    w.answer = 0;
    QTest::mouseClick(&s.take(), Qt::LeftButton);
    CHECK(w.asked == 1);
    CHECK(w.doc().model().members().size() == 40);
    w.answer = 1;
    QTest::mouseClick(&s.take(), Qt::LeftButton);
    REQUIRE(test::waitFor(
        [&] { return w.doc().checked() && !w.doc().jobs().running() && w.doc().model().members().size() != 40; }));
    CHECK(w.doc().frame().units.length == "ft");
}
