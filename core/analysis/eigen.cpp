#include "core/analysis/eigen.h"

#include "core/analysis/factor.h"

#include <Spectra/MatOp/SparseSymMatProd.h>
#include <Spectra/SymGEigsSolver.h>
#include <algorithm>

namespace wr {

namespace {

// K⁻¹ by the shared sparse factor, in the form Spectra asks for.
class Inverse
{
public:
    using Scalar = double;
    Inverse(const SparseMatrix& k, const SymmetricFactor* factor) : k_(k), factor_(factor)
    {
        if (factor_) return;
        own_ = std::make_unique<SymmetricFactor>();
        if (own_->compute(k)) factor_ = own_.get();
    }
    bool ok() const { return factor_ != nullptr; }
    Eigen::Index rows() const { return k_.rows(); }
    Eigen::Index cols() const { return k_.cols(); }
    void solve(const double* x, double* y) const
    {
        const Eigen::Map<const Eigen::VectorXd> in(x, k_.rows());
        Eigen::Map<Eigen::VectorXd>(y, k_.rows()) = factor_->solve(Eigen::VectorXd(in));
    }
    void perform_op(const double* x, double* y) const // K itself
    {
        const Eigen::Map<const Eigen::VectorXd> in(x, k_.rows());
        Eigen::Map<Eigen::VectorXd>(y, k_.rows()) = k_.selfadjointView<Eigen::Lower>() * in;
    }

private:
    const SparseMatrix& k_;
    std::unique_ptr<SymmetricFactor> own_;
    const SymmetricFactor* factor_;
};

} // namespace

// All of them, for systems too small for an iteration.
EigenPairs denseEigen(const SparseMatrix& a, const SparseMatrix& k, int count)
{
    EigenPairs out;
    const Eigen::MatrixXd full(a), stiffness(k); // the solver reads the lower triangles
    const Eigen::GeneralizedSelfAdjointEigenSolver<Eigen::MatrixXd> solver(full, stiffness);
    if (solver.info() != Eigen::Success) return out;
    out.ok = true;
    out.values = solver.eigenvalues().reverse().head(count);
    out.vectors = solver.eigenvectors().rowwise().reverse().leftCols(count);
    return out;
}

EigenPairs largestEigen(const SparseMatrix& a, const SparseMatrix& k, int count, const SymmetricFactor* factor,
                        double tolerance)
{
    constexpr int kSmall = 60;
    EigenPairs out;
    const auto n = static_cast<int>(k.rows());
    if (n == 0 || a.nonZeros() == 0 || a.norm() == 0) { // nothing that could have a mode
        out.ok = true;
        out.vectors.resize(n, 0);
        return out;
    }
    if (n <= kSmall) return denseEigen(a, k, std::min(count, n));
    count = std::min(count, n - 1);
    if (count < 1) return out;
    Spectra::SparseSymMatProd<double, Eigen::Lower> product(a);
    Inverse inverse(k, factor);
    if (!inverse.ok()) return out;
    // Equal and near factors need a wide basis.
    const int basis = std::min(n, std::max(2 * count + 12, 24));
    Spectra::SymGEigsSolver<decltype(product), Inverse, Spectra::GEigsMode::RegularInverse> solver(product, inverse, count,
                                                                                                   basis);
    try {
        solver.init();
        solver.compute(Spectra::SortRule::LargestAlge, 3000, tolerance, Spectra::SortRule::LargestAlge);
    } catch (const std::exception&) { // its start lay where the matrix gives nothing
        return out;
    }
    if (solver.info() != Spectra::CompInfo::Successful) return out;
    out.ok = true;
    out.values = solver.eigenvalues();
    out.vectors = solver.eigenvectors();
    return out;
}

// Displacements of the frame's own nodes, the largest translation made 1.
void shapeOf(const FrameSystem& system, const Eigen::VectorXd& q, size_t nodes, std::vector<Vec3>& u, std::vector<Vec3>& r)
{
    const Eigen::VectorXd none = Eigen::VectorXd::Zero(static_cast<Eigen::Index>(system.frame().nodes.size() * 6));
    const Eigen::VectorXd all = system.displacements(q, none);
    double most = 0;
    for (Eigen::Index n = 0; n < all.size(); n += 6)
        most = std::max(most, all.segment<3>(n).norm());
    const double scale = most > 0 ? 1 / most : 1;
    u.resize(nodes);
    r.resize(nodes);
    for (size_t n = 0; n < nodes; ++n)
        for (int d = 0; d < 3; ++d) {
            u[n][d] = scale * all(static_cast<Eigen::Index>(n * 6) + d);
            r[n][d] = scale * all(static_cast<Eigen::Index>(n * 6) + 3 + d);
        }
}

} // namespace wr
