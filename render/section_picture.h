// A section drawn to scale from its outline.
#pragma once

#include "core/sections/outline.h"
#include "render/theme.h"

#include <QPainter>

namespace wr {

void drawSection(QPainter& p, const QRectF& area, const Shape& s, const Theme& t);

} // namespace wr
