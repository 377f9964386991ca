#include "core/intake/node_places.h"

#include <cmath>

namespace wr {

int NodePlaces::at(Vec3 p)
{
    // What is near lies in the place's own cell or a neighbour.
    const double side = 2 * together_;
    const auto cell = [&](double v) { return static_cast<std::int64_t>(std::floor(v / side)); };
    const auto& nodes = std::as_const(a_.frame()).nodes;
    for (std::int64_t i = -1; i <= 1; ++i)
        for (std::int64_t j = -1; j <= 1; ++j)
            for (std::int64_t k = -1; k <= 1; ++k)
                if (const auto here = cells_.find({cell(p.x) + i, cell(p.y) + j, cell(p.z) + k}); here != cells_.end())
                    for (const int n : here->second)
                        if (norm(nodes[static_cast<size_t>(n)].at - p) <= together_) return n;
    const int index = static_cast<int>(nodes.size());
    Node n;
    n.id = std::to_string(index + 1);
    n.at = p;
    a_.nodes.emplace(n.id, index);
    a_.frame().nodes.push_back(std::move(n));
    cells_[{cell(p.x), cell(p.y), cell(p.z)}].push_back(index);
    return index;
}

} // namespace wr
