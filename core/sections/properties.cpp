#include "core/sections/properties.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace wr {

namespace {

constexpr double kPi = 3.14159265358979323846;
double cube(double v)
{
    return v * v * v;
}
double sqr(double v)
{
    return v * v;
}

// Diameter of the circle inscribed at the junction of web and flange with fillets.
double junctionDiameter(const Shape& s)
{
    return (sqr(s.tf + s.r) + s.tw * (s.r + s.tw / 4)) / (2 * s.r + s.tf);
}

// St Venant constant of a rolled I: El Darwish & Johnston, "Torsion of structural shapes", ASCE J. Struct. Div. 91 (1965).
double torsionJunction(const Shape& s)
{
    const double web = s.tw / s.tf, root = s.r / s.tf;
    const double alpha = -0.042 + 0.2204 * web + 0.1355 * root - 0.0865 * root * web - 0.0725 * web * web;
    const double d = junctionDiameter(s);
    return 2.0 / 3 * s.b * cube(s.tf) + (s.h - 2 * s.tf) * cube(s.tw) / 3 + 2 * alpha * d * d * d * d -
           0.42 * s.tf * cube(s.tf);
}

// The formula behind the tables of EN 10365.
double torsionEn(const Shape& s)
{
    const double d = junctionDiameter(s);
    return 2.0 / 3 * (s.b - 0.63 * s.tf) * cube(s.tf) + (s.h - 2 * s.tf) * cube(s.tw) / 3 +
           2 * (s.tw / s.tf) * (0.145 + 0.1 * s.r / s.tf) * d * d * d * d;
}

void addI(const Shape& s, SectionProperties& p)
{
    p.ho = s.h - s.tf;
    if (s.r > 0)
        p.it = s.torsion == TorsionRule::En ? torsionEn(s) : torsionJunction(s);
    else
        p.it = (2 * s.b * cube(s.tf) + (s.h - 2 * s.tf) * cube(s.tw)) / 3;
    p.iw = s.torsion == TorsionRule::En ? s.tf * cube(s.b) * sqr(p.ho) / 24 : p.iz * sqr(p.ho) / 4;
    p.avz = s.tw * p.ho;
    p.avy = 2 * s.b * s.tf * 5 / 6;
}

void addUnequalI(const Shape& s, const Outline& o, SectionProperties& p)
{
    const double i1 = s.tf * cube(s.b) / 12, i2 = s.tf2 * cube(s.b2) / 12;
    p.ho = s.h - (s.tf + s.tf2) / 2;
    p.it = (s.b * cube(s.tf) + s.b2 * cube(s.tf2) + (s.h - s.tf - s.tf2) * cube(s.tw)) / 3;
    p.iw = sqr(p.ho) * i1 * i2 / (i1 + i2);
    const double topCentre = s.h / 2 - s.tf / 2 + o.shapeOrigin.z;
    p.zs = topCentre - p.ho * i2 / (i1 + i2); // nearer the stiffer flange
    p.avz = s.tw * p.ho;
    p.avy = (s.b * s.tf + s.b2 * s.tf2) * 5 / 6;
}

void addChannel(const Shape& s, const Outline& o, SectionProperties& p)
{
    const double flange = s.b - s.tw / 2, web = s.h - s.tf; // centre lines
    p.ho = web;
    p.it = (2 * flange * cube(s.tf) + web * cube(s.tw)) / 3;
    const double e = 3 * flange * flange * s.tf / (web * s.tw + 6 * flange * s.tf); // shear centre behind the web's centre line
    p.iw = s.tf * cube(flange) * sqr(web) / 12 * (3 * flange * s.tf + 2 * web * s.tw) / (6 * flange * s.tf + web * s.tw);
    p.ys = o.shapeOrigin.y + s.tw / 2 - e;
    p.avz = s.tw * web;
    p.avy = 2 * s.b * s.tf * 5 / 6;
}

void addTee(const Shape& s, const Outline& o, SectionProperties& p)
{
    p.it = (s.b * cube(s.tf) + (s.h - s.tf / 2) * cube(s.tw)) / 3;
    p.iw = cube(s.b) * cube(s.tf) / 144 + cube(s.h - s.tf / 2) * cube(s.tw) / 36;
    p.zs = o.shapeOrigin.z - s.tf / 2; // where the centre lines of flange and web meet
    p.avz = s.tw * (s.h - s.tf / 2);
    p.avy = s.b * s.tf * 5 / 6;
}

void addAngle(const Shape& s, const Outline& principal, double turn, SectionProperties& p)
{
    const double h = s.h - s.t / 2, b = s.b - s.t / 2;
    p.it = (h + b) * cube(s.t) / 3;
    p.iw = cube(s.t) / 36 * (cube(h) + cube(b));
    const double c = std::cos(turn), n = std::sin(turn), half = s.t / 2; // the legs' centre lines meet at (t/2, t/2)
    p.ys = principal.shapeOrigin.y + c * half - n * half;
    p.zs = principal.shapeOrigin.z + n * half + c * half;
    p.avy = p.avz = 5.0 / 12 * p.a; // about one leg each; the legs share between skew principal axes
}

void addDoubleAngle(const Shape& s, const Outline& o, SectionProperties& p)
{
    p.it = 2 * (s.h + s.b - s.t) * cube(s.t) / 3;
    p.iw = 2 * cube(s.t) / 36 * (cube(s.h - s.t / 2) + cube(s.b - s.t / 2));
    p.zs = o.shapeOrigin.z - s.t / 2;
    const double back = s.longBack ? std::max(s.h, s.b) : std::min(s.h, s.b), outstand = s.h + s.b - back;
    p.avz = 2 * back * s.t * 5 / 6;
    p.avy = 2 * outstand * s.t * 5 / 6;
}

// EN 10210-2 Annex A: It = h t³/3 + 2 K Ah with K = 2 Ah t/h (h: length of the wall's centre line here called `line`).
void addRhs(const Shape& s, SectionProperties& p)
{
    const double rc = (s.ro + s.ri) / 2;
    const double line = 2 * (s.b - s.t + s.h - s.t) - 2 * rc * (4 - kPi);
    const double enclosed = (s.b - s.t) * (s.h - s.t) - rc * rc * (4 - kPi);
    p.it = line * cube(s.t) / 3 + 4 * sqr(enclosed) * s.t / line;
    p.avz = 2 * s.t * (s.h - s.t);
    p.avy = 2 * s.t * (s.b - s.t);
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

// Solid rectangle: Roark's series fit, within 0.5 % for any ratio.
double torsionFlat(double h, double b)
{
    const double l = std::max(h, b), t = std::min(h, b);
    return l * cube(t) * (1.0 / 3 - 0.21 * t / l * (1 - sqr(sqr(t / l)) / 12));
}

SectionProperties fromOutline(const Outline& o)
{
    SectionProperties p;
    const AreaIntegrals i = integrate(o.loops);
    p.a = i.a, p.iy = i.iyy, p.iz = i.izz;
    double top = 0, bottom = 0, plus = 0, minus = 0;
    for (const Loop& loop : o.loops)
        for (const Point2& q : loop) {
            top = std::max(top, q.z), bottom = std::max(bottom, -q.z);
            plus = std::max(plus, q.y), minus = std::max(minus, -q.y);
        }
    p.welyTop = p.iy / top, p.welyBottom = p.iy / bottom, p.welzPlus = p.iz / plus, p.welzMinus = p.iz / minus;
    p.wely = std::min(p.welyTop, p.welyBottom), p.welz = std::min(p.welzPlus, p.welzMinus);
    p.wply = plasticModulus(o.loops, p.a);
    p.wplz = plasticModulus(rotated(o, kPi / 2).loops, p.a);
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
    Outline o = outlineOf(s);
    if (s.kind != ShapeKind::None) {
        double turn = 0;
        if (s.kind == ShapeKind::Angle) {
            const AreaIntegrals i = integrate(o.loops);
            // Angle by which the outline is turned so that y becomes the major principal axis.
            turn = -0.5 * std::atan2(-2 * i.iyz, i.iyy - i.izz);
            o = rotated(o, turn);
        }
        p = fromOutline(o);
        p.principal = turn;
        switch (s.kind) {
        case ShapeKind::I: addI(s, p); break;
        case ShapeKind::IUnequal: addUnequalI(s, o, p); break;
        case ShapeKind::Channel: addChannel(s, o, p); break;
        case ShapeKind::Tee: addTee(s, o, p); break;
        case ShapeKind::Angle: addAngle(s, o, turn, p); break;
        case ShapeKind::DoubleAngle: addDoubleAngle(s, o, p); break;
        case ShapeKind::Rhs: addRhs(s, p); break;
        case ShapeKind::Chs: addRound(s.d, s.d - 2 * s.t, p); break;
        case ShapeKind::BarRound: addRound(s.d, 0, p); break;
        case ShapeKind::BarFlat:
            p.it = torsionFlat(s.h, s.b);
            p.avy = p.avz = 5.0 / 6 * p.a;
            break;
        case ShapeKind::None: break;
        }
        p.perimeter = o.perimeter;
    }
    for (const StatedKey& k : statedKeys())
        if (const auto& v = stated.*k.stated) p.*k.value = *v;
    if (stated.wely) p.welyTop = p.welyBottom = *stated.wely;
    if (stated.welz) p.welzPlus = p.welzMinus = *stated.welz;
    if (p.a > 0) {
        p.ry = std::sqrt(p.iy / p.a), p.rz = std::sqrt(p.iz / p.a);
        p.ro = std::sqrt((p.iy + p.iz) / p.a + sqr(p.ys) + sqr(p.zs));
    }
    if (p.wely > 0) p.rts = std::sqrt(std::sqrt(p.iz * p.iw) / p.wely);
    p.depth = s.depth(), p.width = s.width();
    return p;
}

} // namespace wr
