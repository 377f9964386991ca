// Text that comes from outside, made harmless for a terminal.
#pragma once

#include <string>
#include <string_view>

namespace wr {

// Control characters (escape sequences of a terminal among them) and bytes that are not UTF-8 become U+FFFD; line breaks and
// tabs become spaces.
std::string printable(std::string_view text);

} // namespace wr
