#include "tests/support.h"

#include <random>

using namespace wr;

namespace {

// Reading damaged text must end in a frame or in findings, never in a crash; a frame that is accepted can be analysed and
// checked.
void feed(const std::string& text)
{
    const auto r = readFrame(text);
    CHECK(r.ok() != anyError(r.findings));
    if (!r.ok()) return;
    SilentProgress p;
    const AnalysisResult a = analyseLinear(*r.value, {}, p);
    if (!a.ok) return;
    const CheckModel m(std::make_shared<const Frame>(*r.value), std::make_shared<const ForceTable>(a.forces),
                       std::make_shared<const std::vector<Standard>>(shippedStandards()));
    CheckReport report;
    m.checkAll(report, p);
}

} // namespace

namespace {

// A small frame with the keys that no demo frame has.
std::string rare()
{
    return test::beam(
        R"("nodes":[{"id":"1","at":[0,0,3],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},
{"id":"2","at":[5,0,3]},{"id":"3","at":[5,4,3]},
{"id":"4","at":[0,4,3],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":900,"rz":true},
"supportAxes":[[1,0.2,0],[0,1,0]]}],
"elements":[{"id":"A","nodes":["1","2"],"section":"S","material":"M",
"offset":{"i":[0.2,0,-0.1],"j":[-0.1,0,-0.1],"axes":"local"}},
{"id":"B","nodes":["2","3"],"section":"S","material":"M","springs":{"i":{"my":500}}},
{"id":"C","nodes":["4","3"],"section":"S","material":"M"}],
"links":[{"id":"K","nodes":["2","3"],"dofs":["uy"]}])",
        R"({"id":"Q","action":"live","category":"B","exclusive":"p",
"area":[{"nodes":["1","2","3","4"],"q":[0,0,-3],"axes":"projected","way":"one","span":[0,1,0]}],
"thermal":[{"element":"A","uniform":20,"gradient":[5,50]}]},
{"id":"N","action":"notional","notional":{"of":"Q","direction":[1,0,0],"factor":0.002}},
{"id":"E","action":"seismic","unsigned":true,"reversible":true,"nodal":[{"node":"3","f":[1,2,0]}]})",
        R"(,"combinations":[{"id":"U","basis":"en1990","made":"by a rule","terms":{"Q":1.6,"N":1.6}},
{"id":"O","off":true,"terms":{"E":1}},{"id":"V","purpose":"service","kind":"frequent","terms":{"Q":1}}],
"design":{"standard":"en1993","nationalParameters":"own","analysis":{"order":"amplified","reducedStiffness":true},
"parameterSets":[{"id":"own","gammaM1":1.1,"ltb":"rolled","eta":1,"deflection":[{"span":200,"members":"level"}]}],
"picks":[{"id":"over it","pick":"not (kind = column) and util > 1"}],
"members":[{"id":"A","elements":["A"],"brief":"b","kind":"other"},{"id":"B","elements":["B"],"brief":"c"}],
"briefs":[{"id":"b","en1993":{"interaction":"annex-a","c1":1.2,"k":0.7,"strength":"table-3.1"}},
{"id":"c","about":"for the fuzz","standard":"aisc360-22-lrfd","second":"en1993","grade":"A36","neglectBelow":0.01,"angleAxes":"legs-free",
"lengths":{"by":"frame","base":"pinned"},"holds":{"framing":["top"],"along":["twist"],"joints":["bottom","minor"]},"leaveOut":["ltb"],"warpingEnds":["free","fixed"],
"deflection":{"limits":[{"kind":"frequent","of":"variable","along":"minor","span":300,"cantilever":150,"most":12}],
"camber":4,"between":"ends","cantilever":"once"}}]})");
}

// Results as objects and as columns.
std::string given()
{
    return test::beam(R"("nodes":[{"id":"1","at":[0,0,0]},{"id":"2","at":[6,0,0]}],
"elements":[{"id":"1","nodes":["1","2"],"section":"S","material":"M"}])",
                      R"({"id":"Q"})",
                      R"(,"combinations":[{"id":"U","terms":{"Q":1}},{"id":"V","terms":{"Q":2}}],
"results":[{"combination":"U","columns":["s","my","n"],"elements":[{"element":"1","values":[[0,1,6],[0,2.5,0],-3]}]},
{"combination":"V","elements":[{"element":"1","stations":[{"s":0,"n":-3},{"s":1,"n":-3,"my":2.5},{"s":6,"n":-3}]}],
"nodes":[{"node":"1","u":[0,0,0.001]}]}])");
}

} // namespace

TEST_CASE("fuzz: damaged frame files never crash the reader, the analysis or the checks", "[fuzz]")
{
    REQUIRE(readFrame(rare()).ok());
    REQUIRE(readFrame(given()).ok());
    std::mt19937 random(20261123);
    const auto upTo = [&](size_t n) { return std::uniform_int_distribution<size_t>(0, n - 1)(random); };
    const std::string spice = "{}[]\",:0123456789.-+eE \n\tntfx\\/\xff";
    for (int round = 0; round < 700; ++round) {
        std::string text = round % 3 == 0 ? test::demo("tern-street") : round % 3 == 1 ? rare() : given();
        for (size_t k = 0, n = 1 + upTo(4); k < n; ++k) {
            const size_t at = upTo(text.size());
            switch (upTo(5)) {
            case 0: text[at] = spice[upTo(spice.size())]; break;
            case 1: text.erase(at, 1 + upTo(40)); break;
            case 2: text.insert(at, 1, spice[upTo(spice.size())]); break;
            case 3: text.resize(at + 1); break;
            default: text.insert(at, text.substr(upTo(text.size()), upTo(60))); break;
            }
        }
        CAPTURE(round);
        feed(text);
    }
}

TEST_CASE("fuzz: wild numbers in a well-formed file", "[fuzz]")
{
    std::mt19937 random(7);
    const char* wild[] = {"0",    "-1",    "1e300", "-1e300", "1e-300",    "4294967296", "true",
                          "null", "\"5\"", "[]",    "{}",     "0.0000001", "1e12"};
    for (int round = 0; round < 700; ++round) {
        std::string text = round % 3 == 0 ? test::demo("tern-street") : round % 3 == 1 ? rare() : given();
        // Replaces one number token somewhere.
        const size_t at = text.find_first_of("0123456789", std::uniform_int_distribution<size_t>(0, text.size() - 2)(random));
        if (at == std::string::npos) continue;
        const size_t end = text.find_first_not_of("0123456789.eE+-", at);
        text.replace(at, end - at, wild[std::uniform_int_distribution<size_t>(0, std::size(wild) - 1)(random)]);
        CAPTURE(round);
        feed(text);
    }
}
