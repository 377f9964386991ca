// Headings of columns, recognised by what they mean.
#pragma once

#include "core/intake/fields.h"

#include <string>
#include <string_view>

namespace wr {

// Small letters and digits in words apart by single blanks: "Node_I", "NodeI" and "node-i" are "node i".
std::string headingKey(std::string_view heading);

// A heading with its unit cut off: "My [kN·m]", "N (kN)", "fy, MPa".
struct HeadingParts
{
    std::string words, unit; // unit: empty where none is stated
};
HeadingParts headingParts(std::string_view heading);

// How surely a heading means a field, 0 to 1: its very words 1, words such as "name" and "no" that mean one thing in each table
// 0.7, words among others 0.5.
double headingFits(const FieldRow& field, std::string_view key);

struct HeadingMatch
{
    const FieldRow* field = nullptr;
    double sure = 0;
};
// The best of a kind of table; none below 0.4.
HeadingMatch matchHeading(TableKind kind, std::string_view heading);

} // namespace wr
