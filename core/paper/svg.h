// Pictures as SVG: alone in a file, or inside a page of HTML.
#pragma once

#include "core/paper/mark.h"

#include <string>
#include <string_view>

namespace wr {

// For text between tags and for values of attributes; characters that no XML may hold are left out.
std::string xmlText(std::string_view s);
// `alone`: a whole file; else a part of HTML that shrinks with its column.
std::string svgOf(const Picture& p, bool alone);

} // namespace wr
