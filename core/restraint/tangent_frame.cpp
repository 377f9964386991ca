#include "core/restraint/tangent_frame.h"

#include <algorithm>
#include <cmath>
#include <tbb/parallel_for.h>

namespace wr {

TangentFrame::TangentFrame(const Frame& f, bool shearDeformation, std::vector<double> shares,
                           const std::vector<Together>& together, std::shared_ptr<AnalysisMemory> memory)
    : f_(f), shear_(shearDeformation), shares_(std::move(shares)), system_(f, shearDeformation), factor_(std::move(memory))
{
    if (!system_.faults().empty() || system_.unknowns() == 0) return;
    std::vector<char> active(shares_.size());
    std::transform(shares_.begin(), shares_.end(), active.begin(), [](double s) { return static_cast<char>(s > 0); });
    std::vector<FrameSystem::Idle> idle;
    // What stands together gets entries beside each other, of nothing, so that the inverse is known there.
    std::vector<Eigen::Triplet<double>> pairs;
    for (const Together& t : together) {
        std::vector<int> unknowns;
        for (const bool turn : {false, true})
            for (const int n : turn ? t.turning : t.moving)
                for (int d = turn ? 3 : 0; d < (turn ? 6 : 3); ++d)
                    for (const FreedomTerm& x : system_.terms(n, d))
                        unknowns.push_back(x.unknown);
        std::sort(unknowns.begin(), unknowns.end());
        unknowns.erase(std::unique(unknowns.begin(), unknowns.end()), unknowns.end());
        for (size_t a = 0; a < unknowns.size(); ++a)
            for (size_t b = a; b < unknowns.size(); ++b)
                pairs.emplace_back(unknowns[b], unknowns[a], 0.0);
    }
    SparseMatrix none(system_.unknowns(), system_.unknowns());
    none.setFromTriplets(pairs.begin(), pairs.end());
    stiffness_ = system_.stiffness(active, idle) + none;
    sound_ = stiffness_.diagonal().minCoeff() > 0 && factor(std::vector<double>(shares_.size(), 0.0));
}

Matrix12 TangentFrame::tangent(size_t element, double axial) const
{
    return shares_[element] * ElementModel(f_, f_.elements[element], shear_, 1, axial).globalStiffness();
}

bool TangentFrame::factor(const std::vector<double>& axial, double part)
{
    std::vector<std::pair<size_t, Matrix12>> more;
    for (size_t e = 0; e < shares_.size(); ++e)
        if (shares_[e] > 0) more.emplace_back(e, Matrix12::Zero());
    tbb::parallel_for(size_t{0}, more.size(), [&](size_t k) {
        auto& [e, m] = more[k];
        m = tangent(e, part * axial[e]) - system_.models()[e].globalStiffness();
    });
    ++factorised_;
    return factor_.compute(stiffness_ + system_.scattered(more));
}

TangentFrame::Mode TangentFrame::firstMode(const std::vector<double>& axial)
{
    Mode out;
    double low = 0, high = 1;
    for (int k = 0; k < 7; ++k) {
        const double middle = (low + high) / 2;
        (factor(axial, middle) ? low : high) = middle;
    }
    if (!factor(axial, low)) return out;
    out.part = low;
    // Close below the critical part the softest shape is that of the mode: inverse iteration from a start that favours none.
    const Eigen::Index n = system_.unknowns();
    Eigen::VectorXd q(n);
    for (Eigen::Index i = 0; i < n; ++i)
        q(i) = std::sin(1.0 + 12.9898 * static_cast<double>(i));
    const Eigen::VectorXd weight = stiffness_.diagonal();
    for (int k = 0; k < 6; ++k) {
        q = factor_.solve(Eigen::VectorXd(weight.cwiseProduct(q)));
        q /= std::sqrt(q.dot(weight.cwiseProduct(q)));
    }
    out.u = system_.displacements(q, Eigen::VectorXd::Zero(static_cast<Eigen::Index>(f_.nodes.size() * 6)));
    return out;
}

std::vector<FreedomTerm> TangentFrame::terms(int node, Vec3 direction, bool rotation) const
{
    const std::array<double, 3> v{direction.x, direction.y, direction.z};
    std::vector<FreedomTerm> out;
    for (int d = 0; d < 3; ++d)
        if (v[static_cast<size_t>(d)] != 0)
            for (const FreedomTerm& t : system_.terms(node, rotation ? d + 3 : d))
                out.push_back({t.unknown, v[static_cast<size_t>(d)] * t.factor});
    return out;
}

} // namespace wr
