// The legend: a histogram of the members over the ramp. Dragging across it picks that range.
#pragma once

#include "render/charts.h"

#include <QWidget>

namespace wr {

class Document;

class Legend : public QWidget
{
    Q_OBJECT
public:
    Legend(Document& doc, QWidget* parent = nullptr);
    const HistogramPicture& picture() const { return picture_; }
    void brush(double from, double to); // picks the members in that range

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void mouseMoveEvent(QMouseEvent*) override;
    void mouseReleaseEvent(QMouseEvent*) override;

private:
    Document& doc_;
    HistogramPicture picture_;
    double from_ = 0, to_ = 0, anchor_ = 0;
    bool dragging_ = false, own_ = false;
};

} // namespace wr
