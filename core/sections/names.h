// Names of sections as people type them.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace wr {

// One key for every way to write a name: case, blanks, "×", "*" and "-" do not matter, fractions and trailing zeros become
// plain numbers ("3/8" = 0.375, "1-1/2" = "1 1/2" = 1.5), letters after the last number come first ("HE 300 B" = "HEB300",
// "457x191x67 UB" = "UB457X191X67").
std::string nameKey(std::string_view name);

// The parts of a key: leading letters and the numbers, e.g. {"W", {12, 65}}.
struct NameParts
{
    std::string letters;
    std::vector<double> numbers;
};
NameParts nameParts(std::string_view key);

// Nominal depth in inches of an ASTM series by its metric name (W310 is W12): ASTM A6/A6M lists both. Nothing if there is
// none; halves for sections cut from a parent (WT155 is WT6).
std::optional<double> inchSeries(std::string_view letters, double millimetres);

} // namespace wr
