// What the database of a project holds, as far as it can be read; of project_file.cpp alone.
#pragma once

#include "core/project/file/project_file.h"

#include <functional>
#include <string>
#include <string_view>

namespace SQLite {
class Column;
class Statement;
} // namespace SQLite

namespace wr {

inline constexpr std::string_view kCame = "came "; // results that are those that came, by name

std::int64_t sumOf(std::string_view bytes); // check sum
std::string_view blob(const SQLite::Column& c);
int pragma(SQLite::Database& db, const std::string& name);
// Rows of a query that can be read; false: the file is broken there.
bool each(SQLite::Database& db, const std::string& query, const std::function<void(SQLite::Statement&)>& take);

// What check results belong to: the edits made, the last of them, the results at hand, the program.
std::string stampOf(SQLite::Database& db);
std::expected<ProjectContents, std::string> contentsOf(SQLite::Database& db, const std::filesystem::path& path);

} // namespace wr
