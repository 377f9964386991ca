// The sheet of a brief: every line is typed and read back, and does one thing to a check.
#include "core/briefs/brief_sheet.h"
#include "core/briefs/limit_text.h"
#include "core/files/frame_writer.h"
#include "core/files/ready_briefs.h"
#include "core/standards/common/brief_options.h"
#include "core/standards/standard.h"
#include "tests/support.h"

#include <random>
#include <set>

using namespace wr;

namespace {

std::vector<std::string_view> allFamilies()
{
    return standardFamilies();
}

Frame smallFrame()
{
    Frame f = test::frameOf(test::beam(R"("nodes":[{"id":"1","at":[0,0,0]},{"id":"2","at":[6,0,0]}],
"elements":[{"id":"1","nodes":["1","2"],"section":"S","material":"M"}])",
                                       R"({"id":"Q"})"));
    f.hasDesign = true;
    return f;
}

// A value of a line that is not what stands by itself, as text.
std::string sample(const Option& o, std::mt19937& random)
{
    const auto below = [&](size_t n) { return std::uniform_int_distribution<size_t>(0, n - 1)(random); };
    switch (o.kind) {
    case Option::Kind::Flag: return o.standing == "true" ? "no" : "yes";
    case Option::Kind::Number: {
        if (!o.numbers.empty()) return fmt::format("{}", o.numbers.back());
        const double top = std::isfinite(o.most) ? o.most : std::max(o.least, 0.0) + 4,
                     low = std::isfinite(o.least) ? o.least : 0.1;
        const double v = low + (top - low) * (0.1 + 0.8 * static_cast<double>(below(1000)) / 1000);
        return o.quantity == Quantity::Length         ? fmt::format("{:.3f} m", v)
               : o.quantity == Quantity::Displacement ? fmt::format("{:.1f} mm", v)
               : o.quantity == Quantity::FloorArea    ? fmt::format("{:.2f} m²", v)
               : o.quantity == Quantity::Stress       ? fmt::format("{:.1f} MPa", v)
                                                      : fmt::format("{:.5g}", v);
    }
    case Option::Kind::Word:
        for (;;)
            if (const auto w = o.words[below(o.words.size())]; !w.empty() && w != o.standing) return std::string(w);
    case Option::Kind::Text: return o.words.empty() ? "Some name" : std::string(o.words[below(o.words.size())]);
    case Option::Kind::Words:
        if (o.places > 0) return "free, fixed";
        return fmt::format("{}, {}", o.words.front(), o.words.back());
    case Option::Kind::Texts: return fmt::format("U{}*, with a blank", below(100));
    case Option::Kind::Limits:
        return "L/360 variable level; 25 mm total characteristic minor; L/250 and 30 mm total free L/125";
    }
    return "";
}

} // namespace

TEST_CASE("briefs: every line has its words: title, meaning, what stands by itself", "[briefs]")
{
    const auto families = allFamilies();
    const auto sheet = sheetOf(Brief{}, families, UnitSystem{});
    CHECK(sheet.size() > 50);
    std::set<std::string> keys, titles;
    for (const SheetLine& l : sheet) {
        CAPTURE(l.key);
        CHECK_FALSE(l.option->title.empty());
        CHECK_FALSE(l.option->meaning.empty());
        CHECK_FALSE(l.standing.empty());
        CHECK_FALSE(l.heading.empty());
        CHECK(l.here == l.standing);
        CHECK_FALSE(l.differs);
        CHECK(keys.insert(l.key).second);
        CHECK(titles.insert(l.heading + "/" + std::string(l.option->title)).second);
    }
    CHECK(std::is_sorted(sheet.begin(), sheet.end(), [](const SheetLine& a, const SheetLine& b) { return a.topic < b.topic; }));
    CHECK(sheetOf(Brief{}, {}, UnitSystem{}).size() == briefTable().size());
}

TEST_CASE("briefs: what is typed in a line stands there, is written to a file and can be taken away", "[briefs][files]")
{
    std::mt19937 random(11);
    UnitSystem imperial;
    imperial.length = "ft", imperial.section = "in", imperial.stress = "ksi", imperial.force = "kip";
    const auto families = allFamilies();
    const Frame small = smallFrame();
    for (const UnitSystem& u : {UnitSystem{}, imperial})
        for (const SheetLine& line : sheetOf(Brief{}, families, u)) {
            CAPTURE(line.key, u.length);
            Brief b;
            b.id = "B";
            if (!line.option->needs.empty()) { // what it means nothing without
                const std::string dotted = line.key.substr(0, line.key.size() - line.option->key.size());
                const auto refused = withLine(b, line.key, sample(*line.option, random), u);
                CHECK_FALSE(refused);
                const auto with = withLine(b, dotted + std::string(line.option->needs),
                                           line.option->key.starts_with("liveLoad") ? "en1991" : "1.5", u);
                REQUIRE(with);
                b = *with;
            }
            if (line.key == "connectors.joined") b = *withLine(b, "connectors.spacing", "0.5 m", u);
            const std::string text = sample(*line.option, random);
            CAPTURE(text);
            const auto stated = withLine(b, line.key, text, u);
            if (!stated) FAIL(stated.error());
            CHECK_FALSE(*stated == b);
            // Read off the sheet and typed again it is the same; so it is from a file.
            const auto sheet = sheetOf(*stated, families, u);
            const auto here = std::find_if(sheet.begin(), sheet.end(), [&](const SheetLine& l) { return l.key == line.key; });
            CHECK(here->differs);
            const auto again = withLine(b, line.key, here->here, u);
            if (!again) FAIL(again.error());
            CHECK(statedLine(*again, line.key)->index() == statedLine(*stated, line.key)->index());
            if (line.option->kind != Option::Kind::Number && line.option->kind != Option::Kind::Limits)
                CHECK(*again == *stated);
            Frame f = small;
            f.units = u;
            f.design.briefs = {*stated};
            const Frame g = test::frameOf(writeFrame(f));
            CHECK(sheetOf(g.design.briefs[0], families, u)[static_cast<size_t>(here - sheet.begin())].here == here->here);
            // And away with it.
            const auto back = withLine(*stated, line.key, "", u);
            REQUIRE(back);
            CHECK(*back == b);
            CHECK(*withLine(*stated, line.key, "default", u) == b);
        }
}

TEST_CASE("briefs: random briefs go through a file unchanged", "[briefs][files]")
{
    std::mt19937 random(5);
    const UnitSystem u;
    const auto families = allFamilies();
    const auto sheet = sheetOf(Brief{}, families, u);
    Frame f = smallFrame();
    for (int k = 0; k < 60; ++k) {
        Brief b;
        b.id = fmt::format("B{}", k);
        for (int n = 0; n < 12; ++n) {
            const SheetLine& l = sheet[std::uniform_int_distribution<size_t>(0, sheet.size() - 1)(random)];
            if (const auto with = withLine(b, l.key, sample(*l.option, random), u)) b = *with; // or refused for what it needs
        }
        f.design.briefs = {b};
        const Frame g = test::frameOf(writeFrame(f));
        const auto a = sheetOf(b, families, u), c = sheetOf(g.design.briefs[0], families, u);
        for (size_t i = 0; i < a.size(); ++i) {
            CAPTURE(k, a[i].key);
            CHECK(a[i].here == c[i].here);
        }
        CHECK(test::frameOf(writeFrame(g)) == g);
        CHECK(comparedSheets(b, g.design.briefs[0], families, u).empty());
    }
}

TEST_CASE("briefs: what cannot stand in a line is refused with a sentence", "[briefs]")
{
    const UnitSystem u;
    const Brief b;
    const auto why = [&](std::string_view key, std::string_view text) {
        const auto r = withLine(b, key, text, u);
        REQUIRE_FALSE(r);
        return r.error();
    };
    CHECK(why("netAreaRatio", "1.2").find("at most 1") != std::string::npos);
    CHECK(why("netAreaRatio", "0.8 m").size() > 5);
    CHECK(why("loadHeight", "middle").find("top, centroid, bottom") != std::string::npos);
    CHECK(why("slendernessRequired", "perhaps").find("neither yes nor no") != std::string::npos);
    CHECK(why("holds.along", "top, left").find("\"left\"") != std::string::npos);
    CHECK(why("warpingEnds", "free").find("2 words") != std::string::npos);
    CHECK(why("tensionField", "yes").find("Web stiffeners every") != std::string::npos);
    CHECK(why("connectors.joined", "snug").find("Pair connected every") != std::string::npos);
    CHECK(why("deflection.limits", "L/360 varable").find("did you mean variable") != std::string::npos);
    CHECK(why("deflection.limits", "level").find("needs L/n") != std::string::npos);
    CHECK(why("deflection.limits", "L/360 L/250").find("part limits by ;") != std::string::npos);
    CHECK(why("nothing", "1").find("no line") != std::string::npos);
    // A line that another stands on cannot go alone.
    const Brief both = *withLine(*withLine(b, "stiffenerSpacing", "1.2 m", u), "tensionField", "yes", u);
    CHECK_FALSE(withLine(both, "stiffenerSpacing", "", u));
    CHECK(withLine(both, "tensionField", "", u));
    // Percent, and words in any case.
    CHECK(std::get<double>(*statedLine(*withLine(b, "netAreaRatio", "85 %", u), "netAreaRatio")) == Approx(0.85));
    CHECK(withLine(b, "loadHeight", "TOP", u)->loadHeight == LoadHeight::Top);
}

TEST_CASE("briefs: limits of deflection as text", "[briefs]")
{
    const UnitSystem u;
    const auto l =
        readLimits("L/360 variable level; L/250 and 30 mm total free L/125, upright ; 1 in minor quasi-permanent", u);
    REQUIRE(l);
    REQUIRE(l->size() == 3);
    CHECK((*l)[0].span == 360);
    CHECK((*l)[0].part == DeflectionLimit::Part::Variable);
    CHECK((*l)[0].members == DeflectionLimit::Members::Level);
    CHECK((*l)[1].most == Approx(0.03));
    CHECK((*l)[1].cantilever == 125);
    CHECK((*l)[1].members == DeflectionLimit::Members::Upright);
    CHECK((*l)[2].most == Approx(0.0254));
    CHECK((*l)[2].along == DeflectionLimit::Along::Minor);
    CHECK((*l)[2].kind == "quasi-permanent");
    CHECK(limitsText(*l, u) ==
          "L/360 variable level; L/250 and 30 mm total upright free L/125; 25.4 mm total quasi-permanent minor");
    CHECK(*readLimits(limitsText(*l, u), u) == *l);
    CHECK(readLimits("", u)->empty());
    CHECK(limitsText({}, u) == "none");
}

TEST_CASE("briefs: two are compared line by line", "[briefs]")
{
    const UnitSystem u;
    const Brief a = *withLine(*withLine(Brief{}, "loadHeight", "top", u), "netAreaRatio", "0.8", u),
                b = *withLine(*withLine(Brief{}, "loadHeight", "bottom", u), "en1993.c1", "1.3", u);
    const auto families = allFamilies();
    const auto lines = comparedSheets(a, b, families, u);
    REQUIRE(lines.size() == 3);
    std::set<std::string> keys;
    for (const ComparedLine& l : lines)
        keys.insert(l.a.key);
    CHECK(keys == std::set<std::string>{"loadHeight", "netAreaRatio", "en1993.c1"});
    CHECK(comparedSheets(a, a, families, u).empty());
    CHECK(differing(sheetOf(a, families, u)) == 2);
}

TEST_CASE("briefs: those that come with the program state what they say, each line with its reason", "[briefs]")
{
    const auto& list = readyBriefs();
    std::set<std::string> names;
    for (const ReadyBrief& r : list) {
        CAPTURE(r.brief.id);
        CHECK(names.insert(r.brief.id).second);
        CHECK_FALSE(r.brief.about.empty());
        const auto families = allFamilies();
        size_t reasons = 0;
        for (const SheetLine& l : sheetOf(r.brief, families, UnitSystem{})) {
            if (!l.differs || l.key == "about") continue;
            CAPTURE(l.key);
            CHECK(r.reasons.contains(l.key));
            ++reasons;
        }
        CHECK(reasons == r.reasons.size());
        CHECK(reasons > 0);
    }
    CHECK(names == std::set<std::string>{"Column in a sway frame", "Braced column", "Primary beam",
                                         "Secondary beam, held top flange", "Purlin", "Rail", "Rafter", "Truss chord",
                                         "Truss web", "Bracing rod", "Cantilever"});
}
