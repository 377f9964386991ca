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
        if (f != stdin) std::fclose(f);
    }
};
using File = std::unique_ptr<std::FILE, Close>;

// Also what a full disk says only on closing.
bool writeAndClose(File file, const std::string& text)
{
    const bool written = std::fwrite(text.data(), 1, text.size(), file.get()) == text.size() && std::fflush(file.get()) == 0;
    return std::fclose(file.release()) == 0 && written;
}

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

std::expected<void, std::string> writeTextFile(const std::string& text, const fs::path& path)
{
    std::error_code error;
    const fs::file_status there = fs::status(path, error); // of what a link points to
    if (fs::exists(there) && !fs::is_regular_file(there)) {
        if (fs::is_directory(there)) return std::unexpected(path.string() + " is a folder, not a file");
        File device(std::fopen(path.c_str(), "wb"));
        if (!device || !writeAndClose(std::move(device), text)) return std::unexpected(because(path, " cannot be written: "));
        return {};
    }
    const fs::path target = fs::exists(there) ? fs::canonical(path, error) : path;
    if (error && fs::exists(there)) return std::unexpected(path.string() + " cannot be written: " + error.message());
    if (fs::exists(there) && ::access(target.c_str(), W_OK) != 0) return std::unexpected(because(path, " cannot be written: "));
    std::string beside = target.string() + ".XXXXXX";
    const int descriptor = ::mkstemp(beside.data());
    if (descriptor < 0) return std::unexpected(because(path, " cannot be written: "));
    const auto giveUp = [&](std::string why) {
        fs::remove(beside, error);
        return std::unexpected(std::move(why));
    };
    if (!writeAndClose(File(::fdopen(descriptor, "wb")), text)) return giveUp(because(path, " cannot be written: "));
    // A new file as the umask says, an old one as it was.
    const mode_t mask = ::umask(0);
    ::umask(mask);
    const fs::perms fresh = fs::perms(0666 & ~mask);
    fs::permissions(beside, fs::exists(there) ? there.permissions() : fresh, error);
    fs::rename(beside, target, error);
    if (error) return giveUp(path.string() + " cannot be replaced: " + error.message());
    return {};
}

} // namespace wr
