#include "core/tables/sheet.h"

#include "core/tables/text_encoding.h"

#include <algorithm>
#include <array>
#include <charconv>
#include <cmath>
#include <numeric>

namespace wr {

Cell Sheet::at(size_t r, size_t column) const
{
    const auto [from, to] = row(r);
    const auto* at = std::lower_bound(from, to, column, [](const Cell& c, size_t k) { return c.column < k; });
    return at != to && at->column == column ? *at : Cell{};
}

std::pair<const Cell*, const Cell*> Sheet::row(size_t r) const
{
    if (r >= first_.size()) return {nullptr, nullptr};
    const size_t end = r + 1 < first_.size() ? first_[r + 1] : cells_.size();
    return {cells_.data() + first_[r], cells_.data() + end};
}

std::string_view Sheet::words(const Cell& c) const
{
    if (c.kind != Cell::Kind::Text && c.kind != Cell::Kind::Fault) return {};
    return std::string_view(store_).substr(c.words.from, c.words.length);
}

std::string Sheet::shown(const Cell& c) const
{
    switch (c.kind) {
    case Cell::Kind::Empty: return "";
    case Cell::Kind::Text:
    case Cell::Kind::Fault: return std::string(words(c));
    case Cell::Kind::Date: return "a date";
    case Cell::Kind::Number: break;
    }
    std::array<char, 40> text;
    const bool whole = std::abs(c.number) < 1e15 && c.number == std::floor(c.number);
    const auto end = whole ? std::to_chars(text.data(), text.data() + text.size(), static_cast<long long>(c.number))
                           : std::to_chars(text.data(), text.data() + text.size(), c.number);
    return {text.data(), end.ptr};
}

void Sheet::add(size_t row, Cell c)
{
    if (!row_.empty() && (row < row_.back() || (row == row_.back() && c.column <= cells_.back().column))) inOrder_ = false;
    row_.push_back(static_cast<std::uint32_t>(row));
    cells_.push_back(c);
    columns_ = std::max<size_t>(columns_, c.column + 1u);
}

void Sheet::addNumber(size_t row, size_t column, double v, bool date)
{
    Cell c;
    c.number = v;
    c.column = static_cast<std::uint16_t>(column);
    c.kind = date ? Cell::Kind::Date : Cell::Kind::Number;
    add(row, c);
}

Cell::Words Sheet::keep(std::string_view text)
{
    // Characters by number can say what is no character; every word that leaves a sheet is UTF-8.
    std::string mended;
    if (!isUtf8(text) || text.find('\0') != std::string_view::npos)
        text = mended = decodeText("\xEF\xBB\xBF" + std::string(text)).text;
    const Cell::Words at{static_cast<std::uint32_t>(store_.size()), static_cast<std::uint32_t>(text.size())};
    store_ += text;
    return at;
}

void Sheet::addWords(size_t row, size_t column, std::string_view text, bool fault)
{
    if (!text.empty()) addKept(row, column, keep(text), fault);
}

void Sheet::addKept(size_t row, size_t column, Cell::Words words, bool fault)
{
    Cell c;
    c.words = words;
    c.column = static_cast<std::uint16_t>(column);
    c.kind = fault ? Cell::Kind::Fault : Cell::Kind::Text;
    add(row, c);
}

void Sheet::addAgain(size_t row, size_t column, const Cell& c)
{
    Cell again = c;
    again.column = static_cast<std::uint16_t>(column);
    add(row, again);
}

void Sheet::settle()
{
    if (!inOrder_) {
        std::vector<std::uint32_t> order(cells_.size());
        std::iota(order.begin(), order.end(), 0u);
        std::stable_sort(order.begin(), order.end(), [&](std::uint32_t a, std::uint32_t b) {
            return std::pair(row_[a], cells_[a].column) < std::pair(row_[b], cells_[b].column);
        });
        std::vector<Cell> cells;
        std::vector<std::uint32_t> rows;
        for (const std::uint32_t k : order) {
            if (!cells.empty() && rows.back() == row_[k] && cells.back().column == cells_[k].column) {
                cells.back() = cells_[k];
                continue;
            }
            cells.push_back(cells_[k]);
            rows.push_back(row_[k]);
        }
        cells_ = std::move(cells);
        row_ = std::move(rows);
    }
    first_.assign(row_.empty() ? 0 : row_.back() + 1u, 0);
    size_t cell = 0;
    for (size_t r = 0; r < first_.size(); ++r) {
        while (cell < row_.size() && row_[cell] < r)
            ++cell;
        first_[r] = static_cast<std::uint32_t>(cell);
    }
    // The rows are kept for settling again once more cells came in (merged ranges).
    inOrder_ = true;
}

std::string columnLetters(size_t column)
{
    std::string out;
    for (size_t n = column + 1; n > 0; n = (n - 1) / 26)
        out.insert(out.begin(), static_cast<char>('A' + (n - 1) % 26));
    return out;
}

size_t columnOf(std::string_view letters)
{
    size_t n = 0;
    if (letters.empty()) return std::string_view::npos;
    for (const char c : letters) {
        const char big = c >= 'a' && c <= 'z' ? static_cast<char>(c - 32) : c;
        if (big < 'A' || big > 'Z') return std::string_view::npos;
        n = n * 26 + static_cast<size_t>(big - 'A' + 1);
        if (n > kMostColumns) return std::string_view::npos;
    }
    return n - 1;
}

} // namespace wr
