#include "core/base/entry.h"

#include "core/base/expression.h"

#include <cmath>
#include <fmt/format.h>
#include <optional>
#include <regex>

namespace wr {

namespace {

// SI factor of a unit name for this kind of quantity.
std::optional<double> unitFor(Quantity q, const std::string& name)
{
    switch (q) {
    case Quantity::Length:
    case Quantity::SectionLength:
    case Quantity::Displacement:
        if (name == "'") return kFoot;
        if (name == "\"") return kInch;
        return unitLength(name);
    case Quantity::Force: return unitForce(name);
    case Quantity::Stress: return unitStress(name);
    case Quantity::Mass: return unitMass(name);
    case Quantity::Angle: return unitAngle(name);
    default: return std::nullopt;
    }
}

} // namespace

std::expected<double, std::string> readEntry(std::string_view text, Quantity q, const UnitSystem& u)
{
    // Every "number unit" becomes a bracket in SI; brackets that follow each other with nothing between are added ("12 ft 6
    // in").
    static const std::regex number(R"((\d+(?:\.\d*)?|\.\d+)\s*([A-Za-z]+|'|")?)");
    const std::string s(text);
    std::string rebuilt;
    bool anyUnit = false;
    auto at = s.cbegin();
    bool lastWasUnit = false;
    for (std::sregex_iterator it(s.begin(), s.end(), number), end; it != end; ++it) {
        const std::string between(at, s.cbegin() + it->position());
        const bool adjacent = between.find_first_not_of(" \t,") == std::string::npos;
        rebuilt += lastWasUnit && adjacent ? "+" : between;
        const std::string unit = (*it)[2].str();
        std::string digits = (*it)[1].str();
        if (digits.front() == '.') digits.insert(0, "0");
        if (unit.empty())
            rebuilt += digits;
        else {
            const auto factor = unitFor(q, unit);
            if (!factor) return std::unexpected(fmt::format("\"{}\" is not a unit for this field", unit));
            rebuilt += fmt::format("({}*{:.17g})", digits, *factor);
            anyUnit = true;
        }
        lastWasUnit = !unit.empty();
        at = s.cbegin() + it->position() + it->length();
    }
    rebuilt += std::string(at, s.cend());
    const auto e = parseExpression(rebuilt);
    if (!e) return std::unexpected(fmt::format("\"{}\" is not a number or an expression", s));
    const auto v = evaluate(*e, [](std::string_view) { return std::nullopt; });
    if (!v) return std::unexpected(fmt::format("\"{}\": {}", s, v.error()));
    if (!std::isfinite(*v)) return std::unexpected(fmt::format("\"{}\" has no finite value", s));
    return anyUnit ? *v : u.read(q, *v);
}

} // namespace wr
