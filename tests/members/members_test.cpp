#include "tests/support.h"

#include <set>

using namespace wr;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

// A column of four elements, one drawn backwards, with a beam at half height.
const std::string kColumn =
    R"("nodes":[{"id":"a","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},
{"id":"b","at":[0,0,1.5]},{"id":"c","at":[0,0,3]},{"id":"d","at":[0,0,4.5]},{"id":"e","at":[0,0,6]},
{"id":"f","at":[5,0,3]}],
"elements":[{"id":"1","nodes":["a","b"],"section":"S","material":"M"},
{"id":"2","nodes":["c","b"],"section":"S","material":"M"},{"id":"3","nodes":["c","d"],"section":"S","material":"M"},
{"id":"4","nodes":["d","e"],"section":"S","material":"M"},{"id":"5","nodes":["c","f"],"section":"S","material":"M"}])";

SharedList<Member> formed(const std::string& json)
{
    std::vector<Finding> findings;
    return formMembers(test::frameOf(json), findings).members();
}

} // namespace

TEST_CASE("members: ten pieces of one column are one member", "[members]")
{
    const auto m = formed(test::beam(kColumn, R"({"id":"G"})"));
    REQUIRE(m.size() == 2);
    CHECK(m[0].id == "1");
    CHECK(m[0].pieces.size() == 4);
    CHECK(m[0].pieces[1].reversed);
    CHECK_THAT(m[0].length, WithinRel(6.0, 1e-12));
    CHECK(m[1].id == "5");
}

TEST_CASE("members: a hinge, another section or a turned web breaks the chain, t and n releases do not", "[members]")
{
    const auto with = [](const std::string& from, const std::string& to) {
        std::string json = test::beam(kColumn, R"({"id":"G"})");
        json.replace(json.find(from), from.size(), to);
        return formed(json)[0].pieces.size();
    };
    const std::string third = R"({"id":"3","nodes":["c","d"],"section":"S","material":"M")";
    CHECK(with(third, third + R"(,"release":{"i":["my"]})") == 2);
    CHECK(with(third, third + R"(,"release":{"i":["t","n"]})") == 4);
    CHECK(with(third, third + R"(,"roll":90)") == 2);
    CHECK(with(third, third + R"(,"roll":180)") == 4);
    CHECK(with(third, third + R"(,"behaviour":"axial")") == 2);
    CHECK(with(R"("at":[0,0,4.5])", R"("at":[0.2,0,4.5])") == 2); // a kink of more than a degree
}

TEST_CASE("members: a declared chain that is no line is told and stays unchecked", "[members]")
{
    std::vector<Finding> findings;
    const Frame f = test::frameOf(
        test::beam(kColumn, R"({"id":"G","selfWeight":1})",
                   R"(,"combinations":[{"id":"U","terms":{"G":1}}],"design":{"members":[{"id":"M","elements":["1","3"]},
{"id":"N","elements":["5"]}]})"));
    const auto m = formMembers(f, findings).members();
    CHECK_FALSE(m[0].broken.empty());
    CHECK(findings.front().code == "member.chain");
    const auto model = test::modelOf(f);
    CHECK(model->check(0).status == Status::Unchecked);
}

TEST_CASE("lanes: what holds what", "[members]")
{
    const auto lanes = [](const std::string& design) {
        const auto model = test::modelOf(test::frameOf(test::beam(
            kColumn, R"({"id":"G","selfWeight":1})",
            R"(,"combinations":[{"id":"U","terms":{"G":1}}],"design":{"members":[{"id":"C","elements":["1","2","3","4"]}])" +
                design + "}")));
        return model->lanes(0);
    };
    const auto pieces = [](const Lanes& l, LengthAxis a) { return l.of(a).size(); };
    // The beam at half height holds nothing that nobody declared; the top is free: a cantilever.
    const Lanes none = lanes("");
    CHECK(none.freeEnd);
    CHECK_FALSE(none.freeStart);
    CHECK(pieces(none, LengthAxis::Minor) == 1);
    CHECK(none.of(LengthAxis::Minor)[0].k == 2.0);
    CHECK(none.of(LengthAxis::Top)[0].cantilever);
    const std::string top = R"(,"restraints":[{"member":"C","at":6,"holds":["major","minor","top","bottom","twist"]})";
    CHECK_FALSE(lanes(top + "]").freeEnd);
    CHECK(lanes(top + "]").of(LengthAxis::Minor)[0].k == 1.0);
    // One flange alone holds that flange against LTB but not the column's minor axis.
    const Lanes flange = lanes(top + R"(,{"member":"C","at":3,"holds":["top"]}])");
    CHECK(pieces(flange, LengthAxis::Top) == 2);
    CHECK(pieces(flange, LengthAxis::Bottom) == 1);
    CHECK(pieces(flange, LengthAxis::Minor) == 1);
    // With twist it does, and twist alone holds both flanges.
    const Lanes both = lanes(top + R"(,{"member":"C","at":3,"holds":["top","twist"]}])");
    CHECK(pieces(both, LengthAxis::Minor) == 2);
    CHECK(pieces(both, LengthAxis::Bottom) == 2);
    CHECK(pieces(both, LengthAxis::Torsion) == 2);
    const Lanes minor = lanes(top + R"(,{"member":"C","at":3,"holds":["minor"]}])");
    CHECK(pieces(minor, LengthAxis::Minor) == 2);
    CHECK(pieces(minor, LengthAxis::Top) == 1);
    CHECK(pieces(minor, LengthAxis::Major) == 1);
    // Lengths by hand: a factor for a stretch replaces the holds inside it; an absolute length stands as it is.
    const Lanes given =
        lanes(top +
              R"(,{"member":"C","at":3,"holds":["minor"]}],"lengths":[{"member":"C","from":0,"to":6,"axis":"minor","k":0.8},
{"member":"C","axis":"major","length":9}])");
    REQUIRE(pieces(given, LengthAxis::Minor) == 1);
    CHECK_THAT(given.of(LengthAxis::Minor)[0].length, WithinRel(4.8, 1e-12));
    CHECK_THAT(given.of(LengthAxis::Major)[0].length, WithinRel(9.0, 1e-12));
}

TEST_CASE("lanes: a piece that only continues the line holds no end, one that stands across does", "[members]")
{
    // A column in two sections; at the joint either nothing else, a beam, or a slight kink.
    const auto free = [](const std::string& extra, const std::string& top = "[0,0,6]") {
        const std::string json =
            R"({"format":"wren-frame","version":1,"materials":[{"id":"M","grade":"S355"}],
"sections":[{"id":"A","name":"HEA200"},{"id":"B","name":"HEA180"}],
"nodes":[{"id":"a","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},
{"id":"b","at":[0,0,3]},{"id":"c","at":)" +
            top + R"(},{"id":"d","at":[5,0,3],"support":{"ux":true,"uy":true,"uz":true,"rx":true}}],
"elements":[{"id":"1","nodes":["a","b"],"section":"A","material":"M"},{"id":"2","nodes":["b","c"],"section":"B","material":"M"})" +
            extra + R"(],"cases":[{"id":"G","selfWeight":1}],"combinations":[{"id":"U","terms":{"G":1}}]})";
        const auto model = test::modelOf(test::frameOf(json));
        return model->lanes(0).freeEnd;
    };
    CHECK(free(""));
    CHECK(free("", "[0.3,0,6]"));
    CHECK_FALSE(free("", "[3,0,6]")); // a knee, not a kink
    CHECK_FALSE(free(R"(,{"id":"3","nodes":["b","d"],"section":"B","material":"M"})"));
}

TEST_CASE("plan: member forces do not depend on how its pieces are drawn", "[members]")
{
    const std::string load =
        R"({"id":"G","selfWeight":1,"nodal":[{"node":"e","f":[7,3,-50],"m":[0,0,2]}],
"line":[{"element":"2","q":[[2,1,0],[2,1,0]]}]})";
    const std::string end =
        R"(,"combinations":[{"id":"U","terms":{"G":1}}],"design":{"members":[{"id":"C","elements":["1","2","3","4"]}]})";
    const auto forces = [&](const std::string& columns) {
        const auto model = test::modelOf(test::frameOf(test::beam(columns, load, end)));
        const MemberPlan plan = model->plan(0);
        std::vector<double> out;
        combine(plan, model->forces().sets[0], out);
        return out;
    };
    std::string straight = kColumn;
    straight.replace(straight.find(R"(["c","b"])"), 9, R"(["b","c"])");
    const auto a = forces(kColumn), b = forces(straight);
    REQUIRE(a.size() == b.size());
    for (size_t i = 0; i < a.size(); ++i)
        CHECK_THAT(a[i], WithinAbs(b[i], 1e-3));
}

TEST_CASE("reduce: the peak between stations is found", "[members]")
{
    AnalysisOptions two;
    two.stations = 2; // ends only: the cubic must find the middle
    const Frame f = test::frameOf(test::beam(
        R"("nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true}},
{"id":"2","at":[7,0,0],"support":{"uy":true,"uz":true}}],
"elements":[{"id":"E","nodes":["1","2"],"section":"S","material":"M"}])",
        R"({"id":"G","line":[{"element":"E","q":[[0,0,-10],[0,0,-10]]}],"point":[{"element":"E","at":1,"f":[0,0,-5]}]})",
        R"(,"combinations":[{"id":"U","terms":{"G":1}}])"));
    SilentProgress p;
    const AnalysisResult r = analyseLinear(f, two, p);
    const CheckModel m(std::make_shared<const Frame>(f), std::make_shared<const ForceTable>(r.forces),
                       std::make_shared<const std::vector<Standard>>(shippedStandards()));
    const Demands d = m.demands(0);
    // R1 = 35 + 5·6/7; V = 0 at x: R1 - 5 - 10x = 0
    const double r1 = 35e3 + 30e3 / 7, x = (r1 - 5e3) / 10e3, peak = r1 * x - 5e3 * (x - 1) - 5e3 * x * x;
    CHECK_THAT(d.sets[0].top.value, WithinRel(peak, 1e-9));
    CHECK_THAT(d.sets[0].top.at, WithinRel(x, 1e-6));
}
