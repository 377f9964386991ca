// EN 1993-1-1 6.3.3 with Annex A and Annex B, 6.3.4: members in bending and axial compression.
#pragma once

#include "core/standards/en1993/ltb.h"

namespace wr::en1993 {

// What the diagram of one moment says: ends and middle, and the largest deflection of a simple beam under it for the amplified
// factors of Annex A.
struct MomentShape
{
    double first = 0, middle = 0, last = 0; // N·m
    double bow = 1;                         // π²·EI·δ/(L²·M), 1 for half a sine wave
    bool loaded = false;
};
MomentShape shapeOf(const Segment& s);

// The way of 6.3.3(5) for this member: the brief's, else the set's; Annex A only where it applies.
Options::Interaction interactionWay(const Context& c);

// Table B.3; the formulas for uniform load stand for concentrated loads too, which are never larger.
double equivalentMomentB(const MomentShape& m);
// Table A.2: C_mi,0.
double equivalentMomentA(const MomentShape& m, double n, double ncr);

// Everything 6.61 and 6.62 need for one segment and one set of forces. N (compression), N·m, magnitudes.
struct Beamcolumn
{
    int cls = 1;
    double n = 0, my = 0, mz = 0;
    double dmy = 0, dmz = 0; // N·e_N of class 4
    double nrk = 0, myrk = 0, mzrk = 0;
    Column column;
    Lateral ltb; // χ 1 where it does not apply
    bool ltbApplies = false;
    double c1 = 1; // M_cr over that of uniform moment
    double mcr = 0, mcr0 = 0;
    MomentShape y, z, lt;
    bool swayY = false, swayZ = false; // the buckling length is that of a sway mode (longer than the segment): C_m = 0.9
    double wy = 0, wz = 0;             // moduli of the class
};
struct Stability
{
    double ratio = 0;
    std::string_view clause;
};
template <class Sink> Stability stability(const Context& c, const Beamcolumn& b, Sink& sink);

} // namespace wr::en1993
