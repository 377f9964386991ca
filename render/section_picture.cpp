#include "render/section_picture.h"

#include "core/sections/listing.h"
#include "render/formula.h"

#include <QPainterPath>
#include <algorithm>
#include <cmath>

namespace wr {

namespace {

constexpr double kTableRow = 18;

// Fits an outline into a rectangle: section coordinates to pixels.
struct Fit
{
    double y0 = 1e9, y1 = -1e9, z0 = 1e9, z1 = -1e9, k = 1;
    QPointF centre;

    Fit(const Outline& o, const QRectF& area, double fill) : centre(area.center())
    {
        for (const Loop& l : o.loops)
            for (const Point2& q : l) {
                y0 = std::min(y0, q.y);
                y1 = std::max(y1, q.y);
                z0 = std::min(z0, q.z);
                z1 = std::max(z1, q.z);
            }
        k = std::min(area.width() / (y1 - y0), area.height() / (z1 - z0)) * fill;
    }
    QPointF at(double y, double z) const
    {
        return {centre.x() + k * (y - (y0 + y1) / 2), centre.y() - k * (z - (z0 + z1) / 2)};
    }
};

void drawOutline(QPainter& p, const Outline& o, const Fit& fit, const Theme& t)
{
    QPainterPath path;
    path.setFillRule(Qt::OddEvenFill);
    for (const Loop& l : o.loops) {
        path.moveTo(fit.at(l.front().y, l.front().z));
        for (const Point2& q : l)
            path.lineTo(fit.at(q.y, q.z));
        path.closeSubpath();
    }
    p.setPen(QPen(t.ink, 1.1));
    p.setBrush(t.utilisation(0.35));
    p.drawPath(path);
    p.setBrush(Qt::NoBrush);
}

// A dimension between two points on one line: short strokes across its ends, the text beside or in its middle.
void dimensionLine(QPainter& p, QPointF a, QPointF b, const QString& text, const Theme& t)
{
    const bool upright = std::abs(a.x() - b.x()) < 0.5;
    p.setPen(QPen(t.ink3, 1));
    p.drawLine(a, b);
    const QPointF tick = QPointF(3, -3); // the drawing office's slash
    for (const QPointF& q : {a, b})
        p.drawLine(q - tick, q + tick);
    p.setFont(textFont(11));
    p.setPen(t.ink2);
    const QFontMetricsF fm(p.font());
    const double w = fm.horizontalAdvance(text);
    const QPointF m = (a + b) / 2;
    if (upright) {
        p.save();
        p.translate(m.x() - 4, m.y());
        p.rotate(-90);
        p.drawText(QPointF(-w / 2, 0), text);
        p.restore();
    } else
        p.drawText(QPointF(m.x() - w / 2, m.y() + fm.ascent() + 3), text);
}

// A thickness told by a line from the wall to a text beside the section.
void callOut(QPainter& p, QPointF wall, QPointF text, const QString& words, const Theme& t)
{
    p.setPen(QPen(t.ink3, 1));
    p.drawLine(wall, text);
    p.setBrush(t.ink3);
    p.drawEllipse(wall, 1.8, 1.8);
    p.setBrush(Qt::NoBrush);
    p.setFont(textFont(11));
    p.setPen(t.ink2);
    p.drawText(text + QPointF(3, 4), words);
}

} // namespace

void drawSection(QPainter& p, const QRectF& area, const Shape& s, const Theme& t)
{
    const Outline o = outlineOf(s);
    if (!o.loops.empty()) drawOutline(p, o, Fit(o, area, 0.94), t);
}

namespace {

QString told(const char* name, double v, const UnitSystem& u)
{
    return QString("%1 %2").arg(QString::fromUtf8(name), QString::fromStdString(u.text(Quantity::SectionLength, v, false)));
}

// Thicknesses, each called out from a point inside its wall in section coordinates of the outline.
void drawWalls(QPainter& p, const Shape& s, const Outline& o, const Fit& fit, const UnitSystem& u, const Theme& t)
{
    const double right = fit.at(fit.y1, fit.z1).x() + 12, cy = o.shapeOrigin.y, cz = o.shapeOrigin.z;
    const auto wall = [&](double y, double z, double lift, const char* name, double v) {
        const QPointF q = fit.at(y, z);
        callOut(p, q, {right, q.y() + lift}, told(name, v, u), t);
    };
    switch (s.kind) {
    case ShapeKind::I:
    case ShapeKind::IUnequal: {
        const double top = s.h / 2 + cz;
        wall(s.b / 2 * 0.7, top - s.tf / 2, 8, "tf", s.tf);
        wall(0, top - s.h * 0.4, 0, "tw", s.tw);
        if (s.kind == ShapeKind::IUnequal) wall(s.b2 / 2 * 0.7, top - s.h + s.tf2 / 2, -6, "tf2", s.tf2);
        break;
    }
    case ShapeKind::Tee:
        wall(s.b / 2 * 0.7, cz - s.tf / 2, 8, "tf", s.tf);
        wall(0, cz - s.h * 0.65, 0, "tw", s.tw);
        break;
    case ShapeKind::Channel:
        wall(cy + s.b * 0.7, cz + s.h / 2 - s.tf / 2, 8, "tf", s.tf);
        wall(cy + s.tw / 2, cz - s.h * 0.12, 0, "tw", s.tw);
        break;
    case ShapeKind::Angle: wall(cy + s.b * 0.7, cz + s.t / 2, -16, "t", s.t); break;
    case ShapeKind::DoubleAngle:
        wall(fit.y1 * 0.7, fit.z1 - s.t / 2, 10, "t", s.t);
        if (s.gap > 0) wall(0, fit.z0 + (fit.z1 - fit.z0) * 0.2, 0, "gap", s.gap);
        break;
    case ShapeKind::Cruciform:
        wall(s.b / 2 * 0.7, 0, 14, "tf", s.tf);
        wall(0, s.h * 0.35, 0, "tw", s.tw);
        break;
    case ShapeKind::Rhs: wall(s.b / 2 - s.t / 2, s.h * 0.2, -8, "t", s.t); break;
    case ShapeKind::Chs: wall(s.d / 2 - s.t / 2, s.d * 0.03, -8, "t", s.t); break;
    default: break;
    }
}

// Axes through the centroid; an angle's principal axes are turned and named u, v. A ring marks the shear centre.
void drawAxes(QPainter& p, const SectionProperties& a, const Fit& fit, const Theme& t)
{
    const double turn = -a.principal, reach = 0.56 * std::min(fit.y1 - fit.y0, fit.z1 - fit.z0) * fit.k + 6;
    const QPointF g = fit.at(0, 0), along(std::cos(turn) * reach, -std::sin(turn) * reach), across(along.y(), -along.x());
    QPen dash(t.violet, 1);
    dash.setDashPattern({7, 3, 1.5, 3});
    p.setPen(dash);
    p.drawLine(g - along, g + along);
    p.drawLine(g - across, g + across);
    if (a.ys != 0 || a.zs != 0) {
        // Back from the principal axes to the drawing's directions.
        const double y = std::cos(turn) * a.ys - std::sin(turn) * a.zs, z = std::sin(turn) * a.ys + std::cos(turn) * a.zs;
        const QPointF q = fit.at(y, z);
        p.setPen(QPen(t.violet, 1.3));
        p.drawEllipse(q, 3.2, 3.2);
    }
}

} // namespace

void drawSectionSheet(QPainter& p, const QRectF& area, const CatalogueSection& c, const UnitSystem& u, const Theme& t)
{
    const Shape& s = c.shape;
    const Outline o = outlineOf(s);
    if (o.loops.empty()) return;
    const Fit fit(o, area.adjusted(26, 10, -66, -26), 1.0);
    drawOutline(p, o, fit, t);
    const bool round = s.kind == ShapeKind::Chs || s.kind == ShapeKind::BarRound;
    const QPointF low = fit.at(fit.y0, fit.z0), high = fit.at(fit.y1, fit.z1);
    if (!round) dimensionLine(p, {low.x() - 10, high.y()}, {low.x() - 10, low.y()}, told("h", s.depth(), u), t);
    dimensionLine(p, {low.x(), low.y() + 9}, {high.x(), low.y() + 9}, told(round ? "d" : "b", round ? s.d : fit.y1 - fit.y0, u),
                  t);
    drawWalls(p, s, o, fit, u, t);
    drawAxes(p, c.properties(), fit, t);
}

double sectionTableHeight(const CatalogueSection& s)
{
    return kTableRow * static_cast<double>(listedValuesOf(s).size() + 1) + 4;
}

double drawSectionTable(QPainter& p, const QRectF& area, const CatalogueSection& s, const UnitSystem& u, const Theme& t)
{
    double y = area.top() + 14;
    const double us = area.left() + 62, number = area.right() - 38;
    const auto row = [&](const QString& text, double x, const QColor& ink, Qt::Alignment a = Qt::AlignLeft) {
        p.setPen(ink);
        const double w = QFontMetricsF(p.font()).horizontalAdvance(text);
        p.drawText(QPointF(a == Qt::AlignRight ? x - w : x, y), text);
    };
    p.setFont(textFont(11));
    row("mass", area.left(), t.ink2);
    p.setFont(textFont(12));
    row(QString::fromStdString(u.text(Quantity::MassPerLength, s.listedMass, false)), number - 4, t.ink, Qt::AlignRight);
    p.setFont(textFont(11));
    row(QString::fromStdString(u.symbol(Quantity::MassPerLength)), number, t.ink3);
    // Properties first: the dimensions stand in the drawing as well.
    std::vector<const ListedValue*> rows = listedValuesOf(s);
    std::stable_partition(rows.begin(), rows.end(), [](const ListedValue* v) { return !v->dimension; });
    for (const ListedValue* v : rows) {
        y += kTableRow;
        const auto symbol = [&](std::string_view name, double x, const QColor& ink) {
            if (!name.empty()) drawBox(p, layoutSymbol(name, 12, ink), x, y);
        };
        const std::string_view en = notation(*v, s, Notation::European), american = notation(*v, s, Notation::American);
        if (en.empty() && american.empty()) {
            p.setFont(textFont(10.5));
            row(QFontMetricsF(p.font()).elidedText(
                    QString::fromUtf8(v->meaning.data(), static_cast<qsizetype>(v->meaning.size())), Qt::ElideRight,
                    number - area.left() - 62),
                area.left(), t.ink2);
        } else {
            symbol(en, area.left(), t.ink);
            symbol(american, us, t.ink2);
        }
        const double value = v->value(s);
        const Quantity q = quantityOfPower(v->power);
        p.setFont(textFont(12));
        row(QString::fromStdString(v->power == 0 ? significant(value) : u.text(q, value, false)), number - 4, t.ink,
            Qt::AlignRight);
        p.setFont(textFont(11));
        if (v->power > 0) row(QString::fromStdString(u.symbol(q)), number, t.ink3);
    }
    return y + 6 - area.top();
}

} // namespace wr
