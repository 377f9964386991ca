// Reads Wren Rail's frame file (docs/frame-format.md, version 1). All faults at once, each with its JSON pointer; nothing is
// half-loaded.
#pragma once

#include "core/base/finding.h"
#include "core/frame/frame.h"

#include <filesystem>
#include <string_view>

namespace wr {

// Codes: file.*, frame.*, section.*, grade.*. The value is there only if no finding is an error.
Loaded<Frame> readFrame(std::string_view json);
Loaded<Frame> readFrameFile(const std::filesystem::path& path);

// Checks JSON text against the shipped schema data/schema/wren-frame-1.schema.json; one finding per violation.
std::vector<Finding> validateAgainstSchema(std::string_view json);

} // namespace wr
