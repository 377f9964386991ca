#include "core/lengths/alignment.h"

#include "core/base/powers.h"

#include <cmath>

namespace wr {

namespace {

// G as the share p = G / (1 + G) with q = 1 - p: the equations times (1 + GA)(1 + GB) have no infinite terms left.
struct Share
{
    double p, q;
    explicit Share(double g) : p(std::isinf(g) ? 1 : g / (1 + g)), q(std::isinf(g) ? 0 : 1 / (1 + g)) {}
};

// Root of a function that rises through zero between two places.
template <class F> double rising(F&& f, double low, double high)
{
    for (int k = 0; k < 200 && high - low > 1e-15 * high; ++k) {
        const double middle = (low + high) / 2;
        (f(middle) < 0 ? low : high) = middle;
    }
    return (low + high) / 2;
}

} // namespace

std::optional<double> swayFactor(double ga, double gb)
{
    const Share a(ga), b(gb);
    if (a.q == 0 && b.q == 0) return std::nullopt;
    // (GA·GB·x² - 36) / (6·(GA + GB)) = x / tan x with x = π/K, times the sine.
    const double both = a.p * b.p, none = 36 * a.q * b.q, one = 6 * (a.p * b.q + b.p * a.q);
    const auto f = [&](double x) { return (both * sqr(x) - none) * std::sin(x) - one * x * std::cos(x); };
    return kPi / rising(f, 1e-9, kPi);
}

double bracedFactor(double ga, double gb)
{
    const Share a(ga), b(gb);
    // GA·GB/4·x² + (GA + GB)/2·(1 - x/tan x) + 2·tan(x/2)/x = 1 with x = π/K.
    const double both = a.p * b.p / 4, one = (a.p * b.q + b.p * a.q) / 2, none = a.q * b.q;
    const auto f = [&](double x) { return both * sqr(x) + one * (1 - x / std::tan(x)) + none * (2 * std::tan(x / 2) / x - 1); };
    // Both joints free to turn: the first term alone is left, and K = 1.
    if (one == 0 && none == 0) return 1;
    return kPi / rising(f, kPi * (1 + 1e-12), 2 * kPi * (1 - 1e-12));
}

} // namespace wr
