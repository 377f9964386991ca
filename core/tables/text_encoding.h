// Bytes of a text file from anywhere as UTF-8.
#pragma once

#include <string>
#include <string_view>

namespace wr {

struct DecodedText
{
    std::string text;     // UTF-8, without a byte order mark
    std::string encoding; // "UTF-8", "UTF-16" or "Windows-1252"
    size_t replaced = 0;  // characters that could not be read and stand as U+FFFD
};

// By its byte order mark; without one by what is in it: every second byte zero is UTF-16, what is no UTF-8 is taken as
// Windows-1252.
DecodedText decodeText(std::string bytes);

bool isUtf8(std::string_view text);

} // namespace wr
