#include "core/intake/guess.h"

#include "core/base/nearest.h"
#include "core/base/pattern.h"
#include "core/base/table_text.h"
#include "core/intake/guess_conventions.h"
#include "core/intake/headings.h"
#include "core/intake/unit_words.h"
#include "core/tables/cell_number.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace wr {

namespace {

constexpr size_t kHeadingWithin = 60; // rows in which a heading is looked for

bool isNumber(const Book& b, const Sheet& s, const Cell& c)
{
    return c.kind == Cell::Kind::Number || (c.kind == Cell::Kind::Text && cellNumber(s.words(c), b.decimalMark));
}

bool blank(const Sheet& s, size_t row)
{
    const auto [from, to] = s.row(row);
    return from == to;
}

// The words over a column: of the heading's last line, with the line above in front where it has one for this column or for
// columns to the left of it (a merged heading).
std::string headingOf(const Sheet& s, size_t row, size_t lines, size_t column)
{
    std::string last = s.shown(row, column);
    if (lines < 2 || row == 0) return last;
    std::string above;
    for (size_t k = column + 1; k-- > 0 && above.empty();) {
        above = s.shown(row - 1, k);
        if (k != column && !s.shown(row, k).empty() && above.empty() && column - k > 8) break;
    }
    if (above.empty() || above == last) return last;
    return last.empty() ? above : above + " " + last;
}

struct Matches
{
    std::vector<std::pair<size_t, HeadingMatch>> columns; // column, field
    size_t headed = 0;                                    // columns with words over them
    double sum = 0;
};

// Each field at most once, the surest first.
Matches matchRow(const Sheet& s, size_t row, size_t lines, TableKind kind)
{
    struct Candidate
    {
        size_t column;
        HeadingMatch match;
    };
    Matches out;
    std::vector<Candidate> all;
    const size_t width = std::min<size_t>(s.columns(), 300);
    for (size_t k = 0; k < width; ++k) {
        const std::string words = headingOf(s, row, lines, k);
        if (words.empty() || words.size() > 120) continue;
        ++out.headed;
        const std::string key = headingKey(headingParts(words).words);
        for (const HeadingMatch& m : headingMatches(kind, key))
            all.push_back({k, m});
    }
    std::stable_sort(all.begin(), all.end(),
                     [](const Candidate& a, const Candidate& b) { return a.match.sure > b.match.sure; });
    std::set<size_t> taken;
    std::set<const FieldRow*> used;
    for (const Candidate& c : all) {
        if (taken.contains(c.column) || used.contains(c.match.field)) continue;
        taken.insert(c.column);
        used.insert(c.match.field);
        out.columns.emplace_back(c.column, c.match);
        out.sum += c.match.sure;
    }
    std::sort(out.columns.begin(), out.columns.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
    return out;
}

TableUse trial(const Matches& m, TableKind kind)
{
    TableUse t;
    t.kind = kind;
    for (const auto& [column, match] : m.columns)
        t.columns.push_back({column, "", std::string(match.field->key), "", "", false, match.sure, true});
    return t;
}

// Words of the sheet's or file's name that say what is in it.
double nameSays(TableKind kind, const std::string& name)
{
    const std::string key = " " + headingKey(name);
    double best = 0;
    for (const std::string_view w : split(sheetWords(kind), '|'))
        if (!w.empty() && key.find(" " + std::string(w)) != std::string::npos)
            best = std::max(best, 0.3 + 0.01 * static_cast<double>(w.size()));
    return best;
}

// A row of nothing but units (and blanks, and words in front such as "unit").
bool unitRow(const Sheet& s, size_t row)
{
    size_t units = 0, others = 0;
    for (auto [c, end] = s.row(row); c != end; ++c) {
        std::string words = s.shown(*c);
        if (c->kind == Cell::Kind::Number) return false;
        if (words.size() > 2 &&
            ((words.front() == '[' && words.back() == ']') || (words.front() == '(' && words.back() == ')')))
            words = words.substr(1, words.size() - 2);
        if (isUnit(words) && words != "10")
            ++units;
        else if (lowered(words) != "text" && !lowered(words).starts_with("unit"))
            ++others;
    }
    return units > 0 && units > others;
}

struct Found
{
    size_t row = 0, lines = 1;
    TableKind kind = TableKind::None;
    double score = 0;
    bool whole = false; // nothing is missing
};

// Is it a row of words, as headings are?
bool wordy(const Book& b, const Sheet& s, size_t row)
{
    size_t words = 0, numbers = 0;
    for (auto [c, end] = s.row(row); c != end; ++c)
        (isNumber(b, s, *c) ? numbers : words) += 1;
    return words >= 2 && words > numbers * 2;
}

Found findHeading(const Book& b, const Sheet& s, size_t from, size_t within, TableKind only)
{
    Found best;
    // Titles of a table are short lines; beneath a few full ones there is data, in which words mean nothing.
    constexpr std::ptrdiff_t kFull = 3;
    size_t full = 0;
    for (size_t r = from; r < std::min(from + within, s.rows()); ++r) {
        // The first row that is plainly a heading, or the second line of it; later ones are other tables'.
        if (best.whole && r > best.row + 1) break;
        const auto [first, last] = s.row(r);
        full = first == last ? 0 : full + (last - first >= kFull);
        if (full > 3 || !wordy(b, s, r)) continue;
        for (size_t k = 1; k < kTableKinds; ++k) {
            const auto kind = static_cast<TableKind>(k);
            if (only != TableKind::None && kind != only) continue;
            for (const size_t lines : {size_t{1}, size_t{2}}) {
                if (lines == 2 && (r == from || blank(s, r - 1) || !wordy(b, s, r - 1))) continue;
                const Matches m = matchRow(s, r, lines, kind);
                if (m.columns.size() < 2) continue;
                const bool whole = missingFields(trial(m, kind)).empty();
                // A load of forces can be the sheet's name; then it is missing here.
                if (!whole && only == TableKind::None && kind != TableKind::Forces && kind != TableKind::Displacements &&
                    kind != TableKind::Reactions && kind != TableKind::Combinations)
                    continue;
                const double share = m.sum / static_cast<double>(std::max<size_t>(m.headed, 1));
                const double score =
                    share + 0.04 * m.sum + nameSays(kind, s.name) + (whole ? 0.3 : 0) - (lines == 2 ? 0.02 : 0);
                if (score > best.score + 1e-9) best = {r, lines, kind, score, whole};
            }
        }
    }
    return best.score > 0.6 || (only != TableKind::None && best.score > 0) ? best : Found{};
}

size_t endOfTable(const Book& b, const Sheet& s, const TableUse& t)
{
    for (size_t r = t.first; r < s.rows(); ++r) {
        if (!blank(s, r)) continue;
        size_t next = r;
        while (next < s.rows() && blank(s, next))
            ++next;
        const Found other = findHeading(b, s, next, 6, TableKind::None);
        if (other.kind == TableKind::None || other.score < 0.9) {
            r = next;
            continue;
        }
        // The same heading again after a page's end goes on with the table.
        bool same = other.row < s.rows();
        for (const ColumnUse& c : t.columns)
            same = same && headingOf(s, other.row, t.headingRows, c.column) == c.heading;
        if (!same) return r;
        r = other.row;
    }
    return s.rows();
}

} // namespace

std::vector<std::string> missingFields(const TableUse& t)
{
    std::vector<std::string> out;
    const auto has = [&](std::string_view key) { return t.column(key) || t.always.contains(std::string(key)); };
    const auto any = [&](std::initializer_list<std::string_view> keys) { return std::any_of(keys.begin(), keys.end(), has); };
    for (const FieldRow& f : fieldsOf(t.kind))
        if (f.must && !has(f.key)) out.push_back("no column for " + std::string(f.title));
    // A field is one column's.
    for (size_t a = 0; a < t.columns.size(); ++a)
        for (size_t b = a + 1; b < t.columns.size(); ++b)
            if (t.columns[a].as == t.columns[b].as && t.columns[a].as != "factorOf")
                if (const FieldRow* f = findField(t.kind, t.columns[a].as))
                    out.push_back("two columns are " + std::string(f->title) + ": " + columnLetters(t.columns[a].column) +
                                  " and " + columnLetters(t.columns[b].column));
    switch (t.kind) {
    case TableKind::Nodes:
        if ((has("x") ? 1 : 0) + (has("y") ? 1 : 0) + (has("z") ? 1 : 0) < 2)
            out.emplace_back("two of x, y, z are needed at least");
        break;
    case TableKind::Supports:
        if (!any({"support", "ux", "uy", "uz", "rx", "ry", "rz"})) out.emplace_back("no column says what is held");
        break;
    case TableKind::Releases:
        if (!any({"n", "vy", "vz", "t", "my", "mz", "nI", "vyI", "vzI", "tI", "myI", "mzI", "nJ", "vyJ", "vzJ", "tJ", "myJ",
                  "mzJ"}))
            out.emplace_back("no column says what is let go");
        break;
    case TableKind::Combinations:
        if (!any({"terms", "factorOf"}) && !(has("case") && has("factor")))
            out.emplace_back(
                "no column says what is in a combination: its terms, a case and a factor, or a column for each case");
        break;
    case TableKind::Forces:
        if (!any({"element", "member"})) out.emplace_back("no column for the element or the member");
        if (!has("load")) out.emplace_back("no column for the case or combination");
        if (!any({"n", "vy", "vz", "t", "my", "mz"})) out.emplace_back("no column with forces");
        break;
    case TableKind::Displacements:
        if (!has("load")) out.emplace_back("no column for the case or combination");
        if (!any({"ux", "uy", "uz"})) out.emplace_back("no column with displacements");
        break;
    case TableKind::Reactions:
        if (!has("load")) out.emplace_back("no column for the case or combination");
        if (!any({"fx", "fy", "fz"})) out.emplace_back("no column with reactions");
        break;
    case TableKind::Members:
        if (!has("elements") && !(has("length") && has("section")))
            out.emplace_back("its elements are needed, or its length and section");
        break;
    default: break;
    }
    return out;
}

void guessColumns(TableUse& t, const Book& book, const Sheet& s)
{
    t.columns.clear();
    const Matches m = matchRow(s, t.heading, t.headingRows, t.kind);
    const bool units = t.heading + 1 < t.first && unitRow(s, t.heading + 1);
    for (size_t k = 0; k < std::min<size_t>(s.columns(), 300); ++k) {
        ColumnUse c;
        c.column = k;
        c.heading = headingOf(s, t.heading, t.headingRows, k);
        if (c.heading.empty()) continue;
        const auto at = std::find_if(m.columns.begin(), m.columns.end(), [&](const auto& x) { return x.first == k; });
        c.unit = headingParts(c.heading).unit;
        if (c.unit.empty() && units) {
            std::string words = s.shown(t.heading + 1, k);
            if (words.size() > 2 && std::string_view("[(").find(words.front()) != std::string_view::npos)
                words = words.substr(1, words.size() - 2);
            if (isUnit(words)) c.unit = words;
        }
        c.sure = 0;
        if (at != m.columns.end()) {
            c.as = at->second.field->key;
            c.sure = at->second.sure;
        }
        t.columns.push_back(std::move(c));
    }
    guessConventions(t, book, s);
    // A unit that does not measure what the column means is none.
    for (ColumnUse& c : t.columns) {
        const FieldRow* f = findField(t.kind, c.as);
        c.unitStated = !c.unit.empty();
        if (f && f->form == FieldRow::Form::Number && !c.unit.empty() && !unitFactor(f->quantity, c.unit)) {
            c.unit.clear();
            c.unitStated = false;
        }
    }
}

bool guessRows(TableUse& t, const Book& book, const Sheet& s, size_t from, TableKind kind)
{
    const Found f = findHeading(book, s, from, kHeadingWithin, kind);
    if (f.kind == TableKind::None) return false;
    t.kind = f.kind;
    t.heading = f.row;
    t.headingRows = f.lines;
    t.first = f.row + 1;
    t.sure = std::min(1.0, f.score / 1.5);
    while (t.first < s.rows() && (blank(s, t.first) || unitRow(s, t.first)))
        ++t.first;
    guessColumns(t, book, s);
    return true;
}

Recipe guessRecipe(const std::vector<Book>& books)
{
    Recipe out;
    for (const Book& b : books)
        for (const Sheet& s : b.sheets) {
            size_t from = 0;
            bool any = false;
            while (from < s.rows()) {
                TableUse t;
                t.file = b.file;
                t.sheet = s.name;
                if (!guessRows(t, b, s, from, TableKind::None)) break;
                const size_t end = endOfTable(b, s, t);
                if (end < s.rows()) t.last = end;
                from = std::max(end, t.first + 1);
                any = true;
                out.tables.push_back(std::move(t));
            }
            if (any) continue;
            TableUse none;
            none.file = b.file;
            none.sheet = s.name;
            out.tables.push_back(std::move(none));
        }
    settleRecipe(out, books);
    return out;
}

const Sheet* sheetOf(const std::vector<Book>& books, const TableUse& t, const Book** book)
{
    for (const Book& b : books) {
        if (!t.file.empty() && !fitsPattern(t.file, b.file)) continue;
        for (const Sheet& s : b.sheets)
            if (t.sheet.empty() || fitsPattern(t.sheet, s.name)) {
                if (book) *book = &b;
                return &s;
            }
    }
    return nullptr;
}

std::optional<Recipe> fitted(const Recipe& recipe, const std::vector<Book>& books)
{
    Recipe out = recipe;
    out.tables.clear();
    std::set<std::pair<const Sheet*, size_t>> taken;
    for (const TableUse& t : recipe.tables) {
        if (t.kind == TableKind::None) continue;
        // Every sheet whose row has all these headings, whatever the file is called today.
        bool found = false;
        for (const Book& b : books)
            for (const Sheet& s : b.sheets) {
                if (found || (!t.sheet.empty() && b.sheets.size() > 1 && !fitsPattern(t.sheet, s.name))) continue;
                for (size_t r = 0; r < std::min(kHeadingWithin + t.heading, s.rows()) && !found; ++r) {
                    if (!wordy(b, s, r) || taken.contains({&s, r})) continue;
                    TableUse now = t;
                    bool all = true;
                    std::set<size_t> columns;
                    for (ColumnUse& c : now.columns) {
                        if (c.as.empty()) continue;
                        bool here = false;
                        for (size_t k = 0; k < std::min<size_t>(s.columns(), 300) && !here; ++k)
                            if (!columns.contains(k) && headingOf(s, r, t.headingRows, k) == c.heading) {
                                c.column = k;
                                columns.insert(k);
                                here = true;
                            }
                        all = all && here;
                    }
                    if (!all || columns.empty()) continue;
                    found = true;
                    taken.insert({&s, r});
                    now.file = b.file;
                    now.sheet = s.name;
                    const size_t gap = t.first - t.heading;
                    now.heading = r;
                    now.first = r + gap;
                    now.last.reset();
                    if (const size_t end = endOfTable(b, s, now); end < s.rows()) now.last = end;
                    out.tables.push_back(std::move(now));
                }
            }
        if (!found) return std::nullopt;
    }
    if (out.tables.empty()) return std::nullopt;
    return out;
}

} // namespace wr
