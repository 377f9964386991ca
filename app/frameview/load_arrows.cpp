#include "app/frameview/load_arrows.h"

#include "app/shell/text.h"
#include "core/analysis/panels.h"
#include "core/shaping/load_words.h"
#include "render/theme.h"

#include <algorithm>
#include <cmath>

namespace wr {

void drawArrow(QPainter& p, QPointF from, QPointF to)
{
    const QPointF d = to - from;
    const double l = std::hypot(d.x(), d.y());
    if (l < 2) return;
    p.drawLine(from, to);
    const QPointF u = d / l, n(-u.y(), u.x());
    const double head = std::min(6.0, 0.4 * l);
    p.drawPolygon(QPolygonF() << to << to - head * u + 0.45 * head * n << to - head * u - 0.45 * head * n);
}

void LoadArrows::addLine(const LineLoad& l, double factor, bool dashed, bool words)
{
    const Element& e = f_.elements[static_cast<size_t>(l.element)];
    const Axes axes = elementAxes(f_, e);
    const double to = l.to.value_or(f_.length(e));
    constexpr int n = 6;
    for (int k = 0; k <= n; ++k) {
        const double x = static_cast<double>(k) / n;
        Vec3 q = l.q0 + x * (l.q1 - l.q0);
        const Vec3 own = q;
        if (l.axes == LoadAxes::Local) q = axes.toGlobal(q);
        std::string text;
        if (words && (l.q0 == l.q1 ? k == n / 2 : k == 0 || k == n))
            text = vectorText(f_, Quantity::LineLoad, factor * own, l.axes != LoadAxes::Local) +
                   (l.axes == LoadAxes::Projected ? " on plan"
                    : l.axes == LoadAxes::Local   ? " local"
                                                  : "");
        arrows_.push_back({f_.endI(e) + (l.from + x * (to - l.from)) * axes.x, factor * q, true, dashed, std::move(text)});
        mostLine_ = std::max(mostLine_, norm(arrows_.back().force));
    }
}

void LoadArrows::add(const LoadCase& c, double factor, bool dashed)
{
    const auto force = [&](Vec3 at, Vec3 v, std::string words) {
        arrows_.push_back({at, factor * v, false, dashed, std::move(words)});
        mostForce_ = std::max(mostForce_, norm(arrows_.back().force));
    };
    for (const LineLoad& l : c.line)
        addLine(l, factor, dashed, true);
    for (const PanelLoad& panel : panelLoads(f_, c))
        for (const LineLoad& l : panel.lines)
            addLine(l, factor, dashed, false);
    for (const AreaLoad& a : c.area)
        panels_.push_back({a.nodes, dashed});
    const auto said = [&](Vec3 f, Vec3 m, bool global) {
        std::string out = norm(f) > 0 ? vectorText(f_, Quantity::Force, factor * f, global) : std::string();
        if (norm(m) > 0) out += (out.empty() ? "" : ", ") + vectorText(f_, Quantity::Moment, factor * m, global);
        return out;
    };
    for (const NodalLoad& n : c.nodal)
        force(f_.nodes[static_cast<size_t>(n.node)].at, n.f, said(n.f, n.m, true));
    for (const PointLoad& l : c.point) {
        const Element& e = f_.elements[static_cast<size_t>(l.element)];
        const Axes axes = elementAxes(f_, e);
        const bool local = l.axes == LoadAxes::Local;
        force(f_.endI(e) + l.at * axes.x, local ? axes.toGlobal(l.f) : l.f, said(l.f, l.m, !local));
    }
}

double LoadArrows::reach(const Arrow& a, double size, double scale) const
{
    const double most = a.line ? mostLine_ : mostForce_;
    return most > 0 ? scale * (a.line ? 0.035 : 0.06) * size / most : 0;
}

void LoadArrows::draw(QPainter& p, const Camera::Projection& project, double size, double scale) const
{
    const Theme& t = theme();
    for (const Panel& a : panels_) {
        QPolygonF outline;
        for (const int n : a.nodes)
            if (const auto s = project(f_.nodes[static_cast<size_t>(n)].at)) outline << s->at;
        p.setPen(a.dashed ? QPen(t.violet, 1, Qt::DashLine) : QPen(Qt::NoPen));
        p.setBrush(QColor(t.violet.red(), t.violet.green(), t.violet.blue(), 28));
        p.drawPolygon(outline);
    }
    for (const Arrow& a : arrows_) {
        const double most = a.line ? mostLine_ : mostForce_;
        if (!(most > 0) || norm(a.force) < 1e-3 * most) continue;
        const auto s = project(a.at - reach(a, size, scale) * a.force), e = project(a.at);
        if (!s || !e) continue;
        const QColor colour = a.dashed ? t.violet : a.line ? t.forces : t.red;
        p.setPen(QPen(colour, a.line ? 1 : 1.6, a.dashed ? Qt::DashLine : Qt::SolidLine));
        p.setBrush(colour);
        drawArrow(p, s->at, e->at);
    }
}

void LoadArrows::label(QPainter& p, const Camera::Projection& project, double size, double scale) const
{
    const Theme& t = theme();
    p.setFont(textFont(10.5));
    const QFontMetricsF fm(p.font());
    std::vector<std::pair<QRectF, std::string>> taken;
    for (const bool dashed : {true, false})
        for (const Arrow& a : arrows_) {
            if (a.dashed != dashed || a.words.empty() || taken.size() > 120) continue;
            const auto s = project(a.at - reach(a, size, scale) * a.force), e = project(a.at);
            if (!s || !e) continue;
            const QString text = str(a.words);
            const double w = fm.horizontalAdvance(text) + 4, h = fm.height();
            // Beyond the tail, on its side.
            const bool below = s->at.y() > e->at.y() + 2;
            const QRectF box(s->at.x() - w / 2, below ? s->at.y() + 1 : s->at.y() - h - 1, w, h);
            // The same words are said once in a place.
            constexpr double kAgain = 190; // px
            if (std::any_of(taken.begin(), taken.end(), [&](const auto& o) {
                    const QPointF d = o.first.center() - box.center();
                    return o.first.intersects(box) || (o.second == a.words && std::hypot(d.x(), d.y()) < kAgain);
                }))
                continue;
            taken.emplace_back(box, a.words);
            p.setPen(Qt::NoPen);
            p.setBrush(QColor(t.view.red(), t.view.green(), t.view.blue(), 210));
            p.drawRoundedRect(box, 2, 2);
            p.setPen(dashed ? t.violet : t.ink);
            p.drawText(box, Qt::AlignCenter, text);
        }
}

} // namespace wr
