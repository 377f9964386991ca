#include "core/files/dxf_reader.h"
#include "tests/files/ifc_text.h"
#include "tests/support.h"

using namespace wr;

namespace {

std::string line(const std::string& layer, Vec3 a, Vec3 b)
{
    return fmt::format("0\nLINE\n8\n{}\n10\n{}\n20\n{}\n30\n{}\n11\n{}\n21\n{}\n31\n{}\n", layer, a.x, a.y, a.z, b.x, b.y, b.z);
}

std::string drawing(const std::string& entities, int units = 4)
{
    return fmt::format("0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n{}\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n{}0\nENDSEC\n0\nEOF\n",
                       units, entities);
}

Intake dxf(const std::string& text, const Recipe& recipe = {}, const DxfChoice& choice = {})
{
    SilentProgress p;
    Intake t = readDxf(text, "test.dxf", recipe, choice, p);
    for (const Finding& f : t.findings)
        UNSCOPED_INFO(f.code << ": " << f.text);
    return t;
}

Recipe steel()
{
    Recipe r;
    r.grade = "S355";
    return r;
}

} // namespace

TEST_CASE("DXF: lines are elements, layers are sections, crossings and meetings divide", "[dxf]")
{
    const Intake t = dxf(drawing(line("HEA_200", {0, 0, 0}, {0, 0, 6000}) +
                                 line("IPE 300", {0, 0, 3000}, {8000, 0, 3000}) + // meets the column between its ends
                                 line("RO 60.3x4", {2000, -1000, 3000}, {2000, 1000, 3000}) + // crosses the beam
                                 line("IPE 300", {8000, 0.4, 3000}, {12000, 0, 3000}) +       // begins half a millimetre off
                                 line("IPE 300", {12000, 0, 3000}, {8000, 0.4, 3000}) + line("IPE 300", {1, 1, 1}, {1, 1, 1})),
                         [] {
                             Recipe r = steel();
                             r.sections["RO 60.3x4"] = "CHS 60.3x4";
                             return r;
                         }());
    REQUIRE(t.sound);
    const Frame& f = t.frame;
    CHECK(f.elements.size() == 2 + 2 + 2 + 1);
    CHECK(f.nodes.size() == 8);
    CHECK(f.nodes[1].at.z == 6);
    CHECK(f.sections[0].name == "HEA200");
    CHECK(f.materials[0].grade == "EN 10025-2 S355");
    CHECK(test::ifcfile::told(t, "intake.left-out", "1 lines lie on others"));
    CHECK(test::ifcfile::told(t, "intake.left-out", "1 lines without length"));
}

TEST_CASE("DXF: polylines, blocks, arcs, units that are not said", "[dxf]")
{
    const std::string polyline = "0\nPOLYLINE\n8\nIPE 300\n66\n1\n70\n8\n0\nVERTEX\n8\nIPE 300\n10\n0\n20\n0\n30\n0\n70\n32\n"
                                 "0\nVERTEX\n8\nIPE 300\n10\n5\n20\n0\n30\n0\n70\n32\n0\nVERTEX\n8\nIPE "
                                 "300\n10\n5\n20\n0\n30\n4\n70\n32\n0\nSEQEND\n8\nIPE 300\n";
    const std::string arc = "0\nARC\n8\nIPE 300\n10\n0\n20\n0\n30\n0\n40\n5\n50\n0\n51\n90\n";
    const Intake t = dxf(drawing(polyline + arc, 0), steel());
    REQUIRE(t.sound);
    CHECK(t.frame.elements.size() == 2);
    CHECK(t.frame.nodes[2].at.z == 4);
    CHECK(test::ifcfile::told(t, "intake.unit-assumed", "m by its size"));
    CHECK(test::ifcfile::told(t, "intake.left-out", "1 arcs"));
    const Intake inches = dxf(drawing(line("W12X65", {0, 0, 0}, {0, 0, 144}), 1), steel());
    REQUIRE(inches.sound);
    CHECK_THAT(inches.frame.nodes[1].at.z, Catch::WithinRel(144 * kInch, 1e-12));
}

TEST_CASE("DXF: what is missing is told", "[dxf]")
{
    CHECK(test::ifcfile::told(dxf(drawing("")), "intake.table", "no lines"));
    const Intake t = dxf(drawing(line("Columns", {0, 0, 0}, {0, 0, 6000})));
    CHECK_FALSE(t.sound);
    CHECK(test::ifcfile::told(t, "intake.section", "Columns"));
    CHECK(test::ifcfile::told(t, "intake.grade-missing"));
    CHECK(test::ifcfile::told(dxf("A program's Binary DXF\r\n\x1a"), "intake.file", "binary form"));
    CHECK(test::ifcfile::told(dxf(std::string("0\nSECTION\n\0\n", 13)), "intake.file", "zero bytes"));
}
