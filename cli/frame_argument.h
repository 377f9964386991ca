// The frame a command is about: read, or what is wrong with it told.
#pragma once

#include "core/base/finding.h"
#include "core/frame/frame.h"

#include <string>

namespace wr::cli {

// Where the output cannot be written or the file has faults, they are told and there is no value: the answer is bad input.
Loaded<Frame> readFrameFor(const std::string& path, const std::string& output);

} // namespace wr::cli
