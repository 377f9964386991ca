// What the test of stiffness and the shape of what frames in come to: held directions, flanges and twist, place by place.
#pragma once

#include "core/members/holds.h"
#include "core/restraint/restraint.h"

#include <functional>
#include <string>
#include <vector>

namespace wr {

// What the brief of an element's member says it holds of what it frames into; null or empty: nothing.
using FramingHolds = std::function<const std::vector<Hold>*(int element)>;

// By place, both ends always among it. A place held sideways by a support holds flanges and twist as well; an element that
// frames in over at least half of the member's depth (a beam across the side of a column always) holds both flanges and twist;
// a lighter one, or a bar, the top flange only, which is said (flangeAssumed). Where bending is carried into the joint, its
// torsional stiffness decides on twist instead of the depth. What a brief says of an element goes before both: flanges and
// twist are as it says, wherever the stiffness shows a hold sideways at all.
std::vector<HoldPoint> foundHolds(const Frame& f, const Member& m, const MemberRestraint& r, const FramingHolds& framing = {});

// "element B2 frames in: 5.2 times the stiffness needed along y (U3)"
std::string holdWords(const Frame& f, const ForceTable& forces, const HoldPoint& p);

} // namespace wr
