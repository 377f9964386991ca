// Geometry proposes: the places of a member where something could hold it, and what frames in there.
#pragma once

#include "core/members/members.h"

#include <array>
#include <vector>

namespace wr {

// Directions across a member in which a place is held: against movement along local z (buckling about the major axis), along
// local y (about the minor axis).
enum class Across { Major, Minor };
inline constexpr std::array kAcross{Across::Major, Across::Minor};

struct HoldCandidate
{
    int node = -1;
    double at = 0;                 // m along the member
    Axes axes;                     // of the member there, x along it
    std::array<bool, 2> fixed{};   // by a rigid support, by Across: needs no test
    bool support = false;          // a support of any kind
    std::array<bool, 2> propped{}; // a support, stiff or springy, acts in that direction, by Across
    bool diaphragm = false;
    std::vector<int> elements; // that frame in across the member (by more than 15°), stiffest across first
};

// Both ends and every inner node where an element frames in, a support stands or a diaphragm or link takes hold. An end where
// nothing but a piece that only continues the line goes on is no candidate.
std::vector<HoldCandidate> candidatesOf(const Frame& f, const Member& m, const std::vector<std::vector<int>>& elementsAt,
                                        const std::vector<char>& joined);

// Does a rigid support hold a direction, by itself or by several of its own directions together?
bool fixedAlong(const Node& n, Vec3 along);

// Of an element, from its first node to its second.
Vec3 directionOf(const Frame& f, const Element& e);

// Nodes that a diaphragm or a link joins to others.
std::vector<char> joinedNodes(const Frame& f);

// Share of its stiffness that a one-way element has as one of two that oppose each other: whichever way the frame moves, one
// acts. 0: alone, it holds nothing. 1: it acts both ways.
std::vector<double> oneWayShares(const Frame& f);

} // namespace wr
