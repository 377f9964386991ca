#include "core/reporting/frame_tables.h"

#include "core/analysis/shares.h"
#include "core/analysis/storeys.h"
#include "core/shaping/load_words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

std::string unitOf(const Frame& f, Quantity q)
{
    return f.units.symbol(q);
}

std::string quoted(const std::string& s)
{
    if (s.find_first_of(",\"\n\r") == std::string::npos) return s;
    std::string out = "\"";
    for (const char c : s)
        out += c == '"' ? "\"\"" : std::string(1, c);
    return out + "\"";
}

// Columns x, y, z of one quantity.
void addVector(Table& t, const Frame& f, const char* name, Quantity q, int digits)
{
    for (const char c : {'x', 'y', 'z'})
        t.columns.push_back({fmt::format("{}{}", name, c), unitOf(f, q), digits});
}

void putVector(Table::Row& row, const Frame& f, Quantity q, Vec3 v)
{
    for (int k = 0; k < 3; ++k)
        row.cells.emplace_back(f.units.show(q, v[k]));
}

// Displacements are shown in the unit of sections: mm or in.
constexpr Quantity kMove = Quantity::SectionLength;

} // namespace

std::string cellText(const Table& t, size_t row, size_t column)
{
    const auto& cell = t.rows[row].cells[column];
    if (const auto* s = std::get_if<std::string>(&cell)) return *s;
    const double v = std::get<double>(cell);
    if (std::isnan(v)) return "–";
    // No "-0.00".
    const std::string text = fmt::format("{:.{}f}", v, t.columns[column].digits);
    if (text.find_first_not_of("-0.") == std::string::npos) return fmt::format("{:.{}f}", 0.0, t.columns[column].digits);
    return text.front() == '-' ? "−" + text.substr(1) : text;
}

std::string tableCsv(const Table& t)
{
    std::string out;
    for (size_t c = 0; c < t.columns.size(); ++c) {
        const TableColumn& column = t.columns[c];
        out += (c ? "," : "") + quoted(column.unit.empty() ? column.name : fmt::format("{} ({})", column.name, column.unit));
    }
    out += "\r\n";
    for (const Table::Row& r : t.rows) {
        for (size_t c = 0; c < r.cells.size(); ++c) {
            if (c) out += ",";
            if (const auto* s = std::get_if<std::string>(&r.cells[c]))
                out += quoted(*s);
            else if (const double v = std::get<double>(r.cells[c]); std::isfinite(v))
                out += fmt::format("{:.10g}", v);
        }
        out += "\r\n";
    }
    return out;
}

Table loadTotalsTable(const Frame& f, const FrameForces& r)
{
    Table t;
    t.title = "Loads against reactions";
    t.columns = {{"Load", ""}, {"Title", ""}};
    addVector(t, f, "Load ", Quantity::Force, 2);
    addVector(t, f, "Reaction ", Quantity::Force, 2);
    t.columns.push_back({"Rest", unitOf(f, Quantity::Force), 4});
    t.columns.push_back({"Areas by hand", unitOf(f, Quantity::Force), 2});
    std::vector<LoadTotals> totals;
    for (const LoadCase& c : f.cases)
        totals.push_back(loadTotals(f, c));
    const auto add = [&](const std::string& name, const std::string& title, const std::vector<std::pair<int, double>>& cases,
                         const NodeMotion& m) {
        Table::Row row;
        row.cells = {name, title};
        Vec3 load, panels, reaction;
        for (const auto& [c, k] : cases) {
            load = load + k * totals[c].sum();
            panels = panels + k * totals[c].panels;
        }
        for (const Vec3& v : m.f)
            reaction = reaction + v;
        putVector(row, f, Quantity::Force, load);
        if (m.f.empty())
            row.cells.insert(row.cells.end(), 4, std::nan(""));
        else {
            putVector(row, f, Quantity::Force, reaction);
            row.cells.emplace_back(f.units.show(Quantity::Force, norm(load + reaction)));
        }
        if (norm(panels) > 0)
            row.cells.emplace_back(f.units.show(Quantity::Force, norm(panels)));
        else
            row.cells.emplace_back(std::string());
        t.rows.push_back(std::move(row));
    };
    const std::vector<ShownLoad> shown = shownLoads(f, r);
    for (size_t c = 0; c < f.cases.size(); ++c) {
        NodeMotion m;
        for (const ShownLoad& l : shown)
            if (l.loadCase == static_cast<int>(c)) m = motionOf(r, l.columns);
        add(f.cases[c].id, f.cases[c].title, {{static_cast<int>(c), 1.0}}, m);
    }
    for (const ShownLoad& l : shown)
        if (l.combination >= 0) add(l.name, f.combinations[l.combination].title, l.cases, motionOf(r, l.columns));
    return t;
}

Table combinationTable(const Frame& f)
{
    Table t;
    t.title = "Combinations";
    t.columns = {{"Name", ""}, {"Title", ""}, {"Purpose", ""}, {"Basis", ""}, {"Made by", ""}, {"Used", ""}};
    for (const LoadCase& c : f.cases)
        t.columns.push_back({c.id, "", 3});
    for (const Combination& c : f.combinations) {
        Table::Row row;
        const std::string purpose(purposeName(c.purpose));
        row.cells = {c.id,
                     c.title,
                     c.kind.empty() ? purpose : purpose + ", " + c.kind,
                     c.basis,
                     c.made.empty() ? "hand" : c.made,
                     std::string(c.off ? "off" : "on")};
        for (size_t k = 0; k < f.cases.size(); ++k) {
            const auto it =
                std::find_if(c.terms.begin(), c.terms.end(), [&](const auto& x) { return x.first == static_cast<int>(k); });
            row.cells.emplace_back(it == c.terms.end() ? std::string() : fmt::format("{:.6g}", it->second));
        }
        t.rows.push_back(std::move(row));
    }
    return t;
}

Table caseTable(const Frame& f)
{
    Table t;
    t.title = "Cases";
    t.columns = {{"Name", ""},   {"Title", ""},      {"Action", ""},     {"Self-weight", "", 2}, {"Total", ""}, {"By hand", ""},
                 {"Agrees", ""}, {"Both signs", ""}, {"Never with", ""}, {"Category", ""},       {"Loads", ""}};
    for (const LoadCase& c : f.cases) {
        std::string loads;
        const auto say = [&](size_t n, const char* what) {
            if (n > 0) loads += fmt::format("{}{} {}", loads.empty() ? "" : ", ", n, what);
        };
        say(c.line.size(), "on lines"), say(c.area.size(), "on panels"), say(c.point.size(), "at points"),
            say(c.nodal.size(), "at nodes");
        say(c.thermal.size(), "thermal"), say(c.settlement.size(), "settlements");
        if (c.notional)
            loads =
                fmt::format("{:.4g} of {} along {:.3g}, {:.3g}, {:.3g}", c.notional->factor, f.cases[c.notional->loadCase].id,
                            c.notional->direction.x, c.notional->direction.y, c.notional->direction.z);
        Table::Row row;
        const Vec3 total = loadTotals(f, c).sum();
        row.cells = {c.id,
                     c.title,
                     std::string(actionName(c.action)),
                     c.selfWeight,
                     norm(total) > 0 ? vectorText(f, Quantity::Force, total) : std::string(),
                     c.handSum ? vectorText(f, Quantity::Force, *c.handSum) : std::string(),
                     !c.handSum                     ? std::string()
                     : sumsAgree(*c.handSum, total) ? std::string("yes")
                                                    : "off by " + vectorText(f, Quantity::Force, total - *c.handSum),
                     std::string(c.reversible ? "yes" : "no"),
                     c.exclusive,
                     c.category,
                     loads};
        t.rows.push_back(std::move(row));
    }
    return t;
}

Table loadTable(const Frame& f)
{
    Table t;
    t.title = "Loads";
    t.columns = {{"Case", ""}, {"Load", ""}, {"On", ""}, {"Axes", ""}, {"Place", ""}, {"Value", ""}, {"Besides", ""}};
    const std::vector<LoadPlace> list = loadsOf(f);
    for (size_t k = 0; k < list.size(); ++k) {
        const LoadCase& c = f.cases[static_cast<size_t>(list[k].loadCase)];
        Table::Row row;
        row.cells.emplace_back(c.id);
        for (const LoadWord w :
             {LoadWord::Kind, LoadWord::On, LoadWord::Axes, LoadWord::Place, LoadWord::Value, LoadWord::More})
            row.cells.emplace_back(loadWord(f, list[k], w));
        const auto i = static_cast<size_t>(list[k].index);
        switch (list[k].kind) {
        case LoadKind::Nodal: row.node = c.nodal[i].node; break;
        case LoadKind::Line: row.element = c.line[i].element; break;
        case LoadKind::Point: row.element = c.point[i].element; break;
        case LoadKind::Thermal: row.element = c.thermal[i].element; break;
        case LoadKind::Settlement: row.node = c.settlement[i].node; break;
        case LoadKind::Area: row.node = c.area[i].nodes.front(); break;
        }
        row.place = static_cast<int>(k);
        t.rows.push_back(std::move(row));
    }
    return t;
}

namespace {

// Two vectors for every node that `shows` lets in, load by load.
template <class Shows, class First, class Second> Table nodeTable(const Frame& f, const FrameForces& r,
                                                                  const std::vector<ShownLoad>& loads, Table t, Shows shows,
                                                                  Quantity a, First first, Quantity b, Second second)
{
    for (const ShownLoad& l : loads) {
        const NodeMotion m = motionOf(r, l.columns);
        for (size_t n = 0; n < m.u.size(); ++n) {
            if (!shows(f.nodes[n])) continue;
            Table::Row row;
            row.cells = {l.name, f.nodes[n].id};
            putVector(row, f, a, first(m)[n]);
            putVector(row, f, b, second(m)[n]);
            row.node = static_cast<int>(n);
            t.rows.push_back(std::move(row));
        }
    }
    return t;
}

} // namespace

Table reactionTable(const Frame& f, const FrameForces& r, const std::vector<ShownLoad>& loads)
{
    Table t;
    t.title = "Reactions";
    t.columns = {{"Load", ""}, {"Node", ""}};
    addVector(t, f, "F", Quantity::Force, 2);
    addVector(t, f, "M", Quantity::Moment, 2);
    return nodeTable(
        f, r, loads, std::move(t), [](const Node& n) { return n.supported(); }, Quantity::Force,
        [](const NodeMotion& m) -> const auto& { return m.f; }, Quantity::Moment,
        [](const NodeMotion& m) -> const auto& { return m.m; });
}

Table displacementTable(const Frame& f, const FrameForces& r, const std::vector<ShownLoad>& loads)
{
    Table t;
    t.title = "Displacements";
    t.columns = {{"Load", ""}, {"Node", ""}};
    addVector(t, f, "u", kMove, 2);
    addVector(t, f, "r", Quantity::Rotation, 5);
    return nodeTable(
        f, r, loads, std::move(t), [](const Node&) { return true; }, kMove,
        [](const NodeMotion& m) -> const auto& { return m.u; }, Quantity::Rotation,
        [](const NodeMotion& m) -> const auto& { return m.r; });
}

Table stabilityTable(const std::vector<StabilityLine>& lines)
{
    Table t;
    t.title = "Stability";
    t.columns = {{"What", ""}, {"Clause", ""}, {"", ""}, {"Asked", ""}, {"Held by the forces", ""}};
    for (const StabilityLine& l : lines)
        t.rows.push_back({{l.topic, l.clause, std::string(verdictWord(l.verdict)), l.asked, l.holds}});
    return t;
}

Table driftTable(const Frame& f, const FrameForces& r, const std::vector<ShownLoad>& loads)
{
    Table t;
    t.title = "Storey drift";
    t.columns = {{"Load", ""},
                 {"Level", unitOf(f, Quantity::Length), 2},
                 {"Height", unitOf(f, Quantity::Length), 2},
                 {"Node", ""},
                 {"Under it", ""}};
    addVector(t, f, "Drift ", kMove, 2);
    t.columns.push_back({"Drift", unitOf(f, kMove), 2});
    t.columns.push_back({"Height / drift", "", 0});
    const std::vector<Storey> storeys = storeysOf(f);
    for (const ShownLoad& l : loads) {
        const NodeMotion m = motionOf(r, l.columns);
        if (m.u.empty()) continue;
        for (const StoreyDrift& d : storeyDrifts(f, storeys, m)) {
            const Storey& s = storeys[d.storey];
            Table::Row row;
            row.cells = {l.name, f.units.show(Quantity::Length, s.level), f.units.show(Quantity::Length, s.height()),
                         f.nodes[d.node].id, f.nodes[d.under].id};
            putVector(row, f, kMove, d.drift);
            const double size = norm(d.drift);
            row.cells.emplace_back(f.units.show(kMove, size));
            row.cells.emplace_back(size > 1e-9 ? s.height() / size : std::nan(""));
            row.node = d.node;
            t.rows.push_back(std::move(row));
        }
    }
    return t;
}

Table frameLimitTable(const Frame& f, std::span<const StandingLimit> rows, const ForceTable& forces)
{
    Table t;
    t.title = "Limits of the frame";
    t.columns = {{"Limit", ""},
                 {"Ratio", "", 3},
                 {"State", ""},
                 {"Moves", unitOf(f, kMove), 2},
                 {"Allowed", unitOf(f, kMove), 2},
                 {"Combination", ""},
                 {"Node", ""},
                 {"Under it", ""},
                 {"Level", unitOf(f, Quantity::Length), 2},
                 {"Height", unitOf(f, Quantity::Length), 2}};
    for (const StandingLimit& r : rows) {
        Table::Row row;
        const bool known = r.reason.empty();
        const auto number = [&](Quantity q, double v) { return known ? f.units.show(q, v) : std::nan(""); };
        const auto node = [&](int n) { return n >= 0 ? f.nodes[n].id : std::string(); };
        row.cells = {frameLimitText(f, f.design.frameLimits.list()[r.limit]),
                     number(Quantity::Ratio, r.ratio),
                     known ? std::string(r.over() ? "over" : "ok") : "unchecked: " + r.reason,
                     number(kMove, r.value),
                     number(kMove, r.allowed),
                     known ? combinationName(f, forces, r.set) : std::string(),
                     node(r.node),
                     node(r.under),
                     number(Quantity::Length, r.level),
                     number(Quantity::Length, r.height)};
        row.node = r.node;
        t.rows.push_back(std::move(row));
    }
    return t;
}

Table forceTable(const Frame& f, const FrameForces& r, const std::vector<ShownLoad>& loads)
{
    Table t;
    t.title = "Section forces";
    t.columns = {{"Load", ""}, {"Element", ""}, {"s", unitOf(f, Quantity::Length), 3}};
    for (int k = 0; k < 6; ++k)
        t.columns.push_back(
            {std::string(forceName(static_cast<Force>(k))), unitOf(f, k < 3 ? Quantity::Force : Quantity::Moment), 2});
    for (const ShownLoad& l : loads)
        for (size_t e = 0; e < f.elements.size() && !r.forces.empty(); ++e)
            for (int k = r.forces.first[e]; k < r.forces.first[e + 1]; ++k) {
                Table::Row row;
                row.cells = {l.name, f.elements[e].id, f.units.show(Quantity::Length, r.forces.s[k])};
                for (size_t i = 0; i < 6; ++i) {
                    double v = 0;
                    for (const auto& [column, factor] : l.columns)
                        v += factor * r.forces.at(k, static_cast<size_t>(column))[i];
                    row.cells.emplace_back(f.units.show(i < 3 ? Quantity::Force : Quantity::Moment, v));
                }
                row.element = static_cast<int>(e);
                t.rows.push_back(std::move(row));
            }
    return t;
}

Table bendingTable(const Frame& f, const FrameForces& r, const std::vector<ShownLoad>& loads)
{
    Table t;
    t.title = "Deflection of elements against their chord";
    t.columns = {{"Load", ""},
                 {"Element", ""},
                 {"Length", unitOf(f, Quantity::Length), 2},
                 {"along z", unitOf(f, kMove), 2},
                 {"at", unitOf(f, Quantity::Length), 2},
                 {"along y", unitOf(f, kMove), 2},
                 {"at ", unitOf(f, Quantity::Length), 2},
                 {"Length / deflection", "", 0}};
    for (const ShownLoad& l : loads) {
        const NodeMotion m = motionOf(r, l.columns);
        for (size_t e = 0; e < f.elements.size() && !m.u.empty(); ++e) {
            const Deflected d = deflected(f, r, l, m, e);
            const Axes axes = elementAxes(f, f.elements[e]);
            const double length = f.length(f.elements[e]);
            std::array<double, 2> most{}, at{};
            for (size_t k = 0; k < d.s.size(); ++k) {
                const Vec3 off = axes.toLocal(d.u[k] - d.u.front() - (d.s[k] / length) * (d.u.back() - d.u.front()));
                for (const auto& [i, v] : {std::pair{0u, off.z}, std::pair{1u, off.y}})
                    if (std::abs(v) > std::abs(most[i])) {
                        most[i] = v;
                        at[i] = d.s[k];
                    }
            }
            const double size = std::hypot(most[0], most[1]);
            Table::Row row;
            row.cells = {l.name,
                         f.elements[e].id,
                         f.units.show(Quantity::Length, length),
                         f.units.show(kMove, most[0]),
                         f.units.show(Quantity::Length, at[0]),
                         f.units.show(kMove, most[1]),
                         f.units.show(Quantity::Length, at[1]),
                         size > 1e-9 ? length / size : std::nan("")};
            row.element = static_cast<int>(e);
            t.rows.push_back(std::move(row));
        }
    }
    return t;
}

Table bucklingTable(const Frame& f, const BucklingResult& b, const std::vector<std::string>& names)
{
    Table t;
    t.title = "Critical load factors";
    t.columns = {{"Load", ""},           {"Mode", "", 0},  {"Factor", "", 3},
                 {"Most energy in", ""}, {"Share", "", 2}, {"Goes furthest", ""}};
    for (size_t c = 0; c < b.combinations.size() && c < names.size(); ++c)
        for (size_t k = 0; k < b.combinations[c].size(); ++k) {
            const BucklingMode& m = b.combinations[c][k];
            const auto e = static_cast<size_t>(std::max_element(m.energy.begin(), m.energy.end()) - m.energy.begin());
            const auto n = static_cast<size_t>(
                std::max_element(m.u.begin(), m.u.end(), [](Vec3 x, Vec3 y) { return norm(x) < norm(y); }) - m.u.begin());
            Table::Row row;
            row.cells = {names[c], static_cast<double>(k + 1), m.factor, f.elements[e].id, m.energy[e], f.nodes[n].id};
            row.element = static_cast<int>(e);
            t.rows.push_back(std::move(row));
        }
    return t;
}

Table vibrationTable(const VibrationResult& v)
{
    Table t;
    t.title = "Natural frequencies";
    t.columns = {{"Mode", "", 0},   {"Frequency", "Hz", 3}, {"Period", "s", 3},
                 {"Mass x", "", 3}, {"Mass y", "", 3},      {"Mass z", "", 3}};
    for (size_t k = 0; k < v.modes.size(); ++k) {
        const VibrationMode& m = v.modes[k];
        Table::Row row;
        row.cells = {static_cast<double>(k + 1), m.frequency,       1 / m.frequency,
                     m.participation.x,          m.participation.y, m.participation.z};
        t.rows.push_back(std::move(row));
    }
    return t;
}

} // namespace wr
