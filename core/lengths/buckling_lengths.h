// Effective lengths from the buckling of the whole frame: P = λ·N of an element in the mode that bends it, l = π·√(EI/P).
// Without shear deformation, which is in no length a column formula knows.
#pragma once

#include "core/analysis/motion.h"
#include "core/base/progress.h"
#include "core/frame/forces.h"
#include "core/members/members.h"

#include <array>
#include <limits>
#include <memory>
#include <span>
#include <vector>

namespace wr {

// Of one element about one axis.
struct BucklingLength
{
    double length = std::numeric_limits<double>::quiet_NaN(); // m; NaN: nothing presses it in the sets that were looked at
    // The member bends in that mode: its energy about the axis is at least 5 % of that of the member that bends most. Where it
    // is not, the length is an upper bound: the modes that were looked at do not bend it.
    bool active = false;
    double factor = 0; // critical load factor of the mode
    int set = -1;      // place in ForceTable::sets
    // The longest of all sets that press it; NaN where it is not active in one of them.
    double longest = std::numeric_limits<double>::quiet_NaN();
    bool everywhere = true; // active in every set so far that presses it
    int shape = -1;         // of BucklingLengths::shapes
};

struct BucklingLengths
{
    std::vector<std::array<BucklingLength, 2>> elements; // about the major and the minor axis
    std::vector<std::pair<int, double>> critical;        // set, lowest critical load factor
    std::vector<ModeShape> shapes;                       // those that some element's length is of
    bool complete = false;                               // not stopped
};

// sets: places in ForceTable::sets whose combinations are looked at, each in turn; the set that gives an element the least load
// factor for an active mode stands.
BucklingLengths bucklingLengths(const Frame& f, const SharedList<Member>& members, const ForceTable& forces,
                                std::span<const int> sets, int modes, Progress& progress);

} // namespace wr
