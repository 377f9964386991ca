// Plans, elevations and views: what they hold, to scale, lettered without overlaps.
#include "core/paper/fonts.h"
#include "core/paper/svg.h"
#include "core/reporting/frame_drawing.h"
#include "tests/reporting/checked.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <numbers>
#include <set>

using namespace wr;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

size_t texts(const Picture& p, const std::string& words)
{
    return static_cast<size_t>(std::count_if(p.marks.begin(), p.marks.end(), [&](const Mark& m) {
        const auto* t = std::get_if<TextMark>(&m);
        return t && t->text == words;
    }));
}

bool inside(const Picture& p)
{
    for (const Mark& m : p.marks) {
        if (const auto* t = std::get_if<TextMark>(&m)) {
            if (t->x < 0 || t->x > p.width || t->y < 0 || t->y > p.height) return false;
            continue;
        }
        for (const Spot& s : std::get<PathMark>(m).spots)
            if (s.x < 0 || s.x > p.width || s.y < 0 || s.y > p.height) return false;
    }
    return true;
}

} // namespace

TEST_CASE("drawings: plans at the levels, elevations in the planes of columns, a view; each to scale and inside its sheet",
          "[reporting][drawing]")
{
    const DesignState& s = test::ternStreet();
    const auto all = drawingsOf(*s.frame);
    size_t plans = 0, elevations = 0;
    for (const DrawnFrom& d : all) {
        INFO(d.title);
        plans += d.title.starts_with("Plan");
        elevations += d.title.starts_with("Elevation");
        CHECK_THAT(norm(d.right), WithinAbs(1, 1e-12));
        CHECK_THAT(norm(d.up), WithinAbs(1, 1e-12));
        for (const bool wide : {false, true})
            for (const Lettering l :
                 {Lettering::None, Lettering::Member, Lettering::Section, Lettering::Utilisation, Lettering::Length}) {
                DrawingStyle style;
                style.lettering = l;
                style.trueWidth = wide;
                const FrameDrawing drawing = drawFrame(*s.model, s.report.get(), d, style, paperFonts());
                CHECK(inside(drawing.picture));
                CHECK(drawing.scale > 0);
                if (l == Lettering::None)
                    CHECK(drawing.lettered + drawing.unlettered == 0);
                else
                    CHECK(drawing.lettered > 0);
            }
    }
    CHECK(plans >= 1);
    CHECK(elevations == 4 + 2); // four frames, two rows of columns
    CHECK(all.back().title == "View");
    CHECK(letteringFromName(letteringName(Lettering::Length)) == Lettering::Length);
    CHECK_FALSE(letteringFromName("big"));
}

TEST_CASE("drawings: a portal to scale by hand, with its supports, sections, and a ring where bending is let through",
          "[reporting][drawing]")
{
    const Frame f =
        test::frameOf(R"({"format":"wren-frame","version":1,"title":"Portal","materials":[{"id":"M","grade":"EN 10025-2 S355"}],
"sections":[{"id":"C","name":"HEA200"},{"id":"B","name":"IPE300"}],
"nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true}},{"id":"2","at":[0,0,4]},{"id":"3","at":[8,0,4]},
{"id":"4","at":[8,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},{"id":"5","at":[0,6,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},{"id":"6","at":[0,6,4]}],
"elements":[{"id":"L","nodes":["1","2"],"section":"C","material":"M"},{"id":"R","nodes":["4","3"],"section":"C","material":"M"},
{"id":"G","nodes":["2","3"],"section":"B","material":"M","release":{"j":["my"]}},{"id":"K","nodes":["5","6"],"section":"C","material":"M"},{"id":"T","nodes":["2","6"],"section":"B","material":"M"}],
"cases":[{"id":"G","selfWeight":1}],"combinations":[{"id":"U","terms":{"G":1.35}}],"design":{"standard":"en1993"}})");
    const auto model = test::modelOf(f);
    const DrawnFrom front{"Elevation at y = 0", {1, 0, 0}, {0, 0, 1}, std::pair(-0.05, 0.05)};
    DrawingStyle style;
    style.width = 452, style.height = 282; // 400 wide, 200 high between margins and over the block
    style.project = "Portal";
    const FrameDrawing d = drawFrame(*model, nullptr, front, style, paperFonts());
    CHECK_THAT(d.scale, WithinRel(50.0, 1e-9)); // 400 pt for 8 m; 200 for 4 m as well
    CHECK(texts(d.picture, "HEA200") == 2);     // the column behind is not in the plane
    CHECK(texts(d.picture, "IPE300") == 1);
    CHECK(texts(d.picture, "Elevation at y = 0") == 1);
    CHECK(d.lettered == 3);
    // The girder from corner to corner.
    bool girder = false;
    size_t rings = 0;
    for (const Mark& m : d.picture.marks)
        if (const auto* p = std::get_if<PathMark>(&m)) {
            if (p->spots.size() == 2 && p->width == 1.1)
                girder |= std::abs(p->spots[0].y - 26) < 1e-6 && std::abs(p->spots[1].y - 26) < 1e-6 &&
                          std::abs(std::abs(p->spots[1].x - p->spots[0].x) - 400) < 1e-6;
            rings += p->fill == inks::white && p->stroke.has_value();
        }
    CHECK(girder);
    CHECK(rings == 1);
    // The bar says a round length: 1 m is 50 pt, a fifth of 400 pt is 1.6 m.
    CHECK(texts(d.picture, "1.000 m") == 1);
    // True width: the girder's depth of 300 mm is 15 pt.
    style.trueWidth = true;
    double deep = 0;
    for (const Mark& m : drawFrame(*model, nullptr, front, style, paperFonts()).picture.marks)
        if (const auto* p = std::get_if<PathMark>(&m);
            p && p->fill == inks::steel && std::abs(p->spots[1].x - p->spots[0].x) > 300)
            deep = std::abs(p->spots[2].y - p->spots[1].y);
    CHECK_THAT(deep, WithinRel(15.0, 1e-9));
    CHECK(svgOf(d.picture, true).find("rotate(-90") != std::string::npos); // columns are read from below
    // Nothing in the slice: an empty sheet with its title.
    const FrameDrawing none =
        drawFrame(*model, nullptr, {"Nothing", {1, 0, 0}, {0, 0, 1}, std::pair(50.0, 51.0)}, style, paperFonts());
    CHECK(none.scale == 0);
    CHECK(texts(none.picture, "Nothing") == 1);
}

TEST_CASE("drawings: a key numbers the sections that are to be seen, each as often as it is there", "[reporting][drawing]")
{
    const DesignState& s = test::ternStreet();
    for (const DrawnFrom& d : drawingsOf(*s.frame)) {
        INFO(d.title);
        DrawingStyle style;
        style.lettering = Lettering::Key;
        style.width = 842, style.height = 595;
        const FrameDrawing drawing = drawFrame(*s.model, s.report.get(), d, style, paperFonts());
        CHECK(inside(drawing.picture));
        CHECK(drawing.layers.size() == drawing.picture.marks.size());
        // Members seen, by section.
        std::map<std::string, int> wanted;
        std::set<int> seen;
        for (size_t e = 0; e < s.frame->elements.size(); ++e) {
            const Vec3 a = s.frame->endI(s.frame->elements[e]), b = s.frame->endJ(s.frame->elements[e]);
            const auto in = [&](Vec3 p) {
                const double at = dot(p, d.normal());
                return !d.slice || (at >= d.slice->first && at <= d.slice->second);
            };
            const int m = s.model->formed().ofElement(static_cast<int>(e));
            if (in(a) && in(b) && norm(b - a - dot(b - a, d.normal()) * d.normal()) > 0.01 && seen.insert(m).second)
                ++wanted[s.frame->sections[static_cast<size_t>(s.model->members()[static_cast<size_t>(m)].section)].name];
        }
        int number = 0;
        for (const auto& [section, n] : wanted) {
            INFO(section);
            CHECK(texts(drawing.picture, section) == 1);
            CHECK(texts(drawing.picture, fmt::format("×{}", n)) >= 1);
            // Its number stands once in the key, and along members up to that many times.
            const size_t times = texts(drawing.picture, std::to_string(++number));
            CHECK(times >= 1);
            CHECK(times <= static_cast<size_t>(n) + 1);
        }
    }
}

TEST_CASE("drawings: letters stand beside bodies as wide as they are, not on them", "[reporting][drawing]")
{
    const DesignState& s = test::ternStreet();
    DrawingStyle style;
    style.trueWidth = true;
    style.width = 1190, style.height = 842;
    for (const DrawnFrom& d : drawingsOf(*s.frame)) {
        if (!d.slice) continue;
        const FrameDrawing drawing = drawFrame(*s.model, s.report.get(), d, style, paperFonts());
        size_t on = 0, letters = 0;
        for (size_t k = 0; k < drawing.picture.marks.size(); ++k) {
            const auto* t = std::get_if<TextMark>(&drawing.picture.marks[k]);
            if (!t || drawing.layers[k] != "letters") continue;
            ++letters;
            // The middle of the word's line against every body: inside none.
            const double w = paperFonts().advance(t->text, t->face, t->size), a = t->turn * std::numbers::pi / 180;
            const Spot mid{t->x + std::cos(a) * w / 2 - std::sin(a) * 2, t->y - std::sin(a) * w / 2 - std::cos(a) * 2};
            for (const Mark& m : drawing.picture.marks)
                if (const auto* p = std::get_if<PathMark>(&m); p && p->fill == inks::steel) {
                    bool in = true;
                    int sign = 0;
                    for (size_t c = 0; c < 4; ++c) {
                        const Spot &u = p->spots[c], &v = p->spots[(c + 1) % 4];
                        const double side = (v.x - u.x) * (mid.y - u.y) - (v.y - u.y) * (mid.x - u.x);
                        const int now = side > 0 ? 1 : -1;
                        in = in && (sign == 0 || now == sign);
                        sign = now;
                    }
                    on += in;
                }
        }
        INFO(d.title);
        CHECK(letters > 0);
        CHECK(on == 0);
    }
}

TEST_CASE("drawings: planes through nodes, level, upright and sloping, and askew where the grid is", "[reporting][drawing]")
{
    // A grid of four by two columns that is turned by 30°, with beams both ways.
    std::string nodes, elements;
    const double c = std::cos(std::numbers::pi / 6), q = std::sin(std::numbers::pi / 6);
    const auto id = [](int i, int j, bool top) { return fmt::format("{}{}{}", top ? "t" : "b", i, j); };
    for (int i = 0; i < 4; ++i)
        for (int j = 0; j < 2; ++j)
            for (const bool top : {false, true})
                nodes += fmt::format(R"({}{{"id":"{}","at":[{},{},{}]{}}})", nodes.empty() ? "" : ",", id(i, j, top),
                                     5 * i * c - 6 * j * q, 5 * i * q + 6 * j * c, top ? 4 : 0,
                                     top ? "" : R"(,"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true})");
    int k = 0;
    const auto element = [&](const std::string& a, const std::string& b) {
        elements += fmt::format(R"({}{{"id":"e{}","nodes":["{}","{}"],"section":"S","material":"M"}})", k ? "," : "", k, a, b);
        ++k;
    };
    for (int i = 0; i < 4; ++i)
        for (int j = 0; j < 2; ++j) {
            element(id(i, j, false), id(i, j, true));
            if (i < 3) element(id(i, j, true), id(i + 1, j, true));
            if (j < 1) element(id(i, j, true), id(i, 1, true));
        }
    const Frame f = test::frameOf(
        R"({"format":"wren-frame","version":1,"materials":[{"id":"M","grade":"EN 10025-2 S355"}],"sections":[{"id":"S","name":"IPE300"}],"nodes":[)" +
        nodes + R"(],"elements":[)" + elements +
        R"(],"cases":[{"id":"G","selfWeight":1}],"combinations":[{"id":"U","terms":{"G":1.35}}]})");
    const auto all = drawingsOf(f);
    const auto askew = [&](const char* begins) {
        return std::count_if(all.begin(), all.end(), [&](const DrawnFrom& d) { return d.title.starts_with(begins); });
    };
    CHECK(askew("Elevation at 30.0° through b") == 2); // two rows of four columns
    CHECK(askew("Elevation at 120° through b") == 4);  // four frames of two
    const auto node = [&](const std::string& name) {
        for (size_t n = 0; n < f.nodes.size(); ++n)
            if (f.nodes[n].id == name) return static_cast<int>(n);
        FAIL(name);
        return 0;
    };
    const auto model = test::modelOf(f);
    const auto seen = [&](const std::vector<std::string>& names) {
        std::vector<int> list;
        for (const std::string& n : names)
            list.push_back(node(n));
        const auto d = drawnThrough(f, list);
        REQUIRE(d.has_value());
        CHECK_THAT(dot(d->right, d->up), WithinAbs(0, 1e-12));
        CHECK_THAT(norm(cross(d->right, d->up)), WithinAbs(1, 1e-12));
        const FrameDrawing drawing = drawFrame(*model, nullptr, *d, {}, paperFonts());
        return std::pair(drawing.lettered + drawing.unlettered, *d);
    };
    // Upright through two: a row with its columns and beams (one member a column, the beams in line are one or three).
    const auto [row, upright] = seen({"b00", "b30"});
    CHECK(row >= 5);
    CHECK_THAT(upright.up.z, WithinAbs(1, 1e-12));
    // Level through three: all beams, no column.
    const auto [level, flat] = seen({"t00", "t30", "t01"});
    CHECK(level >= 6);
    CHECK_THAT(std::abs(flat.normal().z), WithinAbs(1, 1e-12));
    CHECK(flat.right.x > 0.99);
    // Sloping: from the feet of one row to the heads of the other.
    const auto [slope, sloping] = seen({"b00", "b30", "t01"});
    CHECK(std::abs(sloping.normal().z) < 0.99);
    CHECK(slope == 3); // the beams of the other row
    CHECK_FALSE(drawnThrough(f, std::vector<int>{node("b00"), node("t00")}).has_value()); // one plumb line
    CHECK_FALSE(drawnThrough(f, std::vector<int>{node("b00")}).has_value());
    CHECK(drawnFromWords(f, "through b00, b30").has_value());
    CHECK(drawnFromWords(f, "through b00, nobody").error() == "there is no node \"nobody\"");
}
