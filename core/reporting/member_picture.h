// A member as a picture: its section to scale, what holds it with its lengths, and the forces along it in one combination.
#pragma once

#include "core/checking/runner.h"
#include "core/paper/measure.h"

namespace wr {

// Width in pt. `outcome`: the check whose combination and stretch are shown; null: without forces.
Picture memberPicture(const CheckModel& model, size_t member, const CheckOutcome* outcome, double width,
                      const TextMeasure& measure);

// A section to scale with its depth and width.
Picture sectionPicture(const Shape& s, const UnitSystem& u, double width, double height, const TextMeasure& measure);

} // namespace wr
