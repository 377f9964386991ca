#include "core/analysis/deflected.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace wr {

std::vector<ShownLoad> shownLoads(const Frame& f, const FrameForces& r)
{
    std::vector<ShownLoad> out;
    for (const ForceSet& s : r.forces.sets)
        out.push_back({s.combination, -1, s.step, setName(f, s), s.terms, f.combinations[s.combination].terms});
    for (size_t k = 0; k < r.forces.columns; ++k) {
        const int c = k < r.forces.columnCase.size() ? r.forces.columnCase[k] : -1,
                  step = k < r.forces.columnStep.size() ? r.forces.columnStep[k] : -1;
        if (c < 0) continue;
        ShownLoad l{-1, c, step, f.cases[c].id, {{static_cast<int>(k), 1.0}}, {{c, 1.0}}};
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

// Forces of an element under the shown load, at its stations.
struct StationForces
{
    std::vector<double> axial, vy, vz, my, mz;
};

StationForces stationForces(const ForceTable& t, const ShownLoad& load, size_t element, std::vector<double>& s)
{
    StationForces out;
    for (int k = t.first[element]; k < t.first[element + 1]; ++k) {
        SectionForces v{};
        for (const auto& [column, factor] : load.columns)
            for (size_t i = 0; i < 6; ++i)
                v[i] += factor * t.at(k, static_cast<size_t>(column))[i];
        s.push_back(t.s[k]);
        out.axial.push_back(v[0]);
        out.vy.push_back(v[1]);
        out.vz.push_back(v[2]);
        out.my.push_back(v[4]);
        out.mz.push_back(v[5]);
    }
    return out;
}

// One direction across an element: what its ends do, and whether a joint there lets it turn.
struct EndsAcross
{
    double from, to, slopeI, slopeJ;
    bool looseI, looseJ;
};

// The bent shape put between the ends. A straight line is free: fixed by both ends, or by one end and its slope.
std::vector<double> across(const Plane& plane, const std::vector<double>& s, const std::vector<double>& moment,
                           const std::vector<double>& shear, const EndsAcross& ends)
{
    std::vector<double> w = plane.shape(s, moment, shear);
    const double length = s.back();
    double tilt = (ends.to - ends.from - w.back()) / length, start = ends.from;
    if (ends.looseJ && !ends.looseI) tilt = ends.slopeI;
    if (ends.looseI && !ends.looseJ) {
        double last = 0; // bending slope at j over that at i
        for (size_t k = 1; k < s.size(); ++k) {
            const double h = s[k] - s[k - 1];
            last +=
                (h / 2 * (moment[k - 1] + moment[k]) + h * h / 12 * (shear[k - 1] - shear[k])) / plane.ei + plane.curvature * h;
        }
        tilt = ends.slopeJ - last;
        start = ends.to - w.back() - tilt * length;
    }
    for (size_t k = 0; k < w.size(); ++k)
        w[k] += start + tilt * s[k];
    return w;
}

// Thermal curvatures of an element under the shown load, about z and about y of the drawing's directions.
std::pair<double, double> thermalCurvatures(const Frame& f, const ShownLoad& load, size_t element, double alpha)
{
    std::pair<double, double> out{0, 0};
    for (const auto& [c, factor] : load.cases)
        for (const ThermalLoad& th : f.cases[c].thermal) {
            if (th.element != static_cast<int>(element)) continue;
            out.first -= factor * alpha * th.gradientZ;
            out.second -= factor * alpha * th.gradientY;
        }
    return out;
}

} // namespace

Deflected deflected(const Frame& f, const FrameForces& r, const ShownLoad& load, const NodeMotion& motion, size_t element)
{
    Deflected out;
    if (motion.u.empty()) return out;
    const Element& e = f.elements[element];
    const StationForces forces = stationForces(r.forces, load, element, out.s);
    const double length = f.length(e);
    const Axes axes = elementAxes(f, e);
    const auto node = [&](int n, Vec3 arm) { return axes.toLocal(motion.u[n] + cross(motion.r[n], arm)); };
    const Vec3 a = node(e.i, e.offsetI), b = node(e.j, e.offsetJ);
    const Vec3 ra = axes.toLocal(motion.r[e.i]), rb = axes.toLocal(motion.r[e.j]);
    const Material& m = f.materials[e.material];
    const double soft = !r.outcomes.empty() && !load.columns.empty() ? r.outcomes[load.columns.front().first].stiffness : 1.0;
    const auto [curveY, curveZ] = thermalCurvatures(f, load, element, m.alpha);
    const SectionProperties& p = f.sections[e.section].properties;
    const auto loose = [&](const auto& released, const auto& springs, Force shear) {
        return released[static_cast<size_t>(shear)] || springs[static_cast<size_t>(shear)] > 0;
    };
    const auto isBent = [](const std::vector<double>& moment) {
        return std::any_of(moment.begin(), moment.end(), [](double x) { return x != 0; });
    };
    std::vector<double> w(out.s.size()), v(out.s.size());
    if (e.behaviour == Behaviour::Beam || isBent(forces.my) || isBent(forces.mz)) {
        w = across({soft * m.e * p.iy, soft * m.g * p.avz, curveY}, out.s, forces.my, forces.vz,
                   {a.z, b.z, -ra.y, -rb.y, loose(e.releaseI, e.springI, Force::Vz), loose(e.releaseJ, e.springJ, Force::Vz)});
        v = across({soft * m.e * p.iz, soft * m.g * p.avy, curveZ}, out.s, forces.mz, forces.vy,
                   {a.y, b.y, ra.z, rb.z, loose(e.releaseI, e.springI, Force::Vy), loose(e.releaseJ, e.springJ, Force::Vy)});
    } else
        for (size_t k = 0; k < out.s.size(); ++k) {
            const double x = out.s[k] / length;
            w[k] = a.z + x * (b.z - a.z);
            v[k] = a.y + x * (b.y - a.y);
        }
    // Along the axis by N/EA; what the ends know besides (temperature, joints) is spread evenly.
    std::vector<double> along(out.s.size(), 0.0);
    for (size_t k = 1; k < out.s.size(); ++k)
        along[k] = along[k - 1] + (forces.axial[k - 1] + forces.axial[k]) / 2 * (out.s[k] - out.s[k - 1]) / (soft * m.e * p.a);
    for (size_t k = 0; k < out.s.size(); ++k)
        out.u.push_back(axes.toGlobal({a.x + along[k] + (b.x - a.x - along.back()) * out.s[k] / length, v[k], w[k]}));
    return out;
}

} // namespace wr
