// What stands on a ladder: families, names, made sections; how many, which cannot be, what is refused and why.
#include "core/sizing/ladder.h"
#include "core/sizing/stock.h"
#include "tests/support.h"

#include <set>

using namespace wr;
using Catch::Matchers::WithinRel;

namespace {

Frame plain()
{
    Frame f = test::frameOf(test::demo("tern-street"));
    f.design.plates = {0.006, 0.008, 0.010, 0.012, 0.020};
    return f;
}

Ladder girders()
{
    Ladder l;
    l.id = "girders";
    l.made =
        MadeShape{ShapeKind::I,
                  {{"h", 0.4, 0.6, 0.1, false}, {"b", 0.2, 0, 0, false}, {"tw", 0, 0, 0, true}, {"tf", 0.010, 0.012, 0, true}}};
    return l;
}

std::set<std::string> namesOf(const LadderSections& s)
{
    std::set<std::string> out;
    for (const RungSection& x : s.sections)
        out.insert(x->designation);
    return out;
}

} // namespace

TEST_CASE("ladders: families and names, each section once", "[sizing][ladder]")
{
    const Frame f = plain();
    Ladder l;
    l.id = "beams";
    l.family = "IPE";
    l.families = {"HEA"};
    l.sections = {"ipe 300", "HEB 200"};
    const auto s = sectionsOf(l, f, shippedCatalogue());
    REQUIRE(s.has_value());
    CHECK(s->sections.size() == shippedCatalogue().family("IPE").size() + shippedCatalogue().family("HEA").size() + 1);
    CHECK(namesOf(*s).contains("HEB200"));
    l.sections.push_back("IPE 333");
    const auto unknown = sectionsOf(l, f, shippedCatalogue());
    REQUIRE_FALSE(unknown.has_value());
    CHECK(unknown.error().starts_with("ladder beams: \"IPE 333\" is not in the catalogue; did you mean IPE"));
    l.families = {"NONE"};
    CHECK(sectionsOf(l, f, shippedCatalogue()).error() == "ladder beams: there is no family \"NONE\"");
    // A section of the frame's own by its name.
    Frame own = f;
    FrameSection x;
    x.id = "Odd one";
    x.shape = shippedCatalogue().find("IPE300")->shape;
    x.shape.h += 0.001;
    x.properties = computeProperties(x.shape);
    own.sections.push_back(x);
    Ladder mine;
    mine.id = "mine";
    mine.sections = {"odd one"};
    const auto found = sectionsOf(mine, own, shippedCatalogue());
    REQUIRE(found.has_value());
    REQUIRE(found->sections.size() == 1);
    CHECK_THAT(found->sections.front()->properties().a, WithinRel(x.properties.a, 1e-12));
}

TEST_CASE("ladders: made sections are counted before they are made, and those that cannot be are named", "[sizing][ladder]")
{
    const Frame f = plain();
    Ladder l = girders();
    CHECK(madeCount(*l.made, f.design.plates) == 3 * 1 * 5 * 2);
    const auto s = sectionsOf(l, f, shippedCatalogue());
    REQUIRE(s.has_value());
    CHECK(s->sections.size() == 30);
    CHECK(s->impossible == 0);
    CHECK(namesOf(*s).contains("PG500X200X8X12"));
    for (const RungSection& x : s->sections)
        if (x->designation == "PG500X200X8X12") {
            CHECK(x->shape.welded);
            CHECK_THAT(x->properties().a, WithinRel(2 * 0.2 * 0.012 + (0.5 - 0.024) * 0.008, 1e-9));
            CHECK(x->family == "made");
        }
    // A range that ends on its last step, whatever the rounding.
    l.made->dimensions[0] = {"h", 0.3, 0.6, 0.1, false};
    CHECK(madeCount(*l.made, f.design.plates) == 4 * 10);
    // Flanges too thick for the depth.
    l.made->dimensions[0] = {"h", 0.020, 0.040, 0.010, false};
    const auto thick = sectionsOf(l, f, shippedCatalogue());
    REQUIRE(thick.has_value());
    CHECK(thick->impossible > 0);
    CHECK(thick->impossible + thick->sections.size() == 30);
    CHECK(thick->first.starts_with("PG20X200X6X10: "));
    // Too many, with the way out, and none at all.
    l.made->dimensions[0] = {"h", 0.1, 2.1, 0.001, false};
    CHECK(madeCount(*l.made, f.design.plates) == 20010);
    const auto many = sectionsOf(l, f, shippedCatalogue());
    REQUIRE_FALSE(many.has_value());
    CHECK(many.error() ==
          "ladder girders would make 20010 sections, more than 20000: take wider steps, narrower ranges or fewer plates");
    Frame bare = f;
    bare.design.plates = {};
    CHECK(sectionsOf(girders(), bare, shippedCatalogue()).error().find("the plate list has no thickness") != std::string::npos);
    // Tubes, flats and rods.
    for (const auto& [kind, dimensions, name] :
         {std::tuple{ShapeKind::Chs, std::vector<MadeDimension>{{"d", 0.1, 0.2, 0.05, false}, {"t", 0.005, 0, 0, false}},
                     "TB150X5"},
          {ShapeKind::Rhs, {{"h", 0.2, 0, 0, false}, {"b", 0.1, 0, 0, false}, {"t", 0, 0, 0, true}}, "BX200X100X8"},
          {ShapeKind::BarFlat, {{"h", 0.05, 0.1, 0.01, false}, {"b", 0, 0.02, 0, true}}, "FL80X12"},
          {ShapeKind::BarRound, {{"d", 0.02, 0.03, 0.002, false}}, "RD24"}}) {
        Ladder t;
        t.id = "t";
        t.made = MadeShape{kind, dimensions};
        const auto made = sectionsOf(t, f, shippedCatalogue());
        REQUIRE(made.has_value());
        CHECK(namesOf(*made).contains(name));
    }
}

TEST_CASE("stock: the row that names a section stands before the one that names many", "[sizing][stock]")
{
    Design d;
    d.stock = {{"*", 1.0, {}, true}, {"IPE*", 1.4, {}, true}, {"ipe 300", {}, 50.0, false}, {"IPE3*", 1.2, {}, true}};
    CHECK(stockOf(d, "HEA200")->id == "*");
    CHECK(stockOf(d, "IPE400")->id == "IPE*");
    CHECK(stockOf(d, "IPE330")->id == "IPE3*");
    CHECK(stockOf(d, "IPE300")->id == "ipe 300");
    CHECK(pricePerMetre(stockOf(d, "IPE300"), 42.2) == 50.0);
    CHECK_THAT(*pricePerMetre(stockOf(d, "IPE400"), 66.3), WithinRel(1.4 * 66.3, 1e-12));
    CHECK_FALSE(pricePerMetre(nullptr, 10).has_value());
    CHECK_FALSE(pricePerMetre(stockOf(Design{}, "IPE300"), 10).has_value());
}
