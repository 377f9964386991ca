#include "core/frame/strength.h"

#include "core/base/shipped.h"
#include "core/grades/grades.h"

#include <algorithm>

namespace wr {

double thickestWall(const Shape& s)
{
    return std::max({s.tf, s.tf2, s.tw, s.t, s.kind == ShapeKind::BarRound ? s.d : 0.0,
                     s.kind == ShapeKind::BarFlat ? std::min(s.h, s.b) : 0.0});
}

namespace {

Strength strengthFrom(const Grade* g, const Material& m, const Shape& s)
{
    Strength out;
    if (g || !m.steps.empty())
        if (const auto stated = g ? strengthAt(*g, thickestWall(s)) : strengthAt(m.steps, thickestWall(s))) out = *stated;
    if (m.fy) out.fy = *m.fy;
    if (m.fu) out.fu = *m.fu;
    return out;
}

const std::vector<Grade>& table31()
{
    static const std::vector<Grade> grades = readGrades(shippedFile("standards/en1993-table-3-1.csv")).value();
    return grades;
}

} // namespace

Strength strengthOf(const Material& m, const Shape& s)
{
    return strengthFrom(m.grade.empty() ? nullptr : findGrade(m.grade), m, s);
}

double nominalYield(const Material& m)
{
    if (m.fy) return *m.fy;
    if (!m.steps.empty()) return m.steps.front().fy;
    const Grade* g = m.grade.empty() ? nullptr : findGrade(m.grade);
    return g && !g->steps.empty() ? g->steps.front().fy : 0;
}

Strength strengthByTable31(const Material& m, const Shape& s)
{
    const Grade* g = m.grade.empty() ? nullptr : findGrade(m.grade);
    if (g)
        for (const Grade& t : table31())
            if (t.name == g->name) g = &t;
    return strengthFrom(g, m, s);
}

} // namespace wr
