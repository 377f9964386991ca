#include "core/reporting/size_tables.h"

#include <cmath>
#include <fmt/format.h>
#include <limits>

namespace wr {

namespace {

constexpr double kNothing = std::numeric_limits<double>::quiet_NaN();

} // namespace

Table sizesTable(const SizingPlan& plan, const CheckModel& model)
{
    const UnitSystem& u = model.frame().units;
    Table t;
    t.title = "Sizes";
    t.columns = {{"Group", ""},    {"Now", ""},        {"Proposed", ""}, {"Now", u.mass, 0}, {"Then", u.mass, 0},
                 {"Worst", "", 2}, {"Governs", ""},    {"Member", ""},   {"Fit", ""},        {"Target", "", 2},
                 {"Ladder", ""},   {"Members", "", 0}, {"Why", ""}};
    for (const GroupPlan& g : plan.groups) {
        Table::Row row;
        const Rung* r = g.chosen >= 0 ? &g.rungs.rungs[static_cast<size_t>(g.chosen)] : nullptr;
        const bool known = r && r->member >= 0;
        if (known) row.element = model.members()[static_cast<size_t>(r->member)].pieces.front().element;
        if (!known && !g.members.empty()) row.element = model.members()[g.members.front()].pieces.front().element;
        row.cells = {g.id,
                     g.before(),
                     std::string(!r                     ? "nothing fits"
                                 : g.to() == g.before() ? "stays"
                                                        : g.to()),
                     u.show(Quantity::Mass, g.massBefore()),
                     u.show(Quantity::Mass, g.massThen()),
                     r ? r->utilisation : kNothing,
                     r ? governingKey(model, *r) : std::string(),
                     known ? model.members()[static_cast<size_t>(r->member)].id : std::string(),
                     fmt::format("{} of {}", g.fitting(), g.rungs.rungs.size()),
                     g.target,
                     g.ladder,
                     static_cast<double>(g.members.size()),
                     g.why};
        t.rows.push_back(std::move(row));
    }
    return t;
}

Table roundsTable(std::span<const SettleRound> rounds, const UnitSystem& u)
{
    Table t;
    t.title = "Rounds";
    t.columns = {{"Round", "", 0},   {"Mass", u.mass, 0}, {"Top", "", 3}, {"Over", "", 0},     {"Limit of the frame", ""},
                 {"reaches", "", 2}, {"s", "", 1},        {"", ""},       {"What changed", ""}};
    for (const SettleRound& r : rounds) {
        std::string what;
        for (const std::string& c : r.changes)
            what += (what.empty() ? "" : ", ") + c;
        t.rows.push_back({{static_cast<double>(r.round), u.show(Quantity::Mass, r.mass), r.top, static_cast<double>(r.over),
                           r.limit, r.limit.empty() ? kNothing : r.ratio, r.seconds,
                           std::string(r.round == 0 ? "as it was"
                                       : r.kept     ? "kept"
                                                    : "taken back"),
                           what}});
    }
    return t;
}

Table stiffnessTable(std::span<const StiffnessWorth> ranking, const SizingPlan& plan, const StandingLimit& limit,
                     const CheckModel& model)
{
    const UnitSystem& u = model.frame().units;
    const std::string moved = u.symbol(Quantity::Displacement), mass = u.mass;
    Table t;
    t.title = "Stiffness";
    t.columns = {{"Group", ""},
                 {"Adds", moved, 2},
                 {"of it", "%", 1},
                 {"Next rung", ""},
                 {"Less", moved, 2},
                 {"More", mass, 0},
                 {"Less per 100 " + mass, moved, 3}};
    for (const StiffnessWorth& w : ranking) {
        const GroupPlan& g = plan.groups[w.group];
        Table::Row r;
        if (!g.members.empty()) r.element = model.members()[g.members.front()].pieces.front().element;
        const bool some = w.rung >= 0;
        const double per =
            some && w.mass > 0 ? u.show(Quantity::Displacement, w.saved) / u.show(Quantity::Mass, w.mass) * 100 : kNothing;
        r.cells = {g.id,
                   u.show(Quantity::Displacement, w.share),
                   100 * w.share / limit.value,
                   some ? g.rungs.rungs[static_cast<size_t>(w.rung)].section->designation : std::string("none is stiffer"),
                   some ? u.show(Quantity::Displacement, w.saved) : kNothing,
                   some ? u.show(Quantity::Mass, w.mass) : kNothing,
                   per};
        t.rows.push_back(std::move(r));
    }
    return t;
}

} // namespace wr
