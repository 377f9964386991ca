// What AISC 360 asks of a section: its symbols, safety, the parts whose slenderness counts. Standard's axes: x major (local y),
// y minor (local z); for angles the principal axes.
#pragma once

#include "core/base/powers.h"
#include "core/standards/aisc360/options.h"
#include "core/standards/check.h"
#include "core/standards/common/axes.h"
#include "core/standards/common/steps.h"

#include <limits>
#include <string>

namespace wr::aisc360 {

// Method and edition; 2022 unless said otherwise.
struct Method
{
    bool lrfd = true;
    int edition = 2022; // 2022, 2016, 2010, 2005
};

struct Context
{
    const MemberInput& in;
    bool lrfd;
    int edition;
    const Shape& s;
    const SectionProperties& p;
    double e, g, fy, fu;
    std::shared_ptr<const Rules> own; // where the input brings none: those of its brief
    const Options& options;
    const SafetyTable& safety;

    Context(const MemberInput& input, Method m)
        : in(input), lrfd(m.lrfd), edition(m.edition), s(input.shape), p(input.section), e(input.steel.e), g(input.steel.g),
          fy(input.steel.fy), fu(input.steel.fu), own(input.rules ? nullptr : rulesOf(input.brief, nullptr)),
          options(static_cast<const AiscRules&>(input.rules ? *input.rules : *own).options), safety(options.safety)
    {
    }
    Context(const MemberInput& input, bool lrfdMethod) : Context(input, Method{lrfdMethod, 2022}) {}
    double available(double nominal, Safety f) const { return lrfd ? f.phi * nominal : nominal / f.omega; }
    double root() const { return std::sqrt(e / fy); } // of E/Fy
    bool pair() const { return s.kind == ShapeKind::DoubleAngle; }
};

// Strength of what is not covered here: infinite, so that a demand of zero costs nothing; any other demand makes the check
// unchecked.
constexpr double kUncovered = std::numeric_limits<double>::infinity();

// Flat widths of B4.1. Walls of a rectangular tube: outside size less 3 t (corner radius not known) or less the known inside
// corners, whichever is larger. Web of a rolled I or channel: clear depth less the fillets; of a welded one: clear depth.
double webDepth(const Shape& s);       // h
double flangeOutstand(const Shape& s); // b: half the flange of an I or tee, all of a channel's
double wallFlat(double outside, double t, double ri);
// Table B4.1: k_c = 4/sqrt(h/tw), 0.35 to 0.76.
double kc(const Shape& s);
// Legs of a pair of angles: the two back to back, and the two that stand out at the top.
double backLeg(const Shape& s);
double outstandingLeg(const Shape& s);
// The flanges of an I of any symmetry: full width and thickness.
struct FlangePlate
{
    double b, t;
};
FlangePlate topFlange(const Shape& s);
FlangePlate bottomFlange(const Shape& s);
// I shapes with two equal flanges.
bool doublySymmetricI(const Shape& s);
// Width of the plates of a cruciform from the other plate's face, and its thickness; upright: bent in the plane of depth.
FlangePlate crossOutstand(const Shape& s, bool upright);
// F13.2: Iyc/Iy within 0.1 and 0.9, web slenderness, aw at most 10. Empty: within; else the sentence that says what is not.
std::string proportions(const Context& c);

// The usual values of the steel.
template <class Sink> void putSteel(const Context& c, Sink& sink)
{
    given(sink, "F_y", Quantity::Stress, c.fy);
    given(sink, "E", Quantity::Stress, c.e);
}

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
template <class Sink> double availableMoment(const Context& c, double nominal, Sink& sink)
{
    return putAvailable(c, sink, {"M_c", "phi*M_n", "F1", Quantity::Moment}, {"M_c", "M_n/Omega", "F1", Quantity::Moment},
                        c.safety.flexure, nominal);
}

} // namespace wr::aisc360
