// What all analyses share: loads of a case as a right-hand side, the factor with its check for mechanisms, and the table of
// stations.
#pragma once

#include "core/analysis/factor.h"
#include "core/analysis/system.h"
#include "core/frame/forces.h"

#include <algorithm>
#include <functional>
#include <memory>

namespace wr {

// Loads of one case (or of a combination: cases times factors).
struct CaseLoads
{
    std::vector<SpanLoads> spans; // per element, local
    std::vector<Vector12> fixed;  // per element: forces of held nodes on it, local, releases condensed
    Eigen::VectorXd nodal;        // global, 6 per node
    Eigen::VectorXd prescribed;   // global displacements of supports, 6 per node
    Eigen::VectorXd rhs;          // over the unknowns
    Vec3 total;                   // resultant of all loads, and the sum of their sizes
    double size = 0;
};

std::vector<Finding> coverage(const Frame& f); // why the frame cannot be analysed at all
std::vector<CaseLoads> makeCaseLoads(const FrameSystem& system, std::vector<Finding>& findings);
CaseLoads combined(const FrameSystem& system, const std::vector<CaseLoads>& cases,
                   const std::vector<std::pair<int, double>>& terms);

// Stations of every element: equally spaced, plus where loads begin, end or stand (those twice).
ForceTable stationTable(const Frame& f, const std::vector<CaseLoads>& loads, int stations, size_t columns);
// Section forces of one element and column at all its stations from at(s, after).
template <class F> void fillStations(ForceTable& t, size_t element, size_t column, F at)
{
    const int begin = t.first[element], end = t.first[element + 1];
    for (int k = begin; k < end; ++k) {
        const double s = t.s[k];
        const bool second = k > begin && t.s[k - 1] == s;
        const bool pair = second || (k + 1 < end && t.s[k + 1] == s);
        const SectionForces v = at(s, pair ? second : true);
        std::copy(v.begin(), v.end(), t.at(k, column));
    }
}
void addToNodes(const Element& e, const Vector12& global, Eigen::VectorXd& perNode);

// Sparse Cholesky factor of a system's stiffness, with what the frame's findings need to know about it.
class FrameSolver
{
public:
    explicit FrameSolver(const FrameSystem& system, std::shared_ptr<AnalysisMemory> memory = nullptr);
    // Factorises the stiffness of the elements that act; false: a mechanism, or no digits left, said in the findings.
    bool factor(const std::vector<char>& active, std::vector<Finding>& findings);
    // The stiffness of the elements that act, not factorised: for factorWith().
    void stiffnessOf(const std::vector<char>& active) { k_ = system_.stiffness(active, idle_); }
    // Factorises stiffness + extra (lower triangles); false: not positive definite.
    bool factorWith(const SparseMatrix& extra);
    const SparseMatrix& stiffness() const { return k_; }
    const SymmetricFactor& factorAtHand() const { return factor_; } // of the last matrix factorised
    // Relative error with which the softest mode comes back from its own forces: what the equations' condition costs, measured.
    double accuracy() const { return accuracy_; }
    bool idleMomentsVanish(const Eigen::MatrixXd& rhs, const std::function<std::string(Eigen::Index)>& name,
                           std::vector<Finding>& findings) const;
    // Refined where the residual asks for it; the largest |K u - f|/|f| goes to `residual`.
    Eigen::MatrixXd solve(const Eigen::MatrixXd& rhs, double& residual) const;
    // With the factor at hand, one step of refinement.
    Eigen::VectorXd solveOnce(const Eigen::VectorXd& rhs, double* residual = nullptr) const;
    // Takes over the stiffness of a solver of the same system, to factorise it with something added.
    void take(const FrameSolver& other) { k_ = other.k_, idle_ = other.idle_, mode_ = other.mode_; }
    const Eigen::VectorXd& softestMode() const { return mode_; }

private:
    double softest(const SymmetricFactor& with, const Eigen::VectorXd& diagonal);
    void mechanism(const Eigen::VectorXd& mode, std::vector<Finding>& findings) const;
    void illConditioned(const std::vector<char>& active, bool usable, std::vector<Finding>& findings) const;
    const FrameSystem& system_;
    std::vector<FrameSystem::Idle> idle_; // of the stiffness at hand
    const SparseMatrix& factored() const { return sum_.size() > 0 ? sum_ : k_; }
    SparseMatrix k_, sum_; // sum_: with what factorWith() added
    std::shared_ptr<AnalysisMemory> memory_;
    SymmetricFactor factor_;
    Eigen::VectorXd mode_;
    double softness_ = 0, accuracy_ = 0;
};

} // namespace wr
