// A standard of one clause, as the smallest there can be: its folder. Its row is all that the program needs to know of it.
#pragma once

#include "core/standards/standard.h"

namespace wr::third {

// N/(f·A) in tension and compression, f as the brief states it; in a fire at half of that.
Standard standard();

} // namespace wr::third
