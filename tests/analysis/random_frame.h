// Random frames with all that a frame file knows.
#pragma once

#include "tests/support.h"

#include <random>

namespace wr::test {

class Random
{
public:
    explicit Random(unsigned seed) : engine_(seed) {}
    double in(double low, double high) { return std::uniform_real_distribution<double>(low, high)(engine_); }
    bool chance(double p) { return in(0, 1) < p; }
    Vec3 vec(double size) { return {in(-size, size), in(-size, size), in(-size, size)}; }

private:
    std::mt19937 engine_;
};

// Two storeys of a skew grid on four feet, with everything that the frame file knows.
inline Frame randomFrame(unsigned seed)
{
    Random r(seed);
    Frame f = frameOf(beam(
        R"("nodes":[{"id":"x","at":[0,0,0]},{"id":"y","at":[1,0,0]}],
"elements":[{"id":"e","nodes":["x","y"],"section":"S","material":"M"}])",
        R"({"id":"none"})"));
    f.nodes.clear();
    f.elements.clear();
    f.cases.clear();
    f.sections[0].properties.avy = 0.012;
    f.sections[0].properties.avz = 0.015;
    for (int z = 0; z < 3; ++z)
        for (int k = 0; k < 4; ++k) {
            Node n;
            n.id = fmt::format("{}{}", "abcd"[k], z);
            n.at = {(k == 1 || k == 2 ? 6.0 : 0.0) + r.in(-0.5, 0.5), (k >= 2 ? 5.0 : 0.0) + r.in(-0.5, 0.5), 3.5 * z};
            if (z == 0) {
                for (size_t d = 0; d < 3; ++d)
                    n.support[d].held = true;
                for (size_t d = 3; d < 6; ++d)
                    r.chance(0.5) ? n.support[d].held = true : (n.support[d].spring = r.in(1e6, 1e8), true);
            }
            f.nodes.push_back(n);
        }
    const auto add = [&](int i, int j) {
        Element e;
        e.id = fmt::format("E{}", f.elements.size());
        e.section = 0;
        e.material = 0;
        e.i = i;
        e.j = j;
        if (r.chance(0.5)) std::swap(e.i, e.j);
        e.roll = r.in(-3, 3);
        if (r.chance(0.3)) e.releaseI[4] = true;
        if (r.chance(0.3)) e.springJ[5] = r.in(1e6, 1e8);
        if (r.chance(0.4)) {
            e.offsetI = r.vec(0.25);
            e.offsetJ = r.vec(0.25);
        }
        f.elements.push_back(e);
    };
    for (int z = 1; z < 3; ++z)
        for (int k = 0; k < 4; ++k) {
            add(4 * (z - 1) + k, 4 * z + k);
            add(4 * z + k, 4 * z + (k + 1) % 4);
        }
    // Corners of a panel must lie in a plane: the roof nodes are level by making.
    for (int c = 0; c < 3; ++c) {
        LoadCase l;
        l.id = fmt::format("C{}", c);
        l.selfWeight = r.in(0, 2);
        for (int k = 0; k < 6; ++k) {
            const auto e = static_cast<int>(r.in(0, static_cast<double>(f.elements.size()) - 0.01));
            const double length = f.length(f.elements[e]), a = r.in(0, 0.5) * length, b = r.in(0.5, 1) * length;
            const auto axes = static_cast<LoadAxes>(k % 3);
            l.line.push_back({e, axes, a, b, r.vec(9e3), r.vec(9e3)});
            l.point.push_back({e, axes, r.in(0, length), r.vec(2e4), {0, 0, 0}});
        }
        l.nodal.push_back({6 + c, r.vec(3e4), r.vec(1e4)});
        l.area.push_back({{8, 9, 10, 11}, static_cast<LoadAxes>(c), r.vec(3e3), c == 1, {r.in(-1, 1), 1, 0}});
        f.cases.push_back(l);
    }
    f.cases.push_back({});
    f.cases.back().id = "N";
    f.cases.back().notional = NotionalOf{0, {0.6, 0.8, 0}, 0.01};
    Combination u;
    u.id = "U";
    u.terms = {{0, 1.3}, {1, -0.7}, {2, 0.4}, {3, 1.0}};
    f.combinations = {u};
    return f;
}

} // namespace wr::test
