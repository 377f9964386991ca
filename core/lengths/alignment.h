// Effective length factors by the equations behind the alignment charts (AISC 360-22 Commentary to Appendix 7, Eqs. C-A-7-1 and
// C-A-7-2): a column between two joints that girders keep from turning. G = Σ(EI/L) of the columns over Σ(EI/L) of the girders
// there; 0: the joint does not turn, infinite: nothing keeps it from turning.
#pragma once

#include <optional>

namespace wr {

// The joints move sideways against each other, K >= 1. Nothing: both G infinite, a mechanism.
std::optional<double> swayFactor(double ga, double gb);
// They do not, 0.5 <= K <= 1.
double bracedFactor(double ga, double gb);

} // namespace wr
