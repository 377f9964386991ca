// What a person types into a number field: a number, with a unit or several ("12 ft 6 in"), or an expression ("85/1.5", "2*3.35
// m").
#pragma once

#include "core/base/units.h"

#include <expected>
#include <string>
#include <string_view>

namespace wr {

// SI value. Numbers without a unit are in the unit the field shows; if one number has a unit, factors without one are plain
// numbers. The error is a sentence that names what cannot be read, or a unit of the wrong kind.
std::expected<double, std::string> readEntry(std::string_view text, Quantity q, const UnitSystem& u);

} // namespace wr
