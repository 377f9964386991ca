#include "core/sizing/stock_list.h"

#include "core/base/nearest.h"
#include "core/sections/catalogue.h"
#include "core/tables/cell_number.h"
#include "core/tables/delimited.h"

#include <algorithm>
#include <cctype>
#include <cmath>
#include <fmt/format.h>
#include <optional>
#include <set>
#include <string_view>

namespace wr {

namespace {

constexpr TableLimits kLimits{.bytes = 20'000'000, .cells = 1'000'000};

// In small letters, without blanks at its ends.
std::string plain(std::string_view s)
{
    const size_t from = s.find_first_not_of(" \t"), to = s.find_last_not_of(" \t");
    return from == std::string::npos ? std::string() : lowered(s.substr(from, to - from + 1));
}

// The words of a heading, apart at all that is no letter.
std::set<std::string> wordsOf(const std::string& heading)
{
    std::set<std::string> out;
    std::string word;
    for (const char c : heading + " ") {
        if (std::isalpha(static_cast<unsigned char>(c))) {
            word += c;
            continue;
        }
        if (!word.empty()) out.insert(std::exchange(word, {}));
    }
    return out;
}

struct Columns
{
    std::optional<size_t> section, perMass, perLength, available;
    double mass = 1, length = 1; // kg and m that the prices are for
};

// What a heading means; nothing where it is none of ours.
void take(Columns& c, const std::string& heading, size_t column, const UnitSystem& u)
{
    const auto words = wordsOf(heading);
    const auto any = [&](std::initializer_list<const char*> list) {
        return std::any_of(list.begin(), list.end(), [&](const char* w) { return words.contains(w); });
    };
    if (!c.section && any({"section", "designation", "name", "profile", "sections"})) {
        c.section = column;
        return;
    }
    if (!c.available && any({"available", "availability", "stock", "instock", "quantity", "there"}) &&
        !any({"price", "cost"})) {
        c.available = column;
        return;
    }
    const bool pounds = u.mass == "lb" || u.mass == "kip";
    const std::pair<const char*, double> kMass[] = {
        {"kg", 1.0},        {"kilogram", 1.0},  {"t", 1000.0},
        {"tonne", 1000.0},  {"lb", 0.45359237}, {"pound", 0.45359237},
        {"cwt", 45.359237}, {"kip", 453.59237}, {"ton", pounds ? 907.18474 : 1000.0}};
    constexpr std::pair<const char*, double> kLength[] = {
        {"m", 1.0}, {"metre", 1.0}, {"meter", 1.0}, {"ft", 0.3048}, {"foot", 0.3048}};
    const bool price = any({"price", "cost", "per"}) || heading.find('/') != std::string::npos;
    if (!price) return;
    for (const auto& [name, kg] : kMass)
        if (!c.perMass && words.contains(name)) {
            c.perMass = column, c.mass = kg;
            return;
        }
    for (const auto& [name, m] : kLength)
        if (!c.perLength && words.contains(name)) {
            c.perLength = column, c.length = m;
            return;
        }
    if (!c.perMass && any({"price", "cost"})) c.perMass = column, c.mass = 1 / u.factor(Quantity::Mass);
}

std::optional<bool> yesOrNo(const std::string& text, char mark)
{
    for (const char* w : {"yes", "y", "true", "x", "in stock", "available"})
        if (text == w) return true;
    for (const char* w : {"no", "n", "false", "none", "out of stock", "not available", "-", "–"})
        if (text == w) return false;
    if (const auto n = cellNumber(text, mark)) return *n > 0;
    return std::nullopt;
}

} // namespace

std::expected<StockList, std::string> readStockList(std::string bytes, const std::string& file, const Frame& f,
                                                    const Catalogue& catalogue, Progress& progress)
{
    const auto book = readDelimited(std::move(bytes), file, {}, kLimits, progress);
    if (!book) return std::unexpected(book.error());
    if (book->sheets.empty()) return std::unexpected(file + " holds no table");
    const Sheet& sheet = book->sheets.front();
    Columns c;
    size_t row = 0;
    for (; row < sheet.rows() && !c.section; ++row) {
        c = {};
        for (size_t k = 0; k < sheet.columns(); ++k)
            if (const std::string heading = plain(sheet.shown(row, k)); !heading.empty()) take(c, heading, k, f.units);
    }
    if (!c.section)
        return std::unexpected(fmt::format(
            "{} has no column of sections: a heading like section, price per kg, price per m, available is needed", file));
    StockList out;
    std::set<std::string> names;
    for (; row < sheet.rows(); ++row) {
        const std::string name = sheet.shown(row, *c.section);
        const size_t from = name.find_first_not_of(" \t");
        if (from == std::string::npos) continue;
        StockRow r;
        r.id = name.substr(from, name.find_last_not_of(" \t") - from + 1);
        const auto fault = [&](const std::string& what) {
            return std::unexpected(fmt::format("{}, row {}: {}", file, row + 1, what));
        };
        if (!names.insert(normalisedName(r.id)).second) return fault(fmt::format("{} stands twice", r.id));
        const auto price = [&](size_t column, std::optional<double>& into, double each) -> bool {
            const std::string text = plain(sheet.shown(row, column));
            if (text.empty()) return true;
            const auto v = cellNumber(text, book->decimalMark);
            if (!v || !(*v >= 0)) return false;
            into = *v / each;
            return true;
        };
        if (c.perMass && !price(*c.perMass, r.perKg, c.mass))
            return fault(fmt::format("\"{}\" is no price", sheet.shown(row, *c.perMass)));
        if (c.perLength && !price(*c.perLength, r.perM, c.length))
            return fault(fmt::format("\"{}\" is no price", sheet.shown(row, *c.perLength)));
        if (c.available)
            if (const std::string text = plain(sheet.shown(row, *c.available)); !text.empty()) {
                const auto there = yesOrNo(text, book->decimalMark);
                if (!there)
                    return fault(
                        fmt::format("\"{}\" is neither yes nor no, nor how many there are", sheet.shown(row, *c.available)));
                r.available = *there;
            }
        out.away += !r.available;
        const bool many = r.id.ends_with('*');
        const bool own = std::any_of(f.sections.begin(), f.sections.end(), [&](const FrameSection& s) {
            return normalisedName(s.name.empty() ? s.id : s.name) == normalisedName(r.id);
        });
        if (!many && !own && !catalogue.find(r.id)) out.unknown.push_back(r.id);
        out.rows.push_back(std::move(r));
    }
    if (out.rows.empty()) return std::unexpected(file + " lists no section under its headings");
    return out;
}

} // namespace wr
