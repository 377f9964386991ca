#pragma once

#include "core/combos/actions.h"

namespace wr {

// EN 1990 6.4.3 and 6.5.3 over the cases of a frame.
std::vector<SetRule> eurocodeRules(const Actions& actions, const MakeOptions& o);

} // namespace wr
