#include "render/section_picture.h"

#include <QPainterPath>
#include <algorithm>

namespace wr {

void drawSection(QPainter& p, const QRectF& area, const Shape& s, const Theme& t)
{
    const Outline o = outlineOf(s);
    if (o.loops.empty()) return;
    double y0 = 1e9, y1 = -1e9, z0 = 1e9, z1 = -1e9;
    for (const Loop& l : o.loops)
        for (const Point2& q : l)
            y0 = std::min(y0, q.y), y1 = std::max(y1, q.y), z0 = std::min(z0, q.z), z1 = std::max(z1, q.z);
    const double k = std::min(area.width() / (y1 - y0), area.height() / (z1 - z0)) * 0.94;
    const auto at = [&](const Point2& q) {
        return QPointF(area.center().x() + k * (q.y - (y0 + y1) / 2), area.center().y() - k * (q.z - (z0 + z1) / 2));
    };
    QPainterPath path;
    path.setFillRule(Qt::OddEvenFill);
    for (const Loop& l : o.loops) {
        path.moveTo(at(l.front()));
        for (const Point2& q : l)
            path.lineTo(at(q));
        path.closeSubpath();
    }
    QColor fill = t.utilisation(0.35);
    p.setPen(QPen(t.ink, 1.1));
    p.setBrush(fill);
    p.drawPath(path);
    p.setBrush(Qt::NoBrush);
}

} // namespace wr
