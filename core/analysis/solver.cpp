#include "core/analysis/solver.h"

#include "core/analysis/panels.h"
#include "core/analysis/shares.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <tbb/parallel_for.h>

namespace wr {

namespace {

// Scaled Rayleigh quotient under which the softest mode is looked at: mechanism, or stiffnesses that differ too much.
constexpr double kDoubtful = 1e-12;
// A mode that no element and no spring resists by more than this share of its own terms is a mechanism: round-off leaves 1e-15.
constexpr double kResisted = 1e-13;
// Errors measured on the softest mode: told from the first on, not to be relied on from the second.
constexpr double kToldError = 1e-6, kUselessError = 1e-3;

} // namespace

FrameSolver::FrameSolver(const FrameSystem& system, std::shared_ptr<AnalysisMemory> memory)
    : system_(system), memory_(memory ? std::move(memory) : std::make_shared<AnalysisMemory>()), factor_(memory_)
{
}

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

namespace {

// One case; stops at the first fault that makes the rest meaningless.
class CaseMaker
{
public:
    CaseMaker(const FrameSystem& system, size_t index, CaseLoads& loads, std::vector<Finding>& findings)
        : system_(system), f_(system.frame()), case_(f_.cases[index]), index_(index), l_(loads), findings_(findings)
    {
    }

    void make()
    {
        l_.nodal = Eigen::VectorXd::Zero(static_cast<Eigen::Index>(f_.nodes.size() * 6));
        l_.rhs = Eigen::VectorXd::Zero(system_.unknowns());
        l_.prescribed = system_.prescribed(case_);
        if (nothing())
            say("analysis.no-loads", fmt::format("/cases/{}", index_), case_.id,
                "case " + case_.id + " has no loads: it adds nothing to any combination");
        panelFaults();
        if (!atNodes()) return;
        system_.addSpringSettlement(l_.prescribed, l_.rhs);
        if (!onElements()) return;
        if (!l_.rhs.allFinite())
            say("analysis.not-covered", fmt::format("/cases/{}", index_), case_.id,
                fmt::format("the loads of case {} are too large to be reckoned with: look at their units", case_.id));
    }

private:
    void say(std::string_view code, std::string place, const std::string& subject, std::string text)
    {
        findings_.push_back(finding(code, std::move(place), subject, std::move(text)));
    }
    void count(Vec3 v)
    {
        l_.total = l_.total + v;
        l_.size += norm(v);
    }

    bool nothing() const
    {
        return case_.selfWeight == 0 && case_.nodal.empty() && case_.line.empty() && case_.point.empty() &&
               case_.thermal.empty() && case_.settlement.empty() && case_.area.empty() && !case_.notional;
    }

    void panelFaults()
    {
        const std::vector<PanelLoad> panels = panelLoads(f_, case_);
        for (size_t p = 0; p < panels.size(); ++p)
            if (!panels[p].fault.empty())
                say("analysis.panel", fmt::format("/cases/{}/area/{}", index_, p), case_.id,
                    fmt::format("an area load of case {} cannot be spread: {}", case_.id, panels[p].fault));
    }

    bool atNodes()
    {
        std::vector<NodalLoad> loads = case_.nodal;
        for (const NodalLoad& n : notionalLoads(f_, case_))
            loads.push_back(n);
        for (const NodalLoad& n : loads) {
            if (!system_.used(n.node)) {
                const std::string& id = f_.nodes[n.node].id;
                say("analysis.mechanism", fmt::format("/nodes/{}", n.node), id,
                    fmt::format("a load of case {} acts at node {}, which no element holds", case_.id, id));
                return false;
            }
            count(n.f);
            for (int d = 0; d < 3; ++d) {
                l_.nodal(n.node * 6 + d) += n.f[d];
                l_.nodal(n.node * 6 + d + 3) += n.m[d];
                system_.addNodal(n.node, d, n.f[d], l_.rhs);
                system_.addNodal(n.node, d + 3, n.m[d], l_.rhs);
            }
        }
        return true;
    }

    bool onElements()
    {
        l_.spans = spanLoads(f_, case_);
        l_.fixed.assign(f_.elements.size(), Vector12::Zero());
        const Eigen::VectorXd moved = system_.displacements(Eigen::VectorXd::Zero(system_.unknowns()), l_.prescribed);
        const bool settles = !moved.isZero(0);
        for (size_t e = 0; e < f_.elements.size(); ++e) {
            const ElementModel& m = system_.models()[e];
            if (!l_.spans[e].empty() && !m.fixedEnd(l_.spans[e], l_.fixed[e])) {
                say("analysis.unresisted-moment", fmt::format("/elements/{}", e), f_.elements[e].id,
                    fmt::format("a load of case {} turns or pushes element {} against its releases and nothing resists it: "
                                "remove a release or the load",
                                case_.id, f_.elements[e].id));
                return false;
            }
            for (const auto& line : l_.spans[e].lines)
                count(m.axes().toGlobal((line.to - line.from) / 2 * (line.q0 + line.q1)));
            for (const auto& p : l_.spans[e].points)
                count(m.axes().toGlobal(p.f));
            if (!l_.fixed[e].isZero(0)) system_.scatter(e, m.toGlobal(l_.fixed[e]), -1, l_.rhs);
            if (!settles) continue;
            if (const Vector12 at = system_.elementDisplacements(e, moved); !at.isZero(0))
                system_.scatter(e, m.globalStiffness() * at, -1, l_.rhs);
        }
        return true;
    }

    const FrameSystem& system_;
    const Frame& f_;
    const LoadCase& case_;
    size_t index_;
    CaseLoads& l_;
    std::vector<Finding>& findings_;
};

} // namespace

std::vector<CaseLoads> makeCaseLoads(const FrameSystem& system, std::vector<Finding>& findings)
{
    const Frame& f = system.frame();
    std::vector<CaseLoads> out(f.cases.size());
    std::vector<std::vector<Finding>> told(f.cases.size());
    tbb::parallel_for(size_t{0}, f.cases.size(), [&](size_t c) { CaseMaker(system, c, out[c], told[c]).make(); });
    for (auto& list : told)
        findings.insert(findings.end(), list.begin(), list.end());
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
        const CaseLoads& from = cases[c];
        out.nodal += k * from.nodal;
        out.prescribed += k * from.prescribed;
        out.rhs += k * from.rhs;
        out.total = out.total + k * from.total;
        out.size += std::abs(k) * from.size;
        for (size_t e = 0; e < f.elements.size(); ++e) {
            out.fixed[e] += k * from.fixed[e];
            SpanLoads& s = out.spans[e];
            for (SpanLoads::Line l : from.spans[e].lines) {
                l.q0 = k * l.q0;
                l.q1 = k * l.q1;
                s.lines.push_back(l);
            }
            for (SpanLoads::Point p : from.spans[e].points) {
                p.f = k * p.f;
                p.m = k * p.m;
                s.points.push_back(p);
            }
            s.elongation += k * from.spans[e].elongation;
            s.curveY += k * from.spans[e].curveY;
            s.curveZ += k * from.spans[e].curveZ;
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
        at.clear();
        twice.clear();
        for (int k = 0; k < n; ++k)
            at.push_back(l * k / (n - 1));
        for (const CaseLoads& c : loads) {
            for (const auto& line : c.spans[e].lines) {
                at.push_back(line.from);
                at.push_back(line.to);
            }
            for (const auto& p : c.spans[e].points) {
                at.push_back(p.at);
                twice.push_back(p.at);
            }
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
    t.belongTo(f);
    return t;
}

void addToNodes(const Element& e, const Vector12& global, Eigen::VectorXd& perNode)
{
    perNode.segment<6>(static_cast<Eigen::Index>(e.i) * 6) += global.head<6>();
    perNode.segment<6>(static_cast<Eigen::Index>(e.j) * 6) += global.tail<6>();
}

// Softest mode of the stiffness scaled to a unit diagonal, by inverse iteration; the mode goes to mode_, the error measured
// on the way to accuracy_.
double FrameSolver::softest(const SymmetricFactor& with, const Eigen::VectorXd& diagonal)
{
    const Eigen::Index n = diagonal.size();
    Eigen::VectorXd x(n);
    for (Eigen::Index i = 0; i < n; ++i)
        x(i) = std::sin(1.0 + 12.9898 * static_cast<double>(i)); // any start that favours nothing
    const auto size = [&](const Eigen::VectorXd& v) { return std::sqrt(v.dot(diagonal.cwiseProduct(v))); };
    double quotient = 1;
    Eigen::VectorXd kx = k_.selfadjointView<Eigen::Lower>() * x;
    for (int i = 0; i < 4; ++i) {
        // Beside the next shape the present one's own forces are solved for: what comes back differs by what the condition
        // costs.
        Eigen::MatrixXd both(n, 2);
        both << diagonal.cwiseProduct(x), kx;
        both = with.solve(both);
        accuracy_ = size(both.col(1) - x) / size(x);
        const double whole = size(both.col(0));
        if (!std::isfinite(whole) || whole == 0) return 0;
        x = both.col(0) / whole;
        kx = k_.selfadjointView<Eigen::Lower>() * x;
        quotient = x.dot(kx);
        if (i >= 1 && quotient > 1e-9) break; // far from any doubt
    }
    mode_ = x;
    return quotient;
}

bool FrameSolver::factor(const std::vector<char>& active, std::vector<Finding>& findings)
{
    k_ = system_.stiffness(active, idle_);
    softness_ = 1;
    accuracy_ = 0;
    mode_.resize(0);
    if (system_.unknowns() == 0) return true;
    const Eigen::VectorXd diagonal = k_.diagonal();
    Eigen::Index worst = 0;
    if (diagonal.minCoeff(&worst) <= 0) {
        mechanism(Eigen::VectorXd::Unit(system_.unknowns(), worst), findings);
        return false;
    }
    const bool factored = factor_.compute(k_);
    sum_ = SparseMatrix();
    softness_ = 0;
    if (factored) {
        softness_ = softest(factor_, diagonal);
        if (mode_.size() == 0) mode_ = Eigen::VectorXd::Unit(system_.unknowns(), 0);
        if (softness_ > kDoubtful || (accuracy_ < kUselessError && system_.resistance(mode_, active) > kResisted)) {
            if (accuracy_ > kToldError) illConditioned(active, true, findings);
            return true;
        }
    } else {
        // A little stiffness everywhere makes the mechanism the softest mode that can be found.
        SparseMatrix held = k_;
        for (int i = 0; i < system_.unknowns(); ++i)
            held.coeffRef(i, i) += 1e-9 * diagonal(i);
        SymmetricFactor second(memory_);
        if (second.compute(held)) softest(second, diagonal);
        if (mode_.size() == 0) mode_ = Eigen::VectorXd::Unit(system_.unknowns(), 0);
    }
    if (system_.resistance(mode_, active) > kResisted)
        illConditioned(active, false, findings);
    else
        mechanism(mode_, findings);
    return false;
}

void FrameSolver::illConditioned(const std::vector<char>& active, bool usable, std::vector<Finding>& findings) const
{
    const Frame& f = system_.frame();
    const auto [stiff, soft] = system_.stiffestAndSoftest(active);
    const int node = system_.mover(mode_).node;
    const std::string what =
        fmt::format("element {} is the stiffest, {:.0e} times element {}; node {} moves most in the softest shape",
                    f.elements[stiff].id, system_.stiffnessRatio(stiff, soft), f.elements[soft].id, f.nodes[node].id);
    Finding x =
        finding("analysis.ill-conditioned", fmt::format("/elements/{}", stiff), f.elements[stiff].id,
                usable ? fmt::format("the stiffnesses differ so much that results hold only {:.0f} digits (measured): {}",
                                     std::max(0.0, -std::log10(accuracy_)), what)
                       : fmt::format("the stiffnesses differ too much to be solved together: {}; use rigid offsets or links in "
                                     "place of very stiff elements",
                                     what));
    if (!usable) x.severity = Severity::Error;
    findings.push_back(std::move(x));
}

bool FrameSolver::factorWith(const SparseMatrix& extra)
{
    sum_ = k_ + extra;
    if (system_.unknowns() == 0) return true;
    return factor_.compute(sum_);
}

void FrameSolver::mechanism(const Eigen::VectorXd& mode, std::vector<Finding>& findings) const
{
    static constexpr const char* words[6] = {"move along x", "move along y", "move along z",
                                             "turn about x", "turn about y", "turn about z"};
    const auto [node, dof] = system_.mover(mode);
    const std::string& id = system_.frame().nodes[node].id;
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
                for (const FreedomTerm& a : system_.terms(n, d + 3)) {
                    moment += direction[d] * a.factor * rhs(a.unknown, c);
                    size = std::max(size, std::abs(rhs(a.unknown, c)));
                }
            if (std::abs(moment) <= 1e-7 * std::max(size, 1e-3 * rhs.col(c).cwiseAbs().maxCoeff())) continue;
            const std::string& id = system_.frame().nodes[n].id;
            findings.push_back(
                finding("analysis.unresisted-moment", fmt::format("/nodes/{}", n), id,
                        fmt::format("a moment of {} acts at node {} about a direction in which every element there is "
                                    "released: remove a release or the moment",
                                    name(c), id)));
            return false;
        }
    return true;
}

Eigen::MatrixXd FrameSolver::solve(const Eigen::MatrixXd& rhs, double& residual) const
{
    residual = 0;
    if (system_.unknowns() == 0) return rhs;
    Eigen::MatrixXd u = factor_.solve(rhs);
    const auto worst = [&](const Eigen::MatrixXd& off) {
        double most = 0;
        for (Eigen::Index c = 0; c < rhs.cols(); ++c)
            if (const double size = rhs.col(c).norm(); size > 0) most = std::max(most, off.col(c).norm() / size);
        return most;
    };
    // One step of refinement where digits were lost.
    for (int round = 0; round < 2; ++round) {
        const Eigen::MatrixXd off = rhs - factored().selfadjointView<Eigen::Lower>() * u;
        residual = worst(off);
        if (round == 0 && residual > 1e-12)
            u += factor_.solve(off);
        else
            break;
    }
    return u;
}

Eigen::VectorXd FrameSolver::solveOnce(const Eigen::VectorXd& rhs, double* residual) const
{
    if (residual) *residual = 0;
    if (system_.unknowns() == 0) return rhs;
    Eigen::VectorXd u = factor_.solve(rhs);
    u += factor_.solve((rhs - factored().selfadjointView<Eigen::Lower>() * u).eval());
    if (const double size = rhs.norm(); residual && size > 0)
        *residual = (rhs - factored().selfadjointView<Eigen::Lower>() * u).norm() / size;
    return u;
}

} // namespace wr
