#include "core/standards/en1993/table_3_1.h"

#include "core/base/shipped.h"
#include "core/grades/grades.h"
#include "core/standards/en1993/options.h"

#include <algorithm>

namespace wr::en1993 {

namespace {

const std::vector<Grade>& table31()
{
    static const std::vector<Grade> grades = readGrades(shippedFile("standards/en1993-table-3-1.csv")).value();
    return grades;
}

} // namespace

StrengthSteps strengthSteps(const Material& m, const Rules* rules)
{
    StrengthSteps product = stepsOf(m);
    if (!rules || m.grade.empty()) return product;
    const auto& own = static_cast<const EnRules&>(*rules);
    const Options::Strength source =
        own.options.strength != Options::Strength::Unstated ? own.options.strength : own.national.strength;
    const Grade* g = findGrade(m.grade);
    if (source != Options::Strength::Table31 || !g) return product;
    const auto it = std::find_if(table31().begin(), table31().end(), [&](const Grade& t) { return t.name == g->name; });
    if (it == table31().end()) return product;
    StrengthSteps out = stepsWith(m, &*it);
    out.nominal = product.nominal; // the number in the grade's name
    return out;
}

} // namespace wr::en1993
