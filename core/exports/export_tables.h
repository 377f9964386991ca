// Every table there is of a frame and what it came to, for spreadsheets and databases. Values in the frame's units.
#pragma once

#include "core/exports/exported.h"
#include "core/reporting/frame_tables.h"

namespace wr {

struct ExportTable
{
    std::string key; // "members": a name for sheets and databases
    Table table;
};
// Those without rows are left out. Rows about elements and members that do not go along are left out too.
std::vector<ExportTable> exportTables(const ExportInput& in);

} // namespace wr
