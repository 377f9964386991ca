// Results in a frame file: station objects and columns, there and back, and what is said where they are wrong.
#include "core/files/frame_writer.h"
#include "tests/support.h"

#include <cmath>

using namespace wr;
using Catch::Matchers::WithinAbs;

namespace {

std::string written(const Frame& f, const FrameForces& r, ResultForm form)
{
    std::string text;
    TextOutput out(text);
    Frame bare = f;
    bare.results.clear();
    writeFrame(
        bare, [&](const auto& take) { eachResult(f, r, take); }, form, out);
    return text;
}

// One element 4 m long with the results given.
std::string withResult(const std::string& result)
{
    return R"({"format":"wren-frame","version":1,"units":{"length":"m","force":"kN","section":"mm","stress":"MPa"},
"materials":[{"id":"M","e":210000,"g":81000,"density":7850,"fy":355}],"sections":[{"id":"S","name":"IPE200"}],
"nodes":[{"id":"1","at":[0,0,0]},{"id":"2","at":[4,0,0]}],
"elements":[{"id":"E","nodes":["1","2"],"section":"S","material":"M"}],"cases":[{"id":"G"}],
"combinations":[{"id":"U","terms":{"G":1}}],"results":[)" +
           result + "]}";
}
std::string columns(const std::string& values, const std::string& names = "")
{
    return withResult(R"({"combination":"U")" + names + R"(,"elements":[{"element":"E","values":)" + values + "}]}");
}
std::string stations(const std::string& list)
{
    return withResult(R"({"combination":"U","elements":[{"element":"E","stations":)" + list + "}]}");
}

struct Wrong
{
    std::string text, place, words;
};
void checkSaid(const Wrong& w)
{
    CAPTURE(w.text);
    const auto loaded = readFrame(w.text);
    CHECK_FALSE(loaded.ok());
    CHECK(std::any_of(loaded.findings.begin(), loaded.findings.end(),
                      [&](const Finding& f) { return f.place == w.place && f.text.find(w.words) != std::string::npos; }));
    for (const Finding& f : loaded.findings)
        INFO(f.place << ": " << f.text);
}

} // namespace

TEST_CASE("results: objects and columns say the same, columns in a fraction of the bytes", "[files]")
{
    const Frame f = test::frameOf(test::demo("tern-street"));
    const FrameForces r = test::forcesOf(f);
    const std::string plain = written(f, r, ResultForm::Plain), compact = written(f, r, ResultForm::Compact);
    INFO(plain.size() << " bytes, " << compact.size() << " as columns");
    CHECK(compact.size() * 3 < plain.size());
    const Frame a = test::frameOf(plain), b = test::frameOf(compact);
    REQUIRE(a.results.size() == b.results.size());
    REQUIRE(a.results.size() == r.forces.sets.size() + f.cases.size());
    for (size_t i = 0; i < a.results.size(); ++i) {
        const GivenResult &x = a.results[i], &y = b.results[i];
        CHECK(x.combination == y.combination);
        CHECK(x.loadCase == y.loadCase);
        REQUIRE(x.elements.size() == f.elements.size());
        REQUIRE(y.elements.size() == f.elements.size());
        double most = 0, off = 0, place = 0;
        for (size_t e = 0; e < x.elements.size(); ++e) {
            REQUIRE(x.elements[e].stations.size() == y.elements[e].stations.size());
            for (size_t s = 0; s < x.elements[e].stations.size(); ++s) {
                place = std::max(place, std::abs(x.elements[e].stations[s].s - y.elements[e].stations[s].s));
                for (size_t k = 0; k < 6; ++k) {
                    most = std::max(most, std::abs(x.elements[e].stations[s].force[k]));
                    off = std::max(off, std::abs(x.elements[e].stations[s].force[k] - y.elements[e].stations[s].force[k]));
                }
            }
        }
        CHECK(off <= 1e-11 * most);
        CHECK(place < 1e-10);
        REQUIRE(x.nodes.size() == y.nodes.size());
        double moved = 0, apart = 0;
        for (size_t n = 0; n < x.nodes.size(); ++n) {
            moved = std::max(moved, norm(x.nodes[n].u));
            apart = std::max(apart, norm(x.nodes[n].u - y.nodes[n].u));
        }
        CHECK(apart <= 1e-11 * moved);
    }
    // A saved frame keeps its results as objects, whatever they were read from.
    CHECK(writeFrame(b).find("\"stations\"") != std::string::npos);
}

TEST_CASE("results: columns by hand", "[files]")
{
    const Frame f = test::frameOf(columns("[3,-10,0,[5,0,-5],0,[0,2.5,0],0]"));
    const auto& s = f.results[0].elements[0].stations;
    REQUIRE(s.size() == 3);
    CHECK(s[1].s == 2);
    CHECK(s[2].force[0] == -10e3);
    CHECK(s[2].force[2] == -5e3);
    CHECK(s[1].force[4] == 2.5e3);
    const Frame line = test::frameOf(columns("[5,-10,0,[5,-3],0,[0,1,2,1,0],0]"));
    CHECK_THAT(line.results[0].elements[0].stations[1].force[2], WithinAbs(3e3, 1e-9)); // a quarter of the way
    const Frame g = test::frameOf(columns("[[1,2,3],[0,0.5,4]]", R"(,"columns":["my","s"])"));
    const auto& t = g.results[0].elements[0].stations;
    REQUIRE(t.size() == 3);
    CHECK(t[1].s == 0.5);
    CHECK(t[1].force[4] == 2e3);
    CHECK(t[1].force[0] == 0); // not said
}

TEST_CASE("results: faults in columns and stations are told with their place", "[files]")
{
    for (const Wrong& w : {
             Wrong{columns("[3,-10,0]"), "/results/0/elements/0/values", "3 entries for 7 columns"},
             {columns("[[0,4],1,1,1,1,[1,2,3],1]"), "/results/0/elements/0/values", "column 5: a number, two or a list of 2"},
             {columns("[[0,5],1,1,1,1,1,1]"), "/results/0/elements/0/values", "from node i to node j"},
             {columns("[[4,0],1,1,1,1,1,1]"), "/results/0/elements/0/values", "from node i to node j"},
             {columns("[1,1,1,1,1,1,1]"), "/results/0/elements/0/values", "at least two positions"},
             {columns("[2.5,1,1,1,1,1,1]"), "/results/0/elements/0/values", "at least two positions"},
             {columns("[1e9,1,1,1,1,1,1]"), "/results/0/elements/0/values", "at least two positions"},
             {columns("[2,\"a\",1,1,1,1,1]"), "/results/0/elements/0/values", "column 1"},
             {columns("[[0,4],[1,null],1,1,1,1,1]"), "/results/0/elements/0/values", "column 1"},
             {columns("{}"), "/results/0/elements/0/values", "an array was expected"},
             {columns("[2,1]", R"(,"columns":["s","q"])"), "/results/0/columns", "is no column"},
             {columns("[2,1]", R"(,"columns":["n","my"])"), "/results/0/columns", "\"s\" are missing"},
             {columns("[2,1,1]", R"(,"columns":["s","n","n"])"), "/results/0/columns", "stands twice"},
             {stations(R"([{"s":0},{"s":2},{"s":5},{"s":4}])"), "/results/0/elements/0/stations/2/s", "lies outside element"},
             {stations(R"([{"s":0},{"s":2},{"s":1},{"s":4}])"), "/results/0/elements/0/stations/2/s", "from node i to node j"},
             {stations(R"([{"s":0},{"n":2}])"), "/results/0/elements/0/stations/1", "\"s\""},
             {stations(R"([{"s":0,"n":"x"},{"s":4}])"), "/results/0/elements/0/stations/0/n", "number"},
             {stations(R"([{"s":0},{"s":4,"q":1}])"), "/results/0/elements/0/stations/1/q", ""},
             {stations(R"([{"s":0},[1],{"s":4}])"), "/results/0/elements/0/stations/1", ""},
             {stations(R"([{"s":0},7])"), "/results/0/elements/0/stations/1", ""},
             {stations(R"([{"s":0,"n":{"a":1}},{"s":4}])"), "/results/0/elements/0/stations/0/n", ""},
             {stations(R"([{"s":0,"n":1,"n":2},{"s":4}])"), "", "stands twice"},
             {stations(R"([{"s":0}])"), "/results/0/elements/0/stations", "both ends"},
             {stations("[]"), "/results/0/elements/0/stations", "both ends"},
             {stations(R"([{"s":0},{"s":4})"), "", "this is not JSON"},
         })
        checkSaid(w);
    // A key of one's own is no fault.
    CHECK(readFrame(stations(R"([{"s":0,"n":-3,"x-by":"me"},{"s":4,"n":-3}])")).ok());
}
