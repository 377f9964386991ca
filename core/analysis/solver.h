// What all analyses share: loads of a case as a right-hand side, the factor with its check for mechanisms, and the table of
// stations.
#pragma once

#include "core/analysis/system.h"
#include "core/frame/forces.h"

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
void fillStations(ForceTable& t, size_t element, size_t column, const std::function<SectionForces(double s, bool after)>& at);
void addToNodes(const Element& e, const Vector12& global, Eigen::VectorXd& perNode);

// Sparse Cholesky factor of a system's stiffness (CHOLMOD). The symbolic part is kept for matrices of the same pattern.
class FrameSolver
{
public:
    explicit FrameSolver(const FrameSystem& system);
    ~FrameSolver();
    // Factorises the stiffness of the elements that act; false: a mechanism, named in the findings.
    bool factor(const std::vector<char>& active, std::vector<Finding>& findings);
    // Factorises stiffness + extra (lower triangles); false: not positive definite.
    bool factorWith(const SparseMatrix& extra);
    const SparseMatrix& stiffness() const { return k_; }
    double softness() const { return softness_; } // Rayleigh quotient of the softest scaled mode
    bool idleMomentsVanish(const Eigen::MatrixXd& rhs, const std::function<std::string(Eigen::Index)>& name,
                           std::vector<Finding>& findings) const;
    // With one step of refinement; the largest |K u - f|/|f| goes to `residual`, loss of digits to the findings.
    Eigen::MatrixXd solve(const Eigen::MatrixXd& rhs, double& residual, std::vector<Finding>& findings) const;
    Eigen::VectorXd solveOnce(const Eigen::VectorXd& rhs) const; // with the factor at hand
    const Eigen::VectorXd& softestMode() const { return mode_; }

private:
    void mechanism(const Eigen::VectorXd& mode, std::vector<Finding>& findings) const;
    struct Factor;
    const FrameSystem& system_;
    std::vector<FrameSystem::Idle> idle_; // of the stiffness at hand
    SparseMatrix k_, factored_;
    std::unique_ptr<Factor> factor_;
    Eigen::VectorXd mode_;
    double softness_ = 0;
};

} // namespace wr
