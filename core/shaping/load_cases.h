// Cases found by name, and results that came with the frame let go where loads under them change.
#pragma once

#include "core/shaping/shape_edit.h"

namespace wr {

// The place of a case; the error names those there are.
std::expected<int, std::string> caseNamed(const Frame& f, const std::string& id);

// Results that came with the frame, of the case and of what is made of it, are of other loads from here on: they go. What is
// said of it; empty: there were none.
std::string letResultsGo(Frame& f, int loadCase);

// Largest absolute component.
double largest(const Vec3& v);

} // namespace wr
