// Ladders as a person types them: dimensions of sections to be made, and what a ladder holds in words.
#pragma once

#include "core/base/units.h"
#include "core/frame/design.h"

#include <expected>
#include <string>
#include <string_view>
#include <vector>

namespace wr {

// "h 400 to 600 by 50, b 200, tw plates 6 to 12, tf plates": each dimension one value, from–to by a step, or thicknesses of the
// plate list. Numbers without a unit in the unit of sections. The error is a sentence that names the part.
std::expected<std::vector<MadeDimension>, std::string> readMade(ShapeKind kind, std::string_view text, const UnitSystem& u);
std::string madeText(const MadeShape& m, const UnitSystem& u);

// "IPE, HEA · 240 to 400 mm deep · not shallower than what it carries": for a list of ladders.
std::string ladderText(const Ladder& l, const UnitSystem& u);

} // namespace wr
