// Loads as rows of words: what each says, and what typing over it does.
#include "core/analysis/shares.h"
#include "core/base/entry.h"
#include "core/shaping/load_words.h"
#include "tests/analysis/random_frame.h"

#include <set>

using namespace wr;
using Catch::Matchers::Contains;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

constexpr LoadWord kWords[]{LoadWord::Kind, LoadWord::On, LoadWord::Axes, LoadWord::Place, LoadWord::Value, LoadWord::More};

Frame beamWithLoads()
{
    return test::frameOf(test::beam(R"("nodes":[{"id":"1","at":[0,0,0],)" + test::kFixed +
                                        R"(},{"id":"2","at":[6,0,0]},{"id":"3","at":[6,4,0]},{"id":"4","at":[0,4,0]}],
"elements":[{"id":"a","nodes":["1","2"],"section":"S","material":"M"},{"id":"b","nodes":["2","3"],"section":"S","material":"M"},
{"id":"c","nodes":["3","4"],"section":"S","material":"M"},{"id":"d","nodes":["4","1"],"section":"S","material":"M"}])",
                                    R"({"id":"W","nodal":[{"node":"2","f":[1,0,-3],"m":[0,2,0]}],
"line":[{"element":"a","q":[[0,0,-3.6],[0,0,-3.6]]},{"element":"b","axes":"local","from":0.5,"to":2,"q":[[0,1,0],[0,2,0]]}],
"point":[{"element":"a","at":1.2,"f":[-2,0,0]}],
"area":[{"nodes":["1","2","3","4"],"axes":"projected","q":[0,0,-1.5],"way":"one","span":[1,0,0]}],
"thermal":[{"element":"c","uniform":20,"gradient":[10,0]}],"settlement":[{"node":"1","dof":"uz","value":-0.005}]})"));
}

std::string typedOver(const Frame& f, const LoadPlace& at, LoadWord w, const char* text)
{
    Frame g = f;
    const auto c = withLoadWord(f, at, w, text);
    if (!c) return c.error();
    g.cases.edit().front() = *c;
    return loadWord(g, at, w);
}

} // namespace

TEST_CASE("load words: each kind says where it stands and what it is", "[loads][words]")
{
    const Frame f = beamWithLoads();
    const std::vector<LoadPlace> all = loadsOf(f);
    REQUIRE(all.size() == 7);
    std::vector<std::string> lines;
    for (const LoadPlace& l : all) {
        std::string line;
        for (const LoadWord w : kWords)
            line += loadWord(f, l, w) + "|";
        lines.push_back(line);
    }
    CHECK(lines[0] == "nodal|2|global||1.000; 0; −3.000 kN|2.000 kN·m y|");
    CHECK(lines[1] == "line|a|global|all|3.600 kN/m down||");
    CHECK(lines[2] == "line|b|local|0.5000 m to 2.000 m|1.000 kN/m y|2.000 kN/m y at its end|");
    CHECK(lines[3] == "point|a|global|1.200 m|−2.000 kN x||");
    CHECK(lines[4] == "area|1–2–3–4|on plan||1.500 kN/m² down|along x|");
    CHECK(lines[5] == "temperature|c|||20.00 K|10.00; 0|");
    CHECK(lines[6] == "settlement|1|uz||−5.000 mm||");
}

TEST_CASE("load words: typed over, with expressions and units; a bare number keeps the direction", "[loads][words]")
{
    const Frame f = beamWithLoads();
    const std::vector<LoadPlace> all = loadsOf(f);
    CHECK(typedOver(f, all[1], LoadWord::Value, "3*1.2") == "3.600 kN/m down");
    CHECK(typedOver(f, all[1], LoadWord::Value, "5") == "5.000 kN/m down");
    CHECK(typedOver(f, all[1], LoadWord::Value, "-5") == "5.000 kN/m up");
    CHECK(typedOver(f, all[1], LoadWord::Value, "2 kN/m x") == "2.000 kN/m x");
    CHECK_THAT(typedOver(f, all[1], LoadWord::Value, "100 plf down"), Contains("1.459 kN/m down") || Contains("unit"));
    CHECK(typedOver(f, all[1], LoadWord::More, "0") == "0 kN/m at its end");
    CHECK(typedOver(f, all[1], LoadWord::Place, "1 to 3.5 m") == "1.000 m to 3.500 m");
    CHECK(typedOver(f, all[1], LoadWord::Place, "0 to -1 m") == "0 m to 5.000 m");
    CHECK(typedOver(f, all[2], LoadWord::Place, "all") == "all");
    CHECK(typedOver(f, all[2], LoadWord::Axes, "global") == "global");
    CHECK(typedOver(f, all[3], LoadWord::Place, "-1 m") == "5.000 m");
    CHECK(typedOver(f, all[3], LoadWord::Value, "4") == "4.000 kN x");
    CHECK(typedOver(f, all[4], LoadWord::More, "two ways") == "two ways");
    CHECK(typedOver(f, all[4], LoadWord::More, "the short way") == "along y");
    CHECK(typedOver(f, all[4], LoadWord::More, "along 1; 1; 0") == "along 0.7071; 0.7071; 0");
    CHECK(typedOver(f, all[4], LoadWord::Value, "30 psf") == "1.436 kN/m² down");
    CHECK(typedOver(f, all[5], LoadWord::Value, "-15 °C") == "−15.00 K");
    CHECK(typedOver(f, all[5], LoadWord::More, "") == "");
    CHECK(typedOver(f, all[6], LoadWord::Value, "8 mm") == "8.000 mm");
    CHECK(typedOver(f, all[0], LoadWord::More, "") == "");
    CHECK(typedOver(f, all[0], LoadWord::Value, "1; 2; 3") == "1.000; 2.000; 3.000 kN");
    // An even load stays even; one that changes keeps its other end.
    Frame g = f;
    g.cases.edit().front() = *withLoadWord(f, all[1], LoadWord::Value, "5");
    CHECK(loadWord(g, all[1], LoadWord::More).empty());
    g.cases.edit().front() = *withLoadWord(f, all[2], LoadWord::Value, "7");
    CHECK(loadWord(g, all[2], LoadWord::More) == "2.000 kN/m y at its end");
    // What does not do is said, and changes nothing.
    CHECK_THAT(typedOver(f, all[1], LoadWord::Value, "3 kPa"), Contains("kPa"));
    CHECK_THAT(typedOver(f, all[0], LoadWord::Value, "3"), Contains("three"));
    CHECK_THAT(typedOver(f, all[1], LoadWord::Place, "1 m"), Contains("from a place to another"));
    CHECK_THAT(typedOver(f, all[1], LoadWord::Place, "3 to 2"), Contains("before it begins"));
    CHECK_THAT(typedOver(f, all[3], LoadWord::Place, "7 m"), Contains("6.000 m long"));
    CHECK_THAT(typedOver(f, all[4], LoadWord::More, "sideways"), Contains("two ways"));
    CHECK_THAT(typedOver(f, all[1], LoadWord::Axes, "polar"), Contains("global, local, on plan"));
    CHECK_THAT(typedOver(f, all[1], LoadWord::On, "b"), Contains("take the load off"));
    for (const LoadPlace& l : all) {
        const LoadCase c = withoutLoad(f, l);
        Frame h = f;
        h.cases.edit().front() = c;
        CHECK(loadsOf(h).size() == all.size() - 1);
    }
}

TEST_CASE("load words: of random frames, what is shown can be typed again and says the same", "[loads][words][random]")
{
    size_t read = 0;
    for (unsigned seed = 1; seed <= 12; ++seed) {
        const Frame f = test::randomFrame(seed);
        for (const LoadPlace& l : loadsOf(f))
            for (const LoadWord w : kWords) {
                if (!canTypeOver(l, w)) continue;
                const std::string shown = loadWord(f, l, w);
                CAPTURE(seed, shown, static_cast<int>(l.kind), static_cast<int>(w));
                const auto c = withLoadWord(f, l, w, shown);
                if (!c) UNSCOPED_INFO(c.error());
                REQUIRE(c.has_value());
                Frame g = f;
                g.cases.edit()[static_cast<size_t>(l.loadCase)] = *c;
                CHECK(loadWord(g, l, w) == shown);
                // Four digits of it stand on the screen, and the loads are as near as that.
                const Vec3 a = loadTotals(f, f.cases.list()[static_cast<size_t>(l.loadCase)]).sum(),
                           b = loadTotals(g, g.cases.list()[static_cast<size_t>(l.loadCase)]).sum();
                CHECK(norm(a - b) <= 2e-3 * (norm(a) + 1e4));
                ++read;
            }
    }
    CHECK(read > 100);
}
