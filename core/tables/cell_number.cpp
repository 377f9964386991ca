#include "core/tables/cell_number.h"

#include <array>
#include <charconv>
#include <cmath>

namespace wr {

namespace {

bool digit(char c)
{
    return c >= '0' && c <= '9';
}

std::string_view trimmed(std::string_view t)
{
    constexpr std::string_view kNoBreak = "\xC2\xA0";
    while (!t.empty() && (t.front() == ' ' || t.front() == '\t'))
        t.remove_prefix(1);
    while (!t.empty() && (t.back() == ' ' || t.back() == '\t'))
        t.remove_suffix(1);
    while (t.starts_with(kNoBreak))
        t.remove_prefix(2);
    while (t.ends_with(kNoBreak))
        t.remove_suffix(2);
    return t;
}

// Bytes of a mark between groups of three at `t`: blank, apostrophe, no-break and thin blanks; 0: none.
size_t groupMark(std::string_view t, char decimal)
{
    if (t.empty()) return 0;
    const char other = decimal == '.' ? ',' : '.';
    if (t[0] == other || t[0] == ' ' || t[0] == '\'') return 1;
    if (t.starts_with("\xC2\xA0")) return 2;
    if (t.starts_with("\xE2\x80\xAF") || t.starts_with("\xE2\x80\x89") || t.starts_with("\xE2\x80\x99")) return 3;
    return 0;
}

} // namespace

std::optional<double> cellNumber(std::string_view text, char mark)
{
    std::string_view t = trimmed(text);
    std::array<char, 64> plain;
    size_t n = 0;
    const auto put = [&](char c) {
        if (n < plain.size()) plain[n] = c;
        ++n;
    };
    if (t.starts_with("\xE2\x88\x92")) { // a minus sign of its own
        put('-');
        t.remove_prefix(3);
    } else if (!t.empty() && (t[0] == '-' || t[0] == '+')) {
        if (t[0] == '-') put('-');
        t.remove_prefix(1);
    }
    size_t i = 0, run = 0, groups = 0, digits = 0;
    std::string_view between;
    while (i < t.size()) {
        if (digit(t[i])) {
            put(t[i++]);
            ++run;
            ++digits;
            continue;
        }
        const size_t bytes = groupMark(t.substr(i), mark);
        if (bytes == 0) break;
        // One kind of mark, first after one to three digits, then after three each.
        const std::string_view here = t.substr(i, bytes);
        if (run == 0 || run > 3 || (groups > 0 && (run != 3 || here != between))) return std::nullopt;
        between = here;
        ++groups;
        run = 0;
        i += bytes;
    }
    if (groups > 0 && run != 3) return std::nullopt;
    if (i < t.size() && t[i] == mark) {
        put('.');
        ++i;
        for (; i < t.size() && digit(t[i]); ++i) {
            put(t[i]);
            ++digits;
        }
    }
    if (digits == 0) return std::nullopt;
    if (i < t.size() && (t[i] == 'e' || t[i] == 'E' || t[i] == 'd' || t[i] == 'D')) { // D: of Fortran
        put('e');
        ++i;
        if (t.substr(i).starts_with("\xE2\x88\x92")) {
            put('-');
            i += 3;
        } else if (i < t.size() && (t[i] == '-' || t[i] == '+'))
            put(t[i++]);
        if (i >= t.size() || !digit(t[i])) return std::nullopt;
        while (i < t.size() && digit(t[i]))
            put(t[i++]);
    }
    if (i != t.size() || n > plain.size()) return std::nullopt;
    double v = 0;
    const auto [end, error] = std::from_chars(plain.data(), plain.data() + n, v);
    if (error != std::errc{} || end != plain.data() + n || !std::isfinite(v)) return std::nullopt;
    return v;
}

MarkSign markSign(std::string_view text)
{
    if (text.find_first_of(".,") == std::string_view::npos) return MarkSign::None;
    const bool point = cellNumber(text, '.').has_value(), comma = cellNumber(text, ',').has_value();
    return point && comma ? MarkSign::Either : point ? MarkSign::Point : comma ? MarkSign::Comma : MarkSign::None;
}

} // namespace wr
