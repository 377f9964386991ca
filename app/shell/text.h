// Words of the core in the window's kind of string.
#pragma once

#include <QString>
#include <string_view>

namespace wr {

inline QString str(std::string_view s)
{
    return QString::fromUtf8(s.data(), static_cast<qsizetype>(s.size()));
}

} // namespace wr
