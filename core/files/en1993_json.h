// What EN 1993 asks in the frame file: "en1993" of a brief, and sets of national parameters.
#pragma once

#include "core/files/json_cursor.h"
#include "core/frame/national.h"

namespace wr {

void readEn1993(Cursor& c, En1993Options& o);
Json en1993Json(const En1993Options& o); // empty where nothing is stated

// A set of the frame's own: recommended values where it says nothing.
NationalParameters readNational(Cursor& c, std::string id, const UnitSystem& u, std::vector<Finding>& findings);
Json nationalJson(const NationalParameters& n, const UnitSystem& u);

} // namespace wr
