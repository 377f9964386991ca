// What no frame may say of its elements and floors, whatever was done to it: the rules a frame file is read by.
#pragma once

#include "core/frame/frame.h"

#include <string>

namespace wr {

// Can the section bend and twist? One of which only the area is stated cannot.
bool canBend(const FrameSection& s);
// The first fault, as a sentence; empty: none.
std::string unsound(const Frame& f);

} // namespace wr
