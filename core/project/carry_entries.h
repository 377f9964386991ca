// Restraints and lengths stay with the elements they were given for, whatever members those come to belong to.
#pragma once

#include "core/frame/frame.h"

namespace wr {

// Rewrites the entries of `after` (restraints, lengths) that were given for the members of `before`: by place along the
// elements. An entry at a joint that now parts two members goes to both; a stretch that now lies in several is cut; an end
// stated free that is no end any more is dropped. Elements are the same in both.
void carryEntries(const Frame& before, Frame& after);

} // namespace wr
