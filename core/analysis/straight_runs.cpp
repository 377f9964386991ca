#include "core/analysis/straight_runs.h"

#include <cmath>

namespace wr {

namespace {

class StraightRuns
{
public:
    StraightRuns(const Frame& f, int axis) : f_(f), axis_(axis), atNode_(f.nodes.size()), used_(f.elements.size(), 0)
    {
        for (size_t e = 0; e < f.elements.size(); ++e)
            for (const int n : {f.elements[e].i, f.elements[e].j})
                atNode_[n].push_back(static_cast<int>(e));
    }

    std::vector<StraightRun> find()
    {
        std::vector<StraightRun> out;
        for (size_t e = 0; e < f_.elements.size(); ++e)
            if (!used_[e] && f_.elements[e].behaviour == Behaviour::Beam) out.push_back(through(static_cast<int>(e)));
        return out;
    }

private:
    static constexpr double kStops = 0.1; // cosine from which on something can push in a direction

    Vec3 direction(int e) const { return normalized(f_.endJ(f_.elements[e]) - f_.endI(f_.elements[e])); }
    Vec3 sideways(int e) const
    {
        const Axes axes = elementAxes(f_, f_.elements[e]);
        return axis_ == 0 ? axes.z : axes.y;
    }
    int otherEnd(int e, int node) const { return f_.elements[e].i == node ? f_.elements[e].j : f_.elements[e].i; }

    // The element that goes on behind a node, or -1.
    int next(int e, int node) const
    {
        const Vec3 across = sideways(e);
        if (f_.nodes[node].supportHolds(across, kStops)) return -1;
        int on = -1;
        for (const int other : atNode_[node]) {
            if (other == e) continue;
            const Element& b = f_.elements[other];
            if (std::abs(dot(direction(e), direction(other))) > 0.9998 && f_.elements[e].section == b.section &&
                b.behaviour == Behaviour::Beam && std::abs(dot(across, sideways(other))) > 0.99)
                on = other;
            else if (std::abs(dot(direction(other), across)) > kStops)
                return -1;
        }
        return on;
    }

    StraightRun through(int e)
    {
        // Back to the start of the run, then along it.
        int at = e, node = f_.elements[e].i;
        for (size_t guard = 0; guard < f_.elements.size(); ++guard) {
            const int before = next(at, node);
            if (before < 0 || before == e) break;
            at = before;
            node = otherEnd(at, node);
        }
        StraightRun run;
        while (at >= 0 && !used_[at]) {
            used_[at] = 1;
            const int lead = run.elements.empty() ? at : run.elements.front().element;
            run.elements.push_back({at, f_.elements[at].i != node, dot(sideways(at), sideways(lead)) < 0 ? -1.0 : 1.0});
            run.length += f_.length(f_.elements[at]);
            node = otherEnd(at, node);
            at = next(at, node);
        }
        return run;
    }

    const Frame& f_;
    int axis_;
    std::vector<std::vector<int>> atNode_;
    std::vector<char> used_;
};

} // namespace

std::vector<StraightRun> straightRuns(const Frame& f, int axis)
{
    return StraightRuns(f, axis).find();
}

} // namespace wr
