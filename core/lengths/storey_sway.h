// Columns of one storey sway together: those that carry more than their share of the storey's load, or that lean on the others,
// weaken all (AISC 360-22 Commentary to Appendix 7, Eq. C-A-7-5).
#pragma once

#include "core/members/lanes.h"
#include "core/members/members.h"

#include <vector>

namespace wr {

// A segment of a column whose ends move sideways against each other.
struct SwayColumn
{
    size_t member = 0, segment = 0;
    LengthAxis axis = LengthAxis::Major;
    Vec3 moves, across;        // unit, level: where it sways, and square to that
    double low = 0, high = 0;  // m, heights of its ends
    Vec3 at;                   // m, its middle
    int diaphragm = -1;        // at its upper end; -1: none
    double euler = 0;          // N, π²EI/L² of the segment
    double thrust = 0;         // N, compression of it
    double factor = kNoFactor; // K by the charts' equation alone; NaN: it leans on the others
};

// Of every node; -1: none.
std::vector<int> diaphragmOfNodes(const Frame& f);

// Of a segment; no height (high = low) where it is no column. Without the thrust.
SwayColumn swayColumn(const Frame& f, const std::vector<int>& diaphragmOf, const Member& m, size_t member, LengthAxis axis,
                      size_t segment, const LaneSegment& s);

// K of each with what leans on its storey; NaN where it has none of its own or carries no compression. Columns are of one
// storey where the middle of one lies between the ends of the other and both sway within 45° of one direction. Those in one
// plane of sway or on one diaphragm share their load; columns that lean elsewhere make it the whole storey, since something
// must hold them. Only a diaphragm makes it sure that others help: without one K is not less than the column's own, with one
// not less than √(5/8) of it.
std::vector<double> leanedFactors(const std::vector<SwayColumn>& columns);

} // namespace wr
