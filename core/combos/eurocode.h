// EN 1990 6.4.3.2 (6.10 or 6.10a and b), 6.4.3.4 and 6.5.3: its sets depend on the cases that are there.
#pragma once

#include "core/combos/actions.h"

namespace wr {

void putEurocode(const Actions& actions, const MakeOptions& o, Candidates& out);

} // namespace wr
