#include "core/exports/export_tables.h"

#include "core/members/kind.h"
#include "core/project/acceptances.h"
#include "core/reporting/take_off_tables.h"

#include <cmath>

namespace wr {

namespace {

std::string joined(const std::array<bool, 6>& at, std::string_view end)
{
    std::string out;
    for (size_t k = 0; k < 6; ++k)
        if (at[k]) out += (out.empty() ? std::string(end) + " " : " ") + std::string(forceName(static_cast<Force>(k)));
    return out;
}

std::variant<std::string, double> numberOr(double v)
{
    return std::isfinite(v) ? std::variant<std::string, double>(v) : std::variant<std::string, double>(std::string());
}

Table nodes(const Frame& f)
{
    Table t;
    t.title = "Nodes";
    t.columns = {{"Node", ""}, {"x", f.units.length, 3}, {"y", f.units.length, 3}, {"z", f.units.length, 3}, {"Held", ""}};
    for (size_t i = 0; i < f.nodes.size(); ++i) {
        const Node& n = f.nodes[i];
        std::string held;
        for (size_t k = 0; k < 6; ++k)
            if (!n.support[k].free())
                held += (held.empty() ? "" : " ") + std::string(dofName(static_cast<Dof>(k))) +
                        (n.support[k].held ? "" : " (spring)");
        Table::Row row{{n.id, f.units.show(Quantity::Length, n.at.x), f.units.show(Quantity::Length, n.at.y),
                        f.units.show(Quantity::Length, n.at.z), held}};
        row.node = static_cast<int>(i);
        t.rows.push_back(std::move(row));
    }
    return t;
}

Table elements(const ExportInput& in)
{
    const Frame& f = in.state.model->frame();
    Table t;
    t.title = "Elements";
    t.columns = {{"Element", ""},
                 {"From", ""},
                 {"To", ""},
                 {"Length", f.units.length, 3},
                 {"Section", ""},
                 {"Material", ""},
                 {"Roll", f.units.angle, 1},
                 {"Behaviour", ""},
                 {"Released", ""},
                 {"Member", ""}};
    for (size_t i = 0; i < f.elements.size(); ++i) {
        const Element& e = f.elements[i];
        const int m = in.state.model->formed().ofElement(static_cast<int>(i));
        const std::string at = joined(e.releaseI, "from"), to = joined(e.releaseJ, "to");
        Table::Row row{{e.id, f.nodes[static_cast<size_t>(e.i)].id, f.nodes[static_cast<size_t>(e.j)].id,
                        f.units.show(Quantity::Length, f.length(e)),
                        e.section < 0 ? std::string() : f.sections[static_cast<size_t>(e.section)].id,
                        e.material < 0 ? std::string() : f.materials[static_cast<size_t>(e.material)].id,
                        f.units.show(Quantity::Angle, e.roll), std::string(behaviourName(e.behaviour)),
                        at + (at.empty() || to.empty() ? "" : ", ") + to,
                        m < 0 ? std::string() : in.state.model->members()[static_cast<size_t>(m)].id}};
        row.element = static_cast<int>(i);
        t.rows.push_back(std::move(row));
    }
    return t;
}

Table sections(const Frame& f)
{
    const UnitSystem& u = f.units;
    Table t;
    t.title = "Sections";
    const auto column = [&](const char* name, Quantity q) { t.columns.push_back({name, u.symbol(q), 3}); };
    t.columns = {{"Section", ""}, {"Name", ""}, {"Shape", ""}};
    column("Depth", Quantity::SectionLength), column("Width", Quantity::SectionLength), column("A", Quantity::Area);
    column("I major", Quantity::Inertia), column("I minor", Quantity::Inertia), column("I torsion", Quantity::Inertia);
    column("W elastic major", Quantity::SectionModulus), column("W elastic minor", Quantity::SectionModulus);
    column("W plastic major", Quantity::SectionModulus), column("W plastic minor", Quantity::SectionModulus);
    for (const FrameSection& s : f.sections) {
        const SectionProperties& p = s.properties;
        t.rows.push_back({{s.id, s.name, std::string(shapeName(s.shape.kind)), u.show(Quantity::SectionLength, p.depth),
                           u.show(Quantity::SectionLength, p.width), u.show(Quantity::Area, p.a),
                           u.show(Quantity::Inertia, p.iy), u.show(Quantity::Inertia, p.iz), u.show(Quantity::Inertia, p.it),
                           u.show(Quantity::SectionModulus, p.wely), u.show(Quantity::SectionModulus, p.welz),
                           u.show(Quantity::SectionModulus, p.wply), u.show(Quantity::SectionModulus, p.wplz)}});
    }
    return t;
}

Table members(const ExportInput& in)
{
    const CheckModel& model = *in.state.model;
    const UnitSystem& u = model.frame().units;
    Table t;
    t.title = "Members";
    t.columns = {{"Member", ""},
                 {"Kind", ""},
                 {"Group", ""},
                 {"Section", ""},
                 {"Steel", ""},
                 {"Length", u.length, 3},
                 {"Mass", u.mass, 1},
                 {"Major length", u.length, 3},
                 {"Minor length", u.length, 3},
                 {"Top flange length", u.length, 3},
                 {"Bottom flange length", u.length, 3},
                 {"Twist length", u.length, 3},
                 {"Standard", ""},
                 {"Status", ""},
                 {"Utilisation", "", 3},
                 {"Check", ""},
                 {"Clause", ""},
                 {"Combination", ""}};
    for (const MemberFacts& x : memberFacts(in)) {
        const Member& m = model.members()[x.member];
        Table::Row row{{x.id, std::string(memberKindName(memberKind(model.frame(), m))), x.group, x.section, x.steel,
                        u.show(Quantity::Length, x.length), u.show(Quantity::Mass, x.mass)}};
        for (const LengthAxis a :
             {LengthAxis::Major, LengthAxis::Minor, LengthAxis::Top, LengthAxis::Bottom, LengthAxis::Torsion})
            row.cells.push_back(m.broken.empty() ? numberOr(u.show(Quantity::Length, model.lanes(x.member).longest(a)))
                                                 : std::string());
        row.cells.insert(row.cells.end(), {x.standard, x.status, numberOr(x.utilisation), x.check, x.clause, x.combination});
        row.element = m.pieces.empty() ? -1 : m.pieces.front().element;
        t.rows.push_back(std::move(row));
    }
    return t;
}

// Every outcome of every member; what demand and capacity are in differs from row to row.
Table checks(const ExportInput& in)
{
    const CheckModel& model = *in.state.model;
    const UnitSystem& u = model.frame().units;
    Table t;
    t.title = "Checks";
    t.columns = {{"Member", ""},      {"Check", ""},       {"Clause", ""},      {"Status", ""},
                 {"Ratio", "", 3},    {"Demand", "", 3},   {"Capacity", "", 3}, {"In", ""},
                 {"Combination", ""}, {"At", u.length, 3}, {"Reason", ""}};
    if (!in.state.report) return t;
    for (size_t i = 0; i < model.members().size() && i < in.state.report->results.size(); ++i) {
        const Member& m = model.members()[i];
        if (!in.takes(i) || m.exclude || in.state.stale.contains(i)) continue;
        for (const CheckOutcome& o : in.state.report->results[i].outcomes) {
            const CheckRow* row = model.standardOf(i).row(o);
            const bool judged = o.status != Status::Unchecked && o.status != Status::NotApplicable;
            Table::Row r{
                {m.id, std::string(row ? row->title : ""), std::string(o.clause), std::string(statusWord(o.status)),
                 judged ? numberOr(o.ratio) : std::string(), judged ? numberOr(u.show(o.quantity, o.demand)) : std::string(),
                 judged ? numberOr(u.show(o.quantity, o.capacity)) : std::string(), u.symbol(o.quantity),
                 model.combinationOf(i, o), judged ? numberOr(u.show(Quantity::Length, o.at)) : std::string(), o.reason}};
            r.element = m.pieces.empty() ? -1 : m.pieces.front().element;
            t.rows.push_back(std::move(r));
        }
    }
    return t;
}

Table findings(const ExportInput& in)
{
    Table t;
    t.title = "Findings";
    t.columns = {{"Severity", ""},         {"Code", ""}, {"About", ""}, {"Finding", ""},
                 {"Accepted because", ""}, {"By", ""},   {"On", ""}};
    for (const AuditRow& r : auditRows(in.state)) {
        Table::Row row{{std::string(severityWord(r.finding.severity)), r.finding.code, r.finding.subject, r.finding.text}};
        const Acceptance a = r.accepted.value_or(Acceptance{});
        row.cells.insert(row.cells.end(), {a.reason, a.name, a.date});
        t.rows.push_back(std::move(row));
    }
    return t;
}

} // namespace

std::vector<ExportTable> exportTables(const ExportInput& in)
{
    const CheckModel& model = *in.state.model;
    const Frame& f = model.frame();
    std::vector<ExportTable> out;
    const auto put = [&](const char* key, Table t) {
        std::erase_if(t.rows, [&](const Table::Row& r) {
            const int m = r.element < 0 ? -1 : model.formed().ofElement(r.element);
            return m >= 0 && !in.takes(static_cast<size_t>(m));
        });
        if (!t.rows.empty()) out.push_back({key, std::move(t)});
    };
    put("members", members(in));
    put("checks", checks(in));
    put("findings", findings(in));
    put("takeoff", takeOffTable(takeOff(model, TakeOffBy::Section, in.members), f.units));
    put("nodes", nodes(f));
    put("elements", elements(in));
    put("sections", sections(f));
    put("cases", caseTable(f));
    put("combinations", combinationTable(f));
    if (in.state.hasForces()) {
        const FrameForces& r = in.state.results->forces;
        const std::vector<ShownLoad> loads = shownLoads(f, r);
        put("load_totals", loadTotalsTable(f, r));
        put("reactions", reactionTable(f, r, loads));
        put("displacements", displacementTable(f, r, loads));
        put("drift", driftTable(f, r, loads));
        put("forces", forceTable(f, r, loads));
        put("deflections", bendingTable(f, r, loads));
    }
    return out;
}

} // namespace wr
