// Text of the tables shipped with the program: lines of comma-separated cells, without quoting.
#pragma once

#include <charconv>
#include <optional>
#include <string_view>
#include <vector>

namespace wr {

// The pieces between separators; a text without one is a single piece.
inline std::vector<std::string_view> split(std::string_view text, char at)
{
    std::vector<std::string_view> out;
    while (true) {
        const auto p = text.find(at);
        out.push_back(text.substr(0, p));
        if (p == std::string_view::npos) return out;
        text.remove_prefix(p + 1);
    }
}

struct TableLine
{
    size_t number; // from 1, as an editor counts
    std::string_view text;
};

// Every line that is not empty, without its end ("\n" or "\r\n").
inline std::vector<TableLine> tableLines(std::string_view text)
{
    std::vector<TableLine> out;
    size_t number = 0;
    for (std::string_view line : split(text, '\n')) {
        ++number;
        if (line.ends_with('\r')) line.remove_suffix(1);
        if (!line.empty()) out.push_back({number, line});
    }
    return out;
}

// The number a cell holds, the same in every locale; nothing if there is anything else in it, or no finite number.
inline std::optional<double> cellNumber(std::string_view cell)
{
    double v = 0;
    const auto [end, error] = std::from_chars(cell.data(), cell.data() + cell.size(), v);
    if (error != std::errc{} || end != cell.data() + cell.size()) return std::nullopt;
    return v;
}

} // namespace wr
