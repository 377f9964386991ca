// The options that say how a frame is analysed, shared by the commands that do.
#pragma once

#include "core/analysis/analyse.h"

#include <CLI/CLI.hpp>

namespace wr::cli {

struct ChoiceArguments
{
    bool firstOrder = false, secondOrder = false, amplified = false, reduced = false, rigidInShear = false;
    int stations = 11;

    void add(CLI::App& c)
    {
        auto* first =
            c.add_flag("--first-order", firstOrder,
                       "linear, also where the frame file states another analysis; without any of these the file decides");
        auto* second = c.add_flag("--second-order", secondOrder,
                                  "equilibrium in the deformed shape, P-Delta and P-delta, each combination by itself")
                           ->excludes(first);
        c.add_flag("--amplified", amplified, "first-order forces amplified by B1 and B2, storey by storey")
            ->excludes(second)
            ->excludes(first);
        c.add_flag(
            "--reduced-stiffness", reduced,
            "stiffness of the direct analysis method (0.8, tau-b) for strength combinations, in second order or amplified");
        c.add_flag("--no-shear-deformation", rigidInShear, "leave out shear deformation");
    }
    // The options, else what the frame's file states.
    AnalysisChoice value(const Frame& f) const
    {
        AnalysisChoice c{ForceOrder::First, reduced, !rigidInShear, stations};
        if (secondOrder || amplified)
            c.order = secondOrder ? ForceOrder::Second : ForceOrder::Amplified;
        else if (!firstOrder) {
            c.order = choiceFor(f).order;
            c.reducedStiffness |= choiceFor(f).reducedStiffness;
        }
        return c;
    }
};

} // namespace wr::cli
