// What AISC 360-22 asks of a section: its symbols, and the width-to-thickness limits of B4. Standard's axes: x major, y minor.
#pragma once

#include "core/standards/check.h"
#include "core/standards/trace.h"

#include <limits>

namespace wr::aisc360 {

// Safety of a limit state: LRFD φ·Rn, ASD Rn/Ω.
struct Safety
{
    double phi, omega;
};
constexpr Safety kTensionYield{0.90, 1.67};   // D2(a)
constexpr Safety kTensionRupture{0.75, 2.00}; // D2(b)
constexpr Safety kCompression{0.90, 1.67};    // E1
constexpr Safety kFlexure{0.90, 1.67};        // F1
constexpr Safety kShear{0.90, 1.67};          // G1
constexpr Safety kShearRolledI{1.00, 1.50};   // G2.1(a)
constexpr Safety kTorsion{0.90, 1.67};        // H3.1

struct Context
{
    const MemberInput& in;
    bool lrfd;
    const Shape& s;
    const SectionProperties& p;
    double e, g, fy, fu;

    Context(const MemberInput& input, bool lrfdMethod)
        : in(input), lrfd(lrfdMethod), s(input.shape), p(input.section), e(input.steel.e), g(input.steel.g), fy(input.steel.fy),
          fu(input.steel.fu)
    {
    }
    double available(double nominal, Safety f) const { return lrfd ? f.phi * nominal : nominal / f.omega; }
};

// Strength of what is not covered here: infinite, so that a demand of zero costs nothing; any other demand makes the check
// unchecked.
constexpr double kUncovered = std::numeric_limits<double>::infinity();

// Flat widths of B4.1. Walls of a rectangular tube: outside size less 3 t (corner radius not known) or less the known inside
// corners, whichever is larger. Web of a rolled I: clear depth less the fillets; of a welded one: clear depth.
double webDepth(const Shape& s);       // h
double flangeOutstand(const Shape& s); // b: half the flange of an I
double wallFlat(double outside, double t, double ri);
// Table B4.1: k_c = 4/sqrt(h/tw), 0.35 to 0.76.
double kc(const Shape& s);

// Puts nominal strength and available strength with the method's factor into the trace; returns the available one.
template <class Sink>
double putAvailable(const Context& c, Sink& sink, const Label& lrfd, const Label& asd, Safety f, double nominal)
{
    if (c.lrfd) {
        sink.put({"phi", "", lrfd.clause, Quantity::Ratio}, f.phi);
        return sink.put(lrfd, f.phi * nominal);
    }
    sink.put({"Omega", "", asd.clause, Quantity::Ratio}, f.omega);
    return sink.put(asd, nominal / f.omega);
}

} // namespace wr::aisc360
