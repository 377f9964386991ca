#include "core/restraint/place_test.h"

#include "core/members/forming_reason.h"

#include <cmath>
#include <limits>

namespace wr {

namespace {

bool kinked(const Frame& f, const Member& m)
{
    constexpr double kStraight = 1 - 1e-6; // cosine
    for (size_t p = 0; p + 1 < m.pieces.size(); ++p) {
        const Vec3 a = elementAxes(f, f.elements[m.pieces[p].element]).x,
                   b = elementAxes(f, f.elements[m.pieces[p + 1].element]).x;
        if (std::abs(dot(a, b)) < kStraight) return true;
    }
    return false;
}

} // namespace

PlaceProbe::PlaceProbe(const TangentFrame& t, const Frame& f, const Member& m, const std::vector<HoldCandidate>& places,
                       const std::array<std::vector<char>, 2>& counted)
    : t_(t), f_(f), m_(m), places_(places)
{
    for (size_t k = 0; k < places.size(); ++k)
        for (const Across d : kAcross) {
            const auto i = static_cast<size_t>(d);
            if (!counted[i][k]) continue;
            const Vec3 along = d == Across::Major ? places[k].axes.z : places[k].axes.y;
            (places[k].fixed[i] ? held_ : freedoms_)
                .push_back({places[k].node, along, false, 1, static_cast<int>(k), static_cast<int>(i)});
        }
    // Along a line with kinks what is pushed sideways moves lengthwise too: there the places' lengthwise freedoms are groups as
    // well, so that the rest of the frame and the line add up.
    if (kinked(f, m))
        for (size_t k = 0; k < places.size(); ++k) {
            const Vec3 along = places[k].axes.x;
            (fixedAlong(f.nodes[places[k].node], along) ? held_ : freedoms_)
                .push_back({places[k].node, along, false, 1, -1, -1});
        }
    // Both end rotations: what an end is turned by is no hold against movement.
    for (const bool last : {false, true}) {
        const MemberPiece& p = last ? m.pieces.back() : m.pieces.front();
        const Axes a = elementAxes(f, f.elements[p.element]);
        for (const Vec3& axis : {a.y, a.z})
            freedoms_.push_back({last ? m.endNode : m.startNode, axis, true, 1 / m.length, -1, -1});
    }
}

// The chain alone under its axial forces, all freedoms but those of the groups condensed out.
Eigen::MatrixXd PlaceProbe::own(const std::vector<double>& axial) const
{
    const auto nodes = nodesAlong(f_, m_);
    const auto n = static_cast<Eigen::Index>(nodes.size() * 6), g = columns();
    Eigen::MatrixXd k = Eigen::MatrixXd::Zero(n, n);
    for (size_t p = 0; p < m_.pieces.size(); ++p) {
        const auto e = static_cast<size_t>(m_.pieces[p].element);
        const Matrix12 t = t_.tangent(e, axial[e]);
        const auto a = static_cast<Eigen::Index>(p * 6), b = a + 6;
        const Eigen::Index i = m_.pieces[p].reversed ? b : a, j = m_.pieces[p].reversed ? a : b;
        k.block<6, 6>(i, i) += t.block<6, 6>(0, 0);
        k.block<6, 6>(i, j) += t.block<6, 6>(0, 6);
        k.block<6, 6>(j, i) += t.block<6, 6>(6, 0);
        k.block<6, 6>(j, j) += t.block<6, 6>(6, 6);
    }
    // The groups as directions among all freedoms, the rest as their complement. Turns are scaled by the length, so that both
    // kinds weigh alike.
    Eigen::VectorXd scale = Eigen::VectorXd::Ones(n);
    for (Eigen::Index i = 0; i < n; ++i)
        if (i % 6 >= 3) scale(i) = 1 / m_.length;
    k = scale.asDiagonal() * k * scale.asDiagonal();
    const auto h = static_cast<Eigen::Index>(held_.size());
    Eigen::MatrixXd taken = Eigen::MatrixXd::Zero(n, g + h);
    for (Eigen::Index c = 0; c < g + h; ++c) {
        const Freedom& x = c < g ? freedoms_[static_cast<size_t>(c)] : held_[static_cast<size_t>(c - g)];
        for (size_t at = 0; at < nodes.size(); ++at) {
            if (nodes[at].first != x.node) continue;
            const auto row = static_cast<Eigen::Index>(at * 6) + (x.rotation ? 3 : 0);
            taken(row, c) = x.direction.x, taken(row + 1, c) = x.direction.y, taken(row + 2, c) = x.direction.z;
            break;
        }
    }
    const Eigen::MatrixXd q = Eigen::HouseholderQR<Eigen::MatrixXd>(taken).householderQ() * Eigen::MatrixXd::Identity(n, n);
    const Eigen::MatrixXd rest = q.rightCols(n - g - h), group = taken.leftCols(g);
    const Eigen::MatrixXd kgg = group.transpose() * k * group, kgr = group.transpose() * k * rest;
    Eigen::MatrixXd krr = rest.transpose() * k * rest;
    krr.diagonal().array() += 1e-10 * k.diagonal().maxCoeff(); // moving along and twisting as a whole resists nothing
    return kgg - kgr * krr.ldlt().solve(kgr.transpose());
}

std::vector<std::array<double, 2>> PlaceProbe::offered(const SelectedInverse& inverse, const std::vector<double>& axial) const
{
    const Eigen::Index g = columns();
    Eigen::MatrixXd flexibility(g, g);
    std::vector<std::vector<FreedomTerm>> terms;
    for (const Freedom& x : freedoms_)
        terms.push_back(t_.terms(x.node, x.scale * x.direction, x.rotation));
    for (Eigen::Index i = 0; i < g; ++i)
        for (Eigen::Index j = 0; j <= i; ++j) {
            double sum = 0;
            for (const FreedomTerm& a : terms[static_cast<size_t>(i)])
                for (const FreedomTerm& b : terms[static_cast<size_t>(j)])
                    sum += a.factor * b.factor * inverse.at(a.unknown, b.unknown);
            flexibility(i, j) = flexibility(j, i) = sum;
        }
    // Freedoms that something ties rigidly together (a diaphragm) leave no flexibility between them: a trace stands for it.
    flexibility.diagonal().array() += 1e-10 * flexibility.diagonal().maxCoeff();
    const Eigen::MatrixXd rest = flexibility.ldlt().solve(Eigen::MatrixXd::Identity(g, g)) - own(axial);
    std::vector<std::array<double, 2>> out(places_.size(), {0, 0});
    for (size_t k = 0; k < places_.size(); ++k)
        for (size_t d = 0; d < 2; ++d)
            if (places_[k].fixed[d]) out[k][d] = std::numeric_limits<double>::infinity();
    for (Eigen::Index i = 0; i < g; ++i) {
        const Freedom& x = freedoms_[static_cast<size_t>(i)];
        if (x.place < 0) continue;
        double k = rest(i, i);
        // The other direction of the place is let go: a skew strut holds neither by itself.
        for (Eigen::Index j = 0; j < g; ++j)
            if (const Freedom& y = freedoms_[static_cast<size_t>(j)]; y.place == x.place && j != i)
                k -= rest(j, j) > 0 ? rest(i, j) * rest(i, j) / rest(j, j) : std::abs(rest(i, j));
        out[static_cast<size_t>(x.place)][static_cast<size_t>(x.across)] = k;
    }
    return out;
}

} // namespace wr
