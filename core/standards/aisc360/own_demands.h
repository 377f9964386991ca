// What AISC 360 wants of the forces beside what all standards share.
#pragma once

#include "core/standards/gather.h"

namespace wr::aisc360 {

// Shear within one stiffener spacing of the ends, where the tension field has nothing to hold on to, and beyond (G2.2, G3).
struct PanelShear
{
    Extreme end, inside;
};

struct AiscDemands final : OwnDemands
{
    double shearLength = 0;         // m, L_v of G5: the longest way from the largest shear of a set to where it vanishes
    std::vector<PanelShear> panels; // by set; empty where no tension field is asked for
};

std::unique_ptr<Gatherer> gatherer(const GatherInput& in);
const AiscDemands& ownOf(const Demands& d); // of demands made by hand: nothing

} // namespace wr::aisc360
