// What holds a member, and why: at points along it and over stretches of it. A stage of its own between forming and lengths.
// Origins: what the stiffness of the frame shows (core/restraint), the member's ends as they stand where that is not known, the
// brief, and the design block. Hand goes before brief, brief before rule.
#pragma once

#include "core/members/members.h"
#include "core/members/stated.h"

#include <array>
#include <limits>
#include <string>
#include <vector>

namespace wr {

// Directions in which a point is held.
struct Held
{
    bool major = false, minor = false, top = false, bottom = false, twist = false;
    bool operator==(const Held&) const = default;
    bool nothing() const { return !major && !minor && !top && !bottom && !twist; }
    void set(Hold h, bool v);
    void add(const Held& o) { major |= o.major, minor |= o.minor, top |= o.top, bottom |= o.bottom, twist |= o.twist; }
    // Does that end a segment of a lane? A lateral hold at one flange shortens minor-axis column buckling only where twist (or
    // the other flange) is held too; lateral-torsional buckling of a flange is held by that flange or by twist.
    bool lane(LengthAxis a) const;
};
inline constexpr Held kFork{true, true, true, true, true};

enum class HoldOrigin {
    Nothing,   // an end that nothing holds
    Support,   // of the node there
    Joint,     // an element that frames in
    Diaphragm, // or a link: the node moves with others
    PartOnly,  // forces were given: the file may hold a part of the frame, so the end counts as held
    Brief,     // of the member itself (held all along), or of what frames in (which flange it holds)
    Stated     // an entry of design.restraints
};

// What the test of stiffness (core/restraint) says of a place in one direction.
enum class HoldVerdict {
    NotPressed, // nothing presses the member in that direction: it is counted as it frames in
    Support,    // a rigid support
    Holds,      // offered / needed >= 1
    TooSoft,    // < 1
    TooWeak,    // no strut there can carry 1 % of the thrust that leans on it
    InMode,     // the frame buckles with this place moving before the member's own segments do
    Unknown     // not tested
};
constexpr bool holds(HoldVerdict v)
{
    return v == HoldVerdict::NotPressed || v == HoldVerdict::Support || v == HoldVerdict::Holds;
}

inline constexpr double kUntested = std::numeric_limits<double>::quiet_NaN();

// A place that is held (or an end that is not), with what it is known from.
struct HoldPoint
{
    double at = 0; // m along the member
    Held held;
    HoldOrigin origin = HoldOrigin::Nothing;
    int evidence = -1;   // the node of a support, the element that frames in; -1: none
    int node = -1;       // that stands there; -1: none
    bool framed = false; // something frames in or supports it, whether it holds or not
    // Stiffness (N/m) against movement along z and along y, where it was tested (core/restraint); NaN: not.
    std::array<double, 2> offered{kUntested, kUntested}, needed{kUntested, kUntested};
    double ratio(size_t across) const { return offered[across] / needed[across]; }
    // What the best strut there can carry over 1 % of the thrust that leans on it; NaN: nothing but struts was looked at.
    std::array<double, 2> strut{kUntested, kUntested};
    // Torsional stiffness of what is joined there in bending over what is needed (AISC 360-22 Eq. A-6-11a); NaN: the model
    // carries no bending into the joint, the depth of what frames in stands for it.
    double twist = kUntested;
    // The element that can push most in each direction; -1: none.
    std::array<int, 2> pusher{-1, -1};
    // Too soft by itself, but the buckling of the whole frame shows the member held there: to be confirmed.
    std::array<bool, 2> byFrame{};
    std::array<HoldVerdict, 2> verdict{HoldVerdict::Unknown, HoldVerdict::Unknown};
    int set = -1; // of forces that decided, place in ForceTable::sets; -1: none, or the place's own Euler load stood for them
    // What stood there before an entry was laid over it (origin Stated): kept, so that what was overruled can be seen.
    Held found;
    HoldOrigin foundOrigin = HoldOrigin::Nothing;
    int foundEvidence = -1;
    // What frames in can push in that direction (along itself, or a diaphragm or support does) and yet does not hold.
    std::array<bool, 2> doubtful{};
    bool flangeAssumed = false; // a light element drawn on the centreline: taken as holding the top flange
};

// A stretch held all along, by an entry of design.restraints or by the brief.
struct HeldStretch
{
    double from = 0, to = 0;
    Held held;
    HoldOrigin origin = HoldOrigin::Stated; // or Brief
};

struct MemberHolds
{
    std::vector<HoldPoint> points; // by place; both ends are always there
    std::vector<HeldStretch> stretches;
    static bool isFree(const HoldPoint& end) { return end.held.nothing() && !end.framed; }
    bool freeStart() const { return isFree(points.front()); }
    bool freeEnd() const { return isFree(points.back()); }
};

// Where it comes from in words: "support of node 4", "element B2 frames in", "stated by hand".
std::string evidenceOf(const Frame& f, const HoldPoint& p);
std::string evidenceOf(const Frame& f, HoldOrigin origin, int evidence);

// `elementsAt`: elementsAtNodes(). An element that only continues the member's line (within 15°: steps and kinks) holds no end.
// `wholeFrame`: the frame is analysed here, so an end that nothing holds is free; with given forces any element that goes on
// from there holds it, and an end with nothing at all is free where the file has supports somewhere, else a fork end.
MemberHolds holdsOf(const Frame& f, const Member& m, const StatedRows& stated, const std::vector<std::vector<int>>& elementsAt,
                    bool wholeFrame, const Brief* brief = nullptr);

// The same from what was found (both ends among it, by place), with what the brief says laid over it and the entries of the
// design block over that; where the member says "rule": "none", over nothing.
MemberHolds holdsFrom(const Member& m, std::vector<HoldPoint> found, const StatedRows& stated, bool rule,
                      const Brief* brief = nullptr);

// Elements at each node.
std::vector<std::vector<int>> elementsAtNodes(const Frame& f);

} // namespace wr
