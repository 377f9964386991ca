// Briefs of the design block, read and written. Keys: docs/frame-format.md.
#pragma once

#include "core/files/json_cursor.h"
#include "core/frame/design.h"

namespace wr {

// Everything of a brief but its id, which is read already. Faults go to the cursor's findings.
void readBrief(Cursor& c, const UnitSystem& u, std::vector<Finding>& findings, Brief& b);
Json briefJson(const Brief& b, const UnitSystem& u);

} // namespace wr
