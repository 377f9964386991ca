#include "core/paper/utilisation_ink.h"

#include <array>
#include <cmath>

namespace wr {

namespace {

// Darkens steadily up to the limit, so that it reads in grey print.
constexpr std::array kRamp{InkAnchor{0.00, 0xE4E7E2}, InkAnchor{0.25, 0xB9D2CF}, InkAnchor{0.50, 0x7FB3B5},
                           InkAnchor{0.75, 0x3F8A98}, InkAnchor{0.90, 0x1D6478}, InkAnchor{1.00, 0x0B3F57}};
constexpr std::array kOver{InkAnchor{1.00, 0xE8590C}, InkAnchor{2.00, 0x7A1F0A}};
constexpr Ink kUnchecked = 0x8A8F98;

} // namespace

Ink utilisationInk(double u)
{
    if (!std::isfinite(u)) return kUnchecked;
    return u <= 1.0 ? inkAlong(kRamp, u) : inkAlong(kOver, u);
}

} // namespace wr
