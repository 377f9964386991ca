// Names of the national parameters of EN 1993 in files, one table for every reader and writer.
#pragma once

#include "core/frame/design.h"

#include <array>
#include <span>

namespace wr {

struct NationalKey
{
    std::string_view key;
    double NationalParameters::*value;
    double least, most; // what may be stated
};
std::span<const NationalKey> nationalKeys();

// Words of the choices; the first of each list stands for "unstated" and is not written.
std::span<const std::string_view> ltbMethodNames();         // "", general, rolled, simplified
std::span<const std::string_view> interactionMethodNames(); // "", annex-a, annex-b, general
std::span<const std::string_view> strengthSourceNames();    // "", table-3.1, product

} // namespace wr
