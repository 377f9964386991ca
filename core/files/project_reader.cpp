#include "core/files/project_reader.h"

#include "core/project/file/project_file.h"

namespace wr {

Loaded<Frame> readProjectFrame(const std::filesystem::path& path)
{
    Loaded<Frame> out;
    const auto refused = [&](std::string words) {
        out.findings.push_back(finding("project.refused", "", "", std::move(words)));
        return out;
    };
    auto file = ProjectFile::open(path, true);
    if (!file && !file.error().damaged) return refused(file.error().words);
    auto contents = file ? file->read() : ProjectFile::salvage(path);
    if (!contents) return refused(contents.error());
    for (const std::string& lost : contents->lost)
        out.findings.push_back(finding("project.lost", "", "", "the project is damaged and has lost " + lost));
    out.value = std::move(contents->frame);
    if (contents->results && contents->results->forces.forces.given) {
        out.value->results = rowsOf(*contents->results, *out.value);
        out.value->came = {};
        out.value->modes = contents->results->modes;
    }
    return out;
}

} // namespace wr
