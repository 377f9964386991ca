// EN 1993-1-1 6.2.5(4): holes for fasteners in the tension flange of I sections and channels bent about y.
#pragma once

#include "core/standards/en1993/resistance.h"

namespace wr::en1993 {

struct HolesKeep
{
    double share = 1;           // of the moment resistance about y
    std::string_view uncovered; // why not, else empty
};

// What the resistance keeps beside the holes the brief states, by the fibre that is compressed: 1 where (6.16) is met or no holes
// are stated. Else the tension flange counts with what its net area can carry, 0.9·A_f,net·fu/γM2, as an area at fy; the neutral
// axis moves accordingly.
template <class Sink> HolesKeep holesKeep(const Context& c, int cls, Side side, Sink& sink);

} // namespace wr::en1993
