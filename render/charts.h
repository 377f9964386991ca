// Drawings along a member and of the legend: histogram, force diagrams. Each returns where its marks lie, for hovering and
// for tests.
#pragma once

#include "core/base/units.h"
#include "render/theme.h"

#include <QPainter>
#include <QRectF>
#include <QString>
#include <vector>

namespace wr {

// Histogram of utilisations over the ramp, 0 to 2, bins of 0.1 up to the limit's two-fold; the last bin holds everything
// beyond.
struct HistogramPicture
{
    QRectF plot;
    std::vector<int> counts;
    double xOf(double utilisation) const { return plot.left() + plot.width() * utilisation / 2.0; }
    double utilisationAt(double x) const { return (x - plot.left()) / plot.width() * 2.0; }
};
HistogramPicture drawHistogram(QPainter& p, const QRectF& area, const std::vector<double>& utilisations, double brushFrom,
                               double brushTo, const Theme& t);

// A diagram of one section force along a member: x in m, values in SI. Positive my (top compressed) is drawn upwards.
struct DiagramPicture
{
    QRectF plot;
    double largest = 0, at = 0;
};
DiagramPicture drawDiagram(QPainter& p, const QRectF& area, const std::vector<double>& x, const std::vector<double>& values,
                           double length, const QString& name, Quantity q, const UnitSystem& u, const Theme& t);

} // namespace wr
