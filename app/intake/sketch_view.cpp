#include "app/intake/sketch_view.h"

#include "render/theme.h"

#include <QMouseEvent>
#include <QPainter>
#include <QWheelEvent>
#include <algorithm>
#include <cmath>

namespace wr {

SketchView::SketchView(QWidget* parent) : QWidget(parent)
{
    setAccessibleName("The frame as it is read");
    setMinimumHeight(120);
    setFocusPolicy(Qt::StrongFocus);
}

void SketchView::setFrame(const Frame& f)
{
    lines_.clear();
    supports_.clear();
    loose_.clear();
    unknown_ = 0;
    camera_.upIsY = f.up == Up::Y;
    std::vector<bool> used(f.nodes.size(), false);
    for (const Element& e : f.elements) {
        if (e.i < 0 || e.j < 0) continue;
        const bool whole = e.section >= 0 && e.material >= 0;
        unknown_ += !whole;
        lines_.push_back({f.endI(e), f.endJ(e), whole});
        used[static_cast<size_t>(e.i)] = used[static_cast<size_t>(e.j)] = true;
    }
    Vec3 low{1e300, 1e300, 1e300}, high{-1e300, -1e300, -1e300};
    for (size_t k = 0; k < f.nodes.size(); ++k) {
        const Node& n = f.nodes[k];
        if (n.supported()) supports_.push_back(n.at);
        if (!used[k]) loose_.push_back(n.at);
        for (int d = 0; d < 3; ++d) {
            low[d] = std::min(low[d], n.at[d]);
            high[d] = std::max(high[d], n.at[d]);
        }
    }
    if (!f.nodes.empty() && !(low == low_ && high == high_)) {
        low_ = low;
        high_ = high;
        fit();
    }
    update();
}

void SketchView::setHint(const QString& words)
{
    hint_ = words;
    update();
}

void SketchView::fit()
{
    camera_.fit(low_, high_, size());
}

void SketchView::resizeEvent(QResizeEvent*)
{
    if (!lines_.empty()) fit();
}

void SketchView::paintEvent(QPaintEvent*)
{
    const Theme& t = theme();
    QPainter p(this);
    p.fillRect(rect(), t.view);
    p.setRenderHint(QPainter::Antialiasing, lines_.size() < 4000);
    const auto seen = camera_.projection(size());
    QVector<QLineF> whole, part;
    for (const Line& l : lines_)
        if (const auto a = seen(l.from), b = seen(l.to); a && b) (l.whole ? whole : part).push_back({a->at, b->at});
    p.setPen(QPen(t.ink2, 1.4));
    p.drawLines(whole);
    // What is still asked: dashed, and in the colour of warnings.
    QPen dashed(t.ochreInk, 1.4);
    dashed.setDashPattern({3, 3});
    p.setPen(dashed);
    p.drawLines(part);
    p.setPen(Qt::NoPen);
    p.setBrush(t.ink);
    for (const Vec3& s : supports_)
        if (const auto a = seen(s)) p.drawPolygon(QPolygonF{{a->at, a->at + QPointF(-4, 7), a->at + QPointF(4, 7)}});
    p.setBrush(t.ink3);
    for (const Vec3& n : loose_)
        if (const auto a = seen(n)) p.drawEllipse(a->at, 1.6, 1.6);
    p.setPen(t.ink2);
    p.setFont(textFont(11.5));
    p.drawText(rect().adjusted(12, 8, -12, -8), Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, hint_);
}

void SketchView::mousePressEvent(QMouseEvent* e)
{
    last_ = e->position();
}

void SketchView::mouseMoveEvent(QMouseEvent* e)
{
    const QPointF d = e->position() - last_;
    last_ = e->position();
    if (e->modifiers() & Qt::ShiftModifier)
        camera_.pan(d.x(), d.y(), size());
    else
        camera_.orbit(d.x(), d.y());
    update();
}

void SketchView::wheelEvent(QWheelEvent* e)
{
    camera_.zoom(std::pow(1.0015, e->angleDelta().y()), e->position(), size());
    update();
}

} // namespace wr
