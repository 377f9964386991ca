// Whether forces that came with the file hold notional loads or imperfections, where nobody said so.
#pragma once

#include "core/standards/whole_frame.h"

#include <string>
#include <string_view>
#include <vector>

namespace wr {

// Finding forces.notional, for strength combinations of which none of the cases pushes sideways (`which`, in words). Not asked
// of what cannot sway: no element stands upright, or the frame is stated not to sway. `clause`: that asks for them.
void askForNotional(const WholeFrame& model, const std::string& which, std::string_view clause, std::vector<Finding>& out);

// "; the given forces may hold them", "; they are said to be in the given forces", or nothing.
std::string notionalWords(const ForceTable& t);

} // namespace wr
