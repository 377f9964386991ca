#pragma once

#include <string_view>

namespace wr {

// `*` any text, `?` one character; upper and lower case differ.
bool fitsPattern(std::string_view pattern, std::string_view text);

} // namespace wr
