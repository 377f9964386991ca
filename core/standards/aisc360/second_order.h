// Second order by AISC 360-22: stiffness of the direct analysis method (chapter C), loads of ASD, Cm of Appendix 8.
#pragma once

#include "core/analysis/second_order_rules.h"

namespace wr::aisc360 {

extern const SecondOrderRules kSecondOrder;

} // namespace wr::aisc360
