#include "core/analysis/analyse.h"

#include <algorithm>

namespace wr {

namespace {

// Σ factor · column of the stations' forces and of what the nodes do.
GivenResult resultOf(const Frame& f, const FrameForces& r, const std::vector<std::pair<int, double>>& terms)
{
    const ForceTable& forces = r.forces;
    GivenResult g;
    for (size_t e = 0; e < f.elements.size(); ++e) {
        GivenElement ge;
        ge.element = static_cast<int>(e);
        for (int k = forces.first[e]; k < forces.first[e + 1]; ++k) {
            GivenStation s;
            s.s = forces.s[k];
            for (const auto& [column, factor] : terms) {
                const double* v = forces.at(k, static_cast<size_t>(column));
                for (size_t i = 0; i < 6; ++i)
                    s.force[i] += factor * v[i];
            }
            ge.stations.push_back(s);
        }
        g.elements.push_back(std::move(ge));
    }
    const NodeMotion m = motionOf(r, terms);
    for (size_t n = 0; n < m.u.size(); ++n)
        g.nodes.push_back({static_cast<int>(n), m.u[n], m.r[n], m.f[n], m.m[n]});
    return g;
}

} // namespace

FrameForces givenResults(const Frame& f, std::vector<Finding>& findings)
{
    FrameForces out;
    out.ok = true;
    out.forces = givenForces(f, findings);
    for (const GivenResult& g : f.results) {
        NodeMotion m;
        if (!g.nodes.empty())
            for (auto* v : {&m.u, &m.r, &m.f, &m.m})
                v->resize(f.nodes.size());
        for (const NodeResult& n : g.nodes) {
            const auto k = static_cast<size_t>(n.node);
            m.u[k] = n.u;
            m.r[k] = n.r;
            m.f[k] = n.f;
            m.m[k] = n.m;
        }
        out.motions.push_back(std::move(m));
    }
    return out;
}

void eachResult(const Frame& f, const FrameForces& r, const std::function<void(const GivenResult&)>& take)
{
    const auto solved = [&](const std::vector<std::pair<int, double>>& terms) {
        return std::all_of(terms.begin(), terms.end(), [&](const auto& t) { return !r.motions[t.first].u.empty(); });
    };
    const auto give = [&](int combination, int loadCase, const std::vector<std::pair<int, double>>& terms) {
        if (!solved(terms)) return;
        GivenResult g = resultOf(f, r, terms);
        g.combination = combination;
        g.loadCase = loadCase;
        g.orderSaid = true;
        g.secondOrder = r.forces.secondOrder;
        g.amplified = r.forces.amplified;
        g.reducedStiffness = !r.outcomes.empty() && !terms.empty() && r.outcomes[terms.front().first].reduced;
        take(g);
    };
    for (size_t c = 0; c < r.forces.columns; ++c)
        if (r.forces.columnCase[c] >= 0) give(-1, r.forces.columnCase[c], {{static_cast<int>(c), 1.0}});
    for (const ForceSet& s : r.forces.sets)
        give(s.combination, -1, s.terms);
}

Frame withResults(const Frame& f, const FrameForces& r)
{
    Frame out = f;
    out.results.clear();
    out.modes.clear();
    eachResult(f, r, [&](const GivenResult& g) { out.results.push_back(g); });
    return out;
}

} // namespace wr
