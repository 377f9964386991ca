// AISC 360 J3: bolts in shear, tension, both, and bearing and tearout at their holes.
#pragma once

#include "core/standards/bolts.h"

namespace wr::aisc360 {

struct Method;

std::vector<std::string_view> boltGrades(); // A325 first
// J3-1, J3-3a or J3-3b, J3-6a and J3-6c with Table J3.2, in standard holes of Table J3.3. Every bolt is taken to carry the
// same, with the shorter of the clear distances at its hole.
BoltLook boltLook(const Method& method, const BoltLayout& b, const BoltForces& f);

} // namespace wr::aisc360
