#include "core/base/entry.h"

#include "core/base/expression.h"
#include "core/base/split.h"

#include <charconv>
#include <cmath>
#include <fmt/format.h>
#include <optional>
#include <tao/pegtl.hpp>
#include <tao/pegtl/contrib/parse_tree.hpp>
#include <type_traits>

namespace wr {

namespace {

namespace pegtl = tao::pegtl;

// A text is measures ("12 ft", "2 1/2 in", "85") with whatever arithmetic stands between them.
namespace entry_grammar {
using namespace tao::pegtl;
struct Whole : plus<digit>
{
};
struct Dash : one<'-'>
{
};
struct Decimal : seq<plus<digit>, opt<one<'.'>, plus<digit>>>
{
};
struct Numerator : Decimal
{
};
struct Denominator : Decimal
{
};
// "5/16", "2 1/2", "2-1/2": one number before a unit.
struct Fraction : seq<opt<Whole, sor<plus<space>, Dash>>, Numerator, one<'/'>, Denominator>
{
};
struct Plain : sor<seq<plus<digit>, opt<one<'.'>, star<digit>>>, seq<one<'.'>, plus<digit>>>
{
};
struct Simple : sor<plus<alpha>, one<'\'', '"'>, seq<string<'\xC2', '\xB0'>, opt<one<'C', 'F'>>>> // mm, ', °, °C
{
};
struct Compound : seq<plus<alpha>, opt<one<'/'>, plus<alpha>>>
{
};
struct Square : seq<plus<alpha>, sor<one<'2'>, string<'\xC2', '\xB2'>>> // m2, m²
{
};
// kN/m, kN/m², kip-ft, kN·m/rad: of loads, moments and springs.
struct Loading : seq<plus<alpha>,
                     star<sor<one<'/', '-'>, string<'\xC2', '\xB7'>>, plus<alpha>, opt<sor<one<'2'>, string<'\xC2', '\xB2'>>>>>
{
};
template <class Unit> struct Measure : seq<sor<Fraction, Plain>, star<space>, opt<Unit>>
{
};
struct Other : any
{
};
template <class Unit> struct Text : seq<star<sor<Measure<Unit>, Other>>, eof>
{
};
template <class Rule> using Selector = parse_tree::selector<
    Rule, parse_tree::store_content::on<Measure<Simple>, Measure<Compound>, Measure<Square>, Measure<Loading>, Whole, Dash,
                                        Numerator, Denominator, Plain, Simple, Compound, Square, Loading, Other>>;
} // namespace entry_grammar

// A number with its unit, as it was typed; what is missing is empty.
struct Measure
{
    std::string whole, numerator, denominator, plain, unit;
    bool dashed = false; // between the whole and the fraction
};

Measure measure(const pegtl::parse_tree::node& n)
{
    Measure m;
    for (const auto& part : n.children) {
        if (part->is_type<entry_grammar::Whole>()) m.whole = part->string();
        if (part->is_type<entry_grammar::Dash>()) m.dashed = true;
        if (part->is_type<entry_grammar::Numerator>()) m.numerator = part->string();
        if (part->is_type<entry_grammar::Denominator>()) m.denominator = part->string();
        if (part->is_type<entry_grammar::Plain>()) m.plain = part->string();
        if (part->is_type<entry_grammar::Simple>() || part->is_type<entry_grammar::Compound>() ||
            part->is_type<entry_grammar::Square>() || part->is_type<entry_grammar::Loading>())
            m.unit = part->string();
    }
    return m;
}

// "kN·m", "kip-ft", "kNm", "Nm": force times length.
std::optional<double> momentUnit(const std::string& name)
{
    size_t cut = name.find("\xC2\xB7"), wide = 2;
    if (cut == std::string::npos) cut = name.find('-'), wide = 1;
    if (cut == std::string::npos && name.ends_with('m')) cut = name.size() - 1, wide = 0;
    if (cut == std::string::npos) return std::nullopt;
    const auto force = unitForce(name.substr(0, cut)), length = unitLength(name.substr(cut + wide));
    return force && length ? std::optional(*force * *length) : std::nullopt;
}

// Force over length ("kN/m", "plf", "klf") or over its square ("kN/m²", "kPa", "psf", "ksf").
std::optional<double> loadUnit(const std::string& name, bool area)
{
    const double pound = kKip / 1000;
    if (area) {
        if (name == "psf" || name == "ksf") return (name == "psf" ? pound : kKip) / (kFoot * kFoot);
        if (name == "kPa") return 1e3;
        if (const auto stress = unitStress(name)) return stress;
    } else if (name == "plf" || name == "klf")
        return (name == "plf" ? pound : kKip) / kFoot;
    const size_t slash = name.find('/');
    if (slash == std::string::npos) return std::nullopt;
    std::string under = name.substr(slash + 1);
    const bool squared = under.ends_with('2') || under.ends_with("\xC2\xB2");
    if (squared != area) return std::nullopt;
    if (squared) under.resize(under.size() - (under.ends_with('2') ? 1 : 2));
    const auto force = unitForce(name.substr(0, slash)), length = unitLength(under);
    if (!force || !length) return std::nullopt;
    return *force / (area ? *length * *length : *length);
}

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
    case Quantity::FloorArea: {
        const auto length = unitLength(name.substr(0, name.find_first_of("2\xC2")));
        return length ? std::optional(*length * *length) : std::nullopt;
    }
    case Quantity::Force: return unitForce(name);
    case Quantity::Stress: return unitStress(name);
    case Quantity::Mass: return unitMass(name);
    case Quantity::MassPerLength: {
        const auto slash = name.find('/');
        if (slash == std::string::npos) return std::nullopt;
        const auto mass = unitMass(name.substr(0, slash)), length = unitLength(name.substr(slash + 1));
        return mass && length ? std::optional(*mass / *length) : std::nullopt;
    }
    case Quantity::Angle: return unitAngle(name == "°" ? "deg" : name);
    case Quantity::Temperature: // differences
        if (name == "K" || name == "°C") return 1;
        return name == "°F" ? std::optional(5.0 / 9) : std::nullopt;
    case Quantity::Moment: return momentUnit(name);
    case Quantity::LineLoad:
    case Quantity::SpringForce: return loadUnit(name, false);
    case Quantity::AreaLoad: return loadUnit(name, true);
    case Quantity::LineMoment: {
        const auto slash = name.find('/');
        if (slash == std::string::npos) return std::nullopt;
        const auto moment = momentUnit(name.substr(0, slash)), length = unitLength(name.substr(slash + 1));
        return moment && length ? std::optional(*moment / *length) : std::nullopt;
    }
    case Quantity::SpringMoment: {
        const auto slash = name.find("/rad");
        return slash == std::string::npos || slash + 4 != name.size() ? std::nullopt : momentUnit(name.substr(0, slash));
    }
    default: return std::nullopt;
    }
}

// The number of a measure as an expression. Without a unit "85/15" is a division like any other, and "3-1/2" is a difference
// unless inches are shown: there it is how two and a half and its like are written.
std::string expressionOf(const Measure& m, bool inchesShown)
{
    if (m.denominator.empty()) return m.plain.front() == '.' ? "0" + m.plain : m.plain;
    if (m.whole.empty()) return fmt::format("({}/{})", m.numerator, m.denominator);
    const std::string& d = m.denominator;
    const bool onRule = d == "2" || d == "4" || d == "8" || d == "16" || d == "32" || d == "64";
    const bool proper = onRule && m.numerator.size() <= 2 && std::stoi(m.numerator) < std::stoi(d);
    const bool mixed = !m.dashed || !m.unit.empty() || (inchesShown && proper);
    return mixed ? fmt::format("({}+{}/{})", m.whole, m.numerator, d) : fmt::format("{}-{}/{}", m.whole, m.numerator, d);
}

} // namespace

std::expected<double, std::string> readEntry(std::string_view text, Quantity q, const UnitSystem& u)
{
    constexpr size_t kLongest = 200; // a field, not a document
    std::string s(text);
    for (size_t at = 0; (at = s.find("−", at)) != std::string::npos;) // as numbers are shown
        s.replace(at, std::string_view("−").size(), "-");
    // "3,35" where numbers are written so; a comma before a blank still parts "12 ft, 6 in".
    if (decimalMark() == ',')
        for (size_t k = 1; k + 1 < s.size(); ++k)
            if (s[k] == ',' && s[k - 1] >= '0' && s[k - 1] <= '9' && s[k + 1] >= '0' && s[k + 1] <= '9') s[k] = '.';
    if (s.size() > kLongest) return std::unexpected(fmt::format("\"{}…\" is too long for a number", s.substr(0, 20)));
    pegtl::memory_input input(s.data(), s.data() + s.size(), "entry");
    const auto read = [&]<class Unit>(std::type_identity<Unit>) {
        return pegtl::parse_tree::parse<entry_grammar::Text<Unit>, entry_grammar::Selector>(input);
    };
    const bool loading = q == Quantity::Moment || q == Quantity::LineLoad || q == Quantity::AreaLoad ||
                         q == Quantity::LineMoment || q == Quantity::SpringForce || q == Quantity::SpringMoment;
    const auto root = loading                        ? read(std::type_identity<entry_grammar::Loading>())
                      : q == Quantity::MassPerLength ? read(std::type_identity<entry_grammar::Compound>())
                      : q == Quantity::FloorArea     ? read(std::type_identity<entry_grammar::Square>())
                                                     : read(std::type_identity<entry_grammar::Simple>());
    const bool inches = std::abs(u.factor(q) - kInch) < 1e-12 || std::abs(u.factor(q) - kFoot) < 1e-12;
    // Every "number unit" becomes a bracket in SI; brackets that follow each other with nothing between are added ("12 ft 6
    // in").
    std::string rebuilt, between;
    bool anyUnit = false, lastHadUnit = false;
    for (const auto& n : root->children) {
        if (n->is_type<entry_grammar::Other>()) {
            between += n->string();
            continue;
        }
        const bool adjacent = between.find_first_not_of(" \t,") == std::string::npos;
        rebuilt += lastHadUnit && adjacent ? "+" : between;
        between.clear();
        const Measure m = measure(*n);
        lastHadUnit = !m.unit.empty();
        if (!lastHadUnit) {
            rebuilt += expressionOf(m, inches);
            continue;
        }
        const auto factor = unitFor(q, m.unit);
        if (!factor) return std::unexpected(fmt::format("\"{}\" is not a unit for this field", m.unit));
        rebuilt += fmt::format("({}*{:.17g})", expressionOf(m, inches), *factor);
        anyUnit = true;
    }
    rebuilt += between;
    const auto e = parseExpression(rebuilt);
    if (!e) return std::unexpected(fmt::format("\"{}\" is not a number or an expression", s));
    const auto v = evaluate(*e, [](std::string_view) { return std::nullopt; });
    if (!v) return std::unexpected(fmt::format("\"{}\": {}", s, v.error()));
    if (!std::isfinite(*v)) return std::unexpected(fmt::format("\"{}\" has no finite value", s));
    return anyUnit ? *v : u.read(q, *v);
}

std::expected<std::vector<double>, std::string> readLengths(std::string_view text, const UnitSystem& u)
{
    constexpr size_t kMost = 200;
    std::vector<double> out;
    for (std::string part : split(text, ",;")) {
        for (const char* sign : {"×", "x", "X"}) // 4 × 6 m, 4x6
            if (const size_t at = part.find(sign); at != std::string::npos)
                part.replace(at, std::string_view(sign).size(), "*");
        size_t times = 1;
        std::string length = part;
        if (const size_t star = part.find('*'); star != std::string::npos) {
            std::string n = part.substr(0, star);
            std::erase(n, ' ');
            int count = 0;
            const auto end = std::from_chars(n.data(), n.data() + n.size(), count);
            if (end.ec != std::errc() || end.ptr != n.data() + n.size() || count < 1 || count > static_cast<int>(kMost))
                return std::unexpected(fmt::format("\"{}\": how many times is a number from 1 to {}", part, kMost));
            times = static_cast<size_t>(count);
            length = part.substr(star + 1);
        }
        const auto v = readEntry(length, Quantity::Length, u);
        if (!v) return std::unexpected(v.error());
        if (!(*v > 0)) return std::unexpected(fmt::format("\"{}\": lengths are larger than nothing", part));
        if (out.size() + times > kMost) return std::unexpected(fmt::format("more than {} lengths", kMost));
        out.insert(out.end(), times, *v);
    }
    if (out.empty()) return std::unexpected("lengths are missing, as in \"4 × 6, 5\"");
    return out;
}

std::expected<std::array<double, 3>, std::string> readVector(std::string_view text, Quantity q, const UnitSystem& u, int up)
{
    const std::string unit = q == Quantity::Length ? "m" : u.textUnit(q);
    const std::string like =
        fmt::format("three of them as in \"0; 6 {0}; 0\", or one along an axis as in \"6 {0} y\" or \"3 {0} up\"", unit);
    std::array<double, 3> out{};
    const std::vector<std::string> parts = split(text, ";,");
    if (parts.size() == 3) {
        for (size_t k = 0; k < 3; ++k) {
            const auto v = readEntry(parts[k], q, u);
            if (!v) return std::unexpected(v.error());
            out[k] = *v;
        }
        return out;
    }
    if (parts.size() != 1) return std::unexpected(like);
    std::vector<std::string> words = split(parts.front(), " ");
    if (words.size() < 2) return std::unexpected(like);
    // The axis stands before the length or behind it.
    const auto axisOf = [&](const std::string& w) -> std::optional<std::pair<size_t, double>> {
        if (w == "up") return std::pair(static_cast<size_t>(up), 1.0);
        if (w == "down") return std::pair(static_cast<size_t>(up), -1.0);
        if (w.size() == 1 && (w[0] | 0x20) >= 'x' && (w[0] | 0x20) <= 'z')
            return std::pair(static_cast<size_t>((w[0] | 0x20) - 'x'), 1.0);
        return std::nullopt;
    };
    std::optional<std::pair<size_t, double>> axis = axisOf(words.back());
    if (axis)
        words.pop_back();
    else if ((axis = axisOf(words.front())))
        words.erase(words.begin());
    if (!axis) return std::unexpected(like);
    std::string length;
    for (const std::string& w : words)
        length += (length.empty() ? "" : " ") + w;
    const auto v = readEntry(length, q, u);
    if (!v) return std::unexpected(v.error());
    out[axis->first] = axis->second * *v;
    return out;
}

} // namespace wr
