// Edits of what the members are: names, entries that stay with their elements, undo.
#include "core/files/frame_writer.h"
#include "core/members/forming_reason.h"
#include "core/project/history.h"
#include "tests/support.h"

#include <random>
#include <set>

using namespace wr;
using Catch::Matchers::Contains;
using Catch::Matchers::WithinAbs;

namespace {

// A column of six pieces of 1 m, the third and sixth drawn downwards, with entries of all kinds.
Frame column(const std::string& members = "")
{
    std::string nodes = R"({"id":"0","at":[0,0,0],)" + test::kFixed + "}", elements;
    for (int k = 1; k <= 6; ++k) {
        const bool down = k % 3 == 0;
        nodes += fmt::format(R"(,{{"id":"{}","at":[0,0,{}]}})", k, k);
        elements += fmt::format(R"({}{{"id":"e{}","nodes":["{}","{}"],"section":"S","material":"M"}})", k > 1 ? "," : "", k,
                                down ? k : k - 1, down ? k - 1 : k);
    }
    return test::frameOf(test::beam("\"nodes\":[" + nodes + "],\"elements\":[" + elements + "]", R"({"id":"G","selfWeight":1})",
                                    R"(,"design":{)" + members + "}"));
}

const std::string kDeclared = R"("members":[{"id":"C","elements":["e1","e2","e3","e4","e5","e6"],"group":"Columns"}],
"restraints":[{"member":"C","at":1.5,"holds":["minor"]},{"member":"C","at":4,"holds":["top"]},
{"member":"C","at":2,"to":5,"holds":["bottom"]},{"member":"C","at":6,"free":true}],
"lengths":[{"member":"C","axis":"minor","k":0.9},{"member":"C","from":3,"to":6,"axis":"major","k":0.7}])";

SharedList<Member> formed(const Frame& f)
{
    std::vector<Finding> findings;
    return formMembers(f, findings).members();
}

int nodeOf(const Frame& f, const std::string& id)
{
    for (size_t n = 0; n < f.nodes.size(); ++n)
        if (f.nodes[n].id == id) return static_cast<int>(n);
    return -1;
}

void run(Frame& f, const Edit& e)
{
    const auto done = applyEdit(f, e);
    if (!done) FAIL(done.error());
}

// Where an entry of a member stands in space.
double heightOf(const Frame& f, const std::string& member, double at)
{
    const auto members = formed(f);
    for (size_t i = 0; i < members.size(); ++i)
        if (members[i].id == member)
            for (const MemberPiece& p : members[i].pieces)
                if (at >= p.start - 1e-9 && at <= p.start + p.length + 1e-9) {
                    const Element& e = f.elements[p.element];
                    const Vec3 a = f.nodes[p.reversed ? e.j : e.i].at, b = f.nodes[p.reversed ? e.i : e.j].at;
                    return (a + ((at - p.start) / p.length) * (b - a)).z;
                }
    return -1;
}

// All that is said of holds, by height: "minor@1.5".
std::multiset<std::string> said(const Frame& f)
{
    std::multiset<std::string> out;
    for (const DesignRestraint& r : f.design.restraints.list()) {
        for (const Hold h : r.holds) {
            const double a = heightOf(f, r.member, r.at);
            if (!r.to) {
                out.insert(fmt::format("{}@{:.3f}", holdName(h), a));
                continue;
            }
            const double b = heightOf(f, r.member, *r.to);
            out.insert(fmt::format("{}@{:.3f}-{:.3f}", holdName(h), std::min(a, b), std::max(a, b)));
        }
        if (r.free) out.insert(fmt::format("free@{:.3f}", heightOf(f, r.member, r.at)));
    }
    return out;
}

} // namespace

TEST_CASE("member edits: split and join keep entries at their places and names with their members", "[project][forming]")
{
    Frame f = column(kDeclared);
    const Frame before = f;
    const auto was = said(f);
    run(f, SplitMember{"C", nodeOf(f, "3")});
    auto members = formed(f);
    REQUIRE(members.size() == 2);
    CHECK(members[0].id == "C");
    CHECK(members[1].id == "e4");
    CHECK(members[1].byHand);
    CHECK(members[1].group == "Columns");
    CHECK(said(f) ==
          std::multiset<std::string>{"minor@1.500", "top@4.000", "bottom@2.000-3.000", "bottom@3.000-5.000", "free@6.000"});
    // The factor of every segment is said of both; that of a stretch stays one of that stretch.
    REQUIRE(f.design.lengths.size() == 3);
    for (const DesignLength& l : f.design.lengths.list()) {
        CHECK(l.from.has_value() == (l.axis == LengthAxis::Major));
        if (!l.from) continue;
        CHECK(l.member == "e4");
        CHECK_THAT(*l.to - *l.from, WithinAbs(3, 1e-9));
    }
    run(f, JoinMembers{{"e4", "C"}});
    members = formed(f);
    REQUIRE(members.size() == 1);
    CHECK(members[0].id == "C");
    CHECK(members[0].pieces.size() == 6);
    std::multiset<std::string> cut = was;
    cut.erase("bottom@2.000-5.000");
    cut.insert({"bottom@2.000-3.000", "bottom@3.000-5.000"});
    CHECK(said(f) == cut);
    // An entry at the joint itself goes to both sides.
    Frame g = column(R"("members":[{"id":"C","elements":["e1","e2","e3","e4","e5","e6"]}],
"restraints":[{"member":"C","at":3,"holds":["minor"]}])");
    run(g, SplitMember{"C", nodeOf(g, "3")});
    CHECK(said(g) == std::multiset<std::string>{"minor@3.000", "minor@3.000"});
    CHECK(before == column(kDeclared));
}

TEST_CASE("member edits: turning round moves nothing in space", "[project][forming]")
{
    Frame f = column(kDeclared);
    const auto was = said(f);
    run(f, TurnMembers{{"C"}});
    CHECK(formed(f)[0].startNode == nodeOf(f, "6"));
    CHECK(said(f) == was);
    CHECK(test::frameOf(writeFrame(f)).design.members[0].turned);
    run(f, TurnMembers{{"C"}});
    CHECK(formed(f)[0].startNode == nodeOf(f, "0"));
    CHECK(said(f) == was);
}

TEST_CASE("member edits: back to the rule keeps group and entries with the elements", "[project][forming]")
{
    Frame f = column(kDeclared);
    const auto was = said(f);
    run(f, SplitMember{"C", nodeOf(f, "2")});
    run(f, BackToRule{{"C", "e3"}});
    const auto members = formed(f);
    REQUIRE(members.size() == 1);
    CHECK(members[0].group == "Columns");
    CHECK_FALSE(members[0].byHand);
    CHECK(said(f).count("minor@1.500") == 1);
    CHECK(said(f).count("top@4.000") == 1);
    CHECK(said(f).size() == was.size()); // the stretch began at the cut: it stays one
}

TEST_CASE("member edits: what makes no member is refused and changes nothing", "[project][forming]")
{
    Frame f = column(kDeclared);
    run(f, SplitMember{"C", nodeOf(f, "2")});
    run(f, SplitMember{"e3", nodeOf(f, "4")});
    const Frame before = f;
    const auto refused = [&](const Edit& e, const std::string& words) {
        const auto done = applyEdit(f, e);
        REQUIRE_FALSE(done.has_value());
        CHECK_THAT(done.error(), Contains(words));
        CHECK(f == before);
    };
    refused(JoinMembers{{"C", "e5"}}, "do not join end to end"); // the middle is missing
    refused(JoinMembers{{"C"}}, "two or more");
    refused(JoinMembers{{"C", "Z"}}, "no member Z");
    refused(SplitMember{"C", nodeOf(f, "0")}, "inside it only");
    refused(SplitMember{"C", nodeOf(f, "5")}, "inside it only");
    refused(TurnMembers{{"nobody"}}, "no member nobody");
    refused(BackToRule{{"nobody"}}, "by rule already");
}

TEST_CASE("member edits: random edits leave every hold where it is in space, and undo gives all back", "[project][forming]")
{
    std::mt19937 random(11);
    for (int round = 0; round < 40; ++round) {
        Frame f = column(R"("members":[{"id":"C","elements":["e1","e2","e3","e4","e5","e6"]}],
"restraints":[{"member":"C","at":0.5,"holds":["minor"]},{"member":"C","at":2.25,"holds":["top"]},{"member":"C","at":5.75,"holds":["bottom"]}])");
        const Frame first = f;
        const auto was = said(f);
        History h;
        int done = 0;
        for (int k = 0; k < 12; ++k) {
            const auto members = formed(f);
            const Member& a = members[random() % members.size()];
            Edit e = TurnMembers{{a.id}};
            switch (random() % 4) {
            case 0: e = SplitMember{a.id, static_cast<int>(random() % f.nodes.size())}; break;
            case 1: e = JoinMembers{{a.id, members[random() % members.size()].id}}; break;
            case 2: e = BackToRule{{a.id}}; break;
            default: break;
            }
            if (!h.run(f, e)) continue;
            ++done;
            CHECK(said(f) == was);
            std::set<std::string> names;
            const auto now = formed(f);
            size_t pieces = 0;
            for (size_t i = 0; i < now.size(); ++i) {
                names.insert(now[i].id);
                pieces += now[i].pieces.size();
                CHECK(now[i].broken.empty());
            }
            CHECK(names.size() == now.size());
            CHECK(pieces == 6);
            CHECK(readFrame(writeFrame(f)).ok());
        }
        CHECK(done > 2);
        for (int k = 0; k < done; ++k)
            REQUIRE(h.undo(f).has_value());
        CHECK(f == first);
    }
}

TEST_CASE("member edits: the rule for the frame", "[project][forming]")
{
    Frame f = test::frameOf(test::demo("tern-street"));
    f.design.members = std::vector<DesignMember>{};
    f.design.restraints = std::vector<DesignRestraint>{};
    f.design.lengths = std::vector<DesignLength>{};
    const size_t before = formed(f).size();
    FormingRule whole;
    whole.beams = FormingRule::Beams::Whole;
    const auto done = applyEdit(f, SetForming{whole});
    REQUIRE(done.has_value());
    CHECK_THAT(done->words, Contains(fmt::format("{} become {}", before, formed(f).size())));
    CHECK(done->settings.has_value());
}
