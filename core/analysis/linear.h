// Linear static analysis of a frame: one sparse factorisation for all cases, section forces at stations, displacements and
// reactions.
#pragma once

#include "core/base/progress.h"
#include "core/frame/forces.h"
#include "core/frame/frame.h"

#include <vector>

namespace wr {

struct AnalysisOptions
{
    bool shearDeformation = true;
    int stations = 11; // equally spaced per element, ends included; load points come on top
};

struct CaseDisplacements
{
    std::vector<Vec3> u, r; // per node, global
    std::vector<Vec3> f, m; // per node: support on structure
};

struct AnalysisResult
{
    bool ok = false; // false: findings say why, forces are empty
    std::vector<Finding> findings;
    ForceTable forces; // columns are the cases
    std::vector<CaseDisplacements> cases;
    int freedoms = 0;
    double residual = 0; // largest |K u - f| / |f| over the cases
    double softness = 0; // Rayleigh quotient of the softest scaled mode: near 1e-16 is a mechanism
};

// Codes: analysis.mechanism (names node and direction), analysis.unresisted-moment, analysis.not-covered, analysis.no-loads,
// analysis.unbalanced, analysis.ill-conditioned.
AnalysisResult analyseLinear(const Frame& f, const AnalysisOptions& options, Progress& progress);

// The frame with its "results" filled in: one entry per case and one per combination (first order).
Frame withResults(const Frame& f, const AnalysisResult& r);

} // namespace wr
