// EN 1993-1-1:2005 (with AC:2009) as a standard of the registry.
#pragma once

#include "core/standards/check.h"

namespace wr {

std::vector<Standard> en1993Standards();

} // namespace wr
