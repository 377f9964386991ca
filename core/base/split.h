#pragma once

#include <algorithm>
#include <string>
#include <string_view>
#include <vector>

namespace wr {

// What stands between the characters of `apart`, without the empty ones.
inline std::vector<std::string> split(std::string_view text, std::string_view apart)
{
    std::vector<std::string> out;
    size_t from = 0;
    while (from < text.size()) {
        const size_t end = std::min(text.find_first_of(apart, from), text.size());
        if (end > from) out.emplace_back(text.substr(from, end - from));
        from = end + 1;
    }
    return out;
}

} // namespace wr
