// Worked examples of the AISC Design Examples and of AISC Design Guide 9 over tees, channels, angles, pairs, bars, built-up
// shapes and open sections in torsion; see aisc_examples_test.cpp for where published values and tolerances come from.
#include "core/standards/aisc360/compression.h"
#include "core/standards/aisc360/flexure.h"
#include "core/standards/aisc360/shear.h"
#include "core/standards/aisc360/tension.h"
#include "core/standards/aisc360/torsion_open.h"
#include "tests/verification/published.h"

#include <cmath>

using namespace wr;
using namespace wr::aisc360;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;
using test::Alone;
using test::both;
using test::kipFt;
using test::kPublished;
using test::steps;

namespace {

NoTrace none;

Shape shapeOf(ShapeKind k, double h, double b, double t1, double t2)
{
    Shape s;
    s.kind = k;
    s.h = h * kInch;
    s.b = b * kInch;
    if (k == ShapeKind::Angle || k == ShapeKind::DoubleAngle)
        s.t = t1 * kInch;
    else {
        s.tw = t1 * kInch;
        s.tf = t2 * kInch;
    }
    return s;
}

} // namespace

TEST_CASE("AISC D.2, D.3, D.5, D.6: yielding of an angle, a tee, a round tube and a pair", "[aisc360][D2]")
{
    const auto pt = [](const Context& c) { return tension(c, none).available; };
    both(Alone("L4X4X1/2", 36, 58), 122, 80.8, kKip, pt, 0.008); // A = 3.75 in² of the example leaves out a part of the fillet
    both(Alone("WT6X20", 50, 65), 263, 175, kKip, pt);
    both(Alone("2L4X4X1/2X3/8", 36, 58), 243, 162, kKip, pt, 0.008);
}

TEST_CASE("AISC E.2: built-up column with a slender web, by the factor Q of 360-10", "[aisc360][E7]")
{
    // PL 1 x 8 flanges, PL 1/4 x 15 web, 15 ft: 506 kip and 337 kip.
    Shape s = shapeOf(ShapeKind::I, 17, 8, 0.25, 1);
    s.welded = true;
    const Alone a(s, 50, 65);
    const double l = 15 * kFoot;
    both(
        a, 506, 337, kKip, [&](const Context& c) { return compression(c, l, l, l, none).available; }, 0.01, 2010);
}

TEST_CASE("AISC E.5: 2L4x3-1/2x3/8 LLBB (A36), 8 ft, two intermediate connectors", "[aisc360][E3][E4][E6]")
{
    Alone a("2L4X3-1/2X3/8X3/8LLBB", 36, 58);
    a.brief.connectorSpacing = 8.0 / 3 * kFoot;
    const double l = 8 * kFoot;
    both(a, 127, 84.7, kKip, [&](const Context& c) { return compression(c, l, l, l, none).available; });
}

TEST_CASE("AISC E.10: HSS12x8x3/16 (A500 Gr. B), slender walls, 24 ft, by the factor Q of 360-10", "[aisc360][E7]")
{
    Shape s;
    s.kind = ShapeKind::Rhs;
    s.h = 12 * kInch;
    s.b = 8 * kInch;
    s.t = 0.174 * kInch;
    s.ro = 2 * s.t;
    s.ri = s.t;
    const double l = 24 * kFoot;
    both(
        Alone(s, 46, 58), 156, 103, kKip, [&](const Context& c) { return compression(c, l, l, l, none).available; }, 0.015,
        2010);
}

TEST_CASE("AISC F.8: HSS8x8x3/16 (A500 Gr. B), slender flange", "[aisc360][F7.2]")
{
    Shape s;
    s.kind = ShapeKind::Rhs;
    s.h = s.b = 8 * kInch;
    s.t = 0.174 * kInch;
    s.ro = 2 * s.t;
    s.ri = s.t;
    both(Alone(s, 46, 58), 43.3, 28.8, kipFt, [](const Context& c) { return flexureMajor(c, none).available; });
}

TEST_CASE("AISC G.8A: girder web 5/16 x 36 (A36) without stiffeners, by 360-10", "[aisc360][G2.1]")
{
    Shape s = shapeOf(ShapeKind::I, 39, 16, 0.3125, 1.5);
    s.welded = true;
    both(
        Alone(s, 36, 58), 109, 72.5, kKip, [](const Context& c) { return shearMajor(c, {}, none).available; }, kPublished,
        2010);
}

TEST_CASE("AISC Manual, Table 3-2: plastic moment, Lp, Lr and shear of W shapes, Fy = 50 ksi, LRFD", "[aisc360][F2][G2.1]")
{
    struct Row
    {
        const char* name;
        double mp, lp, lr, vn;
    };
    for (const Row& r : {Row{"W8X31", 114, 7.18, 24.8, 68.4},
                         {"W10X49", 227, 8.97, 31.6, 102},
                         {"W16X31", 203, 4.13, 11.8, 131},
                         {"W18X35", 249, 4.31, 12.3, 159},
                         {"W21X44", 358, 4.45, 13.0, 217},
                         {"W24X55", 503, 4.73, 13.9, 252}}) {
        INFO(r.name);
        const Alone a(r.name, 50, 65);
        const Context c(a.input, true);
        Trace t;
        lateralTorsional(c, 10 * r.lr * kFoot, 1.0, t);
        CHECK_THAT(steps(t)["L_p"] / kFoot, WithinRel(r.lp, 0.009)); // r_y of the table has three digits
        CHECK_THAT(steps(t)["L_r"] / kFoot, WithinRel(r.lr, 0.015)); // J and Cw of the table are rounded
        CHECK_THAT(0.9 * steps(t)["M_p"] / kipFt, WithinRel(r.mp, 0.007));
        CHECK_THAT(shearMajor(c, {}, none).available / kKip, WithinRel(r.vn, 0.006));
    }
}

TEST_CASE("AISC E.7 and E.8: tees in compression", "[aisc360][E4][E7]")
{
    const auto at = [](double feet) {
        return [=](const Context& c) { return compression(c, feet * kFoot, feet * kFoot, feet * kFoot, none).available; };
    };
    both(Alone("WT7X34", 50, 65), 128, 85.0, kKip, at(20), 0.01); // Fcr = 14.2 ksi of the example is rounded
    both(Alone("WT7X15", 50, 65), 36.6, 24.4, kKip, at(20), 0.01, 2010);
}

TEST_CASE("AISC F.2: C15x33.9 (A36), continuously braced", "[aisc360][F2.1]")
{
    both(Alone("C15X33.9", 36, 58), 137, 91.3, kipFt, [](const Context& c) { return flexureMajor(c, none).available; });
}

TEST_CASE("AISC F.2-2: C15x33.9 (A36), braced at fifth points", "[aisc360][F2.2]")
{
    const Alone a("C15X33.9", 36, 58);
    Trace t;
    const double m = lateralTorsional(Context(a.input, true), 5 * kFoot, 1.0, t).available;
    CHECK_THAT(m / kipFt, WithinRel(130, kPublished));
    CHECK_THAT(steps(t)["L_p"] / kFoot, WithinRel(3.75, kPublished));
    CHECK_THAT(steps(t)["L_r"] / kFoot, WithinRel(14.5, 0.01));
}

TEST_CASE("AISC F.10: WT5x6, stem in tension", "[aisc360][F9.1]")
{
    both(
        Alone("WT5X6", 50, 65), 7.32, 4.87, kipFt, [](const Context& c) { return flexureMajor(c, none).available; }, 0.012);
}

TEST_CASE("AISC F.12 and F.13: rectangular and round bars (A36)", "[aisc360][F11]")
{
    const Alone flat(shapeOf(ShapeKind::BarFlat, 5, 3, 0, 0), 36, 58);
    both(flat, 50.7, 33.7, kipFt, [](const Context& c) {
        return std::min(flexureMajor(c, none).available, lateralTorsional(c, 12 * kFoot, 1.14, none).available);
    });
    Trace t;
    lateralTorsional(Context(flat.input, true), 12 * kFoot, 1.14, t);
    CHECK_THAT(steps(t)["lambda"], WithinRel(80.0, 1e-9));
    CHECK_THAT(steps(t)["M_1"] / kipFt, WithinRel(56.0, kPublished)); // 1.493·37.5
    Shape r;
    r.kind = ShapeKind::BarRound;
    r.d = kInch;
    both(Alone(r, 36, 58), 0.424, 0.282, kipFt, [](const Context& c) { return flexureMajor(c, none).available; });
}

TEST_CASE("AISC G.2, G.3, G.7: channel, single angle, channel about its minor axis (A36)", "[aisc360][G2.1][G3][G6]")
{
    both(Alone("C15X33.9", 36, 58), 117, 77.6, kKip, [](const Context& c) { return shearMajor(c, {}, none).available; });
    both(Alone("L5X3X1/4", 36, 58), 24.3, 16.2, kKip, [](const Context& c) { return shearMajor(c, {}, none).available; });
    both(Alone("C9X20", 36, 58), 42.6, 28.3, kKip, [](const Context& c) { return shearMinor(c, {}, none).available; });
}

TEST_CASE("AISC H.4: W10x33, 14 ft: compression, both moments", "[aisc360][E3][F2.2][F6]")
{
    const Alone a("W10X33", 50, 65);
    const double l = 14 * kFoot;
    both(a, 253, 168, kKip, [&](const Context& c) { return compression(c, l, l, l, none).available; });
    both(a, 137, 90.9, kipFt, [&](const Context& c) { return lateralTorsional(c, l, 1.14, none).available; });
    both(a, 52.5, 34.9, kipFt, [](const Context& c) { return flexureMinor(c, none).available; });
}

TEST_CASE("Design Guide 9, 5.1 and AISC H.6: W10x49, 15 ft, 15 kip at midspan, 6 in off the shear centre", "[aisc360][H3.3]")
{
    // Forked ends, free to warp. Bending 12.4 ksi, warping 28.0 ksi, together 40.4 ksi; St Venant shear 6.21 ksi in the web at
    // the ends.
    const Alone a("W10X49", 50, 65, 15 * kFoot);
    const Context c(a.input, true);
    std::vector<double> x, f;
    const double l = 15 * kFoot, p = 15 * kKip, torque = p * 6 * kInch / 2;
    for (int k = 0; k <= 10; ++k) {
        x.push_back(l * k / 10);
        if (k == 5) x.push_back(x.back()); // before and behind the load
    }
    const size_t n = x.size();
    f.assign(6 * n, 0.0);
    for (size_t i = 0; i < n; ++i) {
        const bool left = i <= 5;
        f[2 * n + i] = (left ? 1 : -1) * p / 2;
        f[3 * n + i] = (left ? 1 : -1) * torque;
        f[4 * n + i] = p / 2 * std::min(x[i], l - x[i]);
    }
    const Twist twist = twistOf(c, x, f.data());
    Trace middle, end;
    openTorsionAt(c, x, f.data(), twist, 5, middle);
    openTorsionAt(c, x, f.data(), twist, 0, end);
    CHECK_THAT(steps(middle)["f_b"] / kKsi, WithinRel(12.4, 0.006));                          // S = 54.6 in³ of the table
    CHECK_THAT(steps(middle)["f_w"] / kKsi, WithinRel(28.0, 0.02));                           // read off charts in the guide
    CHECK_THAT(steps(end)["tau_sv"] * a.shape.tw / a.shape.tf / kKsi, WithinRel(6.21, 0.02)); // in the web
    // In the closed form: φ'' at midspan is T/(2GJa)·tanh(L/2a) with half the torque either side.
    const double gj = c.g * c.p.it, wide = std::sqrt(c.e * c.p.iw / gj);
    CHECK_THAT(std::abs(twist.slope[5]), WithinRel(torque / (gj * wide) * std::tanh(l / 2 / wide), 1e-9));
    CHECK_THAT(twist.rate[0], WithinRel(torque / gj * (1 - 1 / std::cosh(l / 2 / wide)), 1e-9));
    const OpenTorsion worst = openTorsion(c, x, f.data());
    CHECK_THAT(worst.at, WithinAbs(l / 2, 1e-9));
    CHECK_THAT(worst.ratio, WithinRel(40.4 / 45, 0.02));
}
