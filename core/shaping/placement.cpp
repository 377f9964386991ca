#include "core/shaping/placement.h"

#include <cmath>
#include <numbers>
#include <utility>

namespace wr {

namespace {

constexpr double kSquare = 1e-9;
constexpr std::array kUnit{Vec3{1, 0, 0}, Vec3{0, 1, 0}, Vec3{0, 0, 1}};

// What rounding leaves of nothing is nothing: directions and places stay round numbers under quarter turns.
Vec3 cleaned(Vec3 v)
{
    for (int k = 0; k < 3; ++k) {
        if (std::abs(v[k]) < 1e-15) v[k] = 0;
        if (std::abs(std::abs(v[k]) - 1) < 1e-15) v[k] = std::copysign(1.0, v[k]);
    }
    return v;
}

Placement about(Vec3 through, Placement p)
{
    for (Vec3& v : p.images)
        v = cleaned(v);
    p.shift = through - p.vector(through);
    return p;
}

} // namespace

Placement Placement::moved(Vec3 by)
{
    Placement p;
    p.shift = by;
    return p;
}

Placement Placement::turned(Vec3 through, Vec3 axis, double angle)
{
    const Vec3 k = normalized(axis);
    // Quarter turns exactly.
    const double quarters = angle / (std::numbers::pi / 2), whole = std::round(quarters);
    const bool exact = std::abs(quarters - whole) < 1e-12;
    const int q = exact ? (static_cast<int>(std::fmod(whole, 4)) + 4) % 4 : 0;
    const double c = exact ? (q == 0   ? 1
                              : q == 2 ? -1
                                       : 0)
                           : std::cos(angle),
                 s = exact ? (q == 1   ? 1
                              : q == 3 ? -1
                                       : 0)
                           : std::sin(angle);
    Placement p;
    for (size_t d = 0; d < 3; ++d)
        p.images[d] = c * kUnit[d] + s * cross(k, kUnit[d]) + ((1 - c) * dot(k, kUnit[d])) * k;
    return about(through, p);
}

Placement Placement::mirror(Vec3 through, Vec3 normal)
{
    const Vec3 n = normalized(normal);
    Placement p;
    p.mirrored = true;
    for (size_t d = 0; d < 3; ++d)
        p.images[d] = kUnit[d] - (2 * dot(n, kUnit[d])) * n;
    return about(through, p);
}

bool Placement::square() const
{
    for (const Vec3& v : images)
        for (int k = 0; k < 3; ++k)
            if (std::abs(v[k]) > kSquare && std::abs(std::abs(v[k]) - 1) > kSquare) return false;
    return true;
}

bool Placement::keeps(Vec3 direction) const
{
    return norm(vector(direction) - direction) < kSquare;
}

double rollFor(const Frame& f, const Element& e, Vec3 y)
{
    Element flat = e;
    flat.roll = 0;
    const Axes a = rolledAxes(f, flat);
    const double roll = std::atan2(dot(y, a.z), dot(y, a.y));
    return std::abs(roll) < 1e-12 ? 0 : roll;
}

Element placedElement(const Frame& before, const Element& e, const Frame& next, int i, int j, const Placement& p, bool& swapped)
{
    Element out = e;
    out.i = i;
    out.j = j;
    out.offsetI = p.vector(e.offsetI);
    out.offsetJ = p.vector(e.offsetJ);
    swapped = p.mirrored && !symmetricSideways(before.sections[static_cast<size_t>(e.section)].shape.kind);
    if (swapped) {
        std::swap(out.i, out.j);
        std::swap(out.releaseI, out.releaseJ);
        std::swap(out.springI, out.springJ);
        std::swap(out.offsetI, out.offsetJ);
    }
    if (p.onlyMoves()) return out;
    // z goes with the placement. y makes the axes right-handed with x as it runs: in a mirror that is its image where the ends
    // change places, else against it.
    const Vec3 y = p.vector(rolledAxes(before, e).y);
    out.roll = rollFor(next, out, p.mirrored && !swapped ? -y : y);
    // Where it stands as the placement's own default would put it, the roll that was typed stays to its last digit.
    if (std::abs(std::remainder(out.roll - e.roll, 2 * std::numbers::pi)) < 1e-9) out.roll = e.roll;
    return out;
}

void placeSupport(const Node& from, Node& to, const Placement& p)
{
    to.support = from.support;
    to.supportAxes = from.supportAxes;
    if (p.onlyMoves()) return;
    if (!from.supportAxes && p.square()) {
        for (size_t d = 0; d < 3; ++d)
            for (int k = 0; k < 3; ++k)
                if (std::abs(p.images[d][k]) > 0.5) {
                    to.support[static_cast<size_t>(k)] = from.support[d];
                    to.support[static_cast<size_t>(k) + 3] = from.support[d + 3];
                }
        return;
    }
    const auto same = [&](size_t a, size_t b) { return from.support[a] == from.support[b]; };
    if (!from.supportAxes && same(0, 1) && same(1, 2) && same(3, 4) && same(4, 5)) return; // alike in all directions
    const auto d = from.supportDirections();
    Axes axes{p.vector(d[0]), p.vector(d[1]), p.vector(d[2])};
    if (p.mirrored) axes.z = -axes.z; // a support acts both ways: right-handed again
    to.supportAxes = axes;
}

} // namespace wr
