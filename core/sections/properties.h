// Section properties from dimensions. SI (m). Axes: y major, z minor (docs/frame-format.md); for angles y and z are the
// principal axes.
#pragma once

#include "core/sections/outline.h"
#include "core/sections/shape.h"

#include <optional>

namespace wr {

struct SectionProperties
{
    double a = 0;                       // area
    double iy = 0, iz = 0;              // second moments about major and minor axis
    double wely = 0, welz = 0;          // elastic moduli, to the farther fibre
    double welyTop = 0, welyBottom = 0; // to the +z and -z fibre
    double welzPlus = 0, welzMinus = 0; // to the +y and -y fibre
    double wply = 0, wplz = 0;          // plastic moduli (equal-area axis)
    double it = 0, iw = 0;              // St Venant torsion and warping constant
    double avy = 0, avz = 0;            // shear-stiffness areas along y and z (analysis only); 0: no shear deformation
    double ry = 0, rz = 0;              // radii of gyration
    double ys = 0, zs = 0;              // shear centre from the centroid
    double ro = 0;                      // polar radius of gyration about the shear centre
    double flexural = 1;                // H = 1 - (ys²+zs²)/ro² (AISC 360-22 E4-8)
    double betay = 0, betaz = 0;        // monosymmetry (1/Iy) ∫z(y²+z²)dA - 2 zs, and about z; AISC's βw for angles
    double yp = 0, zp = 0;              // equal-area (plastic) axes from the centroid
    double cy = 0, cz = 0;              // centroid from the shape's own origin (heel, web's back, flange top, mid-depth)
    double igy = 0, igz = 0, igyz = 0;  // second moments along the shape's own directions: differ for angles only
    double wgply = 0, wgplz = 0;        // plastic moduli about those
    double ho = 0;                      // distance between flange centroids (I, channel)
    double rts = 0;                     // sqrt(sqrt(Iz·Iw)/Wely): effective radius for LTB of doubly symmetric I
    double perimeter = 0;               // painted, per metre
    double principal = 0;               // angles: rotation from the legs to the principal axes, rad
    double depth = 0, width = 0;

    bool operator==(const SectionProperties&) const = default;
};

// Any subset may be stated; a stated value overrides the computed one, classification still uses the dimensions.
struct StatedProperties
{
    std::optional<double> a, iy, iz, wely, welz, wply, wplz, it, iw, avy, avz;
    bool operator==(const StatedProperties&) const = default;
    bool empty() const { return *this == StatedProperties{}; }
};

struct StatedKey
{
    std::string_view key;
    int power; // of the section unit
    std::optional<double> StatedProperties::*stated;
    double SectionProperties::*value;
};
const std::vector<StatedKey>& statedKeys();

// Second moments, moduli, monosymmetry: exact over the outline with fillets, slopes and toes (outline.h).
// Torsion, warping, shear centre and shear-stiffness areas: torsion.h, with the source of each.
SectionProperties computeProperties(const Shape& s, const StatedProperties& stated = {});

} // namespace wr
