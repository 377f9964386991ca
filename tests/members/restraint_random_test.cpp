// Random columns against a second reading: what counts as held is looked at by a stiffness matrix of the test's own.
#include "core/restraint/restraint.h"
#include "tests/support.h"

#include <Eigen/Dense>
#include <cmath>
#include <numbers>
#include <random>

using namespace wr;

namespace {
constexpr double kPiSquared = std::numbers::pi * std::numbers::pi;
}

TEST_CASE("restraint: random columns carry what their holds let them, by a second reading", "[restraint]")
{
    // A pinned column of random pieces with random springs along x and y at its joints. What counts as held is looked at by
    // nothing of ours but the column's own stiffness matrix, cut fine: between the holds that count, the column must reach the
    // Euler load of its longest segment.
    std::mt19937 random(11);
    std::uniform_real_distribution<double> piece(0.8, 3.0), exponent(4.5, 7.5);
    int counted = 0, dropped = 0;
    for (int round = 0; round < 60; ++round) {
        const int n = 2 + round % 5;
        std::vector<double> at{0};
        for (int k = 0; k < n; ++k)
            at.push_back(at.back() + piece(random));
        std::vector<std::array<double, 2>> spring(at.size(), {0, 0}); // along x, along y
        for (size_t k = 1; k + 1 < at.size(); ++k)
            spring[k] = {std::pow(10, exponent(random)), std::pow(10, exponent(random))};
        std::string nodes, elements;
        for (size_t k = 0; k < at.size(); ++k) {
            const std::string support = k == 0               ? R"("ux":true,"uy":true,"uz":true,"rz":true)"
                                        : k + 1 == at.size() ? R"("ux":true,"uy":true)"
                                                             : fmt::format(R"("ux":{:.6f},"uy":{:.6f})", spring[k][0] / 1e3,
                                                                           spring[k][1] / 1e3); // kN/m
            nodes += fmt::format(R"({}{{"id":"n{}","at":[0,0,{:.9f}],"support":{{{}}}}})", k ? "," : "", k, at[k], support);
            if (k == 0) continue;
            const bool back = (round / 2 + static_cast<int>(k)) % 2;
            elements += fmt::format(R"({}{{"id":"e{}","nodes":["n{}","n{}"],"section":"S","material":"M"}})", k > 1 ? "," : "",
                                    k, back ? k : k - 1, back ? k - 1 : k);
        }
        const Frame f = test::frameOf(test::beam("\"nodes\":[" + nodes + "],\"elements\":[" + elements + "]",
                                                 fmt::format(R"({{"id":"G","nodal":[{{"node":"n{}","f":[0,0,-100]}}]}})", n),
                                                 R"(,"combinations":[{"id":"U","purpose":"strength","terms":{"G":1}}])"));
        const auto m = test::modelOf(f);
        REQUIRE(m->members().size() == 1);
        // Critical load of the column about one axis with all its springs: cubic elements, eight to a piece.
        const auto critical = [&](double ei, size_t along) {
            constexpr int kCut = 8;
            const Eigen::Index dofs = 2 * (n * kCut + 1);
            Eigen::MatrixXd k = Eigen::MatrixXd::Zero(dofs, dofs), g = k;
            for (int i = 0; i < n * kCut; ++i) {
                const auto p = static_cast<size_t>(i / kCut);
                const double l = (at[p + 1] - at[p]) / kCut;
                Eigen::Matrix4d ke, ge;
                ke << 12, 6 * l, -12, 6 * l, 6 * l, 4 * l * l, -6 * l, 2 * l * l, -12, -6 * l, 12, -6 * l, 6 * l, 2 * l * l,
                    -6 * l, 4 * l * l;
                ge << 36, 3 * l, -36, 3 * l, 3 * l, 4 * l * l, -3 * l, -l * l, -36, -3 * l, 36, -3 * l, 3 * l, -l * l, -3 * l,
                    4 * l * l;
                k.block<4, 4>(2 * i, 2 * i) += ei / (l * l * l) * ke;
                g.block<4, 4>(2 * i, 2 * i) += ge / (30 * l);
            }
            for (size_t p = 0; p < at.size(); ++p)
                k(static_cast<Eigen::Index>(2 * kCut * p), static_cast<Eigen::Index>(2 * kCut * p)) +=
                    p == 0 || p + 1 == at.size() ? 1e14 : spring[p][along];
            return 1 / Eigen::GeneralizedSelfAdjointEigenSolver<Eigen::MatrixXd>(g, k).eigenvalues().maxCoeff();
        };
        const bool backwards = m->members()[0].startNode != 0;
        // Local z of a plumb element lies along x: the major axis is held by what stands along x.
        const std::array ei{test::kEi, test::kEiz};
        std::array<double, 2> longest{};
        for (const size_t d : {size_t{0}, size_t{1}}) {
            double last = 0;
            for (const HoldPoint& p : m->holds(0).points) {
                const bool held = d == 0 ? p.held.major : p.held.minor;
                (held ? counted : dropped) += 1;
                if (!held) continue;
                longest[d] = std::max(longest[d], p.at - last);
                last = p.at;
            }
            longest[d] = std::max(longest[d], at.back() - last);
        }
        // The member's own level: no more than that is asked of the holds in either direction.
        const double level =
            std::min(kPiSquared * ei[0] / std::pow(longest[0], 2), kPiSquared * ei[1] / std::pow(longest[1], 2));
        for (const size_t d : {size_t{0}, size_t{1}}) {
            CAPTURE(round, d, backwards, longest[d]);
            CHECK(critical(ei[d], d) > 0.975 * level);
            // And what stands twice over by the most that any of its neighbours could ask counts.
            for (const HoldPoint& p : m->holds(0).points) {
                const double place = backwards ? at.back() - p.at : p.at;
                for (size_t k = 1; k + 1 < at.size(); ++k) {
                    if (std::abs(at[k] - place) > 1e-6) continue;
                    const double a = at[k] - at[k - 1], b = at[k + 1] - at[k];
                    const double most =
                        4 * (1 / a + 1 / b) * kPiSquared * std::max(test::kEi, test::kEiz) / std::pow(std::max(a, b), 2);
                    bool all = true;
                    for (size_t j = 1; j + 1 < at.size(); ++j)
                        all &= spring[j][d] > 4 * most;
                    if (all) CHECK((d == 0 ? p.held.major : p.held.minor));
                }
            }
        }
    }
    CHECK(counted > 250); // both kinds are among them
    CHECK(dropped > 60);
}
