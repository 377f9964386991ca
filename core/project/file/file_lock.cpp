#include "core/project/file/file_lock.h"

#include <array>
#include <cerrno>
#include <cstdlib>
#include <cstring>
#include <ctime>
#include <fcntl.h>
#include <fmt/chrono.h>
#include <fmt/format.h>
#include <sys/file.h>
#include <unistd.h>

namespace wr {

namespace {

std::string whoAmI()
{
    std::array<char, 256> host{};
    gethostname(host.data(), host.size() - 1);
    const char* user = std::getenv("USER");
    return fmt::format("{} on {}, since {:%Y-%m-%d %H:%M}", user && *user ? user : "somebody", host.data(),
                       fmt::localtime(std::time(nullptr)));
}

std::string contents(int handle)
{
    std::array<char, 400> text{};
    const ssize_t n = pread(handle, text.data(), text.size(), 0);
    return n > 0 ? std::string(text.data(), static_cast<size_t>(n)) : "somebody";
}

} // namespace

std::expected<FileLock, std::string> FileLock::take(const std::filesystem::path& file)
{
    FileLock out;
    out.path_ = file.string() + ".lock";
    // Whoever had it takes the file away on leaving: what was opened before that is no lock any more, so it is tried again.
    for (int tries = 0; tries < 10; ++tries) {
        const int handle = ::open(out.path_.c_str(), O_RDWR | O_CREAT | O_CLOEXEC, 0644);
        if (handle < 0) return std::unexpected(fmt::format("{}: {}", out.path_.string(), std::strerror(errno)));
        if (flock(handle, LOCK_EX | LOCK_NB) != 0) {
            std::string who = contents(handle);
            ::close(handle);
            return std::unexpected(std::move(who));
        }
        std::error_code ignored;
        if (!std::filesystem::exists(out.path_, ignored)) {
            ::close(handle);
            continue;
        }
        const std::string me = whoAmI();
        if (ftruncate(handle, 0) != 0 || pwrite(handle, me.data(), me.size(), 0) < 0) {
            // Without a name it is a lock all the same.
        }
        out.handle_ = handle;
        return out;
    }
    return std::unexpected("it is opened and closed all the time");
}

FileLock::~FileLock()
{
    if (handle_ < 0) return;
    std::error_code ignored;
    std::filesystem::remove(path_, ignored);
    ::close(handle_);
}

} // namespace wr
