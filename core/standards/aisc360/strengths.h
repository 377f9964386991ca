// What a member has to offer by AISC 360, found once per member, and how a span's demand meets it. Used by the check (run.cpp)
// and by its printed calculation (explain.cpp) alike.
#pragma once

#include "core/standards/aisc360/appendix8.h"
#include "core/standards/aisc360/compression.h"
#include "core/standards/aisc360/flexure.h"
#include "core/standards/aisc360/shear.h"
#include "core/standards/aisc360/tension.h"
#include "core/standards/common/column_lengths.h"

#include <array>
#include <optional>
#include <vector>

namespace wr::aisc360 {

struct SpanStrength
{
    ColumnLengths lengths;
    Compression compression;
    double inPlane = 0, outOfPlane = 0; // available, for H1.3
    std::array<Ltb, 2> major;           // by Side, where ltbMajor
    Ltb minor;                          // where ltbMinor
};

// Everything that does not depend on forces.
struct Strengths
{
    Tension tension;
    std::array<Flexure, 2> major, minor; // by Side
    Shear shearMajor, shearMinor, torsion;
    bool ltbMajor = false, ltbMinor = false;
    bool sidedMajor = false, sidedMinor = false; // the two fibres differ
    bool tube = false;                           // H3.1, H3.2
    bool unsymmetric = false;                    // H2
    bool singleAxis = false;                     // H1.3 is asked for and the section is within it
    std::string outside;                         // F13.2, why not; else empty
    std::vector<SpanStrength> spans;
    Amplification b1; // on moments of first-order sets
};
Strengths strengths(const Context& c, const Demands& d);

// The moment of one sign in a span and the Cb that goes with it: F1-1 of the whole segment, for either flange (F1: in reverse
// curvature each flange is checked with the largest moment that compresses it).
struct SpanMoment
{
    Side side = Side::Plus;
    double m = 0, at = 0, cb = 1;
};
// At most two; those without demand are left out unless none has any. A span held for one flange only sees the moments that
// compress that flange; where the fibres do not differ only the larger moment counts.
struct SpanMoments
{
    std::array<SpanMoment, 2> list;
    size_t count = 0;
};
SpanMoments spanMoments(const Context& c, const Span& span, const SpanDemand& d, Axis axis, bool sided);
// Cb of that span with its steps (F1-1, load height).
template <class Sink> double spanCb(const Context& c, const Span& span, const SpanDemand& d, Axis axis, Sink& sink);
// H1.2: factor on Cb of doubly symmetric members in tension.
double tensionCb(const Context& c, double lb, double tension);
// Where both signs of moment occur in a span, the side whose lateral-torsional buckling counts for both: the compressed stem of
// a tee or pair (F9.2(b)), the compressed long leg of an unequal angle (F10.2: β_w is negative where it is compressed anywhere
// along the segment). Nothing where each sign has its own.
std::optional<Side> sideOfWholeSegment(const Context& c, const SpanDemand& d);

// H2: largest sum at heel and toes. p: signed axial ratio, compression positive; w, z: ratios of the moments that compress the
// stated side. The trace shows the worst point.
template <class Sink> double pointwise(const Context& c, double p, double w, Side wSide, double z, Side zSide, Sink& sink);

} // namespace wr::aisc360
