#include "core/standards/common/steel.h"

#include <algorithm>
#include <fmt/format.h>

namespace wr {

Steel steelOf(const Material& m, const StrengthSteps& steps, const Shape& s)
{
    Steel out;
    out.e = m.e;
    out.g = m.g;
    const Strength strength = steps.at(thickestWall(s));
    out.fy = strength.fy;
    out.fu = strength.fu;
    out.fyNominal = std::max(out.fy, steps.nominal);
    if (steps.stepped && !(out.fy > 0 && out.fu > 0))
        out.reason = fmt::format("{} states no strength for a thickness of {:.1f} mm: give fy and fu, or another grade",
                                 m.grade.empty() ? "material " + m.id : m.grade, thickestWall(s) * 1000);
    if (out.reason.empty() && !(out.fy > 0)) out.reason = "material " + m.id + " has no yield strength: give fy, or a grade";
    if (out.reason.empty() && !(out.fu > 0)) out.reason = "material " + m.id + " has no tensile strength: give fu, or a grade";
    return out;
}

} // namespace wr
