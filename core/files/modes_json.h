// "buckling" and "vibration" of the frame file (docs/frame-format.md), as JSON text that stands in Frame::modes.
#pragma once

#include "core/analysis/combinations.h"
#include "core/analysis/modes.h"

#include <string>
#include <vector>

namespace wr {

// One entry per load of `loads`, with the critical load factors found, lowest first.
std::string bucklingJson(const Frame& f, const BucklingResult& b, const std::vector<WholeLoad>& loads);
// `mass`: "consistent" or "lumped", as it was reckoned with.
std::string vibrationJson(const VibrationResult& v, const std::string& mass);

} // namespace wr
