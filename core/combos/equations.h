#pragma once

#include "core/combos/actions.h"

namespace wr {

// The fixed lists of ASCE 7 and IS 800 over the cases of a frame.
std::vector<SetRule> equationRules(const Actions& actions, const MakeOptions& o);

} // namespace wr
