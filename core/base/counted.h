// "1 member", "2 members".
#pragma once

#include <fmt/format.h>
#include <string>
#include <string_view>

namespace wr {

inline std::string counted(size_t n, std::string_view one, std::string_view many = "")
{
    return n == 1 ? fmt::format("1 {}", one) : many.empty() ? fmt::format("{} {}s", n, one) : fmt::format("{} {}", n, many);
}

} // namespace wr
