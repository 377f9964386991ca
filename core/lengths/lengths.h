// Effective lengths: the stage after the holds. Every segment keeps what each way offers, and which one stands.
//
// Ways for buckling about the major and the minor axis, beside each other: the segment itself (system); what its ends are
// (ends); the alignment charts' equations for joints that move sideways or do not (frame); buckling of the whole frame. Which
// stands is said by hand, by the brief's factor, by the brief's way, or by the safe rule: between two held ends the segment
// itself; where an end can move sideways the segment itself if the forces hold second order and sway imperfections, else the
// charts' factor of columns, else what the ends are; a free end counts twice.
#pragma once

#include "core/lengths/buckling_lengths.h"
#include "core/lengths/joints.h"
#include "core/members/holds.h"
#include "core/members/lanes.h"
#include "core/restraint/lines.h"

#include <functional>

namespace wr {

// What the ways other than a segment's own ends ask of the frame.
struct LengthContext
{
    const Frame* frame = nullptr;
    const std::vector<std::vector<int>>* elementsAt = nullptr;
    const Joints* joints = nullptr;
    bool secondOrder = false;                  // systemLengthsStand()
    const BucklingLengths* buckling = nullptr; // null: not looked for
    const MemberLines* lines = nullptr;        // with the holds of the members in them
    std::function<const MemberHolds&(size_t member)> holdsOf;
};

// Do the forces hold what sway does to them: second order (with the stiffness reduced where the standard asks for that), and in
// every strength combination notional loads or a lateral action? Then members are checked with their system lengths (AISC
// 360-22 C3, EN 1993-1-1 5.2.2(7)b).
bool systemLengthsStand(const Frame& f, const ForceTable& t, bool wantsReducedStiffness);

// `context` null: the file may hold a part of the frame only, and nothing is known beyond the ends. A factor of the brief goes
// before what the ways give, a length, factor or way given by hand before all. Lengths given over a stretch replace the holds
// inside it.
// Where the line of a member goes on beyond an end that nothing holds, the segment reaches to the next hold in the line.
Lanes lengthsOf(const Member& m, const MemberHolds& holds, const StatedRows& stated, const Brief& brief,
                const LengthContext* context = nullptr, size_t member = 0);

// The axes of a member at a place along it, x running with it.
Axes axesAlong(const Frame& f, const Member& m, double at);
// The joint of the alignment charts at an end of a segment of the major or the minor lane.
Joint jointAt(const LengthContext& c, const Member& m, const std::vector<LaneSegment>& lane, LengthAxis axis, double at,
              int node);

} // namespace wr
