// Typeset mathematics: fractions, roots, powers and subscripts from the formulas of a trace.
#pragma once

#include "core/base/expression.h"
#include "core/base/units.h"
#include "core/standards/trace.h"

#include <QColor>
#include <QPainter>
#include <QString>
#include <functional>
#include <memory>
#include <optional>
#include <vector>

namespace wr {

// A laid-out piece of mathematics: sizes in pixels, drawn with its baseline at y.
struct MathBox
{
    double width = 0, ascent = 0, descent = 0;
    std::function<void(QPainter&, double x, double y)> draw = [](QPainter&, double, double) {};
    double height() const { return ascent + descent; }
};

// Symbols are set with subscripts and Greek letters ("lambda_pf" → λ with pf). `values` replaces a symbol by text (a number
// with its unit).
using SymbolText = std::function<std::optional<QString>(const std::string& symbol)>;
MathBox layoutFormula(const Expression& e, double pixels, const QColor& ink, const SymbolText& values = {});
MathBox layoutSymbol(std::string_view symbol, double pixels, const QColor& ink);
MathBox layoutText(const QString& text, double pixels, const QColor& ink, bool strong = false);
MathBox inRow(std::vector<MathBox> boxes, double gap);

// One step of a trace as text, for copying: "F_cr = 0.658^(F_y/F_e)*F_y = 31.2 ksi  [E3-2]".
QString plainStep(const TraceStep& s, const UnitSystem& u);

} // namespace wr
