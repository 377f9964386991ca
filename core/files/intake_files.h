// Files from elsewhere to a frame: which reader a file needs follows from what is in it.
#pragma once

#include "core/base/progress.h"
#include "core/intake/intake.h"
#include "core/tables/open_book.h"

#include <filesystem>
#include <optional>
#include <vector>

namespace wr {

// Tables, opened. A folder stands for the files in it.
struct OpenedTables
{
    std::vector<Book> books;
    std::vector<Finding> findings;
    bool ok = false; // every file could be read
};
OpenedTables openTables(const std::vector<std::filesystem::path>& paths, const DelimitedForm& form, Progress& progress);

// A model of another kind than tables: IFC, or a drawing.
bool isModel(const std::filesystem::path& path);
Intake takeModel(const std::filesystem::path& path, const Recipe& recipe, Progress& progress);

// The files of folders in their place, by name; hidden ones and those of other kinds left out.
std::vector<std::filesystem::path> filesOf(const std::vector<std::filesystem::path>& paths);

} // namespace wr
