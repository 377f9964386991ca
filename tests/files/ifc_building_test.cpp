#include "tests/files/ifc_text.h"

using namespace wr;
using namespace wr::test;
using namespace wr::test::ifcfile;

TEST_CASE("IFC profiles: each kind becomes the shape it says", "[ifc]")
{
    struct Row
    {
        const char* profile;
        ShapeKind kind;
        double area, iy; // mm², mm⁴; by hand without fillets
    };
    const auto r = GENERATE(values<Row>({
        {"IFCISHAPEPROFILEDEF(.AREA.,'own',$,200.,400.,10.,20.,$,$,$)", ShapeKind::I, 2 * 200 * 20 + 360 * 10,
         200 * 400.0 * 400 * 400 / 12 - 190 * 360.0 * 360 * 360 / 12},
        {"IFCRECTANGLEHOLLOWPROFILEDEF(.AREA.,'own',$,100.,200.,10.,0.,10.)", ShapeKind::Rhs, 5514.16, 0},
        {"IFCCIRCLEHOLLOWPROFILEDEF(.AREA.,'own',$,100.,10.)", ShapeKind::Chs, 3.14159265 * (100 * 100 - 90 * 90),
         3.14159265 / 4 * (1e8 - 6561e4)},
        {"IFCRECTANGLEPROFILEDEF(.AREA.,'own',$,20.,100.)", ShapeKind::BarFlat, 2000, 20 * 1e6 / 12},
        {"IFCCIRCLEPROFILEDEF(.AREA.,'own',$,15.)", ShapeKind::BarRound, 3.14159265 * 225, 3.14159265 / 4 * 50625},
        {"IFCASYMMETRICISHAPEPROFILEDEF(.AREA.,'own',$,300.,400.,10.,20.,$,200.,15.,$,$,$,$,$)", ShapeKind::IUnequal,
         300 * 20 + 200 * 15 + 365 * 10, 0},
    }));
    CAPTURE(r.profile);
    std::string text = member("#9");
    const auto at = text.find("IFCISHAPEPROFILEDEF");
    text.replace(at, text.find(";", at) - at, r.profile);
    const Intake t = ifc(step(kHead + text));
    REQUIRE(t.sound);
    const FrameSection& s = t.frame.sections.at(0);
    CHECK(s.shape.kind == r.kind);
    CHECK_THAT(s.properties.a * 1e6, Catch::WithinRel(r.area, 0.002));
    if (r.iy > 0) CHECK_THAT(s.properties.iy * 1e12, Catch::WithinRel(r.iy, 0.002));
    if (r.kind == ShapeKind::IUnequal) CHECK(s.shape.b2 == 0.3); // the bottom flange stands first in the file
}

TEST_CASE("IFC building model: ends are brought to the axes they meet, which are divided there", "[ifc]")
{
    // A column of 6 m and a beam of 4 m from its face at 3 m up; the beam's placement is that of its start.
    const std::string building = R"(#20=IFCHSHAPE();
#21=IFCISHAPEPROFILEDEF(.AREA.,'HEA 200',$,200.,190.,6.5,10.,18.,$,$);
#22=IFCISHAPEPROFILEDEF(.AREA.,'IPE 300',$,150.,300.,7.1,10.7,15.,$,$);
#23=IFCDIRECTION((0.,0.,1.));
#24=IFCEXTRUDEDAREASOLID(#21,#6,#23,6000.);
#25=IFCEXTRUDEDAREASOLID(#22,#6,#23,3905.);
#26=IFCSHAPEREPRESENTATION($,'Body','SweptSolid',(#24));
#27=IFCPRODUCTDEFINITIONSHAPE($,$,(#26));
#28=IFCCOLUMN('c',$,'C1',$,$,#9,#27,$,$);
#30=IFCCARTESIANPOINT((95.,0.,3000.));
#31=IFCDIRECTION((1.,0.,0.));
#32=IFCAXIS2PLACEMENT3D(#30,#31,#12);
#33=IFCLOCALPLACEMENT($,#32);
#34=IFCREPRESENTATIONMAP(#6,#35);
#35=IFCSHAPEREPRESENTATION($,'Body','SweptSolid',(#25));
#36=IFCCARTESIANTRANSFORMATIONOPERATOR3D($,$,#5,$,$);
#37=IFCMAPPEDITEM(#34,#36);
#38=IFCSHAPEREPRESENTATION($,'Body','MappedRepresentation',(#37));
#39=IFCPRODUCTDEFINITIONSHAPE($,$,(#38));
#40=IFCBEAM('b',$,'B1',$,$,#33,#39,$,$);
#41=IFCMATERIAL('S355',$,$);
#42=IFCRELASSOCIATESMATERIAL('m',$,$,$,(#28,#40),#41);
#43=IFCWALL('w',$,'W',$,$,#9,$,$,$);
#44=IFCBEAM('x',$,'B2',$,$,#9,$,$,$);
)";
    const Intake t = ifc(step(kHead + building));
    REQUIRE(t.sound);
    const Frame& f = t.frame;
    REQUIRE(f.nodes.size() == 4);
    REQUIRE(f.elements.size() == 3);
    const auto at = [&](int n) { return f.nodes[static_cast<size_t>(n)].at; };
    CHECK(f.elements[0].id == "C1.1");
    CHECK(norm(at(f.elements[0].j) - Vec3{0, 0, 3}) < 1e-9);
    const Element& beam = f.elements[2];
    CHECK(beam.i == f.elements[0].j);
    CHECK(norm(at(beam.j) - Vec3{4, 0, 3}) < 1e-9);
    // The profile's y is the placement's: x of it is Y, so y = z × x of the extrusion axis, up.
    CHECK(norm(elementAxes(f, beam).z - Vec3{0, 0, 1}) < 1e-9);
    CHECK(f.design.members.size() == 2);
    CHECK(told(t, "intake.left-out", "1 ends of members stand up to 95 mm"));
    CHECK(told(t, "intake.left-out", "1 walls"));
    CHECK(told(t, "intake.left-out", "1 members whose shape"));
}

TEST_CASE("IFC building model: clipped and mapped solids, axes of every kind, what is curved", "[ifc]")
{
    const auto beam = [](const std::string& representation) {
        return kHead + R"(#21=IFCISHAPEPROFILEDEF(.AREA.,'IPE 300',$,150.,300.,7.1,10.7,15.,$,$);
#22=IFCDIRECTION((1.,0.,0.));
#23=IFCCARTESIANPOINT((5000.,0.,0.));
#41=IFCMATERIAL('S355',$,$);
#42=IFCRELASSOCIATESMATERIAL('m',$,$,$,(#40),#41);
#39=IFCPRODUCTDEFINITIONSHAPE($,$,(#38));
#40=IFCBEAM('b',$,'B1',$,$,#9,#39,$,$);
)" + representation;
    };
    struct Row
    {
        const char *name, *text;
        bool straight;
    };
    const auto r = GENERATE(values<Row>({
        {"clipped", R"(#24=IFCAXIS2PLACEMENT3D(#5,#22,#12);
#25=IFCEXTRUDEDAREASOLID(#21,#24,#11,5000.);
#26=IFCBOOLEANCLIPPINGRESULT(.DIFFERENCE.,#25,#25);
#38=IFCSHAPEREPRESENTATION($,'Body','Clipping',(#26));
)",
         true},
        {"polyline", R"(#24=IFCPOLYLINE((#5,#23));
#38=IFCSHAPEREPRESENTATION($,'Axis','Curve3D',(#24));
#50=IFCMATERIALPROFILE($,$,#41,#21,$,$);
#51=IFCRELASSOCIATESMATERIAL('n',$,$,$,(#40),#50);
)",
         true},
        {"trimmed line", R"(#24=IFCVECTOR(#22,1.);
#25=IFCLINE(#5,#24);
#26=IFCTRIMMEDCURVE(#25,(IFCPARAMETERVALUE(0.)),(IFCPARAMETERVALUE(5000.)),.T.,.PARAMETER.);
#38=IFCSHAPEREPRESENTATION($,'Axis','Curve3D',(#26));
#50=IFCMATERIALPROFILE($,$,#41,#21,$,$);
#51=IFCRELASSOCIATESMATERIAL('n',$,$,$,(#40),#50);
)",
         true},
        {"indexed points", R"(#24=IFCCARTESIANPOINTLIST3D(((0.,0.,0.),(2000.,0.,0.),(5000.,0.,0.)));
#25=IFCINDEXEDPOLYCURVE(#24,$,.F.);
#38=IFCSHAPEREPRESENTATION($,'Axis','Curve3D',(#25));
#50=IFCMATERIALPROFILE($,$,#41,#21,$,$);
#51=IFCRELASSOCIATESMATERIAL('n',$,$,$,(#40),#50);
)",
         true},
        {"a bend", R"(#24=IFCCARTESIANPOINT((2500.,0.,600.));
#25=IFCPOLYLINE((#5,#24,#23));
#38=IFCSHAPEREPRESENTATION($,'Axis','Curve3D',(#25));
)",
         false},
        {"an arc", R"(#24=IFCCIRCLE(#6,5000.);
#25=IFCTRIMMEDCURVE(#24,(IFCPARAMETERVALUE(0.)),(IFCPARAMETERVALUE(1.)),.T.,.PARAMETER.);
#38=IFCSHAPEREPRESENTATION($,'Axis','Curve3D',(#25));
)",
         false},
    }));
    CAPTURE(r.name);
    const Intake t = ifc(step(beam(r.text)));
    if (!r.straight) {
        CHECK(told(t, "intake.left-out", "1 curved members"));
        return;
    }
    REQUIRE(t.sound);
    REQUIRE(t.frame.elements.size() == 1);
    CHECK_THAT(t.frame.length(t.frame.elements[0]), Catch::WithinRel(5.0, 1e-9));
    CHECK(t.frame.sections[0].name == "IPE300");
}
