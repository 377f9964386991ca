// The answer of `size`: groups with their rungs, rounds, what was proposed, as JSON (docs/frame-format.md).
#pragma once

#include "core/project/settle.h"

#include <string>

namespace wr {

// `massNow`: of the whole frame before, kg.
std::string writeSizes(const Settled& s, const SizingChoice& choice, double massNow, const UnitSystem& units);

} // namespace wr
