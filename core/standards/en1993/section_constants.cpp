// What of a section's resistance does not depend on the forces: shear, torsion of tubes, what axial force leaves of a double
// tee.
#include "core/standards/en1993/combined.h"

#include <algorithm>

namespace wr::en1993 {

SectionConstants constantsOf(const Context& c)
{
    NoTrace none;
    SectionConstants k;
    k.avz = shearArea(c, Axis::Y, none);
    k.avy = shearArea(c, Axis::Z, none);
    k.vz = plasticShear(c, Axis::Y, none).value;
    k.vy = plasticShear(c, Axis::Z, none).value;
    if (shearBuckles(c, Axis::Y)) k.vb = shearBuckling(c, Axis::Y, none).value;
    if (shearBuckles(c, Axis::Z)) k.vbMinor = shearBuckling(c, Axis::Z, none).value;
    if (c.s.kind == ShapeKind::Rhs || c.s.kind == ShapeKind::Chs) k.tube = tubeTorsion(c, none).value;
    if (c.s.kind == ShapeKind::Rhs) {
        // Shear flow T/(2Ah) in all walls; two of them carry the shear (EN 1993-1-5 5.5(1): the shear holds that of the
        // torque).
        const double h = c.s.h - c.s.t, b = c.s.b - c.s.t;
        k.torqueZ = h / (h * b);
        k.torqueY = b / (h * b);
    }
    return k;
}

std::array<std::pair<double, double>, 5> angleCorners(const Context& c)
{
    const double co = std::cos(c.p.principal), si = std::sin(c.p.principal);
    const auto corner = [&](double a, double b) {
        a -= c.p.cy, b -= c.p.cz;
        return std::pair(co * a - si * b, si * a + co * b);
    };
    const Shape& s = c.s;
    return {corner(0, 0), corner(0, s.h), corner(s.t, s.h), corner(s.b, 0), corner(s.b, s.t)};
}

AxialShareI::AxialShareI(const Context& c)
    : a(std::min(0.5, (c.p.a - 2 * c.s.b * c.s.tf) / c.p.a)), web(webClear(c.s) * c.s.tw * c.fy / c.gammaM0())
{
}

AxialShareI::Left AxialShareI::left(double n, double force) const
{
    // A quarter of N_Rd is a quarter of n.
    Left out{1, 1, n <= 0.25 && force <= 0.5 * web, force <= web || n <= a};
    if (!out.wholeY) out.y = std::min(1.0, (1 - n) / (1 - 0.5 * a));
    if (!out.wholeZ) out.z = 1 - sqr((n - a) / (1 - a));
    return out;
}

double torsionLeaves(const SectionConstants& k, double t)
{
    return k.tube > 0 ? std::max(0.0, 1 - t / k.tube) : 1.0;
}

template <class Sink> Resistance tubeTorsion(const Context& c, Sink& sink)
{
    sink.heading("Torsion of the tube (St Venant)", "6.2.7");
    const double fy = given(sink, "f_y", Quantity::Stress, c.fy), m0 = putM0(c, sink),
                 it = given(sink, "I_t", Quantity::Inertia, c.p.it), t = given(sink, "t", Quantity::SectionLength, c.s.t);
    double w = 0;
    if (c.s.kind == ShapeKind::Chs) {
        const double d = given(sink, "d", Quantity::SectionLength, c.s.d);
        w = step(sink, "W_t", "2*I_t/d", "6.2.7", Quantity::SectionModulus, 2 * it / d);
    } else {
        // EN 10210-2 Annex A: Ct = It/(t + 2Ah/l).
        const double rc = (c.s.ro + c.s.ri) / 2;
        const double l = given(sink, "h_p", Quantity::SectionLength, 2 * (c.s.b - c.s.t + c.s.h - c.s.t) - 2 * rc * (4 - kPi),
                               "EN 10210-2 A.3"),
                     a = given(sink, "A_h", Quantity::Area, (c.s.b - c.s.t) * (c.s.h - c.s.t) - rc * rc * (4 - kPi),
                               "EN 10210-2 A.3");
        w = step(sink, "W_t", "I_t/(t + 2*A_h/h_p)", "EN 10210-2 A.3", Quantity::SectionModulus, it / (t + 2 * a / l));
    }
    return {
        step(sink, "T_Rd", "W_t*f_y/sqrt(3)/gamma_M0", "6.23", Quantity::Moment, w * fy / std::sqrt(3.0) / m0), "6.2.7", {}};
}

template Resistance tubeTorsion<NoTrace>(const Context&, NoTrace&);
template Resistance tubeTorsion<Trace>(const Context&, Trace&);

} // namespace wr::en1993
