// Shapes of a frame: buckling modes with critical load factors per combination, and free vibrations with masses from cases.
// Elements are divided so that a member's own bending counts. Eigenvalues by Lanczos iteration (Spectra) with one Cholesky
// factor of the stiffness for all combinations.
#pragma once

#include "core/analysis/linear.h"

namespace wr {

struct BucklingMode : ModeShape // factor: on all loads of the combination; only positive ones
{
    std::vector<double> energy; // per element: share of the bending and other strain energy, sums to 1
};

struct BucklingResult
{
    bool ok = false;
    std::vector<Finding> findings;
    std::vector<std::vector<BucklingMode>> combinations; // per combination, then per case where asked; smallest factor first
};

// First-order axial forces of each combination, K + factor·Kg singular. One-way elements count as acting both ways, which a
// note says.
BucklingResult analyseBuckling(const Frame& f, int modes, Progress& progress, int pieces = 6, bool cases = false);

struct VibrationMode
{
    double frequency = 0;   // Hz
    Vec3 participation;     // share of the whole mass moved along x, y, z
    std::vector<Vec3> u, r; // per node, largest translation 1
};

struct VibrationResult
{
    bool ok = false;
    std::vector<Finding> findings;
    std::vector<VibrationMode> modes; // lowest first
    double mass = 0;                  // kg
};

// Masses: the elements' own, consistent with their bending or lumped at the ends of their pieces; or, where cases are named,
// the downward loads of each over g, times its factor, lumped.
struct VibrationOptions
{
    int modes = 6;
    bool consistent = true;
    std::vector<std::pair<int, double>> cases; // case, factor; empty: own mass
    int pieces = 6;
};
VibrationResult analyseVibration(const Frame& f, const VibrationOptions& options, Progress& progress);

} // namespace wr
