// Materials and sections of the frame file: grades, steels and shapes of one's own, stated properties.
#pragma once

#include "core/files/frame_ids.h"
#include "core/files/json_cursor.h"
#include "core/frame/frame.h"

namespace wr {

void readMaterialsAndSections(Cursor& top, Frame& f, FrameIds& ids, std::vector<Finding>& findings);

} // namespace wr
