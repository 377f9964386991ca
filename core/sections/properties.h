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

// Second moments, moduli: exact over the outline with fillets.
// Torsion and warping constants by shape:
//   I, rolled   J: El Darwish & Johnston 1965 with the junction term, or EN 10365's It; Iw = Iz (h-tf)²/4, or tf b³ (h-tf)²/24
//   I, welded   J: Σ b t³/3; unequal flanges Iw = hm² I1 I2/(I1+I2), shear centre from the same flange inertias
//   channel     thin-walled sectorial integral on centre lines
//   tee, angle  J: Σ b t³/3; Iw small: b³tf³/144 + (d-tf/2)³tw³/36, t³/36 Σ(leg-t/2)³
//   tubes       J: Bredt plus wall thickness term (EN 10210-2 Annex A); circular exact
// Shear-stiffness areas: web between flange centres; 5/6 of flanges and solid flats; both walls of a tube; half of a circular
// tube.
SectionProperties computeProperties(const Shape& s, const StatedProperties& stated = {});

} // namespace wr
