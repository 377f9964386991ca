#include "core/reporting/trace_math.h"

#include "core/paper/mathml.h"
#include "core/reporting/trace_layout.h"

namespace wr {

std::string TraceMath::line(const TraceStep& s)
{
    const std::string value = units_.text(s.label.quantity, s.value);
    std::string out = "<mrow>" + mathSymbol(s.label.symbol) + "<mo>=</mo>";
    if (const auto& e = parsedFormula(s.label.formula); e && !s.label.formula.empty()) {
        out += mathOf(*e) + "<mo>=</mo>";
        if (e->kind != Expression::Kind::Symbol && e->kind != Expression::Kind::Number)
            out += mathOf(*e,
                          [&](const std::string& symbol) -> std::optional<std::string> {
                              const auto it = seen_.find(symbol);
                              return it == seen_.end() ? std::nullopt : std::optional(it->second);
                          }) +
                   "<mo>=</mo>";
    }
    seen_[std::string(s.label.symbol)] = value;
    return out + mathWords(value) + "</mrow>";
}

} // namespace wr
