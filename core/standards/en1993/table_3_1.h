// EN 1993-1-1 Table 3.1: strength of hot-rolled steels by thickness, where it is chosen instead of the product standards' steps
// (3.2.1(1)).
#pragma once

#include "core/frame/strength.h"
#include "core/standards/rules.h"

namespace wr::en1993 {

// The steps that count under these rules: the table's where it has the grade and is chosen, else the product standard's.
StrengthSteps strengthSteps(const Material& m, const Rules* rules);

} // namespace wr::en1993
