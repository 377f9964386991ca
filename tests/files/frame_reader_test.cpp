#include "tests/support.h"

#include <map>

#include <algorithm>

using namespace wr;

namespace {

std::string replaced(std::string text, const std::string& from, const std::string& to)
{
    const auto at = text.find(from);
    INFO("looking for " << from);
    REQUIRE(at != std::string::npos);
    return text.replace(at, from.size(), to);
}

const std::string kGood = R"({"format": "wren-frame", "version": 1,
 "materials": [{"id": "M", "grade": "S355"}],
 "sections": [{"id": "S", "name": "IPE300"}],
 "nodes": [{"id": "1", "at": [0, 0, 0], "support": {"ux": true, "uy": true, "uz": true, "rx": true}}, {"id": "2", "at": [6, 0, 0], "support": {"uy": true, "uz": 1200.5}}],
 "elements": [{"id": "E", "nodes": ["1", "2"], "section": "S", "material": "M"}],
 "cases": [{"id": "G", "action": "dead", "line": [{"element": "E", "from": 1, "to": 5, "q": [[0, 0, -12], [0, 0, -6]]}]}],
 "combinations": [{"id": "U", "terms": {"G": 1.35}}],
 "design": {"members": [{"id": "B", "elements": ["E"]}], "restraints": [{"member": "B", "at": 3, "holds": ["minor"]}]}})";

// Exactly this fault must be found, at this place.
void expectFault(const std::string& json, const std::string& code, const std::string& place)
{
    const auto r = readFrame(json);
    CHECK_FALSE(r.ok());
    std::string all;
    for (const Finding& f : r.findings)
        all += f.code + " at " + f.place + ": " + f.text + "\n";
    INFO(all);
    CHECK(std::any_of(r.findings.begin(), r.findings.end(),
                      [&](const Finding& f) { return f.code == code && f.place == place && f.text.size() > 8; }));
}

} // namespace

TEST_CASE("reader: a good file in SI", "[files]")
{
    const Frame f = test::frameOf(kGood);
    CHECK(f.nodes.size() == 2);
    CHECK(f.nodes[1].support[2].spring == Approx(1200.5e3));
    CHECK_FALSE(f.nodes[1].support[2].held);
    CHECK(f.cases[0].line[0].q0.z == Approx(-12e3));
    CHECK(*f.cases[0].line[0].to == Approx(5));
    CHECK(f.sections[0].properties.a == Approx(5381e-6).epsilon(1e-3));
    CHECK(f.design.restraints[0].holds == std::vector{Hold::Minor});
    CHECK(validateAgainstSchema(kGood).empty());
}

TEST_CASE("reader: units reach every number", "[files]")
{
    const Frame f = test::frameOf(replaced(
        kGood, R"("version": 1,)",
        R"("version": 1, "units": {"length": "ft", "force": "kip", "section": "in", "stress": "ksi", "mass": "lb"},)"));
    CHECK(f.nodes[1].at.x == Approx(6 * 0.3048));
    CHECK(f.cases[0].line[0].q0.z == Approx(-12 * kKip / kFoot));
    CHECK(f.nodes[1].support[2].spring == Approx(1200.5 * kKip / kFoot));
    CHECK(f.design.restraints[0].at == Approx(3 * 0.3048));
}

TEST_CASE("reader: every fault has a code and a place", "[files]")
{
    struct Row
    {
        const char *from, *to, *code, *place;
    };
    const Row rows[] = {
        {R"("wren-frame")", R"("other")", "file.format", "/format"},
        {R"("version": 1)", R"("version": 7)", "file.version", "/version"},
        {R"("at": [6, 0, 0])", R"("at": [0, 0, 0])", "frame.zero-length", "/elements/0/nodes"},
        {R"("at": [6, 0, 0])", R"("at": [6, 0])", "frame.value", "/nodes/1/at"},
        {R"("at": [6, 0, 0])", R"("at": [6, "a", 0])", "frame.type", "/nodes/1/at/1"},
        {R"({"id": "2")", R"({"id": "1")", "frame.duplicate", "/nodes/1/id"},
        {R"({"id": "2")", R"({"id": 2)", "frame.type", "/nodes/1/id"},
        {R"(["1", "2"])", R"(["1", "9"])", "frame.reference", "/elements/0/nodes/1"},
        {R"(["1", "2"])", R"(["1"])", "frame.value", "/elements/0/nodes"},
        {R"("section": "S")", R"("section": "T")", "frame.reference", "/elements/0/section"},
        {R"("material": "M")", R"("colour": "red")", "frame.key-unknown", "/elements/0/colour"},
        {R"("material": "M")", R"("colour": "red")", "frame.key-missing", "/elements/0"},
        {R"("IPE300")", R"("IPE301")", "section.unknown", "/sections/0/name"},
        {R"("name": "IPE300")", R"("shape": "i", "h": 300, "b": 150, "tw": 7, "tf": 200, "r": 0)", "section.dimension",
         "/sections/0/tf"},
        {R"("name": "IPE300")", R"("shape": "i", "h": -300, "b": 150, "tw": 7, "tf": 10)", "section.dimension",
         "/sections/0/h"},
        {R"("name": "IPE300")", R"("shape": "hexagon")", "frame.value", "/sections/0/shape"},
        {R"("S355")", R"("S357")", "grade.unknown", "/materials/0/grade"},
        {R"("grade": "S355")", R"("e": 210000)", "frame.key-missing", "/materials/0"},
        {R"("uz": 1200.5)", R"("uz": -5)", "frame.value", "/nodes/1/support/uz"},
        {R"("uz": 1200.5)", R"("uz": "yes")", "frame.type", "/nodes/1/support/uz"},
        {R"("from": 1)", R"("from": 7)", "frame.outside", "/cases/0/line/0/from"},
        {R"("to": 5)", R"("to": 0.5)", "frame.value", "/cases/0/line/0/to"},
        {R"([0, 0, -6])", R"([0, -6])", "frame.value", "/cases/0/line/0/q/1"},
        {R"("dead")", R"("gravity")", "frame.value", "/cases/0/action"},
        {R"("terms": {"G": 1.35})", R"("terms": {"Q": 1.5})", "frame.reference", "/combinations/0/terms/Q"},
        {R"("terms": {"G": 1.35})", R"("terms": {"G": "a"})", "frame.type", "/combinations/0/terms/G"},
        {R"("elements": ["E"])", R"("elements": ["F"])", "frame.reference", "/design/members/0/elements/0"},
        {R"("elements": ["E"])", R"("elements": [])", "frame.value", "/design/members/0/elements"},
        {R"("member": "B", "at": 3)", R"("member": "B", "at": 9)", "member.restraint-outside", "/design/restraints/0/at"},
        {R"("member": "B", "at": 3)", R"("member": "C", "at": 3)", "frame.reference", "/design/restraints/0/member"},
        {R"(["minor"])", R"(["weak"])", "frame.value", "/design/restraints/0/holds/0"},
        {R"("version": 1,)", R"("version": 1, "units": {"length": "yard"},)", "frame.value", "/units/length"},
    };
    for (const Row& r : rows) {
        CAPTURE(r.from, r.to);
        const std::string bad = replaced(kGood, r.from, r.to);
        expectFault(bad, r.code, r.place);
    }
}

TEST_CASE("reader: all faults at once, nothing half-loaded", "[files]")
{
    std::string bad = replaced(kGood, R"("S355")", R"("S357")");
    bad = replaced(bad, R"("dead")", R"("gravity")");
    bad = replaced(bad, R"(["1", "2"])", R"(["1", "9"])");
    const auto r = readFrame(bad);
    CHECK_FALSE(r.ok());
    CHECK(r.findings.size() >= 3);
}

TEST_CASE("reader: text that is no JSON, cut off, with NaN or double keys", "[files]")
{
    CHECK(readFrame("").findings.at(0).code == "file.json");
    CHECK(readFrame("{").findings.at(0).text.find("cut off") != std::string::npos);
    const auto cut = readFrame(kGood.substr(0, kGood.size() / 2));
    CHECK_FALSE(cut.ok());
    CHECK(cut.findings.at(0).text.find("line") != std::string::npos);
    CHECK_FALSE(readFrame(replaced(kGood, "1.35", "NaN")).ok());
    CHECK_FALSE(readFrame(replaced(kGood, "1.35", "1e999")).ok());
    CHECK_FALSE(readFrame("[1, 2]").ok());
    CHECK_FALSE(readFrame("null").ok());
    expectFault(replaced(kGood, R"("action": "dead",)", R"("action": "dead", "action": "live",)"), "frame.duplicate", "");
    CHECK_FALSE(readFrame(std::string(100000, '[')).ok());
}

TEST_CASE("reader: JSON true is a held direction, never a stiffness of 1", "[files]")
{
    const Frame f = test::frameOf(kGood);
    CHECK(f.nodes[0].support[0].held);
    CHECK(f.nodes[0].support[0].spring == 0);
}

TEST_CASE("reader: files that cannot be read", "[files]")
{
    CHECK(readFrameFile("/nonexistent/file.json").findings.at(0).code == "file.unreadable");
    CHECK(readFrameFile("/").findings.at(0).text.find("folder") != std::string::npos);
}

TEST_CASE("reader and schema agree on what is wrong in form", "[files]")
{
    CHECK(validateAgainstSchema(test::demo("marrow-hill")).empty());
    CHECK(validateAgainstSchema(test::demo("tern-street")).empty());
    for (const auto& [from, to] :
         {std::pair{R"("dead")", R"("gravity")"}, std::pair{R"("material": "M")", R"("colour": 1)"},
          std::pair{R"("at": [6, 0, 0])", R"("at": [6, 0])"}, std::pair{R"(["minor"])", R"(["weak"])"}}) {
        const std::string bad = replaced(kGood, from, to);
        CAPTURE(from);
        CHECK_FALSE(validateAgainstSchema(bad).empty());
        CHECK_FALSE(readFrame(bad).ok());
    }
    CHECK(validateAgainstSchema("{").at(0).code == "file.json");
}

TEST_CASE("reader: doubtful sections of one's own are told with a sentence", "[files]")
{
    const auto codes = [](const std::string& sections, const std::string& unit) {
        const auto f = readFrame(R"({"format":"wren-frame","version":1,"units":{"section":")" + unit + R"("},"sections":[)" +
                                 sections + R"(],"materials":[],"nodes":[],"elements":[]})");
        std::map<std::string, std::string> out;
        for (const Finding& x : f.findings)
            out[x.code] = x.text;
        return out;
    };
    // Millimetres in a file that says inches, inches in one that says millimetres.
    const std::string big = R"({"id":"G","shape":"i","h":600,"b":220,"tw":12,"tf":19,"r":24})";
    CHECK(codes(big, "mm").empty());
    CHECK(codes(big, "in").at("section.size-unlikely").find("15.2 m") != std::string::npos);
    CHECK(codes(R"({"id":"T","shape":"chs","d":4.5,"t":0.237})", "mm").contains("section.size-unlikely"));
    CHECK(codes(R"({"id":"T","shape":"chs","d":168.3,"t":0.25})", "mm").at("section.size-unlikely").find("one unit") !=
          std::string::npos);
    // Names that mean two sections.
    CHECK(codes(
              R"({"id":"A","name":"Beam","shape":"bar-flat","h":200,"b":10},
{"id":"B","name":"Beam","shape":"bar-flat","h":250,"b":10})",
              "mm")
              .at("section.name-taken")
              .find("\"A\"") != std::string::npos);
    CHECK(codes(R"({"id":"A","name":"IPE300","shape":"bar-flat","h":200,"b":10})", "mm")
              .at("section.name-taken")
              .find("catalogue") != std::string::npos);
    CHECK(codes(R"({"id":"A","name":"IPE300"},{"id":"B","name":"ipe 300"})", "mm").empty());
    // Impossible ones are errors at their key.
    const auto bad = readFrame(
        R"({"format":"wren-frame","version":1,"sections":[{"id":"S","shape":"i","h":300,"b":150,"tw":7,"tf":160,"r":0},
{"id":"T","shape":"angle","h":100,"b":-3,"t":10},{"id":"U","shape":"channel","h":100,"b":50,"tw":5,"tf":8,"slope":0.4},
{"id":"V","name":"W12X66"}],
"materials":[],"nodes":[],"elements":[]})");
    CHECK_FALSE(bad.ok());
    std::map<std::string, std::string> at;
    for (const Finding& x : bad.findings)
        at[x.place] = x.text;
    CHECK(at.at("/sections/0/tf").find("tf must be less than h/2") != std::string::npos);
    CHECK(at.at("/sections/1/b").find("greater than zero") != std::string::npos);
    CHECK(at.at("/sections/2/slope").find("no thickness left") != std::string::npos);
    CHECK(at.at("/sections/3/name").find("W12X65") != std::string::npos);
}

TEST_CASE("reader: brackets without end and zero bytes are refused with their place", "[files]")
{
    const std::string start = R"({"format":"wren-frame","version":1,"x-deep":)";
    for (const size_t n : {100u, 100000u}) {
        const auto deep = readFrame(start + std::string(n, '[') + std::string(n, ']') + "}");
        REQUIRE_FALSE(deep.ok());
        CHECK(deep.findings.front().text.find("64 deep") != std::string::npos);
        CHECK(deep.findings.front().text.size() < 200);
    }
    const auto zero = readFrame(std::string("{\"format\":\"wren-frame\"}\n") + std::string(1, '\0') + "rest");
    REQUIRE_FALSE(zero.ok());
    CHECK(zero.findings.front().text.find("line 2, column 1") != std::string::npos);
}
