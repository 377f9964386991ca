// How the result layer draws what it holds: movements and diagrams, loads, reactions.
#include "app/frameview/result_layer.h"

#include "app/frameview/load_arrows.h"
#include "app/shell/document.h"
#include "render/theme.h"

#include <algorithm>
#include <cmath>

namespace wr {

void ResultLayer::draw(QPainter& p, const Camera::Projection& project, QRectF room) const
{
    if (!doc_.hasFrame() || shown_ == Shown::Nothing) return;
    if (shown_ == Shown::Loads)
        drawLoads(p, project);
    else if (shown_ == Shown::Reactions && doc_.forcesFit())
        drawReactions(p, project, room);
    else
        drawCurves(p, project, room);
    const QString text = caption();
    if (text.isEmpty()) return;
    const Theme& t = theme();
    p.setFont(textFont(11.5));
    const QFontMetricsF fm(p.font());
    const QRectF box(10, room.height() - 32, std::min(fm.horizontalAdvance(text) + 16, room.width() - 120), 22);
    p.setPen(QPen(t.hairline, 1));
    p.setBrush(t.panel);
    p.drawRoundedRect(box, 4, 4);
    p.setPen(t.ink2);
    p.drawText(box.adjusted(8, 0, -8, 0), Qt::AlignVCenter | Qt::AlignLeft,
               fm.elidedText(text, Qt::ElideRight, box.width() - 16));
}

void ResultLayer::drawCurves(QPainter& p, const Camera::Projection& project, QRectF room) const
{
    const Theme& t = theme();
    const double by = fit_ * scale_ * phase();
    QColor positive(0x1D, 0x64, 0x78, 70), negative(0xC9, 0x9A, 0x2E, 90);
    struct Peak
    {
        double value;
        QPointF at;
    };
    std::vector<Peak> peaks;
    for (const Curve& c : curves_) {
        QPolygonF base, moved;
        for (size_t k = 0; k < c.base.size(); ++k) {
            const auto a = project(c.base[k]), b = project(c.base[k] + by * c.move[k]);
            if (!a || !b) break;
            base << a->at, moved << b->at;
        }
        if (moved.size() < 2 || moved.size() != static_cast<int>(c.base.size())) continue;
        if (!isDiagram(shown_)) {
            p.setPen(QPen(t.violet, 1.8));
            p.drawPolyline(moved);
            continue;
        }
        p.setPen(Qt::NoPen);
        size_t worst = 0;
        for (size_t k = 0; k < c.value.size(); ++k) {
            if (std::abs(c.value[k]) > std::abs(c.value[worst])) worst = k;
            if (k == 0) continue;
            p.setBrush(c.value[k] + c.value[k - 1] >= 0 ? positive : negative);
            const auto i = static_cast<int>(k);
            p.drawPolygon(QPolygonF() << base[i - 1] << moved[i - 1] << moved[i] << base[i]);
        }
        p.setPen(QPen(t.forces, 1));
        p.drawPolyline(moved);
        peaks.push_back({c.value[worst], moved[static_cast<int>(worst)]});
    }
    if (!isDiagram(shown_)) return;
    // The largest values, as many as find room.
    std::sort(peaks.begin(), peaks.end(), [](const Peak& a, const Peak& b) { return std::abs(a.value) > std::abs(b.value); });
    const Quantity q = componentOf(shown_) < 3 ? Quantity::Force : Quantity::Moment;
    p.setFont(textFont(10.5));
    const QFontMetricsF fm(p.font());
    std::vector<QRectF> taken;
    for (const Peak& k : peaks) {
        if (taken.size() >= 24 || std::abs(k.value) < 0.02 * std::abs(peaks.front().value) || k.value == 0) break;
        const QString text = QString::fromStdString(doc_.units().text(q, k.value, false));
        QRectF box(k.at.x() + 4, k.at.y() - 14, fm.horizontalAdvance(text) + 6, 14);
        if (!room.contains(box) ||
            std::any_of(taken.begin(), taken.end(), [&](const QRectF& o) { return o.adjusted(-3, -3, 3, 3).intersects(box); }))
            continue;
        taken.push_back(box);
        p.setPen(Qt::NoPen);
        p.setBrush(QColor(t.view.red(), t.view.green(), t.view.blue(), 210));
        p.drawRoundedRect(box, 2, 2);
        p.setPen(t.ink);
        p.drawText(box, Qt::AlignCenter, text);
    }
}

void ResultLayer::drawLoads(QPainter& p, const Camera::Projection& project) const
{
    if (loads_.empty()) return;
    const Frame& f = doc_.frame();
    LoadArrows arrows(f);
    for (const auto& [c, factor] : loads_[load_].cases)
        arrows.add(f.cases[c], factor);
    arrows.draw(p, project, frameSize(), scale_);
}

void ResultLayer::drawReactions(QPainter& p, const Camera::Projection& project, QRectF room) const
{
    if (loads_.empty()) return;
    const Theme& t = theme();
    const Frame& f = doc_.frame();
    const NodeMotion m = motionOf(doc_.analysed(), loads_[load_].columns);
    double most = 0;
    for (const Vec3& v : m.f)
        most = std::max(most, norm(v));
    if (!(most > 0)) return;
    const double by = scale_ * 0.07 * frameSize() / most;
    p.setFont(textFont(10.5));
    const QFontMetricsF fm(p.font());
    std::vector<QRectF> taken;
    static const QColor colours[3] = {"#8A5A2B", "#3E7A4E", "#35507A"};
    for (size_t n = 0; n < m.f.size(); ++n)
        for (int d = 0; d < 3; ++d) {
            if (std::abs(m.f[n][d]) < 1e-3 * most) continue;
            Vec3 along;
            along[d] = m.f[n][d];
            const auto tail = project(f.nodes[n].at - by * along), tip = project(f.nodes[n].at);
            if (!tail || !tip) continue;
            p.setPen(QPen(colours[d], 1.6));
            p.setBrush(colours[d]);
            drawArrow(p, tail->at, tip->at);
            const QString text = QString::fromStdString(doc_.units().text(Quantity::Force, m.f[n][d], false));
            QRectF box(tail->at.x() - fm.horizontalAdvance(text) / 2, tail->at.y() + (tail->at.y() > tip->at.y() ? 2 : -15),
                       fm.horizontalAdvance(text) + 4, 13);
            if (!room.contains(box) ||
                std::any_of(taken.begin(), taken.end(), [&](const QRectF& o) { return o.intersects(box); }))
                continue;
            taken.push_back(box);
            p.setPen(t.ink);
            p.drawText(box, Qt::AlignCenter, text);
        }
}

} // namespace wr
