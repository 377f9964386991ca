#include "app/frameview/legend.h"

#include "app/shell/document.h"

#include <QMouseEvent>
#include <algorithm>
#include <cmath>

namespace wr {

Legend::Legend(Document& doc, QWidget* parent) : QWidget(parent), doc_(doc)
{
    setFixedSize(268, 106);
    setAccessibleName("Utilisation histogram");
    setToolTip("Drag across the bars to pick the members in that range");
    connect(&doc_, &Document::resultsChanged, this, qOverload<>(&QWidget::update));
    connect(&doc_, &Document::pickChanged, this, [this] {
        if (!own_) from_ = to_ = 0;
        update();
    });
    picture_.plot = QRectF(10, 26, width() - 20, height() - 48);
}

void Legend::paintEvent(QPaintEvent*)
{
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(t.hairline, 1));
    p.setBrush(t.panel);
    p.drawRoundedRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5), 4, 4);
    std::vector<double> u;
    int unchecked = 0;
    if (doc_.hasFrame() && doc_.checked())
        for (size_t i = 0; i < doc_.report().results.size(); ++i) {
            if (doc_.model().members()[i].exclude) continue;
            const MemberResult& r = doc_.report().results[i];
            if (r.governing >= 0) u.push_back(r.utilisation);
            unchecked += r.status == Status::Unchecked;
        }
    p.setPen(t.ink2);
    p.setFont(textFont(11));
    QString words = QString("Utilisation, %1 members").arg(u.size());
    if (unchecked > 0) words += QString(", %1 not fully checked").arg(unchecked);
    p.drawText(QRectF(10, 6, width() - 20, 14), Qt::AlignLeft, words);
    picture_ = drawHistogram(p, QRectF(10, 26, width() - 20, height() - 32), u, from_, to_, t);
}

void Legend::brush(double from, double to)
{
    from_ = std::max(0.0, std::min(from, to));
    to_ = std::min(2.0, std::max(from, to));
    std::set<size_t> pick;
    for (size_t i = 0; i < doc_.report().results.size(); ++i) {
        const MemberResult& r = doc_.report().results[i];
        if (r.governing < 0 || doc_.model().members()[i].exclude) continue;
        if (r.utilisation >= from_ && (r.utilisation <= to_ || to_ >= 2.0)) pick.insert(i);
    }
    own_ = true;
    doc_.setPick(std::move(pick));
    own_ = false;
    update();
}

void Legend::mousePressEvent(QMouseEvent* e)
{
    if (!doc_.hasFrame() || e->button() != Qt::LeftButton) return;
    anchor_ = picture_.utilisationAt(e->position().x());
    dragging_ = true;
}

void Legend::mouseMoveEvent(QMouseEvent* e)
{
    if (!dragging_) return;
    const double u = picture_.utilisationAt(e->position().x());
    if (std::abs(u - anchor_) > 0.02) brush(anchor_, u);
}

void Legend::mouseReleaseEvent(QMouseEvent* e)
{
    if (!dragging_) return;
    dragging_ = false;
    const double u = picture_.utilisationAt(e->position().x());
    if (std::abs(u - anchor_) > 0.02)
        brush(anchor_, u);
    else {
        // A click picks the one bar under it.
        const double bin = std::floor(u * 10) / 10;
        brush(bin, bin + 0.1);
    }
}

} // namespace wr
