// One combination solved as a whole: iterations over one-way elements, axial forces and stiffness reductions.
#pragma once

#include "core/analysis/combinations.h"
#include "core/analysis/refine.h"
#include "core/analysis/solver.h"

#include <map>

namespace wr {

// What all combinations of one run share: the divided frame with one set of stiffnesses, its cases, and its factor.
struct WholeContext
{
    const Frame& original;
    const Refined& fine; // with the materials of this set of stiffnesses
    const FrameSystem& system;
    const std::vector<CaseLoads>& cases;
    const FrameSolver& linear; // factorised with all elements acting
    const SecondOrderRules& rules;
    bool reduced = false;
    std::shared_ptr<AnalysisMemory> memory;
};

class WholeSolution
{
public:
    WholeSolution(const WholeContext& context, const CombinationOptions& options, const WholeLoad& load, double scale);
    // Section forces go to a column of the table. False: not solved, the findings say why.
    bool run(CombinationOutcome& out, ForceTable& forces, size_t column, std::vector<Finding>& findings);

    // Only what moves and which elements act; no forces.
    bool displacementsOnly(CombinationOutcome& out, std::vector<Finding>& findings) { return iterate(out, findings); }
    const Eigen::VectorXd& displacements() const { return u_; } // 6 per node of the divided frame
    const std::vector<char>& active() const { return active_; } // per piece

private:
    bool iterate(CombinationOutcome& out, std::vector<Finding>& findings);
    bool pivot(const std::vector<size_t>& wrong);
    bool factorActive(std::vector<Finding>& findings);
    bool tracesVanish(double largest, std::vector<Finding>& findings) const;
    std::vector<double> axialNow(std::vector<size_t>& wrong) const;
    void addGivenDisplacements(bool bent, Eigen::VectorXd& rhs) const;
    bool solveOnce(CombinationOutcome& out, bool bent, std::vector<Finding>& findings);
    bool updateTau(const std::vector<double>& axial);
    SparseMatrix secondOrderStiffness() const;
    void unstable(CombinationOutcome& out, std::vector<Finding>& findings) const;
    void recover(CombinationOutcome& out, ForceTable& forces, size_t column, std::vector<Finding>& findings) const;
    const ElementModel& model(size_t piece) const;
    const Vector12& fixed(size_t piece) const;
    Vector12 moved(size_t piece) const;
    Vector12 ends(size_t piece) const;
    Vector12 idleFixed(size_t piece) const;
    double meanAxial(size_t piece) const;
    Eigen::VectorXd rightHandSide(bool bent) const;

    const WholeContext& c_;
    const Frame& f_; // divided
    const CombinationOptions& o_;
    const WholeLoad& load_;
    double scale_;
    FrameSolver own_;
    bool ownFactor_ = false; // some elements are idle: the shared factor does not fit
    CaseLoads loads_;
    std::vector<char> active_;
    std::vector<double> axial_, firstAxial_;
    std::vector<Vector12> endForces_; // of elements with rigid offsets, from the last iteration; by piece
    std::vector<double> squash_;      // Fy·A per piece where stiffness is reduced
    struct Softer
    {
        double tau;
        ElementModel model;
        Vector12 fixed;
    };
    std::map<size_t, Softer> softer_; // pieces with τb < 1
    size_t fewestWrong_ = 0;          // one-way elements in the wrong state, at best so far
    int blockTries_ = 0;
    bool traces_ = false; // idle elements keep a trace of their stiffness
    SparseMatrix traceStiffness_;
    bool bent_ = false;
    Eigen::VectorXd q_, u_;
};

} // namespace wr
