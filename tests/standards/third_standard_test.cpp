// What a further standard needs: a folder (third/) and one row in a list. Nothing else of the program is told.
#include "core/analysis/analyse.h"
#include "core/audit/audit.h"
#include "tests/standards/third/third.h"
#include "tests/support.h"

using namespace wr;
using namespace Catch::Matchers;

namespace {

std::unique_ptr<CheckModel> modelBy(Frame f)
{
    auto standards = shippedStandards();
    standards.push_back(third::standard());
    auto forces = std::make_shared<FrameForces>(test::forcesOf(f, {}));
    const auto frame = std::make_shared<const Frame>(std::move(f));
    return std::make_unique<CheckModel>(frame, std::shared_ptr<const ForceTable>(forces, &forces->forces),
                                        std::make_shared<const std::vector<Standard>>(std::move(standards)));
}

Frame frameBy(std::string_view standard)
{
    Frame f = test::frameOf(test::demo("tern-street"));
    f.design.standard = standard;
    return f;
}

} // namespace

TEST_CASE("a third standard of one clause: a folder and a row", "[standards][third]")
{
    Frame f = frameBy("third-1");
    const auto model = modelBy(f);
    CHECK(model->standard().title == "Third 1");
    SilentProgress p;
    CheckReport report;
    REQUIRE(model->checkAll(report, p));
    size_t compared = 0;
    for (size_t i = 0; i < report.results.size(); ++i) {
        const MemberResult& r = report.results[i];
        REQUIRE(r.outcomes.size() == 2);
        const Demands d = model->demands(i);
        double most = 0;
        for (const SetDemand& s : d.sets)
            most = std::max({most, s.tension.value, s.compression.value});
        const double area = model->input(i).section.a;
        CHECK_THAT(r.outcomes[0].ratio, WithinRel(most / (100e6 * area), 1e-12));
        CHECK(r.outcomes[1].status == Status::NotApplicable); // no combination for a fire
        if (r.outcomes[0].set.given()) {
            CHECK_FALSE(model->combinationOf(i, r.outcomes[0]).empty());
            CHECK(model->explain(i, r.outcomes[0]).steps.back().value == 100e6 * area);
            ++compared;
        }
    }
    CHECK(compared > 10);
    // The audit works with it, and tells nothing of another standard's.
    for (const Finding& x : audit(*model))
        CHECK(x.code.find("stability") == std::string::npos);
}

TEST_CASE("a third standard: its option in a brief, its stage with combinations of its own, beside another standard",
          "[standards][third]")
{
    Frame f = frameBy("third-1");
    Brief b;
    b.id = "hard";
    test::option(b, "third", "stress", 200e6);
    Brief other;
    other.id = "american";
    other.standard = "aisc360-22-lrfd";
    f.design.briefs = {b, other};
    for (DesignMember& m : f.design.members)
        m.brief = "hard";
    f.design.members.back().brief = "american";
    Combination fire;
    fire.id = "F1";
    fire.purpose = Purpose::Fire;
    fire.terms = {{0, 0.7}};
    f.combinations.push_back(fire);
    const auto model = modelBy(f);
    const MemberResult r = model->check(0);
    const double area = model->input(0).section.a;
    CHECK_THAT(r.outcomes[0].capacity, WithinRel(200e6 * area, 1e-12));
    REQUIRE(r.outcomes[1].status != Status::NotApplicable);
    CHECK_THAT(r.outcomes[1].capacity, WithinRel(100e6 * area, 1e-12));
    CHECK(model->combinationOf(0, r.outcomes[1]) == "F1");
    CHECK(model->explain(0, r.outcomes[1]).steps.back().value == r.outcomes[1].capacity);
    // The fire's demand is that of its own combination: 0.7 of the first case.
    Frame dead = f;
    dead.combinations = {fire};
    dead.combinations.front().purpose = Purpose::Strength;
    const Demands d = modelBy(dead)->demands(0);
    CHECK_THAT(r.outcomes[1].demand, WithinRel(std::max(d.sets[0].compression.value, d.sets[0].tension.value), 1e-9));
    size_t americans = 0;
    for (size_t i = 0; i < model->members().size(); ++i)
        americans += model->standardOf(i).family == "aisc360";
    CHECK(americans == 1);
}

TEST_CASE("options of standards: faults, ranges, and what is stated comes back from the values", "[standards][options]")
{
    for (const std::string_view family : standardFamilies()) {
        const Standard& s = *standardOfFamily(family);
        for (const std::vector<Option>* table : {&s.options, &s.nationalOptions})
            for (const Option& o : *table) {
                CAPTURE(family, o.key);
                CHECK_FALSE(o.meaning.empty());
                CHECK_FALSE(o.clause.empty());
                CHECK_FALSE(o.standing.empty());
                CHECK_FALSE(rangeOf(o).empty());
                CHECK(findOption(*table, o.key) == &o); // keys are there once
                if (!o.needs.empty()) CHECK(findOption(*table, o.needs) != nullptr);
                if (o.kind == Option::Kind::Number) {
                    CHECK_FALSE(faultOf(o, true).empty());
                    CHECK_FALSE(faultOf(o, std::nan("")).empty());
                    if (std::isfinite(o.most)) CHECK_FALSE(faultOf(o, o.most * 1.01).empty());
                    if (std::isfinite(o.most)) CHECK(faultOf(o, o.most).empty());
                    if (std::isfinite(o.least)) CHECK(faultOf(o, o.least).empty() == !o.above);
                }
                if (o.kind == Option::Kind::Word) {
                    CHECK_FALSE(faultOf(o, "magic").empty());
                    CHECK_FALSE(faultOf(o, "").empty());
                    CHECK(faultOf(o, std::string(o.words.back())).empty());
                }
            }
    }
}
