// Reduction of a resistance for buckling by the curves of Ayrton and Perry as European and Indian standards write them:
// Φ = 0.5·(1 + α·(λ - λ0) + β·λ²), χ = 1/(Φ + √(Φ² - β·λ²)), at most 1.
#pragma once

#include "core/base/powers.h"

#include <algorithm>
#include <cmath>

namespace wr {

inline double reductionPhi(double alpha, double lambda, double plateau = 0.2, double beta = 1)
{
    return 0.5 * (1 + alpha * (lambda - plateau) + beta * sqr(lambda));
}
inline double reductionOf(double phi, double lambda, double beta = 1)
{
    return std::min(1.0, 1 / (phi + std::sqrt(sqr(phi) - beta * sqr(lambda))));
}
// 1 up to the plateau.
inline double reductionFactor(double alpha, double lambda, double plateau = 0.2)
{
    return lambda <= plateau ? 1 : reductionOf(reductionPhi(alpha, lambda, plateau), lambda);
}

} // namespace wr
