// Formulas as MathML (W3C MathML 3, presentation), for browsers and office programs.
#pragma once

#include "core/base/expression.h"

#include <functional>
#include <optional>
#include <string>
#include <string_view>

namespace wr {

// `values` replaces a symbol by words, as in MathSetter.
std::string mathOf(const Expression& e, const std::function<std::optional<std::string>(const std::string&)>& values = {});
std::string mathSymbol(std::string_view name); // "lambda_pf"
std::string mathWords(std::string_view words); // upright text

} // namespace wr
