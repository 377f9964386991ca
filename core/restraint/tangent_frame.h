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
    // Freedoms whose flexibilities against one another are asked for: movements of some nodes, turns of others.
    struct Together
    {
        std::vector<int> moving, turning;
    };
    // memory: of symbolic factors, for several such frames. shares: of every element's stiffness that counts (oneWayShares()).
    TangentFrame(const Frame& f, bool shearDeformation, std::vector<double> shares, const std::vector<Together>& together,
                 std::shared_ptr<AnalysisMemory> memory = nullptr);
    // False: supports contradict each other, or the frame is a mechanism without load.
    bool sound() const { return sound_; }
    const FrameSystem& system() const { return system_; }
    // Exact beam-column stiffness of every element under its axial force (N, tension positive), times `part`. False: not
    // positive definite; then nothing can be solved.
    bool factor(const std::vector<double>& axial, double part = 1);
    int factorised() const { return factorised_; }
    // Flexibilities of the tangent at hand, between what stands together; they last until the next factor().
    void flexibilities(SelectedInverse& into) { factor_.selectedInverse(into); }
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

    // A movement or turn of a node along a direction in the unknowns.
    std::vector<FreedomTerm> terms(int node, Vec3 direction, bool rotation) const;

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
