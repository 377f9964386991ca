// Displacements inside elements, the curvature of their own loads included.
#pragma once

#include "core/analysis/analyse.h"

namespace wr {

// A load whose results can be shown: a case, or a combination as its set of the table says.
struct ShownLoad
{
    int combination = -1, loadCase = -1, step = -1;
    std::string name;
    std::vector<std::pair<int, double>> columns; // of the force table
    std::vector<std::pair<int, double>> cases;   // whose loads they are
};
// Combinations first, then the cases that have columns of their own.
std::vector<ShownLoad> shownLoads(const Frame& f, const FrameForces& r);

struct Deflected
{
    std::vector<double> s; // stations of the force table
    std::vector<Vec3> u;   // displacement there, global, m
};

// By integrating the bending and shear strains of the section forces between the element's ends (w'' = my/EI - d(vz/GA)/ds,
// with thermal curvature); exact for loads up to linear between stations. Ends that are released across the axis move by the
// slope of the other end. Empty where the load has no displacements.
Deflected deflected(const Frame& f, const FrameForces& r, const ShownLoad& load, const NodeMotion& motion, size_t element);

} // namespace wr
