// Frames from drawings: lines and polylines of DXF files as centre lines of elements, one section a layer.
#pragma once

#include "core/base/progress.h"
#include "core/intake/intake.h"

#include <string>

namespace wr {

struct DxfChoice
{
    double together = 0.002; // m: ends nearer than that are one node
    double drawn = 0;        // m of one unit of the drawing; 0: as the drawing says ($INSUNITS), else by its size
};

// Layers are sections: their name is looked up in the catalogue, with blanks, dashes and underscores apart, or in the recipe's
// names. Lines that cross or meet another between its ends divide it. What is no straight line is counted. Codes: intake.*.
Intake readDxf(const std::string& text, const std::string& file, const Recipe& recipe, const DxfChoice& choice,
               Progress& progress);

} // namespace wr
