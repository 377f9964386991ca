// Rows of a table as a recipe says they are to be read: names, numbers in SI, yes and no.
#pragma once

#include "core/intake/recipe.h"
#include "core/intake/row_faults.h"
#include "core/tables/sheet.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace wr {

// A column that has been looked up; one that is not there gives what the table says of every row, or nothing.
class FieldOfRows
{
public:
    bool there() const { return use_ || !always_.empty(); }
    const ColumnUse* use() const { return use_; }

private:
    friend class TableRows;
    const FieldRow* field_ = nullptr;
    const ColumnUse* use_ = nullptr;
    double factor_ = 1;
    bool badUnit_ = false;
    std::string always_;
    mutable std::string above_; // last name, where empty ones stand for it
};

class TableRows
{
public:
    TableRows(const TableUse& table, const Book& book, const Sheet& sheet, RowFaults& faults);

    const TableUse& table() const { return table_; }
    char decimalMark() const { return book_.decimalMark; }
    FieldOfRows field(std::string_view key) const;
    FieldOfRows field(const ColumnUse& use) const;

    // Every row of data: those that are blank or repeat the heading or the units are left out.
    template <class F> void each(F&& f) const
    {
        const size_t end = std::min(table_.last.value_or(sheet_.rows()), sheet_.rows());
        for (size_t r = table_.first; r < end; ++r)
            if (isData(r)) f(r);
    }
    size_t end() const { return std::min(table_.last.value_or(sheet_.rows()), sheet_.rows()); }
    bool isData(size_t row) const;

    // Empty: nothing stands there.
    std::string name(const FieldOfRows& f, size_t row) const;
    // The same without a copy where it is words; `buffer` holds it else.
    std::string_view nameView(const FieldOfRows& f, size_t row, std::string& buffer) const;
    // SI, with the sign turned where the column's is the other one. Nothing: empty, or told as a fault.
    std::optional<double> number(const FieldOfRows& f, size_t row) const;
    // Yes or no; a number beyond 0 and 1 is a spring (SI).
    struct Flag
    {
        bool yes = false;
        double spring = 0;
    };
    std::optional<Flag> flag(const FieldOfRows& f, size_t row) const;
    // A cell that the field cannot be: for columns that are not read by the calls above.
    void fault(std::string_view code, const FieldOfRows& f, size_t row, std::string text) const;

private:
    std::optional<double> plainNumber(const FieldOfRows& f, size_t row, const Cell& c) const;
    const TableUse& table_;
    const Book& book_;
    const Sheet& sheet_;
    RowFaults& faults_;
};

} // namespace wr
