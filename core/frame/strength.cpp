#include "core/frame/strength.h"

#include "core/grades/grades.h"

#include <algorithm>

namespace wr {

double thickestWall(const Shape& s)
{
    return std::max({s.tf, s.tf2, s.tw, s.t, s.kind == ShapeKind::BarRound ? s.d : 0.0,
                     s.kind == ShapeKind::BarFlat ? std::min(s.h, s.b) : 0.0});
}

Strength StrengthSteps::at(double thickness) const
{
    Strength out;
    if (const auto found = strengthAt(steps, thickness)) out = *found;
    if (fy) out.fy = *fy;
    if (fu) out.fu = *fu;
    return out;
}

StrengthSteps stepsWith(const Material& m, const Grade* grade)
{
    StrengthSteps out;
    out.steps = grade ? grade->steps : m.steps;
    out.fy = m.fy;
    out.fu = m.fu;
    out.stepped = !m.grade.empty() || !m.steps.empty();
    out.nominal = m.fy ? *m.fy : !out.steps.empty() ? out.steps.front().fy : 0;
    return out;
}

StrengthSteps stepsOf(const Material& m)
{
    return stepsWith(m, m.grade.empty() ? nullptr : findGrade(m.grade));
}

} // namespace wr
