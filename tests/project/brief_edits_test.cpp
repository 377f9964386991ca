// Briefs, groups, kinds and saved picks as edits; what an edit would do, before it is made.
#include "core/briefs/brief_sheet.h"
#include "core/files/frame_writer.h"
#include "core/project/brief_edits.h"
#include "core/project/effect.h"
#include "core/project/history.h"
#include "tests/support.h"

#include <set>

using namespace wr;

namespace {

std::vector<MemberRef> refsOf(const SharedList<Member>& members, const std::set<size_t>& which)
{
    std::vector<MemberRef> out;
    for (const size_t i : which) {
        MemberRef r{members[i].id, {}};
        for (const MemberPiece& p : members[i].pieces)
            r.elements.push_back(p.element);
        out.push_back(std::move(r));
    }
    return out;
}
std::vector<MemberRef> refs(const Frame& f, const std::set<size_t>& which)
{
    std::vector<Finding> findings;
    return refsOf(formMembers(f, findings).members(), which);
}
const DesignMember& entry(const Frame& f, const std::string& id)
{
    for (const DesignMember& d : f.design.members.list())
        if (d.id == id) return d;
    FAIL("no entry " << id);
    return f.design.members.list().front();
}
std::string why(Frame& f, const Edit& e)
{
    const Frame before = f;
    const auto r = applyEdit(f, e);
    REQUIRE_FALSE(r);
    CHECK(f == before);
    return r.error();
}
Brief named(const std::string& id)
{
    Brief b;
    b.id = id;
    return b;
}

} // namespace

TEST_CASE("brief edits: run, undo and redo give back equal frames", "[project][briefs]")
{
    for (const std::string demo : {"tern-street"}) {
        Frame f = test::frameOf(test::demo(demo));
        const auto m = refs(f, {0, 1, 2}), one = refs(f, {4});
        const std::string group = f.design.members.front().group;
        Brief b = named("New");
        b.loadHeight = LoadHeight::Top;
        Brief other = b;
        other.id = "Other";
        const std::vector<Edit> edits{PutBrief{b},
                                      GiveBrief{m, "New"},
                                      PutBrief{other, "New"},
                                      PutBrief{b},
                                      TakeOver{m.front(), one, true, true, true, true},
                                      DropBrief{"Other", "New"},
                                      DropBrief{"New", ""},
                                      SetGroups{{{m[0], "A"}, {m[1], "B"}, {m[2], "A"}}, "Groups by section"},
                                      RenameGroup{"A", "C"},
                                      RenameGroup{"C", "B"},
                                      RenameGroup{"B", ""},
                                      SetExclude{m, true},
                                      SetExclude{m, false},
                                      SetKind{m, MemberKind::Brace},
                                      SetKind{m, {}},
                                      PutPick{{"Mine", "util > 0.9", {}}},
                                      PutPick{{"Mine", "util > 0.8", {}}},
                                      DropPick{"Mine"},
                                      GiveBrief{m, ""}};
        for (const Edit& e : edits) {
            CAPTURE(demo, e.index());
            const Frame before = f;
            History h;
            const auto done = h.run(f, e);
            if (!done) FAIL(done.error());
            CHECK_FALSE(done->words.empty());
            const Frame after = f;
            CHECK(test::frameOf(writeFrame(f)) == f); // and every state is a file
            REQUIRE(h.undo(f).has_value());
            CHECK(f == before);
            REQUIRE(h.redo(f).has_value());
            CHECK(f == after);
        }
    }
}

TEST_CASE("brief edits: what they do to members and groups", "[project][briefs]")
{
    Frame f = test::frameOf(test::demo("sedge-lane"));
    const auto m = refs(f, {0, 1, 2});
    const size_t purlins = static_cast<size_t>(std::count_if(f.design.members.list().begin(), f.design.members.list().end(),
                                                             [](const DesignMember& d) { return d.brief == "Purlin"; }));
    REQUIRE(purlins > 50);
    const auto count = [&](std::string_view brief) {
        size_t n = 0;
        for (const DesignMember& d : f.design.members.list())
            n += d.brief == brief;
        return n;
    };
    Brief purlin;
    for (const Brief& b : f.design.briefs.list())
        if (b.id == "Purlin") purlin = b;
    purlin.id = "Purlins";
    REQUIRE(applyEdit(f, PutBrief{purlin, "Purlin"}));
    CHECK(count("Purlins") == purlins);
    const auto dropped = applyEdit(f, DropBrief{"Purlins", "Floor"});
    REQUIRE(dropped);
    CHECK(dropped->words == fmt::format("Brief Purlins deleted, {} members get Floor", purlins));
    CHECK(count("Purlins") == 0);
    REQUIRE(applyEdit(f, SetGroups{{{m[0], "A"}, {m[1], "B"}, {m[2], "A"}}, "by hand"}));
    CHECK(entry(f, m[1].id).group == "B");
    CHECK(applyEdit(f, RenameGroup{"A", "B"})->words == "Group A merged into B");
    for (const MemberRef& r : m)
        CHECK(entry(f, r.id).group == "B");
    CHECK(applyEdit(f, RenameGroup{"B", "D"})->words == "Group B renamed to D");
    CHECK(entry(f, m[0].id).group == "D");
    // Taken over: only what is ticked.
    REQUIRE(applyEdit(f, SetLengths{{m[0]}, LengthAxis::Minor, 0.77, {}}));
    REQUIRE(applyEdit(f, GiveHolds{{m[0]}, {HoldPlaces::By::Parts, 3}, {Hold::Top}}));
    REQUIRE(applyEdit(f, GiveBrief{{m[0]}, "Floor"}));
    REQUIRE(applyEdit(f, GiveBrief{{m[1]}, ""}));
    REQUIRE(applyEdit(f, TakeOver{m[0], {m[1]}, false, true, false, false}));
    CHECK(entry(f, m[1].id).brief.empty());
    const auto entries = [&](const std::string& id) {
        const auto& r = f.design.restraints.list();
        const auto& l = f.design.lengths.list();
        return std::pair{std::count_if(r.begin(), r.end(), [&](const auto& x) { return x.member == id; }),
                         std::count_if(l.begin(), l.end(), [&](const auto& x) { return x.member == id; })};
    };
    CHECK(entries(m[1].id) == std::pair<std::ptrdiff_t, std::ptrdiff_t>{2, 0});
    REQUIRE(applyEdit(f, TakeOver{m[0], {m[2]}, true, false, true, false}));
    CHECK(entry(f, m[2].id).brief == "Floor");
    CHECK(entries(m[2].id) == std::pair<std::ptrdiff_t, std::ptrdiff_t>{0, 1});
    CHECK(freeBriefName(f, "Floor") == "Floor (2)");
}

TEST_CASE("brief edits: what cannot be is refused and changes nothing", "[project][briefs]")
{
    Frame f = test::frameOf(test::demo("sedge-lane"));
    const auto m = refs(f, {0, 1});
    CHECK(why(f, PutBrief{named(" ")}) == "a brief needs a name");
    CHECK(why(f, PutBrief{named("Floor"), "Purlin"}).find("already") != std::string::npos);
    CHECK(why(f, PutBrief{named("X"), "Y"}).find("no brief \"Y\"") != std::string::npos);
    CHECK(why(f, GiveBrief{m, "Nothing"}).find("no brief") != std::string::npos);
    CHECK(why(f, GiveBrief{{}, "Floor"}).find("pick the members") != std::string::npos);
    CHECK(why(f, DropBrief{"Floor", "Floor"}).find("another") != std::string::npos);
    CHECK(why(f, DropBrief{"Nothing", ""}).find("no brief") != std::string::npos);
    CHECK(why(f, TakeOver{m[0], {m[0]}}).find("already") != std::string::npos);
    CHECK(why(f, TakeOver{m[0], {m[1]}, false, false, false, false}).find("tick") != std::string::npos);
    CHECK(why(f, RenameGroup{"no such group", "B"}).find("no group") != std::string::npos);
    CHECK(why(f, PutPick{{"", "over", {}}}).find("name") != std::string::npos);
    CHECK(why(f, DropPick{"none"}).find("no saved pick") != std::string::npos);
}

TEST_CASE("brief edits: names that stand for the defaults are listed with the first brief", "[project][briefs]")
{
    Frame f = test::frameOf(test::demo("sedge-lane"));
    f.design.briefs.clear();
    REQUIRE(applyEdit(f, PutBrief{named("Mine")}));
    std::set<std::string> ids;
    for (const Brief& b : f.design.briefs.list())
        ids.insert(b.id);
    CHECK(ids == std::set<std::string>{"Mine", "Purlin", "Runway", "Floor", "Roof frame"});
    CHECK(test::frameOf(writeFrame(f)) == f);
}

TEST_CASE("effects: what an edit would do is what it does", "[project][effect]")
{
    SilentProgress p;
    const auto standards = std::make_shared<const std::vector<Standard>>(shippedStandards());
    Frame frame = test::frameOf(test::demo("sedge-lane"));
    const AnalysisChoice choice = choiceFor(frame);
    const DesignState s = checkedState(heldState(beginState(std::move(frame), {}, standards, choice, p), p), p).first;
    Brief runway;
    for (const Brief& b : s.frame->design.briefs.list())
        if (b.id == "Runway") runway = b;
    const UnitSystem& u = s.frame->units;
    std::set<size_t> some;
    for (size_t i = 0; i < s.model->members().size(); ++i)
        if (s.model->members()[i].brief == "Purlin" && some.size() < 20) some.insert(i);
    const std::vector<std::pair<const char*, Edit>> edits{
        {"tighter", PutBrief{*withLine(runway, "deflection.limits", "L/20000 variable live-only", u)}},
        {"looser", PutBrief{*withLine(runway, "deflection.limits", "", u)}},
        {"section", PutBrief{*withLine(runway, "netAreaRatio", "0.5", u)}},
        {"nothing", PutBrief{*withLine(runway, "about", "words", u)}},
        {"twenty", GiveBrief{refsOf(s.model->members(), some), "Runway"}},
        {"over", PutBrief{*withLine(runway, "grade", "S235", u)}},
    };
    for (const auto& [name, e] : edits) {
        CAPTURE(name);
        const auto effect = effectOf(s, e, ResultStore{}, p);
        if (!effect) FAIL(effect.error());
        Frame changed = *s.frame;
        const auto patch = applyEdit(changed, e);
        REQUIRE(patch);
        Advanced next = advance(s, *patch, std::move(changed), ResultStore{});
        CHECK_FALSE(effect->analyse);
        CHECK(effect->members == next.state.stale.size());
        const std::set<size_t> which = next.state.stale;
        const DesignState after = checkedState(next.state, p).first;
        double top = 0;
        std::vector<size_t> over, right;
        for (size_t i = 0; i < after.report->results.size(); ++i) {
            const auto &a = s.report->results[i], &b = after.report->results[i];
            if (which.contains(i)) top = std::max(top, b.utilisation);
            if (b.status == Status::Over && a.status != Status::Over) over.push_back(i);
            if (a.status == Status::Over && b.status != Status::Over) right.push_back(i);
        }
        CHECK(effect->after == Approx(top));
        const auto names = [&](const std::vector<Effect::Crossing>& list) {
            std::vector<size_t> out;
            for (const auto& [member, utilisation] : list) {
                out.push_back(member);
                CHECK(utilisation == Approx(after.report->results[member].utilisation));
            }
            return out;
        };
        CHECK(names(effect->comesOver) == over);
        CHECK(names(effect->comesRight) == right);
    }
    const auto tighter = effectOf(s, edits[0].second, ResultStore{}, p);
    CHECK(tighter->members == 12);
    CHECK(tighter->comesOver.size() == 4);
    CHECK(tighter->words().find("12 members: top") == 0);
    CHECK(tighter->words().find("4 come over") != std::string::npos);
    CHECK(effectOf(s, SetSection{refsOf(s.model->members(), some), "IPE600"}, ResultStore{}, p)->members > 0);
    CHECK(effectOf(s, GiveBrief{{}, "Runway"}, ResultStore{}, p).error().find("pick") != std::string::npos);
}

TEST_CASE("briefs: an unknown grade stays a finding after an edit of something else", "[project][briefs]")
{
    SilentProgress p;
    Frame f = test::frameOf(test::demo("tern-street"));
    Brief b = named("B");
    b.grade = "Unobtainium";
    REQUIRE(applyEdit(f, PutBrief{b}));
    const auto m = refs(f, {0, 1});
    REQUIRE(applyEdit(f, GiveBrief{m, "B"}));
    const auto standards = std::make_shared<const std::vector<Standard>>(shippedStandards());
    const AnalysisChoice choice = choiceFor(f);
    const DesignState s = beginState(std::move(f), {}, standards, choice, p);
    const auto told = [](const DesignState& x) {
        const auto list = x.model->findings();
        return std::count_if(list.begin(), list.end(), [](const Finding& y) { return y.code == "brief.grade"; });
    };
    CHECK(told(s) == 1);
    Frame next = *s.frame;
    const auto patch = applyEdit(next, PutBrief{named("Other")});
    REQUIRE(patch);
    CHECK(told(advance(s, *patch, ResultStore{})->state) == 1);
}

TEST_CASE("brief edits: who borrows a brief's settings follows its name, and a name there is not is refused",
          "[project][briefs]")
{
    Frame f = test::frameOf(test::demo("tern-street"));
    REQUIRE(applyEdit(f, PutBrief{named("Bare beams")}));
    Brief b = named("Beams");
    b.settings[static_cast<size_t>(Purpose::Construction)] = "Bare beam";
    CHECK(why(f, PutBrief{b}) == "there is no brief \"Bare beam\"; did you mean Bare beams?");
    b.settings[static_cast<size_t>(Purpose::Construction)] = "Bare beams";
    REQUIRE(applyEdit(f, PutBrief{b}));
    Brief other = named("While it is built");
    REQUIRE(applyEdit(f, PutBrief{other, "Bare beams"}));
    CHECK(f.design.briefs.list()[1].settings[static_cast<size_t>(Purpose::Construction)] == "While it is built");
    // One that lost its own stays editable: what stood is no new mistake.
    REQUIRE(applyEdit(f, DropBrief{"While it is built", ""}));
    b = f.design.briefs.list()[0];
    b.cb = 1.2;
    CHECK(applyEdit(f, PutBrief{b}));
}
