// All formats there are, by the ending of the file's name.
#pragma once

#include "core/exports/exported.h"
#include "core/reporting/frame_drawing.h"

#include <optional>
#include <string_view>
#include <vector>

namespace wr {

struct ExportFormat
{
    std::string_view ending; // ".glb"
    std::string_view title;  // "glTF 2.0, solid model"
    std::string_view says;   // units and which way is up: "metres, y upwards"
    bool drawing = false;    // of one drawing
};
const std::vector<ExportFormat>& exportFormats();
const ExportFormat* exportFormatOf(const std::filesystem::path& path); // null: none

// One drawing of the frame in a file: .svg, .pdf and .png on a sheet of that size, .dxf flat in metres, lines by layers of
// groups.
Exported exportDrawing(const ExportInput& in, const DrawnFrom& from, DrawingStyle style, const std::filesystem::path& path);

// By the ending. `from`: what formats of drawings hold (none: the view from aside), also .dxf, which without is the frame in
// space.
Exported exportFrame(const ExportInput& in, const std::optional<DrawnFrom>& from, const DrawingStyle& style,
                     const std::filesystem::path& path, Progress& progress);

} // namespace wr
