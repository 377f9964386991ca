// The "cases" and "results" of a frame file.
#pragma once

#include "core/files/frame_ids.h"
#include "core/frame/frame.h"

namespace wr {

void readCases(const Json* array, Frame& frame, FrameIds& ids, std::vector<Finding>& findings);
void readResults(const Json* array, Frame& frame, const FrameIds& ids, std::vector<Finding>& findings);

} // namespace wr
