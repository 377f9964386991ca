#include "core/project/design_state.h"
#include "core/standards/report.h"
#include "tests/support.h"

#include <cmath>
#include <map>

using namespace wr;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

// One W14x99 of 14 ft with the forces of AISC H.1 given at its ends.
std::string beamColumn(const std::string& units, double length, double n, double my, double mz, const std::string& material,
                       const std::string& more = "")
{
    return fmt::format(
        R"({{"format":"wren-frame","version":1,"units":{},{}"sections":[{{"id":"S","name":"W14X99"}}],
"nodes":[{{"id":"1","at":[0,0,0]}},{{"id":"2","at":[0,0,{}]}}],
"elements":[{{"id":"E","nodes":["1","2"],"section":"S","material":"M"}}],"cases":[{{"id":"G"}}],
"combinations":[{{"id":"U","basis":"lrfd","terms":{{"G":1}}}}],
"results":[{{"combination":"U","order":"second","elements":[{{"element":"E",
"stations":[{{"s":0,"n":{},"my":{},"mz":{}}},{{"s":{},"n":{},"my":{},"mz":{}}}]}}]}}]{}}})",
        units, material, length, n, my, mz, length, n, my, mz, more);
}

const std::string kUs = R"({"length":"ft","force":"kip","section":"in","stress":"ksi","mass":"lb"})";
const std::string kSteelUs = R"("materials":[{"id":"M","e":29000,"g":11200,"density":490,"fy":50,"fu":65}],)";

} // namespace

TEST_CASE("runner: AISC H.1 through the whole path, with constant moments (Cb = 1)", "[checking]")
{
    const auto model = test::modelOf(test::frameOf(beamColumn(kUs, 14, -400, 250, 80, kSteelUs)));
    const MemberResult r = model->check(0);
    CHECK(r.status == Status::Ok);
    CHECK_THAT(r.utilisation, WithinRel(0.928, 0.005));
    CHECK(model->standard().checks[r.govern()->check].key == "interaction");
    CHECK_THAT(test::outcome(*model, r, 0, "compression").ratio, WithinRel(400.0 / 1130, 0.005));
    // Given forces with nothing framing in: fork ends, no cantilever.
    CHECK_FALSE(model->lanes(0).freeEnd);
    CHECK(model->forces().inSecond(0));
}

TEST_CASE("runner: the same member in kN, m and mm has the same ratios", "[checking]")
{
    const double k = kKip / 1000, m = k * kFoot;
    const std::string si = R"("materials":[{"id":"M","e":)" +
                           fmt::format("{:.12g},\"g\":{:.12g},\"density\":7850,\"fy\":{:.12g},\"fu\":{:.12g}}}],",
                                       29000.0_ksi / 1e6, 11200.0_ksi / 1e6, 50.0_ksi / 1e6, 65.0_ksi / 1e6);
    const auto a = test::modelOf(test::frameOf(beamColumn(kUs, 14, -400, 250, 80, kSteelUs)));
    const auto b = test::modelOf(test::frameOf(beamColumn(R"({"length":"m"})", 14 * kFoot, -400 * k, 250 * m, 80 * m, si)));
    const MemberResult ra = a->check(0), rb = b->check(0);
    REQUIRE(ra.outcomes.size() == rb.outcomes.size());
    for (size_t i = 0; i < ra.outcomes.size(); ++i)
        CHECK_THAT(ra.outcomes[i].ratio, WithinAbs(rb.outcomes[i].ratio, 1e-9));
}

TEST_CASE("runner: mirrored moments and swapped ends leave a doubly symmetric member's ratio", "[checking]")
{
    const auto ratio = [](double my, double mz) {
        return test::modelOf(test::frameOf(beamColumn(kUs, 14, -300, my, mz, kSteelUs)))->check(0).utilisation;
    };
    CHECK_THAT(ratio(-150, 40), WithinRel(ratio(150, 40), 1e-12));
    CHECK_THAT(ratio(150, -40), WithinRel(ratio(150, 40), 1e-12));
    for (const char* name : {"tern-street", "marrow-hill"}) {
        const Frame f = test::frameOf(test::demo(name));
        Frame g = f;
        // Every element drawn backwards, loads and releases with it; rolls as for a turned local system.
        for (Element& e : g.elements) {
            const bool vertical = std::abs(dot(elementAxes(f, e).x, f.upward())) > 0.9999995;
            std::swap(e.i, e.j);
            std::swap(e.releaseI, e.releaseJ);
            if (vertical) e.roll = -e.roll;
        }
        for (LoadCase& c : g.cases) {
            c.line.erase(
                std::remove_if(c.line.begin(), c.line.end(), [](const LineLoad& l) { return l.axes == LoadAxes::Local; }),
                c.line.end());
        }
        Frame h = f;
        for (LoadCase& c : h.cases)
            c.line.erase(
                std::remove_if(c.line.begin(), c.line.end(), [](const LineLoad& l) { return l.axes == LoadAxes::Local; }),
                c.line.end());
        const auto a = test::modelOf(h), b = test::modelOf(g);
        for (size_t i = 0; i < a->members().size(); ++i) {
            CAPTURE(a->members()[i].id);
            const MemberResult ra = a->check(i), rb = b->check(i);
            CHECK_THAT(rb.utilisation, WithinAbs(ra.utilisation, 2e-6));
        }
    }
}

TEST_CASE("runner: a load added to a combination raises no ratio above its sum", "[checking]")
{
    // Ratios of pure compression are linear in the load.
    const auto ratio = [](double n) {
        return test::modelOf(test::frameOf(beamColumn(kUs, 14, n, 0, 0, kSteelUs)))->check(0).utilisation;
    };
    CHECK_THAT(ratio(-600), WithinRel(3 * ratio(-200), 1e-9));
}

TEST_CASE("runner: tension uses D2 and H1.2, L/r is advice that does not fail", "[checking]")
{
    const auto model = test::modelOf(test::frameOf(beamColumn(kUs, 95, 300, 20, 0, kSteelUs)));
    const MemberResult r = model->check(0);
    CHECK(test::outcome(*model, r, 0, "compression").ratio == 0);
    CHECK_THAT(test::outcome(*model, r, 0, "tension").ratio, WithinRel(300 / (0.9 * 50 * 29.1), 0.005));
    const CheckOutcome& s = test::outcome(*model, r, 0, "slenderness");
    CHECK(s.clause == "D1");
    CHECK(s.status == Status::Warned);
    CHECK(r.status == Status::Warned);
    CHECK(r.utilisation < 1);
}

TEST_CASE("runner: combinations of another basis are refused, none is no pass", "[checking]")
{
    Frame f = test::frameOf(beamColumn(kUs, 14, -400, 250, 80, kSteelUs));
    f.design.standard = "aisc360-22-asd";
    const auto model = test::modelOf(f);
    const MemberResult r = model->check(0);
    CHECK(r.status == Status::Unchecked);
    CHECK(r.outcomes.front().reason.find("no strength combination") != std::string::npos);
    f.combinations[0].basis.clear(); // not said: taken
    CHECK(test::modelOf(f)->check(0).status != Status::Unchecked);
}

TEST_CASE("runner: what is not covered is unchecked with a reason", "[checking]")
{
    const auto reason = [](const std::string& section, const std::string& material = kSteelUs) {
        std::string json = beamColumn(kUs, 14, -40, 25, 8, material);
        json.replace(json.find(R"("name":"W14X99")"), 15, section);
        const auto model = test::modelOf(test::frameOf(json));
        const MemberResult r = model->check(0);
        CHECK(r.status == Status::Unchecked);
        for (const CheckOutcome& o : r.outcomes)
            if (o.status == Status::Unchecked) return o.reason;
        return std::string();
    };
    CHECK(reason(R"("properties":{"a":20,"iy":100,"iz":50,"it":1})").find("dimensions") != std::string::npos);
    CHECK(reason(R"("shape":"i","h":60,"b":16,"tw":0.2,"tf":1,"a":0.2)").find("F13.2") != std::string::npos);
    CHECK(reason(R"("shape":"i-unequal","h":20,"b":16,"tf":1,"b2":4,"tf2":1,"tw":0.4,"a":0.2)").find("F13.2") !=
          std::string::npos);
    CHECK(reason(R"("shape":"chs","d":40,"t":0.15)").find("0.45E/Fy") != std::string::npos);
    CHECK(reason(R"("name":"W14X99")", R"("materials":[{"id":"M","e":29000,"g":11200,"density":490}],)")
              .find("no yield strength") != std::string::npos);
}

TEST_CASE("runner: what is not covered is found whichever combination asks for it", "[checking]")
{
    // The first combination bends nothing, the second does: an infinite strength has ratio 0 in both.
    const auto model = test::modelOf(test::frameOf(
        R"({"format":"wren-frame","version":1,"materials":[{"id":"M","e":200000,"g":77200,"density":7850,"fy":345,
"fu":450}],"sections":[{"id":"S","shape":"chs","d":1000,"t":3.5}],
"nodes":[{"id":"1","at":[0,0,0]},{"id":"2","at":[4,0,0]}],
"elements":[{"id":"E","nodes":["1","2"],"section":"S","material":"M"}],"cases":[{"id":"G"}],
"combinations":[{"id":"A","terms":{"G":0}},{"id":"B","terms":{"G":1}}],
"results":[{"case":"G","elements":[{"element":"E","stations":[{"s":0,"my":10},{"s":4,"my":10}]}]}]})"));
    const MemberResult r = model->check(0);
    CHECK(r.status == Status::Unchecked);
    CHECK(test::outcome(*model, r, 0, "flexure-major").status == Status::Unchecked);
}

TEST_CASE("runner: a clause that is not covered costs nothing where nothing asks for it", "[checking]")
{
    std::string json = beamColumn(kUs, 14, -40, 0, 0, kSteelUs);
    json.replace(json.find(R"("name":"W14X99")"), 15, R"("shape":"i","h":60,"b":16,"tw":0.2,"tf":1,"a":0.2)");
    const auto model = test::modelOf(test::frameOf(json));
    const MemberResult r = model->check(0);
    CHECK(r.status == Status::Ok);
    CHECK(r.utilisation > 0);
    // Compression alone meets nothing: the interaction has no row of its own.
    CHECK(test::outcome(*model, r, 0, "interaction").status == Status::NotApplicable);
    CHECK(test::outcome(*model, r, 0, "compression").ratio == r.utilisation);
}

TEST_CASE("runner: torsion of an open section is neglected below the brief's share and checked by H3.3 above", "[checking]")
{
    const auto with = [](double t, const std::string& brief) {
        std::string json =
            beamColumn(kUs, 14, -40, 25, 8, kSteelUs,
                       R"(,"design":{"members":[{"id":"E","elements":["E"],"brief":"b"}],"briefs":[{"id":"b")" + brief + "}]}");
        for (auto at = json.find("\"my\":25"); at != std::string::npos; at = json.find("\"my\":25", at + 20))
            json.insert(at, fmt::format("\"t\":{},", t));
        const auto model = test::modelOf(test::frameOf(json));
        return model->check(0);
    };
    CHECK(with(0, "").notes.empty());
    CHECK_FALSE(with(0.05, "").notes.empty());
    CHECK(with(0.05, "").status == Status::Ok);
    const auto torsion = [](const MemberResult& r) { return r.outcomes[7]; };
    CHECK(torsion(with(0.05, "")).status == Status::NotApplicable);
    CHECK(torsion(with(5, "")).clause == "H3.3");
    CHECK(torsion(with(0.3, R"(,"torsionBelow":0.0)")).ratio > 0);
    // Ends held against warping carry it as bending of the flanges: less twist, more normal stress at the ends.
    CHECK(torsion(with(5, R"(,"warpingEnds":["fixed","free"])")).ratio != torsion(with(5, "")).ratio);
}

TEST_CASE("runner: forces missing for an element leave its member unchecked", "[checking]")
{
    std::string json = beamColumn(kUs, 14, -400, 250, 80, kSteelUs);
    json.replace(json.find("\"elements\":[{\"element\":\"E\""), 26, "\"x-elements\":[{\"element\":\"E\"");
    const auto model = test::modelOf(test::frameOf(json));
    const MemberResult r = model->check(0);
    CHECK(r.status == Status::Unchecked);
    CHECK(r.outcomes.front().reason.find("are missing") != std::string::npos);
}

TEST_CASE("runner: stated brief values are used: Cb, net area, limits", "[checking]")
{
    const auto with = [](const std::string& brief) {
        return test::modelOf(test::frameOf(beamColumn(
            kUs, 40, -40, 250, 0, kSteelUs,
            R"(,"design":{"members":[{"id":"E","elements":["E"],"brief":"b"}],"briefs":[{"id":"b")" + brief + "}]}")));
    };
    const auto plain = with(""), cb = with(R"(,"cb":1.2)");
    const double a = test::outcome(*plain, plain->check(0), 0, "ltb").capacity,
                 b = test::outcome(*cb, cb->check(0), 0, "ltb").capacity;
    CHECK_THAT(b, WithinRel(1.2 * a, 1e-9));
    const auto net = with(R"(,"netAreaRatio":0.6,"shearLag":0.8)");
    CHECK(test::outcome(*net, net->check(0), 0, "tension").capacity <
          0.75 * test::outcome(*plain, plain->check(0), 0, "tension").capacity);
}

TEST_CASE("runner: parallel, serial and partial runs agree, a cancelled run says so", "[checking]")
{
    const auto model = test::modelOf(test::frameOf(test::demo("marrow-hill")));
    CheckReport all, some;
    SilentProgress p;
    REQUIRE(model->checkAll(all, p));
    const std::vector<size_t> which{3, 17, 100};
    REQUIRE(model->checkAll(some, p, which));
    for (size_t i = 0; i < all.results.size(); ++i)
        CHECK(model->check(i).utilisation == all.results[i].utilisation);
    for (const size_t i : which)
        CHECK(some.results[i].utilisation == all.results[i].utilisation);
    CHECK(all.counts.checked == static_cast<int>(model->members().size()));
    CHECK(all.counts.unchecked == 0);
    CHECK(all.counts.over > 0);
    SilentProgress stop;
    stop.cancel();
    CheckReport none;
    CHECK_FALSE(model->checkAll(none, stop));
    CHECK(none.cancelled);
}

TEST_CASE("runner: a station between stations governs where the moment peaks there", "[checking]")
{
    // Uniform load: peak at midspan whatever the stations are.
    const auto model = test::modelOf(test::frameOf(
        R"({"format":"wren-frame","version":1,"materials":[{"id":"M","grade":"A992"}],
"sections":[{"id":"S","name":"W18X50"}],"nodes":[{"id":"1","at":[0,0,0],
"support":{"ux":true,"uy":true,"uz":true,"rx":true}},{"id":"2","at":[9,0,0],"support":{"uy":true,"uz":true}}],
"elements":[{"id":"E","nodes":["1","2"],"section":"S","material":"M"}],
"cases":[{"id":"G","line":[{"element":"E","from":0,"to":7,"q":[[0,0,-20],[0,0,-20]]}]}],
"combinations":[{"id":"U","terms":{"G":1.2}}]})"));
    const MemberResult r = model->check(0);
    const double ra = 20e3 * 7 * 5.5 / 9, peak = 1.2 * ra * ra / (2 * 20e3);
    CHECK_THAT(test::outcome(*model, r, 0, "flexure-major").demand, WithinRel(peak, 1e-9));
}

TEST_CASE("runner: an end that nothing holds is a cantilever in a whole frame", "[checking]")
{
    const auto model = test::modelOf(test::frameOf(
        R"({"format":"wren-frame","version":1,"materials":[{"id":"M","grade":"A992"}],
"sections":[{"id":"S","name":"W14X90"}],"nodes":[{"id":"1","at":[0,0,0],
"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},{"id":"2","at":[0,0,5]}],
"elements":[{"id":"E","nodes":["1","2"],"section":"S","material":"M"}],
"cases":[{"id":"G","nodal":[{"node":"2","f":[0,5,-500]}]}],"combinations":[{"id":"U","terms":{"G":1}}]})"));
    CHECK(model->findings().back().code == "member.free-end");
    const MemberResult r = model->check(0);
    const Trace t = model->explain(0, test::outcome(*model, r, 0, "compression"));
    bool doubled = false;
    for (const TraceStep& s : t.steps)
        if (s.label.symbol == "L_cy") doubled = std::abs(s.value - 10) < 1e-9;
    CHECK(doubled);
}

TEST_CASE("Runner: the worst of all combinations is the worst of each alone", "[checking][combination]")
{
    for (const std::string demo : {"marrow-hill", "sedge-lane"}) {
        CAPTURE(demo);
        SilentProgress p;
        const auto standards = std::make_shared<const std::vector<Standard>>(shippedStandards());
        Frame f = test::frameOf(test::demo(demo));
        const AnalysisChoice choice = choiceFor(f);
        const DesignState s = checkedState(heldState(beginState(std::move(f), {}, standards, choice, p), p), p).first;
        const CheckModel& m = *s.model;
        std::vector<size_t> some;
        for (size_t i = 0; i < m.members().size(); i += 9)
            some.push_back(i);
        std::map<std::pair<size_t, int>, double> largest; // by member and check
        for (size_t c = 0; c < s.frame->combinations.size(); ++c) {
            const Combination& combination = s.frame->combinations[c];
            CheckReport one;
            REQUIRE(m.checkAll(one, p, some, static_cast<int>(c)));
            for (const size_t i : some)
                for (const CheckOutcome& o : one.results[i].outcomes) {
                    if (!o.ofForces() || o.status == Status::NotApplicable || o.status == Status::Unchecked) continue;
                    const bool deflection = m.standardOf(i).kindOf(o) == CheckKind::Deflection;
                    CHECK(deflection == (combination.purpose == Purpose::Service));
                    CHECK(m.combinationOf(i, o) == combination.id);
                    double& v = largest[{i, o.check}];
                    v = std::max(v, o.ratio);
                }
            // It is explained like any other: the trace comes to the ratio.
            const CheckOutcome* g = one.results[some.front()].govern();
            if (!g || !g->ofForces()) continue;
            const Trace t = m.explain(some.front(), *g);
            REQUIRE_FALSE(t.steps.empty());
            CHECK(std::any_of(t.steps.begin(), t.steps.end(),
                              [&](const TraceStep& x) { return x.value == Approx(g->ratio) || x.value == Approx(g->demand); }));
        }
        int compared = 0;
        for (const size_t i : some)
            for (const CheckOutcome& o : s.report->results[i].outcomes) {
                if (!o.ofForces() || o.status == Status::NotApplicable || o.status == Status::Unchecked) continue;
                CAPTURE(m.members()[i].id, o.check);
                CHECK(largest[{i, o.check}] == Approx(o.ratio));
                ++compared;
            }
        CHECK(compared > 100);
    }
}

TEST_CASE("Runner: the reserve is what the loads may be multiplied by", "[checking][combination]")
{
    // First order and given lengths: a beam-column whose ratio goes with its forces.
    const auto at = [](double factor) {
        return test::modelOf(test::frameOf(fmt::format(
            R"({{"format":"wren-frame","version":1,"materials":[{{"id":"S","grade":"EN 10025-2 S275"}}],
"sections":[{{"id":"A","name":"HEA200"}}],"nodes":[{{"id":"a","at":[0,0,0],"support":{{"ux":true,"uy":true,"uz":true,"rz":true}}}},
{{"id":"b","at":[0,0,5],"support":{{"ux":true,"uy":true}}}}],"elements":[{{"id":"1","nodes":["a","b"],"section":"A","material":"S"}}],
"cases":[{{"id":"Q","action":"live","nodal":[{{"node":"b","f":[0,0,-150]}}]}}],
"combinations":[{{"id":"U","purpose":"strength","terms":{{"Q":{}}}}}],"design":{{"standard":"en1993"}}}})",
            factor)));
    };
    const MemberResult r = at(1.5)->check(0);
    const auto reserve = reserveOf(r);
    REQUIRE(reserve);
    CHECK(*reserve == Approx(1 / r.utilisation));
    CHECK(at(1.5 * *reserve)->check(0).utilisation == Approx(1).epsilon(1e-6));
    MemberResult unchecked = r;
    unchecked.status = Status::Unchecked;
    CHECK_FALSE(reserveOf(unchecked));
    CHECK_FALSE(reserveOf(MemberResult{}));
}
