// The holds inside a member as a lane has them, for what a standard asks of them.
#pragma once

#include "core/members/lanes.h"
#include "core/standards/demand.h"

#include <algorithm>
#include <vector>

namespace wr {

// An inner end of two segments of a lane.
struct LanePoint
{
    double at = 0;                // m along the member
    double shorter = 0, mean = 0; // m, of the two segments
    bool touches(const Span& s) const { return s.to >= at - 1e-6 && s.from <= at + 1e-6; }
};

// Stretches held continuously have no points.
inline std::vector<LanePoint> lanePoints(const std::vector<LaneSegment>& lane)
{
    std::vector<LanePoint> out;
    for (size_t i = 0; i + 1 < lane.size(); ++i) {
        const LaneSegment &a = lane[i], &b = lane[i + 1];
        if (a.continuous || b.continuous) continue;
        out.push_back({a.to, std::min(a.span(), b.span()), (a.span() + b.span()) / 2});
    }
    return out;
}

} // namespace wr
