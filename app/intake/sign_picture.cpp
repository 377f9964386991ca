#include "app/intake/sign_picture.h"

#include "render/theme.h"

#include <QPainter>
#include <QPainterPath>

namespace wr {

namespace {

// At a point, for a line that comes from another.
void arrowHead(QPainter& p, QPointF at, QPointF from)
{
    const QLineF l(at, from);
    for (const double turn : {25.0, -25.0}) {
        QLineF head = l;
        head.setLength(6);
        head.setAngle(l.angle() + turn);
        p.drawLine(head);
    }
}

void arrow(QPainter& p, QPointF from, QPointF to)
{
    p.drawLine(from, to);
    arrowHead(p, to, from);
}

// A curved arrow about a point, from one angle over another, in degrees as Qt counts them.
void bow(QPainter& p, QPointF at, double radius, double from, double over)
{
    QPainterPath path;
    const QRectF box(at.x() - radius, at.y() - radius, 2 * radius, 2 * radius);
    path.arcMoveTo(box, from);
    path.arcTo(box, from, over);
    p.drawPath(path);
    arrowHead(p, path.currentPosition(), path.pointAtPercent(0.8));
}

} // namespace

SignPicture::SignPicture(QWidget* parent) : QWidget(parent)
{
    setMinimumHeight(104);
    setAccessibleName("What the signs mean");
}

void SignPicture::show(ForceSigns signs, StationAs stations, bool compression, bool sagging)
{
    signs_ = signs;
    stations_ = stations;
    compression_ = compression;
    sagging_ = sagging;
    QString words = signs == ForceSigns::Ends ? "forces act on the ends of the element" : "forces in the section";
    words += compression ? ", compression is positive" : ", tension is positive";
    if (signs != ForceSigns::Ends)
        words += sagging ? ", a moment that compresses the upper side is positive"
                         : ", a moment that stretches the upper side is positive";
    setAccessibleDescription(words);
    update();
}

void SignPicture::paintEvent(QPaintEvent*)
{
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.setFont(textFont(10.5));
    const double left = 54, right = width() - 54, y = 46;
    // The element between its nodes; where two sections are shown, a gap between them.
    p.setPen(QPen(t.ink2, 5, Qt::SolidLine, Qt::FlatCap));
    const bool ends = signs_ == ForceSigns::Ends;
    const double middle = (left + right) / 2;
    if (ends)
        p.drawLine(QPointF(left, y), QPointF(right, y));
    else {
        p.drawLine(QPointF(left, y), QPointF(middle - 26, y));
        p.drawLine(QPointF(middle + 26, y), QPointF(right, y));
    }
    p.setPen(t.ink2);
    p.drawText(QRectF(left - 12, y + 8, 24, 14), Qt::AlignCenter, "i");
    p.drawText(QRectF(right - 12, y + 8, 24, 14), Qt::AlignCenter, "j");
    p.setPen(QPen(t.violet, 1.6));
    if (ends) {
        // Right-handed along and about the local axes at both ends alike.
        const double d = compression_ ? -1 : 1;
        for (const double x : {left, right}) {
            arrow(p, {x - d * 34, y}, {x - d * 8, y});
            bow(p, {x, y}, 22, 240, sagging_ ? -120 : 120);
        }
    } else {
        // On the two faces of a cut: pulling away from it is tension.
        arrow(p, compression_ ? QPointF(middle - 4, y) : QPointF(middle - 24, y),
              compression_ ? QPointF(middle - 24, y) : QPointF(middle - 4, y));
        arrow(p, compression_ ? QPointF(middle + 4, y) : QPointF(middle + 24, y),
              compression_ ? QPointF(middle + 24, y) : QPointF(middle + 4, y));
        bow(p, {middle - 28, y}, 20, sagging_ ? 120 : 240, sagging_ ? 120 : -120);
        bow(p, {middle + 28, y}, 20, sagging_ ? 60 : -60, sagging_ ? -120 : 120);
        p.setPen(QPen(t.ink3, 1));
        p.drawText(QRectF(0, 0, width(), 20), Qt::AlignCenter, sagging_ ? "+z side compressed" : "+z side stretched");
    }
    p.setPen(QPen(t.ink3, 1));
    const double base = y + 40;
    if (stations_ == StationAs::Share) {
        p.drawLine(QPointF(left, base), QPointF(right, base));
        p.drawText(QRectF(left - 20, base + 2, 40, 14), Qt::AlignCenter, "0");
        p.drawText(QRectF(right - 20, base + 2, 40, 14), Qt::AlignCenter, "1");
    } else {
        const bool i = stations_ == StationAs::FromI;
        arrow(p, {i ? left : right, base}, {i ? left + 70 : right - 70, base});
        p.drawText(QRectF(i ? left + 76 : right - 96, base - 8, 20, 16), Qt::AlignCenter, "s");
    }
}

} // namespace wr
