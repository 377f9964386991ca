// AISC 360-22 Chapter F: flexure. F2, F3 (I about the major axis), F6 (I about the minor axis), F7 (rectangular tubes), F8
// (round tubes).
#pragma once

#include "core/standards/aisc360/section.h"

#include <algorithm>

namespace wr::aisc360 {

// Limit states other than lateral-torsional buckling about one axis.
struct Flexure
{
    double available = 0; // N·m
    std::string_view clause;
    std::string_view uncovered; // why not, else empty
};

template <class Sink> Flexure flexureMajor(const Context& c, Sink& sink);
template <class Sink> Flexure flexureMinor(const Context& c, Sink& sink);

// Lateral-torsional buckling of one unbraced length. The nominal moment is min(Cb·unit, plateau); unit is infinite for Lb <=
// Lp.
struct Ltb
{
    double unit = 0, plateau = 0; // nominal, N·m
    double available = 0;         // for the Cb asked for
    std::string_view clause;
};
inline double ltbNominal(double cb, double unit, double plateau)
{
    return std::min(cb * unit, plateau);
}

// Does lateral-torsional buckling exist for this shape bent about its local y axis? (I; rectangular tubes deeper than wide)
bool ltbApplies(const Context& c);
// lb: m, cb: F1-1 or stated. Clauses F2.2, F7.4.
template <class Sink> Ltb lateralTorsional(const Context& c, double lb, double cb, Sink& sink);

// F1-1: from the absolute moments of the unbraced segment, largest and at its quarter points. 1 where there is no moment.
template <class Sink> double momentFactor(double mMax, double ma, double mb, double mc, Sink& sink);

} // namespace wr::aisc360
