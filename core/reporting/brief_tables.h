// Tables of briefs and of who is checked by them.
#pragma once

#include "core/briefs/brief_sheet.h"
#include "core/members/members.h"
#include "core/reporting/frame_tables.h"
#include "core/sizing/gather.h"

namespace wr {

// One row a line in which two briefs say different things: topic, line, what each says, what stands by itself, clause. A second
// one without a name stands for the defaults.
Table briefComparisonTable(const Brief& a, const Brief& b, std::span<const std::string_view> families, const UnitSystem& u);
// One row a member: brief, group, kind, section, length. Row::element is its first element.
Table memberBriefTable(const Frame& f, const SharedList<Member>& members);
// One row a group: members, their briefs, kinds, sections (several are shown as such), length and mass; those left out.
Table groupTable(const Frame& f, const SharedList<Member>& members);

// One row a proposed group of members that are alike: section to share, kilograms alone and shared, what the sharing costs.
Table alikeTable(const Frame& f, const SharedList<Member>& members, std::span<const Alike> groups);

} // namespace wr
