// Who has a project file open: a lock on a file beside it, which the system lets go of when its holder ends, however that ends.
#pragma once

#include <expected>
#include <filesystem>
#include <string>

namespace wr {

class FileLock
{
public:
    // The error says who has it ("user on host, since …"), or why it cannot be locked.
    static std::expected<FileLock, std::string> take(const std::filesystem::path& file);
    FileLock() = default;
    FileLock(const FileLock&) = delete;
    FileLock& operator=(const FileLock&) = delete;
    FileLock(FileLock&& o) noexcept { swap(o); }
    FileLock& operator=(FileLock&& o) noexcept
    {
        FileLock old(std::move(o));
        swap(old);
        return *this;
    }
    ~FileLock();

private:
    void swap(FileLock& o)
    {
        std::swap(handle_, o.handle_);
        std::swap(path_, o.path_);
    }
    int handle_ = -1;
    std::filesystem::path path_;
};

} // namespace wr
