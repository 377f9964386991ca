// Typeset mathematics: fractions, roots, powers and subscripts from the formulas of a trace. Symbols italic, numbers upright.
#pragma once

#include "core/base/expression.h"
#include "core/paper/measure.h"

#include <functional>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace wr {

// A laid-out piece of mathematics, its baseline at y = 0 and its left edge at x = 0.
struct MathBox
{
    double width = 0, ascent = 0, descent = 0;
    std::vector<Mark> marks;
    double height() const { return ascent + descent; }
};

class MathSetter
{
public:
    explicit MathSetter(const TextMeasure& measure) : measure_(measure) {}

    MathBox text(std::string_view s, double size, Ink ink, Face face = Face::Plain) const;
    // "lambda_pf": λ with pf.
    MathBox symbol(std::string_view name, double size, Ink ink) const;
    // `values` replaces a symbol by words (a number with its unit).
    using SymbolText = std::function<std::optional<std::string>(const std::string& symbol)>;
    MathBox formula(const Expression& e, double size, Ink ink, const SymbolText& values = {}) const;
    MathBox inRow(std::vector<MathBox> boxes, double gap) const;
    const TextMeasure& measure() const { return measure_; }

private:
    const TextMeasure& measure_;
};

// "lambda" → "λ"; what is no name of a letter stays.
std::string letterOf(std::string_view name);
// The bar over a letter ("lambdabar"): the letter under it, where there is one.
std::optional<std::string> barredLetter(std::string_view name);

} // namespace wr
