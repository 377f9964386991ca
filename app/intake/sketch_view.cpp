#include "app/intake/sketch_view.h"

#include "app/intake/fate_marks.h"
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
    lineOf_.assign(f.elements.size(), -1);
    fates_.clear();
    picked_ = -1;
    supports_.clear();
    loose_.clear();
    unknown_ = 0;
    camera_.upIsY = f.up == Up::Y;
    std::vector<bool> used(f.nodes.size(), false);
    for (size_t k = 0; k < f.elements.size(); ++k) {
        const Element& e = f.elements[k];
        if (e.i < 0 || e.j < 0) continue;
        lineOf_[k] = static_cast<int>(lines_.size());
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

void SketchView::setFates(const std::vector<FateRow>& rows, const Frame& then)
{
    fates_.clear();
    only_.reset();
    picked_ = -1;
    for (const FateRow& r : rows) {
        Fated f{{}, {}, r.kind};
        if (r.now >= 0 && lineOf_[static_cast<size_t>(r.now)] >= 0) {
            const Line& l = lines_[static_cast<size_t>(lineOf_[static_cast<size_t>(r.now)])];
            f.from = l.from, f.to = l.to;
        } else if (r.now < 0) {
            const Element& e = then.elements[static_cast<size_t>(r.then)];
            f.from = then.endI(e), f.to = then.endJ(e);
        }
        fates_.push_back(f);
    }
    update();
}

void SketchView::setOnly(std::optional<FateRow::Kind> k)
{
    only_ = k;
    update();
}

void SketchView::setPicked(int row)
{
    picked_ = row;
    update();
}

int SketchView::drawnFates(FateRow::Kind k) const
{
    return static_cast<int>(
        std::count_if(fates_.begin(), fates_.end(), [&](const Fated& f) { return f.kind == k && (!only_ || *only_ == k); }));
}

void SketchView::paintFates(QPainter& p) const
{
    const auto seen = camera_.projection(size());
    const auto draw = [&](const Fated& f) {
        if (const auto a = seen(f.from), b = seen(f.to); a && b) p.drawLine(a->at, b->at);
    };
    // The first kinds are the rarer ones, and lie on top.
    for (size_t k = fates_.size(); k-- > 0;) {
        if (only_ && fates_[k].kind != *only_) continue;
        p.setPen(fatePen(fates_[k].kind));
        draw(fates_[k]);
    }
    if (picked_ < 0 || static_cast<size_t>(picked_) >= fates_.size()) return;
    const Fated& f = fates_[static_cast<size_t>(picked_)];
    p.setPen(QPen(theme().violetTint, 11, Qt::SolidLine, Qt::RoundCap));
    draw(f);
    p.setPen(QPen(theme().violet, 1));
    QPen pen = fatePen(f.kind);
    pen.setWidthF(pen.widthF() + 1);
    p.setPen(pen);
    draw(f);
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
    p.setPen(fates_.empty() ? QPen(t.ink2, 1.4) : QPen(t.hairline.darker(112), 1.2));
    p.drawLines(whole);
    // What is still asked: dashed, and in the colour of warnings.
    QPen dashed(t.ochreInk, 1.4);
    dashed.setDashPattern({3, 3});
    p.setPen(dashed);
    p.drawLines(part);
    if (!fates_.empty()) paintFates(p);
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
