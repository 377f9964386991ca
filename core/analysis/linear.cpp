#include "core/analysis/linear.h"

#include "core/analysis/element.h"

#include <Eigen/CholmodSupport>
#include <Eigen/Dense>
#include <Eigen/SparseCore>
#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

using Sparse = Eigen::SparseMatrix<double>;
using Solver = Eigen::CholmodSupernodalLLT<Sparse>;

// Scaled Rayleigh quotient under which the softest mode is a mechanism, not a soft frame. A chain of 10 000 elements in a line
// still stands at about 1e-10; round-off leaves 1e-15 and less.
constexpr double kMechanism = 1e-12;

class LinearAnalysis
{
public:
    LinearAnalysis(const Frame& f, const AnalysisOptions& o, Progress& p) : f_(f), options_(o), progress_(p) {}

    AnalysisResult run()
    {
        if (!covered()) return std::move(out_);
        progress_.at(0.05, "assembling");
        number();
        for (const Element& e : f_.elements)
            models_.emplace_back(f_, e, options_.shearDeformation);
        assemble();
        if (!loadVectors()) return std::move(out_);
        if (progress_.cancelled()) return std::move(out_);
        progress_.at(0.2, "solving");
        if (!solve()) return std::move(out_);
        if (progress_.cancelled()) return std::move(out_);
        progress_.at(0.7, "section forces");
        makeStations();
        recover();
        checkBalance();
        out_.ok = true;
        progress_.at(1.0, "analysed");
        return std::move(out_);
    }

private:
    int freedom(int node, int d) const { return dof_[static_cast<size_t>(node) * 6 + static_cast<size_t>(d)]; }

    bool covered()
    {
        const auto no = [&](std::string place, std::string subject, std::string text) {
            out_.findings.push_back(finding("analysis.not-covered", std::move(place), std::move(subject), std::move(text)));
        };
        if (f_.elements.empty()) no("/elements", "", "the frame has no elements, so there is nothing to analyse");
        if (!f_.diaphragms.empty())
            no("/diaphragms/0", f_.diaphragms[0].id, "rigid diaphragms are not analysed here yet: give results with the file");
        for (size_t e = 0; e < f_.elements.size(); ++e)
            if (f_.elements[e].behaviour == Behaviour::TensionOnly || f_.elements[e].behaviour == Behaviour::CompressionOnly) {
                no(fmt::format("/elements/{}/behaviour", e), f_.elements[e].id,
                   fmt::format("element {} acts in one sense only, which is not analysed here yet: make it axial, or give "
                               "results with the file",
                               f_.elements[e].id));
                break;
            }
        if (f_.cases.empty()) no("/cases", "", "the frame has no load cases: add at least one");
        return out_.findings.empty();
    }

    void number()
    {
        dof_.assign(f_.nodes.size() * 6, -1);
        std::vector<bool> used(f_.nodes.size(), false);
        for (const Element& e : f_.elements)
            used[static_cast<size_t>(e.i)] = used[static_cast<size_t>(e.j)] = true;
        // A node that no element touches takes no part unless a load acts there; loadVectors() looks after that.
        for (size_t n = 0; n < f_.nodes.size(); ++n)
            for (size_t d = 0; d < 6; ++d)
                if (used[n] && !f_.nodes[n].support[d].held) dof_[n * 6 + d] = out_.freedoms++;
    }

    void assemble()
    {
        std::vector<Eigen::Triplet<double>> t;
        t.reserve(f_.elements.size() * 144);
        std::vector<Eigen::Matrix3d> turning(f_.nodes.size(), Eigen::Matrix3d::Zero());
        std::vector<double> scale(f_.nodes.size(), 0.0);
        for (size_t k = 0; k < f_.elements.size(); ++k) {
            const Element& e = f_.elements[k];
            const Matrix12 g = models_[k].globalStiffness();
            for (int i = 0; i < 12; ++i) {
                const int a = freedom(i < 6 ? e.i : e.j, i % 6);
                for (int j = 0; j < 12; ++j) {
                    const int b = freedom(j < 6 ? e.i : e.j, j % 6);
                    if (a >= 0 && b >= 0 && a >= b && g(i, j) != 0) t.emplace_back(a, b, g(i, j));
                }
            }
            const FrameSection& s = f_.sections[static_cast<size_t>(e.section)];
            const double stiff = 4 * f_.materials[static_cast<size_t>(e.material)].e *
                                 std::max(s.properties.iy, s.properties.iz) / models_[k].length();
            for (const auto& [n, at] : {std::pair{e.i, 3}, std::pair{e.j, 9}}) {
                turning[static_cast<size_t>(n)] += g.block<3, 3>(at, at);
                scale[static_cast<size_t>(n)] = std::max(scale[static_cast<size_t>(n)], stiff);
            }
        }
        for (size_t n = 0; n < f_.nodes.size(); ++n) {
            for (int d = 0; d < 6; ++d) {
                const double k = f_.nodes[n].support[static_cast<size_t>(d)].spring;
                const int a = freedom(static_cast<int>(n), d);
                if (k > 0 && a >= 0) t.emplace_back(a, a, k);
                if (k > 0 && d >= 3) turning[n](d - 3, d - 3) += k;
            }
            if (scale[n] > 0) holdIdleRotations(static_cast<int>(n), turning[n], scale[n], t);
        }
        k_.resize(out_.freedoms, out_.freedoms);
        k_.setFromTriplets(t.begin(), t.end());
    }

    // Rotations of a node that no element and no spring resists have zero rows in the matrix; a stiffness in just those
    // directions removes the singularity and changes nothing else, since they are coupled to nothing.
    void holdIdleRotations(int n, const Eigen::Matrix3d& turning, double scale, std::vector<Eigen::Triplet<double>>& t)
    {
        std::vector<int> free;
        for (int d = 0; d < 3; ++d)
            if (freedom(n, d + 3) >= 0) free.push_back(d);
        if (free.empty()) return;
        const auto m = static_cast<Eigen::Index>(free.size());
        Eigen::MatrixXd block(m, m);
        for (Eigen::Index i = 0; i < m; ++i)
            for (Eigen::Index j = 0; j < m; ++j)
                block(i, j) = turning(free[static_cast<size_t>(i)], free[static_cast<size_t>(j)]);
        const Eigen::SelfAdjointEigenSolver<Eigen::MatrixXd> eigen(block);
        for (Eigen::Index v = 0; v < m; ++v) {
            if (eigen.eigenvalues()(v) > 1e-11 * scale) continue;
            Vec3 direction;
            for (Eigen::Index i = 0; i < m; ++i)
                direction[free[static_cast<size_t>(i)]] = eigen.eigenvectors()(i, v);
            idle_.push_back({n, direction});
            for (const int i : free)
                for (const int j : free) {
                    const int a = freedom(n, i + 3), b = freedom(n, j + 3);
                    if (a >= b) t.emplace_back(a, b, scale * direction[i] * direction[j]);
                }
        }
    }

    bool loadVectors()
    {
        const auto cases = static_cast<Eigen::Index>(f_.cases.size());
        rhs_ = Eigen::MatrixXd::Zero(out_.freedoms, cases);
        nodal_ = Eigen::MatrixXd::Zero(static_cast<Eigen::Index>(f_.nodes.size() * 6), cases);
        prescribed_ = Eigen::MatrixXd::Zero(static_cast<Eigen::Index>(f_.nodes.size() * 6), cases);
        fixed_.resize(f_.cases.size());
        for (size_t c = 0; c < f_.cases.size(); ++c) {
            const LoadCase& lc = f_.cases[c];
            const auto col = static_cast<Eigen::Index>(c);
            if (lc.selfWeight == 0 && lc.nodal.empty() && lc.line.empty() && lc.point.empty() && lc.thermal.empty() &&
                lc.settlement.empty())
                out_.findings.push_back(finding("analysis.no-loads", fmt::format("/cases/{}", c), lc.id,
                                                "case " + lc.id + " has no loads: it adds nothing to any combination"));
            for (const NodalLoad& l : lc.nodal)
                for (int d = 0; d < 3; ++d) {
                    nodal_(l.node * 6 + d, col) += l.f[d];
                    nodal_(l.node * 6 + d + 3, col) += l.m[d];
                }
            for (const Settlement& s : lc.settlement)
                prescribed_(s.node * 6 + static_cast<int>(s.dof), col) += s.value;
            loads_.push_back(spanLoads(f_, lc));
            fixed_[c].resize(f_.elements.size());
            for (size_t e = 0; e < f_.elements.size(); ++e) {
                Vector12& fixed = fixed_[c][e];
                fixed.setZero();
                if (!loads_[c][e].empty() && !models_[e].fixedEnd(loads_[c][e], fixed)) {
                    out_.findings.push_back(finding("analysis.unresisted-moment", fmt::format("/elements/{}", e),
                                                    f_.elements[e].id,
                                                    fmt::format("a load of case {} turns or pushes element {} against its "
                                                                "releases and nothing resists it: remove a release or the load",
                                                                lc.id, f_.elements[e].id)));
                    return false;
                }
                addElement(e, fixed, col);
            }
            for (size_t n = 0; n < f_.nodes.size(); ++n)
                for (int d = 0; d < 6; ++d) {
                    const auto row = static_cast<Eigen::Index>(n * 6) + d;
                    const int a = freedom(static_cast<int>(n), d);
                    if (a >= 0)
                        rhs_(a, col) +=
                            nodal_(row, col) + f_.nodes[n].support[static_cast<size_t>(d)].spring * prescribed_(row, col);
                    else if (nodal_(row, col) != 0 && !f_.nodes[n].support[static_cast<size_t>(d)].held) {
                        out_.findings.push_back(finding(
                            "analysis.mechanism", fmt::format("/nodes/{}", n), f_.nodes[n].id,
                            fmt::format("a load of case {} acts at node {}, which no element holds", lc.id, f_.nodes[n].id)));
                        return false;
                    }
                }
        }
        return idleMomentsVanish();
    }

    // Right-hand side from one element: fixed-end forces, and what prescribed displacements of held freedoms ask of it.
    void addElement(size_t e, const Vector12& fixed, Eigen::Index col)
    {
        const Element& el = f_.elements[e];
        Vector12 forces = models_[e].toGlobal(fixed), moved;
        for (int i = 0; i < 12; ++i) {
            const int n = i < 6 ? el.i : el.j;
            moved(i) = freedom(n, i % 6) < 0 ? prescribed_(n * 6 + i % 6, col) : 0.0;
        }
        if (!moved.isZero(0)) forces += models_[e].globalStiffness() * moved;
        for (int i = 0; i < 12; ++i)
            if (const int a = freedom(i < 6 ? el.i : el.j, i % 6); a >= 0) rhs_(a, col) -= forces(i);
    }

    bool idleMomentsVanish()
    {
        for (const auto& [n, direction] : idle_)
            for (Eigen::Index c = 0; c < rhs_.cols(); ++c) {
                double moment = 0, size = 0;
                for (int d = 0; d < 3; ++d)
                    if (const int a = freedom(n, d + 3); a >= 0)
                        moment += direction[d] * rhs_(a, c), size = std::max(size, std::abs(rhs_(a, c)));
                if (std::abs(moment) > 1e-7 * std::max(size, 1e-3 * rhs_.col(c).cwiseAbs().maxCoeff())) {
                    out_.findings.push_back(
                        finding("analysis.unresisted-moment", fmt::format("/nodes/{}", n), f_.nodes[static_cast<size_t>(n)].id,
                                fmt::format("a moment of case {} acts at node {} about a direction in which every element "
                                            "there is released: remove a release or the moment",
                                            f_.cases[static_cast<size_t>(c)].id, f_.nodes[static_cast<size_t>(n)].id)));
                    return false;
                }
            }
        return true;
    }

    void mechanism(const Eigen::VectorXd& mode)
    {
        int node = 0, direction = 0;
        double most = -1;
        bool translation = false;
        for (size_t n = 0; n < f_.nodes.size(); ++n)
            for (int d = 0; d < 6; ++d)
                if (const int a = freedom(static_cast<int>(n), d); a >= 0) {
                    // Translations first: a turning node is mostly a consequence of one that moves.
                    const double v = std::abs(mode(a)) * (d < 3 ? 1.0 : 1e-3);
                    if (v > most) most = v, node = static_cast<int>(n), direction = d, translation = d < 3;
                }
        static constexpr const char* words[6] = {"move along x", "move along y", "move along z",
                                                 "turn about x", "turn about y", "turn about z"};
        const std::string& id = f_.nodes[static_cast<size_t>(node)].id;
        out_.findings.push_back(
            finding("analysis.mechanism", fmt::format("/nodes/{}", node), id,
                    fmt::format("the frame is a mechanism: node {} can {} without resistance; {}", id, words[direction],
                                translation ? "add a support or bracing there, or remove a release"
                                            : "remove a release, or hold this rotation")));
    }

    // Softest mode of the matrix scaled to a unit diagonal, by inverse iteration with the factor at hand.
    double softest(const Solver& solver, const Eigen::VectorXd& diagonal, Eigen::VectorXd& mode) const
    {
        const Eigen::Index n = diagonal.size();
        Eigen::VectorXd x(n);
        for (Eigen::Index i = 0; i < n; ++i)
            x(i) = std::sin(1.0 + 12.9898 * static_cast<double>(i)); // any start that favours nothing
        double quotient = 1;
        for (int k = 0; k < 3; ++k) {
            x = solver.solve(diagonal.cwiseProduct(x).eval());
            const double size = std::sqrt(x.dot(diagonal.cwiseProduct(x)));
            if (!std::isfinite(size) || size == 0) return 0;
            x /= size;
            const Eigen::VectorXd kx = k_.selfadjointView<Eigen::Lower>() * x;
            quotient = x.dot(kx);
        }
        mode = x;
        return quotient;
    }

    bool solve()
    {
        const Eigen::VectorXd diagonal = k_.diagonal();
        if (out_.freedoms == 0) {
            u_ = rhs_;
            return true;
        }
        Eigen::Index worst = 0;
        if (diagonal.minCoeff(&worst) <= 0) {
            mechanism(Eigen::VectorXd::Unit(out_.freedoms, worst));
            return false;
        }
        Solver solver;
        solver.cholmod().print = 0;
        solver.compute(k_);
        Eigen::VectorXd mode;
        if (solver.info() == Eigen::Success) out_.softness = softest(solver, diagonal, mode);
        if (solver.info() != Eigen::Success || !(out_.softness > kMechanism)) {
            // A little stiffness everywhere makes the mechanism the softest mode that can be found.
            Sparse held = k_;
            for (int i = 0; i < out_.freedoms; ++i)
                held.coeffRef(i, i) += 1e-9 * diagonal(i);
            Solver second;
            second.cholmod().print = 0;
            second.compute(held);
            if (second.info() == Eigen::Success) softest(second, diagonal, mode);
            if (mode.size() == 0) mode = Eigen::VectorXd::Unit(out_.freedoms, 0);
            mechanism(mode);
            return false;
        }
        u_ = solver.solve(rhs_);
        Eigen::MatrixXd residual = rhs_ - k_.selfadjointView<Eigen::Lower>() * u_;
        u_ += solver.solve(residual); // one step of refinement costs little and keeps the last digits
        residual = rhs_ - k_.selfadjointView<Eigen::Lower>() * u_;
        for (Eigen::Index c = 0; c < rhs_.cols(); ++c) {
            const double size = rhs_.col(c).norm();
            if (size > 0) out_.residual = std::max(out_.residual, residual.col(c).norm() / size);
        }
        if (out_.residual > 1e-6)
            out_.findings.push_back(finding("analysis.ill-conditioned", "", "",
                                            fmt::format("the equations lose digits: the residual is {:.1e} of the loads; look "
                                                        "for stiffnesses that differ by many orders of magnitude",
                                                        out_.residual)));
        return true;
    }

    void makeStations()
    {
        ForceTable& t = out_.forces;
        t.columns = f_.cases.size();
        t.first.push_back(0);
        std::vector<double> at;
        for (size_t e = 0; e < f_.elements.size(); ++e) {
            const double l = models_[e].length(), eps = 1e-9 * l;
            const int n = std::max(2, options_.stations);
            at.clear();
            for (int k = 0; k < n; ++k)
                at.push_back(l * k / (n - 1));
            std::vector<double> twice;
            for (const auto& perCase : loads_) {
                for (const auto& line : perCase[e].lines)
                    at.push_back(line.from), at.push_back(line.to);
                for (const auto& p : perCase[e].points)
                    at.push_back(p.at), twice.push_back(p.at);
            }
            std::sort(at.begin(), at.end());
            at.erase(std::unique(at.begin(), at.end(), [&](double a, double b) { return b - a < eps; }), at.end());
            for (const double s : at) {
                t.s.push_back(s);
                // Before and behind a point load; at the very ends only the side inside the element means anything, but both
                // stand.
                if (std::any_of(twice.begin(), twice.end(), [&](double p) { return std::abs(p - s) < eps; })) t.s.push_back(s);
            }
            t.first.push_back(static_cast<int>(t.s.size()));
        }
        t.values.resize(t.s.size() * t.columns * 6);
        for (size_t c = 0; c < f_.cases.size(); ++c)
            t.columnCase.push_back(static_cast<int>(c));
        t.sets = setsFromCases(f_);
        t.sizes = sizesFingerprint(f_);
    }

    void recover()
    {
        out_.cases.resize(f_.cases.size());
        for (size_t c = 0; c < f_.cases.size(); ++c) {
            CaseDisplacements& d = out_.cases[c];
            const auto col = static_cast<Eigen::Index>(c);
            const size_t n = f_.nodes.size();
            d.u.resize(n), d.r.resize(n), d.f.resize(n), d.m.resize(n);
            for (size_t k = 0; k < n; ++k)
                for (int i = 0; i < 6; ++i) {
                    const int a = freedom(static_cast<int>(k), i);
                    const auto row = static_cast<Eigen::Index>(k * 6) + i;
                    const double v = a >= 0 ? u_(a, col) : prescribed_(row, col);
                    (i < 3 ? d.u : d.r)[k][i % 3] = v;
                    if (f_.nodes[k].support[static_cast<size_t>(i)].held)
                        (i < 3 ? d.f : d.m)[k][i % 3] -= nodal_(row, col);
                    else if (const double s = f_.nodes[k].support[static_cast<size_t>(i)].spring; s > 0)
                        (i < 3 ? d.f : d.m)[k][i % 3] = -s * (v - prescribed_(row, col));
                }
            for (size_t e = 0; e < f_.elements.size(); ++e)
                recoverElement(c, e, d);
            progress_.at(0.7 + 0.3 * static_cast<double>(c + 1) / static_cast<double>(f_.cases.size()), "section forces");
        }
    }

    void recoverElement(size_t c, size_t e, CaseDisplacements& d)
    {
        const Element& el = f_.elements[e];
        Vector12 u;
        for (int i = 0; i < 3; ++i) {
            u(i) = d.u[static_cast<size_t>(el.i)][i], u(i + 3) = d.r[static_cast<size_t>(el.i)][i];
            u(i + 6) = d.u[static_cast<size_t>(el.j)][i], u(i + 9) = d.r[static_cast<size_t>(el.j)][i];
        }
        const Vector12 ends = models_[e].stiffness() * models_[e].toLocal(u) + fixed_[c][e];
        const Vector12 global = models_[e].toGlobal(ends);
        for (int i = 0; i < 12; ++i) {
            const auto node = static_cast<size_t>(i < 6 ? el.i : el.j);
            if (f_.nodes[node].support[static_cast<size_t>(i % 6)].held) (i % 6 < 3 ? d.f : d.m)[node][i % 3] += global(i);
        }
        ForceTable& t = out_.forces;
        const int begin = t.first[e], end = t.first[e + 1];
        for (int k = begin; k < end; ++k) {
            const double s = t.s[static_cast<size_t>(k)];
            const bool second = k > begin && t.s[static_cast<size_t>(k - 1)] == s;
            const bool pair = second || (k + 1 < end && t.s[static_cast<size_t>(k + 1)] == s);
            const SectionForces v = models_[e].sectionForces(loads_[c][e], ends, s, pair ? second : true);
            std::copy(v.begin(), v.end(), t.at(k, c));
        }
    }

    void checkBalance()
    {
        for (size_t c = 0; c < f_.cases.size(); ++c) {
            Vec3 loads, reactions;
            double size = 0;
            const auto add = [&](Vec3 v) { loads = loads + v, size += norm(v); };
            for (const NodalLoad& l : f_.cases[c].nodal)
                add(l.f);
            for (size_t e = 0; e < f_.elements.size(); ++e) {
                for (const auto& l : loads_[c][e].lines)
                    add(models_[e].axes().toGlobal((l.to - l.from) / 2 * (l.q0 + l.q1)));
                for (const auto& p : loads_[c][e].points)
                    add(models_[e].axes().toGlobal(p.f));
            }
            for (const Vec3& r : out_.cases[c].f)
                reactions = reactions + r;
            const double off = norm(loads + reactions);
            if (off > 1e-6 * size && off > 1e-6)
                out_.findings.push_back(finding("analysis.unbalanced", fmt::format("/cases/{}", c), f_.cases[c].id,
                                                fmt::format("the reactions of case {} miss its loads by {}", f_.cases[c].id,
                                                            f_.units.text(Quantity::Force, off))));
        }
    }

    const Frame& f_;
    AnalysisOptions options_;
    Progress& progress_;
    AnalysisResult out_;
    std::vector<int> dof_;
    std::vector<ElementModel> models_;
    std::vector<std::pair<int, Vec3>> idle_;    // node, direction of a rotation that nothing resists
    std::vector<std::vector<SpanLoads>> loads_; // [case][element]
    std::vector<std::vector<Vector12>> fixed_;  // [case][element], local
    Sparse k_;                                  // lower triangle
    Eigen::MatrixXd rhs_, nodal_, prescribed_, u_;
};

NodeResult nodeResult(int node, const AnalysisResult& r, const std::vector<std::pair<int, double>>& terms)
{
    NodeResult out;
    out.node = node;
    const auto n = static_cast<size_t>(node);
    for (const auto& [c, k] : terms) {
        const CaseDisplacements& d = r.cases[static_cast<size_t>(c)];
        out.u = out.u + k * d.u[n], out.r = out.r + k * d.r[n], out.f = out.f + k * d.f[n], out.m = out.m + k * d.m[n];
    }
    return out;
}

} // namespace

AnalysisResult analyseLinear(const Frame& f, const AnalysisOptions& options, Progress& progress)
{
    return LinearAnalysis(f, options, progress).run();
}

Frame withResults(const Frame& f, const AnalysisResult& r)
{
    Frame out = f;
    out.results.clear();
    const auto add = [&](int combination, int loadCase, const std::vector<std::pair<int, double>>& terms) {
        GivenResult g;
        g.combination = combination, g.loadCase = loadCase;
        for (size_t e = 0; e < f.elements.size(); ++e) {
            GivenElement ge;
            ge.element = static_cast<int>(e);
            for (int k = r.forces.first[e]; k < r.forces.first[e + 1]; ++k) {
                GivenStation s;
                s.s = r.forces.s[static_cast<size_t>(k)];
                for (const auto& [c, factor] : terms) {
                    const double* v = r.forces.at(k, static_cast<size_t>(c));
                    for (size_t i = 0; i < 6; ++i)
                        s.force[i] += factor * v[i];
                }
                ge.stations.push_back(s);
            }
            g.elements.push_back(std::move(ge));
        }
        for (size_t n = 0; n < f.nodes.size(); ++n)
            g.nodes.push_back(nodeResult(static_cast<int>(n), r, terms));
        out.results.push_back(std::move(g));
    };
    for (size_t c = 0; c < f.cases.size(); ++c)
        add(-1, static_cast<int>(c), {{static_cast<int>(c), 1.0}});
    for (size_t c = 0; c < f.combinations.size(); ++c)
        add(static_cast<int>(c), -1, f.combinations[c].terms);
    return out;
}

} // namespace wr
