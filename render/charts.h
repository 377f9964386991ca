// Drawn charts: the legend's histogram, force diagrams, the candidate chart. Each returns where its marks lie, for hovering and
// for tests.
#pragma once

#include "core/base/units.h"
#include "core/sizing/rungs.h"
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

// Every rung as a dot: mass per metre across, utilisation of the group's worst member upwards, limit and target as lines.
struct CandidateMark
{
    size_t rung = 0;
    QPointF at;
    bool hollow = false;
};
struct CandidatePicture
{
    QRectF plot;
    std::vector<CandidateMark> marks;
    int nearest(QPointF p, double within) const; // index of a rung, or -1
};
CandidatePicture drawCandidates(QPainter& p, const QRectF& area, const RungTable& table, double target, const QString& now,
                                int hovered, const UnitSystem& u, const Theme& t);

} // namespace wr
