// The shape and the ink of each kind of change between two states: told by shape as well as by hue.
#pragma once

#include "core/project/compare.h"
#include "render/theme.h"

#include <QPainter>

namespace wr {

QColor changeInk(MemberChange::Kind k);
// A disc (a triangle for what became over) with its sign, around `at`.
void drawChangeMark(QPainter& p, QPointF at, MemberChange::Kind k, double radius = 6.5);

} // namespace wr
