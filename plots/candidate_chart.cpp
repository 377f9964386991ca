#include "plots/candidate_chart.h"

#include <algorithm>
#include <cmath>

namespace wr {

namespace {

// Rungs in the order of drawing: proposed and present ones last, so that nothing covers them.
std::vector<int> drawingOrder(const RungTable& table, int proposed, const std::string& now)
{
    std::vector<int> order;
    for (size_t k = 0; k < table.rungs.size(); ++k)
        order.push_back(static_cast<int>(k));
    std::stable_partition(order.begin(), order.end(),
                          [&](int k) { return k != proposed && table.rungs[k].section->designation != now; });
    return order;
}

} // namespace

std::vector<int> fillCandidateChart(Chart& chart, const RungTable& table, int proposed, double target, const QString& now,
                                    const std::function<QString(int rung)>& words, const UnitSystem& u)
{
    const Theme& t = chart.theme();
    const auto mass = [&](const Rung& r) { return u.show(Quantity::MassPerLength, r.mass); };
    chart.clear();
    double low = 1e300, high = 0;
    for (const Rung& r : table.rungs) {
        low = std::min(low, mass(r));
        high = std::max(high, mass(r));
    }
    low *= 0.94;
    high *= 1.06;
    // Logarithmic across: the light rungs, where the choice is made, get their room.
    chart.xAxis->setScaleType(QCPAxis::stLogarithmic);
    chart.xAxis->setTicker(QSharedPointer<FewDecadesTicker>::create());
    chart.setAxisNames(QString::fromStdString(u.symbol(Quantity::MassPerLength)), "worst utilisation");
    chart.setWhole(low, high, 0, kHighestShown);
    QColor fits = t.utilisation(0.4);
    fits.setAlpha(40);
    chart.addArea({low, high, high, low}, {0, 0, target, target}, fits);
    chart.addLine({low, high}, {1, 1}, QPen(t.ink, 1.4));
    chart.addText(high, 1, "limit 1.00", Qt::AlignRight | Qt::AlignBottom, t.ink);
    if (std::abs(target - 1) > 1e-9) {
        chart.addLine({low, high}, {target, target}, QPen(t.topFlange, 1.4, Qt::DashLine));
        chart.addText(high, target, QString("target %1").arg(target, 0, 'f', 2), Qt::AlignRight | Qt::AlignTop, t.topFlange);
    }
    const std::vector<int> order = drawingOrder(table, proposed, now.toStdString());
    std::vector<double> masses, utilisations;
    for (const int k : order) {
        const Rung& r = table.rungs[k];
        const bool unchecked = r.status == Status::Unchecked, hollow = unchecked || !r.limit.empty();
        const bool isProposed = k == proposed, isNow = r.section->designation == now.toStdString();
        const double y = unchecked ? 0.02 : std::min(r.utilisation, kHighestShown);
        chart.addMark({mass(r), y,
                       isProposed ? 7.0
                       : isNow    ? 6.5
                                  : 4.5,
                       isProposed ? QPen(t.violet, 2.4)
                       : isNow    ? QPen(t.ink, 2)
                       : hollow   ? QPen(t.ink3, 1.4)
                                  : QPen(t.ink3, 0.7),
                       hollow ? t.panel : t.utilisation(r.utilisation)});
        masses.push_back(mass(r));
        utilisations.push_back(unchecked ? NAN : r.utilisation);
        if (!isProposed && !isNow) continue;
        const QString name = QString::fromStdString(r.section->designation) + (isProposed && isNow ? ", stays"
                                                                               : isProposed        ? ", proposed"
                                                                                                   : ", now");
        const bool rightHalf = std::log(mass(r) / low) > 0.8 * std::log(high / low);
        chart.addText(mass(r), y, name,
                      (rightHalf ? Qt::AlignRight : Qt::AlignLeft) | (isProposed ? Qt::AlignTop : Qt::AlignBottom),
                      isProposed ? t.violet : t.ink, true, true, {rightHalf ? -10.0 : 10.0, isProposed ? 2.0 : -2.0});
    }
    chart.setNumbers({QString::fromStdString(u.symbol(Quantity::MassPerLength)), "utilisation"}, {masses, utilisations});
    chart.readout = [order, words](double, double, int mark) { return mark < 0 ? QString() : words(order[mark]); };
    chart.finish(true);
    return order;
}

} // namespace wr
