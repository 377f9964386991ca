// Torsion of open sections by the elastic theory of St Venant and warping torsion (Vlasov 1961), ends stated. SI.
#pragma once

#include "core/sections/properties.h"

#include <array>
#include <span>
#include <vector>

namespace wr {

// Warping function at the tips and statical moment that go with it: normal stress E·wns·θ', shear stress E·sws·θ''/t.
struct WarpingShape
{
    double wns = 0; // m²
    double sws = 0; // m⁴
};
WarpingShape warpingShape(const Shape& s, const SectionProperties& p);

// Twist per length θ = φ', its slope and curvature at the stations, from E·Cw·θ'' - G·J·θ = -T. Exact for torque that runs
// linearly between stations; a place that stands twice carries a jump of T. fixed: warping held at the first, the last end.
struct Twist
{
    std::vector<double> rate, slope, curvature; // 1/m, 1/m², 1/m³
};
Twist solveTwist(std::span<const double> x, std::span<const double> torque, double gj, double ecw, std::array<bool, 2> fixed);

// Largest wall of an open section, whose St Venant shear stress T·t/J is the largest, m.
double thickestOpenWall(const Shape& s);

} // namespace wr
