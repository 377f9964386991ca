#include "core/intake/row_faults.h"

#include "core/base/printable.h"
#include "core/tables/sheet.h"

#include <fmt/format.h>

namespace wr {

std::string inMarks(std::string_view word)
{
    constexpr size_t kLongest = 80;
    return "\"" + printable(word.substr(0, kLongest)) + (word.size() > kLongest ? "…" : "") + "\"";
}

std::string placeIn(const TableUse& t, size_t row, const ColumnUse* column)
{
    std::string out = fmt::format("{}, row {}", t.sheet.empty() ? t.file : t.sheet, row + 1);
    if (column) out += fmt::format(", column {} ({})", columnLetters(column->column), column->heading);
    return out;
}

void RowFaults::add(std::string_view code, const TableUse& table, size_t row, const ColumnUse* column, std::string text)
{
    Finding f = finding(code, placeIn(table, row, column), "", std::move(text));
    f.figures = {{"row", static_cast<double>(row)}, {"column", column ? static_cast<double>(column->column) : -1}};
    f.about = {table.file, table.sheet};
    errors_ += f.severity == Severity::Error;
    Alike& a = alike_[{&table, column ? column->as : "", std::string(code)}];
    if (++a.count > kAlike) return;
    a.at = told_.size();
    told_.push_back(std::move(f));
}

void RowFaults::add(std::string_view code, const TableUse* table, std::string text)
{
    const std::string place = table ? (table->sheet.empty() ? table->file : table->sheet) : "";
    told_.push_back(finding(code, place, "", std::move(text)));
    errors_ += told_.back().severity == Severity::Error;
}

std::vector<Finding> RowFaults::all() const
{
    std::vector<Finding> out = told_;
    for (const auto& [key, a] : alike_)
        if (a.count > kAlike) {
            Finding& last = out[a.at];
            last.text += fmt::format(" (and {} more like this in the table)", a.count - kAlike);
        }
    return out;
}

} // namespace wr
