// Limits of deflection in the frame file: "deflection" of a brief, and of a set of national parameters.
#pragma once

#include "core/files/json_cursor.h"

namespace wr {

// An array of limits: {"kind", "of", "along", "members", "span", "cantilever", "most"}.
std::vector<DeflectionLimit> readDeflectionLimits(const Json* array, const std::string& pointer, const UnitSystem& u,
                                                  std::vector<Finding>& findings);
Json deflectionLimitsJson(const std::vector<DeflectionLimit>& limits, const UnitSystem& u);

void readDeflection(Cursor& c, const UnitSystem& u, std::vector<Finding>& findings, DeflectionRules& r);
Json deflectionJson(const DeflectionRules& r, const UnitSystem& u); // empty where nothing is stated

// Kinds of service combinations.
std::span<const std::string_view> serviceKinds();

} // namespace wr
