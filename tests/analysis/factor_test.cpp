// The sparse factor: right answers, patterns shared and forgotten, threads, matrices that cannot be factorised.
#include "core/analysis/factor.h"

#include <catch2/catch.hpp>
#include <tbb/parallel_for.h>

#include <atomic>

using namespace wr;
using Catch::Matchers::WithinAbs;

namespace {

// A chain of springs, each node held a little; `skip`: also to the node that far away.
SparseMatrix chain(int n, double hold, int skip = 0)
{
    std::vector<Eigen::Triplet<double>> t;
    for (int i = 0; i < n; ++i) {
        t.emplace_back(i, i, 2 + hold + (skip > 0 ? 2 : 0));
        if (i > 0) t.emplace_back(i, i - 1, -1);
        if (skip > 0 && i >= skip) t.emplace_back(i, i - skip, -1);
    }
    SparseMatrix m(n, n);
    m.setFromTriplets(t.begin(), t.end());
    return m;
}

double error(const SparseMatrix& k, const SymmetricFactor& f)
{
    const Eigen::VectorXd x = Eigen::VectorXd::LinSpaced(k.rows(), -1, 3);
    return (f.solve(Eigen::VectorXd(k.selfadjointView<Eigen::Lower>() * x)) - x).cwiseAbs().maxCoeff();
}

} // namespace

TEST_CASE("factor: one symbolic part for one pattern, the oldest goes when many come", "[analysis][factor]")
{
    const auto memory = std::make_shared<AnalysisMemory>();
    SymmetricFactor f(memory);
    for (const double hold : {0.5, 0.1, 7.0}) {
        const SparseMatrix k = chain(300, hold);
        REQUIRE(f.compute(k));
        CHECK_THAT(error(k, f), WithinAbs(0.0, 1e-10));
    }
    CHECK(memory->analysed() == 1);
    CHECK(memory->reused() == 2);
    SymmetricFactor other(memory);
    REQUIRE(other.compute(chain(300, 2.0)));
    CHECK(memory->analysed() == 1);
    for (int skip = 5; skip < 10; ++skip)
        REQUIRE(f.compute(chain(300, 1, skip)));
    CHECK(memory->analysed() == 6);
    REQUIRE(f.compute(chain(300, 0.5))); // was forgotten: found anew, and right
    CHECK(memory->analysed() == 7);
    CHECK_THAT(error(chain(300, 0.5), f), WithinAbs(0.0, 1e-10));
    Eigen::MatrixXd many = Eigen::MatrixXd::Random(300, 7);
    const SparseMatrix k = chain(300, 0.5);
    const Eigen::MatrixXd x = f.solve(many);
    CHECK_THAT((k.selfadjointView<Eigen::Lower>() * x - many).cwiseAbs().maxCoeff(), WithinAbs(0.0, 1e-10));
}

TEST_CASE("factor: what is not positive definite is refused, and the next one is right again", "[analysis][factor]")
{
    SymmetricFactor f;
    SparseMatrix bad = chain(200, 0.3);
    bad.coeffRef(120, 120) = -4;
    CHECK_FALSE(f.compute(bad));
    const SparseMatrix good = chain(200, 0.3);
    REQUIRE(f.compute(good));
    CHECK_THAT(error(good, f), WithinAbs(0.0, 1e-10));
}

TEST_CASE("factor: many threads with one memory get their own right answers", "[analysis][factor]")
{
    const auto memory = std::make_shared<AnalysisMemory>();
    std::atomic<int> wrong{0};
    tbb::parallel_for(0, 64, [&](int i) {
        const OneThreadBlas alone;
        const SparseMatrix k = chain(2000, 0.01 + 0.01 * i, 40 + i % 3);
        SymmetricFactor f(memory);
        if (!f.compute(k) || error(k, f) > 1e-8) ++wrong;
    });
    CHECK(wrong == 0);
    CHECK(memory->analysed() >= 3);
    CHECK(memory->analysed() + memory->reused() == 64);
}

TEST_CASE("factor: the selected inverse is the inverse wherever the matrix has entries", "[analysis][factor]")
{
    for (const auto& [n, skip] : {std::pair{1, 0}, std::pair{7, 0}, std::pair{60, 7}, std::pair{400, 20}, std::pair{900, 31}}) {
        const SparseMatrix k = chain(n, 0.05, n > skip ? skip : 0);
        SymmetricFactor f;
        REQUIRE(f.compute(k));
        const Eigen::MatrixXd whole = f.solve(Eigen::MatrixXd(Eigen::MatrixXd::Identity(n, n)));
        SelectedInverse inverse;
        f.selectedInverse(inverse);
        REQUIRE_FALSE(inverse.empty());
        double worst = 0;
        for (int c = 0; c < k.outerSize(); ++c)
            for (SparseMatrix::InnerIterator it(k, c); it; ++it)
                for (const bool turned : {false, true}) {
                    const auto i = static_cast<int>(turned ? it.col() : it.row()),
                               j = static_cast<int>(turned ? it.row() : it.col());
                    worst = std::max(worst, std::abs(inverse.at(i, j) - whole(i, j)));
                }
        CAPTURE(n, skip);
        CHECK(worst < 1e-11 * whole.cwiseAbs().maxCoeff());
        // The same memory for the next factor.
        const SparseMatrix stiffer = chain(n, 0.5, n > skip ? skip : 0);
        REQUIRE(f.compute(stiffer));
        const double middle = f.solve(Eigen::VectorXd(Eigen::VectorXd::Unit(n, n / 2)))(n / 2);
        f.selectedInverse(inverse);
        CHECK_THAT(inverse.at(n / 2, n / 2), WithinAbs(middle, 1e-12));
    }
}
