#include "core/base/expression.h"

#include <catch2/catch.hpp>
#include <cmath>

using namespace wr;
using Catch::Matchers::WithinRel;

namespace {
double value(const char* text)
{
    const auto e = parseExpression(text);
    INFO(text);
    REQUIRE(e.has_value());
    const auto v = evaluate(*e, [](std::string_view s) -> std::optional<double> {
        if (s == "F_y") return 50.0;
        if (s == "M_c,x") return 7.0;
        if (s == "x") return 2.0;
        return std::nullopt;
    });
    REQUIRE(v.has_value());
    return *v;
}
} // namespace

TEST_CASE("expression: precedence, powers, functions", "[expression]")
{
    CHECK(value("1 + 2*3") == 7);
    CHECK(value("(1 + 2)*3") == 9);
    CHECK(value("8/4/2") == 1);
    CHECK(value("7 - 2 - 1") == 4);
    CHECK(value("2^3^2") == 512);
    CHECK(value("-x^2") == -4);
    CHECK(value("2^-1") == 0.5);
    CHECK_THAT(value("0.658^(F_y/100)*F_y"), WithinRel(50 * std::pow(0.658, 0.5), 1e-14));
    CHECK(value("min(3, x, 5) + max(1, 4)") == 6);
    CHECK_THAT(value("pi()^2*sqrt(x)"), WithinRel(9.869604401089358 * std::sqrt(2.0), 1e-14));
    CHECK(value("M_c,x*2") == 14);
    CHECK(value("1.5e3 + 0") == 1500);
}

TEST_CASE("expression: what cannot be read is named with its column", "[expression]")
{
    for (const char* bad : {"", "1 +", "2 3", "(1", "min(", "*4", "a b"}) {
        INFO(bad);
        const auto e = parseExpression(bad);
        REQUIRE_FALSE(e.has_value());
        CHECK(e.error().find("column") != std::string::npos);
    }
    const auto unknown = evaluate(*parseExpression("y + 1"), [](std::string_view) { return std::nullopt; });
    REQUIRE_FALSE(unknown.has_value());
    CHECK(unknown.error().find("y") != std::string::npos);
    CHECK_FALSE(evaluate(*parseExpression("foo(1)"), [](std::string_view) { return std::nullopt; }).has_value());
}
