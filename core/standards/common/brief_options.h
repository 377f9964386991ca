// Everything a brief can state for any standard, topic by topic, as a table like those of the standards.
#pragma once

#include "core/standards/common/option.h"

namespace wr {

const std::vector<BoundOption<Brief>>& briefTable();

} // namespace wr
