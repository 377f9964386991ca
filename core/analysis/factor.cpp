#include "core/analysis/factor.h"

#include <Eigen/CholmodSupport>
#include <algorithm>
#include <dlfcn.h>

namespace wr {

namespace {

// The library's own class, opened just far enough to be given a symbolic factor that exists already.
class Cholesky : public Eigen::CholmodSupernodalLLT<SparseMatrix>
{
public:
    Cholesky() { cholmod().print = 0; }
    void adopt(cholmod_factor* symbolic)
    {
        if (m_cholmodFactor) cholmod_free_factor(&m_cholmodFactor, &cholmod());
        m_cholmodFactor = cholmod_copy_factor(symbolic, &cholmod());
        m_isInitialized = true;
        m_analysisIsOk = 1;
        m_factorizationIsOk = 0;
        m_info = Eigen::Success;
    }
    cholmod_factor* factorAtHand() { return m_cholmodFactor; }
};

// A serial build of OpenBLAS gives wrong numbers when two threads call it at once; then the calls take turns.
std::unique_lock<std::mutex> turn()
{
    static std::mutex one;
    static const bool alone = [] {
        const auto parallel = reinterpret_cast<int (*)()>(dlsym(RTLD_DEFAULT, "openblas_get_parallel"));
        return parallel && parallel() == 0;
    }();
    return alone ? std::unique_lock(one) : std::unique_lock<std::mutex>();
}

// CHOLMOD opens a team of threads for every small block it adds up: more time to wake them than to add. While one lives, the
// calling thread opens none (OpenMP keeps this setting by thread); BLAS has its own threads and keeps them.
class NoTeams
{
public:
    NoTeams()
    {
        const auto get = reinterpret_cast<int (*)()>(dlsym(RTLD_DEFAULT, "omp_get_max_active_levels"));
        if (!get || !set()) return;
        before_ = get();
        set()(0);
    }
    ~NoTeams()
    {
        if (before_ >= 0) set()(before_);
    }
    NoTeams(const NoTeams&) = delete;
    NoTeams& operator=(const NoTeams&) = delete;

private:
    using Set = void (*)(int);
    static Set set() { return reinterpret_cast<Set>(dlsym(RTLD_DEFAULT, "omp_set_max_active_levels")); }
    int before_ = -1;
};

} // namespace

struct AnalysisMemory::Pattern
{
    std::vector<int> outer, inner;
    Cholesky symbolic; // never factorised itself
    bool fits(const SparseMatrix& k) const
    {
        return outer.size() == static_cast<size_t>(k.cols()) + 1 && inner.size() == static_cast<size_t>(k.nonZeros()) &&
               std::equal(outer.begin(), outer.end(), k.outerIndexPtr()) &&
               std::equal(inner.begin(), inner.end(), k.innerIndexPtr());
    }
};

namespace {

// Of all guards alive: the first sets one thread, the last puts back what was there.
struct OneThread
{
    std::mutex guard;
    int alive = 0, before = 0;
};
OneThread& oneThread()
{
    static OneThread state;
    return state;
}

} // namespace

// Other libraries than OpenBLAS are left as they are.
OneThreadBlas::OneThreadBlas()
{
    const std::lock_guard lock(oneThread().guard);
    if (oneThread().alive++ > 0) return;
    const auto get = reinterpret_cast<int (*)()>(dlsym(RTLD_DEFAULT, "openblas_get_num_threads"));
    const auto set = reinterpret_cast<void (*)(int)>(dlsym(RTLD_DEFAULT, "openblas_set_num_threads"));
    if (get && set) {
        oneThread().before = get();
        set(1);
    }
}

OneThreadBlas::~OneThreadBlas()
{
    const std::lock_guard lock(oneThread().guard);
    if (--oneThread().alive > 0) return;
    const auto set = reinterpret_cast<void (*)(int)>(dlsym(RTLD_DEFAULT, "openblas_set_num_threads"));
    if (set && oneThread().before > 0) set(oneThread().before);
}

AnalysisMemory::AnalysisMemory() = default;
AnalysisMemory::~AnalysisMemory() = default;

int AnalysisMemory::analysed() const
{
    const std::lock_guard lock(guard_);
    return analysed_;
}

int AnalysisMemory::reused() const
{
    const std::lock_guard lock(guard_);
    return reused_;
}

struct SymmetricFactor::Inner
{
    Cholesky cholesky;
};

SymmetricFactor::SymmetricFactor(std::shared_ptr<AnalysisMemory> memory)
    : memory_(memory ? std::move(memory) : std::make_shared<AnalysisMemory>()), inner_(std::make_unique<Inner>())
{
}

SymmetricFactor::~SymmetricFactor() = default;

bool SymmetricFactor::compute(const SparseMatrix& k)
{
    std::shared_ptr<const AnalysisMemory::Pattern> pattern;
    {
        const std::lock_guard lock(memory_->guard_);
        for (const auto& p : memory_->patterns_)
            if (p->fits(k)) {
                pattern = p;
                ++memory_->reused_;
            }
        if (!pattern) {
            auto fresh = std::make_shared<AnalysisMemory::Pattern>();
            fresh->outer.assign(k.outerIndexPtr(), k.outerIndexPtr() + k.cols() + 1);
            fresh->inner.assign(k.innerIndexPtr(), k.innerIndexPtr() + k.nonZeros());
            fresh->symbolic.analyzePattern(k);
            if (fresh->symbolic.info() != Eigen::Success) return false;
            constexpr size_t kKept = 4; // linear, second order, and the two with reduced stiffness
            if (memory_->patterns_.size() >= kKept) memory_->patterns_.erase(memory_->patterns_.begin());
            memory_->patterns_.push_back(fresh);
            pattern = std::move(fresh);
            ++memory_->analysed_;
        }
    }
    inner_->cholesky.adopt(const_cast<AnalysisMemory::Pattern&>(*pattern).symbolic.factorAtHand());
    const NoTeams none;
    const auto mine = turn();
    inner_->cholesky.factorize(k);
    return inner_->cholesky.info() == Eigen::Success;
}

Eigen::MatrixXd SymmetricFactor::solve(const Eigen::MatrixXd& rhs) const
{
    const auto mine = turn();
    return inner_->cholesky.solve(rhs);
}

Eigen::VectorXd SymmetricFactor::solve(const Eigen::VectorXd& rhs) const
{
    const auto mine = turn();
    return inner_->cholesky.solve(rhs);
}

void SymmetricFactor::selectedInverse(SelectedInverse& into)
{
    const NoTeams none;
    const auto mine = turn();
    into.compute(*inner_->cholesky.factorAtHand());
}

} // namespace wr
