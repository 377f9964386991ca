// The same frame again: elements found by name, place and neighbours; decisions that go with them.
#include "core/project/element_match.h"
#include "core/project/taken_again.h"
#include "tests/support.h"

#include <map>
#include <numeric>
#include <random>

using namespace wr;
using namespace wr::test;

namespace {

Frame depot()
{
    static const Frame f = frameOf(demo("sedge-lane"));
    return f;
}

// Other names, another order of nodes and elements, some turned round: the same frame all the same.
Frame renamed(const Frame& f, unsigned seed)
{
    std::mt19937 random(seed);
    Frame out = f;
    out.design = {};
    out.hasDesign = false;
    std::vector<int> nodes(f.nodes.size()), elements(f.elements.size());
    std::iota(nodes.begin(), nodes.end(), 0);
    std::iota(elements.begin(), elements.end(), 0);
    std::shuffle(nodes.begin(), nodes.end(), random);
    std::shuffle(elements.begin(), elements.end(), random);
    std::vector<int> placeOfNode(nodes.size()), placeOfElement(elements.size());
    for (size_t k = 0; k < nodes.size(); ++k) {
        out.nodes[k] = f.nodes[static_cast<size_t>(nodes[k])];
        out.nodes[k].id = fmt::format("n{}", k + 1);
        placeOfNode[static_cast<size_t>(nodes[k])] = static_cast<int>(k);
    }
    for (size_t k = 0; k < elements.size(); ++k) {
        Element e = f.elements[static_cast<size_t>(elements[k])];
        e.id = fmt::format("{}", k + 1);
        e.i = placeOfNode[static_cast<size_t>(e.i)];
        e.j = placeOfNode[static_cast<size_t>(e.j)];
        if (random() % 4 == 0) {
            std::swap(e.i, e.j);
            std::swap(e.releaseI, e.releaseJ);
            e.roll = -e.roll;
        }
        out.elements[k] = e;
        placeOfElement[static_cast<size_t>(elements[k])] = static_cast<int>(k);
    }
    for (LoadCase& c : out.cases) {
        for (LineLoad& l : c.line)
            l.element = placeOfElement[static_cast<size_t>(l.element)];
        for (PointLoad& l : c.point)
            l.element = placeOfElement[static_cast<size_t>(l.element)];
        for (NodalLoad& l : c.nodal)
            l.node = placeOfNode[static_cast<size_t>(l.node)];
    }
    for (Diaphragm& d : out.diaphragms)
        for (int& n : d.nodes)
            n = placeOfNode[static_cast<size_t>(n)];
    return out;
}

std::string lostWords(const TakenAgain& t)
{
    std::string out;
    for (const Finding& f : t.lost)
        out += f.text + "\n";
    return out;
}

} // namespace

TEST_CASE("taken again: the same file differs in nothing and keeps every decision", "[again]")
{
    for (const char* name : {"tern-street", "marrow-hill", "sedge-lane"}) {
        const Frame then = frameOf(demo(name));
        Frame now = then;
        now.design = {};
        now.hasDesign = false;
        const TakenAgain t = takeAgain(then, now);
        CAPTURE(name, lostWords(t));
        CHECK(t.sentence() == "no element differs");
        CHECK(t.byId == then.elements.size());
        CHECK(t.frame.design == then.design);
        CHECK(t.frame.elements == then.elements);
    }
}

TEST_CASE("taken again: numbers given anew, turned and shuffled: found by place", "[again]")
{
    for (unsigned seed = 1; seed <= 5; ++seed) {
        const Frame then = depot(), now = renamed(then, seed);
        const TakenAgain t = takeAgain(then, now);
        CAPTURE(seed, t.sentence(), lostWords(t));
        CHECK(t.gone.empty());
        CHECK(t.count(&ElementFate::fresh) == 0);
        CHECK(t.count(&ElementFate::moved) == 0);
        CHECK(t.count(&ElementFate::resized) == 0);
        CHECK(t.lost.empty());
        CHECK(t.frame.design.members.size() == then.design.members.size());
        // Every member stands where it did and runs the same way: what holds it is at the same place.
        for (size_t k = 0; k < then.design.members.size(); ++k) {
            const DesignMember &a = then.design.members[k], &b = t.frame.design.members[k];
            CAPTURE(a.id);
            REQUIRE(a.elements.size() == b.elements.size());
            CHECK((a.id == b.id && a.group == b.group && a.brief == b.brief));
        }
        // The frames check alike: members from the same end, in another order of elements.
        if (seed > 1) continue;
        const auto before = modelOf(then), after = modelOf(t.frame);
        REQUIRE(before->members().size() == after->members().size());
        std::map<std::string, const Member*> at;
        for (const Member& m : after->members())
            at[m.id] = &m;
        for (const Member& m : before->members()) {
            CAPTURE(m.id);
            REQUIRE(at.contains(m.id));
            const Vec3 was = then.nodes[static_cast<size_t>(m.startNode)].at,
                       is = t.frame.nodes[static_cast<size_t>(at[m.id]->startNode)].at;
            CHECK(norm(was - is) < 1e-9);
        }
    }
}

TEST_CASE("taken again: what is new, gone, moved, resized, changed, re-loaded", "[again]")
{
    const Frame then = frameOf(demo("tern-street"));
    Frame now = then;
    now.design = {};
    now.hasDesign = false;
    now.elements[0].section = now.elements[1].section == now.elements[0].section ? 3 : now.elements[1].section; // resized
    now.elements[5].releaseI[4] = !now.elements[5].releaseI[4];                                                 // changed
    now.cases[1].line[0].q0.z *= 2;                                                                             // re-loaded
    const int loaded = now.cases[1].line[0].element;
    // A node moved by a metre takes its elements along; they keep their names.
    const int node = now.elements[20].i;
    now.nodes[static_cast<size_t>(node)].at.x += 0.3;
    size_t touching = 0;
    for (const Element& e : now.elements)
        touching += e.i == node || e.j == node;
    // One more element, and one less.
    Element more = now.elements[2];
    more.id = "another";
    more.j = now.elements[9].j;
    now.elements.push_back(more);
    const TakenAgain t = takeAgain(then, now);
    INFO(t.sentence());
    CHECK(t.fates[0].resized);
    CHECK(t.fates[5].changed);
    CHECK((t.fates[static_cast<size_t>(loaded)].reloaded || t.fates[static_cast<size_t>(loaded)].moved));
    CHECK(t.count(&ElementFate::moved) == touching);
    CHECK(t.count(&ElementFate::fresh) == 1);
    CHECK(t.fates.back().fresh);
    CHECK(t.gone.empty());
    CHECK(t.sentence().find("1 new") != std::string::npos);
}

TEST_CASE("taken again: decisions of what is gone are listed, not thrown away", "[again]")
{
    const Frame then = depot();
    const DesignMember& m = then.design.members.front();
    Frame now = then;
    now.design = {};
    now.hasDesign = false;
    // All elements of the first member go.
    std::vector<Element> rest;
    std::vector<int> place(then.elements.size(), -1);
    for (size_t k = 0; k < then.elements.size(); ++k)
        if (std::find(m.elements.begin(), m.elements.end(), static_cast<int>(k)) == m.elements.end()) {
            place[k] = static_cast<int>(rest.size());
            rest.push_back(then.elements[k]);
        }
    now.elements = rest;
    for (LoadCase& c : now.cases) {
        std::erase_if(c.line, [&](const LineLoad& l) { return place[static_cast<size_t>(l.element)] < 0; });
        std::erase_if(c.point, [&](const PointLoad& l) { return place[static_cast<size_t>(l.element)] < 0; });
        for (LineLoad& l : c.line)
            l.element = place[static_cast<size_t>(l.element)];
        for (PointLoad& l : c.point)
            l.element = place[static_cast<size_t>(l.element)];
    }
    const TakenAgain t = takeAgain(then, now);
    CHECK(t.gone.size() == m.elements.size());
    REQUIRE_FALSE(t.lost.empty());
    CHECK(t.lost[0].subject == m.id);
    CHECK(t.lost[0].code == "intake.lost");
    CHECK(t.lost[0].text.find("is there no more") != std::string::npos);
    CHECK(t.frame.design.members.size() == then.design.members.size() - 1);
    CHECK(t.frame.design.groups == then.design.groups);
    CHECK(t.frame.design.briefs == then.design.briefs);
}

TEST_CASE("taken again: an element that was divided, and pieces that were joined", "[again]")
{
    const Frame then = frameOf(demo("tern-street"));
    Frame now = then;
    now.design = {};
    now.hasDesign = false;
    for (LoadCase& c : now.cases) {
        c.line.clear();
        c.point.clear();
    }
    // The first column in three, with names of their own.
    const Element first = now.elements[0];
    std::vector<Element> pieces;
    int from = first.i;
    for (int k = 0; k < 3; ++k) {
        Element e = first;
        e.id = fmt::format("{}/{}", first.id, k + 1);
        e.i = from;
        if (k < 2) {
            Node n;
            n.id = fmt::format("on{}", k);
            n.at = then.endI(first) + ((k + 1) / 3.0) * (then.endJ(first) - then.endI(first));
            from = e.j = static_cast<int>(now.nodes.size());
            now.nodes.push_back(n);
        } else
            e.j = first.j;
        pieces.push_back(e);
    }
    now.elements[0] = pieces[2];
    now.elements.push_back(pieces[0]);
    now.elements.push_back(pieces[1]);
    const int last = static_cast<int>(now.elements.size()) - 1;
    const ElementMatch m = matchElements(then, now, 0.01);
    CHECK(m.now[0] == std::vector<int>{last - 1, last, 0});
    const ElementMatch back = matchElements(now, then, 0.01);
    CHECK(back.then[0] == std::vector<int>{last - 1, last, 0});
    const TakenAgain t = takeAgain(then, now);
    const auto of = std::find_if(then.design.members.begin(), then.design.members.end(), [](const DesignMember& x) {
        return std::find(x.elements.begin(), x.elements.end(), 0) != x.elements.end();
    });
    REQUIRE(of != then.design.members.end());
    const auto kept = std::find_if(t.frame.design.members.begin(), t.frame.design.members.end(),
                                   [&](const DesignMember& x) { return x.id == of->id; });
    REQUIRE(kept != t.frame.design.members.end());
    CHECK(kept->elements.size() == of->elements.size() + 2);
}

TEST_CASE("taken again: shifted as a whole, names are trusted; what has no name is found by its neighbours", "[again]")
{
    const Frame then = frameOf(demo("tern-street"));
    Frame shifted = then;
    for (Node& n : shifted.nodes)
        n.at = n.at + Vec3{100, 0, 0};
    const ElementMatch m = matchElements(then, shifted, 0.01);
    CHECK(m.byId == then.elements.size());
    Frame unnamed = shifted;
    unnamed.elements[7].id = "other";
    const ElementMatch n = matchElements(then, unnamed, 0.01);
    CHECK(n.byNeighbours == 1);
    CHECK(n.now[7] == std::vector<int>{7});
}

TEST_CASE("taken again: holds of a longer member stand at the same share, and that is told", "[again]")
{
    Frame then = frameOf(demo("tern-street"));
    const DesignMember m = then.design.members.front();
    DesignRestraint r;
    r.member = m.id;
    r.at = 1.0;
    r.holds = {Hold::Minor};
    then.design.restraints.push_back(r);
    Frame now = then;
    now.design = {};
    now.hasDesign = false;
    const Element& e = then.elements[static_cast<size_t>(m.elements.back())];
    const double before = then.length(e);
    now.nodes[static_cast<size_t>(e.j)].at = then.endI(e) + 1.5 * (then.endJ(e) - then.endI(e));
    const TakenAgain t = takeAgain(then, now);
    REQUIRE(m.elements.size() == 1);
    CHECK(before > 1);
    const auto& held = t.frame.design.restraints;
    const auto mine = std::find_if(held.begin(), held.end(),
                                   [&](const DesignRestraint& x) { return x.member == m.id && x.holds == r.holds; });
    REQUIRE(mine != held.end());
    CHECK_THAT(mine->at, Catch::WithinRel(1.5, 1e-9));
    CHECK(lostWords(t).find("1.5 times as long") != std::string::npos);
}

TEST_CASE("taken again: limits follow their nodes, and what was said of a case stays with it", "[again]")
{
    Frame then = depot();
    const Node top = then.nodes[5];
    FrameLimit one;
    one.id = "eaves", one.of = FrameLimit::Of::Nodes, one.most = 0.02, one.nodes = {5, 7};
    then.design.frameLimits = {one};
    then.hasDesign = true;
    then.cases[1].category = "B", then.cases[1].exclusive = "roof", then.cases[1].reversible = true;
    then.cases[1].action = Action::Live;
    Frame now = renamed(depot(), 3);
    now.cases[1].category.clear(), now.cases[1].exclusive.clear(), now.cases[1].reversible = false;
    now.cases[1].action = Action::Dead; // as a file has it that says nothing
    const TakenAgain t = takeAgain(then, now);
    REQUIRE(t.frame.design.frameLimits.size() == 1);
    const std::vector<int>& nodes = t.frame.design.frameLimits.list().front().nodes;
    REQUIRE(nodes.size() == 2);
    CHECK(norm(t.frame.nodes.list()[static_cast<size_t>(nodes[0])].at - top.at) == 0);
    CHECK(norm(t.frame.nodes.list()[static_cast<size_t>(nodes[1])].at - then.nodes[7].at) == 0);
    const LoadCase& c = t.frame.cases.list()[1];
    CHECK(c.category == "B");
    CHECK(c.exclusive == "roof");
    CHECK(c.reversible);
    CHECK(c.action == Action::Live);
    CHECK(lostWords(t).find("comes as dead: it is taken as live") != std::string::npos);
    // A file that says it is something else is believed.
    now.cases[1].action = Action::Snow;
    const TakenAgain other = takeAgain(then, now);
    CHECK(other.frame.cases.list()[1].action == Action::Snow);
    CHECK(lostWords(other).find("comes as snow: it is taken as snow") != std::string::npos);
    // One of the nodes is gone: told, the limit stands for the other; both gone: it goes.
    for (Node& n : now.nodes)
        if (norm(n.at - top.at) == 0) n.at.z += 3;
    const TakenAgain fewer = takeAgain(then, now);
    REQUIRE(fewer.frame.design.frameLimits.size() == 1);
    CHECK(fewer.frame.design.frameLimits.list().front().nodes.size() == 1);
    CHECK(lostWords(fewer).find("limit eaves: 1 of its 2 nodes are gone") != std::string::npos);
}

TEST_CASE("taken again: every element that differs is a row with what is different", "[again]")
{
    const Frame then = depot();
    CHECK(fateRows(takeAgain(then, then), then).empty());
    Frame now = then;
    now.elements[4].section = (now.elements[4].section + 1) % static_cast<int>(now.sections.size());
    now.nodes[static_cast<size_t>(now.elements[9].j)].at.z += 0.25;
    now.elements[20].releaseI[4] = !now.elements[20].releaseI[4];
    Element more = now.elements[0];
    more.id = "new one";
    std::swap(more.i, more.j);
    more.j = now.elements[30].j;
    now.elements.push_back(more);
    now.results = {};
    const TakenAgain t = takeAgain(then, now);
    const std::vector<FateRow> rows = fateRows(t, then);
    const auto row = [&](const std::string& id) {
        const auto at = std::find_if(rows.begin(), rows.end(), [&](const FateRow& r) { return r.id == id; });
        return at == rows.end() ? std::string("none") : std::string(fateWord(at->kind)) + ": " + at->words;
    };
    CHECK(rows.front().id == "new one");
    CHECK(row(then.elements[4].id).starts_with("resized: "));
    CHECK(row(then.elements[4].id).find(" → ") != std::string::npos);
    CHECK(row(then.elements[9].id) == "moved: by 0.2500 m");
    CHECK(row(then.elements[20].id) == "changed at its ends: releases");
    size_t any = 0;
    for (const ElementFate& f : t.fates)
        any += f.any();
    CHECK(rows.size() == any + t.gone.size());
    // Seen from the other side, what was new is gone.
    const TakenAgain back = takeAgain(now, then);
    const std::vector<FateRow> gone = fateRows(back, now);
    CHECK(gone.back().kind == FateRow::Kind::Gone);
    CHECK(gone.back().id == "new one");
}
