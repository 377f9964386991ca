// The bench at Frame: what the frame is made of, and what of its results is drawn.
#pragma once

#include <QLabel>
#include <QWidget>
#include <array>
#include <string>

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
    ShapeBench& loads() { return *loads_; }
    enum Page { Results, Change, Loads };
    void setPage(Page p);
    void showTool(const std::string& key); // the page of a tool, and the tool in hand

private:
    void refresh();
    Document& doc_;
    QLabel *title_, *facts_;
    ResultBench* results_;
    ShapeDesk* desk_;
    ShapeBench *shape_, *loads_;
    QStackedWidget* pages_;
    std::array<QToolButton*, 3> tabs_;
};

} // namespace wr
