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

std::vector<StoreyDrift> storeyDrifts(const Frame& f, const std::vector<Storey>& storeys, const NodeMotion& motion)
{
    std::vector<StoreyDrift> out;
    const Vec3 up = f.upward();
    const auto flat = [&](Vec3 v) { return v - dot(v, up) * up; };
    std::vector<int> feet;
    for (size_t n = 0; n < f.nodes.size(); ++n)
        if (f.nodes[n].supported()) feet.push_back(static_cast<int>(n));
    for (size_t s = 0; s < storeys.size(); ++s) {
        StoreyDrift worst;
        double most = -1;
        for (const int n : storeys[s].nodes) {
            const Vec3 at = f.nodes[n].at;
            // Under it: on the floor below, or a support between the two floors.
            int under = -1;
            double nearest = kPlumb;
            const auto look = [&](int m) {
                const Vec3 d = f.nodes[m].at - at;
                if (dot(d, up) > -kOneFloor || dot(d, up) < storeys[s].below - storeys[s].level - kOneFloor) return;
                if (const double off = norm(flat(d)); off < nearest) {
                    under = m;
                    nearest = off;
                }
            };
            if (s > 0) std::for_each(storeys[s - 1].nodes.begin(), storeys[s - 1].nodes.end(), look);
            if (under < 0) std::for_each(feet.begin(), feet.end(), look);
            if (under < 0) continue;
            const Vec3 drift = flat(motion.u[n] - motion.u[under]);
            if (norm(drift) > most) {
                most = norm(drift);
                worst = {static_cast<int>(s), n, under, drift};
            }
        }
        if (worst.node >= 0) out.push_back(worst);
    }
    return out;
}

} // namespace wr
