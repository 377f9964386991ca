// Comparison with published values by LRFD and ASD, for the worked examples.
#pragma once

#include "core/standards/aisc360/section.h"
#include "tests/support.h"

#include <map>

namespace wr::test {

constexpr double kipFt = kKip * kFoot;
constexpr double kPublished = 0.005; // three digits from tabulated, rounded properties

// LRFD and ASD values of one function of a Context, in `unit`.
template <class F>
void both(const Alone& a, double lrfd, double asd, double unit, F value, double tolerance = kPublished, int edition = 2022)
{
    using aisc360::Context, aisc360::Method;
    const Context l(a.input, Method{true, edition}), s(a.input, Method{false, edition});
    CHECK_THAT(value(l) / unit, Catch::Matchers::WithinRel(lrfd, tolerance));
    CHECK_THAT(value(s) / unit, Catch::Matchers::WithinRel(asd, tolerance));
}

// Last value of each symbol of a calculation.
inline std::map<std::string, double> steps(const Trace& t)
{
    std::map<std::string, double> v;
    for (const TraceStep& s : t.steps)
        v[std::string(s.label.symbol)] = s.value;
    return v;
}

} // namespace wr::test
