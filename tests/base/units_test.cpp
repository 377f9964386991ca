#include "core/base/entry.h"
#include "core/base/units.h"

#include <catch2/catch.hpp>

using namespace wr;
using Catch::Matchers::WithinRel;

TEST_CASE("units: show and read are inverse for every quantity and system", "[units]")
{
    for (const char* length : {"m", "cm", "mm", "ft", "in"})
        for (const char* force : {"N", "kN", "kip", "lbf"}) {
            UnitSystem u;
            u.length = length;
            u.force = force;
            u.section = length;
            for (int q = 0; q <= static_cast<int>(Quantity::Displacement); ++q) {
                const auto quantity = static_cast<Quantity>(q);
                CHECK_THAT(u.read(quantity, u.show(quantity, 123.456)), WithinRel(123.456, 1e-14));
            }
        }
}

TEST_CASE("units: known conversions", "[units]")
{
    UnitSystem us{"ft", "kip", "in", "ksi", "deg", "lb"};
    CHECK_THAT(us.read(Quantity::Force, 1), WithinRel(4448.2216152605, 1e-12));
    CHECK_THAT(us.read(Quantity::Stress, 50), WithinRel(344.737864658e6, 1e-9));
    CHECK_THAT(us.read(Quantity::Moment, 1), WithinRel(1355.8179483314, 1e-12));
    CHECK_THAT(us.read(Quantity::Inertia, 1), WithinRel(4.162314256e-7, 1e-9));
    CHECK_THAT(us.read(Quantity::Density, 490), WithinRel(7849.05, 1e-5));
    CHECK(us.symbol(Quantity::Moment) == "kip·ft");
    CHECK(us.symbol(Quantity::Inertia) == "in⁴");
}

TEST_CASE("units: numbers as text keep four significant digits and never go scientific in the usual range", "[units]")
{
    CHECK(significant(0) == "0");
    CHECK(significant(12345.678) == "12\u2009346");
    CHECK(significant(1.23456) == "1.235");
    CHECK(significant(1579666.7) == "1\u2009579\u2009700");
    CHECK(significant(210000) == "210\u2009000");
    CHECK(UnitSystem().text(Quantity::Inertia, 251655556e-12) == "25\u2009166 cm⁴");
    CHECK(UnitSystem().text(Quantity::SectionModulus, 1156e-6) == "1156 cm³");
    CHECK(UnitSystem().text(Quantity::Inertia, 251655556e-12, false) == "251\u2009660\u2009000"); // under a heading in mm⁴
    CHECK(significant(-0.001234) == "−0.001234");
    CHECK(significant(1.5e12) == "1.500e12");
    UnitSystem u;
    CHECK(u.text(Quantity::Ratio, 0.9) == "0.9");
    CHECK(u.text(Quantity::Length, 6.1) == "6.100 m");
}

TEST_CASE("entry: numbers, units and expressions as people type them", "[entry]")
{
    UnitSystem u;
    const auto metres = [&](const char* s) {
        const auto v = readEntry(s, Quantity::Length, u);
        INFO(s);
        REQUIRE(v.has_value());
        return *v;
    };
    CHECK_THAT(metres("3.35 m"), WithinRel(3.35, 1e-12));
    CHECK_THAT(metres("12 ft 6 in"), WithinRel(3.81, 1e-12));
    CHECK_THAT(metres("12'6\""), WithinRel(3.81, 1e-12));
    CHECK_THAT(metres("8.5/2"), WithinRel(4.25, 1e-12));
    CHECK_THAT(metres("2*3350 mm"), WithinRel(6.7, 1e-12));
    CHECK_THAT(metres(".5"), WithinRel(0.5, 1e-12));
    CHECK_THAT(metres("85/1.5"), WithinRel(85 / 1.5, 1e-12));
    CHECK_THAT(metres("5/16 in"), WithinRel(5 * kInch / 16, 1e-12)); // the unit is that of the fraction
    CHECK_THAT(metres("85/1.5 ft"), WithinRel(85 / 1.5 * kFoot, 1e-12));
    for (const char* two : {"2 1/2 in", "2-1/2 in", "2.5 in", "5/2 in", "2-1/2\""}) {
        INFO(two);
        CHECK_THAT(metres(two), WithinRel(2.5 * kInch, 1e-12));
    }
    CHECK_THAT(metres("12 ft 6 1/2 in"), WithinRel(12 * kFoot + 6.5 * kInch, 1e-12));
    CHECK_THAT(metres("3-1/2"), WithinRel(2.5, 1e-12)); // metres: a difference
    CHECK_THAT(metres("6 m - 1/2 m"), WithinRel(5.5, 1e-12));
    u.length = "in";
    CHECK_THAT(metres("3-1/2"), WithinRel(3.5 * kInch, 1e-12)); // inches: three and a half
    CHECK_THAT(metres("3 - 1/2"), WithinRel(2.5 * kInch, 1e-12));
    CHECK_THAT(metres("10-5/2"), WithinRel(7.5 * kInch, 1e-12));
    CHECK_THAT(metres("3/8"), WithinRel(0.375 * kInch, 1e-12));
    CHECK_THAT(*readEntry("60 kg/m", Quantity::MassPerLength, u), WithinRel(60, 1e-12));
    CHECK_THAT(*readEntry("40 lb/ft", Quantity::MassPerLength, u), WithinRel(40 * kPoundMass / kFoot, 1e-12));
    CHECK_FALSE(readEntry("40 lb", Quantity::MassPerLength, u).has_value());
    // Loads, moments and springs, with expressions.
    for (const auto& [text, q, si] : {std::tuple{"50 psf", Quantity::AreaLoad, 50 * 4.4482216152605 / (kFoot * kFoot)},
                                      {"3 kN/m2", Quantity::AreaLoad, 3e3},
                                      {"3 kN/m²", Quantity::AreaLoad, 3e3},
                                      {"0.6 kPa", Quantity::AreaLoad, 600.0},
                                      {"2 ksf", Quantity::AreaLoad, 2 * kKip / (kFoot * kFoot)},
                                      {"3*1.2 kN/m", Quantity::LineLoad, 3600.0},
                                      {"100 plf + 1 klf", Quantity::LineLoad, 1.1 * kKip / kFoot},
                                      {"12 kNm", Quantity::Moment, 12e3},
                                      {"12 kN·m", Quantity::Moment, 12e3},
                                      {"5 kip-ft", Quantity::Moment, 5 * kKip * kFoot},
                                      {"4 kip-in", Quantity::Moment, 4 * kKip * kInch},
                                      {"15 kNm/rad", Quantity::SpringMoment, 15e3},
                                      {"11 kip-ft/rad", Quantity::SpringMoment, 11 * kKip * kFoot},
                                      {"900 N/mm", Quantity::SpringForce, 900e3},
                                      {"2 kNm/m", Quantity::LineMoment, 2e3},
                                      {"5 kN/m - 2 kN/m", Quantity::LineLoad, 3e3}}) {
        INFO(text);
        const auto v = readEntry(text, q, u);
        REQUIRE(v.has_value());
        CHECK_THAT(*v, WithinRel(si, 1e-9));
    }
    for (const auto& [text, q] : {std::pair{"3 kN/m", Quantity::AreaLoad},
                                  {"3 kN/m2", Quantity::LineLoad},
                                  {"3 kN", Quantity::Moment},
                                  {"3 kNm", Quantity::SpringMoment},
                                  {"3 m", Quantity::Moment},
                                  {"3 kPa", Quantity::LineLoad}}) {
        INFO(text);
        CHECK_FALSE(readEntry(text, q, u).has_value());
    }
    u.length = "ft";
    CHECK_THAT(metres("10"), WithinRel(3.048, 1e-12));
    CHECK_THAT(metres("3 m"), WithinRel(3.0, 1e-12));
    for (const char* bad : {"", "abc", "3 kN", "4 +", "1/0", "--"}) {
        INFO(bad);
        CHECK_FALSE(readEntry(bad, Quantity::Length, u).has_value());
    }
    CHECK(readEntry("3 kN", Quantity::Length, u).error().find("kN") != std::string::npos);
}
