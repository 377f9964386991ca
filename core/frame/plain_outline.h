// What of a section is drawn where a whole frame is: its outline with few points.
#pragma once

#include "core/frame/frame.h"
#include "core/sections/outline.h"

#include <vector>

namespace wr {

// About the centroid in the element's own directions (y, z; angles in their principal ones), without fillets and with a quarter
// of the points of round ones. Of stated properties only a square bar of the same area stands for the section.
std::vector<Loop> plainOutline(const FrameSection& s);

} // namespace wr
