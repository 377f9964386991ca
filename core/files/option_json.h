// Options of standards in the frame file: read, written and described from their tables alone (core/standards/common/option.h).
#pragma once

#include "core/files/json_cursor.h"
#include "core/standards/common/option.h"

namespace wr {

// What an object states of a table's options; what cannot stand is a fault and left out. Other keys are the caller's.
StatedOptions readOptions(Cursor& c, std::span<const Option> table, const UnitSystem& u, std::vector<Finding>& findings);
// Written beside what `into` holds already, in the order of the table.
void putOptions(Json& into, std::span<const Option> table, const StatedOptions& stated, const UnitSystem& u);

} // namespace wr
