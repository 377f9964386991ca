// The command line's answer to "takeoff": JSON as docs/frame-format.md describes it.
#pragma once

#include "core/takeoff/take_off.h"

#include <optional>
#include <string>
#include <vector>

namespace wr {

// Numbers in the units of the frame's file. `then`: by section, of the frame it is compared with.
std::string writeTakeOff(const std::vector<TakeOff>& all, const std::optional<TakeOff>& then, const UnitSystem& u);

} // namespace wr
