// The legend at the stop Members: how many members are chains of one, two, three … elements. A click on a bar picks them.
#pragma once

#include <QWidget>
#include <vector>

namespace wr {

class Document;

class ChainLegend : public QWidget
{
    Q_OBJECT
public:
    explicit ChainLegend(Document& doc, QWidget* parent = nullptr);
    static constexpr int kMost = 10;  // the last bar is of so many and more
    const std::vector<int>& counts(); // of members by elements, from 1
    QRectF bar(int elements) const;   // its column, for tests
    void brush(int from, int to);     // picks the members with so many elements

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void mouseMoveEvent(QMouseEvent*) override;
    void mouseReleaseEvent(QMouseEvent*) override;

private:
    int at(double x) const;
    Document& doc_;
    std::vector<int> counts_;
    int from_ = 0, to_ = 0, anchor_ = 0;
    bool stale_ = true, own_ = false;
};

} // namespace wr
