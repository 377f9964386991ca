#include "core/standards/en1993/interaction.h"

#include "core/standards/common/bisect.h"

#include <algorithm>

namespace wr::en1993 {

using Way = Options::Interaction;

MomentShape shapeOf(const Segment& s)
{
    MomentShape out;
    constexpr size_t n = Segment::kSamples;
    out.first = s.m[0];
    out.middle = s.m[n / 2];
    out.last = s.m[n - 1];
    out.loaded = s.loaded();
    // Deflection of the simple beam under the diagram: unit length, EI = 1, by the trapezoidal rule twice.
    std::array<double, n> slope{}, shift{};
    const double h = 1.0 / (n - 1);
    for (size_t i = 1; i < n; ++i) {
        slope[i] = slope[i - 1] + (s.m[i - 1] + s.m[i]) / 2 * h;
        shift[i] = shift[i - 1] + (slope[i - 1] + slope[i]) / 2 * h;
    }
    double most = 0;
    for (size_t i = 0; i < n; ++i)
        most = std::max(most, std::abs(shift[i] - shift[n - 1] * static_cast<double>(i) * h));
    out.bow = s.largest > 0 ? kPi * kPi * most / s.largest : 1;
    return out;
}

double equivalentMomentB(const MomentShape& m)
{
    const bool lastLarger = std::abs(m.last) > std::abs(m.first);
    const double mh = lastLarger ? m.last : m.first, other = lastLarger ? m.first : m.last, ms = m.middle;
    if (mh == 0 && ms == 0) return 1;
    const double psi = mh != 0 ? other / mh : 0;
    if (std::abs(ms) <= std::abs(mh)) {
        const double as = ms / mh; // without loads αs = (1 + ψ)/2, and 0.2 + 0.8αs is the 0.6 + 0.4ψ of the first row
        if (as >= 0) return std::max(0.4, 0.2 + 0.8 * as);
        return std::max(0.4, psi >= 0 ? 0.1 - 0.8 * as : 0.1 * (1 - psi) - 0.8 * as);
    }
    const double ah = mh / ms;
    return ah >= 0 || psi >= 0 ? 0.95 + 0.05 * ah : 0.95 + 0.05 * ah * (1 + 2 * psi);
}

double equivalentMomentA(const MomentShape& m, double n, double ncr)
{
    const double share = n / ncr;
    if (m.loaded) return 1 + (m.bow - 1) * share;
    const bool lastLarger = std::abs(m.last) > std::abs(m.first);
    const double mh = lastLarger ? m.last : m.first, other = lastLarger ? m.first : m.last;
    const double psi = mh != 0 ? other / mh : 1;
    return 0.79 + 0.21 * psi + 0.36 * (psi - 0.33) * share;
}

namespace {

struct Factors
{
    double yy, yz, zy, zz;
};

template <class Sink> void putCommon(const Context& c, const Beamcolumn& b, Sink& sink)
{
    given(sink, "N_Ed", Quantity::Force, b.n), given(sink, "M_yEd", Quantity::Moment, b.my + b.dmy),
        given(sink, "M_zEd", Quantity::Moment, b.mz + b.dmz);
    if (b.cls == 4) sink.note("The moments hold N·e_N of the effective section (6.3.3(1)).");
    given(sink, "N_Rk", Quantity::Force, b.nrk, "Table 6.7"), given(sink, "M_yRk", Quantity::Moment, b.myrk, "Table 6.7"),
        given(sink, "M_zRk", Quantity::Moment, b.mzrk, "Table 6.7");
    given(sink, "chi_y", Quantity::Ratio, b.column.y.chi, "6.3.1"),
        given(sink, "chi_z", Quantity::Ratio, b.column.flexuralZ.chi, "6.3.1, flexural"),
        given(sink, "chi_LT", Quantity::Ratio, b.ltb.chi, "6.3.2");
    given(sink, "gamma_M1", Quantity::Ratio, c.gammaM1(), "6.1");
}

// Table B.1 and B.2.
template <class Sink> Factors annexB(const Context& c, const Beamcolumn& b, Sink& sink)
{
    const bool elastic = b.cls >= 3;
    // Table B.1: hollow sections, and whatever is held against twist all along.
    const bool stiff = c.options.torsionHeld || c.s.kind == ShapeKind::Rhs ||
                       (!b.ltbApplies && !(c.iShape() || c.s.kind == ShapeKind::Channel || c.s.kind == ShapeKind::Tee));
    const auto stated = c.in.brief.cm;
    if (stated)
        sink.note("C_m is stated in the brief.");
    else if (b.swayY || b.swayZ)
        sink.note("A buckling length longer than its segment belongs to a sway mode: C_m = 0.9 there (Table B.3).");
    const auto factor = [&](const MomentShape& m, bool sway) { return stated.value_or(sway ? 0.9 : equivalentMomentB(m)); };
    const double cmy = given(sink, "C_my", Quantity::Ratio, factor(b.y, b.swayY), "Table B.3"),
                 cmz = given(sink, "C_mz", Quantity::Ratio, factor(b.z, b.swayZ), "Table B.3"),
                 cmlt = given(sink, "C_mLT", Quantity::Ratio, factor(b.lt, false), "Table B.3");
    const double ly = given(sink, "lambdabar_y", Quantity::Ratio, b.column.y.lambda, "6.3.1"),
                 lz = given(sink, "lambdabar_z", Quantity::Ratio, b.column.flexuralZ.lambda, "6.3.1");
    const double ny = step(sink, "n_y", "N_Ed/(chi_y*N_Rk/gamma_M1)", "Annex B", Quantity::Ratio,
                           b.n / (b.column.y.chi * b.nrk / c.gammaM1())),
                 nz = step(sink, "n_z", "N_Ed/(chi_z*N_Rk/gamma_M1)", "Annex B", Quantity::Ratio,
                           b.n / (b.column.flexuralZ.chi * b.nrk / c.gammaM1()));
    Factors k{};
    const std::string_view first = stiff ? "Table B.1" : "Table B.2";
    if (elastic) {
        k.yy = step(sink, "k_yy", "C_my*(1 + 0.6*min(1, lambdabar_y)*n_y)", "Table B.1", Quantity::Ratio,
                    cmy * (1 + 0.6 * std::min(1.0, ly) * ny));
        k.zz = step(sink, "k_zz", "C_mz*(1 + 0.6*min(1, lambdabar_z)*n_z)", "Table B.1", Quantity::Ratio,
                    cmz * (1 + 0.6 * std::min(1.0, lz) * nz));
        k.yz = step(sink, "k_yz", "k_zz", "Table B.1", Quantity::Ratio, k.zz);
        if (stiff)
            k.zy = step(sink, "k_zy", "0.8*k_yy", first, Quantity::Ratio, 0.8 * k.yy);
        else
            k.zy = step(sink, "k_zy", "max(0, 1 - 0.05*min(1, lambdabar_z)*n_z/(C_mLT - 0.25))", first, Quantity::Ratio,
                        std::max(0.0, 1 - 0.05 * std::min(1.0, lz) * nz / (cmlt - 0.25)));
        return k;
    }
    k.yy = step(sink, "k_yy", "C_my*(1 + min(0.8, max(0, lambdabar_y - 0.2))*n_y)", "Table B.1", Quantity::Ratio,
                cmy * (1 + std::min(0.8, std::max(0.0, ly - 0.2)) * ny));
    if (c.s.kind == ShapeKind::Rhs || c.s.kind == ShapeKind::Chs)
        k.zz = step(sink, "k_zz", "C_mz*(1 + min(0.8, max(0, lambdabar_z - 0.2))*n_z)", "Table B.1", Quantity::Ratio,
                    cmz * (1 + std::min(0.8, std::max(0.0, lz - 0.2)) * nz));
    else
        k.zz = step(sink, "k_zz", "C_mz*(1 + min(1.4, max(0, 2*lambdabar_z - 0.6))*n_z)", "Table B.1", Quantity::Ratio,
                    cmz * (1 + std::min(1.4, std::max(0.0, 2 * lz - 0.6)) * nz));
    k.yz = step(sink, "k_yz", "0.6*k_zz", "Table B.1", Quantity::Ratio, 0.6 * k.zz);
    if (stiff)
        k.zy = step(sink, "k_zy", "0.6*k_yy", first, Quantity::Ratio, 0.6 * k.yy);
    else if (lz < 0.4)
        k.zy = step(sink, "k_zy", "max(0, min(0.6 + lambdabar_z, 1 - 0.1*lambdabar_z*n_z/(C_mLT - 0.25)))", first,
                    Quantity::Ratio, std::max(0.0, std::min(0.6 + lz, 1 - 0.1 * lz * nz / (cmlt - 0.25))));
    else
        k.zy = step(sink, "k_zy", "max(0, 1 - 0.1*min(1, lambdabar_z)*n_z/(C_mLT - 0.25))", first, Quantity::Ratio,
                    std::max(0.0, 1 - 0.1 * std::min(1.0, lz) * nz / (cmlt - 0.25)));
    return k;
}

// What of Table A.1 is known before the plasticity factors.
struct AnnexATerms
{
    double wely, welz, wply, wplz, wy, wz, npl, alt, l0, cmy, cmz;
};

// C_yy to C_zz of Table A.1 and the factors of w beside them; 1 for classes 3 and 4.
struct PlasticityA
{
    double cyy = 1, cyz = 1, czy = 1, czz = 1, fyz = 1, fzy = 1;
};

template <class Sink> PlasticityA plasticityA(const Context& c, const Beamcolumn& b, const AnnexATerms& t, Sink& sink)
{
    PlasticityA k;
    if (b.cls >= 3) {
        for (const std::string_view s : {"C_yy", "C_yz", "C_zy", "C_zz", "f_yz", "f_zy"})
            given(sink, s, Quantity::Ratio, 1.0);
        return k;
    }
    const auto& [wely, welz, wply, wplz, wy, wz, npl, alt, l0, cmy, cmz] = t;
    const double lz = given(sink, "lambdabar_z", Quantity::Ratio, b.column.flexuralZ.lambda),
                 lm = given(sink, "lambda_max", Quantity::Ratio, std::max(b.column.y.lambda, lz), "max(λy, λz)");
    const double mply = wply * c.fy / c.gammaM0(), mplz = wplz * c.fy / c.gammaM0();
    const double ry = given(sink, "r_y", Quantity::Ratio, (b.my + b.dmy) / (b.ltb.chi * mply), "M_yEd/(χ_LT·M_pl,y,Rd)"),
                 rz = given(sink, "r_z", Quantity::Ratio, (b.mz + b.dmz) / mplz, "M_zEd/M_pl,z,Rd");
    const double bl = step(sink, "b_LT", "0.5*a_LT*lambdabar_0^2*r_y*r_z", "Table A.1", Quantity::Ratio,
                           0.5 * alt * l0 * l0 * ry * rz),
                 cl = step(sink, "c_LT", "10*a_LT*lambdabar_0^2/(5 + lambdabar_z^4)*r_y/C_my", "Table A.1", Quantity::Ratio,
                           10 * alt * l0 * l0 / (5 + fourth(lz)) * ry / cmy),
                 dl = step(sink, "d_LT", "2*a_LT*lambdabar_0/(0.1 + lambdabar_z^4)*r_y/C_my*r_z/C_mz", "Table A.1",
                           Quantity::Ratio, 2 * alt * l0 / (0.1 + fourth(lz)) * ry / cmy * rz / cmz),
                 el = step(sink, "e_LT", "1.7*a_LT*lambdabar_0/(0.1 + lambdabar_z^4)*r_y/C_my", "Table A.1", Quantity::Ratio,
                           1.7 * alt * l0 / (0.1 + fourth(lz)) * ry / cmy);
    k.cyy = step(
        sink, "C_yy",
        "max(W_ely/W_ply, 1 + (w_y - 1)*((2 - 1.6/w_y*C_my^2*lambda_max - 1.6/w_y*C_my^2*lambda_max^2)*n_pl - b_LT))",
        "Table A.1", Quantity::Ratio,
        std::max(wely / wply, 1 + (wy - 1) * ((2 - 1.6 / wy * cmy * cmy * lm - 1.6 / wy * cmy * cmy * lm * lm) * npl - bl)));
    k.cyz =
        step(sink, "C_yz", "max(0.6*sqrt(w_z/w_y)*W_elz/W_plz, 1 + (w_z - 1)*((2 - 14*C_mz^2*lambda_max^2/w_z^5)*n_pl - c_LT))",
             "Table A.1", Quantity::Ratio,
             std::max(0.6 * std::sqrt(wz / wy) * welz / wplz,
                      1 + (wz - 1) * ((2 - 14 * cmz * cmz * lm * lm / (fourth(wz) * wz)) * npl - cl)));
    k.czy =
        step(sink, "C_zy", "max(0.6*sqrt(w_y/w_z)*W_ely/W_ply, 1 + (w_y - 1)*((2 - 14*C_my^2*lambda_max^2/w_y^5)*n_pl - d_LT))",
             "Table A.1", Quantity::Ratio,
             std::max(0.6 * std::sqrt(wy / wz) * wely / wply,
                      1 + (wy - 1) * ((2 - 14 * cmy * cmy * lm * lm / (fourth(wy) * wy)) * npl - dl)));
    k.czz =
        step(sink, "C_zz",
             "max(W_elz/W_plz, 1 + (w_z - 1)*(2 - 1.6/w_z*C_mz^2*lambda_max - 1.6/w_z*C_mz^2*lambda_max^2 - e_LT)*n_pl)",
             "Table A.1", Quantity::Ratio,
             std::max(welz / wplz, 1 + (wz - 1) * (2 - 1.6 / wz * cmz * cmz * lm - 1.6 / wz * cmz * cmz * lm * lm - el) * npl));
    k.fyz = step(sink, "f_yz", "0.6*sqrt(w_z/w_y)", "Table A.1", Quantity::Ratio, 0.6 * std::sqrt(wz / wy));
    k.fzy = step(sink, "f_zy", "0.6*sqrt(w_y/w_z)", "Table A.1", Quantity::Ratio, 0.6 * std::sqrt(wy / wz));
    return k;
}

// Tables A.1 and A.2.
template <class Sink> Factors annexA(const Context& c, const Beamcolumn& b, Sink& sink)
{
    const SectionProperties& p = c.p;
    const double n = b.n, ny = given(sink, "N_cry", Quantity::Force, b.column.y.ncr),
                 nz = given(sink, "N_crz", Quantity::Force, b.column.flexuralZ.ncr);
    const bool twists = b.column.ncrT < kUncovered;
    const double pz = n / nz, pt = twists ? n / given(sink, "N_crT", Quantity::Force, b.column.ncrT) : 0.0;
    if (!(n < 0.999 * std::min(ny, nz)) || !(pt < 0.999)) {
        sink.note("The axial force reaches an elastic critical load: no factor can be found.");
        return {1e6, 1e6, 1e6, 1e6};
    }
    const double muy = step(sink, "mu_y", "(1 - N_Ed/N_cry)/(1 - chi_y*N_Ed/N_cry)", "Table A.1", Quantity::Ratio,
                            (1 - n / ny) / (1 - b.column.y.chi * n / ny)),
                 muz = step(sink, "mu_z", "(1 - N_Ed/N_crz)/(1 - chi_z*N_Ed/N_crz)", "Table A.1", Quantity::Ratio,
                            (1 - pz) / (1 - b.column.flexuralZ.chi * pz));
    const double wely = given(sink, "W_ely", Quantity::SectionModulus, p.wely),
                 welz = given(sink, "W_elz", Quantity::SectionModulus, p.welz),
                 wply = given(sink, "W_ply", Quantity::SectionModulus, p.wply),
                 wplz = given(sink, "W_plz", Quantity::SectionModulus, p.wplz);
    const double wy = step(sink, "w_y", "min(1.5, W_ply/W_ely)", "Table A.1", Quantity::Ratio, std::min(1.5, wply / wely)),
                 wz = step(sink, "w_z", "min(1.5, W_plz/W_elz)", "Table A.1", Quantity::Ratio, std::min(1.5, wplz / welz));
    given(sink, "gamma_M0", Quantity::Ratio, c.gammaM0(), "6.1");
    const double npl = step(sink, "n_pl", "N_Ed/(N_Rk/gamma_M0)", "Table A.1", Quantity::Ratio, n / (b.nrk / c.gammaM0()));
    given(sink, "I_t", Quantity::Inertia, p.it), given(sink, "I_y", Quantity::Inertia, p.iy);
    const double alt = step(sink, "a_LT", "max(0, 1 - I_t/I_y)", "Table A.1", Quantity::Ratio, std::max(0.0, 1 - p.it / p.iy));
    const auto stated = c.in.brief.cm;
    if (stated) sink.note("C_m is stated in the brief.");
    const double cmy0 = given(sink, "C_my0", Quantity::Ratio, stated.value_or(equivalentMomentA(b.y, n, ny)), "Table A.2"),
                 cmz = given(sink, "C_mz", Quantity::Ratio, stated.value_or(equivalentMomentA(b.z, n, nz)), "Table A.2");
    const double l0 = given(sink, "lambdabar_0", Quantity::Ratio, b.ltbApplies ? std::sqrt(b.myrk / b.mcr0) : 0.0,
                            "uniform moment"),
                 c1 = given(sink, "C_1", Quantity::Ratio, std::max(b.c1, 0.0));
    const double limit = given(sink, "lambda_lim", Quantity::Ratio, 0.2 * std::sqrt(c1) * std::pow((1 - pz) * (1 - pt), 0.25),
                               "0.2·√C1·((1 - N/Ncr,z)(1 - N/Ncr,TF))^¼");
    double cmy = cmy0, cmlt = 1;
    if (l0 > limit) {
        // ε_y without axial force is infinite, and the term with it 1.
        const double area = b.cls == 4 ? b.nrk / c.fy : p.a, mod = b.cls == 4 ? b.wy : p.wely;
        const double root = n > 0 ? std::sqrt(b.my / n * area / mod) : 1e6;
        const double r = given(sink, "s_y", Quantity::Ratio, root, "√ε_y");
        cmy = step(sink, "C_my", "C_my0 + (1 - C_my0)*s_y*a_LT/(1 + s_y*a_LT)", "Table A.1", Quantity::Ratio,
                   cmy0 + (1 - cmy0) * r * alt / (1 + r * alt));
        const double t = given(sink, "n_T", Quantity::Ratio, pt, "N_Ed/N_cr,T");
        cmlt = step(sink, "C_mLT", "max(1, C_my^2*a_LT/sqrt((1 - N_Ed/N_crz)*(1 - n_T)))", "Table A.1", Quantity::Ratio,
                    std::max(1.0, cmy * cmy * alt / std::sqrt((1 - pz) * (1 - t))));
    } else {
        cmy = step(sink, "C_my", "C_my0", "Table A.1", Quantity::Ratio, cmy0);
        cmlt = step(sink, "C_mLT", "1", "Table A.1", Quantity::Ratio, 1.0);
    }
    const PlasticityA q = plasticityA(c, b, {wely, welz, wply, wplz, wy, wz, npl, alt, l0, cmy, cmz}, sink);
    Factors k{};
    k.yy = step(sink, "k_yy", "C_my*C_mLT*mu_y/(1 - N_Ed/N_cry)/C_yy", "Table A.1", Quantity::Ratio,
                cmy * cmlt * muy / (1 - n / ny) / q.cyy);
    k.yz = step(sink, "k_yz", "C_mz*mu_y/(1 - N_Ed/N_crz)/C_yz*f_yz", "Table A.1", Quantity::Ratio,
                cmz * muy / (1 - pz) / q.cyz * q.fyz);
    k.zy = step(sink, "k_zy", "C_my*C_mLT*mu_z/(1 - N_Ed/N_cry)/C_zy*f_zy", "Table A.1", Quantity::Ratio,
                cmy * cmlt * muz / (1 - n / ny) / q.czy * q.fzy);
    k.zz = step(sink, "k_zz", "C_mz*mu_z/(1 - N_Ed/N_crz)/C_zz", "Table A.1", Quantity::Ratio, cmz * muz / (1 - pz) / q.czz);
    return k;
}

// 6.3.4 with α_ult,k of the section under N and M_y (in-plane buckling by χ_y) and α_cr,op from the coupled elastic buckling
// (1 - αN/Ncr,z)(1 - αN/Ncr,T) = (αM/Mcr)²; χ_op the smaller of χ and χ_LT (6.3.4(4)a). M_z is added by its own share.
template <class Sink> Stability generalMethod(const Context& c, const Beamcolumn& b, Sink& sink)
{
    sink.heading("General method, out of plane", "6.3.4");
    putCommon(c, b, sink);
    // In plane the member itself: its bow and second-order moment by 6.61 without lateral-torsional buckling.
    NoTrace none;
    const double kyy = given(sink, "k_yy", Quantity::Ratio, b.n > 0 ? std::max(1.0, annexB(c, b, none).yy) : 1.0,
                             "Annex B, not below 1: the section itself has to hold M_y");
    const double share = step(sink, "s_u", "N_Ed/(chi_y*N_Rk) + k_yy*M_yEd/M_yRk", "6.3.4(2)", Quantity::Ratio,
                              b.n / (b.column.y.chi * b.nrk) + kyy * (b.my + b.dmy) / b.myrk);
    if (!(share > 0)) {
        step(sink, "ratio", "gamma_M1*M_zEd/M_zRk", "6.3.4", Quantity::Ratio, c.gammaM1() * (b.mz + b.dmz) / b.mzrk);
        return {c.gammaM1() * (b.mz + b.dmz) / b.mzrk, "6.3.4"};
    }
    const double ult = step(sink, "alpha_ult", "1/s_u", "6.3.4(2)", Quantity::Ratio, 1 / share);
    const double pz = b.n / b.column.flexuralZ.ncr, pt = b.column.ncrT < kUncovered ? b.n / b.column.ncrT : 0,
                 pm = b.ltbApplies ? b.my / b.mcr : 0;
    double lo = 0, hi = 1;
    const auto stable = [&](double a) { return a * pz < 1 && a * pt < 1 && (1 - a * pz) * (1 - a * pt) > sqr(a * pm); };
    for (int i = 0; i < 60 && stable(hi); ++i) {
        lo = hi;
        hi *= 2;
    }
    const double cr =
        given(sink, "alpha_cr", Quantity::Ratio, bisect(lo, hi, stable), "least α of (1 - αN/Ncr,z)(1 - αN/Ncr,T) = (αM/Mcr)²");
    const double l = step(sink, "lambdabar_op", "sqrt(alpha_ult/alpha_cr)", "6.64", Quantity::Ratio, std::sqrt(ult / cr));
    const Curve column = columnCurve(c, Axis::Z), lateral = ltbCurve(c, false);
    sink.note(curveName(column));
    sink.note(curveName(lateral));
    const double x = given(sink, "chi", Quantity::Ratio, reductionFactor(imperfection(column), l), "6.3.1"),
                 y = given(sink, "chi_LT", Quantity::Ratio, b.ltbApplies ? reductionFactor(imperfection(lateral), l) : 1.0,
                           "6.3.2");
    const double op = step(sink, "chi_op", "min(chi, chi_LT)", "6.3.4(4)a", Quantity::Ratio, std::min(x, y));
    const double m1 = c.gammaM1();
    return {step(sink, "ratio", "gamma_M1*s_u/chi_op + gamma_M1*M_zEd/M_zRk", "6.63", Quantity::Ratio,
                 m1 * share / op + m1 * (b.mz + b.dmz) / b.mzrk),
            "6.3.4"};
}

} // namespace

namespace {

Way askedFor(const Context& c)
{
    return c.options.interaction != Way::Unstated ? c.options.interaction : c.national.interaction;
}

} // namespace

Options::Interaction interactionWay(const Context& c)
{
    const Way way = askedFor(c);
    const bool both = c.doublySymmetricI() || c.s.kind == ShapeKind::Rhs || c.s.kind == ShapeKind::Chs;
    return way == Way::AnnexA && !both ? Way::AnnexB : way;
}

template <class Sink> Stability stability(const Context& c, const Beamcolumn& b, Sink& sink)
{
    const Way way = interactionWay(c);
    if (way == Way::General) return generalMethod(c, b, sink);
    const bool a = way == Way::AnnexA;
    sink.heading(a ? "Bending and axial compression, Annex A" : "Bending and axial compression, Annex B", "6.3.3");
    putCommon(c, b, sink);
    if (!a && askedFor(c) == Way::AnnexA) sink.note("Annex A is for doubly symmetric sections: Annex B is taken.");
    const Factors k = a ? annexA(c, b, sink) : annexB(c, b, sink);
    const double m1 = c.gammaM1(), my = b.my + b.dmy, mz = b.mz + b.dmz;
    const double first = step(
        sink, "r_61", "N_Ed/(chi_y*N_Rk/gamma_M1) + k_yy*M_yEd/(chi_LT*M_yRk/gamma_M1) + k_yz*M_zEd/(M_zRk/gamma_M1)", "6.61",
        Quantity::Ratio, m1 * (b.n / (b.column.y.chi * b.nrk) + k.yy * my / (b.ltb.chi * b.myrk) + k.yz * mz / b.mzrk));
    const double second = step(
        sink, "r_62", "N_Ed/(chi_z*N_Rk/gamma_M1) + k_zy*M_yEd/(chi_LT*M_yRk/gamma_M1) + k_zz*M_zEd/(M_zRk/gamma_M1)", "6.62",
        Quantity::Ratio, m1 * (b.n / (b.column.flexuralZ.chi * b.nrk) + k.zy * my / (b.ltb.chi * b.myrk) + k.zz * mz / b.mzrk));
    return {step(sink, "ratio", "max(r_61, r_62)", "6.3.3(4)", Quantity::Ratio, std::max(first, second)),
            first >= second ? "6.61" : "6.62"};
}

template Stability stability<NoTrace>(const Context&, const Beamcolumn&, NoTrace&);
template Stability stability<Trace>(const Context&, const Beamcolumn&, Trace&);

} // namespace wr::en1993
