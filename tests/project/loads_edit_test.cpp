// Combinations as a whole as an edit, and what becomes of the results that came with a file.
#include "core/combos/make.h"
#include "core/project/frame_results.h"
#include "core/project/history.h"
#include "tests/support.h"

#include <algorithm>

using namespace wr;

TEST_CASE("combinations: as an edit, with undo, results that still fit stay", "[combos][edits]")
{
    Frame f = test::frameOf(test::demo("tern-street"));
    const Frame before = f;
    GivenResult r;
    r.combination = 1;
    r.elements = {{0, {{0.0, {1, 2, 3, 4, 5, 6}}, {2.0, {2, 3, 4, 5, 6, 7}}}}};
    f.results = {r};
    const auto came = takeResults(f);
    MadeCombinations m = makeCombinations(f, {});
    History h;
    REQUIRE(h.run(f, SetLoads{m.cases, m.combinations, "Combinations of ASCE 7-22"}));
    CHECK(h.undoWords() == "Combinations of ASCE 7-22");
    CHECK(f.combinations.size() == m.combinations.size());
    // A result goes with its combination, wherever that stands now, and is left out where there is none like it.
    const std::vector<GivenResult> same = rowsOf(*came, f);
    REQUIRE(same.size() == 1);
    CHECK(f.combinations[static_cast<size_t>(same.front().combination)].terms == before.combinations[1].terms);
    Frame none = f;
    none.combinations.clear();
    CHECK(rowsOf(*came, none).empty());
    Frame turned = before;
    std::reverse(turned.combinations.begin(), turned.combinations.end());
    const std::vector<GivenResult> kept = rowsOf(*came, turned);
    REQUIRE(kept.size() == 1);
    CHECK(turned.combinations[static_cast<size_t>(kept.front().combination)].id == before.combinations[1].id);
    REQUIRE(h.undo(f));
    CHECK(f.cases == before.cases);
    CHECK(f.combinations == before.combinations);
    Combination wrong = f.combinations.front();
    const auto refused = h.run(f, SetLoads{f.cases, {wrong, wrong}, "x"});
    REQUIRE_FALSE(refused);
    CHECK(refused.error().find("two combinations") != std::string::npos);
    wrong.terms = {{99, 1.0}};
    CHECK_FALSE(h.run(f, SetLoads{f.cases, {wrong}, "x"}));
}
