// Eigenvalues of a frame's matrices, and modes as displacements of its nodes.
#pragma once

#include "core/analysis/system.h"

namespace wr {

struct EigenPairs
{
    bool ok = false;
    Eigen::VectorXd values; // largest first
    Eigen::MatrixXd vectors;
};

// The largest eigenvalues μ of A x = μ K x, K positive definite (lower triangles), by Lanczos iteration (Spectra). `factor`: of
// K, if there is one already. `tolerance`: of the vectors; the values are right to its square.
EigenPairs largestEigen(const SparseMatrix& a, const SparseMatrix& k, int count, const SymmetricFactor* factor = nullptr,
                        double tolerance = 1e-10);

// Displacements of the first `nodes` nodes for a shape over the unknowns, the largest translation made 1.
void shapeOf(const FrameSystem& system, const Eigen::VectorXd& q, size_t nodes, std::vector<Vec3>& u, std::vector<Vec3>& r);

} // namespace wr
