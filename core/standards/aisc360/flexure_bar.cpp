// AISC 360 F11: rectangular bars and rounds.
#include "core/standards/aisc360/flexure.h"

namespace wr::aisc360 {

namespace {

// F11.1. 2022 writes 1.5 for rectangular bars and 1.6 for rounds, and counts its equations on by one.
template <class Sink> double barYielding(const Context& c, std::string_view symbol, double z, double s, Sink& sink)
{
    const bool flat = c.s.kind == ShapeKind::BarFlat;
    if (c.edition >= 2022 && flat)
        return step(sink, symbol, "min(F_y*Z, 1.5*F_y*S)", "F11-1", Quantity::Moment, std::min(c.fy * z, 1.5 * c.fy * s));
    return step(sink, symbol, "min(F_y*Z, 1.6*F_y*S)", c.edition >= 2022 ? "F11-2" : "F11-1", Quantity::Moment,
                std::min(c.fy * z, 1.6 * c.fy * s));
}

// The equation number in this edition of what was F11-n before 2022.
std::string_view bar(const Context& c, std::string_view before, std::string_view today)
{
    return c.edition >= 2022 ? today : before;
}

} // namespace

template <class Sink> Flexure barFlexure(const Context& c, Axis axis, Sink& sink)
{
    Flexure out{0, "F11.1", {}};
    const bool major = axis == Axis::Major;
    sink.heading("Yielding", "F11.1");
    given(sink, "F_y", Quantity::Stress, c.fy);
    const double z = given(sink, "Z", Quantity::SectionModulus, major ? c.p.wply : c.p.wplz),
                 s = given(sink, "S", Quantity::SectionModulus, major ? c.p.wely : c.p.welz);
    const double mn = barYielding(c, "M_n", z, s, sink);
    out.available = availableMoment(c, mn, sink);
    return out;
}

template <class Sink> Ltb barLtb(const Context& c, Axis axis, double lb, double cb, Sink& sink)
{
    Ltb out;
    out.clause = "F11.2";
    const bool major = axis == Axis::Major;
    sink.heading("Lateral-torsional buckling", "F11.2");
    putSteel(c, sink);
    const double z = given(sink, "Z", Quantity::SectionModulus, major ? c.p.wply : c.p.wplz),
                 s = given(sink, "S", Quantity::SectionModulus, major ? c.p.wely : c.p.welz);
    const double mp = barYielding(c, "M_p", z, s, sink);
    out.plateau = mp;
    const double d = given(sink, "d", Quantity::SectionLength, major ? c.s.h : c.s.b),
                 t = given(sink, "t", Quantity::SectionLength, major ? c.s.b : c.s.h);
    const double l = given(sink, "L_b", Quantity::Length, lb, "F11.2");
    const double lambda = step(sink, "lambda", "L_b*d/t^2", "F11.2", Quantity::Ratio, l * d / (t * t));
    if (lambda <= 0.08 * c.e / c.fy) {
        sink.note("L_b d/t² does not exceed 0.08 E/F_y: lateral-torsional buckling does not reduce the plastic moment.");
        out.unit = std::numeric_limits<double>::infinity();
        const double mn = step(sink, "M_n", "M_p", "F11.2(a)", Quantity::Moment, mp);
        out.available = availableMoment(c, mn, sink);
        return out;
    }
    if (lambda <= 1.9 * c.e / c.fy) {
        const double my = step(sink, "M_y", "F_y*S", "F11.2", Quantity::Moment, c.fy * s);
        out.unit = step(sink, "M_1", "(1.52 - 0.274*lambda*F_y/E)*M_y", bar(c, "F11-2", "F11-3"), Quantity::Moment,
                        (1.52 - 0.274 * lambda * c.fy / c.e) * my);
        return withCb(c, out, cb, bar(c, "F11-2", "F11-3"), "min(C_b*M_1, M_p)", sink);
    }
    const double f1 = step(sink, "F_1", "1.9*E/lambda", bar(c, "F11-4", "F11-5"), Quantity::Stress, 1.9 * c.e / lambda);
    out.unit = step(sink, "M_1", "F_1*S", bar(c, "F11-3", "F11-4"), Quantity::Moment, f1 * s);
    return withCb(c, out, cb, bar(c, "F11-3", "F11-4"), "min(C_b*M_1, M_p)", sink);
}

template Flexure barFlexure<NoTrace>(const Context&, Axis, NoTrace&);
template Flexure barFlexure<Trace>(const Context&, Axis, Trace&);
template Ltb barLtb<NoTrace>(const Context&, Axis, double, double, NoTrace&);
template Ltb barLtb<Trace>(const Context&, Axis, double, double, Trace&);

} // namespace wr::aisc360
