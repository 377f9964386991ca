// EN 1993-1-8:2005, 3.6: bolts in shear, tension, both, and bearing in their holes.
#pragma once

#include "core/standards/bolts.h"

namespace wr::en1993 {

std::vector<std::string_view> boltGrades(); // 8.8 first
// Table 3.4 in normal round holes (EN 1090-2); distances that are not stated are the least of Table 3.3. Every bolt is taken to
// carry the same.
BoltLook boltLook(const BoltLayout& b, const BoltForces& f, const Rules* rules);

} // namespace wr::en1993
