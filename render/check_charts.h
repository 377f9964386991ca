// Charts of a check: capacity over length, axial force against moment. Pictures are functions of data, theme and size; each
// returns where its marks lie.
#pragma once

#include "core/base/units.h"
#include "core/standards/check.h"
#include "render/theme.h"

#include <QPainter>
#include <QRectF>
#include <vector>

namespace wr {

struct LengthCurvePicture
{
    QRectF plot;
    QPointF now;     // today's length and demand
    QPointF onCurve; // today's length and capacity
    double top = 0;  // SI, value at the upper edge
    double end = 0;  // m, length at the right edge
};
LengthCurvePicture drawLengthCurve(QPainter& p, const QRectF& area, const LengthCurve& c, const UnitSystem& u, const Theme& t);

struct InteractionPicture
{
    QRectF plot;
    std::vector<QPointF> points;                 // as in the diagram
    int outside = 0;                             // how many lie beyond the limit
    int nearest(QPointF p, double within) const; // index of a point, or -1
};
// `governing`: set drawn as the current one.
InteractionPicture drawInteraction(QPainter& p, const QRectF& area, const InteractionDiagram& d, int governing,
                                   const UnitSystem& u, const Theme& t);

struct DeflectionPicture
{
    QRectF plot;
    QPointF worst;    // the place and size of the largest deflection
    double limit = 0; // pixel height of the limit's line
};
DeflectionPicture drawDeflection(QPainter& p, const QRectF& area, const DeflectionCurve& c, const UnitSystem& u,
                                 const Theme& t);

} // namespace wr
