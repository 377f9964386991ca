// A bound of the section check (combined.h) that needs no class and no case: most places of most combinations are told by it
// alone.
#pragma once

#include "core/standards/en1993/strengths.h"

namespace wr::en1993 {

class SectionBound
{
public:
    SectionBound(const Context& c, const Strengths& s);

    // Never less than the ratio of combined() at a place where shear is small and no torsion takes from it: N, N·m, any signs.
    double atMost(double n, double my, double mz) const;
    // The same for every place of a set.
    double atMost(const SetDemand& x) const;
    // Is shear too small to take from any resistance (6.2.8(2), EN 1993-1-5 7.1(1))?
    bool smallShear(double vz, double vy) const { return vz <= vz_ && vy <= vy_; }

private:
    double n_, my_, mz_;                  // what a newton and a newton metre come to in a sum of the parts
    double whole_;                        // A·fy/γM0
    double vz_, vy_;                      // half of the shear resistances
    bool sums_ = true, plasticI_ = false; // can a sum of the parts rule; can 6.2.9.1 for double-tee sections
    AxialShareI share_;
    double plasticY_ = 0, plasticZ_ = 0; // M_pl,Rd
};

} // namespace wr::en1993
