#include "core/tables/package.h"

#include <algorithm>
#include <fmt/format.h>
#include <map>
#include <zip.h>

namespace wr {

namespace {

constexpr size_t kMostParts = 20'000;

struct Part
{
    zip_uint64_t index = 0;
    size_t size = 0, packed = 0;
};

struct CloseFile
{
    void operator()(zip_file_t* f) const { zip_fclose(f); }
};

} // namespace

struct Package::Open
{
    zip_t* zip = nullptr;
    std::string bytes; // where it is not a file
    TableLimits limits;
    std::vector<std::string> names;
    std::map<std::string, Part, std::less<>> parts;
    ~Open()
    {
        if (zip) zip_discard(zip);
    }
};

Package::Package(std::unique_ptr<Open> open) : open_(std::move(open)) {}
Package::Package(Package&&) noexcept = default;
Package& Package::operator=(Package&&) noexcept = default;
Package::~Package() = default;

std::expected<Package, std::string> Package::open(const std::filesystem::path& path, const TableLimits& limits)
{
    auto out = std::make_unique<Open>();
    out->limits = limits;
    int error = 0;
    out->zip = zip_open(path.c_str(), ZIP_RDONLY, &error);
    if (!out->zip) {
        zip_error_t e;
        zip_error_init_with_code(&e, error);
        std::string words = zip_error_strerror(&e);
        zip_error_fini(&e);
        return std::unexpected("the package cannot be opened: " + words);
    }
    return listed(std::move(out));
}

std::expected<Package, std::string> Package::ofBytes(std::string bytes, const TableLimits& limits)
{
    auto out = std::make_unique<Open>();
    out->limits = limits;
    out->bytes = std::move(bytes);
    zip_error_t error;
    zip_error_init(&error);
    zip_source_t* source = zip_source_buffer_create(out->bytes.data(), out->bytes.size(), 0, &error);
    if (source) out->zip = zip_open_from_source(source, ZIP_RDONLY, &error);
    if (!out->zip) {
        std::string words = zip_error_strerror(&error);
        zip_error_fini(&error);
        if (source) zip_source_free(source);
        return std::unexpected("the package cannot be opened: " + words);
    }
    zip_error_fini(&error);
    return listed(std::move(out));
}

std::expected<Package, std::string> Package::listed(std::unique_ptr<Open> out)
{
    const zip_int64_t n = zip_get_num_entries(out->zip, 0);
    if (n > static_cast<zip_int64_t>(kMostParts))
        return std::unexpected(fmt::format("a package of {} parts is no spreadsheet", n));
    for (zip_int64_t i = 0; i < n; ++i) {
        zip_stat_t s;
        zip_stat_init(&s);
        if (zip_stat_index(out->zip, static_cast<zip_uint64_t>(i), 0, &s) != 0 || !(s.valid & ZIP_STAT_NAME)) continue;
        if ((s.valid & ZIP_STAT_ENCRYPTION_METHOD) && s.encryption_method != ZIP_EM_NONE)
            return std::unexpected("the package is encrypted: save it without a password");
        std::string name = s.name;
        std::replace(name.begin(), name.end(), '\\', '/'); // as some writers have it
        if (name.starts_with('/')) name.erase(0, 1);
        const Part part{static_cast<zip_uint64_t>(i), s.valid & ZIP_STAT_SIZE ? static_cast<size_t>(s.size) : 0,
                        s.valid & ZIP_STAT_COMP_SIZE ? static_cast<size_t>(s.comp_size) : 0};
        if (out->parts.emplace(name, part).second) out->names.push_back(name);
    }
    return Package(std::move(out));
}

const std::vector<std::string>& Package::names() const
{
    return open_->names;
}

bool Package::has(const std::string& name) const
{
    return open_->parts.contains(name);
}

size_t Package::size(const std::string& name) const
{
    const auto at = open_->parts.find(name);
    return at == open_->parts.end() ? 0 : at->second.size;
}

std::expected<bool, std::string> Package::each(const std::string& name,
                                               const std::function<bool(std::string_view)>& piece) const
{
    const auto at = open_->parts.find(name);
    if (at == open_->parts.end()) return std::unexpected("the part " + name + " is missing");
    const TableLimits& limits = open_->limits;
    const std::unique_ptr<zip_file_t, CloseFile> file(zip_fopen_index(open_->zip, at->second.index, 0));
    if (!file) return std::unexpected("the part " + name + " cannot be unpacked: " + zip_strerror(open_->zip));
    std::string buffer(1u << 18, '\0');
    size_t total = 0;
    while (true) {
        const zip_int64_t n = zip_fread(file.get(), buffer.data(), buffer.size());
        if (n < 0) return std::unexpected("the part " + name + " is damaged: " + zip_file_strerror(file.get()));
        if (n == 0) return true;
        total += static_cast<size_t>(n);
        // What stands in the package's own list may lie: what comes out counts.
        const double unfolds = static_cast<double>(total) / static_cast<double>(std::max<size_t>(at->second.packed, 1));
        if (total > limits.bytes || (total > limits.unfoldsFrom && unfolds > limits.unfolds))
            return std::unexpected(fmt::format("the part {} unfolds to more than {} MB from {} kB: it is not read further",
                                               name, total / 1'000'000, at->second.packed / 1000));
        if (!piece(std::string_view(buffer).substr(0, static_cast<size_t>(n)))) return false;
    }
}

std::expected<std::string, std::string> Package::whole(const std::string& name, size_t atMost) const
{
    std::string out;
    const auto done = each(name, [&](std::string_view piece) {
        out += piece;
        return out.size() <= atMost;
    });
    if (!done) return std::unexpected(done.error());
    if (!*done) return std::unexpected(fmt::format("the part {} is larger than {} MB", name, atMost / 1'000'000));
    return out;
}

} // namespace wr
