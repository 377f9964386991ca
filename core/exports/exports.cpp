#include "core/exports/exports.h"

#include <algorithm>

namespace wr {

const std::vector<ExportFormat>& exportFormats()
{
    static const std::vector<ExportFormat> all{
        {".glb", "glTF 2.0, solid model", "metres, y upwards"},
        {".ifc", "IFC4, building model", "metres, z upwards"},
        {".bcf", "BCF 2.1, topics for coordination", "metres, z upwards"},
        {".dxf", "DXF, lines in space or one drawing", "metres, upwards as in the frame"},
        {".svg", "SVG, one drawing", "points on paper, y downwards", true},
        {".pdf", "PDF, one drawing", "points on paper, y downwards", true},
        {".png", "PNG, one drawing", "two pixels a point, y downwards", true},
        {".xlsx", "spreadsheet of all tables", "the frame's units, in the headings"},
        {".sqlite", "SQLite database of all tables", "the frame's units, in the table columns"},
    };
    return all;
}

const ExportFormat* exportFormatOf(const std::filesystem::path& path)
{
    std::string ending = path.extension().string();
    std::transform(ending.begin(), ending.end(), ending.begin(),
                   [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    for (const ExportFormat& f : exportFormats())
        if (f.ending == ending) return &f;
    return nullptr;
}

Exported exportFrame(const ExportInput& in, const std::optional<DrawnFrom>& from, const DrawingStyle& style,
                     const std::filesystem::path& path, Progress& progress)
{
    const ExportFormat* format = exportFormatOf(path);
    if (!format) {
        std::string list;
        for (const ExportFormat& f : exportFormats())
            list += (list.empty() ? "" : ", ") + std::string(f.ending);
        return std::unexpected(path.filename().string() + ": there is no such format; there are " + list);
    }
    if (format->drawing || (format->ending == ".dxf" && from)) {
        if (from) return exportDrawing(in, *from, style, path);
        const std::vector<DrawnFrom> all = drawingsOf(*in.state.frame);
        if (all.empty()) return std::unexpected("the frame has no elements to draw");
        return exportDrawing(in, all.back(), style, path);
    }
    using Export = Exported (*)(const ExportInput&, const std::filesystem::path&, Progress&);
    const std::pair<std::string_view, Export> table[]{{".glb", exportGltf},      {".ifc", exportIfc},
                                                      {".bcf", exportBcf},       {".dxf", exportDxf},
                                                      {".xlsx", exportWorkbook}, {".sqlite", exportSqlite}};
    for (const auto& [ending, write] : table)
        if (ending == format->ending) return write(in, path, progress);
    return std::unexpected("there is no such format");
}

} // namespace wr
