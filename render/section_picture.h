// Sections drawn to scale from their outlines, plain or as a sheet with dimensions and axes.
#pragma once

#include "core/base/units.h"
#include "core/sections/catalogue.h"
#include "render/theme.h"

#include <QPainter>

namespace wr {

void drawSection(QPainter& p, const QRectF& area, const Shape& s, const Theme& t);

// The outline with its dimensions in the units of `u`, centroidal axes and shear centre, all to one scale.
void drawSectionSheet(QPainter& p, const QRectF& area, const CatalogueSection& s, const UnitSystem& u, const Theme& t);

// Dimensions and properties, one row each: both notations, number and unit. Returns the height used.
double drawSectionTable(QPainter& p, const QRectF& area, const CatalogueSection& s, const UnitSystem& u, const Theme& t);
double sectionTableHeight(const CatalogueSection& s);

} // namespace wr
