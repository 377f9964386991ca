// Writes a frame as Wren Rail's frame file, in the units it came with; "x-" keys are kept.
#pragma once

#include "core/frame/frame.h"

#include <expected>
#include <filesystem>
#include <string>

namespace wr {

std::string writeFrame(const Frame& frame);
// As writeTextFile (text_file.h) does.
std::expected<void, std::string> writeFrameFile(const Frame& frame, const std::filesystem::path& path);

} // namespace wr
