// Which element of a later frame is which of an earlier one.
#pragma once

#include "core/frame/frame.h"

#include <vector>

namespace wr {

struct ElementMatch
{
    std::vector<std::vector<int>> now;  // by element then: what it is now, in order along it; empty: gone
    std::vector<std::vector<int>> then; // by element now
    size_t byId = 0, byPlace = 0, byNeighbours = 0;
};

// `tolerance`, m: how near ends have to be to be the same place.
ElementMatch matchElements(const Frame& then, const Frame& now, double tolerance);

} // namespace wr
