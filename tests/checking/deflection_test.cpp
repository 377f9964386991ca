// Deflections against the limits of briefs: closed forms, the analysis's own displaced shape, what cannot be told, and sizing.
#include "core/analysis/analyse.h"
#include "core/analysis/deflected.h"
#include "core/files/frame_writer.h"
#include "core/sizing/rungs.h"
#include "core/standards/common/deflection.h"
#include "tests/support.h"

#include <cmath>

using namespace wr;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

const char* const kCombos = R"(,"combinations":[{"id":"U","terms":{"G":1.35,"Q":1.5}},
{"id":"V","purpose":"service","kind":"characteristic","terms":{"G":1,"Q":1}}])";

// A simple beam of 6 m with 4 kN/m dead and 6 kN/m live, two elements, the second drawn backwards if asked.
std::string simpleBeam(const std::string& deflection, bool backwards = false, const std::string& combos = kCombos)
{
    const std::string second = backwards ? R"(["c","b"])" : R"(["b","c"])", flip = backwards ? R"(,"roll":0)" : "";
    const auto load = [](double q) {
        return fmt::format(R"("line":[{{"element":"1","axes":"global","q":[[0,0,{0}],[0,0,{0}]]}},
{{"element":"2","axes":"global","q":[[0,0,{0}],[0,0,{0}]]}}])",
                           -q);
    };
    return test::beam(R"("nodes":[{"id":"a","at":[0,0,0],)" + test::kPinned +
                          R"(},{"id":"b","at":[2.5,0,0]},{"id":"c","at":[6,0,0],)" + test::kRoller +
                          R"(}],"elements":[{"id":"1","nodes":["a","b"],"section":"S","material":"M"},
{"id":"2","nodes":)" + second +
                          R"(,"section":"S","material":"M")" + flip + "}]",
                      R"({"id":"G","action":"dead",)" + load(4) + R"(},{"id":"Q","action":"live",)" + load(6) + "}",
                      combos + R"(,"design":{"standard":"en1993","members":[{"id":"B","elements":["1","2"],"brief":"b"}],
"briefs":[{"id":"b","deflection":)" +
                          deflection + "}]}");
}

struct Checked
{
    std::unique_ptr<CheckModel> model;
    CheckOutcome deflection;
    Trace trace;
};

Checked checked(Frame f, size_t member = 0, const AnalysisChoice& choice = {})
{
    SilentProgress p;
    auto r = std::make_shared<FrameForces>();
    std::vector<Finding> findings;
    *r = f.results.empty() ? analyseForces(f, choice, secondOrderRules(), p) : givenResults(f, findings);
    Checked out;
    out.model = std::make_unique<CheckModel>(std::make_shared<const Frame>(std::move(f)),
                                             std::shared_ptr<const ForceTable>(r, &r->forces),
                                             std::make_shared<const std::vector<Standard>>(shippedStandards()),
                                             std::shared_ptr<const std::vector<NodeMotion>>(r, &r->motions));
    const MemberResult result = out.model->check(member);
    out.deflection = test::outcome(*out.model, result, member, "deflection");
    out.trace = out.model->explain(member, out.deflection);
    return out;
}
Checked checked(const std::string& text, size_t member = 0)
{
    return checked(test::frameOf(text), member);
}

double value(const Trace& t, std::string_view symbol)
{
    for (const TraceStep& s : t.steps)
        if (s.label.symbol == symbol) return s.value;
    FAIL("no " << symbol);
    return 0;
}

constexpr double kSimple = 5 * 10e3 * 6 * 6 * 6 * 6 / 384 / test::kEi; // 10 kN/m over 6 m

} // namespace

TEST_CASE("Deflection: a simple beam against length over a number, a length, a part and a camber", "[deflection]")
{
    const Checked total = checked(simpleBeam(R"({"limits":[{"span":250}]})"));
    // The station at 3 m does not exist: the top of the parabola through the three around it, to 1e-4.
    CHECK_THAT(total.deflection.demand, WithinRel(kSimple, 2e-4));
    CHECK_THAT(total.deflection.capacity, WithinRel(6.0 / 250, 1e-12));
    CHECK_THAT(total.deflection.ratio, WithinRel(kSimple * 250 / 6, 2e-4));
    CHECK_THAT(total.deflection.at, WithinAbs(3.0, 0.02));
    CHECK(total.model->combinationOf(0, total.deflection) == "V");
    CHECK(total.deflection.clause == "7.2");
    CHECK_THAT(value(total.trace, "ratio"), WithinRel(total.deflection.ratio, 1e-12));

    CHECK_THAT(checked(simpleBeam(R"({"limits":[{"span":300,"of":"variable"}]})")).deflection.demand,
               WithinRel(0.6 * kSimple, 2e-4));
    const Checked cambered = checked(simpleBeam(R"({"limits":[{"span":250}],"camber":5})"));
    CHECK_THAT(cambered.deflection.demand, WithinRel(kSimple - 0.005, 2e-4));
    // Camber is of the total, not of the variable part.
    CHECK_THAT(checked(simpleBeam(R"({"limits":[{"span":300,"of":"variable"}],"camber":5})")).deflection.demand,
               WithinRel(0.6 * kSimple, 2e-4));
    CHECK_THAT(checked(simpleBeam(R"({"limits":[{"span":250,"most":8}]})")).deflection.capacity, WithinRel(0.008, 1e-12));
    CHECK_THAT(checked(simpleBeam(R"({"limits":[{"most":8}]})")).deflection.ratio, WithinRel(kSimple / 0.008, 2e-4));
    // Of two limits the worse one; one that is not meant for this member or direction does not count.
    CHECK_THAT(checked(simpleBeam(R"({"limits":[{"span":100},{"span":400,"of":"variable"}]})")).deflection.ratio,
               WithinRel(0.6 * kSimple * 400 / 6, 2e-4));
    CHECK(checked(simpleBeam(R"({"limits":[{"span":250,"members":"upright"}]})")).deflection.status == Status::NotApplicable);
    CHECK(checked(simpleBeam(R"({"limits":[{"span":250,"along":"minor"}]})")).deflection.ratio == 0);
}

TEST_CASE("Deflection: direction of elements, standard and order of stations change nothing", "[deflection]")
{
    const double forward = checked(simpleBeam(R"({"limits":[{"span":250}]})")).deflection.ratio;
    const Checked turned = checked(simpleBeam(R"({"limits":[{"span":250}]})", true));
    CHECK_THAT(turned.deflection.ratio, WithinRel(forward, 1e-9));
    for (const char* key : {"aisc360-22-lrfd", "aisc360-10-lrfd", "en1993"}) {
        Frame f = test::frameOf(simpleBeam(R"({"limits":[{"span":250}]})"));
        f.design.standard = key;
        const Checked c = checked(f);
        CHECK_THAT(c.deflection.ratio, WithinRel(forward, 1e-12));
        CHECK(c.deflection.clause == (std::string_view(key) == "en1993"            ? "7.2"
                                      : std::string_view(key).substr(8, 2) == "22" ? "L2"
                                                                                   : "L3"));
    }
}

TEST_CASE("Deflection: what cannot be told is said, with the way out", "[deflection]")
{
    const auto reason = [](const Checked& c) { return std::pair(c.deflection.status, c.deflection.reason); };
    const char* const noService = R"(,"combinations":[{"id":"U","terms":{"G":1.35,"Q":1.5}}])";
    const auto none = reason(checked(simpleBeam(R"({"limits":[{"span":250}]})", false, noService)));
    CHECK(none.first == Status::Unchecked);
    CHECK_THAT(none.second, Catch::Contains("purpose service") && Catch::Contains("make such combinations"));
    const auto kind = reason(checked(simpleBeam(R"({"limits":[{"span":250,"kind":"frequent"}]})")));
    CHECK(kind.first == Status::Unchecked);
    CHECK_THAT(kind.second, Catch::Contains("frequent"));
    // No limits: nothing to check, and no member fails for it.
    Frame f = test::frameOf(simpleBeam(R"({"limits":[{"span":250}]})"));
    f.design.briefs[0].deflection = {};
    CHECK(checked(f).deflection.status == Status::NotApplicable);
    // Second order: the total is there, the variable part cannot be split from it …
    AnalysisChoice second;
    second.order = ForceOrder::Second;
    f = test::frameOf(simpleBeam(R"({"limits":[{"span":300,"of":"variable"}]})"));
    const auto split = reason(checked(f, 0, second));
    CHECK(split.first == Status::Unchecked);
    CHECK_THAT(split.second, Catch::Contains("live-only"));
    f.design.briefs[0].deflection.limits[0].part = DeflectionLimit::Part::Total;
    CHECK_THAT(checked(f, 0, second).deflection.demand, WithinRel(kSimple, 5e-4));
    // … but a combination of the variable actions alone holds just that.
    f = test::frameOf(simpleBeam(R"({"limits":[{"span":300,"of":"variable","kind":"live-only"}]})", false,
                                 R"(,"combinations":[{"id":"U","terms":{"G":1.35,"Q":1.5}},
{"id":"L","purpose":"service","kind":"live-only","terms":{"Q":1}}])"));
    CHECK_THAT(checked(f, 0, second).deflection.demand, WithinRel(0.6 * kSimple, 5e-4));
}

TEST_CASE("Deflection: cantilevers, overhangs and inner holds", "[deflection]")
{
    const auto frame = [](const std::string& nodes, const std::string& load, const std::string& more,
                          const std::string& deflection) {
        return test::beam(R"("nodes":[)" + nodes + R"(],"elements":[{"id":"1","nodes":["a","b"],"section":"S","material":"M"},
{"id":"2","nodes":["b","c"],"section":"S","material":"M"}])",
                          R"({"id":"G",)" + load + "}",
                          R"(,"combinations":[{"id":"U","terms":{"G":1}},{"id":"V","purpose":"service","terms":{"G":1}}],
"design":{"standard":"en1993","members":[{"id":"B","elements":["1","2"],"brief":"b"}],)" +
                              more + R"("briefs":[{"id":"b","deflection":)" + deflection + "}]}");
    };
    const std::string tip = R"("nodal":[{"node":"c","f":[0,0,-10],"m":[0,0,0]}])";
    const std::string fixed =
        R"({"id":"a","at":[0,0,0],)" + test::kFixed + R"(},{"id":"b","at":[2,0,0]},{"id":"c","at":[3,0,0]})";
    const double w = 10e3 * 27 / 3 / test::kEi;
    // Twice the length, once, or a limit of its own.
    CHECK_THAT(checked(frame(fixed, tip, "", R"({"limits":[{"span":250}]})")).deflection.ratio, WithinRel(w * 250 / 6, 1e-6));
    CHECK_THAT(checked(frame(fixed, tip, "", R"({"limits":[{"span":250}],"cantilever":"once"})")).deflection.ratio,
               WithinRel(w * 250 / 3, 1e-6));
    CHECK_THAT(checked(frame(fixed, tip, "", R"({"limits":[{"span":250,"cantilever":180}]})")).deflection.ratio,
               WithinRel(w * 180 / 3, 1e-6));
    // On a spring against turning the root's own turn counts: M/c over 3 m.
    const std::string sprung =
        R"({"id":"a","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":3000,"rz":true}},
{"id":"b","at":[2,0,0]},{"id":"c","at":[3,0,0]})";
    const Checked turned = checked(frame(sprung, tip, "", R"({"limits":[{"span":250}]})"));
    CHECK_THAT(turned.deflection.demand, WithinRel(w + 30e3 / 3000e3 * 3, 1e-6));
    // The same the other way round: the root at the member's end.
    const std::string mirrored =
        R"({"id":"a","at":[0,0,0]},{"id":"b","at":[2,0,0]},{"id":"c","at":[3,0,0],
"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":3000,"rz":true}})";
    const Checked back =
        checked(frame(mirrored, R"("nodal":[{"node":"a","f":[0,0,-10],"m":[0,0,0]}])", "", R"({"limits":[{"span":250}]})"));
    CHECK_THAT(back.deflection.demand, WithinRel(turned.deflection.demand, 1e-6));

    // A beam of 2 m with an overhang of 1 m, 10 kN at its tip, held at b: the tip from the chord of the span,
    // P·a²(l + a)/3EI; the span bows up by P·a·l²/(9√3·EI).
    const std::string over = R"({"id":"a","at":[0,0,0],)" + test::kPinned + R"(},{"id":"b","at":[2,0,0],)" + test::kRoller +
                             R"(},{"id":"c","at":[3,0,0]})";
    const std::string hold = R"("restraints":[{"member":"B","at":2,"holds":["major","minor","twist"]}],)";
    const Checked overhang = checked(frame(over, tip, hold, R"({"limits":[{"span":250}]})"));
    CHECK_THAT(overhang.deflection.demand, WithinRel(10e3 * 1 * 3 / 3 / test::kEi, 1e-6));
    CHECK_THAT(overhang.deflection.capacity, WithinRel(2.0 / 250, 1e-12));
    const Demands d = overhang.model->demands(0);
    bool seen = false;
    for (const StretchDeflection& b : d.deflections)
        if (b.major && !b.free) {
            CHECK_THAT(sagOf(b, test::kEi, 0).up, WithinRel(10e3 * 4 / (9 * std::sqrt(3.0)) / test::kEi, 1e-3));
            seen = true;
        }
    CHECK(seen);

    // Two spans of one member: between holds each span, between ends the whole.
    const std::string two = R"({"id":"a","at":[0,0,0],)" + test::kPinned + R"(},{"id":"b","at":[3,0,0],)" + test::kRoller +
                            R"(},{"id":"c","at":[6,0,0],)" + test::kRoller + "}";
    const std::string uniform =
        R"("line":[{"element":"1","axes":"global","q":[[0,0,-10],[0,0,-10]]},
{"element":"2","axes":"global","q":[[0,0,-10],[0,0,-10]]}])";
    const std::string middle = R"("restraints":[{"member":"B","at":3,"holds":["major"]}],)";
    const Checked spans = checked(frame(two, uniform, middle, R"({"limits":[{"span":250,"along":"major"}]})"));
    CHECK_THAT(spans.deflection.demand, WithinRel(10e3 * 81 / 184.6 / test::kEi, 2e-3)); // q·l⁴/185·EI, two equal spans
    CHECK_THAT(spans.deflection.capacity, WithinRel(3.0 / 250, 1e-12));
    const Checked ends = checked(frame(two, uniform, middle, R"({"limits":[{"span":250,"along":"major"}],"between":"ends"})"));
    CHECK_THAT(ends.deflection.capacity, WithinRel(6.0 / 250, 1e-12));
}

TEST_CASE("Deflection: the same as the analysis's displaced shape, member by member", "[deflection]")
{
    // Marrow Hill is skew in every direction; every member of one element against its own chord, first and second order.
    for (const bool secondOrder : {false, true}) {
        Frame f = test::frameOf(test::demo(secondOrder ? "tern-street" : "marrow-hill"));
        for (Brief& b : f.design.briefs) {
            b.deflection.limits = {DeflectionLimit{}};
            b.deflection.limits[0].most = 1.0;
            b.deflection.from = DeflectionFrom::Ends;
        }
        if (f.design.briefs.empty()) {
            Brief b;
            b.id = "d";
            b.deflection.limits = {DeflectionLimit{}};
            b.deflection.limits[0].most = 1.0;
            b.deflection.from = DeflectionFrom::Ends;
            f.design.briefs.push_back(b);
        }
        for (DesignMember& m : f.design.members)
            if (m.brief.empty()) m.brief = f.design.briefs.front().id;
        SilentProgress p;
        AnalysisChoice choice;
        if (secondOrder) choice.order = ForceOrder::Second;
        auto r = std::make_shared<FrameForces>(analyseForces(f, choice, secondOrderRules(), p));
        REQUIRE(r->ok);
        const CheckModel model(std::make_shared<const Frame>(f), std::shared_ptr<const ForceTable>(r, &r->forces),
                               std::make_shared<const std::vector<Standard>>(shippedStandards()),
                               std::shared_ptr<const std::vector<NodeMotion>>(r, &r->motions));
        const auto loads = shownLoads(f, *r);
        int compared = 0;
        for (size_t i = 0; i < model.members().size(); ++i) {
            const Member& m = model.members()[i];
            if (m.pieces.size() != 1 || model.lanes(i).freeStart || model.lanes(i).freeEnd) continue;
            const FrameSection& s = f.sections[m.section];
            const Material& mat = f.materials[m.material];
            for (const StretchDeflection& b : model.demands(i).deflections) {
                if (b.variable) continue;
                const size_t set = model.serviceSets()[b.set.at()].at();
                const ShownLoad& load = loads[set];
                REQUIRE(load.combination == model.forces().sets[set].combination);
                const Deflected d =
                    deflected(f, *r, load, motionOf(*r, load.columns), static_cast<size_t>(m.pieces[0].element));
                const Vec3 axis = b.major ? m.axes.z : m.axes.y;
                const double l = d.s.back(), ei = mat.e * (b.major ? s.properties.iy : s.properties.iz),
                             ga = mat.g * (b.major ? s.properties.avz : s.properties.avy);
                const bool back = m.pieces[0].reversed;
                const size_t count = d.s.size();
                const double first = dot(d.u[back ? count - 1 : 0], axis), last = dot(d.u[back ? 0 : count - 1], axis);
                double most = 0;
                std::vector<std::pair<double, double>> pairs; // at the stations both know
                for (size_t k = 0; k < count; ++k) {
                    const double x = back ? l - d.s[k] : d.s[k], w = dot(d.u[k], axis) - first - (last - first) * x / l;
                    most = std::max(most, std::abs(w));
                    for (size_t j = 0; j < b.x.size(); ++j)
                        if (std::abs(b.x[j] - x) < 1e-9)
                            pairs.emplace_back(w, b.bend[j] / ei - (ga > 0 ? b.shear[j] / ga : 0.0) + b.heat[j]);
                }
                CAPTURE(m.id, b.major, load.name);
                CHECK(pairs.size() >= count);
                for (const auto& [theirs, ours] : pairs)
                    CHECK_THAT(ours, WithinAbs(theirs, 1e-6 * most + 1e-10));
                const Sag sag = sagOf(b, ei, ga);
                CHECK(std::max(sag.down, sag.up) >= most * (1 - 1e-6) - 1e-10);
                CHECK(std::max(sag.down, sag.up) <= most * 1.1 + 1e-9); // tops of curves of two waves lie between stations
                compared += most > 1e-4;
            }
        }
        CHECK(compared > 30);
    }
}

TEST_CASE("Deflection: heat curves a beam, shear adds to bending", "[deflection]")
{
    // 20 K/m over 4 m: α·g·L²/8.
    const auto text = [](const std::string& section, const std::string& load) {
        return R"({"format":"wren-frame","version":1,"materials":[{"id":"M","e":200000,"g":80000,"density":7850,
"alpha":1.2e-5,"fy":355,"fu":470}],
"sections":[{"id":"S",)" +
               section + R"(}],"nodes":[{"id":"a","at":[0,0,0],)" + test::kPinned + R"(},{"id":"b","at":[4,0,0],)" +
               test::kRoller +
               R"(}],"elements":[{"id":"1","nodes":["a","b"],"section":"S","material":"M"}],"cases":[{"id":"G",)" + load +
               R"(}],"combinations":[{"id":"U","terms":{"G":1}},{"id":"V","purpose":"service","terms":{"G":1}}],
"design":{"standard":"en1993","members":[{"id":"B","elements":["1"],"brief":"b"}],
"briefs":[{"id":"b","deflection":{"limits":[{"most":100}]}}]}})";
    };
    const Checked heat = checked(text(R"("name":"IPE300")", R"("thermal":[{"element":"1","gradient":[0,20]}])"));
    CHECK_THAT(heat.deflection.demand, WithinRel(1.2e-5 * 20 * 16 / 8, 1e-6));
    const Checked load =
        checked(text(R"("name":"IPE300")", R"("line":[{"element":"1","axes":"global","q":[[0,0,-20],[0,0,-20]]}])"));
    const SectionProperties& p = load.model->frame().sections[0].properties;
    CHECK_THAT(load.deflection.demand, WithinRel(5 * 20e3 * 256 / 384 / (200e9 * p.iy) + 20e3 * 16 / 8 / (80e9 * p.avz), 2e-4));
}

TEST_CASE("Deflection: a rung is cheap enough only where it also bends little enough", "[deflection][sizing]")
{
    Frame f = test::frameOf(
        R"({"format":"wren-frame","version":1,"materials":[{"id":"M","grade":"EN 10025-2 S355"}],
"sections":[{"id":"S","name":"IPE200"}],"nodes":[{"id":"a","at":[0,0,0],)" +
        test::kPinned + R"(},{"id":"b","at":[8,0,0],)" + test::kRoller +
        R"(}],"elements":[{"id":"1","nodes":["a","b"],"section":"S","material":"M"}],
"cases":[{"id":"G","line":[{"element":"1","axes":"global","q":[[0,0,-8],[0,0,-8]]}]}],
"combinations":[{"id":"U","basis":"en1990","terms":{"G":1.35}},{"id":"V","purpose":"service","terms":{"G":1}}],
"design":{"standard":"en1993","members":[{"id":"B","elements":["1"],"brief":"b"}],
"restraints":[{"member":"B","at":0,"to":8,"holds":["top","minor"]}],"briefs":[{"id":"b"}]}})");
    const auto proposed = [&](const Frame& frame) {
        const Checked c = checked(frame);
        SilentProgress p;
        const RungTable t = evaluateRungs(*c.model, shippedCatalogue(), {0}, {"IPE", {}, {}, 1.0}, p);
        REQUIRE(t.proposed >= 0);
        return t.rungs[t.proposed];
    };
    const Rung strong = proposed(f);
    DeflectionLimit l;
    l.span = 360;
    f.design.briefs[0].deflection.limits = {l};
    const Rung stiff = proposed(f);
    CHECK(stiff.mass > strong.mass);
    // The one proposed meets 5qL⁴/384EI ≤ L/360 and no lighter one of the family does.
    const double needed = 5 * 8e3 * std::pow(8.0, 3) * 360 / 384 / 210e9;
    CHECK(stiff.section->properties().iy >= needed);
    for (const CatalogueSection* s : shippedCatalogue().family("IPE"))
        if (s->properties().a < stiff.section->properties().a * 0.999) CHECK(s->properties().iy < needed * 1.001);
}

TEST_CASE("Deflection: limits of a set of national parameters stand where the brief has none", "[deflection][en1993]")
{
    Frame f = test::frameOf(simpleBeam(R"({"limits":[{"span":250}]})"));
    f.design.briefs[0].deflection = {};
    f.design.nationalParameters = "uk";
    const Checked uk = checked(f); // L/200 for the variable part
    CHECK_THAT(uk.deflection.ratio, WithinRel(0.6 * kSimple * 200 / 6, 2e-4));
    f.design.standard = "aisc360-22-lrfd"; // no matter of that standard
    CHECK(checked(f).deflection.status == Status::NotApplicable);
    // Without service combinations nothing is unchecked for a limit nobody stated.
    f.design.standard = "en1993";
    f.combinations.pop_back();
    CHECK(checked(f).deflection.status == Status::NotApplicable);
}

TEST_CASE("Deflection: options are written back, bad ones are told with their place", "[deflection][files]")
{
    const std::string all =
        R"({"limits":[{"kind":"characteristic","of":"variable","along":"major","members":"level","span":300,
"cantilever":180,"most":20},{"most":25}],
"camber":15,"between":"ends","cantilever":"once"})";
    const Frame f = test::frameOf(simpleBeam(all));
    const Frame again = test::frameOf(writeFrame(f));
    CHECK(again.design == f.design);
    CHECK(f.design.briefs[0].deflection.limits[0].most == 0.02);
    CHECK(f.design.briefs[0].deflection.camber == 0.015);
    const auto faults = [](const std::string& deflection) {
        std::string out;
        for (const Finding& x : readFrame(simpleBeam(deflection)).findings)
            out += x.place + ": " + x.text + "\n";
        return out;
    };
    CHECK_THAT(faults(R"({"limits":[{"kind":"often","span":250}]})"),
               Catch::Contains("/design/briefs/0/deflection/limits/0/kind"));
    CHECK_THAT(faults(R"({"limits":[{"along":"major"}]})"),
               Catch::Contains("/design/briefs/0/deflection/limits/0: ") && Catch::Contains("most"));
    CHECK_THAT(faults(R"({"limits":[{"span":-3}]})"), Catch::Contains("/limits/0/span"));
    CHECK_THAT(faults(R"({"limits":[{"span":250,"of":"half"}]})"), Catch::Contains("total, variable"));
    CHECK(faults(R"({"camber":3})").empty()); // limits may come with the national parameters
    CHECK_THAT(faults(R"({"limits":[{"span":250}],"limit":1})"), Catch::Contains("/design/briefs/0/deflection/limit"));
}

TEST_CASE("Deflection: without shear deformation in the analysis there is none in the check either", "[deflection]")
{
    Frame f = test::frameOf(simpleBeam(R"({"limits":[{"span":200}]})"));
    FrameSection& s = f.sections.front();
    s.properties.avz = s.properties.avy = 1e-3; // m²: soft in shear
    const Checked with = checked(f), without = checked(f, 0, {.shearDeformation = false});
    const double w = 10e3, bend = 5 * w * std::pow(6.0, 4) / (384 * test::kEi), shear = w * 36 / 8 / (80e9 * 1e-3);
    CHECK_THAT(without.deflection.ratio, WithinRel(bend / (6.0 / 200), 1e-6));
    CHECK_THAT(with.deflection.ratio, WithinRel((bend + shear) / (6.0 / 200), 1e-6));
}
