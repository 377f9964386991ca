// Lanes of a member: the segments between its holds in each direction, and their effective lengths.
#pragma once

#include "core/frame/design.h"

#include <array>
#include <limits>
#include <vector>

namespace wr {

// Where an effective length can come from. All that have one are kept beside each other.
enum class LengthSource {
    System,      // K = 1: the segment itself
    Ends,        // by what its ends are: 0.5, 0.7, 1, 2
    FrameSway,   // the alignment chart's equation with ends that move sideways
    FrameBraced, // the same with ends that do not
    Buckling,    // of the whole frame
    Brief,       // factor of the brief
    Stated       // factor or length given by the engineer
};
inline constexpr size_t kLengthSources = 7;
inline constexpr double kNoFactor = std::numeric_limits<double>::quiet_NaN();

struct LaneSegment
{
    double from = 0, to = 0;  // m along the member
    double k = 1;             // effective length factor
    double length = 0;        // effective length, m
    bool cantilever = false;  // one end of it is free
    bool freeAtStart = false; // the first one is
    bool byHand = false;      // factor or length given by the engineer
    bool continuous = false;  // held all along: its effective length is zero
    bool sway = false;        // something frames in at both ends, but one of them can move sideways
    bool leaning = false;     // and nothing keeps either end from turning: it stands by what the rest of the frame holds
    LengthSource source = LengthSource::System; // which of the alternatives stands
    std::array<double, kLengthSources> alternatives{kNoFactor, kNoFactor, kNoFactor, kNoFactor,
                                                    kNoFactor, kNoFactor, kNoFactor}; // k by source; NaN: it has none
    // It ends where the member does, but nothing holds the line of members there: its length is that to the next holds beyond,
    // m more than its own. Then the moments of the member alone do not tell those of the whole segment.
    double beyond = 0;
    std::array<double, 2> g{kNoFactor, kNoFactor}; // of the alignment charts at both ends; NaN: not found
    double unleaned = kNoFactor; // the factor of FrameSway before the columns that lean on its storey were counted
    double span() const { return to - from; }
    double alternative(LengthSource s) const { return alternatives[static_cast<size_t>(s)]; }
    // The same to a check: place, length and ends.
    bool checksLike(const LaneSegment& o) const
    {
        return from == o.from && to == o.to && k == o.k && length == o.length && cantilever == o.cantilever &&
               freeAtStart == o.freeAtStart && byHand == o.byHand && continuous == o.continuous && beyond == o.beyond;
    }
};

struct Lanes
{
    std::array<std::vector<LaneSegment>, 5> axis; // by LengthAxis
    bool freeStart = false, freeEnd = false;

    bool checksLike(const Lanes& o) const
    {
        if (freeStart != o.freeStart || freeEnd != o.freeEnd) return false;
        for (size_t a = 0; a < axis.size(); ++a) {
            if (axis[a].size() != o.axis[a].size()) return false;
            for (size_t i = 0; i < axis[a].size(); ++i)
                if (!axis[a][i].checksLike(o.axis[a][i])) return false;
        }
        return true;
    }
    const std::vector<LaneSegment>& of(LengthAxis a) const { return axis[static_cast<size_t>(a)]; }
    // The longest effective length of a lane, for tables.
    double longest(LengthAxis a) const;
    // The longest of those segments that overlap from … to; next to nothing (so that no elastic stress is infinite) where the
    // stretch is held all along.
    double longestOver(LengthAxis a, double from, double to) const;
};

} // namespace wr
