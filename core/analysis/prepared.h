// What analyses of whole loads share: the divided frame with its factor, and one solution after the other on all cores.
#pragma once

#include "core/analysis/refine.h"
#include "core/analysis/solver.h"
#include "core/analysis/system.h"
#include "core/base/progress.h"

#include <functional>
#include <memory>
#include <string_view>
#include <vector>

namespace wr {

// The divided frame with one set of stiffnesses, its cases and its factor.
struct Prepared
{
    size_t nodes; // of the original
    Refined fine;
    FrameSystem system;
    std::vector<CaseLoads> cases;
    FrameSolver linear;

    Prepared(Refined r, size_t originalNodes, bool shearDeformation, std::shared_ptr<AnalysisMemory> memory);
    // False with findings at the places of the original frame.
    bool factor(std::vector<Finding>& findings);
};

// Solves loads 0 to count - 1 beside each other, BLAS with one thread each where there are several. Findings come in the order
// of the loads, at the places of the original frame; what several say alike (a mechanism is the frame's own) is told once.
// from: progress at the start, 0 to 1.
void solveEach(const Prepared& p, size_t count, Progress& progress, double from, std::string_view words,
               std::vector<Finding>& findings, const std::function<void(size_t, std::vector<Finding>&)>& solve);

} // namespace wr
