// EN 1993-1-1 6.3.2: lateral-torsional buckling of uniform members in bending about y.
#pragma once

#include "core/standards/en1993/buckling.h"
#include "core/standards/en1993/critical_moment.h"

namespace wr::en1993 {

// Sections that may buckle sideways when bent about y: not round tubes, bars and tubes that are wider than deep, cruciforms.
bool ltbApplies(const Context& c);

// Table 6.4 (general) and Table 6.5 (rolled and equivalent welded sections).
Curve ltbCurve(const Context& c, bool rolledMethod);
Options::Ltb ltbMethod(const Context& c);

SectionStiffness stiffnessOf(const Context& c);
// Height of the loads above the shear centre, m, as the brief says.
double loadHeight(const Context& c);

// M_cr of a segment with its steps: by the energy method on its own diagram, or with C1, C2, C3 as the brief states them. c1:
// M_cr over that of uniform moment, for k_c.
struct Critical
{
    double mcr = 0, c1 = 1, kc = 1; // kc: Table 6.6, or 1/√C1 where the national set says so
};
// Table 6.6: k_c of a moment diagram. Rows for end moments alone, for a distributed load and for a load at mid-span, each on
// simple, propped and fixed ends; a loaded segment with ends between takes the simple ones' (the larger), one whose ends sag
// with it 1.
double correctionFactor(const Segment& s);
// med: the moment that is checked, N·m. Where the segment belongs to one flange only and the largest moment of its diagram
// compresses the other, M_cr is the critical factor times med, but not less than that of uniform moment.
template <class Sink> Critical criticalOf(const Context& c, const Segment& s, Sink& sink, double med = kUncovered);

struct Lateral
{
    double value = 0;                        // M_b,Rd
    double chi = 1, lambda = 0, lambda0 = 0; // λ0: for uniform moment (Annex A)
    std::string_view clause;
};
// w: modulus of the class. med: the moment of the segment, for 6.3.2.2(4).
template <class Sink>
Lateral lateralResistance(const Context& c, double w, const Critical& m, double length, double med, Sink& sink);

} // namespace wr::en1993
