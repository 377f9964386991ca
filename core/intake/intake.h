// From tables to a frame: what a recipe says of them, carried out. All faults at once, each with its sheet, row and column.
#pragma once

#include "core/base/progress.h"
#include "core/frame/frame.h"
#include "core/intake/recipe.h"
#include "core/tables/sheet.h"

#include <string>
#include <vector>

namespace wr {

// A section or grade that nobody knows by that name: one choice serves all its rows.
struct UnknownName
{
    std::string name;
    bool section = true; // or a grade
    size_t rows = 0;
    std::vector<std::string> near; // proposals, the nearest first
};

struct Intake
{
    Frame frame;        // as far as it could be made
    bool sound = false; // it is whole: nothing was wrong
    std::vector<Finding> findings;
    std::vector<UnknownName> unknown;
    std::vector<size_t> rows; // read of each table of the recipe
};

// Codes: intake.*. Cancelled: not sound, without a finding.
Intake takeIn(const std::vector<Book>& books, const Recipe& recipe, Progress& progress);

} // namespace wr
