// Patches: the differences of two states lead from one to the other and back, whatever was done.
#include "core/project/patch.h"
#include "tests/support.h"

#include <random>

using namespace wr;

namespace {

Frame changedAtRandom(const Frame& f, std::mt19937& random)
{
    Frame g = f;
    const auto pick = [&](size_t n) { return std::uniform_int_distribution<size_t>(0, n - 1)(random); };
    for (int k = 0; k < 6; ++k)
        switch (pick(14)) {
        case 0: g.elements[pick(g.elements.size())].section = static_cast<int>(pick(g.sections.size())); break;
        case 1: g.design.members[pick(g.design.members.size())].group = "G" + std::to_string(pick(4)); break;
        case 2:
            g.design.members.erase(g.design.members.begin() + static_cast<std::ptrdiff_t>(pick(g.design.members.size())));
            break;
        case 3: {
            DesignLength l;
            l.member = g.design.members[pick(g.design.members.size())].id;
            l.axis = static_cast<LengthAxis>(pick(5));
            l.k = 0.5 + 0.1 * static_cast<double>(pick(9));
            g.design.lengths.insert(g.design.lengths.begin() + static_cast<std::ptrdiff_t>(pick(g.design.lengths.size() + 1)),
                                    l);
            break;
        }
        case 4: std::shuffle(g.combinations.begin(), g.combinations.end(), random); break;
        case 5: {
            Material m = g.materials.front();
            m.id = "M" + std::to_string(random());
            g.materials.push_back(m);
            break;
        }
        case 6: g.design.standard = pick(2) ? "en1993" : "aisc360-22-asd"; break;
        case 9: g.nodes[pick(g.nodes.size())].at.y += 0.25; break;
        case 10: { // a node more, and an element to it
            Node n = g.nodes.front();
            n.id = "N" + std::to_string(random());
            n.at.z += 1;
            g.nodes.push_back(n);
            Element e = g.elements.front();
            e.id = n.id;
            e.j = static_cast<int>(g.nodes.size()) - 1;
            g.elements.insert(g.elements.begin() + static_cast<std::ptrdiff_t>(pick(g.elements.size())), e);
            break;
        }
        case 11: g.links.push_back({"L" + std::to_string(random()), {0, 1}, {true}, {}}); break;
        case 12: {
            Diaphragm d;
            d.id = "D" + std::to_string(pick(3));
            d.nodes = {0, 2};
            g.diaphragms = {d};
            break;
        }
        case 13:
            g.title += "x";
            g.came = {nullptr, "came " + std::to_string(pick(3))};
            break;
        case 7: std::swap(g.design.members.front(), g.design.members.back()); break;
        case 8: {
            DesignRestraint r;
            r.member = g.design.members[pick(g.design.members.size())].id;
            r.at = 0.1 * static_cast<double>(pick(20));
            r.holds = {Hold::Top};
            g.design.restraints.push_back(r);
            g.design.restraints.push_back(r); // two alike
            break;
        }
        }
    return g;
}

} // namespace

TEST_CASE("patches: random changes, made from their rows and taken back", "[project][patch]")
{
    const Frame f = test::frameOf(test::demo("tern-street"));
    std::mt19937 random(5);
    for (int n = 0; n < 200; ++n) {
        CAPTURE(n);
        const Frame g = changedAtRandom(f, random);
        const Patch p = differences(f, g, "something");
        CHECK(p.empty() == (f == g));
        Frame x = f;
        REQUIRE(applyPatch(x, p));
        CHECK(x == g);
        REQUIRE(applyPatch(x, inverseOf(p)));
        CHECK(x == f);
        CHECK(differences(f, f, "").empty());
        // From another state than its own it is refused, and changes nothing.
        if (!p.elements.changed.empty()) {
            Frame other = f;
            other.elements[p.elements.changed.front().from].roll += 1;
            const Frame before = other;
            CHECK_FALSE(applyPatch(other, p));
            CHECK(other == before);
        }
    }
}

TEST_CASE("patches: a row is a row: what is not touched is not in it", "[project][patch]")
{
    const Frame f = test::frameOf(test::demo("tern-street"));
    Frame g = f;
    g.elements[3].roll = 0.2;
    g.design.members.erase(g.design.members.begin() + 2);
    DesignMember m;
    m.id = "new";
    m.elements = {0};
    g.design.members.insert(g.design.members.begin(), m);
    const Patch p = differences(f, g, "x");
    REQUIRE(p.elements.changed.size() == 1);
    CHECK(p.elements.changed.front().at == 3);
    CHECK(p.elements.changed.front().after.roll == 0.2);
    REQUIRE(p.members.removed.size() == 1);
    CHECK(p.members.removed.front().row == f.design.members[2]);
    REQUIRE(p.members.added.size() == 1);
    CHECK(p.members.added.front().at == 0);
    CHECK(p.members.changed.empty());
    CHECK(p.sections.empty());
    CHECK_FALSE(p.settings.has_value());
}

TEST_CASE("rows: copies share until one is changed", "[rows]")
{
    Rows<int> a{1, 2, 3};
    Rows<int> b = a;
    CHECK(b.shares(a));
    b[1] = 5;
    CHECK_FALSE(b.shares(a));
    CHECK(a == Rows<int>{1, 2, 3});
    CHECK(b == Rows<int>{1, 5, 3});
    const Rows<int>& reading = a;
    Rows<int> c = a;
    CHECK(reading[2] == 3);
    CHECK(c.shares(a)); // reading parts nothing
    c.clear();
    CHECK(c.empty());
    CHECK(a.size() == 3);
    CHECK(Rows<int>() == Rows<int>(std::vector<int>{}));
    CHECK(erase_if(a, [](int x) { return x > 1; }) == 2);
    CHECK(a.size() == 1);
}
