// AISC 360-22 as two standards of the registry: LRFD and ASD.
#pragma once

#include "core/standards/check.h"

namespace wr {

Standard aisc360Lrfd();
Standard aisc360Asd();

} // namespace wr
