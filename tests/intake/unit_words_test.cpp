#include "core/intake/headings.h"
#include "core/intake/unit_words.h"
#include "tests/support.h"

#include <set>

using namespace wr;

TEST_CASE("units as headings write them", "[intake]")
{
    struct Row
    {
        Quantity q;
        const char* name;
        double si; // 0: not a unit of this kind
    };
    using Q = Quantity;
    const auto r = GENERATE(values<Row>({
        {Q::Length, "mm", 0.001},
        {Q::Length, "Feet", 0.3048},
        {Q::Length, "in", 0.0254},
        {Q::Force, "kN", 1000},
        {Q::Force, "KN", 1000},
        {Q::Force, "kips", kKip},
        {Q::Force, "k", kKip},
        {Q::Force, "lb", kPoundForce},
        {Q::Force, "t", 9806.65},
        {Q::Force, "kgf", 9.80665},
        {Q::Moment, "kN·m", 1000},
        {Q::Moment, "kNm", 1000},
        {Q::Moment, "kN-m", 1000},
        {Q::Moment, "kN m", 1000},
        {Q::Moment, "N.mm", 0.001},
        {Q::Moment, "kip-ft", kKip * kFoot},
        {Q::Moment, "k-in", kKip * kInch},
        {Q::Moment, "kipft", kKip * kFoot},
        {Q::Moment, "ft-k", kKip * kFoot},
        {Q::Moment, "tm", 9806.65},
        {Q::Stress, "N/mm²", 1e6},
        {Q::Stress, "N/mm2", 1e6},
        {Q::Stress, "N/mm^2", 1e6},
        {Q::Stress, "MPa", 1e6},
        {Q::Stress, "kN/cm2", 1e7},
        {Q::Stress, "kg/cm2", 98066.5},
        {Q::Stress, "ksi", kKsi},
        {Q::Inertia, "cm4", 1e-8},
        {Q::Inertia, "cm⁴", 1e-8},
        {Q::Inertia, "10^6 mm4", 1e-6},
        {Q::Inertia, "x10^6 mm4", 1e-6},
        {Q::Inertia, "in^4", 0.0254 * 0.0254 * 0.0254 * 0.0254},
        {Q::SectionModulus, "10³mm³", 1e-6},
        {Q::Area, "cm²", 1e-4},
        {Q::Warping, "cm6", 1e-12},
        {Q::LineLoad, "kN/m", 1000},
        {Q::LineLoad, "plf", kPoundForce / kFoot},
        {Q::AreaLoad, "psf", kPoundForce / (kFoot * kFoot)},
        {Q::Density, "kg/m3", 1},
        {Q::Density, "kN/m3", 1000 / 9.80665},
        {Q::Density, "pcf", kPoundMass / (kFoot * kFoot * kFoot)},
        {Q::SpringForce, "kN/mm", 1e6},
        {Q::SpringMoment, "kNm/rad", 1000},
        {Q::SpringMoment, "kN·m", 1000},
        {Q::Angle, "deg", 0.017453292519943295},
        {Q::Rotation, "mrad", 0.001},
        {Q::Temperature, "°C", 1},
        {Q::Force, "kNm", 0},
        {Q::Moment, "kN", 0},
        {Q::Length, "kN", 0},
        {Q::Length, "m2", 0},
        {Q::Force, "banana", 0},
        {Q::Force, "", 0},
        {Q::Force, "12", 0},
        {Q::Stress, "N/mm", 0},
        {Q::Length, "mm^99", 0},
    }));
    CAPTURE(static_cast<int>(r.q), r.name);
    const auto si = unitFactor(r.q, r.name);
    REQUIRE(si.has_value() == (r.si != 0));
    if (si) CHECK_THAT(*si, Catch::WithinRel(r.si, 1e-12));
}

TEST_CASE("units of frames by other names for them", "[intake]")
{
    CHECK(frameUnit(Quantity::Force, "KN") == "kN");
    CHECK(frameUnit(Quantity::Force, "kips") == "kip");
    CHECK(frameUnit(Quantity::Length, "feet") == "ft");
    CHECK(frameUnit(Quantity::Stress, "N/mm2") == "MPa");
    CHECK(frameUnit(Quantity::Force, "kgf").empty());
    CHECK(frameUnit(Quantity::Moment, "kNm").empty());
}

TEST_CASE("headings come apart into words and unit", "[intake]")
{
    struct Row
    {
        const char *heading, *words, *unit;
    };
    const auto r = GENERATE(values<Row>({{"N [kN]", "N", "kN"},
                                         {"My (kN·m)", "My", "kN·m"},
                                         {"fy, MPa", "fy", "MPa"},
                                         {"x_mm", "x", "mm"},
                                         {"Moment kip-ft", "Moment", "kip-ft"},
                                         {"Node i", "Node i", ""},
                                         {"Length (overall)", "Length (overall)", ""},
                                         {"Station [m] ", "Station", "m"},
                                         {"M (kNm) major", "M major", "kNm"},
                                         {"factor [-]", "factor", ""},
                                         {"built in", "built in", ""},
                                         {"Fx", "Fx", ""}}));
    CAPTURE(r.heading);
    const HeadingParts p = headingParts(r.heading);
    CHECK(p.words == r.words);
    CHECK(p.unit == r.unit);
    CHECK(headingKey("Node_I") == "node i");
    CHECK(headingKey("NodeI") == "node i");
    CHECK(headingKey("M3-3") == "m3 3");
    CHECK(headingKey("  Load--Case ") == "load case");
}

TEST_CASE("headings by their meaning in each kind of table", "[intake]")
{
    struct Row
    {
        TableKind kind;
        const char *heading, *key; // "": none
    };
    using K = TableKind;
    const auto r = GENERATE(values<Row>({
        {K::Nodes, "Node No.", "node"},
        {K::Nodes, "X-Coordinate (m)", "x"},
        {K::Nodes, "Name", "node"},
        {K::Elements, "From Node", "i"},
        {K::Elements, "End", "j"},
        {K::Elements, "Profile", "section"},
        {K::Elements, "Steel grade", "material"},
        {K::Forces, "Axial Force [kN]", "n"},
        {K::Forces, "P", "n"},
        {K::Forces, "M3 [kN-m]", "my"},
        {K::Forces, "M22", "mz"},
        {K::Forces, "V2", "vz"},
        {K::Forces, "My,Ed [kNm]", "my"},
        {K::Forces, "Load Combination", "load"},
        {K::Forces, "Dist (ft)", "s"},
        {K::Forces, "Torsional moment", "t"},
        {K::Forces, "banana", ""},
        {K::Combinations, "Scale factor", "factor"},
        {K::Sections, "Area cm2", "a"},
        {K::Sections, "Flange thickness", "tf"},
        {K::Members, "Lcr,y [m]", "lengthMajor"},
        {K::Members, "Column mark", "member"},
        {K::Supports, "Rot X", "rx"},
    }));
    CAPTURE(static_cast<int>(r.kind), r.heading);
    const HeadingMatch m = matchHeading(r.kind, r.heading);
    CHECK(std::string(m.field ? m.field->key : "") == r.key);
}

TEST_CASE("fields: keys are unique in each kind, every one has a title and a meaning", "[intake]")
{
    for (size_t k = 1; k < kTableKinds; ++k) {
        const auto kind = static_cast<TableKind>(k);
        CHECK(tableKindFromWord(tableKindWord(kind)) == kind);
        std::set<std::string_view> keys;
        for (const FieldRow& f : fieldsOf(kind)) {
            CAPTURE(f.key);
            CHECK(keys.insert(f.key).second);
            CHECK_FALSE(f.title.empty());
            CHECK_FALSE(f.meaning.empty());
            // What a template writes over a column is read as that column again.
            if (f.key != "factorOf") {
                const HeadingMatch m = matchHeading(kind, f.title);
                REQUIRE(m.field);
                CHECK(m.field->key == f.key);
            }
        }
    }
}
