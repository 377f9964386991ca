// EN 1993-1-1 6.2.8 to 6.2.10 and EN 1993-1-5 7.1: axial force, bending and shear at one place, all of one combination.
#pragma once

#include "core/standards/en1993/resistance.h"

namespace wr::en1993 {

// Forces at one station: n compression positive; the others as in Action3, shears and torsion as magnitudes.
struct Station
{
    Action3 a;
    double vy = 0, vz = 0, t = 0;
};

// What does not depend on forces.
struct SectionConstants
{
    double vz = 0, vy = 0;                        // V_pl,Rd
    double vb = kUncovered, vbMinor = kUncovered; // V_bw,Rd where the web (or the walls of a tube) may buckle in shear
    // What a torque adds to the shear of a buckling tube's walls: V + T·torqueZ along z, V + T·torqueY along y, 1/m. 0 for
    // others.
    double torqueZ = 0, torqueY = 0;
    double avz = 0, avy = 0;
    double tube = 0; // T_Rd of a hollow section, 0: open
};
SectionConstants constantsOf(const Context& c);

// 6.2.7(9): share of the plastic shear resistance that torsion leaves to a hollow section; 1 for open ones.
double torsionLeaves(const SectionConstants& k, double t);
// T_Rd of a hollow section, St Venant.
template <class Sink> Resistance tubeTorsion(const Context& c, Sink& sink);

// Heel and sharp corners of the toes of an angle about its principal axes (y, z), m: a little outside the rounded toes that its
// W_el counts with.
std::array<std::pair<double, double>, 5> angleCorners(const Context& c);

// 6.2.9.1(4), (5): what axial force leaves of the plastic moments of a double-tee section.
struct AxialShareI
{
    double a = 0, web = 0; // area of the web over that of the section, at most 0.5; its yield force h_w·t_w·fy/γM0, N

    AxialShareI() = default;
    explicit AxialShareI(const Context& c);

    struct Left
    {
        double y, z;         // of M_pl,Rd: 1 down to 0
        bool wholeY, wholeZ; // no reduction needed
    };
    // n: N_Ed/N_Rd, below 1; force: N_Ed.
    Left left(double n, double force) const;
};

// Utilisation of the section; clause says which rule. cls: class under these forces.
struct Combined
{
    double ratio = 0;
    std::string_view clause;
};
template <class Sink> Combined combined(const Context& c, const Plates& plates, const Effective& e, const SectionConstants& k,
                                        const Station& s, int cls, Sink& sink);

} // namespace wr::en1993
