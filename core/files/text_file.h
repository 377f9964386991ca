// Whole files of text, in and out.
#pragma once

#include <expected>
#include <filesystem>
#include <string>

namespace wr {

// Regular files, pipes and devices; "-" is standard input. The error says what and why.
std::expected<std::string, std::string> readTextFile(const std::filesystem::path& path);

// A regular file is replaced as a whole: written beside itself under a name of its own, then renamed, with the permissions it
// had; through a link the file it points to. Pipes and devices are written to. Nothing is left behind where it fails.
std::expected<void, std::string> writeTextFile(const std::string& text, const std::filesystem::path& path);

} // namespace wr
