#include "core/frame/strength.h"

#include <algorithm>

namespace wr {

double thickestWall(const Shape& s)
{
    return std::max({s.tf, s.tf2, s.tw, s.t, s.kind == ShapeKind::BarRound ? s.d : 0.0,
                     s.kind == ShapeKind::BarFlat ? std::min(s.h, s.b) : 0.0});
}

Strength strengthOf(const Material& m, const Shape& s)
{
    Strength out;
    const Grade* g = m.grade.empty() ? nullptr : findGrade(m.grade);
    if (g || !m.steps.empty())
        if (const auto stated = g ? strengthAt(*g, thickestWall(s)) : strengthAt(m.steps, thickestWall(s))) out = *stated;
    if (m.fy) out.fy = *m.fy;
    if (m.fu) out.fu = *m.fu;
    return out;
}

} // namespace wr
