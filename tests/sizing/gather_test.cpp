// Groups of members that are alike, and what sharing a section costs.
#include "core/members/kind.h"
#include "core/sizing/gather.h"
#include "core/sizing/rungs.h"
#include "tests/support.h"

#include <numeric>
#include <random>
#include <set>

using namespace wr;

namespace {

std::vector<size_t> all(const CheckModel& m)
{
    std::vector<size_t> out(m.members().size());
    std::iota(out.begin(), out.end(), size_t{0});
    return out;
}

// Simple beams side by side: lengths in m and loads in kN/m.
std::string beams(const std::vector<std::pair<double, double>>& list)
{
    std::string nodes, elements, loads;
    for (size_t k = 0; k < list.size(); ++k) {
        const auto& [l, q] = list[k];
        const double y = 3.0 * static_cast<double>(k);
        nodes += fmt::format(R"({}{{"id":"a{}","at":[0,{},0],{}}},{{"id":"b{}","at":[{},{},0],{}}})", k ? "," : "", k, y,
                             test::kPinned, k, l, y, test::kRoller);
        elements +=
            fmt::format(R"({}{{"id":"e{}","nodes":["a{}","b{}"],"section":"S","material":"M"}})", k ? "," : "", k, k, k);
        loads += fmt::format(R"({}{{"element":"e{}","q":[[0,0,-{}],[0,0,-{}]]}})", k ? "," : "", k, q, q);
    }
    return fmt::format(R"({{"format":"wren-frame","version":1,"materials":[{{"id":"M","grade":"EN 10025-2 S355"}}],
"sections":[{{"id":"S","name":"IPE300"}}],"nodes":[{}],"elements":[{}],
"cases":[{{"id":"Q","action":"live","line":[{}]}}],
"combinations":[{{"id":"U","purpose":"strength","basis":"en1990","terms":{{"Q":1.5}}}}],"design":{{"standard":"en1993"}}}})",
                       nodes, elements, loads);
}

} // namespace

TEST_CASE("gather: lengths and forces within their bands share a group", "[sizing][gather]")
{
    // Moments go with q·l²: 6 m under 10, 9, 8, 7 kN/m; 5.8 m is within 5 %, 5.6 m is not; 20 kN/m is more than a quarter off.
    const auto model = test::modelOf(test::frameOf(beams({{6, 10}, {6, 9}, {6, 8}, {6, 7}, {5.8, 10}, {5.6, 10}, {6, 20}})));
    const auto groups = gatherAlike(*model, all(*model), {0.05, 0.25});
    std::set<std::set<std::string>> sets;
    for (const Alike& a : groups) {
        std::set<std::string> ids;
        for (const size_t m : a.members)
            ids.insert(model->members()[m].id);
        sets.insert(ids);
    }
    CHECK(sets == std::set<std::set<std::string>>{{"e0", "e1", "e2", "e4"}, {"e3"}, {"e5"}, {"e6"}});
    CHECK(gatherAlike(*model, all(*model), {0.1, 0.7}).size() == 1);
    CHECK(gatherAlike(*model, all(*model), {0, 0}).size() == 7);
    // The order in which they are asked for never matters.
    std::vector<size_t> shuffled = all(*model);
    std::mt19937 random(2);
    for (int k = 0; k < 20; ++k) {
        std::shuffle(shuffled.begin(), shuffled.end(), random);
        const auto again = gatherAlike(*model, shuffled, {0.05, 0.25});
        REQUIRE(again.size() == groups.size());
        for (size_t g = 0; g < groups.size(); ++g) {
            CHECK(again[g].members == groups[g].members);
            CHECK(again[g].name == groups[g].name);
        }
    }
    std::set<std::string> names;
    for (const Alike& a : groups)
        CHECK(names.insert(a.name).second);
}

TEST_CASE("gather: what sharing costs is the lightest rung for all against the lightest for each", "[sizing][gather]")
{
    const auto model = test::modelOf(test::frameOf(beams({{6, 30}, {6, 12}})));
    auto groups = gatherAlike(*model, all(*model), {0.05, 0.7});
    REQUIRE(groups.size() == 1);
    SilentProgress p;
    REQUIRE(costOfSharing(groups, *model, shippedCatalogue(), 1.0, p));
    const LadderLimits ipe{"IPE", {}, {}, 1.0};
    double alone = 0;
    for (const size_t m : all(*model)) {
        const RungTable t = evaluateRungs(*model, shippedCatalogue(), {m}, ipe, p);
        alone += t.rungs[static_cast<size_t>(t.proposed)].mass * 6;
    }
    const RungTable both = evaluateRungs(*model, shippedCatalogue(), all(*model), ipe, p);
    const Rung& shared = both.rungs[static_cast<size_t>(both.proposed)];
    CHECK(groups[0].costed);
    CHECK(groups[0].section == shared.section->designation);
    CHECK(groups[0].shared == Approx(shared.mass * 12));
    CHECK(groups[0].alone == Approx(alone));
    CHECK(groups[0].shared > groups[0].alone + 20);
    // Nothing carries that much: no section fits, and no cost is told.
    const auto heavy = test::modelOf(test::frameOf(beams({{20, 900}})));
    auto none = gatherAlike(*heavy, all(*heavy), {});
    REQUIRE(costOfSharing(none, *heavy, shippedCatalogue(), 1.0, p));
    CHECK_FALSE(none[0].costed);
    CHECK(none[0].section.empty());
}

TEST_CASE("gather: every member of a real frame is in one group of its own kind and brief", "[sizing][gather]")
{
    const auto model = test::modelOf(test::frameOf(test::demo("marrow-hill")));
    const auto groups = gatherAlike(*model, all(*model), {});
    std::set<size_t> seen;
    for (const Alike& a : groups) {
        const Member& first = model->members()[a.members.front()];
        for (const size_t i : a.members) {
            const Member& m = model->members()[i];
            CHECK(seen.insert(i).second);
            CHECK(memberKind(model->frame(), m) == memberKind(model->frame(), first));
            CHECK(m.brief == first.brief);
            CHECK(std::abs(m.length - first.length) <= 0.05 * std::max(m.length, first.length) + 1e-6);
        }
    }
    CHECK(seen.size() == model->members().size());
    CHECK(groups.size() < model->members().size() / 2);
    for (const GroupBy by : {GroupBy::Section, GroupBy::Kind, GroupBy::Level})
        CHECK(groupNames(*model, all(*model), by).size() == model->members().size());
}
