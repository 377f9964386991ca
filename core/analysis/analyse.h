// The forces of a frame by whatever way it needs: case by case where they superpose, combination by combination where they do
// not.
#pragma once

#include "core/analysis/combinations.h"

namespace wr {

struct FrameForces
{
    bool ok = false;
    std::vector<Finding> findings;
    ForceTable forces;
};

FrameForces analyseForces(const Frame& f, bool secondOrder, Progress& progress);

} // namespace wr
