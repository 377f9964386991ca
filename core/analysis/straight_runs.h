#pragma once

#include "core/frame/frame.h"

#include <vector>

namespace wr {

// A straight run of elements between joints: what B1 sees as one member.
struct StraightRun
{
    struct Piece
    {
        int element;
        bool reversed; // runs against the run
        double sign;   // of its moment against the first piece's
    };
    std::vector<Piece> elements;
    double length = 0;
};

// Runs for bending about an axis (0: local y, moving along z; 1: local z, moving along y): they end where a support or another
// element stops that movement.
std::vector<StraightRun> straightRuns(const Frame& f, int axis);

} // namespace wr
