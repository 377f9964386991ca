// How a brief is told from the others wherever it is seen: a letter, and a hue besides.
#pragma once

#include "core/frame/frame.h"

#include <QColor>
#include <QPainter>
#include <QString>
#include <vector>

namespace wr {

struct BriefMark
{
    QString letter; // empty: no brief
    QColor hue;
};

// By the place of a brief in the frame: A to Z without I and O, then A2 …
BriefMark briefMark(size_t place);
// Of the brief of that name; without a letter where the frame lists none of it.
BriefMark briefMark(const Frame& f, std::string_view brief);

// A square with the letter: filled with the hue, or on paper with the hue round it.
void drawBriefMark(QPainter& p, const QRectF& box, const BriefMark& mark, bool filled);

} // namespace wr
