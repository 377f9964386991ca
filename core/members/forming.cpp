#include "core/members/forming.h"

#include "core/base/angles.h"

#include <algorithm>
#include <cmath>

namespace wr {

namespace {

constexpr double kOnePlane = 0.99939082701909576; // cos 2°
constexpr double kLevel = 0.01;                   // rise over length up to which an element is level
constexpr double kDust = 1e-9;

Vec3 awayFrom(const Frame& f, const Element& e, int node)
{
    const Vec3 d = normalized(f.endJ(e) - f.endI(e));
    return e.i == node ? d : -d;
}

double steepness(const Frame& f, const Element& e)
{
    return std::abs(dot(normalized(f.endJ(e) - f.endI(e)), f.upward()));
}

bool released(const Element& e, int node, Force m)
{
    return (e.i == node ? e.releaseI : e.releaseJ)[static_cast<size_t>(m)];
}

// A vector carried along by the least turn that takes direction `from` to direction `to`.
Vec3 carried(Vec3 v, Vec3 from, Vec3 to)
{
    const Vec3 axis = cross(from, to);
    const double c = dot(from, to), s2 = dot(axis, axis);
    if (s2 < 1e-24 || c < -0.999) return v; // in line, or back on itself
    return c * v + cross(axis, v) + ((1 - c) / s2 * dot(axis, v)) * axis;
}

} // namespace

PieceAxes piecesMeet(const Axes& before, const Axes& next, Vec3 along, const Shape& section)
{
    PieceAxes out;
    out.y = dot(next.y, carried(before.y, before.x, along));
    out.z = dot(next.z, carried(before.z, before.x, along));
    out.onePlane = std::abs(out.y) > kOnePlane && std::abs(out.z) > kOnePlane;
    out.same = (out.y > 0 || symmetricSideways(section.kind)) && (out.z > 0 || symmetricUpDown(section.kind));
    return out;
}

JoinRule::JoinRule(const Frame& f)
    : f_(f), rule_(f.design.forming.value_or(FormingRule{})), column_(f.nodes.size(), -1), floor_(f.nodes.size(), -1)
{
    for (size_t k = 0; k < f.elements.size(); ++k) {
        const Element& e = f.elements[k];
        const double steep = steepness(f, e);
        const int index = static_cast<int>(k);
        if (steep < kLevel)
            for (const int n : {e.i, e.j})
                floor_[n] = index;
        if (e.behaviour != Behaviour::Beam || steep <= kSin60 + kDust) continue;
        for (const int n : {e.i, e.j})
            if (!(released(e, n, Force::My) && released(e, n, Force::Mz))) column_[n] = index;
    }
    for (const Diaphragm& d : f.diaphragms)
        for (const int n : d.nodes)
            if (floor_[n] < 0) floor_[n] = -2;
}

LineFault JoinRule::between(int a, int b, int node) const
{
    const Element &ea = f_.elements[a], &eb = f_.elements[b];
    const Vec3 da = awayFrom(f_, ea, node), db = awayFrom(f_, eb, node);
    const double kink = std::acos(std::clamp(-dot(da, db), -1.0, 1.0));
    if (kink > rule_.angle + kDust) return {LineEnd::Kink, b, kink};
    if (ea.behaviour != Behaviour::Beam || eb.behaviour != Behaviour::Beam) return {LineEnd::NotBeam, b};
    for (const Element* e : {&ea, &eb})
        if (released(*e, node, Force::My) || released(*e, node, Force::Mz)) return {LineEnd::Released, b};
    if (ea.section != eb.section) return {LineEnd::Section, b};
    if (ea.material != eb.material) return {LineEnd::Material, b};
    const Vec3 gap = (ea.i == node ? f_.endI(ea) : f_.endJ(ea)) - (eb.i == node ? f_.endI(eb) : f_.endJ(eb));
    if (norm(gap) > 1e-6) return {LineEnd::Offset, b};
    const Axes xa = elementAxes(f_, ea), xb = elementAxes(f_, eb);
    const PieceAxes meet = piecesMeet({-da, xa.y, xa.z}, xb, db, f_.sections[ea.section].shape);
    if (!meet.onePlane) return {LineEnd::Web, b};
    if (!meet.same) return {LineEnd::Mirrored, b};
    const double steep = std::max(steepness(f_, ea), steepness(f_, eb));
    if (rule_.beams == FormingRule::Beams::AtColumns && steep <= kSin45 + kDust && column_[node] >= 0)
        return {LineEnd::Column, column_[node]};
    const double flat = std::min(steepness(f_, ea), steepness(f_, eb));
    if (rule_.columns == FormingRule::Columns::AtLevels && flat > kSin45 + kDust && floor_[node] != -1)
        return {LineEnd::Floor, floor_[node] == -2 ? -1 : floor_[node]};
    return {};
}

} // namespace wr
