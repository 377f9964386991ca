#include "render/check_charts.h"

#include "render/formula.h"

#include <QPainterPath>
#include <algorithm>
#include <cmath>

namespace wr {

namespace {

// A round step that gives about n divisions.
double roundStep(double range, int n)
{
    const double raw = range / n, base = std::pow(10, std::floor(std::log10(raw)));
    for (const double k : {1.0, 2.0, 2.5, 5.0})
        if (raw <= k * base) return k * base;
    return 10 * base;
}

QString num(double v)
{
    return QString::number(v, 'g', 4);
}

void title(QPainter& p, const QRectF& area, const QString& words, const Theme& t)
{
    p.setFont(textFont(11));
    p.setPen(t.ink2);
    p.drawText(QRectF(area.left(), area.top(), area.width(), 15), Qt::AlignLeft | Qt::AlignVCenter, words);
}

QString str(std::string_view s)
{
    return QString::fromUtf8(s.data(), static_cast<qsizetype>(s.size()));
}

} // namespace

LengthCurvePicture drawLengthCurve(QPainter& p, const QRectF& area, const LengthCurve& c, const UnitSystem& u, const Theme& t)
{
    LengthCurvePicture out;
    title(p, area, QString("%1, %2").arg(str(c.title), QString::fromStdString(u.symbol(c.quantity))), t);
    out.plot = area.adjusted(40, 20, -8, -20);
    const double most = std::max(*std::max_element(c.capacity.begin(), c.capacity.end()), c.demand);
    const double top = u.show(c.quantity, most) * 1.08, end = u.show(Quantity::Length, c.length.back());
    out.top = u.read(c.quantity, top), out.end = c.length.back();
    const auto px = [&](double si) { return out.plot.left() + out.plot.width() * std::min(1.0, si / out.end); };
    const auto py = [&](double si) { return out.plot.bottom() - out.plot.height() * si / out.top; };
    p.setFont(textFont(10));
    const double dy = roundStep(top, 4), dx = roundStep(end, 5);
    for (double v = 0; v <= top * 1.0001; v += dy) {
        const double y = out.plot.bottom() - out.plot.height() * v / top;
        p.setPen(QPen(t.hairline, 1));
        p.drawLine(QPointF(out.plot.left(), y), QPointF(out.plot.right(), y));
        p.setPen(t.ink2);
        p.drawText(QRectF(area.left(), y - 7, 36, 14), Qt::AlignRight | Qt::AlignVCenter, num(v));
    }
    for (double v = 0; v <= end * 1.0001; v += dx) {
        const double x = out.plot.left() + out.plot.width() * v / end;
        const bool last = v + dx > end * 1.0001;
        p.drawText(QRectF(x - 30, out.plot.bottom() + 3, 60, 14), Qt::AlignCenter,
                   last ? num(v) + " " + QString::fromStdString(u.symbol(Quantity::Length)) : num(v));
    }
    for (const auto& [length, symbol] : c.marks) {
        if (length > out.end) continue;
        p.setPen(QPen(t.ink3, 1, Qt::DotLine));
        p.drawLine(QPointF(px(length), out.plot.top()), QPointF(px(length), out.plot.bottom()));
        layoutSymbol(symbol, 10, t.ink2).draw(p, px(length) + 3, out.plot.bottom() - 5);
    }
    const auto line = [&](const std::vector<double>& values, const QPen& pen) {
        QPolygonF poly;
        for (size_t i = 0; i < values.size(); ++i)
            poly << QPointF(px(c.length[i]), py(values[i]));
        p.setPen(pen);
        p.setBrush(Qt::NoBrush);
        p.drawPolyline(poly);
    };
    if (!c.plain.empty()) {
        line(c.plain, QPen(t.ink3, 1.2, Qt::DashLine));
        p.setFont(textFont(10));
        p.setPen(t.ink2);
        const size_t n = c.plain.size() - 1;
        const MathBox words = inRow({layoutSymbol("C_b", 10, t.ink2), layoutText("= 1", 10, t.ink2)}, 3);
        words.draw(p, out.plot.right() - words.width - 2, py(c.plain[n]) + (py(c.plain[n]) + 14 < out.plot.bottom() ? 12 : -5));
    }
    line(c.capacity, QPen(t.utilisation(0.9), 2));
    out.now = {px(c.at), py(c.demand)}, out.onCurve = {px(c.at), py(c.capacityNow)};
    const bool over = c.demand > c.capacityNow;
    p.setPen(QPen(over ? t.red : t.violet, 1.2));
    p.drawLine(out.now, out.onCurve);
    p.setBrush(t.panel);
    p.setPen(QPen(t.utilisation(0.9), 1.6));
    p.drawEllipse(out.onCurve, 3, 3);
    p.setPen(Qt::NoPen);
    p.setBrush(over ? t.red : t.violet);
    p.drawEllipse(out.now, 4, 4);
    p.setBrush(Qt::NoBrush);
    return out;
}

InteractionPicture drawInteraction(QPainter& p, const QRectF& area, const InteractionDiagram& d, int governing,
                                   const UnitSystem& u, const Theme& t)
{
    InteractionPicture out;
    title(p, area, QString("Axial force against moments, over their strengths, %1").arg(str(d.clause)), t);
    double right = 1.1, top = 1.1, bottom = 0;
    for (const InteractionDiagram::Point& x : d.points)
        right = std::max(right, x.moment * 1.05), top = std::max(top, x.axial * 1.05), bottom = std::min(bottom, x.axial * 1.1);
    const bool tension = bottom < -0.02;
    bottom = tension ? std::min(bottom, -1.1) : 0;
    out.plot = area.adjusted(40, 20, -8, -20);
    const auto px = [&](double m) { return out.plot.left() + out.plot.width() * m / right; };
    const auto py = [&](double n) { return out.plot.bottom() - out.plot.height() * (n - bottom) / (top - bottom); };
    p.setFont(textFont(10));
    for (const double v : {-1.0, -0.5, 0.0, 0.5, 1.0}) {
        if (v < bottom) continue;
        p.setPen(QPen(t.hairline, 1));
        p.drawLine(QPointF(out.plot.left(), py(v)), QPointF(out.plot.right(), py(v)));
        p.setPen(t.ink2);
        p.drawText(QRectF(area.left(), py(v) - 7, 36, 14), Qt::AlignRight | Qt::AlignVCenter, num(v));
    }
    for (double v = 0; v <= right; v += roundStep(right, 4))
        p.drawText(QRectF(px(v) - 20, out.plot.bottom() + 3, 40, 14), Qt::AlignCenter, num(v));
    QPolygonF inside;
    for (const auto& [m, n] : d.surface)
        if (n >= bottom) inside << QPointF(px(m), py(n));
    QPolygonF fill = inside;
    fill << QPointF(px(0), py(1)) << QPointF(px(0), py(bottom));
    QColor soft = t.utilisation(0.25);
    soft.setAlpha(90);
    p.setPen(Qt::NoPen);
    p.setBrush(soft);
    p.drawPolygon(fill);
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(t.utilisation(0.9), 1.8));
    p.drawPolyline(inside);
    p.setPen(t.ink2);
    p.drawText(QRectF(out.plot.right() - 200, py(1) + 1, 200, 14), Qt::AlignRight | Qt::AlignVCenter,
               "compression 1 = " + QString::fromStdString(u.text(Quantity::Force, d.compression)));
    if (tension)
        p.drawText(QRectF(out.plot.right() - 200, py(-1) - 15, 200, 14), Qt::AlignRight | Qt::AlignVCenter,
                   "tension −1 = " + QString::fromStdString(u.text(Quantity::Force, d.tension)));
    const auto mark = [&](const InteractionDiagram::Point& x, bool current) {
        const QPointF at(px(x.moment), py(x.axial));
        const bool over = x.ratio > 1;
        p.setPen(QPen(t.panel, 1));
        p.setBrush(over ? t.red : current ? t.violet : t.utilisation(x.ratio));
        const double r = current ? 4.5 : 3;
        if (over) // not by colour alone
            p.drawPolygon(
                QPolygonF{{at + QPointF(0, -r - 1), at + QPointF(r + 1, 0), at + QPointF(0, r + 1), at + QPointF(-r - 1, 0)}});
        else
            p.drawEllipse(at, r, r);
    };
    for (const InteractionDiagram::Point& x : d.points) {
        out.points.emplace_back(px(x.moment), py(x.axial));
        out.outside += x.ratio > 1;
        if (x.set != governing) mark(x, false);
    }
    for (const InteractionDiagram::Point& x : d.points)
        if (x.set == governing) mark(x, true);
    p.setBrush(Qt::NoBrush);
    return out;
}

int InteractionPicture::nearest(QPointF at, double within) const
{
    int best = -1;
    for (size_t i = 0; i < points.size(); ++i) {
        const QPointF d = points[i] - at;
        const double distance = std::hypot(d.x(), d.y());
        if (distance <= within) within = distance, best = static_cast<int>(i);
    }
    return best;
}

DeflectionPicture drawDeflection(QPainter& p, const QRectF& area, const DeflectionCurve& c, const UnitSystem& u, const Theme& t)
{
    DeflectionPicture out;
    title(p, area,
          QString("%1, %2%3")
              .arg(str(c.title), QString::fromStdString(u.symbol(Quantity::Displacement)),
                   c.camber > 0 ? " (before camber)" : ""),
          t);
    out.plot = area.adjusted(40, 20, -8, -20);
    // Both sides as far as they are needed; the limit counts from the camber.
    const double limit = c.limit + c.camber;
    double low = 0, high = 0; // downwards, upwards, SI
    for (const double w : c.w)
        low = std::max(low, w), high = std::max(high, -w);
    (c.down ? low : high) = std::max(c.down ? low : high, std::min(limit, 4 * std::max(low, high)));
    low *= 1.12, high *= high > 0.02 * low ? 1.12 : 0;
    if (!(low + high > 0)) return out;
    const double begin = c.x.front(), end = c.x.back();
    const auto px = [&](double x) { return out.plot.left() + out.plot.width() * (x - begin) / (end - begin); };
    const auto py = [&](double w) { return out.plot.top() + out.plot.height() * (w + high) / (low + high); };
    p.setFont(textFont(10));
    const double step = roundStep(u.show(Quantity::Displacement, low + high), 4);
    for (double v = -std::floor(u.show(Quantity::Displacement, high) / step) * step;
         v <= u.show(Quantity::Displacement, low) * 1.0001; v += step) {
        const double y = py(u.read(Quantity::Displacement, v));
        p.setPen(QPen(t.hairline, 1));
        p.drawLine(QPointF(out.plot.left(), y), QPointF(out.plot.right(), y));
        p.setPen(t.ink2);
        p.drawText(QRectF(area.left(), y - 7, 36, 14), Qt::AlignRight | Qt::AlignVCenter,
                   num(std::abs(v) < 1e-9 * step ? 0 : v));
    }
    for (const double x : {begin, end}) {
        const QString words =
            QString("%1 %2").arg(num(u.show(Quantity::Length, x)), QString::fromStdString(u.symbol(Quantity::Length)));
        p.drawText(QRectF(px(x) - (x == end ? 70 : 0), out.plot.bottom() + 3, 70, 14),
                   (x == end ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignVCenter, words);
    }
    p.setPen(QPen(t.ink, 1.4)); // what it is measured from
    p.drawLine(QPointF(out.plot.left(), py(0)), QPointF(out.plot.right(), py(0)));
    const double sign = c.down ? 1 : -1;
    out.limit = py(sign * limit);
    if (out.limit >= out.plot.top() - 1 && out.limit <= out.plot.bottom() + 1) {
        p.setPen(QPen(t.ink2, 1, Qt::DashLine));
        p.drawLine(QPointF(out.plot.left(), out.limit), QPointF(out.plot.right(), out.limit));
        p.setPen(t.ink2);
        p.drawText(QRectF(out.plot.left() + 2, out.limit - (c.down ? 14 : -1), out.plot.width() - 4, 13), Qt::AlignRight,
                   QString("limit %1").arg(QString::fromStdString(u.text(Quantity::Displacement, c.limit))));
    } else {
        p.setPen(t.ink2);
        p.drawText(QRectF(out.plot.left() + 2, out.plot.bottom() - 14, out.plot.width() - 4, 13), Qt::AlignRight,
                   QString("limit %1, far off").arg(QString::fromStdString(u.text(Quantity::Displacement, c.limit))));
    }
    // Smooth through the stations: slopes by the neighbours on either side.
    const auto at = [&](size_t i) { return QPointF(px(c.x[i]), py(c.w[i])); };
    QPainterPath line(at(0));
    for (size_t i = 0; i + 1 < c.x.size(); ++i) {
        const QPointF before = at(i > 0 ? i - 1 : 0), a = at(i), b = at(i + 1), after = at(std::min(i + 2, c.x.size() - 1));
        const double h = b.x() - a.x();
        const auto slope = [](QPointF l, QPointF r) { return r.x() > l.x() ? (r.y() - l.y()) / (r.x() - l.x()) : 0.0; };
        line.cubicTo(a.x() + h / 3, a.y() + h / 3 * slope(before, b), b.x() - h / 3, b.y() - h / 3 * slope(a, after), b.x(),
                     b.y());
    }
    const bool over = c.most > c.limit;
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(over ? t.red : t.utilisation(0.9), 2));
    p.drawPath(line);
    out.worst = {px(c.at), py(sign * (c.most + c.camber))};
    p.setPen(Qt::NoPen);
    p.setBrush(over ? t.red : t.violet);
    p.drawEllipse(out.worst, 4, 4);
    p.setBrush(Qt::NoBrush);
    return out;
}

} // namespace wr
