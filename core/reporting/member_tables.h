// Tables of what the members are, the same for the window, the command line and CSV. Values in the frame's units.
#pragma once

#include "core/members/members.h"
#include "core/reporting/frame_tables.h"

namespace wr {

// One row a member: elements, length, what its ends meet, why it is one. Row::element is its first element.
Table chainTable(const Frame& f, const Formed& formed);
// One row an element: the member it is in, where along it, which way it runs.
Table elementTable(const Frame& f, const Formed& formed);
// One row a place where a line goes on but the member does not, with why: between two members once. Row::node is the place.
Table breakTable(const Frame& f, const Formed& formed);
// Elements of members that are not checked: left out by the engineer, or no line. None is the good answer.
Table leftOverTable(const Frame& f, const Formed& formed);

} // namespace wr
