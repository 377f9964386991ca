#include "core/files/table_writer.h"

#include "core/files/text_file.h"

#include <array>
#include <charconv>
#include <ctime>
#include <xlsxwriter.h>

namespace wr {

namespace {

std::string digits(double v)
{
    std::array<char, 40> text;
    return {text.data(), std::to_chars(text.data(), text.data() + text.size(), v).ptr};
}

std::string quoted(const std::string& t)
{
    if (t.find_first_of(",\"\r\n") == std::string::npos) return t;
    std::string out = "\"";
    for (const char c : t)
        out += c == '"' ? std::string("\"\"") : std::string(1, c);
    return out + "\"";
}

} // namespace

std::expected<void, std::string> writeWorkbook(const std::vector<PlainTable>& tables, const std::filesystem::path& path)
{
    if (const auto can = writable(path); !can) return can;
    lxw_workbook_options options{};
    options.constant_memory = LXW_FALSE;
    lxw_workbook* book = workbook_new_opt(path.c_str(), &options);
    if (!book) return std::unexpected("the workbook cannot be made");
    lxw_doc_properties properties{};
    properties.created = 1; // no time: the same tables are the same file
    workbook_set_properties(book, &properties);
    lxw_format* bold = workbook_add_format(book);
    format_set_bold(bold);
    format_set_bottom(bold, LXW_BORDER_THIN);
    for (const PlainTable& t : tables) {
        lxw_worksheet* sheet = workbook_add_worksheet(book, t.name.c_str());
        if (!sheet) {
            workbook_close(book);
            return std::unexpected("\"" + t.name + "\" cannot be the name of a sheet");
        }
        for (size_t k = 0; k < t.headings.size(); ++k) {
            worksheet_write_string(sheet, 0, static_cast<lxw_col_t>(k), t.headings[k].c_str(), bold);
            const double wide = std::max(9.0, static_cast<double>(t.headings[k].size()) + 2.0);
            worksheet_set_column(sheet, static_cast<lxw_col_t>(k), static_cast<lxw_col_t>(k), wide, nullptr);
        }
        worksheet_freeze_panes(sheet, 1, 0);
        lxw_row_t r = 1;
        for (const auto& row : t.rows) {
            for (size_t k = 0; k < row.size(); ++k) {
                const auto column = static_cast<lxw_col_t>(k);
                if (const auto* v = std::get_if<double>(&row[k])) worksheet_write_number(sheet, r, column, *v, nullptr);
                if (const auto* v = std::get_if<std::string>(&row[k]))
                    worksheet_write_string(sheet, r, column, v->c_str(), nullptr);
            }
            ++r;
        }
    }
    if (const lxw_error e = workbook_close(book); e != LXW_NO_ERROR)
        return std::unexpected(path.string() + " cannot be written: " + lxw_strerror(e));
    return {};
}

std::expected<void, std::string> writeTextTables(const std::vector<PlainTable>& tables, const std::filesystem::path& folder)
{
    std::error_code error;
    std::filesystem::create_directories(folder, error);
    if (error) return std::unexpected(folder.string() + " cannot be made: " + error.message());
    for (const PlainTable& t : tables) {
        std::string text;
        const auto line = [&](const auto& row, auto&& words) {
            for (size_t k = 0; k < row.size(); ++k)
                text += (k ? "," : "") + words(row[k]);
            text += "\n";
        };
        line(t.headings, quoted);
        for (const auto& row : t.rows)
            line(row, [](const auto& v) {
                if (const auto* x = std::get_if<double>(&v)) return digits(*x);
                if (const auto* x = std::get_if<std::string>(&v)) return quoted(*x);
                return std::string();
            });
        if (const auto done = writeTextFile(text, folder / (t.name + ".csv")); !done) return done;
    }
    return {};
}

} // namespace wr
