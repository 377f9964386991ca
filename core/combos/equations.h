#pragma once

#include "core/combos/actions.h"

namespace wr {

// Every state of every part of an equation, with and without the parts that may be.
void putEquations(const Actions& actions, const MakeOptions& o, Candidates& out);

} // namespace wr
