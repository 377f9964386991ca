// An xy chart in the program's look on QCustomPlot: readout under the pointer, zoom by a dragged window or Ctrl and wheel, the
// whole chart again by a double click, copied as a picture or as numbers. The charts of the work are functions that fill one.
#pragma once

#include "render/formula.h"
#include "render/theme.h"

#include <functional>
#include <optional>
#include <qcustomplot.h>
#include <vector>

namespace wr {

// One dot of a chart. Coordinates as shown on the axes.
struct ChartMark
{
    enum class Form { Dot, Diamond };
    double x = 0, y = 0;
    double radius = 3; // px
    QPen pen;
    QBrush brush;
    Form form = Form::Dot;
};

class Chart : public QCustomPlot
{
    Q_OBJECT
public:
    explicit Chart(const Theme& theme, QWidget* parent = nullptr);

    // Filling: clear, add, finish. Later additions lie over earlier ones.
    void clear();
    void setTitle(const QString& title);
    void setTitle(const QString& strong, const QString& more);           // the first part in heavier type
    void setWhole(double left, double right, double bottom, double top); // what is seen unless zoomed
    void setAxisNames(const QString& x, const QString& y);
    void addLine(const std::vector<double>& x, const std::vector<double>& y, const QPen& pen);
    void addArea(const std::vector<double>& x, const std::vector<double>& y, const QColor& fill);
    void addText(double x, double y, const QString& text, Qt::Alignment where, const QColor& ink, bool strong = false,
                 bool backed = false, QPointF shift = {});                         // `shift` in px
    void addSymbol(double x, double y, const MathBox& symbol, QPointF shift = {}); // baseline at the place and a shift in px
    void addMark(const ChartMark& m);
    void setNumbers(const QStringList& heads, std::vector<std::vector<double>> columns); // what is copied as numbers
    // Words beside the pointer; an empty text: none. Gets the place on the axes and the mark there, or -1.
    std::function<QString(double x, double y, int mark)> readout;
    // Shows the new content; keeps the zoom if `same` says that only details changed.
    void finish(bool same = false);

    const Theme& theme() const { return *theme_; }
    void setTheme(const Theme& theme); // what is filled in already keeps its inks until it is filled anew
    const std::vector<ChartMark>& marks() const { return marks_; }
    int markAt(QPointF pixel, double within) const; // the nearest one, or -1
    QPointF pixelOf(double x, double y) const;
    bool zoomed() const { return zoomed_; }
    void zoom(double factor, QPointF pixel);
    void showWhole();
    QString reading() const { return reading_; }
    QString numbers() const; // columns between tabs, a line of headings first
    void copyPicture();
    void copyNumbers();

Q_SIGNALS:
    void markClicked(int mark);
    void hovered(int mark); // -1: left

protected:
    void mouseMoveEvent(QMouseEvent*) override;
    void mouseReleaseEvent(QMouseEvent*) override;
    void mouseDoubleClickEvent(QMouseEvent*) override;
    void wheelEvent(QWheelEvent*) override;
    void keyPressEvent(QKeyEvent*) override;
    void leaveEvent(QEvent*) override;
    void contextMenuEvent(QContextMenuEvent*) override;
    void paintEvent(QPaintEvent*) override;

private:
    void applyWhole();
    void point(QPointF pixel);

    const Theme* theme_;
    QString title_, strongTitle_;
    QCPRange wholeX_, wholeY_;
    std::vector<ChartMark> marks_;
    QStringList heads_;
    std::vector<std::vector<double>> columns_;
    QString reading_;
    QPointF pointer_, pressed_;
    int hover_ = -1;
    bool zoomed_ = false;
};

// Ticks at 1, 1.5, 2, 3, 5, 7 and their tens, for a logarithmic axis that spans little more than a decade.
class FewDecadesTicker : public QCPAxisTicker
{
protected:
    QVector<double> createTickVector(double step, const QCPRange& range) override;
    int getSubTickCount(double) override { return 0; }
    QString getTickLabel(double tick, const QLocale&, QChar, int) override { return QString::number(tick); }
};

} // namespace wr
