// Stiffness disposes: which of the places that geometry proposes really hold a member, by the tangent stiffness of the frame
// under load. Pure numbers; what they mean for flanges, twist and lanes is said in core/members.
//
// The tangent is taken at 0.98 of the load factor at which the first segment of the member between its counted holds reaches
// its Euler load; every other compressed element stands at the lesser of that factor and 0.98 of its own member's, tension at
// no more than the set's own. Unit groups at all candidate places and both end rotations, inverted together, less the member's
// own condensed stiffness, leave on the diagonal what the rest of the frame offers there (of the two directions of a place with
// the other one let go). Needed: 8·P/L_b (AISC 360-22 Appendix 6, point bracing, without the 1/φ that belongs to design), with
// P at that load factor; between two segments L_b is their harmonic mean (Winter's rigid-link model: P·(1/a + 1/b)). Struts
// that cannot carry 1 % of the thrust that leans on them are let go before (struts.h); twist is looked at afterwards (twist.h).
#pragma once

#include "core/base/progress.h"
#include "core/members/holds.h"
#include "core/restraint/candidates.h"
#include "core/restraint/thrust.h"

#include <limits>
#include <optional>
#include <string>
#include <vector>

namespace wr {

struct PlaceTest
{
    HoldCandidate place;
    std::array<HoldVerdict, 2> verdict{HoldVerdict::Unknown, HoldVerdict::Unknown}; // by Across
    std::array<double, 2> offered{}, needed{};                                      // N/m, of the last test
    std::array<double, 2> strut{kUntested, kUntested}; // what struts there carry over 1 % of the thrust on them, the least
    double twist = kUntested;       // torsional stiffness of what is joined there over what is needed, the least; NaN: not told
    std::array<int, 2> set{-1, -1}; // place in ForceTable::sets of the test that decided; -1: none
    bool holds(Across d) const
    {
        const HoldVerdict v = verdict[static_cast<size_t>(d)];
        return wr::holds(v);
    }
    double ratio(Across d) const
    {
        const auto k = static_cast<size_t>(d);
        return needed[k] > 0 ? offered[k] / needed[k] : std::numeric_limits<double>::infinity();
    }
};

struct MemberRestraint
{
    std::vector<PlaceTest> places; // by place
};

// What was tested as one: the elements of a line in order (those that run against it as -1 - element), and its places.
struct LineRestraint
{
    std::vector<int> elements;
    int section = -1; // of its first member
    MemberRestraint found;
};

struct RestraintOptions
{
    int sets = 3; // force sets that are worked at most
    // What stands within this ratio below a level of load is tested in the tangent of that level, and where members stand at
    // `light` times their forces and more, within `lightStep`: the upper level for the tangent, the own one for the need.
    // Frames of 5 000 elements and more go in steps of largeStep: to the safe side, and a third fewer tangents.
    double step = 1.25, largeStep = 1.4, light = 8, lightStep = 2;
    bool shearDeformation = true;
    // Members whose answer is wanted; empty: all. Only their lines are tested, under the sets that press them most, with all
    // others standing as high as all their places would let them. A first look: the test of all may say otherwise.
    std::vector<size_t> only = {};
};

struct RestraintResult
{
    std::vector<MemberRestraint> members; // as `members`
    std::vector<LineRestraint> lines;
    std::vector<int> sets; // worked, places in ForceTable::sets
    int tangents = 0;      // factorised
    bool complete = false; // not stopped, and every tangent could be had; else nothing of it may be relied on
};

RestraintResult testRestraint(const Frame& f, const SharedList<Member>& members, const ForceTable& forces,
                              const RestraintOptions& options, Progress& progress);

// The same for members that were joined, split or turned since, where that left every line as it was: nothing of the test hangs
// on where one member ends in a line. Nothing, where a line is another: then it is to be tested anew.
std::optional<RestraintResult> restraintOfOthers(const RestraintResult& before, const Frame& f,
                                                 const SharedList<Member>& members);

} // namespace wr
