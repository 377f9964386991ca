#include "core/files/frame_writer.h"
#include "core/files/recipe_json.h"
#include "core/intake/assembly.h"
#include "tests/intake/books.h"

using namespace wr;
using namespace wr::test;

namespace {

std::vector<Book> with(std::vector<Book> books, const std::string& name, const std::string& text)
{
    books.push_back(bookOf(name, text));
    return books;
}

} // namespace

TEST_CASE("all faults at once, each with its sheet, row and column", "[intake]")
{
    const std::vector<Book> books{
        bookOf("nodes.csv", "node,x [m],y [m],z [m]\n1,0,0,0\n2,0,zero,4\n2,0,0,4\n,1,1,1\n3,6,0,\n4,1.2.3,0,0\n"),
        bookOf("elements.csv", "element,start,end,section,material\nC1,1,2,HEA 201,S355\nB1,2,33,IPE 300,S366\nC2,2,2,HEA "
                               "201,S355\nC3,1,2,,S355\n"),
        bookOf("supports.csv", "node,ux,uy,uz\n1,yes,maybe,-5\n9,x,x,x\n")};
    const Intake t = taken(books);
    CHECK_FALSE(t.sound);
    CHECK(has(t, "intake.cell", "nodes, row 3, column C (y [m])", "\"zero\" is not a number"));
    CHECK(has(t, "intake.duplicate", "nodes, row 4, column A", "a node \"2\" already"));
    CHECK(has(t, "intake.cell", "nodes, row 5, column A", "no name"));
    CHECK(has(t, "intake.cell", "nodes, row 6, column D", "missing"));
    CHECK(has(t, "intake.cell", "nodes, row 7, column B", "1.2.3"));
    CHECK(has(t, "intake.reference", "elements, row 3, column C", "no node \"33\""));
    CHECK(has(t, "frame.zero-length", "elements, row 4"));
    CHECK(has(t, "intake.cell", "elements, row 5, column D", "section is missing"));
    CHECK(has(t, "intake.cell", "supports, row 2, column C", "\"maybe\""));
    CHECK(has(t, "intake.cell", "supports, row 2, column D", "negative"));
    CHECK(has(t, "intake.reference", "supports, row 3, column A", "no node \"9\""));
    // A name that nobody knows is one finding, whatever the number of its rows.
    REQUIRE(t.unknown.size() == 2);
    CHECK(t.unknown[0].name == "HEA 201");
    CHECK(t.unknown[0].rows == 2);
    CHECK_FALSE(t.unknown[0].near.empty());
    CHECK(t.unknown[0].near[0] == "HEA200");
    CHECK(t.unknown[1].name == "S366");
    CHECK_FALSE(t.unknown[1].section);
    CHECK(has(t, "intake.section", "", "HEA200"));
    CHECK(has(t, "intake.grade", "", "S355"));
}

TEST_CASE("one choice for a name serves all its rows; a grade may stand behind a section", "[intake]")
{
    std::vector<Book> books = portal();
    books[1] = bookOf("elements.csv", "element,start,end,section\nC1,1,2,Stanchion\nB1,2,3,IPE 300 S275\nC2,4,3,Stanchion\n");
    Recipe r = guessRecipe(books);
    CHECK_FALSE(taken(books, r).sound);
    CHECK(has(taken(books, r), "intake.grade-missing", "elements"));
    r.sections["Stanchion"] = "HEB 200";
    r.grade = "S355";
    const Intake t = taken(books, r);
    REQUIRE(t.sound);
    const auto sectionOf = [&](size_t e) { return t.frame.sections[static_cast<size_t>(t.frame.elements[e].section)].name; };
    const auto gradeOf = [&](size_t e) { return t.frame.materials[static_cast<size_t>(t.frame.elements[e].material)].grade; };
    CHECK(sectionOf(0) == "HEB200");
    CHECK(sectionOf(1) == "IPE300");
    CHECK(gradeOf(0) == "EN 10025-2 S355");
    CHECK(gradeOf(1) == "EN 10025-2 S275");
}

TEST_CASE("many alike faults are told twenty times and counted", "[intake]")
{
    std::string text = "node,x [m],y [m],z [m]\n";
    for (int k = 0; k < 500; ++k)
        text += std::to_string(k) + ",a,0,0\n";
    const Intake t = taken({bookOf("nodes.csv", text), portal()[1]});
    size_t cells = 0;
    for (const Finding& f : t.findings)
        cells += f.code == "intake.cell";
    CHECK(cells == RowFaults::kAlike);
    CHECK(has(t, "intake.cell", "row 21", "and 480 more like this"));
}

TEST_CASE("combinations: as a sum, one case a row, a column for each case", "[intake]")
{
    const std::string cases = "case,action,self weight\nG,dead,1\nQ,live,\nW+x,wind,\n1,snow,\n";
    struct Row
    {
        const char* name;
        std::string text;
    };
    const auto row = GENERATE(values<Row>({
        {"sums", "combination,purpose,terms\nU1,ULS,1.35 G + 1.5*Q - 0.9 W+x\nU2,strength,1.35G+1.5·1\nS,SLS,G + Q + 0.5 1\n"},
        {"rows", "combination,purpose,case,factor\nU1,ULS,G,1.35\n,,Q,1.5\n,,W+x,-0.9\nU2,ULS,G,1.35\nU2,,1,1.5\nS,SLS,G,1\nS,,"
                 "Q,1\nS,,1,0.5\n"},
        {"columns", "combination,purpose,G,Q,W+x,1\nU1,ULS,1.35,1.5,-0.9,\nU2,ULS,1.35,0,0,1.5\nS,SLS,1,1,,0.5\n"},
    }));
    CAPTURE(row.name);
    const Intake t = taken(with(with(portal(), "cases.csv", cases), "combinations.csv", row.text));
    REQUIRE(t.sound);
    const auto& k = t.frame.combinations;
    REQUIRE(k.size() == 3);
    CHECK(k[0].terms == std::vector<std::pair<int, double>>{{0, 1.35}, {1, 1.5}, {2, -0.9}});
    CHECK(k[1].terms == std::vector<std::pair<int, double>>{{0, 1.35}, {3, 1.5}});
    CHECK(k[2].terms == std::vector<std::pair<int, double>>{{0, 1}, {1, 1}, {3, 0.5}});
    CHECK(k[0].purpose == Purpose::Strength);
    CHECK(k[2].purpose == Purpose::Service);
    CHECK(t.frame.cases[2].action == Action::Wind);
    CHECK(t.frame.cases[0].selfWeight == 1);
}

TEST_CASE("combinations: what is no sum, and a case that is not there", "[intake]")
{
    const Intake t = taken(with(with(portal(), "cases.csv", "case,action\nG,dead\n"), "combinations.csv",
                                "combination,terms\nU1,1.35 G + 1.5 Q\nU2,1.35 G and more\nU2,G\nU3,G + G\n"));
    CHECK_FALSE(t.sound);
    CHECK(has(t, "intake.cell", "combinations, row 2, column B"));
    CHECK(has(t, "intake.cell", "combinations, row 3, column B"));
    CHECK(has(t, "intake.duplicate", "combinations, row 4"));
    CHECK(has(t, "intake.duplicate", "combinations, row 5", "twice"));
}

TEST_CASE("what acts in a case, by its words", "[intake]")
{
    struct Row
    {
        const char* words;
        const char* action; // "": not known
    };
    const auto r = GENERATE(values<Row>({{"Dead", "dead"},
                                         {"self weight", "dead"},
                                         {"SDL", "superimposed"},
                                         {"Imposed", "live"},
                                         {"LL", "live"},
                                         {"Roof live", "roof-live"},
                                         {"Snow drift", "snow"},
                                         {"Wind +X", "wind"},
                                         {"EQ", "seismic"},
                                         {"Response spectrum", "seismic"},
                                         {"temperature", "thermal"},
                                         {"crane hook", "crane"},
                                         {"NHF", "notional"},
                                         {"banana", ""}}));
    CAPTURE(r.words);
    const Intake t = taken(with(portal(), "cases.csv", std::string("case,action,title\nLC7,") + r.words + ",x\n"));
    REQUIRE(t.sound);
    CHECK(has(t, "intake.action") == (std::string(r.action).empty()));
    if (r.action[0]) CHECK(actionName(t.frame.cases[0].action) == r.action);
}

TEST_CASE("loads that only the results know become combinations or cases, and that is told", "[intake]")
{
    const std::string forces =
        "element,load,station [m],N [kN],My [kNm]\nB1,ULS 1,0,5,0\nB1,ULS 1,6,5,1\nB1,SLS 1,0,5,0\nB1,SLS 1,6,5,1\n";
    const Intake alone = taken(with(portal(), "forces.csv", forces));
    REQUIRE(alone.sound);
    REQUIRE(alone.frame.combinations.size() == 2);
    CHECK(alone.frame.combinations[1].purpose == Purpose::Service);
    CHECK(alone.frame.cases.empty());
    CHECK(has(alone, "intake.loads-made", "", "ULS 1, SLS 1"));
    const Intake listed = taken(with(with(portal(), "combinations.csv", "combination,terms\nU,1.35 G\n"), "forces.csv",
                                     "element,load,station [m],N [kN],My [kNm]\nB1,G,0,5,0\nB1,G,6,5,1\n"));
    REQUIRE(listed.sound);
    CHECK(listed.frame.results[0].loadCase == 0);
    const Intake both = taken(
        with(with(with(portal(), "cases.csv", "case,action\nG,dead\n"), "combinations.csv", "combination,terms\nU,1.35 G\n"),
             "forces.csv", forces));
    CHECK(has(both, "intake.reference", "forces, row 2, column B", "no case or combination \"ULS 1\""));
}

TEST_CASE("steps of a case are kept apart; an envelope is checked at every corner", "[intake]")
{
    const Intake steps =
        taken(with(portal(), "forces.csv",
                   "element,load,step,station [m],N [kN],My [kNm]\nB1,C,1,0,5,0\nB1,C,1,6,5,1\nB1,C,2,0,7,0\nB1,C,2,6,7,1\n"));
    REQUIRE(steps.sound);
    REQUIRE(steps.frame.results.size() == 2);
    CHECK(steps.frame.results[0].step == 1);
    CHECK(steps.frame.results[1].step == 2);
    CHECK(steps.frame.results[1].elements[0].stations[0].force[0] == 7000);

    const std::string rows = "B1,E,Max,0,5,10,2\nB1,E,Min,0,-8,-4,-1\nB1,E,Max,6,6,12,3\nB1,E,Min,6,-7,1,-2\n";
    const Intake envelope =
        taken(with(portal(), "forces.csv", "element,load,step type,station [m],N [kN],My [kNm],Mz [kNm]\n" + rows));
    REQUIRE(envelope.sound);
    CHECK(has(envelope, "intake.envelope"));
    REQUIRE(envelope.frame.results.size() == 8);
    std::set<std::array<double, 3>> corners;
    for (const GivenResult& r : envelope.frame.results) {
        const auto& f = r.elements.at(0).stations.at(0).force;
        corners.insert({f[0], f[4], f[5]});
    }
    CHECK(corners.size() == 8); // every least with every most
    CHECK(corners.contains({-8000, 10000, -1000}));
    const Intake half = taken(
        with(portal(), "forces.csv", "element,load,step type,station [m],N [kN]\nB1,E,Max,0,5\nB1,E,Max,6,5\nB1,E,Min,0,1\n"));
    CHECK(has(half, "intake.envelope-half", "forces", "least value of this place is missing"));
}

TEST_CASE("stations: beyond the element, short of its ends, none, three at one place", "[intake]")
{
    const auto forces = [](const std::string& rows, const std::string& head = "element,load,station [m],N [kN]\n") {
        return taken(with(portal(), "forces.csv", head + rows));
    };
    CHECK(has(forces("B1,G,0,1\nB1,G,6000,1\n"), "intake.station", "forces, row 3, column C", "look at the unit"));
    const Intake face = forces("B1,G,0.2,1\nB1,G,5.8,3\n");
    REQUIRE(face.sound);
    CHECK(has(face, "intake.extended"));
    REQUIRE(face.frame.results[0].elements[0].stations.size() == 4);
    CHECK(face.frame.results[0].elements[0].stations[3].s == 6);
    CHECK(face.frame.results[0].elements[0].stations[3].force[0] == 3000);
    CHECK(has(forces("B1,G,0,1\nB1,G,3,1\n"), "intake.station", "", "reach from 0"));
    const Intake single = forces("B1,G,5\n", "element,load,N [kN]\n");
    REQUIRE(single.sound);
    CHECK(has(single, "intake.constant"));
    CHECK(single.frame.results[0].elements[0].stations.size() == 2);
    CHECK(has(forces("B1,G,0,1\nB1,G,0,2\nB1,G,0,3\nB1,G,6,1\n"), "intake.duplicate", "forces, row 4"));
    const Intake twice = forces("B1,G,0,1\nB1,G,3,1\nB1,G,3,2\nB1,G,6,2\nB1,G,6,2\n"); // a jump, and a row that is there twice
    REQUIRE(twice.sound);
    CHECK(twice.frame.results[0].elements[0].stations.size() == 4);
    CHECK(has(forces("B1,G,0,1\nB9,G,0,1\n"), "intake.reference", "forces, row 3, column A"));
    const Intake words = forces("B1,G,i,1\nB1,G,mid,2\nB1,G,j,3\n");
    REQUIRE(words.sound);
    CHECK(words.frame.results[0].elements[0].stations[1].s == 3);
}

TEST_CASE("members alone: columns of a building whose frame nobody has", "[intake]")
{
    const std::vector<Book> books{
        bookOf("columns.csv",
               "name,length [m],section,fy [MPa],Lcr z [m],group\nC1,3.5,HEB 200,355,1.75,Inner\nC2,4.0,HEB 240,275,,Outer\n"),
        bookOf("forces.csv", "name,case,step,N [kN],My [kNm]\nC1,U1,1,-900,20\nC1,U1,2,-800,30\nC2,U1,1,-1200,15\n")};
    Recipe r = guessRecipe(books);
    REQUIRE(r.tables[1].kind == TableKind::Forces);
    const Intake t = taken(books, r);
    REQUIRE(t.sound);
    const Frame& f = t.frame;
    REQUIRE(f.elements.size() == 2);
    CHECK(f.length(f.elements[1]) == 4.0);
    CHECK(f.materials[static_cast<size_t>(f.elements[0].material)].fy == 355e6);
    CHECK_FALSE(f.anySupport());
    REQUIRE(f.design.lengths.size() == 1);
    CHECK(f.design.lengths[0].axis == LengthAxis::Minor);
    CHECK(f.design.lengths[0].length == 1.75);
    CHECK(f.design.groups.size() == 2);
    // And they can be checked: the frame is one that its own reader takes.
    const Frame again = frameOf(writeFrame(f));
    std::vector<Finding> findings;
    const ForceTable forces = givenForces(again, findings);
    CHECK(forces.sets.size() == 2);
}

TEST_CASE("members by their elements, whatever the order in which they are listed", "[intake]")
{
    const std::vector<Book> books{bookOf("nodes.csv", "node,x [m],y [m],z [m]\n1,0,0,0\n2,2,0,0\n3,4,0,0\n4,7,0,0\n"),
                                  bookOf("elements.csv", "element,start,end,section,material,member\n11,2,1,IPE "
                                                         "300,S355,B\n12,3,4,IPE 300,S355,B\n13,2,3,IPE 300,S355,B\n")};
    const Intake t = taken(books);
    REQUIRE(t.sound);
    REQUIRE(t.frame.design.members.size() == 1);
    CHECK(t.frame.design.members[0].elements == std::vector<int>{0, 2, 1});
    const Intake range = taken(
        with({books[0],
              bookOf("elements.csv",
                     "element,start,end,section,material\n11,1,2,IPE 300,S355\n12,2,3,IPE 300,S355\n13,3,4,IPE 300,S355\n")},
             "members.csv", "member,elements,kind\nB,11-13,beam\n"));
    REQUIRE(range.sound);
    CHECK(range.frame.design.members[0].elements.size() == 3);
    CHECK(range.frame.design.members[0].kind == MemberKind::Beam);
    const Intake broken = taken(with(
        {books[0], bookOf("elements.csv", "element,start,end,section,material\n11,1,2,IPE 300,S355\n13,3,4,IPE 300,S355\n")},
        "members.csv", "member,elements\nB,11 13\n"));
    CHECK(has(broken, "intake.cell", "members, row 2", "no chain"));
    const Intake shared = taken(with(with(std::vector<Book>{books[0]}, "elements.csv",
                                          "element,start,end,section,material\n11,1,2,IPE 300,S355\n12,2,3,IPE 300,S355\n"),
                                     "members.csv", "member,elements\nA,11 12\nB,12\nC,11 11\n"));
    CHECK(has(shared, "intake.duplicate", "members, row 3", "element \"12\" is already part of member \"A\""));
    CHECK(has(shared, "intake.duplicate", "members, row 4"));
}

TEST_CASE("displacements and reactions stand beside the forces of their load", "[intake]")
{
    const Intake t = taken(with(with(with(portal(), "forces.csv", "element,load,station [m],N [kN]\nB1,G,0,1\nB1,G,6,1\n"),
                                     "displacements.csv", "node,load,ux [mm],uz [mm],ry [mrad]\n2,G,1.5,-4,2\n"),
                                "reactions.csv", "node,load,fx [kN],fz [kN]\n1,G,3,40\n4,G,-3,41\n"));
    REQUIRE(t.sound);
    REQUIRE(t.frame.results.size() == 1);
    const auto& nodes = t.frame.results[0].nodes;
    REQUIRE(nodes.size() == 3);
    CHECK(nodes[0].u.z == -0.004);
    CHECK_THAT(nodes[0].r.y, Catch::WithinRel(0.002, 1e-12));
    CHECK(nodes[2].f.z == 41000);
}

TEST_CASE("springs need a unit, supports in words and letters", "[intake]")
{
    const Intake t = taken(
        {portal()[0], portal()[1],
         bookOf(
             "supports.csv",
             "node,ux [kN/m],uy [kN/m],uz [kN/m],rx [kNm/rad],ry [kNm/rad],rz [kNm/rad]\n1,1,x,yes,0,500,\n4,250,1,1,,,\n")});
    REQUIRE(t.sound);
    CHECK(t.frame.nodes[0].support[0].held);
    CHECK_THAT(t.frame.nodes[0].support[4].spring, Catch::WithinRel(500e3, 1e-12));
    CHECK_THAT(t.frame.nodes[3].support[0].spring, Catch::WithinRel(250e3, 1e-12));
    const Intake none = taken({portal()[0], portal()[1], bookOf("supports.csv", "node,ux,uy\n1,250,x\n")});
    CHECK(has(none, "intake.unit", "supports, row 2, column B"));
    for (const auto& [words, held] : {std::pair{"fixed", "111111"},
                                      {"Pinned", "111000"},
                                      {"roller", "001000"},
                                      {"ux uz", "101000"},
                                      {"110001", "110001"},
                                      {"RRRFFF", "111000"}}) {
        std::array<Support, 6> s{};
        CAPTURE(words);
        CHECK(supportFromWords(words, Up::Z, s));
        for (size_t k = 0; k < 6; ++k)
            CHECK(s[k].held == (held[k] == '1'));
    }
    std::array<Support, 6> s{};
    CHECK_FALSE(supportFromWords("ux and more", Up::Z, s));
}

TEST_CASE("sections and materials of their own", "[intake]")
{
    const Intake t =
        taken({bookOf("nodes.csv", "node,x [m],y [m],z [m]\n1,0,0,0\n2,5,0,0\n"),
               bookOf("elements.csv", "element,start,end,section,material\nA,1,2,G1,M1\nB,1,2,P,M2\n"),
               bookOf("sections.csv", "section,shape,h [mm],b [mm],tw [mm],tf [mm],d [mm],t [mm],area [cm2],Iy "
                                      "[cm4]\nG1,i,600,220,12,19,,,,\nP,,,,,,114.3,6.3,,\nA1,,,,,,,,20,400\n"),
               bookOf("materials.csv", "material,grade,fy [MPa],fu [MPa],E [GPa]\nM1,S355,,,\nM2,,240,360,200\n")});
    REQUIRE(t.sound);
    const auto& s = t.frame.sections;
    REQUIRE(s.size() == 3);
    CHECK(s[0].shape.kind == ShapeKind::I);
    CHECK(s[0].shape.welded);
    CHECK(s[1].shape.kind == ShapeKind::Chs);
    CHECK_THAT(*s[2].stated.iy, Catch::WithinRel(4e-6, 1e-12));
    CHECK(t.frame.materials[0].grade == "EN 10025-2 S355");
    CHECK(t.frame.materials[1].e == 200e9);
    CHECK(t.frame.materials[1].fy == 240e6);
    const Intake bad = taken({bookOf("nodes.csv", "node,x [m],y [m],z [m]\n1,0,0,0\n2,5,0,0\n"),
                              bookOf("elements.csv", "element,start,end,section,material\nA,1,2,G1,S355\n"),
                              bookOf("sections.csv", "section,shape,h [mm],b [mm],tw [mm],tf [mm]\nG1,i,600,220,12,400\n")});
    CHECK(has(bad, "section.dimension", "sections, row 2"));
    CHECK(bad.unknown.empty()); // told once, where it stands
}

TEST_CASE("recipes as files: written, read, and wrong in every way", "[intake]")
{
    Recipe r = guessRecipe(with(portal(), "forces.csv", "element,load,x/L,N [kN],My [kNm]\nB1,G,0,1,0\nB1,G,1,1,0\n"));
    r.name = "weekly";
    r.grade = "S355";
    r.order = "second";
    r.decimalMark = ',';
    r.sections["Stanchion"] = "HEB 200";
    r.tables[0].columns[1].reversed = true;
    r.tables[3].always["step"] = "1";
    const auto again = readRecipe(writeRecipe(r));
    for (const Finding& f : again.findings)
        UNSCOPED_INFO(f.place << " " << f.text);
    REQUIRE(again.ok());
    Recipe want = r;
    for (TableUse& t : want.tables) {
        t.sure = 1;
        for (ColumnUse& c : t.columns) {
            c.sure = 1;
            c.unitStated = true;
        }
    }
    Recipe have = *again.value;
    for (TableUse& t : have.tables)
        for (ColumnUse& c : t.columns)
            c.unitStated = true;
    CHECK(have == want);

    const auto wrong =
        readRecipe(R"({"format":"wren-recipe","version":1,"up":"x","decimalMark":";","units":{"length":"mile"},"more":1,
"tables":[{"kind":"banana","heading":0,"columns":[{"column":"ZZZZ","as":"x"}]},{"kind":"nodes","columns":[{"column":"A","as":"my"}]}]})");
    CHECK_FALSE(wrong.ok());
    for (const char* place : {"/up", "/decimalMark", "/units/length", "/more", "/tables/0/kind", "/tables/0/heading",
                              "/tables/0/columns/0/column", "/tables/1/columns/0/as"})
        CHECK(std::any_of(wrong.findings.begin(), wrong.findings.end(), [&](const Finding& f) { return f.place == place; }));
    CHECK(readRecipe(R"({"format":"wren-frame","version":1})").findings[0].code == "file.format");
    CHECK(readRecipe(R"({"format":"wren-recipe","version":2,"tables":[]})").findings[0].code == "file.version");
}

TEST_CASE("a recipe that asks for a table that is not there says so", "[intake]")
{
    const Recipe r = guessRecipe(portal());
    const Intake t = taken({portal()[0]}, r);
    CHECK(has(t, "intake.table", "elements", "there is no sheet"));
    Recipe units = guessRecipe(portal());
    units.tables[0].columns[1].unit = "kN";
    CHECK(has(taken(portal(), units), "intake.unit", "nodes, row 2, column B", "no unit of"));
    Recipe lacks = guessRecipe(portal());
    lacks.tables[1].columns[1].as = "";
    CHECK(has(taken(portal(), lacks), "intake.table", "elements", "no column for node i"));
    Recipe twice = guessRecipe(portal());
    twice.tables[0].columns[1].as = "z";
    CHECK(has(taken(portal(), twice), "intake.table", "nodes", "two columns are z: B and D"));
    SilentProgress p;
    p.cancel();
    const Intake none = takeIn(portal(), r, p);
    CHECK_FALSE(none.sound);
    CHECK(none.findings.empty());
}
