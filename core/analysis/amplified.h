// Second-order effects by amplified first-order forces, storey by storey: B1 and B2 of AISC 360-22 Appendix 8.
#pragma once

#include "core/analysis/combinations.h"
#include "core/analysis/storeys.h"

namespace wr {

// B2 of one storey in one plan direction under one combination (Eqs. A-8-6, A-8-7 with RM for moment frames throughout).
struct StoreyFactor
{
    int combination = -1, storey = -1;
    int direction = 0;             // 0, 1: the plan axes x, y (x, z for up = y)
    double load = 0, critical = 0; // α·Pstory, Pe,story; N
    double b2 = 1;
};

struct AmplifiedResult
{
    CombinationResult wholes; // columns and outcomes as analyseCombinations gives them
    std::vector<Storey> storeys;
    std::vector<StoreyFactor> factors;
    double largestB1 = 1;
};

// Each floor's nodes are held sideways (no translation: nt), then let go under the holding forces reversed (lt);
// M = B1·Mnt + B2·Mlt, the rest nt + B2·lt. B1 goes by pieces of straight members between joints with K = 1.
// Refuses frames without storeys and frames with one-way elements. Of the options shear deformation, stations, memory and
// reduced stiffness (without τb) count.
AmplifiedResult analyseAmplified(const Frame& f, const CombinationOptions& options, const SecondOrderRules& rules,
                                 Progress& progress);

} // namespace wr
