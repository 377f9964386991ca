// AISC 360 as standards of the registry: each edition by LRFD and by ASD.
#pragma once

#include "core/standards/check.h"

namespace wr {

// 2022 first, then 2016, 2010, 2005; LRFD before ASD.
std::vector<Standard> aisc360Standards();

} // namespace wr
