#include "app/report/depth_list.h"

#include "render/theme.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>
#include <algorithm>

namespace wr {

namespace {
constexpr double kRow = 19, kStep = 36, kPages = 34; // px
constexpr double kStops = 2 * kStep + 14;
} // namespace

DepthList::DepthList(QWidget* parent) : QWidget(parent)
{
    setFocusPolicy(Qt::TabFocus);
    setAccessibleName("How deep each group is reported");
    setAccessibleDescription("Up and down choose a group; left and right: a line, a summary, in full");
}

void DepthList::show(std::vector<Row> rows)
{
    rows_ = std::move(rows);
    at_ = std::min(at_, rows_.empty() ? 0 : rows_.size() - 1);
    setFixedHeight(sizeHint().height());
    update();
}

QSize DepthList::sizeHint() const
{
    return {200, static_cast<int>(kRow * static_cast<double>(std::max<size_t>(1, rows_.size()))) + 2};
}

QRectF DepthList::stopArea(size_t row, ReportDepth d) const
{
    const double x = width() - kPages - kStops + 7 + kStep * static_cast<double>(d);
    return {x - kStep / 2, kRow * static_cast<double>(row), kStep, kRow};
}

void DepthList::paintEvent(QPaintEvent*)
{
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    for (size_t k = 0; k < rows_.size(); ++k) {
        const Row& r = rows_[k];
        const double y = kRow * static_cast<double>(k), mid = y + kRow / 2;
        const bool deep = r.depth != ReportDepth::Line;
        if (hasFocus() && k == at_) p.fillRect(QRectF(0, y, width(), kRow), t.violetTint);
        p.setFont(textFont(12));
        const double room = width() - kPages - kStops - 14;
        p.setPen(t.ink2);
        const double counted = QFontMetricsF(p.font()).horizontalAdvance(r.members);
        if (counted + 60 < room) p.drawText(QRectF(0, y, room, kRow), Qt::AlignRight | Qt::AlignVCenter, r.members);
        p.setPen(deep ? t.ink : t.ink2);
        p.drawText(QRectF(0, y, room - counted - 8, kRow), Qt::AlignLeft | Qt::AlignVCenter,
                   QFontMetricsF(p.font()).elidedText(r.name, Qt::ElideRight, room - counted - 8));
        const QPointF from = stopArea(k, ReportDepth::Line).center(), to = stopArea(k, ReportDepth::Full).center();
        p.setPen(QPen(t.hairline, 1));
        p.drawLine(from, to);
        for (const ReportDepth d : {ReportDepth::Line, ReportDepth::Summary, ReportDepth::Full}) {
            const bool here = d == r.depth;
            p.setPen(QPen(here ? (deep ? t.violet : t.ink2) : t.ink3, 1));
            p.setBrush(here ? (deep ? t.violet : t.ink2) : t.panel);
            p.drawEllipse(stopArea(k, d).center(), here ? 4.2 : 3.0, here ? 4.2 : 3.0);
        }
        p.setPen(t.ink);
        p.setFont(textFont(12, deep));
        p.drawText(QRectF(width() - kPages, mid - kRow / 2, kPages, kRow), Qt::AlignRight | Qt::AlignVCenter, r.pages);
    }
}

void DepthList::mousePressEvent(QMouseEvent* e)
{
    for (size_t k = 0; k < rows_.size(); ++k)
        for (const ReportDepth d : {ReportDepth::Line, ReportDepth::Summary, ReportDepth::Full})
            if (stopArea(k, d).contains(e->position())) {
                at_ = k;
                Q_EMIT chosen(QString::fromStdString(rows_[k].group), d);
                return;
            }
}

void DepthList::keyPressEvent(QKeyEvent* e)
{
    if (rows_.empty()) return QWidget::keyPressEvent(e);
    const int depth = static_cast<int>(rows_[at_].depth);
    switch (e->key()) {
    case Qt::Key_Up: at_ = at_ > 0 ? at_ - 1 : 0; break;
    case Qt::Key_Down: at_ = std::min(at_ + 1, rows_.size() - 1); break;
    case Qt::Key_Left:
        Q_EMIT chosen(QString::fromStdString(rows_[at_].group), static_cast<ReportDepth>(std::max(0, depth - 1)));
        break;
    case Qt::Key_Right:
        Q_EMIT chosen(QString::fromStdString(rows_[at_].group), static_cast<ReportDepth>(std::min(2, depth + 1)));
        break;
    default: return QWidget::keyPressEvent(e);
    }
    update();
}

bool DepthList::event(QEvent* e)
{
    if (e->type() == QEvent::ToolTip) {
        const auto* h = static_cast<QHelpEvent*>(e);
        constexpr const char* kWords[] = {"a line in the tables", "its checks, one after the other",
                                          "the whole calculation, on pages of its own"};
        for (size_t k = 0; k < rows_.size(); ++k)
            for (const ReportDepth d : {ReportDepth::Line, ReportDepth::Summary, ReportDepth::Full})
                if (stopArea(k, d).contains(h->pos())) QToolTip::showText(h->globalPos(), kWords[static_cast<int>(d)], this);
        return true;
    }
    return QWidget::event(e);
}

} // namespace wr
