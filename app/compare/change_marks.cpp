#include "app/compare/change_marks.h"

namespace wr {

QColor changeInk(MemberChange::Kind k)
{
    using K = MemberChange::Kind;
    const Theme& t = theme();
    switch (k) {
    case K::BecameOver: return t.utilisation(1.01);
    case K::CameRight: return t.utilisation(1.0);
    case K::BecameUnchecked: return t.ochre;
    case K::Heavier: return t.heavier;
    case K::Lighter: return t.lighter;
    case K::New:
    case K::Gone: return t.ink;
    case K::Other: return t.ink2;
    case K::Same: break;
    }
    return t.ink3;
}

void drawChangeMark(QPainter& p, QPointF at, MemberChange::Kind k, double r)
{
    using K = MemberChange::Kind;
    if (k == K::Same) return;
    const Theme& t = theme();
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(t.panel, 1));
    p.setBrush(changeInk(k));
    if (k == K::BecameOver)
        p.drawPolygon(QPolygonF{{at + QPointF(0, -r), at + QPointF(r, 0.8 * r), at + QPointF(-r, 0.8 * r)}});
    else
        p.drawEllipse(at, r, r);
    const double s = 0.5 * r;
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(t.panel, 1.6, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    switch (k) {
    case K::BecameOver: p.drawLine(at + QPointF(0, -0.3 * r), at + QPointF(0, 0.4 * r)); break;
    case K::CameRight:
        p.drawPolyline(QPolygonF{{at + QPointF(-s, 0), at + QPointF(-0.2 * s, 0.8 * s), at + QPointF(s, -0.7 * s)}});
        break;
    case K::Heavier:
    case K::New:
        p.drawLine(at + QPointF(-s, 0), at + QPointF(s, 0));
        p.drawLine(at + QPointF(0, -s), at + QPointF(0, s));
        break;
    case K::Lighter:
    case K::Gone: p.drawLine(at + QPointF(-s, 0), at + QPointF(s, 0)); break;
    case K::BecameUnchecked:
        p.drawPoint(at + QPointF(0, 0));
        p.drawEllipse(at, 0.5 * s, 0.5 * s);
        break;
    case K::Other: p.drawPoint(at); break;
    case K::Same: break;
    }
    p.restore();
}

} // namespace wr
