#include "core/analysis/storeys.h"

#include <algorithm>
#include <cmath>

namespace wr {

namespace {

constexpr double kOneFloor = 0.05; // m: heights nearer than this are one floor
constexpr double kPlumb = 0.1;     // m: how far off a node may stand and still be under another

} // namespace

std::vector<Storey> storeysOf(const Frame& f)
{
    std::vector<double> heights;
    const auto height = [&](int n) { return dot(f.nodes[n].at, f.upward()); };
    double base = 1e300;
    for (size_t n = 0; n < f.nodes.size(); ++n)
        if (f.nodes[n].supported()) base = std::min(base, height(static_cast<int>(n)));
    if (base > 1e299) return {};
    for (const Diaphragm& d : f.diaphragms)
        for (const int n : d.nodes)
            heights.push_back(height(n));
    for (const Element& e : f.elements)
        if (std::abs(height(e.i) - height(e.j)) < 0.01 * f.length(e)) {
            heights.push_back(height(e.i));
            heights.push_back(height(e.j));
        }
    std::sort(heights.begin(), heights.end());
    std::vector<Storey> out;
    for (const double h : heights) {
        const double under = out.empty() ? base : out.back().level;
        if (h < under + kOneFloor) continue;
        Storey s;
        s.level = h;
        s.below = under;
        out.push_back(std::move(s));
    }
    for (size_t n = 0; n < f.nodes.size(); ++n)
        for (Storey& s : out)
            if (const double d = height(static_cast<int>(n)) - s.level; d > -1e-6 && d < kOneFloor)
                s.nodes.push_back(static_cast<int>(n));
    return out;
}

std::vector<PlumbPair> plumbPairs(const Frame& f, const std::vector<Storey>& storeys)
{
    std::vector<PlumbPair> out;
    const Vec3 up = f.upward();
    std::vector<int> feet;
    for (size_t n = 0; n < f.nodes.size(); ++n)
        if (f.nodes[n].supported()) feet.push_back(static_cast<int>(n));
    for (size_t s = 0; s < storeys.size(); ++s)
        for (const int n : storeys[s].nodes) {
            const Vec3 at = f.nodes[n].at;
            int under = -1;
            double nearest = kPlumb;
            const auto look = [&](int m) {
                const Vec3 d = f.nodes[m].at - at;
                if (dot(d, up) > -kOneFloor || dot(d, up) < storeys[s].below - storeys[s].level - kOneFloor) return;
                if (const double off = norm(d - dot(d, up) * up); off < nearest) {
                    under = m;
                    nearest = off;
                }
            };
            if (s > 0) std::for_each(storeys[s - 1].nodes.begin(), storeys[s - 1].nodes.end(), look);
            if (under < 0) std::for_each(feet.begin(), feet.end(), look);
            if (under >= 0) out.push_back({static_cast<int>(s), n, under});
        }
    return out;
}

Vec3 driftOf(const Frame& f, const PlumbPair& p, const NodeMotion& motion)
{
    const Vec3 d = motion.u[p.node] - motion.u[p.under];
    return d - dot(d, f.upward()) * f.upward();
}

std::vector<StoreyDrift> storeyDrifts(const Frame& f, const std::vector<Storey>& storeys, const NodeMotion& motion)
{
    std::vector<StoreyDrift> out;
    for (const PlumbPair& p : plumbPairs(f, storeys)) {
        const Vec3 drift = driftOf(f, p, motion);
        if (out.empty() || out.back().storey != p.storey)
            out.push_back({p.storey, p.node, p.under, drift});
        else if (norm(drift) > norm(out.back().drift))
            out.back() = {p.storey, p.node, p.under, drift};
    }
    return out;
}

} // namespace wr
