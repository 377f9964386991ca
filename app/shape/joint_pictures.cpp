#include "app/shape/joint_pictures.h"

#include "render/theme.h"

#include <QPainter>
#include <QPixmap>
#include <functional>

namespace wr {

namespace {

constexpr int kWide = 26, kHigh = 18;

QIcon drawn(const std::function<void(QPainter&)>& draw)
{
    constexpr int kTwice = 2;
    QPixmap map(kWide * kTwice, kHigh * kTwice);
    map.setDevicePixelRatio(kTwice);
    map.fill(Qt::transparent);
    QPainter p(&map);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(theme().ink, 1.3));
    p.setBrush(Qt::NoBrush);
    draw(p);
    p.end();
    return QIcon(map);
}

void ground(QPainter& p, double y)
{
    p.drawLine(QPointF(4, y), QPointF(22, y));
    for (double x = 6; x <= 20; x += 4.5)
        p.drawLine(QPointF(x, y), QPointF(x - 2.5, y + 3));
}

void zigzag(QPainter& p, QPointF from, QPointF to)
{
    QPolygonF line{from};
    const QPointF d = to - from, across(-d.y() / 6, d.x() / 6);
    for (int k = 1; k < 6; ++k)
        line << from + d * k / 6.0 + (k % 2 ? across : -across);
    p.drawPolyline(line << to);
}

} // namespace

QIcon supportPicture(const QString& word)
{
    if (word == "none") return drawn([](QPainter& p) { p.drawEllipse(QPointF(13, 9), 2.5, 2.5); });
    if (word == "pinned")
        return drawn([](QPainter& p) {
            p.drawPolygon(QPolygonF{{QPointF(13, 3), QPointF(7.5, 12.5), QPointF(18.5, 12.5)}});
            ground(p, 13);
        });
    if (word == "fixed")
        return drawn([](QPainter& p) {
            p.drawLine(QPointF(13, 2), QPointF(13, 12.5));
            p.fillRect(QRectF(7, 10.5, 12, 2), theme().ink);
            ground(p, 13);
        });
    if (word.startsWith("roller"))
        return drawn([](QPainter& p) {
            p.drawPolygon(QPolygonF{{QPointF(13, 1.5), QPointF(8.5, 9), QPointF(17.5, 9)}});
            p.drawEllipse(QPointF(10.5, 11), 1.8, 1.8);
            p.drawEllipse(QPointF(15.5, 11), 1.8, 1.8);
            ground(p, 13.5);
        });
    if (word == "springs")
        return drawn([](QPainter& p) {
            zigzag(p, {13, 1}, {13, 13});
            ground(p, 13);
        });
    return {};
}

QIcon endPicture(const QString& word)
{
    const auto bar = [](QPainter& p, double from) {
        p.drawLine(QPointF(4, 2), QPointF(4, 16));
        p.drawLine(QPointF(from, 9), QPointF(24, 9));
    };
    if (word == "rigid")
        return drawn([&](QPainter& p) {
            bar(p, 4);
            p.drawLine(QPointF(4, 4.5), QPointF(8.5, 9));
            p.drawLine(QPointF(4, 13.5), QPointF(8.5, 9));
        });
    if (word == "pinned")
        return drawn([&](QPainter& p) {
            bar(p, 9.5);
            p.drawEllipse(QPointF(7, 9), 2.5, 2.5);
        });
    // A turn about its own axis: an arc round it.
    const auto twist = [](QPainter& p, double at) { p.drawArc(QRectF(at - 2.5, 3, 5, 12), 70 * 16, 220 * 16); };
    if (word == "pinned, twists")
        return drawn([&](QPainter& p) {
            bar(p, 9.5);
            p.drawEllipse(QPointF(7, 9), 2.5, 2.5);
            twist(p, 17);
        });
    if (word == "twists")
        return drawn([&](QPainter& p) {
            bar(p, 4);
            twist(p, 13);
        });
    if (word == "pinned, slips")
        return drawn([&](QPainter& p) {
            bar(p, 13);
            p.drawEllipse(QPointF(10.5, 9), 2.5, 2.5);
            p.drawLine(QPointF(6, 5), QPointF(15, 5));
            p.drawLine(QPointF(6, 13), QPointF(15, 13));
        });
    if (word == "spring")
        return drawn([&](QPainter& p) {
            bar(p, 14);
            zigzag(p, {4, 9}, {14, 9});
        });
    return {};
}

} // namespace wr
