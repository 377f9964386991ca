// Recomputes every printed formula of a trace from the values printed before it.
#pragma once

#include "core/base/expression.h"
#include "core/standards/trace.h"

#include <catch2/catch.hpp>
#include <map>
#include <string>

namespace wr::test {

inline int recompute(const Trace& t)
{
    std::map<std::string, double, std::less<>> seen;
    int formulas = 0;
    for (const TraceStep& s : t.steps) {
        if (s.kind != TraceStep::Kind::Value) continue;
        CAPTURE(s.label.symbol, s.label.formula, s.label.clause);
        if (!s.label.formula.empty()) {
            const auto e = parseExpression(s.label.formula);
            REQUIRE(e.has_value());
            const auto v = evaluate(*e, [&](std::string_view name) -> std::optional<double> {
                const auto it = seen.find(name);
                return it == seen.end() ? std::nullopt : std::optional(it->second);
            });
            if (!v) UNSCOPED_INFO(v.error());
            REQUIRE(v.has_value());
            CHECK_THAT(*v, Catch::Matchers::WithinRel(s.value, 1e-12));
            ++formulas;
        }
        seen[std::string(s.label.symbol)] = s.value;
    }
    return formulas;
}

} // namespace wr::test
