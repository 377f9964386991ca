// AISC 360-22 Chapter E: compression. E3 flexural, E4 torsional (doubly symmetric I), E7 slender elements.
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

// Available compressive strength for one combination of effective lengths (m). lcz: torsional effective length; E4 applies to I
// shapes where it exceeds the minor-axis length. Round tubes beyond D/t = 0.45E/Fy are outside the standard.
template <class Sink> Compression compression(const Context& c, double lcx, double lcy, double lcz, Sink& sink);

} // namespace wr::aisc360
