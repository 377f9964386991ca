// The equations of a frame: displacement components of the nodes expressed by as few unknowns as supports, inclined supports,
// rigid diaphragms and equal-displacement links leave free; assembly, loads and what comes back at nodes and elements.
#pragma once

#include "core/analysis/element.h"
#include "core/analysis/factor.h"
#include "core/analysis/motion.h"
#include "core/frame/frame.h"

#include <Eigen/Dense>
#include <Eigen/SparseCore>
#include <span>
#include <vector>

namespace wr {

// A displacement component is Σ factor · unknown (+ what is prescribed).
struct FreedomTerm
{
    int unknown;
    double factor;
};

class FrameSystem
{
public:
    FrameSystem(const Frame& f, bool shearDeformation);
    // Faults of supports, diaphragms and links that contradict each other; empty means the system can be used.
    const std::vector<Finding>& faults() const { return faults_; }

    const Frame& frame() const { return f_; }
    int unknowns() const { return unknowns_; }
    const std::vector<ElementModel>& models() const { return models_; }
    std::span<const FreedomTerm> terms(int node, int dof) const;

    // A rotation of a node that nothing resists.
    struct Idle
    {
        int node;
        Vec3 direction;
    };
    // Lower triangle of the stiffness of supports and of the elements that act (`active` empty: all), and what it left idle.
    SparseMatrix stiffness(const std::vector<char>& active, std::vector<Idle>& idle) const;
    // The same sparsity for the geometric stiffness of mean axial forces (tension positive), one per element, N.
    SparseMatrix geometric(const std::vector<double>& axial, const std::vector<char>& active = {}) const;
    // Matrices of single elements (global, 12 × 12) at their places.
    SparseMatrix scattered(const std::vector<std::pair<size_t, Matrix12>>& elements) const;
    // Lumped masses (kg at each node's three translations) as a diagonal-dominant matrix over the unknowns.
    SparseMatrix mass(const std::vector<Vec3>& kilograms) const;
    SparseMatrix ownMass() const; // of the elements, consistent with their displacements

    // Adds one element's forces on its nodes (global, 12) to a right-hand side, with the sign given.
    void scatter(size_t element, const Vector12& forces, double sign, Eigen::Ref<Eigen::VectorXd> rhs) const;
    void addNodal(int node, int dof, double value, Eigen::Ref<Eigen::VectorXd> rhs) const;
    // Prescribed displacements of a case in global components, 6 per node.
    Eigen::VectorXd prescribed(const LoadCase& c) const;
    // Right-hand side of springs whose ground end moves.
    void addSpringSettlement(const Eigen::VectorXd& prescribed, Eigen::Ref<Eigen::VectorXd> rhs) const;

    // Global displacements of all nodes (6 per node) from the unknowns.
    Eigen::VectorXd displacements(const Eigen::VectorXd& q, const Eigen::VectorXd& prescribed) const;
    Vector12 elementDisplacements(size_t element, const Eigen::VectorXd& u) const; // global, 12
    // Support forces from the sum of element forces on nodes less the loads there (both global, 6 per node).
    NodeMotion motion(const Eigen::VectorXd& u, const Eigen::VectorXd& prescribed, const Eigen::VectorXd& elementForces,
                      const Eigen::VectorXd& nodal) const;

    bool used(int node) const { return used_[node]; }
    // What moves most in a shape over the unknowns: node, global component, whether it is a translation.
    struct Mover
    {
        int node = 0, dof = 0;
    };
    Mover mover(const Eigen::VectorXd& q) const;

    // How far anything resists a shape over the unknowns: the largest share of an element's (or spring's) energy in the sum of
    // the sizes of its terms. Round-off only (1e-15) where nothing does.
    double resistance(const Eigen::VectorXd& q, const std::vector<char>& active) const;
    // Elements of the largest and the smallest stiffness against bending and stretching, and their ratio.
    std::pair<size_t, size_t> stiffestAndSoftest(const std::vector<char>& active) const;
    double stiffnessRatio(size_t a, size_t b) const;

private:
    void number();
    void addDiaphragm(size_t index, std::vector<char>& slave);
    void addLink(size_t index, std::vector<char>& slave);
    void scatterMatrix(const Element& e, const Matrix12& g, std::vector<Eigen::Triplet<double>>& t, double scale = 1) const;
    void holdIdle(int node, const Eigen::Matrix3d& turning, double scale, std::vector<Eigen::Triplet<double>>& t,
                  std::vector<Idle>& idle) const;
    bool sharedRotation(int n, int d) const;
    void ownRotations(int n, std::vector<int>& unknowns, std::vector<Vec3>& directions) const;
    SparseMatrix matrix(const std::vector<Eigen::Triplet<double>>& t) const;
    size_t at(int node, int dof) const { return static_cast<size_t>(node) * 6 + static_cast<size_t>(dof); }

    const Frame& f_;
    int unknowns_ = 0;
    std::vector<ElementModel> models_;
    std::vector<std::vector<FreedomTerm>> terms_; // per global component of a node
    std::vector<bool> used_;
    std::vector<Finding> faults_;
};

} // namespace wr
