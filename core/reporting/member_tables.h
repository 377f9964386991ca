// Tables of what the members are, the same for the window, the command line and CSV. Values in the frame's units.
#pragma once

#include "core/members/members.h"
#include "core/reporting/frame_tables.h"

namespace wr {

// One row a member: elements, length, what its ends meet, why it is one. Row::element is its first element.
Table chainTable(const Frame& f, const Formed& formed);

} // namespace wr
