// The way from a file to findings, and from an edit to the next state: what is taken over is what would be found anew.
#include "core/audit/audit.h"
#include "core/project/design_state.h"
#include "tests/project/states.h"
#include "tests/support.h"

#include <random>

using namespace wr;
using Catch::Matchers::WithinRel;

namespace {

const DesignState::Standards& standards()
{
    static const auto all = std::make_shared<const std::vector<Standard>>(shippedStandards());
    return all;
}

DesignState checkedOf(const DesignState& s)
{
    SilentProgress p;
    auto [out, whole] = checkedState(s, p);
    REQUIRE(whole);
    return out;
}

std::vector<MemberRef> refsOf(const DesignState& s, const std::vector<size_t>& which)
{
    std::vector<MemberRef> out;
    for (const size_t i : which) {
        MemberRef r{s.model->members()[i].id, {}};
        for (const MemberPiece& p : s.model->members()[i].pieces)
            r.elements.push_back(p.element);
        out.push_back(std::move(r));
    }
    return out;
}

// Everything that a state knows of its members, against a state made of the same frame and forces from nothing.
void sameAsFresh(const DesignState& s)
{
    const CheckModel fresh(s.frame, std::shared_ptr<const ForceTable>(s.results, &s.results->forces.forces), standards(),
                           std::shared_ptr<const std::vector<NodeMotion>>(s.results, &s.results->forces.motions));
    REQUIRE(fresh.members().size() == s.model->members().size());
    SilentProgress p;
    CheckReport report;
    REQUIRE(fresh.checkAll(report, p));
    for (size_t i = 0; i < fresh.members().size(); ++i) {
        const Member &a = fresh.members()[i], &b = s.model->members()[i];
        CAPTURE(i, a.id, b.id);
        REQUIRE(a.id == b.id);
        CHECK(a.group == b.group);
        CHECK(a.byRule == b.byRule);
        CHECK(a.section == b.section);
        CHECK(a.material == b.material);
        CHECK(a.length == b.length);
        REQUIRE(a.pieces.size() == b.pieces.size());
        for (size_t k = 0; k < a.pieces.size(); ++k)
            CHECK(a.pieces[k].element == b.pieces[k].element);
        for (size_t axis = 0; axis < 5; ++axis) {
            const auto &x = fresh.lanes(i).axis[axis], &y = s.model->lanes(i).axis[axis];
            REQUIRE(x.size() == y.size());
            for (size_t k = 0; k < x.size(); ++k)
                CHECK((x[k].length == y[k].length && x[k].byHand == y[k].byHand && x[k].source == y[k].source));
        }
        const MemberResult &q = report.results[i], &r = s.report->results[i];
        CHECK(q.status == r.status);
        CHECK(q.utilisation == r.utilisation);
        CHECK(q.outcomes.size() == r.outcomes.size());
        CHECK(s.model->find(a.id).value() < fresh.members().size());
    }
    CHECK(report.counts.over == s.report->counts.over);
    CHECK(report.counts.checked == s.report->counts.checked);
}

Edit randomEdit(const DesignState& s, std::mt19937& random)
{
    const auto pick = [&](size_t n) { return std::uniform_int_distribution<size_t>(0, n - 1)(random); };
    std::vector<size_t> which;
    for (size_t n = 1 + pick(5); which.size() < n;)
        which.push_back(pick(s.model->members().size()));
    std::sort(which.begin(), which.end());
    which.erase(std::unique(which.begin(), which.end()), which.end());
    const auto refs = refsOf(s, which);
    switch (pick(6)) {
    case 0: return SetLengths{refs, static_cast<LengthAxis>(pick(5)), 0.5 + 0.25 * static_cast<double>(pick(6)), {}};
    case 1: return SetLengths{refs, static_cast<LengthAxis>(pick(5)), {}, {}};
    case 2: return SetGroup{refs, pick(2) ? "Others" : ""};
    case 3: return SetSection{refs, pick(2) ? "IPE400" : "HEB240", {}};
    case 4: return SetGrade{refs, pick(2) ? "S235" : "S355"};
    default: return SetStandard{pick(2) ? "en1993" : "aisc360-22-lrfd"};
    }
}

} // namespace

TEST_CASE("design state: random edits, undone and made again, are what a fresh start finds", "[project][state]")
{
    std::mt19937 random(11);
    for (const bool declared : {true, false}) {
        Frame f = test::frameOf(test::demo("tern-street"));
        if (!declared) f.design.members.clear();
        DesignState s = checkedOf(test::begunState(std::move(f)));
        sameAsFresh(s);
        ResultStore store;
        store.put(resultKeyOf(*s.frame), s.results);
        History history;
        for (int n = 0; n < 14; ++n) {
            CAPTURE(declared, n);
            const bool back = n % 4 == 3 && history.canUndo();
            std::optional<Patch> patch;
            if (back)
                patch = history.undo();
            else {
                Frame next = *s.frame;
                const auto done = applyEdit(next, randomEdit(s, random));
                REQUIRE(done.has_value());
                history.add(*done);
                patch = *done;
            }
            auto next = advance(s, *patch, store);
            REQUIRE(next.has_value());
            CHECK_FALSE(next->stale.analyse);
            s = checkedOf(next->state);
            CHECK(s.stale.empty());
            sameAsFresh(s);
        }
    }
}

TEST_CASE("design state: an edit makes stale what it touches, by aspect, and no more", "[project][state]")
{
    const DesignState s = checkedOf(test::begunState(test::frameOf(test::demo("tern-street"))));
    const ResultStore none;
    const auto after = [&](const Edit& e) {
        Frame next = *s.frame;
        const auto p = applyEdit(next, e);
        REQUIRE(p.has_value());
        return advance(s, *p, none).value();
    };
    const auto refs = refsOf(s, {1, 4});
    const std::set<size_t> both{1, 4};
    const Advanced lengths = after(SetLengths{refs, LengthAxis::Minor, 0.8, {}});
    CHECK(lengths.state.stale == both);
    CHECK_FALSE((lengths.stale.sizes || lengths.stale.loads || lengths.stale.method || lengths.stale.members));
    CHECK(lengths.state.results == s.results); // shared, not copied
    CHECK(lengths.state.checked);
    for (size_t i = 0; i < s.report->results.size(); ++i)
        CHECK(lengths.state.report->results.item(i) == s.report->results.item(i)); // the old one until it is checked again
    const Advanced sizes = after(SetSection{refs, "HEB240", {}});
    CHECK(sizes.state.stale == both);
    CHECK(sizes.stale.sizes);
    CHECK_FALSE(sizes.state.forcesFit());
    const Advanced standard = after(SetStandard{"en1993"});
    CHECK(standard.state.stale.size() == s.model->members().size());
    CHECK_FALSE(standard.state.checked);
    const Advanced method = after(SetAnalysis{{ForceOrder::Second, false}});
    CHECK(method.stale.method);
    CHECK(method.stale.analyse);
    std::vector<Combination> fewer(s.frame->combinations.begin(), s.frame->combinations.end() - 1);
    const Advanced loads = after(SetLoads{s.frame->cases.list(), fewer, "fewer"});
    CHECK(loads.stale.loads);
    CHECK(loads.stale.analyse);
    CHECK_FALSE(loads.state.hasForces());
    CHECK(loads.state.stale.size() == s.model->members().size());
}

TEST_CASE("design state: undoing an adopted size brings its forces back at once", "[project][state]")
{
    SilentProgress p;
    Frame f = test::frameOf(test::demo("tern-street"));
    for (const bool given : {false, true}) {
        CAPTURE(given);
        Frame start = f;
        if (given) start = withResults(start, test::forcesOf(start));
        DesignState s = checkedOf(test::begunState(std::move(start)));
        CHECK(s.forces().given == given);
        CHECK(s.frame->results.empty()); // they stand beside the frame
        CHECK(frameToWrite(s).results.empty() != given);
        ResultStore store;
        store.put(resultKeyOf(*s.frame), s.results);
        const auto own = s.results;
        const double before = s.report->counts.top;
        Frame next = *s.frame;
        const Patch patch = applyEdit(next, SetSection{refsOf(s, {0, 1, 2}), "HEB300", {}}).value();
        DesignState bigger = advance(s, patch, store)->state;
        CHECK_FALSE(bigger.forcesFit());
        auto found = std::make_shared<FrameResults>();
        found->forces = analyseForces(*bigger.frame, {}, secondOrderRules(), p);
        store.put(resultKeyOf(*bigger.frame), found);
        bigger = checkedOf(withResults(bigger, found));
        CHECK(bigger.forcesFit());
        CHECK_FALSE(bigger.forces().given);
        const Advanced back = advance(bigger, inverseOf(patch), store).value();
        CHECK_FALSE(back.stale.analyse);
        CHECK(back.state.results == own);
        CHECK(back.state.forcesFit());
        CHECK_THAT(checkedOf(back.state).report->counts.top, WithinRel(before, 1e-12));
        // And forward again: the other's.
        CHECK(advance(back.state, patch, store)->state.results == found);
    }
}

TEST_CASE("design state: an analysis that fails leaves the forces there were, and says why", "[project][state]")
{
    const DesignState s = checkedOf(test::begunState(test::frameOf(test::demo("tern-street"))));
    auto failed = std::make_shared<FrameResults>();
    failed->forces.findings.push_back(finding("analysis.overflow", "", "", "too large"));
    const DesignState after = withResults(s, failed);
    CHECK(after.results == s.results);
    const auto told = after.findings();
    CHECK(std::any_of(told.begin(), told.end(), [](const Finding& x) { return x.code == "analysis.overflow"; }));
}

TEST_CASE("result store: the newest stay, one for each key", "[project][state]")
{
    Frame f = test::frameOf(test::demo("tern-street"));
    ResultStore store;
    std::vector<ResultKey> keys;
    std::vector<std::shared_ptr<const FrameResults>> all;
    for (int n = 0; n < 12; ++n) {
        f.combinations[0].title = "T" + std::to_string(n);
        keys.push_back(resultKeyOf(f));
        all.push_back(std::make_shared<const FrameResults>());
        store.put(keys.back(), all.back());
    }
    CHECK(store.find(keys.back()) == all.back());
    CHECK(store.find(keys[5]) == all[5]);
    CHECK(store.find(keys[0]) == nullptr);
    const auto again = std::make_shared<const FrameResults>();
    store.put(keys[5], again);
    CHECK(store.find(keys[5]) == again);
}
