// Storeys of a frame: levels at which floors lie, and how far they drift.
#pragma once

#include "core/analysis/motion.h"
#include "core/frame/frame.h"

#include <vector>

namespace wr {

struct Storey
{
    double level = 0, below = 0; // heights of its floor and of the one under it (or of the lowest supports), m
    std::vector<int> nodes;      // of its floor
    double height() const { return level - below; }
};

// Lowest first. Floors are the heights at which a diaphragm lies or a level element ends, over the lowest support; heights
// within 50 mm are one floor. Empty for a frame without any.
std::vector<Storey> storeysOf(const Frame& f);

struct StoreyDrift
{
    int storey = -1;
    int node = -1, under = -1; // where the drift is largest, and the node plumb under it (or the nearest to it)
    Vec3 drift;                // horizontal, of one against the other, m
};

// A node of a floor and the one plumb under it (or the nearest to it, up to 0.1 m off): on the floor below, or a support
// between the two.
struct PlumbPair
{
    int storey = -1, node = -1, under = -1;
};
std::vector<PlumbPair> plumbPairs(const Frame& f, const std::vector<Storey>& storeys); // by storey

// Largest drift of each storey for one set of displacements; storeys without a node plumb under one of theirs are left out.
std::vector<StoreyDrift> storeyDrifts(const Frame& f, const std::vector<Storey>& storeys, const NodeMotion& motion);
// Horizontal movement of the upper node against the lower one, m.
Vec3 driftOf(const Frame& f, const PlumbPair& p, const NodeMotion& motion);

} // namespace wr
