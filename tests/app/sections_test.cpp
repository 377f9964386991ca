#include "app/sections/section_browser.h"
#include "tests/app/window.h"

using namespace wr;
using test::kHill;
using test::kStreet;
using test::Window;

namespace {

// Opens the browser the way a person does: pick, Change, Browse.
SectionBrowser& browse(Window& w, const std::string& member)
{
    w.doc().setPick({w.index(member)});
    w.member().showDesign(true);
    w.paint();
    QTest::mouseClick(&w.member().editor().browse(), Qt::LeftButton);
    w.paint();
    REQUIRE(w.window.browsing());
    return w.window.sections();
}

std::string sectionOf(Window& w, const std::string& member)
{
    const FrameSection& s = w.doc().frame().sections[w.doc().model().members()[w.index(member)].section];
    return s.name.empty() ? s.id : s.name;
}

} // namespace

TEST_CASE("sections: the browser opens at the member's section, search and limits narrow it, Use changes the member", "[app]")
{
    Window w(kHill);
    SectionBrowser& b = browse(w, "EB-1S");
    CHECK(b.family().currentData().toString() == "W");
    CHECK(b.list().rowCount() == 283);
    REQUIRE(b.card().shown() != nullptr);
    CHECK(b.card().shown()->designation == "W12X22");
    CHECK_FALSE(b.use().isEnabled()); // in use already
    CHECK(b.card().users().text() == "used by 12 members");

    // Typed words: the metric name of an ASTM shape is found too.
    b.search().setFocus();
    QTest::keyClicks(&b.search(), "w310x38.7");
    CHECK(b.list().rowCount() == 1);
    CHECK(b.card().shown()->designation == "W12X26");
    CHECK(b.use().isEnabled());
    CHECK(b.use().text() == "Use for EB-1S");
    const double before = w.utilisation("EB-1S");
    QTest::mouseClick(&b.use(), Qt::LeftButton);
    w.settle();
    CHECK(sectionOf(w, "EB-1S") == "W12X26");
    CHECK(w.utilisation("EB-1S") < before);
    CHECK(w.window.browsing());
    CHECK_FALSE(b.use().isEnabled());
    CHECK(b.card().users().text() == "used by 1 member");

    // Limits with units, on the whole catalogue.
    b.search().clear();
    b.family().setCurrentIndex(0);
    Q_EMIT b.family().activated(0);
    CHECK(b.list().rowCount() > 4000);
    w.type(b.limit(0), "300 mm");
    w.type(b.limit(1), "12 in");
    w.type(b.limit(5), "60 kg/m");
    REQUIRE(b.list().rowCount() > 20);
    for (int i = 0; i < b.list().rowCount(); ++i) {
        const CatalogueSection& s = b.list().section(i);
        INFO(s.designation);
        CHECK(s.shape.depth() >= 0.3 - 1e-9);
        CHECK(s.shape.depth() <= 12 * kInch + 1e-9);
        CHECK(s.listedMass <= 60 + 1e-9);
    }
    w.type(b.limit(5), "heavy");
    CHECK(b.trouble().contains("Mass to"));
    w.type(b.limit(5), "");
    // A near miss says what is near, a name hidden by the limits says so.
    b.search().clear();
    QTest::keyClicks(&b.search(), "W12X66");
    CHECK(b.list().rowCount() == 0);
    CHECK(b.count().contains("W12X65"));
    b.search().clear();
    QTest::keyClicks(&b.search(), "W44X335");
    CHECK(b.count().contains("outside the family or the limits"));

    // Escape goes back to the ledger; undo takes the section back.
    QTest::keyClick(&b.search(), Qt::Key_Escape);
    CHECK_FALSE(w.window.browsing());
    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(sectionOf(w, "EB-1S") == "W12X22");
}

TEST_CASE("sections: the list sorts, arrows walk it from the search field, Return uses the row", "[app]")
{
    Window w(kStreet);
    const std::string id = w.doc().model().members().front().id;
    SectionBrowser& b = browse(w, id);
    b.search().setFocus();
    QTest::keyClicks(&b.search(), "HEB 3");
    b.family().setCurrentIndex(0);
    Q_EMIT b.family().activated(0);
    REQUIRE(b.list().rowCount() >= 4); // HEB300, 320, 340, 360
    const std::string first = b.card().shown()->designation;
    QTest::keyClick(&b.search(), Qt::Key_Down);
    const std::string second = b.card().shown()->designation;
    CHECK(second != first);
    b.table().horizontalHeader()->setSortIndicator(SectionList::Mass, Qt::DescendingOrder);
    for (int i = 0; i + 1 < b.list().rowCount(); ++i)
        CHECK(b.list().section(i).listedMass >= b.list().section(i + 1).listedMass);
    b.table().selectRow(b.list().rowOf("HEB320"));
    CHECK(b.card().shown()->designation == "HEB320");
    b.table().setFocus();
    QTest::keyClick(&b.table(), Qt::Key_Return);
    w.settle();
    CHECK(sectionOf(w, id) == "HEB320");
    // What the frame uses is a family of its own; its members are one click away.
    b.search().clear();
    b.family().setCurrentIndex(b.family().findData(kInFrame));
    Q_EMIT b.family().activated(b.family().currentIndex());
    CHECK(b.list().rowCount() < 20);
    for (int i = 0; i < b.list().rowCount(); ++i) {
        b.table().selectRow(i);
        const auto users = b.list().users(b.list().section(i));
        if (users.size() < 2) continue;
        w.paint();
        QTest::mouseClick(&b.card().users(), Qt::LeftButton);
        CHECK(w.doc().pick() == users);
        break;
    }
}

TEST_CASE("sections: a section of one's own is described, refused with a sentence, drawn and used", "[app]")
{
    Window w(kHill);
    SectionBrowser& b = browse(w, "EB-1S");
    QTest::mouseClick(&b.describeTab(), Qt::LeftButton);
    b.kind().setCurrentIndex(b.kind().findText("I section, unequal flanges"));
    Q_EMIT b.kind().activated(b.kind().currentIndex());
    CHECK(b.trouble().contains("needed"));
    const auto enter = [&](const char* key, const char* text) {
        QLineEdit* field = b.dimensionField(key);
        REQUIRE(field != nullptr);
        field->setFocus();
        field->selectAll();
        QTest::keyClicks(field, text);
    };
    for (const auto& [key, text] :
         {std::pair{"h", "16"}, {"b", "6"}, {"tf", "16"}, {"b2", "8"}, {"tf2", "12 mm"}, {"tw", "5/16 in"}})
        enter(key, text);
    CHECK(b.trouble().contains("as thick as the section is deep"));
    CHECK_FALSE(b.use().isEnabled());
    enter("tf", "1/2");
    CHECK(b.trouble().isEmpty());
    REQUIRE(b.card().shown() != nullptr);
    const double area = 6 * 0.5 + 8 * 12 / 25.4 + (16 - 0.5 - 12 / 25.4) * 0.3125;
    CHECK(std::abs(b.card().shown()->properties().a / (kInch * kInch) - area) < 1e-9);
    // A name is needed, and not one of the catalogue's.
    QTest::mouseClick(&b.use(), Qt::LeftButton);
    CHECK(b.trouble().contains("name"));
    QTest::keyClicks(&b.name(), "w12x65");
    QTest::mouseClick(&b.use(), Qt::LeftButton);
    CHECK(b.trouble().contains("catalogue"));
    b.name().selectAll();
    QTest::keyClicks(&b.name(), "Girder 16");
    QTest::mouseClick(&b.use(), Qt::LeftButton);
    w.settle();
    CHECK(b.trouble().isEmpty());
    CHECK(sectionOf(w, "EB-1S") == "Girder 16");
    const FrameSection& s = w.doc().frame().sections.back();
    CHECK(s.shape.kind == ShapeKind::IUnequal);
    CHECK(s.shape.welded);
    // Another of that name with other dimensions is refused.
    enter("h", "17");
    QTest::mouseClick(&b.use(), Qt::LeftButton);
    CHECK(b.trouble().contains("other dimensions"));
    // Silly units are questioned.
    enter("h", "16 m");
    CHECK(b.trouble().contains("unusual"));
}

TEST_CASE("sections: from the Size stop any section can be given to the group", "[app]")
{
    Window w(kHill);
    w.doc().setPick({w.index("EB-1S")});
    w.window.ride(Stop::Size);
    REQUIRE(test::waitFor([&] { return w.window.sizing().groupPlan() && !w.doc().jobs().running(); }));
    QTest::mouseClick(&w.size().browse(), Qt::LeftButton);
    REQUIRE(w.window.browsing());
    CHECK(w.doc().pick().size() == 12);
    SectionBrowser& b = w.window.sections();
    b.family().setCurrentIndex(0);
    Q_EMIT b.family().activated(0);
    b.search().setFocus();
    QTest::keyClicks(&b.search(), "IPE 330");
    CHECK(b.use().text() == "Use for 12 members");
    QTest::keyClick(&b.search(), Qt::Key_Return);
    w.settle();
    CHECK(w.size().sectionNow() == "IPE330");
}
