// What a standard says of second order, as a value: every way of analysis asks it, a standard's folder gives it
// (core/standards/standard.h).
#pragma once

#include "core/frame/design.h"
#include "core/frame/frame.h"
#include "core/frame/loads.h"

#include <optional>

namespace wr {

// By default plain mechanics: nothing reduced, nothing scaled, uniform moments.
struct SecondOrderRules
{
    // Reduced stiffness, in combinations for strength: factor on all stiffnesses of elements and their joints.
    double stiffness = 1;
    // Besides, on bending, from the compression over the yield force Fy·A (with loadScale; negative: tension).
    double (*bending)(double ratio) = [](double) { return 1.0; };
    // Loads of a combination for strength are multiplied by this, its results divided.
    double (*loadScale)(const Combination&) = [](const Combination&) { return 1.0; };
    // Equivalent uniform moment factor of amplified moments, from the end moments as they compress the same fibre (one sign:
    // single curvature), whether the member is loaded along its length, and what its brief states.
    double (*equivalentMoment)(double m1, double m2, bool loaded, std::optional<double> stated) =
        [](double, double, bool, std::optional<double> stated) { return stated.value_or(1.0); };
    std::optional<double> (*statedMoment)(const Brief&) = [](const Brief&) { return std::optional<double>(); };
};

// Elements and their joints made softer; supports and weight stay.
inline void reduceStiffness(Frame& f, const SecondOrderRules& rules)
{
    for (Material& m : f.materials) {
        m.e *= rules.stiffness;
        m.g *= rules.stiffness;
    }
    for (Element& e : f.elements)
        for (auto* springs : {&e.springI, &e.springJ})
            for (double& k : *springs)
                k *= rules.stiffness;
}

} // namespace wr
