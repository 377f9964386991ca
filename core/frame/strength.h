// Strength of a material where it stands in a frame.
#pragma once

#include "core/frame/frame.h"

namespace wr {

// Thickest wall of a shape, m: what strength by thickness is read at.
double thickestWall(const Shape& s);
// Explicit fy and fu of the material, else its grade's or own steps' at the thickest wall; a value that is not stated is 0.
Strength strengthOf(const Material& m, const Shape& s);
// Yield strength of the thinnest plates: the number in a grade's name.
double nominalYield(const Material& m);
// The same with the grade's strengths of EN 1993-1-1 Table 3.1 instead of the product standard's steps, where the table has it.
Strength strengthByTable31(const Material& m, const Shape& s);

} // namespace wr
