// Data files that are built into the library, so that a program finds them wherever it lies.
#pragma once

#include <span>
#include <string_view>

namespace wr {

struct ShippedFile
{
    std::string_view name; // path below data/, e.g. "sections/w.csv"
    std::string_view text;
};

std::span<const ShippedFile> shippedFiles();
std::string_view shippedFile(std::string_view name); // empty if there is none

} // namespace wr
