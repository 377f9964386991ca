// An independent second reading of AISC 360-22 in kips and inches, written from the equations without looking at the clause
// functions, run over every covered section of the catalogue and a range of lengths. It guards against slips in one of the two;
// it is no published example.
#include "core/standards/aisc360/compression.h"
#include "core/standards/aisc360/flexure.h"
#include "core/standards/aisc360/shear.h"
#include "core/standards/aisc360/tension.h"
#include "tests/support.h"

#include <cmath>

using namespace wr;
using Catch::Matchers::WithinRel;
using test::Alone;

namespace {

constexpr double E = 29000, G = 11200, pi = 3.14159265358979323846;

struct Inches
{
    double A, Ix, Iy, Sx, Sy, Zx, Zy, J, Cw, rx, ry, d, bf, tw, tf, k, ho, B, H, t, D;
    explicit Inches(const CatalogueSection& c)
    {
        const auto& p = c.properties();
        const auto in = [](double v, int n) { return v / std::pow(0.0254, n); };
        A = in(p.a, 2);
        Ix = in(p.iy, 4);
        Iy = in(p.iz, 4);
        Sx = in(p.wely, 3);
        Sy = in(p.welz, 3);
        Zx = in(p.wply, 3);
        Zy = in(p.wplz, 3);
        J = in(p.it, 4);
        Cw = in(p.iw, 6);
        rx = std::sqrt(Ix / A);
        ry = std::sqrt(Iy / A);
        d = in(c.shape.h, 1);
        bf = in(c.shape.b, 1);
        tw = in(c.shape.tw, 1);
        tf = in(c.shape.tf, 1);
        k = tf + in(c.shape.r, 1);
        ho = d - tf;
        B = bf;
        H = d;
        t = in(c.shape.t, 1);
        D = in(c.shape.d, 1);
    }
};

double columnStress(double Fy, double Fe)
{
    return Fy / Fe <= 2.25 ? std::pow(0.658, Fy / Fe) * Fy : 0.877 * Fe;
}

double effective(double b, double lambda, double limit, double c1, double c2, double Fy, double Fcr)
{
    if (lambda <= limit * std::sqrt(Fy / Fcr)) return b;
    const double fel = std::pow(c2 * limit / lambda, 2) * Fy, root = std::sqrt(fel / Fcr);
    return b * (1 - c1 * root) * root;
}

double wCompression(const Inches& s, double Fy, double Lx, double Ly, double Lz)
{
    double Fe = std::min(pi * pi * E / std::pow(Lx / s.rx, 2), pi * pi * E / std::pow(Ly / s.ry, 2));
    if (Lz > Ly * 1.000001) Fe = std::min(Fe, (pi * pi * E * s.Cw / (Lz * Lz) + G * s.J) / (s.Ix + s.Iy));
    const double Fcr = columnStress(Fy, Fe);
    const double lf = s.bf / 2 / s.tf, h = s.d - 2 * s.k, lw = h / s.tw;
    const double be = effective(s.bf / 2, lf, 0.56 * std::sqrt(E / Fy), 0.22, 1.49, Fy, Fcr);
    const double he = effective(h, lw, 1.49 * std::sqrt(E / Fy), 0.18, 1.31, Fy, Fcr);
    return 0.9 * Fcr * (s.A - 4 * (s.bf / 2 - be) * s.tf - (h - he) * s.tw);
}

double wMajor(const Inches& s, double Fy, double Lb, double Cb)
{
    const double Mp = Fy * s.Zx, rts = std::sqrt(std::sqrt(s.Iy * s.Cw) / s.Sx);
    const double Lp = 1.76 * s.ry * std::sqrt(E / Fy), a = s.J / (s.Sx * s.ho);
    const double Lr = 1.95 * rts * E / (0.7 * Fy) * std::sqrt(a + std::sqrt(a * a + 6.76 * std::pow(0.7 * Fy / E, 2)));
    double ltb = Mp;
    if (Lb > Lr)
        ltb = Cb * pi * pi * E / std::pow(Lb / rts, 2) * std::sqrt(1 + 0.078 * a * std::pow(Lb / rts, 2)) * s.Sx;
    else if (Lb > Lp)
        ltb = Cb * (Mp - (Mp - 0.7 * Fy * s.Sx) * (Lb - Lp) / (Lr - Lp));
    ltb = std::min(ltb, Mp);
    const double l = s.bf / 2 / s.tf, lp = 0.38 * std::sqrt(E / Fy), lr = std::sqrt(E / Fy);
    const double flb = l <= lp ? Mp : Mp - (Mp - 0.7 * Fy * s.Sx) * (l - lp) / (lr - lp); // no W flange is slender
    return 0.9 * std::min(ltb, flb);
}

double wMinor(const Inches& s, double Fy)
{
    const double Mp = std::min(Fy * s.Zy, 1.6 * Fy * s.Sy), l = s.bf / 2 / s.tf, lp = 0.38 * std::sqrt(E / Fy),
                 lr = std::sqrt(E / Fy);
    return 0.9 * (l <= lp ? Mp : Mp - (Mp - 0.7 * Fy * s.Sy) * (l - lp) / (lr - lp));
}

double cv2(double lambda, double kv, double Fy)
{
    const double x = std::sqrt(kv * E / Fy);
    return lambda <= 1.10 * x ? 1 : lambda <= 1.37 * x ? 1.10 * x / lambda : 1.51 * kv * E / (lambda * lambda * Fy);
}

double tubeCompression(const Inches& s, double Fy, double L)
{
    const double Fcr = columnStress(Fy, pi * pi * E / std::pow(L / std::min(s.rx, s.ry), 2)), limit = 1.40 * std::sqrt(E / Fy);
    const double b = s.B - 3 * s.t, h = s.H - 3 * s.t;
    const double be = effective(b, b / s.t, limit, 0.20, 1.38, Fy, Fcr), he = effective(h, h / s.t, limit, 0.20, 1.38, Fy, Fcr);
    return 0.9 * Fcr * (s.A - 2 * s.t * (b - be) - 2 * s.t * (h - he));
}

} // namespace

TEST_CASE("AISC oracle: W shapes in tension, compression, flexure and shear", "[aisc360][oracle]")
{
    NoTrace none;
    for (const CatalogueSection* c : shippedCatalogue().family("W"))
        for (const double Fy : {36.0, 50.0, 65.0}) {
            const Inches s(*c);
            const Alone a(c->designation, Fy, Fy + 15);
            const aisc360::Context ctx(a.input, true);
            CAPTURE(c->designation, Fy);
            CHECK_THAT(tension(ctx, none).available / kKip, WithinRel(std::min(0.9 * Fy, 0.75 * (Fy + 15)) * s.A, 1e-6));
            for (const double L : {24.0, 96.0, 180.0, 300.0, 480.0}) {
                CAPTURE(L);
                CHECK_THAT(compression(ctx, L * kInch, L * kInch, L * kInch, none).available / kKip,
                           WithinRel(wCompression(s, Fy, L, L, L), 1e-6));
                CHECK_THAT(compression(ctx, L * kInch, L / 3 * kInch, L * kInch, none).available / kKip,
                           WithinRel(wCompression(s, Fy, L, L / 3, L), 1e-6));
                const aisc360::Flexure f = flexureMajor(ctx, none);
                if (!f.uncovered.empty()) continue;
                for (const double Cb : {1.0, 1.67, 3.0}) {
                    const double ours =
                        std::min(f.available, lateralTorsional(ctx, L * kInch, Cb, none).available) / (kKip * kInch);
                    CHECK_THAT(ours, WithinRel(wMajor(s, Fy, L, Cb), 1e-6));
                }
            }
            CHECK_THAT(flexureMinor(ctx, none).available / (kKip * kInch), WithinRel(wMinor(s, Fy), 1e-6));
            const double lw = (s.d - 2 * s.k) / s.tw, root = std::sqrt(E / Fy);
            const double cv1 = lw <= 1.10 * std::sqrt(5.34) * root ? 1 : 1.10 * std::sqrt(5.34) * root / lw;
            const double v = lw <= 2.24 * root ? 1.0 * 0.6 * Fy * s.d * s.tw : 0.9 * 0.6 * Fy * s.d * s.tw * cv1;
            CHECK_THAT(shearMajor(ctx, {}, none).available / kKip, WithinRel(v, 1e-6));
            CHECK_THAT(shearMinor(ctx, {}, none).available / kKip,
                       WithinRel(0.9 * 0.6 * Fy * 2 * s.bf * s.tf * cv2(s.bf / 2 / s.tf, 1.2, Fy), 1e-6));
        }
}

TEST_CASE("AISC oracle: rectangular tubes", "[aisc360][oracle]")
{
    NoTrace none;
    for (const CatalogueSection* c : shippedCatalogue().family("HSS"))
        for (const double Fy : {46.0, 50.0}) {
            const Inches s(*c);
            const Alone a(c->designation, Fy, 62);
            const aisc360::Context ctx(a.input, true);
            CAPTURE(c->designation, Fy);
            for (const double L : {36.0, 120.0, 240.0, 400.0}) {
                CHECK_THAT(compression(ctx, L * kInch, L * kInch, L * kInch, none).available / kKip,
                           WithinRel(tubeCompression(s, Fy, L), 1e-6));
                if (s.Ix > s.Iy * 1.001) {
                    const double Mp = Fy * s.Zx, r = s.ry * std::sqrt(s.J * s.A), Lp = 0.13 * E * r / Mp,
                                 Lr = 2 * E * r / (0.7 * Fy * s.Sx);
                    const double m = L <= Lp   ? Mp
                                     : L <= Lr ? Mp - (Mp - 0.7 * Fy * s.Sx) * (L - Lp) / (Lr - Lp)
                                               : 2 * E * r / L;
                    CHECK_THAT(lateralTorsional(ctx, L * kInch, 1.0, none).available / (kKip * kInch),
                               WithinRel(0.9 * std::min(m, Mp), 1e-6));
                }
            }
            const double h = s.H - 3 * s.t, b = s.B - 3 * s.t;
            CHECK_THAT(shearMajor(ctx, {}, none).available / kKip,
                       WithinRel(0.9 * 0.6 * Fy * 2 * h * s.t * cv2(h / s.t, 5, Fy), 1e-6));
            CHECK_THAT(shearMinor(ctx, {}, none).available / kKip,
                       WithinRel(0.9 * 0.6 * Fy * 2 * b * s.t * cv2(b / s.t, 5, Fy), 1e-6));
            // Flexure where flange and web are no worse than noncompact.
            const double root = std::sqrt(E / Fy), lf = b / s.t, lw = h / s.t;
            if (lf > 1.40 * root || lw > 5.70 * root) continue;
            const double Mp = Fy * s.Zx;
            double m = Mp;
            if (lf > 1.12 * root) m = std::min(m, Mp - (Mp - Fy * s.Sx) * (3.57 * lf / root - 4.0));
            if (lw > 2.42 * root) m = std::min(m, Mp - (Mp - Fy * s.Sx) * (0.305 * lw / root - 0.738));
            CHECK_THAT(flexureMajor(ctx, none).available / (kKip * kInch), WithinRel(0.9 * std::min(m, Mp), 1e-6));
            const double C = 2 * (s.B - s.t) * (s.H - s.t) * s.t - 4.5 * (4 - pi) * std::pow(s.t, 3), l = std::max(lf, lw);
            const double F = l <= 2.45 * root   ? 0.6 * Fy
                             : l <= 3.07 * root ? 0.6 * Fy * 2.45 * root / l
                                                : 0.458 * pi * pi * E / (l * l);
            CHECK_THAT(torsion(ctx, none).available / (kKip * kInch), WithinRel(0.9 * F * C, 1e-6));
        }
}

TEST_CASE("AISC oracle: round tubes", "[aisc360][oracle]")
{
    NoTrace none;
    for (const CatalogueSection* c : shippedCatalogue().family("HSS round"))
        for (const double Fy : {42.0, 46.0}) {
            const Inches s(*c);
            const double length = 150, dt = s.D / s.t;
            const Alone a(c->designation, Fy, 62, length * kInch);
            const aisc360::Context ctx(a.input, true);
            CAPTURE(c->designation, Fy);
            for (const double L : {36.0, 120.0, 240.0}) {
                const double Fcr = columnStress(Fy, pi * pi * E / std::pow(L / s.rx, 2));
                const double area = dt <= 0.11 * E / Fy ? s.A : (0.038 * E / (Fy * dt) + 2.0 / 3) * s.A;
                CHECK_THAT(compression(ctx, L * kInch, L * kInch, L * kInch, none).available / kKip,
                           WithinRel(0.9 * Fcr * area, 1e-6));
            }
            const double S = s.Sx, Mp = Fy * s.Zx;
            const double m = dt <= 0.07 * E / Fy ? Mp : dt <= 0.31 * E / Fy ? (0.021 * E / dt + Fy) * S : 0.33 * E / dt * S;
            CHECK_THAT(flexureMajor(ctx, none).available / (kKip * kInch), WithinRel(0.9 * std::min(m, Mp), 1e-6));
            const double Fv = std::min(
                0.6 * Fy, std::max(1.60 * E / (std::sqrt(length / s.D) * std::pow(dt, 1.25)), 0.78 * E / std::pow(dt, 1.5)));
            CHECK_THAT(shearMajor(ctx, {}, none).available / kKip, WithinRel(0.9 * Fv * s.A / 2, 1e-6));
            const double Ft = std::min(
                0.6 * Fy, std::max(1.23 * E / (std::sqrt(length / s.D) * std::pow(dt, 1.25)), 0.60 * E / std::pow(dt, 1.5)));
            CHECK_THAT(torsion(ctx, none).available / (kKip * kInch), WithinRel(0.9 * Ft * s.J / (s.D / 2), 1e-6));
        }
}

TEST_CASE("AISC oracle: ASD is LRFD by its own factors, for every covered section", "[aisc360][oracle]")
{
    NoTrace none;
    for (const CatalogueSection& c : shippedCatalogue().sections()) {
        if (c.shape.kind != ShapeKind::I && c.shape.kind != ShapeKind::Rhs && c.shape.kind != ShapeKind::Chs) continue;
        const Alone a(c.designation, 50, 65, 4);
        const aisc360::Context l(a.input, true), s(a.input, false);
        CAPTURE(c.designation);
        CHECK_THAT(compression(l, 4, 4, 4, none).available,
                   WithinRel(compression(s, 4, 4, 4, none).available * 0.9 * 1.67, 1e-12));
        if (flexureMajor(l, none).uncovered.empty())
            CHECK_THAT(flexureMajor(l, none).available, WithinRel(flexureMajor(s, none).available * 0.9 * 1.67, 1e-12));
        const double ratio = shearMajor(l, {}, none).available / shearMajor(s, {}, none).available;
        CHECK((std::abs(ratio - 0.9 * 1.67) < 1e-9 || std::abs(ratio - 1.5) < 1e-9));
    }
}
