// A file that is a package of others (ZIP), written. The same parts give the same bytes: all are of 1 January 1980.
#pragma once

#include <expected>
#include <filesystem>
#include <memory>
#include <string>

namespace wr {

class PackageWriter
{
public:
    // The error: it cannot be written there.
    static std::expected<PackageWriter, std::string> open(const std::filesystem::path& path);
    PackageWriter(PackageWriter&&) noexcept;
    PackageWriter& operator=(PackageWriter&&) noexcept;
    ~PackageWriter(); // nothing is left where it was not closed

    // plain: not packed, as the first part of some formats has to be.
    void add(const std::string& name, std::string bytes, bool plain = false);
    std::expected<void, std::string> close();

private:
    struct Open;
    explicit PackageWriter(std::unique_ptr<Open> open);
    std::unique_ptr<Open> open_;
};

} // namespace wr
