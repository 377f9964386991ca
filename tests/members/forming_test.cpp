// Forming by rule: what goes on, what ends a line, how a member runs, and what it says of itself.
#include "core/files/frame_writer.h"
#include "core/members/forming.h"
#include "core/members/forming_reason.h"
#include "core/members/holds.h"
#include "tests/support.h"

#include <cmath>
#include <random>

using namespace wr;
using Catch::Matchers::Contains;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

Formed whole(const Frame& f)
{
    std::vector<Finding> findings;
    return formMembers(f, findings);
}

SharedList<Member> formed(const Frame& f)
{
    std::vector<Finding> findings;
    return formMembers(f, findings).members();
}

// Two storeys of two bays in the xz plane: beams along x at 3 and 6 m, three columns through.
Frame grid(const std::string& forming, const std::string& middleColumn = "", const std::string& more = "")
{
    std::string nodes, elements;
    for (int x = 0; x < 3; ++x)
        for (int z = 0; z < 3; ++z)
            nodes += fmt::format(R"({}{{"id":"n{}{}","at":[{},0,{}]{}}})", nodes.empty() ? "" : ",", x, z, 5 * x, 3 * z,
                                 z == 0 ? "," + test::kFixed : "");
    for (int x = 0; x < 3; ++x)
        for (int z = 0; z < 2; ++z)
            elements += fmt::format(R"({}{{"id":"c{}{}","nodes":["n{}{}","n{}{}"],"section":"S","material":"M"{}}})",
                                    elements.empty() ? "" : ",", x, z, x, z, x, z + 1, x == 1 ? middleColumn : "");
    for (int z = 1; z < 3; ++z)
        for (int x = 0; x < 2; ++x)
            elements += fmt::format(R"(,{{"id":"b{}{}","nodes":["n{}{}","n{}{}"],"section":"S","material":"M"}})", x, z, x, z,
                                    x + 1, z);
    return test::frameOf(test::beam("\"nodes\":[" + nodes + "],\"elements\":[" + elements + "]" + more, R"({"id":"G"})",
                                    R"(,"design":{)" + forming + "}"));
}

} // namespace

TEST_CASE("forming: beams break at columns that take bending, columns run through; both can be changed", "[members][forming]")
{
    CHECK(formed(grid("")).size() == 3 + 4);
    CHECK(formed(grid(R"("forming":{"beams":"whole"})")).size() == 3 + 2);
    CHECK(formed(grid(R"("forming":{"columns":"at-levels"})")).size() == 6 + 4);
    CHECK(formed(grid(R"("forming":{"beams":"whole","columns":"at-levels"})")).size() == 6 + 2);
    // A column that is released in both my and mz takes no bending: the beam runs over it. One release is not enough, and a
    // bar takes none.
    const std::string both = R"(,"release":{"i":["my","mz"],"j":["my","mz"]})";
    CHECK(formed(grid("", both)).size() == 4 + 2);
    CHECK(formed(grid("", R"(,"release":{"i":["my"],"j":["my"]})")).size() == 4 + 4);
    CHECK(formed(grid("", R"(,"behaviour":"axial")")).size() == 4 + 2);
    // A diaphragm makes a floor as level elements do.
    std::string json = test::beam(R"("nodes":[{"id":"a","at":[0,0,0],)" + test::kFixed +
                                      R"(},{"id":"b","at":[0,0,3]},{"id":"c","at":[0,0,6]},{"id":"d","at":[4,0,3]}],
"elements":[{"id":"1","nodes":["a","b"],"section":"S","material":"M"},{"id":"2","nodes":["b","c"],"section":"S","material":"M"}],
"diaphragms":[{"id":"L","nodes":["b","d"]}])",
                                  R"({"id":"G"})", R"(,"design":{"forming":{"columns":"at-levels"}})");
    CHECK(formed(test::frameOf(json)).size() == 2);
}

TEST_CASE("forming: limits of slope and angle", "[members][forming]")
{
    // A beam line sloping by `slope` over a column leaning by `lean` from the vertical.
    const auto count = [](double slope, double lean, const std::string& forming = "") {
        const double dz = 5 * std::tan(slope * std::numbers::pi / 180), dx = 3 * std::tan(lean * std::numbers::pi / 180);
        return formed(
                   test::frameOf(test::beam(
                       fmt::format(R"("nodes":[{{"id":"a","at":[-5,0,{}]}},{{"id":"b","at":[0,0,0]}},{{"id":"c","at":[5,0,{}]}},
{{"id":"d","at":[{},0,-3],{}}}],"elements":[{{"id":"1","nodes":["a","b"],"section":"S","material":"M"}},
{{"id":"2","nodes":["b","c"],"section":"S","material":"M"}},{{"id":"3","nodes":["d","b"],"section":"S","material":"M"}}])",
                                   -dz, dz, dx, test::kFixed),
                       R"({"id":"G"})", ",\"design\":{" + forming + "}")))
            .size();
    };
    CHECK(count(0, 0) == 3);
    CHECK(count(44, 0) == 3);
    CHECK(count(46, 0) == 2);
    CHECK(count(0, 29) == 3);
    CHECK(count(0, 31) == 2);
    // Kinks: up to the angle inclusive.
    const auto kink = [](double degrees, const std::string& forming) {
        const double a = degrees * std::numbers::pi / 180;
        return formed(test::frameOf(test::beam(
                          fmt::format(
                              R"("nodes":[{{"id":"a","at":[0,0,0],{}}},{{"id":"b","at":[5,0,0]}},{{"id":"c","at":[{},0,{}]}}],
"elements":[{{"id":"1","nodes":["a","b"],"section":"S","material":"M"}},{{"id":"2","nodes":["c","b"],"section":"S","material":"M"}}])",
                              test::kFixed, 5 + 5 * std::cos(a), 5 * std::sin(a)),
                          R"({"id":"G"})", ",\"design\":{" + forming + "}")))
            .size();
    };
    CHECK(kink(0.99, "") == 1);
    CHECK(kink(1.01, "") == 2);
    CHECK(kink(7.9, R"("forming":{"angle":8})") == 1);
    CHECK(kink(8.1, R"("forming":{"angle":8})") == 2);
}

TEST_CASE("forming: bad rules are refused with their place", "[members][forming][input]")
{
    for (const auto& [rule, place] : {std::pair{R"({"beams":"always"})", "/design/forming/beams"},
                                      {R"({"columns":"at-columns"})", "/design/forming/columns"},
                                      {R"({"angle":0})", "/design/forming/angle"},
                                      {R"({"angle":45})", "/design/forming/angle"},
                                      {R"({"angel":2})", "/design/forming/angel"}}) {
        std::string json = writeFrame(grid(""));
        json.insert(json.find("\"format\""), "");
        const std::string text = test::beam(
            R"("nodes":[{"id":"a","at":[0,0,0],)" + test::kFixed +
                R"(},{"id":"b","at":[3,0,0]}],"elements":[{"id":"1","nodes":["a","b"],"section":"S","material":"M"}])",
            R"({"id":"G"})", std::string(R"(,"design":{"forming":)") + rule + "}");
        const auto read = readFrame(text);
        CAPTURE(rule);
        REQUIRE_FALSE(read.ok());
        CHECK(
            std::any_of(read.findings.begin(), read.findings.end(), [&, p = place](const Finding& x) { return x.place == p; }));
    }
    const Frame f = grid(R"("forming":{"beams":"whole","columns":"at-levels","angle":3.5})");
    CHECK(test::frameOf(writeFrame(f)).design.forming == f.design.forming);
}

TEST_CASE("forming: a shape that is not symmetric goes on only the same way round, drawn either way", "[members][forming]")
{
    // Two pieces along x; the second drawn backwards or not, rolled by 0 or 180. Drawn backwards without roll the local y
    // turns over, with 180° the local z does.
    const auto count = [](const char* section, bool backwards, int roll) {
        std::string json = test::beam(R"("nodes":[{"id":"a","at":[0,0,0],)" + test::kFixed +
                                          fmt::format(R"(}},{{"id":"b","at":[3,0,0]}},{{"id":"c","at":[6,0,0]}}],
"elements":[{{"id":"1","nodes":["a","b"],"section":"S","material":"M"}},{{"id":"2","nodes":[{}],"section":"S","material":"M","roll":{}}}])",
                                                      backwards ? R"("c","b")" : R"("b","c")", roll),
                                      R"({"id":"G"})");
        const std::string own = R"({"id":"S","shape":"bar-flat","h":200,"b":100,"properties":{"avy":0,"avz":0}})";
        json.replace(json.find(own), own.size(), fmt::format(R"({{"id":"S","name":"{}"}})", section));
        return formed(test::frameOf(json)).size();
    };
    for (const bool backwards : {false, true})
        for (const int roll : {0, 180}) {
            CAPTURE(backwards, roll);
            CHECK(count("IPE300", backwards, roll) == 1);
            const bool sidewaysSame = backwards == (roll == 180); // flanges of a channel point the same way
            CHECK(count("UPE200", backwards, roll) == (sidewaysSame ? 1 : 2));
        }
}

TEST_CASE("forming: declared chains may kink and curve; chord, arc, and forces keep their sense", "[members][forming]")
{
    // A quarter circle of ten pieces in the xz plane, every third drawn backwards.
    std::string nodes, elements, list;
    constexpr int n = 10;
    for (int k = 0; k <= n; ++k) {
        const double a = std::numbers::pi / 2 * k / n;
        nodes += fmt::format(R"({}{{"id":"{}","at":[{},0,{}]{}}})", k ? "," : "", k, 10 * std::sin(a), 10 - 10 * std::cos(a),
                             k == 0 ? "," + test::kFixed : "");
    }
    for (int k = 0; k < n; ++k) {
        const bool back = k % 3 == 2;
        elements += fmt::format(R"({}{{"id":"e{}","nodes":["{}","{}"],"section":"S","material":"M"}})", k ? "," : "", k,
                                back ? k + 1 : k, back ? k : k + 1);
        list += fmt::format("{}\"e{}\"", k ? "," : "", k);
    }
    const Frame f = test::frameOf(test::beam("\"nodes\":[" + nodes + "],\"elements\":[" + elements + "]", R"({"id":"G"})",
                                             R"(,"design":{"members":[{"id":"A","elements":[)" + list + "]}]}"));
    const auto members = formed(f);
    REQUIRE(members.size() == 1);
    const Member& m = members[0];
    const Formed all = whole(f);
    const ElementName names = memberNames(all);
    CHECK(m.broken.empty());
    const double piece = 2 * 10 * std::sin(std::numbers::pi / 4 / n);
    CHECK_THAT(m.length, WithinRel(n * piece, 1e-12));
    for (const MemberPiece& p : m.pieces) {
        CHECK(p.reversed == (p.element % 3 == 2));
        // The web's plane is vertical: z of every piece points up or inwards, y flips where the piece is drawn backwards.
        CHECK(p.ySign == (p.reversed ? -1 : 1));
    }
    const FormingReason r = formingReason(f, m, elementsAtNodes(f), names);
    CHECK_THAT(r.chord, WithinRel(10 * std::sqrt(2.0), 1e-12));
    CHECK(r.kinks == n - 1);
    CHECK_THAT(r.turning * 180 / std::numbers::pi, WithinRel(90.0 * (n - 1) / n, 1e-9));
    CHECK_THAT(r.why, Contains("listed in the file") && Contains("10 elements with 9 kinks"));
    CHECK(endWords(f, r.ends[0], names) == "support of node 0");
    CHECK(endWords(f, r.ends[1], names) == "free");
}

TEST_CASE("forming: turned members run the other way, positions with them", "[members][forming]")
{
    const auto lanesOf = [](bool turned) {
        const Frame f = grid(fmt::format(R"("members":[{{"id":"C","elements":["c00","c01"]{}}}],
"restraints":[{{"member":"C","at":1,"holds":["minor"]}}])",
                                         turned ? R"(,"turned":true)" : ""));
        const auto model = test::modelOf(f);
        const size_t i = *model->find("C");
        return std::pair{model->members()[i], model->lanes(i)};
    };
    const auto [straight, a] = lanesOf(false);
    const auto [turned, b] = lanesOf(true);
    CHECK(straight.startNode == turned.endNode);
    CHECK(turned.pieces[0].reversed);
    CHECK_THAT(a.of(LengthAxis::Minor)[0].span(), WithinRel(1.0, 1e-12)); // from the foot
    CHECK_THAT(b.of(LengthAxis::Minor)[0].span(), WithinRel(1.0, 1e-12)); // from the top
    CHECK_THAT(dot(straight.axes.x, turned.axes.x), WithinRel(-1.0, 1e-12));
}

TEST_CASE("forming: the reason says what an end meets and why the line stops there", "[members][forming]")
{
    const Frame f = grid("");
    const auto members = formed(f);
    const Formed all = whole(f);
    const ElementName names = memberNames(all);
    const auto reasonOf = [&](const std::string& id) {
        for (size_t i = 0; i < members.size(); ++i)
            if (members[i].id == id) return formingReason(f, members[i], elementsAtNodes(f), names);
        throw std::logic_error("no such member");
    };
    const FormingReason column = reasonOf("c10");
    CHECK(column.why == "2 elements in one line within 1°, one section, bending carried through");
    CHECK(endWords(f, column.ends[0], names) == "support of node n10");
    CHECK(endWords(f, column.ends[1], names) == "b02, b12");
    const FormingReason beam = reasonOf("b01");
    CHECK(beam.ends[1].next >= 0);
    CHECK_THAT(endWords(f, beam.ends[1], names), Contains("b11 goes on, but column c10 takes bending here"));
}

TEST_CASE("forming: a rotation of the whole frame about the vertical and the order of elements change nothing",
          "[members][forming]")
{
    const Frame f = grid("");
    std::mt19937 random(7);
    const size_t count = formed(f).size();
    for (int round = 0; round < 20; ++round) {
        Frame g = f;
        const double a = std::uniform_real_distribution<double>(0, 6.28)(random);
        for (Node& n : g.nodes)
            n.at = {n.at.x * std::cos(a) - n.at.y * std::sin(a), n.at.x * std::sin(a) + n.at.y * std::cos(a), n.at.z};
        std::vector<Element> list = g.elements.list();
        std::shuffle(list.begin(), list.end(), random);
        for (Element& e : list)
            if (random() % 2) std::swap(e.i, e.j);
        g.elements = list;
        const auto members = formed(g);
        CHECK(members.size() == count);
        double total = 0;
        for (size_t i = 0; i < members.size(); ++i) {
            total += members[i].length;
            CHECK(members[i].broken.empty());
        }
        CHECK_THAT(total, WithinRel(3 * 6 + 4 * 5.0, 1e-12));
    }
}

TEST_CASE("forming: a name that an entry has is that entry's alone", "[members][forming]")
{
    const Frame f = grid(R"("members":[{"id":"c10","elements":["b01"]}])");
    const auto members = formed(f);
    CHECK(std::count_if(members.begin(), members.end(), [](const Member& m) { return m.id == "c10"; }) == 1);
    CHECK(std::count_if(members.begin(), members.end(), [](const Member& m) { return m.id == "c10 (2)"; }) == 1);
}
