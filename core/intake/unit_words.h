// Units as headings of tables name them: "kN", "kN·m", "kNm", "kip-ft", "N/mm²", "cm^4", "10³ mm³", "psf".
#pragma once

#include "core/base/units.h"

#include <optional>
#include <string>
#include <string_view>

namespace wr {

// SI value of one of that unit, if it is a unit of that kind of quantity. Upper and lower case alike. "lb", "kg" and "t" are
// forces where a force is asked for.
std::optional<double> unitFactor(Quantity q, std::string_view name);

// Is it a unit of any kind at all? For telling a line of units from a row of data.
bool isUnit(std::string_view name);

// A name of ours for it where there is one for base units of frames ("KN" is "kN", "kip-ft" is none): for choosing the units in
// which a frame is shown. Empty: none.
std::string frameUnit(Quantity q, std::string_view name);

} // namespace wr
