// Tables as they come: sheets of cells, before anybody knows what a column means.
#pragma once

#include "core/base/finding.h"

#include <cstdint>
#include <string>
#include <string_view>
#include <unordered_map>
#include <utility>
#include <vector>

namespace wr {

// What may be asked of a file at most. More is refused with a sentence: a small file that unfolds to gigabytes is an attack.
struct TableLimits
{
    size_t bytes = 2'000'000'000; // of a part, unpacked
    size_t cells = 40'000'000;    // of a book
    double unfolds = 400;         // unpacked to packed, from `unfoldsFrom` on
    size_t unfoldsFrom = 100'000'000;
};

// A cell with something in it.
struct Cell
{
    enum class Kind : std::uint8_t { Empty, Number, Text, Date, Fault };
    struct Words
    {
        std::uint32_t from, length; // in the sheet's store
    };
    union {
        double number = 0; // Number, Date (days)
        Words words;       // Text, Fault (what the spreadsheet shows: "#REF!")
    };
    std::uint16_t column = 0;
    Kind kind = Kind::Empty;
};

// One sheet, rows and columns from 0. Only cells with something in them are kept; rows are asked for in any order.
class Sheet
{
public:
    std::string name;

    size_t rows() const { return first_.size(); }
    size_t columns() const { return columns_; } // of the widest row
    // An empty one where nothing stands.
    Cell at(size_t row, size_t column) const;
    std::pair<const Cell*, const Cell*> row(size_t row) const;
    size_t cells() const { return cells_.size(); }
    // Of Text and Fault; empty for others.
    std::string_view words(const Cell& c) const;
    // As it would be typed: words as they stand, numbers without loss. Dates and faults in words of our own.
    std::string shown(const Cell& c) const;
    std::string shown(size_t r, size_t column) const { return shown(at(r, column)); }

    // Filling: rows in rising order, columns in rising order in a row; others are put in their place by settle().
    void addNumber(size_t row, size_t column, double v, bool date = false);
    void addWords(size_t row, size_t column, std::string_view text, bool fault = false);
    // The same cell again elsewhere.
    void addAgain(size_t row, size_t column, const Cell& c);
    // Words that are used by many cells are kept once.
    Cell::Words keep(std::string_view text);
    void addKept(size_t row, size_t column, Cell::Words words, bool fault = false);
    // To be called once all is in: what stands at one place twice stands there as it came last.
    void settle();

private:
    void add(size_t row, Cell c);
    std::vector<Cell> cells_;
    std::vector<std::uint32_t> row_;   // of each cell, until settled
    std::vector<std::uint32_t> first_; // of each row: its first cell
    std::string store_;
    size_t columns_ = 0;
    bool inOrder_ = true;
};

// A file of tables.
struct Book
{
    std::string file; // its name without folders
    std::vector<Sheet> sheets;
    char decimalMark = '.'; // of numbers that are text
    std::string about;      // how it was read: "comma between columns, point in numbers, UTF-16"
};

// "A", "Z", "AA": the letter of a column, and back. npos: no letters, or further right than a table goes.
std::string columnLetters(size_t column);
size_t columnOf(std::string_view letters);
constexpr size_t kMostColumns = 16384; // as spreadsheets have
constexpr size_t kMostRows = 4'000'000;

} // namespace wr
