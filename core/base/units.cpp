#include "core/base/units.h"

#include <atomic>
#include <cmath>
#include <fmt/format.h>
#include <stdexcept>

namespace wr {

namespace {

struct Named
{
    std::string_view name;
    double si;
};

constexpr std::array kLengths{Named{"m", 1.0}, Named{"cm", 0.01}, Named{"mm", 0.001}, Named{"ft", kFoot}, Named{"in", kInch}};
constexpr std::array kForces{Named{"N", 1.0}, Named{"kN", 1e3}, Named{"kip", kKip}, Named{"lbf", kPoundForce}};
constexpr std::array kStresses{Named{"Pa", 1.0}, Named{"MPa", 1e6}, Named{"GPa", 1e9}, Named{"psi", kKsi / 1000},
                               Named{"ksi", kKsi}};
constexpr std::array kMasses{Named{"kg", 1.0}, Named{"t", 1000.0}, Named{"lb", kPoundMass}};
constexpr std::array kAngles{Named{"deg", 3.14159265358979323846 / 180}, Named{"rad", 1.0}};

template <class Table> std::optional<double> find(const Table& table, std::string_view name)
{
    for (const Named& n : table)
        if (n.name == name) return n.si;
    return std::nullopt;
}

template <class Table> std::vector<std::string_view> names(const Table& table)
{
    std::vector<std::string_view> out;
    for (const Named& n : table)
        out.push_back(n.name);
    return out;
}

double must(std::optional<double> v)
{
    if (!v) throw std::logic_error("unknown unit name in a UnitSystem");
    return *v;
}

} // namespace

std::optional<double> unitLength(std::string_view name)
{
    return find(kLengths, name);
}
std::optional<double> unitForce(std::string_view name)
{
    return find(kForces, name);
}
std::optional<double> unitStress(std::string_view name)
{
    return find(kStresses, name);
}
std::optional<double> unitMass(std::string_view name)
{
    return find(kMasses, name);
}
std::optional<double> unitAngle(std::string_view name)
{
    return find(kAngles, name);
}

std::vector<std::string_view> allowedUnits(std::string_view key)
{
    if (key == "length" || key == "section") return names(kLengths);
    if (key == "force") return names(kForces);
    if (key == "stress") return names(kStresses);
    if (key == "mass") return names(kMasses);
    if (key == "angle") return names(kAngles);
    return {};
}

double UnitSystem::factor(Quantity q) const
{
    const auto len = [&] { return must(unitLength(length)); };
    const auto sec = [&] { return must(unitLength(section)); };
    const auto frc = [&] { return must(unitForce(force)); };
    const auto mss = [&] { return must(unitMass(mass)); };
    switch (q) {
    case Quantity::Ratio:
    case Quantity::Rotation:
    case Quantity::Temperature: return 1.0;
    case Quantity::Length: return len();
    case Quantity::SectionLength:
    case Quantity::Displacement: return sec();
    case Quantity::Area: return std::pow(sec(), 2);
    case Quantity::FloorArea: return len() * len();
    case Quantity::SectionModulus: return std::pow(sec(), 3);
    case Quantity::Inertia: return std::pow(sec(), 4);
    case Quantity::Warping: return std::pow(sec(), 6);
    case Quantity::Force: return frc();
    case Quantity::Moment: return frc() * len();
    case Quantity::LineLoad: return frc() / len();
    case Quantity::AreaLoad: return frc() / (len() * len());
    case Quantity::LineMoment: return frc();
    case Quantity::Stress: return must(unitStress(stress));
    case Quantity::Mass: return mss();
    case Quantity::MassPerLength: return mss() / len();
    case Quantity::Density: return mss() / std::pow(len(), 3);
    case Quantity::Angle: return must(unitAngle(angle));
    case Quantity::SpringForce: return frc() / len();
    case Quantity::SpringMoment: return frc() * len();
    }
    return 1.0;
}

std::string UnitSystem::symbol(Quantity q) const
{
    switch (q) {
    case Quantity::Ratio: return "";
    case Quantity::Rotation: return "rad";
    case Quantity::Temperature: return "K";
    case Quantity::Length: return length;
    case Quantity::SectionLength:
    case Quantity::Displacement: return section;
    case Quantity::Area: return section + "²";
    case Quantity::FloorArea: return length + "²";
    case Quantity::SectionModulus: return section + "³";
    case Quantity::Inertia: return section + "⁴";
    case Quantity::Warping: return section + "⁶";
    case Quantity::Force: return force;
    case Quantity::Moment: return force + "·" + length;
    case Quantity::LineLoad: return force + "/" + length;
    case Quantity::AreaLoad: return force + "/" + length + "²";
    case Quantity::LineMoment: return force + "·" + length + "/" + length;
    case Quantity::Stress: return stress;
    case Quantity::Mass: return mass;
    case Quantity::MassPerLength: return mass + "/" + length;
    case Quantity::Density: return mass + "/" + length + "³";
    case Quantity::Angle: return angle == "deg" ? "°" : angle;
    case Quantity::SpringForce: return force + "/" + length;
    case Quantity::SpringMoment: return force + "·" + length + "/rad";
    }
    return "";
}

namespace {

std::atomic<char> markInUse{'.'};

// The point of a number as the program's decimal mark.
std::string marked(std::string s)
{
    if (const char mark = markInUse; mark != '.')
        if (const auto point = s.find('.'); point != std::string::npos) s[point] = mark;
    return s;
}

std::string withPoint(double value, int digits)
{
    if (!std::isfinite(value)) return std::isnan(value) ? "not a number" : (value > 0 ? "∞" : "−∞");
    if (value == 0) return "0";
    const double magnitude = std::abs(value);
    std::string s;
    if (magnitude >= 1e9 || magnitude < 1e-4) {
        const int exponent = static_cast<int>(std::floor(std::log10(magnitude)));
        s = fmt::format("{:.{}f}e{}", magnitude / std::pow(10.0, exponent), digits - 1, exponent);
    } else {
        const int whole = static_cast<int>(std::floor(std::log10(magnitude))) + 1;
        // Whole digits beyond one more than asked for are noise: 1 580 000, not 1 579 667.
        const double step = whole > digits + 1 ? std::pow(10.0, whole - digits - 1) : 0;
        s = fmt::format("{:.{}f}", step > 0 ? std::round(magnitude / step) * step : magnitude, std::max(0, digits - whole));
        // Thin spaces between thousands keep large numbers readable in a column.
        const auto point = s.find('.');
        std::string head = s.substr(0, point);
        if (head.size() > 4)
            for (int i = static_cast<int>(head.size()) - 3; i > 0; i -= 3)
                head.insert(static_cast<size_t>(i), "\u2009");
        s = head + (point == std::string::npos ? "" : s.substr(point));
    }
    return value < 0 ? "−" + s : s;
}

std::string fixed(double value, int places)
{
    std::string s = fmt::format("{:.{}f}", std::abs(value), places);
    return value < 0 && s.find_first_of("123456789") != std::string::npos ? "−" + s : s;
}

} // namespace

void useDecimalMark(char mark)
{
    markInUse = mark;
}

char decimalMark()
{
    return markInUse;
}

std::string significant(double value, int digits)
{
    return marked(withPoint(value, digits));
}

bool UnitSystem::inCentimetres(Quantity q) const
{
    return section == "mm" && (q == Quantity::SectionModulus || q == Quantity::Inertia || q == Quantity::Warping);
}

std::string UnitSystem::textUnit(Quantity q) const
{
    std::string unit = symbol(q);
    if (inCentimetres(q)) unit.front() = 'c';
    return unit;
}

std::string UnitSystem::text(Quantity q, double si, bool withUnit) const
{
    double value = show(q, si);
    if (withUnit && inCentimetres(q)) value *= q == Quantity::SectionModulus ? 1e-3 : q == Quantity::Inertia ? 1e-4 : 1e-6;
    const int places = decimals[static_cast<size_t>(q)];
    std::string s = places < 0 || !std::isfinite(value) ? withPoint(value, 4) : fixed(value, places);
    // A plain number such as 0.9 keeps no zeros that say nothing.
    if (q == Quantity::Ratio && s.find('.') != std::string::npos && s.find('e') == std::string::npos) {
        while (s.back() == '0')
            s.pop_back();
        if (s.back() == '.') s.pop_back();
    }
    s = marked(std::move(s));
    if (withUnit) {
        const std::string unit = textUnit(q);
        if (!unit.empty()) s += (unit == "°" ? "" : " ") + unit;
    }
    return s;
}

} // namespace wr
