#include "plots/check_charts.h"

#include <algorithm>
#include <cmath>

namespace wr {

namespace {

QString str(std::string_view s)
{
    return QString::fromUtf8(s.data(), static_cast<qsizetype>(s.size()));
}

QString withUnit(const UnitSystem& u, Quantity q, double si)
{
    return QString::fromStdString(u.text(q, si));
}

std::vector<double> shown(const UnitSystem& u, Quantity q, const std::vector<double>& si)
{
    std::vector<double> out;
    for (const double v : si)
        out.push_back(u.show(q, v));
    return out;
}

// The value at x of a line through points with ascending x.
double along(const std::vector<double>& xs, const std::vector<double>& ys, double x)
{
    const auto it = std::lower_bound(xs.begin(), xs.end(), x);
    if (it == xs.begin()) return ys.front();
    if (it == xs.end()) return ys.back();
    const size_t i = static_cast<size_t>(it - xs.begin());
    const double k = (x - xs[i - 1]) / (xs[i] - xs[i - 1]);
    return ys[i - 1] + k * (ys[i] - ys[i - 1]);
}

} // namespace

void fillLengthChart(Chart& chart, const LengthCurve& c, const UnitSystem& u)
{
    const Theme& t = chart.theme();
    const QString length = QString::fromStdString(u.symbol(Quantity::Length)),
                  value = QString::fromStdString(u.symbol(c.quantity));
    chart.clear();
    chart.setTitle(QString("%1, %2").arg(str(c.title), value));
    const std::vector<double> x = shown(u, Quantity::Length, c.length), y = shown(u, c.quantity, c.capacity);
    const double at = u.show(Quantity::Length, c.at), now = u.show(c.quantity, c.capacityNow),
                 demand = u.show(c.quantity, c.demand);
    const double top = 1.08 * std::max(*std::max_element(y.begin(), y.end()), demand);
    chart.setWhole(0, x.back(), 0, top);
    for (const auto& [place, symbol] : c.marks) {
        const double l = u.show(Quantity::Length, place);
        if (l > x.back()) continue;
        chart.addLine({l, l}, {0, top}, QPen(t.ink3, 1, Qt::DotLine));
        chart.addSymbol(l, 0, layoutSymbol(symbol, 10, t.ink2), {3, -5});
    }
    if (!c.plain.empty()) {
        const std::vector<double> plain = shown(u, c.quantity, c.plain);
        chart.addLine(x, plain, QPen(t.ink3, 1.2, Qt::DashLine));
        const MathBox words = inRow({layoutSymbol("C_b", 10, t.ink2), layoutText("= 1", 10, t.ink2)}, 3);
        const bool roomBelow = plain.back() > 0.15 * top;
        chart.addSymbol(x.back(), plain.back(), words, {-words.width - 2, roomBelow ? 12.0 : -5.0});
    }
    chart.addText(x.back(), 0, length, Qt::AlignRight | Qt::AlignBottom, t.ink3);
    chart.addLine(x, y, QPen(t.utilisation(0.9), 2));
    const bool over = c.demand > c.capacityNow;
    chart.addLine({at, at}, {demand, now}, QPen(over ? t.red : t.violet, 1.2));
    chart.addMark({at, now, 3, QPen(t.utilisation(0.9), 1.6), t.panel});
    chart.addMark({at, demand, 4, Qt::NoPen, over ? t.red : t.violet});
    std::vector<std::vector<double>> columns{x, y};
    QStringList heads{"length " + length, "strength " + value};
    if (!c.plain.empty()) {
        columns.push_back(shown(u, c.quantity, c.plain));
        heads << "under uniform moment " + value;
    }
    chart.setNumbers(heads, columns);
    chart.readout = [x, y, length, value](double px, double, int) {
        return QString("%1 %2: %3 %4").arg(px, 0, 'g', 4).arg(length).arg(along(x, y, px), 0, 'g', 4).arg(value);
    };
    chart.finish();
}

void fillInteractionChart(Chart& chart, const InteractionDiagram& d, SetRow governing, const std::vector<QString>& names,
                          const UnitSystem& u)
{
    const Theme& t = chart.theme();
    chart.clear();
    chart.setTitle(QString("Axial force against moments, %1").arg(str(d.clause)));
    double right = 1.1, top = 1.1, bottom = 0;
    for (const InteractionDiagram::Point& p : d.points) {
        right = std::max(right, p.moment * 1.05);
        top = std::max(top, p.axial * 1.05);
        bottom = std::min(bottom, p.axial * 1.1);
    }
    const bool tension = bottom < -0.02;
    bottom = tension ? std::min(bottom, -1.1) : 0;
    chart.setWhole(0, right, bottom, top);
    std::vector<double> m, n;
    for (const auto& [moment, axial] : d.surface)
        if (axial >= bottom) {
            m.push_back(moment);
            n.push_back(axial);
        }
    std::vector<double> areaM = m, areaN = n;
    areaM.insert(areaM.end(), {0, 0});
    areaN.insert(areaN.end(), {1, bottom});
    QColor soft = t.utilisation(0.25);
    soft.setAlpha(90);
    chart.addArea(areaM, areaN, soft);
    chart.addLine(m, n, QPen(t.utilisation(0.9), 1.8));
    chart.addText(right, 1, "compression 1 = " + withUnit(u, Quantity::Force, d.compression), Qt::AlignRight | Qt::AlignTop,
                  t.ink2);
    if (tension)
        chart.addText(right, -1, "tension −1 = " + withUnit(u, Quantity::Force, d.tension), Qt::AlignRight | Qt::AlignBottom,
                      t.ink2);
    std::vector<double> moments, axials, ratios;
    for (const InteractionDiagram::Point& p : d.points) {
        const bool over = p.ratio > 1, current = p.set == governing;
        // Past the limit by its form too, not by colour alone.
        chart.addMark({p.moment, p.axial, (current ? 4.5 : 3) + (over ? 1 : 0), QPen(t.panel, 1),
                       over      ? t.red
                       : current ? t.violet
                                 : t.utilisation(p.ratio),
                       over ? ChartMark::Form::Diamond : ChartMark::Form::Dot});
        moments.push_back(p.moment);
        axials.push_back(p.axial);
        ratios.push_back(p.ratio);
    }
    chart.setNumbers({"moments over strength", "axial force over strength", "ratio"}, {moments, axials, ratios});
    chart.readout = [points = d.points, names](double, double, int mark) {
        if (mark < 0) return QString();
        const InteractionDiagram::Point& p = points[mark];
        return QString("%1: %2, moments %3, ratio %4")
            .arg(names[mark], QString(p.axial < 0 ? "tension %1" : "compression %1").arg(std::abs(p.axial), 0, 'f', 2))
            .arg(p.moment, 0, 'f', 2)
            .arg(p.ratio, 0, 'f', 2);
    };
    chart.finish();
}

double fillDeflectionChart(Chart& chart, const DeflectionCurve& c, const UnitSystem& u)
{
    const Theme& t = chart.theme();
    const auto bent = [&](double si) { return u.show(Quantity::Displacement, si); };
    const QString unit = QString::fromStdString(u.symbol(Quantity::Displacement)),
                  length = QString::fromStdString(u.symbol(Quantity::Length));
    chart.clear();
    chart.setTitle(QString("%1, %2%3").arg(str(c.title), unit, c.camber > 0 ? " (before camber)" : ""));
    const std::vector<double> x = shown(u, Quantity::Length, c.x), w = shown(u, Quantity::Displacement, c.w);
    // Both sides as far as they are needed; the limit counts from the camber.
    const double sign = c.down ? 1 : -1, limit = sign * bent(c.limit + c.camber);
    double low = 0, high = 0; // downwards, upwards
    for (const double v : w) {
        low = std::max(low, v);
        high = std::max(high, -v);
    }
    double& side = c.down ? low : high;
    const bool near = std::abs(limit) <= 4 * std::max(low, high);
    if (near) side = std::max(side, std::abs(limit));
    low *= 1.12;
    high *= high > 0.02 * low ? 1.12 : 0;
    if (!(low + high > 0)) low = std::max(std::abs(limit), 1e-6);
    chart.yAxis->setRangeReversed(true);
    chart.setWhole(x.front(), x.back(), -high, low);
    chart.addText(x.front(), c.down ? low : -high, length, Qt::AlignLeft | (c.down ? Qt::AlignBottom : Qt::AlignTop), t.ink3);
    chart.addLine({x.front(), x.back()}, {0, 0}, QPen(t.ink, 1.4)); // what it is measured from
    if (near) chart.addLine({x.front(), x.back()}, {limit, limit}, QPen(t.ink2, 1, Qt::DashLine));
    chart.addText(x.back(), near ? limit : (c.down ? low : -high),
                  QString(near ? "limit %1" : "limit %1, far off").arg(withUnit(u, Quantity::Displacement, c.limit)),
                  Qt::AlignRight | (c.down ? Qt::AlignBottom : Qt::AlignTop), t.ink2);
    // Smooth through the stations: slopes by the neighbours on either side (cubic Hermite).
    std::vector<double> fineX, fineW;
    const auto slope = [&](size_t l, size_t r) { return x[r] > x[l] ? (w[r] - w[l]) / (x[r] - x[l]) : 0.0; };
    for (size_t i = 0; i + 1 < x.size(); ++i) {
        const double h = x[i + 1] - x[i], a = slope(i > 0 ? i - 1 : 0, i + 1) * h,
                     b = slope(i, std::min(i + 2, x.size() - 1)) * h;
        for (int k = i == 0 ? 0 : 1; k <= 8; ++k) {
            const double s = k / 8.0, r = 1 - s;
            fineX.push_back(x[i] + s * h);
            fineW.push_back(r * r * (1 + 2 * s) * w[i] + s * s * (1 + 2 * r) * w[i + 1] + s * r * (r * a - s * b));
        }
    }
    const bool over = c.most > c.limit;
    chart.addLine(fineX, fineW, QPen(over ? t.red : t.utilisation(0.9), 2));
    chart.addMark({u.show(Quantity::Length, c.at), sign * bent(c.most + c.camber), 4, Qt::NoPen, over ? t.red : t.violet});
    chart.setNumbers({"place " + length, "deflection " + unit}, {x, w});
    chart.readout = [fineX, fineW, length, unit](double px, double, int) {
        return QString("%1 %2: %3 %4").arg(px, 0, 'g', 4).arg(length).arg(along(fineX, fineW, px), 0, 'g', 4).arg(unit);
    };
    chart.finish();
    return limit;
}

} // namespace wr
