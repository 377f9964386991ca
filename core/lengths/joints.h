// What turns with a column at its joints: the sums behind G of the alignment charts (AISC 360-22 Commentary to Appendix 7,
// Eq. C-A-7-3), with the adjustments of the same place for girders' far ends, their axial force, and column bases.
#pragma once

#include "core/members/members.h"
#include "core/restraint/thrust.h"

#include <array>
#include <limits>
#include <vector>

namespace wr {

// How a girder goes on at its far end.
// Turns: with a column there, as the charts take it. Free: nothing bears it there, so that it holds nothing.
enum class FarEnd { Turns, Fixed, Pinned, Free };

struct JointGirder
{
    int element = -1;  // at the joint
    int farNode = -1;  // where its span ends
    double length = 0; // m, of the span, from joint to column or support
    double ei = 0;     // N·m², about the axis in question
    FarEnd far = FarEnd::Turns;
    double axial = 1;                // 1 - Q/Qcr of its compression
    std::array<double, 2> factor{1}; // of the far end, by SwayCase
    double turns(size_t sway) const { return factor[sway] * axial * ei / length; }
};

enum class SwayCase { Sway, Braced };

struct Joint
{
    int node = -1;
    double columns = 0; // Σ EI/L, N·m
    std::vector<JointGirder> girders;
    double spring = 0;   // N·m/rad, of a support
    bool fixed = false;  // a support holds the turn
    bool base = false;   // a support stands there, and nothing else keeps it from turning
    bool pinned = false; // the member itself is released there
    bool foot = false;   // the column stands on a support there: one that bears it along itself
    double girderSum(SwayCase c) const;
    // A foot counted as a brief says, whatever turns its support leaves free. A support that only holds sideways is none.
    void take(BaseFixity base);
    // recommended: 1 for fixed and 10 for pinned bases instead of 0 and infinity.
    double g(SwayCase c, bool recommended) const;
    bool turnsFreely() const { return !fixed && !(girderSum(SwayCase::Sway) > 0); }
};

// A joint of a column as it is asked for: the node, the column's direction there and the axis its bending turns about.
struct JointQuery
{
    int node = -1;
    Vec3 along, axis;
    // Storey heights of the column itself under and over the joint with its EI about the axis; 0: it ends there.
    std::array<double, 2> length{}, ei{};
    std::vector<int> own; // its elements there
};

class Joints
{
public:
    // press: mean axial forces of the elements in the set of forces in question; empty: none.
    Joints(const Frame& f, const std::vector<std::vector<int>>& elementsAt, std::vector<ElementPress> press);
    Joint at(const JointQuery& q) const;

private:
    std::optional<JointGirder> girder(int element, int node, Vec3 axis) const;
    double bending(int element, int node, Vec3 axis, bool near) const;
    bool bears(int element, int node) const;
    std::optional<int> goesOn(int element, int node) const;
    const Frame& f_;
    const std::vector<std::vector<int>>& at_;
    std::vector<ElementPress> press_;
};

} // namespace wr
