// A stock list of a file for commands that know prices.
#pragma once

#include "core/frame/frame.h"

#include <string>

namespace wr::cli {

// In place of the frame's. False with a message where it cannot be read; names nobody knows are told.
bool takeStock(const std::string& path, Frame& f);

} // namespace wr::cli
