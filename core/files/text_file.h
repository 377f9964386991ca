// Whole files of text, in and out.
#pragma once

#include <expected>
#include <filesystem>
#include <memory>
#include <string>
#include <string_view>

namespace wr {

// Regular files, pipes and devices; "-" is standard input. The error says what and why.
std::expected<std::string, std::string> readTextFile(const std::filesystem::path& path);

// Text that is written as it is made. A regular file is replaced as a whole: written beside itself under a name of its own,
// then renamed, with the permissions it had; through a link the file it points to. Pipes and devices are written to. Nothing is
// left behind where it fails or is not closed.
class TextOutput
{
public:
    static std::expected<TextOutput, std::string> open(const std::filesystem::path& path); // "-": standard output
    explicit TextOutput(std::string& into);
    TextOutput(TextOutput&&) noexcept;
    TextOutput& operator=(TextOutput&&) = delete;
    ~TextOutput();

    void write(std::string_view text);
    // False once something could not be written: the rest is for nothing.
    bool good() const;
    std::expected<void, std::string> close();

private:
    struct Place;
    explicit TextOutput(std::unique_ptr<Place> place);
    std::unique_ptr<Place> place_;
};

std::expected<void, std::string> writeTextFile(std::string_view text, const std::filesystem::path& path);
// Could this be written, as far as one can tell without doing it? "-" always.
std::expected<void, std::string> writable(const std::filesystem::path& path);

} // namespace wr
