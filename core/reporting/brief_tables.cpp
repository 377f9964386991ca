#include "core/reporting/brief_tables.h"

#include "core/members/kind.h"

#include <map>
#include <set>

namespace wr {

namespace {

std::string clauseOf(const SheetLine& l)
{
    return std::string(l.option->clause);
}
std::string listed(const std::set<std::string>& words)
{
    std::string out;
    for (const std::string& w : words)
        out += (out.empty() ? "" : ", ") + (w.empty() ? "none" : w);
    return out;
}
std::string sectionName(const Frame& f, const Member& m)
{
    const FrameSection& s = f.sections[m.section];
    return s.name.empty() ? s.id : s.name;
}

} // namespace

Table briefComparisonTable(const Brief& a, const Brief& b, std::span<const std::string_view> families, const UnitSystem& u)
{
    Table t;
    t.title = a.id + " and " + b.id;
    const bool two = !b.id.empty();
    t.columns = {{"Topic", ""}, {"Line", ""}, {a.id, ""}};
    if (two) t.columns.push_back({b.id, ""});
    t.columns.push_back({"By itself", ""});
    t.columns.push_back({"Clause", ""});
    for (const ComparedLine& l : comparedSheets(a, b, families, u)) {
        Table::Row row{{l.a.heading, std::string(l.a.option->title), l.a.here}};
        if (two) row.cells.emplace_back(l.b.here);
        row.cells.emplace_back(l.a.standing);
        row.cells.emplace_back(clauseOf(l.a));
        t.rows.push_back(std::move(row));
    }
    return t;
}

Table memberBriefTable(const Frame& f, const SharedList<Member>& members)
{
    Table t;
    t.title = "Members and their briefs";
    t.columns = {{"Member", ""}, {"Brief", ""}, {"Group", ""}, {"Kind", ""}, {"Section", ""}, {"Length", f.units.length, 2}};
    for (const Member& m : members)
        t.rows.push_back({{m.id, m.brief.empty() ? "none" : m.brief, m.group.empty() ? "none" : m.group,
                           std::string(memberKindName(memberKind(f, m))) + (m.exclude ? ", left out" : ""), sectionName(f, m),
                           f.units.show(Quantity::Length, m.length)},
                          m.pieces.front().element});
    return t;
}

Table groupTable(const Frame& f, const SharedList<Member>& members)
{
    struct Sum
    {
        double count = 0, left = 0, length = 0, mass = 0;
        std::set<std::string> briefs, kinds, sections;
        int element = -1;
    };
    std::map<std::string, Sum> groups;
    for (const Group& g : f.design.groups.list())
        groups[g.id];
    for (const Member& m : members) {
        Sum& s = groups[m.group];
        s.count += 1;
        s.left += m.exclude;
        s.length += m.length;
        s.mass += m.length * f.sections[m.section].properties.a * f.materials[m.material].density;
        s.briefs.insert(m.brief);
        s.kinds.emplace(memberKindName(memberKind(f, m)));
        s.sections.insert(sectionName(f, m));
        if (s.element < 0) s.element = m.pieces.front().element;
    }
    Table t;
    t.title = "Groups";
    t.columns = {{"Group", ""}, {"Members", "", 0}, {"Left out", "", 0},           {"Briefs", ""},
                 {"Kind", ""},  {"Section", ""},    {"Length", f.units.length, 1}, {"Mass", f.units.mass, 0}};
    for (const auto& [id, s] : groups) {
        if (s.count == 0) continue;
        const std::string sections = listed(s.sections);
        t.rows.push_back({{id.empty() ? "no group" : id, s.count, s.left, listed(s.briefs), listed(s.kinds),
                           s.sections.size() > 1 ? "mixed: " + sections : sections, f.units.show(Quantity::Length, s.length),
                           f.units.show(Quantity::Mass, s.mass)},
                          s.element});
    }
    return t;
}

Table alikeTable(const Frame& f, const SharedList<Member>& members, std::span<const Alike> groups)
{
    Table t;
    t.title = "Members that are alike";
    t.columns = {{"Group", ""},
                 {"Members", "", 0},
                 {"Now", ""},
                 {"To share", ""},
                 {"Alone", f.units.mass, 0},
                 {"Shared", f.units.mass, 0},
                 {"Costs", f.units.mass, 0}};
    for (const Alike& a : groups) {
        std::set<std::string> sections;
        for (const size_t m : a.members)
            sections.insert(sectionName(f, members[m]));
        Table::Row row{{a.name, static_cast<double>(a.members.size()), listed(sections), a.costed ? a.section : "none known"},
                       members[a.members.front()].pieces.front().element};
        for (const double mass : {a.alone, a.shared, a.shared - a.alone})
            if (a.costed)
                row.cells.emplace_back(f.units.show(Quantity::Mass, mass));
            else
                row.cells.emplace_back(std::string("–"));
        t.rows.push_back(std::move(row));
    }
    return t;
}

} // namespace wr
