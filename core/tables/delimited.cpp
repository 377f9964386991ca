#include "core/tables/delimited.h"

#include "core/tables/cell_number.h"
#include "core/tables/text_encoding.h"

#include <algorithm>
#include <array>
#include <csv.h>
#include <fmt/format.h>
#include <map>

namespace wr {

namespace {

constexpr std::array kDelimiters{'\t', ';', ',', '|'};

std::string_view delimiterName(char c)
{
    switch (c) {
    case '\t': return "tabs";
    case ';': return "semicolons";
    case ',': return "commas";
    case '|': return "bars";
    case ' ': return "blanks";
    default: return "marks";
    }
}

// Of the first lines: how many times each delimiter stands in them outside of quotes.
struct Lines
{
    std::map<char, std::vector<size_t>> counts;
    size_t lines = 0, blanks = 0; // blanks: lines whose words stand apart by two or more blanks
};

Lines firstLines(std::string_view text)
{
    constexpr size_t kMost = 200;
    Lines out;
    std::map<char, size_t> here;
    bool quoted = false, any = false, gap = false;
    char last = '\n';
    const auto close = [&] {
        if (any) {
            ++out.lines;
            for (const char d : kDelimiters)
                out.counts[d].push_back(here[d]);
            out.blanks += gap;
        }
        here.clear();
        any = gap = false;
    };
    for (const char c : text) {
        if (c == '"') quoted = !quoted;
        if (!quoted && c == '\n') {
            close();
            if (out.lines >= kMost) return out;
        } else if (!quoted && std::find(kDelimiters.begin(), kDelimiters.end(), c) != kDelimiters.end()) {
            ++here[c];
            any = true;
        } else if (c == ' ')
            gap = gap || (last == ' ' && any);
        else if (c != '\r')
            any = true;
        last = c;
    }
    close();
    return out;
}

// The one that stands in most lines, and in most of them equally often. Commas are weighed last: where they are decimal marks
// they stand in every line too, and another delimiter then parts the numbers.
char foundDelimiter(std::string_view text)
{
    if (text.size() > 5 && (text.starts_with("sep=") || text.starts_with("SEP="))) return text[4];
    const Lines lines = firstLines(text);
    char best = 0;
    double most = 0.45;
    for (const char d : kDelimiters) {
        const auto at = lines.counts.find(d);
        if (at == lines.counts.end()) continue;
        std::map<size_t, size_t> equal;
        for (const size_t n : at->second)
            if (n > 0) ++equal[n];
        size_t lead = 0, with = 0;
        for (const auto& [n, times] : equal) {
            lead = std::max(lead, times);
            with += times;
        }
        const double share = static_cast<double>(lead + with) / 2.0 / static_cast<double>(std::max<size_t>(lines.lines, 1));
        if (share > most + (d == ',' && best ? 0.25 : 0.02)) {
            most = share;
            best = d;
        }
    }
    if (best) return best;
    return lines.blanks * 2 > lines.lines ? ' ' : ',';
}

char foundMark(const Sheet& sheet, char delimiter)
{
    size_t points = 0, commas = 0, either = 0, seen = 0;
    for (size_t r = 0; r < sheet.rows() && seen < 20000; ++r)
        for (auto [c, end] = sheet.row(r); c != end; ++c, ++seen)
            switch (markSign(sheet.words(*c))) {
            case MarkSign::Point: ++points; break;
            case MarkSign::Comma: ++commas; break;
            case MarkSign::Either: either += sheet.words(*c).find(',') != std::string_view::npos; break;
            case MarkSign::None: break;
            }
    if (points == 0 && commas == 0) return either > 0 && delimiter == ';' ? ',' : '.';
    return commas > points ? ',' : '.';
}

struct Filling
{
    Sheet& sheet;
    size_t row = 0, column = 0, cells = 0;
    size_t mostCells;
    bool tooMany = false;
};

void takeField(void* field, size_t length, void* data)
{
    auto& f = *static_cast<Filling*>(data);
    if (f.column < kMostColumns && f.row < kMostRows && f.cells < f.mostCells) {
        if (length > 0) f.sheet.addWords(f.row, f.column, {static_cast<const char*>(field), length});
    } else
        f.tooMany = true;
    ++f.column;
    ++f.cells;
}

void endRow(int, void* data)
{
    auto& f = *static_cast<Filling*>(data);
    ++f.row;
    f.column = 0;
}

int isLineEnd(unsigned char c)
{
    return c == '\n';
}

int isBlank(unsigned char c)
{
    return c == ' ' || c == '\r';
}
int isBlankOrTab(unsigned char c)
{
    return c == ' ' || c == '\r' || c == '\t';
}

bool readQuoted(std::string_view text, char delimiter, Filling& f, Progress& progress)
{
    csv_parser parser;
    csv_init(&parser, CSV_REPALL_NL);
    csv_set_delim(&parser, static_cast<unsigned char>(delimiter));
    csv_set_term_func(&parser, isLineEnd);
    csv_set_space_func(&parser, delimiter == '\t' ? isBlank : isBlankOrTab);
    constexpr size_t kPiece = 1u << 20;
    for (size_t at = 0; at < text.size() && !f.tooMany && !progress.cancelled(); at += kPiece) {
        progress.at(static_cast<double>(at) / static_cast<double>(text.size()), "reading the table");
        const std::string_view piece = text.substr(at, kPiece);
        csv_parse(&parser, piece.data(), piece.size(), takeField, endRow, &f);
    }
    csv_fini(&parser, takeField, endRow, &f);
    csv_free(&parser);
    return !progress.cancelled();
}

// Columns apart by blanks, as reports of programs are: any run of them is one.
bool readSpaced(std::string_view text, Filling& f, Progress& progress)
{
    while (!text.empty() && !f.tooMany && !progress.cancelled()) {
        const size_t end = std::min(text.find('\n'), text.size());
        const std::string_view line = text.substr(0, end);
        for (size_t i = 0; i < line.size();) {
            const bool quoted = line[i] == '"';
            const size_t from = quoted ? i + 1 : i;
            const size_t to = std::min(quoted ? line.find('"', from) : line.find_first_of(" \t\r", from), line.size());
            if (to > from) takeField(const_cast<char*>(line.data()) + from, to - from, &f);
            i = to + 1;
        }
        endRow('\n', &f);
        text.remove_prefix(std::min(end + 1, text.size()));
    }
    return !progress.cancelled();
}

} // namespace

std::expected<Book, std::string> readDelimited(std::string bytes, std::string file, const DelimitedForm& form,
                                               const TableLimits& limits, Progress& progress)
{
    if (bytes.size() > limits.bytes)
        return std::unexpected(fmt::format("{} is larger than {} MB: cut it into several", file, limits.bytes / 1'000'000));
    DecodedText decoded = decodeText(std::move(bytes));
    std::string& text = decoded.text;
    if (text.find('\0') != std::string::npos) return std::unexpected(file + " is no text: there are zero bytes in it");
    if (text.find('\n') == std::string::npos) std::replace(text.begin(), text.end(), '\r', '\n');
    const char delimiter = form.delimiter ? *form.delimiter : foundDelimiter(text);
    Book out;
    out.file = std::move(file);
    Sheet& sheet = out.sheets.emplace_back();
    sheet.name = out.file.substr(0, out.file.rfind('.'));
    Filling filling{sheet, 0, 0, 0, limits.cells};
    const bool whole = delimiter == ' ' ? readSpaced(text, filling, progress) : readQuoted(text, delimiter, filling, progress);
    if (!whole) return std::unexpected("cancelled");
    if (filling.tooMany)
        return std::unexpected(fmt::format("{} has more than {} million cells, {} rows or {} columns: cut it into several",
                                           out.file, limits.cells / 1'000'000, kMostRows, kMostColumns));
    sheet.settle();
    out.decimalMark = form.decimalMark ? *form.decimalMark : foundMark(sheet, delimiter);
    out.about = fmt::format("{} between columns, decimal {}, {}", delimiterName(delimiter),
                            out.decimalMark == ',' ? "comma" : "point", decoded.encoding);
    if (decoded.replaced > 0) out.about += fmt::format(", {} characters that cannot be read", decoded.replaced);
    return out;
}

} // namespace wr
