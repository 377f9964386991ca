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
    const double eps = 1e-9 * lengths[element];
    int k = first[element];
    while (k + 1 < first[element + 1] && s >= starts[k + 1] - eps) {
        if (!after && std::abs(s - starts[k + 1]) <= eps) break;
        ++k;
    }
    return {static_cast<size_t>(k), std::clamp(s - starts[k], 0.0, end(element, k) - starts[k])};
}

namespace {

// Places where each beam is cut, ends included.
std::vector<std::vector<double>> cutsOf(const Frame& f, int pieces)
{
    std::vector<std::vector<double>> out(f.elements.size());
    for (size_t e = 0; e < f.elements.size(); ++e) {
        const double l = f.length(f.elements[e]);
        const int n = f.elements[e].behaviour == Behaviour::Beam ? std::max(1, pieces) : 1;
        for (int k = 0; k <= n; ++k)
            out[e].push_back(l * k / n);
    }
    if (pieces <= 1) return out;
    const auto cut = [&](int element, double s) {
        if (f.elements[element].behaviour == Behaviour::Beam) out[element].push_back(s);
    };
    for (const LoadCase& c : f.cases) {
        for (const PointLoad& p : c.point)
            cut(p.element, p.at);
        for (const LineLoad& l : c.line) {
            cut(l.element, l.from);
            if (l.to) cut(l.element, *l.to);
        }
    }
    for (size_t e = 0; e < out.size(); ++e) {
        const double l = f.length(f.elements[e]), least = 1e-3 * l; // a piece shorter than that only costs digits
        std::vector<double>& at = out[e];
        std::sort(at.begin(), at.end());
        std::vector<double> kept{0};
        for (const double s : at)
            if (s - kept.back() > least && l - s > least) kept.push_back(s);
        kept.push_back(l);
        at = std::move(kept);
    }
    return out;
}

// One element as its pieces: nodes between them, releases, springs and offsets only at its own ends.
void divide(const Frame& f, const Element& e, const std::vector<double>& cuts, Refined& out)
{
    Frame& g = out.frame;
    const Vec3 a = f.endI(e), b = f.endJ(e);
    const double l = f.length(e);
    int from = e.i;
    for (size_t k = 0; k + 1 < cuts.size(); ++k) {
        Element piece = e;
        piece.i = from;
        if (k + 2 < cuts.size()) {
            Node inner;
            inner.id = fmt::format("{}/{}", e.id, k + 1);
            inner.at = a + (cuts[k + 1] / l) * (b - a);
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
        out.starts.push_back(cuts[k]);
        g.elements.push_back(std::move(piece));
    }
}

// The part of a line load that lies on each piece.
void spread(const LineLoad& l, const Refined& r, std::vector<LineLoad>& out)
{
    const auto e = static_cast<size_t>(l.element);
    const double to = l.to.value_or(r.lengths[e]);
    for (int k = r.first[e]; k < r.first[e + 1]; ++k) {
        const double start = r.starts[k], end = r.end(e, k);
        const double a = std::max(l.from, start), b = std::min(to, end);
        if (b - a <= 1e-12 * r.lengths[e]) continue;
        LineLoad p = l;
        p.element = k;
        p.from = a - start;
        p.to = b - start;
        p.q0 = l.q0 + ((a - l.from) / (to - l.from)) * (l.q1 - l.q0);
        p.q1 = l.q0 + ((b - l.from) / (to - l.from)) * (l.q1 - l.q0);
        out.push_back(p);
    }
}

// The loads of one case, moved onto the pieces.
void moveLoads(const Frame& f, LoadCase& c, const Refined& r)
{
    std::vector<LineLoad> lines, whole = c.line;
    for (const PanelLoad& panel : panelLoads(f, c))
        whole.insert(whole.end(), panel.lines.begin(), panel.lines.end());
    for (const LineLoad& l : whole)
        spread(l, r, lines);
    c.area.clear();
    // Sideways shares at the frame's own nodes, not at those that the division adds.
    for (const NodalLoad& n : notionalLoads(f, c))
        c.nodal.push_back(n);
    c.notional.reset();
    c.line = std::move(lines);
    for (PointLoad& p : c.point) {
        const auto [piece, s] = r.at(static_cast<size_t>(p.element), p.at, true);
        p.element = static_cast<int>(piece);
        p.at = s;
    }
    std::vector<ThermalLoad> thermal;
    for (ThermalLoad t : c.thermal) {
        const int e = t.element;
        for (int k = r.first[e]; k < r.first[e + 1]; ++k) {
            t.element = k;
            thermal.push_back(t);
        }
    }
    c.thermal = std::move(thermal);
}

} // namespace

Refined refined(const Frame& f, int pieces)
{
    Refined out;
    out.frame = f;
    out.frame.elements.clear();
    out.frame.results.clear();
    const std::vector<std::vector<double>> cuts = cutsOf(f, pieces);
    for (size_t e = 0; e < f.elements.size(); ++e) {
        out.first.push_back(static_cast<int>(out.frame.elements.size()));
        out.lengths.push_back(f.length(f.elements[e]));
        divide(f, f.elements[e], cuts[e], out);
    }
    out.first.push_back(static_cast<int>(out.frame.elements.size()));
    for (size_t c = 0; c < f.cases.size(); ++c)
        moveLoads(f, out.frame.cases[c], out);
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
