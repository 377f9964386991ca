// The rule that makes members of elements: why a line of them goes on at a node, or ends there.
#pragma once

#include "core/frame/frame.h"

#include <string>
#include <vector>

namespace wr {

// What ends a line at a node. GoesOn: nothing does.
enum class LineEnd {
    GoesOn,
    NotBeam,  // one of the two carries axial force only
    Section,  // another section
    Material, // another material
    Offset,   // rigid offsets part them
    Released, // a release of my or mz
    Kink,     // they turn by more than the rule's angle
    Web,      // the webs do not stand in one plane
    Mirrored, // a shape that is not symmetric stands the other way round
    Column,   // bending is carried into a column there
    Floor     // a column, and level elements make a floor
};

struct LineFault
{
    LineEnd why = LineEnd::GoesOn;
    int other = -1;   // the column, or the level element (-1: a diaphragm)
    double angle = 0; // rad, the kink
};

// The rule of a frame (its design.forming, else the default), with what it needs to know of each node.
class JoinRule
{
public:
    explicit JoinRule(const Frame& f);
    // Does element b carry on from a at the node they share, as one member?
    LineFault between(int a, int b, int node) const;
    double angle() const { return rule_.angle; }

private:
    const Frame& f_;
    FormingRule rule_;
    std::vector<int> column_; // per node: an element steeper than 60° that carries bending into it; -1: none
    std::vector<int> floor_;  // per node: a level element; -2: a diaphragm; -1: none
};

// Axes of a piece that follows another in a line: those of the first carried round the kink between them. The signs by which
// the local axes of the next element stand against them (from their projections), and whether their webs stand in one plane.
struct PieceAxes
{
    double y = 1, z = 1;  // projections: 1 or -1 where the webs stand in one plane
    bool onePlane = true; // within 2°
    bool same = true;     // the section stands the same way round, or is symmetric in what is turned
};
// `before`: axes of the member at the piece before, `section` of both; `along`: the direction of the member in the next piece.
PieceAxes piecesMeet(const Axes& before, const Axes& next, Vec3 along, const Shape& section);

} // namespace wr
