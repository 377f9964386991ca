// Names of units as a file or an answer states them.
#pragma once

#include "core/base/units.h"
#include "core/files/json_cursor.h"
#include "core/files/json_value.h"

#include <algorithm>
#include <utility>

namespace wr {

inline Json unitsJson(const UnitSystem& u)
{
    return {{"length", u.length}, {"force", u.force}, {"section", u.section},
            {"stress", u.stress}, {"angle", u.angle}, {"mass", u.mass}};
}

// The key "units" of a file, where it is there; a name that is none of its kind is a fault.
inline void readUnits(Cursor& top, UnitSystem& u, std::vector<Finding>& findings)
{
    const Json* v = top.object("units");
    if (!v) return;
    Cursor c(*v, top.at("units"), findings);
    for (const auto& [key, into] : {std::pair{"length", &u.length},
                                    {"force", &u.force},
                                    {"section", &u.section},
                                    {"stress", &u.stress},
                                    {"angle", &u.angle},
                                    {"mass", &u.mass}}) {
        const auto name = c.text(key);
        if (!name) continue;
        const auto allowed = allowedUnits(key);
        if (std::find(allowed.begin(), allowed.end(), *name) == allowed.end())
            c.fault("frame.value", key, inQuotes(*name) + " is not a unit known here; allowed: " + joined(allowed));
        else
            *into = *name;
    }
    c.finish();
}

} // namespace wr
