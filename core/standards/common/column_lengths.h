// Effective lengths of a stretch for buckling in compression: the longest of all column segments that overlap it, m.
#pragma once

#include "core/members/lanes.h"

namespace wr {

struct ColumnLengths
{
    double major = 0, minor = 0, torsion = 0;
    ColumnLengths operator*(double k) const { return {k * major, k * minor, k * torsion}; }
};
inline ColumnLengths columnLengths(const Lanes& lanes, double from, double to)
{
    return {lanes.longestOver(LengthAxis::Major, from, to), lanes.longestOver(LengthAxis::Minor, from, to),
            lanes.longestOver(LengthAxis::Torsion, from, to)};
}

} // namespace wr
