// Printed matter in the window: marks of core/paper drawn with Qt, words measured in the interface's face.
#pragma once

#include "core/paper/math.h"

#include <QColor>
#include <QPainter>
#include <QString>

namespace wr {

// Sizes are pixels.
class WindowMeasure final : public TextMeasure
{
public:
    double advance(std::string_view utf8, Face face, double size) const override;
};
const WindowMeasure& windowMeasure();

Ink inkOf(const QColor& c);
void drawMarks(QPainter& p, const std::vector<Mark>& marks, double x = 0, double y = 0);
// With its baseline at y.
inline void drawBox(QPainter& p, const MathBox& b, double x, double y)
{
    drawMarks(p, b.marks, x, y);
}

MathBox layoutFormula(const Expression& e, double pixels, const QColor& ink);
MathBox layoutSymbol(std::string_view symbol, double pixels, const QColor& ink);
MathBox layoutText(const QString& text, double pixels, const QColor& ink, bool strong = false);
MathBox inRow(std::vector<MathBox> boxes, double gap);

} // namespace wr
