// Shapes of a frame: buckling modes with critical load factors per combination, and free vibrations with masses from cases.
// Elements are divided so that a member's own bending counts. Eigenvalues by Lanczos iteration (Spectra) with one Cholesky
// factor of the stiffness for all combinations.
#pragma once

#include "core/analysis/linear.h"

#include <functional>

namespace wr {

struct WholeLoad;

struct BucklingMode : ModeShape // factor: on all loads of the combination; only positive ones
{
    std::vector<double> energy;                 // per element: share of the bending and other strain energy, sums to 1
    std::vector<std::array<double, 2>> bending; // per element: of that, bending about the major and about the minor axis
};

struct BucklingResult
{
    bool ok = false;
    std::vector<Finding> findings;
    std::vector<std::vector<BucklingMode>> combinations; // per combination, then per case where asked; smallest factor first
};

struct BucklingOptions
{
    int modes = 1;  // of each load
    int pieces = 8; // of each beam: the second mode of a column within 0.1 %
    bool cases = false;
    bool shearDeformation = true;
    double tolerance = 1e-10;                          // of the shapes; factors are right to its square
    std::function<bool(const WholeLoad&)> wanted = {}; // the others have no modes in the result; none: all
    bool lowestOnly = false;                           // modes of a load only if none before it has a lower factor
};

// First-order axial forces of each combination (and case), K + factor·Kg singular. One-way elements are those that act under
// the load itself. Loads are solved beside each other with one factor.
BucklingResult analyseBuckling(const Frame& f, const BucklingOptions& options, Progress& progress);

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
    int pieces = 8;
    bool shearDeformation = true;
};
VibrationResult analyseVibration(const Frame& f, const VibrationOptions& options, Progress& progress);

} // namespace wr
