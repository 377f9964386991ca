// Text for formats that hold ASCII only and write other letters by their codes.
#pragma once

#include "core/paper/fonts.h"

#include <string>
#include <string_view>

namespace wr {

// Letters beyond ASCII as `beyond` writes their code, control characters as blanks, all others as `plain` writes them.
template <class Plain, class Beyond> std::string asciiText(std::string_view text, Plain&& plain, Beyond&& beyond)
{
    const std::string s = wellFormed(text);
    std::string out;
    for (size_t k = 0; k < s.size();) {
        const auto c = static_cast<unsigned char>(s[k]);
        if (c < 0x80) {
            if (c < 0x20 || c == 0x7f)
                out += ' ';
            else
                plain(out, static_cast<char>(c));
            ++k;
            continue;
        }
        const size_t bytes = characterBytes(s, k);
        unsigned code = c & (bytes == 2 ? 0x1f : bytes == 3 ? 0x0f : 0x07);
        for (size_t j = 1; j < bytes; ++j)
            code = code << 6 | (static_cast<unsigned char>(s[k + j]) & 0x3f);
        beyond(out, code);
        k += bytes;
    }
    return out;
}

} // namespace wr
