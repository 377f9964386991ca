#include "tests/support.h"

#include <cmath>

using namespace wr;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

const SectionProperties& of(const char* name)
{
    return test::Alone::find(name).properties();
}
constexpr double in2 = kInch * kInch, in3 = in2 * kInch, in4 = in2 * in2, in6 = in4 * in2;

} // namespace

TEST_CASE("properties: W shapes against AISC Manual Table 1-1", "[sections]")
{
    // Published values are rounded to three digits and rest on dimensions before rounding: 1 %, J and Cw 2 %.
    struct Row
    {
        const char* name;
        double a, ix, sx, zx, iy, zy, j, cw, rts;
    };
    const Row rows[] = {{"W12X65", 19.1, 533, 87.9, 96.8, 174, 44.1, 2.18, 5780, 3.38},
                        {"W18X50", 14.7, 800, 88.9, 101, 40.1, 16.6, 1.24, 3040, 1.98},
                        {"W14X90", 26.5, 999, 143, 157, 362, 75.6, 4.06, 16000, 4.11},
                        {"W21X48", 14.1, 959, 93.0, 107, 38.7, 14.9, 0.803, 3950, 2.05},
                        {"W24X62", 18.2, 1550, 131, 153, 34.5, 15.7, 1.71, 4620, 1.75}};
    for (const Row& r : rows) {
        const SectionProperties& p = of(r.name);
        INFO(r.name);
        CHECK_THAT(p.a / in2, WithinRel(r.a, 0.01));
        CHECK_THAT(p.iy / in4, WithinRel(r.ix, 0.01));
        CHECK_THAT(p.wely / in3, WithinRel(r.sx, 0.01));
        CHECK_THAT(p.wply / in3, WithinRel(r.zx, 0.01));
        CHECK_THAT(p.iz / in4, WithinRel(r.iy, 0.01));
        CHECK_THAT(p.wplz / in3, WithinRel(r.zy, 0.01));
        CHECK_THAT(p.it / in4, WithinRel(r.j, 0.02));
        CHECK_THAT(p.iw / in6, WithinRel(r.cw, 0.02));
        CHECK_THAT(p.rts / kInch, WithinRel(r.rts, 0.01));
    }
}

TEST_CASE("properties: European beams against the tables of EN 10365 producers", "[sections]")
{
    // cm units: A, Iy, Wel,y, Wpl,y, Iz, Wpl,z, It; Iw in 1e3 cm6
    struct Row
    {
        const char* name;
        double a, iy, wely, wply, iz, wplz, it, iw;
    };
    const Row rows[] = {{"IPE300", 53.8, 8356, 557.1, 628.4, 603.8, 125.2, 20.12, 125.9},
                        {"HEB300", 149.1, 25170, 1678, 1869, 8563, 870.1, 185.0, 1688},
                        {"HEA200", 53.83, 3692, 388.6, 429.5, 1336, 203.8, 20.98, 108.0},
                        {"IPE600", 156.0, 92080, 3069, 3512, 3387, 485.6, 165.4, 2846}};
    for (const Row& r : rows) {
        const SectionProperties& p = of(r.name);
        INFO(r.name);
        CHECK_THAT(p.a * 1e4, WithinRel(r.a, 0.002));
        CHECK_THAT(p.iy * 1e8, WithinRel(r.iy, 0.002));
        CHECK_THAT(p.wely * 1e6, WithinRel(r.wely, 0.002));
        CHECK_THAT(p.wply * 1e6, WithinRel(r.wply, 0.002));
        CHECK_THAT(p.iz * 1e8, WithinRel(r.iz, 0.002));
        CHECK_THAT(p.wplz * 1e6, WithinRel(r.wplz, 0.002));
        CHECK_THAT(p.it * 1e8, WithinRel(r.it, 0.01));
        CHECK_THAT(p.iw * 1e9, WithinRel(r.iw, 0.01));
    }
}

TEST_CASE("properties: tubes and bars against closed forms", "[sections]")
{
    Shape chs;
    chs.kind = ShapeKind::Chs;
    chs.d = 0.1683;
    chs.t = 0.008;
    const SectionProperties p = computeProperties(chs);
    CHECK_THAT(p.a * 1e4, WithinRel(40.3, 0.001)); // EN 10210-2: 40.3 cm², 1297 cm⁴, Wpl 206 cm³
    CHECK_THAT(p.iy * 1e8, WithinRel(1297, 0.001));
    CHECK_THAT(p.wply * 1e6, WithinRel(206, 0.002));
    CHECK_THAT(p.it, WithinRel(2 * p.iy, 1e-12));

    Shape flat;
    flat.kind = ShapeKind::BarFlat;
    flat.h = 0.2;
    flat.b = 0.1;
    const SectionProperties q = computeProperties(flat);
    CHECK_THAT(q.a, WithinRel(0.02, 1e-12));
    CHECK_THAT(q.iy, WithinRel(0.1 * 0.008 / 12, 1e-12));
    CHECK_THAT(q.wply, WithinRel(0.1 * 0.04 / 4, 1e-9));
    CHECK_THAT(q.it, WithinRel(0.2 * 0.001 * 0.2287, 0.005)); // β(2) = 0.229

    const SectionProperties& hss = of("HSS6X6X3/8"); // AISC Table 1-12: A 7.58, I 39.5, Z 15.8, J 64.6
    CHECK_THAT(hss.a / in2, WithinRel(7.58, 0.01));
    CHECK_THAT(hss.iy / in4, WithinRel(39.5, 0.01));
    CHECK_THAT(hss.wply / in3, WithinRel(15.8, 0.01));
    CHECK_THAT(hss.it / in4, WithinRel(64.6, 0.02));
}

TEST_CASE("properties: angles have principal axes, channels and tees a shear centre", "[sections]")
{
    const CatalogueSection& l = test::Alone::find("L6X6X1/2");
    CHECK_THAT(std::abs(l.properties().principal), WithinRel(0.785398, 1e-6)); // equal legs: 45°
    // Iz is the least second moment: AISC rz = 1.18 in for L6x6x1/2.
    CHECK_THAT(l.properties().rz / kInch, WithinRel(1.18, 0.01));
    CHECK(l.properties().iy > l.properties().iz);
    const AreaIntegrals i = integrate(rotated(outlineOf(l.shape), l.properties().principal).loops);
    CHECK_THAT(i.iyz / i.iyy, WithinAbs(0, 1e-9));
    CHECK_THAT(i.iyy, WithinRel(l.properties().iy, 1e-9));

    const CatalogueSection& unequal = test::Alone::find("L6X4X1/2");
    CHECK_THAT(std::tan(std::abs(unequal.properties().principal)), WithinRel(0.440, 0.02)); // AISC: tan α = 0.440

    // AISC Table 1-7: Ix, Iy in in⁴ about the legs' directions, least radius, centroid from the heel; docs/verification.md.
    struct Row
    {
        const char* name;
        double ix, iy, rz, y, j;
    };
    const Row rows[] = {{"L8X8X1", 89.1, 89.1, 1.56, 2.36, 5.08},   {"L8X8X1/2", 48.8, 48.8, 1.59, 2.17, .683},
                        {"L6X6X1", 35.4, 35.4, 1.17, 1.86, 3.68},   {"L6X6X1/2", 19.9, 19.9, 1.18, 1.67, .501},
                        {"L6X6X3/8", 15.4, 15.4, 1.19, 1.62, .218}, {"L5X5X1/2", 11.3, 11.3, .980, 1.42, .417},
                        {"L4X4X1/2", 5.52, 5.52, .776, 1.18, .322}, {"L4X4X3/8", 4.32, 4.32, .779, 1.13, .141},
                        {"L3X3X3/8", 1.75, 1.75, .581, .884, .101}, {"L2X2X3/8", .476, .476, .386, .632, .0658},
                        {"L8X6X1/2", 44.4, 21.7, 1.30, 2.46, .584}, {"L5X3X1/2", 9.43, 2.55, .642, 1.74, .322},
                        {"L4X3X1/2", 5.02, 2.40, .631, 1.32, .281}, {"L6X4X1/2", 17.3, 6.22, .864, 1.98, .407}};
    for (const Row& r : rows) {
        const SectionProperties& q = of(r.name);
        INFO(r.name);
        CHECK_THAT(q.igy / in4, WithinRel(r.ix, 0.01));
        CHECK_THAT(q.igz / in4, WithinRel(r.iy, 0.01));
        CHECK_THAT(q.rz / kInch, WithinRel(r.rz, 0.011));
        CHECK_THAT(q.cz / kInch, WithinRel(r.y, 0.01));
        CHECK_THAT(q.it / in4, WithinRel(r.j, 0.03));
    }

    Shape c;
    c.kind = ShapeKind::Channel;
    c.h = 0.3;
    c.b = 0.1;
    c.tw = 0.0095;
    c.tf = 0.015;
    c.r = 0.015; // UPE 300
    const SectionProperties p = computeProperties(c);
    CHECK_THAT(p.a * 1e4, WithinRel(56.6, 0.005));
    CHECK_THAT(p.iy * 1e8, WithinRel(7823, 0.005));
    CHECK_THAT(p.iz * 1e8, WithinRel(537.7, 0.01));
    CHECK(p.ys < 0); // behind the web, away from the flanges
    // AISC Table 1-5: shear centre from the web's back, centroid, H and the polar radius of C15X50 and C10X20.
    for (const auto& [name, e0, x, polar, h] :
         {std::tuple{"C15X50", .583, .799, 5.49, .937}, {"C10X20", .636, .606, 3.93, .899}}) {
        const SectionProperties& q = of(name);
        INFO(name);
        CHECK_THAT((-q.ys - q.cy) / kInch, WithinRel(e0, 0.01));
        CHECK_THAT(q.cy / kInch, WithinRel(x, 0.01));
        CHECK_THAT(q.ro / kInch, WithinRel(polar, 0.01));
        CHECK_THAT(q.flexural, WithinRel(h, 0.01));
    }
    // AISC Table 1-8: WT6X32.5: area 9.54, Ix 20.6, Iy 87.2.
    const SectionProperties& wt = of("WT6X32.5");
    CHECK_THAT(wt.a / in2, WithinRel(9.54, 0.01));
    CHECK_THAT(wt.iy / in4, WithinRel(20.6, 0.01));
    CHECK_THAT(wt.iz / in4, WithinRel(87.2, 0.01));
    Shape t;
    t.kind = ShapeKind::Tee;
    t.h = 0.15;
    t.b = 0.15;
    t.tw = 0.0071;
    t.tf = 0.0107;
    CHECK(computeProperties(t).zs > 0); // in the flange, above the centroid
}

TEST_CASE("properties: an unequal I with equal flanges is the equal I, a pair of angles has twice the area", "[sections]")
{
    Shape i;
    i.kind = ShapeKind::I;
    i.h = 0.5;
    i.b = 0.2;
    i.tw = 0.01;
    i.tf = 0.016;
    i.welded = true;
    Shape u = i;
    u.kind = ShapeKind::IUnequal;
    u.b2 = i.b;
    u.tf2 = i.tf;
    const SectionProperties a = computeProperties(i), b = computeProperties(u);
    CHECK_THAT(b.a, WithinRel(a.a, 1e-12));
    CHECK_THAT(b.iy, WithinRel(a.iy, 1e-12));
    CHECK_THAT(b.wply, WithinRel(a.wply, 1e-9));
    CHECK_THAT(b.it, WithinRel(a.it, 1e-9));
    CHECK_THAT(b.zs, WithinAbs(0, 1e-9));
    CHECK_THAT(b.iw, WithinRel(a.iw, 0.01)); // flange inertias only, against Iz of the whole section
    Shape pair;
    pair.kind = ShapeKind::DoubleAngle;
    pair.h = 0.1;
    pair.b = 0.075;
    pair.t = 0.01;
    pair.gap = 0.008;
    Shape single = pair;
    single.kind = ShapeKind::Angle;
    CHECK_THAT(computeProperties(pair).a, WithinRel(2 * computeProperties(single).a, 1e-9));
    CHECK(computeProperties(pair).iz > 0);
}

TEST_CASE("properties: stated values override, the rest stays", "[sections]")
{
    const Shape s = test::Alone::find("IPE300").shape;
    StatedProperties stated;
    stated.iy = 1e-4;
    const SectionProperties p = computeProperties(s, stated), q = computeProperties(s);
    CHECK(p.iy == 1e-4);
    CHECK(p.iz == q.iz);
    CHECK_THAT(p.ry, WithinRel(std::sqrt(1e-4 / q.a), 1e-12));
}

TEST_CASE("shapes: impossible dimensions are told by a sentence", "[sections]")
{
    Shape s;
    s.kind = ShapeKind::I;
    s.h = 0.3;
    s.b = 0.15;
    s.tw = 0.007;
    s.tf = 0.2;
    REQUIRE_FALSE(shapeFaults(s).empty());
    CHECK(shapeFaults(s).front().first == "tf");
    s.tf = -0.01;
    CHECK(shapeFaults(s).front().second.find("greater than zero") != std::string::npos);
    Shape c;
    c.kind = ShapeKind::Chs;
    c.d = 0.1;
    c.t = 0.05;
    CHECK_FALSE(shapeFaults(c).empty());
    for (const CatalogueSection& x : shippedCatalogue().sections())
        CHECK(shapeFaults(x.shape).empty());
}
