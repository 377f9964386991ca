// EN 1993-1-5 section 5 and 7.1 by hand: flanges that help a web, walls of tubes, channels; and what follows from the sign of
// moments and loads where C1, C2 and C3 are stated (EN 1993-1-1 6.3.2).
#include "tests/verification/en_alone.h"

#include <cmath>

using namespace wr;
using namespace wr::en1993;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;
using test::EnAlone;
using test::sectionRatio;

namespace {

NoTrace none;
const double eps = std::sqrt(235.0 / 355);

Shape girder()
{
    Shape s;
    s.kind = ShapeKind::I;
    s.welded = true;
    s.h = 1.24;
    s.b = 0.3;
    s.tw = 0.008;
    s.tf = 0.02;
    return s;
}
Shape tube(double h, double b, double t)
{
    Shape s;
    s.kind = ShapeKind::Rhs;
    s.h = h;
    s.b = b;
    s.t = t;
    s.ri = t;
    s.ro = 2 * t;
    s.process = Process::Hot;
    return s;
}

} // namespace

TEST_CASE("EN 1993-1-5 5.4: the flanges' part of the shear resistance by hand", "[en1993][shear]")
{
    EnAlone m(girder(), 355);
    m.brief.stiffenerSpacing = 1.8;
    test::option(m.brief, "en1993", "rigidEndPost", true);
    const Context c(m.input);
    CHECK(flangesHelpShear(c));
    const double web = shearBuckling(c, Axis::Y, none).value;
    // Flanges: c/t = 146/20 = 7.3, whole. Mf = 0.3·0.02·1.22·355 = 2599 kN·m.
    const double mf = 0.3 * 0.02 * 1.22 * 355e6;
    CHECK_THAT(flangeMoments(c, Axis::Y, 0, none).flanges, WithinRel(mf, 1e-9));
    CHECK_THAT(flangeMoments(c, Axis::Y, 852e3, none).flanges, WithinRel(mf * (1 - 852e3 / (2 * 0.3 * 0.02 * 355e6)), 1e-9));
    const double hinge = 1.8 * (0.25 + 1.6 * 0.3 * 0.02 * 0.02 / (0.008 * 1.2 * 1.2)); // 15ε·tf on each side is more than b
    const double vbf = 0.3 * 0.02 * 0.02 * 355e6 / hinge;
    CHECK_THAT(shearWithFlanges(c, 0, 0, none).value, WithinRel(web + vbf, 1e-9));
    CHECK_THAT(shearWithFlanges(c, 0, 0.6 * mf, none).value, WithinRel(web + vbf * (1 - 0.36), 1e-9));
    CHECK_THAT(shearWithFlanges(c, 0, 1.01 * mf, none).value, WithinRel(web, 1e-12));
    // Never more than η·fy·hw·tw/√3.
    EnAlone close(girder(), 355);
    close.brief.stiffenerSpacing = 0.3;
    CHECK(shearWithFlanges(Context(close.input), 0, 0, none).value <= 1.2 * 1.2 * 0.008 * 355e6 / std::sqrt(3.0) * (1 + 1e-9));
    m.brief.stiffenerSpacing.reset();
    CHECK_FALSE(flangesHelpShear(Context(m.input)));
}

TEST_CASE("EN 1993-1-5 5.4: the check takes the moment that stands beside each shear", "[en1993][shear]")
{
    // Cantilever-like diagram: 900 kN all along, moment from 0 to 5400 kN·m: at the end the flanges are used up.
    const auto outcomeOf = [](double scale) {
        const std::string text = fmt::format(
            R"({{"format":"wren-frame","version":1,"materials":[{{"id":"M","e":210000,"g":80770,"density":7850,"fy":355,
"fu":490}}],
"sections":[{{"id":"S","shape":"i","h":1240,"b":300,"tw":8,"tf":20,"a":5}}],
"nodes":[{{"id":"1","at":[0,0,0]}},{{"id":"2","at":[6,0,0]}}],
"elements":[{{"id":"E","nodes":["1","2"],"section":"S","material":"M"}}],"cases":[{{"id":"G"}}],
"combinations":[{{"id":"U","terms":{{"G":1}}}}],
"results":[{{"case":"G","elements":[{{"element":"E","stations":[{{"s":0,"vz":{0},"my":0}},
{{"s":6,"vz":{0},"my":{1}}}]}}]}}],
"design":{{"standard":"en1993","members":[{{"id":"E","elements":["E"],"brief":"b"}}],
"briefs":[{{"id":"b","stiffenerSpacing":1.8}}]}}}})",
            900 * scale, 5400 * scale);
        const auto model = test::modelOf(test::frameOf(text));
        const MemberResult r = model->check(0);
        const CheckOutcome o = test::outcome(*model, r, 0, "shear-major");
        double printed = 0;
        for (const TraceStep& s : model->explain(0, o).steps)
            if (s.label.symbol == "ratio") printed = s.value;
        CHECK_THAT(printed, WithinRel(o.ratio, 1e-12));
        return o;
    };
    EnAlone m(girder(), 355);
    m.brief.stiffenerSpacing = 1.8;
    const Context c(m.input);
    const double web = shearBuckling(c, Axis::Y, none).value;
    const CheckOutcome large = outcomeOf(0.8); // M = 4320 kN·m over Mf = 2599 at the end
    CHECK_THAT(large.ratio, WithinRel(720e3 / web, 1e-9));
    CHECK_THAT(large.at, WithinAbs(6.0, 3.5));
    const CheckOutcome small = outcomeOf(0.3); // M = 1620 kN·m: both parts everywhere, least at the end
    CHECK_THAT(small.ratio, WithinRel(270e3 / shearWithFlanges(c, 0, 1620e3, none).value, 1e-9));
    CHECK(small.clause == "EN 1993-1-5 5.4");
}

TEST_CASE("EN 1993-1-5 5.2: walls of rectangular tubes buckle in shear in either direction", "[en1993][shear]")
{
    // SHS 400x6: hw = 400 - 18 = 382, 63.7 > 72ε/1.2 = 48.8; λw = 0.906, χ = 0.83/λw.
    const EnAlone m(tube(0.4, 0.4, 0.006), 355);
    const Context c(m.input);
    CHECK(shearBuckles(c, Axis::Y));
    CHECK(shearBuckles(c, Axis::Z));
    const double l = 382.0 / 6 / (86.4 * eps), v = 0.83 / l * 2 * 0.382 * 0.006 * 355e6 / std::sqrt(3.0);
    CHECK_THAT(shearBuckling(c, Axis::Y, none).value, WithinRel(v, 1e-9));
    CHECK_THAT(shearBuckling(c, Axis::Z, none).value, WithinRel(v, 1e-9));
    // RHS 400x150x6: only the deep walls do.
    const EnAlone deep(tube(0.4, 0.15, 0.006), 355);
    CHECK(shearBuckles(Context(deep.input), Axis::Y));
    CHECK_FALSE(shearBuckles(Context(deep.input), Axis::Z));
    // Turned by 90° the forces give the same.
    const double m1 = sectionRatio(m, {{0, 150e3, 0}, 0, 0.9 * v, 0}), m2 = sectionRatio(m, {{0, 0, 150e3}, 0.9 * v, 0, 0});
    CHECK_THAT(m1, WithinRel(m2, 1e-9));
    // A torque of T adds T/(2·Ah)·h to each of two walls: T/b.
    const Strengths s = strengths(c, {});
    CHECK_THAT(s.constants.torqueZ, WithinRel(1 / 0.394, 1e-9));
}

TEST_CASE("EN 1993-1-5 7.1: bending beside shear that buckles, for I, tubes and channels by hand", "[en1993][shear]")
{
    // Girder: Mpl and Mf with M between them, V = 0.9·Vbw.
    const EnAlone m(girder(), 355);
    const Context c(m.input);
    const double v = shearBuckling(c, Axis::Y, none).value, mf = 0.3 * 0.02 * 1.22 * 355e6, mpl = m.section.wply * 355e6;
    const double e1 = 0.85, want = e1 + (1 - mf / mpl) * 0.8 * 0.8;
    CHECK(e1 * mpl > mf);
    CHECK_THAT(sectionRatio(m, {{0, e1 * mpl, 0}, 0, 0.9 * v, 0}), WithinRel(want, 1e-9));
    // Below the flanges' own moment shear costs nothing.
    CHECK_THAT(sectionRatio(m, {{0, 0.6 * mf, 0}, 0, 0.9 * v, 0}),
               WithinRel(sectionRatio(m, {{0, 0.6 * mf, 0}, 0, 0, 0}), 1e-9));
    // Tube 400x150x8: flanges c/t = 126/8 = 15.75, whole; two webs.
    const EnAlone t(tube(0.4, 0.15, 0.006), 355);
    const Context tc(t.input);
    const double tv = shearBuckling(tc, Axis::Y, none).value, tf = 0.15 * 0.006 * 0.394 * 355e6, tp = t.section.wply * 355e6;
    CHECK_THAT(sectionRatio(t, {{0, 0.8 * tp, 0}, 0, 0.8 * tv, 0}), WithinRel(0.8 + (1 - tf / tp) * 0.36, 1e-9));
    // A welded-like channel with a thin web: 600 x 120, web 6, flanges 16.
    Shape ch;
    ch.kind = ShapeKind::Channel;
    ch.h = 0.6;
    ch.b = 0.12;
    ch.tw = 0.006;
    ch.tf = 0.016;
    ch.r = 0.006;
    const EnAlone u(ch, 355);
    const Context uc(u.input);
    REQUIRE(shearBuckles(uc, Axis::Y));
    const double uv = shearBuckling(uc, Axis::Y, none).value, uf = 0.12 * 0.016 * 0.584 * 355e6, up = u.section.wply * 355e6;
    const double med = 0.5 * (uf + u.section.wely * 355e6);
    REQUIRE(med > uf);
    CHECK_THAT(sectionRatio(u, {{0, med, 0}, 0, 0.95 * uv, 0}),
               WithinRel(std::max(med / (u.section.wely * 355e6), med / up + (1 - uf / up) * 0.9 * 0.9), 0.02));
}

TEST_CASE("EN 1993 6.3.2: stated C1, C2 and C3 follow the compressed flange and the way the loads act", "[en1993][6.3.2]")
{
    Shape s;
    s.kind = ShapeKind::IUnequal;
    s.welded = true;
    s.h = 0.5;
    s.b = 0.3;
    s.tf = 0.016;
    s.b2 = 0.18;
    s.tf2 = 0.012;
    s.tw = 0.009;
    EnAlone m(s, 355);
    m.brief.loadHeight = LoadHeight::Top;
    test::option(m.brief, "en1993", "c1", 1.13);
    test::option(m.brief, "en1993", "c2", 0.45);
    test::option(m.brief, "en1993", "c3", 0.53);
    const Context c(m.input);
    const auto critical = [&](double moment, double load) {
        Segment g;
        g.length = 8;
        for (size_t k = 0; k < Segment::kSamples; ++k) {
            const double x = static_cast<double>(k) / (Segment::kSamples - 1);
            g.m[k] = 4 * x * (1 - x) * moment;
            g.q[k] = load;
        }
        g.largest = std::abs(moment);
        return criticalOf(c, g, none).mcr;
    };
    const double ncr = kPi * kPi * 210e9 * m.section.iz / 64,
                 m0 = ncr * std::sqrt(m.section.iw / m.section.iz + 210e9 / 2.6 * m.section.it / ncr);
    const double za = m.section.iy / m.section.welyTop - m.section.zs, zj = -m.section.betay / 2;
    CHECK(zj > 0); // the larger flange is at the top
    const auto byHand = [&](double zg, double zjs) {
        const double d = 0.45 * zg - 0.53 * zjs;
        return 1.13 * (std::sqrt(m0 * m0 + ncr * d * ncr * d) - ncr * d);
    };
    CHECK_THAT(critical(100e3, 1e3), WithinRel(byHand(za, zj), 1e-9));     // sagging under gravity
    CHECK_THAT(critical(-100e3, -1e3), WithinRel(byHand(-za, -zj), 1e-9)); // hogging under uplift
    CHECK_THAT(critical(-100e3, 1e3), WithinRel(byHand(za, -zj), 1e-9));   // hogging, loads from above
}

TEST_CASE("EN 1993-1-5 4.4: legs of a pair count whole, like those of one angle", "[en1993][class4]")
{
    Shape pair;
    pair.kind = ShapeKind::DoubleAngle;
    pair.h = pair.b = 0.15;
    pair.t = 0.01;
    pair.r = 0.016;
    pair.gap = 0.01;
    pair.longBack = true;
    const EnAlone m(pair, 275);
    const Context c(m.input);
    const double e275 = std::sqrt(235.0 / 275), l = 15 / (28.4 * e275 * std::sqrt(0.43)), rho = (l - 0.188) / (l * l);
    CHECK_THAT(effectiveOf(c, platesOf(c)).a, WithinRel(m.section.a - 4 * (1 - rho) * 0.15 * 0.01, 1e-9));
    Shape one = pair;
    one.kind = ShapeKind::Angle;
    const EnAlone a(one, 275);
    const Context ca(a.input);
    CHECK_THAT(effectiveOf(ca, platesOf(ca)).a, WithinRel(effectiveOf(c, platesOf(c)).a / 2, 1e-4));
}

TEST_CASE("EN 1993 6.3.2.3: the curve of very deep rolled sections by a set of national parameters", "[en1993][6.3.2]")
{
    Shape s;
    s.kind = ShapeKind::I;
    s.h = 0.97;
    s.b = 0.3;
    s.tw = 0.016;
    s.tf = 0.021;
    s.r = 0.03; // h/b = 3.23
    EnAlone m(s, 355);
    CHECK(ltbCurve(Context(m.input), true) == Curve::C);
    const auto& sets = shippedNationalSets();
    const auto uk = std::find_if(sets.begin(), sets.end(), [](const NationalSet& n) { return n.id == "uk"; });
    REQUIRE(uk != sets.end());
    const auto rules = rulesOf(m.brief, &*uk);
    m.input.rules = rules.get();
    CHECK(ltbCurve(Context(m.input), true) == Curve::D);
    CHECK(ltbCurve(Context(m.input), false) == Curve::B); // 6.3.2.2 has no such step
}

TEST_CASE("EN 1993 6.3.2: a flange held by itself: M_cr goes with the moment that compresses the other one", "[en1993][6.3.2]")
{
    // IPE 400, 8 m, top flange held all along; -hog at the ends, +100 kN·m in the middle: only the hogging part can buckle it.
    const auto mb = [](double hog) {
        std::string stations;
        const double q = 8 * (100 + hog) / 64;
        for (int k = 0; k <= 16; ++k) {
            const double x = 0.5 * k;
            stations +=
                fmt::format(R"({}{{"s":{},"vz":{},"my":{}}})", k ? "," : "", x, q * (4 - x), -hog + q * x * (8 - x) / 2);
        }
        const auto model = test::modelOf(test::frameOf(fmt::format(
            R"({{"format":"wren-frame","version":1,"materials":[{{"id":"M","e":210000,"g":80769.23,"density":7850,
"fy":355,"fu":490}}],"sections":[{{"id":"S","name":"IPE400"}}],
"nodes":[{{"id":"1","at":[0,0,0]}},{{"id":"2","at":[8,0,0]}}],
"elements":[{{"id":"E","nodes":["1","2"],"section":"S","material":"M"}}],"cases":[{{"id":"G"}}],
"combinations":[{{"id":"U","terms":{{"G":1}}}}],"results":[{{"case":"G",
"elements":[{{"element":"E","stations":[{}]}}]}}],
"design":{{"standard":"en1993","members":[{{"id":"E","elements":["E"]}}],
"restraints":[{{"member":"E","at":0,"to":8,"holds":["top"]}}]}}}})",
            stations)));
        const MemberResult r = model->check(0);
        const CheckOutcome o = test::outcome(*model, r, 0, "ltb");
        CHECK_THAT(o.demand, WithinRel(hog * 1e3, 1e-6));
        double mcr = 0, factor = 0, printed = 0;
        for (const TraceStep& s : model->explain(0, o).steps) {
            if (s.label.symbol == "M_cr") mcr = s.value;
            if (s.label.formula == "C_1*M_0") factor = s.value / 100e3; // of the whole diagram, whose largest is 100 kN·m
            if (s.label.symbol == "ratio") printed = s.value;
        }
        CHECK_THAT(printed, WithinRel(o.ratio, 1e-12));
        const EnAlone m("IPE400", 355);
        const double uniform = uniformCriticalMoment(stiffnessOf(Context(m.input)), 8, {1, 1});
        CHECK_THAT(mcr, WithinRel(std::max(factor * hog * 1e3, std::min(factor * 100e3, uniform)), 1e-3));
        return o.capacity;
    };
    const double little = mb(40), some = mb(60), much = mb(95);
    CHECK(some >= little * (1 - 1e-6));
    CHECK(much >= some * (1 - 1e-6));
}
