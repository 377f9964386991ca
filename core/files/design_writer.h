// The design block of a frame file.
#pragma once

#include "core/files/json_value.h"
#include "core/frame/frame.h"

namespace wr {

// In the units the frame is written in.
Json designJson(const Frame& f);

} // namespace wr
