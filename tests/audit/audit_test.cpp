#include "core/analysis/analyse.h"
#include "core/audit/audit.h"
#include "core/standards/aisc360/stability.h"
#include "core/standards/en1993/stability.h"
#include "tests/support.h"

#include <algorithm>
#include <cmath>

using namespace wr;

namespace {
bool has(const std::vector<Finding>& f, std::string_view code)
{
    return std::any_of(f.begin(), f.end(), [&](const Finding& x) { return x.code == code && !x.text.empty(); });
}
} // namespace

TEST_CASE("audit: combinations, forces and results are looked at", "[audit]")
{
    Frame f = test::frameOf(test::demo("tern-street"));
    const auto clean = audit(*test::modelOf(f));
    CHECK(has(clean, "forces.sway"));
    CHECK(has(clean, "combination.construction"));
    CHECK_FALSE(has(clean, "combination.service"));
    CHECK_FALSE(has(clean, "case.unused"));
    CHECK_FALSE(has(clean, "forces.stale"));

    f.combinations.push_back({"A1", "other factors", Purpose::Strength, "asd", "", {{0, 1.0}}, {}});
    f.combinations.push_back({"E", "empty", Purpose::Strength, "", "", {}, {}});
    LoadCase lonely;
    lonely.id = "lonely";
    lonely.selfWeight = 1;
    f.cases.push_back(lonely);
    f.design.members[0].exclude = true;
    const auto model = test::modelOf(f);
    const auto found = audit(*model);
    for (const char* code : {"combination.basis", "combination.empty", "case.unused", "member.excluded"}) {
        INFO(code);
        CHECK(has(found, code));
    }
    for (const Finding& x : found)
        CHECK(findKind(x.code) != nullptr);
}

TEST_CASE("audit: sizes changed after the analysis, no forces, an unknown standard", "[audit]")
{
    const Frame f = test::frameOf(test::demo("tern-street"));
    const auto model = test::modelOf(f);
    auto changed = std::make_shared<Frame>(f);
    changed->elements[0].section = changed->elements[1].section;
    changed->elements[0].section = static_cast<int>(changed->sections.size()) - 1;
    const auto standards = std::make_shared<const std::vector<Standard>>(shippedStandards());
    CHECK(has(audit(CheckModel(changed, std::make_shared<const ForceTable>(model->forces()), standards)), "forces.stale"));
    auto unknown = std::make_shared<Frame>(f);
    unknown->design.standard = "another-code";
    const CheckModel none(unknown, std::make_shared<const ForceTable>(), standards);
    CHECK(has(audit(none), "forces.none"));
    CHECK(has(audit(none), "standard.unknown"));
    CHECK(none.check(0).status == Status::Unchecked);
}

TEST_CASE("audit: members over and unchecked are findings", "[audit]")
{
    const auto model = test::modelOf(test::frameOf(test::demo("marrow-hill")));
    CheckReport r;
    SilentProgress p;
    model->checkAll(r, p);
    const auto found = auditResults(*model, r);
    CHECK(std::count_if(found.begin(), found.end(), [](const Finding& x) { return x.code == "member.over"; }) == r.counts.over);
}

TEST_CASE("audit: the method of design for stability is named with what it wants", "[audit][stability]")
{
    const Frame f = test::frameOf(test::demo("tern-street"));
    const auto words = [](const std::vector<Finding>& list, std::string_view code) {
        for (const Finding& x : list)
            if (x.code == code) return x.text;
        return std::string();
    };
    CHECK(words(audit(*test::modelOf(f)), "stability.method").find("Appendix 7.3") != std::string::npos);
    const auto with = [&](Frame frame, bool reduced) {
        SilentProgress p;
        const FrameForces r = analyseForces(frame, {ForceOrder::Second, reduced}, secondOrderRules(), p);
        REQUIRE(r.ok);
        return audit(CheckModel(std::make_shared<const Frame>(frame), std::make_shared<const ForceTable>(r.forces),
                                std::make_shared<const std::vector<Standard>>(shippedStandards())));
    };
    CHECK(words(with(f, false), "stability.method").find("7.2") != std::string::npos);
    const auto direct = with(f, true);
    CHECK(words(direct, "stability.method").find("direct analysis method") != std::string::npos);
    CHECK(has(direct, "stability.notional")); // its gravity combinations hold none
    CHECK_FALSE(has(direct, "stability.factors"));
    Frame stated = f;
    stated.design.lengths.push_back({stated.design.members.front().id, {}, {}, LengthAxis::Major, 1.6, {}, {}, {}});
    // Above 1 sway is counted twice, an error; below 1 a factor the method does not want.
    const auto twice = with(stated, true);
    CHECK(words(twice, "stability.twice").find(stated.design.members.front().id) != std::string::npos);
    CHECK_FALSE(has(twice, "stability.factors"));
    CHECK_FALSE(has(with(stated, false), "stability.twice")); // that method wants factors
    stated.design.lengths.edit().back().k = 0.8;
    const auto less = with(stated, true);
    CHECK(words(less, "stability.factors").find(stated.design.members.front().id) != std::string::npos);
    CHECK_FALSE(has(less, "stability.twice"));
    // Every strength combination with a notional case: nothing is missing.
    Frame notional = f;
    LoadCase n;
    n.id = "N";
    n.action = Action::Notional;
    n.nodal.push_back({0, {1, 0, 0}, {}});
    notional.cases.push_back(n);
    for (Combination& c : notional.combinations)
        c.terms.emplace_back(static_cast<int>(notional.cases.size()) - 1, 1.0);
    CHECK_FALSE(has(with(notional, true), "stability.notional"));
}

TEST_CASE("audit: the drift ratio is B2 of the worst storey, and what the method says to it", "[audit][stability]")
{
    // A portal of one bay: ratio 1/(1 - P/Pe) by its own sway analysis; heavier loads pass 1.1 and 1.5.
    const auto at = [](double weight, bool second) {
        const Frame f = test::frameOf(test::beam(
            R"("nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},
{"id":"2","at":[6,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},
{"id":"3","at":[0,0,4],"support":{"uy":true}},{"id":"4","at":[6,0,4],"support":{"uy":true}}],
"elements":[{"id":"L","nodes":["1","3"],"section":"S","material":"M"},
{"id":"R","nodes":["2","4"],"section":"S","material":"M"},{"id":"B","nodes":["3","4"],"section":"S","material":"M"}])",
            fmt::format(R"({{"id":"G","nodal":[{{"node":"3","f":[1,0,{0}]}},{{"node":"4","f":[1,0,{0}]}}]}})", -weight),
            R"(,"combinations":[{"id":"U","terms":{"G":1}}])"));
        SilentProgress p;
        const FrameForces r = analyseForces(f, {second ? ForceOrder::Second : ForceOrder::First, false}, secondOrderRules(), p);
        REQUIRE(r.ok);
        const CheckModel model(std::make_shared<const Frame>(f), std::make_shared<const ForceTable>(r.forces),
                               std::make_shared<const std::vector<Standard>>(shippedStandards()));
        const auto found = aisc360::driftRatio(model, p);
        REQUIRE(found);
        return *found;
    };
    CHECK(at(20, true).text.find("K = 1 may be taken") != std::string::npos);
    CHECK(at(1200, true).text.find("buckling analysis") != std::string::npos);
    CHECK(at(1200, true).severity == Severity::Note);
    CHECK(at(2500, true).severity == Severity::Warning);
    CHECK(at(2500, true).text.find("effective length method is not allowed") != std::string::npos);
    CHECK(at(2500, false).text.find("first-order method is not allowed") != std::string::npos);
}

TEST_CASE("audit: a thrust above half the squash load is told where forces are first order", "[audit][stability]")
{
    const auto at = [](double thrust) {
        const auto model = test::modelOf(test::frameOf(test::beam(
            R"("nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},
{"id":"2","at":[0.5,0,0]}],
"elements":[{"id":"A","nodes":["1","2"],"section":"S","material":"M"}])",
            fmt::format(R"({{"id":"G","nodal":[{{"node":"2","f":[{},0,0]}}]}})", -thrust),
            R"(,"combinations":[{"id":"U","terms":{"G":1}}])")));
        CheckReport r;
        SilentProgress p;
        model->checkAll(r, p);
        return auditResults(*model, r);
    };
    CHECK(has(at(0.55 * 355 * 20), "stability.thrust")); // squash load 355 MPa · 20 000 mm² = 7100 kN
    CHECK_FALSE(has(at(0.45 * 355 * 20), "stability.thrust"));
}

TEST_CASE("audit: EN 1993: order, imperfections and the critical load factor decide what the lengths may be",
          "[audit][stability][en1993]")
{
    const auto words = [](const std::vector<Finding>& list, std::string_view code) {
        for (const Finding& x : list)
            if (x.code == code) return x.text;
        return std::string();
    };
    const Frame f = test::frameOf(test::demo("sedge-lane"));
    const auto model = [](const Frame& frame, ForceOrder order) {
        SilentProgress p;
        const FrameForces r = analyseForces(frame, {order, false}, secondOrderRules(), p);
        REQUIRE(r.ok);
        return CheckModel(std::make_shared<const Frame>(frame), std::make_shared<const ForceTable>(r.forces),
                          std::make_shared<const std::vector<Standard>>(shippedStandards()));
    };
    const CheckModel first = model(f, ForceOrder::First);
    CHECK(words(audit(first), "stability.method").find("5.2.2(8)") != std::string::npos);
    CHECK_FALSE(has(audit(first), "stability.notional"));
    const CheckModel second = model(f, ForceOrder::Second);
    CHECK(words(audit(second), "stability.method").find("system lengths, their own bow") != std::string::npos);
    Frame bare = f;
    for (Combination& c : bare.combinations)
        std::erase_if(c.terms, [&](const auto& t) { return bare.cases[t.first].action == Action::Notional; });
    CHECK(has(audit(model(bare, ForceOrder::Second)), "stability.notional"));
    // A portal whose critical load is known: two cantilever columns, pinned beam: α = π²EI/(4h²)/P each.
    const auto portal = [&](double weight) {
        const Frame g = test::frameOf(test::beam(
            R"("nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},
{"id":"2","at":[6,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},
{"id":"3","at":[0,0,4],"support":{"uy":true}},{"id":"4","at":[6,0,4],"support":{"uy":true}}],
"elements":[{"id":"L","nodes":["1","3"],"section":"S","material":"M"},
{"id":"R","nodes":["2","4"],"section":"S","material":"M"},
{"id":"B","nodes":["3","4"],"section":"S","material":"M","release":{"i":["my","mz"],"j":["my","mz"]}}])",
            fmt::format(R"({{"id":"G","nodal":[{{"node":"3","f":[1,0,{0}]}},{{"node":"4","f":[1,0,{0}]}}]}})", -weight),
            R"(,"combinations":[{"id":"U","terms":{"G":1}}],"design":{"standard":"en1993"})"));
        SilentProgress p;
        const auto found = en1993::criticalFactor(model(g, ForceOrder::First), p);
        REQUIRE(found);
        return *found;
    };
    // 5.3.2(6): a fixed-based column of HEB 200 with 40 % of its own critical load, free to sway at its top; e0 = L/200 (curve
    // b, plastic), so that 8·N·e0/L² stands for the bow; a pinned one does not ask for it.
    const auto column = [&](const char* base, double share) {
        const double ncr = M_PI * M_PI * 210e9 * shippedCatalogue().find("HEB200")->properties().iy / 36 / 1e3; // kN
        const Frame g = test::frameOf(fmt::format(
            R"({{"format":"wren-frame","version":1,"materials":[{{"id":"M","e":210000,"g":81000,"density":7850,"fy":355,
"fu":490}}],
"sections":[{{"id":"S","name":"HEB200"}}],"nodes":[{{"id":"1","at":[0,0,0],
"support":{{"ux":true,"uy":true,"uz":true,"rz":true{}}}}},
{{"id":"2","at":[0,0,6],"support":{{"ux":true,"uy":true}}}}],
"elements":[{{"id":"E","nodes":["1","2"],"section":"S","material":"M"}}],
"cases":[{{"id":"G","nodal":[{{"node":"2","f":[0,0,{}]}}]}}],"combinations":[{{"id":"U","terms":{{"G":1}}}}],
"design":{{"standard":"en1993"}}}})",
            base, -share * ncr));
        return words(audit(model(g, ForceOrder::First)), "stability.bow");
    };
    const std::string bow = column(R"(,"rx":true,"ry":true)", 0.4);
    INFO(bow);
    CHECK(bow.find("E about y") != std::string::npos);
    CHECK(bow.find("30.00 mm") != std::string::npos); // 6 m / 200
    CHECK(column("", 0.4).empty());
    CHECK(column(R"(,"rx":true,"ry":true)", 0.05).empty());
    const double euler = M_PI * M_PI * test::kEi / (4 * 16) / 1e3; // kN
    CHECK(portal(euler / 12).text.find("first-order analysis will do") != std::string::npos);
    CHECK(portal(euler / 5).text.find("5.00") != std::string::npos);
    CHECK(portal(euler / 5).text.find("1.25") != std::string::npos); // 1/(1 - 1/5)
    CHECK(portal(euler / 2).text.find("below 3") != std::string::npos);
    CHECK(portal(euler / 2).severity == Severity::Error);
    CHECK(portal(euler / 2).code == "forces.sway");
    CHECK(portal(euler / 12).severity == Severity::Note);
}
