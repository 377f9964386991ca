// The tiny arithmetic language of printed formulas: numbers, symbols, + - * / ^, brackets, functions.
// One parser serves the test that recomputes every printed step and the drawing of typeset mathematics.
#pragma once

#include <expected>
#include <functional>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace wr {

struct Expression
{
    enum class Kind { Number, Symbol, Negative, Sum, Difference, Product, Quotient, Power, Call };
    Kind kind = Kind::Number;
    std::string text;              // digits of a number, name of a symbol or function
    std::vector<Expression> parts; // operands, left to right
};

// Parses; the error says what is wrong and at which column (from 1).
std::expected<Expression, std::string> parseExpression(std::string_view text);

// Value with symbols looked up by `lookup`; functions: sqrt min max abs pi() exp ln sin cos tan. An unknown symbol or function
// is an error that names it.
using Lookup = std::function<std::optional<double>(std::string_view)>;
std::expected<double, std::string> evaluate(const Expression& e, const Lookup& lookup);

} // namespace wr
