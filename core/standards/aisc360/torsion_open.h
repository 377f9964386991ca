// AISC 360 H3.3: torsion of open sections by the elastic theory of St Venant and warping torsion (Vlasov), with the ends
// stated.
#pragma once

#include "core/standards/aisc360/section.h"
#include "core/standards/common/open_torsion.h"

namespace wr::aisc360 {

// Share of the available shear yield stress that St Venant torsion alone takes in an open section: T·t/J.
double openTorsionShare(const Context& c, double t);

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
