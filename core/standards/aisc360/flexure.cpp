// AISC 360 Chapter F: which section goes with which shape, and F1.
#include "core/standards/aisc360/flexure.h"

namespace wr::aisc360 {

template <class Sink> Flexure flexureMajor(const Context& c, Sink& sink, Side side)
{
    switch (c.s.kind) {
    case ShapeKind::I:
    case ShapeKind::IUnequal: return iMajor(c, side, sink);
    case ShapeKind::Channel: return channelMajor(c, sink);
    case ShapeKind::Rhs: return tubeFlexure(c, Axis::Major, sink);
    case ShapeKind::Chs: return roundFlexure(c, sink);
    case ShapeKind::Tee:
    case ShapeKind::DoubleAngle: return teeMajor(c, side, sink);
    case ShapeKind::Angle: return angleFlexure(c, Axis::Major, side, sink);
    case ShapeKind::BarFlat:
    case ShapeKind::BarRound: return barFlexure(c, Axis::Major, sink);
    case ShapeKind::Cruciform: return crossFlexure(c, Axis::Major, sink);
    case ShapeKind::None: break;
    }
    return statedFlexure(c, Axis::Major, side, sink);
}

template <class Sink> Flexure flexureMinor(const Context& c, Sink& sink, Side side)
{
    switch (c.s.kind) {
    case ShapeKind::I:
    case ShapeKind::IUnequal:
    case ShapeKind::Channel: return iMinor(c, sink);
    case ShapeKind::Rhs: return tubeFlexure(c, Axis::Minor, sink);
    case ShapeKind::Chs: return roundFlexure(c, sink);
    case ShapeKind::Tee:
    case ShapeKind::DoubleAngle: return teeMinor(c, sink);
    case ShapeKind::Angle: return angleFlexure(c, Axis::Minor, side, sink);
    case ShapeKind::BarFlat:
    case ShapeKind::BarRound: return barFlexure(c, Axis::Minor, sink);
    case ShapeKind::Cruciform: return crossFlexure(c, Axis::Minor, sink);
    case ShapeKind::None: break;
    }
    return statedFlexure(c, Axis::Minor, side, sink);
}

bool sided(const Context& c, Axis axis)
{
    switch (c.s.kind) {
    case ShapeKind::IUnequal: return axis == Axis::Major && !doublySymmetricI(c.s);
    case ShapeKind::Tee:
    case ShapeKind::DoubleAngle: return axis == Axis::Major;
    case ShapeKind::Angle: return true;
    default: return false;
    }
}

bool ltbApplies(const Context& c, Axis axis)
{
    const bool major = axis == Axis::Major;
    const double here = major ? c.p.iy : c.p.iz, other = major ? c.p.iz : c.p.iy;
    const bool stiffer = here > other * (1 + 1e-9); // bent about the weaker axis nothing buckles sideways
    switch (c.s.kind) {
    case ShapeKind::I:
    case ShapeKind::IUnequal:
    case ShapeKind::Channel: return major;
    case ShapeKind::Rhs: return stiffer && c.edition >= 2016;
    case ShapeKind::BarFlat:
    case ShapeKind::Cruciform: return stiffer;
    case ShapeKind::Tee:
    case ShapeKind::DoubleAngle: return major || stiffer;
    case ShapeKind::Angle: return major && c.in.brief.angleAxes != AngleAxes::Legs;
    case ShapeKind::None: return major && c.in.brief.ltbStress && c.in.brief.localStress;
    default: return false;
    }
}

template <class Sink> Ltb lateralTorsional(const Context& c, double lb, double cb, Sink& sink, Side side, Axis axis)
{
    switch (c.s.kind) {
    case ShapeKind::Rhs: return tubeLtb(c, axis, lb, cb, sink);
    case ShapeKind::BarFlat: return barLtb(c, axis, lb, cb, sink);
    case ShapeKind::Tee:
    case ShapeKind::DoubleAngle:
        return axis == Axis::Major ? teeLtb(c, side, lb, sink) : elasticLtb(c, Axis::Minor, lb, cb, sink);
    case ShapeKind::Angle: return angleLtb(c, side, lb, cb, sink);
    case ShapeKind::Cruciform: return elasticLtb(c, axis, lb, cb, sink);
    case ShapeKind::None: return statedLtb(c, side, sink);
    default: return iLtb(c, side, lb, cb, sink);
    }
}

template <class Sink> double momentFactor(double mMax, double ma, double mb, double mc, Sink& sink)
{
    if (!(mMax > 0)) return 1.0;
    const double m = given(sink, "M_max", Quantity::Moment, mMax, "F1"), a = given(sink, "M_A", Quantity::Moment, ma, "F1");
    const double b = given(sink, "M_B", Quantity::Moment, mb, "F1"), c = given(sink, "M_C", Quantity::Moment, mc, "F1");
    return step(sink, "C_b", "12.5*M_max/(2.5*M_max + 3*M_A + 4*M_B + 3*M_C)", "F1-1", Quantity::Ratio,
                12.5 * m / (2.5 * m + 3 * a + 4 * b + 3 * c));
}

template Flexure flexureMajor<NoTrace>(const Context&, NoTrace&, Side);
template Flexure flexureMajor<Trace>(const Context&, Trace&, Side);
template Flexure flexureMinor<NoTrace>(const Context&, NoTrace&, Side);
template Flexure flexureMinor<Trace>(const Context&, Trace&, Side);
template Ltb lateralTorsional<NoTrace>(const Context&, double, double, NoTrace&, Side, Axis);
template Ltb lateralTorsional<Trace>(const Context&, double, double, Trace&, Side, Axis);
template double momentFactor<NoTrace>(double, double, double, double, NoTrace&);
template double momentFactor<Trace>(double, double, double, double, Trace&);

} // namespace wr::aisc360
