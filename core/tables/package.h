// A file that is a package of others (ZIP), as spreadsheets are: parts by name, unpacked piece by piece within limits.
#pragma once

#include "core/tables/sheet.h"

#include <expected>
#include <filesystem>
#include <functional>
#include <memory>
#include <string>
#include <vector>

namespace wr {

class Package
{
public:
    // The error is a sentence. Encrypted packages and packages with more parts than a spreadsheet has are refused.
    static std::expected<Package, std::string> open(const std::filesystem::path& path, const TableLimits& limits);
    // The same of bytes in memory.
    static std::expected<Package, std::string> ofBytes(std::string bytes, const TableLimits& limits);
    Package(Package&&) noexcept;
    Package& operator=(Package&&) noexcept;
    ~Package();

    const std::vector<std::string>& names() const;
    bool has(const std::string& name) const;
    // Bytes of a part as it says itself; 0: it is not there.
    size_t size(const std::string& name) const;

    // Hands a part over in pieces until `piece` says false. The error: it is not there, damaged, unfolds to more than the
    // limits allow. False: it was stopped.
    std::expected<bool, std::string> each(const std::string& name, const std::function<bool(std::string_view)>& piece) const;
    // Small ones as a whole.
    std::expected<std::string, std::string> whole(const std::string& name, size_t atMost = 50'000'000) const;

private:
    struct Open;
    static std::expected<Package, std::string> listed(std::unique_ptr<Open> open);
    explicit Package(std::unique_ptr<Open> open);
    std::unique_ptr<Open> open_;
};

} // namespace wr
