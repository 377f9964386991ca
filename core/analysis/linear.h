// Linear static analysis of a frame: one sparse factorisation for all cases, section forces at stations, displacements and
// reactions.
#pragma once

#include "core/analysis/motion.h"
#include "core/base/progress.h"
#include "core/frame/forces.h"
#include "core/frame/frame.h"

#include <memory>
#include <vector>

namespace wr {

class AnalysisMemory;

struct AnalysisOptions
{
    bool shearDeformation = true;
    int stations = 11;                                // equally spaced per element, ends included; load points come on top
    std::shared_ptr<AnalysisMemory> memory = nullptr; // keeps symbolic factorisations from one analysis to the next
};

struct AnalysisResult
{
    bool ok = false; // false: findings say why, forces are empty
    std::vector<Finding> findings;
    ForceTable forces; // columns are the cases
    std::vector<NodeMotion> cases;
    int freedoms = 0;
    double residual = 0; // largest |K u - f| / |f| over the cases
    double accuracy = 0; // relative error measured on that mode: what the equations' condition costs
};

// Frames with one-way elements do not superpose and are refused here: combinations.h solves them.
// Codes: analysis.constraint, analysis.mechanism (names node and direction), analysis.unresisted-moment, analysis.not-covered,
// analysis.no-loads, analysis.unbalanced, analysis.ill-conditioned.
AnalysisResult analyseLinear(const Frame& f, const AnalysisOptions& options, Progress& progress);

} // namespace wr
