// AISC 360 F12: shapes that no other section of chapter F names. Stresses found elsewhere, cruciforms, and what is bent about
// an axis of symmetry that is the stiffer one.
#include "core/standards/aisc360/flexure.h"

namespace wr::aisc360 {

template <class Sink> Flexure statedFlexure(const Context& c, Axis axis, Side, Sink& sink)
{
    Flexure out{0, "F12.1", {}};
    if (!c.in.brief.localStress || !c.in.brief.ltbStress) {
        out.available = kUncovered;
        out.uncovered =
            "a section without dimensions is checked in bending by F12 only where the brief states \"ltbStress\" and "
            "\"localStress\"";
        return out;
    }
    sink.heading("Yielding and local buckling", "F12");
    const double fy = given(sink, "F_y", Quantity::Stress, c.fy),
                 fl = given(sink, "F_cr", Quantity::Stress, *c.in.brief.localStress, "F12-4"),
                 s = given(sink, "S_min", Quantity::SectionModulus, axis == Axis::Major ? c.p.wely : c.p.welz);
    if (fl < fy) out.clause = "F12.3";
    const double fn = step(sink, "F_n", "min(F_y, F_cr)", "F12", Quantity::Stress, std::min(fy, fl));
    const double mn = step(sink, "M_n", "F_n*S_min", "F12-1", Quantity::Moment, fn * s);
    out.available = availableMoment(c, mn, sink);
    return out;
}

template <class Sink> Ltb statedLtb(const Context& c, Side, Sink& sink)
{
    Ltb out;
    out.clause = "F12.2";
    out.curve = Ltb::Curve::NoCb;
    sink.heading("Lateral-torsional buckling", "F12.2");
    const double fy = given(sink, "F_y", Quantity::Stress, c.fy),
                 f = given(sink, "F_cr", Quantity::Stress, *c.in.brief.ltbStress, "F12-3"),
                 s = given(sink, "S_min", Quantity::SectionModulus, c.p.wely);
    out.plateau = fy * s;
    out.unit = f * s;
    const double mn = step(sink, "M_n", "min(F_y, F_cr)*S_min", "F12-1", Quantity::Moment, out.nominal(1));
    out.available = availableMoment(c, mn, sink);
    return out;
}

// F12.1 and F12.3: first yield; the plates that stand out in the plane of bending by F10.3, which is on the safe side for a
// stress that falls to nothing at the crossing.
template <class Sink> Flexure crossFlexure(const Context& c, Axis axis, Sink& sink)
{
    Flexure out{0, "F12.1", {}};
    const bool major = axis == Axis::Major;
    sink.heading("Yielding", "F12.1");
    putSteel(c, sink);
    const double s = given(sink, "S", Quantity::SectionModulus, major ? c.p.wely : c.p.welz);
    double mn = step(sink, "M_n", "F_y*S", "F12-1", Quantity::Moment, c.fy * s);
    const FlangePlate p = crossOutstand(c.s, major);
    if (p.b / p.t > 0.54 * c.root()) {
        sink.heading("Local buckling of the plate", "F12.3");
        sink.note("F12-4 with the stress of F10.3 for the plate that is bent in its own plane.");
        const double m = legBuckling(c, p.b / p.t, s, sink);
        if (m < mn) out.clause = "F12.3";
        mn = step(sink, "M_n", "min(M_n, M_l)", "F12", Quantity::Moment, std::min(mn, m));
    }
    out.available = availableMoment(c, mn, sink);
    return out;
}

// F12.2: elastic critical moment of a section bent about an axis on which its shear centre lies, so without monosymmetry;
// warping is left out. Never above first yield.
template <class Sink> Ltb elasticLtb(const Context& c, Axis axis, double lb, double cb, Sink& sink)
{
    Ltb out;
    out.clause = "F12.2";
    const bool major = axis == Axis::Major;
    sink.heading("Lateral-torsional buckling", "F12.2");
    putSteel(c, sink);
    const double s = given(sink, "S", Quantity::SectionModulus, major ? c.p.wely : c.p.welz),
                 l = given(sink, "L_b", Quantity::Length, lb, "F12.2");
    const double mp = step(sink, "M_p", "F_y*S", "F12-1", Quantity::Moment, c.fy * s);
    out.plateau = mp;
    if (lb <= 0) return shortEnough(c, out, "F12.2", sink);
    sink.note("I_w is the second moment about the other axis.");
    const double i = given(sink, "I_w", Quantity::Inertia, major ? c.p.iz : c.p.iy),
                 j = given(sink, "J", Quantity::Inertia, c.p.it), g = given(sink, "G", Quantity::Stress, c.g);
    out.unit = step(sink, "M_1", "pi()/L_b*sqrt(E*I_w*G*J)", "F12-3", Quantity::Moment, kPi / l * std::sqrt(c.e * i * g * j));
    return withCb(c, out, cb, "F12-1", "min(C_b*M_1, M_p)", sink);
}

template Flexure statedFlexure<NoTrace>(const Context&, Axis, Side, NoTrace&);
template Flexure statedFlexure<Trace>(const Context&, Axis, Side, Trace&);
template Ltb statedLtb<NoTrace>(const Context&, Side, NoTrace&);
template Ltb statedLtb<Trace>(const Context&, Side, Trace&);
template Flexure crossFlexure<NoTrace>(const Context&, Axis, NoTrace&);
template Flexure crossFlexure<Trace>(const Context&, Axis, Trace&);
template Ltb elasticLtb<NoTrace>(const Context&, Axis, double, double, NoTrace&);
template Ltb elasticLtb<Trace>(const Context&, Axis, double, double, Trace&);

} // namespace wr::aisc360
