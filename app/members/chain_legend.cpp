#include "app/members/chain_legend.h"

#include "app/shell/document.h"
#include "render/theme.h"

#include <QMouseEvent>
#include <QPainter>
#include <algorithm>

namespace wr {

ChainLegend::ChainLegend(Document& doc, QWidget* parent) : QWidget(parent), doc_(doc)
{
    setFixedSize(268, 118);
    setAccessibleName("Elements in a chain");
    setToolTip("Click a bar, or drag across some, to pick the members of so many elements");
    for (const auto signal : {&Document::opened, &Document::modelChanged})
        connect(&doc_, signal, this, [this] {
            stale_ = true;
            from_ = to_ = 0;
            update();
        });
    connect(&doc_, &Document::pickChanged, this, [this] {
        if (!own_) from_ = to_ = 0;
        update();
    });
}

const std::vector<int>& ChainLegend::counts()
{
    if (stale_) {
        counts_.assign(kMost, 0);
        if (doc_.hasFrame())
            for (const Member& m : doc_.model().members())
                ++counts_[std::clamp<size_t>(m.pieces.size(), 1, kMost) - 1];
        stale_ = false;
    }
    return counts_;
}

QRectF ChainLegend::bar(int elements) const
{
    const double w = (width() - 20.0) / kMost;
    return {10 + (elements - 1) * w, 24, w, 62};
}

int ChainLegend::at(double x) const
{
    return std::clamp(static_cast<int>((x - 10) / (width() - 20.0) * kMost) + 1, 1, kMost);
}

void ChainLegend::paintEvent(QPaintEvent*)
{
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(t.hairline, 1));
    p.setBrush(t.panel);
    p.drawRoundedRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5), 4, 4);
    if (!doc_.hasFrame()) return;
    p.setPen(t.ink2);
    p.setFont(textFont(11));
    p.drawText(QRectF(10, 6, width() - 20, 14), Qt::AlignLeft,
               QString("Elements in a chain, %1 members").arg(doc_.model().members().size()));
    const auto& n = counts();
    const int most = std::max(1, *std::max_element(n.begin(), n.end()));
    p.setFont(textFont(10));
    for (int k = 1; k <= kMost; ++k) {
        const QRectF b = bar(k);
        const double base = b.bottom() - 14, room = base - b.top() - 14;
        const int count = n[static_cast<size_t>(k) - 1];
        const double h = count > 0 ? std::max(1.5, room * count / most) : 0;
        const bool within = from_ > 0 && k >= from_ && k <= to_;
        p.setPen(Qt::NoPen);
        p.setBrush(within ? t.violet : t.ink3);
        p.drawRect(QRectF(b.left() + 4, base - h, b.width() - 8, h));
        p.setPen(within ? t.violet : t.ink2);
        if (count > 0)
            p.drawText(QRectF(b.left() - 4, base - h - 14, b.width() + 8, 13), Qt::AlignCenter, QString::number(count));
        p.setPen(count > 0 ? t.ink2 : t.ink3);
        p.drawText(QRectF(b.left() - 4, base + 1, b.width() + 8, 13), Qt::AlignCenter,
                   k == kMost ? QString("%1+").arg(k) : QString::number(k));
    }
    p.setPen(QPen(t.hairline, 1));
    p.drawLine(QPointF(10, bar(1).bottom() - 14), QPointF(width() - 10, bar(1).bottom() - 14));
    // What the signs in the view mean.
    const double y = height() - 14;
    p.setPen(QPen(t.ink2, 2.4));
    p.drawLine(QPointF(12, y), QPointF(22, y));
    p.setPen(QPen(t.chain, 2.4));
    p.drawLine(QPointF(22, y), QPointF(32, y));
    p.setPen(QPen(t.ink2, 1.2));
    p.setBrush(t.panel);
    p.drawLine(QPointF(92, y), QPointF(110, y));
    p.drawEllipse(QPointF(98, y), 2.6, 2.6);
    p.drawLine(QPointF(150, y), QPointF(170, y));
    p.setPen(QPen(t.ink, 1.8));
    p.drawLine(QPointF(160, y - 5), QPointF(160, y + 5));
    p.setPen(t.ink2);
    p.drawText(QRectF(37, y - 7, 50, 14), Qt::AlignVCenter, "members");
    p.drawText(QRectF(115, y - 7, 30, 14), Qt::AlignVCenter, "end");
    p.drawText(QRectF(175, y - 7, 90, 14), Qt::AlignVCenter, "a line is broken");
}

void ChainLegend::brush(int from, int to)
{
    from_ = std::min(from, to);
    to_ = std::max(from, to);
    std::set<size_t> pick;
    const auto& members = doc_.model().members();
    for (size_t i = 0; i < members.size(); ++i) {
        const int n = static_cast<int>(std::min<size_t>(members[i].pieces.size(), kMost));
        if (n >= from_ && n <= to_) pick.insert(i);
    }
    own_ = true;
    doc_.setPick(std::move(pick));
    own_ = false;
    update();
}

void ChainLegend::mousePressEvent(QMouseEvent* e)
{
    if (doc_.hasFrame() && e->button() == Qt::LeftButton) anchor_ = at(e->position().x());
}

void ChainLegend::mouseMoveEvent(QMouseEvent* e)
{
    if (anchor_ > 0 && at(e->position().x()) != anchor_) brush(anchor_, at(e->position().x()));
}

void ChainLegend::mouseReleaseEvent(QMouseEvent* e)
{
    if (anchor_ > 0) brush(anchor_, at(e->position().x()));
    anchor_ = 0;
}

} // namespace wr
