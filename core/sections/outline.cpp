#include "core/sections/outline.h"

#include "core/base/powers.h"

#include <algorithm>
#include <cmath>

namespace wr {

namespace {

struct Corner
{
    double y, z, r;
};

// Replaces each corner by a tangent arc of its radius; returns the loop and adds its exact length to `length`.
Loop rounded(const std::vector<Corner>& corners, double& length)
{
    Loop out;
    const size_t n = corners.size();
    std::vector<double> cut(n, 0.0);
    for (size_t i = 0; i < n; ++i) {
        const Corner &p = corners[(i + n - 1) % n], &c = corners[i], &q = corners[(i + 1) % n];
        double d1y = p.y - c.y, d1z = p.z - c.z, d2y = q.y - c.y, d2z = q.z - c.z;
        const double l1 = std::hypot(d1y, d1z), l2 = std::hypot(d2y, d2z);
        length += l2;
        if (c.r <= 0 || l1 == 0 || l2 == 0) {
            out.push_back({c.y, c.z});
            continue;
        }
        d1y /= l1;
        d1z /= l1;
        d2y /= l2;
        d2z /= l2;
        const double between = std::acos(std::clamp(d1y * d2y + d1z * d2z, -1.0, 1.0));
        const double turn = kPi - between; // angle swept by the arc
        if (turn < 1e-9) {
            out.push_back({c.y, c.z});
            continue;
        }
        const double tangent = c.r / std::tan(between / 2);
        length += c.r * turn - 2 * tangent;
        const double my = d1y + d2y, mz = d1z + d2z, ml = std::hypot(my, mz);
        const double cy = c.y + my / ml * c.r / std::sin(between / 2), cz = c.z + mz / ml * c.r / std::sin(between / 2);
        const double a0 = std::atan2(c.z + d1z * tangent - cz, c.y + d1y * tangent - cy);
        double sweep = std::atan2(c.z + d2z * tangent - cz, c.y + d2y * tangent - cy) - a0;
        while (sweep > kPi)
            sweep -= 2 * kPi;
        while (sweep < -kPi)
            sweep += 2 * kPi;
        const int pieces = std::max(2, static_cast<int>(std::ceil(std::abs(sweep) / (kPi / 16) - 1e-6)));
        const double step = std::abs(sweep) / pieces;
        // Inner points at radius q·r so that the fan of triangles has the sector's area: (n-2)/2·q²·sin + q·sin = n·step/2.
        const double sinStep = std::sin(step);
        double scale = 1.0;
        if (pieces > 2) {
            const double aa = (pieces - 2) / 2.0 * sinStep, bb = sinStep, cc = -pieces * step / 2;
            scale = (-bb + std::sqrt(bb * bb - 4 * aa * cc)) / (2 * aa);
        } else {
            scale = step / sinStep;
        }
        for (int k = 0; k <= pieces; ++k) {
            const double a = a0 + sweep * k / pieces, r = k == 0 || k == pieces ? c.r : c.r * scale;
            out.push_back({cy + r * std::cos(a), cz + r * std::sin(a)});
        }
    }
    return out;
}

Loop circle(double r, bool hole)
{
    constexpr int n = 64;
    const double step = 2 * kPi / n, scale = std::sqrt(step / std::sin(step));
    Loop out;
    for (int k = 0; k < n; ++k) {
        const double a = (hole ? -1 : 1) * step * k;
        out.push_back({r * scale * std::cos(a), r * scale * std::sin(a)});
    }
    return out;
}

std::vector<Corner> iCorners(const Shape& s)
{
    const bool unequal = s.kind == ShapeKind::IUnequal;
    const double h = s.h / 2, bt = s.b / 2, bb = (unequal ? s.b2 : s.b) / 2, w = s.tw / 2;
    const double zt = h - (unequal ? s.tf : s.tfToe()), rt = h - (unequal ? s.tf : s.tfRoot());
    const double zb = unequal ? -h + s.tf2 : -zt, rb = unequal ? zb : -rt;
    return {{bt, h, 0},   {-bt, h, 0}, {-bt, zt, s.r2}, {-w, rt, s.r}, {-w, rb, s.r}, {-bb, zb, s.r2},
            {-bb, -h, 0}, {bb, -h, 0}, {bb, zb, s.r2},  {w, rb, s.r},  {w, rt, s.r},  {bt, zt, s.r2}};
}

// Web outside face at y = 0, flanges to +y.
std::vector<Corner> channelCorners(const Shape& s)
{
    const double h = s.h / 2, root = s.tfRoot(), toe = s.tfToe();
    return {{s.b, h, 0},           {0, h, 0},           {0, -h, 0}, {s.b, -h, 0}, {s.b, -h + toe, s.r2}, {s.tw, -h + root, s.r},
            {s.tw, h - root, s.r}, {s.b, h - toe, s.r2}};
}

std::vector<Corner> teeCorners(const Shape& s)
{
    const double w = s.tw / 2, b = s.b / 2, root = s.tfRoot(), toe = s.tfToe(); // origin at the top of the flange
    return {{b, 0, 0},     {-b, 0, 0},   {-b, -toe, s.r2}, {-w, -root, s.r},
            {-w, -s.h, 0}, {w, -s.h, 0}, {w, -root, s.r},  {b, -toe, s.r2}};
}

// Corner at the origin, upright leg h along +z, leg b along +y.
std::vector<Corner> angleCorners(const Shape& s, double h, double b)
{
    return {{0, 0, 0}, {b, 0, 0}, {b, s.t, s.r2}, {s.t, s.t, s.r}, {s.t, h, s.r2}, {0, h, 0}};
}

std::vector<Corner> crossCorners(const Shape& s)
{
    const double h = s.h / 2, b = s.b / 2, w = s.tw / 2, f = s.tf / 2;
    return {{w, h, 0},   {-w, h, 0}, {-w, f, 0}, {-b, f, 0}, {-b, -f, 0}, {-w, -f, 0},
            {-w, -h, 0}, {w, -h, 0}, {w, -f, 0}, {b, -f, 0}, {b, f, 0},   {w, f, 0}};
}

std::vector<Corner> box(double h, double b, double r)
{
    return {{b / 2, h / 2, r}, {-b / 2, h / 2, r}, {-b / 2, -h / 2, r}, {b / 2, -h / 2, r}};
}

} // namespace

Outline outlineOf(const Shape& s)
{
    Outline o;
    double inside = 0;
    switch (s.kind) {
    case ShapeKind::I:
    case ShapeKind::IUnequal: o.loops.push_back(rounded(iCorners(s), o.perimeter)); break;
    case ShapeKind::Channel: o.loops.push_back(rounded(channelCorners(s), o.perimeter)); break;
    case ShapeKind::Tee: o.loops.push_back(rounded(teeCorners(s), o.perimeter)); break;
    case ShapeKind::Angle: o.loops.push_back(rounded(angleCorners(s, s.h, s.b), o.perimeter)); break;
    case ShapeKind::DoubleAngle: {
        // The legs back to back stand upright, the gap between them; the outstanding legs are at the top (+z).
        const double back = s.longBack ? std::max(s.h, s.b) : std::min(s.h, s.b);
        const double outstand = s.longBack ? std::min(s.h, s.b) : std::max(s.h, s.b);
        Loop right = rounded(angleCorners(s, back, outstand), o.perimeter);
        o.perimeter *= 2;
        Loop left;
        for (Point2& p : right)
            p = {p.y + s.gap / 2, -p.z};
        std::reverse(right.begin(), right.end());
        for (auto it = right.rbegin(); it != right.rend(); ++it)
            left.push_back({-it->y, it->z});
        o.loops = {right, left};
        break;
    }
    case ShapeKind::Rhs: {
        o.loops.push_back(rounded(box(s.h, s.b, s.ro), o.perimeter));
        Loop hole = rounded(box(s.h - 2 * s.t, s.b - 2 * s.t, s.ri), inside);
        std::reverse(hole.begin(), hole.end());
        o.loops.push_back(std::move(hole));
        break;
    }
    case ShapeKind::Chs:
        o.loops = {circle(s.d / 2, false), circle(s.d / 2 - s.t, true)};
        o.perimeter = kPi * s.d;
        break;
    case ShapeKind::BarRound:
        o.loops = {circle(s.d / 2, false)};
        o.perimeter = kPi * s.d;
        break;
    case ShapeKind::BarFlat: o.loops.push_back(rounded(box(s.h, s.b, 0), o.perimeter)); break;
    case ShapeKind::Cruciform: o.loops.push_back(rounded(crossCorners(s), o.perimeter)); break;
    case ShapeKind::None: return o;
    }
    const AreaIntegrals i = integrate(o.loops);
    const double cy = i.sz / i.a, cz = i.sy / i.a;
    for (Loop& loop : o.loops)
        for (Point2& p : loop)
            p = {p.y - cy, p.z - cz};
    o.shapeOrigin = {-cy, -cz};
    return o;
}

Outline rotated(const Outline& o, double angle)
{
    Outline out = o;
    const double c = std::cos(angle), s = std::sin(angle);
    const auto turn = [&](Point2 p) { return Point2{c * p.y - s * p.z, s * p.y + c * p.z}; };
    for (Loop& loop : out.loops)
        for (Point2& p : loop)
            p = turn(p);
    out.shapeOrigin = turn(o.shapeOrigin);
    return out;
}

AreaIntegrals integrate(const std::vector<Loop>& loops)
{
    AreaIntegrals r;
    for (const Loop& loop : loops)
        for (size_t i = 0; i < loop.size(); ++i) {
            const Point2 p = loop[i], q = loop[(i + 1) % loop.size()];
            const double c = p.y * q.z - q.y * p.z;
            r.a += c / 2;
            r.sz += c * (p.y + q.y) / 6;
            r.sy += c * (p.z + q.z) / 6;
            r.izz += c * (p.y * p.y + p.y * q.y + q.y * q.y) / 12;
            r.iyy += c * (p.z * p.z + p.z * q.z + q.z * q.z) / 12;
            r.iyz += c * (p.y * q.z + 2 * p.y * p.z + 2 * q.y * q.z + q.y * p.z) / 24;
        }
    return r;
}

ThirdMoments thirdMoments(const std::vector<Loop>& loops)
{
    // Each edge with the origin is a triangle; a cubic polynomial over a triangle integrates exactly by the rule with
    // weight -9/16 at the centroid and 25/48 at the three points (3/5, 1/5, 1/5) (Hammer, Marlowe & Stroud 1956).
    ThirdMoments r;
    const auto add = [&r](double y, double z, double w) {
        const double q = y * y + z * z;
        r.z += w * z * q;
        r.y += w * y * q;
    };
    for (const Loop& loop : loops)
        for (size_t i = 0; i < loop.size(); ++i) {
            const Point2 p = loop[i], q = loop[(i + 1) % loop.size()];
            const double area = (p.y * q.z - q.y * p.z) / 2;
            add((p.y + q.y) / 3, (p.z + q.z) / 3, -9.0 / 16 * area);
            add((3 * p.y + q.y) / 5, (3 * p.z + q.z) / 5, 25.0 / 48 * area);
            add((p.y + 3 * q.y) / 5, (p.z + 3 * q.z) / 5, 25.0 / 48 * area);
            add((p.y + q.y) / 5, (p.z + q.z) / 5, 25.0 / 48 * area);
        }
    return r;
}

namespace {

// Area and ∫z dA of what lies below the line z = level.
std::pair<double, double> below(const std::vector<Loop>& loops, double level)
{
    double a = 0, s = 0;
    for (const Loop& loop : loops)
        for (size_t i = 0; i < loop.size(); ++i) {
            Point2 p = loop[i], q = loop[(i + 1) % loop.size()];
            // Clamp the edge to the half plane; the part above becomes an edge along the line, which closes the cut.
            const auto piece = [&](Point2 u, Point2 v) {
                const double zu = u.z - level, zv = v.z - level, c = u.y * zv - v.y * zu;
                a += c / 2;
                s += c * (zu + zv) / 6;
            };
            const bool pin = p.z <= level, qin = q.z <= level;
            if (pin && qin)
                piece(p, q);
            else if (pin != qin) {
                const double k = (level - p.z) / (q.z - p.z);
                const Point2 m{p.y + k * (q.y - p.y), level};
                if (pin)
                    piece(p, m);
                else
                    piece(m, q);
            }
            // Edges on the line itself have z - level = 0 at both ends and contribute nothing.
        }
    return {a, s + a * level};
}

} // namespace

Plastic plasticModulus(const std::vector<Loop>& loops, double area)
{
    double lo = 1e300, hi = -1e300;
    for (const Loop& loop : loops)
        for (const Point2& p : loop) {
            lo = std::min(lo, p.z);
            hi = std::max(hi, p.z);
        }
    // The area below a level is monotonic and piecewise quadratic: the Illinois method needs a dozen steps, not sixty.
    double fl = -area / 2, fh = area / 2, level = (lo + hi) / 2;
    const double end = 1e-13 * (hi - lo);
    for (int k = 0, side = 0; k < 200 && hi - lo > end; ++k) {
        level = (lo * fh - hi * fl) / (fh - fl);
        const double f = below(loops, level).first - area / 2;
        if (std::abs(f) < 1e-14 * area) break;
        if (f < 0) {
            lo = level;
            fl = f;
            if (side == -1) fh /= 2;
            side = -1;
        } else {
            hi = level;
            fh = f;
            if (side == 1) fl /= 2;
            side = 1;
        }
    }
    const auto [a, s] = below(loops, level);
    const AreaIntegrals all = integrate(loops);
    // First moment about the equal-area axis: the part above minus the part below.
    return {(all.sy - s - (all.a - a) * level) - (s - a * level), level};
}

} // namespace wr
