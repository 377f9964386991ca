// The bench at Frame: what the frame is made of, and what of its results is drawn.
#pragma once

#include <QLabel>
#include <QWidget>

namespace wr {

class Document;
class ResultBench;

class FrameBench : public QWidget
{
    Q_OBJECT
public:
    FrameBench(Document& doc, QWidget* parent = nullptr);
    ResultBench& results() { return *results_; }

private:
    void refresh();
    Document& doc_;
    QLabel *title_, *facts_;
    ResultBench* results_;
};

} // namespace wr
