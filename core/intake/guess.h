// What tables from elsewhere probably mean: a recipe to be looked at and changed, never more than that.
#pragma once

#include "core/intake/recipe.h"
#include "core/tables/sheet.h"

#include <string>
#include <vector>

namespace wr {

// All tables of all books, in their order; sheets in which none is recognised are there as left out.
Recipe guessRecipe(const std::vector<Book>& books);

// The columns of a table whose kind and rows are settled, anew.
void guessColumns(TableUse& table, const Book& book, const Sheet& sheet);
// Where the heading of a table of that kind stands at or after a row, and the rows that follow from it; its columns too.
bool guessRows(TableUse& table, const Book& book, const Sheet& sheet, size_t from, TableKind kind);

// What must be there for a table to be read and is not, each as a sentence.
std::vector<std::string> missingFields(const TableUse& table);

// The sheet of a table; nullptr: none of that name.
const Sheet* sheetOf(const std::vector<Book>& books, const TableUse& table, const Book** book = nullptr);

// A recipe made for other files of this shape, with its tables put where these books have them: by heading words. Nothing where
// less than every table of the recipe with a heading is found.
std::optional<Recipe> fitted(const Recipe& recipe, const std::vector<Book>& books);

} // namespace wr
