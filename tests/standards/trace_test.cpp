#include "core/base/expression.h"
#include "tests/support.h"

#include <map>
#include <set>

using namespace wr;
using Catch::Matchers::WithinRel;

namespace {

// Recomputes every printed formula of a trace from the values printed before it.
int recompute(const Trace& t)
{
    std::map<std::string, double, std::less<>> seen;
    int formulas = 0;
    for (const TraceStep& s : t.steps) {
        if (s.kind != TraceStep::Kind::Value) continue;
        CAPTURE(s.label.symbol, s.label.formula, s.label.clause);
        if (!s.label.formula.empty()) {
            const auto e = parseExpression(s.label.formula);
            REQUIRE(e.has_value());
            const auto v = evaluate(*e, [&](std::string_view name) -> std::optional<double> {
                const auto it = seen.find(name);
                return it == seen.end() ? std::nullopt : std::optional(it->second);
            });
            if (!v) UNSCOPED_INFO(v.error());
            REQUIRE(v.has_value());
            CHECK_THAT(*v, WithinRel(s.value, 1e-12));
            ++formulas;
        }
        seen[std::string(s.label.symbol)] = s.value;
    }
    return formulas;
}

} // namespace

TEST_CASE("trace: every printed formula is the computed one, and its ratio is the check's, over both demo frames and methods",
          "[trace]")
{
    std::set<std::string_view> clauses;
    int formulas = 0;
    for (const char* name : {"marrow-hill", "tern-street"})
        for (const char* standard : {"aisc360-22-lrfd", "aisc360-22-asd"}) {
            Frame f = test::frameOf(test::demo(name));
            f.design.standard = standard;
            for (Combination& c : f.combinations)
                if (!c.basis.empty()) c.basis = std::string(standard).ends_with("asd") ? "asd" : "lrfd";
            const auto model = test::modelOf(f);
            for (size_t m = 0; m < model->members().size(); ++m) {
                const MemberResult r = model->check(m);
                for (const CheckOutcome& o : r.outcomes) {
                    if (o.status == Status::Unchecked || o.status == Status::NotApplicable || o.set < 0) continue;
                    const Trace t = model->explain(m, o);
                    CAPTURE(model->members()[m].id, o.check, o.ratio);
                    REQUIRE_FALSE(t.steps.empty());
                    formulas += recompute(t);
                    CHECK_THAT(t.steps.back().value, WithinRel(o.ratio, 1e-9) || Catch::Matchers::WithinAbs(o.ratio, 1e-12));
                    for (const TraceStep& s : t.steps)
                        clauses.insert(s.label.clause);
                }
            }
        }
    CHECK(formulas > 20000);
    for (const char* clause :
         {"D2-1", "E3-2", "E3-3", "F2-2", "F1-1", "F6-1", "F7-1", "F8-1", "G2-1", "G4-1", "G5-1", "G6-1", "H1-1a", "H1-1b"}) {
        INFO(clause);
        CHECK(clauses.contains(clause));
    }
}

TEST_CASE("trace: branches that the demo frames do not reach print what they compute", "[trace]")
{
    // Simple beam-columns by given forces over shapes that reach noncompact, slender and torsion clauses.
    const char* sections[] = {R"("name":"W21X48")",
                              R"("name":"W18X35")",
                              R"("shape":"rhs","h":254,"b":254,"t":4.4)",
                              R"("shape":"rhs","h":254,"b":152,"t":4.4)",
                              R"("shape":"chs","d":508,"t":5.9)",
                              R"("shape":"i","h":500,"b":400,"tw":9,"tf":10,"a":5)",
                              R"("shape":"rhs","h":500,"b":100,"t":4)",
                              R"("name":"HSS12X4X3/8")",
                              R"("name":"W6X15")"};
    std::set<std::string_view> clauses;
    for (const char* section : sections) {
        const auto model = test::modelOf(test::frameOf(
            R"({"format":"wren-frame","version":1,"materials":[{"id":"M","e":200000,"g":77200,"density":7850,"fy":345,"fu":450}],"sections":[{"id":"S",)" +
            std::string(section) +
            R"(}],"nodes":[{"id":"1","at":[0,0,0]},{"id":"2","at":[9,0,0]}],"elements":[{"id":"E","nodes":["1","2"],"section":"S","material":"M"}],"cases":[{"id":"G"}],"combinations":[{"id":"U","terms":{"G":1}}],
"results":[{"combination":"U","elements":[{"element":"E","stations":[{"s":0,"n":-60,"vy":2,"vz":12,"t":40,"my":10,"mz":3},{"s":9,"n":-60,"vy":2,"vz":12,"t":40,"my":118,"mz":21}]}]}]})"));
        const MemberResult r = model->check(0);
        for (const CheckOutcome& o : r.outcomes) {
            if (o.status == Status::Unchecked || o.status == Status::NotApplicable) continue;
            CAPTURE(section, o.check);
            const Trace t = model->explain(0, o);
            recompute(t);
            for (const TraceStep& s : t.steps)
                clauses.insert(s.label.clause);
        }
    }
    for (const char* clause : {"E7-3", "E7-1", "E7-7", "F3-1", "F7-3", "F7-4", "F8-2", "H3-6", "F6-2", "F7-6"}) {
        INFO(clause);
        CHECK(clauses.contains(clause));
    }
}

TEST_CASE("registry: keys are unique, every check has a title and a chapter", "[trace]")
{
    std::set<std::string_view> keys;
    for (const Standard& s : shippedStandards()) {
        CHECK(keys.insert(s.key).second);
        REQUIRE(s.run != nullptr);
        REQUIRE(s.explain != nullptr);
        std::set<std::string_view> rows;
        for (const CheckRow& c : s.checks) {
            CHECK(rows.insert(c.key).second);
            CHECK_FALSE(c.title.empty());
            CHECK_FALSE(c.chapter.empty());
        }
    }
    CHECK(keys.contains(kDefaultStandard));
}
