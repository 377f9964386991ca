// Faults of tables: every one with its sheet, row and column, alike ones counted once there are many.
#pragma once

#include "core/base/finding.h"
#include "core/intake/recipe.h"

#include <map>
#include <string>
#include <string_view>
#include <tuple>
#include <vector>

namespace wr {

// "Forces, row 14, column D (N [kN])"; rows as a spreadsheet counts them.
std::string placeIn(const TableUse& table, size_t row, const ColumnUse* column = nullptr);

// A word of a file in quotes, harmless for a terminal, not longer than a line.
std::string inMarks(std::string_view word);

class RowFaults
{
public:
    void add(std::string_view code, const TableUse& table, size_t row, const ColumnUse* column, std::string text);
    // About a table as a whole, or about none.
    void add(std::string_view code, const TableUse* table, std::string text);
    bool any() const { return errors_ > 0; }
    // The first kAlike of every table, column and code, and how many more there are.
    std::vector<Finding> all() const;
    static constexpr size_t kAlike = 20;

private:
    struct Alike
    {
        size_t count = 0;
        size_t at = 0; // of the last one that is told in full
        std::string where;
    };
    std::vector<Finding> told_;
    std::map<std::tuple<const TableUse*, std::string, std::string>, Alike> alike_;
    size_t errors_ = 0;
};

} // namespace wr
