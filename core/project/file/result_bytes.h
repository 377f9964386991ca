// Results as bytes for the project file: CBOR with the large tables as runs of doubles.
#pragma once

#include "core/project/frame_results.h"

#include <expected>
#include <memory>
#include <string>
#include <string_view>

namespace wr {

std::string bytesOf(const FrameResults& r);
// Of results that came with a file, kept by themselves: they bring the frame they belong to.
std::expected<std::shared_ptr<const FrameResults>, std::string> cameFromBytes(std::string_view bytes);
// For a frame with so many elements and nodes; bytes that do not fit it are refused.
std::expected<std::shared_ptr<const FrameResults>, std::string> resultsFromBytes(std::string_view bytes, const Frame& f);

} // namespace wr
