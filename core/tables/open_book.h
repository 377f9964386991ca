// A file of tables, whatever kind it is: recognised by what is in it, not by its name.
#pragma once

#include "core/base/progress.h"
#include "core/tables/delimited.h"
#include "core/tables/sheet.h"

#include <filesystem>

namespace wr {

// Codes: intake.file, intake.ignored. Nothing without a finding where it was cancelled.
Loaded<Book> openBook(const std::filesystem::path& path, const DelimitedForm& form, const TableLimits& limits,
                      Progress& progress);

// What a file begins with.
enum class FileKind {
    OurJson, // a frame file, a recipe
    Project, // of ours
    Package, // a workbook
    Step,    // ISO 10303-21: IFC
    Drawing, // DXF
    Text,    // a table, maybe
    Old,     // a spreadsheet in a form that is not read
    Unknown
};
FileKind fileKind(const std::filesystem::path& path);

} // namespace wr
