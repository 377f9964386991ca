#include "core/analysis/shares.h"

#include "core/analysis/element.h"
#include "core/analysis/panels.h"

namespace wr {

namespace {

// Calls use(element, position, force): every force on an element as one or two concentrated ones of the same resultant.
template <class F> void spanForces(const Frame& f, const LoadCase& c, F use)
{
    const std::vector<SpanLoads> spans = spanLoads(f, c);
    for (size_t e = 0; e < spans.size(); ++e) {
        if (spans[e].empty()) continue;
        const Axes axes = elementAxes(f, f.elements[e]);
        for (const auto& line : spans[e].lines) {
            // A trapezoid is two triangles, each with its resultant at a third.
            const double length = line.to - line.from;
            use(e, line.from + length / 3, axes.toGlobal(length / 2 * line.q0));
            use(e, line.to - length / 3, axes.toGlobal(length / 2 * line.q1));
        }
        for (const auto& p : spans[e].points)
            use(e, p.at, axes.toGlobal(p.f));
    }
}

} // namespace

std::vector<Vec3> nodalShares(const Frame& f, const LoadCase& c)
{
    std::vector<Vec3> out(f.nodes.size());
    for (const NodalLoad& n : c.nodal)
        out[n.node] = out[n.node] + n.f;
    spanForces(f, c, [&](size_t e, double at, Vec3 force) {
        const Element& el = f.elements[e];
        const double share = at / f.length(el);
        Vec3 &i = out[el.i], &j = out[el.j];
        i = i + (1 - share) * force;
        j = j + share * force;
    });
    return out;
}

std::vector<NodalLoad> notionalLoads(const Frame& f, const LoadCase& c)
{
    std::vector<NodalLoad> out;
    if (!c.notional || c.notional->loadCase < 0) return out;
    const std::vector<Vec3> shares = nodalShares(f, f.cases[c.notional->loadCase]);
    for (size_t n = 0; n < shares.size(); ++n)
        if (const double down = -dot(shares[n], f.upward()); down != 0)
            out.push_back({static_cast<int>(n), (c.notional->factor * down) * c.notional->direction, {}});
    return out;
}

bool sumsAgree(const Vec3& hand, const Vec3& total)
{
    return norm(hand - total) <= 0.005 * std::max(norm(hand), norm(total));
}

LoadTotals loadTotals(const Frame& f, const LoadCase& c)
{
    LoadTotals t;
    const auto spans = [&](const LoadCase& only) {
        Vec3 sum;
        spanForces(f, only, [&](size_t, double, Vec3 force) { sum = sum + force; });
        return sum;
    };
    LoadCase part;
    part.selfWeight = c.selfWeight;
    t.selfWeight = spans(part);
    part = {};
    part.line = c.line;
    t.line = spans(part);
    part = {};
    part.point = c.point;
    t.point = spans(part);
    part = {};
    part.area = c.area;
    t.area = spans(part);
    for (const PanelLoad& p : panelLoads(f, c))
        t.panels = t.panels + p.total;
    for (const NodalLoad& n : c.nodal)
        t.nodal = t.nodal + n.f;
    for (const NodalLoad& n : notionalLoads(f, c))
        t.notional = t.notional + n.f;
    return t;
}

} // namespace wr
