// Drawings of a frame: plan at a level, elevation in a plane, a view from aside; members as lines or as wide as they are,
// lettered without overlaps, supports and releases with their signs, a scale bar and a title block.
#pragma once

#include "core/checking/runner.h"
#include "core/paper/measure.h"
#include "core/reporting/drawn_from.h"

#include <string>
#include <vector>

namespace wr {

// Key: a number along each member for its section, with a list of the sections beside the drawing.
enum class Lettering { None, Member, Section, Utilisation, Length, Key };
std::string_view letteringName(Lettering l); // none, member, section, utilisation, length, key
std::optional<Lettering> letteringFromName(std::string_view n);
std::vector<std::string_view> letteringNames();

struct DrawingStyle
{
    double width = 480, height = 330; // pt
    Lettering lettering = Lettering::Section;
    bool trueWidth = false;     // members as wide as they look from there
    bool byUtilisation = false; // members in the colour of their utilisation; else only those over in their own ink
    bool titleBlock = true;
    std::string project, revision;
    std::vector<char> only = {}; // per member: drawn. Empty: all
};

struct FrameDrawing
{
    Picture picture;
    // Of every mark, for drawings by layers: the group of its member, else "supports", "releases", "letters", "sheet".
    std::vector<std::string> layers;
    double scale = 0; // pt a metre; 0: nothing is to be seen
    Spot origin;      // where on paper the point 0, 0 (m along right and up) lies
    size_t lettered = 0, unlettered = 0;
};
FrameDrawing drawFrame(const CheckModel& model, const CheckReport* report, const DrawnFrom& from, const DrawingStyle& style,
                       const TextMeasure& measure);

} // namespace wr
