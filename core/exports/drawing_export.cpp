#include "core/exports/dxf_writer.h"
#include "core/exports/exports.h"

#include "core/files/text_file.h"
#include "core/paper/fonts.h"
#include "core/paper/pdf.h"
#include "core/paper/svg.h"

namespace wr {

namespace {

Exported drawingDxf(const FrameDrawing& d, const std::filesystem::path& path)
{
    std::vector<DxfLayer> layers = dxfLayers({d.layers.begin(), d.layers.end()});
    for (DxfLayer& l : layers)
        if (l.name == "letters" || l.name == "sheet")
            l.colour = 7;
        else if (l.name == "supports")
            l.colour = 1;
    auto out = DxfWriter::open(path, layers);
    if (!out) return std::unexpected(out.error());
    const double k = d.scale > 0 ? 1 / d.scale : 0.001;
    const auto at = [&](Spot s) { return Vec3{(s.x - d.origin.x) * k, (d.origin.y - s.y) * k, 0}; };
    for (size_t i = 0; i < d.picture.marks.size(); ++i) {
        const std::string& layer = d.layers[i];
        if (const auto* t = std::get_if<TextMark>(&d.picture.marks[i])) {
            out->text(at({t->x, t->y}), 0.72 * t->size * k, t->turn, t->text, layer);
            continue;
        }
        const auto& p = std::get<PathMark>(d.picture.marks[i]);
        Spot begin, last;
        size_t s = 0;
        const auto to = [&](Spot next) {
            out->line(at(last), at(next), layer);
            last = next;
        };
        for (const PathMark::Op op : p.ops)
            switch (op) {
            case PathMark::Op::Move: begin = last = p.spots[s++]; break;
            case PathMark::Op::Line: to(p.spots[s++]); break;
            case PathMark::Op::Curve: {
                const Spot a = last, b = p.spots[s], c = p.spots[s + 1], e = p.spots[s + 2];
                s += 3;
                for (int n = 1; n <= 6; ++n) { // a quarter of a ring in six chords
                    const double u = n / 6.0, v = 1 - u;
                    to({v * v * v * a.x + 3 * v * v * u * b.x + 3 * v * u * u * c.x + u * u * u * e.x,
                        v * v * v * a.y + 3 * v * v * u * b.y + 3 * v * u * u * c.y + u * u * u * e.y});
                }
                break;
            }
            case PathMark::Op::Close:
                if (!(last == begin)) to(begin);
                break;
            }
    }
    return out->close();
}

} // namespace

Exported exportDrawing(const ExportInput& in, const DrawnFrom& from, DrawingStyle style, const std::filesystem::path& path)
{
    const CheckModel& model = *in.state.model;
    style.only = in.members;
    if (style.project.empty()) style.project = model.frame().title;
    const CheckReport* report = in.state.checked ? in.state.report.get() : nullptr;
    const FrameDrawing d = drawFrame(model, report, from, style, paperFonts());
    const ExportFormat* format = exportFormatOf(path);
    if (!format) return std::unexpected("a drawing is .svg, .pdf, .png or .dxf");
    if (format->ending == ".svg") return writeTextFile(svgOf(d.picture, true), path);
    if (format->ending == ".pdf") return writePicturePdf(d.picture, path);
    if (format->ending == ".png") return writePicturePng(d.picture, path, 2);
    if (format->ending == ".dxf") return drawingDxf(d, path);
    return std::unexpected("a drawing is .svg, .pdf, .png or .dxf");
}

} // namespace wr
