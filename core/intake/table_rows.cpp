#include "core/intake/table_rows.h"

#include "core/base/nearest.h"
#include "core/base/printable.h"
#include "core/intake/unit_words.h"
#include "core/tables/cell_number.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

std::string_view trimmed(std::string_view t)
{
    while (!t.empty() && (t.front() == ' ' || t.front() == '\t' || t.front() == '\n'))
        t.remove_prefix(1);
    while (!t.empty() && (t.back() == ' ' || t.back() == '\t' || t.back() == '\n'))
        t.remove_suffix(1);
    return t;
}

constexpr std::array<std::string_view, 14> kYes{"yes",        "y",        "true", "x",   "1", "held", "fixed",
                                                "restrained", "released", "ja",   "oui", "t", "✓",    "on"};
constexpr std::array<std::string_view, 10> kNo{"no", "n", "false", "0", "free", "-", "nein", "non", "f", "off"};

template <size_t N> bool among(const std::array<std::string_view, N>& words, std::string_view w)
{
    return std::find(words.begin(), words.end(), w) != words.end();
}

} // namespace

TableRows::TableRows(const TableUse& table, const Book& book, const Sheet& sheet, RowFaults& faults)
    : table_(table), book_(book), sheet_(sheet), faults_(faults)
{
}

FieldOfRows TableRows::field(std::string_view key) const
{
    FieldOfRows out;
    if (const ColumnUse* use = table_.column(key)) out = field(*use);
    out.field_ = findField(table_.kind, key);
    if (const auto at = table_.always.find(std::string(key)); at != table_.always.end() && !out.use_) out.always_ = at->second;
    return out;
}

FieldOfRows TableRows::field(const ColumnUse& use) const
{
    FieldOfRows out;
    out.use_ = &use;
    out.field_ = findField(table_.kind, use.as);
    if (!out.field_) return out;
    const bool number = out.field_->form == FieldRow::Form::Number || out.field_->form == FieldRow::Form::Flag;
    if (number && !use.unit.empty()) {
        if (const auto f = unitFactor(out.field_->quantity, use.unit))
            out.factor_ = *f;
        else
            out.badUnit_ = out.field_->form == FieldRow::Form::Number;
    }
    if (use.reversed) out.factor_ = -out.factor_;
    return out;
}

bool TableRows::isData(size_t row) const
{
    // Not a line that repeats the heading (as on every page of a print), nor the line of units beneath it.
    size_t same = 0, units = 0;
    for (const ColumnUse& c : table_.columns) {
        if (c.as.empty()) continue;
        const Cell cell = sheet_.at(row, c.column);
        if (cell.kind == Cell::Kind::Empty) continue;
        if (cell.kind != Cell::Kind::Text) return true;
        const std::string_view words = sheet_.words(cell);
        const bool lastLine = table_.headingRows > 1 && c.heading.size() > words.size() && c.heading.ends_with(words) &&
                              c.heading[c.heading.size() - words.size() - 1] == ' ';
        if (words == c.heading || (!words.empty() && lastLine))
            ++same;
        else if (isUnit(words))
            ++units;
        else
            return true;
    }
    // One unit alone may be a name.
    return same == 0 && units == 1;
}

std::string TableRows::name(const FieldOfRows& f, size_t row) const
{
    std::string buffer;
    return std::string(nameView(f, row, buffer));
}

std::string_view TableRows::nameView(const FieldOfRows& f, size_t row, std::string& buffer) const
{
    if (!f.use_) return f.always_;
    const Cell c = sheet_.at(row, f.use_->column);
    switch (c.kind) {
    case Cell::Kind::Text: {
        const std::string_view words = trimmed(sheet_.words(c));
        if (table_.fillDown) f.above_ = words;
        return words;
    }
    case Cell::Kind::Number:
        buffer = sheet_.shown(c);
        if (table_.fillDown) f.above_ = buffer;
        return buffer;
    case Cell::Kind::Date:
        faults_.add(
            "intake.cell", table_, row, f.use_,
            "the spreadsheet has made a date of what stands here, such as 1-2 or 3/4: format the column as text and type "
            "the name again");
        return {};
    case Cell::Kind::Fault:
        faults_.add("intake.cell", table_, row, f.use_,
                    "the spreadsheet shows the fault " + inMarks(sheet_.words(c)) + " here");
        return {};
    case Cell::Kind::Empty: return table_.fillDown ? std::string_view(f.above_) : std::string_view();
    }
    return {};
}

std::optional<double> TableRows::plainNumber(const FieldOfRows& f, size_t row, const Cell& c) const
{
    switch (c.kind) {
    case Cell::Kind::Empty: return std::nullopt;
    case Cell::Kind::Number: return c.number;
    case Cell::Kind::Date:
        faults_.add("intake.cell", table_, row, f.use_,
                    "the spreadsheet has made a date of the number here: format the column as a number");
        return std::nullopt;
    case Cell::Kind::Fault:
        faults_.add("intake.cell", table_, row, f.use_,
                    "the spreadsheet shows the fault " + inMarks(sheet_.words(c)) + " instead of a number");
        return std::nullopt;
    case Cell::Kind::Text: break;
    }
    const std::string_view words = trimmed(sheet_.words(c));
    if (words.empty() || words == "-" || words == "–" || words == "—") return std::nullopt;
    if (const auto v = cellNumber(words, book_.decimalMark)) return v;
    const char other = book_.decimalMark == '.' ? ',' : '.';
    const bool withOther = cellNumber(words, other).has_value();
    faults_.add("intake.cell", table_, row, f.use_,
                inMarks(words) + " is not a number" +
                    (withOther ? fmt::format(" where the decimal mark is a {}; with a {} it would be one",
                                             book_.decimalMark == '.' ? "point" : "comma", other == '.' ? "point" : "comma")
                               : ""));
    return std::nullopt;
}

std::optional<double> TableRows::number(const FieldOfRows& f, size_t row) const
{
    if (!f.use_) {
        if (f.always_.empty()) return std::nullopt;
        return cellNumber(f.always_, '.');
    }
    const Cell c = sheet_.at(row, f.use_->column);
    if (f.badUnit_) {
        if (c.kind != Cell::Kind::Empty)
            faults_.add("intake.unit", table_, row, f.use_,
                        inMarks(f.use_->unit) + " is no unit of " + std::string(f.field_->title) + ": " +
                            std::string(f.field_->meaning));
        return std::nullopt;
    }
    // A number with its own unit: "3.2 m".
    if (c.kind == Cell::Kind::Text) {
        const std::string_view words = trimmed(sheet_.words(c));
        const size_t cut = words.find_last_of("0123456789.,");
        if (cut != std::string_view::npos && cut + 1 < words.size() && f.field_ && f.field_->quantity != Quantity::Ratio) {
            const auto v = cellNumber(words.substr(0, cut + 1), book_.decimalMark);
            const auto unit = unitFactor(f.field_->quantity, trimmed(words.substr(cut + 1)));
            if (v && unit) return *v * *unit * (f.use_->reversed ? -1 : 1);
        }
    }
    const auto v = plainNumber(f, row, c);
    if (!v) return std::nullopt;
    const double si = *v * f.factor_;
    if (!std::isfinite(si)) {
        faults_.add("intake.cell", table_, row, f.use_, "the number is too large");
        return std::nullopt;
    }
    return si;
}

std::optional<TableRows::Flag> TableRows::flag(const FieldOfRows& f, size_t row) const
{
    if (!f.use_) return std::nullopt;
    const Cell c = sheet_.at(row, f.use_->column);
    if (c.kind == Cell::Kind::Empty) return std::nullopt;
    if (c.kind == Cell::Kind::Text) {
        const std::string word = lowered(trimmed(sheet_.words(c)));
        if (among(kYes, word)) return Flag{true, 0};
        if (among(kNo, word)) return Flag{false, 0};
    }
    const auto v = plainNumber(f, row, c);
    if (!v) return std::nullopt;
    if (*v == 0) return Flag{};
    if (*v == 1) return Flag{true, 0};
    if (*v < 0) {
        faults_.add("intake.cell", table_, row, f.use_, "a spring cannot be negative");
        return std::nullopt;
    }
    if (f.use_->unit.empty()) {
        faults_.add("intake.unit", table_, row, f.use_,
                    fmt::format("{} is neither yes nor no; for a spring the column needs a unit", *v));
        return std::nullopt;
    }
    return Flag{false, *v * std::abs(f.factor_)};
}

void TableRows::fault(std::string_view code, const FieldOfRows& f, size_t row, std::string text) const
{
    faults_.add(code, table_, row, f.use_, std::move(text));
}

} // namespace wr
