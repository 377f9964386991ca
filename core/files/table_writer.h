// Tables out: workbooks and folders of comma-separated text.
#pragma once

#include "core/intake/frame_book.h"

#include <expected>
#include <filesystem>
#include <string>
#include <vector>

namespace wr {

// Office Open XML (libxlsxwriter): one sheet a table, headings frozen, numbers as numbers. The same input gives the same bytes.
std::expected<void, std::string> writeWorkbook(const std::vector<PlainTable>& tables, const std::filesystem::path& path);
// RFC 4180, one file a table, in a folder that is made where it is not there.
std::expected<void, std::string> writeTextTables(const std::vector<PlainTable>& tables, const std::filesystem::path& folder);

} // namespace wr
