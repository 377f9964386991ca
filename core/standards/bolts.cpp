#include "core/standards/bolts.h"

#include <algorithm>
#include <cmath>

namespace wr {

double BoltLook::top() const
{
    return std::max({shear, bearing, tension, together});
}

std::string boltFault(const BoltLayout& b)
{
    if (b.count < 1 || b.count > 1000) return "between 1 and 1000 bolts";
    if (!(b.diameter >= 0.005) || b.diameter > 0.1) return "bolts of 5 to 100 mm";
    if (b.planes < 1 || b.planes > 2) return "a bolt is sheared in one plane or in two";
    if (!(b.plate > 0) || b.plate > 1) return "the thickness of the plate is missing";
    if (!(b.plateFu > 0) || !std::isfinite(b.plateFu)) return "the strength of the plate is missing";
    for (const double x : {b.edge, b.pitch, b.edgeAcross, b.pitchAcross})
        if (x < 0 || !std::isfinite(x)) return "distances are not negative";
    return {};
}

} // namespace wr
