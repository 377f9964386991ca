// Check results as bytes for the project file: outcomes as they are in memory, words in a table behind them.
#pragma once

#include "core/checking/runner.h"

#include <expected>
#include <string>
#include <string_view>

namespace wr {

std::string bytesOf(const CheckReport& r, const CheckModel& model);
// For the same members under the same standards; what does not fit the model is refused.
std::expected<CheckReport, std::string> reportFromBytes(std::string_view bytes, const CheckModel& model);

} // namespace wr
