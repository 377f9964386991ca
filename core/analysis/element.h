// One frame element: Timoshenko beam stiffness, condensed end releases, fixed-end forces and section forces along it.
// Local degrees of freedom: ux uy uz rx ry rz at i, then at j (right-handed). Source: direct stiffness method, e.g.
// Przemieniecki, "Theory of Matrix Structural Analysis", 1968, ch. 5 (shear deformation by Φ = 12EI/(G·As·L²)).
#pragma once

#include "core/frame/forces.h"
#include "core/frame/frame.h"

#include <Eigen/Dense>
#include <vector>

namespace wr {

using Matrix12 = Eigen::Matrix<double, 12, 12>;
using Vector12 = Eigen::Matrix<double, 12, 1>;

// Loads of one case on one element in local components.
struct SpanLoads
{
    struct Line
    {
        double from, to;
        Vec3 q0, q1;
    };
    struct Point
    {
        double at;
        Vec3 f, m;
    };
    std::vector<Line> lines;
    std::vector<Point> points;
    double elongation = 0;         // free strain, e.g. alpha·ΔT
    double curveY = 0, curveZ = 0; // free curvatures d²w/ds² and d²v/ds², e.g. of a thermal gradient
    bool empty() const { return lines.empty() && points.empty() && elongation == 0 && curveY == 0 && curveZ == 0; }
};

class ElementModel
{
public:
    // `bending`: factor on both flexural stiffnesses (τb of AISC 360-22 C2.3). `tension`: constant axial force, N (negative:
    // compression) under which stiffness() is the tangent, exact along the whole element.
    ElementModel(const Frame& f, const Element& e, bool shearDeformation, double bending = 1, double tension = 0);

    double length() const { return length_; }
    const Axes& axes() const { return axes_; }
    const Matrix12& stiffness() const { return k_; } // local, released freedoms condensed out
    Matrix12 globalStiffness() const;
    // Geometric stiffness of a constant axial force (tension positive): consistent with cubic bending (Przemieniecki 1968,
    // ch. 15), released freedoms following the elastic ones; a string for axial elements.
    Matrix12 geometric(double axial) const;
    Matrix12 globalGeometric(double axial) const;
    // What turning rigid offsets add in second order: the end forces (local, of the nodes on the element) act on arms that
    // turn with the nodes. Global; symmetric part.
    bool hasOffsets() const { return !(armI_ == Vec3{}) || !(armJ_ == Vec3{}); }
    Matrix12 offsetGeometric(const Vector12& ends) const;
    // Consistent mass (Przemieniecki 1968, ch. 11, without shear and rotatory inertia of bending): kg/m, and kg·m of twist.
    Matrix12 globalMass(double perLength, double polarPerLength) const;
    // Displacements of the nodes to those of the element's ends, and forces at its ends to those at the nodes: rigid offsets
    // lie between.
    Vector12 toLocal(const Vector12& global) const;
    Vector12 toGlobal(const Vector12& local) const;

    // Forces of the nodes on the element with all nodes held, releases condensed. False if a load meets a release that nothing
    // resists.
    bool fixedEnd(const SpanLoads& loads, Vector12& out) const;
    // Section forces at s from the node forces on the element (local). `after`: behind a point load at s.
    SectionForces sectionForces(const SpanLoads& loads, const Vector12& ends, double s, bool after) const;
    // The same in the deformed shape: the axial force of geometric() times deflection and slope (local node displacements).
    SectionForces deformedForces(const SpanLoads& loads, const Vector12& ends, const Vector12& moved, double axial, double s,
                                 bool after) const;

private:
    Vector12 clampedForces(const SpanLoads& loads) const;
    struct Release
    {
        int dof;
        double pivot;     // 0: nothing resists this freedom any more
        Vector12 column;  // column / pivot at the time of elimination
        bool free = true; // false: a joint spring, the node's own freedom stays
    };
    Matrix12 turned(const Matrix12& local) const; // to global directions
    Vector12 inner(const Vector12& moved) const;  // of the element itself behind its releases
    double length_ = 0;
    bool axialOnly_ = false;
    double ea_ = 0, gj_ = 0, eiy_ = 0, eiz_ = 0, gay_ = 0, gaz_ = 0; // ga: 0 means no shear deformation
    Axes axes_;
    Vec3 armI_, armJ_; // rigid, from the nodes to the element's ends, global
    Matrix12 raw_, k_;
    std::vector<Release> releases_;
};

// Loads of a case on each element that has any, local; self-weight included.
std::vector<SpanLoads> spanLoads(const Frame& f, const LoadCase& c);

} // namespace wr
