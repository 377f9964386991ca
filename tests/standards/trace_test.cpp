#include "tests/standards/recompute.h"
#include "tests/support.h"

#include <set>

using namespace wr;
using Catch::Matchers::WithinRel;
using test::recompute;

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
                    if (o.status == Status::Unchecked || o.status == Status::NotApplicable || !o.ofForces()) continue;
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
    // The tram depot by the standard it is made for.
    const auto depot = test::modelOf(test::frameOf(test::demo("sedge-lane")));
    int unchecked = 0;
    for (size_t m = 0; m < depot->members().size(); m += 3) {
        const MemberResult r = depot->check(m);
        for (const CheckOutcome& o : r.outcomes) {
            unchecked += o.status == Status::Unchecked;
            if (o.status == Status::Unchecked || o.status == Status::NotApplicable || !o.ofForces()) continue;
            const Trace t = depot->explain(m, o);
            CAPTURE(depot->members()[m].id, o.check, o.ratio);
            formulas += recompute(t);
            CHECK_THAT(t.steps.back().value, WithinRel(o.ratio, 1e-9) || Catch::Matchers::WithinAbs(o.ratio, 1e-12));
            for (const TraceStep& s : t.steps)
                clauses.insert(s.label.clause);
        }
    }
    CHECK(unchecked == 0);
    for (const char* clause : {"6.49", "6.56", "6.61", "6.62", "6.36", "6.18", "Table 5.2", "Table B.2", "6.2.8(3)"}) {
        INFO(clause);
        CHECK(clauses.contains(clause));
    }
    for (const char* clause :
         {"D2-1", "E3-2", "E3-3", "F2-2", "F1-1", "F6-1", "F7-1", "F8-1", "G2-1", "G4-1", "G5-1", "G6-1", "H1-1a", "H1-1b"}) {
        INFO(clause);
        CHECK(clauses.contains(clause));
    }
}

namespace {

// A simple beam-column by given forces: section, brief, standard, and which fibres the moments compress.
Frame beamColumn(const std::string& section, const std::string& brief, const std::string& standard, int my, int mz,
                 double length)
{
    return test::frameOf(fmt::format(
        R"({{"format":"wren-frame","version":1,"materials":[{{"id":"M","e":200000,"g":77200,"density":7850,"fy":345,
"fu":450}}],"sections":[{{"id":"S",{0}}}],
"nodes":[{{"id":"1","at":[0,0,0]}},{{"id":"2","at":[{7},0,0]}}],
"elements":[{{"id":"E","nodes":["1","2"],"section":"S","material":"M"}}],"cases":[{{"id":"G"}}],
"combinations":[{{"id":"U","terms":{{"G":1}}}},{{"id":"T","terms":{{"G":-0.5}}}}],
"results":[{{"case":"G","elements":[{{"element":"E","stations":[{{"s":0,"n":-60,"vy":2,"vz":12,"t":4,"my":{1},
"mz":{2}}},{{"s":{7},"n":-60,"vy":2,"vz":12,"t":4,"my":{3},"mz":{4}}}]}}]}}],
"design":{{"standard":"{5}","members":[{{"id":"E","elements":["E"],"brief":"b"}}],"briefs":[{{"id":"b"{6}}}]}}}})",
        section, my * 2, mz, my * 74, mz * 13, standard, brief, length));
}

} // namespace

TEST_CASE("trace: every shape, edition and method prints what it computes, and its ratio is the check's", "[trace]")
{
    const char* sections[] = {
        R"("name":"W21X48")",
        R"("name":"W18X35")",
        R"("shape":"rhs","h":254,"b":254,"t":4.4)",
        R"("shape":"rhs","h":254,"b":152,"t":4.4)",
        R"("shape":"rhs","h":150,"b":300,"t":6)",
        R"("shape":"rhs","h":700,"b":200,"t":4)",
        R"("shape":"chs","d":508,"t":5.9)",
        R"("shape":"i","h":500,"b":400,"tw":9,"tf":10,"a":5)",
        R"("shape":"i","h":900,"b":300,"tw":8,"tf":20,"a":5)",
        R"("shape":"i","h":1200,"b":300,"tw":6,"tf":20,"a":5)",
        R"("shape":"i","h":1200,"b":500,"tw":6,"tf":12,"a":5)",
        R"("shape":"i-unequal","h":500,"b":300,"tf":16,"b2":180,"tf2":12,"tw":9,"a":5)",
        R"("shape":"i-unequal","h":900,"b":200,"tf":14,"b2":320,"tf2":18,"tw":6,"a":5)",
        R"("shape":"rhs","h":500,"b":100,"t":4)",
        R"("name":"HSS12X4X3/8")",
        R"("name":"W6X15")",
        R"("name":"C10X20")",
        R"("shape":"channel","h":400,"b":160,"tw":4,"tf":6,"r":6)",
        R"("name":"WT7X34")",
        R"("name":"WT7X15")",
        R"("shape":"tee","h":200,"b":500,"tw":5,"tf":10,"r":5)",
        R"("name":"L6X6X1/2")",
        R"("name":"L8X4X7/16")",
        R"("shape":"angle","h":150,"b":100,"t":6,"r":8)",
        R"("name":"2L5X3X1/4X3/8LLBB")",
        R"("shape":"double-angle","h":150,"b":150,"t":8,"r":8,"gap":0,"back":"long")",
        R"("shape":"bar-flat","h":200,"b":20)",
        R"("shape":"bar-flat","h":20,"b":200)",
        R"("shape":"bar-round","d":90)",
        R"("shape":"cruciform","h":400,"b":300,"tw":10,"tf":12,"a":6)",
        R"("shape":"cruciform","h":300,"b":300,"tw":20,"tf":20)",
        R"("shape":"angle","h":100,"b":100,"t":6,"r":8)",
        R"("properties":{"a":6000,"iy":5e7,"iz":2e7,"it":1e6,"wely":3e5,"welz":1e5,"wply":3e5,"wplz":1e5})"};
    const char* briefs[] = {
        "",
        R"(,"aisc360":{"throughOneLeg":"planar-truss","connectedLeg":"b","interaction":"H1.3","tensionRaisesCb":true,
"flangeHoles":0.6},
                                   "connectors":{"spacing":1.2,"joined":"snug"},"loadHeight":"top",
"stiffenerSpacing":1.0,"tensionField":true,"warpingEnds":["fixed","free"])",
        R"(,"aisc360":{"throughOneLeg":"space-truss"},"connectors":{"spacing":2.5},"k":{"minor":0.8,"top":0.5},
"statedStress":{"ltb":200,"local":250})",
        R"(,"connectors":{"spacing":0.4},"angleAxes":"legs")",
        R"(,"angleAxes":"legs-free")",
        R"(,"angleAxes":"legs-held-at-peak","cb":1.3)"};
    const double lengths[] = {6, 2, 2, 6, 3, 3};
    // With sanitizers each takes one of the four signs in turn: the whole takes five minutes there.
#ifdef WREN_SANITIZED
    constexpr bool whole = false;
#else
    constexpr bool whole = true;
#endif
    std::set<std::string_view> clauses;
    int formulas = 0, turn = 0;
    for (const char* section : sections)
        for (const char* const& brief : briefs)
            for (const Standard& s : shippedStandards())
                for (const auto& [my, mz] : {std::pair{1, 1}, {-1, 1}, {1, -1}, {1, 0}}) {
                    const int i = turn++;
                    if (!whole && (i + i / 4) % 4 != 0) continue;
                    const auto model =
                        test::modelOf(beamColumn(section, brief, std::string(s.key), my, mz, lengths[&brief - briefs]));
                    const MemberResult r = model->check(0);
                    for (const CheckOutcome& o : r.outcomes) {
                        CAPTURE(section, brief, s.key, s.checks[o.check].key, o.reason);
                        if (o.status == Status::Unchecked) CHECK_FALSE(o.reason.empty());
                        if (o.status == Status::Unchecked || o.status == Status::NotApplicable) continue;
                        const Trace t = model->explain(0, o);
                        REQUIRE_FALSE(t.steps.empty());
                        formulas += recompute(t);
                        CHECK_THAT(t.steps.back().value,
                                   WithinRel(o.ratio, 1e-9) || Catch::Matchers::WithinAbs(o.ratio, 1e-12));
                        for (const TraceStep& step : t.steps)
                            clauses.insert(step.label.clause);
                    }
                }
    CHECK(formulas > (whole ? 20000 : 5000));
    if (!whole) return;
    for (const char* clause :
         {"E7-3",  "E7-1",  "E7-7",  "F3-1", "F7-3",  "F7-4",  "F8-2",  "H3-6",  "F6-2",  "F7-6",  "E4-3",
          "E4-4",  "E5-1",  "E5-3",  "E6-1", "E6-2a", "E6-2b", "F4-1",  "F4-2",  "F4-9b", "F4-13", "F5-1",
          "F5-4",  "F5-6",  "F7-7",  "F9-2", "F9-10", "F9-16", "F10-1", "F10-3", "F10-4", "F10-6", "F11-1",
          "F11-2", "F12-1", "F13-1", "G2-5", "G2-7",  "G3-1",  "H1-3",  "H2-1",  "H3-7",  "H3.3",  "Comm. F1"}) {
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
