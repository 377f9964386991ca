#include "core/reporting/member_tables.h"

#include "core/members/forming_reason.h"
#include "core/members/holds.h"

namespace wr {

namespace {

// What ends the line, else what stands there.
std::string shortWords(const Frame& f, const MemberEnd& end, const ElementName& names)
{
    return end.stops.empty() || end.supported ? endWords(f, end, names) : end.stops;
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
                     r.why};
        t.rows.push_back(std::move(row));
    }
    return t;
}

} // namespace wr
