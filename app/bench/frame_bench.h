// The bench at Frame: what the frame is made of, and what of its results is drawn.
#pragma once

#include <QLabel>
#include <QWidget>

class QStackedWidget;
class QToolButton;

namespace wr {

class Document;
class ResultBench;
class ShapeBench;
class ShapeDesk;

class FrameBench : public QWidget
{
    Q_OBJECT
public:
    FrameBench(Document& doc, QWidget* parent = nullptr);
    ResultBench& results() { return *results_; }
    ShapeDesk& desk() { return *desk_; }
    ShapeBench& shape() { return *shape_; }
    void showChange(bool on); // the tools that change the frame, in place of its results

private:
    void refresh();
    Document& doc_;
    QLabel *title_, *facts_;
    ResultBench* results_;
    ShapeDesk* desk_;
    ShapeBench* shape_;
    QStackedWidget* pages_;
    QToolButton *resultTab_, *changeTab_;
};

} // namespace wr
