// Drawings of a frame: plan at a level, elevation in a plane, a view from aside; members as lines or as wide as they are,
// lettered without overlaps, supports and releases with their signs, a scale bar and a title block.
#pragma once

#include "core/checking/runner.h"
#include "core/paper/measure.h"

#include <optional>
#include <string>
#include <utility>
#include <vector>

namespace wr {

enum class Lettering { None, Member, Section, Utilisation, Length };
std::string_view letteringName(Lettering l); // none, member, section, utilisation, length
std::optional<Lettering> letteringFromName(std::string_view n);

// How the frame is looked at: what is right and up on paper (unit vectors, at right angles), and which slice of it, by the
// distance of its elements along the normal (right × up), m; none: all.
struct DrawnFrom
{
    std::string title; // "Plan at +3.200 m"
    Vec3 right, up;
    std::optional<std::pair<double, double>> slice;
};
// Plans at the levels of storeys, elevations in every upright plane across x and across y (of the frame's axes) that holds a
// column, and a view from aside. Levels and planes are those of nodes, 50 mm apart at least.
std::vector<DrawnFrom> drawingsOf(const Frame& f);

struct DrawingStyle
{
    double width = 480, height = 330; // pt
    Lettering lettering = Lettering::Section;
    bool trueWidth = false; // members as wide as they look from there
    bool titleBlock = true;
    std::string project, revision;
};

struct FrameDrawing
{
    Picture picture;
    double scale = 0; // pt a metre
    size_t lettered = 0, unlettered = 0;
};
FrameDrawing drawFrame(const CheckModel& model, const CheckReport* report, const DrawnFrom& from, const DrawingStyle& style,
                       const TextMeasure& measure);

} // namespace wr
