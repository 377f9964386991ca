// The nearest of the words that are known, for a word that is not.
#pragma once

#include <cstddef>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace wr {

// Single letters put in, taken out or changed that lead from one word to the other.
size_t editDistance(std::string_view a, std::string_view b);
// The same up to a limit: more than that is told as one more than the limit, sooner.
size_t editDistance(std::string_view a, std::string_view b, size_t limit);

// The known word that `word` is nearly, upper and lower case alike; nothing where none is near.
std::optional<std::string> nearestWord(std::string_view word, const std::vector<std::string>& known);
// "; did you mean analyse?", or nothing.
std::string didYouMean(std::string_view word, const std::vector<std::string>& known);

// Small letters of A to Z; other bytes as they are.
std::string lowered(std::string_view word);

} // namespace wr
