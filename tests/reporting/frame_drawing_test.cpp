// Plans, elevations and views: what they hold, to scale, lettered without overlaps.
#include "core/paper/fonts.h"
#include "core/paper/svg.h"
#include "core/reporting/frame_drawing.h"
#include "tests/reporting/checked.h"

#include <algorithm>
#include <cmath>

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
