// OpenDocument spreadsheets (ISO/IEC 26300).
#include "core/base/table_text.h"
#include "core/tables/row_stream.h"
#include "core/tables/spreadsheet.h"
#include "core/tables/xml_events.h"

#include <algorithm>
#include <charconv>
#include <fmt/format.h>

namespace wr {

namespace {

size_t times(std::string_view text)
{
    size_t v = 1;
    std::from_chars(text.data(), text.data() + text.size(), v);
    return std::max<size_t>(v, 1);
}

struct Tables : XmlEvents
{
    Tables(Book& to, SpreadsheetNotes& notes, size_t most) : book(to), told(notes), mostCells(most) {}

    Book& book;
    SpreadsheetNotes& told;
    size_t mostCells, cells = 0;
    Sheet* sheet = nullptr;
    Sheet unused; // cells of linked tables
    bool linked = false;
    int inTable = 0; // tables within cells are not looked at
    size_t row = 0, column = 0, rowTimes = 1;
    bool inCell = false, covered = false, hasFormula = false, tooMany = false;
    int inParagraph = 0, inNote = 0;
    size_t paragraphs = 0, cellTimes = 1, spanColumns = 1, spanRows = 1;
    std::string type, value, words;
    struct Placed
    {
        size_t column;
        std::string words;
        double number = 0;
        enum class As { Number, Date, Words, Fault } as = As::Words;
        size_t spanRows = 1;
    };
    std::vector<Placed> line; // of the row at hand: it may be repeated
    struct Running
    {
        Placed cell;
        size_t left;
    };
    std::vector<Running> running; // cells merged over rows that are still to come

    void begin(std::string_view name, const XmlAttributes& a) override
    {
        if (name == "table") {
            if (++inTable > 1) return;
            // What a link to another file showed last is kept as a table of that file's name.
            linked = a["table:name"].starts_with("'file:");
            told.links = told.links || linked;
            sheet = linked ? &unused : &book.sheets.emplace_back();
            sheet->name = a["table:name"];
            row = 0;
            running.clear();
            return;
        }
        if (inTable != 1) return;
        if (name == "table-row") {
            column = 0;
            rowTimes = times(a["table:number-rows-repeated"]);
            line.clear();
        } else if (name == "table-cell" || name == "covered-table-cell") {
            beginCell(name == "covered-table-cell", a);
        } else if (inCell && name == "annotation") {
            ++inNote;
        } else if (inCell && inNote == 0 && (name == "p" || name == "h")) {
            if (paragraphs++ > 0) words += ' ';
            ++inParagraph;
        } else if (inCell && inNote == 0 && name == "s") {
            words.append(std::min<size_t>(times(a["text:c"]), 100), ' ');
        } else if (inCell && inNote == 0 && (name == "tab" || name == "line-break"))
            words += ' ';
    }
    void beginCell(bool isCovered, const XmlAttributes& a)
    {
        inCell = true;
        covered = isCovered;
        paragraphs = 0;
        words.clear();
        type = a["office:value-type"];
        value = a["office:value"];
        if (type == "boolean") value = a["office:boolean-value"];
        if (type == "string" && a.has("office:string-value")) words = a["office:string-value"];
        if (a["calcext:value-type"] == "error") type = "error";
        hasFormula = a.has("table:formula");
        cellTimes = times(a["table:number-columns-repeated"]);
        spanColumns = times(a["table:number-columns-spanned"]);
        spanRows = times(a["table:number-rows-spanned"]);
    }
    void text(std::string_view t) override
    {
        if (inTable == 1 && inCell && inParagraph > 0 && inNote == 0) words += t;
    }
    void end(std::string_view name) override
    {
        if (name == "table") {
            if (--inTable == 0 && sheet) sheet->settle();
            return;
        }
        if (inTable != 1) return;
        if (inCell && name == "annotation") --inNote;
        if (inCell && inNote == 0 && (name == "p" || name == "h")) --inParagraph;
        if (name == "table-cell" || name == "covered-table-cell") endCell();
        if (name == "table-row") endRow();
    }

    void endCell()
    {
        inCell = false;
        inParagraph = inNote = 0;
        if (hasFormula) {
            ++told.formulas;
            if (type.empty() && words.empty() && ++told.emptyFormulas == 1)
                told.firstEmpty = fmt::format("{}, row {}, column {}", sheet->name, row + 1, columnLetters(column));
        }
        Placed p{column, {}};
        bool some = true;
        const auto number = cellNumber(value);
        if (type == "float" || type == "percentage" || type == "currency") {
            some = number.has_value();
            p.number = number.value_or(0);
            p.as = Placed::As::Number;
        } else if (type == "date" || type == "time") {
            p.as = Placed::As::Date;
        } else if (type == "boolean") {
            p.words = value == "true" ? "yes" : "no";
        } else if (type == "error") {
            p.words = words.empty() ? "#ERR" : words;
            p.as = Placed::As::Fault;
        } else {
            p.words = words;
            some = !words.empty();
        }
        // A covered cell shows what the merged range shows.
        if (some && !covered) {
            p.spanRows = spanRows;
            const size_t wide = std::max(cellTimes, spanColumns);
            if (wide > kMostColumns || line.size() + wide > kMostColumns) {
                tooMany = true;
                return stop();
            }
            for (size_t k = 0; k < wide; ++k) {
                p.column = column + k;
                line.push_back(p);
            }
        }
        column += cellTimes;
    }

    void endRow()
    {
        std::erase_if(running, [](const Running& r) { return r.left == 0; });
        for (const Running& r : running)
            line.push_back(r.cell);
        for (Running& r : running)
            r.left = r.left > rowTimes ? r.left - rowTimes : 0;
        for (const Placed& p : line)
            if (p.spanRows > 1) {
                Placed below = p;
                below.spanRows = 1;
                if (running.size() < 10'000) running.push_back({below, p.spanRows - 1});
            }
        const bool last = rowTimes > 1000 && !line.empty() && line.size() * rowTimes > mostCells;
        if (!line.empty()) {
            if (row + rowTimes > kMostRows || cells + line.size() * rowTimes > mostCells || last) {
                tooMany = true;
                return stop();
            }
            for (size_t k = 0; k < rowTimes; ++k)
                for (const Placed& p : line) {
                    if (p.column >= kMostColumns) {
                        tooMany = true;
                        return stop();
                    }
                    if (p.as == Placed::As::Number || p.as == Placed::As::Date)
                        sheet->addNumber(row + k, p.column, p.number, p.as == Placed::As::Date);
                    else
                        sheet->addWords(row + k, p.column, p.words, p.as == Placed::As::Fault);
                }
            cells += line.size() * rowTimes;
        }
        row = std::min(row + rowTimes, kMostRows * 2);
    }
};

} // namespace

bool isOpenDocument(const Package& p)
{
    return p.has("content.xml");
}

std::expected<Spreadsheet, std::string> readOpenDocument(const Package& p, std::string file, const TableLimits& limits,
                                                         Progress& progress)
{
    Spreadsheet out;
    out.book.file = std::move(file);
    const auto kind = p.has("mimetype") ? p.whole("mimetype", 1000) : std::string();
    if (kind && !kind->empty() && kind->find("opendocument.spreadsheet") == std::string::npos)
        return std::unexpected(out.book.file + " is no spreadsheet but " + *kind);
    for (const std::string& n : p.names())
        if (n.starts_with("Basic/") || n.starts_with("Scripts/")) out.notes.macros = true;
    const SpreadsheetNotes notes = out.notes;
    const double bytes = static_cast<double>(std::max<size_t>(p.size("content.xml"), 1));
    for (const bool quick : {true, false}) {
        out.book.sheets.clear();
        out.notes = notes;
        Tables tables(out.book, out.notes, limits.cells);
        RowStream stream(tables, "table-row");
        XmlReader plain(tables);
        const auto feed = [&](std::string_view piece, bool last) {
            return quick ? stream.feed(piece, last) : plain.feed(piece, last);
        };
        size_t so = 0;
        const auto done = p.each("content.xml", [&](std::string_view piece) {
            so += piece.size();
            progress.at(std::min(1.0, static_cast<double>(so) / bytes), "reading the spreadsheet");
            return !progress.cancelled() && feed(piece, false);
        });
        if (progress.cancelled()) return std::unexpected("cancelled");
        if (!done) return std::unexpected(done.error());
        if (*done) feed("", true);
        if (quick && stream.odd()) continue;
        if (tables.tooMany)
            return std::unexpected(
                fmt::format("the spreadsheet has more than {} million cells: cut it into several", limits.cells / 1'000'000));
        if (const std::string& wrong = quick ? stream.error() : plain.error(); !wrong.empty())
            return std::unexpected("the part content.xml is damaged: " + wrong);
        break;
    }
    if (out.book.sheets.empty()) return std::unexpected("there is no table in the spreadsheet");
    out.book.about = fmt::format("spreadsheet, {} sheet{}", out.book.sheets.size(), out.book.sheets.size() == 1 ? "" : "s");
    return out;
}

} // namespace wr
