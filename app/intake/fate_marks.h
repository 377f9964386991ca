// How each fate of an element is drawn: told by the stroke as well as by its ink.
#pragma once

#include "core/project/taken_again.h"
#include "render/theme.h"

#include <QIcon>
#include <QPainter>
#include <QPen>
#include <QPixmap>

namespace wr {

inline QPen fatePen(FateRow::Kind k)
{
    using K = FateRow::Kind;
    const Theme& t = theme();
    const auto dashed = [](QPen p, QList<qreal> pattern) {
        p.setDashPattern(pattern);
        return p;
    };
    switch (k) {
    case K::Fresh: return {t.heavier, 3.4};
    case K::Gone: return dashed({t.red, 1.8}, {4, 3});
    case K::Moved: return dashed({t.violet, 2.4}, {7, 2, 1.5, 2});
    case K::Resized: return {t.lighter, 2.4};
    case K::Changed: return dashed({t.ink, 2.2}, {1, 1.6});
    case K::Reloaded: break;
    }
    return {t.ochreInk, 1.4};
}

inline QIcon fateIcon(FateRow::Kind k)
{
    QPixmap picture(64, 20);
    picture.fill(Qt::transparent);
    picture.setDevicePixelRatio(2);
    QPainter p(&picture);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(fatePen(k));
    p.drawLine(QPointF(1, 5), QPointF(31, 5));
    return picture;
}

} // namespace wr
