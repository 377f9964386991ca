// AISC 360-22 Chapter F: flexure, by shape: F2 to F6 (I and channels), F7, F8 (tubes), F9 (tees, pairs of angles), F10 (single
// angles), F11 (bars), F12 where a section is outside those. One file a family: flexure_i.cpp, flexure_channel.cpp …
#pragma once

#include "core/standards/aisc360/section.h"

#include <algorithm>
#include <cmath>
#include <vector>

namespace wr::aisc360 {

// Limit states other than lateral-torsional buckling about one axis, for the fibre that is compressed.
struct Flexure
{
    double available = 0; // N·m
    std::string_view clause;
    std::string_view uncovered; // why not, else empty
};

template <class Sink> Flexure flexureMajor(const Context& c, Sink& sink, Side side = Side::Plus);
template <class Sink> Flexure flexureMinor(const Context& c, Sink& sink, Side side = Side::Plus);
// Do the two fibres of an axis differ?
bool sided(const Context& c, Axis axis);

// Lateral-torsional buckling of one unbraced length. The nominal moment of a segment follows from `unit` (Cb = 1) by nominal();
// unit is infinite where the length does not matter.
struct Ltb
{
    enum class Curve {
        Plateau,   // min(Cb·unit, plateau)
        NoCb,      // min(unit, plateau): F9
        Yield,     // F10-2, F10-3: unit is Mcr, plateau is My
        YieldNoCb, // the same without Cb: web legs of pairs, F9.2(b)
    };
    double unit = 0, plateau = 0; // nominal, N·m
    Curve curve = Curve::Plateau;
    double available = 0; // for the Cb asked for
    std::string_view clause;

    double nominal(double cb) const
    {
        switch (curve) {
        case Curve::Plateau: return std::min(cb * unit, plateau);
        case Curve::NoCb: return std::min(unit, plateau);
        case Curve::Yield:
        case Curve::YieldNoCb: {
            const double mcr = (curve == Curve::Yield ? std::min(cb, 1.5) : 1.0) * unit, my = plateau;
            if (std::isinf(mcr)) return 1.5 * my;
            return my <= mcr ? std::min(1.5 * my, (1.92 - 1.17 * std::sqrt(my / mcr)) * my) : (0.92 - 0.17 * mcr / my) * mcr;
        }
        }
        return 0;
    }
};

// Does lateral-torsional buckling exist for this shape bent about that axis?
bool ltbApplies(const Context& c, Axis axis = Axis::Major);
// lb: m, cb: F1-1 or stated. Clauses F2.2, F4.2, F5.2, F7.4, F9.2, F10.2, F11.2, F12.2.
template <class Sink>
Ltb lateralTorsional(const Context& c, double lb, double cb, Sink& sink, Side side = Side::Plus, Axis axis = Axis::Major);

// F1-1: from the absolute moments of the unbraced segment, largest and at its quarter points. 1 where there is no moment.
template <class Sink> double momentFactor(double mMax, double ma, double mb, double mc, Sink& sink);

// By family.
template <class Sink> Flexure iMajor(const Context& c, Side side, Sink& sink);
template <class Sink> Flexure iMinor(const Context& c, Sink& sink); // I and channels, F6
template <class Sink> Ltb iLtb(const Context& c, Side side, double lb, double cb, Sink& sink);
template <class Sink> Flexure channelMajor(const Context& c, Sink& sink);
template <class Sink> Flexure tubeFlexure(const Context& c, Axis axis, Sink& sink);
template <class Sink> Flexure roundFlexure(const Context& c, Sink& sink);
template <class Sink> Ltb tubeLtb(const Context& c, Axis axis, double lb, double cb, Sink& sink);
template <class Sink> Flexure teeMajor(const Context& c, Side side, Sink& sink);
template <class Sink> Flexure teeMinor(const Context& c, Sink& sink);
template <class Sink> Ltb teeLtb(const Context& c, Side side, double lb, Sink& sink);
template <class Sink> Flexure angleFlexure(const Context& c, Axis axis, Side side, Sink& sink);
template <class Sink> Ltb angleLtb(const Context& c, Side side, double lb, double cb, Sink& sink);
template <class Sink> Flexure barFlexure(const Context& c, Axis axis, Sink& sink);
template <class Sink> Ltb barLtb(const Context& c, Axis axis, double lb, double cb, Sink& sink);
template <class Sink> Flexure statedFlexure(const Context& c, Axis axis, Side side, Sink& sink); // F12
template <class Sink> Ltb statedLtb(const Context& c, Side side, Sink& sink);
template <class Sink> Flexure crossFlexure(const Context& c, Axis axis, Sink& sink);                 // F12
template <class Sink> Ltb elasticLtb(const Context& c, Axis axis, double lb, double cb, Sink& sink); // F12.2
// F10.3 (b), (c): local buckling of a leg or of a plate that stands out, b/t = lambda; modulus: to its toe.
template <class Sink> double legBuckling(const Context& c, double lambda, double modulus, Sink& sink);

// Toes and heel of an angle about its principal axes, from the centroid (m).
struct AnglePoints
{
    struct Point
    {
        double y, z;
    };
    Point heel, upright, flat; // upright, flat: the corner of that leg's end farther from the axis matters, see toe()
    Point uprightInner, flatInner;
};
// F10.2(2): about a leg's direction without being held all along.
bool aboutLegsUnheld(const Context& c);
// About the directions of the legs where the brief says that the angle is held all along.
AnglePoints anglePoints(const Context& c);
// Second moment about the axis of bending, m⁴, and the elastic modulus to the farthest corner, m³.
struct AngleBending
{
    double inertia, modulus;
};
AngleBending angleBending(const Context& c, Axis axis);
// Which leg's toe a moment about that axis compresses most, and its section modulus; none: both toes are in tension.
struct CompressedToe
{
    double leg = 0;     // full width of the leg; 0: no toe is compressed
    double modulus = 0; // to that toe, m³
    bool shortLeg = false, equal = false;
};
CompressedToe compressedToe(const Context& c, Axis axis, Side side);
// All compressed toes: about the minor axis of an unequal angle both, the longer leg's first.
std::vector<CompressedToe> compressedToes(const Context& c, Axis axis, Side side);

// M_p = F_y Z with its steps.
template <class Sink> double plasticMoment(const Context& c, bool major, std::string_view equation, Sink& sink)
{
    const double fy = given(sink, "F_y", Quantity::Stress, c.fy);
    const double z = given(sink, "Z", Quantity::SectionModulus, major ? c.p.wply : c.p.wplz);
    return step(sink, "M_p", "F_y*Z", equation, Quantity::Moment, fy * z);
}
// Ends a lateral-torsional calculation whose length does not matter.
template <class Sink> Ltb shortEnough(const Context& c, Ltb out, std::string_view equation, Sink& sink)
{
    sink.note("L_b does not exceed L_p: lateral-torsional buckling does not reduce the strength.");
    out.unit = std::numeric_limits<double>::infinity();
    const double mn = step(sink, "M_n", "M_p", equation, Quantity::Moment, out.plateau);
    out.available = availableMoment(c, mn, sink);
    return out;
}
// The same for one that Cb raises to a plateau printed as `plateau`.
template <class Sink>
Ltb withCb(const Context& c, Ltb out, double cb, std::string_view equation, std::string_view formula, Sink& sink)
{
    given(sink, "C_b", Quantity::Ratio, cb, "F1");
    const double mn = step(sink, "M_n", formula, equation, Quantity::Moment, out.nominal(cb));
    out.available = availableMoment(c, mn, sink);
    return out;
}

} // namespace wr::aisc360
