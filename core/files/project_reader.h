// The frame of a project file, wherever a frame file is taken.
#pragma once

#include "core/base/finding.h"
#include "core/frame/frame.h"

#include <filesystem>

namespace wr {

// As it was last, with the results that came with its frame file, if any; what could not be read is told. The file is only
// looked at, also while somebody works in it.
Loaded<Frame> readProjectFrame(const std::filesystem::path& path);

} // namespace wr
