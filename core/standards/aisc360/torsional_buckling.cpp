// AISC 360 E4: torsional and flexural-torsional buckling.
#include "core/standards/aisc360/compression.h"
#include "core/standards/common/elastic_buckling.h"

#include <algorithm>
#include <cmath>

namespace wr::aisc360 {

namespace {

// E4-7: torsional buckling stress about the shear centre. Tees and angles: the warping constant is left out (user note of E4).
template <class Sink> double aboutShearCentre(const Context& c, double lcz, Sink& sink)
{
    const bool warps = c.s.kind != ShapeKind::Tee && c.s.kind != ShapeKind::DoubleAngle && c.s.kind != ShapeKind::Angle;
    const double j = given(sink, "J", Quantity::Inertia, c.p.it), g = given(sink, "G", Quantity::Stress, c.g);
    const double ro = given(sink, "r_o", Quantity::SectionLength, c.p.ro, "E4-9");
    if (!warps) return step(sink, "F_ez", "G*J/(A_g*r_o^2)", "E4-7", Quantity::Stress, g * j / (c.p.a * ro * ro));
    const double cw = given(sink, "C_w", Quantity::Warping, c.p.iw), lz = given(sink, "L_cz", Quantity::Length, lcz, "E4");
    return step(sink, "F_ez", "(pi()^2*E*C_w/L_cz^2 + G*J)/(A_g*r_o^2)", "E4-7", Quantity::Stress,
                (kPi * kPi * c.e * cw / (lz * lz) + g * j) / (c.p.a * ro * ro));
}

// E4-3: one axis of symmetry; fes is the flexural stress of the buckling that couples with twist.
template <class Sink> double singlySymmetric(const Context& c, double fes, double fez, Sink& sink)
{
    const double h = given(sink, "H", Quantity::Ratio, c.p.flexural, "E4-8");
    return step(sink, "F_et", "(F_es + F_ez)/(2*H)*(1 - sqrt(max(0, 1 - 4*F_es*F_ez*H/(F_es + F_ez)^2)))", "E4-3",
                Quantity::Stress, flexuralTorsional(fes, fez, h));
}

} // namespace

template <class Sink> Torsional torsionalStress(const Context& c, double fex, double fey, double lcz, Sink& sink)
{
    switch (c.s.kind) {
    case ShapeKind::I:
    case ShapeKind::IUnequal:
    case ShapeKind::Cruciform:
        if (c.s.kind == ShapeKind::Cruciform || doublySymmetricI(c.s)) {
            sink.heading("Torsional buckling", "E4");
            const double lz = given(sink, "L_cz", Quantity::Length, lcz, "E4");
            const double cw = given(sink, "C_w", Quantity::Warping, c.p.iw), j = given(sink, "J", Quantity::Inertia, c.p.it);
            const double g = given(sink, "G", Quantity::Stress, c.g);
            const double ix = given(sink, "I_x", Quantity::Inertia, c.p.iy), iy = given(sink, "I_y", Quantity::Inertia, c.p.iz);
            return {step(sink, "F_et", "(pi()^2*E*C_w/L_cz^2 + G*J)/(I_x + I_y)", "E4-2", Quantity::Stress,
                         (kPi * kPi * c.e * cw / (lz * lz) + g * j) / (ix + iy)),
                    false};
        }
        [[fallthrough]];
    case ShapeKind::Tee:
    case ShapeKind::DoubleAngle:
    case ShapeKind::Channel: {
        sink.heading("Flexural-torsional buckling", "E4");
        // Twist goes with buckling along the axis the shear centre does not lie on: about y for tees, pairs and unequal I
        // (symmetric about y), about x for channels (symmetric about x).
        const bool channel = c.s.kind == ShapeKind::Channel;
        if (channel) sink.note("The channel is symmetric about x: F_ex stands for F_ey in E4-3.");
        const double fes = channel ? step(sink, "F_es", "pi()^2*E/s_x^2", "E4-5", Quantity::Stress, fex)
                                   : step(sink, "F_es", "pi()^2*E/s_y^2", "E4-6", Quantity::Stress, fey);
        const double fez = aboutShearCentre(c, lcz, sink);
        return {singlySymmetric(c, fes, fez, sink), true};
    }
    case ShapeKind::Angle: {
        const double slender = std::max(c.s.h, c.s.b) / c.s.t;
        const double limit = c.edition >= 2016 ? 0.71 * c.root() : 20.0;
        if (slender <= limit) {
            sink.note("Flexural-torsional buckling need not be considered: b/t does not exceed the limit of E5.");
            return {};
        }
        sink.heading("Flexural-torsional buckling", "E4");
        const double a = step(sink, "F_ex", "pi()^2*E/s_x^2", "E4-5", Quantity::Stress, fex),
                     b = step(sink, "F_ey", "pi()^2*E/s_y^2", "E4-6", Quantity::Stress, fey);
        const double fez = aboutShearCentre(c, lcz, sink);
        const double xo = given(sink, "x_o", Quantity::SectionLength, c.p.ys, "E4"),
                     yo = given(sink, "y_o", Quantity::SectionLength, c.p.zs, "E4");
        sink.note("F_et is the lowest root of the cubic E4-4 in F_ex, F_ey, F_ez, x_o, y_o and r_o.");
        return {given(sink, "F_et", Quantity::Stress, flexuralTorsionalCubic(a, b, fez, xo, yo, c.p.ro), "E4-4"), true};
    }
    default: return {}; // tubes and bars do not buckle in torsion
    }
}

template <class Sink> double oldPairStress(const Context& c, double fcry, Sink& sink)
{
    const double j = given(sink, "J", Quantity::Inertia, c.p.it), g = given(sink, "G", Quantity::Stress, c.g);
    const double ro = given(sink, "r_o", Quantity::SectionLength, c.p.ro, "E4"),
                 h = given(sink, "H", Quantity::Ratio, c.p.flexural, "E4");
    const double fcrz = step(sink, "F_crz", "G*J/(A_g*r_o^2)", "E4-3", Quantity::Stress, g * j / (c.p.a * ro * ro));
    return step(sink, "F_ft", "(F_cry + F_crz)/(2*H)*(1 - sqrt(max(0, 1 - 4*F_cry*F_crz*H/(F_cry + F_crz)^2)))", "E4-2",
                Quantity::Stress, flexuralTorsional(fcry, fcrz, h));
}

template Torsional torsionalStress<NoTrace>(const Context&, double, double, double, NoTrace&);
template Torsional torsionalStress<Trace>(const Context&, double, double, double, Trace&);
template double oldPairStress<NoTrace>(const Context&, double, NoTrace&);
template double oldPairStress<Trace>(const Context&, double, Trace&);

} // namespace wr::aisc360
