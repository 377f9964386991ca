// Taking frames in through the window: a workbook, columns mapped by hand, a wrong guess mended, names chosen.
#include "app/intake/intake_desk.h"
#include "app/intake/mapping_table.h"
#include "app/intake/sketch_view.h"
#include "tests/app/intake_wait.h"
#include "tests/app/window.h"

#include <QComboBox>
#include <QListWidget>
#include <QPushButton>
#include <QStandardPaths>
#include <QTableWidget>
#include <QTemporaryDir>

using namespace wr;
using namespace wr::test;

namespace {

QString sample(const char* name)
{
    return QString(WREN_SOURCE) + "/data/demo/intake/" + name;
}

// The combo box of a row of the mapping over the column with that heading.
QComboBox& boxOver(MappingTable& t, int row, const QString& heading)
{
    for (int k = 0; k < t.columnCount(); ++k)
        if (t.horizontalHeaderItem(k)->text() == heading) {
            auto* box = qobject_cast<QComboBox*>(t.cellWidget(row, k));
            REQUIRE(box);
            return *box;
        }
    FAIL("no column " << heading.toStdString());
    return *static_cast<QComboBox*>(nullptr);
}

// As a person chooses: with the keyboard, from the list.
void choose(QComboBox& box, const QString& item)
{
    const int at = box.findText(item);
    REQUIRE(at >= 0);
    box.setFocus();
    while (box.currentIndex() != at)
        QTest::keyClick(&box, box.currentIndex() < at ? Qt::Key_Down : Qt::Key_Up);
    QApplication::processEvents();
}

void put(const QTemporaryDir& d, const char* name, const char* text)
{
    QFile f(d.filePath(name));
    REQUIRE(f.open(QIODevice::WriteOnly));
    f.write(text);
}

} // namespace

TEST_CASE("window: a workbook is taken in, checked, and its recipe offered for the next", "[app]")
{
    Window w("");
    w.window.openFiles({sample("roof.xlsx")});
    IntakeDesk& d = w.window.intake();
    REQUIRE(w.window.takesIn());
    wait(d);
    CHECK(d.tables().count() == 12);
    CHECK(d.sketch().drawnElements() == 48);
    CHECK(d.sketch().unknownElements() == 0);
    REQUIRE(d.takeButton().isEnabled());
    QTest::mouseClick(&d.takeButton(), Qt::LeftButton);
    REQUIRE(waitFor([&] { return w.doc().checked() && !w.doc().jobs().running(); }));
    CHECK(w.window.showsFrame());
    CHECK(w.doc().model().members().size() == 40);
    CHECK(w.doc().title() == "roof");
    CHECK(w.doc().recipes().size() == 1);
    w.window.openFiles({sample("roof.xlsx")});
    wait(d);
    CHECK(d.session().offered() == "roof");
    CHECK(d.takeButton().isEnabled());
}

TEST_CASE("window: columns mapped by hand, a wrong guess mended, names chosen, the frame appears", "[app]")
{
    QTemporaryDir files;
    // Headings that say little, a decimal comma, a name nobody knows, no steel.
    put(files, "points.csv", "P;one;two;three\n1;0;0;0\n2;0;0;4,5\n3;6,0;0;4,5\n4;6;0;0\n");
    put(files, "bars.csv", "element;node i;node j;section\nC1;1;2;Stanchion\nB1;2;3;IPE 300\nC2;4;3;Stanchion\n");
    Window w("");
    w.window.openFiles({files.path()});
    IntakeDesk& d = w.window.intake();
    wait(d);
    CHECK_FALSE(d.takeButton().isEnabled());
    CHECK(d.sketch().drawnElements() == 0);
    int points = -1, bars = -1;
    for (int i = 0; i < d.tables().count(); ++i) {
        if (d.tables().item(i)->text().startsWith("points")) points = i;
        if (d.tables().item(i)->text().startsWith("bars")) bars = i;
    }
    REQUIRE(points >= 0);
    REQUIRE(bars >= 0);
    CHECK(d.tables().item(points)->text().contains("left out"));
    // What the table is about, then its columns.
    d.tables().setCurrentRow(points);
    auto* kind = d.findChild<QComboBox*>("", Qt::FindChildrenRecursively);
    for (QComboBox* b : d.findChildren<QComboBox*>())
        if (b->accessibleName() == "What the table is about") kind = b;
    choose(*kind, "Nodes");
    wait(d);
    MappingTable& m = d.mapping();
    for (const auto& [heading, field] : {std::pair{"P", "node"}, {"one", "x"}, {"two", "y"}, {"three", "z"}}) {
        choose(boxOver(m, MappingTable::kMeaning, heading), field);
        wait(d);
    }
    CHECK(d.sketch().drawnElements() == 3);
    CHECK(d.sketch().unknownElements() == 3); // the columns' section, and no steel
    CHECK(m.item(MappingTable::kFirstRow + 1, 3)->text() == "4.500");
    // A wrong unit: the file is in feet.
    QComboBox& unit = boxOver(m, MappingTable::kUnit, "three");
    choose(unit, "ft");
    wait(d);
    CHECK(d.session().result().frame.nodes[1].at.z == 4.5 * kFoot);
    choose(boxOver(m, MappingTable::kUnit, "three"), "m");
    wait(d);
    // The name, and the steel.
    QComboBox* name = nullptr;
    for (QComboBox* b : d.findChildren<QComboBox*>())
        if (b->accessibleName() == "What Stanchion is") name = b;
    REQUIRE(name);
    name->lineEdit()->setFocus();
    QTest::keyClicks(name->lineEdit(), "HEA 200");
    QTest::keyClick(name->lineEdit(), Qt::Key_Return);
    QApplication::processEvents();
    wait(d);
    CHECK(d.session().recipe().sections.at("Stanchion") == "HEA 200");
    QComboBox* steel = nullptr;
    for (QComboBox* b : d.findChildren<QComboBox*>())
        if (b->accessibleName() == "Steel of what states none") steel = b;
    REQUIRE(steel);
    steel->lineEdit()->setFocus();
    steel->lineEdit()->selectAll();
    QTest::keyClicks(steel->lineEdit(), "S355");
    QTest::keyClick(steel->lineEdit(), Qt::Key_Return);
    wait(d);
    CHECK(d.sketch().unknownElements() == 0);
    REQUIRE(d.takeButton().isEnabled());
    QTest::mouseClick(&d.takeButton(), Qt::LeftButton);
    REQUIRE(waitFor([&] { return w.doc().hasFrame() && !w.doc().jobs().running(); }));
    CHECK(w.doc().frame().elements.size() == 3);
    CHECK(w.doc().frame().sections[0].name == "HEA200");
}

TEST_CASE("window: faults stand in the cells they are of, and lead there", "[app]")
{
    QTemporaryDir files;
    put(files, "nodes.csv", "node,x [m],y [m],z [m]\n1,0,0,0\n2,zero,0,4\n");
    put(files, "elements.csv", "element,node i,node j,section,grade\nC1,1,2,HEA 200,S355\n");
    Window w(kStreet);
    w.window.openFiles({files.path()});
    IntakeDesk& d = w.window.intake();
    wait(d);
    REQUIRE(d.faults().rowCount() >= 1);
    CHECK(d.faults().item(0, 1)->text().contains("nodes, row 3, column B"));
    QTest::mouseClick(d.faults().viewport(), Qt::LeftButton, Qt::NoModifier,
                      d.faults().visualItemRect(d.faults().item(0, 1)).center());
    QApplication::processEvents();
    MappingTable& m = d.mapping();
    REQUIRE(m.currentRow() == MappingTable::kFirstRow + 1);
    CHECK(m.currentColumn() == 1);
    CHECK(m.item(MappingTable::kFirstRow + 1, 1)->toolTip().contains("not a number"));
    // Leaving it leaves the frame at hand as it was.
    for (QPushButton* b : d.findChildren<QPushButton*>())
        if (b->text() == "Leave it") QTest::mouseClick(b, Qt::LeftButton);
    CHECK(w.window.showsFrame());
    CHECK(w.doc().model().members().size() == 40);
}

TEST_CASE("window: a model is drawn and taken in without columns", "[app]")
{
    Window w("");
    w.window.openFiles({sample("tower.ifc")});
    IntakeDesk& d = w.window.intake();
    wait(d);
    CHECK(d.sketch().drawnElements() == 274);
    CHECK_FALSE(d.mapping().isVisible());
    QTest::mouseClick(&d.takeButton(), Qt::LeftButton);
    REQUIRE(waitFor([&] { return w.doc().checked() && !w.doc().jobs().running(); }));
    CHECK(w.doc().frame().elements.size() == 274);
}
