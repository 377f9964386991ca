// AISC 360 H3.3: torsion of open sections by the elastic theory of St Venant and warping torsion (Vlasov), with the ends
// stated.
#pragma once

#include "core/standards/aisc360/section.h"

#include <span>
#include <vector>

namespace wr::aisc360 {

// Share of the available shear yield stress that St Venant torsion alone takes in an open section: T·t/J.
double openTorsionShare(const Context& c, double t);

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

// Stresses at one station against H3-7 and H3-8; the larger ratio.
struct OpenTorsion
{
    double ratio = 0, at = 0;
    double warping = 0; // largest normal stress of warping over what is available
    bool shear = false; // H3-8 governs
};
// forces: [component][station] of one set, member axes.
OpenTorsion openTorsion(const Context& c, std::span<const double> x, const double* forces);
// The same at one station with its trace; gives the ratio.
template <class Sink> double openTorsionAt(const Context& c, std::span<const double> x, const double* forces,
                                           const Twist& twist, size_t station, Sink& sink);
Twist twistOf(const Context& c, std::span<const double> x, const double* forces);

} // namespace wr::aisc360
