// Headings of columns, recognised by what they mean.
#pragma once

#include "core/intake/fields.h"

#include <string>
#include <string_view>
#include <vector>

namespace wr {

// Small letters and digits in words apart by single blanks: "Node_I", "NodeI" and "node-i" are "node i".
std::string headingKey(std::string_view heading);

// A heading with its unit cut off: "My [kN·m]", "N (kN)", "fy, MPa".
struct HeadingParts
{
    std::string words, unit; // unit: empty where none is stated
};
HeadingParts headingParts(std::string_view heading);

struct HeadingMatch
{
    const FieldRow* field = nullptr;
    double sure = 0;
};
// Every field of a kind that a heading (its key) can mean, and how surely, 0.4 to 1: the field's very words 1, words such as
// "name" and "no" that mean one thing in each table 0.7, words among others from 0.4.
std::vector<HeadingMatch> headingMatches(TableKind kind, std::string_view key);
// The best of a kind of table; none below 0.4.
HeadingMatch matchHeading(TableKind kind, std::string_view heading);

} // namespace wr
