// EN 1993-1-1 against published tables: buckling curves, classes, shear areas and resistances of rolled sections; and against
// hand calculations. Units: kN, m, MPa unless said.
#include "core/standards/en1993/strengths.h"
#include "tests/verification/en_alone.h"

#include <cmath>

using namespace wr;
using namespace wr::en1993;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;
using test::EnAlone;

namespace {

NoTrace none;

int classIn(const char* name, double fy, const Action3& a)
{
    const EnAlone m(name, fy);
    const Context c(m.input);
    return classify(c, platesOf(c), a, none);
}

Shape plateGirder(double h, double b, double tw, double tf)
{
    Shape s;
    s.kind = ShapeKind::I;
    s.welded = true;
    s.h = h;
    s.b = b;
    s.tw = tw;
    s.tf = tf;
    return s;
}

} // namespace

TEST_CASE("EN 1993 6.3.1.2: buckling curves against the published table of χ", "[en1993][6.3.1]")
{
    struct Row
    {
        double lambda, a0, a, b, c, d;
    };
    for (const Row& r : {Row{0.2, 1, 1, 1, 1, 1}, Row{0.5, 0.9513, 0.9243, 0.8842, 0.8430, 0.7793},
                         Row{1.0, 0.7253, 0.6656, 0.5970, 0.5399, 0.4671}, Row{1.5, 0.3953, 0.3724, 0.3422, 0.3145, 0.2766},
                         Row{2.0, 0.2317, 0.2229, 0.2095, 0.1962, 0.1766}, Row{3.0, 0.1065, 0.1036, 0.0994, 0.0951, 0.0882}}) {
        CAPTURE(r.lambda);
        const double published[] = {r.a0, r.a, r.b, r.c, r.d};
        for (size_t k = 0; k < 5; ++k)
            CHECK_THAT(reductionFactor(imperfection(static_cast<Curve>(k)), r.lambda), WithinAbs(published[k], 0.0006));
    }
}

TEST_CASE("EN 1993 5.5: classes of rolled sections against the tables of the trade", "[en1993][5.5]")
{
    struct Row
    {
        const char* name;
        double fy;
        int bending, compression;
    };
    for (const Row& r : {Row{"IPE200", 235, 1, 1}, Row{"IPE200", 355, 1, 2}, Row{"IPE300", 235, 1, 2}, Row{"IPE300", 355, 1, 4},
                         Row{"IPE500", 235, 1, 3}, Row{"IPE500", 355, 1, 4}, Row{"HEA200", 235, 1, 1}, Row{"HEA200", 355, 2, 2},
                         Row{"HEA300", 235, 1, 1}, Row{"HEA300", 355, 3, 3}, Row{"HEB300", 355, 1, 1}, Row{"HEA260", 355, 3, 3},
                         Row{"HEA500", 355, 1, 3}, Row{"HEB600", 355, 1, 3}}) {
        CAPTURE(r.name, r.fy);
        CHECK(classIn(r.name, r.fy, {0, 1e3, 0}) == r.bending);
        CHECK(classIn(r.name, r.fy, {1e3, 0, 0}) == r.compression);
    }
    // With an axial force the web's class follows α: IPE500 in S355, c/t = 426/10.2 = 41.8, class 1 up to α = (396·0.8136/41.8
    // + 1)/13.
    const EnAlone m("IPE500", 355);
    const Context c(m.input);
    const double web = 0.5 - 2 * 0.016 - 2 * 0.021, eps = std::sqrt(235.0 / 355), ratio = web / 0.0102;
    const double a1 = (396 * eps / ratio + 1) / 13, a2 = (456 * eps / ratio + 1) / 13;
    const auto axial = [&](double alpha) { return (2 * alpha - 1) * web * 0.0102 * 355e6; };
    const auto cls = [&](double n) { return classify(c, platesOf(c), {n, 1e5, 0}, none); };
    CHECK(cls(axial(a1 * 0.999)) == 1);
    CHECK(cls(axial(a1 * 1.001)) == 2);
    CHECK(cls(axial(a2 * 0.999)) == 2);
    CHECK(cls(axial(a2 * 1.001)) == 3);
    // Tubes: 50, 70, 90 ε².
    for (const auto& [dt, wanted] : {std::pair{49.0, 1}, {69.0, 2}, {89.0, 3}, {91.0, 4}}) {
        Shape tube;
        tube.kind = ShapeKind::Chs;
        tube.d = 0.3;
        tube.t = 0.3 / dt;
        const EnAlone t(tube, 235);
        CHECK(classify(Context(t.input), {}, {1e3, 0, 0}, none) == wanted);
    }
}

TEST_CASE("EN 1993 6.2.6: shear areas of the tables, 6.2.5: plastic moments", "[en1993][6.2]")
{
    struct Row
    {
        const char* name;
        double av; // cm²
    };
    for (const Row& r :
         {Row{"IPE200", 14.0}, Row{"IPE300", 25.68}, Row{"IPE400", 42.69}, Row{"IPE500", 59.87}, Row{"HEA200", 18.08},
          Row{"HEB200", 24.83}, Row{"HEB300", 47.43}, Row{"HEM300", 90.53}, Row{"HEA300", 37.28}}) {
        const EnAlone m(r.name, 235);
        CAPTURE(r.name);
        CHECK_THAT(shearArea(Context(m.input), Axis::Y, none) * 1e4, WithinRel(r.av, 0.003));
    }
    const EnAlone ipe("IPE300", 235);
    const Context c(ipe.input);
    const Strengths s = strengths(c, {});
    CHECK_THAT(s.bendingY[0].value, WithinRel(628.4e-6 * 235e6, 1e-3));             // 147.7 kN·m
    CHECK_THAT(s.constants.vz, WithinRel(25.68e-4 * 235e6 / std::sqrt(3.0), 2e-3)); // 348 kN
    CHECK_THAT(tension(c, none).value, WithinRel(53.81e-4 * 235e6, 1e-3));
    // Net section: 0.9·Anet·fu/1.25 with holes only.
    EnAlone holed("IPE300", 235);
    holed.brief.netAreaRatio = 0.8;
    CHECK_THAT(tension(Context(holed.input), none).value,
               WithinRel(std::min(53.81e-4 * 235e6, 0.9 * 0.8 * 53.81e-4 * 490e6 / 1.25), 1e-3));
}

TEST_CASE("EN 1993-1-5 4.4: effective section of a welded girder by hand", "[en1993][class4]")
{
    // Web 1000 x 6, flanges 300 x 12, S355: flanges c/t = 147/12 = 12.25 > 14ε = 11.4, web 166.7: class 4 both ways.
    const EnAlone m(plateGirder(1.024, 0.3, 0.006, 0.012), 355);
    const Context c(m.input);
    const Plates plates = platesOf(c);
    const Effective e = effectiveOf(c, plates);
    const double eps = std::sqrt(235.0 / 355);
    const double lf = 0.147 / 0.012 / (28.4 * eps * std::sqrt(0.43)), rf = lf <= 0.748 ? 1 : (lf - 0.188) / (lf * lf);
    const double lw = 1.0 / 0.006 / (28.4 * eps * 2), rw = (lw - 0.055 * 4) / (lw * lw);
    const double flange = 0.3 * 0.012 - 2 * 0.147 * (1 - rf) * 0.012;
    CHECK_THAT(e.a, WithinRel(2 * flange + rw * 0.006, 1e-6));
    CHECK_THAT(e.eny, WithinAbs(0.0, 1e-9));
    // Bending: compressed flange reduced, then the web with ψ of what is left.
    const double area = flange + 0.0036 + 0.006, shift = (0.0036 - flange) * 0.506 / area; // centroid below mid-depth
    const double top = 0.5 + shift, bottom = 0.5 - shift, psi = -bottom / top;
    const double ks = 7.81 - 6.29 * psi + 9.78 * psi * psi, l = 1.0 / 0.006 / (28.4 * eps * std::sqrt(ks)),
                 rho = std::min(1.0, (l - 0.055 * (3 + psi)) / (l * l));
    const double bc = 1.0 / (1 - psi), beff = rho * bc, b1 = 0.4 * beff, b2 = 0.6 * beff;
    struct Part
    {
        double a, z, own;
    };
    const double w1 = b1, w2 = b2 + (1 - bc), tw = 0.006;
    const Part parts[] = {{flange, 0.506, flange * 0.012 * 0.012 / 12},
                          {0.0036, -0.506, 0.0036 * 0.012 * 0.012 / 12},
                          {w1 * tw, 0.5 - w1 / 2, tw * w1 * w1 * w1 / 12},
                          {w2 * tw, -0.5 + w2 / 2, tw * w2 * w2 * w2 / 12}};
    double a = 0, z = 0, i = 0;
    for (const Part& p : parts) {
        a += p.a;
        z += p.a * p.z;
    }
    z /= a;
    for (const Part& p : parts)
        i += p.own + p.a * (p.z - z) * (p.z - z);
    CHECK_THAT(e.wy[0], WithinRel(i / (0.512 - z), 1e-6));
    CHECK_THAT(e.wy[1], WithinRel(e.wy[0], 1e-9));  // doubly symmetric
    CHECK_THAT(e.wz[0], WithinRel(c.p.welz, 1e-9)); // tips: ψ near 0, λp = 0.70
    const Strengths s = strengths(c, {});
    CHECK(s.compressed == 4);
    CHECK(s.classY[0] == 4);
    CHECK_THAT(s.bendingY[0].value, WithinRel(e.wy[0] * 355e6, 1e-9));
}

TEST_CASE("EN 1993-1-5 5: shear buckling of a girder web by hand", "[en1993][shear]")
{
    EnAlone m(plateGirder(1.24, 0.3, 0.008, 0.02), 355); // hw = 1200, hw/t = 150 > 72ε/1.2
    const double eps = std::sqrt(235.0 / 355);
    CHECK(shearBuckles(Context(m.input), Axis::Y));
    const double l = 150 / (86.4 * eps), base = 1.2 * 0.008 * 355e6 / std::sqrt(3.0);
    CHECK_THAT(shearBuckling(Context(m.input), Axis::Y, none).value, WithinRel(0.83 / l * base, 1e-9));
    test::option(m.brief, "en1993", "rigidEndPost", true);
    CHECK_THAT(shearBuckling(Context(m.input), Axis::Y, none).value, WithinRel(1.37 / (0.7 + l) * base, 1e-9));
    m.brief.stiffenerSpacing = 1.8; // kτ = 5.34 + 4/1.5²
    const double k = 5.34 + 4 / 2.25, ls = 150 / (37.4 * eps * std::sqrt(k));
    CHECK_THAT(shearBuckling(Context(m.input), Axis::Y, none).value,
               WithinRel((ls < 1.08 ? 0.83 / ls : 1.37 / (0.7 + ls)) * base, 1e-9));
    const EnAlone rolled("IPE300", 355);
    CHECK_FALSE(shearBuckles(Context(rolled.input), Axis::Y));
}

TEST_CASE("EN 1993 6.3.1: columns by hand: flexural, flexural-torsional, lattice angles", "[en1993][6.3.1]")
{
    const auto column = [](const EnAlone& m, double ly, double lz, double lt) {
        const Context c(m.input);
        const Strengths s = strengths(c, {});
        return columnResistance(c, s.plates, s.effective, s.compressed == 4 ? 4 : 1, {ly, lz, lt}, none);
    };
    const auto chi = [](double alpha, double l) {
        const double phi = 0.5 * (1 + alpha * (l - 0.2) + l * l);
        return l <= 0.2 ? 1.0 : 1 / (phi + std::sqrt(phi * phi - l * l));
    };
    // HEB 200 S235, 5 m about both axes: h/b = 1, curve b about y and c about z.
    const EnAlone heb("HEB200", 235);
    const double l1 = std::sqrt(heb.section.a * 235e6 / (kPi * kPi * 210e9 * heb.section.iz / 25));
    CHECK_THAT(column(heb, 5, 5, 5).value, WithinRel(chi(0.49, l1) * heb.section.a * 235e6, 1e-9));
    CHECK_THAT(l1, WithinRel(5 / 0.0507 / 93.9, 0.002)); // iz = 5.07 cm, λ1 = 93.9
    // UPE 300: y couples with twist.
    const EnAlone upe("UPE300", 235);
    const SectionProperties& p = upe.section;
    const double ny = kPi * kPi * 210e9 * p.iy / 36, nt = (210e9 / 2.6 * p.it + kPi * kPi * 210e9 * p.iw / 36) / (p.ro * p.ro);
    const double h = 1 - p.ys * p.ys / (p.ro * p.ro),
                 ntf = (ny + nt) / (2 * h) * (1 - std::sqrt(1 - 4 * ny * nt * h / std::pow(ny + nt, 2)));
    const Column u = column(upe, 6, 1, 6);
    CHECK_THAT(u.value, WithinRel(chi(0.49, std::sqrt(p.a * 235e6 / ntf)) * p.a * 235e6, 1e-9));
    CHECK(u.clause == "6.3.1.4");
    // L 100x100x10 in a lattice, 2 m: λeff,v = 0.35 + 0.7λv, curve b.
    EnAlone angle("L100X100X10", 235);
    test::option(angle.brief, "en1993", "latticeAngle", true);
    const double lv = 0.35 + 0.7 * std::sqrt(angle.section.a * 235e6 / (kPi * kPi * 210e9 * angle.section.iz / 4));
    CHECK_THAT(column(angle, 2, 2, 2).value, WithinRel(chi(0.34, lv) * angle.section.a * 235e6, 1e-9));
    // Tubes: hot finished a, cold formed c.
    Shape hot;
    hot.kind = ShapeKind::Chs;
    hot.d = 0.1683;
    hot.t = 0.008;
    hot.process = Process::Hot;
    const EnAlone h1(hot, 355);
    hot.process = Process::Cold;
    const EnAlone h2(hot, 355);
    const double lt = std::sqrt(h1.section.a * 355e6 / (kPi * kPi * 210e9 * h1.section.iz / 16));
    CHECK_THAT(column(h1, 4, 4, 4).value, WithinRel(chi(0.21, lt) * h1.section.a * 355e6, 1e-9));
    CHECK_THAT(column(h2, 4, 4, 4).value, WithinRel(chi(0.49, lt) * h2.section.a * 355e6, 1e-9));
    // S460 has curves of its own (Table 6.2): HEB 200 about z by a.
    const EnAlone high("HEB200", 460);
    CHECK(columnCurve(Context(high.input), Axis::Z) == Curve::A);
    CHECK(columnCurve(Context(heb.input), Axis::Y) == Curve::B);
}

TEST_CASE("EN 1993 6.3.2: the three methods by hand", "[en1993][6.3.2]")
{
    EnAlone m("IPE400", 235);
    const auto lateral = [&](double mcr, double c1) {
        const Context c(m.input);
        return lateralResistance(c, c.p.wply, {mcr, c1, 1 / std::sqrt(c1)}, 5, 100e3, none);
    };
    const double w = m.section.wply, mcr = 200e3, l = std::sqrt(w * 235e6 / mcr);
    // General: h/b = 2.22 > 2, curve b.
    const double phi = 0.5 * (1 + 0.34 * (l - 0.2) + l * l);
    CHECK_THAT(lateral(mcr, 1.3).value, WithinRel(w * 235e6 / (phi + std::sqrt(phi * phi - l * l)), 1e-9));
    // Rolled: curve c, λLT,0 = 0.4, β = 0.75, f with kc = 1/√C1.
    test::option(m.brief, "en1993", "ltb", "rolled");
    const double q = 0.5 * (1 + 0.49 * (l - 0.4) + 0.75 * l * l), x = 1 / (q + std::sqrt(q * q - 0.75 * l * l));
    const double kc = 1 / std::sqrt(1.3), f = std::min(1.0, 1 - 0.5 * (1 - kc) * (1 - 2 * std::pow(l - 0.8, 2)));
    CHECK_THAT(lateral(mcr, 1.3).value, WithinRel(w * 235e6 * std::min({1.0, 1 / (l * l), x / f}), 1e-9));
    CHECK_THAT(lateral(mcr, 1.0).value, WithinRel(w * 235e6 * std::min({1.0, 1 / (l * l), x}), 1e-9));
    // Equivalent flange: i_f,z² = (b³tf/12)/(b tf + hw tw/6); rolled: curve c, k_fl = 1.1.
    test::option(m.brief, "en1993", "ltb", "simplified");
    const double i = std::sqrt(std::pow(0.18, 3) * 0.0135 / 12 / (0.18 * 0.0135 + 0.373 * 0.0086 / 6)),
                 lf = 5 / (i * kPi * std::sqrt(210e9 / 235e6)), mc = w * 235e6;
    const double pf = 0.5 * (1 + 0.49 * (lf - 0.2) + lf * lf), chi = 1 / (pf + std::sqrt(pf * pf - lf * lf));
    CHECK_THAT(lateral(mcr, 1.0).value, WithinRel(lf <= 0.5 * mc / 100e3 ? mc : std::min(mc, 1.1 * chi * mc), 1e-9));
}

TEST_CASE("EN 1993 6.2.9: plastic interaction of I, tube and plate by hand", "[en1993][6.2.9]")
{
    const auto ratio = [](const EnAlone& m, double n, double my, double mz, double vz = 0) {
        const Context c(m.input);
        const Strengths s = strengths(c, {});
        const Station at{{n, my, mz}, 0, vz, 0};
        return combined(c, s.plates, s.effective, s.constants, at, classOf(c, s, at.a), none).ratio;
    };
    const EnAlone heb("HEB300", 355);
    const double npl = heb.section.a * 355e6, mpl = heb.section.wply * 355e6, mz = heb.section.wplz * 355e6;
    const double a = (heb.section.a - 2 * 0.3 * 0.019) / heb.section.a;
    CHECK_THAT(ratio(heb, 0.5 * npl, 0.3 * mpl, 0), WithinRel(std::max(0.5, 0.3 / (0.5 / (1 - 0.5 * a))), 1e-9));
    CHECK_THAT(ratio(heb, -0.5 * npl, 0.3 * mpl, 0),
               WithinRel(std::max(0.5, 0.3 / (0.5 / (1 - 0.5 * a))), 1e-9)); // tension too
    CHECK_THAT(ratio(heb, 0.05 * npl, 0.9 * mpl, 0), WithinRel(0.9, 1e-9));  // 6.33, 6.34: no reduction
    CHECK_THAT(ratio(heb, 0.6 * npl, 0, 0.5 * mz),
               WithinRel(std::max(0.6, 0.5 / (1 - std::pow((0.6 - a) / (1 - a), 2))), 1e-9));
    const double mny = 0.5 / (1 - 0.5 * a), mnz = 1 - std::pow((0.5 - a) / (1 - a), 2);
    CHECK_THAT(ratio(heb, 0.5 * npl, 0.4 * mpl, 0.6 * mz),
               WithinRel(std::max({0.5, 0.4 / mny, 0.6 / mnz, std::pow(0.4 / mny, 2) + std::pow(0.6 / mnz, 2.5)}), 1e-9));
    // Shear of 0.8 Vpl,Rd: ρ = 0.36, M_V = (Wpl - ρAw²/4tw)fy.
    const Strengths s = strengths(Context(heb.input), {});
    const double aw = 0.262 * 0.011, mv = (heb.section.wply - 0.36 * aw * aw / (4 * 0.011)) * 355e6;
    CHECK_THAT(ratio(heb, 0, 0.7 * mpl, 0, 0.8 * s.constants.vz), WithinRel(0.7 * mpl / mv, 1e-9));
    Shape tube;
    tube.kind = ShapeKind::Chs;
    tube.d = 0.2191;
    tube.t = 0.01;
    tube.process = Process::Hot;
    const EnAlone chs(tube, 355);
    const double n = 0.4, mp = chs.section.wply * 355e6;
    CHECK_THAT(ratio(chs, n * chs.section.a * 355e6, 0.5 * mp, 0), WithinRel(0.5 / (1 - std::pow(n, 1.7)), 1e-9));
    Shape bar;
    bar.kind = ShapeKind::BarFlat;
    bar.h = 0.1;
    bar.b = 0.02;
    const EnAlone flat(bar, 235);
    CHECK_THAT(ratio(flat, 0.5 * flat.section.a * 235e6, 0.3 * flat.section.wply * 235e6, 0),
               WithinRel(std::max(0.5, 0.3 / 0.75), 1e-9));
}
