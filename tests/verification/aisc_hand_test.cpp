// Hand calculations in kips and inches for clauses without a published example at hand: E5, E6, F10.2(2), F12, F13.1, G2 with
// stiffeners and tension field, H1.2, H1.3, H2, cruciforms. Numbers are worked out beside each check from the section's own
// properties.
#include "core/standards/aisc360/compression.h"
#include "core/standards/aisc360/flexure.h"
#include "core/standards/aisc360/meeting.h"
#include "core/standards/aisc360/shear.h"
#include "tests/support.h"

#include <cmath>

using namespace wr;
using namespace wr::aisc360;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;
using test::Alone;

namespace {

constexpr double E = 29000, pi = 3.14159265358979323846;
NoTrace none;

double in(double v, int n)
{
    return v / std::pow(kInch, n);
}
double columnStress(double fy, double slenderness)
{
    const double fe = pi * pi * E / (slenderness * slenderness);
    return fy / fe <= 2.25 ? std::pow(0.658, fy / fe) * fy : 0.877 * fe;
}

// One span over the whole member with demands set by hand, in kip and kip-ft.
struct OneSpan
{
    Demands d;
    OneSpan(const Alone& a, double lb, double compression, double tension, double top, double bottom, double plus, double minus)
    {
        Span s;
        s.to = s.lb = lb;
        s.top = s.bottom = true;
        d.spans.push_back(s);
        d.sets.resize(1);
        d.spanSets.resize(1);
        d.setIndex = {TableSet(0)};
        const double kf = kKip * kFoot;
        SpanDemand& x = d.spanSets[0];
        x.compression.value = compression * kKip;
        x.tension.value = tension * kKip;
        x.leastTension = compression > 0 ? 0 : tension * kKip;
        x.top.value = top * kf;
        x.bottom.value = bottom * kf;
        x.plus.value = plus * kf;
        x.minus.value = minus * kf;
        x.a = x.b = x.c = x.largest();
        x.za = x.zb = x.zc = x.minor().value; // uniform: Cb = 1
        (void)a;
    }
};

// Gives a member alone one segment of that length about every axis.
void hold(Alone& a, double length)
{
    for (auto& lane : a.lanes.axis) {
        LaneSegment s;
        s.to = s.length = length;
        lane = {s};
    }
}

} // namespace

TEST_CASE("Hand calculation: E5, single angles through one leg", "[aisc360][E5]")
{
    // L5x3-1/2x1/2 (A36, A = 4.03), 8 ft: through the long leg r_a is about the axis parallel to it, 1.01 in by the table.
    Alone a("L5X3-1/2X1/2", 36, 58, 8 * kFoot);
    const double area = in(a.section.a, 2), ryy = std::sqrt(in(a.section.igz, 4) / area),
                 rxx = std::sqrt(in(a.section.igy, 4) / area), rz = in(a.section.rz, 1);
    CHECK_THAT(ryy, WithinRel(1.01, 0.015)); // three digits of I and A
    const auto strength = [&](const char* how, bool upright, double feet) {
        test::option(a.brief, "aisc360", "throughOneLeg", how);
        test::option(a.brief, "aisc360", "connectedLeg", upright ? "h" : "b");
        a.input.length = feet * kFoot;
        return compression(Context(a.input, true), 1, 1, 1, none).available / kKip / 0.9 / area;
    };
    CHECK_THAT(strength("planar-truss", true, 8), WithinRel(columnStress(36, 32 + 1.25 * 96 / ryy), 1e-9)); // 96/1.01 = 95 > 80
    CHECK_THAT(strength("planar-truss", true, 5), WithinRel(columnStress(36, 72 + 0.75 * 60 / ryy), 1e-9));
    CHECK_THAT(strength("space-truss", true, 8), WithinRel(columnStress(36, 45 + 96 / ryy), 1e-9));
    CHECK_THAT(strength("space-truss", true, 5), WithinRel(columnStress(36, 60 + 0.8 * 60 / ryy), 1e-9));
    // Through the short leg: 4·((5/3.5)² - 1) = 4.16 more, 6.24 in a space truss, and not less than 0.95 or 0.82 L/rz.
    const double more = std::pow(5 / 3.5, 2) - 1;
    CHECK_THAT(strength("planar-truss", false, 8),
               WithinRel(columnStress(36, std::max(72 + 0.75 * 96 / rxx + 4 * more, 0.95 * 96 / rz)), 1e-9));
    CHECK_THAT(strength("space-truss", false, 8),
               WithinRel(columnStress(36, std::max(60 + 0.8 * 96 / rxx + 6 * more, 0.82 * 96 / rz)), 1e-9));
    CHECK_THAT(strength("planar-truss", false, 12),
               WithinRel(columnStress(36, std::max(32 + 1.25 * 144 / rxx + 4 * more, 0.95 * 144 / rz)), 1e-9));
}

TEST_CASE("Hand calculation: E6, pairs with connectors snug and welded", "[aisc360][E6]")
{
    Alone a("2L4X4X1/2X3/8", 36, 58);
    const double l = 10 * 12, ri = in(Alone::find("L4X4X1/2").properties().rz, 1), sx = l / in(a.section.ry, 1),
                 sy = l / in(a.section.rz, 1);
    CHECK_THAT(ri, WithinRel(0.776, 0.01)); // r_z of L4x4x1/2 by the table
    const auto slenderness = [&](double spacing, bool snug, int edition) {
        a.brief.connectorSpacing = spacing * kInch;
        a.brief.connectorsJoined = snug ? PairJoined::Snug : PairJoined::Welded;
        return compression(Context(a.input, Method{true, edition}), l * kInch, l * kInch, l * kInch, none).slenderness;
    };
    CHECK_THAT(slenderness(40, true, 2022), WithinRel(std::max(sx, std::sqrt(sy * sy + std::pow(40 / ri, 2))), 1e-6));
    CHECK_THAT(slenderness(20, false, 2022), WithinRel(std::max(sx, sy), 1e-6)); // a/ri = 26: nothing to add
    CHECK_THAT(slenderness(55, false, 2022), WithinRel(std::max(sx, std::sqrt(sy * sy + std::pow(0.5 * 55 / ri, 2))), 1e-6));
    const PairPart p = pairPart(a.shape);
    const double alpha = p.h / (2 * p.rib);
    CHECK_THAT(slenderness(55, false, 2005),
               WithinRel(std::max(sx, std::sqrt(sy * sy +
                                                0.82 * alpha * alpha / (1 + alpha * alpha) * std::pow(55 * kInch / p.rib, 2))),
                         1e-6));
    // E6.2: a/ri above three quarters of the pair's slenderness, the parts no longer act together: each by itself over the
    // whole length.
    CHECK(60 / ri > 0.75 * std::max(sx, sy));
    CHECK_THAT(slenderness(60, false, 2022), WithinRel(l * kInch / p.ri, 1e-9));
}

TEST_CASE("Hand calculation: G2, girder webs with stiffeners and tension field action", "[aisc360][G2.2]")
{
    Shape s;
    s.kind = ShapeKind::I;
    s.welded = true;
    s.h = 51.5 * kInch;
    s.b = 12 * kInch;
    s.tf = 0.75 * kInch;
    s.tw = 0.3125 * kInch; // web 50 x 5/16: h/tw = 160
    Alone a(s, 50, 65);
    const double fy = 50, h = 50, ratio = 160, aw = 51.5 * 0.3125;
    CHECK_THAT(shearMajor(Context(a.input, true), {}, none).available / kKip,
               WithinRel(0.9 * 0.6 * fy * aw * 1.10 * std::sqrt(5.34 * E / fy) / ratio, 1e-9));
    a.brief.stiffenerSpacing = 75 * kInch;
    a.brief.tensionField = true; // a/h = 1.5: kv = 7.22
    const double kv = 5 + 5 / 2.25;
    const Shear v = shearMajor(Context(a.input, true), {}, none);
    CHECK_THAT(v.available / kKip, WithinRel(0.9 * 0.6 * fy * aw * 1.10 * std::sqrt(kv * E / fy) / ratio, 1e-9));
    const double cv2 = 1.51 * kv * E / (ratio * ratio * fy); // 160 > 1.37·sqrt(kv·E/Fy) = 88.7
    // 2·Aw/(Afc + Aft) = 1.79 and h/b = 4.17: stout flanges, G2-7.
    CHECK_THAT(v.interior / kKip, WithinRel(0.9 * 0.6 * fy * aw * (cv2 + (1 - cv2) / (1.15 * std::sqrt(1 + 2.25))), 1e-9));
    // Narrow flanges: h/b = 50/8 = 6.25 > 6, G2-8; the editions before do not allow it at all.
    s.b = 8 * kInch;
    Alone n(s, 50, 65);
    n.brief.stiffenerSpacing = 75 * kInch;
    n.brief.tensionField = true;
    CHECK_THAT(shearMajor(Context(n.input, true), {}, none).interior / kKip,
               WithinRel(0.9 * 0.6 * fy * aw * (cv2 + (1 - cv2) / (1.15 * (1.5 + std::sqrt(1 + 2.25)))), 1e-9));
    const Shear old = shearMajor(Context(n.input, Method{true, 2010}), {}, none);
    CHECK(old.interior == old.available);
    (void)h;
}

TEST_CASE("Hand calculation: F12 with stated stresses, F13.1 holes in the tension flange", "[aisc360][F12][F13]")
{
    Alone a("W18X50", 50, 65);
    const double plain = flexureMajor(Context(a.input, true), none).available;
    // Afn/Afg = 0.9: 65·0.9 = 58.5 ≥ 50·1.0, no rupture (Fy/Fu = 0.77); at 0.7 Mn = 65·0.7·Sx.
    test::option(a.brief, "aisc360", "flangeHoles", 0.9);
    CHECK_THAT(flexureMajor(Context(a.input, true), none).available, WithinRel(plain, 1e-12));
    test::option(a.brief, "aisc360", "flangeHoles", 0.7);
    const Flexure holed = flexureMajor(Context(a.input, true), none);
    CHECK(holed.clause == "F13.1");
    CHECK_THAT(holed.available / kKip / kInch, WithinRel(0.9 * 65 * 0.7 * in(a.section.wely, 3), 1e-9));
    Shape unknown;
    Alone u(unknown, 50, 65);
    u.section.wely = 40 * std::pow(kInch, 3);
    u.section.welz = 10 * std::pow(kInch, 3);
    CHECK_FALSE(flexureMajor(Context(u.input, true), none).uncovered.empty());
    u.brief.ltbStress = 30.0_ksi;
    u.brief.localStress = 45.0_ksi;
    CHECK_THAT(flexureMajor(Context(u.input, true), none).available / kKip / kInch, WithinRel(0.9 * 45 * 40, 1e-9));
    CHECK_THAT(lateralTorsional(Context(u.input, true), 5, 2.0, none).available / kKip / kInch,
               WithinRel(0.9 * 30 * 40, 1e-9)); // no Cb
}

TEST_CASE("Hand calculation: H1.2 with Cb raised by tension, H1.3", "[aisc360][H1.2][H1.3]")
{
    Alone a("W14X90", 36, 58); // compact at 36 ksi
    const double l = 40 * kFoot;
    hold(a, l);
    test::option(a.brief, "aisc360", "tensionRaisesCb", true);
    {
        const OneSpan pull(a, l, 0, 200, 150, 0, 0, 0);
        const Context c(a.input, true);
        const Strengths s = strengths(c, pull.d);
        const double raise = std::sqrt(1 + 200 / (pi * pi * E * in(a.section.iz, 4) / std::pow(480, 2)));
        const double mcx = std::min(s.major[0].available, lateralTorsional(c, l, raise, none).available),
                     pt = s.tension.available;
        const double p = 200 * kKip / pt, m = 150 * kKip * kFoot / mcx, h = p >= 0.2 ? p + 8.0 / 9 * m : p / 2 + m;
        CHECK_THAT(interactionOf(c, s, pull.d, 0, 0, true, 0, none).h, WithinRel(h, 1e-9));
    }
    test::option(a.brief, "aisc360", "interaction", "H1.3");
    const OneSpan push(a, l, 150, 0, 120, 0, 0, 0);
    const Context c(a.input, true);
    const Strengths s = strengths(c, push.d);
    const auto stress = [&](double r) { return 0.9 * columnStress(36, 480 / r) * in(a.section.a, 2); };
    const double pcx = stress(in(a.section.ry, 1)), pcy = stress(in(a.section.rz, 1));
    const double mp = s.major[0].available / kKip / kFoot, mcx = lateralTorsional(c, l, 1, none).available / kKip / kFoot;
    const double px = 150 / pcx, py = 150 / pcy, inPlane = px >= 0.2 ? px + 8.0 / 9 * 120 / mp : px / 2 + 120 / mp;
    const double out = py * (1.5 - 0.5 * py) + std::pow(120 / std::min(mcx, mp), 2);
    const Interaction h = interactionOf(c, s, push.d, 0, 0, false, 0, none);
    CHECK(h.clause == "H1.3");
    CHECK_THAT(h.h, WithinRel(std::max(inPlane, out), 1e-6));
    // A minor-axis moment above 5 % of its strength sends it back to H1.1.
    const OneSpan both(a, l, 150, 0, 120, 0, 20, 0);
    CHECK(interactionOf(c, strengths(c, both.d), both.d, 0, 0, false, 0, none).clause == "H1.1");
}

TEST_CASE("Hand calculation: H2 of an equal-leg angle at toes and heel", "[aisc360][H2]")
{
    Alone a("L6X6X1/2", 50, 65);
    const double l = 6 * kFoot;
    hold(a, l);
    const Context c(a.input, true);
    const auto sum = [&](double p, double top, double plus, double minus) {
        const OneSpan x(a, l, p, 0, top, 0, plus, minus);
        return interactionOf(c, strengths(c, x.d), x.d, 0, 0, false, 0, none).h;
    };
    const OneSpan any(a, l, 1, 0, 1, 0, 1, 1);
    const Strengths s = strengths(c, any.d);
    const double kf = kKip * kFoot, p = 40 * kKip / s.spans[0].compression.available,
                 w = 5 * kf / std::min(s.major[0].available, lateralTorsional(c, l, 1, none).available);
    CHECK_THAT(sum(40, 0, 0, 0), WithinRel(p, 1e-9));
    CHECK_THAT(sum(40, 5, 0, 0), WithinRel(p + w, 1e-9)); // at the compressed toe
    // The heel lies on the major axis (w bends it not), both toes on one side of the minor axis. Which side compresses the
    // toes:
    const bool plusToes = compressedToe(c, Axis::Minor, Side::Plus).leg > 0;
    const double zToes = 2 * kf / s.minor[plusToes ? 0 : 1].available, zHeel = 2 * kf / s.minor[plusToes ? 1 : 0].available;
    CHECK_THAT(plusToes ? sum(40, 5, 2, 0) : sum(40, 5, 0, 2), WithinRel(p + w + zToes, 1e-9));
    // Heel compressed: the toe is relieved, the heel has no part of w.
    CHECK_THAT(plusToes ? sum(40, 5, 0, 2) : sum(40, 5, 2, 0), WithinRel(std::max(p + w - zHeel, p + zHeel), 1e-3));
}

TEST_CASE("Hand calculation: F10.2(2), L4x4x1/4 (A36) bent about a leg, 6 ft", "[aisc360][F10]")
{
    // The angle of the design example F.11A: held at ends and midspan; then at the ends only. Toe compressed.
    Alone a("L4X4X1/4", 36, 58);
    const double sx = in(a.section.igy, 4) / (4 - in(a.section.cz, 1));
    CHECK_THAT(sx, WithinRel(1.03, 0.01)); // of the table
    const auto moment = [&](AngleAxes axes, double lb, double cb, Side side) {
        a.brief.angleAxes = axes;
        return lateralTorsional(Context(a.input, true), lb * kInch, cb, none, side).available / kKip / kInch / 0.9;
    };
    const auto elastic = [&](double lb, double sign) {
        return 0.58 * E * std::pow(4, 4) * 0.25 / (lb * lb) * (std::sqrt(1 + 0.88 * std::pow(lb * 0.25 / 16, 2)) + sign);
    };
    const auto nominal = [](double my, double mcr) {
        return my <= mcr ? std::min(1.5 * my, (1.92 - 1.17 * std::sqrt(my / mcr)) * my) : (0.92 - 0.17 * mcr / my) * mcr;
    };
    const double my = 36 * sx;
    CHECK_THAT(moment(AngleAxes::LegsFree, 72, 1.14, Side::Plus), WithinRel(nominal(0.8 * my, 1.14 * elastic(72, -1)), 1e-6));
    CHECK_THAT(moment(AngleAxes::LegsFree, 72, 1.14, Side::Minus), WithinRel(nominal(0.8 * my, 1.14 * elastic(72, 1)), 1e-6));
    CHECK_THAT(moment(AngleAxes::LegsHeldAtPeak, 36, 1.3, Side::Plus),
               WithinRel(nominal(my, 1.3 * 1.25 * elastic(36, -1)), 1e-6));
    // F10-6 with 0.8·Sx to the toe: 43.3 kip-in in F.11A.
    const double local = flexureMajor(Context(a.input, true), none, Side::Plus).available / kKip / kInch / 0.9;
    CHECK_THAT(local, WithinRel(36 * 0.8 * sx * (2.43 - 1.72 * 16 * std::sqrt(36 / E)), 1e-6));
    CHECK_THAT(local, WithinRel(43.3, 0.012));
    // Unequal legs, the other axis and compression are outside it, and said to be.
    CHECK_FALSE(flexureMinor(Context(a.input, true), none).uncovered.empty());
    Alone unequal("L6X4X1/2", 36, 58);
    unequal.brief.angleAxes = AngleAxes::LegsFree;
    CHECK_FALSE(flexureMajor(Context(unequal.input, true), none).uncovered.empty());
    hold(a, 72 * kInch);
    const OneSpan pressed(a, 72 * kInch, 5, 0, 1, 0, 0, 0), bent(a, 72 * kInch, 0, 0, 1, 0, 0, 0);
    CHECK(strengths(Context(a.input, true), bent.d).outside.empty());
    OneSpan both = pressed;
    both.d.sets[0].compression.value = 5 * kKip;
    CHECK_FALSE(strengths(Context(a.input, true), both.d).outside.empty());
}

TEST_CASE("Hand calculation: cruciform of plates in compression and bending", "[aisc360][E4][F12]")
{
    // Two plates 12 x 1/2 in, 50 ksi: A = 11.75, J = 0.979, Cw = 3.0, outstands 5.75/0.5 = 11.5 > 0.45·sqrt(E/Fy) = 10.8.
    Shape s;
    s.kind = ShapeKind::Cruciform;
    s.h = s.b = 12 * kInch;
    s.tw = s.tf = 0.5 * kInch;
    Alone a(s, 50, 65);
    const double area = 12 * 0.5 + 11.5 * 0.5, i = (0.5 * 1728 + 11.5 * 0.125) / 12, j = 23.5 * 0.125 / 3,
                 cw = 2 * std::pow(12 * 0.5, 3) / 144, fy = 50;
    CHECK_THAT(in(a.section.a, 2), WithinRel(area, 1e-9));
    CHECK_THAT(in(a.section.iy, 4), WithinRel(i, 1e-9));
    CHECK_THAT(in(a.section.iz, 4), WithinRel(i, 1e-9));
    CHECK_THAT(in(a.section.it, 4), WithinRel(j, 1e-9));
    CHECK_THAT(in(a.section.iw, 6), WithinRel(cw, 1e-9));
    const auto strength = [&](double l) {
        return compression(Context(a.input, true), l * kInch, l * kInch, l * kInch, none).available / kKip / 0.9;
    };
    const auto byHand = [&](double l) {
        const double flexural = pi * pi * E / std::pow(l / std::sqrt(i / area), 2),
                     twist = (pi * pi * E * cw / (l * l) + 11200 * j) / (2 * i), fe = std::min(flexural, twist);
        const double fcr = fy / fe <= 2.25 ? std::pow(0.658, fy / fe) * fy : 0.877 * fe;
        // E7 with c1 = 0.22, c2 = 1.49 for the four outstands, where λ exceeds λr·sqrt(Fy/Fcr).
        const double lambda = 11.5, limit = 0.45 * std::sqrt(E / fy);
        double lost = 0;
        if (lambda > limit * std::sqrt(fy / fcr)) {
            const double fel = std::pow(1.49 * limit / lambda, 2) * fy, q = std::sqrt(fel / fcr);
            lost = 4 * 0.5 * 5.75 * (1 - (1 - 0.22 * q) * q);
        }
        return fcr * (area - lost);
    };
    for (const double l : {10.0, 60.0, 120.0, 240.0, 480.0}) {
        INFO(l << " in");
        CHECK_THAT(strength(l), WithinRel(byHand(l), 1e-9));
    }
    const double sx = i / 6;
    CHECK_THAT(flexureMajor(Context(a.input, true), none).available / kKip / kInch,
               WithinRel(0.9 * fy * sx, 1e-9)); // 11.5 < 13
    CHECK(shearMajor(Context(a.input, true), {}, none).available / kKip < 0.9 * 0.6 * fy * 6 * (1 + 1e-9));
    // Deep upright plate: elastic moment π/L·sqrt(E·I·G·J), never above first yield.
    s.h = 20 * kInch;
    s.b = 6 * kInch;
    Alone deep(s, 50, 65);
    const double iz = in(deep.section.iz, 4), jd = in(deep.section.it, 4), l = 30 * 12;
    CHECK_THAT(lateralTorsional(Context(deep.input, true), l * kInch, 1.0, none).available / kKip / kInch,
               WithinRel(0.9 * std::min(fy * in(deep.section.wely, 3), pi / l * std::sqrt(E * iz * 11200 * jd)), 1e-9));
}
