// AISC 360-22 Chapter D: tension.
#pragma once

#include "core/standards/aisc360/section.h"

namespace wr::aisc360 {

struct Tension
{
    double available = 0;
    std::string_view clause;
};

// D2: available tensile strength, N. Yielding in the gross section (D2-1) and rupture in the net section (D2-2) with
// Ae = U·(An/Ag)·Ag from the brief (An/Ag = 1 and U = 1 where it says nothing).
template <class Sink> Tension tension(const Context& c, Sink& sink);

} // namespace wr::aisc360
