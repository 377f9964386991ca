#include "core/files/text_file.h"

#include <array>
#include <cerrno>
#include <cstdio>
#include <cstring>
#include <memory>
#include <sys/stat.h>
#include <unistd.h>

namespace wr {

namespace {

namespace fs = std::filesystem;

struct Close
{
    void operator()(std::FILE* f) const
    {
        if (f != stdin && f != stdout) std::fclose(f);
    }
};
using File = std::unique_ptr<std::FILE, Close>;

std::string because(const fs::path& path, const char* what)
{
    return path.string() + what + std::strerror(errno);
}

} // namespace

std::expected<std::string, std::string> readTextFile(const fs::path& path)
{
    std::error_code error;
    if (fs::is_directory(path, error)) return std::unexpected(path.string() + " is a folder, not a file");
    const File file(path == "-" ? stdin : std::fopen(path.c_str(), "rb"));
    if (!file) return std::unexpected(because(path, " cannot be opened: "));
    std::string out;
    if (const auto size = fs::file_size(path, error); !error && size < (std::uintmax_t{1} << 40)) out.reserve(size);
    std::array<char, 65536> block;
    while (const size_t n = std::fread(block.data(), 1, block.size(), file.get()))
        out.append(block.data(), n);
    if (std::ferror(file.get())) return std::unexpected(because(path, " cannot be read to its end: "));
    return out;
}

struct TextOutput::Place
{
    fs::path path;           // as asked for
    fs::path target, beside; // of a file that is replaced; empty: written to as it is
    fs::file_status before;  // of the target
    File file;               // none: into a string
    std::string* into = nullptr;
    bool failed = false;
    int error = 0; // errno of the first failure

    void note()
    {
        if (!failed) error = errno;
        failed = true;
    }
    ~Place()
    {
        std::error_code ignored;
        file.reset();
        if (!beside.empty()) fs::remove(beside, ignored);
    }
};

TextOutput::TextOutput(std::unique_ptr<Place> place) : place_(std::move(place)) {}
TextOutput::TextOutput(std::string& into) : place_(std::make_unique<Place>())
{
    place_->into = &into;
}
TextOutput::TextOutput(TextOutput&&) noexcept = default;
TextOutput::~TextOutput() = default;

std::expected<void, std::string> writable(const fs::path& path)
{
    if (path == "-") return {};
    std::error_code error;
    const fs::file_status there = fs::status(path, error); // of what a link points to
    if (fs::is_directory(there)) return std::unexpected(path.string() + " is a folder, not a file");
    if (fs::exists(there) && ::access(path.c_str(), W_OK) != 0) return std::unexpected(because(path, " cannot be written: "));
    if (fs::exists(there) && !fs::is_regular_file(there)) return {};
    const fs::path target = fs::exists(there) ? fs::canonical(path, error) : path;
    const fs::path folder = target.parent_path().empty() ? fs::path(".") : target.parent_path();
    if (::access(folder.c_str(), W_OK | X_OK) != 0) return std::unexpected(because(path, " cannot be written: "));
    return {};
}

std::expected<TextOutput, std::string> TextOutput::open(const fs::path& path)
{
    if (auto can = writable(path); !can) return std::unexpected(can.error());
    auto place = std::make_unique<Place>();
    place->path = path;
    if (path == "-") {
        place->file.reset(stdout);
        return TextOutput(std::move(place));
    }
    std::error_code error;
    place->before = fs::status(path, error);
    const bool there = fs::exists(place->before);
    if (there && !fs::is_regular_file(place->before)) {
        place->file.reset(std::fopen(path.c_str(), "wb"));
        if (!place->file) return std::unexpected(because(path, " cannot be written: "));
        return TextOutput(std::move(place));
    }
    place->target = there ? fs::canonical(path, error) : path;
    if (error && there) return std::unexpected(path.string() + " cannot be written: " + error.message());
    std::string beside = place->target.string() + ".XXXXXX"; // mkstemp puts a name of its own there
    const int descriptor = ::mkstemp(beside.data());
    if (descriptor < 0) return std::unexpected(because(path, " cannot be written: "));
    place->beside = beside;
    place->file.reset(::fdopen(descriptor, "wb"));
    return TextOutput(std::move(place));
}

void TextOutput::write(std::string_view text)
{
    if (place_->into)
        place_->into->append(text);
    else if (!place_->failed && std::fwrite(text.data(), 1, text.size(), place_->file.get()) != text.size())
        place_->note();
}

bool TextOutput::good() const
{
    return !place_->failed;
}

std::expected<void, std::string> TextOutput::close()
{
    const std::unique_ptr<Place> place = std::move(place_);
    if (place->into) return {};
    std::error_code error;
    // Also what a full disk says only on closing.
    if (std::fflush(place->file.get()) != 0) place->note();
    if (std::FILE* f = place->file.release(); f != stdout && std::fclose(f) != 0) place->note();
    if (place->failed)
        return std::unexpected((place->path == "-" ? "standard output" : place->path.string()) +
                               " cannot be written: " + std::strerror(place->error));
    if (place->beside.empty()) return {};
    // A new file as the umask says, an old one as it was.
    const mode_t mask = ::umask(0);
    ::umask(mask);
    const fs::perms fresh = fs::perms(0666 & ~mask);
    fs::permissions(place->beside, fs::exists(place->before) ? place->before.permissions() : fresh, error);
    fs::rename(place->beside, place->target, error);
    if (error) return std::unexpected(place->path.string() + " cannot be replaced: " + error.message());
    place->beside.clear();
    return {};
}

std::expected<void, std::string> writeTextFile(std::string_view text, const fs::path& path)
{
    auto out = TextOutput::open(path);
    if (!out) return std::unexpected(out.error());
    out->write(text);
    return out->close();
}

} // namespace wr
