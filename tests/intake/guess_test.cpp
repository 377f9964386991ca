#include "tests/intake/books.h"

using namespace wr;
using namespace wr::test;

namespace {

const TableUse& only(const Recipe& r, TableKind k)
{
    const TableUse* found = nullptr;
    for (const TableUse& t : r.tables)
        if (t.kind == k) {
            REQUIRE_FALSE(found);
            found = &t;
        }
    REQUIRE(found);
    return *found;
}

std::string keyOf(const TableUse& t, size_t column)
{
    for (const ColumnUse& c : t.columns)
        if (c.column == column) return c.as;
    return "";
}

std::string unitOf(const TableUse& t, std::string_view key)
{
    const ColumnUse* c = t.column(key);
    return c ? c->unit : "none";
}

} // namespace

TEST_CASE("guess: titles above, a line of units beneath, headings repeated on every page", "[intake]")
{
    const std::vector<Book> books{bookOf("forces.csv", R"(Market roof,,,
Results of 3 March,,,
,,,
Bar,Load case,Position,N,Vz,My
-,-,m,kN,kN,kNm
B1,G,0,-10,5,0
B1,G,3,-10,-5,7.5
,,,,,
Bar,Load case,Position,N,Vz,My
-,-,m,kN,kN,kNm
B1,G,6,-10,-15,-22.5
)")};
    const Recipe r = guessRecipe(books);
    const TableUse& t = only(r, TableKind::Forces);
    CHECK(t.heading == 3);
    CHECK(t.first == 5);
    CHECK(keyOf(t, 0) == "element");
    CHECK(keyOf(t, 2) == "s");
    CHECK(unitOf(t, "my") == "kNm");
    std::vector<Book> all = portal();
    all.push_back(books[0]);
    const Intake taken = test::taken(all);
    REQUIRE(taken.sound);
    REQUIRE(taken.frame.results.size() == 1);
    const auto& stations = taken.frame.results[0].elements.at(0).stations;
    REQUIRE(stations.size() == 3);
    CHECK(stations[2].force[4] == -22500);
    CHECK(stations[1].force[2] == -5000);
}

TEST_CASE("guess: headings of two lines, merged over several columns", "[intake]")
{
    const Recipe r =
        guessRecipe({bookOf("releases.csv", "Element,Release i,,Release j,\nElement,my,mz,my,mz\nB1,yes,,no,yes\n")});
    const TableUse& t = only(r, TableKind::Releases);
    CHECK(t.headingRows == 2);
    CHECK(keyOf(t, 1) == "myI");
    CHECK(keyOf(t, 2) == "mzI");
    CHECK(keyOf(t, 4) == "mzJ");
}

TEST_CASE("guess: several tables on one sheet", "[intake]")
{
    const std::vector<Book> books{bookOf("all.csv", R"(Node;X [m];Y [m];Z [m]
1;0;0;0
2;0;0;4,5

Element;Node i;Node j;Section;Grade
C1;1;2;HEA 200;S355

Node;ux;uy;uz
1;x;x;x
)")};
    const Recipe r = guessRecipe(books);
    CHECK(only(r, TableKind::Nodes).last == size_t{3});
    CHECK(only(r, TableKind::Elements).heading == 4);
    CHECK(only(r, TableKind::Supports).heading == 7);
    const Intake t = taken(books, r);
    REQUIRE(t.sound);
    CHECK(t.frame.nodes[1].at.z == 4.5);
    CHECK(t.frame.nodes[0].support[2].held);
    CHECK_FALSE(t.frame.nodes[0].support[3].held);
    CHECK(t.frame.sections[0].name == "HEA200");
}

TEST_CASE("guess: which moment is about the strong axis", "[intake]")
{
    struct Row
    {
        const char* headings;
        const char *major, *minor, *torsion; // heading of each
    };
    const auto row = GENERATE(values<Row>({
        {"N,Vy,Vz,Mx,My,Mz", "My", "Mz", "Mx"},
        {"P,V2,V3,T,M2,M3", "M3", "M2", "T"},
        {"P,Vx,Vy,T,Mx,My", "Mx", "My", "T"},
        {"N,V,M", "M", "", ""},
        {"Axial,Shear major,Shear minor,Torsion,Moment major,Moment minor", "Moment major", "Moment minor", "Torsion"},
    }));
    CAPTURE(row.headings);
    const Recipe r = guessRecipe({bookOf("forces.csv", std::string("Element,Load,Station,") + row.headings +
                                                           "\nB1,G,0,1,2,3,4,5,6\nB1,G,2,1,2,3,4,5,6\n")});
    const TableUse& t = only(r, TableKind::Forces);
    const auto heading = [&](std::string_view key) { return t.column(key) ? t.column(key)->heading : std::string(); };
    CHECK(heading("my") == row.major);
    CHECK(heading("mz") == row.minor);
    CHECK(heading("t") == row.torsion);
    if (heading("my") == "M3") CHECK(heading("vz") == "V2");
    if (heading("my") == "Mx") CHECK(heading("vz") == "Vy");
}

TEST_CASE("guess: units said nowhere follow the others, and size", "[intake]")
{
    const Recipe imperial = guessRecipe({bookOf("nodes.csv", "node,x,y,z\n1,0,0,0\n2,0,0,14\n"),
                                         bookOf("forces.csv", "element,load,station,N (kip),M\nC1,G,0,5,6\nC1,G,14,5,6\n")});
    CHECK(imperial.units.length == "ft");
    CHECK(unitOf(only(imperial, TableKind::Nodes), "x") == "ft");
    CHECK(unitOf(only(imperial, TableKind::Forces), "s") == "ft");
    CHECK(unitOf(only(imperial, TableKind::Forces), "my") == "kip·ft");
    CHECK_FALSE(only(imperial, TableKind::Forces).column("my")->unitStated);
    const Recipe millimetres = guessRecipe({bookOf("nodes.csv", "node,x,y,z\n1,0,0,0\n2,0,0,4500\n")});
    CHECK(unitOf(only(millimetres, TableKind::Nodes), "z") == "mm");
    const Recipe above = guessRecipe({bookOf("nodes.csv", "Units: kN cm\n\nnode,x,y,z\n1,0,0,0\n2,0,0,450\n")});
    CHECK(unitOf(only(above, TableKind::Nodes), "z") == "cm");
    // What is assumed is told.
    const Intake t = taken(portal(), [] {
        Recipe r = guessRecipe(portal());
        r.tables[0].columns[1].unitStated = false;
        return r;
    }());
    CHECK(has(t, "intake.unit-assumed", "nodes", "x [m]: taken as m"));
}

TEST_CASE("guess: stations as shares, names filled in once, a column for each case", "[intake]")
{
    const Recipe share = guessRecipe(
        {bookOf("forces.csv", "Element,Load,x/L,N,M\nB1,G,0,1,0\n,,0.5,1,9\n,,1,1,0\nB2,G,0,1,0\n,,0.5,1,9\n,,1,1,0\n")});
    CHECK(only(share, TableKind::Forces).stations == StationAs::Share);
    CHECK(only(share, TableKind::Forces).fillDown);
    const Recipe byValues = guessRecipe(
        {bookOf("forces.csv", "Element,Load,Station,N,M\nB1,G,0,1,0\nB1,G,0.5,1,9\nB1,G,1,1,0\nB1,Q,0,1,0\nB1,Q,1,1,0\n")});
    CHECK(only(byValues, TableKind::Forces).stations == StationAs::Share);
    const Recipe wide =
        guessRecipe({bookOf("cases.csv", "case,action\nG,dead\nQ,live\nW,wind\n"),
                     bookOf("combos.csv", "combination,purpose,G,Q,W\nU1,strength,1.35,1.5,0\nS1,service,1,1,\n")});
    const TableUse& t = only(wide, TableKind::Combinations);
    CHECK(keyOf(t, 2) == "factorOf");
    CHECK(t.columns[3].of == "Q");
}

TEST_CASE("guess: end actions are known by their signs", "[intake]")
{
    const Recipe r = guessRecipe({bookOf("forces.csv", R"(Element,Load,Node,Fx,Fz,My
1,G,1,10,5,3
1,G,2,-10,5,-2
2,G,2,-7,5,3
2,G,3,7,5,-2
3,G,3,4,5,3
3,G,4,-4,5,-2
)")});
    CHECK(only(r, TableKind::Forces).signs == ForceSigns::Ends);
}

TEST_CASE("guess: a kind that is not right can be said, the columns follow", "[intake]")
{
    const std::vector<Book> books{bookOf("list.csv", "name,x,y,z\n1,0,0,0\n2,0,1,4\n")};
    Recipe r = guessRecipe(books);
    REQUIRE(r.tables.size() == 1);
    TableUse t = r.tables[0];
    CHECK(guessRows(t, books[0], books[0].sheets[0], 0, TableKind::Displacements));
    CHECK(t.kind == TableKind::Displacements);
    CHECK(keyOf(t, 1) == "ux");
    CHECK(missingFields(t).size() == 1); // the load
}

TEST_CASE("recipes fit later files whose columns have moved, and say where they do not", "[intake]")
{
    const std::vector<Book> first = portal();
    Recipe r = guessRecipe(first);
    r.tables[0].columns[1].reversed = true; // a decision that the guess would not make
    std::vector<Book> later{
        bookOf("week 2.csv", "A title\n\nremark,z [m],y [m],x [m],node\n,0,0,0,1\n,5,0,0,2\n,5,0,6,3\n,0,0,6,4\n"), first[1],
        first[2]};
    const auto fits = fitted(r, later);
    REQUIRE(fits);
    const Intake t = taken(later, *fits);
    REQUIRE(t.sound);
    CHECK(t.frame.nodes[2].at.x == -6);
    CHECK(t.frame.nodes[2].at.z == 5);
    later[0] = bookOf("week 3.csv", "node,x [mm],y [m],z [m]\n1,0,0,0\n");
    CHECK_FALSE(fitted(r, later)); // another unit in the heading is another column
}
