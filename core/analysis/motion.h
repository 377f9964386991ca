// What an analysis says of the nodes.
#pragma once

#include "core/base/vec.h"

#include <vector>

namespace wr {

// Displacements and support forces of the nodes for one right-hand side, global.
struct NodeMotion
{
    std::vector<Vec3> u, r; // per node
    std::vector<Vec3> f, m; // per node: support on structure
};

// A shape without a size of its own, at the nodes; the largest translation is 1.
struct ModeShape
{
    double factor = 0; // critical load factor
    std::vector<Vec3> u, r;
};

} // namespace wr
