// AISC 360-22 Chapter G: shear. G2.1 (webs of I), G4 (rectangular tubes), G5 (round tubes), G6 (minor-axis shear); H3.1 torsion
// of tubes.
#pragma once

#include "core/standards/aisc360/section.h"

namespace wr::aisc360 {

struct Shear
{
    double available = 0; // N, or N·m for torsion
    std::string_view clause;
    std::string_view uncovered;
};

// Shear along local z (in the web of an I). length: the member's, stands for Lv of G5 on the safe side.
template <class Sink> Shear shearMajor(const Context& c, Sink& sink);
template <class Sink> Shear shearMinor(const Context& c, Sink& sink);
// H3.1: torsional strength of tubes.
template <class Sink> Shear torsion(const Context& c, Sink& sink);
// Share of the shear yield stress 0.6·Fy (with its safety) that St Venant torsion alone takes in an open section: T·t/J.
double openTorsionShare(const Context& c, double t);

} // namespace wr::aisc360
