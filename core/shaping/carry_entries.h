// Restraints and lengths stay with the elements they were given for, whatever members those come to belong to.
#pragma once

#include "core/shaping/lineage.h"

namespace wr {

// Rewrites the entries of `after` (restraints, lengths) that were given for the members of `before`: by place along the
// elements, at the same share of each where its length is another. An entry at a joint that now parts two members goes to both;
// a stretch that now lies in several is cut; an end stated free that is no end any more is dropped, and so is what stood on an
// element that is gone. Gives how many entries have no place any more.
size_t carryEntries(const Frame& before, Frame& after, const Lineage& lineage);
// The same where the elements are those of before.
void carryEntries(const Frame& before, Frame& after);
// Entries once more, for copies of elements; put behind those there are, each once.
void copyEntries(const Frame& before, Frame& after, const Lineage& copies);

} // namespace wr
