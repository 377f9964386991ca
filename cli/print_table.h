// Tables on standard output.
#pragma once

#include "core/reporting/frame_tables.h"

namespace wr::cli {

// Its title, then words with the columns beside each other.
void printTable(const Table& t);

} // namespace wr::cli
