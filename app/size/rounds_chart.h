// Rounds of settling as bars: the mass each came to; hollow where it was taken back.
#pragma once

#include <QWidget>

namespace wr {

class Document;
class SizingDesk;

class RoundsChart : public QWidget
{
    Q_OBJECT
public:
    RoundsChart(Document& doc, SizingDesk& desk, QWidget* parent = nullptr);
    int bars() const; // drawn
    QSize sizeHint() const override { return {280, 104}; }

protected:
    void paintEvent(QPaintEvent*) override;

private:
    Document& doc_;
    SizingDesk& desk_;
};

} // namespace wr
