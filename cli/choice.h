// The options that say how a frame is analysed, shared by the commands that do.
#pragma once

#include "core/analysis/analyse.h"

#include <CLI/CLI.hpp>

namespace wr::cli {

struct ChoiceArguments
{
    bool secondOrder = false, amplified = false, reduced = false, rigidInShear = false;
    int stations = 11;

    void add(CLI::App& c)
    {
        auto* second = c.add_flag("--second-order", secondOrder,
                                  "equilibrium in the deformed shape, P-Delta and P-delta, each combination by itself");
        c.add_flag("--amplified", amplified, "first-order forces amplified by B1 and B2, storey by storey")->excludes(second);
        c.add_flag(
            "--reduced-stiffness", reduced,
            "stiffness of the direct analysis method (0.8, tau-b) for strength combinations, in second order or amplified");
        c.add_flag("--no-shear-deformation", rigidInShear, "leave out shear deformation");
    }
    AnalysisChoice value() const
    {
        return {secondOrder ? ForceOrder::Second
                : amplified ? ForceOrder::Amplified
                            : ForceOrder::First,
                reduced, !rigidInShear, stations};
    }
};

} // namespace wr::cli
