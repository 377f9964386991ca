#include "core/analysis/deflected.h"

#include "core/analysis/direct_method.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace wr {

std::vector<ShownLoad> shownLoads(const Frame& f, const FrameForces& r)
{
    std::vector<ShownLoad> out;
    for (const ForceSet& s : r.forces.sets)
        out.push_back(
            {s.combination, -1, s.step, setName(f, s), s.terms, f.combinations[static_cast<size_t>(s.combination)].terms});
    for (size_t k = 0; k < r.forces.columns; ++k) {
        int c = k < r.forces.columnCase.size() ? r.forces.columnCase[k] : -1, step = -1;
        if (r.forces.given && k < f.results.size()) c = f.results[k].loadCase, step = f.results[k].step;
        if (c < 0) continue;
        ShownLoad l{-1, c, step, f.cases[static_cast<size_t>(c)].id, {{static_cast<int>(k), 1.0}}, {{c, 1.0}}};
        if (step >= 0) l.name += " step " + std::to_string(step);
        out.push_back(std::move(l));
    }
    return out;
}

namespace {

// Bending in one plane: deflections at the stations from moments and shears there.
struct Plane
{
    double ei, ga, curvature;
    std::vector<double> shape(const std::vector<double>& s, const std::vector<double>& m, const std::vector<double>& v) const
    {
        std::vector<double> w(s.size(), 0.0);
        double slope = 0; // of bending
        for (size_t k = 1; k < s.size(); ++k) {
            const double h = s[k] - s[k - 1];
            w[k] = w[k - 1];
            if (h <= 0) continue;
            // Moments are cubics with the shears as slopes.
            const double once = h / 2 * (m[k - 1] + m[k]) + h * h / 12 * (v[k - 1] - v[k]);
            const double twice = h * h * (7 * m[k - 1] + 3 * m[k]) / 20 + h * h * h * (v[k - 1] / 20 - v[k] / 30);
            w[k] += slope * h + twice / ei + curvature * h * h / 2;
            if (ga > 0) w[k] -= (m[k] - m[k - 1]) / ga;
            slope += once / ei + curvature * h;
        }
        return w;
    }
};

} // namespace

Deflected deflected(const Frame& f, const FrameForces& r, const ShownLoad& load, const NodeMotion& motion, size_t element)
{
    Deflected out;
    if (motion.u.empty()) return out;
    const Element& e = f.elements[element];
    const ForceTable& t = r.forces;
    const int begin = t.first[element], end = t.first[element + 1];
    std::vector<double> axial, my, mz, vy, vz;
    for (int k = begin; k < end; ++k) {
        SectionForces v{};
        for (const auto& [column, factor] : load.columns)
            for (size_t i = 0; i < 6; ++i)
                v[i] += factor * t.at(k, static_cast<size_t>(column))[i];
        out.s.push_back(t.s[static_cast<size_t>(k)]);
        axial.push_back(v[0]), vy.push_back(v[1]), vz.push_back(v[2]), my.push_back(v[4]), mz.push_back(v[5]);
    }
    const double length = f.length(e);
    const Axes axes = elementAxes(f, e);
    const auto node = [&](int n, Vec3 arm) {
        return motion.u[static_cast<size_t>(n)] + cross(motion.r[static_cast<size_t>(n)], arm);
    };
    const Vec3 a = axes.toLocal(node(e.i, e.offsetI)), b = axes.toLocal(node(e.j, e.offsetJ));
    const Vec3 ra = axes.toLocal(motion.r[static_cast<size_t>(e.i)]), rb = axes.toLocal(motion.r[static_cast<size_t>(e.j)]);
    const FrameSection& section = f.sections[static_cast<size_t>(e.section)];
    const Material& m = f.materials[static_cast<size_t>(e.material)];
    const bool reduced =
        !r.outcomes.empty() && !load.columns.empty() && r.outcomes[static_cast<size_t>(load.columns.front().first)].reduced;
    const double soft = reduced ? kStiffnessReduction : 1.0;
    double curveY = 0, curveZ = 0;
    for (const auto& [c, factor] : load.cases)
        for (const ThermalLoad& th : f.cases[static_cast<size_t>(c)].thermal)
            if (th.element == static_cast<int>(element))
                curveY -= factor * m.alpha * th.gradientZ, curveZ -= factor * m.alpha * th.gradientY;
    const auto across = [&](double ei, double ga, double curvature, const std::vector<double>& moment,
                            const std::vector<double>& shear, size_t released, double from, double to, double slopeI,
                            double slopeJ) {
        std::vector<double> w = Plane{soft * ei, soft * ga, curvature}.shape(out.s, moment, shear);
        const bool looseI = e.releaseI[released] || e.springI[released] > 0,
                   looseJ = e.releaseJ[released] || e.springJ[released] > 0;
        // A straight line is free: fixed by both ends, or by one end and its slope.
        double tilt = (to - from - w.back()) / length, start = from;
        if (looseJ && !looseI) tilt = slopeI;
        if (looseI && !looseJ) {
            double last = 0; // bending slope at j over that at i
            for (size_t k = 1; k < out.s.size(); ++k) {
                const double h = out.s[k] - out.s[k - 1];
                last += (h / 2 * (moment[k - 1] + moment[k]) + h * h / 12 * (shear[k - 1] - shear[k])) / (soft * ei) +
                        curvature * h;
            }
            tilt = slopeJ - last, start = to - w.back() - tilt * length;
        }
        for (size_t k = 0; k < w.size(); ++k)
            w[k] += start + tilt * out.s[k];
        return w;
    };
    const SectionProperties& p = section.properties;
    const bool bends = e.behaviour == Behaviour::Beam;
    std::vector<double> w(out.s.size()), v(out.s.size());
    if (bends || std::any_of(my.begin(), my.end(), [](double x) { return x != 0; }) ||
        std::any_of(mz.begin(), mz.end(), [](double x) { return x != 0; })) {
        w = across(m.e * p.iy, m.g * p.avz, curveY, my, vz, 2, a.z, b.z, -ra.y, -rb.y);
        v = across(m.e * p.iz, m.g * p.avy, curveZ, mz, vy, 1, a.y, b.y, ra.z, rb.z);
    } else
        for (size_t k = 0; k < out.s.size(); ++k) {
            const double x = out.s[k] / length;
            w[k] = a.z + x * (b.z - a.z), v[k] = a.y + x * (b.y - a.y);
        }
    // Along the axis by N/EA; what the ends know besides (temperature, joints) is spread evenly.
    std::vector<double> along(out.s.size(), 0.0);
    for (size_t k = 1; k < out.s.size(); ++k)
        along[k] = along[k - 1] + (axial[k - 1] + axial[k]) / 2 * (out.s[k] - out.s[k - 1]) / (soft * m.e * p.a);
    for (size_t k = 0; k < out.s.size(); ++k)
        out.u.push_back(axes.toGlobal({a.x + along[k] + (b.x - a.x - along.back()) * out.s[k] / length, v[k], w[k]}));
    return out;
}

} // namespace wr
