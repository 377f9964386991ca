// Results of an analysis as entries of the frame file.
#pragma once

#include "core/analysis/motion.h"
#include "core/frame/forces.h"

#include <functional>

namespace wr {

// Σ factor · column of the stations' forces and of what the nodes do.
GivenResult resultOf(const Frame& f, const ForceTable& forces, const std::vector<std::pair<int, double>>& terms,
                     const std::function<const NodeMotion&(int column)>& motion);

} // namespace wr
