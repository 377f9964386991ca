#include "core/tables/package_writer.h"

#include <deque>
#include <utility>
#include <zip.h>

namespace wr {

struct PackageWriter::Open
{
    zip_t* zip = nullptr;
    std::filesystem::path path;
    std::deque<std::string> parts; // the library reads them when it closes
    bool failed = false;
    ~Open()
    {
        if (zip) zip_discard(zip);
    }
};

PackageWriter::PackageWriter(std::unique_ptr<Open> open) : open_(std::move(open)) {}
PackageWriter::PackageWriter(PackageWriter&&) noexcept = default;
PackageWriter& PackageWriter::operator=(PackageWriter&&) noexcept = default;
PackageWriter::~PackageWriter() = default;

std::expected<PackageWriter, std::string> PackageWriter::open(const std::filesystem::path& path)
{
    std::error_code gone;
    std::filesystem::remove(path, gone);
    int error = 0;
    auto open = std::make_unique<Open>();
    open->path = path;
    open->zip = zip_open(path.c_str(), ZIP_CREATE | ZIP_TRUNCATE, &error);
    if (!open->zip) return std::unexpected(path.string() + " cannot be written");
    return PackageWriter(std::move(open));
}

void PackageWriter::add(const std::string& name, std::string bytes, bool plain)
{
    zip_t* zip = open_->zip;
    const std::string& kept = open_->parts.emplace_back(std::move(bytes));
    zip_source_t* source = zip_source_buffer(zip, kept.data(), kept.size(), 0);
    const zip_int64_t at = source ? zip_file_add(zip, name.c_str(), source, ZIP_FL_ENC_UTF_8) : -1;
    if (at < 0) {
        if (source) zip_source_free(source);
        open_->failed = true;
        return;
    }
    zip_file_set_dostime(zip, static_cast<zip_uint64_t>(at), 0, 0x21, 0);
    if (plain) zip_set_file_compression(zip, static_cast<zip_uint64_t>(at), ZIP_CM_STORE, 0);
}

std::expected<void, std::string> PackageWriter::close()
{
    zip_t* zip = std::exchange(open_->zip, nullptr);
    if (open_->failed) {
        zip_discard(zip);
        return std::unexpected(open_->path.string() + " cannot be written");
    }
    if (zip_close(zip) != 0) {
        const std::string why = zip_strerror(zip);
        zip_discard(zip);
        return std::unexpected(open_->path.string() + " cannot be written: " + why);
    }
    return {};
}

} // namespace wr
