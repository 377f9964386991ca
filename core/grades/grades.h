// Strength of steels by grade and thickness, from data/grades built into the library.
#pragma once

#include <expected>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace wr {

struct GradeStep
{
    double thickness = 0;  // up to and including, m
    double fy = 0, fu = 0; // Pa
    bool operator==(const GradeStep&) const = default;
};

struct Grade
{
    std::string name; // "EN 10025-2 S355", "ASTM A992"
    std::string standard;
    double e = 0, g = 0;   // Pa
    double density = 7850; // kg/m^3
    double alpha = 1.2e-5; // 1/K
    std::vector<GradeStep> steps;
};

struct Strength
{
    double fy = 0, fu = 0;
};

const std::vector<Grade>& shippedGrades();
// By name as people type it; the standard's name may be left out where that is unambiguous ("S355", "A992"). nullptr if
// unknown.
const Grade* findGrade(std::string_view name);
// Strength at a thickness (m); nothing where the steps state none so thick.
std::optional<Strength> strengthAt(const std::vector<GradeStep>& steps, double thickness);
inline std::optional<Strength> strengthAt(const Grade& g, double thickness)
{
    return strengthAt(g.steps, thickness);
}
// All grades, those of a region first: `region` is how the standards of its steels begin ("ASTM", "EN ", "IS "); empty leaves
// the order of the list.
std::vector<const Grade*> gradesFor(std::string_view region);
// Names near a mistyped one, nearest first.
std::vector<std::string> gradeSuggestions(std::string_view name, size_t most = 3);

std::expected<std::vector<Grade>, std::string> readGrades(std::string_view csv);

} // namespace wr
