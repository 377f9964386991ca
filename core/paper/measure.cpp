#include "core/paper/measure.h"

#include <algorithm>

namespace wr {

size_t characterBytes(std::string_view text, size_t at)
{
    size_t n = 1;
    while (at + n < text.size() && (static_cast<unsigned char>(text[at + n]) & 0xC0) == 0x80)
        ++n;
    return n;
}

namespace {

// Pieces of a word that is wider than the line.
void breakWord(std::string_view word, Face face, double size, double width, const TextMeasure& measure,
               std::vector<std::string>& lines, std::string& line)
{
    for (size_t k = 0; k < word.size();) {
        const size_t n = characterBytes(word, k);
        const std::string next = line + std::string(word.substr(k, n));
        if (!line.empty() && measure.advance(next, face, size) > width) {
            lines.push_back(std::move(line));
            line = std::string(word.substr(k, n));
        } else
            line = next;
        k += n;
    }
}

} // namespace

std::vector<std::string> wrapped(std::string_view text, Face face, double size, double width, const TextMeasure& measure)
{
    std::vector<std::string> lines;
    for (size_t from = 0; from <= text.size();) {
        const size_t end = std::min(text.find('\n', from), text.size());
        std::string line;
        double used = 0;
        const double space = measure.advance(" ", face, size);
        for (size_t k = from; k < end;) {
            const size_t stop = std::min(text.find(' ', k), end);
            const std::string_view word = text.substr(k, stop - k);
            k = stop + 1;
            if (word.empty()) continue;
            const double w = measure.advance(word, face, size);
            if (!line.empty() && used + space + w <= width) {
                line += ' ';
                line += word;
                used += space + w;
                continue;
            }
            if (!line.empty()) lines.push_back(std::move(line)), line.clear();
            if (w > width) {
                breakWord(word, face, size, width, measure, lines, line);
                used = measure.advance(line, face, size);
            } else {
                line = word;
                used = w;
            }
        }
        lines.push_back(std::move(line));
        from = end + 1;
    }
    return lines;
}

std::string cutToWidth(std::string_view text, Face face, double size, double width, const TextMeasure& measure)
{
    if (measure.advance(text, face, size) <= width) return std::string(text);
    const double room = width - measure.advance("…", face, size);
    std::string out;
    for (size_t k = 0; k < text.size();) {
        const size_t n = characterBytes(text, k);
        if (measure.advance(out + std::string(text.substr(k, n)), face, size) > room) break;
        out += text.substr(k, n);
        k += n;
    }
    return out + "…";
}

} // namespace wr
