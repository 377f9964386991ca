#include "core/intake/unit_words.h"

#include "core/base/nearest.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <vector>

namespace wr {

namespace {

constexpr double kPi = 3.14159265358979323846;

// What a unit measures: powers of length, force, mass, angle, temperature.
struct Dimension
{
    int length = 0, force = 0, mass = 0, angle = 0, temperature = 0;
    bool operator==(const Dimension&) const = default;
    Dimension& add(const Dimension& o, int times)
    {
        length += o.length * times;
        force += o.force * times;
        mass += o.mass * times;
        angle += o.angle * times;
        temperature += o.temperature * times;
        return *this;
    }
};

struct Base
{
    std::string_view name;
    double si;
    Dimension of;
};

constexpr Dimension kLength{1, 0, 0, 0, 0}, kForce{0, 1, 0, 0, 0}, kMass{0, 0, 1, 0, 0}, kAngle{0, 0, 0, 1, 0},
    kKelvin{0, 0, 0, 0, 1}, kStress{-2, 1, 0, 0, 0};

// Small letters. A mass stands for its weight where the sum of the powers asks for a force.
constexpr std::array kBases{
    Base{"m", 1, kLength},
    Base{"cm", 0.01, kLength},
    Base{"mm", 0.001, kLength},
    Base{"dm", 0.1, kLength},
    Base{"ft", kFoot, kLength},
    Base{"feet", kFoot, kLength},
    Base{"foot", kFoot, kLength},
    Base{"in", kInch, kLength},
    Base{"inch", kInch, kLength},
    Base{"inches", kInch, kLength},
    Base{"'", kFoot, kLength},
    Base{"\"", kInch, kLength},
    Base{"n", 1, kForce},
    Base{"kn", 1000, kForce},
    Base{"mn", 1e6, kForce},
    Base{"dan", 10, kForce},
    Base{"kip", kKip, kForce},
    Base{"kips", kKip, kForce},
    Base{"klb", kKip, kForce},
    Base{"k", kKip, kForce},
    Base{"lbf", kPoundForce, kForce},
    Base{"lbs", kPoundMass, kMass},
    Base{"kgf", kGravity, kForce},
    Base{"tf", 1000 * kGravity, kForce},
    Base{"tonf", 1000 * kGravity, kForce},
    Base{"kg", 1, kMass},
    Base{"t", 1000, kMass},
    Base{"lb", kPoundMass, kMass},
    Base{"pa", 1, kStress},
    Base{"kpa", 1e3, kStress},
    Base{"mpa", 1e6, kStress},
    Base{"gpa", 1e9, kStress},
    Base{"psi", kKsi / 1000, kStress},
    Base{"ksi", kKsi, kStress},
    Base{"psf", kPoundForce / (kFoot * kFoot), kStress},
    Base{"plf", kPoundForce / kFoot, Dimension{-1, 1, 0, 0, 0}},
    Base{"klf", kKip / kFoot, Dimension{-1, 1, 0, 0, 0}},
    Base{"pcf", kPoundMass / (kFoot * kFoot * kFoot), Dimension{-3, 0, 1, 0, 0}},
    Base{"deg", kPi / 180, kAngle},
    Base{"°", kPi / 180, kAngle},
    Base{"degrees", kPi / 180, kAngle},
    Base{"rad", 1, kAngle},
    Base{"mrad", 0.001, kAngle},
    Base{"radians", 1, kAngle},
    Base{"c", 1, kKelvin},
    Base{"°c", 1, kKelvin},
    Base{"degc", 1, kKelvin},
    Base{"f", 1 / 1.8, kKelvin},
    Base{"°f", 1 / 1.8, kKelvin},
    Base{"%", 0.01, Dimension{}},
    Base{"-", 1, Dimension{}},
};

const Base* base(std::string_view name)
{
    const auto at = std::find_if(kBases.begin(), kBases.end(), [&](const Base& b) { return b.name == name; });
    return at == kBases.end() ? nullptr : &*at;
}

struct Measured
{
    double si = 1;
    Dimension of;
};

// A word of letters, or two grown together: "kNm", "kipft".
bool take(std::string_view word, int power, Measured& m)
{
    const auto put = [&](const Base& b) {
        m.si *= std::pow(b.si, power);
        m.of.add(b.of, power);
    };
    if (const Base* b = base(word)) {
        put(*b);
        return true;
    }
    for (size_t cut = word.size() - 1; cut > 0; --cut) {
        const Base *first = base(word.substr(0, cut)), *second = base(word.substr(cut));
        // Only a force and a length, or a length and a force, are written so.
        if (!first || !second || first->of == second->of) continue;
        const bool moment = (first->of == kLength && (second->of == kForce || second->of == kMass)) ||
                            (second->of == kLength && (first->of == kForce || first->of == kMass));
        if (!moment) continue;
        put(*first);
        put(*second);
        return true;
    }
    return false;
}

// "²" to "^2" and so on; every sign of multiplication to "*".
std::string plainSigns(std::string_view name)
{
    static constexpr std::array<std::pair<std::string_view, std::string_view>, 14> kSigns{{{"²", "^2"},
                                                                                           {"³", "^3"},
                                                                                           {"⁴", "^4"},
                                                                                           {"⁶", "^6"},
                                                                                           {"⁻¹", "^-1"},
                                                                                           {"·", "*"},
                                                                                           {"⋅", "*"},
                                                                                           {"×", "*"},
                                                                                           {"•", "*"},
                                                                                           {"−", "-"},
                                                                                           {"º", "°"},
                                                                                           {"’", "'"},
                                                                                           {"″", "\""},
                                                                                           {"′", "'"}}};
    std::string out = lowered(name);
    for (const auto& [from, to] : kSigns)
        for (size_t at = out.find(from); at != std::string::npos; at = out.find(from, at + to.size()))
            out.replace(at, from.size(), to);
    return out;
}

std::optional<Measured> measured(std::string_view name)
{
    const std::string text = plainSigns(name);
    Measured m;
    bool any = false, over = false;
    size_t i = 0;
    const auto digits = [&](bool sign) {
        const size_t from = i;
        if (sign && i < text.size() && text[i] == '-') ++i;
        while (i < text.size() && text[i] >= '0' && text[i] <= '9')
            ++i;
        int v = 0;
        for (size_t k = from + (text[from] == '-' ? 1 : 0); k < i && v < 1000; ++k)
            v = v * 10 + (text[k] - '0');
        return i > from && text[from] == '-' ? -v : v;
    };
    if (text == "-") return Measured{};
    while (i < text.size()) {
        const char c = text[i];
        if (c == ' ' || c == '*' || c == '.' || c == '-' || (c == 'x' && text.substr(i).starts_with("x10"))) {
            ++i;
            continue;
        }
        if (c == '/') {
            over = true;
            ++i;
            continue;
        }
        if (c == '(' || c == ')' || c == '[' || c == ']') {
            ++i;
            continue;
        }
        if (c >= '0' && c <= '9') { // a scale: 10^6, 1000, 1e6
            double scale = digits(false);
            if (i < text.size() && text[i] == '^') {
                ++i;
                scale = std::pow(scale, digits(true));
            } else if (i + 1 < text.size() && text[i] == 'e' && text[i + 1] >= '0' && text[i + 1] <= '9') {
                ++i;
                scale *= std::pow(10.0, digits(false));
            }
            if (!(scale > 0) || !std::isfinite(scale)) return std::nullopt;
            m.si *= over ? 1 / scale : scale;
            over = false;
            continue;
        }
        size_t end = i;
        while (end < text.size() && std::string_view(" */.-()[]^0123456789").find(text[end]) == std::string_view::npos)
            ++end;
        if (end == i) return std::nullopt;
        const std::string_view word = std::string_view(text).substr(i, end - i);
        i = end;
        int power = 1;
        if (i < text.size() && text[i] == '^') ++i;
        if (i < text.size() && ((text[i] >= '0' && text[i] <= '9') || (i > 0 && text[i - 1] == '^' && text[i] == '-')))
            power = digits(true);
        if (power == 0 || std::abs(power) > 6 || !take(word, over ? -power : power, m)) return std::nullopt;
        over = false;
        any = true;
    }
    return any ? std::optional(m) : std::nullopt;
}

Dimension dimensionOf(Quantity q)
{
    switch (q) {
    case Quantity::Ratio: return {};
    case Quantity::Length:
    case Quantity::SectionLength:
    case Quantity::Displacement: return kLength;
    case Quantity::Area:
    case Quantity::FloorArea: return {2, 0, 0, 0, 0};
    case Quantity::SectionModulus: return {3, 0, 0, 0, 0};
    case Quantity::Inertia: return {4, 0, 0, 0, 0};
    case Quantity::Warping: return {6, 0, 0, 0, 0};
    case Quantity::Force:
    case Quantity::LineMoment: return kForce;
    case Quantity::Moment:
    case Quantity::SpringMoment: return {1, 1, 0, 0, 0};
    case Quantity::LineLoad:
    case Quantity::SpringForce: return {-1, 1, 0, 0, 0};
    case Quantity::AreaLoad:
    case Quantity::Stress: return kStress;
    case Quantity::Mass: return kMass;
    case Quantity::MassPerLength: return {-1, 0, 1, 0, 0};
    case Quantity::Density: return {-3, 0, 1, 0, 0};
    case Quantity::Angle:
    case Quantity::Rotation: return kAngle;
    case Quantity::Temperature: return kKelvin;
    }
    return {};
}

} // namespace

std::optional<double> unitFactor(Quantity q, std::string_view name)
{
    const auto m = measured(name);
    if (!m) return std::nullopt;
    Dimension have = m->of, want = dimensionOf(q);
    double si = m->si;
    if (q == Quantity::SpringMoment) have.angle = 0; // per rad
    if (have == want) return si;
    // Masses that stand for their weight, and weights that stand for masses.
    const int asForce = want.force - have.force;
    if (have.mass == asForce && have.mass != 0 && want.mass == 0) {
        have.force += have.mass;
        si *= std::pow(kGravity, have.mass);
        have.mass = 0;
    } else if (want.mass == have.force && have.force != 0 && have.mass == 0 && want.force == 0) {
        have.mass = have.force;
        si /= std::pow(kGravity, have.force);
        have.force = 0;
    }
    return have == want ? std::optional(si) : std::nullopt;
}

bool isUnit(std::string_view name)
{
    return measured(name).has_value();
}

std::string frameUnit(Quantity q, std::string_view name)
{
    const auto si = unitFactor(q, name);
    const std::string_view key = q == Quantity::Length || q == Quantity::Displacement ? "length"
                                 : q == Quantity::SectionLength                       ? "section"
                                 : q == Quantity::Force                               ? "force"
                                 : q == Quantity::Stress                              ? "stress"
                                 : q == Quantity::Mass                                ? "mass"
                                                                                      : "";
    if (!si || key.empty()) return "";
    for (const std::string_view u : allowedUnits(key))
        if (const auto own = unitFactor(q, u); own && std::abs(*own - *si) <= 1e-9 * *si) return std::string(u);
    return "";
}

} // namespace wr
