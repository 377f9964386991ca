// A quick look at a joint: what all elements there do to it at the same time, and whether bolts carry it. No design of the
// connection.
#pragma once

#include "core/checking/runner.h"

#include <optional>
#include <string>
#include <vector>

namespace wr {

struct JointEnd
{
    int element = -1;
    int member = -1;  // every element is of one
    bool atJ = false; // the element's j end is there
};
// Of all elements that end at the node, in the frame's order. Elements that run through it without ending there are not among
// them: the frame has none.
std::vector<JointEnd> endsAt(const CheckModel& model, int node);

struct EndForces
{
    SectionForces own{}; // of the section at that end, in the element's axes: signs of docs/frame-format.md
    Vec3 force, moment;  // what the element does to the node, global, N and N·m; moments about the node, behind rigid offsets
};
EndForces endForces(const CheckModel& model, const JointEnd& end, TableSet set);

// The sum of what all elements do to the node under one set of forces: loads that act at it and the support have to hold
// against that.
struct JointSum
{
    Vec3 force, moment;
};
JointSum jointSum(const CheckModel& model, const std::vector<JointEnd>& ends, TableSet set);

// The largest of a force over all sets, with all that goes with it.
struct LargestForce
{
    JointEnd end;
    Force which = Force::N;
    TableSet set;
    SectionForces with{};
};
// For every end and force the largest and the smallest where they are not nothing (below a millionth of the largest there).
std::vector<LargestForce> largestAt(const CheckModel& model, const std::vector<JointEnd>& ends);

// Bolts that carry one end: shear across its element, and its tension; bending is not shared out to them. Of one set, or of the
// one that the bolts are used most by.
struct BoltedEnd
{
    BoltLook look;
    TableSet set;
    BoltForces forces;
    double bending = 0; // N·m, the larger moment of that end: not looked at
};
std::optional<BoltedEnd> boltsAt(const CheckModel& model, const JointEnd& end, const BoltLayout& bolts,
                                 std::optional<TableSet> set);

// "4 M20 8.8", "6 3/4in A325", "2 0.75 in A490": count, size, grade. The error says what is missing.
std::expected<BoltLayout, std::string> boltsFromWords(const std::string& words, const Standard& s);

} // namespace wr
