// The steel of a member at its thickness.
#pragma once

#include "core/frame/strength.h"
#include "core/standards/check.h"

namespace wr {

// Strength at the shape's thickest wall, or the reason why there is none.
Steel steelOf(const Material& m, const StrengthSteps& steps, const Shape& s);
inline Steel steelOf(const Material& m, const Shape& s)
{
    return steelOf(m, stepsOf(m), s);
}

} // namespace wr
