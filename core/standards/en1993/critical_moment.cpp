#include "core/standards/en1993/critical_moment.h"

#include "core/base/wide.h"
#include "core/standards/common/bisect.h"

#include <algorithm>
#include <bit>
#include <cstdint>
#include <numeric>
#include <vector>

namespace wr::en1993 {

namespace {

constexpr size_t kTerms = 10;
using Row = std::array<double, kTerms>;
using Matrix = std::array<Row, kTerms>;

// How the ends hold twist and its slope; a root holds both (or twist alone where the section does not warp), a tip nothing.
enum class Warping { Free, Both, Start, End, RootAtStart, RootAtEnd, PlainRootAtStart, PlainRootAtEnd };

// Twist functions over 0 … 1 with their derivatives.
struct Value
{
    double f, d, dd;
};
Value product(Value a, Value b)
{
    return {a.f * b.f, a.d * b.f + a.f * b.d, a.dd * b.f + 2 * a.d * b.d + a.f * b.dd};
}
// Legendre polynomials of 2x - 1.
Value legendre(size_t n, double x)
{
    const double t = 2 * x - 1;
    Value a{1, 0, 0}, b{t, 2, 0};
    if (n == 0) return a;
    for (size_t k = 1; k < n; ++k) {
        const double p = static_cast<double>(2 * k + 1), q = static_cast<double>(k), r = static_cast<double>(k + 1);
        const Value c{(p * t * b.f - q * a.f) / r, (p * (2 * b.f + t * b.d) - q * a.d) / r,
                      (p * (4 * b.d + t * b.dd) - q * a.dd) / r};
        a = b;
        b = c;
    }
    return b;
}
// Free warping: sines, which meet the natural conditions as well. Else polynomials with what the ends hold as a factor.
Value twistFunction(Warping w, size_t i, double x)
{
    const Value p = legendre(i, x), a{x, 1, 0}, b{1 - x, -1, 0};
    switch (w) {
    case Warping::Free: {
        const double n = static_cast<double>(i + 1) * kPi;
        return {std::sin(n * x), n * std::cos(n * x), -n * n * std::sin(n * x)};
    }
    case Warping::Both: return product(product(product(a, a), product(b, b)), p);
    case Warping::Start: return product(product(product(a, a), b), p);
    case Warping::End: return product(product(a, product(b, b)), p);
    case Warping::RootAtStart: return product(product(a, a), p);
    case Warping::RootAtEnd: return product(product(b, b), p);
    case Warping::PlainRootAtStart: return product(a, p);
    case Warping::PlainRootAtEnd: return product(b, p);
    }
    return {};
}

double simpson(size_t i, size_t n)
{
    const double h = 1.0 / static_cast<double>(n - 1);
    return (i == 0 || i == n - 1 ? 1.0 : i % 2 == 1 ? 4.0 : 2.0) * h / 3;
}

// What does not depend on the moments: ∫φ'φ', ∫φ''φ'' over a unit length, and the functions at the samples.
struct Basis
{
    std::array<Row, Segment::kSamples> f{}, d{};
    Matrix a1{}, a2{};

    explicit Basis(Warping w)
    {
        for (size_t s = 0; s < Segment::kSamples; ++s)
            for (size_t i = 0; i < kTerms; ++i) {
                const Value v = twistFunction(w, i, static_cast<double>(s) / (Segment::kSamples - 1));
                f[s][i] = v.f;
                d[s][i] = v.d;
            }
        constexpr size_t fine = 2001;
        for (size_t s = 0; s < fine; ++s) {
            std::array<Value, kTerms> v{};
            for (size_t i = 0; i < kTerms; ++i)
                v[i] = twistFunction(w, i, static_cast<double>(s) / (fine - 1));
            const double weight = simpson(s, fine);
            for (size_t i = 0; i < kTerms; ++i)
                for (size_t j = 0; j < kTerms; ++j) {
                    a1[i][j] += weight * v[i].d * v[j].d;
                    a2[i][j] += weight * v[i].dd * v[j].dd;
                }
        }
    }
};

const Basis& basisOf(Warping w)
{
    static const std::array<Basis, 8> all{Basis(Warping::Free),
                                          Basis(Warping::Both),
                                          Basis(Warping::Start),
                                          Basis(Warping::End),
                                          Basis(Warping::RootAtStart),
                                          Basis(Warping::RootAtEnd),
                                          Basis(Warping::PlainRootAtStart),
                                          Basis(Warping::PlainRootAtEnd)};
    return all[static_cast<size_t>(w)];
}

// Is d - λc - λ²e positive definite? (Cholesky.)
bool stable(const Matrix& d, const Matrix& c, const Matrix& e, double lambda)
{
    Matrix l;
    for (size_t i = 0; i < kTerms; ++i)
        for (size_t j = 0; j <= i; ++j) {
            double v = d[i][j] - lambda * c[i][j] - lambda * lambda * e[i][j];
            for (size_t k = 0; k < j; ++k)
                v -= l[i][k] * l[j][k];
            if (i == j) {
                if (!(v > 0)) return false;
                l[i][i] = std::sqrt(v);
            } else
                l[i][j] = v / l[j][j];
        }
    return true;
}

// The same where c vanishes and d is diagonal (sines): 1/λ² is the largest eigenvalue of d⁻¹e, by the power method; the
// Rayleigh quotient is twice as exact as its vector.
double uncoupled(const Matrix& d, Matrix e)
{
    Row x, y, scale;
    for (size_t i = 0; i < kTerms; ++i) {
        scale[i] = 1 / std::sqrt(d[i][i]);
        x[i] = 1.0 / static_cast<double>(i + 1);
        for (size_t j = 0; j < i; ++j)
            e[j][i] = e[i][j];
    }
    for (size_t i = 0; i < kTerms; ++i)
        for (size_t j = 0; j < kTerms; ++j)
            e[i][j] *= scale[i] * scale[j];
    double last = 0;
    for (int k = 0; k < 400; ++k) {
        double xx = 0, xy = 0, yy = 0;
        for (size_t i = 0; i < kTerms; ++i) {
            y[i] = 0;
            for (size_t j = 0; j < kTerms; ++j)
                y[i] += e[i][j] * x[j];
            xx += x[i] * x[i];
            xy += x[i] * y[i];
            yy += y[i] * y[i];
        }
        const double mu = xy / xx, norm = 1 / std::sqrt(yy);
        for (size_t i = 0; i < kTerms; ++i)
            x[i] = y[i] * norm;
        if (std::abs(mu - last) <= 1e-11 * mu) return 1 / std::sqrt(mu);
        last = mu;
    }
    return 1 / std::sqrt(last);
}

enum class Plan { Free, Both, Start, End };

// e += Σ w·(M/scale)²·f·fᵀ over the samples, all of it.
WR_WIDE void sumMoments(const Segment& g, const Basis& b, Matrix& e)
{
    for (size_t k = 0; k < Segment::kSamples; ++k) {
        const double m = g.m[k] / g.largest, w = simpson(k, Segment::kSamples) * m * m;
        const Row& f = b.f[k];
        for (size_t i = 0; i < kTerms; ++i) {
            const double wf = w * f[i];
            for (size_t j = 0; j < kTerms; ++j)
                e[i][j] += wf * f[j];
        }
    }
}

// The same, remembered: it hangs on the moments alone, and sizing asks for the same segments with one section after the other.
void addMoments(const Segment& g, const Basis& b, Matrix& e)
{
    struct Kept
    {
        const Basis* basis = nullptr;
        std::array<double, Segment::kSamples> m;
        double largest;
        Matrix e;
    };
    constexpr size_t kEntries = 128; // of the segments and sets of one member
    static thread_local std::vector<Kept> kept(kEntries);
    std::uint64_t h = reinterpret_cast<std::uintptr_t>(&b);
    for (const double v : {g.m[6], g.m[13], g.m[24], g.m[37], g.m[48], g.largest})
        h = (h ^ std::bit_cast<std::uint64_t>(v)) * 0x9E3779B97F4A7C15u;
    Kept& k = kept[(h >> 40) % kEntries];
    if (k.basis != &b || k.largest != g.largest || k.m != g.m) {
        k.basis = &b, k.largest = g.largest, k.m = g.m, k.e = {};
        sumMoments(g, b, k.e);
    }
    e = k.e;
}

double solve(const SectionStiffness& s, const Segment& g, Warping warping, Plan plan, double zg)
{
    const Basis& b = basisOf(warping);
    const double length = g.length, scale = g.largest;
    Matrix d{}, c{}, e{};
    for (size_t i = 0; i < kTerms; ++i)
        for (size_t j = 0; j < kTerms; ++j)
            d[i][j] = s.eiw / cube(length) * b.a2[i][j] + s.git / length * b.a1[i][j];
    const bool coupled = zg != 0 || s.beta != 0;
    addMoments(g, b, e);
    const bool plain = plan == Plan::Free && !coupled;
    // Redundant moments in plan: what of Mφ they take is a constant and a line, as far as the ends hold.
    Row first{}, second{};
    for (size_t k = 0; k < (plain ? 0 : Segment::kSamples); ++k) {
        const double w = simpson(k, Segment::kSamples), m = g.m[k] / scale,
                     x = static_cast<double>(k) / (Segment::kSamples - 1);
        const double u = plan == Plan::Both ? 1.0 : plan == Plan::Start ? std::sqrt(3.0) * (1 - x) : std::sqrt(3.0) * x;
        const Row& f = b.f[k];
        for (size_t i = 0; i < kTerms; ++i) {
            const double mf = w * m * f[i];
            if (plan != Plan::Free) first[i] += mf * u;
            if (plan == Plan::Both) second[i] += mf * std::sqrt(3.0) * (2 * x - 1);
            if (!coupled) continue;
            const Row& fd = b.d[k];
            for (size_t j = 0; j <= i; ++j)
                c[i][j] += (zg * g.q[k] * f[i] * f[j] + s.beta / length * w * g.m[k] * fd[i] * fd[j]) / scale;
        }
    }
    for (size_t i = 0; i < kTerms; ++i)
        for (size_t j = 0; j <= i; ++j)
            e[i][j] = (e[i][j] - first[i] * first[j] - second[i] * second[j]) * length / s.eiz;
    if (!coupled && warping == Warping::Free && plan == Plan::Free) return uncoupled(d, e);
    // The factor lies above 0, where the segment is stable; doubled until it is not, then halved in.
    double lo = 0, hi = uniformCriticalMoment(s, length, {1, 1});
    for (int k = 0; k < 60 && stable(d, c, e, hi); ++k) {
        lo = hi;
        hi *= 2;
    }
    return bisect(
        lo, hi, [&](double x) { return stable(d, c, e, x); }, 1e-10);
}

} // namespace

bool Segment::loaded() const
{
    return std::any_of(q.begin(), q.end(), [&](double v) { return std::abs(v) * length > 1e-6 * largest; });
}

double Segment::peak() const
{
    return *std::max_element(m.begin(), m.end(), [](double a, double b) { return std::abs(a) < std::abs(b); });
}
double Segment::net() const
{
    return std::accumulate(q.begin(), q.end(), 0.0);
}

Segment sampleSegment(std::span<const double> x, std::span<const double> my, std::span<const double> vz, double from, double to,
                      double length)
{
    Segment out;
    out.length = length;
    const size_t n = x.size();
    const double h = (to - from) / (Segment::kSamples - 1);
    size_t j = 0;
    for (size_t k = 0; k < Segment::kSamples; ++k) {
        const double at = from + static_cast<double>(k) * h;
        while (j + 2 < n && x[j + 1] <= at)
            ++j;
        // Behind the last of the places that stand twice.
        const double l = j + 1 < n ? x[j + 1] - x[j] : 0;
        double v = n > 0 ? my[j] : 0;
        if (l > 0) {
            const double t = std::clamp((at - x[j]) / l, 0.0, 1.0);
            v = (1 + 2 * t) * sqr(1 - t) * my[j] + t * sqr(1 - t) * l * vz[j] + t * t * (3 - 2 * t) * my[j + 1] +
                t * t * (t - 1) * l * vz[j + 1];
        }
        out.m[k] = v;
        out.largest = std::max(out.largest, std::abs(v));
    }
    for (size_t k = 0; k < n; ++k)
        if (x[k] >= from && x[k] <= to) out.largest = std::max(out.largest, std::abs(my[k]));
    for (size_t k = 0; k + 1 < n; ++k) {
        if (x[k + 1] < from + 1e-9 * h || x[k] > to - 1e-9 * h) continue;
        const double load = vz[k] - vz[k + 1], at = std::clamp((x[k] + x[k + 1]) / 2, from, to);
        out.q[std::lround((at - from) / h)] += load;
    }
    return out;
}

double uniformCriticalMoment(const SectionStiffness& s, double length, EndFixity ends)
{
    const double l = ends.k * length, n = kPi * kPi * s.eiz / (l * l);
    return n * std::sqrt(sqr(ends.k / ends.kw) * s.eiw / s.eiz + s.git / n);
}

double criticalMoment(const SectionStiffness& s, const Segment& g, EndFixity ends, double zg)
{
    if (!(g.largest > 0)) return kUncovered;
    if (g.cantilever) {
        // Where warping fades within a fiftieth of the length its hold at the root is worth nothing: leave it out.
        const bool plain = s.eiw < s.git * sqr(g.length / 50);
        const Warping w = plain ? (g.freeAtStart ? Warping::PlainRootAtEnd : Warping::PlainRootAtStart)
                                : (g.freeAtStart ? Warping::RootAtEnd : Warping::RootAtStart);
        return solve(s, g, w, Plan::Free, zg);
    }
    const auto one = [](double k) { return k > 0.6 && k < 0.85; };
    const Warping warping = ends.kw <= 0.6 ? Warping::Both : one(ends.kw) ? Warping::Start : Warping::Free;
    const Plan plan = ends.k <= 0.6 ? Plan::Both : one(ends.k) ? Plan::Start : Plan::Free;
    double m = solve(s, g, warping, plan, zg);
    if (one(ends.kw) || one(ends.k))
        m = std::min(m, solve(s, g, one(ends.kw) ? Warping::End : warping, one(ends.k) ? Plan::End : plan, zg));
    return m;
}

} // namespace wr::en1993
