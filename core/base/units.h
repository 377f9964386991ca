// Units: the core holds SI (N, m, Pa, rad, kg, K) and nothing else; this is the one border where numbers change units.
#pragma once

#include <array>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace wr {

// What a published number is; it travels with the number so that its unit and decimals follow by themselves.
enum class Quantity {
    Ratio,          // dimensionless
    Length,         // coordinates, stations, effective lengths
    SectionLength,  // section dimensions, radii of gyration
    Area,           // section^2
    FloorArea,      // length^2
    SectionModulus, // section^3
    Inertia,        // section^4
    Warping,        // section^6
    Force,
    Moment,     // force x length
    LineLoad,   // force / length
    AreaLoad,   // force / length^2
    LineMoment, // moment / length
    Stress,
    Mass,
    MassPerLength,
    Density,      // mass / length^3
    Angle,        // roll
    SpringForce,  // force / length
    SpringMoment, // moment / rad
    Rotation,     // rad always
    Temperature,  // kelvin always
    Displacement  // small lengths, shown in section units
};
inline constexpr size_t kQuantityCount = static_cast<size_t>(Quantity::Displacement) + 1;

// Base units by name. Allowed names: length, section: m cm mm ft in; force: N kN kip lbf; stress: Pa MPa GPa psi ksi;
// mass: kg t lb; angle: deg rad.
struct UnitSystem
{
    std::string length = "m", force = "kN", section = "mm", stress = "MPa", angle = "deg", mass = "kg";

    // Decimals of text() by Quantity; -1: about four significant digits. Of the reader's own settings, never of a file.
    std::array<signed char, kQuantityCount> decimals = noDecimals();

    bool operator==(const UnitSystem&) const = default;
    static constexpr std::array<signed char, kQuantityCount> noDecimals()
    {
        std::array<signed char, kQuantityCount> out{};
        out.fill(-1);
        return out;
    }

    double factor(Quantity q) const; // SI value of one shown unit
    double show(Quantity q, double si) const { return si / factor(q); }
    double read(Quantity q, double shown) const { return shown * factor(q); }
    std::string symbol(Quantity q) const; // "kN", "kip·ft", "mm⁴"
    // Words for a number on screen and in print: about four significant digits, unit included if asked. With its unit, moduli
    // and moments of inertia of sections in mm stand in cm³, cm⁴ and cm⁶, as tables of sections print them.
    std::string text(Quantity q, double si, bool withUnit = true) const;
    std::string textUnit(Quantity q) const; // the unit text() gives

private:
    bool inCentimetres(Quantity q) const;
};

// SI value of a named unit of one kind, or nothing for an unknown name.
std::optional<double> unitLength(std::string_view name);
std::optional<double> unitForce(std::string_view name);
std::optional<double> unitStress(std::string_view name);
std::optional<double> unitMass(std::string_view name);
std::optional<double> unitAngle(std::string_view name);

// The mark in numbers as words: UnitSystem::text() and significant(). For the whole program, to be set before other threads
// read it or while none does; '.' by itself. Files and answers always have '.'.
void useDecimalMark(char mark);
char decimalMark();

// The names allowed for one key of the frame file's "units" object ("length", "force" …).
std::vector<std::string_view> allowedUnits(std::string_view key);

// A number as text with `digits` significant digits (one more where all stand before the point), never in scientific notation
// between 1e-4 and 1e9, no trailing zeros lost.
std::string significant(double value, int digits = 4);

constexpr double kGravity = 9.80665; // m/s^2
constexpr double kInch = 0.0254;     // m
constexpr double kFoot = 0.3048;     // m
constexpr double kPoundMass = 0.45359237;
constexpr double kPoundForce = kPoundMass * kGravity;
constexpr double kKip = 1000 * kPoundForce;
constexpr double kKsi = kKip / (kInch * kInch);

consteval double operator""_MPa(long double v)
{
    return static_cast<double>(v) * 1e6;
}
consteval double operator""_mm(long double v)
{
    return static_cast<double>(v) * 1e-3;
}
consteval double operator""_ksi(long double v)
{
    return static_cast<double>(v) * kKsi;
}
consteval double operator""_in(long double v)
{
    return static_cast<double>(v) * kInch;
}
consteval double operator""_ft(long double v)
{
    return static_cast<double>(v) * kFoot;
}
consteval double operator""_kip(long double v)
{
    return static_cast<double>(v) * kKip;
}
consteval double operator""_kN(long double v)
{
    return static_cast<double>(v) * 1e3;
}

} // namespace wr
