// What the direct analysis method (AISC 360-22 chapter C) changes of stiffness and loads, for every way of second order.
#pragma once

#include "core/analysis/combinations.h"

namespace wr {

// C2.3(a): on all stiffnesses that count for stability.
constexpr double kStiffnessReduction = 0.8;

// On elements and their joints; supports and weight stay.
inline void reduceStiffness(Frame& f)
{
    for (Material& m : f.materials) {
        m.e *= kStiffnessReduction;
        m.g *= kStiffnessReduction;
    }
    for (Element& e : f.elements)
        for (auto* springs : {&e.springI, &e.springJ})
            for (double& k : *springs)
                k *= kStiffnessReduction;
}

// Stiffness is reduced for these only.
inline bool forStrength(const Frame& f, const WholeLoad& l)
{
    return l.combination >= 0 && forStrength(f.combinations[l.combination].purpose);
}

// α of C2.1(d) and Appendix 8: second-order effects of ASD loads are those of 1.6 times the loads.
inline double asdScale(const Frame& f, const WholeLoad& l)
{
    return forStrength(f, l) && f.combinations[l.combination].basis == "asd" ? 1.6 : 1.0;
}

} // namespace wr
