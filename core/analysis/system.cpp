#include "core/analysis/system.h"

#include "core/base/powers.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

using Triplets = std::vector<Eigen::Triplet<double>>;

} // namespace

FrameSystem::FrameSystem(const Frame& f, bool shearDeformation) : f_(f)
{
    models_.reserve(f.elements.size());
    for (const Element& e : f.elements)
        models_.emplace_back(f, e, shearDeformation);
    number();
}

std::span<const FreedomTerm> FrameSystem::terms(int node, int dof) const
{
    return terms_[at(node, dof)];
}

void FrameSystem::number()
{
    terms_.assign(f_.nodes.size() * 6, {});
    used_.assign(f_.nodes.size(), false);
    for (const Element& e : f_.elements)
        used_[e.i] = used_[e.j] = true;
    // Components that follow others are taken out first; what is left of a node gets unknowns of its own, along the
    // directions of its support.
    std::vector<char> slave(f_.nodes.size() * 6, 0);
    for (size_t d = 0; d < f_.diaphragms.size(); ++d)
        addDiaphragm(d, slave);
    for (size_t l = 0; l < f_.links.size(); ++l)
        for (size_t k = 1; k < f_.links[l].nodes.size(); ++k)
            for (int d = 0; d < 6; ++d)
                if (f_.links[l].dofs[d]) {
                    char& s = slave[at(f_.links[l].nodes[k], d)];
                    if (s)
                        faults_.push_back(
                            finding("analysis.constraint", fmt::format("/links/{}", l), f_.links[l].id,
                                    fmt::format("{} of node {} follows two masters: a diaphragm or another link "
                                                "already leads it",
                                                dofName(static_cast<Dof>(d)), f_.nodes[f_.links[l].nodes[k]].id)));
                    s = 2;
                }
    for (size_t n = 0; n < f_.nodes.size(); ++n) {
        if (!used_[n]) continue;
        const Node& node = f_.nodes[n];
        const auto dirs = node.supportDirections();
        for (int half = 0; half < 2; ++half)
            for (int d = 0; d < 3; ++d) {
                const int dof = 3 * half + d;
                const Support& s = node.support[dof];
                if (slave[n * 6 + static_cast<size_t>(dof)]) {
                    if (s.held || node.supportAxes)
                        faults_.push_back(
                            finding("analysis.constraint", fmt::format("/nodes/{}/support", n), node.id,
                                    fmt::format("{} of node {} is held{} and follows a diaphragm or link as well: "
                                                "one of the two must go",
                                                dofName(static_cast<Dof>(dof)), node.id,
                                                node.supportAxes ? " along inclined axes" : "")));
                    continue;
                }
                if (s.held) continue;
                const int q = unknowns_++;
                for (int g = 0; g < 3; ++g)
                    if (const double c = dirs[d][g]; c != 0)
                        terms_[n * 6 + static_cast<size_t>(3 * half + g)].push_back({q, c});
            }
    }
    for (size_t l = 0; l < f_.links.size(); ++l)
        addLink(l, slave);
}

// ux, uy and the turn about `up` of every node follow one rigid body with three unknowns of its own at the middle of the
// nodes; heights do not matter (docs/frame-format.md).
void FrameSystem::addDiaphragm(size_t index, std::vector<char>& slave)
{
    const Diaphragm& d = f_.diaphragms[index];
    if (d.nodes.empty()) return;
    // Plan directions a, b with a × b = up.
    const int up = f_.up == Up::Z ? 2 : 1, a = f_.up == Up::Z ? 0 : 2, b = f_.up == Up::Z ? 1 : 0;
    Vec3 middle;
    for (const int n : d.nodes)
        middle = middle + (1.0 / static_cast<double>(d.nodes.size())) * f_.nodes[n].at;
    const int q = unknowns_;
    unknowns_ += 3;
    for (const int n : d.nodes) {
        const Vec3 arm = f_.nodes[n].at - middle;
        for (const int dof : {a, b, 3 + up}) {
            if (slave[at(n, dof)])
                faults_.push_back(
                    finding("analysis.constraint", fmt::format("/diaphragms/{}", index), d.id,
                            fmt::format("node {} is in two diaphragms: a node may follow one only", f_.nodes[n].id)));
            slave[at(n, dof)] = 1;
        }
        terms_[at(n, a)] = {{q, 1.0}, {q + 2, -arm[b]}};
        terms_[at(n, b)] = {{q + 1, 1.0}, {q + 2, arm[a]}};
        terms_[at(n, 3 + up)] = {{q + 2, 1.0}};
    }
}

void FrameSystem::addLink(size_t index, std::vector<char>& slave)
{
    const Link& l = f_.links[index];
    for (int d = 0; d < 6; ++d) {
        if (!l.dofs[d] || l.nodes.empty()) continue;
        const int master = l.nodes.front();
        if (slave[at(master, d)] == 2) {
            faults_.push_back(
                finding("analysis.constraint", fmt::format("/links/{}", index), l.id,
                        fmt::format("the first node of link {} follows another link in {}: name the nodes of both "
                                    "in one link",
                                    l.id, dofName(static_cast<Dof>(d)))));
            continue;
        }
        for (size_t k = 1; k < l.nodes.size(); ++k)
            terms_[at(l.nodes[k], d)] = terms_[at(master, d)];
    }
}

void FrameSystem::scatterMatrix(const Element& e, const Matrix12& g, Triplets& t, double scale) const
{
    for (int i = 0; i < 12; ++i)
        for (const FreedomTerm& a : terms(i < 6 ? e.i : e.j, i % 6))
            for (int j = 0; j < 12; ++j) {
                if (g(i, j) == 0) continue;
                for (const FreedomTerm& b : terms(j < 6 ? e.i : e.j, j % 6))
                    if (a.unknown >= b.unknown) t.emplace_back(a.unknown, b.unknown, scale * a.factor * b.factor * g(i, j));
            }
}

SparseMatrix FrameSystem::matrix(const Triplets& t) const
{
    SparseMatrix m(unknowns_, unknowns_);
    m.setFromTriplets(t.begin(), t.end());
    return m;
}

SparseMatrix FrameSystem::stiffness(const std::vector<char>& active, std::vector<Idle>& idle) const
{
    Triplets t;
    t.reserve(f_.elements.size() * 90);
    idle.clear();
    std::vector<Eigen::Matrix3d> turning(f_.nodes.size(), Eigen::Matrix3d::Zero());
    std::vector<double> scale(f_.nodes.size(), 0.0);
    for (size_t k = 0; k < f_.elements.size(); ++k) {
        const Element& e = f_.elements[k];
        const bool acts = active.empty() || active[k];
        const Matrix12 g = acts ? models_[k].globalStiffness() : Matrix12::Zero();
        if (acts) scatterMatrix(e, g, t);
        const FrameSection& s = f_.sections[e.section];
        const double stiff = 4 * f_.materials[e.material].e * std::max(s.properties.iy, s.properties.iz) / models_[k].length();
        for (const auto& [n, from] : {std::pair{e.i, 3}, std::pair{e.j, 9}}) {
            turning[n] += g.block<3, 3>(from, from);
            scale[n] = std::max(scale[n], stiff);
        }
    }
    for (size_t n = 0; n < f_.nodes.size(); ++n) {
        const auto dirs = f_.nodes[n].supportDirections();
        for (int d = 0; d < 6; ++d) {
            const double k = f_.nodes[n].support[d].spring;
            if (k <= 0 || !used_[n]) continue;
            // The spring's own displacement is the projection of the node's on its direction.
            std::vector<FreedomTerm> along;
            for (int g = 0; g < 3; ++g)
                for (const FreedomTerm& term : terms(static_cast<int>(n), 3 * (d / 3) + g))
                    along.push_back({term.unknown, term.factor * dirs[d % 3][g]});
            for (const FreedomTerm& a : along)
                for (const FreedomTerm& b : along)
                    if (a.unknown >= b.unknown) t.emplace_back(a.unknown, b.unknown, k * a.factor * b.factor);
            if (d >= 3) {
                const Vec3 v = dirs[d - 3];
                for (int i = 0; i < 3; ++i)
                    for (int j = 0; j < 3; ++j)
                        turning[n](i, j) += k * v[i] * v[j];
            }
        }
        if (scale[n] > 0) holdIdle(static_cast<int>(n), turning[n], scale[n], t, idle);
    }
    return matrix(t);
}

// A rotation of a node that a diaphragm or a link shares with other nodes.
bool FrameSystem::sharedRotation(int n, int d) const
{
    const auto has = [n](const std::vector<int>& nodes) { return std::find(nodes.begin(), nodes.end(), n) != nodes.end(); };
    if (d == (f_.up == Up::Z ? 2 : 1))
        for (const Diaphragm& dia : f_.diaphragms)
            if (has(dia.nodes)) return true;
    for (const Link& l : f_.links)
        if (l.dofs[d + 3] && has(l.nodes)) return true;
    return false;
}

// Rotational unknowns of the node's own with their directions; those of a diaphragm or link belong to other nodes too.
void FrameSystem::ownRotations(int n, std::vector<int>& unknowns, std::vector<Vec3>& directions) const
{
    const Node& node = f_.nodes[n];
    const auto dirs = node.supportDirections();
    for (int d = 0; d < 3; ++d) {
        if (node.support[d + 3].held) continue;
        int own = -1;
        if (!node.supportAxes) {
            const auto of = terms(n, d + 3);
            if (of.size() == 1 && !sharedRotation(n, d)) own = of.front().unknown;
        } else
            for (int g = 0; g < 3 && own < 0; ++g)
                for (const FreedomTerm& x : terms(n, 3 + g))
                    if (std::abs(x.factor - dirs[d][g]) < 1e-14 &&
                        std::find(unknowns.begin(), unknowns.end(), x.unknown) == unknowns.end()) {
                        own = x.unknown;
                        break;
                    }
        if (own < 0) continue;
        unknowns.push_back(own);
        directions.push_back(dirs[d]);
    }
}

// Rotations of a node that no element and no spring resists have zero rows in the matrix; a stiffness in just those
// directions removes the singularity and changes nothing else, since they are coupled to nothing.
void FrameSystem::holdIdle(int n, const Eigen::Matrix3d& turning, double scale, Triplets& t, std::vector<Idle>& idle) const
{
    std::vector<int> own;
    std::vector<Vec3> direction;
    ownRotations(n, own, direction);
    if (own.empty()) return;
    const auto m = static_cast<Eigen::Index>(own.size());
    Eigen::MatrixXd block(m, m);
    const auto dot = [&](const Vec3& a, const Vec3& b) {
        double v = 0;
        for (int i = 0; i < 3; ++i)
            for (int j = 0; j < 3; ++j)
                v += a[i] * turning(i, j) * b[j];
        return v;
    };
    for (Eigen::Index i = 0; i < m; ++i)
        for (Eigen::Index j = 0; j < m; ++j)
            block(i, j) = dot(direction[i], direction[j]);
    const Eigen::SelfAdjointEigenSolver<Eigen::MatrixXd> eigen(block);
    for (Eigen::Index v = 0; v < m; ++v) {
        if (eigen.eigenvalues()(v) > 1e-11 * scale) continue;
        Vec3 free;
        for (Eigen::Index i = 0; i < m; ++i)
            free = free + eigen.eigenvectors()(i, v) * direction[i];
        idle.push_back({n, free});
        for (Eigen::Index i = 0; i < m; ++i)
            for (Eigen::Index j = 0; j < m; ++j) {
                const int a = own[i], b = own[j];
                if (a >= b) t.emplace_back(a, b, scale * eigen.eigenvectors()(i, v) * eigen.eigenvectors()(j, v));
            }
    }
}

SparseMatrix FrameSystem::geometric(const std::vector<double>& axial, const std::vector<char>& active) const
{
    Triplets t;
    t.reserve(f_.elements.size() * 70);
    for (size_t k = 0; k < f_.elements.size(); ++k)
        if (active.empty() || active[k]) {
            // Of a unit force, then scaled: the pattern must not depend on where the force happens to be zero.
            scatterMatrix(f_.elements[k], models_[k].globalGeometric(1.0), t, axial[k]);
        }
    return matrix(t);
}

SparseMatrix FrameSystem::scattered(const std::vector<std::pair<size_t, Matrix12>>& elements) const
{
    Triplets t;
    for (const auto& [k, g] : elements)
        scatterMatrix(f_.elements[k], g, t);
    return matrix(t);
}

SparseMatrix FrameSystem::mass(const std::vector<Vec3>& kilograms) const
{
    Triplets t;
    for (size_t n = 0; n < f_.nodes.size(); ++n)
        for (int d = 0; d < 3; ++d)
            if (kilograms[n][d] > 0)
                for (const FreedomTerm& a : terms(static_cast<int>(n), d))
                    for (const FreedomTerm& b : terms(static_cast<int>(n), d))
                        if (a.unknown >= b.unknown) t.emplace_back(a.unknown, b.unknown, kilograms[n][d] * a.factor * b.factor);
    return matrix(t);
}

SparseMatrix FrameSystem::ownMass() const
{
    Triplets t;
    t.reserve(f_.elements.size() * 90);
    for (size_t k = 0; k < f_.elements.size(); ++k) {
        const Element& e = f_.elements[k];
        const SectionProperties& p = f_.sections[e.section].properties;
        const double density = f_.materials[e.material].density;
        if (density > 0) scatterMatrix(e, models_[k].globalMass(density * p.a, density * (p.iy + p.iz)), t);
    }
    return matrix(t);
}

void FrameSystem::scatter(size_t element, const Vector12& forces, double sign, Eigen::Ref<Eigen::VectorXd> rhs) const
{
    const Element& e = f_.elements[element];
    for (int i = 0; i < 12; ++i)
        for (const FreedomTerm& a : terms(i < 6 ? e.i : e.j, i % 6))
            rhs(a.unknown) += sign * a.factor * forces(i);
}

void FrameSystem::addNodal(int node, int dof, double value, Eigen::Ref<Eigen::VectorXd> rhs) const
{
    for (const FreedomTerm& a : terms(node, dof))
        rhs(a.unknown) += a.factor * value;
}

Eigen::VectorXd FrameSystem::prescribed(const LoadCase& c) const
{
    Eigen::VectorXd out = Eigen::VectorXd::Zero(static_cast<Eigen::Index>(f_.nodes.size() * 6));
    for (const Settlement& s : c.settlement) {
        const int d = static_cast<int>(s.dof);
        const Vec3 v = f_.nodes[s.node].supportDirections()[d % 3];
        for (int g = 0; g < 3; ++g)
            out(static_cast<Eigen::Index>(at(s.node, 3 * (d / 3) + g))) += s.value * v[g];
    }
    return out;
}

void FrameSystem::addSpringSettlement(const Eigen::VectorXd& given, Eigen::Ref<Eigen::VectorXd> rhs) const
{
    for (size_t n = 0; n < f_.nodes.size(); ++n) {
        const auto dirs = f_.nodes[n].supportDirections();
        for (int d = 0; d < 6; ++d) {
            const double k = f_.nodes[n].support[d].spring;
            if (k <= 0) continue;
            const Vec3& v = dirs[d % 3];
            double moved = 0;
            for (int g = 0; g < 3; ++g)
                moved += v[g] * given(static_cast<Eigen::Index>(n * 6) + 3 * (d / 3) + g);
            if (moved == 0) continue;
            for (int g = 0; g < 3; ++g)
                addNodal(static_cast<int>(n), 3 * (d / 3) + g, k * moved * v[g], rhs);
        }
    }
}

Eigen::VectorXd FrameSystem::displacements(const Eigen::VectorXd& q, const Eigen::VectorXd& given) const
{
    Eigen::VectorXd u = Eigen::VectorXd::Zero(static_cast<Eigen::Index>(terms_.size()));
    for (size_t n = 0; n < f_.nodes.size(); ++n) {
        const auto dirs = f_.nodes[n].supportDirections();
        for (int half = 0; half < 2; ++half) {
            // Only directions that are held take what is prescribed; a spring's ground moves, not its node.
            for (int d = 0; d < 3; ++d) {
                if (!f_.nodes[n].support[3 * half + d].held) continue;
                const Vec3& v = dirs[d];
                double along = 0;
                for (int g = 0; g < 3; ++g)
                    along += v[g] * given(static_cast<Eigen::Index>(n * 6) + 3 * half + g);
                for (int g = 0; g < 3; ++g)
                    u(static_cast<Eigen::Index>(n * 6) + 3 * half + g) += along * v[g];
            }
        }
    }
    for (size_t k = 0; k < terms_.size(); ++k)
        for (const FreedomTerm& a : terms_[k])
            u(static_cast<Eigen::Index>(k)) += a.factor * q(a.unknown);
    return u;
}

Vector12 FrameSystem::elementDisplacements(size_t element, const Eigen::VectorXd& u) const
{
    const Element& e = f_.elements[element];
    Vector12 out;
    out.head<6>() = u.segment<6>(static_cast<Eigen::Index>(e.i) * 6);
    out.tail<6>() = u.segment<6>(static_cast<Eigen::Index>(e.j) * 6);
    return out;
}

NodeMotion FrameSystem::motion(const Eigen::VectorXd& u, const Eigen::VectorXd& given, const Eigen::VectorXd& elementForces,
                               const Eigen::VectorXd& nodal) const
{
    NodeMotion out;
    const size_t n = f_.nodes.size();
    out.u.resize(n);
    out.r.resize(n);
    out.f.resize(n);
    out.m.resize(n);
    for (size_t k = 0; k < n; ++k) {
        const auto dirs = f_.nodes[k].supportDirections();
        const auto row = static_cast<Eigen::Index>(k * 6);
        for (int half = 0; half < 2; ++half) {
            Vec3& moved = half == 0 ? out.u[k] : out.r[k];
            Vec3& force = half == 0 ? out.f[k] : out.m[k];
            Vec3 sum, ground;
            for (int g = 0; g < 3; ++g) {
                moved[g] = u(row + 3 * half + g);
                sum[g] = elementForces(row + 3 * half + g) - nodal(row + 3 * half + g);
                ground[g] = given(row + 3 * half + g);
            }
            for (int d = 0; d < 3; ++d) {
                const Support& s = f_.nodes[k].support[3 * half + d];
                const Vec3& v = dirs[d];
                if (s.held)
                    force = force + dot(sum, v) * v;
                else if (s.spring > 0)
                    force = force - s.spring * dot(moved - ground, v) * v;
            }
        }
    }
    return out;
}

FrameSystem::Mover FrameSystem::mover(const Eigen::VectorXd& q) const
{
    Mover out;
    double most = -1;
    for (size_t n = 0; n < f_.nodes.size(); ++n)
        for (int d = 0; d < 6; ++d) {
            double v = 0;
            for (const FreedomTerm& a : terms(static_cast<int>(n), d))
                v += a.factor * q(a.unknown);
            // Translations first: a turning node is mostly a consequence of one that moves.
            v = std::abs(v) * (d < 3 ? 1.0 : 1e-3);
            if (v > most) {
                most = v;
                out = {static_cast<int>(n), d};
            }
        }
    return out;
}

double FrameSystem::resistance(const Eigen::VectorXd& q, const std::vector<char>& active) const
{
    const Eigen::VectorXd u = displacements(q, Eigen::VectorXd::Zero(static_cast<Eigen::Index>(terms_.size())));
    double most = 0, size = 0, turn = 0;
    for (Eigen::Index n = 0; n < u.size(); n += 6) {
        size = std::max(size, u.segment<3>(n).cwiseAbs().maxCoeff());
        turn = std::max(turn, u.segment<3>(n + 3).cwiseAbs().maxCoeff());
    }
    // Round-off of the whole shape must not count as a movement of elements that stand still in it.
    constexpr double kStill = 1e-8;
    for (size_t k = 0; k < models_.size(); ++k) {
        if (!active.empty() && !active[k]) continue;
        const Vector12 v = models_[k].toLocal(elementDisplacements(k, u));
        Vector12 far = v.cwiseAbs();
        for (const int b : {0, 6}) {
            far.segment<3>(b).array() += kStill * size;
            far.segment<3>(b + 3).array() += kStill * std::max(turn, size / models_[k].length());
        }
        const double terms = far.dot(models_[k].stiffness().cwiseAbs() * far);
        if (terms > 0) most = std::max(most, v.dot(models_[k].stiffness() * v) / terms);
    }
    for (size_t n = 0; n < f_.nodes.size(); ++n)
        for (int d = 0; d < 6; ++d) {
            if (f_.nodes[n].support[d].spring <= 0 || !used_[n]) continue;
            const auto dirs = f_.nodes[n].supportDirections();
            double along = 0;
            for (int g = 0; g < 3; ++g)
                along += dirs[d % 3][g] * u(static_cast<Eigen::Index>(n * 6) + 3 * (d / 3) + g);
            if (const double whole = d < 3 ? size : turn; whole > 0) most = std::max(most, sqr(along / whole));
        }
    return most;
}

std::pair<size_t, size_t> FrameSystem::stiffestAndSoftest(const std::vector<char>& active) const
{
    std::pair<size_t, size_t> out{0, 0};
    for (size_t k = 0; k < models_.size(); ++k) {
        if (!active.empty() && !active[k]) continue;
        if (stiffnessRatio(k, out.first) > 1) out.first = k;
        if (stiffnessRatio(k, out.second) < 1) out.second = k;
    }
    return out;
}

double FrameSystem::stiffnessRatio(size_t a, size_t b) const
{
    // Translations only: forces per length in every direction.
    const auto size = [&](size_t k) { return models_[k].stiffness().topLeftCorner<3, 3>().diagonal().maxCoeff(); };
    return size(b) > 0 ? size(a) / size(b) : 1.0;
}

} // namespace wr
