#include "core/standards/en1993/buckling.h"

#include "core/standards/common/elastic_buckling.h"

#include <algorithm>

namespace wr::en1993 {

std::string_view curveName(Curve c)
{
    constexpr std::array<std::string_view, 5> names{"Buckling curve a0.", "Buckling curve a.", "Buckling curve b.",
                                                    "Buckling curve c.", "Buckling curve d."};
    return names[static_cast<size_t>(c)];
}

double imperfection(Curve c)
{
    constexpr std::array<double, 5> alpha{0.13, 0.21, 0.34, 0.49, 0.76};
    return alpha[static_cast<size_t>(c)];
}

double bowImperfection(Curve c, bool plastic)
{
    constexpr std::array<double, 5> elastic{350, 300, 250, 200, 150}, plasticOnes{300, 250, 200, 150, 100};
    return 1 / (plastic ? plasticOnes : elastic)[static_cast<size_t>(c)];
}

Curve columnCurve(const Context& c, Axis axis)
{
    const Shape& s = c.s;
    const bool y = axis == Axis::Y,
               high = std::max(c.fy, c.in.steel.fyNominal) >= 460e6 * (1 - 1e-9); // S460, by the grade: thick plates have less
    switch (s.kind) {
    case ShapeKind::I:
    case ShapeKind::IUnequal: {
        const double tf = std::max(s.tf, s.tf2), b = std::max(s.b, s.b2);
        if (s.welded) return tf <= 0.040 ? (y ? Curve::B : Curve::C) : (y ? Curve::C : Curve::D);
        if (s.h / b > 1.2) {
            if (tf <= 0.040) return high ? Curve::A0 : y ? Curve::A : Curve::B;
            return high ? Curve::A : y ? Curve::B : Curve::C;
        }
        if (tf <= 0.100) return high ? Curve::A : y ? Curve::B : Curve::C;
        return high ? Curve::C : Curve::D;
    }
    case ShapeKind::Rhs:
    case ShapeKind::Chs:
        if (s.process != Process::Hot) return Curve::C;
        return high ? Curve::A0 : Curve::A;
    case ShapeKind::Angle: return Curve::B;
    default: return Curve::C;
    }
}

namespace {

template <class Sink> double chiOf(Curve curve, double lambda, Sink& sink)
{
    sink.note(curveName(curve));
    const double alpha = given(sink, "alpha", Quantity::Ratio, imperfection(curve), "Table 6.1"), l = lambda;
    if (l <= 0.2) {
        sink.note("Buckling may be left out up to a slenderness of 0.2 (6.3.1.2(4)).");
        return step(sink, "chi", "1", "6.3.1.2(4)", Quantity::Ratio, 1.0);
    }
    const double phi = step(sink, "Phi", "0.5*(1 + alpha*(lambdabar - 0.2) + lambdabar^2)", "6.3.1.2", Quantity::Ratio,
                            reductionPhi(alpha, l));
    return step(sink, "chi", "min(1, 1/(Phi + sqrt(Phi^2 - lambdabar^2)))", "6.49", Quantity::Ratio, reductionOf(phi, l));
}

template <class Sink> Mode flexural(const Context& c, Axis axis, double af, double length, Sink& sink)
{
    const bool y = axis == Axis::Y;
    sink.heading(y ? "Buckling about y" : "Buckling about z", "6.3.1.2");
    const double l = given(sink, "L_cr", Quantity::Length, length, "6.3.1.3"),
                 i = given(sink, y ? "I_y" : "I_z", Quantity::Inertia, y ? c.p.iy : c.p.iz);
    Mode m;
    m.ncr = y ? step(sink, "N_cr", "pi()^2*E*I_y/L_cr^2", "6.3.1.2", Quantity::Force, kPi * kPi * c.e * i / (l * l))
              : step(sink, "N_cr", "pi()^2*E*I_z/L_cr^2", "6.3.1.2", Quantity::Force, kPi * kPi * c.e * i / (l * l));
    m.lambda = step(sink, "lambdabar", "sqrt(N_R/N_cr)", "6.3.1.2", Quantity::Ratio, std::sqrt(af / m.ncr));
    m.chi = chiOf(columnCurve(c, axis), m.lambda, sink);
    return m;
}

// 6.3.1.4: torsional buckling about the shear centre.
template <class Sink> double torsional(const Context& c, double length, Sink& sink)
{
    const double lt = given(sink, "L_T", Quantity::Length, length, "6.3.1.4"),
                 i0 = given(sink, "i_0", Quantity::SectionLength, c.p.ro, "6.3.1.4"),
                 it = given(sink, "I_t", Quantity::Inertia, c.p.it), iw = given(sink, "I_w", Quantity::Warping, c.p.iw),
                 g = given(sink, "G", Quantity::Stress, c.g);
    return step(sink, "N_crT", "(G*I_t + pi()^2*E*I_w/L_T^2)/i_0^2", "6.3.1.4", Quantity::Force,
                (g * it + kPi * kPi * c.e * iw / (lt * lt)) / (i0 * i0));
}

bool twists(const Context& c)
{
    switch (c.s.kind) {
    case ShapeKind::Rhs:
    case ShapeKind::Chs:
    case ShapeKind::BarFlat:
    case ShapeKind::BarRound:
    case ShapeKind::None: return false;
    default: return !c.options.torsionHeld;
    }
}

// 6.3.1.4: torsional, or coupled with the flexure that goes with it.
template <class Sink> Mode torsionalMode(const Context& c, double af, const Mode& y, const Mode& z, double ncrT, Sink& sink)
{
    Mode m;
    m.ncr = ncrT;
    const bool offY = std::abs(c.p.ys) > 0, offZ = std::abs(c.p.zs) > 0;
    if (offY && offZ) {
        const double ys = given(sink, "y_0", Quantity::SectionLength, c.p.ys),
                     zs = given(sink, "z_0", Quantity::SectionLength, c.p.zs);
        sink.note(
            "N_cr is the lowest root of (N - N_cr,y)(N - N_cr,z)(N - N_cr,T) = N²[(N - N_cr,z)y0² + (N - N_cr,y)z0²]/i0².");
        // Flexure about y moves along z and couples with the shear centre's offset along y.
        m.ncr = given(sink, "N_cr", Quantity::Force, flexuralTorsionalCubic(y.ncr, z.ncr, ncrT, ys, zs, c.p.ro), "6.3.1.4");
    } else if (offY || offZ) {
        const double n1 = given(sink, "N_cr1", Quantity::Force, offY ? y.ncr : z.ncr),
                     h = given(sink, "beta_0", Quantity::Ratio, c.p.flexural, "1 - (y0² + z0²)/i0²");
        m.ncr = step(sink, "N_cr", "(N_cr1 + N_crT)/(2*beta_0)*(1 - sqrt(max(0, 1 - 4*N_cr1*N_crT*beta_0/(N_cr1 + N_crT)^2)))",
                     "6.3.1.4", Quantity::Force, flexuralTorsional(n1, ncrT, h));
    } else
        m.ncr = step(sink, "N_cr", "N_crT", "6.3.1.4", Quantity::Force, ncrT);
    m.lambda = step(sink, "lambdabar", "sqrt(N_R/N_cr)", "6.52", Quantity::Ratio, std::sqrt(af / m.ncr));
    m.chi = chiOf(columnCurve(c, Axis::Z), m.lambda, sink);
    return m;
}

// BB.1.2: a web member of a lattice, one angle, length between the joints.
template <class Sink> void latticeAngle(const Context& c, double af, const ColumnLengths& l, Column& out, Sink& sink)
{
    const auto mode = [&](std::string_view title, double inertia, double length, double plus) {
        sink.heading(title, "BB.1.2");
        const double i = given(sink, "I", Quantity::Inertia, inertia), lc = given(sink, "L_cr", Quantity::Length, length);
        Mode m;
        m.ncr = step(sink, "N_cr", "pi()^2*E*I/L_cr^2", "6.3.1.2", Quantity::Force, kPi * kPi * c.e * i / (lc * lc));
        const double own = step(sink, "lambdabar_0", "sqrt(N_R/N_cr)", "6.3.1.2", Quantity::Ratio, std::sqrt(af / m.ncr));
        const double add = given(sink, "Delta", Quantity::Ratio, plus, "BB.1");
        m.lambda = step(sink, "lambdabar", "Delta + 0.7*lambdabar_0", "BB.1", Quantity::Ratio, add + 0.7 * own);
        m.chi = chiOf(Curve::B, m.lambda, sink);
        return m;
    };
    const Mode v = mode("Buckling about the minor principal axis", c.p.iz, l.minor, 0.35);
    const Mode a = mode("Buckling about the axis along the flat leg", c.p.igy, l.major, 0.50),
               b = mode("Buckling about the axis along the upright leg", c.p.igz, l.major, 0.50);
    out.y = a.chi <= b.chi ? a : b;
    out.z = v;
}

} // namespace

template <class Sink>
Column columnResistance(const Context& c, const Plates& plates, const Effective& e, int cls, const ColumnLengths& l, Sink& sink)
{
    Column out;
    out.clause = "6.3.1";
    out.ncrT = kUncovered;
    if (c.s.kind == ShapeKind::None)
        out.uncovered = "the section has no dimensions, so its class and its buckling curve are unknown: give \"shape\"";
    if (cls == 4 && !e.uncovered.empty()) out.uncovered = e.uncovered;
    sink.heading("Compression", "6.3.1.1");
    putSteel(c, sink);
    double a = 0;
    if (cls == 4) {
        a = effectiveArea(c, plates, e, sink);
        sink.heading("Compression", "6.3.1.1");
        step(sink, "N_R", "A_eff*f_y", "6.3.1.2", Quantity::Force, a * c.fy);
    } else {
        a = given(sink, "A", Quantity::Area, c.p.a);
        step(sink, "N_R", "A*f_y", "6.3.1.2", Quantity::Force, a * c.fy);
    }
    const double af = a * c.fy;
    if (c.s.kind == ShapeKind::Angle && c.options.latticeAngle) {
        latticeAngle(c, af, l, out, sink);
        out.flexuralZ = out.z;
        out.clause = "BB.1.2";
    } else {
        if ((c.s.kind == ShapeKind::Rhs || c.s.kind == ShapeKind::Chs) && c.s.process == Process::Unstated)
            sink.note("The process is not stated: cold formed is taken.");
        out.y = flexural(c, Axis::Y, af, l.major, sink);
        given(sink, "chi_y", Quantity::Ratio, out.y.chi);
        out.z = flexural(c, Axis::Z, af, l.minor, sink);
        given(sink, "chi_z", Quantity::Ratio, out.z.chi);
        out.flexuralZ = out.z;
        if (twists(c)) {
            sink.heading("Torsional and flexural-torsional buckling", "6.3.1.4");
            out.ncrT = torsional(c, l.torsion, sink);
            const Mode t = torsionalMode(c, af, out.y, out.z, out.ncrT, sink);
            if (t.chi < std::min(out.y.chi, out.z.chi)) out.clause = "6.3.1.4";
            if (t.chi < out.z.chi) out.z = t;
        }
    }
    out.slenderness = std::max(l.major / c.p.ry, l.minor / c.p.rz);
    const double chi = std::min(out.y.chi, out.z.chi);
    sink.heading("Buckling resistance", "6.3.1.1");
    given(sink, "chi", Quantity::Ratio, chi, "the least of all modes");
    const double m1 = putM1(c, sink);
    out.value = step(sink, "N_bRd", "chi*N_R/gamma_M1", cls == 4 ? "6.48" : "6.47", Quantity::Force, chi * af / m1);
    return out;
}

template Column columnResistance<NoTrace>(const Context&, const Plates&, const Effective&, int, const ColumnLengths&, NoTrace&);
template Column columnResistance<Trace>(const Context&, const Plates&, const Effective&, int, const ColumnLengths&, Trace&);

} // namespace wr::en1993
