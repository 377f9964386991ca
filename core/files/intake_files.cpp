#include "core/files/intake_files.h"

#include "core/files/dxf_reader.h"
#include "core/files/ifc/ifc_reader.h"
#include "core/files/text_file.h"

#include <algorithm>

namespace wr {

namespace fs = std::filesystem;

std::vector<fs::path> filesOf(const std::vector<fs::path>& paths)
{
    std::vector<fs::path> out;
    for (const fs::path& p : paths) {
        std::error_code error;
        if (!fs::is_directory(p, error)) {
            out.push_back(p);
            continue;
        }
        std::vector<fs::path> inside;
        for (const auto& entry : fs::directory_iterator(p, error)) {
            const std::string name = entry.path().filename().string();
            if (!entry.is_regular_file(error) || name.starts_with(".") || name.starts_with("~")) continue;
            const FileKind kind = fileKind(entry.path());
            if (kind == FileKind::Text || kind == FileKind::Package) inside.push_back(entry.path());
        }
        std::sort(inside.begin(), inside.end());
        out.insert(out.end(), inside.begin(), inside.end());
    }
    return out;
}

bool isModel(const fs::path& path)
{
    const FileKind kind = fileKind(path);
    return kind == FileKind::Step || kind == FileKind::Drawing;
}

Intake takeModel(const fs::path& path, const Recipe& recipe, Progress& progress)
{
    Intake out;
    std::error_code error;
    constexpr std::uintmax_t kMost = 4'000'000'000;
    if (std::filesystem::file_size(path, error) > kMost || error) {
        out.findings.push_back(
            finding("intake.file", path.filename().string(), "", "the file is larger than 4 GB, or cannot be read"));
        return out;
    }
    auto text = readTextFile(path);
    if (!text) {
        out.findings.push_back(finding("intake.file", path.filename().string(), "", text.error()));
        return out;
    }
    if (fileKind(path) == FileKind::Drawing) return readDxf(*text, path.filename().string(), recipe, {}, progress);
    return readIfc(std::move(*text), path.filename().string(), recipe, {}, progress);
}

OpenedTables openTables(const std::vector<fs::path>& paths, const DelimitedForm& form, Progress& progress)
{
    OpenedTables out;
    out.ok = true;
    for (const fs::path& p : filesOf(paths)) {
        auto book = openBook(p, form, {}, progress);
        for (Finding& f : book.findings)
            out.findings.push_back(std::move(f));
        if (book.value)
            out.books.push_back(std::move(*book.value));
        else
            out.ok = false;
    }
    if (out.books.empty() && out.ok) {
        out.ok = false;
        out.findings.push_back(finding("intake.file", "", "", "there are no tables in what was given"));
    }
    return out;
}

} // namespace wr
