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
        if (std::isfinite(u)) ++out.counts[static_cast<size_t>(std::clamp(static_cast<int>(u * 10 - 1e-9), 0, bins - 1))];
    const int most = std::max(1, *std::max_element(out.counts.begin(), out.counts.end()));
    const double w = out.plot.width() / bins;
    for (int i = 0; i < bins; ++i) {
        const double n = out.counts[static_cast<size_t>(i)];
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
        p.drawText(box, Qt::AlignCenter,
                   v == 2.0 ? QString("2+") : QString::number(v));
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
        up = std::max(up, values[i]), down = std::min(down, values[i]);
        if (std::abs(values[i]) > std::abs(out.largest)) out.largest = values[i], out.at = x[i];
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

int CandidatePicture::nearest(QPointF at, double within) const
{
    int best = -1;
    double d = within;
    for (const CandidateMark& m : marks)
        if (const double e = std::hypot(m.at.x() - at.x(), m.at.y() - at.y()); e <= d) d = e, best = static_cast<int>(m.rung);
    return best;
}

CandidatePicture drawCandidates(QPainter& p, const QRectF& area, const RungTable& table, double target, const QString& now,
                                int hovered, const UnitSystem& u, const Theme& t)
{
    CandidatePicture out;
    out.plot = area.adjusted(44, 16, -12, -34);
    if (table.rungs.empty()) return out;
    double lo = 1e300, hi = 0;
    for (const Rung& r : table.rungs)
        lo = std::min(lo, r.mass), hi = std::max(hi, r.mass);
    lo *= 0.94, hi *= 1.06;
    constexpr double top = 1.75; // rungs above are drawn on the upper edge
    // Logarithmic across: the light rungs, where the choice is made, get their room.
    const auto px = [&](double m) { return out.plot.left() + out.plot.width() * std::log(m / lo) / std::log(hi / lo); };
    const auto py = [&](double v) { return out.plot.bottom() - out.plot.height() * std::min(v, top) / top; };
    QColor fits = t.utilisation(0.4);
    fits.setAlpha(40);
    p.fillRect(QRectF(QPointF(out.plot.left(), py(target)), QPointF(out.plot.right(), out.plot.bottom())), fits);
    p.setFont(textFont(10.5));
    for (double v = 0; v <= 1.61; v += 0.2) {
        p.setPen(QPen(t.hairline, 1));
        p.drawLine(QPointF(out.plot.left(), py(v)), QPointF(out.plot.right(), py(v)));
        p.setPen(t.ink2);
        p.drawText(QRectF(area.left(), py(v) - 8, 36, 16), Qt::AlignRight | Qt::AlignVCenter, QString::number(v, 'f', 1));
    }
    const double unit = u.factor(Quantity::MassPerLength);
    for (double power = std::pow(10.0, std::floor(std::log10(lo / unit))); power * unit <= hi; power *= 10)
        for (const double k : {1.0, 1.5, 2.0, 3.0, 5.0, 7.0}) {
            const double m = k * power;
            if (m * unit < lo || m * unit > hi) continue;
            const double x = px(m * unit);
            p.setPen(QPen(t.ink3, 1));
            p.drawLine(QPointF(x, out.plot.bottom()), QPointF(x, out.plot.bottom() + 4));
            p.setPen(t.ink2);
            p.drawText(QRectF(x - 30, out.plot.bottom() + 4, 60, 14), Qt::AlignCenter, QString::number(m));
        }
    p.drawText(QRectF(out.plot.left(), out.plot.bottom() + 17, out.plot.width(), 14), Qt::AlignCenter,
               str(u.symbol(Quantity::MassPerLength)));
    p.drawText(QRectF(area.left(), area.top() - 2, 300, 14), Qt::AlignLeft, "utilisation of the worst member");
    p.setPen(QPen(t.ink, 1.4));
    p.drawLine(QPointF(out.plot.left(), py(1)), QPointF(out.plot.right(), py(1)));
    p.drawText(QRectF(out.plot.right() - 90, py(1) - 16, 88, 14), Qt::AlignRight, "limit 1.00");
    if (std::abs(target - 1) > 1e-9) {
        QPen dash(t.topFlange, 1.4, Qt::DashLine);
        p.setPen(dash);
        p.drawLine(QPointF(out.plot.left(), py(target)), QPointF(out.plot.right(), py(target)));
        p.drawText(QRectF(out.plot.right() - 110, py(target) + 2, 108, 14), Qt::AlignRight,
                   QString("target %1").arg(target, 0, 'f', 2));
    }
    const auto mark = [&](size_t k) {
        const Rung& r = table.rungs[k];
        const bool unchecked = r.status == Status::Unchecked;
        CandidateMark m{k, {px(r.mass), py(unchecked ? 0.02 : r.utilisation)}, unchecked || !r.limit.empty()};
        const bool current = str(r.section->designation) == now, proposed = static_cast<int>(k) == table.proposed;
        const double radius = proposed ? 7 : current ? 6.5 : static_cast<int>(k) == hovered ? 6 : 4.5;
        const QColor c = t.utilisation(r.utilisation);
        p.setPen(proposed ? QPen(t.violet, 2.4) : current ? QPen(t.ink, 2) : m.hollow ? QPen(t.ink3, 1.4) : QPen(t.ink3, 0.7));
        p.setBrush(m.hollow ? t.panel : c);
        p.drawEllipse(m.at, radius, radius);
        if (proposed || current) {
            const QString words = str(r.section->designation) + (proposed && current ? ", stays"
                                                                 : proposed          ? ", proposed"
                                                                                     : ", now");
            p.setFont(textFont(11, true));
            const double w = QFontMetricsF(p.font()).horizontalAdvance(words) + 4;
            double x = m.at.x() + 11;
            if (x + w > out.plot.right()) x = m.at.x() - 11 - w;
            const QRectF box(x, m.at.y() + (proposed ? 4 : -20), w, 16);
            QColor back = t.panel;
            back.setAlpha(215);
            p.fillRect(box, back);
            p.setPen(proposed ? t.violet : t.ink);
            p.drawText(box, Qt::AlignVCenter | Qt::AlignLeft, words);
        }
        return m;
    };
    // Proposed and present rungs last, so that nothing covers them.
    std::vector<size_t> last;
    for (size_t k = 0; k < table.rungs.size(); ++k) {
        if (static_cast<int>(k) == table.proposed || str(table.rungs[k].section->designation) == now)
            last.push_back(k);
        else
            out.marks.push_back(mark(k));
    }
    for (const size_t k : last)
        out.marks.push_back(mark(k));
    return out;
}

} // namespace wr
