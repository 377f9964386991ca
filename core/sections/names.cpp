#include "core/sections/names.h"

#include <algorithm>
#include <array>
#include <charconv>
#include <cmath>

namespace wr {

namespace {

bool digit(char c)
{
    return c >= '0' && c <= '9';
}

std::string plain(double v)
{
    std::array<char, 32> text;
    const auto [end, error] = std::to_chars(text.data(), text.data() + text.size(), v, std::chars_format::general, 7);
    return {text.data(), end};
}

// Reads digits with a decimal point or comma at `i`; advances.
double readNumber(std::string_view s, size_t& i)
{
    double v = 0, unit = 1;
    bool fraction = false;
    for (; i < s.size(); ++i) {
        const char c = s[i];
        if (digit(c)) {
            if (fraction)
                v += (c - '0') * (unit /= 10);
            else
                v = v * 10 + (c - '0');
        } else if ((c == '.' || c == ',') && !fraction && i + 1 < s.size() && digit(s[i + 1]))
            fraction = true;
        else
            break;
    }
    return v;
}

} // namespace

std::string nameKey(std::string_view name)
{
    std::string key, tail; // tail: letters since the last number
    bool numbered = false;
    for (size_t i = 0; i < name.size();) {
        const auto c = static_cast<unsigned char>(name[i]);
        if (digit(name[i]) || (c == '.' && i + 1 < name.size() && digit(name[i + 1]))) {
            key += tail;
            tail.clear();
            double v = 0;
            if (c == '.') {
                const std::string padded = "0" + std::string(name.substr(i));
                size_t at = 0;
                v = readNumber(padded, at);
                i += at - 1;
            } else
                v = readNumber(name, i);
            // A fraction: "3/8", "1-1/2", "1 1/2".
            size_t j = i;
            double numerator = v, whole = 0;
            if (j < name.size() && (name[j] == '-' || name[j] == ' ')) {
                size_t k = j + 1;
                if (k < name.size() && digit(name[k])) {
                    const double n = readNumber(name, k);
                    if (k < name.size() && name[k] == '/') {
                        whole = v;
                        numerator = n;
                        j = k;
                    }
                }
            }
            if (j < name.size() && name[j] == '/' && j + 1 < name.size() && digit(name[j + 1])) {
                ++j;
                const double denominator = readNumber(name, j);
                if (denominator > 0) {
                    v = whole + numerator / denominator;
                    i = j;
                }
            }
            key += plain(v);
            numbered = true;
            continue;
        }
        ++i;
        if (c == ' ' || c == '\t' || c == '_' || c == '-') continue;
        if (c == 0xC3 && i < name.size() && static_cast<unsigned char>(name[i]) == 0x97) { // "×"
            tail += 'X';
            ++i;
        } else if (c == '*')
            tail += 'X';
        else
            tail += static_cast<char>(c >= 'a' && c <= 'z' ? c - 'a' + 'A' : c);
    }
    if (!numbered || tail == "X") return key + tail;
    // "HE 300 B": the letters behind belong to the family in front of the first number.
    size_t first = 0;
    while (first < key.size() && !digit(key[first]))
        ++first;
    return key.substr(0, first) + tail + key.substr(first);
}

NameParts nameParts(std::string_view key)
{
    NameParts out;
    size_t i = 0;
    while (i < key.size() && !digit(key[i]))
        out.letters += key[i++];
    while (i < key.size()) {
        if (digit(key[i]))
            out.numbers.push_back(readNumber(key, i));
        else
            ++i;
    }
    return out;
}

std::optional<double> inchSeries(std::string_view letters, double millimetres)
{
    constexpr std::array<std::pair<double, double>, 22> series{
        {{1100, 44}, {1000, 40}, {920, 36}, {840, 33}, {760, 30}, {690, 27}, {610, 24}, {530, 21},
         {510, 20},  {460, 18},  {410, 16}, {380, 15}, {360, 14}, {330, 13}, {310, 12}, {250, 10},
         {230, 9},   {200, 8},   {180, 7},  {150, 6},  {130, 5},  {100, 4}}};
    const bool cut = letters == "WT" || letters == "MT" || letters == "ST";
    if (!cut && letters != "W" && letters != "M" && letters != "S" && letters != "HP" && letters != "C" && letters != "MC")
        return std::nullopt;
    if (letters != "W" && millimetres == 75) return 3;
    for (const auto& [mm, inch] : series)
        if (std::abs(millimetres * (cut ? 2 : 1) - mm) < 0.5) return cut ? inch / 2 : inch;
    return std::nullopt;
}

} // namespace wr
