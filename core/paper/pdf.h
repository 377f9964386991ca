// Pages as PDF (cairo): fonts embedded, an outline, links between pages. The same pages give the same bytes.
#pragma once

#include "core/paper/pages.h"

#include <expected>
#include <filesystem>
#include <memory>
#include <string>
#include <vector>

namespace wr {

struct PdfInfo
{
    std::string title, author, subject;
};

// Takes page after page; nothing of them is kept.
class PdfWriter
{
public:
    PdfWriter(const std::filesystem::path& path, PaperSize size, const PdfInfo& info);
    ~PdfWriter();
    PdfWriter(const PdfWriter&) = delete;
    PdfWriter& operator=(const PdfWriter&) = delete;

    void add(const Page& page);
    // What could not be written, in words.
    std::expected<void, std::string> finish(const std::vector<OutlineEntry>& outline);

private:
    struct Open;
    std::unique_ptr<Open> open_;
};

// A picture alone: one page of its size.
std::expected<void, std::string> writePicturePdf(const Picture& p, const std::filesystem::path& path);
std::expected<void, std::string> writePicturePng(const Picture& p, const std::filesystem::path& path, double scale);
std::string picturePng(const Picture& p, double scale); // the bytes of such a file; pixels a point

} // namespace wr
