// Sparse Cholesky factor (CHOLMOD, supernodal) of symmetric matrices whose pattern comes again and again: the symbolic part is
// found once for each pattern and shared.
#pragma once

#include "core/analysis/selected_inverse.h"

#include <Eigen/Dense>
#include <Eigen/SparseCore>
#include <memory>
#include <mutex>
#include <vector>

namespace wr {

using SparseMatrix = Eigen::SparseMatrix<double>;

// Symbolic factorisations of the last few patterns. Safe to share between threads and to keep from one analysis to the next.
class AnalysisMemory
{
public:
    AnalysisMemory();
    ~AnalysisMemory();
    int analysed() const; // patterns that had to be analysed so far
    int reused() const;   // factorisations that found theirs

private:
    friend class SymmetricFactor;
    struct Pattern;
    mutable std::mutex guard_;
    std::vector<std::shared_ptr<const Pattern>> patterns_; // newest last
    int analysed_ = 0, reused_ = 0;
};

// While one lives, BLAS uses one thread a call: for work that runs on all cores by itself.
class OneThreadBlas
{
public:
    OneThreadBlas();
    ~OneThreadBlas();
    OneThreadBlas(const OneThreadBlas&) = delete;
    OneThreadBlas& operator=(const OneThreadBlas&) = delete;
};

class SymmetricFactor
{
public:
    explicit SymmetricFactor(std::shared_ptr<AnalysisMemory> memory = nullptr);
    ~SymmetricFactor();
    // Lower triangle; false: not positive definite to working precision.
    bool compute(const SparseMatrix& k);
    Eigen::MatrixXd solve(const Eigen::MatrixXd& rhs) const;
    Eigen::VectorXd solve(const Eigen::VectorXd& rhs) const;
    // Of what was computed last, in its place: nothing can be solved with it until the next compute().
    void selectedInverse(SelectedInverse& into);

private:
    struct Inner;
    std::shared_ptr<AnalysisMemory> memory_;
    std::unique_ptr<Inner> inner_;
};

} // namespace wr
