#include "core/reporting/take_off_tables.h"

#include <fmt/format.h>

namespace wr {

namespace {

std::string titleOf(TakeOffBy by)
{
    switch (by) {
    case TakeOffBy::Section: return "Section";
    case TakeOffBy::Grade: return "Grade";
    case TakeOffBy::Group: return "Group";
    case TakeOffBy::Level: return "Level";
    }
    return "";
}

} // namespace

Table takeOffTable(const TakeOff& t, const UnitSystem& u)
{
    Table out;
    out.title = "Take-off by " + std::string(takeOffName(t.by));
    out.columns = {{titleOf(t.by), ""}};
    const bool grades = t.by == TakeOffBy::Section;
    if (grades) out.columns.push_back({"Grade", ""});
    for (const TableColumn& c :
         {TableColumn{"Pieces", "", 0}, TableColumn{"Length", u.length, 1}, TableColumn{"Mass", u.mass, u.mass == "t" ? 3 : 0},
          TableColumn{"Painted", u.symbol(Quantity::FloorArea), 1}})
        out.columns.push_back(c);
    if (t.priced) out.columns.push_back({"Cost", "", 0});
    const bool gaps = t.total.unpriced > 0 && t.priced;
    if (gaps) out.columns.push_back({"Without price", "pieces", 0});
    const auto row = [&](const TakeOffLine& l) {
        Table::Row r;
        r.cells = {l.name};
        if (grades) r.cells.emplace_back(l.grade);
        r.cells.insert(r.cells.end(), {static_cast<double>(l.pieces), u.show(Quantity::Length, l.length),
                                       u.show(Quantity::Mass, l.mass), u.show(Quantity::FloorArea, l.painted)});
        if (t.priced) r.cells.emplace_back(l.cost);
        if (gaps) r.cells.emplace_back(static_cast<double>(l.unpriced));
        out.rows.push_back(std::move(r));
    };
    for (const TakeOffLine& l : t.lines)
        row(l);
    row(t.total);
    return out;
}

Table takeOffChangesTable(const TakeOff& then, const TakeOff& now, const UnitSystem& u)
{
    Table out;
    out.title = "Take-off by " + std::string(takeOffName(now.by)) + ", then and now";
    out.columns = {{titleOf(now.by), ""},        {"Grade", ""},
                   {"Pieces then", "", 0},       {"Pieces now", "", 0},
                   {"Length then", u.length, 1}, {"Length now", u.length, 1},
                   {"Mass then", u.mass, 0},     {"Mass now", u.mass, 0},
                   {"Difference", u.mass, 0}};
    const auto row = [&](const TakeOffLine& a, const TakeOffLine& b) {
        out.rows.push_back(
            {{b.name, b.grade, static_cast<double>(a.pieces), static_cast<double>(b.pieces), u.show(Quantity::Length, a.length),
              u.show(Quantity::Length, b.length), u.show(Quantity::Mass, a.mass), u.show(Quantity::Mass, b.mass),
              u.show(Quantity::Mass, b.mass - a.mass)}});
    };
    for (const TakeOffChange& c : takeOffChanges(then, now))
        row(c.then, c.now);
    row(then.total, now.total);
    return out;
}

Table cutListTable(const std::vector<CutLine>& lines, double barLength, const UnitSystem& u)
{
    Table out;
    out.title = fmt::format("Bars of {}", u.text(Quantity::Length, barLength));
    out.columns = {{"Section", ""},
                   {"Grade", ""},
                   {"Pieces", "", 0},
                   {"Bars", "", 0},
                   {"Used", u.length, 1},
                   {"Bought", u.length, 1},
                   {"Waste", "%", 1},
                   {"Mass bought", u.mass, 0},
                   {"Longer than a bar", "", 0}};
    for (const CutLine& l : lines)
        out.rows.push_back(
            {{l.section, l.grade, static_cast<double>(l.pieces), static_cast<double>(l.bars), u.show(Quantity::Length, l.used),
              u.show(Quantity::Length, l.bought), l.bought > 0 ? 100 * (1 - l.used / l.bought) : 0.0,
              u.show(Quantity::Mass, l.massBought), static_cast<double>(l.tooLong)}});
    return out;
}

} // namespace wr
