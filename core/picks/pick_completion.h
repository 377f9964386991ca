// What may be typed next in a pick expression.
#pragma once

#include "core/picks/pick_match.h"

namespace wr {

// What may stand at a place of a text: names, flags, operators, values, with what is begun already taken into account.
struct Completion
{
    size_t from = 0; // bytes of the text that the word replaces, up to the place
    std::vector<std::string> words;
};
Completion completionsAt(std::string_view text, size_t place, const PickSource& s);

} // namespace wr
