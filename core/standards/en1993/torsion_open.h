// EN 1993-1-1 6.2.7 for open sections: St Venant and warping stresses by the elastic theory (open_torsion.h), with the stresses
// of all other forces against 6.2.1(5).
#pragma once

#include "core/standards/common/open_torsion.h"
#include "core/standards/en1993/section.h"

namespace wr::en1993 {

// Share of the shear yield stress that St Venant torsion alone takes: T·t/It.
double openTorsionShare(const Context& c, double t);

struct OpenTorsion
{
    double ratio = 0, at = 0;
    size_t station = 0;
};
Twist twistOf(const Context& c, const Demands& d, size_t set);
OpenTorsion openTorsion(const Context& c, const Demands& d, size_t set);
// At one station: square root of the left side of 6.1, which grows with the loads as a ratio does.
template <class Sink>
double openTorsionAt(const Context& c, const Demands& d, size_t set, const Twist& twist, size_t station, Sink& sink);

} // namespace wr::en1993
