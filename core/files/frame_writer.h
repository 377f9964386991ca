// Writes a frame as Wren Rail's frame file, in the units it came with; "x-" keys are kept.
#pragma once

#include "core/frame/frame.h"

#include <expected>
#include <filesystem>
#include <string>

namespace wr {

std::string writeFrame(const Frame& frame);
// Writes beside the target first and renames, so that a full disk never costs the old file. The error is a sentence.
std::expected<void, std::string> writeFrameFile(const Frame& frame, const std::filesystem::path& path);
std::expected<void, std::string> writeTextFile(const std::string& text, const std::filesystem::path& path);

} // namespace wr
