// EN 1993-1-5 section 4: effective section of class 4 sections, for axial force alone and for bending alone (4.3(3), 4.4(3)).
#pragma once

#include "core/standards/en1993/classification.h"

namespace wr::en1993 {

struct Effective
{
    double a = 0;               // A_eff under compression alone, m²
    double eny = 0, enz = 0;    // shift of its centroid along z (gives My) and along y (gives Mz), m
    double wy[2] = {0, 0};      // W_eff,y by the fibre that is compressed (Side), m³
    double wz[2] = {0, 0};      // W_eff,z
    std::string_view uncovered; // why not, else empty
};

// Reduction factor ρ of a plate: 4.4(2), Eq. 4.2 and 4.3. b̄ is the flat width (angles: the leg).
double reduction(const Context& c, const Plate& p, double psi, double ksigma);

Effective effectiveOf(const Context& c, const Plates& plates);
// The same with its steps, for one of the three: A_eff, W_eff,y, W_eff,z.
template <class Sink> double effectiveArea(const Context& c, const Plates& plates, const Effective& e, Sink& sink);
template <class Sink>
double effectiveModulus(const Context& c, const Plates& plates, const Effective& e, Axis axis, Side side, Sink& sink);

} // namespace wr::en1993
