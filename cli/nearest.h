#pragma once

#include <string>
#include <string_view>
#include <vector>

namespace wr::cli {

// "; did you mean analyse?" for a word that is nearly one of those known, upper and lower case alike; else nothing.
std::string didYouMean(std::string_view word, const std::vector<std::string>& known);

} // namespace wr::cli
