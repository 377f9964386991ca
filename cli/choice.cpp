#include "cli/choice.h"

namespace wr::cli {

std::vector<Argument> ChoiceArguments::arguments()
{
    return {
        {"--first-order",
         "linear, also where the frame file states another analysis; without any of these three the file decides", &firstOrder},
        {.name = "--second-order",
         .help = "equilibrium in the deformed shape, P-Delta and P-delta, each combination by itself",
         .into = &secondOrder,
         .without = {"--first-order"}},
        {.name = "--amplified",
         .help = "first-order forces amplified by B1 and B2, storey by storey",
         .into = &amplified,
         .without = {"--second-order", "--first-order"}},
        {"--reduced-stiffness",
         "stiffness of the direct analysis method (0.8, tau-b) for strength combinations, in second order or amplified",
         &reduced},
        {"--no-shear-deformation", "leave out shear deformation", &rigidInShear},
    };
}

AnalysisChoice ChoiceArguments::value(const Frame& f) const
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

} // namespace wr::cli
