// Writes a frame as Wren Rail's frame file, in the units it came with; "x-" keys are kept.
#pragma once

#include "core/files/result_writer.h"
#include "core/frame/frame.h"

#include <expected>
#include <filesystem>
#include <functional>
#include <string>

namespace wr {

// Hands each result in turn to what it is given.
using ResultStream = std::function<void(const std::function<void(const GivenResult&)>&)>;

// With results from elsewhere than the frame, as they come.
void writeFrame(const Frame& frame, const ResultStream& results, ResultForm form, TextOutput& out);
// With its own results.
std::string writeFrame(const Frame& frame);
// As writeTextFile (text_file.h) does.
std::expected<void, std::string> writeFrameFile(const Frame& frame, const std::filesystem::path& path);

} // namespace wr
