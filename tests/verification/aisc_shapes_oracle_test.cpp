// A second reading of AISC 360-22 for channels, tees, pairs, angles and plate girders, in kips and inches, written from the
// equations without looking at the clause functions, over the catalogue and random plates. It guards against slips in one of
// the two; it is no published example.
#include "core/standards/aisc360/compression.h"
#include "core/standards/aisc360/flexure.h"
#include "tests/support.h"

#include <cmath>
#include <random>

using namespace wr;
using namespace wr::aisc360;
using Catch::Matchers::WithinRel;
using test::Alone;

namespace {

constexpr double E = 29000, G = 11200, pi = 3.14159265358979323846;
NoTrace none;

double in(double v, int n)
{
    return v / std::pow(0.0254, n);
}
double kip(double n)
{
    return n / 4448.2216152605;
}
double kipIn(double nm)
{
    return nm / 4448.2216152605 / 0.0254;
}
double curve(double Fy, double Fe)
{
    return Fy / Fe <= 2.25 ? std::pow(0.658, Fy / Fe) * Fy : 0.877 * Fe;
}
double loss(double b, double t, double limit, double c1, double c2, double Fy, double Fcr)
{
    const double l = b / t;
    if (l <= limit * std::sqrt(Fy / Fcr)) return 0;
    const double x = std::sqrt(std::pow(c2 * limit / l, 2) * Fy / Fcr);
    return (b - b * (1 - c1 * x) * x) * t;
}
double together(double a, double b, double H)
{
    return (a + b) / (2 * H) * (1 - std::sqrt(1 - 4 * a * b * H / std::pow(a + b, 2)));
}

} // namespace

TEST_CASE("oracle: channels and tees in compression", "[aisc360][oracle]")
{
    int n = 0;
    for (const CatalogueSection& s : shippedCatalogue().sections()) {
        if (s.shape.kind != ShapeKind::Channel && s.shape.kind != ShapeKind::Tee) continue;
        const Alone a(s.shape, 50, 65);
        const auto& p = a.section;
        const double A = in(p.a, 2), Ix = in(p.iy, 4), Iy = in(p.iz, 4), J = in(p.it, 4), x0 = in(p.ys, 1), y0 = in(p.zs, 1);
        const double ro2 = x0 * x0 + y0 * y0 + (Ix + Iy) / A, H = 1 - (x0 * x0 + y0 * y0) / ro2, root = std::sqrt(E / 50);
        for (const double ft : {2.0, 6.0, 14.0, 25.0}) {
            const double Lx = 12 * ft, Ly = 8 * ft, Lz = 10 * ft;
            const double Fx = pi * pi * E / (Lx * Lx * A / Ix), Fy = pi * pi * E / (Ly * Ly * A / Iy);
            double Fe = std::min(Fx, Fy), lost = 0;
            const double tw = in(s.shape.tw, 1), tf = in(s.shape.tf, 1), b = in(s.shape.b, 1), h = in(s.shape.h, 1),
                         r = in(s.shape.r, 1);
            if (s.shape.kind == ShapeKind::Tee) {
                Fe = std::min(Fe, together(Fy, G * J / (A * ro2), H));
                const double Fcr = curve(50, Fe);
                lost = 2 * loss(b / 2, tf, 0.56 * root, 0.22, 1.49, 50, Fcr) + loss(h, tw, 0.75 * root, 0.22, 1.49, 50, Fcr);
            } else {
                Fe = std::min(Fe, together(Fx, (pi * pi * E * in(p.iw, 6) / (Lz * Lz) + G * J) / (A * ro2), H));
                const double Fcr = curve(50, Fe);
                lost = 2 * loss(b, tf, 0.56 * root, 0.22, 1.49, 50, Fcr) +
                       loss(h - 2 * tf - 2 * r, tw, 1.49 * root, 0.18, 1.31, 50, Fcr);
            }
            const double expected = 0.9 * curve(50, Fe) * (A - lost);
            INFO(s.designation << " " << ft);
            CHECK_THAT(kip(compression(Context(a.input, true), Lx * kInch, Ly * kInch, Lz * kInch, none).available),
                       WithinRel(expected, 1e-6));
            ++n;
        }
    }
    CHECK(n > 1000);
}

TEST_CASE("oracle: tees in bending, both signs", "[aisc360][oracle]")
{
    int n = 0;
    for (const CatalogueSection& s : shippedCatalogue().sections()) {
        if (s.shape.kind != ShapeKind::Tee) continue;
        const Alone a(s.shape, 50, 65);
        const Context c(a.input, true);
        const auto& p = a.section;
        const double d = in(s.shape.h, 1), tw = in(s.shape.tw, 1), lf = s.shape.b / 2 / s.shape.tf, root = std::sqrt(E / 50);
        const double Iy = in(p.iz, 4), J = in(p.it, 4), S = in(p.wely, 3), Sc = in(p.welyTop, 3), Z = in(p.wply, 3),
                     ry = in(p.rz, 1);
        const double My = 50 * S, Mp = std::min(50 * Z, 1.6 * My);
        double local = Mp;
        if (lf > root)
            local = std::min(local, 0.7 * E * Sc / (lf * lf));
        else if (lf > 0.38 * root)
            local = std::min(local, std::min(1.6 * My, Mp - (Mp - 35 * Sc) * (lf - 0.38 * root) / (0.62 * root)));
        const double ls = d / tw;
        const double Fs = ls <= 0.84 * root ? 50 : ls <= 1.52 * root ? (1.43 - 0.515 * ls / root) * 50 : 1.52 * E / (ls * ls);
        INFO(s.designation);
        CHECK_THAT(kipIn(flexureMajor(c, none, Side::Plus).available), WithinRel(0.9 * local, 1e-6));
        CHECK_THAT(kipIn(flexureMajor(c, none, Side::Minus).available), WithinRel(0.9 * std::min(My, Fs * S), 1e-6));
        for (const double ft : {2.0, 8.0, 20.0}) {
            const double L = 12 * ft, Lp = 1.76 * ry * root,
                         Lr = 1.95 * E / 50 * std::sqrt(Iy * J) / S * std::sqrt(2.36 * 50 / E * d * S / J + 1);
            const auto mcr = [&](double sign) {
                const double B = sign * 2.3 * d / L * std::sqrt(Iy / J);
                return 1.95 * E / L * std::sqrt(Iy * J) * (B + std::sqrt(1 + B * B));
            };
            const double plus = L <= Lp ? Mp : L <= Lr ? Mp - (Mp - My) * (L - Lp) / (Lr - Lp) : std::min(mcr(1), Mp);
            CHECK_THAT(kipIn(lateralTorsional(c, L * kInch, 1, none, Side::Plus).available), WithinRel(0.9 * plus, 1e-6));
            CHECK_THAT(kipIn(lateralTorsional(c, L * kInch, 1, none, Side::Minus).available),
                       WithinRel(0.9 * std::min(mcr(-1), My), 1e-6));
            ++n;
        }
    }
    CHECK(n > 300);
}

TEST_CASE("oracle: single angles in compression and about both principal axes", "[aisc360][oracle]")
{
    int n = 0;
    for (const CatalogueSection& s : shippedCatalogue().sections()) {
        if (s.shape.kind != ShapeKind::Angle) continue;
        const Alone a(s.shape, 36, 58);
        const Context c(a.input, true);
        const auto& p = a.section;
        const double A = in(p.a, 2), h = in(s.shape.h, 1), b = in(s.shape.b, 1), t = in(s.shape.t, 1), rz = in(p.rz, 1),
                     rw = in(p.ry, 1);
        const double root = std::sqrt(E / 36.0), L = 96, longLeg = std::max(h, b);
        const double Fw = pi * pi * E / std::pow(L / rw, 2), Fz = pi * pi * E / std::pow(L / rz, 2);
        double Fe = Fz;
        if (longLeg / t > 0.71 * root) {
            const double x0 = in(p.ys, 1), y0 = in(p.zs, 1), ro2 = x0 * x0 + y0 * y0 + rw * rw + rz * rz,
                         Ft = G * in(p.it, 4) / (A * ro2);
            // The lowest root of E4-4 by steps and halving, from below.
            const auto f = [&](double e) {
                return (e - Fw) * (e - Fz) * (e - Ft) - e * e * (e - Fz) * x0 * x0 / ro2 - e * e * (e - Fw) * y0 * y0 / ro2;
            };
            double e = 0, step = std::min(Fz, Ft) / 64;
            for (int k = 0; k < 4000 && step > 1e-13; ++k)
                f(e + step) < 0 ? e += step : step /= 2;
            Fe = std::min(Fe, e);
        }
        const double Fcr = curve(36, Fe);
        const double lost = loss(h, t, 0.45 * root, 0.22, 1.49, 36, Fcr) + loss(b, t, 0.45 * root, 0.22, 1.49, 36, Fcr);
        INFO(s.designation);
        CHECK_THAT(kip(compression(c, L * kInch, L * kInch, L * kInch, none).available),
                   WithinRel(0.9 * Fcr * (A - lost), 1e-6));
        const double My = 36 * in(p.wely, 3), beta = std::abs(h - b) < 1e-9 ? 0 : in(std::abs(p.betay), 1);
        // One side compresses the short leg, the other the long one: the two strengths are those of +beta and -beta.
        std::array<double, 2> expected{};
        for (const int k : {0, 1}) {
            const double x = 4.4 * (k ? -beta : beta) * rz / (L * t);
            const double Mcr = 9 * E * A * rz * t / (8 * L) * 1.2 * (std::sqrt(1 + x * x) + x);
            expected[k] = 0.9 * (My <= Mcr ? std::min(1.5 * My, (1.92 - 1.17 * std::sqrt(My / Mcr)) * My)
                                           : (0.92 - 0.17 * Mcr / My) * Mcr);
        }
        const double plus = kipIn(lateralTorsional(c, L * kInch, 1.2, none, Side::Plus).available),
                     minus = kipIn(lateralTorsional(c, L * kInch, 1.2, none, Side::Minus).available);
        CHECK_THAT(std::max(plus, minus), WithinRel(expected[0], 1e-6));
        CHECK_THAT(std::min(plus, minus), WithinRel(expected[1], 1e-6));
        ++n;
    }
    CHECK(n > 200);
}

TEST_CASE("oracle: plate girders of any symmetry by F4 and F5", "[aisc360][oracle]")
{
    std::mt19937 random(11);
    const auto u = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(random); };
    int compact = 0, noncompact = 0, slender = 0;
    for (int k = 0; k < 400; ++k) {
        Shape s;
        s.kind = ShapeKind::IUnequal;
        s.welded = true;
        s.h = u(16, 60) * kInch;
        s.b = u(8, 20) * kInch;
        s.b2 = s.b * u(0.7, 1.0);
        s.tf = u(0.5, 1.5) * kInch;
        s.tf2 = s.tf * u(0.8, 1.0);
        s.tw = u(0.2, 0.7) * kInch;
        const Alone a(s, 50, 65);
        const Context c(a.input, true);
        if (!proportions(c).empty()) continue;
        const auto& p = a.section;
        // Everything again from the plates.
        const double h = in(s.h, 1), bt = in(s.b, 1), tt = in(s.tf, 1), bb = in(s.b2, 1), tb = in(s.tf2, 1), tw = in(s.tw, 1),
                     w = h - tt - tb;
        const double A = bt * tt + bb * tb + w * tw;
        const double yc = (bt * tt * (h - tt / 2) + bb * tb * tb / 2 + w * tw * (tb + w / 2)) / A; // from the bottom
        const double Ix = bt * tt * (tt * tt / 12 + std::pow(h - tt / 2 - yc, 2)) +
                          bb * tb * (tb * tb / 12 + std::pow(tb / 2 - yc, 2)) +
                          w * tw * (w * w / 12 + std::pow(tb + w / 2 - yc, 2));
        const double Iy = (tt * bt * bt * bt + tb * bb * bb * bb + w * tw * tw * tw) / 12;
        const double yp = tb + (A / 2 - bb * tb) / tw; // equal areas; in the web for these plates
        if (yp < tb || yp > h - tt) continue;
        const double Z =
            bt * tt * (h - tt / 2 - yp) + bb * tb * (yp - tb / 2) + tw * (std::pow(h - tt - yp, 2) + std::pow(yp - tb, 2)) / 2;
        const double root = std::sqrt(E / 50), kc = std::clamp(4 / std::sqrt(w / tw), 0.35, 0.76), ho = h - tt / 2 - tb / 2;
        for (const bool top : {true, false}) {
            const double bc = top ? bt : bb, tc = top ? tt : tb, out = top ? h - yc : yc, outp = top ? h - yp : yp;
            const double Sxc = Ix / out, Sxt = Ix / (h - out), Mp = std::min(50 * Z, 80 * std::min(Sxc, Sxt)), Myc = 50 * Sxc,
                         Myt = 50 * Sxt;
            const double hc = 2 * (out - tc), hp = 2 * (outp - tc), lw = hc / tw, rw = 5.70 * root;
            const double pw = std::min(rw, hc / hp * root / std::pow(0.54 * 50 * Z / std::min(Myc, Myt) - 0.09, 2));
            const double aw = hc * tw / (bc * tc), rt = bc / std::sqrt(12 * (1 + aw / 6)), lf = bc / 2 / tc;
            const double L = u(2, 40) * 12, Lp = 1.1 * rt * root, J = in(p.it, 4);
            const bool thin = tc * bc * bc * bc / 12 / Iy <= 0.23;
            double local = 0, ltb = 0;
            if (lw > rw) {
                ++slender;
                const double Rpg = std::min(1.0, 1 - std::min(aw, 10.0) / (1200 + 300 * std::min(aw, 10.0)) * (lw - rw));
                const double rf = 0.95 * std::sqrt(kc * E / 35), Lr = pi * rt * std::sqrt(E / 35);
                const double Fl = lf <= 0.38 * root ? 50
                                  : lf <= rf        ? 50 - 15 * (lf - 0.38 * root) / (rf - 0.38 * root)
                                                    : 0.9 * E * kc / (lf * lf);
                local = Rpg * std::min(50.0, Fl) * Sxc;
                if (Sxt < Sxc) local = std::min(local, Myt);
                const double Fb = L <= Lp ? 50 : L <= Lr ? 50 - 15 * (L - Lp) / (Lr - Lp) : pi * pi * E / std::pow(L / rt, 2);
                ltb = Rpg * std::min(50.0, Fb) * Sxc;
            } else {
                lw <= pw ? ++compact : ++noncompact;
                const auto factor = [&](double My) {
                    if (thin) return 1.0;
                    return lw <= pw ? Mp / My : std::min(Mp / My, Mp / My - (Mp / My - 1) * (lw - pw) / (rw - pw));
                };
                const double Rpc = factor(Myc), FL = Sxt / Sxc >= 0.7 ? 35 : std::max(50 * Sxt / Sxc, 25.0),
                             rf = 0.95 * std::sqrt(kc * E / FL);
                local = Rpc * Myc;
                if (lf > rf)
                    local = std::min(local, 0.9 * E * kc * Sxc / (lf * lf));
                else if (lf > 0.38 * root)
                    local = Rpc * Myc - (Rpc * Myc - FL * Sxc) * (lf - 0.38 * root) / (rf - 0.38 * root);
                if (Sxt < Sxc) local = std::min(local, factor(Myt) * Myt);
                const double j = thin ? 0 : J, q = j / (Sxc * ho),
                             Lr = 1.95 * rt * E / FL * std::sqrt(q + std::sqrt(q * q + 6.76 * std::pow(FL / E, 2)));
                ltb = L <= Lp   ? Rpc * Myc
                      : L <= Lr ? std::min(Rpc * Myc, Rpc * Myc - (Rpc * Myc - FL * Sxc) * (L - Lp) / (Lr - Lp))
                                : std::min(Rpc * Myc, pi * pi * E / std::pow(L / rt, 2) *
                                                          std::sqrt(1 + 0.078 * q * std::pow(L / rt, 2)) * Sxc);
            }
            CAPTURE(h, bt, tt, bb, tb, tw, top, L);
            const Side side = top ? Side::Plus : Side::Minus;
            CHECK_THAT(kipIn(flexureMajor(c, none, side).available), WithinRel(0.9 * local, 1e-5));
            CHECK_THAT(kipIn(lateralTorsional(c, L * kInch, 1, none, side).available), WithinRel(0.9 * ltb, 1e-5));
        }
    }
    CHECK(compact > 20);
    CHECK(noncompact > 100);
    CHECK(slender > 20);
}
