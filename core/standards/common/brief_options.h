// What a brief states for any standard, as a table like those of the standards.
#pragma once

#include "core/standards/common/option.h"

namespace wr {

const std::vector<BoundOption<Brief>>& briefTable();

} // namespace wr
