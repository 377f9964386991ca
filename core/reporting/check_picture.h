// Charts of a check on paper: strength over length, axial force against moments. The data are the standard's own.
#pragma once

#include "core/paper/measure.h"
#include "core/standards/pictures.h"

namespace wr {

// Width in pt.
Picture lengthPicture(const LengthCurve& c, const UnitSystem& u, double width, const TextMeasure& measure);
// governing: the set whose point is the current one.
Picture interactionPicture(const InteractionDiagram& d, SetRow governing, const UnitSystem& u, double width,
                           const TextMeasure& measure);

} // namespace wr
