#include "core/analysis/solver.h"

#include <Eigen/CholmodSupport>
#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

using Cholesky = Eigen::CholmodSupernodalLLT<SparseMatrix>;

// Scaled Rayleigh quotient under which the softest mode is a mechanism, not a soft frame. A chain of 10 000 elements in a line
// still stands at about 1e-10; round-off leaves 1e-15 and less.
constexpr double kMechanism = 1e-12;

// Softest mode of a matrix scaled to a unit diagonal, by inverse iteration with its factor.
double softest(const Cholesky& solver, const SparseMatrix& k, const Eigen::VectorXd& diagonal, Eigen::VectorXd& mode)
{
    const Eigen::Index n = diagonal.size();
    Eigen::VectorXd x(n);
    for (Eigen::Index i = 0; i < n; ++i)
        x(i) = std::sin(1.0 + 12.9898 * static_cast<double>(i)); // any start that favours nothing
    double quotient = 1;
    for (int i = 0; i < 3; ++i) {
        x = solver.solve(diagonal.cwiseProduct(x).eval());
        const double size = std::sqrt(x.dot(diagonal.cwiseProduct(x)));
        if (!std::isfinite(size) || size == 0) return 0;
        x /= size;
        const Eigen::VectorXd kx = k.selfadjointView<Eigen::Lower>() * x;
        quotient = x.dot(kx);
    }
    mode = x;
    return quotient;
}

} // namespace

struct FrameSolver::Factor
{
    Cholesky cholesky;
    Factor() { cholesky.cholmod().print = 0; }
};

FrameSolver::FrameSolver(const FrameSystem& system) : system_(system), factor_(std::make_unique<Factor>()) {}
FrameSolver::~FrameSolver() = default;

std::vector<Finding> coverage(const Frame& f)
{
    std::vector<Finding> out;
    if (f.elements.empty())
        out.push_back(
            finding("analysis.not-covered", "/elements", "", "the frame has no elements, so there is nothing to analyse"));
    if (f.cases.empty())
        out.push_back(finding("analysis.not-covered", "/cases", "", "the frame has no load cases: add at least one"));
    return out;
}

std::vector<CaseLoads> makeCaseLoads(const FrameSystem& system, std::vector<Finding>& findings)
{
    const Frame& f = system.frame();
    const auto components = static_cast<Eigen::Index>(f.nodes.size() * 6);
    std::vector<CaseLoads> out(f.cases.size());
    for (size_t c = 0; c < f.cases.size(); ++c) {
        const LoadCase& lc = f.cases[c];
        CaseLoads& l = out[c];
        l.nodal = Eigen::VectorXd::Zero(components);
        l.rhs = Eigen::VectorXd::Zero(system.unknowns());
        l.prescribed = system.prescribed(lc);
        if (lc.selfWeight == 0 && lc.nodal.empty() && lc.line.empty() && lc.point.empty() && lc.thermal.empty() &&
            lc.settlement.empty())
            findings.push_back(finding("analysis.no-loads", fmt::format("/cases/{}", c), lc.id,
                                       "case " + lc.id + " has no loads: it adds nothing to any combination"));
        const auto count = [&](Vec3 v) { l.total = l.total + v, l.size += norm(v); };
        for (const NodalLoad& n : lc.nodal) {
            if (!system.used(n.node)) {
                const std::string& id = f.nodes[static_cast<size_t>(n.node)].id;
                findings.push_back(
                    finding("analysis.mechanism", fmt::format("/nodes/{}", n.node), id,
                            fmt::format("a load of case {} acts at node {}, which no element holds", lc.id, id)));
                return out;
            }
            count(n.f);
            for (int d = 0; d < 3; ++d) {
                l.nodal(n.node * 6 + d) += n.f[d], l.nodal(n.node * 6 + d + 3) += n.m[d];
                system.addNodal(n.node, d, n.f[d], l.rhs);
                system.addNodal(n.node, d + 3, n.m[d], l.rhs);
            }
        }
        system.addSpringSettlement(l.prescribed, l.rhs);
        l.spans = spanLoads(f, lc);
        l.fixed.assign(f.elements.size(), Vector12::Zero());
        const Eigen::VectorXd moved = system.displacements(Eigen::VectorXd::Zero(system.unknowns()), l.prescribed);
        const bool settles = !moved.isZero(0);
        for (size_t e = 0; e < f.elements.size(); ++e) {
            const ElementModel& m = system.models()[e];
            if (!l.spans[e].empty() && !m.fixedEnd(l.spans[e], l.fixed[e])) {
                findings.push_back(finding("analysis.unresisted-moment", fmt::format("/elements/{}", e), f.elements[e].id,
                                           fmt::format("a load of case {} turns or pushes element {} against its releases and "
                                                       "nothing resists it: remove a release or the load",
                                                       lc.id, f.elements[e].id)));
                return out;
            }
            for (const auto& line : l.spans[e].lines)
                count(m.axes().toGlobal((line.to - line.from) / 2 * (line.q0 + line.q1)));
            for (const auto& p : l.spans[e].points)
                count(m.axes().toGlobal(p.f));
            if (!l.fixed[e].isZero(0)) system.scatter(e, m.toGlobal(l.fixed[e]), -1, l.rhs);
            if (settles)
                if (const Vector12 at = system.elementDisplacements(e, moved); !at.isZero(0))
                    system.scatter(e, m.globalStiffness() * at, -1, l.rhs);
        }
    }
    return out;
}

CaseLoads combined(const FrameSystem& system, const std::vector<CaseLoads>& cases,
                   const std::vector<std::pair<int, double>>& terms)
{
    const Frame& f = system.frame();
    CaseLoads out;
    out.nodal = out.prescribed = Eigen::VectorXd::Zero(static_cast<Eigen::Index>(f.nodes.size() * 6));
    out.rhs = Eigen::VectorXd::Zero(system.unknowns());
    out.spans.resize(f.elements.size());
    out.fixed.assign(f.elements.size(), Vector12::Zero());
    for (const auto& [c, k] : terms) {
        const CaseLoads& from = cases[static_cast<size_t>(c)];
        out.nodal += k * from.nodal, out.prescribed += k * from.prescribed, out.rhs += k * from.rhs;
        out.total = out.total + k * from.total, out.size += std::abs(k) * from.size;
        for (size_t e = 0; e < f.elements.size(); ++e) {
            out.fixed[e] += k * from.fixed[e];
            SpanLoads& s = out.spans[e];
            for (SpanLoads::Line l : from.spans[e].lines) {
                l.q0 = k * l.q0, l.q1 = k * l.q1;
                s.lines.push_back(l);
            }
            for (SpanLoads::Point p : from.spans[e].points) {
                p.f = k * p.f, p.m = k * p.m;
                s.points.push_back(p);
            }
            s.elongation += k * from.spans[e].elongation;
            s.curveY += k * from.spans[e].curveY, s.curveZ += k * from.spans[e].curveZ;
        }
    }
    return out;
}

ForceTable stationTable(const Frame& f, const std::vector<CaseLoads>& loads, int stations, size_t columns)
{
    ForceTable t;
    t.columns = columns;
    t.first.push_back(0);
    std::vector<double> at, twice;
    for (size_t e = 0; e < f.elements.size(); ++e) {
        const double l = f.length(f.elements[e]), eps = 1e-9 * l;
        const int n = std::max(2, stations);
        at.clear(), twice.clear();
        for (int k = 0; k < n; ++k)
            at.push_back(l * k / (n - 1));
        for (const CaseLoads& c : loads) {
            for (const auto& line : c.spans[e].lines)
                at.push_back(line.from), at.push_back(line.to);
            for (const auto& p : c.spans[e].points)
                at.push_back(p.at), twice.push_back(p.at);
        }
        std::sort(at.begin(), at.end());
        at.erase(std::unique(at.begin(), at.end(), [&](double a, double b) { return b - a < eps; }), at.end());
        for (const double s : at) {
            t.s.push_back(s);
            // Before and behind a point load; at the very ends only the side inside the element means anything, but both stand.
            if (std::any_of(twice.begin(), twice.end(), [&](double p) { return std::abs(p - s) < eps; })) t.s.push_back(s);
        }
        t.first.push_back(static_cast<int>(t.s.size()));
    }
    t.values.resize(t.s.size() * t.columns * 6);
    t.sizes = sizesFingerprint(f);
    return t;
}

void fillStations(ForceTable& t, size_t element, size_t column, const std::function<SectionForces(double, bool)>& at)
{
    const int begin = t.first[element], end = t.first[element + 1];
    for (int k = begin; k < end; ++k) {
        const double s = t.s[static_cast<size_t>(k)];
        const bool second = k > begin && t.s[static_cast<size_t>(k - 1)] == s;
        const bool pair = second || (k + 1 < end && t.s[static_cast<size_t>(k + 1)] == s);
        const SectionForces v = at(s, pair ? second : true);
        std::copy(v.begin(), v.end(), t.at(k, column));
    }
}

void addToNodes(const Element& e, const Vector12& global, Eigen::VectorXd& perNode)
{
    perNode.segment<6>(static_cast<Eigen::Index>(e.i) * 6) += global.head<6>();
    perNode.segment<6>(static_cast<Eigen::Index>(e.j) * 6) += global.tail<6>();
}

bool FrameSolver::factor(const std::vector<char>& active, std::vector<Finding>& findings)
{
    k_ = system_.stiffness(active, idle_);
    softness_ = 1;
    if (system_.unknowns() == 0) return true;
    const Eigen::VectorXd diagonal = k_.diagonal();
    Eigen::Index worst = 0;
    if (diagonal.minCoeff(&worst) <= 0) {
        mechanism(Eigen::VectorXd::Unit(system_.unknowns(), worst), findings);
        return false;
    }
    factor_->cholesky.compute(k_);
    factored_ = k_;
    softness_ = 0;
    if (factor_->cholesky.info() == Eigen::Success) softness_ = softest(factor_->cholesky, k_, diagonal, mode_);
    if (factor_->cholesky.info() == Eigen::Success && softness_ > kMechanism) return true;
    // A little stiffness everywhere makes the mechanism the softest mode that can be found.
    SparseMatrix held = k_;
    for (int i = 0; i < system_.unknowns(); ++i)
        held.coeffRef(i, i) += 1e-9 * diagonal(i);
    Factor second;
    second.cholesky.compute(held);
    if (second.cholesky.info() == Eigen::Success) softest(second.cholesky, k_, diagonal, mode_);
    if (mode_.size() == 0) mode_ = Eigen::VectorXd::Unit(system_.unknowns(), 0);
    mechanism(mode_, findings);
    return false;
}

bool FrameSolver::factorWith(const SparseMatrix& extra)
{
    factored_ = k_ + extra;
    if (system_.unknowns() == 0) return true;
    factor_->cholesky.compute(factored_);
    return factor_->cholesky.info() == Eigen::Success;
}

void FrameSolver::mechanism(const Eigen::VectorXd& mode, std::vector<Finding>& findings) const
{
    static constexpr const char* words[6] = {"move along x", "move along y", "move along z",
                                             "turn about x", "turn about y", "turn about z"};
    const auto [node, dof] = system_.mover(mode);
    const std::string& id = system_.frame().nodes[static_cast<size_t>(node)].id;
    findings.push_back(finding("analysis.mechanism", fmt::format("/nodes/{}", node), id,
                               fmt::format("the frame is a mechanism: node {} can {} without resistance; {}", id, words[dof],
                                           dof < 3 ? "add a support or bracing there, or remove a release"
                                                   : "remove a release, or hold this rotation")));
}

bool FrameSolver::idleMomentsVanish(const Eigen::MatrixXd& rhs, const std::function<std::string(Eigen::Index)>& name,
                                    std::vector<Finding>& findings) const
{
    for (const auto& [n, direction] : idle_)
        for (Eigen::Index c = 0; c < rhs.cols(); ++c) {
            double moment = 0, size = 0;
            for (int d = 0; d < 3; ++d)
                for (const FreedomTerm& a : system_.terms(n, d + 3))
                    moment += direction[d] * a.factor * rhs(a.unknown, c), size = std::max(size, std::abs(rhs(a.unknown, c)));
            if (std::abs(moment) <= 1e-7 * std::max(size, 1e-3 * rhs.col(c).cwiseAbs().maxCoeff())) continue;
            const std::string& id = system_.frame().nodes[static_cast<size_t>(n)].id;
            findings.push_back(
                finding("analysis.unresisted-moment", fmt::format("/nodes/{}", n), id,
                        fmt::format("a moment of {} acts at node {} about a direction in which every element there is "
                                    "released: remove a release or the moment",
                                    name(c), id)));
            return false;
        }
    return true;
}

Eigen::MatrixXd FrameSolver::solve(const Eigen::MatrixXd& rhs, double& residual, std::vector<Finding>& findings) const
{
    residual = 0;
    if (system_.unknowns() == 0) return rhs;
    Eigen::MatrixXd u = factor_->cholesky.solve(rhs);
    Eigen::MatrixXd off = rhs - factored_.selfadjointView<Eigen::Lower>() * u;
    u += factor_->cholesky.solve(off); // one step of refinement costs little and keeps the last digits
    off = rhs - factored_.selfadjointView<Eigen::Lower>() * u;
    for (Eigen::Index c = 0; c < rhs.cols(); ++c)
        if (const double size = rhs.col(c).norm(); size > 0) residual = std::max(residual, off.col(c).norm() / size);
    if (residual > 1e-6)
        findings.push_back(finding("analysis.ill-conditioned", "", "",
                                   fmt::format("the equations lose digits: the residual is {:.1e} of the loads; look for "
                                               "stiffnesses that differ by many orders of magnitude",
                                               residual)));
    return u;
}

Eigen::VectorXd FrameSolver::solveOnce(const Eigen::VectorXd& rhs) const
{
    if (system_.unknowns() == 0) return rhs;
    Eigen::VectorXd u = factor_->cholesky.solve(rhs);
    u += factor_->cholesky.solve((rhs - factored_.selfadjointView<Eigen::Lower>() * u).eval());
    return u;
}

} // namespace wr
