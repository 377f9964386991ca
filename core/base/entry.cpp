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
    case Quantity::MassPerLength: {
        const auto slash = name.find('/');
        if (slash == std::string::npos) return std::nullopt;
        const auto mass = unitMass(name.substr(0, slash)), length = unitLength(name.substr(slash + 1));
        return mass && length ? std::optional(*mass / *length) : std::nullopt;
    }
    case Quantity::Angle: return unitAngle(name);
    default: return std::nullopt;
    }
}

} // namespace

std::expected<double, std::string> readEntry(std::string_view text, Quantity q, const UnitSystem& u)
{
    // Every "number unit" becomes a bracket in SI; brackets that follow each other with nothing between are added ("12 ft 6
    // in"). A fraction before a unit is one number: "5/16 in", "2 1/2 in", "2-1/2 in".
    static const std::string plain = R"((?:(?:(\d+)(?:\s+|-))?(\d+(?:\.\d+)?)/(\d+(?:\.\d+)?)|(\d+(?:\.\d*)?|\.\d+)))";
    static const std::regex simple(plain + R"(\s*([A-Za-z]+|'|")?)"), compound(plain + R"(\s*([A-Za-z]+(?:/[A-Za-z]+)?)?)");
    const std::regex& number = q == Quantity::MassPerLength ? compound : simple;
    const std::string s(text);
    std::string rebuilt;
    bool anyUnit = false;
    auto at = s.cbegin();
    bool lastWasUnit = false;
    for (std::sregex_iterator it(s.begin(), s.end(), number), end; it != end; ++it) {
        const std::string between(at, s.cbegin() + it->position());
        const bool adjacent = between.find_first_not_of(" \t,") == std::string::npos;
        rebuilt += lastWasUnit && adjacent ? "+" : between;
        const std::string unit = (*it)[5].str(), denominator = (*it)[3].str();
        std::string digits = (*it)[4].str();
        if (!denominator.empty()) {
            const std::string whole = (*it)[1].str(), numerator = (*it)[2].str();
            // Without a unit "85/15" is a division like any other, and "3-1/2" is a difference unless inches are shown:
            // there it is how two and a half and its like are written.
            const std::string gap = whole.empty() ? "" : std::string(1, s[static_cast<size_t>(it->position()) + whole.size()]);
            const bool rule = denominator == "2" || denominator == "4" || denominator == "8" || denominator == "16" ||
                              denominator == "32" || denominator == "64";
            const bool inches = std::abs(u.factor(q) - kInch) < 1e-12 || std::abs(u.factor(q) - kFoot) < 1e-12;
            const bool proper = rule && std::stod(numerator) < std::stod(denominator);
            const bool mixed = !whole.empty() && (gap != "-" || !unit.empty() || (inches && proper));
            digits = mixed           ? fmt::format("({}+{}/{})", whole, numerator, denominator)
                     : whole.empty() ? fmt::format("({}/{})", numerator, denominator)
                                     : fmt::format("{}-{}/{}", whole, numerator, denominator);
        } else if (digits.front() == '.')
            digits.insert(0, "0");
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
