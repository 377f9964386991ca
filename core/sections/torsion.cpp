#include "core/sections/torsion.h"

#include "core/base/powers.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <utility>

namespace wr {

namespace {

// Σ b t³/3 of one sloped flange of length l: ∫ t³ dy / 3 with t linear from t1 to t2.
double slopedFlange(double l, double t1, double t2)
{
    return l / 12 * (t1 + t2) * (sqr(t1) + sqr(t2));
}

// Diameter of the circle inscribed where a web meets a flange between two fillets: tangent to the flange's outer face and
// to both fillet arcs. Parallel flanges give El Darwish & Johnston's ((tf+r)² + tw(r+tw/4)) / (2r+tf).
double junctionDiameter(const Shape& s)
{
    const double q = s.tfRoot() - s.slope * s.r + s.r * std::sqrt(1 + sqr(s.slope)); // depth of the fillets' centres
    return (sqr(s.tw / 2 + s.r) + sqr(q) - sqr(s.r)) / (q + s.r);
}

// Junction coefficient of a web with two outstands; El Darwish & Johnston 1965 give it for parallel flanges and for a slope
// of 1 in 6; slopes between are interpolated.
double alphaTee(const Shape& s)
{
    const double t = s.tfRoot(), web = s.tw / t, root = s.r / t;
    const double parallel = -0.042 + 0.2204 * web + 0.1355 * root - 0.0865 * root * web - 0.0725 * web * web;
    const double sixth = -0.0836 + 0.2536 * web + 0.1268 * root - 0.0806 * root * web - 0.0858 * web * web;
    return parallel + (sixth - parallel) * std::min(1.0, 6 * s.slope);
}

// Flange-end loss: 0.10504 t⁴ per end of a parallel flange, Vs t⁴ of a sloped one.
double endLoss(const Shape& s)
{
    const double v = s.slope;
    return (0.10504 + 0.1 * v + 0.0848 * v * v + 0.06746 * cube(v) + 0.05153 * fourth(v)) * fourth(s.tfToe());
}

// One L junction (corner of a channel or an angle) with fillet r between a flange and a web: α3·D3⁴ less 0.105 t⁴ for its
// outer corner; El Darwish & Johnston 1965.
double cornerTerm(double tf, double tw, double r)
{
    const double alpha = -0.0908 + 0.2621 * tw / tf + 0.1231 * r / tf - 0.0752 * tw * r / sqr(tf) - 0.0945 * sqr(tw / tf);
    const double d = 2 * (3 * r + tw + tf - std::sqrt(2 * (2 * r + tw) * (2 * r + tf)));
    return alpha * fourth(d) - 0.105 * fourth(tf);
}

// Corner of a web and a sloped flange: α·D⁴ with D the circle tangent to both outer faces and the fillet. α is our own fit
// to numerical solutions of Prandtl's equation on 500 channels of slope 0.03 to 0.17 (J within 0.3 % in the mean, 3 % at
// most; tests/sections/torsion_test.cpp repeats the comparison). It joins cornerTerm where the slope vanishes.
double slopedCornerTerm(const Shape& s)
{
    const double t = s.tfRoot(), web = s.tw / t, root = s.r / t, v = s.slope;
    const double alpha = -0.2499 + 0.4046 * web + 0.1960 * root - 0.1205 * web * root - 0.1264 * web * web - 0.2619 * v +
                         0.1936 * v * web - 0.0611 * v * root;
    const double q = t - v * s.r + s.r * std::sqrt(1 + v * v); // depth of the fillet's centre
    const double b = s.tw + 2 * s.r + q, c = sqr(s.tw + s.r) + sqr(q) - sqr(s.r);
    return alpha * fourth(2 * (b - std::sqrt(b * b - c)));
}

// EN 10365's table formula for I sections.
double enI(const Shape& s)
{
    return 2.0 / 3 * (s.b - 0.63 * s.tf) * cube(s.tf) + (s.h - 2 * s.tf) * cube(s.tw) / 3 +
           2 * (s.tw / s.tf) * (0.145 + 0.1 * s.r / s.tf) * fourth(junctionDiameter(s));
}

// Web, two flanges with fillets and flange ends of a rolled I: El Darwish & Johnston, "Torsion of structural shapes",
// ASCE J. Struct. Div. 91 (1965). Sloped flanges: the flanges overlap the web by tw·t³, hence 2/3 tw t³.
double junctionI(const Shape& s)
{
    const double junctions = 2 * alphaTee(s) * fourth(junctionDiameter(s)) - 4 * endLoss(s);
    const double root = s.tfRoot();
    const double flanges = 4 * slopedFlange((s.b - s.tw) / 2, root, s.tfToe()) + 2.0 / 3 * s.tw * cube(root);
    return flanges + (s.h - 2 * root) * cube(s.tw) / 3 + junctions;
}

// Sectorial integral of a channel on centre lines: flanges of length f at ±z whose thickness falls from `inner` (web's
// centre line) to `outer`, web of length w between them. Returns (e, Iw): shear centre behind the web's centre line.
std::pair<double, double> sectorial(double f, double inner, double outer, double z, double tw, double w)
{
    // ω about the point on the web's centre line is z·y on a flange; three-point Gauss is exact for t(y)·(y - e)².
    constexpr std::array<std::pair<double, double>, 3> gauss{
        {{0.1127016653792583, 5.0 / 18}, {0.5, 8.0 / 18}, {0.8872983346207417, 5.0 / 18}}};
    double area = 0, first = 0, second = 0;
    for (const auto& [at, weight] : gauss) {
        const double y = at * f, da = weight * f * (inner + (outer - inner) * at);
        area += da;
        first += da * y;
        second += da * y * y;
    }
    const double iy = 2 * area * z * z + tw * cube(w) / 12;
    const double e = 2 * z * z * first / iy;
    return {e, 2 * z * z * (second - 2 * e * first + e * e * area) + e * e * tw * cube(w) / 12};
}

} // namespace

// J as above; Iw = Iz (h-tf)²/4 (AISC Manual, SCI P363), or EN 10365's tf b³ (h-tf)²/24. Plates: J = Σ b t³/3.
TorsionProperties torsionOfI(const Shape& s, const OutlineValues& o)
{
    TorsionProperties p;
    p.ho = s.h - s.tf;
    if (s.r <= 0 && s.slope <= 0)
        p.it = (2 * s.b * cube(s.tf) + (s.h - 2 * s.tf) * cube(s.tw)) / 3;
    else
        p.it = s.torsion == TorsionRule::En && s.slope <= 0 ? enI(s) : junctionI(s);
    p.iw = s.torsion == TorsionRule::En ? s.tf * cube(s.b) * sqr(p.ho) / 24 : o.iz * sqr(p.ho) / 4;
    p.avz = s.tw * p.ho;
    p.avy = 2 * s.b * s.tf * 5 / 6;
    return p;
}

// Two flanges and a web of plates: Iw = hm² I1 I2/(I1+I2), shear centre by the same flange inertias (Vlasov).
TorsionProperties torsionOfUnequalI(const Shape& s)
{
    TorsionProperties p;
    const double i1 = s.tf * cube(s.b) / 12, i2 = s.tf2 * cube(s.b2) / 12;
    p.ho = s.h - (s.tf + s.tf2) / 2;
    p.it = (s.b * cube(s.tf) + s.b2 * cube(s.tf2) + (s.h - s.tf - s.tf2) * cube(s.tw)) / 3;
    p.iw = sqr(p.ho) * i1 * i2 / (i1 + i2);
    p.zs = s.h / 2 - s.tf / 2 - p.ho * i2 / (i1 + i2); // nearer the stiffer flange
    p.avz = s.tw * p.ho;
    p.avy = (s.b * s.tf + s.b2 * s.tf2) * 5 / 6;
    return p;
}

// J: flanges and web with corner junctions (El Darwish & Johnston; sloped flanges above). Iw and shear centre by the
// sectorial integral: with the mean flange thickness and the web over its centre line (AISC Manual), with the thickness as
// it falls and the web over its clear height (EN 10365's tables), or Iw by SCI P363: (h-tf)²/4 · (Iz - A c² ((h-tf)² A/(4 Iy) -
// 1)), c from the centroid to the web's centre line.
TorsionProperties torsionOfChannel(const Shape& s, const OutlineValues& o)
{
    TorsionProperties p;
    const double flange = s.b - s.tw / 2;
    p.ho = s.h - s.tf;
    const double root = s.tfRoot(), toe = s.tfToe();
    p.it = 2 * (slopedFlange(s.b - s.tw, root, toe) + s.tw * cube(root) / 3) + (s.h - 2 * root) * cube(s.tw) / 3;
    if (s.slope > 0)
        p.it += 2 * slopedCornerTerm(s) - 2 * endLoss(s);
    else if (s.r > 0)
        p.it += 2 * cornerTerm(s.tf, s.tw, s.r) - 2 * endLoss(s);
    const bool en = s.torsion == TorsionRule::En; // the AISC tables take the mean thickness all along the flange
    const auto [e, iw] =
        sectorial(flange, en ? toe + s.slope * flange : s.tf, en ? toe : s.tf, p.ho / 2, s.tw, en ? s.h - 2 * s.tf : p.ho);
    p.iw = iw;
    p.ys = s.tw / 2 - e;
    if (s.torsion == TorsionRule::Uk && s.slope <= 0) {
        const double c = o.cy - s.tw / 2, ratio = sqr(p.ho) * o.a / (4 * o.iy);
        p.iw = sqr(p.ho) / 4 * (o.iz - o.a * c * c * (ratio - 1));
        p.ys = s.tw / 2 - c * (ratio - 1); // shear centre c·(h-tf)² A/(4 Iy) from the centroid
    }
    p.avz = s.tw * p.ho;
    p.avy = 2 * s.b * s.tf * 5 / 6;
    return p;
}

// J: half an I; Iw = b³tf³/144 + (h - tf/2)³tw³/36 (Bleich 1952); shear centre where the centre lines meet.
TorsionProperties torsionOfTee(const Shape& s)
{
    TorsionProperties p;
    const double root = s.tfRoot();
    if (s.r <= 0 && s.slope <= 0)
        p.it = (s.b * cube(s.tf) + (s.h - s.tf) * cube(s.tw)) / 3;
    else // the stem ends in a square end as well: 0.105 tw⁴
        p.it = 2 * slopedFlange((s.b - s.tw) / 2, root, s.tfToe()) + s.tw * cube(root) / 3 + (s.h - root) * cube(s.tw) / 3 +
               alphaTee(s) * fourth(junctionDiameter(s)) - 2 * endLoss(s) - 0.105 * fourth(s.tw);
    p.iw = cube(s.b) * cube(s.tf) / 144 + cube(s.h - s.tf / 2) * cube(s.tw) / 36;
    p.zs = -s.tf / 2;
    p.avz = s.tw * (s.h - s.tf / 2);
    p.avy = s.b * s.tf * 5 / 6;
    return p;
}

// J with the corner junction (El Darwish & Johnston; 0.105 t⁴ per leg end); Iw = t³/36 Σ(leg - t/2)³ (Bleich 1952);
// shear centre where the legs' centre lines meet. Shear areas: 5/6 of half the section about each axis.
TorsionProperties torsionOfAngle(const Shape& s, const OutlineValues& o)
{
    TorsionProperties p;
    p.it = (s.h + s.b - s.t) * cube(s.t) / 3;
    if (s.r > 0) p.it += cornerTerm(s.t, s.t, s.r) - 0.21 * fourth(s.t);
    p.iw = cube(s.t) / 36 * (cube(s.h - s.t / 2) + cube(s.b - s.t / 2));
    p.ys = p.zs = s.t / 2;
    p.avy = p.avz = 5.0 / 12 * o.a;
    return p;
}

// Twice the single angle; the shear centre in the middle of the pair where the outstanding legs' centre line runs.
TorsionProperties torsionOfDoubleAngle(const Shape& s)
{
    const TorsionProperties one = torsionOfAngle(s, {});
    TorsionProperties p;
    p.it = 2 * one.it;
    p.iw = 2 * one.iw;
    p.zs = -s.t / 2;
    const double back = s.longBack ? std::max(s.h, s.b) : std::min(s.h, s.b), outstand = s.h + s.b - back;
    p.avz = 2 * back * s.t * 5 / 6;
    p.avy = 2 * outstand * s.t * 5 / 6;
    return p;
}

// EN 10210-2 Annex A: It = l t³/3 + 2 K Ah with K = 2 Ah t/l (l: length of the wall's centre line, Ah: area it encloses).
TorsionProperties torsionOfRhs(const Shape& s)
{
    TorsionProperties p;
    const double rc = (s.ro + s.ri) / 2;
    const double line = 2 * (s.b - s.t + s.h - s.t) - 2 * rc * (4 - kPi);
    const double enclosed = (s.b - s.t) * (s.h - s.t) - rc * rc * (4 - kPi);
    p.it = line * cube(s.t) / 3 + 4 * sqr(enclosed) * s.t / line;
    p.avz = 2 * s.t * (s.h - s.t);
    p.avy = 2 * s.t * (s.b - s.t);
    return p;
}

// Two plates that cross: J = Σ b t³/3 with the crossing counted once, Iw = Σ b³t³/144 (Bleich 1952: only the thickness warps);
// shear centre where they cross. Shear areas: 5/6 of each plate.
TorsionProperties torsionOfCruciform(const Shape& s)
{
    TorsionProperties p;
    const double wide = std::max(s.tw, s.tf), narrow = std::min(s.tw, s.tf), length = s.tw > s.tf ? s.h : s.b;
    const double rest = (s.tw > s.tf ? s.b : s.h) - wide; // of the thinner plate, beside the thicker one
    p.it = (length * cube(wide) + rest * cube(narrow)) / 3;
    p.iw = (cube(s.h * s.tw) + cube(s.b * s.tf)) / 144;
    p.avz = 5.0 / 6 * s.h * s.tw;
    p.avy = 5.0 / 6 * s.b * s.tf;
    return p;
}

// Series fit to the exact solution, within 0.5 % for any ratio (Roark's Formulas for Stress and Strain, torsion table).
double torsionOfFlat(double h, double b)
{
    const double l = std::max(h, b), t = std::min(h, b);
    return l * cube(t) * (1.0 / 3 - 0.21 * t / l * (1 - fourth(t / l) / 12));
}

} // namespace wr
