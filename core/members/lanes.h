// Lanes of a member: the segments between its holds in each direction, and their effective lengths.
#pragma once

#include "core/frame/design.h"

#include <array>
#include <limits>
#include <vector>

namespace wr {

// Where an effective length can come from; the last that has one is taken.
enum class LengthSource { Holds, Brief, Stated };
inline constexpr size_t kLengthSources = 3;

struct LaneSegment
{
    double from = 0, to = 0;                   // m along the member
    double k = 1;                              // effective length factor
    double length = 0;                         // effective length, m
    bool cantilever = false;                   // one end of it is free
    bool freeAtStart = false;                  // the first one is
    bool byHand = false;                       // factor or length given by the engineer
    bool continuous = false;                   // held all along: its effective length is zero
    LengthSource source = LengthSource::Holds; // which of the alternatives stands
    std::array<double, kLengthSources> alternatives{1, std::numeric_limits<double>::quiet_NaN(),
                                                    std::numeric_limits<double>::quiet_NaN()}; // k by source; NaN: it has none
    double span() const { return to - from; }
};

struct Lanes
{
    std::array<std::vector<LaneSegment>, 5> axis; // by LengthAxis
    bool freeStart = false, freeEnd = false;

    const std::vector<LaneSegment>& of(LengthAxis a) const { return axis[static_cast<size_t>(a)]; }
    // The longest effective length of a lane, for tables.
    double longest(LengthAxis a) const;
    // The longest of those segments that overlap from … to; next to nothing (so that no elastic stress is infinite) where the
    // stretch is held all along.
    double longestOver(LengthAxis a, double from, double to) const;
};

} // namespace wr
