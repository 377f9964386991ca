// Every way out is carried out as it stands: it is an edit that can be undone, and what it was for is gone.
#include "core/files/frame_writer.h"
#include "core/project/acceptances.h"
#include "core/project/ways_out.h"
#include "tests/project/states.h"

#include <set>

using namespace wr;
using test::after;
using test::wholeState;

namespace {

// The first finding of that code (about that subject), and its ways.
Finding findingOf(const DesignState& s, std::string_view code, const std::string& subject = {})
{
    for (const Finding& x : s.findings())
        if (x.code == code && (subject.empty() || x.subject == subject)) return x;
    FAIL("no finding " << code);
    return {};
}
bool has(const DesignState& s, std::string_view code, const std::string& subject = {})
{
    for (const Finding& x : s.findings())
        if (x.code == code && (subject.empty() || x.subject == subject)) return true;
    return false;
}
Edit wayOf(const DesignState& s, const Finding& x, size_t n = 0)
{
    const auto ways = waysOut(s, x);
    REQUIRE(n < ways.size());
    INFO(ways[n].words);
    auto e = editOf(s, ways[n]);
    if (!e) UNSCOPED_INFO(e.error());
    REQUIRE(e.has_value());
    return *e;
}

} // namespace

TEST_CASE("ways out: every code has a row that is in the table of findings, and no row is for nothing", "[ways]")
{
    const DesignState s = wholeState(test::ternFrame());
    // Whatever the state, a finding of any code gets ways without trouble, each with its words.
    for (const FindingKind& k : findingKinds()) {
        CAPTURE(k.code);
        for (const std::string& subject : {std::string(), std::string("C1L"), std::string("nothing")}) {
            Finding x = finding(k.code, "/design/restraints/99", subject, "words");
            for (const WayOut& w : waysOut(s, x)) {
                CHECK_FALSE(w.words.empty());
                if (const auto* show = std::get_if<WayOut::Show>(&w.act))
                    for (const std::string& m : show->members)
                        CHECK_FALSE(m.empty());
            }
        }
    }
}

TEST_CASE("ways out: every edit that the demo frames offer can be made, undone, and made again", "[ways]")
{
    for (const char* name : {"tern-street", "marrow-hill"}) {
        const DesignState s = wholeState(test::frameOf(test::demo(name)));
        std::set<std::string> codes;
        size_t made = 0;
        for (const Finding& x : s.findings())
            for (const WayOut& w : waysOut(s, x)) {
                if (!w.isEdit() || !codes.insert(x.code + w.words.substr(0, 12)).second) continue;
                CAPTURE(name, x.code, x.subject, w.words);
                const auto e = editOf(s, w);
                if (!e) UNSCOPED_INFO(e.error());
                REQUIRE(e.has_value());
                Frame f = *s.frame;
                const auto patch = applyEdit(f, *e);
                REQUIRE(patch.has_value());
                CHECK_FALSE(patch->words.empty());
                CHECK_FALSE(patch->empty());
                REQUIRE(applyPatch(f, inverseOf(*patch)));
                CHECK(f == *s.frame);
                ++made;
            }
        CAPTURE(name);
        CHECK(made >= 4);
    }
}

TEST_CASE("ways out: combinations are made, for one purpose or all, beside those by hand", "[ways]")
{
    Frame f = test::ternFrame();
    std::vector<Combination>& list = f.combinations.edit();
    std::erase_if(list, [](const Combination& c) { return c.purpose == Purpose::Service; });
    const size_t before = list.size();
    const DesignState s = wholeState(f);
    REQUIRE(has(s, "combination.service"));
    const DesignState t = after(s, wayOf(s, findingOf(s, "combination.service")));
    CHECK_FALSE(has(t, "combination.service"));
    CHECK(t.frame->combinations.size() > before);
    for (size_t i = 0; i < before; ++i)
        CHECK(t.frame->combinations.list()[i] == s.frame->combinations.list()[i]); // those that stood there stand
    for (size_t i = before; i < t.frame->combinations.size(); ++i)
        CHECK(t.frame->combinations.list()[i].purpose == Purpose::Service);
    // Names that are taken are not taken twice.
    Frame taken = f;
    Combination mine;
    mine.id = t.frame->combinations.list()[before].id;
    mine.terms = {{0, 1.0}};
    taken.combinations.push_back(mine);
    const DesignState u = wholeState(taken);
    const DesignState v = after(u, wayOf(u, findingOf(u, "combination.service")));
    std::set<std::string> names;
    for (const Combination& c : v.frame->combinations.list())
        CHECK(names.insert(c.id).second);
    // An empty one goes.
    Frame empty = f;
    empty.combinations.push_back({"E", "", Purpose::Strength, "", "", {}, {}});
    const DesignState w = wholeState(empty);
    const DesignState x = after(w, wayOf(w, findingOf(w, "combination.empty")));
    CHECK_FALSE(has(x, "combination.empty"));
    CHECK(x.frame->combinations.size() == f.combinations.size());
    // No way is offered that makes nothing: no case here is of a state of erection.
    for (const WayOut& way : waysOut(s, findingOf(s, "combination.construction")))
        CHECK_FALSE(way.isEdit());
}

TEST_CASE("ways out: the order of the analysis, notional loads, no sway", "[ways]")
{
    const DesignState s = wholeState(test::ternFrame());
    const Finding sway = findingOf(s, "forces.sway");
    const auto ways = waysOut(s, sway);
    REQUIRE(ways.size() == 4);
    const DesignState direct = after(s, wayOf(s, sway, 0));
    CHECK(direct.forces().secondOrder);
    CHECK(direct.forces().reducedStiffness);
    CHECK_FALSE(has(direct, "forces.sway"));
    CHECK(after(s, wayOf(s, sway, 2)).forces().amplified);
    const DesignState braced = after(s, wayOf(s, sway, 3));
    CHECK_FALSE(has(braced, "forces.sway"));
    CHECK(braced.frame->design.swayX == false);
    REQUIRE(has(direct, "stability.notional"));
    const DesignState notional = after(direct, wayOf(direct, findingOf(direct, "stability.notional")));
    CHECK_FALSE(has(notional, "stability.notional"));
    // Sway counted twice is an error, and either of the two can be kept.
    Frame twice = *direct.frame;
    twice.design.lengths.push_back({"C1L", {}, {}, LengthAxis::Major, 1.8, {}, {}, {}});
    const DesignState t = wholeState(twice);
    const Finding error = findingOf(t, "stability.twice");
    CHECK(error.severity == Severity::Error);
    CHECK(error.about == std::vector<std::string>{"C1L"});
    const DesignState kept = after(t, wayOf(t, error, 0));
    CHECK_FALSE(has(kept, "stability.twice"));
    CHECK(kept.frame->design.lengths.empty());
    CHECK(kept.forces().reducedStiffness);
    const DesignState other = after(t, wayOf(t, error, 1));
    CHECK_FALSE(has(other, "stability.twice"));
    CHECK_FALSE(other.forces().reducedStiffness);
    CHECK(other.frame->design.lengths.size() == 1);
}

TEST_CASE("ways out: doubtful holds are counted, free ends held, one place at a time", "[ways]")
{
    const DesignState s = wholeState(test::frameOf(test::demo("marrow-hill")));
    size_t tried = 0;
    for (const Finding& x : s.findings()) {
        if ((x.code != "hold.doubtful" && x.code != "hold.floating") || tried == 3) continue;
        ++tried;
        const auto ways = waysOut(s, x);
        REQUIRE(ways.size() >= 2);
        const Edit e = wayOf(s, x);
        const auto& hold = std::get<SetHold>(e);
        CHECK(hold.member.id == x.subject);
        const DesignState t = after(s, e);
        const size_t m = t.model->find(x.subject).value();
        bool held = false;
        for (const HoldPoint& p : t.model->holds(m).points)
            if (std::abs(p.at - hold.at) < 1e-3) held = hold.hold == Hold::Major ? p.held.major : p.held.minor;
        CHECK(held);
        // What was said of that place and direction is not said again.
        const std::string words = waysOut(s, x).front().words;
        if (has(t, x.code, x.subject))
            for (const WayOut& w : waysOut(t, findingOf(t, x.code, x.subject)))
                CHECK(w.words != words);
    }
    CHECK(tried == 3);
}

TEST_CASE("ways out: supports inside members, entries for nothing, what was left out", "[ways]")
{
    // A beam of two spans given with forces: its middle support holds nothing until somebody says so.
    const auto beam = [](const char* design) {
        return test::frameOf(fmt::format(
            R"({{"format": "wren-frame", "version": 1, "units": {{"length": "m", "force": "kN", "section": "mm", "stress": "MPa"}},
 "materials": [{{"id": "S", "e": 210000, "g": 81000, "density": 7850, "fy": 355, "fu": 490}}],
 "sections": [{{"id": "B", "name": "IPE300"}}],
 "nodes": [{{"id": "1", "at": [0, 0, 0], "support": {{"ux": true, "uy": true, "uz": true, "rx": true}}}}, {{"id": "2", "at": [5, 0, 0], "support": {{"uy": true, "uz": true, "rx": true}}}}, {{"id": "3", "at": [10, 0, 0], "support": {{"uy": true, "uz": true}}}}],
 "elements": [{{"id": "a", "nodes": ["1", "2"], "section": "B", "material": "S"}}, {{"id": "b", "nodes": ["2", "3"], "section": "B", "material": "S"}}],
 "cases": [{{"id": "G", "action": "dead", "line": [{{"element": "a", "q": [[0, 0, -10], [0, 0, -10]]}}, {{"element": "b", "q": [[0, 0, -10], [0, 0, -10]]}}]}}],
 "combinations": [{{"id": "C", "terms": {{"G": 1}}}}],
 "results": [{{"combination": "C", "elements": [{{"element": "a", "stations": [{{"s": 0, "n": 0, "vy": 0, "vz": 19, "t": 0, "my": 0, "mz": 0}}, {{"s": 5, "n": 0, "vy": 0, "vz": -31, "t": 0, "my": -31, "mz": 0}}]}},
  {{"element": "b", "stations": [{{"s": 0, "n": 0, "vy": 0, "vz": 31, "t": 0, "my": -31, "mz": 0}}, {{"s": 5, "n": 0, "vy": 0, "vz": -19, "t": 0, "my": 0, "mz": 0}}]}}]}}],
 "design": {{"standard": "en1993", "members": [{{"id": "M", "elements": ["a", "b"]}}]{}}}}})",
            design));
    };
    const DesignState s = wholeState(beam(""));
    if (has(s, "restraint.inner-support")) {
        const DesignState t = after(s, wayOf(s, findingOf(s, "restraint.inner-support")));
        CHECK_FALSE(has(t, "restraint.inner-support"));
        REQUIRE(t.frame->design.restraints.size() == 1);
        const DesignRestraint& r = t.frame->design.restraints[0];
        CHECK(r.at == Approx(5));
        for (const Hold h : {Hold::Major, Hold::Minor, Hold::Twist})
            CHECK(std::find(r.holds.begin(), r.holds.end(), h) != r.holds.end());
    } else { // what holds there was found by itself
        CHECK(s.model->holds(0).points.size() >= 3);
    }
    // An entry for what is no member, and one outside.
    Frame f = test::ternFrame();
    f.design.restraints.push_back({"nobody", 1.0, {Hold::Minor}, {}, {}, false, {}});
    f.design.restraints.push_back({f.design.members[0].id, 0.5, {Hold::Minor}, {}, {}, false, {}});
    f.design.members.edit()[2].exclude = true;
    const std::string left = f.design.members[2].id;
    const DesignState t = wholeState(f);
    const DesignState u = after(t, wayOf(t, findingOf(t, "restraint.no-member")));
    CHECK_FALSE(has(u, "restraint.no-member"));
    REQUIRE(u.frame->design.restraints.size() == 1);
    CHECK(u.frame->design.restraints[0].member == f.design.members[0].id);
    const DesignState v = after(t, wayOf(t, findingOf(t, "member.excluded", left)));
    CHECK_FALSE(has(v, "member.excluded", left));
}

TEST_CASE("ways out: briefs and groups", "[ways]")
{
    Frame f = test::ternFrame();
    Brief column, beam;
    column.id = "Column";
    beam.id = "Rafter";
    beam.grade = "S999";
    f.design.briefs.push_back(column);
    f.design.briefs.push_back(beam);
    for (DesignMember& m : f.design.members.edit())
        m.brief = m.id.starts_with("C") ? "Column" : "Rafter";
    f.design.members.edit()[0].brief.clear();
    const DesignState s = wholeState(f);
    const std::string id = f.design.members[0].id;
    const DesignState t = after(s, wayOf(s, findingOf(s, "brief.missing")));
    CHECK_FALSE(has(t, "brief.missing"));
    CHECK(t.model->members()[t.model->find(id).value()].brief == (id.starts_with("C") ? "Column" : "Rafter"));
    const DesignState u = after(s, wayOf(s, findingOf(s, "brief.grade", "Rafter")));
    CHECK_FALSE(has(u, "brief.grade"));
    for (const Brief& b : u.frame->design.briefs.list())
        CHECK(b.grade.empty());
}

TEST_CASE("ways out: a strength stated above that of the grade at its thickness", "[ways][audit]")
{
    Frame f = test::ternFrame();
    const int used = f.elements[0].material, section = f.elements[0].section;
    Material m;
    m.id = "S355";
    m.e = 210e9;
    m.g = 81e9;
    m.density = 7850;
    m.fy = 355e6;
    m.fu = 490e6;
    f.materials.edit()[static_cast<size_t>(used)] = m;
    CHECK_FALSE(has(wholeState(f), "grade.thickness")); // thin enough
    Shape plate;
    plate.kind = ShapeKind::I;
    plate.h = 0.4;
    plate.b = 0.3;
    plate.tw = 0.02;
    plate.tf = 0.05;
    plate.welded = true;
    FrameSection& s = f.sections.edit()[static_cast<size_t>(section)];
    s.id = s.name = "Thick";
    s.shape = plate;
    s.properties = computeProperties(plate);
    s.stated = {};
    const DesignState t = wholeState(f);
    const Finding x = findingOf(t, "grade.thickness");
    CHECK(x.text.find("Thick (50.00 mm: 335.0 MPa)") != std::string::npos); // EN 10025-2, 40 to 63 mm
    const DesignState u = after(t, wayOf(t, x));
    CHECK_FALSE(has(u, "grade.thickness"));
    CHECK_FALSE(u.frame->materials[static_cast<size_t>(used)].fy.has_value());
    // Less than the grade has is the engineer's own choice; thicker than it states is told.
    Frame low = f;
    low.materials.edit()[static_cast<size_t>(used)].fy = 320e6;
    CHECK_FALSE(has(wholeState(low), "grade.thickness"));
    Frame none = *u.frame;
    none.sections.edit()[static_cast<size_t>(section)].shape.tf = 0.3;
    none.sections.edit()[static_cast<size_t>(section)].shape.h = 1.2;
    CHECK(findingOf(wholeState(none), "grade.thickness").text.find("states no strength") != std::string::npos);
}

TEST_CASE("acceptances: a finding stands with reason and name, falls back when what it is about changes, and is told when idle",
          "[ways][acceptances]")
{
    const DesignState s = wholeState(test::ternFrame());
    const Finding x = findingOf(s, "stability.notional");
    CHECK(applyEdit(*std::make_unique<Frame>(*s.frame), Accept{acceptanceOf(s, x, "", "EN", "")}).error().find("why") !=
          std::string::npos);
    const Acceptance a = acceptanceOf(s, x, "wind governs everywhere", "EN", "2026-11-30");
    const DesignState t = after(s, Accept{a});
    const auto rowOf = [](const DesignState& d, const std::string& id) {
        for (const AuditRow& r : auditRows(d))
            if (r.id == id) return r;
        return AuditRow{};
    };
    const AuditRow accepted = rowOf(t, a.id);
    REQUIRE(accepted.accepted.has_value());
    CHECK(accepted.accepted->reason == "wind governs everywhere");
    CHECK_FALSE(accepted.open());
    // It changes no status.
    CHECK(t.report->counts.over == s.report->counts.over);
    CHECK(t.report->counts.warned == s.report->counts.warned);
    // What has nothing to do with it leaves it alone; what it is about makes it fall back.
    CHECK(rowOf(after(t, SetGroup{{test::refOf(t, "C1L")}, "Corner"}), a.id).accepted.has_value());
    SetLoads loads{t.frame->cases, t.frame->combinations, "a factor"};
    loads.combinations.front().terms.front().second *= 1.01;
    const DesignState fallen = after(t, loads);
    const AuditRow back = rowOf(fallen, a.id);
    CHECK_FALSE(back.accepted.has_value());
    REQUIRE(back.fallenBack.has_value());
    CHECK(back.open());
    // Accepted again for the new state it stands again, in place of the old one.
    const DesignState again =
        after(fallen, Accept{acceptanceOf(fallen, findingOf(fallen, "stability.notional"), "looked again", "EN", "")});
    CHECK(again.frame->design.acceptances.size() == 1);
    CHECK(rowOf(again, a.id).accepted->reason == "looked again");
    // Once settled, the acceptance is for nothing, which is told; its way out forgets it.
    const DesignState settled = after(again, wayOf(again, findingOf(again, "stability.notional")));
    const Finding idle = findingOf(settled, "acceptance.nothing");
    CHECK(idle.severity == Severity::Note);
    const DesignState forgotten = after(settled, wayOf(settled, idle));
    CHECK_FALSE(has(forgotten, "acceptance.nothing"));
    CHECK(forgotten.frame->design.acceptances.empty());
    // Members: another section, brief or hold of the member makes it fall back; another member does not.
    const DesignState hill = wholeState(test::frameOf(test::demo("marrow-hill")));
    const Finding hold = findingOf(hill, "hold.doubtful");
    const DesignState let = after(hill, Accept{acceptanceOf(hill, hold, "stiff enough in fact", "EN", "")});
    REQUIRE(rowOf(let, acceptanceId(hold)).accepted.has_value());
    const Member& m = let.model->members()[let.model->find(hold.subject).value()];
    std::string other;
    for (const Member& o : let.model->members())
        if (o.id != m.id && o.group != m.group) other = o.id;
    CHECK(rowOf(after(let, SetExclude{{test::refOf(let, other)}, true}), acceptanceId(hold)).accepted.has_value());
    const DesignState longer = after(let, SetLengths{{test::refOf(let, hold.subject)}, LengthAxis::Torsion, {}, 2.5});
    CHECK_FALSE(rowOf(longer, acceptanceId(hold)).accepted.has_value());
}

TEST_CASE("acceptances: they stand in the frame file and come back", "[ways][acceptances][files]")
{
    const DesignState s = wholeState(test::ternFrame());
    const DesignState t =
        after(s, Accept{acceptanceOf(s, findingOf(s, "stability.notional"), "“quoted”, with ü", "A. B.", "2026-11-30")});
    const std::string json = writeFrame(frameToWrite(t));
    const Frame back = test::frameOf(json);
    CHECK(back.design.acceptances == t.frame->design.acceptances);
    const auto bad = readFrame(
        R"({"format": "wren-frame", "version": 1, "design": {"acceptances": [{"id": "x", "code": "no.such", "reason": "r", "name": "n"}]}})");
    CHECK(std::any_of(bad.findings.begin(), bad.findings.end(),
                      [](const Finding& x) { return x.place == "/design/acceptances/0/code"; }));
}
