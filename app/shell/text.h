// Words of the core in the window's kind of string.
#pragma once

#include "core/base/units.h"

#include <QString>
#include <string_view>

namespace wr {

inline QString str(std::string_view s)
{
    return QString::fromUtf8(s.data(), static_cast<qsizetype>(s.size()));
}

// A number with so many decimals, with the user's decimal mark.
inline QString decimal(double value, int places)
{
    QString s = QString::number(value, 'f', places);
    if (const char mark = decimalMark(); mark != '.') s.replace('.', mark);
    return s;
}

} // namespace wr
