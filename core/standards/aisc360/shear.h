// AISC 360-22 Chapter G: shear. G2.1 (webs of I and channels), G2.2 (tension field), G3 (tees, angles), G4 (rectangular tubes,
// bars), G5 (round tubes), G6 (minor axis); H3.1 torsion of tubes. Editions before 2016 number tees and angles otherwise.
#pragma once

#include "core/standards/aisc360/section.h"

namespace wr::aisc360 {

struct Shear
{
    double available = 0; // N, or N·m for torsion
    std::string_view clause;
    std::string_view uncovered;
    double interior = 0; // N, of panels away from the member's ends where tension field action is asked for; 0: the same
};

// Shear along local z (in the web of an I); of an angle along its upright leg. c.in.length stands for Lv of G5, on the safe
// side.
template <class Sink> Shear shearMajor(const Context& c, const Demands& demands, Sink& sink);
// Along local y; of an angle along its flat leg.
template <class Sink> Shear shearMinor(const Context& c, const Demands& demands, Sink& sink);
// H3.1: torsional strength of tubes.
template <class Sink> Shear torsion(const Context& c, Sink& sink);

} // namespace wr::aisc360
