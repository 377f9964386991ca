// What a person types into a number field: a number, with a unit or several ("12 ft 6 in"), or an expression ("85/1.5", "2*3.35
// m").
#pragma once

#include "core/base/units.h"

#include <array>
#include <expected>
#include <string>
#include <string_view>
#include <vector>

namespace wr {

// SI value. Numbers without a unit are in the unit the field shows; if one number has a unit, factors without one are plain
// numbers. The error is a sentence that names what cannot be read, or a unit of the wrong kind.
std::expected<double, std::string> readEntry(std::string_view text, Quantity q, const UnitSystem& u);

// "4 × 6 m, 5 m", "3*20 ft": lengths one after the other, m; at most 200 of them. The error is a sentence.
std::expected<std::vector<double>, std::string> readLengths(std::string_view text, const UnitSystem& u);

// A vector of lengths, m: "0; 6 m; 0.5", or along an axis: "6 m x", "-2 ft z", "3 m up". `up`: the axis that stands upright, 1
// or 2.
std::expected<std::array<double, 3>, std::string> readVector(std::string_view text, Quantity q, const UnitSystem& u, int up);

} // namespace wr
