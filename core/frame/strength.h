// Strength of a material where it stands in a frame.
#pragma once

#include "core/frame/frame.h"

namespace wr {

// Thickest wall of a shape, m: what strength by thickness is read at.
double thickestWall(const Shape& s);

// The strengths of a material, looked up once: by thickness, or as stated whatever the thickness.
struct StrengthSteps
{
    std::vector<GradeStep> steps;
    std::optional<double> fy, fu; // stated: before those of the steps
    double nominal = 0;           // of the thinnest plates: the number in a grade's name; 0: not known
    bool stepped = false;         // by thickness, so that there may be one too thick
    // A value that is not stated is 0.
    Strength at(double thickness) const;
};
// Explicit strengths, the grade's steps by its product standard, or the material's own steps.
StrengthSteps stepsOf(const Material& m);
// The same with another list of steps for the grade.
StrengthSteps stepsWith(const Material& m, const Grade* grade);

inline Strength strengthOf(const Material& m, const Shape& s)
{
    return stepsOf(m).at(thickestWall(s));
}

} // namespace wr
