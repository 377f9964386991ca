// Sets of national parameters in the frame file.
#pragma once

#include "core/files/json_cursor.h"

namespace wr {

// A set of the frame's own: recommended values where it says nothing. "standard" names the family it is for; without it the
// first that has national parameters.
NationalSet readNational(Cursor& c, std::string id, const UnitSystem& u, std::vector<Finding>& findings);
Json nationalJson(const NationalSet& n, const UnitSystem& u);

} // namespace wr
