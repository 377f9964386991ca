#include "core/reporting/member_tables.h"

#include "core/members/forming_reason.h"
#include "core/members/holds.h"

#include <set>

namespace wr {

namespace {

constexpr std::string_view kListed = "listed in the file: ";

// What ends the line, else what stands there.
std::string shortWords(const Frame& f, const MemberEnd& end, const ElementName& names)
{
    if (end.stops.empty() || end.supported) return endWords(f, end, names);
    // "R4d goes on at a kink of 11.4°" as "R4d · kink of 11.4°": a column is narrow.
    std::string out = end.stops;
    for (const std::string_view words : {" goes on at a ", " goes on with ", " goes on "})
        if (const size_t at = out.find(words); at != std::string::npos) {
            out.replace(at, words.size(), " · ");
            break;
        }
    return out;
}

} // namespace

Table chainTable(const Frame& f, const Formed& formed)
{
    Table t;
    t.title = "Members";
    t.columns = {{"Member", ""},    {"Group", ""},   {"Elem.", "", 0}, {"Length", f.units.length, 3},
                 {"Begins at", ""}, {"Ends at", ""}, {"Formed", ""},   {"One member, since", ""}};
    const auto elementsAt = elementsAtNodes(f);
    const ElementName names = memberNames(formed);
    for (const Member& m : formed.members()) {
        const FormingReason r = formingReason(f, m, elementsAt, names);
        Table::Row row;
        row.element = m.pieces.front().element;
        row.cells = {m.id,
                     m.group,
                     static_cast<double>(m.pieces.size()),
                     f.units.show(Quantity::Length, m.length),
                     shortWords(f, r.ends[0], names),
                     shortWords(f, r.ends[1], names),
                     std::string(m.ofRule() ? "by rule"
                                 : m.byHand ? "by hand"
                                            : "in the file"),
                     r.why.substr(r.why.starts_with(kListed) ? kListed.size() : 0)}; // the column before says so
        t.rows.push_back(std::move(row));
    }
    return t;
}

Table elementTable(const Frame& f, const Formed& formed)
{
    Table t;
    t.title = "Elements";
    t.columns = {{"Element", ""},
                 {"Member", ""},
                 {"From", f.units.length, 3},
                 {"To", f.units.length, 3},
                 {"Length", f.units.length, 3},
                 {"Section", ""},
                 {"Nodes", ""},
                 {"Runs", ""}};
    for (size_t e = 0; e < f.elements.size(); ++e) {
        const Element& x = f.elements[e];
        const Member& m = formed.members()[static_cast<size_t>(formed.ofElement(static_cast<int>(e)))];
        for (const MemberPiece& p : m.pieces) {
            if (p.element != static_cast<int>(e)) continue;
            Table::Row row;
            row.element = p.element;
            row.cells = {x.id,
                         m.id,
                         f.units.show(Quantity::Length, p.start),
                         f.units.show(Quantity::Length, p.start + p.length),
                         f.units.show(Quantity::Length, p.length),
                         f.sections[x.section].id,
                         f.nodes[x.i].id + " – " + f.nodes[x.j].id,
                         std::string(p.reversed ? "against the member" : "with the member")};
            t.rows.push_back(std::move(row));
        }
    }
    return t;
}

Table breakTable(const Frame& f, const Formed& formed)
{
    Table t;
    t.title = "Breaks";
    t.columns = {{"Node", ""},  {"Member", ""},
                 {"Next", ""},  {"At", f.units.length, 3},
                 {"Group", ""}, {"The line is broken, since", ""}};
    const auto elementsAt = elementsAtNodes(f);
    const ElementName names = memberNames(formed);
    std::set<std::pair<int, std::pair<int, int>>> said; // node and both members
    for (size_t i = 0; i < formed.members().size(); ++i) {
        const Member& m = formed.members()[i];
        const FormingReason r = formingReason(f, m, elementsAt, names);
        for (const bool last : {false, true}) {
            const MemberEnd& end = r.ends[last];
            if (end.next < 0) continue;
            const int other = formed.ofElement(end.next), own = static_cast<int>(i);
            if (!said.insert({end.node, {std::min(own, other), std::max(own, other)}}).second) continue;
            Table::Row row;
            row.element = (last ? m.pieces.back() : m.pieces.front()).element;
            row.node = end.node;
            row.cells = {f.nodes[end.node].id,
                         m.id,
                         formed.members()[static_cast<size_t>(other)].id,
                         f.units.show(Quantity::Length, last ? m.length : 0),
                         m.group,
                         end.stops.empty() ? std::string("nothing says why") : end.stops};
            t.rows.push_back(std::move(row));
        }
    }
    return t;
}

Table leftOverTable(const Frame& f, const Formed& formed)
{
    Table t;
    t.title = "Left over";
    t.columns = {{"Element", ""}, {"Member", ""}, {"Length", f.units.length, 3}, {"Section", ""}, {"Not checked, since", ""}};
    for (const Member& m : formed.members()) {
        if (!m.exclude && m.broken.empty()) continue;
        for (const MemberPiece& p : m.pieces) {
            Table::Row row;
            row.element = p.element;
            row.cells = {f.elements[p.element].id, m.id, f.units.show(Quantity::Length, f.length(f.elements[p.element])),
                         f.sections[f.elements[p.element].section].id,
                         m.exclude ? std::string("left out of checking by the engineer") : m.broken};
            t.rows.push_back(std::move(row));
        }
    }
    return t;
}

} // namespace wr
