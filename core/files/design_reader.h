// The "design" object of a frame file.
#pragma once

#include "core/files/frame_ids.h"
#include "core/frame/frame.h"

namespace wr {

void readDesign(const Json& json, Frame& frame, const FrameIds& ids, std::vector<Finding>& findings);

} // namespace wr
