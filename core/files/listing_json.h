// Sections and grades of the shipped lists as JSON text (docs/sections.md): mm, MPa, kg/m.
#pragma once

#include "core/grades/grades.h"
#include "core/sections/catalogue.h"

#include <string>
#include <vector>

namespace wr {

std::string sectionsJson(const std::vector<const CatalogueSection*>& list);
std::string gradesJson(const std::vector<const Grade*>& list);

} // namespace wr
