#include "render/charts.h"

#include <algorithm>
#include <cmath>

namespace wr {

namespace {

QString str(const std::string& s)
{
    return QString::fromStdString(s);
}

} // namespace

HistogramPicture drawHistogram(QPainter& p, const QRectF& area, const std::vector<double>& utilisations, double from, double to,
                               const Theme& t)
{
    HistogramPicture out;
    out.plot = area.adjusted(0, 0, 0, -16);
    constexpr int bins = 20;
    out.counts.assign(bins, 0);
    for (const double u : utilisations)
        if (std::isfinite(u)) ++out.counts[std::clamp(static_cast<int>(u * 10 - 1e-9), 0, bins - 1)];
    const int most = std::max(1, *std::max_element(out.counts.begin(), out.counts.end()));
    const double w = out.plot.width() / bins;
    for (int i = 0; i < bins; ++i) {
        const double n = out.counts[i];
        if (n == 0) continue;
        // Root scale: a single member over the limit must be seen beside a hundred light ones.
        const double h = std::max(3.0, (out.plot.height() - 4) * std::sqrt(n / most));
        p.fillRect(QRectF(out.plot.left() + i * w + 0.5, out.plot.bottom() - h, w - 1, h), t.utilisation((i + 0.5) / 10));
    }
    p.setPen(QPen(t.hairline, 1));
    p.drawLine(out.plot.bottomLeft(), out.plot.bottomRight());
    p.setPen(QPen(t.ink, 1));
    p.drawLine(QPointF(out.xOf(1), out.plot.top()), QPointF(out.xOf(1), out.plot.bottom() + 3));
    p.setFont(textFont(10));
    p.setPen(t.ink2);
    for (const double v : {0.0, 0.25, 0.5, 0.75, 1.0, 1.5, 2.0}) {
        const QRectF box(out.xOf(v) - 20, out.plot.bottom() + 2, 40, 14);
        p.drawText(box, Qt::AlignCenter, v == 2.0 ? QString("2+") : QString::number(v));
    }
    if (to > from) {
        QColor fill = t.violet;
        fill.setAlpha(28);
        const QRectF box(out.xOf(from), out.plot.top() - 2, out.xOf(to) - out.xOf(from), out.plot.height() + 3);
        p.setPen(QPen(t.violet, 1.5));
        p.setBrush(fill);
        p.drawRoundedRect(box, 3, 3);
        p.setBrush(Qt::NoBrush);
    }
    return out;
}

DiagramPicture drawDiagram(QPainter& p, const QRectF& area, const std::vector<double>& x, const std::vector<double>& values,
                           double length, const QString& name, Quantity q, const UnitSystem& u, const Theme& t)
{
    DiagramPicture out;
    out.plot = area.adjusted(34, 3, -4, -3);
    double up = 0, down = 0;
    for (size_t i = 0; i < x.size(); ++i) {
        up = std::max(up, values[i]);
        down = std::min(down, values[i]);
        if (std::abs(values[i]) > std::abs(out.largest)) {
            out.largest = values[i];
            out.at = x[i];
        }
    }
    p.setFont(textFont(11));
    p.setPen(t.ink2);
    p.drawText(QRectF(area.left(), area.top(), 32, area.height()), Qt::AlignVCenter | Qt::AlignLeft, name);
    const double range = std::max(up - down, 1e-30),
                 zero = out.plot.top() + out.plot.height() * (up - down < 1e-9 ? 0.5 : up / range);
    const auto px = [&](double v) { return out.plot.left() + out.plot.width() * v / length; };
    const auto py = [&](double v) { return up - down < 1e-9 ? zero : zero - out.plot.height() * v / range; };
    const auto half = [&](bool positive, QColor c) {
        QPolygonF poly;
        poly << QPointF(out.plot.left(), zero);
        for (size_t i = 0; i < x.size(); ++i)
            poly << QPointF(px(x[i]), positive ? std::min(zero, py(values[i])) : std::max(zero, py(values[i])));
        poly << QPointF(out.plot.right(), zero);
        c.setAlpha(52);
        p.setPen(Qt::NoPen);
        p.setBrush(c);
        p.drawPolygon(poly);
    };
    half(true, t.topFlange);
    half(false, t.bottomFlange);
    QPolygonF line;
    for (size_t i = 0; i < x.size(); ++i)
        line << QPointF(px(x[i]), py(values[i]));
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(t.ink2, 1));
    p.drawLine(QPointF(out.plot.left(), zero), QPointF(out.plot.right(), zero));
    p.setPen(QPen(t.ink, 1.2));
    p.drawPolyline(line);
    if (out.largest != 0) {
        const QPointF tip(px(out.at), py(out.largest));
        p.setBrush(t.ink);
        p.setPen(Qt::NoPen);
        p.drawEllipse(tip, 2.2, 2.2);
        p.setPen(t.ink);
        p.setFont(textFont(10.5, true));
        const QString label = str(u.text(q, out.largest));
        const double w = QFontMetricsF(p.font()).horizontalAdvance(label) + 4;
        const double lx = std::clamp(tip.x() + 5, out.plot.left(), out.plot.right() - w);
        const QRectF box(lx, std::clamp(tip.y() - 7, area.top(), area.bottom() - 14), w, 14);
        QColor back = t.panel;
        back.setAlpha(205);
        p.fillRect(box.adjusted(-1, 1, 0, -1), back);
        p.drawText(box, Qt::AlignVCenter, label);
    }
    return out;
}

} // namespace wr
