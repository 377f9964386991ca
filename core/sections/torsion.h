// St Venant torsion constant, warping constant, shear centre and shear-stiffness areas of each kind of shape. SI (m).
// One function per kind; each says its source. The outline's own integrals are in properties.cpp.
#pragma once

#include "core/sections/outline.h"
#include "core/sections/shape.h"

namespace wr {

struct TorsionProperties
{
    double it = 0, iw = 0;   // m^4, m^6
    double ys = 0, zs = 0;   // shear centre from the shape's own origin (outline.h), in the shape's own directions
    double ho = 0;           // between flange centroids (I, channel)
    double avy = 0, avz = 0; // shear-stiffness areas along y and z
};

// `a`, `iy`, `iz`, `cy`: area, second moments and the centroid's y from the shape's origin, by the outline.
struct OutlineValues
{
    double a = 0, iy = 0, iz = 0, cy = 0;
};

TorsionProperties torsionOfI(const Shape& s, const OutlineValues& o);
TorsionProperties torsionOfUnequalI(const Shape& s);
TorsionProperties torsionOfChannel(const Shape& s, const OutlineValues& o);
TorsionProperties torsionOfTee(const Shape& s);
TorsionProperties torsionOfAngle(const Shape& s, const OutlineValues& o);
TorsionProperties torsionOfDoubleAngle(const Shape& s);
TorsionProperties torsionOfRhs(const Shape& s);
TorsionProperties torsionOfCruciform(const Shape& s);
double torsionOfFlat(double h, double b); // J of a solid rectangle

} // namespace wr
