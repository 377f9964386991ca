#include "plots/chart.h"

#include <QClipboard>
#include <QGuiApplication>
#include <QMenu>

namespace wr {

namespace {

constexpr double kReach = 8; // px from a mark that still means it

// A typeset symbol at a place of the axes.
class SymbolItem : public QCPAbstractItem
{
public:
    SymbolItem(QCustomPlot* plot, MathBox symbol, QPointF shift)
        : QCPAbstractItem(plot), at(createPosition("at")), symbol_(std::move(symbol)), shift_(shift)
    {
    }
    double selectTest(const QPointF&, bool, QVariant*) const override { return -1; }
    QCPItemPosition* const at;

protected:
    void draw(QCPPainter* painter) override
    {
        const QPointF p = at->pixelPosition() + shift_;
        drawBox(*painter, symbol_, p.x(), p.y());
    }

private:
    MathBox symbol_;
    QPointF shift_;
};

// All marks of the chart in one item: each has its own pen and fill.
class MarksItem : public QCPAbstractItem
{
public:
    MarksItem(QCustomPlot* plot, const std::vector<ChartMark>& marks) : QCPAbstractItem(plot), marks_(marks) {}
    double selectTest(const QPointF&, bool, QVariant*) const override { return -1; }

protected:
    void draw(QCPPainter* painter) override
    {
        for (const ChartMark& m : marks_) {
            const QPointF at(mParentPlot->xAxis->coordToPixel(m.x), mParentPlot->yAxis->coordToPixel(m.y));
            painter->setPen(m.pen);
            painter->setBrush(m.brush);
            const double r = m.radius;
            if (m.form == ChartMark::Form::Dot)
                painter->drawEllipse(at, r, r);
            else
                painter->drawPolygon(
                    QPolygonF{{at + QPointF(0, -r), at + QPointF(r, 0), at + QPointF(0, r), at + QPointF(-r, 0)}});
        }
    }

private:
    const std::vector<ChartMark>& marks_;
};

} // namespace

QVector<double> FewDecadesTicker::createTickVector(double, const QCPRange& range)
{
    QVector<double> out;
    if (!(range.lower > 0)) return out;
    for (double power = std::pow(10.0, std::floor(std::log10(range.lower))); power <= range.upper; power *= 10)
        for (const double k : {1.0, 1.5, 2.0, 3.0, 5.0, 7.0})
            if (k * power >= range.lower && k * power <= range.upper) out << k * power;
    return out;
}

Chart::Chart(const Theme& theme, QWidget* parent) : QCustomPlot(parent), theme_(&theme)
{
    setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
    setSelectionRectMode(QCP::srmZoom);
    axisRect()->setRangeZoom({});
    for (QCPAxis* a : {xAxis, yAxis}) {
        a->setTickLength(0, 3);
        a->setSubTicks(false);
        a->setTickLabelFont(textFont(10));
        a->setLabelFont(textFont(10));
        a->setLabelPadding(1);
        a->setTickLabelPadding(4);
    }
    xAxis->grid()->setVisible(false);
    yAxis->setTicks(true);
    yAxis->setTickLength(0, 0);
    axisRect()->setMinimumMargins({38, 27, 10, 18});
    setTheme(theme);
}

void Chart::setTheme(const Theme& theme)
{
    theme_ = &theme;
    setBackground(QBrush(theme.panel));
    selectionRect()->setPen(QPen(theme.violet, 1));
    QColor tint = theme.violet;
    tint.setAlpha(24);
    selectionRect()->setBrush(tint);
    for (QCPAxis* a : {xAxis, yAxis}) {
        a->setBasePen(QPen(theme.hairline, 1));
        a->setTickPen(QPen(theme.ink3, 1));
        a->setTickLabelColor(theme.ink2);
        a->setLabelColor(theme.ink2);
        a->grid()->setPen(QPen(theme.hairline, 1));
        a->grid()->setZeroLinePen(QPen(theme.hairline, 1));
    }
}

void Chart::clear()
{
    clearItems();
    clearPlottables();
    marks_.clear();
    heads_.clear();
    columns_.clear();
    readout = {};
    reading_.clear();
    hover_ = -1;
    title_.clear();
    strongTitle_.clear();
}

void Chart::setTitle(const QString& title)
{
    setTitle({}, title);
}

void Chart::setTitle(const QString& strong, const QString& more)
{
    strongTitle_ = strong;
    title_ = more;
    update();
}

void Chart::setWhole(double left, double right, double bottom, double top)
{
    wholeX_ = {left, right};
    wholeY_ = {bottom, top};
}

void Chart::setAxisNames(const QString& x, const QString& y)
{
    xAxis->setLabel(x);
    yAxis->setLabel(y);
}

void Chart::addLine(const std::vector<double>& x, const std::vector<double>& y, const QPen& pen)
{
    auto* curve = new QCPCurve(xAxis, yAxis); // owned by the plot
    curve->setPen(pen);
    curve->setData(QVector<double>(x.begin(), x.end()), QVector<double>(y.begin(), y.end()));
}

void Chart::addArea(const std::vector<double>& x, const std::vector<double>& y, const QColor& fill)
{
    addLine(x, y, Qt::NoPen);
    plottable(plottableCount() - 1)->setBrush(fill);
}

void Chart::addText(double x, double y, const QString& text, Qt::Alignment where, const QColor& ink, bool strong, bool backed,
                    QPointF shift)
{
    auto* item = new QCPItemText(this);
    auto* anchor = new QCPItemTracer(this);
    anchor->setStyle(QCPItemTracer::tsNone);
    anchor->position->setCoords(x, y);
    item->position->setParentAnchor(anchor->position);
    item->position->setType(QCPItemPosition::ptAbsolute);
    item->position->setCoords(shift);
    item->setPositionAlignment(where);
    item->setText(text);
    item->setColor(ink);
    item->setFont(textFont(strong ? 11 : 10, strong));
    item->setPadding({3, 1, 3, 1});
    if (!backed) return;
    QColor back = theme_->panel;
    back.setAlpha(215);
    item->setBrush(back);
}

void Chart::addSymbol(double x, double y, const MathBox& symbol, QPointF shift)
{
    (new SymbolItem(this, symbol, shift))->at->setCoords(x, y);
}

void Chart::addMark(const ChartMark& m)
{
    if (marks_.empty()) new MarksItem(this, marks_);
    marks_.push_back(m);
}

void Chart::setNumbers(const QStringList& heads, std::vector<std::vector<double>> columns)
{
    heads_ = heads;
    columns_ = std::move(columns);
}

void Chart::applyWhole()
{
    xAxis->setRange(wholeX_);
    yAxis->setRange(wholeY_);
    zoomed_ = false;
}

void Chart::finish(bool same)
{
    if (!same || !zoomed_) applyWhole();
    if (!size().isEmpty()) replot();
}

int Chart::markAt(QPointF pixel, double within) const
{
    int best = -1;
    for (size_t i = 0; i < marks_.size(); ++i) {
        const QPointF d = pixelOf(marks_[i].x, marks_[i].y) - pixel;
        const double distance = std::hypot(d.x(), d.y());
        if (distance > within) continue;
        within = distance;
        best = static_cast<int>(i);
    }
    return best;
}

QPointF Chart::pixelOf(double x, double y) const
{
    return {xAxis->coordToPixel(x), yAxis->coordToPixel(y)};
}

void Chart::zoom(double factor, QPointF pixel)
{
    xAxis->scaleRange(1 / factor, xAxis->pixelToCoord(pixel.x()));
    yAxis->scaleRange(1 / factor, yAxis->pixelToCoord(pixel.y()));
    zoomed_ = true;
    replot();
}

void Chart::showWhole()
{
    applyWhole();
    replot();
}

QString Chart::numbers() const
{
    QString out = heads_.join('\t') + '\n';
    size_t rows = 0;
    for (const auto& c : columns_)
        rows = std::max(rows, c.size());
    for (size_t r = 0; r < rows; ++r) {
        QStringList cells;
        for (const auto& c : columns_)
            cells << (r < c.size() && std::isfinite(c[r]) ? QString::number(c[r], 'g', 8) : QString());
        out += cells.join('\t') + '\n';
    }
    return out;
}

void Chart::copyPicture()
{
    QGuiApplication::clipboard()->setPixmap(toPixmap(0, 0, 2));
}

void Chart::copyNumbers()
{
    QGuiApplication::clipboard()->setText(numbers());
}

void Chart::point(QPointF pixel)
{
    pointer_ = pixel;
    const int mark = markAt(pixel, kReach);
    if (mark != hover_) {
        hover_ = mark;
        Q_EMIT hovered(mark);
    }
    const bool inside = axisRect()->rect().contains(pixel.toPoint());
    reading_ = inside && readout ? readout(xAxis->pixelToCoord(pixel.x()), yAxis->pixelToCoord(pixel.y()), mark) : QString();
    update();
}

void Chart::mouseMoveEvent(QMouseEvent* e)
{
    QCustomPlot::mouseMoveEvent(e);
    point(e->position());
}

void Chart::mouseReleaseEvent(QMouseEvent* e)
{
    const QCPRange before = xAxis->range();
    QCustomPlot::mouseReleaseEvent(e);
    zoomed_ = zoomed_ || xAxis->range() != before;
    if (e->button() == Qt::LeftButton && !mMouseHasMoved)
        if (const int mark = markAt(e->position(), 2 * kReach); mark >= 0) Q_EMIT markClicked(mark);
}

void Chart::mouseDoubleClickEvent(QMouseEvent* e)
{
    QCustomPlot::mouseDoubleClickEvent(e);
    showWhole();
}

void Chart::wheelEvent(QWheelEvent* e)
{
    // The plain wheel is the page's: charts stand in scrolled panels.
    if (!(e->modifiers() & Qt::ControlModifier)) return e->ignore();
    zoom(std::pow(1.25, e->angleDelta().y() / 120.0), e->position());
}

void Chart::keyPressEvent(QKeyEvent* e)
{
    const QPointF centre = axisRect()->center();
    if (e->matches(QKeySequence::Copy))
        copyNumbers();
    else if (e->key() == Qt::Key_Plus)
        zoom(1.25, centre);
    else if (e->key() == Qt::Key_Minus)
        zoom(0.8, centre);
    else if (e->key() == Qt::Key_Home || e->key() == Qt::Key_0)
        showWhole();
    else
        QCustomPlot::keyPressEvent(e);
}

void Chart::leaveEvent(QEvent* e)
{
    QCustomPlot::leaveEvent(e);
    reading_.clear();
    if (hover_ >= 0) Q_EMIT hovered(-1);
    hover_ = -1;
    update();
}

void Chart::contextMenuEvent(QContextMenuEvent* e)
{
    QMenu menu(this);
    menu.addAction("Copy the &picture", this, &Chart::copyPicture);
    menu.addAction("Copy the &numbers", this, &Chart::copyNumbers);
    menu.addAction("&Whole chart", this, &Chart::showWhole)->setEnabled(zoomed_);
    menu.exec(e->globalPos());
}

void Chart::paintEvent(QPaintEvent* e)
{
    QCustomPlot::paintEvent(e);
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    double x = 8;
    if (!strongTitle_.isEmpty()) {
        p.setFont(textFont(12.5, true));
        p.setPen(theme_->ink);
        p.drawText(QRectF(x, 3, width() - x, 18), Qt::AlignLeft | Qt::AlignVCenter, strongTitle_);
        x += QFontMetricsF(p.font()).horizontalAdvance(strongTitle_) + 12;
    }
    p.setFont(textFont(11));
    p.setPen(theme_->ink2);
    p.drawText(QRectF(x, 3, width() - x - 8, 18), Qt::AlignLeft | Qt::AlignVCenter,
               QFontMetricsF(p.font()).elidedText(title_, Qt::ElideRight, width() - x - 8));
    if (reading_.isEmpty()) return;
    p.setFont(textFont(11.5));
    const double w = std::min<double>(QFontMetricsF(p.font()).horizontalAdvance(reading_) + 14, width() - 8);
    QRectF box(pointer_.x() + 12, pointer_.y() - 30, w, 21);
    if (box.right() > width() - 4) box.moveRight(width() - 4);
    if (box.top() < 2) box.moveTop(pointer_.y() + 14);
    p.setPen(Qt::NoPen);
    p.setBrush(theme_->tooltip);
    p.drawRoundedRect(box, 4, 4);
    p.setPen(theme_->tooltipInk);
    p.drawText(box.adjusted(6, 0, -6, 0), Qt::AlignCenter,
               QFontMetricsF(p.font()).elidedText(reading_, Qt::ElideRight, w - 12));
}

} // namespace wr
