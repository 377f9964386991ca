#include "core/paper/mathml.h"

#include "core/paper/math.h"
#include "core/paper/svg.h"

namespace wr {

namespace {

using Kind = Expression::Kind;

class Writer
{
public:
    explicit Writer(const std::function<std::optional<std::string>(const std::string&)>& values) : values_(values) {}

    std::string set(const Expression& e) const
    {
        const auto part = [&](size_t k) { return set(e.parts[k]); };
        switch (e.kind) {
        case Kind::Number: return "<mn>" + xmlText(e.text) + "</mn>";
        case Kind::Symbol: return symbol(e.text);
        case Kind::Negative: return "<mrow><mo>−</mo>" + part(0) + "</mrow>";
        case Kind::Sum: return "<mrow>" + part(0) + "<mo>+</mo>" + part(1) + "</mrow>";
        case Kind::Difference: return "<mrow>" + part(0) + "<mo>−</mo>" + term(e.parts[1]) + "</mrow>";
        case Kind::Product:
            return "<mrow>" + term(e.parts[0]) + (values_ ? "<mo>·</mo>" : "<mo>&#x2062;</mo>") + term(e.parts[1]) + "</mrow>";
        case Kind::Quotient: return "<mfrac>" + part(0) + part(1) + "</mfrac>";
        case Kind::Power: {
            const Kind k = e.parts[0].kind;
            const bool bare =
                k == Kind::Number || (k == Kind::Symbol && !values_) || (k == Kind::Call && e.parts[0].text == "pi");
            return "<msup>" + (bare ? part(0) : bracketed(part(0))) + part(1) + "</msup>";
        }
        case Kind::Call: break;
        }
        if (e.text == "pi") return "<mi>π</mi>";
        if (e.text == "sqrt") return "<msqrt>" + part(0) + "</msqrt>";
        std::string inside;
        for (size_t k = 0; k < e.parts.size(); ++k)
            inside += (k ? "<mo>,</mo>" : "") + part(k);
        return "<mrow><mi mathvariant=\"normal\">" + xmlText(e.text) + "</mi>" + bracketed(inside) + "</mrow>";
    }

private:
    static std::string bracketed(const std::string& s) { return "<mrow><mo>(</mo>" + s + "<mo>)</mo></mrow>"; }
    std::string term(const Expression& e) const
    {
        const bool sum = e.kind == Kind::Sum || e.kind == Kind::Difference || e.kind == Kind::Negative;
        return sum ? bracketed(set(e)) : set(e);
    }
    std::string symbol(const std::string& name) const
    {
        if (values_)
            if (const auto v = values_(name)) return mathWords(*v);
        return mathSymbol(name);
    }
    const std::function<std::optional<std::string>(const std::string&)>& values_;
};

} // namespace

std::string mathOf(const Expression& e, const std::function<std::optional<std::string>(const std::string&)>& values)
{
    return Writer(values).set(e);
}

std::string mathSymbol(std::string_view name)
{
    const auto cut = name.find('_');
    const std::string_view letter = name.substr(0, cut);
    const auto barred = barredLetter(letter);
    std::string main = barred ? "<mover accent=\"true\"><mi>" + xmlText(*barred) + "</mi><mo>¯</mo></mover>"
                              : "<mi>" + xmlText(letterOf(letter)) + "</mi>";
    if (cut == std::string_view::npos) return main;
    return "<msub>" + main + "<mtext>" + xmlText(letterOf(name.substr(cut + 1))) + "</mtext></msub>";
}

std::string mathWords(std::string_view words)
{
    return "<mtext>" + xmlText(words) + "</mtext>";
}

} // namespace wr
