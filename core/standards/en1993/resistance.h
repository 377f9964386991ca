// EN 1993-1-1 6.2.3 to 6.2.6 and EN 1993-1-5 section 5: resistance of the cross-section to one action alone.
#pragma once

#include "core/standards/en1993/effective.h"

namespace wr::en1993 {

struct Resistance
{
    double value = 0; // N or N·m
    std::string_view clause;
    std::string_view uncovered; // why not, else empty
};

// 6.2.3: N_t,Rd. Net section only where the brief states a net area; U of the brief multiplies it.
template <class Sink> Resistance tension(const Context& c, Sink& sink);
// 6.2.4: N_c,Rd for a class.
template <class Sink>
Resistance sectionCompression(const Context& c, const Plates& plates, const Effective& e, int cls, Sink& sink);
// Modulus of 6.2.5 for a class and the fibre that is compressed: W_pl, W_el, W_eff.
template <class Sink>
double modulus(const Context& c, const Plates& plates, const Effective& e, int cls, Axis axis, Side side, Sink& sink);
// 6.2.5: M_c,Rd.
template <class Sink>
Resistance bending(const Context& c, const Plates& plates, const Effective& e, int cls, Axis axis, Side side, Sink& sink);

// 6.2.6(3): shear area for a load along z (major) or y, m².
template <class Sink> double shearArea(const Context& c, Axis axis, Sink& sink);
// 6.2.6(2): V_pl,Rd. axis Y: shear along z, which bends about y.
template <class Sink> Resistance plasticShear(const Context& c, Axis axis, Sink& sink);

// EN 1993-1-5 5.1(2): does the web need a check of shear buckling?
bool shearBuckles(const Context& c);
// EN 1993-1-5 5.2, 5.3: V_b,Rd without the flanges' part V_bf, which 5.4 ties to the moment and which is left out here.
template <class Sink> Resistance shearBuckling(const Context& c, Sink& sink);

} // namespace wr::en1993
