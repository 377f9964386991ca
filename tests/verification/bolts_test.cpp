// Bolts against tables that are printed: AISC Manual, 15th and 16th edition, Tables 7-1, 7-2, 7-4, 7-5; EN 1993-1-8 Table 3.4
// as tables of resistances print it; and by hand.
#include "core/standards/standard.h"
#include "tests/standards/recompute.h"
#include "tests/support.h"

using namespace wr;
using namespace wr::test;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {


const Standard& standardOf(std::string_view key)
{
    const Standard* s = shippedStandard(key);
    REQUIRE(s != nullptr);
    REQUIRE(s->bolts != nullptr);
    return *s;
}

BoltLayout inches(double d, const char* grade, bool threads, int planes = 1)
{
    BoltLayout b;
    b.count = 1;
    b.diameter = d * kInch;
    b.grade = grade;
    b.threadsInShear = threads;
    b.planes = planes;
    b.plate = kInch;
    b.plateFu = 58 * kKsi;
    b.edge = 10 * kInch;
    return b;
}

double stepOf(const BoltLook& look, std::string_view symbol)
{
    for (const TraceStep& s : look.trace.steps)
        if (s.label.symbol == symbol) return s.value;
    FAIL("no step " << symbol);
    return 0;
}

} // namespace

TEST_CASE("bolts: AISC 360 J3 as the Manual's tables print it, kips", "[bolts][verification]")
{
    struct Row
    {
        double d;
        const char* grade;
        bool threads;
        int planes;
        double lrfd, asd; // Table 7-1
    };
    // Table 7-1, available shear strength of bolts.
    for (const Row& r : {Row{0.75, "A325", true, 1, 17.9, 11.9}, Row{0.75, "A325", false, 1, 22.5, 15.0},
                         Row{0.75, "A325", true, 2, 35.8, 23.9}, Row{0.875, "A325", true, 1, 24.4, 16.2},
                         Row{1.0, "A325", false, 1, 40.0, 26.7}, Row{0.75, "A490", true, 1, 22.5, 15.0},
                         Row{0.75, "A490", false, 1, 27.8, 18.6}, Row{1.0, "A490", true, 2, 80.1, 53.4},
                         Row{0.75, "A307", true, 1, 8.97, 5.97}}) {
        INFO(r.d << " " << r.grade << " " << r.planes);
        const BoltLayout b = inches(r.d, r.grade, r.threads, r.planes);
        CHECK_THAT(stepOf(standardOf("aisc360-22-lrfd").bolts(b, {1, 0}, nullptr), "R_v") / kKip, WithinRel(r.lrfd, 5e-3));
        CHECK_THAT(stepOf(standardOf("aisc360-22-asd").bolts(b, {1, 0}, nullptr), "R_v") / kKip, WithinRel(r.asd, 5e-3));
    }
    // Table 7-2, available tensile strength of bolts.
    for (const auto& [d, grade, lrfd, asd] :
         {std::tuple{0.75, "A325", 29.8, 19.9}, std::tuple{0.875, "A325", 40.6, 27.1}, std::tuple{1.0, "A325", 53.0, 35.3},
          std::tuple{0.75, "A490", 37.4, 25.0}, std::tuple{0.75, "A307", 14.9, 9.94}}) {
        const BoltLayout b = inches(d, grade, true);
        CHECK_THAT(stepOf(standardOf("aisc360-16-lrfd").bolts(b, {0, 1}, nullptr), "R_t") / kKip, WithinRel(lrfd, 5e-3));
        CHECK_THAT(stepOf(standardOf("aisc360-16-asd").bolts(b, {0, 1}, nullptr), "R_t") / kKip, WithinRel(asd, 5e-3));
    }
    // Tables 7-4 and 7-5, bearing and tearout a bolt and an inch of thickness, F_u = 58 ksi, standard holes.
    const auto bearing = [&](double d, double spacing, double edge) {
        BoltLayout b = inches(d, "A325", true);
        b.count = spacing > 0 ? 2 : 1;
        b.pitch = spacing * kInch;
        b.edge = edge * kInch;
        return stepOf(standardOf("aisc360-22-lrfd").bolts(b, {1, 0}, nullptr), "R_h") / kKip / b.count;
    };
    CHECK_THAT(bearing(0.75, 2.0, 10), WithinRel(62.0, 5e-3)); // s = 2⅔ d
    CHECK_THAT(bearing(0.75, 3.0, 10), WithinRel(78.3, 5e-3)); // s = 3 in
    CHECK_THAT(bearing(0.875, 3.0, 10), WithinRel(91.3, 5e-3));
    CHECK_THAT(bearing(0.75, 0, 1.25), WithinRel(44.0, 5e-3)); // L_e = 1¼ in
    CHECK_THAT(bearing(0.75, 0, 2.0), WithinRel(78.3, 5e-3));  // L_e = 2 in
    CHECK_THAT(bearing(0.875, 0, 1.25), WithinRel(40.8, 5e-3));
    // The edition of 2005 has less shear.
    CHECK_THAT(stepOf(standardOf("aisc360-05-lrfd").bolts(inches(0.75, "A325", true), {1, 0}, nullptr), "R_v") / kKip,
               WithinRel(15.9, 5e-3));
}

TEST_CASE("bolts: tension beside shear by J3-3a is the reduced strength of the clause", "[bolts]")
{
    for (const bool lrfd : {true, false}) {
        const Standard& s = standardOf(lrfd ? "aisc360-22-lrfd" : "aisc360-22-asd");
        BoltLayout b = inches(0.75, "A325", true);
        b.count = 4;
        const double area = 4 * 0.44178647 * kInch * kInch, safety = lrfd ? 0.75 : 0.5;
        const double frv = 30 * kKsi * safety / 0.75, v = frv * area;
        // F'nt = 1.3 Fnt − Fnt/(φ Fnv)·frv, with Ω in the place of 1/φ.
        const double reduced = std::min(90.0, 1.3 * 90 - 90 / (safety * 54) * frv / kKsi) * kKsi;
        const double t = safety * reduced * area;
        const BoltLook look = s.bolts(b, {v, t}, nullptr);
        CHECK_THAT(look.together, WithinRel(1.0, 1e-6));
        CHECK(recompute(look.trace) > 5);
        CHECK_THAT(s.bolts(b, {v / 2, t / 2}, nullptr).together, WithinRel(0.5, 1e-6)); // it goes with the forces
    }
}

TEST_CASE("bolts: EN 1993-1-8 Table 3.4 as tables of resistances print it, kN", "[bolts][verification]")
{
    const Standard& s = standardOf("en1993");
    const auto layout = [](double mm, const char* grade, bool threads = true) {
        BoltLayout b;
        b.count = 1;
        b.diameter = mm / 1000;
        b.grade = grade;
        b.threadsInShear = threads;
        return b;
    };
    // Shear in threads, tension; gamma_M2 = 1.25.
    for (const auto& [d, grade, shear, tension] :
         {std::tuple{12.0, "8.8", 32.4, 48.6}, std::tuple{16.0, "8.8", 60.3, 90.4}, std::tuple{20.0, "8.8", 94.1, 141.0},
          std::tuple{24.0, "8.8", 136.0, 203.0}, std::tuple{30.0, "8.8", 215.0, 323.0}, std::tuple{16.0, "4.6", 30.1, 45.2},
          std::tuple{20.0, "4.6", 47.0, 70.6}, std::tuple{20.0, "10.9", 98.0, 176.0}, std::tuple{24.0, "10.9", 141.0, 254.0}}) {
        INFO(d << " " << grade);
        const BoltLook look = s.bolts(layout(d, grade), {1e3, 1e3}, nullptr);
        CHECK(look.refused.empty());
        CHECK_THAT(stepOf(look, "F_vRd") / 1e3, WithinRel(shear, 5e-3));
        CHECK_THAT(stepOf(look, "F_tRd") / 1e3, WithinRel(tension, 5e-3));
        CHECK(recompute(look.trace) >= 7);
    }
    // Bearing by hand: M20 in S275 (f_u 410), t 10, e1 40, p1 60, e2 50, p2 100: d0 22, αd = min(40/66, 60/66 − 0.25) = 0.6061,
    // k1 = 2.5: 2.5·0.6061·410·20·10/1.25 = 99.4 kN a bolt.
    BoltLayout b = layout(20, "8.8");
    b.count = 2;
    b.plateFu = 410e6;
    b.edge = 0.040, b.pitch = 0.060, b.edgeAcross = 0.050, b.pitchAcross = 0.100;
    CHECK_THAT(stepOf(s.bolts(b, {1, 0}, nullptr), "F_bRd") / 1e3, WithinRel(2 * 99.394, 1e-4));
    b.edge = 0.030; // 30/66 = 0.4545
    CHECK_THAT(stepOf(s.bolts(b, {1, 0}, nullptr), "F_bRd") / 1e3, WithinRel(2 * 74.545, 1e-4));
    // Together: 1.0 where shear is at half and tension at 0.7 of its strength.
    const BoltLook both = s.bolts(layout(20, "8.8"), {0.5 * 94080, 0.7 * 141120}, nullptr);
    CHECK_THAT(both.together, WithinRel(1.0, 1e-9));
    // What is stated by the national parameters stands.
    Frame f;
    NationalSet n;
    n.id = "own";
    n.values.insert_or_assign("gammaM2", OptionValue(1.35));
    Brief brief;
    const auto rules = s.rules(brief, &n);
    CHECK_THAT(stepOf(s.bolts(layout(20, "8.8"), {1, 0}, rules.get()), "F_vRd") / 1e3, WithinRel(94.08 * 1.25 / 1.35, 1e-6));
}

TEST_CASE("bolts: what is impossible is refused with a reason", "[bolts]")
{
    for (const std::string_view key : {"aisc360-22-lrfd", "en1993"}) {
        const Standard& s = standardOf(key);
        BoltLayout good;
        good.grade = s.boltGrades.front();
        CHECK(s.bolts(good, {1e3, 1e3}, nullptr).refused.empty());
        const auto refused = [&](auto change) {
            BoltLayout b = good;
            change(b);
            return !s.bolts(b, {1e3, 0}, nullptr).refused.empty();
        };
        CHECK(refused([](BoltLayout& b) { b.count = 0; }));
        CHECK(refused([](BoltLayout& b) { b.diameter = 0.001; }));
        CHECK(refused([](BoltLayout& b) { b.grade = "12.9x"; }));
        CHECK(refused([](BoltLayout& b) { b.plate = 0; }));
        CHECK(refused([](BoltLayout& b) { b.plateFu = std::nan(""); }));
        CHECK(refused([](BoltLayout& b) { b.edge = -1; }));
        CHECK(refused([](BoltLayout& b) { b.edge = 0.005; })); // the hole reaches the edge, or nearer than the least
        CHECK(refused([](BoltLayout& b) { b.planes = 3; }));
    }
    // The distances that are taken where none are stated are the worst allowed: more room is never worse.
    for (const std::string_view key : {"aisc360-22-lrfd", "en1993"}) {
        const Standard& s = standardOf(key);
        BoltLayout b;
        b.grade = s.boltGrades.front();
        const double least = s.bolts(b, {1e5, 0}, nullptr).bearing;
        b.edge = 0.060, b.pitch = 0.080, b.edgeAcross = 0.060, b.pitchAcross = 0.080;
        CHECK(s.bolts(b, {1e5, 0}, nullptr).bearing < least);
    }
}
