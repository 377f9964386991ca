#include "core/intake/guess_conventions.h"

#include "core/base/nearest.h"
#include "core/base/table_text.h"
#include "core/intake/guess.h"
#include "core/intake/headings.h"
#include "core/intake/unit_words.h"
#include "core/tables/cell_number.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>
#include <set>

namespace wr {

namespace {

constexpr size_t kLookedAt = 6000; // rows

std::optional<double> numberAt(const Book& b, const Sheet& s, size_t row, size_t column)
{
    const Cell c = s.at(row, column);
    if (c.kind == Cell::Kind::Number) return c.number;
    if (c.kind == Cell::Kind::Text) return cellNumber(s.words(c), b.decimalMark);
    return std::nullopt;
}

size_t endOf(const TableUse& t, const Sheet& s)
{
    return std::min({t.last.value_or(s.rows()), s.rows(), t.first + kLookedAt});
}

// "Mx, My" without a third moment: x is the major axis, as plans of floors name them. Else y is it.
void axesByName(TableUse& t)
{
    const auto heading = [&](std::string_view key) -> ColumnUse* {
        for (ColumnUse& c : t.columns)
            if (headingKey(headingParts(c.heading).words) == key) return &c;
        return nullptr;
    };
    ColumnUse *mx = heading("mx"), *my = heading("my");
    if (!mx || !my || heading("mz")) return;
    mx->as = "my";
    my->as = "mz";
    ColumnUse *vx = heading("vx"), *vy = heading("vy");
    if (vx && vy && !heading("vz")) {
        vy->as = "vz";
        vx->as = "vy";
    }
    for (ColumnUse* c : {mx, my, vx, vy})
        if (c) c->sure = std::min(c->sure, 0.6);
}

// A case of forces at one element, first row and last row: do both say the same of the axial force with other signs?
void endActions(TableUse& t, const Book& b, const Sheet& s)
{
    const ColumnUse *who = t.column("element"), *load = t.column("load"), *n = t.column("n");
    if (!who || !n || t.signs != ForceSigns::Ours) return;
    size_t pairs = 0, opposite = 0;
    const size_t end = endOf(t, s);
    for (size_t r = t.first; r + 1 < end; ++r) {
        const auto same = [&](size_t a, size_t c) {
            return s.shown(a, who->column) == s.shown(c, who->column) &&
                   (!load || s.shown(a, load->column) == s.shown(c, load->column));
        };
        if ((r > t.first && same(r, r - 1)) || !same(r, r + 1) || (r + 2 < end && same(r, r + 2))) continue;
        const auto first = numberAt(b, s, r, n->column), second = numberAt(b, s, r + 1, n->column);
        if (!first || !second || std::abs(*first) + std::abs(*second) == 0) continue;
        ++pairs;
        opposite += std::abs(*first + *second) < 0.5 * std::abs(*first - *second);
    }
    if (pairs >= 3 && opposite * 10 >= pairs * 9) t.signs = ForceSigns::Ends;
}

void stations(TableUse& t, const Book& b, const Sheet& s)
{
    const ColumnUse* at = t.column("s");
    if (!at) return;
    const std::string key = " " + headingKey(headingParts(at->heading).words) + " ";
    bool share = key.find(" rel ") != std::string::npos || key.find(" relative ") != std::string::npos ||
                 key.find(" fraction ") != std::string::npos || key.find(" x l ") != std::string::npos || at->unit == "%";
    if (!share) {
        // All of them between 0 and 1, and 1 in plenty: lengths are not that alike.
        size_t numbers = 0, ones = 0, beyond = 0;
        for (size_t r = t.first; r < endOf(t, s); ++r)
            if (const auto v = numberAt(b, s, r, at->column)) {
                ++numbers;
                ones += *v == 1;
                beyond += *v < 0 || *v > 1;
            }
        share = beyond == 0 && numbers >= 4 && ones * 30 >= numbers && at->unit.empty();
    }
    if (share) t.stations = StationAs::Share;
}

// Names given in the first of several rows and left empty beneath.
void filledDown(TableUse& t, const Sheet& s)
{
    size_t gaps = 0, rows = 0;
    for (const ColumnUse& c : t.columns) {
        const FieldRow* f = findField(t.kind, c.as);
        if (!f || f->form != FieldRow::Form::Name ||
            (c.as != "element" && c.as != "load" && c.as != "member" && c.as != "combination"))
            continue;
        bool begun = false;
        for (size_t r = t.first; r < endOf(t, s); ++r) {
            if (const auto [from, to] = s.row(r); from == to || to - from < 2) continue;
            ++rows;
            const bool empty = s.at(r, c.column).kind == Cell::Kind::Empty;
            begun = begun || !empty;
            gaps += begun && empty;
        }
    }
    t.fillDown = gaps > 0 && gaps * 20 > rows;
}

// Units by quantity, as most columns of the books state them.
class StatedUnits
{
public:
    void add(Quantity q, const std::string& unit) { ++count_[q][unit]; }
    std::string most(Quantity q) const
    {
        const auto at = count_.find(q);
        if (at == count_.end()) return "";
        return std::max_element(at->second.begin(), at->second.end(),
                                [](const auto& a, const auto& b) { return a.second < b.second; })
            ->first;
    }
    bool imperial() const
    {
        for (const auto& [q, units] : count_)
            for (const auto& [u, n] : units)
                for (const char* w : {"ft", "in", "kip", "ksi", "lb"})
                    if (lowered(u).find(w) != std::string::npos && lowered(u) != "min") return true;
        return false;
    }

private:
    std::map<Quantity, std::map<std::string, size_t>> count_;
};

std::string usual(Quantity q, const UnitSystem& u)
{
    switch (q) {
    case Quantity::Angle: return u.angle;
    case Quantity::Rotation: return "rad";
    case Quantity::Ratio: return "";
    case Quantity::Temperature: return "C";
    default: return u.symbol(q);
    }
}

// Units said once for everything, over the tables: "Units: kN, m".
void saidAbove(const Sheet& s, StatedUnits& stated)
{
    for (size_t r = 0; r < std::min<size_t>(s.rows(), 12); ++r)
        for (auto [c, end] = s.row(r); c != end; ++c) {
            const std::string words(s.words(*c));
            const std::string low = lowered(words);
            if (low.find("unit") == std::string::npos || words.size() > 120) continue;
            for (const std::string& w : [&] {
                     std::vector<std::string> parts;
                     std::string now;
                     for (const char ch : words + " ")
                         if (std::string_view(" ,;:()[]").find(ch) != std::string_view::npos) {
                             if (!now.empty()) parts.push_back(now);
                             now.clear();
                         } else
                             now += ch;
                     return parts;
                 }()) {
                if (w.size() == 1 && w != "m" && w != "N") continue;
                if (unitFactor(Quantity::Length, w)) stated.add(Quantity::Length, w);
                if (unitFactor(Quantity::Force, w)) stated.add(Quantity::Force, w);
                if (unitFactor(Quantity::Stress, w)) stated.add(Quantity::Stress, w);
            }
        }
}

// Coordinates that nobody gives a unit: larger than any building in metres are millimetres.
std::string lengthByExtent(const TableUse& t, const Book& b, const Sheet& s, bool imperial)
{
    double most = 0;
    for (const ColumnUse& c : t.columns)
        if (c.as == "x" || c.as == "y" || c.as == "z")
            for (size_t r = t.first; r < endOf(t, s); ++r)
                if (const auto v = numberAt(b, s, r, c.column)) most = std::max(most, std::abs(*v));
    if (most == 0) return "";
    if (imperial) return most > 1200 ? "in" : "ft";
    return most > 1200 ? "mm" : "m";
}

void factorColumns(Recipe& recipe, const std::vector<Book>& books)
{
    std::set<std::string> cases;
    for (const TableUse& t : recipe.tables) {
        const ColumnUse* id = t.kind == TableKind::Cases ? t.column("case") : nullptr;
        const Sheet* s = id ? sheetOf(books, t) : nullptr;
        if (s)
            for (size_t r = t.first; r < endOf(t, *s); ++r)
                cases.insert(s->shown(r, id->column));
    }
    for (TableUse& t : recipe.tables) {
        if (t.kind != TableKind::Combinations || t.column("terms") || (t.column("case") && t.column("factor"))) continue;
        const Book* b = nullptr;
        const Sheet* s = sheetOf(books, t, &b);
        if (!s) continue;
        for (ColumnUse& c : t.columns) {
            const bool known = cases.contains(c.heading);
            if (!known && (!c.as.empty() || !cases.empty())) continue;
            bool numbers = false;
            for (size_t r = t.first; r < endOf(t, *s) && !numbers; ++r)
                numbers = numberAt(*b, *s, r, c.column).has_value();
            if (!numbers) continue;
            c.as = "factorOf";
            c.of = c.heading;
            c.sure = known ? 1 : 0.5;
        }
    }
}

} // namespace

void guessConventions(TableUse& t, const Book& book, const Sheet& s)
{
    t.signs = ForceSigns::Ours;
    t.stations = StationAs::FromI;
    if (t.kind == TableKind::Forces) {
        axesByName(t);
        stations(t, book, s);
        endActions(t, book, s);
    }
    filledDown(t, s);
}

void settleRecipe(Recipe& recipe, const std::vector<Book>& books)
{
    factorColumns(recipe, books);
    StatedUnits stated;
    for (const TableUse& t : recipe.tables)
        for (const ColumnUse& c : t.columns)
            if (const FieldRow* f = findField(t.kind, c.as); f && f->form == FieldRow::Form::Number && !c.unit.empty())
                stated.add(f->quantity, c.unit);
    for (const Book& b : books)
        for (const Sheet& s : b.sheets)
            saidAbove(s, stated);
    const bool imperial = stated.imperial();
    UnitSystem& u = recipe.units;
    u = imperial ? UnitSystem{"ft", "kip", "in", "ksi", "deg", "lb"} : UnitSystem{};
    const auto choose = [&](Quantity q, std::string& into) {
        if (const std::string own = frameUnit(q, stated.most(q)); !own.empty()) into = own;
    };
    choose(Quantity::Length, u.length);
    choose(Quantity::SectionLength, u.section);
    choose(Quantity::Force, u.force);
    choose(Quantity::Stress, u.stress);
    std::string byExtent;
    for (const TableUse& t : recipe.tables) {
        const Book* b = nullptr;
        const Sheet* s = t.kind == TableKind::Nodes && stated.most(Quantity::Length).empty() ? sheetOf(books, t, &b) : nullptr;
        if (s) byExtent = lengthByExtent(t, *b, *s, imperial);
    }
    if (!byExtent.empty() && byExtent != "mm") u.length = byExtent;
    for (TableUse& t : recipe.tables) {
        const Sheet* s = sheetOf(books, t);
        // Forces, displacements and reactions on a sheet of their own each: its name is the case.
        if (s && (t.kind == TableKind::Forces || t.kind == TableKind::Displacements || t.kind == TableKind::Reactions) &&
            !t.column("load") && !t.always.contains("load"))
            t.always["load"] = s->name;
        for (ColumnUse& c : t.columns) {
            const FieldRow* f = findField(t.kind, c.as);
            if (!f || f->form != FieldRow::Form::Number || !c.unit.empty()) continue;
            if (t.kind == TableKind::Forces && c.as == "s" && t.stations == StationAs::Share) continue;
            c.unitStated = f->quantity == Quantity::Ratio;
            c.unit = f->quantity == Quantity::Length && !byExtent.empty() ? byExtent : stated.most(f->quantity);
            if (c.unit.empty()) c.unit = usual(f->quantity, u);
        }
    }
}

} // namespace wr
