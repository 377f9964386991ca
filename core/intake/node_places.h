// Nodes of a frame that is put together from lines: one at a place.
#pragma once

#include "core/intake/assembly.h"

#include <cstdint>
#include <map>
#include <tuple>
#include <vector>

namespace wr {

class NodePlaces
{
public:
    // `together`, m: nodes nearer than that are one.
    explicit NodePlaces(Assembly& a, double together) : a_(a), together_(together) {}
    // The node at a place: one that is there within the tolerance, else a new one, numbered on.
    int at(Vec3 place);

private:
    Assembly& a_;
    double together_;
    std::map<std::tuple<std::int64_t, std::int64_t, std::int64_t>, std::vector<int>> cells_; // of twice the tolerance
};

} // namespace wr
