// Combinations that a brief takes, and settings of other briefs for combinations of one purpose.
#include "core/project/design_state.h"
#include "tests/project/states.h"
#include "tests/support.h"

#include <algorithm>

using namespace wr;

namespace {

// A beam of 8 m whose flange is held all along in use and by nothing while it is built.
std::string beam(const std::string& briefs, const std::string& extra = "")
{
    return R"({"format":"wren-frame","version":1,"materials":[{"id":"S","grade":"EN 10025-2 S275"}],
"sections":[{"id":"A","name":"IPE360"}],
"nodes":[{"id":"a","at":[0,0,0],)" +
           test::kPinned + R"(},{"id":"b","at":[8,0,0],"support":{"uy":true,"uz":true,"rx":true}}],
"elements":[{"id":"1","nodes":["a","b"],"section":"A","material":"S"}],
"cases":[{"id":"G","action":"dead","line":[{"element":"1","q":[[0,0,-5],[0,0,-5]]}]},
{"id":"Q","action":"live","line":[{"element":"1","q":[[0,0,-10],[0,0,-10]]}]}],
"combinations":[{"id":"U1","purpose":"strength","terms":{"G":1.35,"Q":1.5}},{"id":"U2","purpose":"strength","terms":{"G":1.35}},
{"id":"C1","purpose":"construction","terms":{"G":1.35,"Q":0.5}},{"id":"X1","purpose":"fire","terms":{"G":1,"Q":0.5}},
{"id":"V1","purpose":"service","kind":"characteristic","terms":{"G":1,"Q":1}},
{"id":"V2","purpose":"service","kind":"frequent","terms":{"G":1,"Q":0.5}}],
"design":{"standard":"en1993","members":[{"id":"M","elements":["1"],"brief":"Main"}],"briefs":[)" +
           briefs + "]" + extra + "}}";
}
const std::string kHeld = R"("holds":{"along":["top","bottom"]})";

CheckOutcome of(const DesignState& s, const std::string& check)
{
    return test::outcome(*s.model, s.report->results[0], 0, check);
}
std::string combination(const DesignState& s, const std::string& check)
{
    return s.model->combinationOf(0, of(s, check));
}

} // namespace

TEST_CASE("purposes: while it is built a beam is checked by another brief, and each check keeps the worst", "[purposes]")
{
    const std::string main = R"({"id":"Main",)" + kHeld, end = "}";
    const DesignState own = test::stateBy(test::frameOf(beam(main + end)));
    CHECK(of(own, "ltb").ratio <= of(own, "flexure-major").ratio);
    const std::string bare = R"(,{"id":"Bare","deflection":{"limits":[{"span":500}]}})";
    const DesignState s = test::stateBy(test::frameOf(beam(main + R"(,"settings":{"construction":"Bare"})" + end + bare)));
    // The same beam by the brief Bare alone, with that combination alone.
    Frame alone = test::frameOf(beam(main + end + bare));
    alone.design.members.edit()[0].brief = "Bare";
    for (Combination& c : alone.combinations)
        c.off = c.id != "C1";
    const DesignState by = test::stateBy(alone);
    CHECK(of(s, "ltb").ratio == Approx(of(by, "ltb").ratio).epsilon(1e-12));
    CHECK(of(s, "ltb").settings == static_cast<int>(Purpose::Construction));
    CHECK(combination(s, "ltb") == "C1");
    CHECK(s.report->results[0].govern()->check == of(s, "ltb").check);
    // What its own brief says is worse there stays; deflections are no business of that stage.
    CHECK(of(s, "flexure-major").settings == -1);
    CHECK(of(s, "flexure-major").ratio == of(own, "flexure-major").ratio);
    CHECK(combination(s, "flexure-major") == "U1");
    CHECK(of(s, "deflection").status == Status::NotApplicable);
    // The calculation is that brief's too: its last line is the ratio.
    const Trace t = s.model->explain(0, of(s, "ltb"));
    REQUIRE_FALSE(t.steps.empty());
    CHECK(t.steps.back().value == Approx(of(s, "ltb").ratio).epsilon(1e-9));
    const auto& notes = s.report->results[0].notes;
    CHECK(std::any_of(notes.begin(), notes.end(), [](const std::string& n) {
        return n.find("Combinations for construction by the brief Bare") != std::string::npos;
    }));
    // Of one combination alone, by the settings that are its.
    CheckReport one;
    SilentProgress p;
    REQUIRE(s.model->checkAll(one, p, {}, 2));
    CHECK(test::outcome(*s.model, one.results[0], 0, "ltb").ratio == of(s, "ltb").ratio);
    CHECK(s.model->combinationOf(0, test::outcome(*s.model, one.results[0], 0, "ltb")) == "C1");
    REQUIRE(s.model->checkAll(one, p, {}, 0));
    CHECK(test::outcome(*s.model, one.results[0], 0, "ltb").ratio == of(own, "ltb").ratio);
    // Sizing goes by the same: another section, judged by both briefs.
    const CatalogueSection& big = test::Alone::find("IPE400");
    const Demands d = s.model->allDemands(0);
    MemberResult r;
    s.model->judge(0, s.model->inputWith(0, big.shape, big.properties()), d, r);
    Frame larger = test::frameOf(beam(main + R"(,"settings":{"construction":"Bare"})" + end + bare));
    larger.sections.edit()[0].name = "IPE400";
    larger.sections.edit()[0].shape = big.shape;
    larger.sections.edit()[0].properties = big.properties();
    CHECK(r.utilisation == Approx(test::stateBy(larger).report->results[0].utilisation).epsilon(1e-9));
}

TEST_CASE("purposes: an edit of the other brief reaches the members that borrow its settings", "[purposes]")
{
    const DesignState s = test::stateBy(
        test::frameOf(beam(R"({"id":"Main",)" + kHeld + R"(,"settings":{"construction":"Bare"}},{"id":"Bare"})")));
    Brief b = s.frame->design.briefs.list()[1];
    b.k[static_cast<size_t>(LengthAxis::Top)] = 0.5;
    Frame changed = *s.frame;
    const Patch patch = *applyEdit(changed, PutBrief{b});
    const Advanced next = advance(s, patch, changed, {});
    CHECK(next.state.stale.contains(0));
    SilentProgress p;
    const DesignState now = checkedState(next.state, p).first;
    CHECK(of(now, "ltb").ratio < 0.95 * of(s, "ltb").ratio);
    CHECK(of(now, "ltb").ratio == Approx(of(test::stateBy(changed), "ltb").ratio).epsilon(1e-12));
    // Gone: its own settings stand again, and that is told.
    erase_if(changed.design.briefs, [](const Brief& x) { return x.id == "Bare"; });
    const DesignState without = test::stateBy(changed);
    CHECK(of(without, "ltb").settings == -1);
    const auto findings = without.findings();
    CHECK(std::any_of(findings.begin(), findings.end(), [](const Finding& x) { return x.code == "brief.settings"; }));
    // What is wrong with a brief that is borrowed and used by itself is told once.
    for (Brief& x : changed.design.briefs)
        x.grade = "Unobtainium";
    Brief bare;
    bare.id = "Bare";
    bare.grade = "Unobtainium";
    changed.design.briefs.push_back(bare);
    const auto told = test::stateBy(changed).findings();
    CHECK(std::count_if(told.begin(), told.end(),
                        [](const Finding& x) { return x.code == "brief.grade" && x.subject == "Bare"; }) == 1);
}

TEST_CASE("purposes: fire is checked only by a brief named for it; service by another's limits", "[purposes]")
{
    const DesignState cold = test::stateBy(test::frameOf(beam(R"({"id":"Main"},{"id":"Hot","k":{"top":2}})")));
    CHECK(combination(cold, "ltb") == "U1");
    const DesignState hot = test::stateBy(test::frameOf(beam(
        R"({"id":"Main","combinations":{"strength":["U2"],"construction":["none"]},"settings":{"fire":"Hot"}},{"id":"Hot","k":{"top":2}})")));
    CHECK(combination(hot, "ltb") == "X1"); // G + 0.5 Q with twice the length
    CHECK(of(hot, "ltb").settings == static_cast<int>(Purpose::Fire));
    const DesignState served = test::stateBy(test::frameOf(
        beam(R"({"id":"Main","settings":{"service":"Stiff"}},{"id":"Stiff","deflection":{"limits":[{"span":300}]}})")));
    CHECK(of(served, "deflection").status != Status::NotApplicable);
    CHECK(of(served, "deflection").capacity == Approx(8.0 / 300));
    CHECK(served.model->deflectionCurve(0, of(served, "deflection")).has_value());
    CHECK(combination(served, "deflection") == "V1");
}

TEST_CASE("purposes: a brief takes the combinations it names", "[purposes]")
{
    const auto with = [](const std::string& rows) {
        return test::stateBy(
            test::frameOf(beam(R"({"id":"Main","deflection":{"limits":[{"span":250}]},"combinations":{)" + rows + "}}")));
    };
    CHECK(combination(with(R"("strength":["U*"])"), "flexure-major") == "U1");
    CHECK(combination(with(R"("strength":["U2"])"), "flexure-major") == "C1"); // 1.35 G + 0.5 Q of the stage of construction
    CHECK(combination(with(R"("strength":["U2"],"construction":["?x"])"), "flexure-major") == "U2");
    CHECK(combination(with(R"("service":["V2"])"), "deflection") == "V2");
    CHECK(combination(with(R"("strength":["x","U1"])"), "flexure-major") == "U1");
    // Nothing is left: unchecked, with the reason.
    const DesignState none = with(R"("strength":["x"],"construction":["x"])");
    CHECK(none.report->results[0].status == Status::Unchecked);
    const DesignState unserved = with(R"("service":["x"])");
    CHECK(of(unserved, "deflection").status == Status::Unchecked);
    CHECK(of(unserved, "deflection").reason.find("its brief takes") != std::string::npos);
    // An empty list is refused with its place.
    const auto bad = readFrame(beam(R"({"id":"Main","combinations":{"strength":[]}})"));
    REQUIRE_FALSE(bad.ok());
    CHECK(bad.findings.front().place == "/design/briefs/0/combinations/strength");
}

TEST_CASE("purposes: over a whole demo each check is the worst of what the briefs say by themselves", "[purposes]")
{
    // Every member by its own brief for strength and by one with longer lengths for all else.
    Frame f = test::frameOf(test::demo("marrow-hill"));
    size_t stages = 0;
    for (size_t c = 0; c < f.combinations.size(); ++c)
        if (c % 3 == 0 && f.combinations[c].purpose == Purpose::Strength) {
            f.combinations.edit()[c].purpose = Purpose::Construction;
            ++stages;
        }
    REQUIRE(stages > 0);
    Brief slack;
    slack.id = "slack";
    slack.k = {1.3, 1.4, 1.2, 1.5, 1.5};
    Frame merged = f, main = f, other = f;
    Brief plain;
    plain.id = "plain";
    for (Frame* x : {&merged, &main, &other}) {
        x->design.briefs.push_back(slack);
        x->design.briefs.push_back(plain);
        for (DesignMember& m : x->design.members)
            if (m.brief.empty()) m.brief = "plain";
    }
    for (Brief& b : merged.design.briefs)
        if (b.id != "slack") b.settings[static_cast<size_t>(Purpose::Construction)] = "slack";
    for (Brief& b : main.design.briefs)
        b.combinations[static_cast<size_t>(Purpose::Construction)] = {"none at all"};
    for (Brief& b : other.design.briefs) { // what slack says, to each brief's own standard
        Brief with = slack;
        with.id = b.id;
        with.standard = b.standard;
        for (const Purpose p : {Purpose::Strength, Purpose::Seismic, Purpose::Accidental})
            with.combinations[static_cast<size_t>(p)] = {"none at all"};
        b = with;
    }
    const auto a = test::modelOf(merged), b = test::modelOf(main), c = test::modelOf(other);
    int compared = 0, borrowed = 0;
    for (size_t i = 0; i < a->members().size(); ++i) {
        if (a->members()[i].exclude || a->members()[i].brief == "slack") continue;
        const MemberResult r = a->check(i), own = b->check(i), its = c->check(i);
        for (const CheckOutcome& o : r.outcomes) {
            if (a->standardOf(i).kindOf(o) == CheckKind::Deflection || o.status == Status::Unchecked ||
                o.status == Status::NotApplicable)
                continue;
            double worst = 0;
            for (const MemberResult* x : {&own, &its})
                for (const CheckOutcome& y : x->outcomes)
                    if (y.check == o.check && y.status != Status::NotApplicable) worst = std::max(worst, y.ratio);
            CAPTURE(a->members()[i].id, a->standardOf(i).row(o)->key);
            CHECK(o.ratio == Approx(worst).epsilon(1e-9));
            ++compared;
            borrowed += o.settings >= 0;
        }
    }
    CHECK(compared > 300);
    CHECK(borrowed > 30);
}

TEST_CASE("purposes: what the forces leave open stays open beside another brief's settings", "[purposes]")
{
    // A strength combination that has no forces: nothing may come out as checked, whoever judged the rest.
    const std::string briefs = R"({"id":"Main","settings":{"construction":"Bare"}},{"id":"Bare"})";
    Frame f = test::frameOf(beam(briefs));
    Frame given = withResults(f, test::forcesOf(f));
    std::vector<GivenResult> kept;
    for (const GivenResult& r : given.results.list())
        if (r.combination >= 0 && given.combinations[r.combination].id != "U2") kept.push_back(r);
    for (GivenResult& r : kept) // far from being over
        for (GivenElement& e : r.elements)
            for (GivenStation& at : e.stations)
                for (double& force : at.force)
                    force *= 0.05;
    given.results = kept;
    const DesignState s = test::stateBy(given);
    REQUIRE_FALSE(s.forces().lacks.empty());
    CHECK(s.report->results[0].status == Status::Unchecked);
    // First-order forces under a standard that wants second order: still warned of.
    Frame sway = test::frameOf(test::demo("tern-street"));
    for (const char* id : {"Main", "Bare"}) {
        Brief b;
        b.id = id;
        if (b.id == "Main") b.settings[static_cast<size_t>(Purpose::Construction)] = "Bare";
        sway.design.briefs.push_back(b);
    }
    sway.combinations.edit()[0].purpose = Purpose::Construction;
    for (DesignMember& m : sway.design.members)
        m.brief = "Main";
    const auto model = test::modelOf(sway);
    size_t warned = 0;
    for (size_t i = 0; i < model->members().size(); ++i)
        warned += model->check(i).status == Status::Warned;
    CHECK(warned > 30);
}
