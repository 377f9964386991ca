// Tables that are text: columns apart by commas, semicolons, tabs, bars or blanks, with quotes and whatever a spreadsheet or an
// analysis writes.
#pragma once

#include "core/base/progress.h"
#include "core/tables/sheet.h"

#include <expected>
#include <optional>
#include <string>

namespace wr {

struct DelimitedForm
{
    std::optional<char> delimiter; // ' ' for any run of blanks; none: found
    std::optional<char> decimalMark;
};

// `bytes` as they stand in the file. The error is a sentence: no text at all, too large, cancelled. All cells stay text: "1.10"
// is not 1.1 where it is a name.
std::expected<Book, std::string> readDelimited(std::string bytes, std::string file, const DelimitedForm& form,
                                               const TableLimits& limits, Progress& progress);

} // namespace wr
