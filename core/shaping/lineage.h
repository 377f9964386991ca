// What became of nodes and elements when a frame was reshaped: by this everything that names them is carried over.
#pragma once

#include "core/frame/frame.h"

#include <vector>

namespace wr {

// A stretch of an element as it was, and the element it is now.
struct ElementShare
{
    int element = -1;          // place in the new table
    double from = 0, to = 1;   // of the old element's length, from its i end
    double start = 0, end = 1; // where that lies in the new one, of its length; end < start: it runs the other way
    bool reversed() const { return end < start; }
};

struct Lineage
{
    std::vector<int> nodes;                          // by old place: the new one; -1: gone
    std::vector<std::vector<ElementShare>> elements; // by old place, in order along it; empty: gone
    // Everything where it was.
    static Lineage same(const Frame& f);
    // Is the element there as it was, from end to end?
    bool whole(int element) const;
};

} // namespace wr
