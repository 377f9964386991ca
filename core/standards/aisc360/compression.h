// AISC 360-22 Chapter E: compression. E3 flexural, E4 torsional and flexural-torsional, E5 single angles through one leg, E6
// pairs, E7 slender elements. Editions 2010 and 2005: E4 of tees and pairs, E6 and the Q of E7 as they stand there.
#pragma once

#include "core/standards/aisc360/section.h"

namespace wr::aisc360 {

struct Compression
{
    double available = 0;   // N
    double slenderness = 0; // largest Lc/r
    std::string_view clause;
    std::string_view uncovered; // why not, else empty
};

// Available compressive strength for one combination of effective lengths (m). lcz: torsional effective length.
// E4 applies to doubly symmetric I where lcz exceeds the minor-axis length, to shapes with one axis of symmetry always, to
// single angles with b/t above 0.71·sqrt(E/Fy). Round tubes beyond D/t = 0.45E/Fy are outside the standard.
template <class Sink> Compression compression(const Context& c, double lcx, double lcy, double lcz, Sink& sink);

// Which buckling modes count: H1.3 looks at those in the plane of bending (major axis) and out of it apart.
enum class Modes { All, InPlane, OutOfPlane };
template <class Sink> Compression compressionBy(const Context& c, Modes modes, double lcx, double lcy, double lcz, Sink& sink);

// E6: smallest radius of gyration of one part of a pair, and what 2005's E6-2 asks of it, m.
struct PairPart
{
    double ri = 0;  // least radius of gyration of one angle
    double rib = 0; // about its own axis parallel to the pair's axis of symmetry
    double h = 0;   // between the centroids of the two
};
PairPart pairPart(const Shape& s);
Shape onePart(const Shape& s); // one angle of a pair

// E4: elastic torsional or flexural-torsional buckling stress, Pa; infinite where the section does not buckle so. fex, fey:
// flexural ones.
struct Torsional
{
    double fe = kUncovered;
    bool couples = false; // with bending: flexural-torsional
};
template <class Sink> Torsional torsionalStress(const Context& c, double fex, double fey, double lcz, Sink& sink);
// 2010 and 2005, E4(a): critical stress of tees and pairs from that of flexure about the axis of symmetry.
template <class Sink> double oldPairStress(const Context& c, double fcry, Sink& sink);

// E7: strength of a column of elastic buckling stress fe (E3-2, E3-3 included): nominal, N, and whether elements are slender.
struct ColumnStrength
{
    double nominal = 0;
    std::string_view clause; // "" where no element is slender
    std::string_view uncovered;
};
template <class Sink> ColumnStrength columnStrength(const Context& c, double fe, Sink& sink);
// E3-2, E3-3.
template <class Sink> double criticalStress(const Context& c, double fe, Sink& sink);

} // namespace wr::aisc360
