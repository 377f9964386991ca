#include "core/tables/open_book.h"

#include "core/tables/spreadsheet.h"
#include "core/tables/text_encoding.h"

#include <algorithm>
#include <fmt/format.h>
#include <fstream>

namespace wr {

namespace {

std::string beginning(const std::filesystem::path& path, size_t bytes)
{
    std::ifstream in(path, std::ios::binary);
    std::string out(bytes, '\0');
    in.read(out.data(), static_cast<std::streamsize>(bytes));
    out.resize(static_cast<size_t>(std::max<std::streamsize>(in.gcount(), 0)));
    return out;
}

std::string nameOf(const std::filesystem::path& path)
{
    return path.filename().string();
}

std::vector<Finding> noticed(const std::string& file, const SpreadsheetNotes& n)
{
    std::vector<Finding> out;
    const auto tell = [&](std::string text) { out.push_back(finding("intake.ignored", file, "", std::move(text))); };
    if (n.macros) tell("there are macros in the file: they are not looked at");
    if (n.links) tell("the file has links to other files: they are not followed, what they showed when it was saved is read");
    if (n.formulas > n.emptyFormulas)
        tell(fmt::format("{} cells are formulas: read with the value they had when the file was saved",
                         n.formulas - n.emptyFormulas));
    if (n.emptyFormulas > 0)
        tell(fmt::format(
            "{} formulas were never calculated and count as empty, the first at {}: open the file in a spreadsheet and save it",
            n.emptyFormulas, n.firstEmpty));
    if (n.hiddenSheets > 0)
        tell(fmt::format("{} hidden sheet{} read like the others", n.hiddenSheets, n.hiddenSheets == 1 ? " is" : "s are"));
    return out;
}

} // namespace

FileKind fileKind(const std::filesystem::path& path)
{
    std::string b = beginning(path, 8192);
    if (b.starts_with("PK\x03\x04") || b.starts_with("PK\x05\x06")) return FileKind::Package;
    if (b.starts_with("SQLite format 3")) return FileKind::Project;
    if (b.starts_with("\xD0\xCF\x11\xE0")) return FileKind::Old;
    if (b.substr(0, 32).find(" Binary DXF\r\n") != std::string::npos) return FileKind::Drawing;
    std::string text = decodeText(std::move(b)).text;
    const size_t first = text.find_first_not_of(" \t\r\n");
    if (first == std::string::npos) return FileKind::Unknown;
    text.erase(0, first);
    if (text.starts_with("ISO-10303-21")) return FileKind::Step;
    if (text.front() == '{') return FileKind::OurJson;
    if (text.starts_with("<?xml") || text.starts_with("<Workbook")) return FileKind::Old;
    // Group codes of a drawing: "0", "SECTION"; a comment "999" may stand in front.
    std::string squeezed;
    for (const char c : text.substr(0, 2000))
        if (c != ' ' && c != '\r' && c != '\t') squeezed += c;
    if (squeezed.starts_with("0\nSECTION\n") ||
        (squeezed.starts_with("999\n") && squeezed.find("\n0\nSECTION\n") != std::string::npos))
        return FileKind::Drawing;
    if (text.find('\0') != std::string::npos) return FileKind::Unknown;
    return FileKind::Text;
}

Loaded<Book> openBook(const std::filesystem::path& path, const DelimitedForm& form, const TableLimits& limits,
                      Progress& progress)
{
    Loaded<Book> out;
    const std::string file = nameOf(path);
    const auto refuse = [&](std::string why) {
        if (!progress.cancelled()) out.findings.push_back(finding("intake.file", file, "", std::move(why)));
        return std::move(out);
    };
    std::error_code error;
    if (!std::filesystem::is_regular_file(path, error))
        return refuse(std::filesystem::exists(path, error) ? "this is no file" : "there is no such file");
    switch (fileKind(path)) {
    case FileKind::Package: {
        auto package = Package::open(path, limits);
        if (!package) return refuse(package.error());
        auto sheet = isOpenDocument(*package) ? readOpenDocument(*package, file, limits, progress)
                     : isWorkbook(*package)   ? readWorkbook(*package, file, limits, progress)
                                              : std::unexpected(std::string("the package is no spreadsheet"));
        if (!sheet) return refuse(sheet.error());
        out.findings = noticed(file, sheet->notes);
        out.value = std::move(sheet->book);
        return out;
    }
    case FileKind::Text: {
        const auto size = std::filesystem::file_size(path, error);
        if (error || size > limits.bytes)
            return refuse(fmt::format("the file is larger than {} MB: cut it into several", limits.bytes / 1'000'000));
        std::ifstream in(path, std::ios::binary);
        std::string bytes(size, '\0');
        in.read(bytes.data(), static_cast<std::streamsize>(size));
        if (!in) return refuse("the file cannot be read");
        auto book = readDelimited(std::move(bytes), file, form, limits, progress);
        if (!book) return refuse(book.error());
        out.value = *std::move(book);
        return out;
    }
    case FileKind::Old:
        return refuse(
            "this is an older form of spreadsheet that is not read: open it in a spreadsheet and save it as .xlsx or .ods");
    case FileKind::Unknown:
        return refuse(std::filesystem::file_size(path, error) == 0 ? "the file is empty" : "what is in this file is not known");
    default: return refuse("this is no file of tables");
    }
}

} // namespace wr
