// How wide words run: of the faces of printed matter, or of the window's.
#pragma once

#include "core/paper/mark.h"

#include <string_view>

namespace wr {

class TextMeasure
{
public:
    virtual ~TextMeasure() = default;
    virtual double advance(std::string_view utf8, Face face, double size) const = 0;
    // Of a line, over the size: what stands over and under its baseline.
    virtual double ascent() const { return 0.76; }
    virtual double descent() const { return 0.22; }
};

// Words broken into lines of at most that width; a word that is wider alone is broken where it must be. Line ends in the text
// stay.
std::vector<std::string> wrapped(std::string_view text, Face face, double size, double width, const TextMeasure& measure);
// The text, or its beginning and … where it is wider.
std::string cutToWidth(std::string_view text, Face face, double size, double width, const TextMeasure& measure);

// Bytes of the character that begins at a place of a text, at least 1 (what is no UTF-8 counts byte by byte).
size_t characterBytes(std::string_view text, size_t at);

} // namespace wr
