#include "core/project/edits.h"
#include "core/sizing/rungs.h"
#include "tests/support.h"

#include <algorithm>

using namespace wr;
using Catch::Matchers::WithinRel;

namespace {
std::vector<size_t> group(const CheckModel& m, const std::string& name)
{
    std::vector<size_t> out;
    for (size_t i = 0; i < m.members().size(); ++i)
        if (m.members()[i].group == name) out.push_back(i);
    return out;
}
} // namespace

TEST_CASE("rungs: a rung's utilisation is that of checking with that section and the present forces", "[sizing]")
{
    const Frame f = test::frameOf(test::demo("marrow-hill"));
    const auto model = test::modelOf(f);
    SilentProgress p;
    const auto members = group(*model, "Edge beams");
    const RungTable t = evaluateRungs(*model, shippedCatalogue(), members, {"W", {}, {}, 0.95}, p);
    CHECK(t.rungs.size() == shippedCatalogue().family("W").size());
    const Rung& some = t.rungs[20];
    // The same forces, the section exchanged by an edit.
    Frame g = f;
    std::vector<MemberRef> refs;
    for (const size_t m : members) {
        MemberRef r{model->members()[m].id, {}};
        for (const MemberPiece& piece : model->members()[m].pieces)
            r.elements.push_back(piece.element);
        refs.push_back(r);
    }
    REQUIRE(applyEdit(g, SetSection{refs, some.section->designation}).has_value());
    const CheckModel plain(std::make_shared<const Frame>(g), std::make_shared<const ForceTable>(model->forces()),
                           std::make_shared<const std::vector<Standard>>(shippedStandards()));
    const CheckModel other(plain.sharedFrame(), std::make_shared<const ForceTable>(model->forces()), nullptr,
                           model->restraint(), plain, Changed{});
    double worst = 0;
    for (const size_t m : members)
        worst = std::max(worst, other.check(m).utilisation);
    CHECK_THAT(some.utilisation, WithinRel(worst, 1e-12));
}

TEST_CASE("rungs: the cheapest that meets target and limits is proposed, whatever the order of the list", "[sizing]")
{
    const auto model = test::modelOf(test::frameOf(test::demo("marrow-hill")));
    SilentProgress p;
    const auto members = group(*model, "Stair posts");
    const RungTable t = evaluateRungs(*model, shippedCatalogue(), members, {"HSS", {}, 0.26, 0.95}, p);
    REQUIRE(t.proposed >= 0);
    const Rung& best = t.rungs[t.proposed];
    CHECK(best.utilisation <= 0.95);
    CHECK(best.depth <= 0.26);
    for (const Rung& r : t.rungs)
        if (r.meets(0.95)) CHECK(r.mass >= best.mass - 1e-9);
    bool limited = false;
    for (const Rung& r : t.rungs)
        limited |= r.limit.find("deeper") != std::string::npos;
    CHECK(limited);
    std::vector<CatalogueSection> shuffled = shippedCatalogue().sections();
    std::reverse(shuffled.begin(), shuffled.end());
    const Catalogue backwards(shuffled);
    const RungTable u = evaluateRungs(*model, backwards, members, {"HSS", {}, 0.26, 0.95}, p);
    CHECK(u.rungs[u.proposed].section->designation == best.section->designation);
    // Angles are checked as well, each rung with a status and a reason where something stays unchecked.
    const RungTable angles = evaluateRungs(*model, shippedCatalogue(), members, {"L", {}, {}, 1.0}, p);
    CHECK(angles.rungs.size() > 50);
    for (const Rung& r : angles.rungs)
        CHECK((r.status == Status::Unchecked) == !r.reason.empty());
}

TEST_CASE("rungs: an empty group and a cancelled run", "[sizing]")
{
    const auto model = test::modelOf(test::frameOf(test::demo("tern-street")));
    SilentProgress p;
    CHECK(evaluateRungs(*model, shippedCatalogue(), {}, {"W", {}, {}, 1.0}, p).rungs.empty());
    SilentProgress stop;
    stop.cancel();
    CHECK(evaluateRungs(*model, shippedCatalogue(), group(*model, "Rafters"), {"IPE", {}, {}, 1.0}, stop).cancelled);
}
