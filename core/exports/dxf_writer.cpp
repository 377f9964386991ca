#include "core/exports/dxf_writer.h"

#include "core/exports/ascii_text.h"

#include <array>
#include <cmath>
#include <dxflib/dl_dxf.h>
#include <fmt/format.h>

namespace wr {

namespace {

// Letters beyond ASCII as the format writes them, \\U+00E9; line ends as spaces.
std::string dxfWords(const std::string& words)
{
    return asciiText(
        words, [](std::string& out, char c) { out += c; },
        [](std::string& out, unsigned code) { out += code > 0xffff ? std::string("?") : fmt::format("\\U+{:04X}", code); });
}

std::string layerName(const std::string& name)
{
    std::string out;
    for (const char c : name.substr(0, 200))
        out += static_cast<unsigned char>(c) < 0x20 || std::string_view("<>/\\\":;?*|,=`'").find(c) != std::string_view::npos
                   ? '_'
                   : c;
    return out.empty() ? "0" : dxfWords(out);
}

} // namespace

struct DxfWriter::Open
{
    DL_Dxf dxf;
    std::unique_ptr<DL_WriterA> to;
    std::filesystem::path path;

    static DL_Attributes on(const std::string& layer) { return {layerName(layer), 256, -1, -1, "BYLAYER"}; }
};

DxfWriter::DxfWriter(std::unique_ptr<Open> open) : open_(std::move(open)) {}
DxfWriter::DxfWriter(DxfWriter&&) noexcept = default;
DxfWriter& DxfWriter::operator=(DxfWriter&&) noexcept = default;
DxfWriter::~DxfWriter() = default;

std::vector<DxfLayer> dxfLayers(const std::set<std::string>& names)
{
    constexpr std::array colours{5, 3, 6, 4, 30, 140, 200, 94, 40, 174};
    std::vector<DxfLayer> out;
    for (const std::string& name : names)
        out.push_back({name, colours[out.size() % colours.size()]});
    return out;
}

std::expected<DxfWriter, std::string> DxfWriter::open(const std::filesystem::path& path, const std::vector<DxfLayer>& layers)
{
    auto open = std::make_unique<Open>();
    open->path = path;
    open->to.reset(open->dxf.out(path.c_str(), DL_Codes::AC1015));
    if (!open->to) return std::unexpected(path.string() + " cannot be written");
    DL_Dxf& d = open->dxf;
    DL_WriterA& w = *open->to;
    d.writeHeader(w);
    w.dxfString(9, "$INSUNITS");
    w.dxfInt(70, 6); // metres
    w.dxfString(9, "$MEASUREMENT");
    w.dxfInt(70, 1);
    w.sectionEnd();
    w.sectionTables();
    d.writeVPort(w);
    w.tableLinetypes(3);
    for (const char* type : {"BYBLOCK", "BYLAYER", "CONTINUOUS"})
        d.writeLinetype(w, DL_LinetypeData(type, type, 0, 0, 0.0));
    w.tableEnd();
    std::vector<std::pair<std::string, int>> names{{"0", 7}};
    std::set<std::string> have{"0"};
    for (const DxfLayer& l : layers)
        if (const std::string name = layerName(l.name); have.insert(name).second) names.emplace_back(name, l.colour);
    w.tableLayers(static_cast<int>(names.size()));
    for (const auto& [name, colour] : names)
        d.writeLayer(w, DL_LayerData(name, 0), DL_Attributes("", colour, 25, "CONTINUOUS", 1.0));
    w.tableEnd();
    w.tableStyle(1);
    d.writeStyle(w, DL_StyleData("standard", 0, 0.0, 1.0, 0.0, 0, 0.25, "txt", ""));
    w.tableEnd();
    d.writeView(w);
    d.writeUcs(w);
    w.tableAppid(1);
    d.writeAppid(w, "ACAD");
    w.tableEnd();
    d.writeDimStyle(w, 1, 1, 1, 1, 1);
    d.writeBlockRecord(w);
    w.tableEnd();
    w.sectionEnd();
    w.sectionBlocks();
    for (const char* space : {"*Model_Space", "*Paper_Space", "*Paper_Space0"}) {
        d.writeBlock(w, DL_BlockData(space, 0, 0.0, 0.0, 0.0));
        d.writeEndBlock(w, space);
    }
    w.sectionEnd();
    w.sectionEntities();
    return DxfWriter(std::move(open));
}

void DxfWriter::line(Vec3 a, Vec3 b, const std::string& layer)
{
    open_->dxf.writeLine(*open_->to, DL_LineData(a.x, a.y, a.z, b.x, b.y, b.z), Open::on(layer));
}

void DxfWriter::circle(Vec3 centre, double radius, const std::string& layer)
{
    open_->dxf.writeCircle(*open_->to, DL_CircleData(centre.x, centre.y, centre.z, radius), Open::on(layer));
}

void DxfWriter::text(Vec3 at, double height, double angle, const std::string& words, const std::string& layer)
{
    open_->dxf.writeText(
        *open_->to,
        DL_TextData(at.x, at.y, at.z, at.x, at.y, at.z, height, 1.0, 0, 0, 0, dxfWords(words), "standard", angle * M_PI / 180),
        Open::on(layer));
}

std::expected<void, std::string> DxfWriter::close()
{
    DL_WriterA& w = *open_->to;
    w.sectionEnd();
    open_->dxf.writeObjects(w);
    open_->dxf.writeObjectsEnd(w);
    w.dxfEOF();
    const bool failed = w.openFailed();
    w.close();
    std::error_code error;
    const auto bytes = std::filesystem::file_size(open_->path, error);
    if (failed || error || bytes == 0) return std::unexpected(open_->path.string() + " cannot be written");
    return {};
}

} // namespace wr
