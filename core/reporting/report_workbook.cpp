#include "core/reporting/report_writers.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <fstream>
#include <set>
#include <xlsxwriter.h>

namespace wr {

namespace {

// Names of sheets: at most 31 characters, some forbidden, each once whatever its case.
std::string sheetName(std::string name, std::set<std::string>& taken)
{
    for (char& c : name)
        if (std::string_view("[]:*?/\\").find(c) != std::string_view::npos) c = ' ';
    while (!name.empty() && (name.front() == '\'' || name.front() == ' '))
        name.erase(name.begin());
    if (name.empty()) name = "Table";
    const auto cut = [](const std::string& s, size_t characters) {
        size_t k = 0, n = 0;
        while (k < s.size() && n < characters) {
            do
                ++k;
            while (k < s.size() && (static_cast<unsigned char>(s[k]) & 0xC0) == 0x80);
            ++n;
        }
        return s.substr(0, k);
    };
    const auto low = [](std::string s) {
        std::transform(s.begin(), s.end(), s.begin(),
                       [](unsigned char c) { return c < 128 ? static_cast<char>(std::tolower(c)) : static_cast<char>(c); });
        return s;
    };
    std::string out = cut(name, 31);
    while (!out.empty() && out.back() == '\'')
        out.pop_back();
    for (int k = 2; !taken.insert(low(out)).second; ++k)
        out = cut(name, 27) + fmt::format(" {}", k);
    return out;
}

struct Book
{
    lxw_workbook* book;
    lxw_format *heading, *title;
    std::map<int, lxw_format*> decimals;
    lxw_format* number(int digits)
    {
        lxw_format*& f = decimals[digits];
        if (!f) {
            f = workbook_add_format(book);
            format_set_num_format(
                f, (digits > 0 ? "0." + std::string(static_cast<size_t>(digits), '0') : std::string("0")).c_str());
        }
        return f;
    }
};

void writeTable(Book& b, const std::string& name, const Table& t)
{
    lxw_worksheet* sheet = workbook_add_worksheet(b.book, name.c_str());
    if (!sheet) return;
    for (size_t c = 0; c < t.columns.size(); ++c) {
        const TableColumn& column = t.columns[c];
        const std::string words = column.unit.empty() ? column.name : column.name + " (" + column.unit + ")";
        worksheet_write_string(sheet, 0, static_cast<lxw_col_t>(c), words.c_str(), b.heading);
        size_t wide = words.size();
        for (size_t r = 0; r < std::min<size_t>(t.rows.size(), 200); ++r)
            if (c < t.rows[r].cells.size()) wide = std::max(wide, std::min<size_t>(60, cellText(t, r, c).size()));
        worksheet_set_column(sheet, static_cast<lxw_col_t>(c), static_cast<lxw_col_t>(c), static_cast<double>(wide) + 2,
                             nullptr);
    }
    for (size_t r = 0; r < t.rows.size(); ++r)
        for (size_t c = 0; c < t.rows[r].cells.size(); ++c) {
            const auto row = static_cast<lxw_row_t>(r + 1);
            const auto column = static_cast<lxw_col_t>(c);
            if (const auto* v = std::get_if<double>(&t.rows[r].cells[c])) {
                if (std::isfinite(*v))
                    worksheet_write_number(sheet, row, column, *v, b.number(c < t.columns.size() ? t.columns[c].digits : 3));
                continue;
            }
            const auto& s = std::get<std::string>(t.rows[r].cells[c]);
            if (!s.empty()) worksheet_write_string(sheet, row, column, s.substr(0, 32000).c_str(), nullptr);
        }
    worksheet_freeze_panes(sheet, 1, 0);
    if (!t.rows.empty() && !t.columns.empty())
        worksheet_autofilter(sheet, 0, 0, static_cast<lxw_row_t>(t.rows.size()), static_cast<lxw_col_t>(t.columns.size() - 1));
}

} // namespace

WrittenOr writeReportXlsx(const ReportTree& t, const std::filesystem::path& path, Progress& progress)
{
    if (!std::ofstream(path, std::ios::app))
        return std::unexpected(path.string() + " cannot be written"); // told here, not by the library
    lxw_workbook* book = workbook_new(path.c_str());
    if (!book) return std::unexpected("the workbook cannot be made");
    lxw_doc_properties properties{};
    properties.title = const_cast<char*>(t.title.c_str()); // only read
    properties.author = const_cast<char*>(t.author.c_str());
    properties.subject = const_cast<char*>(t.project.c_str());
    properties.created = 1; // no time: the same report is the same file
    workbook_set_properties(book, &properties);
    Book b{book, workbook_add_format(book), workbook_add_format(book), {}};
    format_set_bold(b.heading);
    format_set_bottom(b.heading, LXW_BORDER_THIN);
    format_set_bold(b.title);
    format_set_font_size(b.title, 14);
    std::set<std::string> taken;
    // What the cover and other parts say in words stands on the first sheet.
    lxw_worksheet* words = workbook_add_worksheet(book, sheetName("Report", taken).c_str());
    worksheet_set_column(words, 0, 0, 28, nullptr);
    worksheet_set_column(words, 1, 1, 90, nullptr);
    lxw_row_t row = 0;
    std::vector<std::string> above;
    walk(t.parts, [&](const ReportPart& p, int depth) {
        above.resize(static_cast<size_t>(depth));
        above.push_back(p.title);
        if (progress.cancelled() || p.later) return; // calculations are for reading
        const auto hasWords = [](const ReportBlock& x) {
            return std::holds_alternative<Paragraph>(x) || std::holds_alternative<Facts>(x);
        };
        if (std::any_of(p.blocks.begin(), p.blocks.end(), hasWords))
            worksheet_write_string(words, row++, 0, p.title.c_str(), b.title);
        for (const ReportBlock& x : p.blocks) {
            if (const auto* s = std::get_if<Paragraph>(&x))
                worksheet_write_string(words, row++, 1, s->text.substr(0, 32000).c_str(), nullptr);
            if (const auto* f = std::get_if<Facts>(&x))
                for (const auto& [name, value] : f->rows) {
                    worksheet_write_string(words, row, 0, name.c_str(), nullptr);
                    worksheet_write_string(words, row++, 1, value.c_str(), nullptr);
                }
            if (const auto* table = std::get_if<TableBlock>(&x)) {
                // "Take-off by section" rather than "By section" alone.
                const std::string name = depth > 0 && p.title.starts_with("By ")
                                             ? above.front() + " " + static_cast<char>('b') + p.title.substr(1)
                                             : p.title;
                writeTable(b, sheetName(table->caption.empty() ? name : table->caption, taken), table->table);
            }
        }
    });
    if (const lxw_error e = workbook_close(book); e != LXW_NO_ERROR)
        return std::unexpected(path.string() + " cannot be written: " + lxw_strerror(e));
    if (progress.cancelled()) return std::unexpected("stopped");
    return {};
}

} // namespace wr
