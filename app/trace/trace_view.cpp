#include "app/trace/trace_view.h"

#include "app/shell/text.h"
#include "render/formula.h"
#include "render/theme.h"

#include <QApplication>
#include <QClipboard>
#include <QContextMenuEvent>
#include <QMenu>
#include <QPainter>
#include <algorithm>

namespace wr {

namespace {
constexpr double kSize = 12, kMargin = 2, kTop = 4;
}

TraceView::TraceView(QWidget* parent) : QWidget(parent)
{
    setAccessibleName("Trace of the check");
    setFocusPolicy(Qt::TabFocus);
}

void TraceView::show(Trace trace, const UnitSystem& units)
{
    trace_ = std::move(trace);
    units_ = units;
    layOut();
    setAccessibleDescription(plainText());
    update();
}

QString TraceView::plainText() const
{
    std::string out;
    for (const TraceStep& s : trace_.steps)
        out += plainStep(s, units_) + "\n";
    return QString::fromStdString(out);
}

int TraceView::formulaCount() const
{
    return static_cast<int>(std::count_if(lines_.begin(), lines_.end(), [](const TraceLine& l) { return l.formula; }));
}

void TraceView::layOut()
{
    const Theme& t = theme();
    lines_ = layOutTrace(trace_, units_, width() - 2 * kMargin, kSize, windowMeasure(),
                         {inkOf(t.ink), inkOf(t.ink2), inkOf(t.ink3)});
    double bottom = kTop;
    for (const TraceLine& l : lines_)
        bottom += l.height;
    setMinimumHeight(static_cast<int>(bottom) + 8);
    setMaximumHeight(static_cast<int>(bottom) + 8);
}

void TraceView::paintEvent(QPaintEvent* e)
{
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    double y = kTop;
    for (const TraceLine& l : lines_) {
        if (y + l.height >= e->rect().top() - 20 && y <= e->rect().bottom() + 20) {
            drawMarks(p, l.marks, kMargin, y);
            if (l.rule) {
                p.setPen(QPen(t.hairline, 1));
                p.drawLine(QPointF(kMargin, y + l.ruleAt), QPointF(width() - kMargin, y + l.ruleAt));
            }
        }
        y += l.height;
    }
}

void TraceView::resizeEvent(QResizeEvent* e)
{
    QWidget::resizeEvent(e);
    layOut();
}

void TraceView::contextMenuEvent(QContextMenuEvent* e)
{
    QMenu menu(this);
    menu.addAction("Copy the trace", this, [this] { QApplication::clipboard()->setText(plainText()); });
    menu.addAction("Send to the report", this, &TraceView::wantReport);
    menu.exec(e->globalPos());
}

} // namespace wr
