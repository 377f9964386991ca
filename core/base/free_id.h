// A name that no row of a table has yet: "W12X65", "W12X65 (2)".
#pragma once

#include "core/base/rows.h"

#include <algorithm>
#include <fmt/format.h>
#include <string>

namespace wr {

template <class T> std::string freeId(const Rows<T>& list, const std::string& wish)
{
    std::string id = wish;
    for (int n = 2; std::any_of(list.begin(), list.end(), [&](const T& t) { return t.id == id; }); ++n)
        id = fmt::format("{} ({})", wish, n);
    return id;
}

} // namespace wr
