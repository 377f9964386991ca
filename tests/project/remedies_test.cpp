// What would bring a member right: every remedy that is offered works when its edit is made, none that is lighter or plainer
// was left out, and where none works that is said.
#include "core/project/remedies.h"
#include "tests/project/states.h"

using namespace wr;
using namespace wr::test;

namespace {

std::vector<Remedy> remediesOf(const DesignState& s, const std::string& id)
{
    SilentProgress p;
    return remediesFor(s, s.model->find(id).value(), shippedCatalogue(), p);
}

std::vector<Remedy> of(const std::vector<Remedy>& list, RemedyKind k)
{
    std::vector<Remedy> out;
    for (const Remedy& r : list)
        if (r.kind == k) out.push_back(r);
    return out;
}

// With a group on a section that is too small for it.
DesignState withSmall(const std::string& group, const std::string& section, const std::string& demoName = "tern-street")
{
    Frame f = frameOf(demo(demoName));
    const DesignState begin = wholeState(f);
    SetSection small;
    small.designation = section;
    for (const Member& m : begin.model->members())
        if (m.group == group) small.members.push_back(refOf(begin, m.id));
    REQUIRE(applyEdit(f, small));
    return wholeState(f);
}

double worstOfGroup(const DesignState& s, const std::string& group)
{
    double out = 0;
    for (size_t i = 0; i < s.model->members().size(); ++i)
        if (s.model->members()[i].group == group) out = std::max(out, s.report->results[i].utilisation);
    return out;
}

std::string worstMember(const DesignState& s, const std::string& group)
{
    std::string out;
    double worst = -1;
    for (size_t i = 0; i < s.model->members().size(); ++i)
        if (s.model->members()[i].group == group && s.report->results[i].utilisation > worst)
            worst = s.report->results[i].utilisation, out = s.model->members()[i].id;
    return out;
}

// Made, and checked again with the forces there were (or those of an analysis): what the remedy says of it.
void checkEdit(const DesignState& s, const Remedy& r, const std::string& group)
{
    CAPTURE(r.words);
    REQUIRE(r.edit.has_value());
    Frame changed = *s.frame;
    const auto patch = applyEdit(changed, *r.edit);
    REQUIRE(patch.has_value());
    SilentProgress p;
    if (r.analysed) {
        const DesignState again = wholeState(changed);
        CHECK(worstOfGroup(again, group) == Approx(r.utilisation).epsilon(1e-6));
        return;
    }
    const DesignState next = checkedState(advance(s, *patch, std::move(changed), ResultStore{}).state, p).first;
    CHECK(worstOfGroup(next, group) == Approx(r.utilisation).epsilon(1e-9));
    CHECK(next.mass() - s.mass() == Approx(r.mass).margin(1e-6));
    CHECK(r.utilisation <= r.target.value() + 1e-9);
}

} // namespace

TEST_CASE("remedies: of columns that are over, each works as it is said", "[remedies]")
{
    const DesignState s = withSmall("Columns", "HEA100");
    const double now = worstOfGroup(s, "Columns");
    REQUIRE(now > 1);
    const auto all = remediesOf(s, worstMember(s, "Columns"));
    for (const RemedyKind k : {RemedyKind::Rung, RemedyKind::Family, RemedyKind::Grade, RemedyKind::Hold, RemedyKind::End}) {
        const auto kind = of(all, k);
        CAPTURE(remedyTitle(k));
        REQUIRE_FALSE(kind.empty());
        for (const Remedy& r : kind) {
            CHECK(r.edit.has_value() == r.why.empty());
            CHECK(r.edit.has_value() == !r.words.empty());
            if (r.edit) checkEdit(s, r, "Columns");
        }
    }
    // The next rung: of the lighter ones none works.
    const Remedy rung = of(all, RemedyKind::Rung).front();
    REQUIRE(rung.edit);
    const CatalogueSection* taken = shippedCatalogue().find(std::get<SetSection>(*rung.edit).designation);
    REQUIRE(taken);
    CHECK(taken->family == "HEA");
    for (const CatalogueSection* c : shippedCatalogue().family("HEA")) {
        if (c->properties().a >= taken->properties().a || c->designation == "HEA100") continue;
        Remedy lighter = rung;
        std::get<SetSection>(*lighter.edit).designation = c->designation;
        Frame changed = *s.frame;
        const auto patch = applyEdit(changed, *lighter.edit);
        REQUIRE(patch.has_value());
        SilentProgress p;
        const DesignState next = checkedState(advance(s, *patch, std::move(changed), ResultStore{}).state, p).first;
        CAPTURE(c->designation);
        CHECK(worstOfGroup(next, "Columns") > 1);
    }
    // Other families: lightest first, none of them the own one.
    const auto families = of(all, RemedyKind::Family);
    for (size_t k = 0; k + 1 < families.size(); ++k)
        CHECK(families[k].mass <= families[k + 1].mass + 1e-9);
    for (const Remedy& r : families)
        if (r.edit) CHECK(shippedCatalogue().find(std::get<SetSection>(*r.edit).designation)->family != "HEA");
}

TEST_CASE("remedies: other families keep the limits of the ladder", "[remedies]")
{
    Frame f = *withSmall("Columns", "HEA100").frame;
    const auto familiesOf = [](const DesignState& s) {
        return of(remediesOf(s, worstMember(s, "Columns")), RemedyKind::Family);
    };
    const auto free = familiesOf(wholeState(f));
    REQUIRE(free.front().edit.has_value());
    const CatalogueSection* first = shippedCatalogue().find(std::get<SetSection>(*free.front().edit).designation);
    REQUIRE(first);
    // Just too heavy, too deep, with parts too thin, and not in stock: another one, or none.
    Ladder l;
    l.id = "own", l.family = "HEA";
    const auto refused = [&](const Ladder& limits) {
        Frame with = f;
        REQUIRE(applyEdit(with, PutLadder{limits}));
        REQUIRE(applyEdit(with, GiveLadder{{"Columns"}, limits.id, {}}));
        for (const Remedy& r : familiesOf(wholeState(with)))
            if (r.edit) CHECK(std::get<SetSection>(*r.edit).designation != first->designation);
    };
    Ladder mass = l, depth = l, parts = l, stock = l;
    mass.maxMass = first->properties().a * 7850 * 0.99;
    depth.maxDepth = first->properties().depth * 0.99;
    parts.minThickness = std::min(first->shape.tw, first->shape.tf) * 1.01;
    stock.stock = true;
    for (const Ladder& x : {mass, depth, parts, stock})
        refused(x);
}

TEST_CASE("remedies: a hold is where it does most, and says what it carries", "[remedies]")
{
    // A beam of 8 m held at its ends only, over in lateral torsional buckling.
    const Frame f = frameOf(R"({"format":"wren-frame","version":1,"units":{"length":"m","section":"mm","force":"kN"},
      "materials":[{"id":"S","grade":"S355"}],"sections":[{"id":"B","name":"IPE 300"}],
      "nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true}},
               {"id":"2","at":[8,0,0],"support":{"uy":true,"uz":true,"rx":true}}],
      "elements":[{"id":"e","nodes":["1","2"],"section":"B","material":"S"}],
      "cases":[{"id":"Q","action":"live","line":[{"element":"e","axes":"global","q":[[0,0,-7],[0,0,-7]]}]}],
      "combinations":[{"id":"U","purpose":"strength","terms":{"Q":1.5}}],
      "design":{"standard":"en1993","members":[{"id":"M","elements":["e"],"group":"G"}]}})");
    const DesignState s = wholeState(f);
    REQUIRE(s.report->results[0].utilisation > 1);
    const auto all = remediesOf(s, "M");
    const Remedy r = of(all, RemedyKind::Hold).front();
    REQUIRE(r.edit);
    CAPTURE(r.words, r.carries);
    CHECK(r.words == "a hold of the top flange at 4.000 m of M"); // midspan
    CHECK(r.mass == Approx(0).margin(1e-12));
    CHECK_FALSE(r.carries.empty());
    checkEdit(s, r, "G");
    for (const double at : {1.0, 2.0, 3.0, 5.0, 6.0, 7.0}) {
        const DesignState other = after(s, GiveHolds{{refOf(s, "M")}, {HoldPlaces::By::Distances, 0, 0, {at}}, {Hold::Top}});
        CHECK(other.report->results[0].utilisation > r.utilisation);
    }
    // What governs without doubt of that: joints of a single span are free, and supports cannot be told from a frame.
    CHECK_FALSE(of(all, RemedyKind::End).empty());
}

TEST_CASE("remedies: where none works that is said, and forces that came are not found anew", "[remedies]")
{
    Frame given = withResults(frameOf(demo("tern-street")), forcesOf(frameOf(demo("tern-street"))));
    const DesignState s = wholeState(given);
    const auto all = remediesOf(s, worstMember(s, "Columns"));
    CHECK(of(all, RemedyKind::End).front().why.starts_with("the forces came with the file"));
    // A ladder with nothing strong enough.
    Frame f = frameOf(demo("tern-street"));
    Ladder l;
    l.id = "small";
    l.sections = {"IPE 80", "IPE 100"};
    REQUIRE(applyEdit(f, PutLadder{l}));
    REQUIRE(applyEdit(f, GiveLadder{{"Columns"}, "small", {}}));
    const DesignState small = wholeState(f);
    const auto none = of(remediesOf(small, worstMember(small, "Columns")), RemedyKind::Rung).front();
    CHECK_FALSE(none.edit.has_value());
    CHECK(none.why.starts_with("no section of small brings it to"));
    // Nothing analysed: nothing to go by.
    SilentProgress p;
    p.cancel();
    CHECK(remediesFor(small, 0, shippedCatalogue(), p).empty());
}

TEST_CASE("remedies: every member of the tower that is over has its rows, and they hold", "[remedies]")
{
    const DesignState s = wholeState(frameOf(demo("marrow-hill")));
    std::set<std::string> groups;
    for (size_t i = 0; i < s.model->members().size(); ++i)
        if (s.report->results[i].status == Status::Over) groups.insert(s.model->members()[i].group);
    REQUIRE(groups.size() >= 3);
    size_t works = 0;
    for (const std::string& g : groups) {
        CAPTURE(g);
        const auto all = remediesOf(s, worstMember(s, g));
        CHECK(all.size() >= 5);
        for (const Remedy& r : all) {
            works += r.edit.has_value();
            if (r.edit && !r.analysed) checkEdit(s, r, g);
        }
    }
    CHECK(works >= groups.size());
}
