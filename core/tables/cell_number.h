// Numbers in cells that are text, as people and programs write them.
#pragma once

#include <optional>
#include <string_view>

namespace wr {

// "1,234.5", "1.234,5", "1 234,5", "1'234.5", "−12", "+3", "1.2E-3", "12 %" is none. `mark` stands before the decimals. The
// other mark, blanks and apostrophes may stand between groups of three digits and nowhere else: "1,5" is no number where the
// mark is a point. Nothing for anything else, nor for what is not finite.
std::optional<double> cellNumber(std::string_view text, char mark);

// What a cell says about the decimal mark.
enum class MarkSign { None, Point, Comma, Either }; // Either: "1,234" or "1.234", a number in both readings
MarkSign markSign(std::string_view text);

} // namespace wr
