// The command line's answer to "members": JSON as docs/frame-format.md describes it.
#pragma once

#include "core/checking/runner.h"
#include "core/restraint/restraint.h"

#include <string>

namespace wr {

// Members with their elements, nodes, holds, segments and effective lengths, in the units of the frame's file. `tested`: what
// the frame holds of each, by core/restraint; null (forces were given, or there are none): ends as the check takes them.
std::string writeMembers(const CheckModel& model, const RestraintResult* tested);
// The holds and lengths that are written.
MemberLanes lanesToWrite(const CheckModel& model, size_t member, const RestraintResult* tested, const StatedRows& stated);

} // namespace wr
