// Limits of deflection as a line to type: "L/360 variable level; L/250 and 30 mm total". One after the other, apart by
// semicolons; of each L/n, what it may not pass by itself, "free L/n" for a free end, and the words of the frame file: total,
// variable · characteristic, frequent, quasi-permanent, live-only · major, minor · level, upright.
#pragma once

#include "core/base/units.h"
#include "core/frame/design.h"

#include <expected>
#include <string>
#include <string_view>
#include <vector>

namespace wr {

std::string limitText(const DeflectionLimit& l, const UnitSystem& u);
std::string limitsText(const std::vector<DeflectionLimit>& limits, const UnitSystem& u); // "none" where there is none
// The error is a sentence that names the word.
std::expected<std::vector<DeflectionLimit>, std::string> readLimits(std::string_view text, const UnitSystem& u);

} // namespace wr
