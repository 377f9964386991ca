// Names of units as a file or an answer states them.
#pragma once

#include "core/base/units.h"
#include "core/files/json_value.h"

namespace wr {

inline Json unitsJson(const UnitSystem& u)
{
    return {{"length", u.length}, {"force", u.force}, {"section", u.section},
            {"stress", u.stress}, {"angle", u.angle}, {"mass", u.mass}};
}

} // namespace wr
