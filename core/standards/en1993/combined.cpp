#include "core/standards/en1993/combined.h"

#include "core/standards/common/bisect.h"

#include "core/standards/en1993/flange_holes.h"

#include <algorithm>

namespace wr::en1993 {

namespace {

struct Work
{
    const Context& c;
    const Plates& plates;
    const Effective& e;
    const SectionConstants& k;
    const Station& s;
    int cls;
};

template <class Sink> void putForces(const Work& w, Sink& sink)
{
    given(sink, "N_Ed", Quantity::Force, std::abs(w.s.a.n));
    given(sink, "M_yEd", Quantity::Moment, std::abs(w.s.a.my));
    given(sink, "M_zEd", Quantity::Moment, std::abs(w.s.a.mz));
    sink.note(w.s.a.n >= 0 ? "N_Ed is compression." : "N_Ed is tension.");
}

// ρ of 6.2.8(3) along z and y at this place; 0 where the plates that carry the shear buckle (EN 1993-1-5 7.1 then).
struct ShearShares
{
    double z = 0, y = 0;
};
ShearShares shearShares(const Work& w)
{
    const double leaves = torsionLeaves(w.k, w.s.t);
    const auto share = [&](double v, double plastic, double buckling) {
        if (buckling < kUncovered || v <= 0.5 * plastic * leaves) return 0.0;
        return std::min(1.0, sqr(2 * v / (plastic * leaves) - 1));
    };
    return {share(w.s.vz, w.k.vz, w.k.vb), share(w.s.vy, w.k.vy, w.k.vbMinor)};
}

template <class Sink> ShearShares putShearShares(const Work& w, Sink& sink)
{
    const ShearShares r = shearShares(w);
    if constexpr (Sink::keeps) {
        const double leaves = torsionLeaves(w.k, w.s.t);
        const auto one = [&](std::string_view symbol, std::string_view v, std::string_view vpl, std::string_view formula,
                             double ved, double vrd, double buckling, double rho) {
            if (buckling < kUncovered) {
                given(sink, symbol, Quantity::Ratio, 0.0, "7.1 of EN 1993-1-5 instead");
                return;
            }
            given(sink, v, Quantity::Force, ved);
            given(sink, vpl, Quantity::Force, vrd, "6.2.6");
            step(sink, symbol, rho > 0 ? formula : "0", "6.2.8(3)", Quantity::Ratio, rho);
        };
        one("rho_z", "V_zEd", "V_zRd", "min(1, (2*V_zEd/V_zRd - 1)^2)", w.s.vz, w.k.vz * leaves, w.k.vb, r.z);
        one("rho_y", "V_yEd", "V_yRd", "min(1, (2*V_yEd/V_yRd - 1)^2)", w.s.vy, w.k.vy * leaves, w.k.vbMinor, r.y);
    }
    return r;
}

// What the plates that carry a shear have of the section's moduli: 6.2.8(3) lowers the yield strength of these plates only.
struct ShearParts
{
    double plasticY = 0, plasticZ = 0; // of W_pl about y (shear along z), about z (shear along y)
    double elasticY = 0, elasticZ = 0; // share of I
};
ShearParts shearParts(const Context& c)
{
    const Shape& s = c.s;
    ShearParts out;
    switch (s.kind) {
    case ShapeKind::I:
    case ShapeKind::IUnequal:
    case ShapeKind::Channel: {
        const double bottom = s.kind == ShapeKind::IUnequal ? s.tf2 : s.tf, bb = s.kind == ShapeKind::IUnequal ? s.b2 : s.b;
        // Web from its top to its foot, heights above the centroid; zp: the equal-area axis.
        const double top = s.h / 2 - s.tf - c.p.cz, foot = -s.h / 2 + bottom - c.p.cz, hw = top - foot;
        out.plasticY = s.tw * (sqr(top - c.p.zp) + sqr(c.p.zp - foot)) / 2;
        out.elasticY = s.tw * (cube(hw) / 12 + hw * sqr((top + foot) / 2)) / c.p.iy;
        if (s.kind == ShapeKind::Channel) {
            // Flanges about z: what the web leaves.
            const double web = hw * s.tw * sqr(c.p.cy - s.tw / 2);
            out.plasticZ = std::max(0.0, c.p.wplz - hw * s.tw * std::abs(c.p.cy - s.tw / 2));
            out.elasticZ = std::max(0.0, 1 - web / c.p.iz);
        } else {
            out.plasticZ = (s.tf * sqr(s.b) + bottom * sqr(bb)) / 4;
            out.elasticZ = (s.tf * cube(s.b) + bottom * cube(bb)) / 12 / c.p.iz;
        }
        return out;
    }
    case ShapeKind::Rhs: {
        const double h = s.h - 2 * s.t, b = s.b - 2 * s.t;
        out.plasticY = s.t * sqr(h) / 2;
        out.plasticZ = s.t * sqr(b) / 2;
        out.elasticY = s.t * cube(h) / 6 / c.p.iy;
        out.elasticZ = s.t * cube(b) / 6 / c.p.iz;
        return out;
    }
    case ShapeKind::Chs:
        // The shear area is 2A/π of A, next to the axis: its share of the area is more than its share of the modulus.
        out.plasticY = out.plasticZ = 2 / kPi * c.p.wply;
        out.elasticY = out.elasticZ = 2 / kPi;
        return out;
    default: return {c.p.wply, c.p.wplz, 1, 1}; // the whole section
    }
}

// Resistances reduced for shear, 6.2.8 and 6.2.10.
struct Reduced
{
    double n, my, mz;
};
template <class Sink> Reduced reducedForShear(const Work& w, Sink& sink)
{
    const Context& c = w.c;
    const double m0 = c.gammaM0();
    const ShearShares rho = putShearShares(w, sink);
    const double fy = given(sink, "f_y", Quantity::Stress, c.fy);
    given(sink, "gamma_M0", Quantity::Ratio, m0, "6.1");
    const double a = given(sink, "A", Quantity::Area, c.p.a), az = given(sink, "A_vz", Quantity::Area, w.k.avz),
                 ay = given(sink, "A_vy", Quantity::Area, w.k.avy);
    Reduced r{};
    r.n = step(sink, "N_Rd", "max(0, A - rho_z*A_vz - rho_y*A_vy)*f_y/gamma_M0", "6.2.10(3)", Quantity::Force,
               std::max(0.0, a - rho.z * az - rho.y * ay) * fy / m0);
    const double wy = given(sink, "W_ply", Quantity::SectionModulus, c.p.wply),
                 wz = given(sink, "W_plz", Quantity::SectionModulus, c.p.wplz);
    const ShearParts part = shearParts(c);
    if (c.doublySymmetricI()) {
        const double hw = given(sink, "h_w", Quantity::SectionLength, webClear(c.s)),
                     tw = given(sink, "t_w", Quantity::SectionLength, c.s.tw);
        r.my = step(sink, "M_yRd", "(W_ply - rho_z*(h_w*t_w)^2/(4*t_w))*f_y/gamma_M0", "6.30", Quantity::Moment,
                    (wy - rho.z * sqr(hw * tw) / (4 * tw)) * fy / m0);
    } else {
        const double web = given(sink, "W_vy", Quantity::SectionModulus, part.plasticY, "of the plates along z");
        r.my = step(sink, "M_yRd", "(W_ply - rho_z*W_vy)*f_y/gamma_M0", "6.2.8(3)", Quantity::Moment,
                    (wy - rho.z * web) * fy / m0);
    }
    const double flanges = given(sink, "W_vz", Quantity::SectionModulus, part.plasticZ, "of the plates along y");
    r.mz = step(sink, "M_zRd", "(W_plz - rho_y*W_vz)*f_y/gamma_M0", "6.2.8(3)", Quantity::Moment,
                (wz - rho.y * flanges) * fy / m0);
    return r;
}

// The exponents of 6.41 are mostly 1 and 2, and a power is dear in a loop over all stations.
double power(double x, double exponent)
{
    return exponent == 2 ? x * x : exponent == 1 ? x : std::pow(x, exponent);
}

// 6.41, for the printed calculation.
template <class Sink> void biaxial(double my, double mny, double mz, double mnz, double alpha, double beta, Sink& sink)
{
    if constexpr (!Sink::keeps) return;
    given(sink, "alpha", Quantity::Ratio, alpha, "6.2.9.1(6)"), given(sink, "beta", Quantity::Ratio, beta, "6.2.9.1(6)");
    const double value = std::pow(my / mny, alpha) + std::pow(mz / mnz, beta);
    step(sink, "r_M", "(M_yEd/M_Ny)^alpha + (M_zEd/M_Nz)^beta", "6.41", Quantity::Ratio, value);
}

// The factor by which both moments of 6.41 are too large: λ with (a/λ)^α + (b/λ)^β = 1. Over ln λ the sum falls and is convex:
// Newton's steps from below stay below and close in.
double momentsTooLarge(double a, double b, double alpha, double beta)
{
    if (alpha == 2 && beta == 1) return (b + std::sqrt(b * b + 4 * a * a)) / 2;
    const double from = std::max(a, b);
    double p = power(a / from, alpha), q = power(b / from, beta), s = 0;
    for (int k = 0; k < 60; ++k) {
        const double step = (p + q - 1) / (alpha * p + beta * q);
        if (!(step > 1e-15)) break;
        s += step;
        p *= std::exp(-alpha * step), q *= std::exp(-beta * step);
    }
    return from * std::exp(s);
}

// Utilisation by 6.41: the sum itself up to 1; above it a sum of powers exaggerates, and the factor on the moments stands.
template <class Sink> Combined biaxialRatio(double n, double a, double b, double alpha, double beta, Sink& sink)
{
    const double sum = power(a, alpha) + power(b, beta);
    if (sum <= 1)
        return {
            step(sink, "ratio", "max(n, M_yEd/M_Ny, M_zEd/M_Nz, r_M)", "6.2.9.1(6)", Quantity::Ratio, std::max({n, a, b, sum})),
            "6.2.9.1"};
    const double factor =
        given(sink, "r_f", Quantity::Ratio, momentsTooLarge(a, b, alpha, beta), "both moments over this just meet 6.41");
    return {step(sink, "ratio", "max(n, r_f)", "6.2.9.1(6)", Quantity::Ratio, std::max(n, factor)), "6.2.9.1"};
}

// 6.41 is a sum of powers: what the loads could be multiplied by is not its inverse. For one moment the ratio itself; for two
// the sum stands, and never less than the larger of both or of N/N_Rd.
template <class Sink> Combined plasticI(const Work& w, const Reduced& r, Sink& sink)
{
    const Context& c = w.c;
    const double my = std::abs(w.s.a.my), mz = std::abs(w.s.a.mz);
    const double n = step(sink, "n", "N_Ed/N_Rd", "6.2.9.1(5)", Quantity::Ratio, std::abs(w.s.a.n) / r.n);
    if (n >= 1) return {step(sink, "ratio", "n", "6.2.9.1", Quantity::Ratio, n), "6.2.9.1"};
    const AxialShareI share(c);
    given(sink, "b", Quantity::SectionLength, c.s.b), given(sink, "t_f", Quantity::SectionLength, c.s.tf);
    given(sink, "h_w", Quantity::SectionLength, webClear(c.s)), given(sink, "t_w", Quantity::SectionLength, c.s.tw);
    step(sink, "a", "min(0.5, (A - 2*b*t_f)/A)", "6.2.9.1(5)", Quantity::Ratio, share.a);
    step(sink, "N_w", "h_w*t_w*f_y/gamma_M0", "6.33", Quantity::Force, share.web);
    const AxialShareI::Left left = share.left(n, std::abs(w.s.a.n));
    const double mny = step(sink, "M_Ny", left.wholeY ? "M_yRd" : "min(M_yRd, M_yRd*(1 - n)/(1 - 0.5*a))",
                            left.wholeY ? "6.2.9.1(4)" : "6.36", Quantity::Moment, r.my * left.y),
                 mnz = step(sink, "M_Nz", left.wholeZ ? "M_zRd" : "M_zRd*(1 - ((n - a)/(1 - a))^2)",
                            left.wholeZ ? "6.37" : "6.38", Quantity::Moment, r.mz * left.z);
    if (mz == 0) return {step(sink, "ratio", "max(n, M_yEd/M_Ny)", "6.31", Quantity::Ratio, std::max(n, my / mny)), "6.2.9.1"};
    if (my == 0) return {step(sink, "ratio", "max(n, M_zEd/M_Nz)", "6.31", Quantity::Ratio, std::max(n, mz / mnz)), "6.2.9.1"};
    biaxial(my, mny, mz, mnz, 2, std::max(1.0, 5 * n), sink);
    return biaxialRatio(n, my / mny, mz / mnz, 2, std::max(1.0, 5 * n), sink);
}

template <class Sink> Combined plasticTube(const Work& w, const Reduced& r, Sink& sink)
{
    const Context& c = w.c;
    const double my = std::abs(w.s.a.my), mz = std::abs(w.s.a.mz);
    const double n = step(sink, "n", "N_Ed/N_Rd", "6.2.9.1(5)", Quantity::Ratio, std::abs(w.s.a.n) / r.n);
    if (n >= 1) return {step(sink, "ratio", "n", "6.2.9.1", Quantity::Ratio, n), "6.2.9.1"};
    double mny = 0, mnz = 0, power = 2;
    if (c.s.kind == ShapeKind::Rhs) {
        const double b = given(sink, "b", Quantity::SectionLength, c.s.b), h = given(sink, "h", Quantity::SectionLength, c.s.h),
                     t = given(sink, "t", Quantity::SectionLength, c.s.t);
        const double aw = step(sink, "a_w", "min(0.5, (A - 2*b*t)/A)", "6.2.9.1(5)", Quantity::Ratio,
                               std::min(0.5, (c.p.a - 2 * b * t) / c.p.a)),
                     af = step(sink, "a_f", "min(0.5, (A - 2*h*t)/A)", "6.2.9.1(5)", Quantity::Ratio,
                               std::min(0.5, (c.p.a - 2 * h * t) / c.p.a));
        mny = step(sink, "M_Ny", "min(M_yRd, M_yRd*(1 - n)/(1 - 0.5*a_w))", "6.39", Quantity::Moment,
                   std::min(r.my, r.my * (1 - n) / (1 - 0.5 * aw)));
        mnz = step(sink, "M_Nz", "min(M_zRd, M_zRd*(1 - n)/(1 - 0.5*a_f))", "6.40", Quantity::Moment,
                   std::min(r.mz, r.mz * (1 - n) / (1 - 0.5 * af)));
        power = n < 0.8 ? std::min(6.0, 1.66 / (1 - 1.13 * n * n)) : 6.0;
    } else {
        mny = step(sink, "M_Ny", "M_yRd*(1 - n^1.7)", "6.2.9.1(5)", Quantity::Moment, r.my * (1 - std::pow(n, 1.7)));
        mnz = step(sink, "M_Nz", "M_zRd*(1 - n^1.7)", "6.2.9.1(5)", Quantity::Moment, r.mz * (1 - std::pow(n, 1.7)));
    }
    biaxial(my, mny, mz, mnz, power, power, sink);
    return biaxialRatio(n, my / mny, mz / mnz, power, power, sink);
}

// 6.2.9.1(3) for a flat bar bent about one axis; anything else by the sum of 6.2.1(7).
template <class Sink> Combined plasticSum(const Work& w, const Reduced& r, Sink& sink)
{
    const double my = std::abs(w.s.a.my), mz = std::abs(w.s.a.mz);
    if (w.c.s.kind == ShapeKind::BarFlat && (my == 0 || mz == 0)) {
        const double n = step(sink, "n", "N_Ed/N_Rd", "6.2.9.1(3)", Quantity::Ratio, std::abs(w.s.a.n) / r.n);
        if (n < 1) {
            const double ratio = std::max(n, std::max(my / r.my, mz / r.mz) / (1 - n * n));
            return {step(sink, "ratio", "max(n, max(M_yEd/M_yRd, M_zEd/M_zRd)/(1 - n^2))", "6.32", Quantity::Ratio, ratio),
                    "6.2.9.1"};
        }
    }
    return {step(sink, "ratio", "N_Ed/N_Rd + M_yEd/M_yRd + M_zEd/M_zRd", "6.2", Quantity::Ratio,
                 std::abs(w.s.a.n) / r.n + my / r.my + mz / r.mz),
            "6.2.1(7)"};
}

// Nothing is left beside the shear: its own ratio, at least 1.
template <class Sink> Combined shearTakesAll(const Work& w, Sink& sink)
{
    sink.note("The shear takes all there is.");
    const double v = std::max(w.s.vz / w.k.vz, w.s.vy / w.k.vy);
    return {given(sink, "ratio", Quantity::Ratio, std::max(v, 1.0), "6.2.6"), "6.2.8"};
}

// 6.2.9.2: the largest stress at the extreme fibres; for angles at heel and toes, of a round tube where both moments meet.
// Shear lowers the strength of the plates that carry it (6.2.8(3)): the stress is that of the section without that share of
// them.
template <class Sink> Combined elastic(const Work& w, Sink& sink)
{
    const Context& c = w.c;
    const SectionProperties& p = c.p;
    const ShearShares rho = putShearShares(w, sink);
    const ShearParts part = shearParts(c);
    const double area = p.a - rho.z * w.k.avz - rho.y * w.k.avy, iy = p.iy * (1 - rho.z * part.elasticY),
                 iz = p.iz * (1 - rho.y * part.elasticZ);
    const double fy = given(sink, "f_y", Quantity::Stress, c.fy),
                 m0 = given(sink, "gamma_M0", Quantity::Ratio, c.gammaM0(), "6.1");
    if (!(area > 0 && iy > 0 && iz > 0)) return shearTakesAll(w, sink);
    double y = 0, z = 0, worst = -1;
    const auto at = [&](double py, double pz) {
        const double s = std::abs(w.s.a.n / area + w.s.a.my * pz / iy + w.s.a.mz * py / iz);
        if (s > worst) {
            worst = s;
            y = py;
            z = pz;
        }
    };
    if (c.s.kind == ShapeKind::Angle) {
        for (const auto& [py, pz] : angleCorners(c))
            at(py, pz);
    } else if (c.s.kind == ShapeKind::Chs || c.s.kind == ShapeKind::BarRound) {
        const double m = std::hypot(w.s.a.my / iy, w.s.a.mz / iz), r = c.s.d / 2;
        for (const double sign : {1.0, -1.0})
            if (m > 0)
                at(sign * r * w.s.a.mz / iz / m, sign * r * w.s.a.my / iy / m);
            else
                at(0, sign * r);
    } else
        for (const double pz : {p.iy / p.welyTop, -p.iy / p.welyBottom})
            for (const double py : {p.iz / p.welzPlus, -p.iz / p.welzMinus})
                at(py, pz);
    given(sink, "A", Quantity::Area, area, rho.z + rho.y > 0 ? "less what shear takes" : "");
    given(sink, "I_y", Quantity::Inertia, iy, rho.z > 0 ? "less what shear takes" : "");
    given(sink, "I_z", Quantity::Inertia, iz, rho.y > 0 ? "less what shear takes" : "");
    if constexpr (Sink::keeps) {
        sink.note("At the fibre with the largest stress; forces with their signs, compression positive.");
        given(sink, "N", Quantity::Force, w.s.a.n);
        given(sink, "M_y", Quantity::Moment, w.s.a.my);
        given(sink, "M_z", Quantity::Moment, w.s.a.mz);
        given(sink, "y", Quantity::SectionLength, y);
        given(sink, "z", Quantity::SectionLength, z);
    }
    const double sigma = step(sink, "sigma", "abs(N/A + M_y*z/I_y + M_z*y/I_z)", "6.2.9.2", Quantity::Stress, worst);
    return {step(sink, "ratio", "sigma/(f_y/gamma_M0)", "6.42", Quantity::Ratio, sigma / (fy / m0)), "6.2.9.2"};
}

// 6.2.9.3. Tension acts on the whole section.
template <class Sink> Combined effectiveSection(const Work& w, Sink& sink)
{
    const Context& c = w.c;
    putForces(w, sink);
    const double fy = given(sink, "f_y", Quantity::Stress, c.fy),
                 m0 = given(sink, "gamma_M0", Quantity::Ratio, c.gammaM0(), "6.1");
    const bool pressed = w.s.a.n > 0;
    const auto side = [](double m) { return m >= 0 ? size_t{0} : size_t{1}; };
    const double a = given(sink, "A_eff", Quantity::Area, pressed ? w.e.a : c.p.a, "EN 1993-1-5 4.3"),
                 ey = given(sink, "e_Ny", Quantity::SectionLength, pressed ? std::abs(w.e.eny) : 0.0, "EN 1993-1-5 4.3(3)"),
                 ez = given(sink, "e_Nz", Quantity::SectionLength, pressed ? std::abs(w.e.enz) : 0.0, "EN 1993-1-5 4.3(3)");
    const double wy = given(sink, "W_effy", Quantity::SectionModulus,
                            w.s.a.my != 0 ? w.e.wy[side(w.s.a.my)] : std::min(w.e.wy[0], w.e.wy[1]), "EN 1993-1-5 4.3(4)"),
                 wz = given(sink, "W_effz", Quantity::SectionModulus,
                            w.s.a.mz != 0 ? w.e.wz[side(w.s.a.mz)] : std::min(w.e.wz[0], w.e.wz[1]), "EN 1993-1-5 4.3(4)");
    const double n = std::abs(w.s.a.n), my = std::abs(w.s.a.my), mz = std::abs(w.s.a.mz);
    // 6.2.8(3): the plates that carry the shear count with (1 - ρ) of their strength, here too where they do not buckle. No
    // clause gives the form for effective sections: that of (6.30) with W_eff for W_pl takes off more than the elastic share
    // would; what the whole section has left at (1 - ρ)·fy is the least.
    const ShearShares rho = putShearShares(w, sink);
    double na = a, wvy = wy, wvz = wz;
    if (rho.z > 0 || rho.y > 0) {
        const ShearParts part = shearParts(c);
        const double vy = given(sink, "W_vy", Quantity::SectionModulus, part.plasticY, "of the plates along z"),
                     vz = given(sink, "W_vz", Quantity::SectionModulus, part.plasticZ, "of the plates along y"),
                     az = given(sink, "A_vz", Quantity::Area, w.k.avz), ay = given(sink, "A_vy", Quantity::Area, w.k.avy);
        na = step(sink, "A_V", "A_eff - rho_z*A_vz - rho_y*A_vy", "6.2.10(3)", Quantity::Area, a - rho.z * az - rho.y * ay);
        wvy = step(sink, "W_yV", "max((1 - rho_z)*W_effy, W_effy - rho_z*W_vy)", "6.2.8(3)", Quantity::SectionModulus,
                   std::max((1 - rho.z) * wy, wy - rho.z * vy));
        wvz = step(sink, "W_zV", "max((1 - rho_y)*W_effz, W_effz - rho_y*W_vz)", "6.2.8(3)", Quantity::SectionModulus,
                   std::max((1 - rho.y) * wz, wz - rho.y * vz));
        if (!(na > 0 && wvy > 0 && wvz > 0)) return shearTakesAll(w, sink);
    } else {
        given(sink, "A_V", Quantity::Area, na, "6.2.8(2)");
        given(sink, "W_yV", Quantity::SectionModulus, wvy, "6.2.8(2)");
        given(sink, "W_zV", Quantity::SectionModulus, wvz, "6.2.8(2)");
    }
    return {step(sink, "ratio",
                 "N_Ed/(A_V*f_y/gamma_M0) + (M_yEd + N_Ed*e_Ny)/(W_yV*f_y/gamma_M0) + (M_zEd + N_Ed*e_Nz)/(W_zV*f_y/gamma_M0)",
                 "6.44", Quantity::Ratio, (n / na + (my + n * ey) / wvy + (mz + n * ez) / wvz) / (fy / m0)),
            "6.2.9.3"};
}

// EN 1993-1-5 7.1: bending and shear of a web (walls of a tube) that buckles, on top of what bending and axial force take.
template <class Sink> Combined withShearBuckling(const Work& w, Axis axis, Combined out, Sink& sink)
{
    const bool y = axis == Axis::Y;
    const double vb = y ? w.k.vb : w.k.vbMinor;
    if (!(vb < kUncovered)) return out;
    const double v = (y ? w.s.vz : w.s.vy) + w.s.t * (y ? w.k.torqueZ : w.k.torqueY);
    if (v <= 0.5 * vb) return out;
    sink.heading(y ? "Bending about y with shear buckling" : "Bending about z with shear buckling", "EN 1993-1-5 7.1");
    given(sink, "V_Ed", Quantity::Force, v), given(sink, "V_bRd", Quantity::Force, vb, "EN 1993-1-5 5.2");
    const double e3 = step(sink, "eta_3", "V_Ed/V_bRd", "EN 1993-1-5 5.10", Quantity::Ratio, v / vb);
    const FlangeMoments m = flangeMoments(w.c, axis, std::abs(w.s.a.n), sink);
    const double med = given(sink, "M_Ed", Quantity::Moment, std::abs(y ? w.s.a.my : w.s.a.mz));
    if (med <= m.flanges) {
        sink.note("The flanges alone carry the moment: no reduction (7.1(1)).");
        given(sink, "ratio", Quantity::Ratio, out.ratio, out.clause);
        return out;
    }
    const double e1 = step(sink, "eta_1", "M_Ed/M_plRd", "EN 1993-1-5 7.1", Quantity::Ratio, med / m.plastic);
    const double r = step(sink, "r_7", "eta_1 + (1 - min(1, M_fRd/M_plRd))*(2*eta_3 - 1)^2", "EN 1993-1-5 7.1", Quantity::Ratio,
                          e1 + (1 - std::min(1.0, m.flanges / m.plastic)) * sqr(2 * e3 - 1));
    const double before = given(sink, "r_s", Quantity::Ratio, out.ratio, out.clause);
    const double most = step(sink, "ratio", "max(r_s, r_7)", "", Quantity::Ratio, std::max(before, r));
    if (r > out.ratio) out.clause = "EN 1993-1-5 7.1";
    out.ratio = most;
    return out;
}

} // namespace

template <class Sink> Combined combined(const Context& c, const Plates& plates, const Effective& e, const SectionConstants& k,
                                        const Station& s, int cls, Sink& sink)
{
    Station held = s;
    if (s.a.my != 0 && c.options.flangeHoles) {
        const HolesKeep holes = holesKeep(c, cls, s.a.my > 0 ? Side::Plus : Side::Minus, sink);
        if (holes.share < 1) {
            held.a.my = s.a.my / std::max(holes.share, 1e-6);
            sink.note("The holes stand as a moment about y that is larger by 1/k_h.");
        }
    }
    const Work w{c, plates, e, k, held, cls};
    Combined out;
    if (cls >= 3) {
        sink.heading(cls == 3 ? "Class 3: elastic" : "Class 4: effective section", cls == 3 ? "6.2.9.2" : "6.2.9.3");
        out = cls == 3 ? elastic(w, sink) : effectiveSection(w, sink);
    } else {
        sink.heading("Bending, shear and axial force", "6.2.10");
        putForces(w, sink);
        const Reduced r = reducedForShear(w, sink);
        if (c.doublySymmetricI())
            out = plasticI(w, r, sink);
        else if (c.s.kind == ShapeKind::Rhs || c.s.kind == ShapeKind::Chs)
            out = plasticTube(w, r, sink);
        else
            out = plasticSum(w, r, sink);
    }
    return withShearBuckling(w, Axis::Z, withShearBuckling(w, Axis::Y, out, sink), sink);
}

#define WR_INSTANTIATE(SINK)                                                                                                   \
    template Combined combined<SINK>(const Context&, const Plates&, const Effective&, const SectionConstants&, const Station&, \
                                     int, SINK&);
WR_INSTANTIATE(NoTrace)
WR_INSTANTIATE(Trace)
#undef WR_INSTANTIATE

} // namespace wr::en1993
