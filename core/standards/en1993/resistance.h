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

// EN 1993-1-5 5.1(2): do the plates that carry this shear need a check of shear buckling? I and channels: the web, axis Y only;
// rectangular tubes: either pair of walls.
bool shearBuckles(const Context& c, Axis axis);
// EN 1993-1-5 5.2, 5.3: V_bw,Rd.
template <class Sink> Resistance shearBuckling(const Context& c, Axis axis, Sink& sink);

// EN 1993-1-5 5.4(1), 7.1: M_f,Rd of the effective flanges alone (the walls across the shear, for tubes) beside an axial force
// n (N, magnitude), and M_pl,Rd of these flanges with the whole web. N·m.
struct FlangeMoments
{
    double flanges = 0, plastic = 0;
};
template <class Sink> FlangeMoments flangeMoments(const Context& c, Axis axis, double n, Sink& sink);

// EN 1993-1-5 5.4: does the flanges' part count? I shapes whose stiffener spacing is stated.
bool flangesHelpShear(const Context& c);
// V_b,Rd with V_bf,Rd of the flanges beside axial force n and moment m (magnitudes) of the same place. N.
template <class Sink> Resistance shearWithFlanges(const Context& c, double n, double m, Sink& sink);

} // namespace wr::en1993
