#include "core/audit/audit.h"
#include "tests/support.h"

#include <algorithm>

using namespace wr;

namespace {
bool has(const std::vector<Finding>& f, std::string_view code)
{
    return std::any_of(f.begin(), f.end(), [&](const Finding& x) { return x.code == code && !x.text.empty(); });
}
} // namespace

TEST_CASE("audit: combinations, forces and results are looked at", "[audit]")
{
    Frame f = test::frameOf(test::demo("tern-street"));
    const auto clean = audit(*test::modelOf(f));
    CHECK(has(clean, "forces.first-order"));
    CHECK(has(clean, "combination.construction"));
    CHECK_FALSE(has(clean, "combination.service"));
    CHECK_FALSE(has(clean, "case.unused"));
    CHECK_FALSE(has(clean, "forces.stale"));

    f.combinations.push_back({"A1", "other factors", Purpose::Strength, "asd", "", {{0, 1.0}}, {}});
    f.combinations.push_back({"E", "empty", Purpose::Strength, "", "", {}, {}});
    LoadCase lonely;
    lonely.id = "lonely", lonely.selfWeight = 1;
    f.cases.push_back(lonely);
    f.design.members[0].exclude = true;
    const auto model = test::modelOf(f);
    const auto found = audit(*model);
    for (const char* code : {"combination.basis", "combination.empty", "case.unused", "member.excluded"}) {
        INFO(code);
        CHECK(has(found, code));
    }
    for (const Finding& x : found)
        CHECK(findKind(x.code) != nullptr);
}

TEST_CASE("audit: sizes changed after the analysis, no forces, an unknown standard", "[audit]")
{
    const Frame f = test::frameOf(test::demo("tern-street"));
    const auto model = test::modelOf(f);
    auto changed = std::make_shared<Frame>(f);
    changed->elements[0].section = changed->elements[1].section;
    changed->elements[0].section = static_cast<int>(changed->sections.size()) - 1;
    const auto standards = std::make_shared<const std::vector<Standard>>(shippedStandards());
    CHECK(has(audit(CheckModel(changed, std::make_shared<const ForceTable>(model->forces()), standards)), "forces.stale"));
    auto unknown = std::make_shared<Frame>(f);
    unknown->design.standard = "another-code";
    const CheckModel none(unknown, std::make_shared<const ForceTable>(), standards);
    CHECK(has(audit(none), "forces.none"));
    CHECK(has(audit(none), "standard.unknown"));
    CHECK(none.check(0).status == Status::Unchecked);
}

TEST_CASE("audit: members over and unchecked are findings", "[audit]")
{
    const auto model = test::modelOf(test::frameOf(test::demo("marrow-hill")));
    CheckReport r;
    SilentProgress p;
    model->checkAll(r, p);
    const auto found = auditResults(*model, r);
    CHECK(std::count_if(found.begin(), found.end(), [](const Finding& x) { return x.code == "member.over"; }) == r.counts.over);
}
