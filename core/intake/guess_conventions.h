// The guess beyond the words of headings: which axis is which, what is measured from where, units that nobody states.
#pragma once

#include "core/intake/recipe.h"
#include "core/tables/sheet.h"

#include <vector>

namespace wr {

// Of one table, from its headings and first rows: axes named x and y, end actions, stations as shares, names given once for
// several rows.
void guessConventions(TableUse& table, const Book& book, const Sheet& sheet);

// Of all together: units that are stated nowhere, columns that are cases, loads named by their sheet, the frame's own units.
void settleRecipe(Recipe& recipe, const std::vector<Book>& books);

} // namespace wr
