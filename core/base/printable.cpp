#include "core/base/printable.h"

#include <cstdint>

namespace wr {

namespace {

constexpr std::string_view kReplacement = "\xEF\xBF\xBD"; // U+FFFD

// Length of the well-formed UTF-8 sequence at i (Unicode 15, table 3-7), 0 if there is none.
size_t sequence(std::string_view t, size_t i)
{
    const auto at = [&](size_t k) { return k < t.size() ? static_cast<uint8_t>(t[k]) : uint8_t{0}; };
    const uint8_t a = at(i), b = at(i + 1);
    const auto tail = [](uint8_t x) { return x >= 0x80 && x <= 0xBF; };
    if (a < 0x80) return 1;
    if (a >= 0xC2 && a <= 0xDF) return tail(b) ? 2 : 0;
    if (a >= 0xE0 && a <= 0xEF) {
        const bool second = tail(b) && !(a == 0xE0 && b < 0xA0) && !(a == 0xED && b > 0x9F);
        return second && tail(at(i + 2)) ? 3 : 0;
    }
    if (a >= 0xF0 && a <= 0xF4) {
        const bool second = tail(b) && !(a == 0xF0 && b < 0x90) && !(a == 0xF4 && b > 0x8F);
        return second && tail(at(i + 2)) && tail(at(i + 3)) ? 4 : 0;
    }
    return 0;
}

} // namespace

std::string printable(std::string_view text)
{
    std::string out;
    out.reserve(text.size());
    for (size_t i = 0; i < text.size();) {
        const size_t n = sequence(text, i);
        const std::string_view piece = text.substr(i, n > 0 ? n : 1);
        const auto c = static_cast<uint8_t>(text[i]);
        const bool c1 = n == 2 && c == 0xC2 && static_cast<uint8_t>(text[i + 1]) < 0xA0; // U+0080 to U+009F
        if (c == '\n' || c == '\t' || c == '\r')
            out += ' ';
        else if (n == 0 || c < 0x20 || c == 0x7F || c1)
            out += kReplacement;
        else
            out += piece;
        i += piece.size();
    }
    return out;
}

} // namespace wr
