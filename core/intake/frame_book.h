// A frame as tables: what an analysis would write, for templates, samples and tests.
#pragma once

#include "core/frame/frame.h"
#include "core/intake/fields.h"

#include <string>
#include <variant>
#include <vector>

namespace wr {

struct PlainTable
{
    TableKind kind = TableKind::None;
    std::string name;
    std::vector<std::string> headings; // with units: "x [m]"
    std::vector<std::vector<std::variant<std::monostate, double, std::string>>> rows;
};

// In the frame's units, with the fields' own headings: what the guess reads without a question. Tables without rows are left
// out, but for `all`. Numbers are rounded to `digits` significant ones.
std::vector<PlainTable> frameTables(const Frame& f, bool all, int digits = 8);
// What tables cannot say of it: loads, offsets, springs in joints … each a short word.
std::vector<std::string> notInTables(const Frame& f);

// A page that says what every column of every table means.
PlainTable explanation(const UnitSystem& u);

} // namespace wr
