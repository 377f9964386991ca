#include "app/report/page_list.h"

#include "core/paper/fonts.h"
#include "render/theme.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QScrollBar>
#include <algorithm>
#include <cmath>

namespace wr {

namespace {
constexpr double kGap = 14, kNumber = 14, kSmall = 66; // px: between pages, of numbers under small ones, their width
}

PageList::PageList(Fit fit, QWidget* parent) : QAbstractScrollArea(parent), fit_(fit)
{
    setFrameShape(QFrame::NoFrame);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setAccessibleName(fit == Fit::Small ? "Pages, small" : "Pages of the report");
    viewport()->setMouseTracking(true);
    if (fit == Fit::Small) {
        setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
        setFixedWidth(static_cast<int>(kSmall) + 34);
    }
}

void PageList::show(size_t count, PaperSize size, std::function<Page(size_t)> page)
{
    count_ = count;
    size_ = size;
    page_ = std::move(page);
    pictures_.clear();
    pages_.clear();
    current_ = std::min(current_, count_ > 0 ? count_ - 1 : 0);
    layOut();
    viewport()->update();
}

void PageList::setFit(Fit f)
{
    const size_t at = current_;
    fit_ = f;
    pictures_.clear();
    layOut();
    goTo(at);
    viewport()->update();
}

double PageList::scale() const
{
    if (fit_ == Fit::Small) return kSmall / size_.width;
    const double wide = std::max(100.0, viewport()->width() - 2 * kGap) / size_.width;
    return fit_ == Fit::Width ? std::min(wide, 2.0)
                              : std::min(wide, std::max(100.0, viewport()->height() - 2 * kGap) / size_.height);
}

double PageList::step() const
{
    return size_.height * scale() + kGap + (fit_ == Fit::Small ? kNumber : 0);
}

void PageList::layOut()
{
    const double all = kGap + step() * static_cast<double>(count_);
    verticalScrollBar()->setRange(0, std::max(0, static_cast<int>(all) - viewport()->height()));
    verticalScrollBar()->setPageStep(viewport()->height());
    verticalScrollBar()->setSingleStep(40);
}

QRectF PageList::pageArea(size_t page) const
{
    const double k = scale(), w = size_.width * k;
    return {(viewport()->width() - w) / 2, kGap + step() * static_cast<double>(page) - verticalScrollBar()->value(), w,
            size_.height * k};
}

void PageList::goTo(size_t page, double y)
{
    if (count_ == 0) return;
    page = std::min(page, count_ - 1);
    current_ = page;
    const double top = step() * static_cast<double>(page) + (y > 0 ? y * scale() : 0);
    if (fit_ != Fit::Small)
        verticalScrollBar()->setValue(static_cast<int>(top));
    else if (const QRectF area = pageArea(page); area.top() < 0 || area.bottom() + kNumber > viewport()->height()) // into sight
        verticalScrollBar()->setValue(static_cast<int>(top - viewport()->height() / 2.0 + step() / 2));
    viewport()->update();
}

void PageList::scrollContentsBy(int, int)
{
    viewport()->update();
    if (fit_ == Fit::Small || count_ == 0) return;
    // The page that is a third down the view.
    const double at = verticalScrollBar()->value() + viewport()->height() / 3.0 - kGap;
    const auto page = std::min(count_ - 1, static_cast<size_t>(std::max(0.0, at / step())));
    if (page == current_) return;
    current_ = page;
    Q_EMIT went(page);
}

QImage& PageList::picture(size_t page)
{
    if (const auto it = pictures_.find(page); it != pictures_.end()) return it->second;
    if (pictures_.size() > 40) pictures_.clear(), pages_.clear(); // those in sight come again
    if (!pages_.contains(page)) pages_[page] = page_(page);
    const double k = scale() * devicePixelRatioF();
    const Pixels p = paint(pages_[page].marks, size_.width, size_.height, k);
    QImage image(reinterpret_cast<const uchar*>(p.values.data()), p.width, p.height, QImage::Format_RGB32);
    image = image.copy();
    image.setDevicePixelRatio(devicePixelRatioF());
    return pictures_[page] = std::move(image);
}

void PageList::paintEvent(QPaintEvent*)
{
    const Theme& t = theme();
    QPainter p(viewport());
    p.fillRect(viewport()->rect(), t.view);
    if (count_ == 0 || !page_) return;
    const auto first = static_cast<size_t>(std::max(0.0, (verticalScrollBar()->value() - kGap) / step()));
    for (size_t k = first; k < count_; ++k) {
        const QRectF area = pageArea(k);
        if (area.top() > viewport()->height()) break;
        p.fillRect(area.translated(2, 2), t.dark ? QColor(0, 0, 0, 90) : QColor(0, 0, 0, 26));
        p.drawImage(area.topLeft(), picture(k));
        const bool chosen = fit_ == Fit::Small && k == current_;
        p.setPen(QPen(chosen ? t.violet : t.hairline, chosen ? 2 : 1));
        p.setBrush(Qt::NoBrush);
        p.drawRect(area);
        if (fit_ != Fit::Small) continue;
        p.setFont(textFont(10.5, chosen));
        p.setPen(chosen ? t.violet : t.ink2);
        p.drawText(QRectF(area.left(), area.bottom() + 2, area.width(), kNumber), Qt::AlignCenter, QString::number(k + 1));
    }
}

void PageList::resizeEvent(QResizeEvent* e)
{
    const size_t at = current_;
    QAbstractScrollArea::resizeEvent(e);
    if (e->oldSize().width() != e->size().width() || fit_ == Fit::Whole) pictures_.clear();
    layOut();
    if (fit_ != Fit::Small) goTo(at);
}

const PageLink* PageList::linkAt(QPointF at, size_t* on)
{
    for (const auto& [k, page] : pages_) {
        const QRectF area = pageArea(k);
        if (!area.contains(at)) continue;
        if (on) *on = k;
        const QPointF q = (at - area.topLeft()) / scale();
        for (const PageLink& l : page.links)
            if (QRectF(l.x, l.y, l.width, l.height).contains(q)) return &l;
    }
    return nullptr;
}

void PageList::mousePressEvent(QMouseEvent* e)
{
    setFocus();
    for (size_t k = 0; k < count_; ++k) {
        const QRectF area = pageArea(k);
        if (area.top() > viewport()->height()) break;
        if (!area.contains(e->position())) continue;
        if (fit_ == Fit::Small) {
            goTo(k);
            Q_EMIT chosen(k);
        } else if (const PageLink* l = linkAt(e->position()))
            Q_EMIT followed(QString::fromStdString(l->to));
        return;
    }
}

void PageList::mouseMoveEvent(QMouseEvent* e)
{
    viewport()->setCursor(fit_ != Fit::Small && linkAt(e->position()) ? Qt::PointingHandCursor : Qt::ArrowCursor);
}

void PageList::keyPressEvent(QKeyEvent* e)
{
    const size_t at = current_;
    switch (e->key()) {
    case Qt::Key_Home: goTo(0); break;
    case Qt::Key_End: goTo(count_ > 0 ? count_ - 1 : 0); break;
    case Qt::Key_Left:
    case Qt::Key_PageUp: goTo(at > 0 ? at - 1 : 0); break;
    case Qt::Key_Right:
    case Qt::Key_PageDown: goTo(at + 1); break;
    default: return QAbstractScrollArea::keyPressEvent(e);
    }
    if (current_ != at || fit_ == Fit::Small) Q_EMIT fit_ == Fit::Small ? chosen(current_) : went(current_);
}

} // namespace wr
