// Office Open XML workbooks (ISO/IEC 29500-1, SpreadsheetML).
#include "core/base/table_text.h"
#include "core/tables/row_stream.h"
#include "core/tables/spreadsheet.h"
#include "core/tables/xml_events.h"

#include <algorithm>
#include <charconv>
#include <fmt/format.h>
#include <map>
#include <set>

namespace wr {

namespace {

size_t wholeNumber(std::string_view text, size_t otherwise)
{
    size_t v = 0;
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), v);
    return error == std::errc{} && end == text.data() + text.size() ? v : otherwise;
}

// Where a relation of a part points to, as a path in the package.
std::string resolved(std::string_view from, std::string_view target)
{
    if (target.starts_with('/')) return std::string(target.substr(1));
    std::string folder(from.substr(0, from.rfind('/') == std::string_view::npos ? 0 : from.rfind('/') + 1));
    while (target.starts_with("../")) {
        target.remove_prefix(3);
        if (!folder.empty()) folder.pop_back();
        const size_t slash = folder.rfind('/');
        folder.resize(slash == std::string::npos ? 0 : slash + 1);
    }
    if (target.starts_with("./")) target.remove_prefix(2);
    return folder + std::string(target);
}

std::string relationsOf(const std::string& part)
{
    const size_t slash = part.rfind('/');
    const size_t at = slash == std::string::npos ? 0 : slash + 1;
    return part.substr(0, at) + "_rels/" + part.substr(at) + ".rels";
}

struct Relation
{
    std::string type, target; // type: what stands after the last slash
    bool outside = false;
};

struct Relations : XmlEvents
{
    std::string from;
    std::map<std::string, Relation> all;
    void begin(std::string_view name, const XmlAttributes& a) override
    {
        if (name != "Relationship") return;
        const std::string_view type = a["Type"];
        const bool outside = a["TargetMode"] == "External";
        all[std::string(a["Id"])] = {std::string(type.substr(type.rfind('/') + 1)),
                                     outside ? std::string(a["Target"]) : resolved(from, a["Target"]), outside};
    }
    void end(std::string_view) override {}
};

struct SheetList : XmlEvents
{
    struct Listed
    {
        std::string name, relation;
        bool hidden = false;
    };
    std::vector<Listed> sheets;
    bool from1904 = false;
    void begin(std::string_view name, const XmlAttributes& a) override
    {
        if (name != "sheet") return;
        const std::string_view relation = a.has("r:id") ? a["r:id"] : a["id"];
        sheets.push_back({std::string(a["name"]), std::string(relation), a.has("state") && a["state"] != "visible"});
    }
    void end(std::string_view) override {}
};

// Which cell formats show dates: by the number format's own numbers (ECMA-376 18.8.30), or by what a format of the file says.
struct Styles : XmlEvents
{
    std::set<size_t> dateFormats;
    std::vector<bool> date; // by cell format
    bool inCellFormats = false;
    static bool saysDate(std::string_view code)
    {
        bool quoted = false, bracket = false;
        for (size_t i = 0; i < code.size(); ++i) {
            const char c = code[i];
            if (c == '"') quoted = !quoted;
            if (quoted || c == '\\' || c == '_' || c == '*') {
                i += !quoted;
                continue;
            }
            if (c == '[') bracket = true;
            if (c == ']') bracket = false;
            if (!bracket && std::string_view("dmyhsDMYHS").find(c) != std::string_view::npos) return true;
            if (c == 'G' && code.substr(i).starts_with("General")) i += 6;
            if (c == 'E' || c == 'e') continue;
        }
        return false;
    }
    void begin(std::string_view name, const XmlAttributes& a) override
    {
        if (name == "numFmt" && saysDate(a["formatCode"])) dateFormats.insert(wholeNumber(a["numFmtId"], 0));
        if (name == "cellXfs") inCellFormats = true;
        if (name == "xf" && inCellFormats) {
            const size_t id = wholeNumber(a["numFmtId"], 0);
            date.push_back((id >= 14 && id <= 22) || (id >= 27 && id <= 36) || (id >= 45 && id <= 47) ||
                           (id >= 50 && id <= 58) || dateFormats.contains(id));
        }
    }
    void end(std::string_view name) override
    {
        if (name == "cellXfs") inCellFormats = false;
    }
};

// Words that cells share. Text of runs belongs together; what is said of pronunciation does not.
struct SharedWords : XmlEvents
{
    std::vector<std::string> words;
    size_t most = 0;
    bool tooMany = false;
    bool inText = false, inPhonetic = false;
    std::string now;
    void begin(std::string_view name, const XmlAttributes&) override
    {
        if (name == "si") now.clear();
        if (name == "t") inText = true;
        if (name == "rPh") inPhonetic = true;
    }
    void text(std::string_view t) override
    {
        if (inText && !inPhonetic) now += t;
    }
    void end(std::string_view name) override
    {
        if (name == "t") inText = false;
        if (name == "rPh") inPhonetic = false;
        if (name != "si") return;
        words.push_back(now);
        if (words.size() > most) {
            tooMany = true;
            stop();
        }
    }
};

// "B12" to row and column from 0.
bool placeOf(std::string_view reference, size_t& row, size_t& column)
{
    size_t letters = 0;
    while (letters < reference.size() && (reference[letters] < '0' || reference[letters] > '9'))
        ++letters;
    const size_t k = columnOf(reference.substr(0, letters));
    const size_t r = wholeNumber(reference.substr(letters), 0);
    if (k == std::string_view::npos || r == 0) return false;
    row = r - 1;
    column = k;
    return true;
}

struct Range
{
    size_t row0 = 0, column0 = 0, row1 = 0, column1 = 0;
};

struct SheetCells : XmlEvents
{
    SheetCells(Sheet& to, const std::vector<std::string>& shared, const std::vector<bool>& dates, SpreadsheetNotes& notes)
        : sheet(to), words(shared), date(dates), told(notes), kept(shared.size(), Cell::Words{0, 0}),
          isKept(shared.size(), false)
    {
    }

    Sheet& sheet;
    const std::vector<std::string>& words;
    const std::vector<bool>& date;
    SpreadsheetNotes& told;
    std::vector<Cell::Words> kept; // of shared words, once this sheet has them
    std::vector<bool> isKept;
    std::vector<Range> merged;
    std::string type, value, formula;
    size_t row = 0, column = 0, style = 0, mostCells = 0;
    bool inValue = false, inFormula = false, hasFormula = false, inCell = false, rowBegun = false;
    bool tooMany = false;
    std::string wrong;

    void begin(std::string_view name, const XmlAttributes& a) override
    {
        if (name == "c") {
            beginCell(a);
        } else if (name == "v" || (name == "t" && inCell)) {
            inValue = true;
        } else if (name == "f") {
            hasFormula = true;
        } else if (name == "row") {
            const size_t r = wholeNumber(a["r"], 0);
            row = r > 0 ? r - 1 : (rowBegun ? row + 1 : 0);
            rowBegun = true;
            column = static_cast<size_t>(-1);
        } else if (name == "mergeCell") {
            const std::string_view ref = a["ref"];
            const size_t colon = ref.find(':');
            Range m;
            if (colon != std::string_view::npos && placeOf(ref.substr(0, colon), m.row0, m.column0) &&
                placeOf(ref.substr(colon + 1), m.row1, m.column1))
                merged.push_back(m);
        }
    }
    void beginCell(const XmlAttributes& a)
    {
        inCell = true;
        hasFormula = false;
        value.clear();
        type = a["t"];
        style = wholeNumber(a["s"], 0);
        size_t r = row, k = column + 1;
        if (a.has("r") && !placeOf(a["r"], r, k)) {
            wrong = fmt::format("there is no cell {}", a["r"].substr(0, 40));
            stop();
        }
        row = r;
        column = k;
        if (row >= kMostRows || column >= kMostColumns || sheet.cells() >= mostCells) {
            tooMany = true;
            stop();
        }
    }
    void text(std::string_view t) override
    {
        if (inValue) value += t;
    }
    void end(std::string_view name) override
    {
        if (name == "v" || name == "t") inValue = false;
        if (name == "c") {
            inCell = false;
            place();
        }
    }
    void place()
    {
        if (hasFormula) {
            ++told.formulas;
            if (value.empty() && type != "str" && ++told.emptyFormulas == 1)
                told.firstEmpty = fmt::format("{}, row {}, column {}", sheet.name, row + 1, columnLetters(column));
        }
        if (value.empty()) return;
        if (type == "s") {
            const size_t i = wholeNumber(value, words.size());
            if (i >= words.size() || words[i].empty()) return;
            if (!isKept[i]) {
                kept[i] = sheet.keep(words[i]);
                isKept[i] = true;
            }
            sheet.addKept(row, column, kept[i]);
        } else if (type == "str" || type == "inlineStr") {
            sheet.addWords(row, column, value);
        } else if (type == "e") {
            sheet.addWords(row, column, value, true);
        } else if (type == "b") {
            sheet.addWords(row, column, value == "1" ? "yes" : "no");
        } else if (type == "d") {
            sheet.addNumber(row, column, 0, true);
        } else if (const auto v = cellNumber(value))
            sheet.addNumber(row, column, *v, style < date.size() && date[style]);
        else
            sheet.addWords(row, column, value, true);
    }
};

// What stands at the first cell of a merged range stands for all of it.
void spreadMerged(Sheet& sheet, const std::vector<Range>& merged, size_t mostCells)
{
    sheet.settle();
    for (const Range& m : merged) {
        const Cell c = sheet.at(m.row0, m.column0);
        if (c.kind == Cell::Kind::Empty || m.row1 < m.row0 || m.column1 < m.column0) continue;
        // Not further than the sheet goes: a column merged to its last row is not a million cells.
        const size_t row1 = std::min(m.row1, std::max(sheet.rows(), m.row0 + 1) - 1);
        const size_t column1 = std::min(m.column1, std::max(sheet.columns(), m.column0 + 1) - 1);
        for (size_t r = m.row0; r <= row1; ++r)
            for (size_t k = m.column0; k <= column1 && sheet.cells() < mostCells; ++k)
                if (r != m.row0 || k != m.column0) sheet.addAgain(r, k, c);
    }
    sheet.settle();
}

// Runs a part through a reader. False with `error` filled where it could not be read to its end or to where it was stopped.
template <class Reader> bool readPartBy(Reader& reader, const Package& p, const std::string& name, std::string& error,
                                        const std::function<bool(size_t)>& go)
{
    size_t total = 0;
    const auto done = p.each(name, [&](std::string_view piece) {
        total += piece.size();
        return go(total) && reader.feed(piece);
    });
    if (!done) error = done.error();
    if (error.empty() && done && *done) reader.feed("", true);
    if (error.empty() && !reader.error().empty()) error = "the part " + name + " is damaged: " + reader.error();
    return error.empty();
}

bool readPart(const Package& p, const std::string& name, XmlEvents& events, std::string& error)
{
    XmlReader reader(events);
    return readPartBy(reader, p, name, error, [](size_t) { return true; });
}

} // namespace

bool isWorkbook(const Package& p)
{
    return p.has("[Content_Types].xml") && (p.has("xl/workbook.xml") || p.has("_rels/.rels")) && !p.has("content.xml");
}

std::expected<Spreadsheet, std::string> readWorkbook(const Package& p, std::string file, const TableLimits& limits,
                                                     Progress& progress)
{
    Spreadsheet out;
    out.book.file = std::move(file);
    std::string error;
    std::string main = "xl/workbook.xml";
    if (!p.has(main)) {
        Relations root;
        if (!readPart(p, "_rels/.rels", root, error)) return std::unexpected(error);
        for (const auto& [id, r] : root.all)
            if (r.type == "officeDocument" && !r.outside) main = r.target;
    }
    for (const std::string& n : p.names())
        if (n.ends_with("vbaProject.bin")) out.notes.macros = true;
    if (p.has("xl/workbook.bin")) return std::unexpected(out.book.file + " is a workbook in binary form: save it as .xlsx");
    SheetList list;
    if (!readPart(p, main, list, error)) return std::unexpected(error);
    Relations relations;
    relations.from = main;
    if (p.has(relationsOf(main)) && !readPart(p, relationsOf(main), relations, error)) return std::unexpected(error);
    Styles styles;
    SharedWords shared;
    shared.most = limits.cells;
    for (const auto& [id, r] : relations.all) {
        if (r.outside || r.type == "externalLink") out.notes.links = true;
        if (r.outside || !p.has(r.target)) continue;
        if (r.type == "styles" && !readPart(p, r.target, styles, error)) return std::unexpected(error);
        if (r.type == "sharedStrings" && !readPart(p, r.target, shared, error)) return std::unexpected(error);
    }
    if (shared.tooMany) return std::unexpected("the workbook has too many different texts");
    size_t bytes = 1, before = 0, cells = 0;
    for (const auto& s : list.sheets)
        if (const auto at = relations.all.find(s.relation); at != relations.all.end()) bytes += p.size(at->second.target);
    for (const auto& s : list.sheets) {
        const auto at = relations.all.find(s.relation);
        if (at == relations.all.end() || at->second.outside || at->second.type != "worksheet") continue; // a chart
        out.notes.hiddenSheets += s.hidden;
        Sheet& sheet = out.book.sheets.emplace_back();
        const auto go = [&](size_t so) {
            progress.at(std::min(1.0, static_cast<double>(before + so) / static_cast<double>(bytes)), "reading " + s.name);
            return !progress.cancelled();
        };
        const SpreadsheetNotes notes = out.notes;
        std::vector<Range> merged;
        bool tooMany = false;
        for (const bool quick : {true, false}) {
            sheet = Sheet();
            sheet.name = s.name;
            out.notes = notes;
            SheetCells reading(sheet, shared.words, styles.date, out.notes);
            reading.mostCells = limits.cells - cells;
            bool read = false;
            if (quick) {
                RowStream stream(reading, "row");
                read = readPartBy(stream, p, at->second.target, error, go);
                if (stream.odd() && error.empty() && !progress.cancelled()) continue;
            } else {
                XmlReader plain(reading);
                read = readPartBy(plain, p, at->second.target, error, go);
            }
            if (progress.cancelled()) return std::unexpected("cancelled");
            if (!read) return std::unexpected(error);
            if (!reading.wrong.empty())
                return std::unexpected(fmt::format("the sheet {} is damaged: {}", s.name, reading.wrong));
            merged = std::move(reading.merged);
            tooMany = reading.tooMany;
            break;
        }
        if (tooMany)
            return std::unexpected(
                fmt::format("the workbook has more than {} million cells: cut it into several", limits.cells / 1'000'000));
        spreadMerged(sheet, merged, limits.cells - cells);
        before += p.size(at->second.target);
        cells += sheet.cells();
    }
    if (out.book.sheets.empty()) return std::unexpected("there is no sheet with cells in the workbook");
    out.book.about = fmt::format("workbook, {} sheet{}", out.book.sheets.size(), out.book.sheets.size() == 1 ? "" : "s");
    return out;
}

} // namespace wr
