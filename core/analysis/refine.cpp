#include "core/analysis/refine.h"

#include "core/analysis/panels.h"
#include "core/analysis/shares.h"

#include <algorithm>
#include <cmath>
#include <cstdlib>
#include <fmt/format.h>

namespace wr {

std::pair<size_t, double> Refined::at(size_t element, double s, bool after) const
{
    const int n = first[element + 1] - first[element];
    const double l = lengths[element] / n, eps = 1e-9 * lengths[element];
    int k = static_cast<int>(std::floor((s + eps) / l));
    if (!after && k > 0 && std::abs(s - k * l) <= eps) --k;
    k = std::clamp(k, 0, n - 1);
    return {static_cast<size_t>(first[element] + k), std::clamp(s - k * l, 0.0, l)};
}

Refined refined(const Frame& f, int pieces)
{
    Refined out;
    out.frame = f;
    Frame& g = out.frame;
    g.elements.clear();
    g.results.clear();
    for (const Element& e : f.elements) {
        const int n = e.behaviour == Behaviour::Beam ? std::max(1, pieces) : 1;
        out.first.push_back(static_cast<int>(g.elements.size()));
        out.lengths.push_back(f.length(e));
        const Vec3 a = f.endI(e), b = f.endJ(e);
        int from = e.i;
        for (int k = 0; k < n; ++k) {
            Element piece = e;
            piece.i = from;
            if (k + 1 < n) {
                Node inner;
                inner.id = fmt::format("{}/{}", e.id, k + 1);
                inner.at = a + (static_cast<double>(k + 1) / n) * (b - a);
                piece.j = from = static_cast<int>(g.nodes.size());
                g.nodes.push_back(std::move(inner));
                piece.releaseJ = {};
                piece.springJ = {};
                piece.offsetJ = {};
            }
            if (k > 0) {
                piece.releaseI = {};
                piece.springI = {};
                piece.offsetI = {};
            }
            g.elements.push_back(std::move(piece));
        }
    }
    out.first.push_back(static_cast<int>(g.elements.size()));
    for (LoadCase& c : g.cases) {
        std::vector<LineLoad> lines, from = c.line;
        for (const PanelLoad& panel : panelLoads(f, c))
            from.insert(from.end(), panel.lines.begin(), panel.lines.end());
        c.area.clear();
        // Sideways shares at the frame's own nodes, not at those that the division adds.
        for (const NodalLoad& n : notionalLoads(f, c))
            c.nodal.push_back(n);
        c.notional.reset();
        for (const LineLoad& l : from) {
            const auto e = static_cast<size_t>(l.element);
            const double to = l.to.value_or(out.lengths[e]);
            const int n = out.first[e + 1] - out.first[e];
            const double part = out.lengths[e] / n;
            for (int k = 0; k < n; ++k) {
                const double a = std::max(l.from, k * part), b = std::min(to, (k + 1) * part);
                if (b - a <= 1e-12 * out.lengths[e]) continue;
                LineLoad p = l;
                p.element = out.first[e] + k;
                p.from = a - k * part;
                p.to = std::min(b - k * part, part);
                p.q0 = l.q0 + ((a - l.from) / (to - l.from)) * (l.q1 - l.q0);
                p.q1 = l.q0 + ((b - l.from) / (to - l.from)) * (l.q1 - l.q0);
                lines.push_back(p);
            }
        }
        c.line = std::move(lines);
        for (PointLoad& p : c.point) {
            const auto [piece, s] = out.at(static_cast<size_t>(p.element), p.at, true);
            p.element = static_cast<int>(piece);
            p.at = s;
        }
        std::vector<ThermalLoad> thermal;
        for (ThermalLoad t : c.thermal) {
            const auto e = static_cast<size_t>(t.element);
            for (int k = out.first[e]; k < out.first[e + 1]; ++k) {
                t.element = k;
                thermal.push_back(t);
            }
        }
        c.thermal = std::move(thermal);
    }
    return out;
}

void placesOfOriginal(const Refined& r, size_t nodes, std::vector<Finding>& findings)
{
    for (Finding& f : findings) {
        const auto index = [&](std::string_view head) {
            return f.place.starts_with(head) ? std::atoi(f.place.c_str() + head.size()) : -1;
        };
        if (const int e = index("/elements/"); e >= 0) {
            const auto it = std::upper_bound(r.first.begin(), r.first.end(), e);
            f.place = fmt::format("/elements/{}", it - r.first.begin() - 1);
        }
        if (index("/nodes/") >= static_cast<int>(nodes)) f.place.clear();
    }
}

} // namespace wr
