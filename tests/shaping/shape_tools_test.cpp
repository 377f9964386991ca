// What is typed for the tools, in either world of units and either way up; faults stand at their fields.
#include "core/base/entry.h"
#include "core/shaping/shape_tools.h"
#include "tests/support.h"

#include <numbers>

using namespace wr;
using Catch::Matchers::Contains;
using Catch::Matchers::WithinAbs;

namespace {

UnitSystem feet()
{
    return {.length = "ft", .force = "kip", .section = "in", .stress = "ksi", .angle = "deg", .mass = "lb"};
}

template <class Edit> Edit typed(const char* tool, const std::map<std::string, std::string>& values, const Frame& f)
{
    auto e = shapeEdit(tool, values, f, {0, 1}, {2});
    if (!e) UNSCOPED_INFO(e.error().text);
    REQUIRE(e.has_value());
    REQUIRE(std::holds_alternative<Edit>(*e));
    return std::get<Edit>(*e);
}

} // namespace

TEST_CASE("vectors: three lengths, or one along an axis, in the units of the screen or their own", "[entry][shape]")
{
    const UnitSystem m;
    const auto is = [](const std::expected<std::array<double, 3>, std::string>& v, Vec3 to) {
        REQUIRE(v.has_value());
        CHECK_THAT((*v)[0], WithinAbs(to.x, 1e-12));
        CHECK_THAT((*v)[1], WithinAbs(to.y, 1e-12));
        CHECK_THAT((*v)[2], WithinAbs(to.z, 1e-12));
    };
    is(readVector("0; 6 m; -2.5", Quantity::Length, m, 2), {0, 6, -2.5});
    is(readVector("1,2,3", Quantity::Length, m, 2), {1, 2, 3});
    is(readVector("12 ft 6 in x", Quantity::Length, m, 2), {3.81, 0, 0});
    is(readVector("y -600 mm", Quantity::Length, m, 2), {0, -0.6, 0});
    is(readVector("3 up", Quantity::Length, m, 2), {0, 0, 3});
    is(readVector("3 up", Quantity::Length, m, 1), {0, 3, 0});
    is(readVector("3 down", Quantity::Length, feet(), 1), {0, -0.9144, 0});
    for (const char* wrong : {"", "6", "6 m", "1; 2", "1; 2; 3; 4", "1; 2 kN; 3", "6 m q", "x", "up down", "1;;3"}) {
        INFO(wrong);
        CHECK_FALSE(readVector(wrong, Quantity::Length, m, 2).has_value());
    }
}

TEST_CASE("tools: every one has its fields, and what stands in them does something or says what is missing", "[shape]")
{
    const Frame f = test::frameOf(test::demo("tern-street"));
    for (const ShapeTool& t : shapeTools()) {
        INFO(t.key);
        CHECK(shapeTool(t.key) == &t);
        for (const ShapeField& x : shapeFields(t.key, f)) {
            CHECK_FALSE(x.title.empty());
            CHECK_FALSE(x.meaning.empty());
            if (x.kind == ShapeField::Kind::Word) CHECK(std::find(x.words.begin(), x.words.end(), x.value) != x.words.end());
        }
        const auto e = shapeEdit(t.key, {}, f, {0, 1}, {2});
        if (e) continue;
        // What has no sense as a default is asked for, by its field or as a whole.
        CHECK((t.key == "draw" || t.key == "stand" || t.key == "section"));
        CHECK(e.error().text.size() > 8);
    }
    CHECK(shapeTool("bend") == nullptr);
    CHECK(shapeFields("bend", f).empty());
}

TEST_CASE("tools: what is typed is what is done", "[shape]")
{
    Frame f = test::frameOf(test::demo("tern-street"));
    const auto copy = typed<CopyParts>("copy", {{"by", "5 m y"}, {"times", " 3 "}, {"loads", "no"}}, f);
    CHECK_THAT(copy.by.y, WithinAbs(5, 1e-12));
    CHECK(copy.times == 3);
    CHECK_FALSE(copy.goes.loads);
    CHECK(copy.goes.holds);
    CHECK(copy.elements == std::vector{0, 1});
    const auto turn = typed<CopyParts>("turn", {{"angle", "30"}, {"about", "1; 1; 0"}, {"inplace", "yes"}}, f);
    CHECK(turn.move);
    CHECK_THAT(turn.angle, WithinAbs(std::numbers::pi / 6, 1e-12));
    CHECK(turn.axis == Vec3{1, 1, 0});
    CHECK(typed<CopyParts>("mirror", {{"across", "y"}}, f).how == CopyParts::How::Mirrored);
    const auto places = typed<DivideElements>("divide", {{"way", "at places"}, {"at", "1.2 m; -50 cm"}}, f);
    REQUIRE(places.at.size() == 2);
    CHECK_THAT(places.at[1], WithinAbs(-0.5, 1e-12));
    const auto spring = typed<SetElements>("ends", {{"first", "as it is"}, {"last", "spring"}, {"ky", "12 kNm/rad"}}, f);
    CHECK_FALSE(spring.releaseI.has_value());
    CHECK_THAT((*spring.springJ)[4], WithinAbs(12000, 1e-9));
    const auto slips = typed<SetElements>("ends", {{"last", "pinned, slips"}}, f);
    CHECK((*slips.releaseJ)[0]);
    CHECK_FALSE((*slips.releaseI)[0]);
    const auto support =
        typed<SetSupports>("support", {{"kind", "springs"}, {"uz", "20 kN/mm"}, {"ux", "free"}, {"ry", "held"}}, f);
    CHECK(support.support[0].free());
    CHECK(support.support[1].held);
    CHECK_THAT(support.support[2].spring, WithinAbs(2e7, 1e-6));
    CHECK(support.support[4].held);
    // A roller rolls along one level direction; which those are is a matter of what is up.
    CHECK(typed<SetSupports>("support", {{"kind", "roller along y"}}, f).support[1].free());
    const auto draw = typed<DrawElements>("draw", {{"from", "1; 2; 3"}, {"to", "4 m up"}, {"ends", "pinned at last"}}, f);
    CHECK(draw.lines[0].second == Vec3{1, 2, 7});
    CHECK(draw.pinned == std::array{false, true});
    f.up = Up::Y;
    CHECK(typed<SetSupports>("support", {{"kind", "roller along z"}}, f).support[2].free());
    CHECK_FALSE(shapeEdit("support", {{"kind", "roller along y"}}, f, {}, {0}).has_value()); // that is upwards
    CHECK(typed<DrawElements>("draw", {{"from", "1; 2; 3"}, {"to", "4 m up"}}, f).lines[0].second == Vec3{1, 6, 3});
    f.units = feet();
    CHECK_THAT(typed<CopyParts>("copy", {{"by", "10 x"}}, f).by.x, WithinAbs(3.048, 1e-12));
    for (const auto& [tool, values, key] : {std::tuple{"copy", std::map<std::string, std::string>{{"by", "5 kN y"}}, "by"},
                                            {"copy", {{"times", "2.5"}}, "times"},
                                            {"copy", {{"loads", "perhaps"}}, "loads"},
                                            {"turn", {{"about", "0; 0; 0"}}, "about"},
                                            {"divide", {{"parts", "1"}}, "parts"},
                                            {"divide", {{"way", "anywhere"}}, "way"},
                                            {"support", {{"kind", "springs"}, {"rx", "soft"}}, "rx"},
                                            {"delete", {{"quietly", "yes"}}, "quietly"}}) {
        const auto e = shapeEdit(tool, values, f, {0}, {0});
        INFO(tool << " " << key);
        REQUIRE_FALSE(e.has_value());
        CHECK(e.error().key == key);
    }
}

TEST_CASE("grid: spacings become named lines, and their crossings turn with it", "[shape]")
{
    Frame f;
    const auto g = typedGrid("2 × 6 m, 5", "4", "4 m, 3.5 m", "1; 0; 0", "90", f);
    REQUIRE(g.has_value());
    REQUIRE(g->x.size() == 4);
    CHECK(g->x[3].id == "4");
    CHECK_THAT(g->x[3].at, WithinAbs(17, 1e-12));
    CHECK(g->y[1].id == "B");
    CHECK(g->levels[2].id == "+7.500");
    f.grid = *g;
    const auto all = crossings(f);
    REQUIRE(all.size() == 4 * 2 * 3);
    // The last: 17 m along x, turned to y; 4 m along y, turned to −x; from (1, 0, 0).
    CHECK(norm(all.back() - Vec3{1 - 4, 17, 7.5}) < 1e-9);
    f.up = Up::Y;
    CHECK(norm(crossings(f).back() - Vec3{1 - 4, 7.5, -17}) < 1e-9);
    CHECK(gridLetters(0) == "A");
    CHECK(gridLetters(25) == "Z");
    CHECK(gridLetters(26) == "AA");
    CHECK(gridLetters(701) == "ZZ");
    CHECK(gridLetters(702) == "AAA");
    CHECK(typedGrid("", "", "", "", "", f)->empty());
    CHECK(typedGrid("5 kN", "", "", "", "", f).error().key == "x");
    CHECK(typedGrid("", "", "0", "", "", f).error().key == "levels");
    CHECK(typedGrid("5", "", "", "somewhere", "", f).error().key == "origin");
}

TEST_CASE("line words: length, rise and direction in plan, either way up", "[shape]")
{
    Frame f;
    CHECK(lineWords(f, {0, 0, 0}, {3, 3, 0}) == "4.243 m, 45.0° in plan");
    CHECK(lineWords(f, {0, 0, 0}, {0, 0, -4}) == "4.000 m, 90.0° down");
    CHECK(lineWords(f, {1, 1, 1}, {1, 0, 2}) == "1.414 m, 45.0° up, 270.0° in plan");
    f.up = Up::Y;
    CHECK(lineWords(f, {0, 0, 0}, {0, 2, 0}) == "2.000 m, 90.0° up");
    CHECK(lineWords(f, {0, 0, 0}, {0, 0, -2}) == "2.000 m, 90.0° in plan");
}
