#include "core/analysis/results.h"

namespace wr {

GivenResult resultOf(const Frame& f, const ForceTable& forces, const std::vector<std::pair<int, double>>& terms,
                     const std::function<const NodeMotion&(int column)>& motion)
{
    GivenResult g;
    for (size_t e = 0; e < f.elements.size(); ++e) {
        GivenElement ge;
        ge.element = static_cast<int>(e);
        for (int k = forces.first[e]; k < forces.first[e + 1]; ++k) {
            GivenStation s;
            s.s = forces.s[static_cast<size_t>(k)];
            for (const auto& [column, factor] : terms) {
                const double* v = forces.at(k, static_cast<size_t>(column));
                for (size_t i = 0; i < 6; ++i)
                    s.force[i] += factor * v[i];
            }
            ge.stations.push_back(s);
        }
        g.elements.push_back(std::move(ge));
    }
    for (size_t n = 0; n < f.nodes.size(); ++n) {
        NodeResult node;
        node.node = static_cast<int>(n);
        for (const auto& [column, k] : terms) {
            const NodeMotion& m = motion(column);
            node.u = node.u + k * m.u[n], node.r = node.r + k * m.r[n], node.f = node.f + k * m.f[n],
            node.m = node.m + k * m.m[n];
        }
        g.nodes.push_back(node);
    }
    return g;
}

} // namespace wr
