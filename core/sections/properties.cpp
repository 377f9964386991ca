#include "core/sections/properties.h"

#include "core/base/powers.h"
#include "core/sections/torsion.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace wr {

namespace {

TorsionProperties torsionOf(const Shape& s, const OutlineValues& o)
{
    switch (s.kind) {
    case ShapeKind::I: return torsionOfI(s, o);
    case ShapeKind::IUnequal: return torsionOfUnequalI(s);
    case ShapeKind::Channel: return torsionOfChannel(s, o);
    case ShapeKind::Tee: return torsionOfTee(s);
    case ShapeKind::Angle: return torsionOfAngle(s, o);
    case ShapeKind::DoubleAngle: return torsionOfDoubleAngle(s);
    case ShapeKind::Rhs: return torsionOfRhs(s);
    case ShapeKind::BarFlat: return {.it = torsionOfFlat(s.h, s.b), .avy = 5.0 / 6 * o.a, .avz = 5.0 / 6 * o.a};
    case ShapeKind::Cruciform: return torsionOfCruciform(s);
    default: return {};
    }
}

void addRound(double outer, double inner, SectionProperties& p)
{
    p.a = kPi / 4 * (sqr(outer) - sqr(inner));
    p.iy = p.iz = kPi / 64 * (sqr(sqr(outer)) - sqr(sqr(inner)));
    p.wely = p.welz = p.welyTop = p.welyBottom = p.welzPlus = p.welzMinus = 2 * p.iy / outer;
    p.wply = p.wplz = (cube(outer) - cube(inner)) / 6;
    p.it = 2 * p.iy;
    p.avy = p.avz = inner > 0 ? p.a / 2 : 0.9 * p.a;
}

SectionProperties fromOutline(const Outline& o)
{
    SectionProperties p;
    const AreaIntegrals i = integrate(o.loops);
    p.a = i.a;
    p.iy = i.iyy;
    p.iz = i.izz;
    double top = 0, bottom = 0, plus = 0, minus = 0;
    for (const Loop& loop : o.loops)
        for (const Point2& q : loop) {
            top = std::max(top, q.z);
            bottom = std::max(bottom, -q.z);
            plus = std::max(plus, q.y);
            minus = std::max(minus, -q.y);
        }
    p.welyTop = p.iy / top;
    p.welyBottom = p.iy / bottom;
    p.welzPlus = p.iz / plus;
    p.welzMinus = p.iz / minus;
    p.wely = std::min(p.welyTop, p.welyBottom);
    p.welz = std::min(p.welzPlus, p.welzMinus);
    const Plastic major = plasticModulus(o.loops, p.a), minor = plasticModulus(rotated(o, kPi / 2).loops, p.a);
    p.wply = major.modulus;
    p.wplz = minor.modulus;
    p.zp = major.level;
    p.yp = minor.level;
    return p;
}

} // namespace

const std::vector<StatedKey>& statedKeys()
{
    using S = StatedProperties;
    using P = SectionProperties;
    static const std::vector<StatedKey> keys{
        {"a", 2, &S::a, &P::a},          {"iy", 4, &S::iy, &P::iy},       {"iz", 4, &S::iz, &P::iz},
        {"wely", 3, &S::wely, &P::wely}, {"welz", 3, &S::welz, &P::welz}, {"wply", 3, &S::wply, &P::wply},
        {"wplz", 3, &S::wplz, &P::wplz}, {"it", 4, &S::it, &P::it},       {"iw", 6, &S::iw, &P::iw},
        {"avy", 2, &S::avy, &P::avy},    {"avz", 2, &S::avz, &P::avz}};
    return keys;
}

SectionProperties computeProperties(const Shape& s, const StatedProperties& stated)
{
    SectionProperties p;
    if (s.kind != ShapeKind::None) {
        Outline o = outlineOf(s);
        const AreaIntegrals legs = integrate(o.loops);
        const TorsionProperties t = torsionOf(s, {.a = legs.a, .iy = legs.iyy, .iz = legs.izz, .cy = -o.shapeOrigin.y});
        const double cy = -o.shapeOrigin.y, cz = -o.shapeOrigin.z;
        double turn = 0, wgply = 0, wgplz = 0;
        if (s.kind == ShapeKind::Angle) {
            // Angle by which the outline is turned so that y becomes the major principal axis.
            wgply = plasticModulus(o.loops, legs.a).modulus;
            wgplz = plasticModulus(rotated(o, kPi / 2).loops, legs.a).modulus;
            turn = -0.5 * std::atan2(-2 * legs.iyz, legs.iyy - legs.izz);
            o = rotated(o, turn);
        }
        p = fromOutline(o);
        p.principal = turn;
        p.igy = legs.iyy;
        p.igz = legs.izz;
        p.igyz = s.kind == ShapeKind::Angle ? legs.iyz : 0;
        p.wgply = s.kind == ShapeKind::Angle ? wgply : p.wply;
        p.wgplz = s.kind == ShapeKind::Angle ? wgplz : p.wplz;
        p.cy = cy;
        p.cz = cz;
        p.it = t.it;
        p.iw = t.iw;
        p.ho = t.ho;
        p.avy = t.avy;
        p.avz = t.avz;
        const double dy = t.ys - cy, dz = t.zs - cz;
        if (s.kind == ShapeKind::Channel || s.kind == ShapeKind::Tee || s.kind == ShapeKind::Angle ||
            s.kind == ShapeKind::DoubleAngle || s.kind == ShapeKind::IUnequal) {
            const double least = 1e-9 * (s.depth() + s.width()); // on an axis of symmetry: rounding only
            const auto clean = [&](double v) { return std::abs(v) < least ? 0.0 : v; };
            p.ys = clean(std::cos(turn) * dy - std::sin(turn) * dz);
            p.zs = clean(std::sin(turn) * dy + std::cos(turn) * dz);
        }
        if (s.kind == ShapeKind::Chs) addRound(s.d, s.d - 2 * s.t, p);
        if (s.kind == ShapeKind::BarRound) addRound(s.d, 0, p);
        if (p.ys != 0 || p.zs != 0) {
            const ThirdMoments m = thirdMoments(o.loops);
            if (p.zs != 0) p.betay = m.z / p.iy - 2 * p.zs;
            if (p.ys != 0) p.betaz = m.y / p.iz - 2 * p.ys;
        }
        p.perimeter = o.perimeter;
    }
    for (const StatedKey& k : statedKeys())
        if (const auto& v = stated.*k.stated) p.*k.value = *v;
    // A stated modulus is the smaller one, of the farther fibre; the nearer one keeps its own, which is never smaller.
    const auto toFibres = [](double v, double& one, double& other) {
        double& farther = one <= other ? one : other;
        double& nearer = one <= other ? other : one;
        const bool alike = std::abs(one - other) <= 1e-9 * (one + other); // also where no shape gives any
        farther = v;
        nearer = alike ? v : std::max(v, nearer);
    };
    if (stated.wely) toFibres(*stated.wely, p.welyTop, p.welyBottom);
    if (stated.welz) toFibres(*stated.welz, p.welzPlus, p.welzMinus);
    if (p.a > 0) {
        p.ry = std::sqrt(p.iy / p.a);
        p.rz = std::sqrt(p.iz / p.a);
        p.ro = std::sqrt((p.iy + p.iz) / p.a + sqr(p.ys) + sqr(p.zs));
        if (p.ro > 0) p.flexural = 1 - (sqr(p.ys) + sqr(p.zs)) / sqr(p.ro);
    }
    if (p.wely > 0) p.rts = std::sqrt(std::sqrt(p.iz * p.iw) / p.wely);
    p.depth = s.depth();
    p.width = s.width();
    return p;
}

} // namespace wr
