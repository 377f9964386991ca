#include "core/analysis/selected_inverse.h"

#include <Eigen/Dense>
#include <algorithm>
#include <cholmod.h>
#include <cstddef>

extern "C" {
void dgemm_(const char* ta, const char* tb, const int* m, const int* n, const int* k, const double* alpha, const double* a,
            const int* lda, const double* b, const int* ldb, const double* beta, double* c, const int* ldc, size_t, size_t);
void dtrsm_(const char* side, const char* uplo, const char* t, const char* diagonal, const int* m, const int* n,
            const double* alpha, const double* a, const int* lda, double* b, const int* ldb, size_t, size_t, size_t, size_t);
}

namespace wr {

namespace {

using Matrix = Eigen::MatrixXd;
using Block = Eigen::Map<Matrix>;
using ConstBlock = Eigen::Map<const Matrix>;

// c = alpha·op(a)·b + beta·c by BLAS where that is worth the call: what CHOLMOD itself works with.
void product(bool transposed, double alpha, const Eigen::Ref<const Matrix>& a, const Matrix& b, double beta, Matrix& c)
{
    const auto m = static_cast<int>(transposed ? a.cols() : a.rows()), n = static_cast<int>(b.cols()),
               k = static_cast<int>(b.rows()), lda = static_cast<int>(a.outerStride());
    dgemm_(transposed ? "T" : "N", "N", &m, &n, &k, &alpha, a.data(), &lda, b.data(), &k, &beta, c.data(), &m, 1, 1);
}

// b = l⁻¹·b, l lower triangular.
void solveLower(const Eigen::Ref<const Matrix>& l, Matrix& b)
{
    const auto m = static_cast<int>(b.rows()), n = static_cast<int>(b.cols()), ldl = static_cast<int>(l.outerStride());
    const double one = 1;
    dtrsm_("L", "L", "N", "N", &m, &n, &one, l.data(), &ldl, b.data(), &m, 1, 1, 1, 1);
}

} // namespace

// Takahashi's equations on supernodes, last to first: with columns J, rows R below them and Y = L_RJ·L_JJ⁻¹,
// Z_RJ = -Z_RR·Y and Z_JJ = (L_JJ·L_JJᵀ)⁻¹ - Yᵀ·Z_RJ. Z_RR is known by then: R stands together in the supernodes it belongs to.
void SelectedInverse::compute(cholmod_factor_struct& l)
{
    values_ = nullptr;
    if (!l.is_super || !l.is_ll || l.xtype != CHOLMOD_REAL || l.itype != CHOLMOD_INT) return;
    const auto n = static_cast<int>(l.n), nsuper = static_cast<int>(l.nsuper);
    const auto *super = static_cast<const int*>(l.super), *pi = static_cast<const int*>(l.pi),
               *px = static_cast<const int*>(l.px), *s = static_cast<const int*>(l.s), *perm = static_cast<const int*>(l.Perm);
    auto* x = values_ = static_cast<double*>(l.x);
    super_.assign(super, super + nsuper + 1);
    rowsFrom_.assign(pi, pi + nsuper + 1);
    rows_.assign(s, s + pi[nsuper]);
    valuesFrom_.assign(px, px + nsuper + 1);
    ofColumn_.resize(static_cast<size_t>(n));
    place_.resize(static_cast<size_t>(n));
    for (int k = 0; k < n; ++k)
        place_[static_cast<size_t>(perm[k])] = k;
    for (int j = 0; j < nsuper; ++j)
        std::fill(ofColumn_.begin() + super[j], ofColumn_.begin() + super[j + 1], j);

    std::vector<int> where(static_cast<size_t>(n)); // of a row among those of the supernode that is read
    Matrix zrr, zrj;
    for (int j = nsuper - 1; j >= 0; --j) {
        const Eigen::Index w = super[j + 1] - super[j], rows = pi[j + 1] - pi[j], m = rows - w;
        const ConstBlock lj(x + px[j], rows, w);
        Block zj(x + px[j], rows, w); // lj is read before
        Matrix inverse = Matrix::Identity(w, w);
        solveLower(lj.topRows(w), inverse);
        Matrix zjj(w, w);
        product(true, 1, inverse, inverse, 0, zjj);
        if (m > 0) {
            const int* r = s + pi[j] + w;
            Matrix y(m, w);
            product(false, 1, lj.bottomRows(m), inverse, 0, y);
            zrr.resize(m, m);
            for (Eigen::Index a = 0; a < m;) {
                const int k = ofColumn_[static_cast<size_t>(r[a])];
                const Eigen::Index height = pi[k + 1] - pi[k];
                for (int t = pi[k]; t < pi[k + 1]; ++t)
                    where[static_cast<size_t>(s[t])] = t - pi[k];
                const ConstBlock zk(x + px[k], height, super[k + 1] - super[k]);
                for (; a < m && r[a] < super[k + 1]; ++a)
                    for (Eigen::Index b = a; b < m; ++b)
                        zrr(b, a) = zrr(a, b) = zk(where[static_cast<size_t>(r[b])], r[a] - super[k]);
            }
            zrj.resize(m, w);
            product(false, -1, zrr, y, 0, zrj);
            product(true, -1, y, zrj, 1, zjj);
            zj.bottomRows(m) = zrj;
        }
        zj.topRows(w) = (zjj + zjj.transpose()) / 2;
    }
}

double SelectedInverse::at(int row, int column) const
{
    int a = place_[static_cast<size_t>(row)], b = place_[static_cast<size_t>(column)];
    if (a > b) std::swap(a, b);
    const auto k = static_cast<size_t>(ofColumn_[static_cast<size_t>(a)]);
    const auto from = rows_.begin() + rowsFrom_[k], to = rows_.begin() + rowsFrom_[k + 1];
    const auto it = std::lower_bound(from, to, b);
    if (it == to || *it != b) return 0;
    return values_[valuesFrom_[k] + static_cast<size_t>(a - super_[k]) * static_cast<size_t>(to - from) +
                   static_cast<size_t>(it - from)];
}

} // namespace wr
