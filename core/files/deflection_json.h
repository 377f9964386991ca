// Limits of deflection in the frame file: "deflection" of a brief, and of a set of national parameters.
#pragma once

#include "core/files/json_cursor.h"

namespace wr {

// An array of limits: {"kind", "of", "along", "members", "span", "cantilever", "most"}.
std::vector<DeflectionLimit> readDeflectionLimits(const Json* array, const std::string& pointer, const UnitSystem& u,
                                                  std::vector<Finding>& findings);
Json deflectionLimitsJson(const std::vector<DeflectionLimit>& limits, const UnitSystem& u);

Json deflectionLimitProperties(); // of one, for the schema

// "kind" of a service combination, or of a limit for such; empty where it is not stated.
std::string readServiceKind(Cursor& c);

} // namespace wr
