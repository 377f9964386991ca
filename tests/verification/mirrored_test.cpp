// One member looked at from its other end, from behind and upside down: every check of every shape gives the same number. The
// frames differ in the file only.
#include "tests/support.h"

#include <cmath>
#include <random>

using namespace wr;

namespace {

struct Place
{
    double s, n, vy, vz, t, my, mz;
};
struct Held
{
    double at;
    bool minor, top, bottom, twist;
};
struct Case
{
    std::string section, standard, brief;
    double length = 6;
    std::vector<Place> places;
    std::vector<Held> holds;
    int free = 0;           // 1: nothing holds the end at `length`, 2: the one at 0
    int height = 0;         // of the loads: 1 on top, -1 below
    bool backwards = false; // the element is drawn from the far end
};

// Moments of loads and end moments, quadratics between equal places; shears their slopes.
Case random(std::mt19937& r, const std::string& section, const std::string& standard)
{
    const auto u = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(r); };
    Case c;
    c.section = section;
    c.standard = standard;
    c.length = u(2, 9);
    const bool pulled = u(0, 1) < 0.3, axial = u(0, 1) < 0.8, major = u(0, 1) < 0.9, minor = u(0, 1) < 0.5;
    const double n = axial ? u(5, 60) * (pulled ? 1 : -1) : 0;
    const double a1 = u(-8, 8), b1 = u(-8, 8), q1 = u(-3, 3), a2 = u(-2, 2), b2 = u(-2, 2), q2 = u(-0.6, 0.6);
    c.height = std::uniform_int_distribution<int>(-1, 1)(r);
    if (u(0, 1) < 0.3) { // a cantilever with loads along it and at its tip
        c.free = 1;
        for (int i = 0; i <= 20; ++i) {
            const double s = c.length * i / 20, d = c.length - s;
            const double my = a1 * d / c.length + q1 * d * d / 2, mz = a2 * d / c.length + q2 * d * d / 2;
            c.places.push_back({s, n, minor ? a2 / c.length + q2 * d : 0, major ? -a1 / c.length - q1 * d : 0, 0,
                                major ? my : 0, minor ? mz : 0});
        }
        return c;
    }
    for (int i = 0; i <= 20; ++i) {
        const double x = i / 20.0, s = x * c.length;
        const auto m = [&](double a, double b, double q) { return a + (b - a) * x + q * s * (c.length - s) / 2; };
        const auto v = [&](double a, double b, double q) { return (b - a) / c.length + q * (c.length - 2 * s) / 2; };
        c.places.push_back({s, n, minor ? -v(a2, b2, q2) : 0, major ? v(a1, b1, q1) : 0, 0, major ? m(a1, b1, q1) : 0,
                            minor ? m(a2, b2, q2) : 0});
    }
    for (int k = std::uniform_int_distribution<int>(0, 2)(r); k > 0; --k)
        c.holds.push_back({u(0.15, 0.85) * c.length, u(0, 1) < 0.6, u(0, 1) < 0.4, u(0, 1) < 0.4, u(0, 1) < 0.3});
    return c;
}

// Seen in a mirror across the member's middle.
Case mirrored(Case c)
{
    std::reverse(c.places.begin(), c.places.end());
    for (Place& p : c.places) {
        p.s = c.length - p.s;
        p.vy = -p.vy;
        p.vz = -p.vz;
        p.t = -p.t;
    }
    for (Held& h : c.holds)
        h.at = c.length - h.at;
    c.free = c.free == 0 ? 0 : 3 - c.free;
    return c;
}
// The other sign of the moment about y: what was on top is below.
Case upsideDown(Case c)
{
    for (Place& p : c.places) {
        p.my = -p.my;
        p.vz = -p.vz;
    }
    for (Held& h : c.holds)
        std::swap(h.top, h.bottom);
    c.height = -c.height;
    return c;
}
Case fromBehind(Case c)
{
    for (Place& p : c.places) {
        p.mz = -p.mz;
        p.vy = -p.vy;
    }
    return c;
}

std::string text(const Case& c)
{
    std::string stations, holds;
    std::vector<Place> places = c.places;
    if (c.backwards) { // the element's x and y turn round, its z stays; the member runs with the element
        std::reverse(places.begin(), places.end());
        for (Place& p : places) {
            p.s = c.length - p.s;
            p.vz = -p.vz;
            p.mz = -p.mz;
            p.vy = p.vy; // turned with y, and seen from the other end
        }
    }
    for (const Place& p : places)
        stations += fmt::format(R"({}{{"s":{:.17g},"n":{},"vy":{},"vz":{},"t":{},"my":{},"mz":{}}})",
                                stations.empty() ? "" : ",", p.s, p.n, p.vy, p.vz, p.t, p.my, p.mz);
    for (const Held& h : c.holds) {
        std::string words;
        for (const auto& [on, word] : {std::pair{h.minor, "minor"}, {h.top, "top"}, {h.bottom, "bottom"}, {h.twist, "twist"}})
            if (on) words += fmt::format(R"({}"{}")", words.empty() ? "" : ",", word);
        if (words.empty()) continue;
        holds += fmt::format(R"({}{{"member":"E","at":{:.17g},"holds":[{}]}})", holds.empty() ? "" : ",",
                             c.backwards ? c.length - h.at : h.at, words);
    }
    // Node 1 is where the element starts.
    const std::string both = R"(,"support":{"ux":true,"uy":true,"uz":true,"rx":true})",
                      fixed = R"(,"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true})";
    const auto support = [&](bool atLength) {
        if (c.free == 0) return both;
        return (c.free == 1) == atLength ? std::string() : fixed;
    };
    const std::string far = fmt::format("[{:.17g},0,0]", c.length), near = "[0,0,0]";
    return fmt::format(
        R"({{"format":"wren-frame","version":1,"units":{{"length":"m","force":"kN","section":"mm","stress":"MPa"}},
"materials":[{{"id":"M","e":200000,"g":77000,"density":7850,"fy":345,"fu":450}}],"sections":[{{"id":"S",{}}}],
"nodes":[{{"id":"1","at":{}{}}},{{"id":"2","at":{}{}}}],
"elements":[{{"id":"E","nodes":["1","2"],"section":"S","material":"M"}}],"cases":[{{"id":"G"}}],
"combinations":[{{"id":"U","terms":{{"G":1}}}}],
"results":[{{"combination":"U","order":"second","elements":[{{"element":"E","stations":[{}]}}]}}],
"design":{{"standard":"{}","members":[{{"id":"E","elements":["E"],"brief":"B"}}],"restraints":[{}],
"briefs":[{{"id":"B"{}}}]}}}})",
        c.section, c.backwards ? far : near, support(c.backwards), c.backwards ? near : far, support(!c.backwards), stations,
        c.standard, holds,
        c.brief + (c.height == 0  ? ""
                   : c.height > 0 ? R"(,"loadHeight":"top")"
                                  : R"(,"loadHeight":"bottom")"));
}

struct Answer
{
    std::string words;
    MemberResult result;
};
Answer answerOf(const Case& c)
{
    const auto m = test::modelOf(test::frameOf(text(c)));
    Answer out{"", m->check(0)};
    for (const CheckOutcome& o : out.result.outcomes)
        out.words += fmt::format("{} {} {:.9g}; ", m->standardOf(0).checks[o.check].key, statusWord(o.status), o.ratio);
    return out;
}

// Row by row, whatever the order of rounding.
void checkSame(const Answer& a, const Answer& b)
{
    CAPTURE(a.words, b.words);
    REQUIRE(a.result.outcomes.size() == b.result.outcomes.size());
    for (size_t i = 0; i < a.result.outcomes.size(); ++i) {
        const CheckOutcome &x = a.result.outcomes[i], &y = b.result.outcomes[i];
        CHECK(x.status == y.status);
        if (x.status == Status::Unchecked || x.status == Status::NotApplicable) continue;
        CHECK_THAT(x.ratio, Catch::Matchers::WithinRel(y.ratio, 1e-6) || Catch::Matchers::WithinAbs(y.ratio, 1e-9));
    }
}

struct Kind
{
    const char *section, *brief;
    bool topLikeBottom, leftLikeRight;
};

} // namespace

TEST_CASE("mirrored: every shape gives the same answer from either end, and where it is symmetric from either side",
          "[verification][mirrored]")
{
    const std::vector<Kind> kinds{
        {R"("name":"W10X49")", "", true, true},
        {R"("name":"IPE300")", "", true, true},
        {R"("shape":"i-unequal","h":400,"b":220,"tf":16,"b2":140,"tf2":12,"tw":8)", "", false, true},
        {R"("shape":"i","h":600,"b":160,"tf":8,"tw":5)", "", true, true},
        {R"("name":"C10X30")", "", true, false},
        {R"("name":"WT6X25")", "", false, true},
        {R"("name":"L4X4X1/2")", "", false, false},
        {R"("name":"L6X4X1/2")", "", false, false},
        {R"("name":"2L4X4X1/2X3/8")", R"(,"connectors":{"spacing":0.3})", false, true},
        {R"("shape":"rhs","h":200,"b":100,"t":6,"process":"hot")", "", true, true},
        {R"("shape":"chs","d":168.3,"t":6.3,"process":"hot")", "", true, true},
        {R"("shape":"cruciform","h":200,"b":200,"tf":12,"tw":12)", "", true, true},
        {R"("shape":"bar-flat","h":120,"b":30)", "", true, true},
        {R"("shape":"bar-round","d":60)", "", true, true},
    };
    std::mt19937 r(20261129);
    for (const Kind& kind : kinds)
        for (const char* standard : {"aisc360-22-lrfd", "aisc360-16-asd", "en1993"})
            for (int n = 0; n < 12; ++n) {
                Case c = random(r, kind.section, standard);
                c.brief = kind.brief;
                CAPTURE(kind.section, standard, n);
                const Answer a = answerOf(c);
                {
                    INFO("mirrored across its middle");
                    checkSame(a, answerOf(mirrored(c)));
                }
                {
                    INFO("drawn from the other end");
                    Case b = c;
                    b.backwards = true;
                    if (kind.leftLikeRight) checkSame(a, answerOf(b));
                }
                {
                    INFO("drawn from the other end, the section turned with it");
                    Case b = fromBehind(c);
                    b.backwards = true;
                    checkSame(a, answerOf(b));
                }
                if (kind.topLikeBottom) {
                    INFO("upside down");
                    checkSame(a, answerOf(upsideDown(c)));
                }
                if (kind.leftLikeRight) {
                    INFO("from behind");
                    checkSame(a, answerOf(fromBehind(c)));
                }
            }
}
