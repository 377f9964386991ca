// Lines: members that go on into one another with bending carried through, at a step of section, a kink, or where the engineer
// ends one. Nothing of that holds, so what holds them is tested, and a length that ends there measured, along the whole line.
#pragma once

#include "core/members/members.h"

#include <vector>

namespace wr {

struct LinePart
{
    size_t member = 0;
    double at = 0;         // m along the line, of its nearer end
    bool reversed = false; // it runs against the line
    bool otherWay = false; // its local z stands against the line's: top and bottom change places
};

struct MemberLine
{
    std::vector<LinePart> parts;
    Member chain; // all of it as one: pieces, length, axes and ends; section and material of its first part
};

struct MemberLines
{
    std::vector<MemberLine> lines; // every member is in one
    std::vector<int> lineOf;       // by member
    const MemberLine& of(size_t member) const { return lines[static_cast<size_t>(lineOf[member])]; }
};

// A line turns by 15° at most at one node, its webs stand in one plane. Beams end where a column (steeper than 60°) carries
// bending into the joint, as they do in forming.
MemberLines linesOf(const Frame& f, const SharedList<Member>& members, const std::vector<std::vector<int>>& elementsAt);

} // namespace wr
