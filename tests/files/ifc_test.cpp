#include "tests/files/ifc_text.h"

using namespace wr;
using namespace wr::test;
using namespace wr::test::ifcfile;

TEST_CASE("IFC analysis model: units, placements, supports, releases, sections, names", "[ifc]")
{
    const std::string pinned = "#60=IFCBOUNDARYNODECONDITION($,IFCBOOLEAN(.T.),IFCBOOLEAN(.T.),IFCBOOLEAN(.T.),IFCBOOLEAN(.T.),"
                               "IFCBOOLEAN(.F.),IFCROTATIONALSTIFFNESSMEASURE(5.));\n";
    const Intake t = ifc(step(kHead + member("#19", "RIGID_JOINED_MEMBER", "$", "#60") + pinned));
    REQUIRE(t.sound);
    const Frame& f = t.frame;
    CHECK(f.title == "A small frame");
    REQUIRE(f.nodes.size() == 2);
    CHECK(f.nodes[0].id == "N1");
    // Local x of the placement is global Y, its origin a metre up.
    CHECK(norm(f.nodes[0].at - Vec3{0, 0, 1}) < 1e-12);
    CHECK(norm(f.nodes[1].at - Vec3{0, 4, 1}) < 1e-12);
    CHECK(f.nodes[0].support[0].held);
    CHECK_THAT(f.nodes[0].support[2].spring, Catch::WithinRel(2e6, 1e-12)); // kN/mm
    CHECK(f.nodes[0].support[4].free());
    CHECK_FALSE(f.nodes[1].supported());
    REQUIRE(f.elements.size() == 1);
    const Element& e = f.elements[0];
    CHECK(e.id == "B\u00fc1");
    CHECK(f.sections[0].name == "IPE300");
    CHECK(f.materials[0].grade == "EN 10025-2 S355");
    CHECK(e.releaseJ[static_cast<size_t>(Force::My)]);
    CHECK_FALSE(e.releaseJ[static_cast<size_t>(Force::T)]);
    CHECK_THAT(e.springJ[static_cast<size_t>(Force::Mz)], Catch::WithinRel(5.0, 1e-12)); // kN·mm/rad
    CHECK(e.releaseI == std::array<bool, 6>{});
}

TEST_CASE("IFC analysis model: the axis of a member turns its section, kinds of members", "[ifc]")
{
    const Intake t = ifc(step(kHead + member("#9", "PIN_JOINED_MEMBER", "#12")));
    REQUIRE(t.sound);
    CHECK(t.frame.elements[0].behaviour == Behaviour::Axial);
    // Local z was up and is along Y: turned by 90° right-handed about X takes it to -Y.
    CHECK_THAT(t.frame.elements[0].roll, Catch::WithinAbs(-1.5707963267948966, 1e-9));
    CHECK(norm(elementAxes(t.frame, t.frame.elements[0]).z - Vec3{0, 1, 0}) < 1e-9);
    CHECK(ifc(step(kHead + member("#9", "TENSION_MEMBER"))).frame.elements[0].behaviour == Behaviour::TensionOnly);
}

TEST_CASE("IFC analysis model: a connection between the ends divides, one beside an end is an arm", "[ifc]")
{
    const std::string more = R"(#50=IFCCARTESIANPOINT((1500.,0.,0.));
#51=IFCVERTEXPOINT(#50);
#52=IFCTOPOLOGYREPRESENTATION($,'Reference','Vertex',(#51));
#53=IFCPRODUCTDEFINITIONSHAPE($,$,(#52));
#54=IFCSTRUCTURALPOINTCONNECTION('c3',$,'N3',$,$,#9,#53,$,$);
#55=IFCRELCONNECTSSTRUCTURALMEMBER('r3',$,$,$,#34,#54,$,$,$,$);
#60=IFCCARTESIANPOINT((4000.,0.,-200.));
#61=IFCVERTEXPOINT(#60);
#62=IFCTOPOLOGYREPRESENTATION($,'Reference','Vertex',(#61));
#63=IFCPRODUCTDEFINITIONSHAPE($,$,(#62));
#64=IFCSTRUCTURALPOINTCONNECTION('c4',$,'N4',$,$,#9,#63,$,$);
#65=IFCRELCONNECTSWITHECCENTRICITY('r4',$,$,$,#34,#64,$,$,$,$,$);
#70=IFCSTRUCTURALLOADCASE('g',$,'Q',$,$,.LOAD_CASE.,.VARIABLE_Q.,.SNOW_S.,$,$,(0.,0.,-1.));
#71=IFCSTRUCTURALLOADLINEARFORCE($,0.,0.,-0.003,0.,0.,0.);
#72=IFCSTRUCTURALLINEARACTION('l',$,$,$,$,#9,$,#71,.GLOBAL_COORDS.,.F.,.PROJECTED_LENGTH.,.CONST.);
#73=IFCRELCONNECTSSTRUCTURALACTIVITY('r5',$,$,$,#34,#72);
#74=IFCRELASSIGNSTOGROUP('r6',$,$,$,(#72),$,#70);
#75=IFCSTRUCTURALLOADLINEARFORCE($,0.,0.,-0.009,0.,0.,0.);
#76=IFCSTRUCTURALLOADCONFIGURATION($,(#71,#75),((500.),(2500.)));
#77=IFCSTRUCTURALCURVEACTION('l2',$,$,$,$,#9,$,#76,.LOCAL_COORDS.,.F.,.TRUE_LENGTH.,.LINEAR.);
#78=IFCRELCONNECTSSTRUCTURALACTIVITY('r7',$,$,$,#34,#77);
#79=IFCRELASSIGNSTOGROUP('r8',$,$,$,(#77),$,#70);
)";
    const Intake t = ifc(step(kHead + member("#9") + more));
    REQUIRE(t.sound);
    const Frame& f = t.frame;
    REQUIRE(f.elements.size() == 2);
    CHECK(f.design.members.size() == 1);
    CHECK(f.elements[0].id == "B\u00fc1.1");
    CHECK(f.nodes[static_cast<size_t>(f.elements[0].j)].id == "N3");
    // The last connection told for the end counts; the element still ends on the axis.
    CHECK(f.nodes[static_cast<size_t>(f.elements[1].j)].id == "N4");
    CHECK(norm(f.elements[1].offsetJ - Vec3{0, 0, 0.2}) < 1e-9);
    const LoadCase& c = f.cases.at(0);
    CHECK(c.action == Action::Snow);
    CHECK(c.selfWeight == 1);
    REQUIRE(c.line.size() == 4);
    CHECK(c.line[0].axes == LoadAxes::Projected);
    CHECK(c.line[0].q0.z == -3000); // kN/mm
    // From 0.5 m to the joint at 1.5 m, and on to 2.5 m.
    CHECK(c.line[2].from == 0.5);
    CHECK_FALSE(c.line[2].to);
    CHECK_THAT(c.line[2].q1.z, Catch::WithinRel(-6000.0, 1e-12));
    CHECK(c.line[3].from == 0);
    CHECK_THAT(*c.line[3].to, Catch::WithinRel(1.0, 1e-12));
    CHECK_THAT(c.line[3].q1.z, Catch::WithinRel(-9000.0, 1e-12));
}

TEST_CASE("IFC analysis model: results of a load, with the signs of vectors on the +x face", "[ifc]")
{
    const std::string more = R"(#70=IFCSTRUCTURALLOADGROUP('g',$,'U1',$,$,.LOAD_COMBINATION.,.NOTDEFINED.,.NOTDEFINED.,$,$);
#71=IFCSTRUCTURALLOADSINGLEFORCE($,-10.,1.,2.,3.,4000.,5000.);
#72=IFCSTRUCTURALLOADSINGLEFORCE($,-10.,1.,2.,3.,8000.,5000.);
#73=IFCSTRUCTURALLOADCONFIGURATION($,(#71,#72),((0.),(4000.)));
#74=IFCSTRUCTURALCURVEREACTION('x',$,$,$,$,#9,$,#73,.LOCAL_COORDS.,.POLYGONAL.);
#75=IFCRELCONNECTSSTRUCTURALACTIVITY('r5',$,$,$,#34,#74);
#76=IFCSTRUCTURALPOINTREACTION('y',$,$,$,$,#9,$,#71,.GLOBAL_COORDS.);
#77=IFCRELCONNECTSSTRUCTURALACTIVITY('r6',$,$,$,#32,#76);
#78=IFCSTRUCTURALRESULTGROUP('z',$,$,$,$,.SECOND_ORDER_THEORY.,#70,.F.);
#79=IFCRELASSIGNSTOGROUP('r7',$,$,$,(#74,#76),$,#78);
)";
    const Intake t = ifc(step(kHead + member("#9") + more));
    REQUIRE(t.sound);
    REQUIRE(t.frame.results.size() == 1);
    const GivenResult& r = t.frame.results[0];
    CHECK(r.secondOrder);
    CHECK(r.combination == 0);
    REQUIRE(r.elements.size() == 1);
    const auto& s = r.elements[0].stations;
    REQUIRE(s.size() == 2);
    CHECK(s[1].s == 4);
    CHECK(s[0].force == std::array<double, 6>{-10e3, -1e3, -2e3, 3, -4e3, 5e3}); // torsion 3 kN·mm
    REQUIRE(r.nodes.size() == 1);
    CHECK(r.nodes[0].f.x == -10e3);
}

TEST_CASE("IFC analysis model: what is not understood is counted, what is missing told", "[ifc]")
{
    const std::string other = R"(#80=IFCSTRUCTURALSURFACEMEMBER('s',$,'S',$,$,#9,$,.SHELL.,$);
#81=IFCSTRUCTURALPOINTACTION('q',$,$,$,$,#9,$,$,.GLOBAL_COORDS.,.F.);
#82=IFCSTRUCTURALCURVEMEMBER('m2',$,'C',$,$,#9,$,.RIGID_JOINED_MEMBER.,$);
)";
    std::string noSection = kHead + member("#9") + other;
    const Intake t = ifc(step(noSection));
    CHECK(t.sound);
    CHECK(told(t, "intake.left-out", "1 surface members"));
    CHECK(told(t, "intake.left-out", "1 actions of no load case"));
    CHECK(told(t, "intake.left-out", "1 members without a line"));
    std::string unnamed = member("#9");
    const auto at = unnamed.find("IFCISHAPEPROFILEDEF(.AREA.,'IPE 300',$,150.,300.,7.1,10.7,15.,$,$)");
    unnamed.replace(at, std::string("IFCISHAPEPROFILEDEF(.AREA.,'IPE 300',$,150.,300.,7.1,10.7,15.,$,$)").size(),
                    "IFCARBITRARYCLOSEDPROFILEDEF(.AREA.,'IPE 301',$)");
    const Intake u = ifc(step(kHead + unnamed));
    CHECK_FALSE(u.sound);
    REQUIRE(u.unknown.size() == 1);
    CHECK(u.unknown[0].name == "IPE 301");
    Recipe r;
    r.sections["IPE 301"] = "IPE 300";
    CHECK(ifc(step(kHead + unnamed), r).sound);
    CHECK(told(ifc(step("", "AP214")), "intake.file", "not IFC"));
    CHECK(told(ifc(step(kHead)), "intake.table", "neither members"));
}

TEST_CASE("IFC2X3 analysis model: held is -1, sections and materials by their own relations, factors by groups", "[ifc]")
{
    std::string text = member("#9");
    const auto swap = [&](const std::string& from, const std::string& to) {
        const auto at = text.find(from);
        REQUIRE(at != std::string::npos);
        text.replace(at, from.size(), to);
    };
    swap("IFCBOUNDARYNODECONDITION($,IFCBOOLEAN(.T.),IFCBOOLEAN(.T.),IFCLINEARSTIFFNESSMEASURE(2.),IFCBOOLEAN(.F.),IFCBOOLEAN(."
         "F.),IFCBOOLEAN(.T.))",
         "IFCBOUNDARYNODECONDITION($,-1.,0.,2.,-1.,$,IFCROTATIONALSTIFFNESSMEASURE(3.))");
    swap(",#26,.RIGID_JOINED_MEMBER.,$)", ",#26,.RIGID_JOINED_MEMBER.)");
    swap("#37=IFCMATERIAL('S355',$,$);", "#37=IFCMATERIAL('S275');");
    swap("#41=IFCRELASSOCIATESMATERIAL('a1',$,$,$,(#34),#40);",
         "#41=IFCRELASSOCIATESMATERIAL('a1',$,$,$,(#34),#37);\n#42=IFCGENERALPROFILEPROPERTIES('IPE 300',#38,$,$,$,$,$);\n"
         "#43=IFCRELASSOCIATESPROFILEPROPERTIES('a2',$,$,$,(#34),#42,$,$);");
    text += R"(#70=IFCSTRUCTURALLOADGROUP('g1',$,'G',$,$,.LOAD_CASE.,.PERMANENT_G.,.DEAD_LOAD_G.,$,$);
#71=IFCSTRUCTURALLOADGROUP('g2',$,'W',$,$,.LOAD_CASE.,.VARIABLE_Q.,.WIND_W.,1.5,$);
#72=IFCSTRUCTURALLOADGROUP('k',$,'U1',$,$,.LOAD_COMBINATION.,.NOTDEFINED.,.NOTDEFINED.,$,'ULS');
#73=IFCSTRUCTURALLOADGROUP('k1',$,$,$,$,.LOAD_COMBINATION_GROUP.,.NOTDEFINED.,.NOTDEFINED.,1.35,$);
#74=IFCRELASSIGNSTOGROUP('r3',$,$,$,(#70),$,#73);
#75=IFCRELASSIGNSTOGROUP('r4',$,$,$,(#73,#71),$,#72);
#76=IFCSTRUCTURALLOADLINEARFORCE($,0.,0.,-0.002,0.,0.,0.);
#77=IFCSTRUCTURALLINEARACTION('l',$,$,$,$,#9,$,#76,.GLOBAL_COORDS.,.F.,$,.PROJECTED_LENGTH.);
#78=IFCRELCONNECTSSTRUCTURALACTIVITY('r5',$,$,$,#34,#77);
#79=IFCSTRUCTURALLOADGROUP('in',$,$,$,$,.LOAD_GROUP.,.NOTDEFINED.,.NOTDEFINED.,$,$);
#80=IFCRELASSIGNSTOGROUP('r6',$,$,$,(#77),$,#79);
#81=IFCRELASSIGNSTOGROUP('r7',$,$,$,(#79),$,#70);
#82=IFCSTRUCTURALLOADTEMPERATURE($,30.,$,$);
#83=IFCSTRUCTURALLINEARACTION('t',$,$,$,$,#9,$,#82,.LOCAL_COORDS.,.F.,$,.TRUE_LENGTH.);
#84=IFCRELCONNECTSSTRUCTURALACTIVITY('r8',$,$,$,#34,#83);
#85=IFCRELASSIGNSTOGROUP('r9',$,$,$,(#83),$,#71);
#86=IFCSTRUCTURALLOADSINGLEFORCE($,0.,5.,0.,0.,0.,700.);
#87=IFCSTRUCTURALPOINTACTION('p',$,$,$,$,#9,$,#86,.GLOBAL_COORDS.,.F.,$);
#88=IFCRELCONNECTSSTRUCTURALACTIVITY('r10',$,$,$,#33,#87);
#89=IFCRELASSIGNSTOGROUP('r11',$,$,$,(#87),$,#71);
)";
    const Intake t = ifc(step(kHead + text, "IFC2X3"));
    REQUIRE(t.sound);
    const Frame& f = t.frame;
    CHECK(f.sections[0].name == "IPE300");
    CHECK(f.materials[0].grade == "EN 10025-2 S275");
    const auto& s = f.nodes[0].support;
    CHECK(s[0].held);
    CHECK(s[1].free());
    CHECK_THAT(s[2].spring, Catch::WithinRel(2e6, 1e-12));
    CHECK(s[4].free());
    CHECK_THAT(s[5].spring, Catch::WithinRel(3.0, 1e-12));
    REQUIRE(f.cases.size() == 2);
    REQUIRE(f.combinations.size() == 1);
    // The group within carries 1.35, the case its own coefficient.
    CHECK(f.combinations[0].terms == std::vector<std::pair<int, double>>{{0, 1.35}, {1, 1.5}});
    REQUIRE(f.cases[0].line.size() == 1); // by the group within the case
    CHECK(f.cases[0].line[0].axes == LoadAxes::Projected);
    REQUIRE(f.cases[1].thermal.size() == 1);
    CHECK(f.cases[1].thermal[0].uniform == 30);
    REQUIRE(f.cases[1].nodal.size() == 1);
    CHECK(f.cases[1].nodal[0].f.y == 5000);
    CHECK_THAT(f.cases[1].nodal[0].m.z, Catch::WithinRel(700.0, 1e-12)); // kN·mm
    CHECK(f.cases[1].action == Action::Wind);
}

TEST_CASE("IFC: units of every way they are assigned", "[ifc]")
{
    struct Row
    {
        const char* units;
        double metres; // of the member of 4000 units
    };
    const auto r = GENERATE(values<Row>({
        {"#1=IFCSIUNIT(*,.LENGTHUNIT.,$,.METRE.);\n", 4000},
        {"#1=IFCSIUNIT(*,.LENGTHUNIT.,.CENTI.,.METRE.);\n", 40},
        {"#90=IFCSIUNIT(*,.LENGTHUNIT.,$,.METRE.);\n#91=IFCMEASUREWITHUNIT(IFCLENGTHMEASURE(0.0254),#90);\n"
         "#1=IFCCONVERSIONBASEDUNIT($,.LENGTHUNIT.,'INCH',#91);\n",
         101.6},
        {"#90=IFCSIUNIT(*,.LENGTHUNIT.,.MILLI.,.METRE.);\n#91=IFCMEASUREWITHUNIT(IFCRATIOMEASURE(304.8),#90);\n"
         "#1=IFCCONVERSIONBASEDUNIT($,.LENGTHUNIT.,'FOOT',#91);\n",
         1219.2},
    }));
    CAPTURE(r.units);
    std::string head = kHead;
    const std::string first = "#1=IFCSIUNIT(*,.LENGTHUNIT.,.MILLI.,.METRE.);\n";
    head.replace(head.find(first), first.size(), r.units);
    std::string text = member("#9");
    const std::string profile = "IFCISHAPEPROFILEDEF(.AREA.,'IPE 300',$,150.,300.,7.1,10.7,15.,$,$)";
    const Intake t = ifc(step(head + text));
    REQUIRE(t.sound);
    CHECK_THAT(t.frame.length(t.frame.elements[0]), Catch::WithinRel(r.metres, 1e-12));
    // Derived units: loads in kN/m beside lengths in mm.
    const std::string derived = R"(#92=IFCSIUNIT(*,.LENGTHUNIT.,$,.METRE.);
#93=IFCDERIVEDUNITELEMENT(#2,1);
#94=IFCDERIVEDUNITELEMENT(#92,-1);
#95=IFCDERIVEDUNIT((#93,#94),.LINEARFORCEUNIT.,$);
#96=IFCUNITASSIGNMENT((#1,#2,#95));
#70=IFCSTRUCTURALLOADCASE('g',$,'Q',$,$,.LOAD_CASE.,.VARIABLE_Q.,.LIVE_LOAD_Q.,$,$,$);
#71=IFCSTRUCTURALLOADLINEARFORCE($,0.,0.,-3.,0.,0.,0.);
#72=IFCSTRUCTURALLINEARACTION('l',$,$,$,$,#9,$,#71,.GLOBAL_COORDS.,.F.,.TRUE_LENGTH.,.CONST.);
#73=IFCRELCONNECTSSTRUCTURALACTIVITY('r5',$,$,$,#34,#72);
#74=IFCRELASSIGNSTOGROUP('r6',$,$,$,(#72),$,#70);
)";
    std::string with = kHead;
    with.replace(with.find("$,$,$,$,$,#3);"), std::string("$,$,$,$,$,#3);").size(), "$,$,$,$,$,#96);");
    const Intake u = ifc(step(with + text + derived));
    REQUIRE(u.sound);
    CHECK(u.frame.cases[0].line.at(0).q0.z == -3000);
}

TEST_CASE("IFC: whatever a reference names, itself too, reading ends", "[ifc][fuzz]")
{
    const std::string whole = kHead + member("#19", "RIGID_JOINED_MEMBER", "$", "#60") +
                              "#60=IFCBOUNDARYNODECONDITION($,IFCBOOLEAN(.T.),IFCBOOLEAN(.T.),IFCBOOLEAN(.T.),$,$,$);\n";
    // Every instance by its number, and where in the text others are named.
    std::vector<std::string> ids;
    std::vector<std::pair<size_t, size_t>> references; // place and length of "#12"
    for (size_t at = whole.find('#'); at != std::string::npos; at = whole.find('#', at + 1)) {
        size_t end = at + 1;
        while (end < whole.size() && std::isdigit(static_cast<unsigned char>(whole[end])) != 0)
            ++end;
        if (end < whole.size() && whole[end] == '=')
            ids.push_back(whole.substr(at, end - at));
        else
            references.emplace_back(at, end - at);
    }
    REQUIRE(ids.size() > 25);
    size_t sound = 0, read = 0;
    for (const auto& [at, length] : references)
        for (const std::string& id : ids) {
            std::string text = whole;
            text.replace(at, length, id);
            sound += ifc(step(text)).sound;
            ++read;
        }
    CHECK(read > 1000);
    CHECK(sound > 0);
    CHECK(sound < read);
}
