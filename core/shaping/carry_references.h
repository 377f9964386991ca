// Loads, ties and limits of a reshaped frame, carried over to what their nodes and elements became.
#pragma once

#include "core/shaping/lineage.h"
#include "core/shaping/placement.h"

#include <string>
#include <vector>

namespace wr {

// `next` has its nodes and elements already, and the other tables as they were in `before`. Loads on an element stay at the
// same share of its length, in global axes as they point and in local ones with the element. What has nothing to stand on any
// more is left out and told, a sentence each ("3 loads stand on elements that are gone"). Results that came with the frame are
// let go: they are not of this frame.
// `laid`: where those elements were laid anew, so that loads in their own axes go with them.
struct Laid
{
    Placement placement;
    std::vector<char> elements; // by place before
};
void carryReferences(const Frame& before, Frame& next, const Lineage& lineage, std::vector<std::string>& told,
                     const Laid* laid = nullptr);

// Loads and ties of `before` once more, for copies: `copies` says which node and which element is the copy of each, `fresh`
// (by node of `next`) which nodes are new; what stands on others is there already. Loads in global axes turn with a placement
// that keeps what is upright, else they point where they pointed (the weight of what is laid down still pulls downwards).
void copyReferences(const Frame& before, Frame& next, const Lineage& copies, const Placement& placement,
                    const std::vector<char>& fresh, std::vector<std::string>& told);

} // namespace wr
