// EN 1993-1-1:2005 (with AC:2009) as a standard of the registry.
#pragma once

#include "core/standards/standard.h"

namespace wr {

std::vector<Standard> en1993Standards();

namespace en1993 {
// Sets of national parameters that come with the program; the first holds the recommended values.
std::vector<NationalSet> shippedSets();
} // namespace en1993

} // namespace wr
