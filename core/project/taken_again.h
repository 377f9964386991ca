// The same frame for the tenth time: what of the new one is what of the old one, what changed, and the engineer's decisions
// carried over to the elements they belong to.
#pragma once

#include "core/base/finding.h"
#include "core/frame/frame.h"

#include <string>
#include <vector>

namespace wr {

// What became of an element; several may be true at once.
struct ElementFate
{
    bool fresh = false;    // there was none
    bool moved = false;    // one of its ends stands elsewhere, or it was divided or joined
    bool resized = false;  // section or steel
    bool changed = false;  // releases, roll, behaviour, offsets
    bool reloaded = false; // other forces, or where none are given other loads
    bool any() const { return fresh || moved || resized || changed || reloaded; }
    bool operator==(const ElementFate&) const = default;
};

// An element that differs, in words.
struct FateRow
{
    enum class Kind { Fresh, Gone, Moved, Resized, Changed, Reloaded }; // the first that holds, in this order
    Kind kind = Kind::Fresh;
    int now = -1, then = -1; // element of either frame; -1: there is none
    std::string id;          // in the new frame; of one that is gone, in the old one
    std::string words;       // "W12X65 → W14X90; moved by 0.35 m"
};
std::string_view fateWord(FateRow::Kind k); // new, gone, moved, resized, changed at its ends, re-loaded

struct TakenAgain
{
    Frame frame;                        // the new one, with the decisions of the old one
    std::vector<std::vector<int>> now;  // by element of the old frame: the elements it became, in its direction
    std::vector<std::vector<int>> then; // by element of the new frame: what it was
    std::vector<ElementFate> fates;     // by element of the new frame
    std::vector<int> gone;              // elements of the old frame that are there no more
    std::vector<Finding> lost;          // decisions that have nothing to stand on any more, or stand on something else now
    size_t byId = 0, byPlace = 0, byNeighbours = 0; // how elements were found
    size_t count(bool ElementFate::*what) const;
    // "12 new, 3 gone, 5 moved, 8 resized, 40 re-loaded; 2 decisions lost", or "nothing differs".
    std::string sentence() const;
};

struct MatchChoice
{
    double tolerance = 0.01; // m: how near ends have to be to be the same place
};

// Elements are matched by their names where those say the same as before (most names that both frames have stand at the same
// place), else by place, whichever way they run, also one that was divided or several that were joined; what is left by the
// nodes it hangs on. Decisions are the design block of the old frame; members, groups and lengths that the new one brings
// itself stand where the old one says nothing. Code: intake.lost.
TakenAgain takeAgain(const Frame& then, Frame now, const MatchChoice& choice = {});
// All that differ, what is new first and what is gone last. Quantities in the units of the new frame.
std::vector<FateRow> fateRows(const TakenAgain& again, const Frame& then);

} // namespace wr
