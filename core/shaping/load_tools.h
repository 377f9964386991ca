// The tools for loads: what they ask for, and the edits that come of it.
#pragma once

#include "core/shaping/typed.h"

namespace wr {

std::vector<ShapeField> loadFields(std::string_view tool, const Frame& f);
// Faults stand in `t`.
ShapeEdit loadEdit(std::string_view tool, Typed& t, const Frame& f, std::vector<int> elements, std::vector<int> nodes);

} // namespace wr
