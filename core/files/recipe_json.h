// Recipes as JSON files (docs/intake.md).
#pragma once

#include "core/base/finding.h"
#include "core/intake/recipe.h"

#include <string>
#include <string_view>

namespace wr {

// Codes: file.json, file.format, file.version, frame.*; all faults at once, each with its JSON pointer.
Loaded<Recipe> readRecipe(std::string_view json);
std::string writeRecipe(const Recipe& recipe);

} // namespace wr
