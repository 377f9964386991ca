// Where a copy stands: moved, turned about an axis or mirrored in a plane.
#pragma once

#include "core/frame/frame.h"

#include <array>

namespace wr {

struct Placement
{
    std::array<Vec3, 3> images{Vec3{1, 0, 0}, Vec3{0, 1, 0}, Vec3{0, 0, 1}}; // of the global unit vectors
    Vec3 shift;
    bool mirrored = false;

    static Placement moved(Vec3 by);
    static Placement turned(Vec3 through, Vec3 axis, double angle); // rad, right-handed; axis of any length
    static Placement mirror(Vec3 through, Vec3 normal);             // of any length

    Vec3 vector(Vec3 v) const { return v.x * images[0] + v.y * images[1] + v.z * images[2]; }
    Vec3 place(Vec3 p) const { return vector(p) + shift; }
    // Moments and turns are axial: a mirror turns their sense round.
    Vec3 moment(Vec3 m) const { return mirrored ? -vector(m) : vector(m); }
    // Does it lay every global axis on a global axis (with either sign)?
    bool square() const;
    bool keeps(Vec3 direction) const; // a unit vector
    // Does it turn nothing?
    bool onlyMoves() const { return !mirrored && keeps({1, 0, 0}) && keeps({0, 1, 0}); }
};

// The copy of an element whose ends stand where the placement puts them: in a mirror, a section that is not symmetric about its
// web runs the other way (i and j, with releases, springs and offsets, change places), so that it is the mirror image with the
// same section; roll places its axes. Nodes are `i` and `j` of `next`.
Element placedElement(const Frame& before, const Element& e, const Frame& next, int i, int j, const Placement& p,
                      bool& swapped);

// The support of a node at the image of its place: the same directions where the placement is square, else axes of its own.
void placeSupport(const Node& from, Node& to, const Placement& p);

// Roll that lays the local y of an element (before its turn to principal axes) along a direction.
double rollFor(const Frame& f, const Element& e, Vec3 y);

} // namespace wr
