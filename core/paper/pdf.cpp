#include "core/paper/pdf.h"

#include "core/paper/fonts.h"

#include <cairo-pdf.h>
#include <cairo.h>
#include <fmt/format.h>
#include <fstream>

#include <map>

namespace wr {

namespace {

// A name of a place as cairo takes it between quotes.
std::string quoted(const std::string& name)
{
    const std::string s = wellFormed(name);
    std::string out;
    for (const char c : s) {
        if (c == '\'' || c == '\\') out += '\\';
        out += c;
    }
    return out;
}

std::expected<void, std::string> stateOf(cairo_surface_t* s, const std::filesystem::path& path)
{
    if (const cairo_status_t e = cairo_surface_status(s); e != CAIRO_STATUS_SUCCESS)
        return std::unexpected(fmt::format("{} cannot be written: {}", path.string(), cairo_status_to_string(e)));
    return {};
}

} // namespace

struct PdfWriter::Open
{
    std::filesystem::path path;
    cairo_surface_t* surface = nullptr;
    cairo_t* drawing = nullptr;
};

PdfWriter::PdfWriter(const std::filesystem::path& path, PaperSize size, const PdfInfo& info) : open_(std::make_unique<Open>())
{
    open_->path = path;
    open_->surface = cairo_pdf_surface_create(path.c_str(), size.width, size.height);
    const auto tell = [&](cairo_pdf_metadata_t what, const std::string& words) {
        if (!words.empty()) cairo_pdf_surface_set_metadata(open_->surface, what, wellFormed(words).c_str());
    };
    tell(CAIRO_PDF_METADATA_TITLE, info.title);
    tell(CAIRO_PDF_METADATA_AUTHOR, info.author);
    tell(CAIRO_PDF_METADATA_SUBJECT, info.subject);
    tell(CAIRO_PDF_METADATA_CREATOR, "Wren Rail");
    tell(CAIRO_PDF_METADATA_CREATE_DATE, "2000-01-01T00:00:00"); // none of the clock's: the same input is the same file
    open_->drawing = cairo_create(open_->surface);
}

PdfWriter::~PdfWriter()
{
    if (open_->drawing) cairo_destroy(open_->drawing);
    if (open_->surface) cairo_surface_destroy(open_->surface);
}

void PdfWriter::add(const Page& page)
{
    cairo_t* c = open_->drawing;
    for (const PagePlace& p : page.places) {
        cairo_tag_begin(c, CAIRO_TAG_DEST, fmt::format("name='{}' x=0 y={:.1f}", quoted(p.name), p.y).c_str());
        cairo_tag_end(c, CAIRO_TAG_DEST);
    }
    paperFonts().draw(c, page.marks);
    for (const PageLink& l : page.links) {
        cairo_tag_begin(
            c, CAIRO_TAG_LINK,
            fmt::format("dest='{}' rect=[{:.1f} {:.1f} {:.1f} {:.1f}]", quoted(l.to), l.x, l.y, l.width, l.height).c_str());
        cairo_tag_end(c, CAIRO_TAG_LINK);
    }
    cairo_show_page(c);
}

std::expected<void, std::string> PdfWriter::finish(const std::vector<OutlineEntry>& outline)
{
    std::vector<int> open{CAIRO_PDF_OUTLINE_ROOT};
    for (const OutlineEntry& e : outline) {
        open.resize(std::min(open.size(), static_cast<size_t>(e.level) + 1));
        const int flags = e.level == 0 ? CAIRO_PDF_OUTLINE_FLAG_BOLD : 0;
        open.push_back(cairo_pdf_surface_add_outline(open_->surface, open.back(), wellFormed(e.title).c_str(),
                                                     fmt::format("dest='{}'", quoted(e.place)).c_str(),
                                                     static_cast<cairo_pdf_outline_flags_t>(flags)));
    }
    // A drawing that went wrong draws nothing any more, and says so only here.
    const cairo_status_t drawn = cairo_status(open_->drawing);
    cairo_destroy(open_->drawing);
    open_->drawing = nullptr;
    cairo_surface_finish(open_->surface);
    auto out = stateOf(open_->surface, open_->path);
    if (out && drawn != CAIRO_STATUS_SUCCESS)
        out = std::unexpected(fmt::format("{} cannot be written: {}", open_->path.string(), cairo_status_to_string(drawn)));
    cairo_surface_destroy(open_->surface);
    open_->surface = nullptr;
    return out;
}

std::expected<void, std::string> writePicturePdf(const Picture& p, const std::filesystem::path& path)
{
    PdfWriter w(path, {p.width, p.height}, {p.about, "", ""});
    w.add({p.marks, {}, {}});
    return w.finish({});
}

std::expected<void, std::string> writePicturePng(const Picture& p, const std::filesystem::path& path, double scale)
{
    std::ofstream out(path, std::ios::binary);
    const std::string bytes = picturePng(p, scale);
    out.write(bytes.data(), static_cast<std::streamsize>(bytes.size()));
    out.close();
    if (bytes.empty() || !out) return std::unexpected(path.string() + " cannot be written");
    return {};
}

std::string picturePng(const Picture& p, double scale)
{
    Pixels x = paint(p.marks, p.width, p.height, scale);
    cairo_surface_t* s = cairo_image_surface_create_for_data(reinterpret_cast<unsigned char*>(x.values.data()),
                                                             CAIRO_FORMAT_ARGB32, x.width, x.height, x.width * 4);
    std::string out;
    const auto put = [](void* to, const unsigned char* bytes, unsigned n) {
        static_cast<std::string*>(to)->append(reinterpret_cast<const char*>(bytes), n);
        return CAIRO_STATUS_SUCCESS;
    };
    if (cairo_surface_write_to_png_stream(s, put, &out) != CAIRO_STATUS_SUCCESS) out.clear();
    cairo_surface_destroy(s);
    return out;
}

} // namespace wr
