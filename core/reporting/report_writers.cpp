#include "core/reporting/report_writers.h"

#include "core/reporting/report_pages.h"

#include <algorithm>
#include <array>
#include <fstream>

namespace wr {

namespace {

using WriteReport = WrittenOr (*)(const ReportTree&, const std::filesystem::path&, Progress&);
constexpr std::array<std::pair<std::string_view, WriteReport>, 5> kWriters{{{".pdf", &writeReportPdf},
                                                                            {".html", &writeReportHtml},
                                                                            {".xlsx", &writeReportXlsx},
                                                                            {".odt", &writeReportOdt},
                                                                            {".csv", &writeReportCsv}}};

WriteReport writerOf(const std::filesystem::path& path)
{
    std::string ending = path.extension().string();
    std::transform(ending.begin(), ending.end(), ending.begin(),
                   [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    for (const auto& [name, writer] : kWriters)
        if (name == ending) return writer;
    return nullptr;
}

} // namespace

WrittenOr writeReportPdf(const ReportTree& t, const std::filesystem::path& path, Progress& progress)
{
    const ReportPages pages(t, progress);
    if (progress.cancelled()) return std::unexpected("stopped");
    const WrittenOr out = pages.writePdf(path, progress);
    if (!out) {
        std::error_code gone; // half a report is none
        std::filesystem::remove(path, gone);
    }
    return out;
}

WrittenOr writeReportCsv(const ReportTree& t, const std::filesystem::path& path, Progress& progress)
{
    std::ofstream out(path, std::ios::binary);
    walk(t.parts, [&](const ReportPart& p, int) {
        if (progress.cancelled()) return;
        for (const ReportBlock& b : p.content())
            if (const auto* table = std::get_if<TableBlock>(&b)) {
                Table heading;
                heading.columns = {{p.title, ""}};
                if (!table->caption.empty()) heading.columns.push_back({table->caption, ""});
                out << tableCsv(heading) << tableCsv(table->table) << "\r\n";
            }
    });
    if (progress.cancelled()) return std::unexpected("stopped");
    out.flush();
    if (!out) return std::unexpected(path.string() + " cannot be written");
    return {};
}

bool reportFormatKnown(const std::filesystem::path& path)
{
    return writerOf(path) != nullptr;
}

WrittenOr writeReport(const ReportTree& t, const std::filesystem::path& path, Progress& progress)
{
    const WriteReport w = writerOf(path);
    if (!w) return std::unexpected(path.string() + ": a report ends in .pdf, .html, .xlsx, .odt or .csv");
    return w(t, path, progress);
}

} // namespace wr
