// The tangent stiffness of a frame whose elements stand under given axial forces: factorised, solved, and where it is not
// positive definite, the mode in which it gives way.
#pragma once

#include "core/analysis/factor.h"
#include "core/analysis/system.h"

#include <vector>

namespace wr {

class TangentFrame
{
public:
    // shares: of every element's stiffness that counts (oneWayShares()).
    TangentFrame(const Frame& f, bool shearDeformation, std::vector<double> shares);
    // False: supports contradict each other, or the frame is a mechanism without load.
    bool sound() const { return sound_; }
    const FrameSystem& system() const { return system_; }
    // Exact beam-column stiffness of every element under its axial force (N, tension positive), times `part`. False: not
    // positive definite; then nothing can be solved.
    bool factor(const std::vector<double>& axial, double part = 1);
    int factorised() const { return factorised_; }
    Eigen::MatrixXd solve(const Eigen::MatrixXd& rhs) const { return factor_.solve(rhs); }
    // Of an element, global, 12 × 12.
    Matrix12 tangent(size_t element, double axial) const;
    // Where factor(axial) fails: displacements of all nodes (6 each) in the mode that a part of the forces brings first, and
    // that part. Leaves the factor at a part just below it.
    struct Mode
    {
        Eigen::VectorXd u;
        double part = 0;
    };
    Mode firstMode(const std::vector<double>& axial);

    void addUnit(int node, Vec3 direction, bool rotation, Eigen::Ref<Eigen::VectorXd> rhs) const;
    double moved(int node, Vec3 direction, bool rotation, const Eigen::Ref<const Eigen::VectorXd>& q) const;

private:
    const Frame& f_;
    bool shear_, sound_ = false;
    std::vector<double> shares_;
    FrameSystem system_;
    SparseMatrix stiffness_; // without forces, shares as if all were 1 or 0
    SymmetricFactor factor_;
    int factorised_ = 0;
};

} // namespace wr
