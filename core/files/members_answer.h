// The command line's answer to "members": JSON as docs/frame-format.md describes it.
#pragma once

#include "core/checking/runner.h"

#include <string>

namespace wr {

// Members with their elements, nodes, holds, segments and effective lengths by every way, in the units of the frame's file.
std::string writeMembers(const CheckModel& model);

} // namespace wr
