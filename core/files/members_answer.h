// The command line's answer to "members": JSON as docs/frame-format.md describes it.
#pragma once

#include "core/checking/runner.h"

#include <span>
#include <string>

namespace wr {

// Members with their elements, nodes, holds, segments and effective lengths by every way, in the units of the frame's file.
// only: per member whether it stands in the answer; empty: all do.
std::string writeMembers(const CheckModel& model, std::span<const char> only = {});

} // namespace wr
