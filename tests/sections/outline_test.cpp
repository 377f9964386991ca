// The outline's integrals against an independent integration of the exact shape: strips of constant y whose ends are worked
// out from lines and circles, without the outline's corners and chords.
#include "tests/support.h"

#include <cmath>

using namespace wr;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

// How deep material reaches under a flat face at distance y from a wall's face: line t - s·y, fillet r at the wall, toe
// radius r2 at y = length.
double depthUnder(double y, double length, double t, double s, double r, double r2)
{
    const double root = std::sqrt(1 + s * s);
    const double q = t - s * r + r * root;
    if (r > 0 && y < r - r * s / root) return q - std::sqrt(std::max(0.0, r * r - (y - r) * (y - r)));
    const double yc = length - r2, c = t - s * yc - r2 * root;
    if (r2 > 0 && y > yc + r2 * s / root) return c + std::sqrt(std::max(0.0, r2 * r2 - (y - yc) * (y - yc)));
    return t - s * y;
}

struct Sum
{
    double a = 0, sy = 0, sz = 0, iyy = 0, izz = 0, iyz = 0;
    void strip(double y, double dy, double z0, double z1)
    {
        const double h = z1 - z0, zm = (z0 + z1) / 2, da = h * dy;
        a += da;
        sy += da * zm;
        sz += da * y;
        iyy += da * (zm * zm + h * h / 12);
        izz += da * (y * y + dy * dy / 12);
        iyz += da * y * zm;
    }
    void centre()
    {
        const double cy = sz / a, cz = sy / a;
        iyy -= a * cz * cz;
        izz -= a * cy * cy;
        iyz -= a * cy * cz;
    }
};

Sum slice(const Shape& s)
{
    constexpr int n = 20000;
    Sum sum;
    const auto each = [](double from, double to, auto&& f) {
        const double dy = (to - from) / n;
        for (int k = 0; k < n; ++k)
            f(from + (k + 0.5) * dy, dy);
    };
    const double root = s.tfRoot();
    switch (s.kind) {
    case ShapeKind::I:
        sum.strip(0, s.tw, -s.h / 2, s.h / 2);
        each(0, (s.b - s.tw) / 2, [&](double y, double dy) {
            const double t = depthUnder(y, (s.b - s.tw) / 2, root, s.slope, s.r, s.r2);
            for (const int side : {-1, 1}) {
                sum.strip(side * (y + s.tw / 2), dy, s.h / 2 - t, s.h / 2);
                sum.strip(side * (y + s.tw / 2), dy, -s.h / 2, -s.h / 2 + t);
            }
        });
        break;
    case ShapeKind::Tee:
        sum.strip(0, s.tw, -s.h, 0);
        each(0, (s.b - s.tw) / 2, [&](double y, double dy) {
            const double t = depthUnder(y, (s.b - s.tw) / 2, root, s.slope, s.r, s.r2);
            sum.strip(y + s.tw / 2, dy, -t, 0);
            sum.strip(-y - s.tw / 2, dy, -t, 0);
        });
        break;
    case ShapeKind::Channel:
        sum.strip(s.tw / 2, s.tw, -s.h / 2, s.h / 2);
        each(0, s.b - s.tw, [&](double y, double dy) {
            const double t = depthUnder(y, s.b - s.tw, root, s.slope, s.r, s.r2);
            sum.strip(y + s.tw, dy, s.h / 2 - t, s.h / 2);
            sum.strip(y + s.tw, dy, -s.h / 2, -s.h / 2 + t);
        });
        break;
    case ShapeKind::Angle:
        each(0, s.t, [&](double y, double dy) { // the upright leg, its inner toe rounded
            const double in = y - (s.t - s.r2);
            sum.strip(y, dy, 0, in > 0 ? s.h - s.r2 + std::sqrt(s.r2 * s.r2 - in * in) : s.h);
        });
        each(0, s.b - s.t,
             [&](double y, double dy) { sum.strip(y + s.t, dy, 0, depthUnder(y, s.b - s.t, s.t, 0, s.r, s.r2)); });
        break;
    case ShapeKind::Rhs:
        each(-s.b / 2, s.b / 2, [&](double y, double dy) {
            const auto half = [&](double h, double b, double r) { // half height of a rounded box at y, 0 outside it
                const double over = std::abs(y) - (b / 2 - r);
                if (std::abs(y) >= b / 2) return 0.0;
                return over > 0 ? h / 2 - r + std::sqrt(std::max(0.0, r * r - over * over)) : h / 2;
            };
            const double out = half(s.h, s.b, s.ro), in = half(s.h - 2 * s.t, s.b - 2 * s.t, s.ri);
            sum.strip(y, dy, in, out);
            sum.strip(y, dy, -out, -in);
        });
        break;
    default: FAIL("no slicing for this kind");
    }
    sum.centre();
    return sum;
}

} // namespace

TEST_CASE("outline: integrals agree with slicing the exact shape within 0.05 %", "[sections]")
{
    for (const char* name :
         {"W12X65",     "W36X925",     "IPE300",        "HEB600",          "W4X13",       "UB 203X133X25", "S12X50",
          "S3X5.7",     "ISMB 300",    "SC 250",        "ISLB 150",        "C15X50",      "C3X6",          "MC12X31",
          "UPN200",     "UPN380",      "UPE300",        "PFC 100X50X10",   "ISMC 250",    "ISLC 200",      "WT6X32.5",
          "ST6X25",     "WT4X5",       "L4X4X1/2",      "L8X4X7/16",       "L 150X75X10", "L 20X20X3",     "ISA 100X75X8",
          "HSS6X6X3/8", "HSS12X4X5/8", "SHS 100X100X8", "CFRHS 200X100X10"}) {
        const CatalogueSection& c = test::Alone::find(name);
        const Sum s = slice(c.shape);
        const SectionProperties& p = c.properties();
        INFO(name);
        CHECK_THAT(p.a, WithinRel(s.a, 5e-4));
        CHECK_THAT(p.igy, WithinRel(s.iyy, 5e-4));
        CHECK_THAT(p.igz, WithinRel(s.izz, 5e-4));
        CHECK_THAT(p.igyz, WithinAbs(c.shape.kind == ShapeKind::Angle ? s.iyz : 0.0, 5e-4 * s.izz));
    }
}

TEST_CASE("outline: plastic moduli and monosymmetry against direct sums over strips", "[sections]")
{
    // A tee of plates: equal-area axis in the flange, by hand. 200 x 20 flange, 10 x 180 stem: A = 5800, half = 2900 mm².
    Shape t;
    t.kind = ShapeKind::Tee;
    t.h = 0.2;
    t.b = 0.2;
    t.tw = 0.01;
    t.tf = 0.02;
    t.welded = true;
    const SectionProperties p = computeProperties(t);
    CHECK_THAT(p.a, WithinRel(5800e-6, 1e-12));
    const double na = 14.5; // mm below the top: 200 · 14.5 = 2900
    const double z = 200 * na * na / 2 + 200 * 5.5 * 5.5 / 2 + 10 * 180 * (5.5 + 90);
    CHECK_THAT(p.wply * 1e9, WithinRel(z, 1e-9));
    const double centroid = (4000.0 * 10 + 1800.0 * 110) / 5800; // mm below the top
    CHECK_THAT(p.cz * 1e3, WithinRel(-centroid, 1e-9));
    CHECK_THAT(p.zp * 1e3, WithinRel(centroid - na, 1e-9));
    // βy by parts: ∫z³ over both plates and ∫z y² over the flange.
    const auto cube = [](double a, double b, double w) { return w * (std::pow(b, 4) - std::pow(a, 4)) / 4; };
    const double top = centroid, under = centroid - 20, tip = centroid - 200;
    const double z3 = cube(under, top, 200) + cube(tip, under, 10);
    const double zy2 = (top * top - under * under) / 2 * std::pow(200, 3) / 12 + (under * under - tip * tip) / 2 * 1000 / 12.0;
    const double iy =
        200 * 20 * (400.0 / 12 + std::pow(centroid - 10, 2)) + 1800 * (180.0 * 180 / 12 + std::pow(110 - centroid, 2));
    CHECK_THAT(p.iy * 1e12, WithinRel(iy, 1e-9));
    CHECK_THAT(p.betay * 1e3, WithinRel((z3 + zy2) / iy - 2 * (centroid - 10), 1e-9));
    CHECK(p.betaz == 0);
}

TEST_CASE("outline: βw of unequal angles (AISC 360-22 Table C-F10.1)", "[sections]")
{
    // Published for each leg size at any thickness, in inches; positive with the short leg's tip in compression.
    const std::pair<const char*, double> rows[] = {{"L8X6X1/2", 3.31}, {"L8X4X1/2", 5.48}, {"L7X4X1/2", 4.37},
                                                   {"L6X4X1/2", 3.14}, {"L5X3X3/8", 2.99}, {"L4X3X3/8", 1.65},
                                                   {"L3X2X1/4", 1.56}};
    for (const auto& [name, beta] : rows) {
        INFO(name);
        CHECK_THAT(std::abs(test::Alone::find(name).properties().betay) / kInch, WithinRel(beta, 0.03));
    }
    // Equal legs: the major principal axis is one of symmetry of the other, βw = 0.
    CHECK_THAT(test::Alone::find("L4X4X1/2").properties().betay / kInch, WithinAbs(0, 1e-6));
}
