// Why a member is one, and what its ends meet, in words.
#pragma once

#include "core/members/members.h"

#include <array>
#include <functional>
#include <string>

namespace wr {

struct MemberEnd
{
    int node = -1;
    bool supported = false;
    std::vector<int> meets; // elements that frame in there, not of the member
    int next = -1;          // the one of them nearest to the member's line, within 45°
    std::string stops;      // why the member does not go on into it; empty: nothing goes on there
};

struct FormingReason
{
    std::string why; // "4 elements in one line within 1°, one section, bending carried through"
    std::array<MemberEnd, 2> ends;
    int kinks = 0;      // joints of pieces that turn by more than the rule's angle (a declared chain)
    double chord = 0;   // m, from end to end
    double turning = 0; // rad, sum of all kinks
};

// What an element is called: by the member it belongs to.
using ElementName = std::function<const std::string&(int element)>;
ElementName memberNames(const Formed& formed);

// `elementsAt`: elementsAtNodes().
FormingReason formingReason(const Frame& f, const Member& m, const std::vector<std::vector<int>>& elementsAt,
                            const ElementName& name);
// "support of node 1" · "free" · "C3, B12; B13 goes on with another section"
std::string endWords(const Frame& f, const MemberEnd& end, const ElementName& name);

// Nodes along a member with their places, m from its first end.
std::vector<std::pair<int, double>> nodesAlong(const Frame& f, const Member& m);

} // namespace wr
