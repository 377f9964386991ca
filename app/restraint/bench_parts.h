// What the files of the bench at Restraint share.
#pragma once

#include "app/shell/labels.h"

namespace wr {

inline constexpr const char* kDrawMode = "Draw its mode of buckling";

} // namespace wr
