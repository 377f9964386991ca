// Twist: the torsional stiffness of what is joined to a beam in bending, against what point bracing of a beam needs (AISC
// 360-22 Appendix 6.3.2a; the like of EN 1993-1-1 Annex BB.2).
#pragma once

#include "core/members/holds.h"
#include "core/restraint/tested_lines.h"

#include <vector>

namespace wr {

// Does an element take hold of the whole depth of a member: it stands with its depth along it, or has at least half its depth?
bool holdsDepth(const Frame& f, const HoldCandidate& place, const Shape& member, const Element& e);

// N·m/rad against turning about the line, by place: 2·E·I/L of every element whose bending is carried into the joint there, L
// to the next place that holds its own depth (both ends turning against each other, the softest case). NaN: no bending is
// carried in, so the model cannot tell.
std::vector<double> twistOffered(const TestedLines& lines, size_t line);

// N·m/rad that each place needs in one set of forces: 2.4·L·M²/(n·E·I_z) of the span it is in, Eq. A-6-11a without 1/φ, with
// C_b = 1 to the safe side. spans: between holds against movement along z, which bear the beam. M is the largest moment there,
// n the number of places inside with `counted`; between two spans the more of what both ask.
std::vector<double> twistNeeded(const TestedLines& lines, size_t line, const LineSegments& spans,
                                const std::vector<ElementPress>& press, const std::vector<char>& counted);

} // namespace wr
